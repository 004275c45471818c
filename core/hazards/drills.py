"""What a drill could harm: from its poses, level, kit, doses and effects, and the few risks that its row has
to say."""

from __future__ import annotations

from functools import lru_cache

from core.catalog import Catalog
from core.catalog.rows import Drill, Level
from core.hazards.shapes import bar_on_the_wrists, shape_hazards

KNEELING: frozenset[Level] = frozenset({"half-kneeling", "hands-and-knees"})
FLOOR: frozenset[Level] = KNEELING | {"prone", "supine", "floor-by-choice"}
ON_LEGS: frozenset[Level] = KNEELING | {"standing"}
THROWN = frozenset({"shoulder.throw"})
OFF_THE_KNEES = frozenset({"bear", "downward", "pike", "plank", "push-up-bottom"})  # on hands and feet
STRETCHING = ("static", "tension")  # styles that work at the end of a range
OPENS_FROM = (
    6  # twentieths of an effect from which a drill takes the joint there, whatever its poses; estimate
)
ROUNDS_FROM, ARCHES_FROM = 8, 4  # the same for the low back
TURNS = ("hip.external-rotation", "hip.internal-rotation")
# a chair takes these away, as everything is done from it
FROM_A_CHAIR = frozenset({"no-floor", "no-hang", "no-impact", "knee", "balance", "lying", "both-legs"})


@lru_cache(maxsize=4096)
def hazards_of(drill: str, catalog: Catalog, seated: bool = False) -> frozenset[str]:
    """Ids of all that a drill could harm, done as written or from a chair."""
    row = catalog.drills[drill]
    hazards = frozenset[str]().union(
        *(shape_hazards(catalog.poses[pose], catalog) for pose in row.poses),
        _of_the_level(row),
        _of_the_kit(row, catalog),
        _of_the_work(row, catalog),
        ("no-impact" if risk == "impact" else risk for risk in row.risks),
    )
    return hazards - FROM_A_CHAIR if seated else hazards


def _of_the_level(row: Drill) -> set[str]:
    hazards = set[str]()
    if row.level in FLOOR and "bench" not in row.kit:
        hazards.add("no-floor")
    if row.level in KNEELING and not any(pose in OFF_THE_KNEES for pose in row.poses):
        hazards.add("knee")
    if row.level == "hanging":
        hazards |= {"no-hang", "shoulder-overhead", "grip", "both-hands"}
    if row.level in ON_LEGS:
        hazards.add("both-legs")
    if row.space == "lane" or THROWN & row.effects.keys() or {"box"} & row.kit.keys() & _jumped(row):
        hazards.add("sight")
    return hazards


def _jumped(row: Drill) -> set[str]:
    """Kit that is jumped onto or over."""
    return set(row.kit) if "impact" in row.risks else set()


def _of_the_kit(row: Drill, catalog: Catalog) -> set[str]:
    """What is held, and how many hands it takes. A bar that lies in a rack is leaned on, not lifted."""
    hazards = set[str]()
    racked = {"rack", "barbell"} <= row.kit.keys()
    weights = {piece for piece in row.kit if catalog.kit[piece].weight and not racked}
    held = {prop.partition("@")[0]: prop.partition("@")[2] for prop in row.props}
    if weights:
        hazards.add("grip")
        if row.level in ("standing", "half-kneeling", "seated"):
            hazards.add("loaded-spine")
        if "barbell" in weights and (held.get("barbell") == "front" or _on_the_wrists(row, catalog)):
            hazards.add("wrist")
    if {"rings", "pull-up-bar"} & row.kit.keys():
        hazards.add("grip")
    two = any(catalog.kit[piece].hands == 2 for piece in row.kit) and not racked
    two = two or any(where in ("hands", "between-hands", "front", "back") for where in held.values())
    if two or "one-arm" in row.instead or (held.get("kettlebell") == "hand-up" and _alike(row, catalog)):
        hazards.add("both-hands")
    return hazards


def _on_the_wrists(row: Drill, catalog: Catalog) -> bool:
    """Whether a bar is racked on the shoulders or held overhead, on bent wrists."""
    return any(bar_on_the_wrists(pose, catalog.poses[pose]) for pose in row.poses)


def _alike(row: Drill, catalog: Catalog) -> bool:
    """Whether both arms do the same."""
    return all(catalog.poses[pose].near.shoulder == catalog.poses[pose].far.shoulder for pose in row.poses)


def _of_the_work(row: Drill, catalog: Catalog) -> set[str]:
    """What its doses, style and effects say."""
    limit = {name: caution.limit or 0.0 for name, caution in catalog.cautions.items()}
    effect = row.effects.get
    says = {
        "long-hold": max(option.hold_s or 0 for option in row.doses) >= limit["long-hold"],
        "end-range": row.style in STRETCHING or bool(row.holds_s),
        "grip": effect("grip", 0) >= limit["grip"],
        "hip-rotation": max(effect(turn, 0) for turn in TURNS) >= limit["hip-rotation"],
        "shoulder-overhead": effect("shoulder.flexion", 0) >= OPENS_FROM,
        "back-flexion": effect("spine.flexion", 0) >= ROUNDS_FROM,
        "back-extension": effect("lumbar.extension", 0) >= ARCHES_FROM,
    }
    return {hazard for hazard, is_so in says.items() if is_so}
