"""The line of the day: what each athlete does from which minute, timed back from each of their heats.

Readiness is carried forward over the day and judged where a heat starts, so that waiting after check-in
fades and a second event is left with its difference: a drill stays when at least half of what it would do
is still to be done, the raise is as long as it still has to be. Where time runs short rehearsal goes first,
then opening, then the raise down to two minutes; steps of a way up are never made longer.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Literal, NamedTuple

from core.catalog.rows import Phase
from core.day.prepared import DayDrill, Prepared
from core.day.racks import SLOT_S, Schedule, WayUp, hold_slots, least_slots, rest_slots, schedule
from core.day.readiness import Asked, Left, Raised, raise_of, raised_at
from core.day.values import Entry, Heat
from core.prep.candidates import taken_away
from core.prep.pace import TRANSITION_S
from core.prep.sheet import RampSet
from core.prep.warmth import EVERYWHERE, raise_minutes

BlockKind = Literal[
    "arrive", "raise", "open", "prime", "ramp", "wait", "check-in", "event", "after", "keep-warm", "rest"
]
KIND_OF: Mapping[Phase, BlockKind] = {
    "raise": "raise",
    "release": "open",
    "open": "open",
    "switch-on": "prime",
    "rehearse": "prime",
    "settle": "after",
}
CHECK_IN_S = 600  # at the lanes before a heat; common practice
AFTER_S = 300  # easy walking after an event; common practice
COOL_S = 900  # after the last one; common practice
ARRIVE_S = 900  # to find the place and change; estimate
KEEP_WARM_S = 1500  # a wait up to which walking about keeps what there is; common practice
RUNS_WITHIN_S = 300  # what starts so soon is not taken from anybody
LEAST_RAISE_S = 120
SHORTEST_RAISE_S = 45  # less raise than this is none; estimate
STILL_TO_DO = 0.5  # of what a drill does cold, from which it is worth doing again; estimate
SLOTS_BEFORE = 12 * 3600 // SLOT_S  # of the first heat, from which slots count
POINT_S = 120  # between two points of a curve
FIRST_TO_GO: tuple[Phase, ...] = ("rehearse", "open", "release")
TOO_LATE = "not enough time for this weight: no step is made longer, so lift less or start later"


@dataclass(frozen=True, slots=True)
class Placed:
    """A drill at its time. seconds: of it now; a raise may be shorter than it is written."""

    drill: DayDrill
    starts_at: int
    seconds: int

    @property
    def ends_at(self) -> int:
        return self.starts_at + self.seconds


@dataclass(frozen=True, slots=True)
class PlacedSet:
    """A set of a way up at its time, on a rack for ``hold_s``."""

    step: RampSet
    starts_at: int
    hold_s: int


@dataclass(frozen=True, slots=True, kw_only=True)
class Block:
    """A stretch of an athlete's day. heat: the one it is for, by key; said: what else is to be known."""

    kind: BlockKind
    starts_at: int
    ends_at: int
    heat: str = ""
    drills: tuple[Placed, ...] = ()
    sets: tuple[PlacedSet, ...] = ()
    said: tuple[str, ...] = ()


class Point(NamedTuple):
    """How ready an athlete is for their next event at an instant, 0..1."""

    at: int
    ready: float


@dataclass(frozen=True, slots=True, kw_only=True)
class ForHeat:
    """One athlete's preparation for one heat as it is timed. ready: at the start, by demand; overall: of
    all that is asked; found: overall without anything done for it. dropped: drills there was no time for;
    done: drills that earlier ones made needless. missed: no rack in time for the way up. stamp: what it was
    prepared from."""

    heat: str
    event: str
    starts_at: int
    ends_at: int
    check_in_at: int
    ready: Mapping[str, float]
    overall: float
    found: float
    curve: tuple[Point, ...]
    dropped: tuple[str, ...] = ()
    needless: tuple[str, ...] = ()
    missed: bool = False
    lane: int | None = None
    division: str | None = None
    rack_waits_s: int = 0
    stamp: str = ""


