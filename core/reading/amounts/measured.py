"""Distances, calories and times."""

from __future__ import annotations

import re
from dataclasses import replace

from core.catalog.rows import Movement
from core.reading.amounts.lifted import INCHES_UP_TO, LEAST_LOAD, LIFTED, Lifted
from core.reading.context import SHORTEST_M
from core.reading.kit_words import GOING
from core.reading.loads import unit_of
from core.reading.phrases import Phrase

LONGEST_M = 200_000
LONGEST_S = 36_000
LIGHTEST_BAR_LB = 33
LIGHTEST_BELL_LB = 26
MOST_WAVES = 10  # that a list of ways is done
LEAST_WINDOW_S = 180  # a shorter time before a lift is no window; common practice
SLOWEST_PACE_S = 420  # for 500 m, a mile or a kilometre; common practice
MAX_COUNT = 5000
SHORTEST_FT = 20  # a shorter way over the floor has minutes behind its mark; common practice
LONGEST_MIN = 60  # what nobody names is minutes up to here
SHUTTLES = ("shuttle-run", "sprint")  # a length of floor, where the other runs take minutes


def _is_climbed(row: Movement) -> bool:
    return row.implement == "rope" and row.family == "gymnastics"


STANDARDS = 2  # more numbers of one amount are a list


