"""A person as the core sees one: age, sex, size, measured ranges, cautions. Health data; the core never
stores it."""

from __future__ import annotations

import re
from dataclasses import dataclass
from functools import lru_cache
from typing import NamedTuple

from core.body.shortfall import Range, fused
from core.catalog import Catalog
from core.catalog.hints import did_you_mean
from core.catalog.rows import Norm
from core.errors import UnusableFile
from core.hazards import Cautions, check_tags
from core.learning import FeltNeed
from core.posture.body import Body, body_of
from core.reading.loads import EPLEY
from core.testing import Measurement, measured

MOST_BEST_KG, MOST_BEST_REPS = 500.0, 12  # beyond these a best is a slip, or an estimate worth nothing
DEFAULT_AGE = 34  # of an adult nobody knows; estimate
DEFAULT_MASS_KG = {"male": 82.0, "female": 66.0, None: 74.0}  # estimate
HEIGHTS_M, MASSES_KG, AGES = (1.2, 2.3), (30.0, 250.0), (10, 100)  # beyond these it is a slip
ANGLES_DEG = (-30, 240)
SEXES = ("male", "female")
SIDES = ("left", "right", "both")
ISO_DATE = re.compile(r"\d{4}-\d{2}-\d{2}")


class Best(NamedTuple):
    """A person's own best of one lift, kg; estimated where it is from a set of several repetitions."""

    movement: str
    kg: float
    estimated: bool = False


def epley_max(load_kg: float, reps: int) -> float:
    """One-repetition maximum from a set, kg. Epley, from memory: w (1 + reps / 30), w itself for one."""
    return load_kg if reps == 1 else load_kg * (1 + reps / EPLEY)


class Held(NamedTuple):
    """A test that is held or not, and which it was."""

    test: str
    held: bool


class StandingEntry(NamedTuple):
    """A drill somebody always does before class, for one motion and side: on days that ask for a pattern
    (``when``), or, empty, on every day."""

    motion: str
    drill: str
    side: str = "both"
    when: str = ""


@dataclass(frozen=True, slots=True)
class Person:
    """Someone who will do the session. An unknown person has no name and no measurements. ranges: the
    newest measurement of each motion and side; earlier: those before, for what stays short; both get their
    degrees and errors by the body, and by ``today``, an ISO date. held: tests held or not, newest first.
    lengths_m: of segments, by tape measure. felt: what their answers after earlier preps move."""

    name: str = ""
    age: int | None = None
    sex: str | None = None
    height_m: float | None = None
    mass_kg: float | None = None
    ranges: tuple[Measurement, ...] = ()
    adaptive: tuple[str, ...] = ()
    cautions: tuple[str, ...] = ()
    problem_spots: tuple[str, ...] = ()
    kit_at_home: tuple[str, ...] = ()
    division: str | None = None
    key: str = ""
    earlier: tuple[Measurement, ...] = ()
    lengths_m: tuple[tuple[str, float], ...] = ()
    bests: tuple[Best, ...] = ()
    held: tuple[Held, ...] = ()
    today: str = ""
    standing: tuple[StandingEntry, ...] = ()
    felt: tuple[FeltNeed, ...] = ()

    def __post_init__(self) -> None:
        if not self.ranges and not self.earlier:
            return
        body = self.body
        for field in ("ranges", "earlier"):
            read = tuple(measured(one, body, self.today) for one in getattr(self, field))
            object.__setattr__(self, field, read)  # frozen from here on

    @property
    def body(self) -> Body:
        """Their proportions."""
        return body_of(self.height_m, self.sex, "winter", **dict(self.lengths_m))

    def best(self, movement: str) -> Best | None:
        """Their best of a movement, the heaviest where several are known."""
        mine = [best for best in self.bests if best.movement == movement]
        return max(mine, key=lambda best: best.kg, default=None)

    def felt_factor(self, position: str) -> float:
        """Of what is needed for a position, 1 to 1.25."""
        return next((need.factor for need in self.felt if need.position == position), 1.0)

    @property
    def avoids(self) -> dict[str, int]:
        """Drills that another takes the place of, since a position felt worse after them: the seconds that
        they took, beyond which nothing goes in their place."""
        return {done.drill: done.seconds for need in self.felt for done in need.avoid}

    @property
    def body_mass_kg(self) -> float:
        return self.mass_kg or DEFAULT_MASS_KG[self.sex]


def cautions_of(person: Person, catalog: Catalog) -> Cautions:
    """What must not reach a person."""
    return Cautions.of(person.cautions, person.adaptive, catalog)


def range_of(person: Person, motion: str, catalog: Catalog) -> Range:
    """What a person is thought to have in one motion: what adults of their age and sex have, and once
    measured (the tighter side, with its test's error) both weighed by how sure they are."""
    usual = adults_like(person, motion, catalog)
    measured = [one for one in person.ranges if one.motion == motion]
    if not measured:
        return usual
    tightest = min(measured, key=lambda one: one.degrees)
    return fused(usual, Range(tightest.degrees, tightest.error_deg))


