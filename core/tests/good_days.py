"""Thirty days, and what a good coach would not leave out of their prep (trade tables, common practice),
written before the planner was held against it.

Each day asks for at least one drill of every set named, gets none of those it must not have, and is raised.
"""

from __future__ import annotations

from collections.abc import Set as AbstractSet
from typing import NamedTuple

# openers and primers by position, from the table of what opens or primes it
RACK = {
    "rack-elbow-press",
    "stick-rack-rotation",
    "box-prayer",
    "roller-upper-back",
    "wrist-rocks",
    "elbow-pumps",
    "end-range-rack-turn",
}
OVERHEAD = {
    "band-lat-opener",
    "plate-overhead-on-roller",
    "stick-pass-through",
    "stick-around-the-world",
    "box-prayer",
    "end-range-overhead-press",
    "overhead-lift-off",
    "doorway-side-lean",
    "wall-slide",
    "roller-upper-back",
}
SQUAT = {
    "toe-press-ankle",
    "band-ankle",
    "calf-rocks",
    "end-range-ankle",
    "deep-squat-pry",
    "squat-to-stand",
    "side-lunge",
    "wall-squat-face",
    "goblet-squat-practice",
}
HINGE = {
    "hamstring-contract",
    "hinge-reach-back",
    "supine-leg-raise",
    "leg-swings",
    "end-range-hamstring",
    "stick-hinge",
    "empty-bar-hinge",
    "hinge-wall-touch",
    "inchworm",
}
HANG = {
    "roller-upper-back",
    "stick-pass-through",
    "prone-press-up",
    "kneeling-hip-flexor",
    "hollow-arch-swings",
    "floor-hollow-arch",
    "standing-hollow-arch",
    "scap-pull",
    "band-pull-down",
    "floor-pull-down",
}
HIP_OPEN = {
    "long-split",
    "wall-quad",
    "kneeling-hip-flexor",
    "standing-quad-pulse",
    "end-range-hip-open",
    "end-range-knee",
    "glute-bridge",
}
SPRING = {
    "ankle-circles",
    "calf-rocks",
    "pogo-hops",
    "line-hops",
    "easy-skip",
    "ball-foot",
    "foot-wake-up",
    "heel-raise-tempo",
    "skip-high",
    "strides",
    "snap-down",
    "jump-easy",
    "step-off-landing",
    "toe-waves",
}
HANDS = {
    "wrist-circles",
    "wrist-rocks",
    "scap-push-up",
    "bird-dog",
    "end-range-wrist",
    "push-up-practice",
    "incline-push-up",
    "open-hand-presses",
    "bear-hold",
    "wall-taps",
    "bear-crawl-slow",
}
BEHIND = {
    "chest-opener-wall",
    "shoulder-extension-lift",
    "internal-rotation-press",
    "clasped-hands-lift",
    "end-range-behind",
    "ground-turnover",
    "hand-resisted-rotation",
    "support-shrugs",
    "chair-press-down",
}
BLADES = {
    "prone-swimmer",
    "band-pull-apart",
    "band-face-pull",
    "prone-y-lift",
    "bent-reverse-fly",
    "fast-throws",
    "push-up-practice",
    "scap-push-up",
    "hand-resisted-rotation",
}
TURN = {
    "hand-on-floor-rotation",
    "quadruped-rotation",
    "trunk-turns",
    "end-range-turn",
    "get-up-naked",
    "roll-to-sit",
}
UPSIDE_DOWN = {"wall-plank-walk", "wall-hold", "table-lean", "pike-walk"}
GRIP = {
    "grip-wake-up",
    "carry-practice",
    "suitcase-march",
    "plate-pinch",
    "open-hand-presses",
    "carry-hug-walk",
}
CLEANS = {"empty-bar-clean-round", "tall-pull-under"}
JERKS = {
    "empty-bar-press",
    "empty-bar-jerk",
    "stick-press-practice",
    "dumbbell-press-practice",
    "shadow-press",
}
SNATCHES = {"empty-bar-snatch-round", "stick-pull-under", "muscle-drop"}
HANGING = {"short-hang", "scap-pull", "hollow-arch-swings", "kip-practice", "knee-swing-kip", "jumping-pull"}
KIPPING = {"hollow-arch-swings", "kip-practice", "knee-swing-kip"}
JUMPED = {"jumping-pull"}


class Day(NamedTuple):
    """needs: sets of which one drill each is there; never: drills that are not."""

    name: str
    text: str
    needs: tuple[AbstractSet[str], ...]
    never: AbstractSet[str] = frozenset()


