"""What a text says: frozen values. Lines and columns are 1-based places in the text as written."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from itertools import chain
from typing import Literal, get_args

from core.reading.units import KG_PER

Division = Literal[
    "rx",
    "scaled",
    "intermediate",
    "foundation",
    "masters",
    "elite",
    "teens",
    "adaptive",
    "level-1",
    "level-2",
    "level-3",
    "level-4",
]
PartKind = Literal["strength", "skill", "conditioning", "event", "warm-up", "cool-down"]
FormatKind = Literal["for-time", "rounds", "as-many-as-possible", "every-minute", "intervals", "sets-x-reps"]
MarkRole = Literal[
    "movement", "assumed", "amount", "load", "format", "heading", "title", "division", "note", "unread"
]
AS_PRESCRIBED = (None, "rx")  # divisions of what is for everybody
DIVISIONS: tuple[Division, ...] = get_args(Division)
PART_KINDS: tuple[PartKind, ...] = get_args(PartKind)
# a written warm-up or cool-down is no work to prepare for
ASKING_KINDS = ("strength", "skill", "conditioning", "event")


@dataclass(frozen=True, slots=True)
class Written:
    """The amounts of one movement line as they stand on the board, for one pass.

    scheme: the line's own sets ("5-5-3"). counts: what a scheme counts, "" for reps, "cal" or "m". other: the
    second standard of the amount ("15/12 cal" -> 12), in reps, calories or metres. estimated: sets nobody
    wrote ("build to a heavy single").
    """

    reps: int | None = None
    reps_to: int | None = None
    sets: int | None = None
    scheme: tuple[int, ...] = ()
    distance_m: float | None = None
    calories: int | None = None
    seconds: int | None = None
    other: float | None = None
    counts: str = ""
    max_effort: bool = False
    estimated: bool = False


@dataclass(frozen=True, slots=True)
class Work:
    """One movement line. reps, distance_m, calories and seconds count the whole session of one person, all
    rounds and sides.

    rep_every_s: seconds from the start of one repetition to the next, where the text says so.
    loads: every standard as written, in ``load_unit``, per implement. percents: of a maximum, one or one a
    set. role: "" | buy-in | cash-out (once, not every round) | meanwhile (for as
    long as somebody else of the team works). complex: lines with the same number are done as
    one unit. replaces: indices in the part's work of the lines this one stands in for in its division; its
    amounts are those of the first.
    """

    movement: str
    line: int
    column: int
    text: str
    written: Written = Written()
    division: str | None = None
    scheme: tuple[int, ...] = ()
    reps: int = 0
    reps_estimated: bool = False
    reps_range: tuple[int, int] | None = None
    loads: tuple[float, ...] = ()
    load_unit: str = "kg"
    implements: int = 1
    bodyweight: float | None = None
    percents: tuple[float, ...] = ()
    rpe: float | None = None
    distance_m: float | None = None
    calories: int | None = None
    seconds: int | None = None
    heights_m: tuple[float, ...] = ()
    sides: int = 1
    tempo: str = ""
    rep_every_s: int | None = None
    station: int | None = None
    role: str = ""
    complex: int | None = None
    synchro: bool = False
    everyone: bool = False
    replaces: tuple[int, ...] = ()
    assumed: str = ""
    note: str = ""

    @property
    def as_prescribed(self) -> bool:
        """Whether it is for everybody, and not what a division does instead."""
        return self.division in AS_PRESCRIBED

    @property
    def loads_kg(self) -> tuple[float, ...]:
        """Every standard named, per implement, kg (1 lb = 0.45359237 kg, exactly)."""
        return tuple(round(load * KG_PER[self.load_unit], 6) for load in self.loads)

    @property
    def load_kg(self) -> float | None:
        """The first standard named, per implement, kg."""
        return self.loads_kg[0] if self.loads else None

    @property
    def percent(self) -> float | None:
        """Share of a maximum: the heaviest set's."""
        return max(self.percents) if self.percents else None


