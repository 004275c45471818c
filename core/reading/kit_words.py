"""Words for what is in the hands: which of them may stand beside a movement, and which name another one."""

from __future__ import annotations

from core.catalog.rows import Movement
from core.reading.board_words import board_words

# words that may stand beside a movement because its own kit is meant; with another one's they are handed back
KIT_WORDS: dict[str, frozenset[str]] = {
    "barbell": frozenset(("barbell", "bar", "rack", "rig", "empty", "plate", "pipe", "stick", "dowel")),
    "dumbbell": frozenset(("dumbbell", "head")),
    "kettlebell": frozenset(("kettlebell", "bell")),
    "medicine-ball": frozenset(("medicine", "ball", "wall", "target", "high")),
    "sandbag": frozenset(("sandbag", "bag")),
    "box": frozenset(("box", "high", "low")),
    "rings": frozenset(("ring", "low", "high")),
    "pull-up-bar": frozenset(("bar", "rig", "rack", "hang")),
    "wall": frozenset(("wall", "mat", "abmat", "head")),
    "rope": frozenset(("rope",)),
    "jump-rope": frozenset(("rope", "jump")),
    "machine": frozenset(("machine", "erg", "rower", "stationary", "sprint", "spin")),
    "bench": frozenset(("bench",)),
    "band": frozenset(("band", "banded")),
    "plate": frozenset(("plate",)),
    "sled": frozenset(("sled", "turf")),
    "none": frozenset(
        (
            "mat",
            "abmat",
            "floor",
            "wall",
            "body",
            "treadmill",
            "track",
            "outside",
            "grass",
            "turf",
            "street",
            "road",
        )
    ),
}
ONE_SIDED = frozenset(("single", "arm", "leg", "hand", "double"))
HAND_WEIGHTS = ("dumbbell", "kettlebell")
# families that are sets of no lift, and whose name in a title says what bare ways are
GOING = ("machine", "running")
FREE_WEIGHTS = ("barbell", *HAND_WEIGHTS, "sandbag")
LIFTED = (*FREE_WEIGHTS, "medicine-ball", "plate")
LOADED = (*LIFTED, "sled")  # what a board says a load of
NEAREST_KIT = {
    "kettlebell": "dumbbell"
}  # what is read, and shown as assumed, where a movement is not known with its kit
NEAREST_NAME = {  # likewise, of a lift that is known with a bar: how most do it with what is held
    "bent-over-row": "row",
    "clean": "power-clean",
    "hang-clean": "hang-power-clean",
    "hang-power-clean": "hang-clean",
    "power-snatch": "snatch",
    "hang-power-snatch": "hang-snatch",
}
IMPLEMENT_WORDS = {
    "barbell": "barbell",
    "dumbbell": "dumbbell",
    "kettlebell": "kettlebell",
    "sandbag": "sandbag",
    "plate": "plate",
    "band": "band",
    "banded": "band",
    "medicine": "medicine-ball",
}


def weight_of(row: Movement) -> str:
    """What is lifted in it: dumbbells over a box, else its implement."""
    return "dumbbell" if "dumbbell" in row.id else row.implement


def held_in_hands(row: Movement) -> bool:
    """Whether dumbbells or bells are held in it: also over a box."""
    return weight_of(row) in HAND_WEIGHTS


def passable_beside(row: Movement) -> frozenset[str]:
    """Words that may stand beside a movement without making it another one."""
    own = KIT_WORDS.get(row.implement, frozenset())
    return board_words().passable | own | (ONE_SIDED if row.sides == 2 else frozenset())
