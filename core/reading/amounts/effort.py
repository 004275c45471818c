"""How hard and how: shares of a maximum, effort, tempo, sides, who does it."""

from __future__ import annotations

import re

from core.reading.amounts.in_sets import InSets
from core.reading.draft import BUILD_SETS, HEAVY_PERCENT
from core.reading.loads import unit_of
from core.reading.phrases import Phrase
from core.reading.units import TIMES

MAX_PERCENT = 130
HEAVY_WORDS = {"single": 1, "double": 2, "triple": 3}


OWN_BODY = ("none", "pull-up-bar", "rings", "wall", "jump-rope")  # implements of movements that have no load


class Effort(InSets):
    """What stands beside an amount."""

    def _percent(self, index: int, phrase: Phrase) -> None:
        if any(not 0 < value <= MAX_PERCENT for value in phrase.values):
            return self.refuse(index, phrase, f"more than {MAX_PERCENT} % of a maximum, or none")
        self.draft.percents = phrase.values
        if TIMES.match(phrase.text) and not self.draft.has_amount:
            self.draft.reps = phrase.times  # "5 x 65%"
        return self.take(index, f"{'/'.join(f'{value:g}' for value in phrase.values)} % of the best", "load")

    def _steps(self, index: int, phrase: Phrase) -> None:
        """'5 @ 65 %, 3 @ 75 %': sets with a load each; of weights the heaviest stands."""
        draft = self.draft
        steps = list(zip(*(iter(phrase.values),) * 3, strict=True))  # sets, repetitions, load
        if draft.scheme or draft.reps or not all(load > 0 for _, _, load in steps):
            return self.refuse(index, phrase, "sets beside other sets")
        loads = [load for sets, _, load in steps for _ in range(int(sets))]
        draft.scheme = tuple(int(reps) for sets, reps, _ in steps for _ in range(int(sets)))
        draft.sets, draft.sets_written = len(draft.scheme), True
        if phrase.unit == "percent" or (not phrase.unit and self.line.percents):
            if max(loads) > MAX_PERCENT:
                return self.refuse(index, phrase, f"more than {MAX_PERCENT} % of a maximum, or none")
            draft.percents = tuple(loads)
        else:
            unit = phrase.unit or unit_of((max(loads),), self.line.system, self._held())
            self._loads(index, phrase, (max(loads),), unit)
            draft.notes.append("; ".join(f"{load:g}" for load in loads) + f" {unit}")
        return self.take(index, f"{len(loads)} sets with a load each")

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
        if self.draft.percents or self.draft.scheme or phrase.text.lower().startswith("of"):
            return self.take(index, "of the best")
        reps = int(phrase.values[0])
        self._heavy(max(1, min(20, reps)))
        return self.take(index, f"build to {reps}")

    def _build(self, index: int, phrase: Phrase) -> None:
        """'build to a heavy 3', 'find your 1RM', 'heavy single': sets up to it, marked as an estimate."""
        if self._is_a_try(phrase):
            self.draft.max_effort = self.tries = True
            return self.take(index, "as much as you can")
        named = any(word in phrase.text.lower() for word in HEAVY_WORDS)
        if self.draft.reps or self.draft.scheme or (self.draft.sets and not named):
            self.draft.notes.append(phrase.text)
            return self.take(index, "build up", "note")
        reps = next((count for word, count in HEAVY_WORDS.items() if word in phrase.text.lower()), 1)
        self.take(index, "build up")
        following = next((one for one in self.indices if one > index and one not in self.line.taken), None)
        if [self.kind(one) for one in (index + 1, index + 2, index + 3)] == ["set-word", "of", "count"]:
            self.line.take([index + 1, index + 2], "amount", "build up")  # "build to a heavy set of 5"
            following, index = index + 3, index + 2
        if following is not None and self.kind(following) in ("count", "rm") and following == index + 1:
            reps = int(self.line.phrases[following].values[0])
            self.take(following, f"a heavy {reps}")
        return self._heavy(max(1, min(20, reps)))

    def _is_a_try(self, phrase: Phrase) -> bool:
        """'find your max L-sit hold', 'find your max strict pull-ups': nothing to load a bar for."""
        sought = "max" in phrase.text.lower() or "longest" in self.line.text.lower()
        held = self.row is not None and self.row.unit == "second"
        own = self.row is not None and self.row.implement in OWN_BODY and not held
        return sought and (held or (own and "weighted" not in self.line.text.lower()))

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

    def _rep_every(self, index: int, phrase: Phrase) -> None:
        self.draft.rep_every_s = round(phrase.values[0])
        self.take(index, f"a repetition every {self.draft.rep_every_s} s")

    def _bodyweight(self, index: int, phrase: Phrase) -> None:
        number = re.search(r"(\d+(?:\.\d+)?)(?:/(\d))?", phrase.text)
        parts = 100 if "%" in phrase.text else 1
        self.draft.bodyweight = float(number[1]) / float(number[2] or parts) if number else 1.0
        self.take(index, f"{self.draft.bodyweight:g} x bodyweight", "load")

    def _per_side(self, index: int, phrase: Phrase) -> None:
        weighed = self.draft.loads and index and self.line.phrases[index - 1].values == self.draft.loads
        if weighed and "hand" in phrase.text.lower():
            self.draft.implements = 2  # "15/10 kg each hand"
            return self.take(index, "a weight in each hand", "load")
        self.draft.sides = 2
        return self.take(index, "each side")

    def _each(self, index: int, phrase: Phrase) -> None:
        if self._sided():
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
        self.draft.after_sets = True
        self.take(index, "between sets", "note")

    def _pace(self, index: int, phrase: Phrase) -> None:
        """'@ 2 k pace', '1:1 rest': how hard and how it is shared with rest, in words."""
        self.draft.notes.append(phrase.text)
        self.take(index, "how hard", "note")

    def _everyone(self, index: int, phrase: Phrase) -> None:
        """'40 burpees (each athlete 10)': everybody's own number."""
        relay = phrase.text.lower().startswith("relay")
        shared = any(one.kind == "share" for one in self.line.phrases)
        self.draft.everyone = not (relay and shared)  # "3 km row relay, switch every 250"
        if relay and self.draft.sets:
            self.draft.sets = 1  # "4 x 400 m, relay": one each
        if relay:
            self.draft.relay = self.draft.everyone
        if self.kind(index + 1) == "count" and index in self.line.bracketed:
            self.draft.reps = int(self.line.phrases[index + 1].values[0])
            self.line.take([index + 1], "amount", "each")
        self.take(index, "each of them")

    def _share(self, index: int, phrase: Phrase) -> None:
        self.draft.shared = True
        self.take(index, "shared", "format")
