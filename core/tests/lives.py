"""Members who live with blocks for weeks: each day they do what the plan of that day says, or not. The rules
are held against what they did, by code that shares nothing with the planner."""

import datetime
import random
from itertools import pairwise

from core.blocks import Block, ClassDay, Done, course_of
from core.catalog import load_catalog
from core.demand import Person
from core.hazards import hazards_of
from core.prep.homework import home_drills

CATALOG = load_catalog()
MONDAY = datetime.date(2026, 9, 7)
DAY = datetime.timedelta(days=1)
# most contacts of a session, and by how much a week may grow; NSCA bands, from memory
BAND = {"beginner": 100, "intermediate": 120, "advanced": 140}
GROWS = 5
REST_H, CLASS_COUNTS = 48, 40
WEEKLY_S = (300, 390)  # five minutes a muscle group, and no more than whole sets make of it
BLOCK_WEEKS = 6
KIP, KIP_REPS = "hollow-arch-swings", 6
KIPPED = ("toes-to-bar", "toes-to-ring")  # the same practice, by name and by its pattern alone
MINUTES = (10, 11, 12, 13, 15, 10)  # a tenth more a week, the sixth lighter; by hand
CAUTIONS = ((), (), (), ("no-impact",), ("knee",), ("no-floor",), ("balance",), ("no-hang",))


def day(number: int) -> datetime.date:
    return MONDAY + DAY * number


class Life:
    """One member for so many weeks, in blocks of six one after the other. faults: rules that were broken."""

    def __init__(self, seed: int, weeks: int):
        self.chance = random.Random(seed)
        self.days = weeks * 7
        self.faults: list[str] = []
        self.sessions = 0
        self.person = Person(
            cautions=self.chance.choice(CAUTIONS),
            kit_at_home=self.chance.choice([(), ("band",), ("foam-roller",)]),
        )
        self.diligence = self.chance.choice([0.3, 0.6, 0.95])
        self.classes = {one.on: one for one in map(self._class, range(self.days + 40)) if one is not None}

    def _class(self, number: int) -> ClassDay | None:
        chance = self.chance
        if chance.random() < 0.03:
            return ClassDay(on=day(number), competition=True)
        if chance.random() < 0.5:
            return None
        return ClassDay(
            on=day(number),
            hour=chance.choice([6.5, 12.0, 18.0]),
            contacts=chance.choice([0, 0, 10, 25, 39, 41, 62, 90, 150]),
            asks={"ankle.dorsiflexion": chance.choice([0.0, 0.2, 0.6])},
            reps={chance.choice(KIPPED): chance.choice([0, 0, 20, 60])},
        )

    def live(self) -> "Life":
        """Every block to its end."""
        for start in range(0, self.days, BLOCK_WEEKS * 7):
            self._block(self._started(start), start)
        return self

    def _started(self, start: int) -> Block:
        chance = self.chance
        aim = chance.choice(["jump", "jump", "range", "skill", "competition"])
        drills = home_drills("ankle.dorsiflexion", self.person, CATALOG)
        if aim in ("range", "competition") and not drills:
            aim = "jump"
        ranged = aim in ("range", "competition")
        weekdays = {"jump": [(0, 2, 4), (1, 4), (5,)], "skill": [(1, 3), (0, 2, 4)]}
        return Block(
            aim=aim,
            starts_on=day(start),
            weeks=BLOCK_WEEKS,
            weekdays=chance.choice(weekdays.get(aim, [(0, 2, 4), (0, 1, 3, 4)])),
            motions=("ankle.dorsiflexion",) if ranged else (),
            drills={"ankle.dorsiflexion": drills[0].id} if ranged else {},
            skill=KIP if aim == "skill" else "",
            level=chance.choice(list(BAND)),
            until=day(start + BLOCK_WEEKS * 7 - 2) if aim == "competition" else None,
        )

    def _block(self, block: Block, start: int) -> None:
        done: list[Done] = []
        hours: list[float] = []
        targets: list[float] = []
        held_s: dict[datetime.date, int] = {}
        classes = list(self.classes.values())
        for number in range(start, start + BLOCK_WEEKS * 7):
            today = day(number)
            course = course_of(block, self.person, classes, done, today, CATALOG, until=today)
            planned, week = course.day(today), course.week_of(today)
            if planned is None or week is None or planned.done or not planned.work:
                continue
            if self.chance.random() > self.diligence:
                continue
            there = self.classes.get(today)
            self._check_day(block, planned, there, today)
            at = (
                there.hour
                if planned.with_class and there
                else max(planned.not_before or 0.0, self.chance.choice([7.0, 20.0]))
            )
            if block.aim == "jump":
                self._check_jumps(block, planned, week, there, targets, today)
                hours.append(number * 24 + at)
                targets.append(week.target)
            if block.motions:
                held = sum(work.each_side_s for work in planned.work)
                held_s[week.starts_on] = held_s.get(week.starts_on, 0) + held
            self.sessions += 1
            done.append(Done(on=today, at_hour=at))
        self._check_rests(hours)
        for week, held in held_s.items():
            self._must(held <= WEEKLY_S[1], f"{held} s of a muscle group in the week of {week}")

    def _must(self, held: bool, said: str) -> None:
        if not held:
            self.faults.append(said)

    def _check_day(self, block, planned, there, today) -> None:
        self._must(not (there and there.competition), f"a block on a competition day, {today}")
        self._must(block.until is None or today < block.until, "a block after its competition")
        for work in planned.work:
            barred = hazards_of(work.drill, CATALOG) & set(self.person.cautions)
            self._must(not barred, f"{work.drill} for {self.person.cautions}")
        if block.aim == "skill":
            in_class = sum(there.reps.values()) if there else 0
            reps = sum(work.dose.sets * work.dose.reps for work in planned.work)
            most = max(MINUTES) * KIP_REPS
            self._must(reps + in_class <= most, f"{reps} and {in_class} repetitions on {today}")

    def _check_jumps(self, block, planned, week, there, targets, today) -> None:
        total = planned.contacts + (there.contacts if there else 0.0)
        self._must(total <= week.target + 1e-9, f"{total} contacts of {week.target} on {today}")
        self._must(total <= BAND[block.level], f"{total} contacts at {block.level}")
        self._must(not targets or week.target <= max(targets) + GROWS, f"a jump to {week.target} on {today}")

    def _check_rests(self, hours: list[float]) -> None:
        for earlier, later in pairwise(hours):
            self._must(later - earlier >= REST_H, f"{later - earlier} h between sessions")
        for hour in hours:
            for one in self.classes.values():
                number = (one.on - MONDAY).days
                if one.contacts > CLASS_COUNTS and number != int(hour // 24):
                    apart = abs(number * 24 + one.hour - hour)
                    self._must(apart >= REST_H, f"{apart} h from a class that jumps")
