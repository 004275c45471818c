"""The catalog against what the trade does. Every expectation here is common practice unless it names a
source."""

import unittest
from collections.abc import Callable

from core.catalog import load_catalog
from core.catalog.rows import DoseOption, Drill
from core.demand import Measurement, Person, derive
from core.demand.people import norm_range
from core.hazards import hazards_of
from core.reading import read_workout

CATALOG = load_catalog()

# what a position asks (trade facts, common practice): position -> demands that must be among its needs and
# holds
POSITIONS = {
    "front-rack": {
        "shoulder.flexion",
        "shoulder.external-rotation",
        "wrist.extension",
        "thoracic.extension",
        "trunk.brace",
    },
    "overhead-lockout": {"shoulder.flexion", "thoracic.extension", "scapula.upward", "trunk.brace"},
    "squat-bottom": {
        "ankle.dorsiflexion",
        "hip.flexion",
        "hip.external-rotation",
        "knee.flexion",
        "hip.stability",
    },
    "squat-bottom-overhead": {
        "ankle.dorsiflexion",
        "hip.flexion",
        "shoulder.flexion",
        "thoracic.extension",
        "shoulder.stability",
    },
    "pull-from-floor": {"hip.flexion-straight-knee", "hip.flexion", "trunk.brace", "grip"},
    "hang-arch": {"shoulder.flexion", "thoracic.extension", "hip.extension", "grip"},
    "hang-hollow": {"trunk.hollow"},
    "toes-to-bar-top": {"hip.flexion-straight-knee", "spine.flexion"},
    "turnover": {"shoulder.extension", "shoulder.internal-rotation", "wrist.flexion"},
    "dip-bottom": {"shoulder.extension", "scapula.depression"},
    "hips-open": {"hip.extension", "ankle.plantarflexion"},
    "lunge-bottom": {"hip.extension", "hip.flexion", "hip.stability"},
    "push-up-bottom": {"wrist.extension", "trunk.brace"},
    "hands-on-floor": {"wrist.extension", "scapula.protraction"},
    "handstand": {"shoulder.flexion", "wrist.extension", "scapula.upward"},
    "get-up-elbow": {"thoracic.rotation", "shoulder.stability"},
    "bench-bottom": {"scapula.retraction", "shoulder.horizontal-abduction", "shoulder.stability"},
    "chair-push": {"shoulder.extension", "shoulder.internal-rotation", "scapula.depression"},
}
# what opens or primes what: drill -> the demand it must serve with at least half strength
OPENERS = {
    "rack-elbow-press": "shoulder.external-rotation",
    "stick-rack-rotation": "shoulder.external-rotation",
    "box-prayer": "shoulder.flexion",
    "roller-upper-back": "thoracic.extension",
    "band-lat-opener": "shoulder.flexion",
    "plate-overhead-on-roller": "shoulder.flexion",
    "wrist-rocks": "wrist.extension",
    "band-ankle": "ankle.dorsiflexion",
    "toe-press-ankle": "ankle.dorsiflexion",
    "hamstring-contract": "hip.flexion-straight-knee",
    "hollow-arch-swings": "kip",
    "spine-round-down": "spine.flexion",
    "internal-rotation-press": "shoulder.internal-rotation",
    "chest-opener-wall": "shoulder.horizontal-abduction",
    "long-split": "hip.extension",
    "wall-quad": "hip.extension",
    "pogo-hops": "ankle.elastic",
    "snap-down": "knee.landing",
    "scap-push-up": "scapula.protraction",
    "bird-dog": "trunk.rotation-control",
    "hand-on-floor-rotation": "thoracic.rotation",
    "band-pull-apart": "scapula.retraction",
    "fast-throws": "shoulder.throw",
    "glute-band-walk": "hip.stability",
    "tall-pull-under": "pull-under",
    "overhead-carry-light": "shoulder.stability",
}
# doses that recur: drill -> (field, lowest, highest) of every dose option
DOSES = {
    "stick-pass-through": ("reps", 10, 20),
    "leg-swings": ("reps", 8, 10),
    "box-prayer": ("reps", 15, 20),
    "roller-upper-back": ("breaths", 5, 10),
    "hamstring-contract": ("hold_s", 2, 5),
    "band-lat-opener": ("hold_s", 2, 5),
    "band-pull-apart": ("reps", 10, 15),
    "forearm-plank": ("hold_s", 30, 60),
    "short-hang": ("hold_s", 10, 20),
    "glute-band-walk": ("hold_s", 15, 15),
    "empty-bar-front-squat": ("reps", 3, 5),
    "tall-pull-under": ("reps", 3, 5),
    "overhead-carry-light": ("hold_s", 30, 30),
    "settle-quads": ("hold_s", 45, 60),
    "push-up-practice": ("reps", 5, 5),
}


