"""Event sheets and heat lists against what a coach reads in them; the expected answers stood before the
reader."""

from __future__ import annotations

from functools import cache
from pathlib import Path
from typing import Any
from unittest import TestCase

import yaml

from core.day.heats import read_heats
from core.day.sheet import read_sheet
from core.day.values import EventSheet
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


class SheetsTest(TestCase):
    def test_each_sheet_as_a_coach_reads_it(self):
        for case in (*cases("open")["sheets"], *cases("sealed")["sheets"]):
            sheet = read_sheet(case["sheet"], Vocabulary())
            with self.subTest(case["name"]):
                self.assertEqual(
                    [event.number for event in sheet.events], [one["number"] for one in case["events"]]
                )
                for wanted in case["events"]:
                    self.assertEqual(read_as(sheet, wanted), wanted)
                if "venue" in case:
                    venue, told = case["venue"], sheet.venue
                    self.assertEqual((told.racks, told.heads), (venue["racks"], venue["heads"]))
                    self.assertEqual(
                        {item: (told.kit or {}).get(item) for item in venue["kit"]}, venue["kit"]
                    )
                if "unread" in case:
                    self.assertEqual(len(sheet.faults), case["unread"])


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
    def test_each_list_as_a_coach_reads_it(self):
        for case in (*cases("open")["heats"], *cases("sealed")["heats"]):
            with self.subTest(case["name"]):
                self.assertEqual(heats_as(case["text"]), case["heats"])
