"""'Men: 9 kg / 22.5 kg / 60 cm' and below it 'Women: 6 kg / 15 kg / 50 cm': the standards of a list, in its
order, of one of the two at a time; 'Men use 42.5 kg', 'Women use 30 kg': one bar's."""

from __future__ import annotations

import re
from collections.abc import Sequence

from core.catalog import Catalog
from core.reading.divisions import loadable
from core.reading.draft import Draft
from core.reading.joining import WOMEN
from core.reading.kit_words import LOADED, weight_of
from core.reading.numerals import number_of
from core.reading.units import HEIGHT_UNITS, METRE_PER, UNIT_OF

_ROW = re.compile(
    r"\W*(?P<who>men|male|males|guys|m|women|woman|female|females|ladies|w|f)\s*[:=–-]\s*(?P<list>\S.*?)\W*",
    re.IGNORECASE,
)
_PIECE = re.compile(r"(?P<number>\d{1,3}(?:[.,]\d)?)\s?(?P<unit>kgs?|lbs?|cm|in|inch|\")?", re.IGNORECASE)
_SIGN = re.compile(r"\s*[/,;|]\s*")
LEAST_PIECES = 2


def take_standards(text: str, work: Sequence[Draft], catalog: Catalog) -> bool:
    """Give the numbers of a row to what is lifted and jumped on in a list, in order; False where they fit no
    list."""
    row = _ROW.fullmatch(text)
    pieces = [_PIECE.fullmatch(one.strip()) for one in _SIGN.split(row["list"])] if row else []
    if row is None or len(pieces) < LEAST_PIECES or not all(pieces):
        return False
    said = [(number_of(one["number"].replace(",", ".")), _unit(one["unit"])) for one in pieces if one]
    units = {unit for _, unit in said}
    if ("" in units and len(units) > 1) or units & {*HEIGHT_UNITS} == units:
        return False
    lifted = [one for one in work if one.as_prescribed and _is_lifted(one, catalog)]
    boxes = [one for one in work if one.as_prescribed and _is_on_a_box(one, catalog)]
    loads = [(value, unit or "kg") for value, unit in said if unit not in HEIGHT_UNITS]
    heights = [value * METRE_PER[unit] for value, unit in said if unit in HEIGHT_UNITS]
    women = row["who"].lower().startswith(WOMEN)
    if len(loads) != len(lifted) or len(heights) not in (0, len(boxes)):
        return False
    if any(len(one.loads) != int(women and bool(lifted[0].loads)) for one in lifted):
        return False
    for one, (value, unit) in zip(lifted, loads, strict=True):
        one.loads, one.load_unit = (*one.loads, value) if women else (value, *one.loads), unit
        one.load_text = "/".join(f"{load:g}" for load in one.loads)
    for one, height in zip(boxes if heights else (), heights, strict=True):
        one.heights_m = (*one.heights_m, height) if women else (height, *one.heights_m)
    return True


_OF_ONE = re.compile(
    r"\W*?(?P<who>men|males?|guys|gents|m|women|woman|females?|ladies|w|f|[♂♀])\s*"
    r"(?:[:=–-]|\buses?|\btakes?|\blift|\bat|\bwith)?\s*"
    r"(?P<number>\d{1,3}(?:[.,]\d{1,2})?)\s?(?P<unit>kgs?|lbs?)\W*",
    re.IGNORECASE,
)


class OneStandard:
    """Gives the one load of a row to what is lifted in a list, and that of the other sex in the next row to
    the same."""

    def __init__(self, catalog: Catalog):
        self.catalog = catalog
        self.women: bool | None = None
        self.given: list[Draft] = []

    def take(self, text: str, work: Sequence[Draft]) -> bool:
        """Whether a row says one load for one of the two."""
        said = _OF_ONE.fullmatch(text)
        if said is None:
            return False
        women, value = said["who"].lower().startswith(WOMEN), number_of(said["number"].replace(",", "."))
        unit = _unit(said["unit"])
        if self.women is (not women) and all(
            one in work and len(one.loads) == 1 and one.load_unit == unit for one in self.given
        ):
            for one in self.given:
                one.loads = (*one.loads, value) if women else (value, *one.loads)
        else:
            lifted = loadable(work, self.catalog)
            bars = [one for one in lifted if self.catalog.movements[one.movement].implement == "barbell"]
            self.given = bars or lifted
            for one in self.given:
                one.loads, one.load_unit = (value,), unit
        for one in self.given:
            one.load_text = "/".join(f"{load:g}" for load in one.loads)
        self.women = women
        return bool(self.given)


