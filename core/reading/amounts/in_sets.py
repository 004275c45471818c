"""Sets, lists of repetitions, clusters, ladders."""

from __future__ import annotations

import re

from core.reading.amounts.counted import (
    HIGHEST_EFFORT,
    LEAST_PERCENT,
    MOST_PERCENT,
    WEIGHTS,
    Counted,
)
from core.reading.amounts.measured import MAX_COUNT
from core.reading.context import SHORTEST_M
from core.reading.kit_words import HAND_WEIGHTS
from core.reading.loads import unit_of
from core.reading.numerals import number_of
from core.reading.phrases import Phrase
from core.reading.tokens import expand_ladder, is_load_times_reps, whole_ladder

LEAST_LISTED = 4  # numbers so high behind a lift are no repetitions; estimate
LEAST_OF_STANDARDS = 8  # before a times sign and two standards; fewer are sets; common practice
WIDEST_RANGE = 5  # repetitions behind a name between which one may choose; common practice


class InSets(Counted):
    """Numbers that say how many sets of how many."""

    def _sets(self, index: int, phrase: Phrase) -> None:
        draft, reps = self.draft, int(phrase.values[0])
        at = self.draft.reps and self.kind(index - 1) == "at" and not (phrase.form or phrase.pair)
        if at and phrase.times >= LEAST_PERCENT and phrase.values[0] <= HIGHEST_EFFORT:
            return self._sets_at_load(index, phrase)  # "5 @ 70 x 4"
        if self._are_two_weights(index, phrase):
            return self._weight_in_each_hand(index, phrase)
        if phrase.form == "first-pair":  # "24/16 x 10": two standards, then reps
            first = tuple(number_of(one) for one in re.findall(r"\d+(?:[.,]\d+)?", phrase.text)[:2])
            return self._load_times_reps(index, phrase, first)
        if self._are_standards(phrase):
            return self._times_standards(index, phrase)
        if self._is_load_times_reps(phrase):
            return self._load_times_reps(index, phrase, (float(phrase.times),))
        if not 1 <= phrase.times <= 100 or not 1 <= reps <= MAX_COUNT:
            return self.refuse(index, phrase, "sets of 1 to 100 and reps of 1 to 5000 can be read")
        draft.sets, draft.sets_written = phrase.times, True
        if phrase.form == "sum":
            self._clusters(tuple(int(value) for value in phrase.values), phrase.times)
        elif phrase.form == "list":
            self._list_of_each_set(phrase)
        elif not phrase.pair and self._is_bare_distance(phrase):
            draft.distance_m = phrase.values[0]  # "run 6 x 400"
            draft.assumed.append(f"{phrase.text} as metres")
        else:
            draft.scheme = (reps,) * phrase.times
            self._second_number(phrase)
        return self.take(index, f"{phrase.times} sets of {reps}")

    def _sets_at_load(self, index: int, phrase: Phrase) -> None:
        draft, sets, load = self.draft, int(phrase.values[0]), float(phrase.times)
        if not 1 <= sets <= 100:
            return self.refuse(index, phrase, "sets of 1 to 100 can be read")
        draft.scheme, draft.reps = (draft.reps or 1,) * sets, None
        draft.sets, draft.sets_written = sets, True
        if self.line.percents and LEAST_PERCENT <= load <= MOST_PERCENT:
            draft.percents = (load,)
            draft.assumed.append(f"@ {load:g} as {load:g} %")
        else:
            self._loads(index, phrase, (load,), unit_of((load,), self.line.system))
        return self.take(index, f"{sets} sets at {load:g}")

    def _list_of_each_set(self, phrase: Phrase) -> None:
        """'3 x 8-10' is a range, '3 x 7-7-7' a list done three times."""
        draft, values = self.draft, tuple(int(value) for value in phrase.values)
        if len(values) == 2 and values[0] < values[1]:
            draft.reps_to = values[1]
            draft.scheme = values[:1] * phrase.times
        elif len(values) == phrase.times:
            draft.scheme = values  # "4 x 8-8-6-6"
        else:
            draft.scheme = values * phrase.times
            draft.sets = len(draft.scheme)

    def _which_sets(self, index: int, phrase: Phrase) -> None:
        first, last = (int(one) for one in phrase.values)
        self.draft.which_sets = last - first + 1
        self.take(index, "which sets")

    def _second_number(self, phrase: Phrase) -> None:
        """'4x6/6' is six a side of what has sides, else two standards."""
        same = phrase.pair and phrase.values[0] == phrase.values[1]
        if same and self.row is not None and self.row.sides == 2:
            self.draft.sides = 2
        elif phrase.pair:
            self.draft.other = phrase.values[1]

    def _are_two_weights(self, index: int, phrase: Phrase) -> bool:
        """'20 lunges (2x15)', '8 snatches 2 x 22.5/15': a weight in each hand."""
        if phrase.times != 2:
            return False
        if not all(one.is_integer() for one in phrase.values) or self.draft.kit in HAND_WEIGHTS:
            return True  # "DB 2x17.5"
        counted = self.draft.reps is not None or bool(self.draft.scheme)
        if counted and self.name_at is not None and index > self.name_at:
            return True  # "8 DB floor press 2x20": what is counted is said
        beside = index in self.line.bracketed or (self.name_at is not None and index > self.name_at)
        return self._is_broken_pair(index, phrase) or (beside and self._in_both_hands(phrase))

    def _load_times_reps(self, index: int, phrase: Phrase, loads: tuple[float, ...]) -> None:
        unit = unit_of(loads, self.line.system, self._held())
        self.draft.reps = int(phrase.values[0])
        self.draft.assumed.append(f"{'/'.join(f'{one:g}' for one in loads)} as {unit}")
        self._loads(index, phrase, loads, unit)
        return self.take(index, f"{self.draft.reps} reps", "load")

    def _is_load_times_reps(self, phrase: Phrase) -> bool:
        """'80x3' of a bar or a bell."""
        return (self.row is None or self.row.implement in WEIGHTS) and is_load_times_reps(phrase)

    def _are_standards(self, phrase: Phrase) -> bool:
        """'Swings 20 x 24/16': more sets than anybody does of two standards, so a count of them."""
        lifted = self.row is not None and self.row.implement in WEIGHTS
        falls = phrase.pair and len(phrase.values) == 2 and phrase.values[0] > phrase.values[1]
        return lifted and falls and not phrase.form and phrase.times >= LEAST_OF_STANDARDS

    def _times_standards(self, index: int, phrase: Phrase) -> None:
        unit = unit_of(phrase.values, self.line.system, self._held())
        self.draft.reps = phrase.times
        self.draft.assumed.append(
            f"{phrase.text} as {phrase.times} with {'/'.join(f'{one:g}' for one in phrase.values)} {unit}"
        )
        return self._loads(index, phrase, phrase.values, unit)

    def _weight_in_each_hand(self, index: int, phrase: Phrase) -> None:
        self.draft.implements = 2
        unit = unit_of(phrase.values, self.line.system, self._held())
        self.draft.assumed.append(f"{phrase.text} as two of {phrase.values[0]:g} {unit}")
        return self._loads(index, phrase, phrase.values, unit)

    def _sum(self, index: int, phrase: Phrase) -> None:
        if self.draft.has_amount:
            return None
        if phrase.form == "list":
            return self._sums(index, phrase)
        if self._is_clean_and_jerk(phrase.values):
            self.draft.reps = int(phrase.values[0])  # "1+1": a clean and its jerk
            return self.take(index, f"{self.draft.reps} of both")
        self._clusters(tuple(int(value) for value in phrase.values), 1)
        self.draft.reps = self.draft.reps or sum(self.draft.sum)
        return self.take(index, " + ".join(f"{value:g}" for value in phrase.values))

    def _sums(self, index: int, phrase: Phrase) -> None:
        """'3+1, 2+1, 1+1': how many of each in every set."""
        draft, each = self.draft, len(phrase.values) // phrase.times
        values = [int(value) for value in phrase.values]
        draft.sums = tuple(tuple(values[at : at + each]) for at in range(0, len(values), each))
        draft.sum, draft.sets, draft.sets_written = draft.sums[0], phrase.times, True
        both = self._is_clean_and_jerk(draft.sum)
        draft.scheme = tuple(one[0] if both else sum(one) for one in draft.sums)
        self.take(index, f"{phrase.times} sets")

    def _is_clean_and_jerk(self, parts: tuple[float, ...]) -> bool:
        return self.row is not None and self.row.id.endswith("clean-and-jerk") and len(parts) == 2

    def _clusters(self, parts: tuple[int, ...], times: int) -> None:
        """'4 x (6+6)': six a side of a one-sided movement, clusters of twelve of another."""
        draft = self.draft
        draft.sum = parts
        if times > 1 and self._is_clean_and_jerk(parts):
            draft.scheme = (parts[0],) * times
        elif len(parts) == 2 and parts[0] == parts[1] and self.row is not None and self.row.sides == 2:
            draft.sides = 2
            draft.scheme = (parts[0],) * times if times > 1 else ()
            draft.reps = parts[0] if times == 1 else None
        elif times > 1:
            draft.scheme = (sum(parts),) * times

    def _ladders(self, index: int, phrase: Phrase) -> None:
        self.take(index, f"{phrase.values[0]:g} times up the ladder")

    def _ladder_word(self, index: int, phrase: Phrase) -> None:
        if any(self.kind(one) == "scheme" for one in self.indices):
            self.take(index, "a ladder")

    def _scheme(self, index: int, phrase: Phrase) -> None:
        draft = self.draft
        values = tuple(int(value) for value in phrase.values)
        weighed = [self.kind(index + 1), self.kind(index + 2)] == ["at", "scheme"]
        if phrase.text == "5/3/1" and not weighed:
            return self.take(index, "a programme", "note")
        if not all(1 <= value <= MAX_COUNT for value in values):
            return self.refuse(index, phrase, f"counts from 1 to {MAX_COUNT} can be read")
        if draft.sets_written and self.kind(index - 1) == "at" and max(values) <= HIGHEST_EFFORT:
            draft.rpe = float(max(values))  # "3 x 4 @ 6-7"
            draft.assumed.append(f"@ {phrase.text} as RPE")
            return self.take(index, f"RPE {phrase.text}", "load")
        if self._are_percents(index, values):
            draft.percents = tuple(float(one) for one in values)
            draft.assumed.append(f"{phrase.text} as percents")
            return self.take(index, f"{phrase.text} % of the best", "load")
        if (
            len(values) == 2
            and values[0] < values[1]
            and whole_ladder(values) == values
            and (self.kind(index + 1) == "reps" or draft.sets or self._from_to(index, values))
        ):
            draft.reps, draft.reps_to = values
            if draft.sets:
                draft.scheme, draft.reps = (values[0],) * draft.sets, None
            return self.take(index, f"{values[0]} to {values[1]} reps")
        if draft.scheme:
            return None
        values = whole_ladder(values)
        if self._goes() and min(values) >= SHORTEST_M:
            draft.counts = "m"  # "run: 800 - 600 - 400"
            draft.assumed.append(f"{phrase.text} as metres")
        draft.scheme, draft.sets, draft.sets_written = values, len(values), True
        draft.leads = self.name_at is not None and index < self.name_at
        return self.take(index, f"{len(values)} sets")

    def _from_to(self, index: int, values: tuple[int, ...]) -> bool:
        """'8-10 rows', 'rows (8-10)', 'rows 8-10': as many as one can of the two."""
        name_at = self.name_at or 0
        near = values[1] - values[0] <= WIDEST_RANGE
        return name_at > index or (near and (index in self.line.bracketed or self.name_at is not None))

    def _are_percents(self, index: int, values: tuple[int, ...]) -> bool:
        """'6x2 (70-80)', '4 x 3 @ 75-80': behind sets, of a best."""
        usual = all(LEAST_PERCENT <= one <= MOST_PERCENT for one in values) and list(values) == sorted(values)
        at = self.kind(index - 1) == "at"
        said = index in self.line.bracketed or at
        own = not (self.draft.loads or self.draft.percents)
        barbell = self.row is None or self.row.implement == "barbell"
        lifted = barbell and self.row is not None and index > (self.name_at or 0)  # "snatch @ 65-70"
        counted = self.draft.sets_written or (at and (self.draft.reps or lifted))
        listed = barbell and len(values) >= LEAST_LISTED and index > (self.name_at or 0)
        return usual and own and ((said and bool(counted)) or listed)

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
