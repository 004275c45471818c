"""What a block is, what it meets, what was done of it, and the days it comes to."""

from __future__ import annotations

import datetime
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from typing import Literal, NamedTuple

from core.errors import Refused
from core.prep.dose import Dose

Aim = Literal["range", "jump", "skill", "competition"]
Level = Literal["beginner", "intermediate", "advanced"]
LEVELS: tuple[Level, ...] = ("beginner", "intermediate", "advanced")
WEEK = datetime.timedelta(days=7)
DAY = datetime.timedelta(days=1)
HOURS = 24
MOST_WEEKS = 26
JUMP_WEEKS = 6  # as long as its table; published bands of the NSCA, from memory
MOST_AREAS = 2  # stubborn areas of one person at once; common practice


class BlockRefused(Refused):
    """A block that cannot be; ``field`` names what is at fault."""


@dataclass(frozen=True, slots=True, kw_only=True)
class Block:
    """A block as it holds for one person.

    weekdays: those it stands on while nothing is against it, Monday 0. motions: of a range block or one
    before a competition, with the drill for each in drills; skill: the drill of a skill block. level: of a
    jump block. until: the day of the competition, for one that counts back from it. stopped_on: from then on
    nothing of it is planned.
    """

    aim: Aim
    starts_on: datetime.date
    weeks: int
    weekdays: tuple[int, ...]
    motions: tuple[str, ...] = ()
    drills: Mapping[str, str] = field(default_factory=dict)
    skill: str = ""
    level: Level = "beginner"
    until: datetime.date | None = None
    stopped_on: datetime.date | None = None

    def check(self) -> None:
        """Raises BlockRefused for what no block can be."""
        if not 1 <= self.weeks <= MOST_WEEKS:
            raise BlockRefused("weeks", f"{self.weeks} weeks cannot be planned; choose 1 to {MOST_WEEKS}.")
        if self.aim == "jump" and self.weeks != JUMP_WEEKS:
            raise BlockRefused("weeks", f"A landing and jump block takes {JUMP_WEEKS} weeks.")
        low, high = DAYS_A_WEEK[self.aim]
        if not low <= len(set(self.weekdays)) <= high or not set(self.weekdays) <= set(range(7)):
            raise BlockRefused("weekdays", f"Choose {low} to {high} days of the week.")
        if self.aim in ("range", "competition") and not 1 <= len(self.motions) <= MOST_AREAS:
            raise BlockRefused("motions", f"Choose one or two areas; {MOST_AREAS} stubborn ones at the most.")
        if self.aim == "skill" and not self.skill:
            raise BlockRefused("skill", "Choose the drill that is practised.")
        if self.aim == "competition":
            self._check_date()

    def _check_date(self) -> None:
        if self.until is None:
            raise BlockRefused("until", "Say on which day the competition is.")
        if self.until - self.starts_on < WEEK:
            raise BlockRefused("until", "Nothing new is begun in the last week before a competition.")


DAYS_A_WEEK: dict[Aim, tuple[int, int]] = {
    "range": (3, 5),  # 5 min a muscle group and week, over 3 to 5 days; Thomas 2018, from memory
    "competition": (3, 5),
    "jump": (1, 3),  # with 48 h between, three at the most
    "skill": (2, 4),  # common practice
}


@dataclass(frozen=True, slots=True, kw_only=True)
class ClassDay:
    """What else a person's day holds. hour: when its class starts, None when no time is known; contacts:
    weighted, of its jumps and its prep's; asks: demand -> score; reps: movement -> repetitions; names: what
    its sessions are called. competition: they compete that day."""

    on: datetime.date
    hour: float | None = None
    contacts: float = 0.0
    asks: Mapping[str, float] = field(default_factory=dict)
    reps: Mapping[str, float] = field(default_factory=dict)
    names: tuple[str, ...] = ()
    competition: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Done:
    """A day of a block that was done. share: of what was planned; at_hour: when it was said, by the gym's
    clock; hurt: they said that something hurt."""

    on: datetime.date
    share: float = 1.0
    at_hour: float | None = None
    hurt: bool = False


@dataclass(frozen=True, slots=True, kw_only=True)
class Work:
    """One drill of a day of a block. seconds: of all of it, with rests; contacts: weighted; each_side_s: what
    counts towards the week's minutes of a muscle group, of one side; rest_s: between sets."""

    drill: str
    name: str
    motion: str
    dose: Dose
    seconds: int
    rest_s: int = 0
    contacts: float = 0.0
    each_side_s: int = 0


@dataclass(frozen=True, slots=True, kw_only=True)
class Planned:
    """A day of a block. work: empty when nothing is left to do; usual_on: the day it usually stands on, where
    it was moved from it; said: what was moved or made smaller, and why; not_before: hour of the day from
    which its rest is over, None when at any; done: it was."""

    on: datetime.date
    work: tuple[Work, ...] = ()
    usual_on: datetime.date | None = None
    share: float = 1.0
    said: tuple[str, ...] = ()
    not_before: float | None = None
    done: bool = False
    with_class: bool = False

    @property
    def contacts(self) -> float:
        """Weighted, of the block alone."""
        return sum(each.contacts for each in self.work)

    @property
    def seconds(self) -> int:
        """Of all its work."""
        return sum(each.seconds for each in self.work)


@dataclass(frozen=True, slots=True, kw_only=True)
class BlockWeek:
    """A week of a block, from its first day. step: of the progression, from 0; repeats: it has the dose of
    the last week that was done; missed: over, with less than half of it done; target: contacts of one
    session, seconds a week of a muscle group, or minutes of one session, as the aim counts. said: what a week
    could not hold."""

    starts_on: datetime.date
    step: int
    repeats: bool
    missed: bool
    over: bool
    target: float
    days: tuple[Planned, ...]
    said: tuple[str, ...] = ()
    tests_on: tuple[datetime.date, ...] = ()

    @property
    def ends_on(self) -> datetime.date:
        """Its last day."""
        return self.starts_on + WEEK - DAY


Ended = Literal["", "done", "stopped", "pain", "competition", "too many missed"]


class Course(NamedTuple):
    """A block as it runs for one person. ended: why it is over, empty while it runs; weeks_done: of its
    steps."""

    weeks: tuple[BlockWeek, ...]
    weeks_done: int
    ended: Ended

    def day(self, on: datetime.date) -> Planned | None:
        """What stands on a day."""
        return next((day for day in self.days if day.on == on), None)

    @property
    def days(self) -> Sequence[Planned]:
        """Every day of every week."""
        return [day for week in self.weeks for day in week.days]

    def week_of(self, on: datetime.date) -> BlockWeek | None:
        """The week a day falls into."""
        return next((week for week in self.weeks if week.starts_on <= on <= week.ends_on), None)