def _each_s(option: DoseOption) -> float:
    """Seconds of one repetition, or of one side of a set."""
    return option.seconds / option.sets / (2 if option.per_side else 1) / (option.reps or 1)


def _first(drill: Drill) -> str:
    """What a drill prepares most."""
    return max(drill.effects, key=lambda demand: drill.effects[demand])


SHOULDER = ("scapula", "shoulder")
# the table of doses that recur, a row each, held against every dose of every drill of its kind: what the row
# is called, which drills it speaks of, and what each of their doses has to be
TABLE: tuple[tuple[str, Callable[[Drill], bool], Callable[[DoseOption], bool]], ...] = (
    (
        "dynamic reps 8-15, up to 20 for small joints; fewer where each takes long",
        lambda drill: drill.style == "dynamic",
        lambda one: 8 <= (one.reps or 0) <= 20 or (5 <= (one.reps or 0) < 8 and _each_s(one) >= 3.5),
    ),
    (
        "effort at the end 2-5 s, sets of 10 s three times at the most; moved without a pause 10-20 reps",
        lambda drill: drill.style == "tension",
        lambda one: (
            (one.hold_s is None and 10 <= (one.reps or 0) <= 20)
            or (2 <= (one.hold_s or 0) <= 5 and 3 <= (one.reps or 0) * one.sets <= 9)
            or (one.hold_s == 10 and one.sets <= 3)
        ),
    ),
    (
        "slow circles 3 a side or more, small ones up to 20",
        lambda drill: drill.style == "circle",
        lambda one: 3 <= (one.reps or 0) <= 20,
    ),
    (
        "still holds before training 10-20 s",
        lambda drill: drill.style == "static" and "settle" not in drill.phases,
        lambda one: 10 <= (one.hold_s or 0) <= 20,
    ),
    (
        "breathing 2 x 5 breaths, or 5 to 8 slow ones in an end position",
        lambda drill: drill.style == "breath",
        lambda one: 5 <= (one.breaths or 0) * one.sets <= 10,
    ),
    (
        "roller and ball 30-60 s a spot",
        lambda drill: drill.style == "soft-tissue",
        lambda one: 30 <= _each_s(one) <= 60,
    ),
    (
        "band sets for the shoulder 10-15, one or two of them",
        lambda drill: drill.style == "control" and "band" in drill.kit and _first(drill).startswith(SHOULDER),
        lambda one: (10 <= (one.reps or 12) <= 15) and one.sets <= 2,
    ),
    (
        "trunk holds 15-60 s, planks from 30",
        lambda drill: drill.style == "control" and drill.id.endswith(("plank", "hold")),
        lambda one: 15 <= (one.hold_s or 0) * one.sets <= 60,
    ),
    (
        "fast light throws in two bursts",
        lambda drill: drill.style == "throw",
        lambda one: one.sets == 2 and (one.reps or 0) <= 8,
    ),
    (
        "an empty bar up to 3 x 5, or 2 to 3 x 8 in the clean's grip",
        lambda drill: drill.style == "practice" and "barbell" in drill.kit,
        lambda one: one.sets <= 3 and 1 <= (one.reps or 0) <= 8,
    ),
    (
        "cool-down holds 45-60 s a side",
        lambda drill: drill.style == "static" and "settle" in drill.phases,
        lambda one: 45 <= (one.hold_s or 0) <= 60,
    ),
)


