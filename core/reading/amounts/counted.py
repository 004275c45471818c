"""Repetitions and sets: counts, schemes, clusters, ladders, as many as one can."""

from __future__ import annotations

import re
from collections.abc import Callable
from itertools import takewhile

from core.reading.amounts.lifted import INCHES_UP_TO
from core.reading.amounts.measured import MAX_COUNT, Measured
from core.reading.board_words import board_words
from core.reading.context import SHORTEST_M
from core.reading.kit_words import HAND_WEIGHTS, IMPLEMENT_WORDS
from core.reading.loads import EPLEY
from core.reading.phrases import Phrase
from core.reading.plain_words import plain
from core.reading.units import SECOND_PER

CALORIES = {"cal", "calorie", "calory"}  # the last is the plain form of "calories"
_ONE_OF_TWO = re.compile(r"(?:single|one)[\s-]+(?:leg|arm|hand)", re.IGNORECASE)
WEIGHTS = ("barbell", "dumbbell", "kettlebell")
BEFORE_CALORIES = {"x", "reps", "of", "colon"}
LOWEST_EFFORT, HIGHEST_EFFORT = 5, 10  # of RPE as it is written of lifts; common practice
LEAST_PERCENT = 40
BEYOND_A_BEST = 5  # percent that nobody lifts more than a set's best
PULLED = ("pull", "clean-deadlift", "snatch-grip-deadlift", "snatch-balance")
MOST_PERCENT = 115  # of a bare number that is a percent; common practice
KIT = {
    "bar": "barbell",
    "barbell": "barbell",
    "dumbbell": "dumbbell",
    "kettlebell": "kettlebell",
    "bell": "kettlebell",
    "ball": "medicine-ball",
}


_BESIDE_NUMBERS = frozenset("all until added extra total more less apart men women rx event wod part".split())
_NUMBERED = frozenset("wk week day cycle phase block session".split())
_WITH_KIT = frozenset(("all", "everything", "single", "holding", "carrying", "hold", "carry", "same"))

LIGHTEST_BAR = 15  # kg or more of a bar; common practice
MOST_A_SIDE = 15  # repetitions named a side behind a movement; the next are weights of bells; common practice


