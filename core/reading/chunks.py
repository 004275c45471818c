"""One stretch of a line -> one movement with its quantities (a draft; totals come later, in volumes.py)."""
from __future__ import annotations

from dataclasses import dataclass, field

from core.reading.names import IMPLEMENT_WORDS, MODIFIERS, Names, plain
from core.reading.tokens import Phrase
from core.reading.units import HEIGHT_UNITS, KG_PER, METRE_PER, SECOND_PER
from core.reading.workout import Unread

POUND_PLATES = frozenset({65, 95, 115, 135, 155, 165, 185, 205, 225, 245, 275, 315})  # usual first standards in lb; common practice
MAX_LOAD_KG = 500
MAX_COUNT = 5000
HEAVY_WORDS = {"single": 1, "double": 2, "triple": 3}
BUILD_SETS = 5  # sets taken to reach a heavy single or triple; common practice
HEAVY_PERCENT = 95.0


@dataclass
class Draft:
    """A movement being read. reps are per round; scheme is set when the line itself says every set."""

    line: int
    column: int
    text: str
    movement: str = ""
    division: str | None = None
    reps: int | None = None
    scheme: tuple[int, ...] = ()
    sets: int | None = None
    sets_written: bool = False
    loads_kg: tuple[float, ...] = ()
    load_text: str = ""
    implements: int = 1
    percent: float | None = None
    rpe: float | None = None
    distance_m: float | None = None
    calories: int | None = None
    seconds: int | None = None
    heights_m: tuple[float, ...] = ()
    sides: int = 1
    tempo: str = ""
    station: int | None = None
    replaces: int | None = None
    max_effort: bool = False
    estimated: bool = False
    assumed: list[str] = field(default_factory=list)
    notes: list[str] = field(default_factory=list)

    @property
    def has_amount(self) -> bool:
        return bool(self.reps or self.scheme or self.distance_m or self.calories or self.seconds or self.max_effort)


@dataclass
class Chunk:
    """A draft and what in it was not understood. ``draft`` is None when no movement was found."""

    draft: Draft | None
    unread: list[Unread]
    amounts: Draft


def read_chunk(line: int, phrases: list[Phrase], bracketed: set[int], names: Names) -> Chunk:
    """Read one chunk. ``bracketed`` holds the columns of phrases that stood in brackets."""
    draft = Draft(line, phrases[0].column + 1, "")
    unread: list[Unread] = []
    named: Phrase | None = None
    index = 0
    while index < len(phrases):
        phrase = phrases[index]
        following = phrases[index + 1] if index + 1 < len(phrases) else None
        if phrase.kind == "words":
            if phrase.column in bracketed and (named or not names.find(phrase.text)):
                draft.notes.append(phrase.text)
            else:
                named = _read_name(draft, phrase, named, names, unread)
        elif phrase.kind in ("tempo", "rpe") and following and following.kind in ("scheme", "count"):
            _read_tagged(draft, phrase.kind, following)
            index += 1
        elif phrase.kind == "build":
            index += _read_build(draft, phrases[index + 1:])
        else:
            _read_amount(draft, phrase, named is not None, unread)
        index += 1
    if named is not None:
        draft.text, draft.column = named.text, named.column + 1
    return Chunk(draft if draft.movement else None, unread, draft)


def _read_name(draft: Draft, phrase: Phrase, named: Phrase | None, names: Names, unread: list[Unread]) -> Phrase | None:
    words = plain(phrase.text).split()
    if named is not None and all(word in MODIFIERS for word in words):
        return named
    match = names.find(phrase.text)
    if match and named is None:
        draft.movement = match.movement
        if match.assumed:
            draft.assumed.append(match.assumed)
        for place, word in match.left_over:
            unread.append(Unread(draft.line, phrase.column + place + 1, word,
                                 "this word beside the movement was not understood", ()))
        return phrase
    if all(word in MODIFIERS or word in IMPLEMENT_WORDS for word in words):
        return named
    candidates = names.candidates(phrase.text)
    reason = "no movement by this name" if named is None else "more than one name in the same place"
    unread.append(Unread(draft.line, phrase.column + 1, phrase.text, reason, candidates))
    return named


def _read_tagged(draft: Draft, kind: str, value: Phrase) -> None:
    if kind == "tempo":
        draft.tempo = "-".join(str(int(number)) for number in value.values)
    else:
        draft.rpe = value.values[0]


