"""Put the chosen drills in order: phases in order, and inside a phase the fewest trips for kit and changes
of level."""

from __future__ import annotations

from collections.abc import Container, Sequence
from typing import NamedTuple

from core.catalog.rows import PHASES, ClockKind, Level
from core.prep.candidates import Candidate
from core.prep.pace import SHORT_TRANSITION_S, TRANSITION_S

EXACT_UP_TO = 9  # groups of like drills up to which every order is weighed


def transition_s(before: Candidate | None, after: Candidate) -> int:
    """Seconds from one drill to the next: longer when kit is fetched or the level changes; none at the
    start."""
    if before is None:
        return 0
    fetch = set(after.kit) - set(before.kit)
    return TRANSITION_S if fetch or before.level != after.level else SHORT_TRANSITION_S


def in_order(
    picked: Sequence[Candidate],
    order: Sequence[str] = (),
    new: Container[str] = (),
    clock: ClockKind = "free",
) -> list[Candidate]:
    """The drills in teaching order. ``order`` (drill ids) is the coach's own and wins inside each phase;
    where the way is no longer for it, what people know comes before what is ``new`` to them. clock: a flow
    hands each shape over to the next, and pairs go from one area of the body to another."""
    run: list[Candidate] = []
    fixed = {drill: number for number, drill in enumerate(order)}
    for phase in PHASES:
        there = [drill for drill in picked if drill.phase == phase]
        group = sorted(there, key=lambda way: (way.drill.id in new, way.drill.id))
        if any(way.drill.id in fixed for way in group):
            run.extend(sorted(group, key=lambda way: (fixed.get(way.drill.id, len(fixed)), way.drill.id)))
        elif group:
            cheapest = _cheapest(run[-1] if run else None, group)
            run.extend(_following(run[-1] if run else None, cheapest, clock))
    return run


def _following(before: Candidate | None, drills: list[Candidate], clock: ClockKind) -> list[Candidate]:
    """Drills that stand together anyway (one kit, one level) in the order that follows best."""
    if clock not in ("flow", "supersets"):
        return drills
    run: list[Candidate] = []
    left = list(drills)
    while left:
        last = run[-1] if run else before
        alike = [way for way in left if _Alike.of(way) == _Alike.of(left[0])]
        best = min(alike, key=lambda way: (_parts(last, way, clock), left.index(way)))
        left.remove(best)
        run.append(best)
    return run


def _parts(before: Candidate | None, after: Candidate, clock: ClockKind) -> int:
    """How badly one drill follows another: in a flow, shapes not shared; in a pair, the same area."""
    if before is None:
        return 0
    if clock == "flow":
        return (
            2 - (before.drill.poses[1] in after.drill.poses) - (before.drill.poses[1] == after.drill.poses[0])
        )
    return int(_area(before) == _area(after))


def _area(way: Candidate) -> str:
    """The joint or the part that a drill does most for."""
    most = max(way.effects, key=lambda effect: effect[1], default=("", 0))
    return most[0].partition(".")[0]


class _Alike(NamedTuple):
    """What drills that stand together share."""

    level: Level
    kit: tuple[str, ...]

    @classmethod
    def of(cls, way: Candidate) -> _Alike:
        return cls(way.level, tuple(sorted(way.kit)))


class _Ended(NamedTuple):
    """A way through some groups: which of them, as bits, and the last."""

    through: int
    last: int


class _Path(NamedTuple):
    """What a way costs, and its groups in order."""

    cost_s: int
    groups: tuple[int, ...]


def _cheapest(before: Candidate | None, drills: list[Candidate]) -> list[Candidate]:
    """The order with the fewest seconds between drills.

    Drills of the same kit and level stand together: parting them never saves anything, because a way round
    through another group costs at least as much. So only the order of the groups is searched (dynamic
    programming over sets of groups).
    """
    alike: dict[_Alike, list[Candidate]] = {}
    for drill in drills:
        alike.setdefault(_Alike.of(drill), []).append(drill)
    groups = list(alike.values())
    if len(groups) > EXACT_UP_TO:
        return _nearest_next(before, groups)
    best = {
        _Ended(1 << number, number): _Path(transition_s(before, group[0]), (number,))
        for number, group in enumerate(groups)
    }
    for _ in range(1, len(groups)):
        best = _one_group_more(best, groups)
    run: list[Candidate] = []
    for number in min(best.values()).groups:
        run.extend(groups[number])
    return run


def _one_group_more(best: dict[_Ended, _Path], groups: list[list[Candidate]]) -> dict[_Ended, _Path]:
    """The cheapest way to every set of one group more, by its last group."""
    longer: dict[_Ended, _Path] = {}
    for ended, path in best.items():
        for number, group in enumerate(groups):
            if ended.through & (1 << number):
                continue
            key = _Ended(ended.through | (1 << number), number)
            cost_s = path.cost_s + transition_s(groups[ended.last][0], group[0])
            extended = _Path(cost_s, (*path.groups, number))
            longer[key] = min(extended, longer.get(key, extended))
    return longer


def _nearest_next(before: Candidate | None, groups: list[list[Candidate]]) -> list[Candidate]:
    left, run = list(groups), list[Candidate]()
    last = before
    while left:
        nearest = min(left, key=lambda group: _nearness(last, group[0]))
        left.remove(nearest)
        run.extend(nearest)
        last = nearest[-1]
    return run


def _nearness(before: Candidate | None, after: Candidate) -> tuple[int, Level, str]:
    return transition_s(before, after), after.level, after.drill.id