def adults_like(person: Person, motion: str, catalog: Catalog) -> Range:
    """What adults of a person's age and sex have in one motion."""
    return norm_range(catalog, motion, person.age or DEFAULT_AGE, person.sex)


def sides_of(person: Person, motion: str) -> tuple[float | None, float | None]:
    """Measured degrees of the left and the right side; one measured for both stands on both; None where
    nobody measured."""
    sides: dict[str, float] = {}
    for one in person.ranges:
        if one.motion == motion:
            for side in ("left", "right") if one.side == "both" else (one.side,):
                sides[side] = min(one.degrees, sides.get(side, one.degrees))
    return sides.get("left"), sides.get("right")


def norm_range(catalog: Catalog, motion: str, age: int, sex: str | None) -> Range:
    """The published range of a motion for an age and a sex; sex unknown is the two halves mixed.

    Ages outside the bands use the nearest band. Raises KeyError for a motion nobody measures.
    """
    return _norm_range(id(catalog), catalog.norms[motion], age, sex)


@lru_cache(maxsize=4096)
def _norm_range(catalog_id: int, norm: Norm, age: int, sex: str | None) -> Range:
    band = next((band for band in norm.bands if band.ages[0] <= age <= band.ages[1]), None)
    if band is None:
        band = norm.bands[0] if age < norm.bands[0].ages[0] else norm.bands[-1]
    if sex in SEXES:
        return Range(*(band.male if sex == "male" else band.female))
    (man, man_sd), (woman, woman_sd) = band.male, band.female
    spread = ((man_sd**2 + woman_sd**2) / 2 + ((man - woman) / 2) ** 2) ** 0.5
    return Range((man + woman) / 2, spread)


def person_from_json(raw: object, catalog: Catalog, where: str = "member file", today: str = "") -> Person:
    """A Person from the documented JSON, whose tests are as old as they are on ``today``. Raises UnusableFile
    naming the field that cannot be used."""
    if not isinstance(raw, dict):
        raise UnusableFile(f"{where}: expected one JSON object with name, age, sex and ranges")

    def number(field: str, low: float, high: float) -> float | None:
        value = raw.get(field)
        if value is None:
            return None
        if isinstance(value, bool) or not isinstance(value, (int, float)) or not low <= value <= high:
            raise UnusableFile(f"{where}: '{field}' is {value!r}; expected a number from {low:g} to {high:g}")
        return value

    sex = raw.get("sex")
    if sex not in (None, *SEXES):
        raise UnusableFile(f"{where}: 'sex' is {sex!r}; expected male, female or null")
    if not isinstance(raw.get("ranges", []), list):
        raise UnusableFile(f"{where}: 'ranges' must be a list")
    ranges, earlier = newest(tuple(_measurement(one, catalog, where) for one in raw.get("ranges", [])))

    def words(field: str) -> tuple[str, ...]:
        value = raw.get(field, [])
        if not isinstance(value, list) or not all(isinstance(word, str) for word in value):
            raise UnusableFile(f"{where}: '{field}' must be a list of words")
        return tuple(value)

    adaptive, cautions = words("adaptive"), words("cautions")
    check_tags(cautions, adaptive, catalog, where)
    height_m = number("height_m", *HEIGHTS_M)
    age = number("age", *AGES)
    return Person(
        str(raw.get("name", "")),
        int(age) if age is not None else None,
        sex,
        height_m,
        number("mass_kg", *MASSES_KG),
        ranges,
        adaptive,
        cautions,
        words("problem_spots"),
        words("kit_at_home"),
        raw.get("division"),
        str(raw.get("name", "")),
        earlier,
        _lengths(raw.get("lengths_m", {}), height_m, sex, where),
        _bests(raw.get("bests", []), catalog, where),
        _held(raw.get("held", []), catalog, where),
        today,
        _standing(raw.get("standing", []), catalog, where),
    )


def _bests(raw: object, catalog: Catalog, where: str) -> tuple[Best, ...]:
    """Bests of lifts: ``{"movement", "kg"}``, with ``reps`` of a set they are estimated from."""
    if not isinstance(raw, list):
        raise UnusableFile(f"{where}: 'bests' must be a list of lifts")
    return tuple(_best(one, catalog, where) for one in raw)


