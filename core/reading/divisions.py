"""Divisions: which one a line speaks of, and which shared lines what it says stands in for."""

from __future__ import annotations

import re
from collections.abc import Collection, Iterable, Sequence
from dataclasses import replace
from functools import lru_cache

from core.catalog import Catalog
from core.catalog.rows import Movement
from core.reading.board_words import board_words
from core.reading.draft import LOADS, Draft, worth
from core.reading.kit_words import LOADED, held_in_hands, weight_of
from core.reading.line import Line
from core.reading.plain_words import plain
from core.reading.workout import Division

DIVISION_IDS: tuple[tuple[str, Division], ...] = (
    ("rx+", "elite"),
    ("rx +", "elite"),
    ("rx", "rx"),
    ("as presc", "rx"),
    ("open", "rx"),
    ("pro", "rx"),
    ("performance", "rx"),
    ("health", "foundation"),
    ("sc", "scaled"),
    ("modif", "scaled"),
    ("sub", "scaled"),
    ("half", "scaled"),
    ("adaptation", "scaled"),
    ("fit", "scaled"),
    ("int", "intermediate"),
    ("beg", "foundation"),
    ("nov", "foundation"),
    ("newcomer", "foundation"),
    ("newb", "foundation"),
    ("new ", "foundation"),
    ("newer ", "foundation"),
    ("rookie", "foundation"),
    ("basic", "foundation"),
    ("foundation", "foundation"),
    ("master", "masters"),
    ("elite", "elite"),
    ("advanced", "elite"),
    ("comp", "elite"),
    ("teen", "teens"),
    ("youth", "teens"),
    ("adaptive", "adaptive"),
    ("one", "adaptive"),
    ("seated", "adaptive"),
)
_NAMES = (
    r"rx\s?\+|rx'?d?|as\s+prescribed|scal(?:ed?|ing)(?:\s[1-4](?=\s*[:)-]))?|sc|modi"
    r"fied|sub|fitness|fit|intermediate|inter|int|beginners?|beg|novice|nov(?=\s*:)|"
    r"newcomers?|newbies|new(?:er)?\s+(?:people|members|athletes|starters|folks)(?=\s*(?:[:=–(]|-\s))|rookies?"
    r"|basics|foundations?|"
    r"masters?|elite|advanced|performance|(?:health|open|pro)(?=\s*:[^:]*\d|\s+(?:wo"
    r")?men\s+\d)|competitors?|compete|competition(?=\s*:?\s*$)|comp(?=\s*[:=])|teen"
    r"s?|youth|adaptive|one[-\s]arm(?:ed)?(?=\s+athletes?\b)|seated|half(?=\s*:)|adaptations?(?=\s*:)|l[1-4]|(?:level|lvl"
    r")\s?[1-4]"
)
_AGES = r"(?:\s*(?:age)?\s*\(?\d\d(?!\s?[\d/.,])\s?(?:\+|[-–]\s?\d\d)?\)?)?"
LEAD = re.compile(
    rf"^[\s*_#•·>(\[-]*(?:(?P<name>{_NAMES}){_AGES}(?:\s*(?:/|and|&)\s*(?:masters|tee"
    rf"ns|{_NAMES}){_AGES})?(?:\s+(?:division|option|version|event(?!\s*[\dA-D]\b)|group|seated|standing|"
    rf"(?:wo)?men(?:\s+\d\d\s?(?:\+|[-–]\s?\d\d)(?=\s*:)|(?!\s+\d))|final|athletes?|t"
    rf"eams?|pairs|individuals?))?|(?:ages?\s+|(?:age\s+)?(?:groups?|categor(?:y|ies)"
    rf")\s+|(?:wo)?men\s+)?(?P<age>\d\d\+|(?:[3-6]\d\s?[-–]\s?[3-6]\d|1[2-8]\s?[-–]\s"
    rf"?1[3-9])(?=\s*:|\s+(?:wod|event|workout)\b)))"
    r"[*_]*(?P<sign>\s*(?:\(seated\)|\(standing\))?\s*(?:[:=)\]|]|[-–—>]+(?=\s)|\."
    r"{2,}|$)|\s+(?=[\d(]|\d?x|m\s|(?:wo)?men\b|(?:wod|event|workout)\s)|\s+(?:takes"
    r"?|uses?|do(?:es)?|goes?|with|is|are)\s+)\s*(?:[-–—]\s)?",
    re.IGNORECASE,
)
CANONICAL = re.compile(r"^\s*(?P<name>[a-z]+(?: [1-4])?) \((?:line (?P<lines>\d+(?:, \d+)*)|more)\):\s*")
SCALE_TO = re.compile(
    r"^\W*scale\s+(?!.*\b(?:if|when)\b)(?:the\s+)?(?=[^.:,]{2,30}?\s+to\s+(?!an?\b))", re.IGNORECASE
)
_AND_RX = re.compile(r"(?:/|\band\b|&)\s*rx\b(?!\s?\+)", re.IGNORECASE)
NOTHING_OF_ITS_OWN = re.compile(
    r"^\s*(?:as\s+(?:written|above|prescribed|is|rx|intermediate|scaled|shown)"
    r"(?!\s*,?\s+(?:with|but|except)\b)|same|no\s+change|see above)\b",
    re.IGNORECASE,
)
_INSTEAD = re.compile(r"\s+(?:instead\s+of|in\s+place\s+of|rather\s+than|for\s+the)\s+", re.IGNORECASE)


