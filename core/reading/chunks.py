"""One stretch of a line -> one movement with its amounts (a draft; totals come later, in volumes.py)."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator, Sequence
from dataclasses import replace

from core.catalog import Catalog
from core.catalog.rows import Movement
from core.reading.amounts import Amounts
from core.reading.board_words import board_words, speaks_of_care
from core.reading.context import in_context
from core.reading.draft import Chunk, Draft
from core.reading.line import Line
from core.reading.names import Match, Names
from core.reading.phrases import Phrase
from core.reading.plain_words import plain, plain_words
from core.reading.tokens import WOMEN
from core.reading.units import BELLS, METRE_PER


class ChunkReader:
    """Reads one chunk at a time with one gym's names."""

    def __init__(self, names: Names, catalog: Catalog):
        self.names = names
        self.catalog = catalog

    def read(self, line: Line, indices: list[int]) -> Chunk:
        """Read the phrases at these indices. Takes what it understands; the rest stays free."""
        draft = Draft(line.number, line.phrases[indices[0]].column + 1, "", system=line.system)
        found = self._name(line, indices)
        row = None
        if found is not None and self._is_a_title(line, indices, found):
            line.take(indices, "note", "what it is about")
            return Chunk(draft, False, indices)
        if found is not None and self._only_among_others(line, indices, found):
            found = None
        if found is None and _is_care(line, indices):
            first, last = line.phrases[indices[0]], line.phrases[indices[-1]]
            line.asides.append(line.text[first.column : last.end])
            line.take(indices, "note", "care for the tissues")
            return Chunk(draft, False, indices)
        if found is not None:
            name_at, match = found
            row = self._accept_name(line, draft, name_at, match)
        else:
            name_at = None
        if row is not None and name_at is not None:
            row = self._named_in_bracket(line, draft, name_at, row)
            row = self._named_further_on(line, draft, [one for one in indices if one > name_at], row)
        if row is not None:
            _take_remarks(line, draft, indices)
            draft.notes.extend(line.remarks)
            line.remarks = []
        Amounts(line, draft, indices, name_at, row).read()
        if row is not None:
            self._in_context(line, draft, row, match)
        return Chunk(draft, row is not None, indices)

    def _only_among_others(self, line: Line, indices: list[int], found: tuple[int, Match]) -> bool:
        """'highest clean box': a name among strange words that nothing counts is no movement."""
        index, match = found
        text = line.phrases[index].text
        if self.names.starts(text) and any(one.kind in ("sets", "scheme", "steps") for one in line.phrases):
            return False  # "hang snatch from mid thigh, 5 x 3": its sets stand behind the comma
        if line.of_division and self.names.starts(text):
            return False  # "air squats to a box"
        strange = [plain(text[start:end]) for start, end in match.left_over]
        counted = any(
            line.phrases[one].kind in TELLING or line.phrases[one].kind in ("max", "build", "clock")
            for one in indices
        )
        if any(one.kind == "interval" for one in line.phrases) and set(strange) <= REPEATED:
            return False  # "Bike intervals, 6 x 2:00 hard, 2:00 easy"
        return not counted and any(word not in board_words().sentences | TITLE_WORDS for word in strange)

    def _is_a_title(self, line: Line, indices: list[int], found: tuple[int, Match]) -> bool:
        """'Snatch complex', 'Farmer's walk medley': a movement's name that only says what follows."""
        words = set(plain(line.phrases[found[0]].text).split())
        counted = any(
            line.phrases[one].kind in TELLING or line.phrases[one].kind in ("max", "build") for one in indices
        )
        return line.followed and bool(words & TITLE_WORDS) and bool(found[1].left_over) and not counted

    def _name(self, line: Line, indices: list[int]) -> tuple[int, Match] | None:
        """The phrase that names the movement: outside brackets first, the surest first."""
        best: tuple[int, Match] | None = None
        for index in indices:
            phrase = line.phrases[index]
            if phrase.kind != "words" or index in line.taken or self._only_mentioned(line, indices, index):
                continue
            if self._is_reference(line, index):
                line.take([index], "note", "of what")
                continue
            if phrase.text.lower() in MONTHS and (index == 0 or line.phrases[index - 1].kind not in TELLING):
                continue  # "week of March 16"
            match = self.names.find(phrase.text) or self._short_run(line, index)
            if match is not None and match.start and NEGATED.match(phrase.text) and index > 0:
                continue  # "no kip"
            if (
                match is None
                or _are_repetitions(line, index, match)
                or self._only_alike(line, indices, match)
            ):
                continue
            rank = (index not in line.bracketed, match.confidence, not match.left_over)
            if best is None or rank > (
                best[0] not in line.bracketed,
                best[1].confidence,
                not best[1].left_over,
            ):
                best = (index, match)
            elif line.phrases[best[0] + 1].kind == "colon" and index == best[0] + 2 and all(rank):
                line.take([best[0]], "note", "what it is about")  # "Squat: back squat 3 x 5"
                best = (index, match)
        return best

    def _only_alike(self, line: Line, indices: Sequence[int], match: Match) -> bool:
        """'at a talking pace': a word only like a name's, among others, that nothing counts."""
        counted = any(line.phrases[one].kind in (*TELLING, "max", "build", "clock") for one in indices)
        return match.confidence < 1 and bool(match.beside) and not counted

    def _only_mentioned(self, line: Line, indices: list[int], index: int) -> bool:
        """'(rest 15 s between singles)': a name in brackets that nothing counts there is only mentioned."""
        if index not in line.bracketed:
            return False
        inside = [line.phrases[one].kind for one in indices if one in line.bracketed]
        return (
            not any(
                kind in ("count", "sets", "scheme", "clock", "max", "unit", "division") for kind in inside
            )
            and any(
                line.phrases[one].kind == "words" and self.names.find(line.phrases[one].text) is not None
                for one in indices
                if one not in line.bracketed
            )
        ) or any(line.phrases[one].kind == "rest" for one in line.bracketed)

    def _is_reference(self, line: Line, index: int) -> bool:
        """'up to 80 % of snatch', 'lunge 4x10, 50-60 % BS': the name says of what a percent is."""
        before = line.phrases[max(index - 2, 0) : index]
        if not before or line.of_division:
            return False
        earlier = (one.text for one in line.phrases[: index - 1] if one.kind == "words")
        if before[-1].unit == "percent" and any(map(self.names.find, earlier)):
            return True
        return len(before) == 2 and before[0].unit == "percent" and before[1].kind == "of"

    def _named_in_bracket(self, line: Line, draft: Draft, name_at: int, row: Movement) -> Movement:
        """'push-ups (hand release)': the bracket right behind a name makes it another movement."""
        behind = line.phrases[name_at + 1 : name_at + 4]
        if [phrase.kind for phrase in behind] != ["open", "words", "close"]:
            return row
        match = self.names.find(f"{behind[1].text} {draft.text}")
        if match is None or match.confidence < 1 or match.left_over or match.movement == row.id:
            return row
        if len(plain(draft.text).split()) >= match.words:
            return row
        draft.movement = match.movement
        line.take(
            [name_at + 1, name_at + 2, name_at + 3], "movement", self.catalog.movements[match.movement].name
        )
        return self.catalog.movements[match.movement]

    def _named_further_on(self, line: Line, draft: Draft, indices: Sequence[int], row: Movement) -> Movement:
        """'walking lunges with 20/15 kg plate overhead': words behind the amounts change it."""
        for index in indices:
            phrase = line.phrases[index]
            if phrase.kind != "words" or index in line.taken or index in line.bracketed:
                continue
            match = next(filter(None, map(self._longer_name, _said_with(phrase.text, draft.text))), None)
            if match is None or match.movement == row.id:
                continue
            if len(plain(draft.text).split()) < match.words:
                draft.movement, row = match.movement, self.catalog.movements[match.movement]
                line.take([index], "movement", row.name)
        return row

    def _longer_name(self, text: str) -> Match | None:
        match = self.names.find(text)
        return match if match is not None and match.confidence == 1 and not match.left_over else None

    def _short_run(self, line: Line, index: int) -> Match | None:
        """'400 m R': one letter beside a distance; '50 skips': a rope where they are many."""
        if line.phrases[index].text.lower() == "skips" and index:
            count = line.phrases[index - 1]
            many = count.kind == "count" and count.values[0] >= 2 * FEWEST_SKIPS
            return Match("single-under", 1.0, 0, len("skips")) if many else None
        if index == 0:
            return None
        before = line.phrases[index - 1]
        if line.phrases[index].text.lower() == "ab" and before.unit == "cal":
            return Match("bike", 1.0, 0, 2)  # "12 cal AB": an air bike
        if line.phrases[index].text.lower() != "r":
            return None
        return Match("run", 1.0, 0, 1) if before.kind == "measure" and before.unit in METRE_PER else None

    def _accept_name(self, line: Line, draft: Draft, index: int, match: Match) -> Movement:
        phrase = line.phrases[index]
        draft.movement = match.movement
        draft.text = line.text[phrase.column + match.start : phrase.column + match.end]
        draft.column = phrase.column + match.start + 1
        if match.assumed:
            draft.assumed.append(f"{draft.text} {match.assumed}")
        row = self.catalog.movements[match.movement]
        line.taken.add(index)
        line.mark(
            phrase.column + match.start,
            phrase.column + match.end,
            "assumed" if match.assumed else "movement",
            row.name,
        )
        for word in re.finditer(r"\S+", phrase.text):
            start, end = word.span()
            if match.start <= start < match.end:
                continue
            if any(left_start <= start < left_end for left_start, left_end in match.left_over):
                line.hand_back(
                    phrase.column + start,
                    phrase.column + end,
                    "this word beside the movement was not understood",
                    self.names.candidates(word.group()),
                )
            else:
                line.mark(phrase.column + start, phrase.column + end, "note", "how to do it")
        if "synchro" in match.beside or "synchronised" in match.beside:
            draft.synchro = True
        draft.everyone |= "together" in match.beside
        draft.as_above |= "same" in match.beside and bool(set(match.beside) & SAME_KIT)
        draft.unloaded |= "unloaded" in match.beside or "band" in plain(draft.text).split()
        if {"cal", "calorie", "cals"} & set(match.beside):
            draft.counts = "cal"
        if row.sides == 2 and {"alternating", "alternate"} & set(match.beside):
            draft.notes.append("alternating")
        return row

    def _in_context(self, line: Line, draft: Draft, row: Movement, match: Match) -> None:
        """Mark a word that means another movement beside what stands there."""
        name = in_context(draft, row, self.catalog, "alternating" in match.beside)
        if name is not None:
            line.marks = [
                replace(one, role="assumed", says=name)
                if one.column == draft.column and one.role == "movement"
                else one
                for one in line.marks
            ]


