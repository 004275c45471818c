"""The amounts beside a movement's name: counts, sets, loads, distances, times, shares of a maximum, tempo,
sides."""

from __future__ import annotations

import re
from collections.abc import Callable
from dataclasses import replace

from core.catalog.rows import Movement
from core.reading.draft import BUILD_SETS, HEAVY_PERCENT, Draft
from core.reading.board_words import board_words
from core.reading.line import Line
from core.reading.loads import unit_of
from core.reading.names import IMPLEMENT_WORDS, plain
from core.reading.tokens import Phrase, expand_ladder, whole_ladder
from core.reading.units import KG_PER, METRE_PER, SECOND_PER
from core.reading.workout import MarkRole

MAX_LOAD_KG = 500
SAME_LOAD = 0.03  # one load in two units, rounded to plates; common practice
MAX_COUNT = 5000
MAX_PERCENT = 130
LONGEST_M = 200_000
SHORTEST_M = 100  # a bare number beside a machine is a distance from here on; common practice
LONGEST_S = 36_000
LEAST_WINDOW_S = 180
HEAVY_WORDS = {"single": 1, "double": 2, "triple": 3}
KIT = {"bar": "barbell", "barbell": "barbell", "dumbbell": "dumbbell", "kettlebell": "kettlebell", "ball": "medicine-ball"}
LIFTED = ("barbell", "dumbbell", "kettlebell", "medicine-ball", "sandbag", "plate", "sled", "box", "rings", "pull-up-bar", "none")
LEAST_LOAD = 5  # a smaller loose number is no load; common practice
INCHES_UP_TO = 36  # a bare box height up to this is in inches, above it in cm; common practice