@dataclass(frozen=True, slots=True)
class Format:
    """How the work is arranged.

    rounds: times through the list (intervals for every-minute and intervals). repeat: how often the whole
    piece is done, with rest_s between. scheme: reps of every round when the format says them ("21-15-9").
    ladder_step: the scheme goes on by this much until time is up. stations: minutes the list is spread over,
    rests counted (0: all of it every time). team: people who share the work; share: split | alternate | ""
    (each does all). rounds_range: fewest and most rounds of an open format.
    """

    kind: FormatKind = "for-time"
    rounds: int | None = None
    minutes: float | None = None
    interval_s: int | None = None
    work_s: int | None = None
    rest_s: int | None = None
    cap_s: int | None = None
    scheme: tuple[int, ...] = ()
    ladder_step: int | None = None
    repeat: int = 1
    stations: int = 0
    for_time: bool = False
    team: int | None = None
    share: str = ""
    estimated: bool = False
    rounds_range: tuple[int, int] | None = None

    @property
    def said(self) -> bool:
        """Whether a text said anything of it."""
        return self != Format()


@dataclass(frozen=True, slots=True)
class Part:
    """A block of the session."""

    name: str
    kind: PartKind
    format: Format
    work: tuple[Work, ...] = ()
    notes: tuple[str, ...] = ()
    line: int = 1
    headed: bool = field(default=False, compare=False)  # whether the text names it


@dataclass(frozen=True, slots=True)
class Unread:
    """A piece of text nobody understood: where, why, and up to five movements it may have meant."""

    line: int
    column: int
    text: str
    reason: str
    candidates: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Doubt:
    """Something that was read and is not likely: where it stands, what it was read as, and why that is
    doubted."""

    line: int
    column: int
    text: str
    what: str
    why: str


@dataclass(frozen=True, slots=True)
class Mark:
    """What a stretch of the text was read as. says: in words."""

    line: int
    column: int
    length: int
    role: MarkRole
    says: str = ""


@dataclass(frozen=True, slots=True)
class Workout:
    """Everything a text says, and everything in it that was not understood. ``marks`` cover every word of
    the text."""

    title: str
    parts: tuple[Part, ...]
    unread: tuple[Unread, ...] = field(default=())
    doubts: tuple[Doubt, ...] = ()
    marks: tuple[Mark, ...] = field(default=(), compare=False, repr=False)

    @property
    def divisions(self) -> tuple[str, ...]:
        """Divisions the text names, in its order."""
        return tuple(dict.fromkeys(work.division for work in self.works if work.division))

    @property
    def works(self) -> tuple[Work, ...]:
        """Every line of work, part after part."""
        return tuple(chain.from_iterable(part.work for part in self.parts))

    @property
    def asking(self) -> tuple[Part, ...]:
        """The parts that ask something: written warm-ups and cool-downs are prep, not work."""
        return tuple(part for part in self.parts if part.kind in ASKING_KINDS)

    def only(self, parts: slice) -> Workout:
        """The same workout with some of the parts that ask something."""
        return replace(self, parts=self.asking[parts])

    def for_division(self, division: str | None) -> Workout:
        """The list of movements one division does: its own lines, and the shared ones it does not override.

        None and "rx" are the text as written. Written warm-ups and cool-downs are left out: they are prep,
        not work.
        """
        return replace(self, parts=tuple(_divided(part, division) for part in self.asking))


def _divided(part: Part, division: str | None) -> Part:
    division = division or "rx"
    own = [work for work in part.work if work.division == division]
    instead = {index: work for work in own for index in work.replaces}
    base = (None,) if own and division != "rx" else (None, "rx")
    kept = tuple(
        _standing_in(instead[index], part.work, index) if index in instead else work
        for index, work in enumerate(part.work)
        if index in instead or (work.division in base) or (work.division == division and not work.replaces)
    )
    if not kept:  # a part written only for other divisions is shown as its first one
        first = part.work[0].division if part.work else None
        kept = tuple(work for work in part.work if work.division == first)
    return replace(part, work=kept)


def _standing_in(work: Work, works: tuple[Work, ...], index: int) -> Work:
    """A division's line in the place of one of those it stands in for, with that one's amounts unless it has
    its own."""
    first, here = works[work.replaces[0]], works[index]
    if index == work.replaces[0] or work.written != first.written:
        return work
    return replace(
        work,
        written=here.written,
        scheme=here.scheme,
        reps=here.reps,
        reps_estimated=here.reps_estimated,
        reps_range=here.reps_range,
        distance_m=here.distance_m,
        calories=here.calories,
        seconds=here.seconds,
        station=here.station,
        role=here.role,
    )
