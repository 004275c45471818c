"""What the floor is told: the order a clock runs, its people, its drills. Documents all through, because an
order is stored as it is sent."""

from __future__ import annotations

from typing import Literal

from core.catalog.rows import Level, Phase
from core.documents.base import Document
from core.documents.steps import Side

GoKind = Literal["change", "drill", "stations", "ramp", "part", "finish"]
BeatKind = Literal["rep", "burst", "breath", "hold", "pause"]
MOST_S = 3600  # of one go: no prep, stop or part of a class is longer


class Beat(Document):
    """What repeats inside a go. Each of ``count`` begins ``every_s`` after the one before; on_s of it is the
    work (the burst, the breath in, the hold), the rest lets go."""

    kind: BeatKind
    every_s: float
    on_s: float
    count: int


class Station(Document):
    """A drill as a place that people come to in turn. item: its place in the order's items; group: who is
    there, by its place in the order's groups."""

    item: int
    group: int


class Go(Document):
    """One stretch of the clock. key names it through every change of the order; section: the list it belongs
    to (prep, stop-1, part-0, cool-down).

    waits: when its seconds are over the clock stands until somebody goes on. item: the drill that is done, or
    that a change leads to. half_s: when sides change at stations. set: of a way up, from 0.
    """

    key: str
    kind: GoKind
    section: str
    seconds: int
    waits: bool = False
    item: int | None = None
    side: Side | None = None
    round: int = 1
    rounds: int = 1
    wave: int = 1
    waves: int = 1
    half_s: int | None = None
    beat: Beat | None = None
    stations: tuple[Station, ...] = ()
    set: int | None = None
    name: str = ""
    lines: tuple[str, ...] = ()


class Version(Document):
    """Another way that somebody does a drill: what it is called, and how. It says of nobody who that is."""

    name: str
    way: str


class FloorItem(Document):
    """A drill as the wall shows it."""

    drill: str
    figure: str
    name: str
    phase: Phase
    dose_words: str
    level: Level
    kit_names: tuple[str, ...]
    cues: tuple[str, ...]
    fault: str
    cautions: tuple[str, ...]
    meanwhile: str = ""
    versions: tuple[Version, ...] = ()


class Member(Document):
    """Somebody in the class."""

    id: int
    name: str


class Lift(Document):
    """One set of one person: weight and plates on each end, in ``unit``."""

    load: float
    reps: int
    plates: tuple[float, ...]
    unit: str
    estimated: bool = False


class Lifter(Document):
    """Somebody with a way up. working: the weight it leads to."""

    member: int
    name: str
    movement: str
    bar: float
    working: float
    sets: tuple[Lift, ...]


class Bar(Document):
    """Those who share one bar, by their places among the lifters."""

    lifters: tuple[int, ...]


class Order(Document):
    """All that a class runs, in order. groups: members' ids, of those who stand at a station or train in one
    wave; partners: two ids each, the first of the first wave; short_of_bars: lifters with a bar of nobody."""

    title: str
    method: str
    minutes: int
    items: tuple[FloorItem, ...]
    gos: tuple[Go, ...]
    members: tuple[Member, ...] = ()
    groups: tuple[tuple[int, ...], ...] = ()
    waves: tuple[tuple[int, ...], ...] = ()
    partners: tuple[tuple[int, ...], ...] = ()
    lifters: tuple[Lifter, ...] = ()
    bars: tuple[Bar, ...] = ()
    short_of_bars: int = 0
    dropped: tuple[str, ...] = ()
