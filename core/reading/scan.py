"""Looking through a line's phrases for what sets a format: shared by the kinds of format and by what
stands beside them."""

from __future__ import annotations

from core.reading.line import Line
from core.reading.tokens import seconds_of

FILLERS = frozenset(
    """
    of for in the time reps rep a an work minutes minute min on and with by through complete do
    perform total each every repeat x as many window long alternating alternate alt rotating rotate
    between then go to up style workout wod s set sets interval intervals station stations movement
    remaining movements exercise exercises is clock unbroken effort efforts score your until both giant
    descending ascending ladder
    """.split()
)
MOST_ROUNDS = 200
_WITH = ("in", "with", "w", "w/", "using", "wearing", "holding", "together", "alone", "solo")


class Scan:
    """The phrases of a line nobody has taken yet, and those a format has been read from (``used``)."""

    def __init__(self, line: Line):
        self.line = line
        self.phrases = line.phrases
        self.free = line.free()
        self.used: set[int] = set()

    def at(self, *kinds: str) -> int | None:
        """Index of the first free phrase of these kinds."""
        return next(
            (index for index in self.free if self.phrases[index].kind in kinds and index not in self.used),
            None,
        )

    def kind(self, index: int | None) -> str:
        return (
            self.phrases[index].kind
            if index is not None and 0 <= index < len(self.phrases) and index not in self.line.taken
            else ""
        )

    def has(self, *kinds: str) -> bool:
        """Whether any phrase nobody has taken is of these kinds."""
        return any(self.phrases[index].kind in kinds for index in self.free)

    def bounded(self, value: float) -> int | None:
        return int(value) if 1 <= value <= MOST_ROUNDS else None

    def time_near(self, at: int, bare_minutes: bool, dry: bool = False) -> int | None:
        """The time just after the keyword, or just before it; a bare number counts as minutes where that
        is usual."""
        skippable = ("of", "at", "colon", "dash", "open", "x", "reps", "after-set", "comma")
        for step in (1, -1):
            place = at + step
            passed: list[int] = []
            while (
                0 <= place < len(self.phrases)
                and place not in self.line.taken
                and (self.kind(place) in skippable or self.is_filler(place))
            ):
                if self.kind(place) == "comma" and step == -1:
                    break
                passed.append(place)
                place += step
            if not 0 <= place < len(self.phrases) or place in self.line.taken or place in self.used:
                continue
            phrase = self.phrases[place]
            seconds = seconds_of(phrase)
            crossed_colon = any(self.kind(one) == "colon" for one in passed)
            if seconds is None and bare_minutes and phrase.kind == "count" and not phrase.pair:
                names_next = step == 1 and crossed_colon and self.kind(place + 1) in ("words", "x")
                counts_words = (
                    step == 1
                    and not crossed_colon
                    and self.kind(place + 1) == "words"
                    and not self.is_filler(place + 1)
                    and not self.says_with_what(place + 1)
                )
                if not names_next and not counts_words:
                    seconds = int(phrase.values[0] * 60)
            elif (
                seconds is not None
                and step == 1
                and crossed_colon
                and self.kind(place + 1) == "words"
                and not self.is_filler(place + 1)
            ):
                seconds = None  # "AMRAP: 0:30 plank"
            if seconds is not None:
                if not dry:
                    self.used.add(place)
                return seconds
        return None

    def says_with_what(self, index: int) -> bool:
        """'AMRAP 20 with one dumbbell': words that count nothing."""
        return self.phrases[index].text.lower().split()[0] in _WITH

    def is_filler(self, index: int) -> bool:
        phrase = self.phrases[index]
        if phrase.kind == "unit":
            return not phrase.text.lower().startswith("cal")  # "3 rounds of cal bike 15"
        return phrase.kind == "words" and all(
            word.strip(".'") in FILLERS for word in phrase.text.lower().replace("-", " ").split()
        )

    def fillers(self) -> set[int]:
        """Words and marks next to a format that carry nothing of their own, up to the first thing that
        does."""
        silent = (
            "of",
            "colon",
            "reps",
            "at",
            "dash",
            "x",
            "unit",
            "comma",
            "open",
            "close",
            "each",
            "set-word",
            "bar",
        )
        fill: set[int] = set()
        for step in (1, -1):
            for start in sorted(self.used):
                place = start + step
                while (
                    0 <= place < len(self.phrases)
                    and place not in self.line.taken
                    and place not in self.used
                    and (self.phrases[place].kind in silent or self.is_filler(place))
                    and not self.phrases[place].text.lower().startswith("cal")
                    and self.phrases[place].text != ";"
                    and not (step == -1 and self._parts_names(place, start))
                    and not (step == 1 and self._parts_work(place, start))
                ):
                    fill.add(place)
                    place += step
        return fill

    def _parts_work(self, place: int, start: int) -> bool:
        """Whether the comma behind a format stands before another name: '5x5 back squat (rest 2 min),
        press 3x5'."""
        said = (one for one in range(start) if one not in self.line.taken and one not in self.used)
        before = any(self.kind(one) == "words" and not self.is_filler(one) for one in said)
        names = self.kind(place + 1) == "words" and not self.is_filler(place + 1)
        names |= place + 1 < len(self.phrases) and self.phrases[place + 1].unit == "cal"
        return self.kind(place) in ("comma", "bar", "slash", "plus") and before and names

    def _parts_names(self, place: int, start: int) -> bool:
        """Whether a comma stands between two names of which the second is told through a format from start:
        'push-ups, 8 rounds of squats'."""
        behind = start
        while behind in self.used:
            behind += 1
        rounds = any(self.kind(one) == "rounds" for one in range(start, behind))
        names = self.kind(place - 1) == "words" and self.kind(behind) == "words"
        return rounds and names and self.kind(place) == "comma"