@dataclass(frozen=True, slots=True, kw_only=True)
class Line:
    """An athlete's day."""

    athlete: str
    blocks: tuple[Block, ...]
    heats: tuple[ForHeat, ...]

    def for_heat(self, heat: str) -> ForHeat | None:
        return next((one for one in self.heats if one.heat == heat), None)

    @property
    def sets(self) -> dict[str, tuple[int, ...]]:
        """Starts of the sets of each heat's way up."""
        return {block.heat: tuple(one.starts_at for one in block.sets) for block in self.blocks if block.sets}


Prepares = Mapping[tuple[str, str], Prepared]  # athlete, event


@dataclass(frozen=True, slots=True, kw_only=True)
class DayAsk:
    """arrives_at: by athlete, the earliest they are there. published: lines athletes have. now: None while
    the day is only planned; what runs by then, or begins within 5 min, stays as it was published. effort:
    of the search for racks, 1 at a desk."""

    heats: tuple[Heat, ...]
    prepared: Prepares
    racks: int
    check_in_s: int = CHECK_IN_S
    arrives_at: Mapping[str, int] = field(default_factory=dict)
    published: Mapping[str, Line] = field(default_factory=dict)
    now: int | None = None
    effort: float = 1.0


@dataclass(frozen=True, slots=True)
class DayLines:
    """Every athlete's line, and how their racks were shared."""

    lines: tuple[Line, ...]
    racks: Schedule

    def of(self, athlete: str) -> Line | None:
        return next((line for line in self.lines if line.athlete == athlete), None)


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


class _Start(NamedTuple):
    """A heat of one athlete."""

    heat: Heat
    entry: Entry
    prepared: Prepared

    @property
    def ends_at(self) -> int:
        return self.heat.starts_at + self.prepared.duration_s


class _Told(NamedTuple):
    """What an athlete's line of a heat hangs on."""

    heat: str
    starts_at: int
    check_in_at: int
    lane: int | None
    stamp: str


def _climb(ramp: Sequence[RampSet]) -> tuple[tuple[int, ...], tuple[int, ...]]:
    """Slots that each set holds a rack, and the least rests between."""
    holds = tuple(hold_slots(step.reps) for step in ramp)
    return holds, tuple(rest_slots(step.share) for step in ramp[:-1])


class _Chosen(NamedTuple):
    """Drills for a heat with their seconds, in order, and those that are not needed."""

    drills: list[tuple[DayDrill, int]]
    needless: list[str]

    @property
    def seconds(self) -> int:
        return span_s([seconds for _, seconds in self.drills])


def span_s(seconds: Sequence[int]) -> int:
    """Some drills one after the other, change-overs between and after them counted."""
    return sum(seconds) + TRANSITION_S * len(seconds)


