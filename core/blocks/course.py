"""A block for one person: every week with its step, its days, and what was moved or made smaller."""

from __future__ import annotations

import datetime
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from functools import cached_property

from core.blocks.days import (
    Chosen,
    Instant,
    Placed,
    Slot,
    choose_days,
    class_jumps,
    done_instants,
    rested,
    usual_days,
    week_days,
)
from core.blocks.jumps import LEAST, jump_work, target_of
from core.blocks.ranges import FIRST_SHARE, HARD_DAY, SHRUNK, range_work, share_before
from core.blocks.skills import minutes_of, reps_a_minute, same_in_class, skill_work
from core.blocks.steps import Step, steps_of
from core.blocks.testing import test_days
from core.blocks.values import DAY, HOURS, Block, BlockWeek, ClassDay, Course, Done, Ended, Planned, Work
from core.catalog import Catalog
from core.demand.people import Person, cautions_of
from core.hazards import Cautions
from core.prep.homework import WEEKLY_S

FREE = Slot(1.0)
AFTER_CLASS = "after the class, not before it"


def course_of(
    block: Block,
    person: Person,
    class_days: Sequence[ClassDay],
    done: Sequence[Done],
    today: datetime.date,
    catalog: Catalog,
    until: datetime.date | None = None,
) -> Course:
    """A block as it went up to today, and as it is planned from there with the days of the classes. Pain
    ends it: nothing is planned after a day on which something hurt. until: weeks that begin later are left
    out. Raises BlockRefused for a block that cannot be."""
    block.check()
    return _Running(
        block=block,
        person=person,
        classes={day.on: day for day in class_days},
        done={one.on: one for one in done},
        today=today,
        catalog=catalog,
    ).course(until)


