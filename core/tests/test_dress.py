"""One board in other clothes: what every line wears, how signs are spelled, what stands above, beside or
below it. The answers are the boards' own, which are older than any of the clothes, so none comes from the
reader."""

import random
import re
import unittest
from collections.abc import Callable, Iterable
from dataclasses import replace
from functools import cache

from core.errors import UnusableText
from core.reading import read_workout
from core.reading.dress import undressed
from core.reading.languages import Translated
from core.reading.signs import one_space, usual_signs
from core.tests.boards import HALVES, Board, boards, hold
from core.tests.fuzzing import unaccounted

EVERY = 11  # boards, of which one takes part in a change
LEAST_KEPT = 0.97  # of the boards that are read whole, which have to stay so
SEED = 29
DAYS = ("Monday", "Tuesday", "Wednesday", "Thursday")
OF_SEVERAL_DAYS = re.compile(
    r"\b(mon|tue|wed|thu|fri|sat|sun|day|week|option|kids|event|workout|lun|mar|mo|di|mi|do|fr)",
    re.IGNORECASE,
)
LABELLED = re.compile(
    r"team|partner|pair|trio|relay|everyone|^then\b|^opt|^[MF]:? |^\W*\(?[A-Fa-f1-9]\d?\s?[.):-]\s"
    r"|\b(?:mon|tue|wed|thu|fri|sat|sun|day|week|option|part|event|workout|wod|strength|metcon|skill|warm)",
    re.IGNORECASE,
)
POUNDS = re.compile(r"\d\s?(?:lbs?\b|#)")
Change = Callable[[str], str]


@cache
def whole() -> tuple[Board, ...]:
    """Every board that is read as its answer says."""
    every = [board for name in (*HALVES, "kinds") for board in boards(name)]
    return tuple(board for board in every[::EVERY] if hold(board)[0].whole and board.wanted)


@cache
def one_line() -> tuple[Board, ...]:
    """Every short board of one line that is read as its answer says, for everybody and in English."""
    every = [board for name in (*HALVES, "kinds") for board in boards(name)]
    short = [
        one for one in every if "\n" not in one.text.strip() and len(one.text) < 110 and not one.language
    ]
    plain = [one for one in short if not any(work.division or work.warm_up for work in one.wanted)]
    return tuple(one for one in plain if one.wanted and hold(one)[0].whole)


def lines(change: Change) -> Change:
    """A change of every line that says something."""
    return lambda text: "\n".join(change(line) if line.strip() else line for line in text.split("\n"))


def in_front(sign: str) -> Change:
    """A sign before every line that has none."""
    return lines(lambda line: line if re.match(r"\s*[-•*–#>|]", line) else f"{sign}{line}")


def stopped(line: str) -> str:
    """A full stop behind a short line that has no end."""
    short = re.search(r"[\w)%]$", line) and not re.search(r"[.!?] ", line) and len(line.split()) < 9
    return f"{line}." if short else line


def second_gap(text: str) -> str:
    """Two spaces before the last word of every third line."""
    rows = text.split("\n")
    return "\n".join(
        re.sub(r"(?<=\w) (?=\w+$)", "  ", row) if at % 3 == 1 else row for at, row in enumerate(rows)
    )


CLOTHES: dict[str, Change] = {
    "dashes": in_front("- "),
    "bullets": in_front("• "),
    "quotation": in_front("> "),
    "bold": lines(lambda line: line if "*" in line else f"**{line.strip()}**"),
    "indent": lines(lambda line: f"    {line}"),
    "blank lines": lambda text: text.replace("\n", "\n\n"),
    "full stops": lines(stopped),
    "semicolons": lines(lambda line: f"{line};" if re.match(r"\s*\d.*\w$", line) else line),
    "hard spaces": lambda text: text.replace(" ", "\u00a0"),
    "a space too many": second_gap,
    "percent": lambda text: re.sub(r"(\d) ?%", r"\1 percent", text),
    "at": lambda text: re.sub(r" ?@ ?(?=[4-9]\d\b(?! ?(?:kg|lb)))", " at ", text),
    "dashes between numbers": lambda text: re.sub(r"(?<=\d)-(?=\d)", "–", text).replace(" - ", " – "),
    "pictures": lines(lambda line: f"{line} 💪"),
}
COMPANY: dict[str, Change] = {
    "greeting": lambda text: f"Morning all! Here is the plan for today, see you on the floor.\n\n{text}",
    "name": lambda text: f"THE LONG SHADOW\n{text}",
    "name in quotes": lambda text: f'"The long shadow"\n{text}',
    "date": lambda text: f"Wednesday 2 December\n\n{text}",
    "day": lambda text: f"WEDNESDAY\n{text}",
    "request": lambda text: (
        f"{text}\n\nPlease log your scores, and put your plates back where you found them."
    ),
    "tags": lambda text: f"{text}\n#seeyouthere #earlybirds",
}