class _Day:
    """One athlete's day while it is timed."""

    def __init__(self, ask: DayAsk, athlete: str, origin: int):
        self.ask, self.athlete, self.origin = ask, athlete, origin
        self.starts = [
            _Start(heat, entry, ask.prepared[athlete, heat.event])
            for heat in _in_order(ask.heats)
            for entry in heat.entries
            if entry.athlete == athlete and (athlete, heat.event) in ask.prepared
        ]
        self.asked = {one.heat.key: Asked(one.prepared.asks) for one in self.starts}
        self.before = ask.published.get(athlete)
        self.same = self.before is not None and self._told(self.before) == self._now_told()

    def _told(self, line: Line) -> list[_Told]:
        return [_Told(one.heat, one.starts_at, one.check_in_at, one.lane, one.stamp) for one in line.heats]

    def _now_told(self) -> list[_Told]:
        return [
            _Told(
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
            holds, rests = _climb(start.prepared.ramp)
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
            found.append(self._way(key, start, _climb(start.prepared.ramp), release, check_in))
        return found

    def _way(
        self,
        key: str,
        start: _Start,
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

    def _published_sets(self, start: _Start) -> tuple[int, ...] | None:
        return self.before.sets.get(start.heat.key) if self.before else None

    def earliest(self, number: int) -> int:
        """From when an athlete can prepare for a heat."""
        arrives = self.ask.arrives_at.get(self.athlete, -(10**12))
        after = self.starts[number - 1].ends_at + AFTER_S if number else arrives
        now = self.ask.now if self.ask.now is not None else -(10**12)
        return max(arrives, after, now)

    def chosen(self, start: _Start, left: Sequence[Left], raised: Sequence[Raised], until: int) -> _Chosen:
        """The drills that are still worth doing for a heat, given what is warm by then."""
        prepared = start.prepared
        warm = self.asked[start.heat.key].prepared(left, start.heat.starts_at)
        drills: list[tuple[DayDrill, int]] = []
        needless: list[str] = []
        for drill in prepared.drills:
            if drill.phase != "raise" and (drill.standing or _worth(drill, prepared.weights, warm)):
                drills.append((drill, drill.seconds))
            elif drill.phase != "raise":
                needless.append(drill.id)
        begins = until - span_s([seconds for _, seconds in drills])
        raises = [drill for drill in prepared.drills if drill.phase == "raise"]
        return _Chosen([*self._raises(raises, raised, begins), *drills], needless)

    def _raises(
        self, raises: Sequence[DayDrill], raised: Sequence[Raised], begins: int
    ) -> list[tuple[DayDrill, int]]:
        """The raise as long as it is still asked: whole when cold, none once half warm."""
        warm = raised_at(raised, begins)
        asked_s = round(raise_minutes(warm) * 60)
        if not any(one.ended_at <= begins for one in raised):
            asked_s = sum(drill.seconds for drill in raises)
        return _cut(raises, asked_s)

    def least_s(self, chosen: _Chosen, until: int, raised: Sequence[Raised]) -> int:
        """The least that goes before a bar: two minutes of raise, or what of it is asked."""
        raises = [seconds for drill, seconds in chosen.drills if drill.phase == "raise"]
        return span_s([min(LEAST_RAISE_S, sum(raises))]) if raises else 0

    def _carry(
        self, start: _Start, chosen: _Chosen, until: int, left: list[Left], raised: list[Raised]
    ) -> None:
        """Add what a preparation timed to end at an instant, and the event after it, leave."""
        placed = _placed_before(chosen.drills, until)
        self._leave(start, placed, until, left, raised)

    def _leave(
        self, start: _Start, placed: Sequence[Placed], ramp_ends: int, left: list[Left], raised: list[Raised]
    ) -> None:
        prepared, key = start.prepared, start.heat.key
        left += [_drill_left(one) for one in placed]
        warming = sum(one.seconds for one in placed if one.drill.phase == "raise")
        if warming:
            ends = max(one.ends_at for one in placed if one.drill.phase == "raise")
            raised.append(raise_of(warming, ends))
        if prepared.ramp:
            left.append(Left(f"ramp {key}", ramp_ends, prepared.ramp_leaves, prepared.ramp_reached))
        left.append(Left(f"event {key}", start.ends_at, prepared.leaves, prepared.reached))
        raised.append(raise_of(prepared.raises_s, start.ends_at))

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
        start: _Start,
        shared: Schedule,
        left: list[Left],
        raised: list[Raised],
    ) -> _Made:
        prepared, heat = start.prepared, start.heat
        check_in = heat.starts_at - self.ask.check_in_s
        key = way_key(self.athlete, heat.key)
        slots = shared.starts.get(key)
        missed = bool(prepared.ramp) and slots is None
        sets = _sets(prepared.ramp, slots, self.origin)
        until = sets[0].starts_at if sets else check_in
        earliest = self.earliest(number)
        running = self._running(start)
        found = self.asked[heat.key].overall(left, [heat.starts_at])[0]
        if running:
            earliest = max(earliest, running[-1].ends_at + TRANSITION_S)
        begun = [*left, *(_drill_left(one) for one in running)]
        warmed = [*raised, *_raises_of(running)]
        chosen = self.chosen(start, begun, warmed, until)
        kept, dropped = _fitting(chosen.drills, until - earliest)
        placed = [*running, *_placed_before(kept, until)]
        ramp_ends = sets[-1].starts_at + sets[-1].hold_s if sets else until
        blocks = _blocks_of(placed, heat.key)
        if sets:
            blocks.append(
                Block(kind="ramp", starts_at=sets[0].starts_at, ends_at=ramp_ends, heat=heat.key, sets=sets)
            )
        said = [TOO_LATE] if missed else []
        waits = check_in - ramp_ends if sets else 0
        if waits >= 60:
            blocks.append(Block(kind="wait", starts_at=ramp_ends, ends_at=check_in, heat=heat.key))
        begins = max(check_in, self.starts[number - 1].ends_at + AFTER_S) if number else check_in
        if begins < heat.starts_at:
            blocks.append(
                Block(
                    kind="check-in",
                    starts_at=begins,
                    ends_at=heat.starts_at,
                    heat=heat.key,
                    said=tuple(said),
                )
            )
        from_at = self._curve_from(number, blocks)
        own: list[Left] = [_drill_left(one) for one in placed]
        if prepared.ramp and not missed:
            own.append(Left(f"ramp {heat.key}", ramp_ends, prepared.ramp_leaves, prepared.ramp_reached))
        every = [*left, *own]
        asked = self.asked[heat.key]
        instants = [*range(from_at, heat.starts_at, POINT_S), heat.starts_at]
        overall = asked.overall(every, instants)
        told = ForHeat(
            heat=heat.key,
            event=heat.event,
            starts_at=heat.starts_at,
            ends_at=start.ends_at,
            check_in_at=check_in,
            ready=asked.by_demand(every, heat.starts_at),
            overall=overall[-1],
            found=found,
            curve=tuple(Point(at, round(value, 4)) for at, value in zip(instants, overall, strict=True)),
            dropped=tuple(dropped),
            needless=tuple(chosen.needless),
            missed=missed,
            lane=start.entry.lane,
            division=prepared.division,
            rack_waits_s=max(0, waits),
            stamp=prepared.stamp,
        )
        self._leave_made(start, placed, ramp_ends, missed, left, raised)
        return _Made(blocks, told)

    def _leave_made(
        self,
        start: _Start,
        placed: Sequence[Placed],
        ramp_ends: int,
        missed: bool,
        left: list[Left],
        raised: list[Raised],
    ) -> None:
        bare = start._replace(prepared=replace(start.prepared, ramp=())) if missed else start
        self._leave(bare, placed, ramp_ends, left, raised)

    def _running(self, start: _Start) -> list[Placed]:
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

    def _waiting(self, number: int, blocks: Sequence[Block], start: _Start) -> list[Block]:
        """What lies between the event before (or arriving) and the first block of a preparation."""
        begins = blocks[0].starts_at if blocks else start.heat.starts_at
        if not number:
            at = max(begins - ARRIVE_S, self.ask.arrives_at.get(self.athlete, begins - ARRIVE_S))
            if at >= begins:
                return []
            return [Block(kind="arrive", starts_at=at, ends_at=begins, heat=start.heat.key)]
        after = self.starts[number - 1].ends_at + AFTER_S
        if begins - after < 60:
            return []
        kind: BlockKind = "keep-warm" if begins - after <= KEEP_WARM_S else "rest"
        return [Block(kind=kind, starts_at=after, ends_at=begins, heat=start.heat.key)]


class _Made(NamedTuple):
    """What comes before a heat, and what is told of it."""

    blocks: list[Block]
    told: ForHeat


def way_key(athlete: str, heat: str) -> str:
    """Names one athlete's way up for one heat."""
    return f"{athlete} {heat}"


def _worth(drill: DayDrill, weights: Mapping[str, float], warm: Mapping[str, float]) -> bool:
    """Whether enough of what a drill does is still to be done."""
    whole = left = 0.0
    for demand, effect in drill.item.drill.effects.items():
        does = weights.get(demand, 0.0) * taken_away(effect)
        whole += does
        left += does * (1 - warm.get(demand, 0.0))
    return whole > 0 and left >= STILL_TO_DO * whole


def _cut(raises: Sequence[DayDrill], seconds: int) -> list[tuple[DayDrill, int]]:
    """The raise within some seconds, the last of its drills shorter."""
    kept: list[tuple[DayDrill, int]] = []
    for drill in raises:
        here = min(drill.seconds, seconds - sum(each for _, each in kept))
        if here >= SHORTEST_RAISE_S:
            kept.append((drill, here))
    return kept


def _fitting(
    drills: Sequence[tuple[DayDrill, int]], room_s: int
) -> tuple[list[tuple[DayDrill, int]], list[str]]:
    """What of some drills fits, and what is dropped: rehearsal, opening, the raise down to two minutes, and
    then what is left; of a phase those first that do least. What an athlete always does goes last."""
    kept = list(drills)
    dropped: list[str] = []

    def too_long() -> bool:
        return bool(kept) and span_s([seconds for _, seconds in kept]) > room_s

    def drop(phases: Sequence[Phase]) -> None:
        there = [one for one in kept if one[0].phase in phases]
        for one in sorted(there, key=lambda one: (one[0].standing, one[0].item.gain)):
            if not too_long():
                return
            kept.remove(one)
            dropped.append(one[0].id)

    for phase in FIRST_TO_GO:
        drop((phase,))
    if too_long():
        raises = [drill for drill, _ in kept if drill.phase == "raise"]
        least = min(LEAST_RAISE_S, sum(seconds for drill, seconds in kept if drill.phase == "raise"))
        others = [one for one in kept if one[0].phase != "raise"]
        spare = room_s - span_s([seconds for _, seconds in others]) - TRANSITION_S * len(raises)
        kept[:] = [*_cut(raises, max(least, spare)), *others]
    drop(("switch-on",))
    drop(("raise",))
    return kept, dropped


def _placed_before(drills: Sequence[tuple[DayDrill, int]], until: int) -> list[Placed]:
    """Drills one after the other that end, with a change-over, at an instant."""
    at = until - span_s([seconds for _, seconds in drills])
    placed: list[Placed] = []
    for drill, seconds in drills:
        placed.append(Placed(drill, at, seconds))
        at += seconds + TRANSITION_S
    return placed


def _drill_left(placed: Placed) -> Left:
    effects = placed.drill.item.drill.effects
    shares = {(EVERYWHERE, demand): taken_away(effect) for demand, effect in effects.items() if effect}
    return Left(f"drill {placed.drill.id}", placed.ends_at, shares)


def _raises_of(placed: Sequence[Placed]) -> list[Raised]:
    return [raise_of(one.seconds, one.ends_at) for one in placed if one.drill.phase == "raise"]


def _sets(ramp: Sequence[RampSet], slots: Sequence[int] | None, origin: int) -> tuple[PlacedSet, ...]:
    """A way up at its slots, which count from an origin."""
    if slots is None:
        return ()
    return tuple(
        PlacedSet(step, (origin + slot) * SLOT_S, hold_slots(step.reps) * SLOT_S)
        for step, slot in zip(ramp, slots, strict=True)
    )


def _blocks_of(placed: Sequence[Placed], heat: str) -> list[Block]:
    """Drills gathered into stretches of one kind."""
    blocks: list[Block] = []
    for one in placed:
        kind = KIND_OF[one.drill.phase]
        last = blocks[-1] if blocks else None
        if last and last.kind == kind:
            blocks[-1] = replace(last, ends_at=one.ends_at, drills=(*last.drills, one))
        else:
            blocks.append(
                Block(kind=kind, starts_at=one.starts_at, ends_at=one.ends_at, heat=heat, drills=(one,))
            )
    return blocks