HOLDING = frozenset(("holding", "hold", "carrying", "carry", "two", "single", "pair"))
WHERE_HELD = ("overhead", "front rack", "goblet")


def _said_with(words: str, name: str) -> Iterator[str]:
    """'box step-ups, holding one dumbbell', 'lunges w/ plate overhead': the names that words behind an amount
    may make of one, the most telling first."""
    yield f"{words} {name}"
    beside = [one for one in plain(words).split() if one not in HOLDING | board_words().passable]
    if not beside:
        return
    name = " ".join(one for one in plain(name).split() if one not in ("alternating", "alternate")) or name
    yield f"{' '.join(beside)} {name}"
    for place in WHERE_HELD:
        if place in plain(words):
            yield f"{place} {name}"
    if len(beside) == 1 and beside[0] in HELD_IN_HAND:
        yield f"{beside[0]} {name}"


SAME_KIT = frozenset(("dumbbell", "kettlebell", "bell", "bar", "barbell", "weight", "load"))
HELD_IN_HAND = ("dumbbell", "kettlebell", "plate", "sandbag", "barbell")
FEWEST_SKIPS = 10  # fewer 'singles' are repetitions; common practice
REPEATED = frozenset(("interval", "intervals", "repeat", "repeats"))
TITLE_WORDS = frozenset(
    (
        "complex",
        "medley",
        "clinic",
        "class",
        "cycle",
        "focus",
        "seminar",
        "wave",
        "technique",
        "session",
        "block",
        "progression",
        "day",
        "special",
        "work",
    )
)
TELLING = frozenset(
    (
        "count",
        "everyone",
        "measure",
        "tempo",
        "rpe",
        "rir",
        "rm",
        "per-side",
        "each",
        "sum",
        "sets",
        "scheme",
        "steps",
        "sex",
        "division",
        "bodyweight",
        "synchro",
        "unit",
    )
)


