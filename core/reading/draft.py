"""A movement while it is being read: mutable, and filled from more than one place of the text."""

from __future__ import annotations

from dataclasses import dataclass, field

from core.reading.workout import AS_PRESCRIBED

BUILD_SETS = 5  # sets taken to reach a heavy single or triple; common practice
HEAVY_PERCENT = 95.0


@dataclass
class Draft:
    """A movement being read. Amounts are for one pass; scheme is set when the line itself says every set."""

    line: int
    column: int
    text: str
    movement: str = ""
    division: str | None = None
    reps: int | None = None
    reps_to: int | None = None
    scheme: tuple[int, ...] = ()
    ladder_step: int | None = None
    sets: int | None = None
    sets_written: bool = False
    sum: tuple[int, ...] = ()
    sums: tuple[tuple[int, ...], ...] = ()  # "3+1, 2+1, 1+1": one a set
    loads: tuple[float, ...] = ()
    load_unit: str = "kg"
    load_text: str = ""
    implements: int = 1
    bodyweight: float | None = None
    percents: tuple[float, ...] = ()
    rpe: float | None = None
    distance_m: float | None = None
    calories: int | None = None
    seconds: int | None = None
    other: float | None = None
    counts: str = ""
    heights_m: tuple[float, ...] = ()
    sides: int = 1
    tempo: str = ""
    rep_every_s: int | None = None  # "a rep every 6 s"
    station: int | None = None
    role: str = ""
    complex: int | None = None
    synchro: bool = False
    shared: bool = False  # "(split)" beside it
    swaps: bool = False  # what one of a team does until they change places
    after_sets: bool = False  # "10 box jumps after each set": as often as those of the line
    which_sets: int = 0  # "sets 4-6 at 77 %": for so many of the sets
    whole: int = 0  # "40 cleans", below which "10 @ 60, 10 @ 70, 20 @ 80" only part them
    own_rounds: int = 0  # "sets 1-5: 3 deadlifts" every two minutes: in so many of its rounds
    relay: bool = False
    by_scheme: int = 1  # "double-unders x2": so many for each of the list's
    by_times: bool = False  # "2x pull-ups": its count stands beside a times sign
    often: bool = False  # how often it interrupts the rest nobody knows
    as_above: bool = False  # "same bell": the load said last
    kit: str = ""  # "bar", "dumbbells" beside a load that names nothing else
    everyone: bool = False  # "1 km row each": nobody's work is shared out
    replaces: tuple[int, ...] = ()
    unloaded: bool = False  # said in words, so that no load above holds for it
    max_effort: bool = False
    rest_of_time: bool = False  # for as long as the piece's clock leaves
    estimated: bool = False
    alternating: bool = False
    leads: bool = False
    assumed: list[str] = field(default_factory=list)
    notes: list[str] = field(default_factory=list)
    system: str = ""  # of the text: kg, lb or not said

    def keep_window(self, seconds: int) -> None:
        """Note minutes that all of it is given, which are no amount."""
        self.notes.append(f"within {seconds // 60}:{seconds % 60:02}")

    @property
    def has_calories(self) -> bool:
        """Whether it counts calories."""
        return bool(self.calories) or self.counts == "cal"

    @property
    def has_counts(self) -> bool:
        """Whether it counts anything but a try at the most."""
        return bool(
            self.reps or self.scheme or self.counts or self.distance_m or self.calories or self.seconds
        )

    @property
    def as_prescribed(self) -> bool:
        """Whether it is for everybody, and not what a division does instead."""
        return self.division in AS_PRESCRIBED

    @property
    def has_counted(self) -> bool:
        """Whether it says how many, or how far."""
        return bool(self.reps or self.scheme or self.distance_m or self.calories)

    @property
    def has_amount(self) -> bool:
        return bool(
            self.reps
            or self.scheme
            or self.counts
            or self.distance_m
            or self.calories
            or self.seconds
            or self.max_effort
        )

    @property
    def is_told(self) -> bool:
        """Whether the board says how much of it there is, or to find that out."""
        return self.has_amount or self.estimated

    def take_amounts(self, other: Draft) -> None:
        """What another one is done for holds for this one too."""
        for name in AMOUNTS:
            setattr(self, name, getattr(other, name))