DAYS = (
    Day("clean and jerk", "Clean and jerk 6x1 @ 80%", (RACK, OVERHEAD, CLEANS | JERKS), SNATCHES | HANGING),
    Day("front squat", "Front squat 5x3 @ 80%", (RACK, SQUAT, {"empty-bar-front-squat"}), SNATCHES | HANGING),
    Day("back squat", "Back squat 5x5 @ 75%", (SQUAT, {"empty-bar-back-squat"}), SNATCHES | HANGING),
    Day(
        "overhead squat",
        "Overhead squat 5x3 @ 70%",
        (OVERHEAD, SQUAT, {"squat-press-bottom", "empty-bar-overhead-squat"}),
        HANGING,
    ),
    Day("snatch", "Snatch 6x2 @ 75%", (OVERHEAD, SQUAT, SNATCHES | {"squat-press-bottom"}), HANGING),
    Day("power clean", "Power clean 6x2 @ 75%", (RACK, HINGE, CLEANS), SNATCHES | HANGING),
    Day(
        "deadlift",
        "Deadlift 5x5 @ 80%",
        (HINGE, {"empty-bar-hinge", "stick-hinge", "hinge-wall-touch"}),
        SNATCHES | HANGING,
    ),
    Day("press", "Press 5x5 @ 75%", (OVERHEAD, JERKS), SNATCHES | HANGING | CLEANS),
    Day("split jerk", "Split jerk 6x2 @ 75%", (RACK | OVERHEAD, JERKS), SNATCHES | HANGING),
    Day(
        "bench",
        "Bench press 5x5 @ 75%",
        (BLADES, {"bench-practice", "push-up-practice", "incline-push-up"}),
        SNATCHES | HANGING,
    ),
    Day(
        "lunges",
        "4 rounds\n20 m front rack lunges 2 x 20/14 kg\n15 sit-ups",
        (RACK, HIP_OPEN | SQUAT),
        SNATCHES | HANGING,
    ),
    Day(
        "long lunge steps",
        "for time\n60 walking lunges\n400 m run\n60 walking lunges",
        (HIP_OPEN, SPRING | SQUAT | HIP_OPEN),
        SNATCHES | HANGING,
    ),
    Day("toes to bar", "AMRAP 10\n8 toes-to-bar\n12 goblet squats 24/16 kg", (HINGE, HANG), SNATCHES),
    Day("kipping pull-ups", "5 rounds for time\n10 pull-ups\n15 sit-ups", (HANG,), SNATCHES),
    Day(
        "strict pull-ups",
        "Strict pull-up 5x5\n\nB) 3 rounds\n12 push-ups\n15 air squats",
        (HANG, HANDS),
        SNATCHES | KIPPING | JUMPED,
    ),
    Day(
        "ring muscle-ups",
        "every 2:00 for 12 min\n3 muscle-ups\n10 air squats",
        (BEHIND, HANG | OVERHEAD),
        SNATCHES,
    ),
    Day("dips", "4 rounds\n10 ring dips\n15 kettlebell swings 24/16 kg", (BEHIND, HINGE), SNATCHES | HANGING),
    Day(
        "handstand push-ups",
        "AMRAP 12\n6 handstand push-ups\n10 box step-ups",
        (OVERHEAD, HANDS | UPSIDE_DOWN),
        SNATCHES | HANGING,
    ),
    Day(
        "handstand hold",
        "skill: handstand hold 5 x 20 s\n\nB) 3 rounds\n250 m row\n12 push-ups",
        (UPSIDE_DOWN, HANDS),
        SNATCHES | HANGING,
    ),
    Day(
        "burpees",
        "7 min AMRAP\nburpees to target",
        (HANDS, HIP_OPEN | SPRING | {"burpee-steps"}),
        SNATCHES | HANGING,
    ),
    Day(
        "box jumps",
        "EMOM 12\nminute 1: 12 box jumps 24/20 in\nminute 2: 15 push-ups",
        (SPRING, HANDS),
        SNATCHES | HANGING,
    ),
    Day("skipping", "5 rounds\n60 double-unders\n15 sit-ups", (SPRING,), SNATCHES | HANGING),
    Day(
        "run",
        "4 rounds\n800 m run\nrest 2:00",
        (SPRING, HIP_OPEN | {"leg-swings", "strides"}),
        SNATCHES | HANGING,
    ),
    Day(
        "row", "5 x 500 m row, rest 2:00", (HINGE | SQUAT | {"row-practice", "easy-row"},), SNATCHES | HANGING
    ),
    Day(
        "swings",
        "EMOM 15\n15 kettlebell swings 24/16 kg",
        (HINGE, {"swing-light", "stick-hinge", "hinge-wall-touch", "hip-pops"}),
        SNATCHES | HANGING,
    ),
    Day(
        "carries",
        "4 rounds\n60 m farmer carry 2 x 32/24 kg\n20 m bear crawl",
        (GRIP, HANDS),
        SNATCHES | HANGING,
    ),
    Day(
        "get-ups",
        "5 rounds\n4 get-ups 24/16 kg\n200 m run",
        (TURN, OVERHEAD | {"overhead-carry-light", "bottom-up-hold"}),
        SNATCHES | HANGING,
    ),
    Day(
        "wall balls",
        "for time\n100 wall balls 9/6 kg",
        (SQUAT, OVERHEAD | {"overhead-throws", "ball-practice"}),
        SNATCHES | HANGING,
    ),
    Day(
        "thrusters",
        "AMRAP 8\n10 thrusters 43/30 kg\n10 burpees",
        (RACK | OVERHEAD, SQUAT),
        SNATCHES | HANGING,
    ),
    Day(
        "dumbbell snatch",
        "12 min AMRAP\n10 dumbbell snatches 22.5/15 kg\n12 box step-overs",
        (HINGE | SQUAT, OVERHEAD | {"overhead-carry-light"}),
        {"empty-bar-snatch-round"} | HANGING,
    ),
)

