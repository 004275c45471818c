"""One thing said in many usual ways (spellings.yaml), in many places of a text: what is asked is the same
everywhere. The answers are by hand and by arithmetic, not by the reader."""

import unittest
from collections.abc import Iterable, Iterator
from pathlib import Path

import yaml

from core.reading import Work, Workout, read_workout

SPELLINGS = yaml.safe_load((Path(__file__).parent / "spellings.yaml").read_text(encoding="utf-8"))
LIST = "10 push-ups\n200 m run\n15 cal row"
ON_A_LINE = LIST.replace("\n", ", ")
Asked = tuple[str, int, float | None, int | None]


def asked(work: Work) -> Asked:
    return work.movement, work.reps, work.distance_m, work.calories


def everybodys(workout: Workout) -> list[Work]:
    return [work for work in workout.works if work.as_prescribed]


def each(name: str, places: Iterable[str]) -> Iterator[str]:
    """Every spelling in every place; {A} stands for one without its colon."""
    for spelling in SPELLINGS[name]:
        for place in places:
            yield place.replace("{}", spelling).replace("{A}", spelling.rstrip(":"))


class Spellings(unittest.TestCase):
    def test_sets_of_a_lift(self):
        """Fifteen repetitions in sets, whatever stands around their words."""
        places = (
            "Back squat {}",
            "Back squat: {}",
            "Back squat, {}",
            "Back squat\n{}",
            "A. Back squat\n{}",
            "Strength: back squat {}",
            "STRENGTH\nBACK SQUAT\n{}",
        )
        for text in each("five sets of three at 80 %", places):
            with self.subTest(text):
                works = read_workout(text).works
                self.assertEqual([(work.movement, work.reps) for work in works], [("back-squat", 15)])

    def test_sets_at_a_load(self):
        for spelling in SPELLINGS["five sets of three at 80 %"]:
            text = f"Back squat\n{spelling}".replace("80 %", "80 kg").replace("80%", "80kg")
            with self.subTest(text):
                works = read_workout(text).works
                self.assertEqual([(work.movement, work.reps) for work in works], [("back-squat", 15)])

    def test_rounds(self):
        wanted = [("push-up", 50, None, None), ("run", 0, 1000, None), ("row", 0, None, 75)]
        places = (f"{{}}\n{LIST}", f"Metcon\n{{}}\n{LIST}", f"B. {{}}\n{LIST}", f"{{A}}: {ON_A_LINE}")
        for text in each("five rounds", places):
            with self.subTest(text):
                self.assertEqual([asked(work) for work in read_workout(text).works], wanted)

    def test_as_often_as_one_can(self):
        places = (f"{{}}\n{LIST}", f"{{A}}: {ON_A_LINE}")
        for text in each("twelve minutes as often as one can", places):
            with self.subTest(text):
                workout = read_workout(text)
                self.assertEqual(len(workout.parts), 1)
                self.assertEqual(workout.parts[0].format.kind, "as-many-as-possible")
                self.assertEqual(workout.parts[0].format.minutes, 12)
                self.assertEqual([work.movement for work in workout.works], ["push-up", "run", "row"])

    def test_a_place_a_minute(self):
        """Twelve minutes, three places: each four times."""
        places = ("{}\nMin 1: 10 push-ups\nMin 2: 12 cal row\nMin 3: 40 s plank",)
        for text in each("twelve minutes, a place each", places):
            with self.subTest(text):
                works = read_workout(text).works
                said = [(work.reps, work.calories, work.seconds) for work in works]
                self.assertEqual(said, [(40, None, None), (0, 48, None), (0, None, 160)])

    def test_labels_of_minutes(self):
        labels = "Min {}:|min {} -|{})|{}.|M{}:|Minute {}:|{}:|{} -|Station {}:|({})|m{}|Minute {} -|Min. {}:"
        items = ("10 push-ups", "12 cal row", "40 s plank")
        for label in labels.split("|"):
            lines = [f"{label.format(place)} {item}" for place, item in enumerate(items, start=1)]
            for text in ("EMOM 12\n" + "\n".join(lines), "EMOM 12: " + " ".join(lines)):
                with self.subTest(text):
                    works = read_workout(text).works
                    said = [(work.reps, work.calories, work.seconds) for work in works]
                    self.assertEqual(said, [(40, None, None), (0, 48, None), (0, None, 160)])

    def test_loads(self):
        places = ("3 rounds\n{}\n12 burpees", "3 rounds for time: {}, 12 burpees", "AMRAP 12\n200 m run\n{}")
        for text in each("ten deadlifts at 100 or 70 kg", places):
            with self.subTest(text):
                works = everybodys(read_workout(text))
                lifted = [work for work in works if work.movement == "deadlift"]
                self.assertEqual((len(works), len(lifted)), (2, 1))
                self.assertAlmostEqual(lifted[0].load_kg or 0, 100, delta=0.6)
                self.assertEqual(lifted[0].reps % 10, 0)

    def test_words_that_ask_nothing(self):
        """Sentences around a list add no work, take none, and are not asked about."""
        work = "3 rounds for time\n10 push-ups\n15 squats\n200m run"
        wanted = [("push-up", 30, None, None), ("air-squat", 45, None, None), ("run", 0, 600, None)]
        squat = [("back-squat", 25, None, None)]
        for place in (f"{work}\n\n{{}}", f"{work}\n{{}}", f"{{}}\n\n{work}"):
            for text in each("words that ask nothing", [place]):
                with self.subTest(text):
                    workout = read_workout(text)
                    self.assertEqual([asked(one) for one in workout.works], wanted)
                    self.assertEqual(workout.unread, ())
        for text in each("words that ask nothing", [f"Strength: back squat 5x5\n{{}}\n\nMetcon\n{work}"]):
            with self.subTest(text):
                self.assertEqual([asked(one) for one in read_workout(text).works], squat + wanted)

    def test_amounts(self):
        """Three rounds of it, with ten burpees beside it that take none of it."""
        places = ("3 rounds\n{}\n10 burpees", "3 rounds of {}, 10 burpees", "3 rounds:\n- {}\n- 10 burpees")
        for name in SPELLINGS:
            movement, *amount = name.split()
            if len(amount) not in (1, 2) or not amount[-1].isdecimal():
                continue
            field = {"c": "calories", "s": "seconds"}.get(amount[0], "distance_m")
            for text in each(name, places):
                with self.subTest(text):
                    works = read_workout(text).works
                    self.assertEqual([work.movement for work in works][1:], ["burpee"])
                    self.assertIn(movement.split("-")[-1], works[0].movement)
                    self.assertEqual(getattr(works[0], field), 3 * int(amount[-1]))
                    self.assertEqual(works[1].reps, 30)