def _are_repetitions(line: Line, index: int, match: Match) -> bool:
    """'last single no heavier than ..': one repetition; '50 singles' are skips."""
    words = set(plain_words(line.phrases[index].text)) - board_words().passable
    before = line.phrases[index - 1] if index else None
    many = (
        before is not None
        and before.kind in ("count", "scheme", "measure")
        and max(before.values) >= FEWEST_SKIPS
    )
    skips = match.movement in ("single-under", "double-under") and match.words == 1
    lifted = any(one.kind in ("build", "rpe", "rm") or one.unit == "percent" for one in line.phrases)
    return skips and (len(words) > 1 or (lifted and not line.of_division)) and not many


def _is_care(line: Line, indices: Sequence[int]) -> bool:
    return any(
        speaks_of_care(line.phrases[index].text) for index in indices if line.phrases[index].kind == "words"
    )


def _take_remarks(line: Line, draft: Draft, indices: list[int]) -> None:
    """A bracket with nothing to read in it ('step down', 'within 12:00') is a note, whole."""
    run: list[int] = []
    for index in [*indices, None]:
        if index is not None and index in line.bracketed and (not run or index == run[-1] + 1):
            run.append(index)
            continue
        if run and not any(one in line.taken for one in run) and _is_remark(line, run):
            words = plain(" ".join(line.phrases[one].text for one in run)).split()
            text = line.text[line.phrases[run[0]].column : line.phrases[run[-1]].end]
            if not all(word in board_words().passable for word in words):
                draft.notes.append(text)
            draft.alternating |= "alternating" in words
            draft.as_above |= "same" in words and bool(set(words) & SAME_KIT)
            line.take(run, "note", "a note")
        run = [index] if index is not None and index in line.bracketed else []