AMOUNTS = (
    "reps",
    "reps_to",
    "scheme",
    "ladder_step",
    "sets",
    "sets_written",
    "distance_m",
    "calories",
    "seconds",
    "other",
    "counts",
    "sides",
    "max_effort",
)
WEIGHT = ("loads", "load_unit", "load_text", "implements")  # what is lifted, however it is said
LOADS = (
    "loads",
    "load_unit",
    "load_text",
    "implements",
    "bodyweight",
    "percents",
    "rpe",
    "heights_m",
    "tempo",
)


@dataclass
class Chunk:
    """A stretch of a line and what it said. ``named`` is False when it names no movement."""

    draft: Draft
    named: bool
    indices: list[int]
    joined_by: str = ""


def share_out(drafts: list[Draft], source: Draft) -> None:
    """Reps of a complex written as a sum, one number for each of its movements."""
    parts, sets = source.sum, source.sets
    for place, draft in enumerate(drafts if source.sums else ()):
        draft.scheme, draft.reps = tuple(one[place] for one in source.sums), None
        draft.sets, draft.sets_written = len(source.sums), True
    for part, draft in zip(parts, drafts, strict=False) if not source.sums else ():
        if sets is None:
            draft.reps, draft.scheme, draft.sets, draft.sets_written = part, (), None, False
            continue
        draft.reps, draft.scheme, draft.sets, draft.sets_written = None, (part,) * sets, sets, True


def lend(source: Draft, target: Draft, names: tuple[str, ...]) -> None:
    """Give a draft what another says and it does not."""
    lacking = [name for name in names if worth(source, name) and not worth(target, name)]
    for name in lacking:
        setattr(target, name, getattr(source, name))


def worth(draft: Draft, name: str) -> bool:
    """Whether a draft says something of a field."""
    if name == "load_unit":
        return bool(draft.loads)
    if name == "implements":
        return draft.implements > 1
    if name == "sides":
        return draft.sides > 1
    return bool(getattr(draft, name))


def another_set(draft: Draft, last: Draft) -> bool:
    """Whether a line of amounts is one more set of the movement above: '5 @ 70 %' under '5 @ 60 %'."""
    weighed = draft.percents or draft.loads or draft.rpe or draft.bodyweight
    return bool(
        (draft.reps or draft.scheme) and weighed and (last.reps or last.scheme) and last.sides == draft.sides
    )


def add_sets(last: Draft, draft: Draft, count: int) -> None:
    """Add sets with their own load, ``count`` times what the line says; of loads the heaviest stands, the
    others are noted."""
    before = last.scheme or ((last.reps,) * (last.sets or 1) if last.reps else ())
    if not (last.scheme or last.loads or last.percents or last.rpe):
        last.whole = last.reps or 0
    more = (draft.scheme or (draft.reps or 0,)) * count
    if draft.percents:
        said = _each_set(last.percents, len(before)) if last.percents and before else ()
        last.percents = said + _each_set(draft.percents, len(more))
    if draft.loads:
        if last.loads and last.load_unit == draft.load_unit:
            last.notes.append(f"from {last.load_text}" if not last.notes else last.load_text)
        last.loads, last.load_unit, last.load_text = draft.loads, draft.load_unit, draft.load_text
    last.rpe = draft.rpe or last.rpe
    last.max_effort |= draft.max_effort
    last.scheme, last.reps = before + more, None
    if last.whole and last.scheme[0] == last.whole == sum(last.scheme[1:]):
        last.scheme, last.percents = last.scheme[1:], last.percents[-len(last.scheme) + 1 :]
    last.sets, last.sets_written = len(last.scheme), True


def _each_set(percents: tuple[float, ...], sets: int) -> tuple[float, ...]:
    return percents if len(percents) == sets else (percents[0],) * sets


Chunks = list[tuple[str | None, Chunk]]  # each with the division a word beside it names