class Counted(Measured):
    """Numbers that count. A loose number fills a gap of its own role, or is handed back."""

    def _words(self, index: int, phrase: Phrase) -> None:
        words = plain(phrase.text).split()
        if set(words) & CALORIES and set(words) <= CALORIES | {"for"}:
            self.draft.counts = "cal"
            self.take(index, "calories")
            return
        kit = [KIT[word] for word in words if word in KIT]
        beside = [word for word in words if word not in KIT]
        if len(kit) == 1 and all(word in board_words().passable | _WITH_KIT for word in beside):
            self.draft.kit = kit[0]
            self.draft.as_above |= "same" in beside
            if self.row is None:
                self.take(index, "with what", "note")
                return
        if beside == ["same", "weight"] or beside == ["same", "load"]:
            self.draft.as_above = True
        if all(word in board_words().passable or word in IMPLEMENT_WORDS or word in KIT for word in words):
            self.take(index, "how to do it", "note")
            self.draft.alternating |= "alternating" in words
            if "synchro" in words or "synchronised" in words:
                self.draft.synchro = True
            if "together" in words and self.row is not None and self.row.family == "running":
                self.draft.everyone = True  # "run 800 m together"
        elif index in self.line.bracketed:
            self.draft.notes.append(phrase.text)
            self.take(index, "a note", "note")
            self.noted.add(index)
        elif self.name_at is not None and self.kind(index - 1) == "or":
            self.draft.notes.append(f"or {phrase.text}")
            self.take(index, "another choice", "note")

    # -- the role of a loose number: the first that fits ----------------------------------------

    def _count(self, index: int, phrase: Phrase) -> None:
        if self._leads_to_another(index):
            return self.refuse(index, phrase, "a number with no movement to go with")
        for fits, read in COUNT_ROLES:
            if fits(self, index, phrase):
                return read(self, index, phrase)
        return self._bare_load(index, phrase)

    def _is_of_something_else(self, index: int, phrase: Phrase) -> bool:
        """'(16 spots)', 'damper 5', 'time to beat: 8:45' behind a name: a number beside a word nobody knows,
        which it counts."""
        timed = phrase.kind == "clock" or (phrase.kind == "measure" and phrase.unit in SECOND_PER)
        if not (timed or phrase.kind in ("count", "scheme")) or phrase.times > 1:
            return False
        if self.name_at is not None and index < self.name_at:
            return False
        if timed and self.name_at is None:
            return False
        before = index - 1 - (self.kind(index - 1) == "colon")
        own = timed or phrase.kind == "scheme"  # "deadlift 5-5-5 climbing", "row 5 min flush"
        return self._is_strange(before, -1) or (not own and self._is_strange(index + 1, 0))

    def _put_aside(self, index: int, phrase: Phrase) -> None:
        """Hand a number back that counts something else; in brackets it is a note with its words."""
        if self.name_at is None and index not in self.line.bracketed:
            return self.take(index, f"{phrase.text} of what is not known")
        if index not in self.line.bracketed:
            return self.refuse(index, phrase, "a number of something this is not")
        self.draft.notes.append(phrase.text)
        return self.take(index, "a note", "note")

    def _is_strange(self, index: int, place: int) -> bool:
        if self.kind(index) != "words":
            return False
        word = plain(self.line.phrases[index].text).split()[place]
        if index == self.name_at:
            return place < 0 and word in _NUMBERED  # "Press cycle wk 2: .."
        if index in self.line.taken and index not in self.noted:
            return False
        known = word in board_words().passable or word in board_words().held or word in _BESIDE_NUMBERS
        return not (known or word in IMPLEMENT_WORDS or word in KIT or word in CALORIES)

    def _leads_to_another(self, index: int) -> bool:
        """'4: 100 synchro burpees': what stands before a colon counts nothing behind it that is counted."""
        ahead = self.name_at is not None and index < self.name_at and self.kind(index + 1) == "colon"
        return ahead and self.kind(index + 2) == "count"

    def _is_broken_pair(self, index: int, phrase: Phrase) -> bool:
        """'22.5/15', '3 x 12 | 12.5': nobody does half a repetition."""
        beside = phrase.pair or (bool(self.draft.scheme) and self.row is not None)
        return beside and not all(one.is_integer() for one in phrase.values)

    def _is_calories(self, index: int, phrase: Phrase) -> bool:
        """'cal row: 15', '15 x cal row'."""
        draft = self.draft
        if draft.calories or draft.scheme or self._sets_follow(index):
            return False
        return draft.counts == "cal" or self._calories_follow(index)

    def _calories_follow(self, index: int) -> bool:
        joined = takewhile(lambda one: one.kind in BEFORE_CALORIES, self.line.phrases[index + 1 :])
        beyond = index + 1 + len(list(joined))
        if beyond == index + 1 or self.kind(beyond) not in ("unit", "words"):
            return False
        return plain(self.line.phrases[beyond].text) in CALORIES

    def _bare_calories(self, index: int, phrase: Phrase) -> None:
        self.draft.counts = ""
        self._calories(index, phrase)

    def _is_hand_weights(self, index: int, phrase: Phrase) -> bool:
        """'w/ 2 DB 15/10', '(1 DB)'."""
        few = phrase.values[0] in (1, 2) and not phrase.pair and self.kind(index + 1) == "words"
        return few and self._names_hand_weights(index + 1)

    def _hand_weights(self, index: int, phrase: Phrase) -> None:
        self.draft.implements = int(phrase.values[0])
        self.line.take([index + 1], "note", "what is held")
        self.take(index, "so many of them", "load")

    def _is_load_of_kit(self, index: int, phrase: Phrase) -> bool:
        """'with one dumbbell (22.5/15)', 'one KB 24/16' above a list."""
        return self.row is None and bool(self.draft.kit) and phrase.pair and not self.draft.loads

    def _is_effort(self, index: int, phrase: Phrase) -> bool:
        """'5 x 3 @ 8' with a bar."""
        lifted = self.row is None or self.row.implement == "barbell" or "loaded" in self.row.context
        counted = bool(self.draft.sets_written or self.draft.reps)
        small = not phrase.pair and LOWEST_EFFORT <= phrase.values[0] <= HIGHEST_EFFORT
        return lifted and counted and small and self.kind(index - 1) == "at"

    def _effort(self, index: int, phrase: Phrase) -> None:
        self.draft.rpe = phrase.values[0]
        self.draft.assumed.append(f"@ {phrase.text} as RPE")
        self.take(index, f"RPE {phrase.values[0]:g}", "load")

    def _is_percent_after_at(self, index: int, phrase: Phrase) -> bool:
        """'4 x 3 @ 95' where the whole text speaks in percents."""
        if self.draft.which_sets and not phrase.pair and self.kind(index - 1) == "at":
            return LEAST_PERCENT <= phrase.values[0] <= MOST_PERCENT
        if self.row is None and index == 1 and not phrase.pair and self.line.phrases[0].text.lower() == "at":
            return LEAST_PERCENT <= phrase.values[0] <= MOST_PERCENT  # "Sets 1-2: at 65"
        counted = self.draft.sets_written or self.draft.reps
        lifted = self.row is None or self.row.implement == "barbell" or "loaded" in self.row.context
        bar = lifted and counted
        usual = not phrase.pair and LEAST_PERCENT <= phrase.values[0] <= self._most_percent()
        return bool(bar and usual and self.line.percents and self.kind(index - 1) == "at")

    def _most_percent(self) -> float:
        """Of a best that so many repetitions in a set may be done at: what is more is a load, but for pulls,
        whose percents are of another lift."""
        reps = max((*self.draft.scheme, self.draft.reps or 1))
        if reps == 1 or (self.row is not None and self.row.id.endswith(PULLED)):
            return MOST_PERCENT
        return 100 / (1 + reps / EPLEY) + BEYOND_A_BEST

    def _as_percent(self, index: int, phrase: Phrase) -> None:
        self.draft.percents = phrase.values
        self.draft.assumed.append(f"@ {phrase.text} as {phrase.values[0]:g} %")
        self.take(index, f"{phrase.values[0]:g} % of the best", "load")

    def _is_load_after_at(self, index: int, phrase: Phrase) -> bool:
        return self.kind(index - 1) == "at" and (self.draft.has_amount or phrase.pair)

    def _counts_sets(self, index: int, phrase: Phrase) -> bool:
        """'3 sets', '3 attempts', '3 x max', '5 push-ups 3x'; '20 x 4' after another amount."""
        if phrase.pair:
            return False
        return self._sets_follow(index) or self._is_times(index)

    def _sets_follow(self, index: int) -> bool:
        after, beyond = self.kind(index + 1), self.kind(index + 2)
        if after == "x":
            return beyond in ("max", "amrap", "colon") or (self.draft.reps is not None and beyond != "count")
        tries = after == "words" and self.line.phrases[index + 1].text.lower().startswith(
            ("attempt", "tries")
        )
        return tries or after == "set-word"

    def _is_pair_of_bells(self, index: int, phrase: Phrase) -> bool:
        """'20 DB thrusters 15/10 kg x2': two of them."""
        held = self.row is not None and self.row.implement in HAND_WEIGHTS
        behind = self.kind(index - 1) == "x" and self.draft.loads and self.draft.has_amount
        return bool(held and behind) and not phrase.pair and phrase.values[0] == 2

    def _pair_of_bells(self, index: int, phrase: Phrase) -> None:
        self.draft.implements = 2
        self.take(index, "two of them", "load")

    def _is_times(self, index: int) -> bool:
        draft = self.draft
        if self.kind(index - 1) != "x" or (draft.sets and draft.scheme):
            return False
        return (draft.reps is not None and not draft.sets) or (not draft.reps and draft.has_amount)

    def _count_sets(self, index: int, phrase: Phrase) -> None:
        self._set_count(index, phrase, int(phrase.values[0]))

    def _repeats_scheme(self, index: int, phrase: Phrase) -> bool:
        """'7-7-7 x 3': the whole list of repetitions so many times."""
        few = not phrase.pair and 1 < phrase.values[0] <= HIGHEST_EFFORT
        behind = self.kind(index - 1) == "x" and self.kind(index - 2) == "scheme"
        return few and behind and bool(self.draft.scheme)

    def _repeat_scheme(self, index: int, phrase: Phrase) -> None:
        draft = self.draft
        draft.scheme *= int(phrase.values[0])
        draft.sets = len(draft.scheme)
        self.take(index, f"all of it {phrase.values[0]:g} times")

    def _is_half_a_side(self, index: int, phrase: Phrase) -> bool:
        """'12 lunges (6/6)': half of them a side."""
        halves = (
            phrase.pair and phrase.values[0] == phrase.values[1] and self.draft.reps == sum(phrase.values)
        )
        return halves and (index in self.line.bracketed or self._sided())

    def _is_half_each(self, index: int, phrase: Phrase) -> bool:
        """'16 snatches, 8 each arm': the same again, a side."""
        twice = 2 * phrase.values[0]
        said_twice = not phrase.pair and (self.draft.reps == twice or self.draft.sets == twice)
        beside = self.kind(index + 1)
        return said_twice and (beside == "per-side" or (self._sided() and beside == "each"))

    def _is_own_share(self, index: int, phrase: Phrase) -> bool:
        """'120 cal row (30 each)', '20 rope climbs (5 each)': everybody's own part of it."""
        draft, own = self.draft, phrase.values[0]
        whole = draft.reps or draft.calories or draft.distance_m or 0
        shared = (
            not phrase.pair and index in self.line.bracketed and self.kind(index + 1) in ("each", "everyone")
        )
        return shared and not self._sided() and 0 < own < whole and whole % own == 0

    def _own_share(self, index: int, phrase: Phrase) -> None:
        draft = self.draft
        if draft.reps:
            draft.reps = int(phrase.values[0])
        elif draft.calories:
            draft.calories = int(phrase.values[0])
        else:
            draft.distance_m = phrase.values[0]
        draft.everyone = True
        self.line.take([index, index + 1], "amount", "each of them")

    def _half_each(self, index: int, phrase: Phrase) -> None:
        self.line.take([index, index + 1], "note", "half a side")

    def _numbers_a_round(self, index: int, phrase: Phrase) -> bool:
        """'Round 3 sit-ups'."""
        before = self.line.phrases[index - 1] if index else None
        return before is not None and before.kind == "rounds" and before.text.lower() in ("round", "rd")

    def _round_number(self, index: int, phrase: Phrase) -> None:
        self.take(index, "which round", "format")

    def _sided(self) -> bool:
        said = self.line.phrases[self.name_at].text if self.name_at is not None else ""
        one_sided = _ONE_OF_TWO.match(said) is not None  # "single leg calf raise"
        return self.row is not None and (self.row.sides == 2 or one_sided)

    def _half_a_side(self, index: int, phrase: Phrase) -> None:
        self.draft.notes.append(phrase.text)
        self.take(index, "half a side", "note")

    def _is_load_beside(self, index: int, phrase: Phrase) -> bool:
        """'(24/16)' behind a name, '5 x 5 x 100'."""
        draft = self.draft
        behind = self.name_at is not None and (index > self.name_at or phrase.pair)
        bracketed = index in self.line.bracketed and behind and not self._on_a_machine()
        third = self.kind(index - 1) == "x" and bool(draft.sets and draft.scheme) and not draft.loads
        return (bracketed and (draft.has_amount or phrase.pair)) or third

    def _counts_reps(self, index: int, phrase: Phrase) -> bool:
        """Before the name, behind a times sign, or where nothing is counted yet."""
        draft = self.draft
        if draft.reps is not None or draft.scheme:
            return False
        before_name = self.name_at is None or index < self.name_at
        if before_name or self.kind(index - 1) == "x":
            return True
        if self._counted_by_a_list(phrase):
            return False
        counts = self._on_a_machine() or not phrase.pair or self._is_a_side_each(phrase)
        return not draft.has_amount and counts

    def _counted_by_a_list(self, phrase: Phrase) -> bool:
        """'thruster 43' below '21-15-9', '2-4-6... deadlift 100': what counts it stands, this is a bar."""
        before = self.line.phrases[: self.name_at or 0]
        listed = self.line.counted_above or any(one.kind in ("ladder", "scheme") for one in before)
        lifted = self.row is not None and self.row.implement == "barbell"
        return listed and lifted and phrase.values[0] >= LIGHTEST_BAR

    def _is_a_side_each(self, phrase: Phrase) -> bool:
        """'Get-up 5/5', 'row 8/8': as many left as right; from 16 on they may be two bells."""
        first, second = phrase.values[0], phrase.values[-1]
        return self._sided() and first == second and first <= MOST_A_SIDE

    def _on_a_machine(self) -> bool:
        return self.row is not None and self.row.calorie_s is not None

    def _is_bare_height(self, index: int, phrase: Phrase) -> bool:
        if not self._is_height(phrase.values[0]) or self._names_hand_weights(index - 1):
            return False
        return not self._is_a_hand_weight(phrase)  # "20 step-ups holding a dumbbell 50/35"

    def _bare_height(self, index: int, phrase: Phrase) -> None:
        self._height(index, phrase, "in" if phrase.values[0] <= INCHES_UP_TO else "cm", assumed=True)

    def _names_hand_weights(self, index: int) -> bool:
        """Whether a phrase is only 'dumbbells' or 'kettlebells', beside a movement named elsewhere."""
        words = plain(self.line.phrases[index].text).split()
        return self.name_at is not None and index != self.name_at and words in (["dumbbell"], ["kettlebell"])

    def _counts_what_follows(self, index: int) -> bool:
        """'5 min: 10 burpees': right before the name of what is counted, behind minutes."""
        draft, row = self.draft, self.row
        beside = self.name_at is not None and index + 1 == self.name_at
        timed = bool(draft.seconds) and not (draft.distance_m or draft.calories)
        return row is not None and row.unit == "rep" and beside and timed

    def _reps(self, index: int, phrase: Phrase) -> None:
        draft, value = self.draft, phrase.values[0]
        if not value.is_integer() or not 1 <= value <= MAX_COUNT:
            return self.refuse(index, phrase, f"a count from 1 to {MAX_COUNT} can be read")
        if (
            draft.has_amount
            and (draft.seconds or draft.distance_m or draft.calories)
            and self.kind(index - 1) != "x"
        ):
            if not self._counts_what_follows(index):
                return self._bare_load(index, phrase)
            draft.keep_window(draft.seconds or 0)
            draft.seconds = None
        if self._is_bare_distance(phrase):
            draft.assumed.append(f"{phrase.text} as metres")
            return self._distance(index, phrase, 1.0)
        draft.reps = int(value)
        behind = self.name_at is not None and self.name_at < index - 1 and self.kind(index - 1) == "x"
        if behind and not phrase.pair and 1 < draft.reps <= MOST_TIMES_A_SCHEME:
            draft.by_scheme = draft.reps
        draft.by_times = "x" in (self.kind(index - 1), self.kind(index + 1))
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
        return self._goes() and phrase.values[0] >= SHORTEST_M

    def _goes(self) -> bool:
        """Whether the movement covers a way on foot or on a machine."""
        row = self.row
        if row is None or row.family not in ("machine", "running"):
            return False
        return row.unit == "metre" or row.metres_per_rep is not None

    def _set_count(self, index: int, phrase: Phrase, sets: int) -> None:
        if not 1 <= sets <= 100:
            return self.refuse(index, phrase, "sets of 1 to 100 can be read")
        draft = self.draft
        draft.sets, draft.sets_written = sets, True
        if draft.reps and self.kind(index + 1) == "x":
            draft.scheme, draft.reps = (draft.reps,) * sets, None  # "5 push-ups 3x"
        self.take(index, f"{sets} sets")
        return None

    def _max(self, index: int, phrase: Phrase) -> None:
        self.draft.max_effort = True
        self.take(index, "as many as you can")

    def _amrap(self, index: int, phrase: Phrase) -> None:
        self._max(index, phrase)


