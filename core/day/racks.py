"""Ways up on shared racks: when each athlete does each set, so that all are done by check-in.

Time runs in slots of 15 s. A way up is sets in order; each holds a rack for its repetitions and the plates
that are changed after it, and between two sets lie 60 to 240 s, more the heavier they are. Minimised, in
order: ways up that are not done by check-in; athletes whose published sets change; time from the last set
to check-in; how early the first sets start.

Where a set may start is a whole number read as bits (bit t: slot t), so that every place of a way up
between the others is found by a few shifts; the order in which ways up are placed is then searched: each
pair that meets is swapped while that helps. What was published stays unless it cannot.
"""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import NamedTuple

SLOT_S = 15
MOST_REST_SLOTS = 16  # 240 s between sets; common practice
REST_BY_SHARE = (
    (0.6, 4),
    (0.8, 8),
    (9.9, 12),
)  # least slots after a set of so much of the weight; common practice
PLATE_CHANGE_S = 30  # common practice
SECONDS_PER_REP = 3
MEET_SLOTS = 160  # ways up whose check-ins lie further apart than 40 min hardly meet; estimate
MOST_TAKEN = 4  # ways up that are taken out beside one
# tries without a gain, for each way up: while one is missed, while one waits, and then
PATIENCE_MISSED, PATIENCE, PATIENCE_AHEAD = 3000, 1500, 400
MOST_TRIES = 24_000
LATER = 3  # better places that a last set may leave to others
WORSE, WORSE_ONE_IN = 6, 8  # slots of waiting that are put up with for a while, and how often
BACK_EVERY = 150  # tries after which it begins anew, or from the best again

Starts = tuple[int, ...]


@dataclass(frozen=True, slots=True, kw_only=True)
class WayUp:
    """One way up that needs a rack. holds: slots of each set; rests: the least between each two; it may not
    begin before ``release`` and has to end by ``deadline``; published: the starts its athlete has, None where
    they have none; fixed: it runs, or is about to."""

    key: str
    athlete: str
    holds: tuple[int, ...]
    rests: tuple[int, ...]
    release: int
    deadline: int
    published: Starts | None = None
    fixed: bool = False


class Cost(NamedTuple):
    """The objective, most important first. waits: from last sets to check-in; ahead: from first sets to it,
    in slots."""

    missed: int
    changed: int
    waits: int
    ahead: int


@dataclass(frozen=True, slots=True)
class Schedule:
    """Starts by way up, None for one that cannot be done in time."""

    starts: Mapping[str, Starts | None]
    cost: Cost


def hold_slots(reps: int) -> int:
    """How long a set holds its rack."""
    return math.ceil((reps * SECONDS_PER_REP + PLATE_CHANGE_S) / SLOT_S)


def rest_slots(share: float) -> int:
    """The least between a set at a share of the weight and the next."""
    return next(slots for limit, slots in REST_BY_SHARE if share < limit)


def least_slots(holds: Sequence[int], rests: Sequence[int]) -> int:
    """The shortest a way up can be, first start to last end."""
    return sum(holds) + sum(rests)


def schedule(ways: Sequence[WayUp], racks: int, effort: float = 1.0) -> Schedule:
    """The best schedule that is found. effort: how long is searched, 1 for a day that is only planned. The
    search is the same for the same ways."""
    if not ways or racks < 1:
        starts: dict[str, Starts | None] = {way.key: None for way in ways}
        return Schedule(starts, cost_of(ways, starts))
    return _Search(ways, racks, effort).run()


def cost_of(ways: Sequence[WayUp], starts: Mapping[str, Starts | None]) -> Cost:
    """What a schedule costs."""
    changed: set[str] = set()
    missed = waits = ahead = 0
    for way in ways:
        own = starts[way.key]
        if way.published is not None and own != way.published:
            changed.add(way.athlete)
        if own is None:
            missed += 1
            continue
        waits += max(0, way.deadline - own[-1] - way.holds[-1])
        ahead += way.deadline - own[0]
    return Cost(missed, len(changed), waits, ahead)


def _kept(ways: Sequence[WayUp], racks: int) -> tuple[list[WayUp], list[WayUp]]:
    """Those whose published sets can stay, and the others. An athlete who has to move anyway moves freely."""
    busy = _Busy(racks)
    kept: list[WayUp] = []
    first = sorted(ways, key=lambda way: (not way.fixed, way.published is None, way.deadline, way.key))
    for way in first:
        if way.published is not None and (way.fixed or _stays(way, busy)):
            busy.add(way.holds, way.published)
            kept.append(way)
    must = {way.athlete for way in ways if way.published is not None and way not in kept}
    kept = [way for way in kept if way.fixed or way.athlete not in must]
    return kept, [way for way in ways if way not in kept]