_OF_A_DIVISION = re.compile(
    r"\W*(?:[^\W\d]+\s+){0,3}(?P<who>(?:wo)?men|males?|females?|ladies)\s*(?:\d\d\s?"
    r"(?:\+|[-–]\s?\d\d))?\s*[:=–-]?\s*"
    r"\d{1,3}(?:[.,]\d{1,2})?\s?(?:kgs?|lbs?)?\W*",
    re.IGNORECASE,
)


class StandardsOfDivisions:
    """Puts 'Masters women: 25 kg' to 'Masters men: 35 kg' of the row above."""

    def __init__(self) -> None:
        self.women: bool | None = None
        self.given: list[Draft] = []

    @staticmethod
    def told_by(text: str) -> bool | None:
        """Whether a row is about women's load, about men's, or neither."""
        said = _OF_A_DIVISION.fullmatch(text)
        return None if said is None else said["who"].lower().startswith(WOMEN)

    def join(self, women: bool, given: list[Draft]) -> bool:
        """Whether what a row gave is the other standard of what the row above gave."""
        pairs = list(zip(self.given, given, strict=False))
        joined = (
            self.women is (not women)
            and len(self.given) == len(given) > 0
            and all(
                (one.movement, one.division, one.replaces, len(one.loads), len(other.loads))
                == (other.movement, other.division, other.replaces, 1, 1)
                for one, other in pairs
            )
        )
        for one, other in pairs if joined else ():
            one.loads = (*one.loads, *other.loads) if women else (*other.loads, *one.loads)
            one.load_text = "/".join(f"{load:g}" for load in one.loads)
        self.women, self.given = (None, []) if joined else (women, given)
        return joined


_OF_A_KIT = re.compile(
    r"\W*(?P<who>men|males?|m|women|woman|females?|f|w)\s*[:=–-]\s*(?P<number>\d"
    r"{1,3}(?:[.,]\d)?)\s?(?P<unit>kgs?|lbs?)?"
    r"\s+(?P<kit>[^\W\d]+(?:\s[^\W\d]+)?)\W*",
    re.IGNORECASE,
)
KITS = {
    "kettlebell": ("kettlebell", "kettlebells", "kb", "kbs", "bell"),
    "dumbbell": ("dumbbell", "dumbbells", "db", "dbs"),
    "barbell": ("barbell", "bar"),
    "medicine-ball": ("ball", "wall ball", "medicine ball", "med ball", "wb"),
}  # what is held, and how boards call it


def take_standard_of_a_kit(text: str, work: Sequence[Draft], catalog: Catalog) -> bool:
    """'Men: 24 kg kettlebell', 'Women: 16 kg kettlebell' below a list: what each lifts of that kit."""
    said = _OF_A_KIT.fullmatch(text)
    kit = next((kit for kit, words in KITS.items() if said and said["kit"].lower() in words), "")
    held = [one for one in work if one.as_prescribed and weight_of(catalog.movements[one.movement]) == kit]
    if said is None or not held:
        return False
    value, unit = number_of(said["number"].replace(",", ".")), _unit(said["unit"]) or "kg"
    for one in held:
        before = one.loads[:1] if one.load_unit == unit else ()
        one.loads = (*before, value) if said["who"].lower().startswith(WOMEN) else (value,)
        one.load_unit, one.load_text = unit, "/".join(f"{load:g}" for load in one.loads)
    return True


def _unit(text: str | None) -> str:
    return UNIT_OF["in" if text == '"' else text.lower()] if text else ""


def _is_on_a_box(one: Draft, catalog: Catalog) -> bool:
    return catalog.movements[one.movement].implement == "box"


def _is_lifted(one: Draft, catalog: Catalog) -> bool:
    weighed = one.percents or one.bodyweight or one.unloaded
    return not weighed and catalog.movements[one.movement].implement in LOADED