MOST_TIMES_A_SCHEME = 5  # "double-unders x2" below "40-30-20-10"; common practice
Role = tuple[Callable[[Counted, int, Phrase], bool], Callable[[Counted, int, Phrase], None]]
# a loose number takes the first role that fits; one that fits none is a load, or handed back
COUNT_ROLES: tuple[Role, ...] = (
    (Counted._numbers_a_round, Counted._round_number),
    (Counted._is_effort, Counted._effort),
    (Counted._is_percent_after_at, Counted._as_percent),
    (Counted._is_broken_pair, Counted._bare_load),
    (Counted._is_calories, Counted._bare_calories),
    (Counted._is_hand_weights, Counted._hand_weights),
    (Counted._is_load_of_kit, Counted._bare_load),
    (Counted._is_load_after_at, Counted._bare_load),
    (Counted._repeats_scheme, Counted._repeat_scheme),
    (Counted._is_pair_of_bells, Counted._pair_of_bells),
    (Counted._counts_sets, Counted._count_sets),
    (Counted._is_half_a_side, Counted._half_a_side),
    (Counted._is_half_each, Counted._half_each),
    (Counted._is_own_share, Counted._own_share),
    (Counted._is_load_beside, Counted._bare_load),
    (Counted._counts_reps, Counted._reps),
    (Counted._is_bare_height, Counted._bare_height),
)
