"""The day before: longer work on what an athlete's own events will stop them at, nothing new, and what to
pack."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass

from core.catalog import Catalog
from core.catalog.rows import DoseOption, Drill
from core.day.prepared import Prepared
from core.demand import Person
from core.demand.people import cautions_of
from core.hazards import Cautions
from core.prep.dose import dose_of

SPOT_S = (120, 180)  # two to three minutes a spot, the day before; common practice
MOST_SPOTS = 4
LEAST_EFFECT = 6  # twentieths a drill must do for a range it is given for; estimate
STYLES = frozenset(("tension", "static", "breath", "soft-tissue", "dynamic"))
LEAST_IN_HAND_DEG = (
    5.0  # where nobody is measured short: what has less than this in hand is worked on; estimate
)


@dataclass(frozen=True, slots=True)
class Spot:
    """Work on one range the day before. rounds: of the dose, seconds in all; per_side: each side as much."""

    motion: str
    drill: Drill
    dose_words: str
    rounds: int
    seconds: int
    seated: bool


def spots_before(
    prepared: Sequence[Prepared],
    person: Person,
    kit: Collection[str] | None,
    known: Collection[str] | None,
    catalog: Catalog,
) -> tuple[Spot, ...]:
    """What is worth two to three minutes each, for what stops this person in most of their events first. kit:
    what there is that day, None for enough of everything; known: drills they have done, None when nobody
    knows; a drill that is not among them is new, and nothing is new now."""
    cautions = cautions_of(person, catalog)
    found: list[Spot] = []
    taken: set[str] = set()
    for motion in _motions(prepared):
        able = [
            drill
            for drill in catalog.drills.values()
            if drill.id not in taken
            and drill.effects.get(motion, 0) >= LEAST_EFFECT
            and drill.style in STYLES
            and (kit is None or set(drill.kit) <= set(kit))
            and (known is None or drill.id in known)
            and _may(drill, cautions, catalog)
        ]
        best = max(
            able, key=lambda drill: (drill.effects[motion], _longest(drill).seconds, drill.id), default=None
        )
        if best is not None and len(found) < MOST_SPOTS:
            taken.add(best.id)
            found.append(_spot(motion, best, cautions))
    return tuple(found)


def _motions(prepared: Iterable[Prepared]) -> list[str]:
    """Ranges that stop them, those of most events first; else those a standard leaves least of in hand."""
    events = list(prepared)
    counted: dict[str, tuple[int, int]] = {}
    for one in events:
        for place, motion in enumerate(one.short):
            count, first = counted.get(motion, (0, place))
            counted[motion] = (count - 1, min(first, place))
    if counted:
        return sorted(counted, key=lambda motion: (counted[motion], motion))
    low = sorted(
        (standard.in_hand_deg, standard.motion)
        for one in events
        for standard in one.standards
        if standard.least_deg > 0 and standard.in_hand_deg < LEAST_IN_HAND_DEG
    )
    return list(dict.fromkeys(motion for _, motion in low))


def _may(drill: Drill, cautions: Cautions, catalog: Catalog) -> bool:
    """Whether somebody may do a drill on their own the day before: as it is written, and held for long."""
    if cautions.stop(drill, catalog) or cautions.way(drill) or "long-hold" in cautions.hazards:
        return False
    return not cautions.seated or drill.seated is not None


def _longest(drill: Drill) -> DoseOption:
    return max(drill.doses, key=lambda option: option.seconds)


def _spot(motion: str, drill: Drill, cautions: Cautions) -> Spot:
    option = _longest(drill)
    sides = 2 if option.per_side else 1
    each_s = max(1, option.seconds // sides)  # of one side
    least, most = SPOT_S
    rounds = max(1, -(-least // each_s))
    if rounds > 1 and rounds * each_s > most:
        rounds -= 1
    return Spot(
        motion, drill, dose_of(option).words(option.seconds), rounds, rounds * each_s * sides, cautions.seated
    )


def pack_list(prepared: Sequence[Prepared], own_kit: Sequence[str], catalog: Catalog) -> tuple[str, ...]:
    """What to pack, in words: kit of their own, what the venue lacks and they could bring, shoes."""
    carried = ("band", "band-heavy", "loop-band", "small-ball", "stick", "foam-roller", "jump-rope")
    lacking = dict.fromkeys(kit for one in prepared for swap in one.swaps for kit in swap.missing)
    mine = [catalog.kit[item].name for item in own_kit if item in catalog.kit]
    more = [catalog.kit[item].name for item in lacking if item in carried and item not in own_kit]
    words = [*mine, *(f"a {name}, if you have one: the warm-up area has none" for name in more)]
    shoes = dict.fromkeys(one for each in prepared for one in each.shoes)
    for says in shoes:
        if "lifting shoes" in says:
            words.append("lifting shoes, and flat ones for the drills")
        elif "running shoes" in says:
            words.append("running shoes")
    return tuple(
        dict.fromkeys([*words, "something warm to wear between heats", "food and water as you are used to"])
    )
