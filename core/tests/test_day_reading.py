"""Event sheets and heat lists against what a coach reads in them; the expected answers stood before the
reader."""

from __future__ import annotations

import random
from functools import cache
from pathlib import Path
from typing import Any
from unittest import TestCase

import yaml
from hypothesis import given, settings
from hypothesis import strategies as st

from core.day.headings import label_of
from core.day.heats import read_heats
from core.day.sheet import read_sheet
from core.day.values import EventSheet
from core.errors import UnusableText
from core.reading.vocabulary import Vocabulary

DAYS = Path(__file__).parent / "days"


@cache
def cases(name: str) -> dict[str, Any]:
    return yaml.safe_load((DAYS / f"{name}.yaml").read_text(encoding="utf-8"))


def read_as(sheet: EventSheet, wanted: dict[str, Any]) -> dict[str, Any]:
    """Of a sheet as read what a case says of it."""
    event = sheet.event(wanted["number"])
    if event is None:
        return {"number": None}
    told: dict[str, Any] = {
        "number": event.number,
        "name": event.name,
        "movements": [work.movement for work in event.workout.for_division(None).works],
        "cap_s": event.cap_s,
        "lane_m": event.lane_m,
        "team": event.team,
        "standards": len(event.standards),
        "tie_break": bool(event.tie_break),
        "floor": bool(event.floor),
    }
    return {name: told[name] for name in wanted}


def wrong_in(case: dict[str, Any]) -> list[Any]:
    """What a sheet is read as otherwise than its case says."""
    sheet = read_sheet(case["sheet"], Vocabulary())
    numbers = [event.number for event in sheet.events]
    wrong: list[Any] = [] if numbers == [one["number"] for one in case["events"]] else [numbers]
    wrong += [read_as(sheet, one) for one in case["events"] if read_as(sheet, one) != one]
    if "venue" in case:
        wanted, told = case["venue"], sheet.venue
        kit = {item: (told.kit or {}).get(item) for item in wanted["kit"]}
        found = {"racks": told.racks, "heads": told.heads, "kit": kit}
        wrong += [found] if found != wanted else []
    if "unread" in case and len(sheet.faults) != case["unread"]:
        wrong.append(sheet.faults)
    return wrong


class SheetsTest(TestCase):
    def test_each_sheet_as_a_coach_reads_it(self):
        for case in (*cases("open")["sheets"], *cases("sealed")["sheets"]):
            with self.subTest(case["name"]):
                self.assertEqual(bool(wrong_in(case)), "missed" in case, wrong_in(case))

    def test_what_is_read_otherwise_is_said_so(self):
        for case in cases("sealed")["sheets"]:
            if "missed" in case:
                self.assertTrue(read_sheet(case["sheet"], Vocabulary()).faults, case["name"])

    def test_every_word_of_an_event_stands_somewhere(self):
        """Nothing of a sheet is dropped: each line is work, a heading, a label's, a note, or handed back."""
        for case in (*cases("open")["sheets"], *cases("sealed")["sheets"]):
            sheet, lines = read_sheet(case["sheet"], Vocabulary()), case["sheet"].splitlines()
            shown = {said.line for said in (*sheet.notes, *sheet.venue.said)} | {1}
            shown |= {fault.line for fault in sheet.faults}
            for event in sheet.events:
                kinds = (event.standards, event.floor, event.tie_break, event.kit, event.notes)
                shown |= {said.line for kind in kinds for said in kind} | {event.line}
                shown |= {mark.line for mark in event.workout.marks}
            left = [line for number, line in enumerate(lines, 1) if line.strip() and number not in shown]
            labels = [line for line in left if label_of(line) is None]
            self.assertEqual(labels, [], case["name"])

    def test_a_sheet_without_headings_is_one_event(self):
        sheet = read_sheet("AMRAP 8\n10 push-ups\n10 air squats", Vocabulary())
        self.assertEqual([(event.number, len(event.workout.works)) for event in sheet.events], [("1", 2)])

    def test_sentences_about_events_begin_none(self):
        text = (
            "Event 1 and Event 2 are run back to back.\nEvent 1: Gate\n10 burpees\nEvent 2: Post\n20 sit-ups"
        )
        self.assertEqual([event.name for event in read_sheet(text, Vocabulary()).events], ["Gate", "Post"])

    def test_a_division_under_its_heading_has_its_whole_list(self):
        text = "Event 1\n3 rounds for time\n10 pull-ups\n12 burpees\nAdaptive:\n20 seated band rows"
        (event,) = read_sheet(text, Vocabulary()).events
        done = [work.movement for work in event.workout.for_division("adaptive").works]
        self.assertEqual(done, ["seated-row-pull"])
        self.assertEqual(len(event.workout.for_division(None).works), 2)
        # told in front of a line it stands in for that one alone
        text = "Event 1\n3 rounds for time\n10 pull-ups\n12 burpees\nscaled: ring rows"
        (event,) = read_sheet(text, Vocabulary()).events
        done = [work.movement for work in event.workout.for_division("scaled").works]
        self.assertEqual(sorted(done), ["burpee", "ring-row"])

    def test_what_no_sheet_is(self):
        for text in ("", "  \n ", "x" * 40_001, "\n".join(f"Event {n}\n5 burpees" for n in range(1, 33))):
            with self.assertRaises(UnusableText):
                read_sheet(text, Vocabulary())

    @settings(max_examples=120, deadline=None)
    @given(st.integers(0, 10**9))
    def test_mutilated_sheets_are_read_without_harm(self, seed):
        """Lines of sheets cut, doubled, shuffled and run together: always an answer, lines always inside."""
        dice = random.Random(seed)
        lines = [line for case in cases("open")["sheets"] for line in case["sheet"].splitlines()]
        text = "\n".join(_spoilt(dice, dice.choice(lines)) for _ in range(dice.randrange(1, 40)))
        try:
            sheet = read_sheet(text, Vocabulary())
        except UnusableText:
            return
        last = len(text.splitlines())
        for event in sheet.events:
            self.assertLessEqual(event.line, last)
            self.assertTrue(all(work.line <= last for work in event.workout.works))
        self.assertTrue(all(0 < fault.line <= last for fault in sheet.faults))


