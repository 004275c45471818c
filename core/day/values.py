"""What a competition is made of. Instants are whole seconds since 1970-01-01 UTC, so a day on which clocks
change is as long as it is; ``core.week.clock`` says them by a zone's clock."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from typing import Literal, NamedTuple

from core.reading.workout import Workout

FaultKind = Literal[
    "unread",
    "unknown-event",
    "unknown-name",
    "no-time",
    "no-heats",
    "overlap",
    "backwards",
    "past",
    "two-lanes",
    "kit",
]


@dataclass(frozen=True, slots=True)
class Fault:
    """Something of a sheet or a list of heats that cannot be used as it stands. line: in its text, from 1, 0
    for none; heat: a heat's key where it lies in one; way: what can be done, in words; candidates: what was
    perhaps meant."""

    kind: FaultKind
    says: str
    way: str
    line: int = 0
    text: str = ""
    heat: str = ""
    athlete: str = ""
    candidates: tuple[str, ...] = ()


class Said(NamedTuple):
    """A sentence of the sheet and its line."""

    line: int
    text: str


@dataclass(frozen=True, slots=True, kw_only=True)
class Event:
    """One event as the sheet has it. number: "1", "final". workout: its work, lines counted in the whole
    sheet. lane_m: one length of the lane, where the sheet says it. team: athletes that share a lane, 1 for
    each alone. window_s: how long a lift may be built up ("6 minutes to find ..."), seconds."""

    number: str
    name: str
    line: int
    workout: Workout
    text: str = ""
    standards: tuple[Said, ...] = ()
    floor: tuple[Said, ...] = ()
    tie_break: tuple[Said, ...] = ()
    kit: tuple[Said, ...] = ()
    notes: tuple[Said, ...] = ()
    lane_m: float | None = None
    team: int = 1
    window_s: int | None = None

    @property
    def title(self) -> str:
        """As it is said."""
        word = "Final" if self.number == "final" else f"Event {self.number}"
        return f"{word}: {self.name}" if self.name else word

    @property
    def cap_s(self) -> int | None:
        """The time cap over its parts, seconds; None where no part has one."""
        caps = [part.format.cap_s for part in self.workout.asking if part.format.cap_s]
        return sum(caps) or None


@dataclass(frozen=True, slots=True, kw_only=True)
class Venue:
    """Where athletes prepare. kit: pieces by id, None where the sheet says nothing of kit; racks and heads
    (people at once) None where it says nothing of them."""

    kit: Mapping[str, int] | None = None
    racks: int | None = None
    heads: int | None = None
    said: tuple[Said, ...] = ()


@dataclass(frozen=True, slots=True, kw_only=True)
class EventSheet:
    """An event sheet as read. notes: what it says of no event."""

    title: str
    events: tuple[Event, ...]
    venue: Venue = Venue()
    notes: tuple[Said, ...] = ()
    faults: tuple[Fault, ...] = ()

    def event(self, number: str) -> Event | None:
        """The event of a number."""
        return next((event for event in self.events if event.number == number), None)

    @property
    def divisions(self) -> tuple[str, ...]:
        """Divisions its events name, the text as written first."""
        named = dict.fromkeys(name for event in self.events for name in event.workout.divisions)
        return ("rx", *(name for name in named if name != "rx"))


@dataclass(frozen=True, slots=True, kw_only=True)
class Entry:
    """One athlete in a heat. athlete: a person's key. opening_kg: the first weight of a lift they mean to
    take, None where nobody said."""

    athlete: str
    lane: int | None = None
    division: str | None = None
    opening_kg: float | None = None
    coach: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Heat:
    """One start of an event. key: names it, whatever its number; starts_at in seconds."""

    key: str
    event: str
    number: str
    starts_at: int
    entries: tuple[Entry, ...] = ()
