"""Everybody's day timed back from their heats.

Readiness is carried forward over the day and judged where a heat starts, so that waiting after check-in
fades and a second event is left with its difference: a drill stays when at least half of what it would do
is still to be done, the raise is as long as it still has to be. Where time runs short rehearsal goes first,
then opening, then the raise down to two minutes; steps of a way up are never made longer.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace

from core.day.fitting import (
    LEAST_RAISE_S,
    Timed,
    blocks_of,
    cut,
    drill_left,
    fitting,
    placed_before,
    raises_of,
    sets_of,
    span_s,
    worth,
)
from core.day.line import (
    Block,
    BlockKind,
    DayAsk,
    DayLines,
    ForHeat,
    Line,
    Placed,
    PlacedSet,
    Point,
)
from core.day.prepared import DayDrill
from core.day.racks import SLOT_S, Schedule, WayUp, least_slots, schedule
from core.day.readiness import Asked, Left, Raised, raise_of, raised_at
from core.day.starts import Before, Chosen, Made, Start, Told, climb_of
from core.day.values import Heat
from core.prep.pace import TRANSITION_S
from core.prep.warmth import raise_minutes

AFTER_S = 300  # easy walking after an event; common practice
COOL_S = 900  # after the last one; common practice
ARRIVE_S = 900  # to find the place and change; estimate
KEEP_WARM_S = 1500  # a wait up to which walking about keeps what there is; common practice
SHORTEST_WAIT_S = 60  # shorter ones are none
RUNS_WITHIN_S = 300  # what starts so soon is not taken from anybody
SLOTS_BEFORE = 12 * 3600 // SLOT_S  # of the first heat, from which slots count
POINT_S = 120  # between two points of a curve
TOO_LATE = "not enough time for this weight: no step is made longer, so lift less or start later"


def day_lines(ask: DayAsk) -> DayLines:
    """Everybody's line of the day."""
    athletes = dict.fromkeys(entry.athlete for heat in _in_order(ask.heats) for entry in heat.entries)
    origin = min((heat.starts_at for heat in ask.heats), default=0) // SLOT_S - SLOTS_BEFORE
    days = [_Day(ask, athlete, origin) for athlete in athletes]
    ways = [way for day in days for way in day.ways_up()]
    shared = schedule(ways, ask.racks, ask.effort)
    late = {key for key, starts in shared.starts.items() if starts is None}
    if late:  # those may begin sooner, with less before the bar
        ways = [way for day in days for way in day.ways_up(late)]
        shared = schedule(ways, ask.racks, ask.effort)
    return DayLines(tuple(day.line(shared) for day in days), shared)


def _in_order(heats: Sequence[Heat]) -> list[Heat]:
    return sorted(heats, key=lambda heat: (heat.starts_at, heat.event, heat.key))


def way_key(athlete: str, heat: str) -> str:
    """Names one athlete's way up for one heat."""
    return f"{athlete} {heat}"


