"""A heat list read: who of the gym starts when and where, and what could not be used, at its line."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass

from core.day.heat_rows import HeatRow, rows_of
from core.day.names import Names
from core.day.values import Fault
from core.errors import UnusableText
from core.reading.divisions import DIVISION_IDS

MOST_LETTERS = 200_000
MOST_ROWS = 3000
MOST_STRANGERS = 400
_TOGETHER = re.compile(r"\s*(?:&|/|\+)\s*|\s+(?:and|und|et|y)\s+", re.IGNORECASE)


@dataclass(frozen=True, slots=True, kw_only=True)
class Starting:
    """Somebody of the gym in a heat, as a list has them. division: None where the list says none."""

    athlete: str
    lane: int | None
    division: str | None
    line: int


@dataclass(frozen=True, slots=True, kw_only=True)
class HeatRead:
    """A heat as a list has it. clock_min: minutes after midnight on ``day`` (as written, "" where none
    is)."""

    event: str
    number: str
    day: str
    clock_min: int
    line: int
    starting: tuple[Starting, ...]


@dataclass(frozen=True, slots=True)
class HeatList:
    """Heats with the gym's own athletes in them, and heats alone. strangers: names of nobody here."""

    heats: tuple[HeatRead, ...]
    strangers: tuple[str, ...]
    faults: tuple[Fault, ...]


def division_named(written: str) -> str | None:
    """The division a category names ("RX Women" -> rx); None for one that boards do not know."""
    lowered = written.strip().lower()
    words = [lowered, *lowered.split()]
    found = (name for word in words for start, name in DIVISION_IDS if word.startswith(start))
    return next(found, None)


def read_heats(
    text: str,
    events: Sequence[str],
    people: Iterable[tuple[str, str]],
    teams: Mapping[str, Sequence[str]] | None = None,
) -> HeatList:
    """Read a heat list. events: numbers the sheet has; people: (key, name) of the gym; teams: name -> keys.
    Raises UnusableText for what is no heat list at all."""
    if not text.strip():
        raise UnusableText("Nothing here yet. Paste the heats: event, heat, start, lane and athlete.")
    if len(text) > MOST_LETTERS:
        raise UnusableText(f"This is longer than {MOST_LETTERS:,} letters; paste the heats alone.")
    rows = rows_of(text)
    if not rows:
        raise UnusableText(
            "No heats in this. A line such as “Event 1, Heat 2, 09:15: lane 3 Tamsin Roe” is one, "
            "or a table with event, heat, start, lane and athlete."
        )
    if len(rows) > MOST_ROWS:
        raise UnusableText(f"{len(rows):,} rows are more than a weekend's ({MOST_ROWS:,}).")
    reading = _Reading(tuple(events), Names(people), teams or {}, text.splitlines())
    for row in rows:
        reading.take(row)
    return reading.done()


Place = tuple[str, str, str, int]  # event, heat, day, clock


class _Reading:
    """A list while its rows are taken."""

    def __init__(
        self, events: Sequence[str], names: Names, teams: Mapping[str, Sequence[str]], lines: Sequence[str]
    ):
        self.events, self.names, self.lines = events, names, lines
        self.teams = {name.casefold(): tuple(keys) for name, keys in teams.items()}
        self.heats: dict[Place, list[Starting]] = {}
        self.first: dict[Place, int] = {}
        self.strangers: dict[str, None] = {}
        self.faults: list[Fault] = []
        self.refused: set[tuple[str, str]] = set()

    def take(self, row: HeatRow) -> None:
        if row.event not in self.events:
            self._refuse("unknown-event", row, row.event)
        elif row.clock_min is None:
            self._refuse("no-time", row, f"{row.event} {row.heat} {row.clock}")
        else:
            place = (row.event, row.heat, row.day, row.clock_min)
            self.first.setdefault(place, row.line)
            there = self.heats.setdefault(place, [])
            for one in self._starting(row):
                if one.athlete not in {other.athlete for other in there}:
                    there.append(one)

    def _refuse(self, kind: str, row: HeatRow, what: str) -> None:
        """A row that cannot be used; the same trouble is told once."""
        if (kind, what) in self.refused:
            return
        self.refused.add((kind, what))
        text = self.lines[row.line - 1].strip()
        if kind == "unknown-event":
            known = ", ".join(self.events) or "none yet"
            name = f"event “{row.event}”" if row.event else "no event"
            says, way = f"This line has {name}.", f"The sheet has {known}; name one of them, or add it there."
            self.faults.append(Fault("unknown-event", says, way, row.line, text))
        else:
            came = f"“{row.clock}” is no time" if row.clock else "This heat has no time"
            self.faults.append(
                Fault("no-time", f"{came}.", "Write one such as 09:15 or 2:40 pm.", row.line, text)
            )

    def _starting(self, row: HeatRow) -> list[Starting]:
        division = division_named(row.division)
        return [
            Starting(athlete=key, lane=row.lane, division=division, line=row.line) for key in self._who(row)
        ]

    def _who(self, row: HeatRow) -> list[str]:
        """The gym's people that a cell names."""
        team = self.teams.get(row.who.strip().casefold())
        if team:
            return list(team)
        whole = self.names.find(row.who)
        if whole:
            return [whole]
        found: list[str] = []
        for name in filter(None, (piece.strip() for piece in _TOGETHER.split(row.who))):
            key = self.names.find(name)
            if key:
                found.append(key)
            else:
                self._stranger(name, row)
        return found

    def _stranger(self, name: str, row: HeatRow) -> None:
        if name in self.strangers:
            return
        if len(self.strangers) < MOST_STRANGERS:
            self.strangers[name] = None
        near = self.names.near(name)
        if near:
            says = f"“{name}” is nobody here; did the list mean {' or '.join(near)}?"
            text = self.lines[row.line - 1].strip()
            way = "Take the name that is meant, or leave it: then it is somebody of another gym."
            self.faults.append(Fault("unknown-name", says, way, row.line, text, candidates=near))

    def done(self) -> HeatList:
        heats = [
            HeatRead(
                event=place[0],
                number=place[1],
                day=place[2],
                clock_min=place[3],
                line=self.first[place],
                starting=tuple(starting),
            )
            for place, starting in self.heats.items()
        ]
        return HeatList(tuple(heats), tuple(self.strangers), tuple(self.faults))