def division_id(text: str) -> str:
    """'Rx', 'scaled to', 'L2', 'beginners' -> rx, scaled, level-2, foundation."""
    lowered = text.lower().strip()
    if match := re.fullmatch(r"(?:l|level|lvl)\s?([1-4])", lowered):
        return f"level-{match.group(1)}"
    if re.fullmatch(r"scal\w+\s[2-4]", lowered):
        return "foundation"  # the lighter one of two
    if re.match(r"\d\d\s?[+–-]", lowered):
        return "teens" if lowered[0] == "1" else "masters"
    return next((name for start, name in DIVISION_IDS if lowered.startswith(start)), "scaled")


def leading_division(text: str) -> tuple[str, int] | None:
    """The division a line starts with and where the rest begins, or None."""
    match = LEAD.match(text)
    if match is None and (told := SCALE_TO.match(text)) is not None:
        return "scaled", told.end()
    if match is None:
        return None
    if _AND_RX.search(match.group()):
        return "rx", match.end()  # "Elite / Rx: ..": everybody's list
    return division_id(match["name"] or match["age"]), match.end()


def canonical_division(text: str) -> tuple[str, tuple[int, ...], int] | None:
    """'scaled (line 1, 3): ': the division, the places of the lines it stands in for, and where the rest
    begins."""
    match = CANONICAL.match(text)
    if match is None:
        return None
    lines = tuple(int(one) - 1 for one in re.findall(r"\d+", match["lines"] or ""))
    return division_id(match["name"]), lines, match.end()


def leads_with_division(text: str) -> bool:
    """Whether a line starts with a division's name."""
    return (
        LEAD.match(text) is not None or SCALE_TO.match(text) is not None or CANONICAL.match(text) is not None
    )


def instead_of(text: str) -> tuple[int, int] | None:
    """Where 'instead of' stands in a line, or None."""
    match = _INSTEAD.search(text)
    return (
        (match.start(), match.end())
        if (match and "instead" in match.group() + " ") or (match and "place" in match.group())
        else None
    )


SUBSTITUTE = 3  # the likeness of a usual substitute


@lru_cache(maxsize=1)
def _groups() -> dict[str, frozenset[int]]:
    """movement -> the groups of usual substitutes it is in."""
    found: dict[str, set[int]] = {}
    for number, group in enumerate(board_words().instead):
        for movement in group:
            found.setdefault(movement, set()).add(number)
    return {movement: frozenset(numbers) for movement, numbers in found.items()}


def _groups_of(movement: str) -> frozenset[int]:
    return _groups().get(movement, frozenset())


def is_substitute(movement: str, other: str) -> bool:
    """Whether one of two movements is usually done for the other."""
    return movement != other and bool(_groups_of(movement) & _groups_of(other))