def take_asides(line: Line) -> None:
    """A bracket that says when or why ('after the round of 10') holds no amounts: kept for the line's first
    movement."""
    at = 0
    while at < len(line.phrases):
        stop = at
        while (
            stop < len(line.phrases)
            and stop in line.bracketed
            and line.phrases[stop].kind not in ("open", "close")
        ):
            stop += 1
        if (
            (
                stop > at
                and line.phrases[at].kind in ("words", "after-set", "sex")
                and (_ASIDE.match(line.phrases[at].text) or _is_her_scheme(line.phrases[at:stop]))
            )
            or _is_less(line.phrases[at:stop])
            or (stop > at + 1 and line.phrases[at].kind == "or")
            or _is_a_place(line, at, stop)
        ):
            line.remarks.append(line.text[line.phrases[at].column : line.phrases[stop - 1].end])
            line.take(range(at, stop), "note", "a note")
        at = max(stop, at + 1)


def take_fewer(line: Line) -> None:
    """'max strict pull-ups -2': two fewer than one could."""
    tail = line.phrases[-2:]
    fewer = [one.kind for one in tail] == ["dash", "count"] and tail[1].values[0] <= MOST_FEWER
    if fewer and tail[0].end == tail[1].column and any(one.kind == "max" for one in line.phrases):
        line.remarks.append(line.text[tail[0].column : tail[1].end])
        line.take(range(len(line.phrases) - 2, len(line.phrases)), "note", "fewer than you could")


MOST_FEWER = 5


def _is_a_place(line: Line, at: int, stop: int) -> bool:
    """'5 at 70 % of (1)': which line is meant."""
    return (
        stop - at == 1 and line.phrases[at].kind == "count" and at >= 2 and line.phrases[at - 2].kind == "of"
    )