def _stays(way: WayUp, busy: _Busy) -> bool:
    starts = way.published
    if starts is None or len(starts) != len(way.holds):
        return False
    within = starts[0] >= way.release and starts[-1] + way.holds[-1] <= way.deadline
    return within and busy.fits(way.holds, starts)


class _Search:
    """Ways up taken out a few at a time and put back another way, while that makes the whole better (or, for
    a while, hardly worse)."""

    def __init__(self, ways: Sequence[WayUp], racks: int, effort: float):
        self.ways, self.effort = ways, effort
        self.free = [way for way in ways if not way.fixed]
        self.base = _Busy(racks)
        for way in ways:
            if way.fixed:
                self.base.add(way.holds, way.published or ())
        self.dice = _Dice()
        kept, moving = _kept(ways, racks)
        self.moving = moving
        starts: dict[str, Starts | None] = {way.key: way.published for way in kept}
        busy = _Busy(racks)
        for way in kept:
            busy.add(way.holds, way.published or ())
        for way in sorted(moving, key=lambda way: (way.deadline, way.key)):
            starts[way.key] = _put(way, busy, _place(way, busy, tight=True))
        self.best = Schedule(starts, cost_of(ways, starts))
        self.ideal = self._ideal()

    def _ideal(self) -> Cost:
        """What it would cost if nobody were in anybody's way: nothing can be better."""
        alone: dict[str, Starts | None] = dict(self.best.starts)
        for way in self.moving:
            alone[way.key] = _place(way, self.base.copy(), tight=True)
        cost = cost_of(self.ways, alone)
        return cost._replace(changed=min(cost.changed, self.best.cost.changed))

    def run(self) -> Schedule:
        here = self.best
        stale = 0
        while self.free and stale < self._patience() and self.best.cost > self.ideal:
            found = self._again(here)
            if found.cost < self.best.cost:
                self.best, stale = found, 0
            else:
                stale += 1
            if found.cost <= here.cost or (
                found.cost[:2] == here.cost[:2]
                and self.dice.one_in(WORSE_ONE_IN)
                and found.cost.waits <= here.cost.waits + WORSE
            ):
                here = found
            if stale and stale % BACK_EVERY == 0:
                here = self._anew() if stale // BACK_EVERY % 2 else self.best
        return self.best

    def _anew(self) -> Schedule:
        """Everything that may move put down again in another order."""
        order, busy = list(self.free), self.base.copy()
        self.dice.shuffle(order)
        fixed = {way.key: way.published for way in self.ways if way.fixed}
        starts = {**fixed, **{way.key: _put(way, busy, self._somewhere(way, busy)) for way in order}}
        return Schedule(starts, cost_of(self.ways, starts))

    def _patience(self) -> int:
        """Tries without a gain after which the best is kept: few where only the first sets could gain."""
        cost = self.best.cost
        if not self.moving:
            return 0
        if cost.missed > self.ideal.missed:
            tries = len(self.free) * PATIENCE_MISSED
        else:
            tries = len(self.moving) * (PATIENCE if cost.waits else PATIENCE_AHEAD)
        return round(self.effort * min(tries, MOST_TRIES))

    def _again(self, here: Schedule) -> Schedule:
        """The schedule with a few ways up that meet put back another way."""
        dice = self.dice
        one = self._troubled(here)
        near = [way for way in self.free if way is not one and abs(way.deadline - one.deadline) < MEET_SLOTS]
        taken = [one]
        for _ in range(min(len(near), dice.below(MOST_TAKEN))):
            taken.append(near.pop(dice.below(len(near))))
        dice.shuffle(taken)
        busy = self.base.copy()
        out = {way.key for way in taken}
        for way in self.free:
            own = here.starts[way.key]
            if way.key not in out and own is not None:
                busy.add(way.holds, own)
        starts = dict(here.starts)
        for way in taken:
            starts[way.key] = _put(way, busy, self._somewhere(way, busy))
        return Schedule(starts, cost_of(self.ways, starts))

    def _troubled(self, here: Schedule) -> WayUp:
        """A way up to begin with: one that is missed or waits, as a rule."""
        dice = self.dice
        if not dice.one_in(3):
            bad = [way for way in self.moving if _waits(way, here.starts[way.key])]
            if bad:
                return bad[dice.below(len(bad))]
        pool = self.free if self.best.cost.missed or dice.one_in(3) else self.moving
        return pool[dice.below(len(pool))]

    def _somewhere(self, way: WayUp, busy: _Busy) -> Starts | None:
        """Where it was published, where that can be and the dice say so; else a place between the others."""
        if _stays(way, busy) and not self.dice.one_in(2 if self.best.cost.missed else 3):
            return way.published
        later = self.dice.below(LATER) if self.dice.one_in(4) else 0
        return _place(
            way, busy, tight=self.dice.one_in(2), dice=self.dice if self.dice.one_in(3) else None, spare=later
        )