def likeness(original: Draft, movement: str, catalog: Catalog) -> int:
    """How likely a movement stands in for a shared line: 4 the same, 3 a usual substitute, 2 and 1 alike, 0
    not at all."""
    if original.movement == movement:
        return 4
    if _groups_of(original.movement) & _groups_of(movement):
        return SUBSTITUTE
    one, other = catalog.movements.get(original.movement), catalog.movements.get(movement)
    if one is None or other is None or one.family != other.family:
        return 0
    return 2 if one.implement == other.implement else 1


def shared_lines(work: Sequence[Draft]) -> list[int]:
    """Places of the lines everybody does."""
    return [at for at, one in enumerate(work) if one.as_prescribed]


def replaced_lines(work: Sequence[Draft], draft: Draft, division: str, catalog: Catalog) -> list[int]:
    """The shared lines a named movement of a division stands in for: all of the movement it is most like."""
    done = {at for one in work if one.division == division for at in one.replaces}
    free = [at for at in shared_lines(work) if at not in done]
    ranked = sorted(free, key=lambda at: (_rank(work[at], draft.movement, catalog), -at), reverse=True)
    if not ranked or not likeness(work[ranked[0]], draft.movement, catalog):
        return []
    best = work[ranked[0]].movement
    return [at for at in free if work[at].movement == best]


def _rank(original: Draft, movement: str, catalog: Catalog) -> tuple[int, bool]:
    """How likely a movement stands in for a shared line; of equals, for one with the same implement: hanging
    knee raises for toes to bar rather than for sit-ups."""
    one, other = catalog.movements.get(original.movement), catalog.movements.get(movement)
    same = one is not None and other is not None and one.implement == other.implement
    return likeness(original, movement, catalog), same


def best_likeness(work: Sequence[Draft], draft: Draft, division: str, catalog: Catalog) -> tuple[int, bool]:
    """How like its most alike free line a part's work is to a division's movement; whether with its bar."""
    done = {at for one in work if one.division == division for at in one.replaces}
    free = (work[at] for at in shared_lines(work) if at not in done)
    return max((_rank(one, draft.movement, catalog) for one in free), default=(0, False))


LEAST_FAR_M = 50  # that a bare number is of metres in the place of some
UNTOLD = ("load_text", "load_unit", "heights_m", "implements")  # that alone do not make another line


def stand_in(work: Sequence[Draft], places: Sequence[int], division: str, draft: Draft) -> Draft:
    """The shared lines at these places again for one division, with what it says of its own; amounts as in
    the first."""
    original = work[places[0]]
    copy = replace(
        original,
        division=division,
        replaces=tuple(places),
        line=draft.line,
        column=draft.column,
        text=draft.text or original.text,
        assumed=list(draft.assumed),
        notes=list(draft.notes),
        estimated=False,
        leads=False,
    )
    _overwrite(copy, draft)
    if draft.by_scheme > 1 and original.reps:
        copy.reps, copy.by_scheme = original.reps * draft.by_scheme, 1  # "5 muscle-ups (scaled: 2x dips)"
    if draft.movement and draft.movement != original.movement and not _short_name(original, draft):
        copy.movement = draft.movement
        for name in LOADS:
            if not worth(draft, name):
                setattr(copy, name, getattr(Draft(0, 0, ""), name))
        copy.sides = draft.sides
    return copy


def _short_name(original: Draft, draft: Draft) -> bool:
    """'squats 35 kg' for a division of a piece with front squats are front squats."""
    said, whole = set(plain(draft.text).split()), set(plain(original.text).split())
    return bool(draft.assumed) and bool(said) and said < whole


def _overwrite(copy: Draft, draft: Draft) -> None:
    metres = copy.distance_m and not (copy.reps or copy.scheme) and not draft.movement
    far = draft.reps if metres and draft.reps and draft.reps >= LEAST_FAR_M else 0
    fewer = draft.reps if copy.calories and not (copy.reps or draft.movement or draft.has_calories) else 0
    if draft.has_amount:
        copy.take_amounts(draft)
    if far:
        copy.distance_m, copy.reps = float(far), None  # "1000 m row (scaled: 750)"
    if fewer:
        copy.calories, copy.reps = fewer, None  # "24 cal row (scaled: 18)"
    if draft.by_scheme > 1:
        copy.by_scheme = draft.by_scheme
    for name in LOADS:
        if worth(draft, name):
            setattr(copy, name, getattr(draft, name))


