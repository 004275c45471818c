"""A line being read: its phrases, which of them somebody has taken, and what they were taken for.

Nothing is dropped by construction: what nobody has taken when the line ends is handed back as unread.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence

from core.reading.phrases import Phrase
from core.reading.tokens import tokenize
from core.reading.workout import Mark, MarkRole, Unread

# marks between words; they carry nothing of their own
SILENT = frozenset(
    (
        "colon",
        "comma",
        "dash",
        "other",
        "open",
        "close",
        "at",
        "of",
        "plus",
        "x",
        "slash",
        "bar",
        "and",
        "or",
        "then",
        "each",
        "set-word",
        "reps",
    )
)


class Line:
    """One line of the text. ``number`` from 1; columns of phrases from 0, of marks and unread places from
    1."""

    def __init__(self, number: int, text: str, skip: int = 0, until: int | None = None):
        self.number = number
        self.text = text
        visible = " " * skip + text[skip:until]
        self.end = len(visible.rstrip())
        self.phrases: tuple[Phrase, ...] = tokenize(visible)
        self.bracketed = _bracketed(self.phrases)
        self.taken: set[int] = set()
        self.marks: list[Mark] = []
        self.unread: list[Unread] = []
        self.system = ""  # the text's own units of load: kg, lb or not said
        self.remarks: list[str] = []  # asides in brackets, for its first movement
        self.headed = False  # whether a heading stands before it in its row
        self.named = False  # whether it names a movement
        self.followed = False  # whether a list stands below it
        self.sets_below = False
        self.asides: list[str] = []  # notes of the part, not of a movement
        self.minutes_below = False  # whether a list of minutes stands below it
        self.told = False  # whether its work is told in a sentence
        self.percents = False  # whether the whole text speaks in percents, not in loads
        self.of_division = False  # whether it says what one division does
        self.counted_above = False  # whether a list of numbers above it counts its names
        self.window_s: int | None = None  # seconds of the window on the clock that the line stands in

    def give_back(self, indices: Iterable[int]) -> None:
        """Undo what was taken and marked of some phrases."""
        given = set(indices)
        self.taken.difference_update(given)
        columns = {self.phrases[index].column + 1 for index in given}
        self.marks = [mark for mark in self.marks if mark.column not in columns]

    def glue(self, first: int, last: int) -> None:
        """Make one run of words of the phrases from first to last ("clean", "&", "jerk")."""
        start, end = self.phrases[first].column, self.phrases[last].end
        words = Phrase("words", self.text[start:end], start, end)
        self.phrases = (*self.phrases[:first], words, *self.phrases[last + 1 :])
        self.bracketed = _bracketed(self.phrases)

    @property
    def content(self) -> str:
        """What the line says, from its first phrase on."""
        return self.text[self.phrases[0].column : self.end]

    def free(self) -> list[int]:
        """Indices of phrases nobody has taken."""
        return [index for index in range(len(self.phrases)) if index not in self.taken]

    def take(self, indices: Sequence[int], role: MarkRole, says: str = "") -> None:
        """Note that these phrases were read, and as what. Silent marks between words are taken without a
        mark."""
        for index in indices:
            if index in self.taken:
                continue
            self.taken.add(index)
            phrase = self.phrases[index]
            if phrase.kind not in SILENT:
                self.mark(phrase.column, phrase.end, role, says)

    def mark(self, start: int, end: int, role: MarkRole, says: str = "") -> None:
        self.marks.append(Mark(self.number, start + 1, end - start, role, says))

    def hand_back(self, start: int, end: int, reason: str, candidates: tuple[str, ...] = ()) -> None:
        """Give a stretch back as unread."""
        self.unread.append(Unread(self.number, start + 1, self.text[start:end], reason, candidates))
        self.mark(start, end, "unread", reason)

    def untaken(self) -> Iterator[list[int]]:
        """Runs of neighbouring phrases (indices) that nobody has taken."""
        run: list[int] = []
        for index, phrase in enumerate(self.phrases):
            if index not in self.taken and (phrase.kind not in SILENT or run):
                run.append(index)
            elif index in self.taken:
                yield from self._trimmed(run)
                run = []
        yield from self._trimmed(run)

    def _trimmed(self, run: list[int]) -> Iterator[list[int]]:
        while run and self.phrases[run[-1]].kind in SILENT:
            run = run[:-1]
        if run:
            yield run


def _bracketed(phrases: Sequence[Phrase]) -> frozenset[int]:
    """Indices of phrases that stand in brackets."""
    depth, inside = 0, set()
    for index, phrase in enumerate(phrases):
        if phrase.kind == "open":
            depth += 1
        elif phrase.kind == "close":
            depth = max(0, depth - 1)
        elif depth:
            inside.add(index)
    return frozenset(inside)
