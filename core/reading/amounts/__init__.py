"""The amounts beside a movement's name: counts, sets, loads, distances, times, shares of a maximum, tempo,
sides. Each layer reads numbers of one role."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

from core.reading.amounts.effort import Effort
from core.reading.amounts.measured import LEAST_WINDOW_S
from core.reading.kit_words import HAND_WEIGHTS
from core.reading.loads import unit_of
from core.reading.phrases import Phrase
from core.reading.units import BELLS, KG_PER, METRE_PER, SECOND_PER

__all__ = ["Amounts"]
MARATHON_KM = 42.2


class Amounts(Effort):
    """The amounts of one chunk, read in order."""

    def read(self) -> None:
        for index in self.indices:
            if index not in self.line.taken:
                self._one(index)
        sought = self.draft.estimated or self.tries
        if sought and self.draft.seconds:  # "12 min to build to a heavy double": a window, not a hold
            self.draft.keep_window(self.draft.seconds)
            self.draft.seconds = None
        self._by_the_clock()
        self._within_a_window()
        self._best_of_a_lift()
        self._heaviest_of_tries()

    def _by_the_clock(self) -> None:
        """'1 rep every 30 s for 10 min': as many as the minutes hold."""
        draft, each = self.draft, self.draft.rep_every_s or 0
        if each and (draft.seconds or 0) >= 2 * each and not draft.has_counted:
            draft.reps, draft.seconds = (draft.seconds or 0) // each, None

    def _within_a_window(self) -> None:
        """'Snatch, 6 singles in 15 min': minutes for all of its sets."""
        draft, seconds = self.draft, self.draft.seconds or 0
        barbell = self.row is not None and self.row.implement == "barbell"
        if barbell and draft.sets_written and (draft.scheme or draft.reps) and seconds >= LEAST_WINDOW_S:
            draft.keep_window(seconds)
            draft.seconds = None

    def _heaviest_of_tries(self) -> None:
        """'3 attempts at a max front squat': one repetition each."""
        draft = self.draft
        barbell = self.row is not None and self.row.implement == "barbell"
        weighed = draft.loads or draft.percents or draft.bodyweight or draft.rpe
        if (
            barbell
            and draft.max_effort
            and draft.sets_written
            and not (draft.scheme or draft.reps or weighed)
        ):
            draft.scheme, draft.max_effort, draft.estimated = (1,) * (draft.sets or 1), False, True

    def _best_of_a_lift(self) -> None:
        """'Max snatch, 10 minutes': the heaviest single, in a window."""
        draft, seconds = self.draft, self.draft.seconds or 0
        barbell = self.row is not None and self.row.implement == "barbell" and not draft.loads
        if barbell and draft.max_effort and seconds >= LEAST_WINDOW_S and not (draft.reps or draft.scheme):
            draft.keep_window(seconds)
            draft.seconds, draft.max_effort = None, False
            self._heavy(1)

    def _one(self, index: int) -> None:
        phrase = self.line.phrases[index]
        reader = READERS.get(phrase.kind)
        if self._is_of_something_else(index, phrase):
            self._put_aside(index, phrase)
        elif reader:
            reader(self, index, phrase)

    def _measure(self, index: int, phrase: Phrase) -> None:
        """A number with a unit, by what its unit means beside this movement."""
        unit = self._meant_unit(index, phrase)
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

    def _meant_unit(self, index: int, phrase: Phrase) -> str:
        """The unit of a mark or of a 'k', which mean different things beside different movements."""
        if self._are_bells(phrase):
            return unit_of(phrase.values, self.line.system, self._held())
        if phrase.unit in ("single-mark", "double-mark"):
            return self._unit_of_mark(phrase.unit, phrase)
        if phrase.unit == "k":
            goes = self.row is not None and (self.row.unit == "metre" or self.row.metres_per_rep)
            alone = self.row is None and not self.line.of_division and phrase.values[0] <= MARATHON_KM
            return "km" if goes or (alone and self.kind(index - 1) != "at") else "kg"
        return phrase.unit

    def _are_bells(self, phrase: Phrase) -> bool:
        """'10 rows a side, 22s', '(20s/12.5s)': dumbbells of so much, not seconds."""
        counted = self.draft.reps or self.draft.scheme
        held = self.row is not None and (
            self.row.implement in HAND_WEIGHTS or (phrase.pair and self.row.unit == "rep")
        )
        return bool(counted and held) and BELLS.fullmatch(phrase.text) is not None

    def _counts_of_height(self, index: int, phrase: Phrase) -> bool:
        """'12 in box step ups': the only number before the name counts them."""
        others = any(self.kind(one) in ("count", "sets", "scheme") for one in self.indices if one != index)
        before = self.name_at is not None and index < self.name_at
        return before and not phrase.pair and not others and not self.draft.has_amount


# the reader of each kind of phrase that can say an amount
READERS: dict[str, Callable[[Amounts, int, Phrase], None]] = {
    "words": Amounts._words,
    "unit": Amounts._unit,
    "count": Amounts._count,
    "sets": Amounts._sets,
    "steps": Amounts._steps,
    "which-sets": Amounts._which_sets,
    "sum": Amounts._sum,
    "scheme": Amounts._scheme,
    "span": Amounts._span,
    "ladder": Amounts._ladder,
    "ladders": Amounts._ladders,
    "ladder-word": Amounts._ladder_word,
    "rep-every": Amounts._rep_every,
    "max": Amounts._max,
    "amrap": Amounts._amrap,
    "measure": Amounts._measure,
    "clock": Amounts._clock,
    "interval": Amounts._interval,
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
