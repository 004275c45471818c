"""Who stands where: balanced groups for stations and waves, partners of like height, bars shared by lifters
of like weight; and where somebody goes who comes late. Names follow the roster; nobody is moved for one.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import NamedTuple

from core.floor.values import Bar, Lifter, Member, Order

LIKE_KG = 15.0  # between two lifters who share a bar; the coach can choose otherwise; common practice
MOST_ON_A_BAR = 2


def bars_in(kit: Mapping[str, int] | None) -> int | None:
    """Bars among some kit; None where nobody counted it, which is enough of everything."""
    return kit.get("barbell", 0) if kit else None


class Attendee(NamedTuple):
    """Somebody of a roster. pair: those with the same number train together, None for nobody."""

    member: Member
    pair: int | None = None
    height_m: float | None = None


def groups_of(people: Sequence[Attendee], count: int) -> tuple[tuple[int, ...], ...]:
    """``count`` groups of members' ids, sizes as equal as pairs who train together allow. Pairs, the largest
    first, go where fewest are, so that sizes differ by less than the largest unit."""
    units = sorted(units_of(people), key=len, reverse=True)
    groups: list[list[int]] = [[] for _ in range(max(1, count))]
    for unit in units:
        min(groups, key=len).extend(unit)
    return tuple(tuple(group) for group in groups)


def units_of(people: Sequence[Attendee]) -> list[list[int]]:
    """Ids of those who stay together, in the roster's order."""
    units: dict[object, list[int]] = {}
    for attendee in people:
        together = attendee.member.id if attendee.pair is None else f"pair {attendee.pair}"
        units.setdefault(together, []).append(attendee.member.id)
    return list(units.values())