class AsWell(unittest.TestCase):
    """A board stays whole in other clothes and in company."""

    def stays(self, change: Change, of: Iterable[Board]) -> None:
        changed = [board for board in of if change(board.text) != board.text]
        broken = []
        for board in changed:
            other = replace(board, text=change(board.text), unread=())
            if not hold(other)[0].whole:
                broken.append(f"{board.number}: {hold(other)[1][:2]}")
        self.assertGreater(len(changed), 9, "the change has to change something")
        self.assertLessEqual(len(broken), (1 - LEAST_KEPT) * len(changed), broken)

    def test_in_other_clothes(self):
        for name, change in CLOTHES.items():
            with self.subTest(name):
                self.stays(change, whole())

    def test_in_company(self):
        for name, change in COMPANY.items():
            with self.subTest(name):
                self.stays(change, whole()[::2])

    def test_as_days_of_one_week(self):
        """Boards below one another: nothing of one day reaches another."""
        draw = random.Random(SEED)
        single = [
            board
            for board in whole()
            if not (OF_SEVERAL_DAYS.search(board.text) or POUNDS.search(board.text))
            and not any(one.division for one in board.wanted)
        ]
        broken, read = [], 0
        for _ in range(60):
            some = draw.sample(single, draw.randint(2, 4))
            head = draw.choice(("{}\n{}", "## {}\n{}", "*** {} ***\n{}", "{}:\n\n{}"))
            days = (head.format(day, board.text.strip("\n")) for day, board in zip(DAYS, some, strict=False))
            week = Board(
                0, "\n\n".join(days), tuple(one for board in some for one in board.wanted), (), False
            )
            try:
                score, differs = hold(week)
            except UnusableText:
                continue  # more than a day holds
            read += 1
            if not score.whole:
                broken.append(f"{[board.number for board in some]}: {differs[:2]}")
        self.assertGreater(read, 40)
        self.assertLessEqual(len(broken), 0.07 * read, broken)

    def test_as_items_of_a_list(self):
        """Boards of one line, numbered or lettered: a number is no place in the minutes of an item before."""
        draw = random.Random(SEED)
        items = [
            board for board in one_line() if not (LABELLED.search(board.text) or POUNDS.search(board.text))
        ]
        broken, read = [], 0
        for _ in range(150):
            some = draw.sample(items, draw.randint(2, 4))
            label = draw.choice(("{n}. {t}", "{n}) {t}", "{L}) {t}", "{L}. {t}", "{L}: {t}", "Part {n}: {t}"))
            lines = (
                label.format(n=at + 1, L="ABCD"[at], t=board.text.strip()) for at, board in enumerate(some)
            )
            listed = Board(
                0, "\n".join(lines), tuple(one for board in some for one in board.wanted), (), False
            )
            try:
                score, differs = hold(listed)
            except UnusableText:
                continue  # more than a day holds
            read += 1
            if not score.whole:
                broken.append(f"{[board.number for board in some]}: {differs[:2]}")
        self.assertGreater(read, 120)
        self.assertLessEqual(len(broken), 0.07 * read, broken)

    def test_no_word_is_lost_in_them(self):
        for name, change in (*CLOTHES.items(), *COMPANY.items()):
            for board in whole()[::9]:
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
        self.assertEqual(one_space(every), " " * 17)


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