def lines_with_load(
    work: Sequence[Draft], catalog: Catalog, kit: str = "", done: Collection[int] = (), load: float = 0.0
) -> list[int]:
    """The shared lines a load without a name is for: those of the kit named beside it, else the barbell's
    where one is loaded, else the last loaded one; none of those ``done`` while others are left. load: how
    much it is, so that it is not given to a far lighter line."""
    loaded = [at for at in shared_lines(work) if work[at].loads]
    loaded = [at for at in loaded if at not in done] or loaded
    if not loaded:
        lifted = set(map(id, loadable(work, catalog)))
        return [at for at in shared_lines(work) if id(work[at]) in lifted]
    if kit:
        return [at for at in loaded if weight_of(catalog.movements[work[at].movement]) == kit]
    likely = [at for at in loaded if may_be_of(load, work[at])] if load else []
    return _of_one_implement(likely or loaded, work, catalog)


LIGHTEST_SHARE, HEAVIEST_SHARE = 0.3, 1.1  # of a line's load that another level lifts; common practice


def may_be_of(load: float, line: Draft) -> bool:
    """Whether a load of another level, in the line's unit, may be meant for it."""
    return LIGHTEST_SHARE <= load / line.loads[0] <= HEAVIEST_SHARE


def _of_one_implement(places: list[int], work: Sequence[Draft], catalog: Catalog) -> list[int]:
    if not places:
        return []
    bars = [at for at in places if catalog.movements[work[at].movement].implement == "barbell"]
    chosen = bars or places
    last = work[chosen[-1]].loads
    return [at for at in chosen if work[at].loads == last]


def lines_of_amount(work: Sequence[Draft], draft: Draft) -> list[int]:
    """The shared lines an amount without a name is for: all that count calories, or metres."""
    if draft.calories:
        return [at for at in shared_lines(work) if work[at].calories]
    if draft.distance_m:
        return [at for at in shared_lines(work) if work[at].distance_m][:1]
    if draft.heights_m:
        return [at for at in shared_lines(work) if work[at].heights_m]
    return []


def _is_loaded(row: Movement) -> bool:
    return row.implement in LOADED or held_in_hands(row)


def loadable(work: Iterable[Draft], catalog: Catalog) -> list[Draft]:
    """Shared movements that are done with a weight and have none yet."""
    return [
        one
        for one in work
        if one.as_prescribed
        and not (one.loads or one.percents or one.bodyweight or one.unloaded)
        and _is_loaded(catalog.movements[one.movement])
    ]


def changes_nothing(original: Draft, draft: Draft) -> bool:
    """Whether a division only does the same movement in other words ('burpees, no jump')."""
    own = [
        name
        for name in LOADS
        if worth(draft, name) and getattr(draft, name) != getattr(original, name) and name not in UNTOLD
    ]
    return draft.movement in ("", original.movement) and not draft.has_amount and not own


_IN_BRACKET = (
    ["open", "division", "count", "rounds", "close"],
    ["open", "division", "colon", "count", "rounds", "close"],
)


def take_rounds_of_divisions(read: Line) -> dict[str, tuple[int, int]]:
    """'5 rounds (scaled 3 rounds)': the line, and how many rounds a division does."""
    kinds = [phrase.kind for phrase in read.phrases]
    own: dict[str, tuple[int, int]] = {}
    for at in range(1, len(kinds)):
        said = next((one for one in _IN_BRACKET if kinds[at : at + len(one)] == one), None)
        if said is not None and "rounds" in kinds[:at]:
            division = division_id(read.phrases[at + 1].text)
            own[division] = (read.number, int(read.phrases[at + said.index("count")].values[0]))
            read.take(range(at, at + len(said)), "division", f"{division}, their own rounds")
    return own