LATER = (  # written after the planner was mended with the thirty, and first run at the end of that day
    Day("power snatch", "Power snatch 8x1 @ 80%", (OVERHEAD, HINGE | SQUAT, SNATCHES), HANGING | CLEANS),
    Day("hang clean", "Hang clean 5x2 @ 70%", (RACK, CLEANS), SNATCHES | HANGING),
    Day("push press", "Push press 5x3 @ 75%", (OVERHEAD | RACK, JERKS), SNATCHES | HANGING),
    Day(
        "sumo deadlift",
        "Sumo deadlift 5x3 @ 80%",
        (HINGE | SQUAT, {"empty-bar-hinge", "stick-hinge"}),
        SNATCHES | HANGING,
    ),
    Day("goblet squats", "5 rounds\n15 goblet squats 24/16 kg\n400 m row", (SQUAT,), SNATCHES | HANGING),
    Day("bar muscle-ups", "AMRAP 9\n3 bar muscle-ups\n9 air squats", (HANG, BEHIND), SNATCHES),
    Day("rope climbs", "4 rounds\n2 rope climbs\n20 sit-ups", (HANG | BLADES,), SNATCHES | KIPPING),
    Day(
        "ring rows",
        "5 rounds\n12 ring rows\n12 push-ups",
        (BLADES | {"ring-row-easy", "doorway-row", "air-rows"}, HANDS),
        SNATCHES | HANGING,
    ),
    Day("wall walks", "EMOM 10\n3 wall walks", (UPSIDE_DOWN, HANDS), SNATCHES | HANGING),
    Day("broad jumps", "4 rounds\n10 broad jumps\n200 m run", (SPRING,), SNATCHES | HANGING),
    Day(
        "shuttles",
        "8 x 100 m sprint, rest 1:30",
        (SPRING, HIP_OPEN | {"leg-swings", "strides"}),
        SNATCHES | HANGING,
    ),
    Day(
        "dumbbell bench",
        "Dumbbell bench press 4x8\n\nB) 3 rounds\n15 push-ups\n15 sit-ups",
        (BLADES, HANDS),
        SNATCHES | HANGING,
    ),
    Day(
        "bike",
        "10 x 30 s bike sprint, rest 1:30",
        ({"pedal-pickups", "easy-bike", "seated-drive", "strides"},),
        SNATCHES | HANGING,
    ),
    Day(
        "sandbag",
        "3 rounds\n6 sandbag cleans 40/25 kg\n40 m sandbag carry",
        (HINGE | SQUAT | {"ball-to-lap"}, GRIP | {"ball-to-lap"}),
        SNATCHES | HANGING,
    ),
    Day(
        "bear and crab",
        "3 rounds\n30 m bear crawl\n20 air squats",
        (HANDS, SQUAT | {"air-squat-practice"}),
        SNATCHES | HANGING,
    ),
)