def _spoilt(dice: random.Random, line: str) -> str:
    kind = dice.randrange(5)
    if kind == 0:
        return line[: dice.randrange(len(line) + 1)]
    if kind == 1:
        return line + line
    return line.upper() if kind == 2 else line


FRAGMENTS = (
    "Event 1",
    "Heat 2",
    "09:15",
    "9.30 pm",
    ",",
    "\t",
    "|",
    "\n",
    "lane 3",
    "Tamsin Roe",
    "A. Penhale",
    " & ",
    "-",
    "Sat",
    "(scaled)",
    ";",
)
PEOPLE = ("Tamsin Roe", "Alaric Penhale", "Bettina Oakes", "Verity Lamb", "Rosalind Featheringham-Okonkwo")


def heats_as(text: str) -> list[list[Any]]:
    """Heats of a list as its case writes them: event, heat, clock (its day before it), name -> lane."""
    read = read_heats(text, ["1", "2", "3", "4"], [(name, name) for name in PEOPLE])
    return [
        [
            heat.event,
            heat.number,
            f"{heat.day} ".replace("Sat ", "").lstrip() + "{:02}:{:02}".format(*divmod(heat.clock_min, 60)),
            {one.athlete: one.lane for one in heat.starting},
        ]
        for heat in read.heats
    ]


class HeatsTest(TestCase):
    def read(self, text: str, **more):
        people = [(name, name) for name in PEOPLE]
        return read_heats(text, ["1", "2"], people, **more)

    def test_what_cannot_be_used_is_said_at_its_line(self):
        read = self.read(
            "event,heat,start,lane,athlete\n1,1,09:00,1,Tamsin Row\n7,1,09:00,2,Tamsin Roe\n"
            "1,2,soon,2,Tamsin Roe\n1,3,25:00,1,Bettina Oakes\n1,4,09:30,1,Somebody Else Entirely"
        )
        said = {(fault.kind, fault.line) for fault in read.faults}
        wanted = {("unknown-name", 2), ("unknown-event", 3), ("no-time", 4), ("no-time", 5)}
        self.assertEqual(said, wanted)
        near = next(fault for fault in read.faults if fault.kind == "unknown-name")
        self.assertEqual(near.candidates, ("Tamsin Roe",))
        # somebody of another gym is listed, and no fault
        self.assertEqual(read.strangers, ("Tamsin Row", "Somebody Else Entirely"))
        self.assertEqual([heat.number for heat in read.heats], ["1", "4"])

    def test_a_team_by_its_name_and_a_name_that_several_have(self):
        both = self.read("event,heat,start,team\n1,1,9am,Skell Open", teams={"Skell Open": PEOPLE[:2]})
        self.assertEqual([one.athlete for one in both.heats[0].starting], list(PEOPLE[:2]))
        twins = read_heats("Event 1, Heat 1, 09:00: Jo Hart", ["1"], [("a", "Jo Hart"), ("b", "Hart Jo")])
        self.assertEqual((twins.heats[0].starting, twins.strangers), ((), ("Jo Hart",)))

    def test_a_long_name_and_accents(self):
        read = self.read("Event 1, Heat 1, 09:00: rosalind featheringham okonkwo")
        self.assertEqual([one.athlete for one in read.heats[0].starting], ["Rosalind Featheringham-Okonkwo"])
        names = [("é", "Zoë Brontë"), ("b", "B" * 80)]
        read = read_heats("Event 1, Heat 1, 09:00: ZOE BRONTE, " + "b" * 80, ["1"], names)
        self.assertEqual([one.athlete for one in read.heats[0].starting], ["é", "b"])

    def test_what_no_list_is(self):
        for text in ("", "\n\n", "x" * 200_001):
            with self.assertRaises(UnusableText):
                self.read(text)

    @settings(max_examples=120, deadline=None)
    @given(st.text(max_size=400) | st.lists(st.sampled_from(FRAGMENTS), max_size=30).map("".join))
    def test_any_text_is_read_without_harm(self, text):
        try:
            read = self.read(text)
        except UnusableText:
            return
        self.assertTrue(all(0 <= heat.clock_min < 24 * 60 for heat in read.heats))
        last = len(text.splitlines())
        self.assertTrue(all(0 < fault.line <= last for fault in read.faults))

    def test_each_list_as_a_coach_reads_it(self):
        for case in (*cases("open")["heats"], *cases("sealed")["heats"]):
            with self.subTest(case["name"]):
                self.assertEqual(heats_as(case["text"]), case["heats"])
