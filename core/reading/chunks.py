"""One stretch of a line -> one movement with its amounts (a draft; totals come later, in volumes.py)."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import replace

from core.catalog import Catalog
from core.catalog.rows import Movement
from core.reading.amounts import Amounts
from core.reading.board_words import board_words, speaks_of_care
from core.reading.context import in_context
from core.reading.draft import Chunk, Draft
from core.reading.kit_words import GOING
from core.reading.line import SILENT, Line
from core.reading.names import Match, Names
from core.reading.plain_words import plain, plain_words
from core.reading.remarks import SAME_KIT, TELLING, take_remarks
from core.reading.units import METRE_PER

FEW_WORDS = 3  # that name a machine beside an interval: "air bike hard"
_WITH_KIT = re.compile(r"\s+with\s+(?:an?|one|the|your)\s+([a-z]{3,})\s*$", re.IGNORECASE)
_NEXT = re.compile(r"[,;](?!\s*(?:switch|change|swap|split|shar))|\.", re.IGNORECASE)
_IN_TURN = re.compile(
    r"\b(?:switch|change|swap|split|share)(?:ing|s|d)?\b", re.IGNORECASE
)  # together, but not at once


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
        words = plain_words(line.phrases[found[0]].text) if found is not None else ()
        if found is not None and words in board_words().care and (found[1].left_over or len(words) > 1):
            found = None  # "leg swings", which no kettlebell swings; "squat hold"
        if found is None and _is_care(line, indices):
            first, last = line.phrases[indices[0]], line.phrases[indices[-1]]
            line.asides.append(line.text[first.column : last.end])
            line.take(indices, "note", "care for the tissues")
            return Chunk(draft, False, indices)
        if found is not None:
            name_at, match = found
            match = self._with_its_kit(line.phrases[name_at].text, match)
            row = self._accept_name(line, draft, name_at, match)
        else:
            name_at = None
        if row is not None and name_at is not None:
            row = self._named_in_bracket(line, draft, name_at, row)
            row = self._named_further_on(line, draft, [one for one in indices if one > name_at], row)
        if row is not None:
            take_remarks(line, draft, indices)
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
        if plain(text) == "clean" and self._how_it_is_done(line, index):
            return True
        if self.names.starts(text) and any(one.kind in ("sets", "scheme", "steps") for one in line.phrases):
            return False  # "hang snatch from mid thigh, 5 x 3": its sets stand behind the comma
        if line.of_division and self.names.starts(text):
            return False  # "air squats to a box"
        goes = match.confidence == 1 and self.catalog.movements[match.movement].family in GOING
        numbered = any(one.kind in TELLING for one in line.phrases)
        if goes and (text.lower().startswith("on ") or (numbered and len(text.split()) <= FEW_WORDS)):
            return False  # "10 rounds on the blue bike: 20 s hard, 40 s easy"
        strange = [plain(text[start:end]) for start, end in match.left_over]
        counted = any(
            line.phrases[one].kind in TELLING or line.phrases[one].kind in ("max", "build", "clock")
            for one in indices
        )
        if any(one.kind == "interval" for one in line.phrases) and set(strange) <= REPEATED:
            return False  # "Bike intervals, 6 x 2:00 hard, 2:00 easy"
        return not counted and any(word not in board_words().sentences | TITLE_WORDS for word in strange)

    def _how_it_is_done(self, line: Line, index: int) -> bool:
        """'slow and clean', beside which nothing is counted: how, not what."""
        before = [one for one in line.phrases[:index] if one.kind not in SILENT]
        joined = line.phrases[index - 1].kind == "and" if index else False
        words = all(one.kind in ("words", "and") for one in line.phrases)
        return joined and words and bool(before) and self.names.find(before[-1].text) is None

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
        ) or any(self._speaks_of_rest(line, one) for one in line.bracketed)

    def _speaks_of_rest(self, line: Line, index: int) -> bool:
        """'(rest 15 s between singles)'; a rest at the end of a list is one of its places: '(12 burpees /
        rest)'."""
        if line.phrases[index].kind != "rest":
            return False
        beside = [one.kind for one in line.phrases[index - 1 : index + 2 : 2]]
        return beside not in (["slash", "close"], ["comma", "close"], ["slash", "slash"], ["comma", "comma"])

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
        if [phrase.kind for phrase in behind] != ["open", "words", "close"] or "if" in plain(
            behind[1].text
        ).split():
            return row  # "pull-ups (banded if needed)"
        match = self.names.find(f"{behind[1].text} {draft.text}")
        if match is None or match.confidence < 1 or match.left_over or match.movement == row.id:
            return row
        if len(plain(draft.text).split()) >= match.words:
            return row
        draft.movement = match.movement
        draft.as_above |= "same" in plain(behind[1].text).split()
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

    def _with_its_kit(self, text: str, match: Match) -> Match:
        """'lunges with a sandbag': what is held makes it another movement, where one is called by both."""
        said = _WITH_KIT.search(text, match.end) if match.left_over else None
        words = text[match.start : match.end].split() if said else []
        named = (f"{said[1]} {' '.join(words[at:])}" for at in range(len(words)) if said)
        longer = next(filter(None, map(self._longer_name, named)), None)
        if said is None or longer is None or longer.movement == match.movement:
            return match
        return replace(match, movement=longer.movement, end=said.end(), left_over=(), assumed="")

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
        in_turn = _IN_TURN.search(_NEXT.split(line.text[phrase.column :], maxsplit=1)[0]) is not None
        draft.everyone |= "together" in match.beside and not in_turn
        draft.as_above |= "same" in match.beside and bool(set(match.beside) & SAME_KIT)
        draft.unloaded |= "unloaded" in match.beside or "band" in plain(draft.text).split()
        if {"cal", "calorie", "calory", "cals"} & set(match.beside):
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


MONTHS = frozenset(("march", "may"))  # that a movement's name could be
NEGATED = re.compile(r"(?:no|without)\s", re.IGNORECASE)