class Measured(Lifted):
    """Numbers with a unit."""

    def _unit_of_mark(self, mark: str, phrase: Phrase) -> str:
        """The unit of a mark: feet and inches beside a box, a target or a way over the floor, else times."""
        if self.row is not None and self.row.unit == "second":
            return "min" if mark == "single-mark" else "s"
        if mark == "double-mark":
            if self.row is not None and self.row.family in ("machine", "running"):
                return "s"
            return (
                "in"
                if self.row is None
                or self.row.implement in ("box", "medicine-ball", "none", "barbell", "wall", "plate")
                else "s"
            )
        row = self.row
        if row is None:
            return "min" if phrase.values[0] <= LONGEST_MIN else "ft"
        if row.implement == "medicine-ball" or _is_climbed(row) or row.id in SHUTTLES:
            return "ft"
        on_the_floor = row.unit == "metre" and row.family not in ("machine", "running")
        far = phrase.values[0] >= SHORTEST_FT
        return "ft" if far and (on_the_floor or row.metres_per_rep) else "min"

    def _is_a_height(self, unit: str) -> bool:
        if unit in ("cm", "in"):
            return True
        if (
            unit in ("ft", "m")
            and self.row is not None
            and self.row.implement == "medicine-ball"
            and self.row.unit == "rep"
        ):
            return True
        if unit not in ("ft", "m") or self.row is None or self.row.unit == "metre" or self.row.metres_per_rep:
            return False
        return self.draft.has_amount or _is_climbed(self.row)

    def _distance(self, index: int, phrase: Phrase, metres: float) -> None:
        draft = self.draft
        if not all(0 < value * metres <= LONGEST_M for value in phrase.values):
            return self.refuse(index, phrase, "a distance above 0 and up to 200 km can be read")
        own = phrase.values[0] * metres
        shared = index in self.line.bracketed and self.kind(index + 1) in ("each", "everyone")
        if draft.distance_m and shared and 0 < own < draft.distance_m and draft.distance_m % own == 0:
            draft.distance_m, draft.everyone = own, True  # "100 m yoke carry (25 m each)"
            self.line.take([index + 1], "amount", "each of them")
            return self.take(index, f"{own:g} m")
        if draft.distance_m:
            return self.refuse(index, phrase, "a second distance on one line")
        phrase = _least_of(phrase)
        if phrase.form == "list" or len(phrase.values) > STANDARDS:
            again = phrase.times if phrase.times <= MOST_WAVES else 1  # "3 x 400-300-200 m"
            draft.scheme, draft.counts = tuple(round(value * metres) for value in phrase.values) * again, "m"
            draft.sets, draft.sets_written = len(draft.scheme), True
            return self.take(index, f"{draft.scheme[0]:g} m")
        draft.distance_m = round(phrase.values[0] * metres, 4)
        if phrase.pair:
            draft.other = round(phrase.values[1] * metres, 4)
        self._times(phrase)
        return self.take(index, f"{draft.distance_m:g} m")

    def _calories(self, index: int, phrase: Phrase) -> None:
        draft = self.draft
        if draft.calories and self.kind(index - 1) in ("slash", "sex", "open", "or"):
            draft.other = draft.other or phrase.values[0]
            return self.take(index, "the second standard")
        if not 1 <= phrase.values[0] <= MAX_COUNT:
            return self.refuse(index, phrase, f"calories from 1 to {MAX_COUNT} can be read")
        if draft.reps and self.row is not None and self.row.calorie_s is None:
            return self.refuse(index, phrase, "calories of what is counted")
        phrase = _least_of(phrase)
        if phrase.form == "list" or len(phrase.values) > STANDARDS:
            draft.scheme, draft.counts = tuple(int(value) for value in phrase.values), "cal"
            draft.sets, draft.sets_written = len(draft.scheme), True
            draft.leads = phrase.times == 1 and self.name_at is not None and index < self.name_at
        else:
            draft.calories = int(phrase.values[0])
        if phrase.pair:
            draft.other = phrase.values[1]
        self._times(phrase)
        return self.take(index, f"{phrase.text}")

    def _times(self, phrase: Phrase) -> None:
        if phrase.times > 1:
            self.draft.sets, self.draft.sets_written = min(phrase.times, 100), True

    def _unit(self, index: int, phrase: Phrase) -> None:
        if phrase.text.lower().startswith("cal"):  # "cal row" under 21-15-9
            self.draft.counts = "" if self.draft.calories else "cal"
            self.take(index, "calories")

    def _clock(self, index: int, phrase: Phrase) -> None:
        self._time(index, phrase, int(phrase.values[0]))

    def _interval(self, index: int, phrase: Phrase) -> None:
        """'0:30/0:30 side plank': so long a side."""
        clocks = re.findall(r"(\d{0,2}):(\d{2})", phrase.text)
        if len(clocks) == 2 and self.row is not None and self.row.sides == 2:
            self.draft.sides = 2
            self._time(index, phrase, int(clocks[0][0] or 0) * 60 + int(clocks[0][1]))

    def _time(self, index: int, phrase: Phrase, seconds: int) -> None:
        draft = self.draft
        if not 0 < seconds <= LONGEST_S:
            return self.refuse(index, phrase, "a time above 0 and up to 10 hours can be read")
        before = self.line.phrases[index - 1] if index else None
        if before is not None and before.kind == "words" and before.text.lower().split()[-1] == "until":
            draft.notes.append(f"until {phrase.text}")
            return self.take(index, "until when", "note")
        if before is not None and before.text.lower() == "on the" and draft.sets_written:
            draft.notes.append(f"every {seconds // 60}:{seconds % 60:02}")
            return self.take(index, "how often", "note")
        if self._is_pace(index, seconds):
            draft.notes.append(f"at {phrase.text}")
            return self.take(index, "how fast", "note")
        if self._is_window(index, seconds):
            draft.keep_window(seconds)
            return self.take(index, "a window", "note")
        holds = (
            self.row is None or self.row.unit in ("second", "metre") or self.row.metres_per_rep is not None
        )
        held = self.row is not None and self.row.unit == "second" and not draft.has_amount
        if (
            (index in self.line.bracketed and not held)
            or (draft.reps and not holds)
            or draft.seconds
            or (draft.scheme and not holds)
        ):
            draft.notes.append(phrase.text)
            return self.take(index, "a note", "note")
        draft.seconds = seconds
        self._times(phrase)
        return self.take(index, f"{seconds} s")

    def _is_pace(self, index: int, seconds: int) -> bool:
        """'4 x 1500 m row @ 2:05': how fast, of a way."""
        row = self.row
        goes = row is not None and row.family in GOING
        paced = self.kind(index - 1) == "at" and bool(self.draft.distance_m)
        return goes and paced and seconds <= SLOWEST_PACE_S

    def _is_window(self, index: int, seconds: int) -> bool:
        """'Work, 20 min: snatch': the time a lift is given, which is no work of its own."""
        lifted = self.line.sets_below if self.row is None else self.row.implement == "barbell"
        followed = self.kind(index + 1) == "colon" or (self.line.sets_below and not self.kind(index + 1))
        return lifted and followed and seconds >= LEAST_WINDOW_S

    def _bare_load(self, index: int, phrase: Phrase) -> None:
        jumps = self.row is not None and "jump" in self.row.id
        if (
            (index in self.line.bracketed or jumps)
            and self._is_height(phrase.values[0])
            and self.row is not None
            and self.row.implement == "box"
            and not self._is_a_hand_weight(phrase)
        ):
            return self._height(
                index, phrase, "in" if phrase.values[0] <= INCHES_UP_TO else "cm", assumed=True
            )
        if (
            self.row is not None
            and self.row.calorie_s
            and self.row.unit == "metre"
            and phrase.values[0] >= SHORTEST_M
            and not self.draft.distance_m
        ):
            self.draft.assumed.append(f"{phrase.text} as metres")  # no machine carries a load
            return self._distance(index, phrase, 1.0)
        if not self._may_be_load(index, phrase):
            return self.refuse(index, phrase, "a number that says nothing here")
        unit = unit_of(phrase.values, self.line.system, self._held())
        bar = self.row is not None and self.row.implement == "barbell"
        if bar and unit == "lb" and not self.line.system and min(phrase.values) < LIGHTEST_BAR_LB:
            unit = "kg"  # "15 push press 45/30": no bar weighs 30 lb
        bell = self.row is not None and self.row.implement == "kettlebell"
        if bell and unit == "lb" and max(phrase.values) < LIGHTEST_BELL_LB:
            unit = "kg"  # "20 swings 20/14"
        before = (self.draft.loads, self.draft.load_unit)
        self._loads(index, phrase, phrase.values, unit)
        if (self.draft.loads, self.draft.load_unit) != before:
            self.draft.assumed.append(f"{phrase.text} as {unit}")
        return None

    def _may_be_load(self, index: int, phrase: Phrase) -> bool:
        """A loose number is a load only as a pair, after '@' or a times sign, or in brackets beside something
        lifted."""
        row = self.row
        if row is None:
            return phrase.pair or self.kind(index - 1) in ("at", "x")
        if row.calorie_s or (row.family == "running" and not phrase.pair):
            return False
        lifted = row.implement in LIFTED or bool({"loaded", "pair"} & set(row.context)) or row.unit == "metre"
        broken = not all(one.is_integer() for one in phrase.values)
        if phrase.values == (1.0,) and self.kind(index + 1) == "words":
            return False  # "(1 bag 40/30 kg)"
        beside = phrase.pair or broken or self.kind(index - 1) in ("at", "x") or index in self.line.bracketed
        return lifted and (beside or phrase.values[0] >= LEAST_LOAD)


def _least_of(phrase: Phrase) -> Phrase:
    """'12-15 cal', '200-250 m': from one to the other, and no two sets; '21-15 cal' falls."""
    least, *more = phrase.values
    if phrase.form != "list" or len(more) != 1 or more[0] <= least:
        return phrase
    return replace(phrase, form="", values=(least,))