def _waits(way: WayUp, starts: Starts | None) -> bool:
    return starts is None or starts[-1] + way.holds[-1] < way.deadline


def _put(way: WayUp, busy: _Busy, starts: Starts | None) -> Starts | None:
    if starts is not None:
        busy.add(way.holds, starts)
    return starts


class _Dice:
    """Numbers that look thrown and are the same every time (Park and Miller's generator, 1988)."""

    def __init__(self) -> None:
        self.state = 20_261

    def below(self, limit: int) -> int:
        self.state = self.state * 48_271 % 2_147_483_647
        return self.state % limit

    def one_in(self, count: int) -> bool:
        return self.below(count) == 0

    def shuffle(self, ways: list[WayUp]) -> None:
        for place in range(len(ways) - 1, 0, -1):
            other = self.below(place + 1)
            ways[place], ways[other] = ways[other], ways[place]


def _place(way: WayUp, busy: _Busy, tight: bool, dice: _Dice | None = None, spare: int = 0) -> Starts | None:
    """Where a way up goes between the others: its last set as near to check-in as can be (so many better
    places left spare), then its first as early as can be; the sets between as late as can be (tight), as
    early, or as the dice fall."""
    free = [busy.free(hold) for hold in way.holds]
    gaps = [(hold + rest, MOST_REST_SLOTS - rest) for hold, rest in zip(way.holds, way.rests, strict=False)]
    reach = [free[0] & _from(way.release)]
    for number, (gone, wide) in enumerate(gaps, 1):
        reach.append(free[number] & _spread(reach[-1] << gone, wide))
    ends = reach[-1] & _until(way.deadline - way.holds[-1])
    if not ends:
        return None
    last = ends.bit_length() - 1
    for _ in range(spare):
        ends ^= 1 << last
        if not ends:
            break
        last = ends.bit_length() - 1
    back = [1 << last]
    for number in range(len(gaps) - 1, -1, -1):
        gone, wide = gaps[number]
        back.insert(0, reach[number] & _spread_down(back[0] >> gone, wide))
    if not back[0]:
        return None
    starts = [_chosen(back[0], True, dice)]
    for number, (gone, wide) in enumerate(gaps, 1):
        ahead = starts[-1] + gone
        starts.append(_chosen(back[number] & _between(ahead, ahead + wide), tight, dice))
    return tuple(starts)


def _chosen(bits: int, latest: bool, dice: _Dice | None) -> int:
    """One of the slots of a window."""
    if dice is not None:
        there = list(_slots(bits))
        return there[dice.below(len(there))]
    return bits.bit_length() - 1 if latest else (bits & -bits).bit_length() - 1


def _slots(bits: int) -> Iterable[int]:
    while bits:
        lowest = bits & -bits
        yield lowest.bit_length() - 1
        bits ^= lowest


def _from(slot: int) -> int:
    return ~((1 << max(0, slot)) - 1)


def _until(slot: int) -> int:
    return (1 << (slot + 1)) - 1 if slot >= 0 else 0


def _between(low: int, high: int) -> int:
    return _from(low) & _until(high)


def _spread(bits: int, wide: int) -> int:
    """Bits set also at up to ``wide`` slots later."""
    done = 0
    while done < wide:
        step = min(done + 1, wide - done)
        bits |= bits << step
        done += step
    return bits


def _spread_down(bits: int, wide: int) -> int:
    """Bits set also at up to ``wide`` slots earlier."""
    done = 0
    while done < wide:
        step = min(done + 1, wide - done)
        bits |= bits >> step
        done += step
    return bits


class _Busy:
    """How many racks are taken when. levels[k]: slots at which more than k racks are."""

    def __init__(self, racks: int, levels: Sequence[int] | None = None):
        self.levels = list(levels) if levels is not None else [0] * racks

    def copy(self) -> _Busy:
        return _Busy(0, self.levels)

    def add(self, holds: Sequence[int], starts: Sequence[int]) -> None:
        for hold, start in zip(holds, starts, strict=True):
            more = ((1 << hold) - 1) << start
            for level, taken in enumerate(self.levels):
                self.levels[level], more = taken | more, taken & more

    def fits(self, holds: Sequence[int], starts: Sequence[int]) -> bool:
        """Whether sets find a free rack at these starts."""
        full = self.levels[-1]
        return not any(full & (((1 << hold) - 1) << start) for hold, start in zip(holds, starts, strict=True))

    def free(self, hold: int) -> int:
        """Slots at which a set so long may start."""
        bits, done = ~self.levels[-1], 1
        while done < hold:
            step = min(done, hold - done)
            bits &= bits >> step
            done += step
        return bits