@dataclass(frozen=True)
class _Running:
    block: Block
    person: Person
    classes: Mapping[datetime.date, ClassDay]
    done: Mapping[datetime.date, Done]
    today: datetime.date
    catalog: Catalog

    def course(self, until: datetime.date | None) -> Course:
        weeks: list[BlockWeek] = []
        jumped: list[Instant] = []
        steps = list(steps_of(self.block, self.done, self.today))
        for step in steps:
            if until is not None and step.starts_on > until:
                break
            week = self._week(step, jumped)
            jumped += [Instant(day.on, self._hour(day)) for day in week.days if day.contacts and not day.done]
            weeks.append(week)
        complete = {week.step for week in weeks if week.over and not week.missed}
        return Course(tuple(weeks), len(complete), self._ended(steps))

    def _ended(self, steps: Sequence[Step]) -> Ended:
        if self._hurt_on:
            return "pain"
        if self.block.stopped_on and self.block.stopped_on <= self.today:
            return "stopped"
        if self.block.until and self.block.until <= self.today:
            return "competition"
        last = steps[-1] if steps else None
        if last is None or not last.over:
            return ""
        return "too many missed" if last.missed else "done"

    @cached_property
    def _hurt_on(self) -> datetime.date | None:
        return min((one.on for one in self.done.values() if one.hurt), default=None)

    @cached_property
    def _other_jumps(self) -> list[Instant]:
        """What else needs its rest: days that were done, and classes that jump much."""
        return [*done_instants(self.done.values()), *class_jumps(self.classes)]

    @cached_property
    def _cautions(self) -> Cautions:
        return cautions_of(self.person, self.catalog)

    def _week(self, step: Step, jumped: Sequence[Instant]) -> BlockWeek:
        already = [day for day in self.done if step.starts_on <= day < step.starts_on + 7 * DAY]
        free = [
            day for day in week_days(step.starts_on, self.today) if day not in already and self._open(day)
        ]
        usual = [day for day in usual_days(self.block, step.starts_on) if self._open(day) or day in already]
        chosen, said = choose_days(
            usual,
            free,
            already,
            lambda day, own: self._slot(step, day, own, jumped),
            self._no_day_left(step),
        )
        days = [self._done_day(step, day) for day in already]
        days += [self._planned(step, one) for one in chosen]
        return BlockWeek(
            starts_on=step.starts_on,
            step=step.step,
            repeats=step.repeats,
            missed=step.missed,
            over=step.over,
            target=self._target(step),
            days=tuple(sorted(days, key=lambda day: day.on)),
            said=() if step.over or not self._runs(step.starts_on + 6 * DAY) else tuple(said),
            tests_on=tuple(test_days(self.block, step)),
        )

    def _no_day_left(self, step: Step) -> str:
        """Why a week has no day left, where no class is in the way."""
        week = (step.starts_on + DAY * number for number in range(7))
        competes = any(self.classes[day].competition for day in week if day in self.classes)
        return "a competition takes a day of it" if competes else "the week has no day left for it"

    def _target(self, step: Step) -> float:
        if self.block.aim == "jump":
            return target_of(self.block.level, step.step)
        if self.block.aim == "skill":
            return float(minutes_of(step.step))
        return WEEKLY_S * share_before(self.block, step.starts_on)

    def _open(self, day: datetime.date) -> bool:
        """Whether anything of the block may stand on a day."""
        there = self.classes.get(day)
        return self._runs(day) and not (there is not None and there.competition)

    def _runs(self, day: datetime.date) -> bool:
        ends = [one for one in (self.block.stopped_on, self.block.until, self._hurt_on) if one is not None]
        return all(day < end for end in ends)

    def _slot(self, step: Step, day: datetime.date, own: Placed, jumped: Sequence[Instant]) -> Slot:
        """How a day takes a session, beside the block's other days of the week."""
        there = self.classes.get(day) or ClassDay(on=day)
        if self.block.aim == "jump":
            return self._jump_slot(step, there, own, jumped)
        if self.block.aim == "skill":
            return self._skill_slot(step, there)
        hard = [motion for motion in self.block.motions if there.asks.get(motion, 0.0) >= HARD_DAY]
        if hard:
            names = " and ".join(self.catalog.demands[motion].name.lower() for motion in hard)
            return Slot(SHRUNK, f"{_called(there)} already asks much of {names}", with_class=True)
        return Slot(1.0, with_class=there.hour is not None)

    def _jump_slot(self, step: Step, there: ClassDay, own: Placed, jumped: Sequence[Instant]) -> Slot:
        if self.classes.get(there.on + DAY) is not None and self.classes[there.on + DAY].competition:
            return Slot(0.0, "they compete the day after")
        others = [
            Instant(day, self._class_hour(day) if slot and slot.with_class else None)
            for day, slot in own.items()
        ]
        others += [*jumped, *self._other_jumps]
        rest = rested(there.on, there.hour, others)
        if rest.share <= 0:
            return rest
        left = target_of(self.block.level, step.step) - there.contacts
        if left < LEAST:
            return Slot(0.0, f"{_called(there)} already jumps {there.contacts:g} contacts")
        return rest

    def _skill_slot(self, step: Step, there: ClassDay) -> Slot:
        if self._skill_work(step, there):
            return Slot(1.0, with_class=there.hour is not None)
        drill = self.catalog.drills.get(self.block.skill)
        in_class = same_in_class(drill, there.reps, self.catalog) if drill else 0.0
        return Slot(0.0, f"{_called(there)} already has {in_class:g} repetitions of it")

    def _skill_work(self, step: Step, there: ClassDay) -> tuple[Work, ...]:
        return skill_work(self.block.skill, step.step, there.reps, self._cautions, self.catalog)

    def _class_hour(self, day: datetime.date) -> float | None:
        there = self.classes.get(day)
        return there.hour if there else None

    def _hour(self, day: Planned) -> float | None:
        return self._class_hour(day.on) if day.with_class else None

    def _planned(self, step: Step, chosen: Chosen) -> Planned:
        there = self.classes.get(chosen.on) or ClassDay(on=chosen.on)
        moved = chosen.usual if chosen.usual != chosen.on else None
        return Planned(
            on=chosen.on,
            work=self._work(step, there, chosen.slot.share),
            usual_on=moved,
            share=chosen.slot.share,
            said=tuple(self._said(step, there, chosen)),
            not_before=chosen.slot.not_before,
            with_class=chosen.slot.with_class,
        )

    def _done_day(self, step: Step, day: datetime.date) -> Planned:
        there = self.classes.get(day) or ClassDay(on=day)
        return Planned(on=day, work=self._work(step, there, self.done[day].share), done=True)

    def _work(self, step: Step, there: ClassDay, share: float) -> tuple[Work, ...]:
        if self.block.aim == "jump":
            left = target_of(self.block.level, step.step) - there.contacts
            return jump_work(step.step, left, self._cautions, self.catalog)
        if self.block.aim == "skill":
            return self._skill_work(step, there)
        share *= share_before(self.block, step.starts_on)
        if self._first(there.on):
            share = min(share, FIRST_SHARE)
        return range_work(self.block, self.person, share, self.catalog)

    def _first(self, day: datetime.date) -> bool:
        """Whether nothing of the block was done before a day."""
        first = min([*self.done, *usual_days(self.block, self.block.starts_on)], default=day)
        return day <= first

    def _said(self, step: Step, there: ClassDay, chosen: Chosen) -> Iterator[str]:
        if chosen.usual is not None and chosen.usual != chosen.on:
            yield f"Moved from {chosen.usual:%A}: {chosen.why}."
        if chosen.slot.share < 1:
            yield f"Made smaller: {chosen.slot.why}; {AFTER_CLASS}."
        if self.block.aim == "jump" and there.contacts:
            whole = target_of(self.block.level, step.step)
            yield f"{_called(there)} has {there.contacts:g} contacts of the {whole:g}; they are taken off."
        if self.block.aim == "skill":
            yield from self._reps_said(there)
        if chosen.slot.not_before is not None and not chosen.slot.with_class:
            yield f"Not before {_clock(chosen.slot.not_before)}: 48 h after the last jumps."

    def _reps_said(self, there: ClassDay) -> Iterator[str]:
        drill = self.catalog.drills.get(self.block.skill)
        in_class = same_in_class(drill, there.reps, self.catalog) if drill else 0.0
        if drill and in_class:
            minutes = in_class / reps_a_minute(drill)
            said = f"{_called(there)} has {in_class:g} repetitions of it"
            yield f"{said}, {minutes:.0f} minutes' worth; they are taken off."


def _called(day: ClassDay) -> str:
    """A day's class by its name, for a sentence."""
    return f"{day.on:%A}'s {day.names[0]}" if day.names else f"{day.on:%A}'s class"


def _clock(hour: float) -> str:
    minutes = round(hour * 60) % (HOURS * 60)
    return f"{minutes // 60:02}:{minutes % 60:02}"