def partners_of(people: Sequence[Attendee]) -> tuple[tuple[int, ...], ...]:
    """Twos for drills that half of the class does at a time: by choice first, then of like height; one alone
    where the number is odd. Whose height nobody knows are put together."""
    chosen = [tuple(unit[:2]) for unit in units_of(people) if len(unit) > 1]
    taken = {member for pair in chosen for member in pair}
    left = [attendee for attendee in people if attendee.member.id not in taken]
    by_height = sorted((one.height_m, one.member.id) for one in left if one.height_m is not None)
    unknown = [one.member.id for one in left if one.height_m is None]
    pairs, alone = _nearest_pairs([height for height, _ in by_height], len(by_height) // 2)
    partners = [*chosen, *((by_height[a][1], by_height[b][1]) for a, b in pairs)]
    rest = [*(by_height[one][1] for one in alone), *unknown]
    partners.extend(tuple(rest[at : at + 2]) for at in range(0, len(rest), 2))
    return tuple(partners)


def waves_of(partners: Sequence[Sequence[int]]) -> tuple[tuple[int, ...], ...]:
    """The first wave and the second: partners are never in one. Who is alone goes where fewer are."""
    first = [pair[0] for pair in partners if len(pair) > 1]
    second = [pair[1] for pair in partners if len(pair) > 1]
    for pair in partners:
        if len(pair) == 1:
            min((first, second), key=len).append(pair[0])
    return tuple(first), tuple(second)


def _nearest_pairs(
    sizes: Sequence[float],
    count: int,
    together: Callable[[int, int], bool] = lambda one, other: True,
) -> tuple[list[tuple[int, int]], list[int]]:
    """Of sizes in order, up to ``count`` pairs of neighbours with the least sum of differences, and who is
    left. Neighbours suffice: crossing or skipping never makes a sum of distances less."""
    # best[pairs] of the first n: (total difference, the pairs)
    best: list[dict[int, tuple[float, tuple[tuple[int, int], ...]]]] = [{0: (0.0, ())}]
    for last in range(len(sizes)):
        row = dict(best[-1])
        if last and together(last - 1, last):
            for pairs, (total, chosen) in best[-2].items():
                more = total + sizes[last] - sizes[last - 1]
                if pairs < count and more < row.get(pairs + 1, (float("inf"), ()))[0]:
                    row[pairs + 1] = (more, (*chosen, (last - 1, last)))
        best.append(row)
    chosen = best[-1][max(best[-1])][1]
    taken = {one for pair in chosen for one in pair}
    return list(chosen), [one for one in range(len(sizes)) if one not in taken]


def bars_of(
    lifters: Sequence[Lifter], people: Sequence[Attendee], bars: int | None
) -> tuple[tuple[Bar, ...], int]:
    """Who shares a bar, lift by lift, and how many lifters at most are left without one."""
    shared: list[Bar] = []
    short = 0
    for movement in dict.fromkeys(lifter.movement for lifter in lifters):
        places = [place for place, lifter in enumerate(lifters) if lifter.movement == movement]
        on_bars, over = _bars_of_a_lift([lifters[place] for place in places], people, bars)
        shared.extend(Bar(lifters=tuple(places[one] for one in bar)) for bar in on_bars)
        short = max(short, over)
    return tuple(shared), short


def _bars_of_a_lift(
    lifters: Sequence[Lifter], people: Sequence[Attendee], bars: int | None
) -> tuple[list[tuple[int, ...]], int]:
    """Who shares a bar of one lift, and how many lifters are left without one. By choice first; then, only
    where there are fewer bars (None: enough), as many pairs as it takes, of one lift on one kind of bar
    within 15 kg, nearest weights together."""
    pair_of = {attendee.member.id: attendee.pair for attendee in people if attendee.pair is not None}
    shared: list[tuple[int, ...]] = []
    waiting: dict[int, int] = {}
    for number, lifter in enumerate(lifters):
        pair = pair_of.get(lifter.member)
        other = waiting.pop(pair, None) if pair is not None else None
        if other is not None and _one_bar(lifters[other], lifter):
            shared.append((other, number))
        elif pair is not None:
            waiting[pair] = number
    taken = {number for bar in shared for number in bar}
    left = [number for number in range(len(lifters)) if number not in taken]
    wanted = 0 if bars is None else max(0, len(shared) + len(left) - bars)
    left.sort(key=lambda number: (lifters[number].movement, lifters[number].bar, lifters[number].working))

    def like(a: int, b: int) -> bool:
        one, other = lifters[left[a]], lifters[left[b]]
        return _one_bar(one, other) and abs(one.working - other.working) * _kg(one) <= LIKE_KG

    pairs, alone = _nearest_pairs([lifters[number].working for number in left], wanted, like)
    shared.extend((left[a], left[b]) for a, b in pairs)
    shared.extend((left[number],) for number in alone)
    shared.sort(key=lambda bar: -lifters[bar[0]].working)
    return shared, 0 if bars is None else max(0, len(shared) - bars)


def _one_bar(one: Lifter, other: Lifter) -> bool:
    return (one.movement, one.bar) == (other.movement, other.bar)


def _kg(lifter: Lifter) -> float:
    return 0.45359237 if lifter.sets and lifter.sets[0].unit == "lb" else 1.0


def with_latecomer(order: Order, late: Member, mine: Sequence[Lifter], bars: int | None) -> Order:
    """The order with one more: at the station and in the wave where fewest are, partner of whoever has none,
    on the bar of a lone lifter of like weight when every bar is taken. Nobody else moves. The same order when
    they are in it already."""
    if any(one.id == late.id for one in order.members):
        return order
    partners = [*order.partners]
    alone = next((number for number, pair in enumerate(partners) if len(pair) == 1), None)
    waves = order.waves
    if alone is not None:
        waves = _joined(waves, late.id, beside=partners[alone][0])
        partners[alone] = (*partners[alone], late.id)
    elif order.partners:
        waves, partners = _joined(waves, late.id), [*partners, (late.id,)]
    lifters, on_bars, short = order.lifters, list(order.bars), order.short_of_bars
    for lifter in mine:
        lifters = (*lifters, lifter)
        place = _bar_for(order, lifter, bars)
        if place is None:
            on_bars.append(Bar(lifters=(len(lifters) - 1,)))
            short = max(short, _used(order, lifter) + 1 - bars) if bars is not None else short
        else:
            on_bars[place] = Bar(lifters=(*on_bars[place].lifters, len(lifters) - 1))
    return order.model_copy(
        update={
            "members": (*order.members, late),
            "groups": _joined(order.groups, late.id),
            "waves": waves,
            "partners": tuple(partners),
            "lifters": lifters,
            "bars": tuple(on_bars),
            "short_of_bars": short,
        }
    )


def _joined(
    groups: tuple[tuple[int, ...], ...], member: int, beside: int | None = None
) -> tuple[tuple[int, ...], ...]:
    """Groups with one more in the smallest that ``beside`` is not in."""
    open_to = [number for number, group in enumerate(groups) if beside not in group]
    if not open_to:
        return groups
    smallest = min(open_to, key=lambda number: len(groups[number]))
    return tuple((*group, member) if number == smallest else group for number, group in enumerate(groups))


def _used(order: Order, lifter: Lifter) -> int:
    """Bars that a lift takes already."""
    return sum(order.lifters[bar.lifters[0]].movement == lifter.movement for bar in order.bars)


def _bar_for(order: Order, lifter: Lifter, bars: int | None) -> int | None:
    """The bar a latecomer shares, by its place; None where they take one of their own."""
    if bars is None or _used(order, lifter) < bars:
        return None
    alone = [
        (abs(order.lifters[bar.lifters[0]].working - lifter.working) * _kg(lifter), place)
        for place, bar in enumerate(order.bars)
        if len(bar.lifters) < MOST_ON_A_BAR and _one_bar(order.lifters[bar.lifters[0]], lifter)
    ]
    return next((place for apart_kg, place in sorted(alone) if apart_kg <= LIKE_KG), None)