class Positions(unittest.TestCase):
    def test_each_position_asks_what_practitioners_know_it_asks(self):
        """Every demand of the trade's table is among the position's own."""
        for position, wanted in POSITIONS.items():
            row = CATALOG.positions[position]
            asked = {*row.reaches, *row.holds}
            self.assertLessEqual(wanted, asked, position)

    def test_a_seated_press_asks_no_legs(self):
        """Positions for the chair ask only what the chair leaves free."""
        for position in ("seated-overhead", "chair-push"):
            row = CATALOG.positions[position]
            asked = [*row.reaches, *row.holds]
            self.assertFalse(
                [one for one in asked if one.startswith(("hip.", "knee.", "ankle.", "toe."))], position
            )


# what usually stops people (trade facts, common practice): board -> motions one of which stops somebody
FAULTS = {
    "front squat 5x5 60 kg": (
        "shoulder.flexion",
        "shoulder.external-rotation",
        "wrist.extension",
        "thoracic.extension",
    ),
    "press 5x5 40 kg": ("shoulder.flexion", "thoracic.extension"),
    "overhead squat 5x5 40 kg": (
        "ankle.dorsiflexion",
        "hip.flexion",
        "shoulder.flexion",
        "thoracic.extension",
    ),
    "100 air squats": ("ankle.dorsiflexion", "hip.flexion", "hip.external-rotation"),
    "back squat 5x5 80 kg": ("ankle.dorsiflexion", "hip.flexion"),
    "deadlift 5x5 100 kg": ("hip.flexion-straight-knee", "hip.flexion"),
    "40 pull-ups": ("shoulder.flexion", "thoracic.extension"),
    "30 toes-to-bar": ("hip.flexion-straight-knee", "spine.flexion"),
    "15 ring muscle-ups": ("shoulder.extension", "shoulder.internal-rotation", "wrist.flexion"),
    "40 ring dips": ("shoulder.extension",),
    "30 box jumps": ("hip.extension",),
    "60 m walking lunges": ("hip.extension",),
    "50 push-ups": ("wrist.extension",),
    "20 handstand push-ups": ("wrist.extension", "shoulder.flexion"),
    "20 turkish get-ups 16 kg": ("thoracic.rotation",),
    "bench press 5x5 80 kg": ("shoulder.horizontal-abduction",),
}


class Faults(unittest.TestCase):
    def test_the_usual_fault_leads_for_who_has_it(self):
        """Somebody measured 3.5 sd short of one motion of the table: that motion leads the reaches, or what
        stops them at a position of the board (where two motions make up for each other, either may ask
        more)."""
        for board, motions in FAULTS.items():
            for motion in motions:
                usual = norm_range(CATALOG, motion, 34, None)
                short = usual.mean_deg - 3.5 * usual.sd_deg
                person = Person(key="a", ranges=(Measurement(motion, short, "both", "inclinometer"),))
                profile = derive(read_workout(board), [person])
                leads = next(one.id for one in profile.demands if one.kind == "reach")
                stopped = [next(iter(one.stopped), "") for one in profile.positions]
                self.assertIn(motion, (leads, *stopped), f"{board}: {motion}")

    def test_a_scaled_version_moves_from_overhead_to_the_front_rack(self):
        """Front squats instead of overhead squats ask less of the overhead and more of the rack."""
        overhead, front = (
            derive(read_workout(f"5 rounds\n6 {lift} 40 kg")) for lift in ("overhead squats", "front squats")
        )
        self.assertGreater(overhead.score("shoulder.flexion"), front.score("shoulder.flexion") + 0.1)
        self.assertGreater(front.score("wrist.extension"), overhead.score("wrist.extension"))
        self.assertGreater(front.score("elbow.flexion"), 0)
        self.assertEqual(overhead.score("elbow.flexion"), 0)


