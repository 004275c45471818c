"""What a week comes to: a text for each session of a day, and what could not be used."""

from __future__ import annotations

import datetime
from dataclasses import dataclass
from typing import Literal


@dataclass(frozen=True, slots=True)
class DayText:
    """One session of one day. line: where it starts in what was read (from 1; the row of a table)."""

    date: datetime.date
    title: str
    text: str
    line: int


@dataclass(frozen=True, slots=True)
class Trouble:
    """A piece that belongs to no day, or a row that cannot be used: where, what, and why."""

    line: int
    text: str
    reason: str


@dataclass(frozen=True, slots=True)
class WeekText:
    """The days of what was read, and what could not be used."""

    kind: Literal["text", "csv", "json"]
    days: tuple[DayText, ...]
    troubles: tuple[Trouble, ...]