def _is_less(phrases: Sequence[Phrase]) -> bool:
    """'4 x max (-2)': two fewer than one could."""
    return [phrase.kind for phrase in phrases[:2]] == ["dash", "count"] and len(phrases) <= 3


def _is_her_scheme(phrases: Sequence[Phrase]) -> bool:
    """'cal bike (women 24-16-8)': another list for the second standard."""
    her = phrases[0].kind == "sex" and phrases[0].text.lower().startswith(WOMEN)
    return her and any(phrase.kind == "scheme" for phrase in phrases)


def take_vest(line: Line) -> None:
    """'with a 20/14 lb vest': worn, and no load of any movement."""
    for index, phrase in enumerate(line.phrases):
        words = set(plain(phrase.text).split())
        if phrase.kind != "words" or "vest" not in words or words - WORN - board_words().passable:
            continue
        beside = [
            one
            for one in (index - 1, index + 1)
            if 0 <= one < len(line.phrases) and line.phrases[one].kind in ("measure", "count")
        ]
        line.remarks.append(
            line.text[line.phrases[min([index, *beside])].column : line.phrases[max([index, *beside])].end]
        )
        line.take(sorted([index, *beside]), "note", "worn")


def take_bells(line: Line) -> None:
    """'20 DB thrusters 15s/10s': dumbbells of so much, no work and rest."""
    for index, phrase in enumerate(line.phrases):
        if phrase.kind != "interval" or not BELLS.fullmatch(phrase.text):
            continue
        words = {
            word for one in line.phrases[:index] if one.kind == "words" for word in plain_words(one.text)
        }
        if words & {"dumbbell", "kettlebell"} and any(one.kind == "count" for one in line.phrases[:index]):
            values = tuple(float(one) for one in re.findall(r"\d+", phrase.text))
            bells = replace(phrase, kind="measure", unit="s", values=values, pair=True)
            line.phrases = (*line.phrases[:index], bells, *line.phrases[index + 1 :])


def take_targets(line: Line) -> None:
    """'500 m row under 1:50/2:10', 'sub 8:00': how fast is aimed for."""
    for index, (first, second) in enumerate(itertools.pairwise(line.phrases)):
        word = plain_words(first.text)[-1:] if first.kind == "words" else ()
        behind = line.phrases[index + 2].text.lower() if index + 2 < len(line.phrases) else ""
        aimed = set(word) & FASTER or (set(word) & HELD_PACE and behind.startswith(("pace", "split", "/500")))
        if not aimed or second.kind not in ("clock", "interval", "window"):
            continue
        before = first.text.rsplit(None, 1)[0] if len(first.text.split()) > 1 else ""
        if not before:
            line.take([index], "note", "a target")
        line.take([index + 1], "note", "a target")
        line.remarks.append(line.text[first.column : second.end])


MONTHS = frozenset(("march", "may"))  # that a movement's name could be
NEGATED = re.compile(r"(?:no|without)\s", re.IGNORECASE)
FASTER = frozenset(("under", "sub", "below", "within"))
HELD_PACE = frozenset(("hold", "holding", "keep", "at", "around", "aim", "target"))
WORN = frozenset(("vest", "weighted", "wear", "wearing"))
_ASIDE = re.compile(r"^(?:was|were|last|after|before|until|if|when|because|instead)\b", re.IGNORECASE)
_WHEN = re.compile(r"^(?:after|before|until|at the|if|when|as|not|no|from|one|two|three)\b", re.IGNORECASE)


def _is_remark(line: Line, run: list[int]) -> bool:
    """Whether a bracket says nothing of its own, or says when ('after the round of 10')."""
    text = line.text[line.phrases[run[0]].column : line.phrases[run[-1]].end]
    if set(plain(text).split()) <= {"cal", "calorie", "for", "reps"}:
        return False
    equals = any(phrase.text == "=" for phrase in line.phrases[run[0] : run[-1] + 1])
    return (
        equals
        or not any(line.phrases[one].kind in TELLING for one in run)
        or (line.phrases[run[0]].kind == "words" and _WHEN.match(text) is not None)
    )