class _Day:
    """One athlete's day while it is timed."""

    def __init__(self, ask: DayAsk, athlete: str, origin: int):
        self.ask, self.athlete, self.origin = ask, athlete, origin
        self.starts = [
            Start(heat, entry, ask.prepared[athlete, heat.event])
            for heat in _in_order(ask.heats)
            for entry in heat.entries
            if entry.athlete == athlete and (athlete, heat.event) in ask.prepared
        ]
        self.asked = {one.heat.key: Asked(one.prepared.asks) for one in self.starts}
        self.before = ask.published.get(athlete)
        self.same = self.before is not None and self._told(self.before) == self._now_told()

    def _told(self, line: Line) -> list[Told]:
        return [Told(one.heat, one.starts_at, one.check_in_at, one.lane, one.stamp) for one in line.heats]

    def _now_told(self) -> list[Told]:
        return [
            Told(
                one.heat.key,
                one.heat.starts_at,
                one.heat.starts_at - self.ask.check_in_s,
                one.entry.lane,
                one.prepared.stamp,
            )
            for one in self.starts
        ]

    # what is wanted of the racks

    def ways_up(self, late: frozenset[str] | set[str] = frozenset()) -> list[WayUp]:
        """Every way up of the day. late: those that get their least before the bar."""
        if self.same and not any(way_key(self.athlete, one.heat.key) in late for one in self.starts):
            return self._ways_as_before()
        found: list[WayUp] = []
        left: list[Left] = []
        raised: list[Raised] = []
        for number, start in enumerate(self.starts):
            check_in = start.heat.starts_at - self.ask.check_in_s
            holds, rests = climb_of(start.prepared.ramp)
            ramp_s = least_slots(holds, rests) * SLOT_S
            earliest = self.earliest(number)
            chosen = self.chosen(start, left, raised, check_in - ramp_s)
            key = way_key(self.athlete, start.heat.key)
            if holds:
                spent = self.least_s(chosen, check_in - ramp_s, raised) if key in late else chosen.seconds
                room = check_in - ramp_s - spent
                release = max(earliest, min(earliest, room)) + spent if key in late else earliest + spent
                found.append(self._way(key, start, (holds, rests), release, check_in))
            self._carry(start, chosen, check_in - ramp_s, left, raised)
        return found

    def _ways_as_before(self) -> list[WayUp]:
        """The ways up of a line that nothing has changed: no drill before them has to be chosen anew."""
        found: list[WayUp] = []
        for number, start in enumerate(self.starts):
            published = self._published_sets(start)
            if not published:
                continue
            own = (
                [
                    block.starts_at
                    for block in self.before.blocks
                    if block.heat == start.heat.key and block.drills
                ]
                if self.before
                else []
            )
            spent = published[0] - min(own, default=published[0])
            check_in = start.heat.starts_at - self.ask.check_in_s
            key = way_key(self.athlete, start.heat.key)
            release = min(self.earliest(number) + spent, published[0])
            found.append(self._way(key, start, climb_of(start.prepared.ramp), release, check_in))
        return found

    def _way(
        self,
        key: str,
        start: Start,
        climb: tuple[tuple[int, ...], tuple[int, ...]],
        release: int,
        check_in: int,
    ) -> WayUp:
        holds, rests = climb
        published = self._published_sets(start)
        fixed = False
        now = self.ask.now
        if published and now is not None and published[0] <= now + RUNS_WITHIN_S:
            fixed = len(published) == len(holds)
        return WayUp(
            key=key,
            athlete=self.athlete,
            holds=holds,
            rests=rests,
            release=max(0, -(-release // SLOT_S) - self.origin),
            deadline=check_in // SLOT_S - self.origin,
            published=tuple(at // SLOT_S - self.origin for at in published) if published else None,
            fixed=fixed,
        )

    def _published_sets(self, start: Start) -> tuple[int, ...] | None:
        return self.before.sets.get(start.heat.key) if self.before else None

    def earliest(self, number: int) -> int:
        """From when an athlete can prepare for a heat."""
        arrives = self.ask.arrives_at.get(self.athlete, -(10**12))
        after = self.starts[number - 1].ends_at + AFTER_S if number else arrives
        now = self.ask.now if self.ask.now is not None else -(10**12)
        return max(arrives, after, now)

    def chosen(self, start: Start, left: Sequence[Left], raised: Sequence[Raised], until: int) -> Chosen:
        """The drills that are still worth doing for a heat, given what is warm by then."""
        prepared = start.prepared
        warm = self.asked[start.heat.key].prepared(left, start.heat.starts_at)
        drills: list[Timed] = []
        needless: list[str] = []
        for drill in prepared.drills:
            if drill.phase != "raise" and (drill.standing or worth(drill, prepared.weights, warm)):
                drills.append((drill, drill.seconds))
            elif drill.phase != "raise":
                needless.append(drill.id)
        begins = until - span_s([seconds for _, seconds in drills])
        raises = [drill for drill in prepared.drills if drill.phase == "raise"]
        return Chosen([*self._raises(raises, raised, begins), *drills], needless)

    def _raises(self, raises: Sequence[DayDrill], raised: Sequence[Raised], begins: int) -> list[Timed]:
        """The raise as long as it is still asked: whole when cold, none once half warm."""
        warm = raised_at(raised, begins)
        asked_s = round(raise_minutes(warm) * 60)
        if not any(one.ended_at <= begins for one in raised):
            asked_s = sum(drill.seconds for drill in raises)
        return cut(raises, asked_s)

    def least_s(self, chosen: Chosen, until: int, raised: Sequence[Raised]) -> int:
        """The least that goes before a bar: two minutes of raise, or what of it is asked."""
        raises = [seconds for drill, seconds in chosen.drills if drill.phase == "raise"]
        return span_s([min(LEAST_RAISE_S, sum(raises))]) if raises else 0

    def _carry(
        self, start: Start, chosen: Chosen, until: int, left: list[Left], raised: list[Raised]
    ) -> None:
        """Add what a preparation timed to end at an instant, and the event after it, leave."""
        placed = placed_before(chosen.drills, until)
        self._leave(start, placed, until, left, raised)

    def _leave(
        self, start: Start, placed: Sequence[Placed], ramp_ends: int, left: list[Left], raised: list[Raised]
    ) -> None:
        prepared, key = start.prepared, start.heat.key
        left += self._left_by(start, placed, ramp_ends)
        warming = sum(one.seconds for one in placed if one.drill.phase == "raise")
        if warming:
            ends = max(one.ends_at for one in placed if one.drill.phase == "raise")
            raised.append(raise_of(warming, ends))
        left.append(Left(f"event {key}", start.ends_at, prepared.leaves, prepared.reached))
        raised.append(raise_of(prepared.raises_s, start.ends_at))

    def _left_by(self, start: Start, placed: Sequence[Placed], ramp_ends: int) -> list[Left]:
        """What a preparation leaves ready: its drills, and its way up."""
        prepared = start.prepared
        left = [drill_left(one) for one in placed]
        if prepared.ramp:
            key = f"ramp {start.heat.key}"
            left.append(Left(key, ramp_ends, prepared.ramp_leaves, prepared.ramp_reached))
        return left

    # what comes of it

    def line(self, shared: Schedule) -> Line:
        """The day, once everybody's ways up have their racks; as it was where nothing of it has changed."""
        if self.before is not None and self.same and self._racks_as_before(shared):
            return self.before
        blocks: list[Block] = []
        heats: list[ForHeat] = []
        left: list[Left] = []
        raised: list[Raised] = []
        for number, start in enumerate(self.starts):
            made = self._before_heat(number, start, shared, left, raised)
            blocks += self._waiting(number, made.blocks, start)
            blocks += made.blocks
            heats.append(made.told)
            last = number == len(self.starts) - 1
            blocks.append(
                Block(
                    kind="event", starts_at=start.heat.starts_at, ends_at=start.ends_at, heat=start.heat.key
                )
            )
            until = start.ends_at + (COOL_S if last else AFTER_S)
            if not last:
                until = min(until, max(start.ends_at, self.starts[number + 1].heat.starts_at))
            if until > start.ends_at:
                blocks.append(
                    Block(kind="after", starts_at=start.ends_at, ends_at=until, heat=start.heat.key)
                )
        return Line(athlete=self.athlete, blocks=tuple(blocks), heats=tuple(heats))

    def _racks_as_before(self, shared: Schedule) -> bool:
        keys = {one.heat.key: way_key(self.athlete, one.heat.key) for one in self.starts}
        for heat, key in keys.items():
            published = self.before.sets.get(heat) if self.before else None
            slots = shared.starts.get(key)
            now = tuple((self.origin + slot) * SLOT_S for slot in slots) if slots else None
            if key in shared.starts and now != published:
                return False
        return True

    def _before_heat(
        self,
        number: int,
        start: Start,
        shared: Schedule,
        left: list[Left],
        raised: list[Raised],
    ) -> Made:
        """Everything before a heat; what it leaves ready is added to ``left`` and ``raised``."""
        heat = start.heat
        slots = shared.starts.get(way_key(self.athlete, heat.key))
        missed = bool(start.prepared.ramp) and slots is None
        sets = sets_of(start.prepared.ramp, slots, self.origin)
        check_in = heat.starts_at - self.ask.check_in_s
        until = sets[0].starts_at if sets else check_in
        before = self._drills_before(number, start, until, left, raised)
        ramp_ends = sets[-1].starts_at + sets[-1].hold_s if sets else until
        blocks = [*blocks_of(before.placed, heat.key), *self._to_the_start(number, start, sets, missed)]
        bare = start._replace(prepared=replace(start.prepared, ramp=())) if missed else start
        found = self.asked[heat.key].overall(left, [heat.starts_at])[0]
        own = [*left, *self._left_by(bare, before.placed, ramp_ends)]
        told = self._told_of(start, own, self._curve_from(number, blocks))
        told = replace(
            told,
            found=found,
            dropped=tuple(before.dropped),
            needless=tuple(before.needless),
            missed=missed,
            rack_waits_s=max(0, check_in - ramp_ends) if sets else 0,
        )
        self._leave(bare, before.placed, ramp_ends, left, raised)
        return Made(blocks, told)

    def _drills_before(
        self, number: int, start: Start, until: int, left: Sequence[Left], raised: Sequence[Raised]
    ) -> Before:
        """The drills that end at an instant: those that run already, and of the others what fits."""
        running, earliest = self._running(start), self.earliest(number)
        if running:
            earliest = max(earliest, running[-1].ends_at + TRANSITION_S)
        begun = [*left, *(drill_left(one) for one in running)]
        chosen = self.chosen(start, begun, [*raised, *raises_of(running)], until)
        kept, dropped = fitting(chosen.drills, until - earliest)
        return Before([*running, *placed_before(kept, until)], dropped, chosen.needless)

    def _to_the_start(
        self, number: int, start: Start, sets: tuple[PlacedSet, ...], missed: bool
    ) -> list[Block]:
        """The bar, the wait for check-in, and check-in."""
        heat, blocks = start.heat, []
        check_in = heat.starts_at - self.ask.check_in_s
        if sets:
            ends = sets[-1].starts_at + sets[-1].hold_s
            blocks.append(
                Block(kind="ramp", starts_at=sets[0].starts_at, ends_at=ends, heat=heat.key, sets=sets)
            )
            if check_in - ends >= SHORTEST_WAIT_S:
                blocks.append(Block(kind="wait", starts_at=ends, ends_at=check_in, heat=heat.key))
        begins = max(check_in, self.starts[number - 1].ends_at + AFTER_S) if number else check_in
        if begins < heat.starts_at:
            said = (TOO_LATE,) if missed else ()
            blocks.append(
                Block(kind="check-in", starts_at=begins, ends_at=heat.starts_at, heat=heat.key, said=said)
            )
        return blocks

    def _told_of(self, start: Start, sources: Sequence[Left], from_at: int) -> ForHeat:
        """How ready an athlete is for a heat, from an instant on and at its start."""
        heat, asked = start.heat, self.asked[start.heat.key]
        instants = [*range(from_at, heat.starts_at, POINT_S), heat.starts_at]
        overall = asked.overall(sources, instants)
        return ForHeat(
            heat=heat.key,
            event=heat.event,
            starts_at=heat.starts_at,
            ends_at=start.ends_at,
            check_in_at=heat.starts_at - self.ask.check_in_s,
            ready=asked.by_demand(sources, heat.starts_at),
            overall=overall[-1],
            found=0.0,
            curve=tuple(Point(at, round(value, 4)) for at, value in zip(instants, overall, strict=True)),
            lane=start.entry.lane,
            division=start.prepared.division,
            stamp=start.prepared.stamp,
        )

    def _running(self, start: Start) -> list[Placed]:
        """Drills of the published line that are done, run, or begin within five minutes."""
        now = self.ask.now
        if now is None or self.before is None:
            return []
        published = [
            one for block in self.before.blocks if block.heat == start.heat.key for one in block.drills
        ]
        return [one for one in published if one.starts_at <= now + RUNS_WITHIN_S]

    def _curve_from(self, number: int, blocks: Sequence[Block]) -> int:
        """Where the curve for a heat begins: when the last event ended, or with the first block."""
        if number:
            return min(self.starts[number - 1].ends_at, self.starts[number].heat.starts_at)
        first = min((block.starts_at for block in blocks), default=self.starts[number].heat.starts_at)
        return first - ARRIVE_S

    def _waiting(self, number: int, blocks: Sequence[Block], start: Start) -> list[Block]:
        """What lies between the event before (or arriving) and the first block of a preparation."""
        begins = blocks[0].starts_at if blocks else start.heat.starts_at
        if not number:
            at = max(begins - ARRIVE_S, self.ask.arrives_at.get(self.athlete, begins - ARRIVE_S))
            if at >= begins:
                return []
            return [Block(kind="arrive", starts_at=at, ends_at=begins, heat=start.heat.key)]
        after = self.starts[number - 1].ends_at + AFTER_S
        if begins - after < SHORTEST_WAIT_S:
            return []
        kind: BlockKind = "keep-warm" if begins - after <= KEEP_WARM_S else "rest"
        return [Block(kind=kind, starts_at=after, ends_at=begins, heat=start.heat.key)]
