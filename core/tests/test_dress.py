"""One board in other clothes: what every line wears, how signs are spelled, what stands above, beside or
below it. The answers are the boards' own, which are older than any of the clothes, so none comes from the
reader."""

import unittest
from collections.abc import Sequence

from core.reading import read_workout
from core.reading.dress import undressed
from core.reading.languages import Translated
from core.reading.signs import one_width, usual_signs
from core.tests.boards import Board
from core.tests.clothes import CLOTHES, COMPANY, Change, broken, broken_of, lists, weeks, whole
from core.tests.fuzzing import unaccounted

EVERY = 11  # boards, of which one takes part in a change
LEAST_KEPT = 0.97  # of the boards that are read whole, which have to stay so


class AsWell(unittest.TestCase):
    """A board stays whole in other clothes and in company."""

    def stays(self, change: Change, of: Sequence[Board]) -> None:
        wrong, changed = broken(change, of)
        self.assertGreater(changed, 9, "the change has to change something")
        self.assertLessEqual(len(wrong), (1 - LEAST_KEPT) * changed, wrong)

    def test_in_other_clothes(self):
        for name, change in CLOTHES.items():
            with self.subTest(name):
                self.stays(change, whole(EVERY))

    def test_in_company(self):
        for name, change in COMPANY.items():
            with self.subTest(name):
                self.stays(change, whole(EVERY)[::2])

    def test_as_days_of_one_week(self):
        texts = weeks(60, EVERY)
        self.assertLessEqual(len(wrong := broken_of(texts)), 0.07 * len(texts), wrong)

    def test_as_items_of_a_list(self):
        texts = lists(150)
        self.assertLessEqual(len(wrong := broken_of(texts)), 0.07 * len(texts), wrong)

    def test_no_word_is_lost_in_them(self):
        for name, change in (*CLOTHES.items(), *COMPANY.items()):
            for board in whole(EVERY)[::9]:
                text = change(board.text)
                with self.subTest(name, board=board.number):
                    self.assertEqual(unaccounted(text, read_workout(text)), [])


class WhatIsTakenOff(unittest.TestCase):
    def bare(self, text: str) -> list[str | None]:
        return [line and line.text for line in undressed(text.split("\n"))]

    def test_a_sign_before_every_line(self):
        self.assertEqual(self.bare("- AMRAP 9\n- 5 dips\n- 9 sit-ups"), ["AMRAP 9", "5 dips", "9 sit-ups"])
        self.assertEqual(self.bare("> Lift\n> Press 5x5\n> rest 2:00"), ["Lift", "Press 5x5", "rest 2:00"])

    def test_a_sign_before_some_lines_is_a_list_s(self):
        for text in ("AMRAP 9\n- 5 dips\n- 9 sit-ups", "- 5 dips\n* 9 sit-ups\n- 3 rope climbs"):
            self.assertEqual(self.bare(text), text.split("\n"))

    def test_a_bullet_before_numbers_of_a_list(self):
        self.assertEqual(
            self.bare("EMOM 9\n- 1) 9 cal row\n- 2) 9 dips\nrest"),
            ["EMOM 9", "1) 9 cal row", "2) 9 dips", "rest"],
        )

    def test_bold_is_taken_off_both_ends_and_from_all_lines_only(self):
        self.assertEqual(self.bare("**A**\n**5 dips**\n**rest**"), ["A", "5 dips", "rest"])
        self.assertEqual(self.bare("**A**\n5 dips\n**rest**"), ["**A**", "5 dips", "**rest**"])

    def test_a_stop_behind_an_entry_no_sentence(self):
        self.assertEqual(self.bare("5 dips.\nGo. Now."), ["5 dips ", "Go. Now."])
        self.assertEqual(
            self.bare("15 minutes are enough for all of it, says the coach who made it up at night."),
            ["15 minutes are enough for all of it, says the coach who made it up at night."],
        )

    def test_blank_lines_say_something_where_not_every_line_has_one(self):
        self.assertEqual(self.bare("a\n\nb\n\nc"), ["a", None, "b", None, "c"])
        self.assertEqual(self.bare("a\n\n\nb\n\nc"), ["a", "", "", "b", None, "c"])
        self.assertEqual(self.bare("a\n\nb\nc"), ["a", "", "b", "c"])

    def test_a_table_keeps_its_gaps(self):
        rows = "Lift  Sets  Reps\nSnatch  5  2\nClean  4  3"
        self.assertEqual(self.bare(rows), rows.split("\n"))
        wide = "Day    Lift     Sets   Reps\nMon    Snatch      5      2\nWed    Clean       4      3"
        self.assertEqual(self.bare(wide), wide.split("\n"))
        self.assertEqual(self.bare("a\n5  dips\nb")[1], "5 dips")

    def test_every_letter_knows_its_column(self):
        """Taking off and putting into the usual signs, each letter that stays points to itself."""
        for text in ("> **5x3 at 80, 9 / 6 kg.**", "- 1) 75 percent, 3  reps"):
            for line in undressed([text] * 3):
                assert line is not None
                line = usual_signs(line)
                for place, letter in enumerate(line.text):
                    start, end = line.written(place, place + 1)
                    if letter.isalnum():
                        self.assertIn(letter, text[start:end])