class Drills(unittest.TestCase):
    def test_each_opener_serves_what_it_is_used_for(self):
        """The drill's effect on its own demand is at least half of full preparation, or its strongest
        effect."""
        for drill, demand in OPENERS.items():
            effects = CATALOG.drills[drill].effects
            self.assertTrue(
                effects[demand] >= 10 or effects[demand] == max(effects.values()), f"{drill}: {effects}"
            )

    def test_doses_lie_in_the_usual_bounds(self):
        """Reps, holds and breaths of the table's drills."""
        for drill, (field, low, high) in DOSES.items():
            for option in CATALOG.drills[drill].doses:
                self.assertTrue(low <= getattr(option, field) <= high, f"{drill}: {option}")

    def test_every_dose_of_every_drill_keeps_to_its_row_of_the_table(self):
        """Row by row, over the whole shelf; every row speaks of some drill."""
        for row, speaks_of, holds in TABLE:
            drills = [drill for drill in CATALOG.drills.values() if speaks_of(drill)]
            self.assertTrue(drills, row)
            for drill in drills:
                for option in drill.doses:
                    self.assertTrue(holds(option), f"{row}: {drill.id} {option}")

    def test_a_dose_takes_the_time_it_says(self):
        """Reps at a second to ten each and holds at their own length fit the seconds stated, both sides
        counted."""
        for drill in CATALOG.drills.values():
            for option in drill.doses:
                sides = 2 if option.per_side else 1
                if option.reps:
                    each = option.seconds / (option.reps * sides * option.sets)
                    self.assertTrue(0.6 <= each <= 31, f"{drill.id}: {each:.1f} s a rep")
                elif option.hold_s:
                    self.assertGreaterEqual(option.seconds, option.hold_s * sides * option.sets - 1, drill.id)

    def test_nothing_that_hangs_or_goes_overhead_forgets_its_caution(self):
        """Hanging drills can be held back by a no-hang caution, upside-down ones by the wrist's, impact
        ones by no-impact."""
        for drill in CATALOG.drills.values():
            if drill.level == "hanging":
                self.assertIn("no-hang", hazards_of(drill.id, CATALOG), drill.id)
            if drill.effects.get("invert", 0) >= 9:
                self.assertIn("wrist", hazards_of(drill.id, CATALOG), drill.id)
            if drill.effects.get("knee.landing", 0) >= 8 or drill.effects.get("ankle.elastic", 0) >= 8:
                self.assertIn("no-impact", hazards_of(drill.id, CATALOG), drill.id)

    def test_floor_drills_are_kept_from_those_who_stay_off_the_floor(self):
        """Prone and supine prep drills carry the no-floor caution, unless there is a way from the chair or
        a bench under them."""
        for drill in CATALOG.drills.values():
            if (
                drill.level in ("prone", "supine")
                and "settle" not in drill.phases
                and "bench" not in drill.kit
            ):
                self.assertTrue("no-floor" in hazards_of(drill.id, CATALOG) or drill.seated, drill.id)


class Movements(unittest.TestCase):
    def test_ballistic_movements_are_marked(self):
        """Kips, cleans, snatches, swings and jumps are fast; strict lifts are not."""
        for name in (
            "pull-up",
            "toes-to-bar",
            "power-clean",
            "snatch",
            "kettlebell-swing",
            "box-jump",
            "double-under",
            "push-press",
        ):
            self.assertTrue(CATALOG.movements[name].ballistic, name)
        for name in ("strict-pull-up", "deadlift", "back-squat", "press", "ring-row", "plank"):
            self.assertFalse(CATALOG.movements[name].ballistic, name)

    def test_paces_are_within_what_people_do(self):
        """Rowing 500 m takes 1:40 to 2:20, running 1 km four to six minutes, a double-under under a second
        (common practice)."""
        row, run = CATALOG.movements["row"], CATALOG.movements["run"]
        self.assertTrue(100 <= 500 * row.pace_s[0] <= 500 * row.pace_s[1] <= 140)
        self.assertTrue(230 <= 1000 * run.pace_s[0] <= 1000 * run.pace_s[1] <= 370)
        self.assertLess(CATALOG.movements["double-under"].pace_s[1], 1)

    def test_every_movement_says_what_decides_a_rep_and_its_usual_fault(self):
        """No blank standards or faults."""
        for row in CATALOG.movements.values():
            self.assertTrue(row.standard.strip() and row.fault.strip(), row.id)