def _best(raw: object, catalog: Catalog, where: str) -> Best:
    if not isinstance(raw, dict) or raw.get("movement") not in catalog.movements:
        came = raw.get("movement") if isinstance(raw, dict) else raw
        hint = did_you_mean(str(came), catalog.movements)
        raise UnusableFile(f"{where}: best of {came!r}; expected a movement's id{hint}")
    kg, reps = raw.get("kg"), raw.get("reps", 1)
    if isinstance(kg, bool) or not isinstance(kg, (int, float)) or not 0 < kg <= MOST_BEST_KG:
        raise UnusableFile(
            f"{where}: best of {raw['movement']}: 'kg' is {kg!r}; expected up to {MOST_BEST_KG:g}"
        )
    if isinstance(reps, bool) or not isinstance(reps, int) or not 1 <= reps <= MOST_BEST_REPS:
        raise UnusableFile(
            f"{where}: best of {raw['movement']}: 'reps' is {reps!r}; expected 1 to {MOST_BEST_REPS}"
        )
    return Best(raw["movement"], epley_max(float(kg), reps), estimated=reps > 1)


def _held(raw: object, catalog: Catalog, where: str) -> tuple[Held, ...]:
    """Tests held or not: ``{"test", "held"}``."""
    if not isinstance(raw, list):
        raise UnusableFile(f"{where}: 'held' must be a list of tests")
    return tuple(_held_test(one, catalog, where) for one in raw)


def _held_test(raw: object, catalog: Catalog, where: str) -> Held:
    tests = {row.id for row in catalog.range_tests.values() if row.position}
    if not isinstance(raw, dict) or raw.get("test") not in tests or not isinstance(raw.get("held"), bool):
        expected = f"a test, one of {', '.join(sorted(tests))}, and held, true or false"
        raise UnusableFile(f"{where}: 'held' has {raw!r}; expected {expected}")
    return Held(raw["test"], raw["held"])


def _standing(raw: object, catalog: Catalog, where: str) -> tuple[StandingEntry, ...]:
    """Standing entries: ``{"motion", "drill", "side", "when"}``."""
    if not isinstance(raw, list):
        raise UnusableFile(f"{where}: 'standing' must be a list of entries")
    return tuple(_entry(one, catalog, where) for one in raw)


def _entry(raw: object, catalog: Catalog, where: str) -> StandingEntry:
    fields = raw if isinstance(raw, dict) else {}
    entry = StandingEntry(
        *(
            str(fields.get(name, usual))
            for name, usual in zip(StandingEntry._fields, ("", "", "both", ""), strict=True)
        )
    )
    known = entry.motion in catalog.norms and entry.drill in catalog.drills and entry.side in SIDES
    if not known or (entry.when and entry.when not in catalog.demands):
        expected = "a motion, a drill, left, right or both, and a pattern or nothing"
        raise UnusableFile(f"{where}: 'standing' has {raw!r}; expected {expected}")
    return entry


def _lengths(
    raw: object, height_m: float | None, sex: str | None, where: str
) -> tuple[tuple[str, float], ...]:
    """Lengths by tape measure, as far as a body of this height can have them."""
    if not isinstance(raw, dict):
        raise UnusableFile(f"{where}: 'lengths_m' must be an object of metres by segment")
    try:
        body_of(height_m, sex, **raw)
    except (ValueError, TypeError) as problem:
        raise UnusableFile(f"{where}: 'lengths_m': {problem}") from problem
    return tuple(sorted(raw.items()))


def newest(tests: tuple[Measurement, ...]) -> tuple[tuple[Measurement, ...], tuple[Measurement, ...]]:
    """The newest test of every motion and side, and those before it. Tests of one day all count as newest."""
    last: dict[tuple[str, str], str] = {}
    for one in tests:
        last[one.motion, one.side] = max(one.on, last.get((one.motion, one.side), ""))
    now = tuple(one for one in tests if one.on == last[one.motion, one.side])
    return now, tuple(one for one in tests if one.on != last[one.motion, one.side])


def _measurement(raw: object, catalog: Catalog, where: str) -> Measurement:
    if not isinstance(raw, dict) or raw.get("motion") not in catalog.norms:
        came = raw.get("motion") if isinstance(raw, dict) else raw
        raise UnusableFile(f"{where}: range of {came!r}; expected one of {', '.join(catalog.norms)}")
    side, value = raw.get("side", "both"), raw.get("value")
    if side not in SIDES:
        raise UnusableFile(f"{where}: side {side!r} of {raw['motion']}; expected left, right or both")
    if (
        isinstance(value, bool)
        or not isinstance(value, (int, float))
        or not ANGLES_DEG[0] <= value <= ANGLES_DEG[1]
    ):
        raise UnusableFile(f"{where}: value {value!r} of {raw['motion']}; expected degrees from -30 to 240")
    on = raw.get("on", "")
    if not isinstance(on, str) or (on and not ISO_DATE.fullmatch(on)):
        raise UnusableFile(f"{where}: 'on' of {raw['motion']} is {on!r}; expected a date such as 2026-03-14")
    return Measurement(raw["motion"], float(value), side, str(raw.get("test", "goniometer")), on)