class Signs(unittest.TestCase):
    def test_one_spelling(self):
        for written, usual in (
            ("75 percent", "75 %"),
            ("5x3 at 80", "5x3 @ 80"),
            ("3 reps at 82.5, rest", "3 reps @ 82.5, rest"),
            ("row at 31X1", "row @ 31X1"),
            ("press 43 / 30 kg", "press 43/30 kg"),
            ("5 @ 65, 3 @ 75 %", "5 @ 65 %, 3 @ 75 %"),
        ):
            self.assertEqual(usual_signs(Translated(written)).text, usual)

    def test_what_looks_alike_stays(self):
        for text in (
            "class at 18",
            "at 60 min",
            "9 / 6 / 30 m",
            "5 @ 60 kg, 3 @ 75 %",
            "meet at 75 Mill Lane",
        ):
            self.assertEqual(usual_signs(Translated(text)).text, text)

    def test_spaces_of_every_kind_are_one_wide(self):
        """Unicode, general category Zs: 17 signs."""
        every = "".join(map(chr, (0x20, 0xA0, 0x1680, *range(0x2000, 0x200B), 0x202F, 0x205F, 0x3000)))
        self.assertEqual(len(every), 17)
        self.assertEqual(one_width(every), " " * 17)


class Units(unittest.TestCase):
    def loads(self, text: str) -> list[float | None]:
        return [work.load_kg and round(work.load_kg, 1) for work in read_workout(text).works]

    def test_bells_in_kilos_beside_a_bar_in_pounds(self):
        """common practice: bells of 24 and 16 kg, 95 lb on a bar (95 lb = 43.1 kg, NIST SP 811)."""
        text = "5 rounds for time\n10 thrusters 95/65 lb\n15 KB swings 24/16\n20 wall balls 9/6"
        self.assertEqual(self.loads(text), [43.1, 24.0, 9.0])

    def test_percents_are_a_day_s(self):
        week = "Monday\nDeadlift 5x3 @ 100 kg\nTuesday\nSnatch 6x2 @ 75"
        works = read_workout(week).works
        self.assertEqual((works[0].load_kg, works[1].percent), (100.0, 75.0))


class Names(unittest.TestCase):
    def test_a_day_s_name_is_that_day_s(self):
        week = (
            "Monday\nPartner chipper (half each)\n\n60 push-ups\n\nTuesday\nDumbbell only\nAMRAP 9\n"
            "9 deadlifts\n@ 2x15\n\nWednesday\n60 push-ups"
        )
        works = {(work.line, work.movement): work.reps for work in read_workout(week).works}
        self.assertEqual(works[13, "push-up"], 60)
        self.assertIn("dumbbell-deadlift", {movement for _, movement in works})

    def test_a_rule_ends_a_piece(self):
        text = "Bike intervals: 40/40 x 8\n\n----------\n\n20 m suitcase carry\n10 burpees"
        works = {work.movement: work for work in read_workout(text).works}
        self.assertEqual((works["suitcase-carry"].distance_m, works["burpee"].reps), (20.0, 10))