def _read_build(draft: Draft, rest: list[Phrase]) -> int:
    """'build to a heavy 3': five sets up to it, marked as an estimate. Returns how many phrases were used."""
    reps, used = 1, 0
    if rest and rest[0].kind == "count":
        reps, used = int(rest[0].values[0]), 1
    elif rest and rest[0].kind == "words" and plain(rest[0].text).split()[0] in HEAVY_WORDS:
        reps = HEAVY_WORDS[plain(rest[0].text).split()[0]]
        used = 1 if len(plain(rest[0].text).split()) == 1 else 0
    draft.scheme, draft.sets, draft.sets_written, draft.estimated = (reps,) * BUILD_SETS, BUILD_SETS, True, True
    draft.percent = HEAVY_PERCENT
    return used


def _read_amount(draft: Draft, phrase: Phrase, named: bool, unread: list[Unread]) -> None:
    if phrase.kind == "sets":
        reps = int(phrase.values[0])
        if not 1 <= phrase.times <= 100 or not 1 <= reps <= MAX_COUNT:
            unread.append(Unread(draft.line, phrase.column + 1, phrase.text, "sets of 1 to 100 and reps of 1 to 5000 can be read"))
            return
        draft.scheme, draft.sets, draft.sets_written = (reps,) * phrase.times, phrase.times, True
    elif phrase.kind == "scheme":
        draft.scheme = tuple(int(number) for number in phrase.values)
        draft.sets_written = True
    elif phrase.kind == "count":
        _read_count(draft, phrase, named, unread)
    elif phrase.kind == "clock":
        draft.seconds = int(phrase.values[0])
    elif phrase.kind == "measure":
        _read_measure(draft, phrase, unread)
    elif phrase.kind == "per-side":
        draft.sides = 2
    elif phrase.kind == "max":
        draft.max_effort = True


def _read_count(draft: Draft, phrase: Phrase, named: bool, unread: list[Unread]) -> None:
    if draft.reps is None and not draft.scheme and not named and len(phrase.values) == 1 and phrase.values[0].is_integer():
        if not 1 <= phrase.values[0] <= MAX_COUNT:
            unread.append(Unread(draft.line, phrase.column + 1, phrase.text, "a count from 1 to 5000 can be read"))
            return
        draft.reps = int(phrase.values[0])
        return
    if not named and draft.reps is None:  # 15/12 without a unit before the name: the first standard counts
        draft.reps = int(phrase.values[0])
        draft.assumed.append(f"{phrase.text} as reps")
        return
    if draft.reps is None and not draft.has_amount and len(phrase.values) == 1:
        draft.reps = int(phrase.values[0])  # "push press 15"
        return
    unit = "lb" if phrase.values[0] in POUND_PLATES else "kg"
    _set_loads(draft, tuple(value * KG_PER[unit] for value in phrase.values), phrase, unread)
    draft.assumed.append(f"{phrase.text} as {unit}")


def _read_measure(draft: Draft, phrase: Phrase, unread: list[Unread]) -> None:
    first, unit = phrase.values[0], phrase.unit
    if phrase.times > 1 and unit not in KG_PER:
        draft.sets, draft.sets_written = phrase.times, True
    if unit in KG_PER:
        if phrase.times > 1:
            draft.implements = phrase.times
        _set_loads(draft, tuple(value * KG_PER[unit] for value in phrase.values), phrase, unread)
    elif unit in HEIGHT_UNITS:
        draft.heights_m = tuple(round(value * METRE_PER[unit], 4) for value in phrase.values)
    elif unit in METRE_PER:
        draft.distance_m = first * METRE_PER[unit]
    elif unit == "cal":
        draft.calories = int(first)
    elif unit in SECOND_PER:
        draft.seconds = int(first * SECOND_PER[unit])
    elif unit == "percent":
        draft.percent = first
        if first > 130:
            unread.append(Unread(draft.line, phrase.column + 1, phrase.text, "more than 130 % of a maximum"))


def _set_loads(draft: Draft, loads_kg: tuple[float, ...], phrase: Phrase, unread: list[Unread]) -> None:
    loads_kg = tuple(round(load, 3) for load in loads_kg)
    if any(not 0 < load <= MAX_LOAD_KG for load in loads_kg):
        unread.append(Unread(draft.line, phrase.column + 1, phrase.text, f"a load above 0 and up to {MAX_LOAD_KG} kg can be read"))
    elif draft.loads_kg and draft.loads_kg != loads_kg:
        unread.append(Unread(draft.line, phrase.column + 1, phrase.text,
                             f"a second load; {draft.load_text} stands already (write 60/40 kg for two standards)"))
    else:
        draft.loads_kg, draft.load_text = loads_kg, phrase.text



