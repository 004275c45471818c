"""Loads and heights: with a unit, or loose numbers that may be nothing else."""

from __future__ import annotations

from core.reading.amounts.base import AmountBase
from core.reading.kit_words import HAND_WEIGHTS, held_in_hands
from core.reading.loads import SURELY_KILOS, SURELY_POUNDS
from core.reading.phrases import Phrase
from core.reading.plain_words import plain_words
from core.reading.units import KG_PER, METRE_PER

MAX_LOAD_KG = 500
SAME_LOAD = 0.03  # one load in two units, rounded to plates; common practice
LIFTED = (
    "barbell",
    "dumbbell",
    "kettlebell",
    "medicine-ball",
    "sandbag",
    "plate",
    "sled",
    "box",
    "rings",
    "pull-up-bar",
    "none",
)
LEAST_LOAD = 5  # a smaller loose number is no load; common practice
INCHES_UP_TO = 36  # a bare box height up to this is in inches, above it in cm; common practice


class Lifted(AmountBase):
    """What is in the hands, on the back or under the feet."""

    def _is_height(self, value: float) -> bool:
        """Whether a bare number may be a box's; "22.5/15" is what is held."""
        return (
            self.row is not None
            and self.row.implement == "box"
            and 10 <= value <= 150
            and value.is_integer()
            and not self.draft.heights_m
        )

    def _height(self, index: int, phrase: Phrase, unit: str, assumed: bool) -> None:
        if phrase.times > 1 and not self.draft.has_amount:
            self.draft.reps = phrase.times  # "step-ups 20 x 60/50 cm"
        self.draft.heights_m = tuple(round(value * METRE_PER[unit], 4) for value in phrase.values)
        if assumed:
            self.draft.assumed.append(f"{phrase.text} as {unit}")
        self.take(index, f"{phrase.text} high")

    def _weight(self, index: int, phrase: Phrase, unit: str) -> None:
        values, draft = phrase.values, self.draft
        before = self.line.phrases[index - 1] if index else None
        if (
            before is not None
            and before.kind == "words"
            and before.text.lower().split()[-1] in ("add", "adding")
        ):
            draft.notes.append(f"add {phrase.text}")
            self.take(index, "more every set", "note")
            return
        if phrase.times > 1:
            self._several(phrase)
        if phrase.form == "list":
            values = values[:1]
            draft.notes.append(f"up to {phrase.text}")
        self._loads(index, phrase, values, unit)

    def _several(self, phrase: Phrase) -> None:
        """'2 x 22.5 kg' is a weight in each hand, '5 x 60 kg' five at sixty."""
        row, draft = self.row, self.draft
        in_hands = (
            row is None or row.implement in ("dumbbell", "kettlebell", "plate") or "pair" in row.context
        )
        counts = not (phrase.times == 2 and in_hands) and not draft.has_amount
        if counts:
            draft.reps = phrase.times
        else:
            draft.implements = phrase.times

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

    def _held(self) -> str:
        """Whether what is lifted is a dumbbell or a bell ("hand"), a "ball" or a "plate"."""
        if self.row is None:
            return ""
        if self.row.implement == "medicine-ball":
            return "ball"
        beside = [self.line.phrases[one].text for one in self.indices] + self.draft.notes + [self.draft.text]
        said = {word for text in beside for word in plain_words(text)}
        if self.row.family == "carry" and self.line.system == "kg":
            return "hand" if said & set(HAND_WEIGHTS) else ""  # "farmer carry 2 x 50/35" of a strongman's kit
        may_be_a_bar = "heavy" in self.row.context and self.line.system == "kg"  # "front rack lunges 50/35"
        if said & set(HAND_WEIGHTS) or (held_in_hands(self.row) and not may_be_a_bar):
            return "hand"
        return "plate" if self.row.implement == "plate" or "plate" in said else ""

    def _is_a_hand_weight(self, phrase: Phrase) -> bool:
        """Whether two numbers are a usual pair of dumbbells or bells, and something is held."""
        weights = SURELY_POUNDS["hand"] | SURELY_KILOS["hand"]
        return tuple(phrase.values[:2]) in weights and self._held() == "hand"

    def _in_both_hands(self, phrase: Phrase) -> bool:
        """Whether 'two times a number' beside a movement is a weight in each hand."""
        row, draft = self.row, self.draft
        if row is None or draft.loads:
            return False
        in_hands = held_in_hands(row) or "pair" in row.context
        return (in_hands and (draft.has_amount or phrase.pair)) or (phrase.pair and draft.has_amount)
