"""What a plan is made for: minutes, method, heads, kit, cautions, and what the coach has fixed."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import NamedTuple, get_args

from core.catalog import Catalog
from core.catalog.rows import Method, Phase, in_a_cold_room, on_a_hot_day
from core.errors import PlanRefused
from core.hazards import NO_CAUTIONS, Cautions
from core.prep.plates import USUAL_RACK, Rack

MIN_MINUTES = 2
MAX_MINUTES = 60
MAX_BREAK_MINUTES = 10
MAX_HEADS = 200
DEFAULT_METHOD = "general-to-specific"
PHASE_NAMES: tuple[Phase, ...] = get_args(Phase)


class Pin(NamedTuple):
    """A drill the coach keeps. phase: where it is held, None for anywhere. Written ``drill`` or
    ``drill@phase``."""

    drill: str
    phase: Phase | None = None

    @classmethod
    def parse(cls, written: str) -> Pin:
        """Raises PlanRefused for a phase that does not exist."""
        drill, _, name = written.partition("@")
        if not name:
            return cls(drill)
        for phase in PHASE_NAMES:
            if phase == name:
                return cls(drill, phase)
        raise PlanRefused(
            "pins", f"No phase '{name}' to keep '{drill}' in; there are {', '.join(PHASE_NAMES)}."
        )

    def __str__(self) -> str:
        return f"{self.drill}@{self.phase}" if self.phase else self.drill


def pins_of(written: Iterable[str], shelf: Iterable[str]) -> tuple[Pin, ...]:
    """Written pins of drills that are still on the shelf, so that an old draft still opens."""
    drills = frozenset(shelf)
    return tuple(pin for pin in map(Pin.parse, written) if pin.drill in drills)


@dataclass(frozen=True, slots=True, kw_only=True)
class PlanSettings:
    """kit: pieces by id, or None for enough of everything. pins: drills the coach keeps.

    breaks: (part, minutes) of stops before later parts; parts count from 0 among those that ask something.
    between: this plan is such a stop, so only what is not ready yet is prepared and no phase has a least.
    warmed: demand -> the share of it that needs nothing any more when the prep starts; raised: how warm large
    muscles are then.

    cold: the room is, so the method's raise is longer; hot: it is half as long. locked: nothing but the
    pinned drills may stand. places: (kind of space, people it holds) where there is a limit; more people go
    in waves. rack: the bar and plates a ramp is built from.

    cautions: of the one person it is made for; a class has none, its members' sheets keep theirs.

    spare: muscles that what comes later needs, beside those that this session does.

    doses: the coach's own choice of a drill's dose option, from 0. known: drills done in the last four weeks,
    None when nobody knows; a drill that is not among them gets its lowest dose, because unaccustomed work
    leaves people sore.
    """

    minutes: int = 12
    method: str = DEFAULT_METHOD
    headcount: int = 1
    kit: dict[str, int] | None = None
    pins: tuple[Pin, ...] = ()
    bans: tuple[str, ...] = ()
    order: tuple[str, ...] = ()
    cautions: Cautions = NO_CAUTIONS
    recent: tuple[str, ...] = ()
    tight_sides: tuple[tuple[str, str], ...] = ()
    warmed: tuple[tuple[str, float], ...] = ()
    raised: float = 0.0
    doses: tuple[tuple[str, int], ...] = ()
    known: frozenset[str] | None = None
    cold: bool = False
    hot: bool = False
    locked: bool = False
    places: tuple[tuple[str, int], ...] = ()
    rack: Rack = USUAL_RACK
    breaks: tuple[tuple[int, int], ...] = ()
    between: bool = False
    spare: tuple[str, ...] = ()

    @property
    def seated(self) -> bool:
        """Whether everything is done from a chair."""
        return self.cautions.seated

    @property
    def pinned(self) -> dict[str, Phase | None]:
        """Pinned drill -> the phase it is held in, None for any; the last pin of a drill counts."""
        return {pin.drill: pin.phase for pin in self.pins}

    def dose_of(self, drill: str, dose: int, count: int) -> int:
        """The dose option a drill may have: the coach's, the lowest for a new one, else any (``dose``
        itself)."""
        for name, wanted in self.doses:
            if name == drill:
                return min(max(0, wanted), count - 1)
        return 0 if self.is_new(drill) else dose

    def is_new(self, drill: str) -> bool:
        """Whether nobody has done a drill for four weeks."""
        return self.known is not None and drill not in self.known

    def check(self, catalog: Catalog) -> Method:
        """The method's row. Raises PlanRefused naming the setting that cannot be used."""
        if not MIN_MINUTES <= self.minutes <= MAX_MINUTES:
            limits = f"choose {MIN_MINUTES} to {MAX_MINUTES}"
            raise PlanRefused("minutes", f"{self.minutes} minutes cannot be planned; {limits}.")
        if not 1 <= self.headcount <= MAX_HEADS:
            limits = f"choose 1 to {MAX_HEADS}"
            raise PlanRefused("headcount", f"{self.headcount} people cannot be planned for; {limits}.")
        if self.method not in catalog.methods:
            known = ", ".join(catalog.methods)
            raise PlanRefused("method", f"No method '{self.method}' here; there are {known}.")
        for drill in self.pinned:
            if drill not in catalog.drills:
                raise PlanRefused("pins", f"No drill '{drill}' on the shelf.")
        self._check_breaks()
        method = catalog.methods[self.method]
        if self.cold and self.hot:
            raise PlanRefused("hot", "A room is cold or hot, not both.")
        if self.hot:
            return on_a_hot_day(method)
        return in_a_cold_room(method) if self.cold else method

    def _check_breaks(self) -> None:
        for part, minutes in self.breaks:
            if part < 1 or (minutes and not MIN_MINUTES <= minutes <= MAX_BREAK_MINUTES):
                limits = f"choose {MIN_MINUTES} to {MAX_BREAK_MINUTES}, or none"
                raise PlanRefused(
                    "breaks", f"{minutes} minutes before part {part + 1} cannot be planned; {limits}."
                )