class Amounts:
    """The amounts of one chunk, read in order."""

    def __init__(
        self, line: Line, draft: Draft, indices: list[int], name_at: int | None, row: Movement | None
    ):
        self.line = line
        self.draft = draft
        self.indices = [index for index in indices if index not in line.taken]
        self.name_at = name_at
        self.row = row

    def read(self) -> None:
        for index in self.indices:
            if index not in self.line.taken:
                self._one(index)
        if (
            self.draft.estimated and self.draft.seconds
        ):  # "12 min to build to a heavy double": a window, not a hold
            self.draft.notes.append(f"within {self.draft.seconds // 60}:{self.draft.seconds % 60:02}")
            self.draft.seconds = None

    def kind(self, index: int) -> str:
        return self.line.phrases[index].kind if 0 <= index < len(self.line.phrases) else ""

    def _one(self, index: int) -> None:
        phrase = self.line.phrases[index]
        reader = READERS.get(phrase.kind)
        if reader:
            reader(self, index, phrase)

    def take(self, index: int, says: str, role: MarkRole = "amount") -> None:
        self.line.take([index], role, says)

    def refuse(self, index: int, phrase: Phrase, reason: str) -> None:
        self.line.hand_back(phrase.column, phrase.end, reason)
        self.line.taken.add(index)

    # -- words beside ---------------------------------------------------------------------------

    def _words(self, index: int, phrase: Phrase) -> None:
        words = plain(phrase.text).split()
        if words and all(word in ("cal", "calorie", "for") for word in words) and "for" != words[-1]:
            self.draft.counts = "cal"
            return self.take(index, "calories")
        if len(words) == 1 and words[0] in KIT:
            self.draft.kit = KIT[words[0]]
        if all(word in board_words().passable or word in IMPLEMENT_WORDS or word in KIT for word in words):
            self.take(index, "how to do it", "note")
            self.draft.alternating |= "alternating" in words
            if "synchro" in words or "synchronised" in words:
                self.draft.synchro = True
        elif index in self.line.bracketed:
            self.draft.notes.append(phrase.text)
            self.take(index, "a note", "note")
        elif self.name_at is not None and self.kind(index - 1) == "or":
            self.draft.notes.append(f"or {phrase.text}")
            self.take(index, "another choice", "note")

    # -- counts ---------------------------------------------------------------------------------

    def _count(self, index: int, phrase: Phrase) -> None:
        draft, value = self.draft, phrase.values[0]
        before, after = self.kind(index - 1), self.kind(index + 1)
        if phrase.pair and not all(one.is_integer() for one in phrase.values):
            return self._bare_load(index, phrase)  # "22.5/15"
        if value == 2 and after == "words" and not phrase.pair and self._names_hand_weights(index + 1):
            draft.implements = 2  # "w/ 2 DB 15/10"
            self.line.take([index + 1], "note", "a weight in each hand")
            return self.take(index, "two of them", "load")
        if (
            before == "at"
            and value <= 10
            and draft.sets_written
            and not phrase.pair
            and self.row is not None
            and self.row.implement == "barbell"
        ):
            draft.rpe = value
            draft.assumed.append(f"@ {phrase.text} as RPE")
            return self.take(index, f"RPE {value:g}", "load")
        if before == "at" and (draft.has_amount or phrase.pair):
            return self._bare_load(index, phrase)
        tries = after == "words" and self.line.phrases[index + 1].text.lower().startswith(
            ("attempt", "tries")
        )
        if not phrase.pair and (
            tries
            or after == "set-word"
            or (after == "x" and (self.kind(index + 2) in ("max", "amrap") or draft.reps and self.kind(index + 2) != "count"))
        ):
            return self._set_count(index, phrase, int(value))
        if (
            index in self.line.bracketed
            and phrase.pair
            and phrase.values[0] == phrase.values[1]
            and draft.reps == sum(phrase.values)
        ):
            draft.notes.append(phrase.text)  # "12 lunges (6/6)": half of them a side
            return self.take(index, "half a side", "note")
        if index in self.line.bracketed and self.name_at is not None and (draft.has_amount or phrase.pair):
            return self._bare_load(index, phrase)
        if before == "x" and draft.sets and draft.scheme and not draft.loads:
            return self._bare_load(index, phrase)  # "5 x 5 x 100"
        if (before == "x" and draft.reps is not None and not draft.sets and not phrase.pair) or (
            before == "x" and not draft.reps and draft.has_amount and not phrase.pair
        ):
            return self._set_count(index, phrase, int(value))
        if (
            draft.reps is None
            and not draft.scheme
            and (
                self.name_at is None
                or index < self.name_at
                or before == "x"
                or not (draft.has_amount or phrase.pair)
            )
        ):
            return self._reps(index, phrase)
        if self._is_height(value):
            return self._height(index, phrase, "in" if value <= INCHES_UP_TO else "cm", assumed=True)
        self._bare_load(index, phrase)
        return None

    def _names_hand_weights(self, index: int) -> bool:
        """Whether a phrase is only 'dumbbells' or 'kettlebells', beside a movement named elsewhere."""
        words = plain(self.line.phrases[index].text).split()
        return self.name_at is not None and index != self.name_at and words in (["dumbbell"], ["kettlebell"])

    def _reps(self, index: int, phrase: Phrase) -> None:
        draft, value = self.draft, phrase.values[0]
        if not value.is_integer() or not 1 <= value <= MAX_COUNT:
            return self.refuse(index, phrase, f"a count from 1 to {MAX_COUNT} can be read")
        if (
            draft.has_amount
            and (draft.seconds or draft.distance_m or draft.calories)
            and self.kind(index - 1) != "x"
        ):
            return self._bare_load(index, phrase)
        if self._is_bare_distance(phrase):
            draft.assumed.append(f"{phrase.text} as metres")
            return self._distance(index, phrase, 1.0)
        draft.reps = int(value)
        if (
            phrase.pair
            and phrase.values[0] == phrase.values[1]
            and self.row is not None
            and self.row.sides == 2
        ):
            draft.sides = 2  # "10/10": ten left, ten right
        elif phrase.pair:
            draft.other = phrase.values[1]
            if self.row is not None and self.row.unit == "metre" and self.row.calorie_s:
                draft.calories, draft.reps = draft.reps, None
                draft.assumed.append(f"{phrase.text} as calories")
        self.take(index, f"{draft.reps or draft.calories} {'reps' if draft.reps else 'cal'}")
        return None

    def _is_bare_distance(self, phrase: Phrase) -> bool:
        """'800 row', 'run 400': nobody counts a machine in hundreds of repetitions."""
        row = self.row
        goes = row is not None and (row.unit == "metre" or row.metres_per_rep is not None)
        return goes and phrase.values[0] >= SHORTEST_M and row is not None and row.family in ("machine", "running")

    def _set_count(self, index: int, phrase: Phrase, sets: int) -> None:
        if not 1 <= sets <= 100:
            return self.refuse(index, phrase, "sets of 1 to 100 can be read")
        draft = self.draft
        draft.sets, draft.sets_written = sets, True
        if draft.reps and self.kind(index + 1) == "x":
            draft.scheme, draft.reps = (draft.reps,) * sets, None  # "5 push-ups 3x"
        self.take(index, f"{sets} sets")
        return None

    def _sets(self, index: int, phrase: Phrase) -> None:
        draft = self.draft
        reps = int(phrase.values[0])
        beside = index in self.line.bracketed or (self.name_at is not None and index > self.name_at)
        if beside and phrase.times == 2 and self._in_both_hands(phrase):
            draft.implements = 2  # "20 lunges (2x15)", "8 snatches 2 x 22.5/15": a weight in each hand
            unit = unit_of(phrase.values, self.line.system, self._in_hand())
            draft.assumed.append(f"{phrase.text} as two of {phrase.values[0]:g} {unit}")
            return self._loads(index, phrase, phrase.values, unit)
        if phrase.form == "first-pair":  # "24/16 x 10": two standards, then reps
            draft.reps = reps
            first = tuple(float(one) for one in re.findall(r"\d+(?:\.\d+)?", phrase.text)[:2])
            unit = unit_of(first, self.line.system, self._in_hand())
            draft.assumed.append(f"{'/'.join(f'{one:g}' for one in first)} as {unit}")
            self._loads(index, phrase, first, unit)
            return self.take(index, f"{reps} reps", "load")
        if not 1 <= phrase.times <= 100 or not 1 <= reps <= MAX_COUNT:
            return self.refuse(index, phrase, "sets of 1 to 100 and reps of 1 to 5000 can be read")
        draft.sets, draft.sets_written = phrase.times, True
        if phrase.form == "sum":
            self._clusters(tuple(int(value) for value in phrase.values), phrase.times)
        elif phrase.form == "list" and len(phrase.values) == 2 and phrase.values[0] < phrase.values[1]:
            draft.reps_to = int(phrase.values[1])
            draft.scheme = (reps,) * phrase.times
        elif phrase.form == "list":
            draft.scheme = tuple(int(value) for value in phrase.values) * phrase.times
            draft.sets = len(draft.scheme)
        else:
            draft.scheme = (reps,) * phrase.times
            if phrase.pair and phrase.values[0] == phrase.values[1] and self.row is not None and self.row.sides == 2:
                draft.sides = 2  # "4x6/6"
            elif phrase.pair:
                draft.other = phrase.values[1]
        self.take(index, f"{phrase.times} sets of {reps}")
        return None

    def _in_hand(self) -> bool:
        """Whether what is lifted is a dumbbell or a bell."""
        return self.row is not None and (self.row.implement in ("dumbbell", "kettlebell") or "dumbbell" in self.row.id)

    def _in_both_hands(self, phrase: Phrase) -> bool:
        """Whether 'two times a number' beside a movement is a weight in each hand."""
        row, draft = self.row, self.draft
        if row is None or draft.loads:
            return False
        in_hands = row.implement in ("dumbbell", "kettlebell") or "dumbbell" in row.id or "pair" in row.context
        return (in_hands and (draft.has_amount or phrase.pair)) or (phrase.pair and draft.has_amount)

    def _sum(self, index: int, phrase: Phrase) -> None:
        if self.draft.has_amount:
            return None
        if self.row is not None and self.row.id.endswith("clean-and-jerk") and len(phrase.values) == 2:
            self.draft.reps = int(phrase.values[0])  # "1+1": a clean and its jerk
            return self.take(index, f"{self.draft.reps} of both")
        self._clusters(tuple(int(value) for value in phrase.values), 1)
        self.draft.reps = self.draft.reps or sum(self.draft.sum)
        return self.take(index, " + ".join(f"{value:g}" for value in phrase.values))

    def _clusters(self, parts: tuple[int, ...], times: int) -> None:
        """'4 x (6+6)': six a side of a one-sided movement, clusters of twelve of another."""
        draft = self.draft
        draft.sum = parts
        if len(parts) == 2 and parts[0] == parts[1] and self.row is not None and self.row.sides == 2:
            draft.sides = 2
            draft.scheme = (parts[0],) * times if times > 1 else ()
            draft.reps = parts[0] if times == 1 else None
        elif times > 1:
            draft.scheme = (sum(parts),) * times

    def _scheme(self, index: int, phrase: Phrase) -> None:
        draft = self.draft
        values = tuple(int(value) for value in phrase.values)
        if not all(1 <= value <= MAX_COUNT for value in values):
            return self.refuse(index, phrase, f"counts from 1 to {MAX_COUNT} can be read")
        if (
            len(values) == 2
            and values[0] < values[1]
            and whole_ladder(values) == values
            and (self.kind(index + 1) == "reps" or draft.sets or (self.name_at or 0) > index)
        ):
            draft.reps, draft.reps_to = values
            if draft.sets:
                draft.scheme, draft.reps = (values[0],) * draft.sets, None
            return self.take(index, f"{values[0]} to {values[1]} reps")
        if draft.scheme:
            return None
        values = whole_ladder(values)
        draft.scheme, draft.sets, draft.sets_written = values, len(values), True
        draft.leads = self.name_at is not None and index < self.name_at
        return self.take(index, f"{len(values)} sets")

    def _span(self, index: int, phrase: Phrase) -> None:
        low, high = (int(value) for value in phrase.values)
        if low < high and (self.kind(index + 1) == "reps" or high - low <= 5):
            self.draft.reps, self.draft.reps_to = low, high
            return self.take(index, f"{low} to {high} reps")
        return self._ladder(index, phrase)

    def _ladder(self, index: int, phrase: Phrase) -> None:
        if self.draft.scheme:
            return None
        self.draft.scheme, self.draft.ladder_step = expand_ladder(phrase)
        self.draft.sets, self.draft.sets_written = len(self.draft.scheme), True
        return self.take(index, "a ladder")

    def _max(self, index: int, phrase: Phrase) -> None:
        self.draft.max_effort = True
        self.take(index, "as many as you can")

    def _amrap(self, index: int, phrase: Phrase) -> None:
        self._max(index, phrase)

    # -- measures -------------------------------------------------------------------------------

    def _measure(self, index: int, phrase: Phrase) -> None:
        unit = phrase.unit
        if unit in ("single-mark", "double-mark"):
            unit = self._unit_of_mark(unit, phrase)
        if unit == "k":
            unit = (
                "km"
                if self.row is not None and (self.row.unit == "metre" or self.row.metres_per_rep)
                else "kg"
            )
        if unit in KG_PER:
            return self._weight(index, phrase, unit)
        if unit == "percent":
            return self._percent(index, phrase)
        if unit == "in" and self._counts_of_height(index, phrase):
            return self._reps(index, replace(phrase, kind="count", unit=""))
        if self._is_a_height(unit):
            return self._height(index, phrase, unit, assumed=False)
        if unit in METRE_PER:
            return self._distance(index, phrase, METRE_PER[unit])
        if unit == "cal":
            return self._calories(index, phrase)
        return self._time(index, phrase, round(phrase.values[0] * SECOND_PER.get(unit, 1)))

    def _unit_of_mark(self, mark: str, phrase: Phrase) -> str:
        """Feet and inches beside a box, a target or a way to go; minutes and seconds beside a hold."""
        if self.row is not None and self.row.unit == "second":
            return "min" if mark == "single-mark" else "s"
        if mark == "double-mark":
            return (
                "in"
                if self.row is None
                or self.row.implement in ("box", "medicine-ball", "none", "barbell", "wall", "plate")
                else "s"
            )
        covers_ground = (
            self.row is not None
            and (self.row.unit == "metre" or self.row.metres_per_rep)
            and not self.row.calorie_s
        )
        return "ft" if self.row is None or covers_ground or self.row.implement == "medicine-ball" else "min"

    def _counts_of_height(self, index: int, phrase: Phrase) -> bool:
        """'12 in box step ups': the only number before the name counts them."""
        others = any(self.kind(one) in ("count", "sets", "scheme") for one in self.indices if one != index)
        before = self.name_at is not None and index < self.name_at
        return before and not phrase.pair and not others and not self.draft.has_amount

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
        goes_somewhere = self.row is not None and (self.row.unit == "metre" or self.row.metres_per_rep)
        return unit in ("ft", "m") and self.row is not None and not goes_somewhere and self.draft.has_amount

    def _weight(self, index: int, phrase: Phrase, unit: str) -> None:
        values, draft = phrase.values, self.draft
        before = self.line.phrases[index - 1] if index else None
        if before is not None and before.kind == "words" and before.text.lower().split()[-1] == "add":
            draft.notes.append(f"add {phrase.text}")
            return self.take(index, "more every set", "note")
        if phrase.times > 1:
            in_hands = (
                self.row is None
                or self.row.implement in ("dumbbell", "kettlebell", "plate")
                or "pair" in self.row.context
            )
            if phrase.times == 2 and in_hands:
                draft.implements = 2
            elif not draft.has_amount:
                draft.reps = phrase.times  # "5 x 60 kg": five at sixty
            else:
                draft.implements = phrase.times
        if phrase.form == "list":
            values = values[:1]
            draft.notes.append(f"up to {phrase.text}")
        self._loads(index, phrase, values, unit)

    def _loads(self, index: int, phrase: Phrase, values: tuple[float, ...], unit: str) -> None:
        draft = self.draft
        if any(not 0 < value * KG_PER[unit] <= MAX_LOAD_KG for value in values):
            return self.refuse(index, phrase, f"a load above 0 and up to {MAX_LOAD_KG} kg can be read")
        if draft.loads and self._same_in_other_unit(values, unit):
            return self.take(index, "the same in another unit", "note")
        if draft.loads and (draft.loads, draft.load_unit) != (values, unit):
            if self._standards_of_sexes(index):
                draft.loads = draft.loads + values
                return self.take(index, "the second standard", "load")
            return self.refuse(
                index,
                phrase,
                f"a second load; {draft.load_text} stands already (write 60/40 kg for two standards)",
            )
        draft.loads, draft.load_unit, draft.load_text = values, unit, phrase.text
        return self.take(index, " or ".join(f"{value:g}" for value in values) + f" {unit}", "load")

    def _same_in_other_unit(self, values: tuple[float, ...], unit: str) -> bool:
        """'135/95 lb (61/43 kg)' says one load twice."""
        draft = self.draft
        if unit == draft.load_unit or len(values) != len(draft.loads):
            return False
        pairs = zip(values, draft.loads, strict=True)
        return all(abs(a * KG_PER[unit] / (b * KG_PER[draft.load_unit]) - 1) < SAME_LOAD for a, b in pairs)

    def _standards_of_sexes(self, index: int) -> bool:
        """Whether two loads stand beside words for men and women."""
        return sum(1 for one in self.indices if self.kind(one) == "sex") >= 2

    def _bare_load(self, index: int, phrase: Phrase) -> None:
        if (
            index in self.line.bracketed
            and self._is_height(phrase.values[0])
            and self.row is not None
            and self.row.implement == "box"
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
        unit = unit_of(phrase.values, self.line.system, self._in_hand())
        before = (self.draft.loads, self.draft.load_unit)
        self._loads(index, phrase, phrase.values, unit)
        if (self.draft.loads, self.draft.load_unit) != before:
            self.draft.assumed.append(f"{phrase.text} as {unit}")
        return None

    def _may_be_load(self, index: int, phrase: Phrase) -> bool:
        """A loose number is a load only as a pair, after '@' or a times sign, or in brackets beside something lifted."""
        row = self.row
        if row is None:
            return phrase.pair or self.kind(index - 1) in ("at", "x")
        lifted = row.implement in LIFTED or bool({"loaded", "pair"} & set(row.context)) or row.unit == "metre"
        beside = phrase.pair or self.kind(index - 1) in ("at", "x") or index in self.line.bracketed
        return lifted and (beside or phrase.values[0] >= LEAST_LOAD)

    def _is_height(self, value: float) -> bool:
        return (
            self.row is not None
            and self.row.implement == "box"
            and 10 <= value <= 150
            and not self.draft.heights_m
        )

    def _height(self, index: int, phrase: Phrase, unit: str, assumed: bool) -> None:
        self.draft.heights_m = tuple(round(value * METRE_PER[unit], 4) for value in phrase.values)
        if assumed:
            self.draft.assumed.append(f"{phrase.text} as {unit}")
        self.take(index, f"{phrase.text} high")

    def _distance(self, index: int, phrase: Phrase, metres: float) -> None:
        draft = self.draft
        if not all(0 < value * metres <= LONGEST_M for value in phrase.values):
            return self.refuse(index, phrase, "a distance above 0 and up to 200 km can be read")
        if draft.distance_m:
            return self.refuse(index, phrase, "a second distance on one line")
        if phrase.form == "list":
            draft.scheme, draft.counts = tuple(round(value * metres) for value in phrase.values), "m"
            draft.sets, draft.sets_written = len(draft.scheme), True
        else:
            draft.distance_m = round(phrase.values[0] * metres, 4)
            if phrase.pair:
                draft.other = round(phrase.values[1] * metres, 4)
        self._times(phrase)
        return self.take(index, f"{draft.distance_m or draft.scheme[0]:g} m")

    def _calories(self, index: int, phrase: Phrase) -> None:
        draft = self.draft
        if not 1 <= phrase.values[0] <= MAX_COUNT:
            return self.refuse(index, phrase, f"calories from 1 to {MAX_COUNT} can be read")
        if phrase.form == "list":
            draft.scheme, draft.counts = tuple(int(value) for value in phrase.values), "cal"
            draft.sets, draft.sets_written = len(draft.scheme), True
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
            self.draft.counts = "cal"
            self.take(index, "calories")

    def _clock(self, index: int, phrase: Phrase) -> None:
        self._time(index, phrase, int(phrase.values[0]))

    def _time(self, index: int, phrase: Phrase, seconds: int) -> None:
        draft = self.draft
        if not 0 < seconds <= LONGEST_S:
            return self.refuse(index, phrase, "a time above 0 and up to 10 hours can be read")
        before = self.line.phrases[index - 1] if index else None
        if before is not None and before.kind == "words" and before.text.lower().split()[-1] == "until":
            draft.notes.append(f"until {phrase.text}")
            return self.take(index, "until when", "note")
        if self._is_window(index, seconds):
            draft.notes.append(f"within {seconds // 60}:{seconds % 60:02}")
            return self.take(index, "a window", "note")
        holds = (
            self.row is None or self.row.unit in ("second", "metre") or self.row.metres_per_rep is not None
        )
        if (
            index in self.line.bracketed
            or (draft.reps and not holds)
            or draft.seconds
            or (draft.scheme and not holds)
        ):
            draft.notes.append(phrase.text)
            return self.take(index, "a note", "note")
        draft.seconds = seconds
        self._times(phrase)
        return self.take(index, f"{seconds} s")

    def _is_window(self, index: int, seconds: int) -> bool:
        """'Work, 20 min: snatch': the time a lift is given, which is no work of its own."""
        lifted = self.row is not None and self.row.implement == "barbell"
        return lifted and self.kind(index + 1) == "colon" and seconds >= LEAST_WINDOW_S

    # -- shares of a maximum, effort, tempo -----------------------------------------------------

    def _percent(self, index: int, phrase: Phrase) -> None:
        if any(not 0 < value <= MAX_PERCENT for value in phrase.values):
            return self.refuse(index, phrase, f"more than {MAX_PERCENT} % of a maximum, or none")
        self.draft.percents = phrase.values
        return self.take(index, f"{'/'.join(f'{value:g}' for value in phrase.values)} % of the best", "load")

    def _rpe(self, index: int, phrase: Phrase) -> None:
        values = phrase.values
        if not values and self.kind(index + 1) in ("count", "scheme"):
            values = self.line.phrases[index + 1].values
            self.line.take([index + 1], "load", "how hard")
        if not values or not 1 <= values[0] <= 10:
            return self.refuse(index, phrase, "an effort (RPE) from 1 to 10 can be read")
        half = 0.5 if re.search(r"\d\.5", phrase.text) else 0.0
        self.draft.rpe = values[0] + half
        return self.take(index, f"RPE {self.draft.rpe:g}", "load")

    def _rir(self, index: int, phrase: Phrase) -> None:
        self.draft.rpe = (
            10 - phrase.values[0]
        )  # reps in reserve and RPE are one scale read from two ends; common practice
        self.take(index, f"RPE {self.draft.rpe:g}", "load")

    def _rm(self, index: int, phrase: Phrase) -> None:
        if (
            not self.draft.percents
            and not self.draft.scheme
            and any(
                self.kind(one) == "measure" and self.line.phrases[one].unit == "percent"
                for one in self.indices
            )
        ):
            return self.take(index, "of the best")
        if self.draft.percents or self.draft.scheme:
            return self.take(index, "of the best")
        reps = int(phrase.values[0])
        self._heavy(max(1, min(20, reps)))
        return self.take(index, f"build to {reps}")

    def _build(self, index: int, phrase: Phrase) -> None:
        """'build to a heavy 3', 'find your 1RM', 'heavy single': sets up to it, marked as an estimate."""
        reps = next((count for word, count in HEAVY_WORDS.items() if word in phrase.text.lower()), 1)
        self.take(index, "build up")
        following = next((one for one in self.indices if one > index and one not in self.line.taken), None)
        if following is not None and self.kind(following) in ("count", "rm") and following == index + 1:
            reps = int(self.line.phrases[following].values[0])
            self.take(following, f"a heavy {reps}")
        self._heavy(max(1, min(20, reps)))

    def _heavy(self, reps: int) -> None:
        draft = self.draft
        draft.scheme, draft.sets, draft.sets_written, draft.estimated = (
            (reps,) * BUILD_SETS,
            BUILD_SETS,
            True,
            True,
        )
        draft.percents = draft.percents or (HEAVY_PERCENT,)

    def _tempo(self, index: int, phrase: Phrase) -> None:
        digits = re.findall(r"[\dx]", phrase.text.lower().replace("tempo", ""))
        following = index + 1
        if not digits and self.kind(following) in ("scheme", "count"):
            digits = list("".join(str(int(value)) for value in self.line.phrases[following].values))
            self.line.take([following], "amount", "tempo")
        self.draft.tempo = "-".join(digits)
        self.take(index, f"tempo {self.draft.tempo}" if digits else "tempo")

    def _bodyweight(self, index: int, phrase: Phrase) -> None:
        number = re.search(r"\d+(?:\.\d+)?", phrase.text)
        self.draft.bodyweight = float(number.group()) if number else 1.0
        self.take(index, f"{self.draft.bodyweight:g} x bodyweight", "load")

    # -- sides and standards --------------------------------------------------------------------

    def _per_side(self, index: int, phrase: Phrase) -> None:
        self.draft.sides = 2
        self.take(index, "each side")

    def _each(self, index: int, phrase: Phrase) -> None:
        if self.row is not None and self.row.sides == 2:
            self.draft.sides = 2
        elif self.row is not None and self.name_at is not None and index > self.name_at:
            self.draft.everyone = True
        self.take(index, "each")

    def _sex(self, index: int, phrase: Phrase) -> None:
        self.take(index, "whose standard", "load")

    def _synchro(self, index: int, phrase: Phrase) -> None:
        self.draft.synchro = True
        self.take(index, "together")

    def _after_set(self, index: int, phrase: Phrase) -> None:
        self.take(index, "between sets", "note")

    def _pace(self, index: int, phrase: Phrase) -> None:
        """'@ 2 k pace', '1:1 rest': how hard and how it is shared with rest, in words."""
        self.draft.notes.append(phrase.text)
        self.take(index, "how hard", "note")

    def _everyone(self, index: int, phrase: Phrase) -> None:
        """'40 burpees (each athlete 10)': everybody's own number."""
        self.draft.everyone = True
        if self.kind(index + 1) == "count" and index in self.line.bracketed:
            self.draft.reps = int(self.line.phrases[index + 1].values[0])
            self.line.take([index + 1], "amount", "each")
        self.take(index, "each of them")

    def _share(self, index: int, phrase: Phrase) -> None:
        self.draft.shared = True
        self.take(index, "shared", "format")


# the reader of each kind of phrase that can say an amount
READERS: dict[str, Callable[[Amounts, int, Phrase], None]] = {
    "words": Amounts._words,
    "unit": Amounts._unit,
    "count": Amounts._count,
    "sets": Amounts._sets,
    "sum": Amounts._sum,
    "scheme": Amounts._scheme,
    "span": Amounts._span,
    "ladder": Amounts._ladder,
    "max": Amounts._max,
    "amrap": Amounts._amrap,
    "measure": Amounts._measure,
    "clock": Amounts._clock,
    "rpe": Amounts._rpe,
    "rir": Amounts._rir,
    "rm": Amounts._rm,
    "build": Amounts._build,
    "tempo": Amounts._tempo,
    "bodyweight": Amounts._bodyweight,
    "per-side": Amounts._per_side,
    "each": Amounts._each,
    "sex": Amounts._sex,
    "synchro": Amounts._synchro,
    "after-set": Amounts._after_set,
    "share": Amounts._share,
    "everyone": Amounts._everyone,
    "pace": Amounts._pace,
}
