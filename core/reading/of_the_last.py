"""Amounts without a name that say something of their own of the movement before them: another set, the sets
of a complex, a window of time, a target, bells."""

from __future__ import annotations

import re
from dataclasses import replace

from core.catalog import Catalog
from core.reading.divisions import loadable
from core.reading.draft import (
    BUILD_SETS,
    HEAVY_PERCENT,
    LOADS,
    WEIGHT,
    Chunk,
    Draft,
    add_sets,
    another_set,
    lend,
    share_out,
)
from core.reading.kit_words import HAND_WEIGHTS, LOADED
from core.reading.line import SILENT, Line
from core.reading.loads import unit_of
from core.reading.part_draft import PartDraft
from core.reading.phrases import PAIR
from core.reading.rows import Row
from core.reading.said_loads import SaidLoads
from core.reading.units import BELLS

_ANOTHER = re.compile(r"\W*(?:and\s+)?(?:then|after|next)\b", re.IGNORECASE)  # sets, and no more of these
HIGHEST_TARGET_M = 4.0  # common practice


class OfTheLast:
    """Reads them into the parts of one text."""

    def __init__(self, catalog: Catalog, loads: SaidLoads):
        self.catalog = catalog
        self.loads = loads

    def says(self, part: PartDraft, row: Row, read: Line, chunk: Chunk) -> bool:
        """Whether amounts say something of their own of the movement before them, and no more of its gaps."""
        last, draft = part.work[-1], chunk.draft
        if draft.rep_every_s and not draft.has_amount:
            last.rep_every_s = draft.rep_every_s
            return True
        if self._tries(last, draft) or self._held(last, draft):
            return True
        climbs = draft.estimated and last.sets_written and not last.estimated
        if climbs and (chunk.joined_by == "comma" or _climbs_below(last, read, draft)):
            _climbs(last, draft)
            return last.line == read.number or chunk.joined_by != "comma"
        if draft.relay and not draft.has_amount:
            last.everyone, last.sets = True, None  # "4 x 400 m run, relay": one each
            return True
        if draft.as_above and not draft.loads:
            held = self.catalog.movements[last.movement].implement in LOADED
            of_it = held and last.line == read.number
            for one in [last] if of_it else loadable(part.work, self.catalog):
                self.loads.load_as_above(part, one)  # "same bell" below a list that ends with push-ups
            return True
        if self._share_of_complex(part, last, draft) or self._set_of_row(part, row, draft):
            return True
        self._of_both(last, draft)
        if self._again(part, last, draft) or self._last_set(last, draft):
            return True
        if self._target(last, draft) or self._bells(last, read, chunk) or _says_half(last, draft):
            return True
        return self._builds(part, last, draft)

    def _held(self, last: Draft, draft: Draft) -> bool:
        """'10 box step-ups, 60/50 cm, holding one dumbbell': the same with something in the hands."""
        other = f"{draft.kit}-{last.movement}"
        if draft.has_amount or not draft.kit or other not in self.catalog.movements:
            return False
        last.movement = other
        lend(draft, last, LOADS)
        return True

    def _tries(self, last: Draft, draft: Draft) -> bool:
        """'1RM clean, 12 min': how long one may try."""
        tries = only_seconds(draft) and self._has_a_window(last)
        if tries:
            last.keep_window(draft.seconds or 0)
        return tries

    def _has_a_window(self, last: Draft) -> bool:
        """'1RM clean, 12 min', 'max snatch, both partners, 10 min': how long one may try."""
        barbell = self.catalog.movements[last.movement].implement == "barbell"
        if barbell and last.max_effort and not (last.reps or last.scheme or last.loads):
            last.max_effort, last.estimated = False, True
            last.scheme, last.sets, last.sets_written = (1,) * BUILD_SETS, BUILD_SETS, True
        attempts = barbell and last.sets_written and not (last.reps or last.scheme or last.percents)
        return (last.estimated or attempts) and not last.seconds  # "3 attempts snatch" above "45 min"

    def _target(self, last: Draft, draft: Draft) -> bool:
        """'20 wall balls, 9/6 kg, 3.0/2.7 m': how high the ball goes."""
        thrown = self.catalog.movements[last.movement].implement == "medicine-ball" and last.has_amount
        high = thrown and draft.distance_m and draft.distance_m <= HIGHEST_TARGET_M and not draft.reps
        if high:
            last.heights_m = last.heights_m or (
                draft.distance_m or 0.0,
                *((draft.other,) if draft.other else ()),
            )
        return bool(high)

    def _bells(self, last: Draft, read: Line, chunk: Chunk) -> bool:
        """'3 x 12 dumbbell rows, 22s': dumbbells of so much."""
        said = [read.phrases[index] for index in chunk.indices if read.phrases[index].kind not in SILENT]
        held = self.catalog.movements[last.movement].implement in HAND_WEIGHTS
        counted = held and not last.loads and (last.reps or last.scheme)
        if not counted or len(said) != 1 or not BELLS.fullmatch(said[0].text):
            return False
        last.loads, last.load_unit = said[0].values, unit_of(said[0].values, read.system, held="hand")
        read.take(chunk.indices, "load", f"{said[0].values[0]:g} {last.load_unit} each")
        return True

    def _builds(self, part: PartDraft, last: Draft, draft: Draft) -> bool:
        """'1 clean + 1 jerk, build to 80 %' every minute, or '5 reps, build to a heavy 5': how it goes on."""
        if not draft.estimated or not last.reps or last.sets_written:
            return False
        if part.format is None:
            last.reps, last.scheme, last.sets, last.sets_written = None, draft.scheme, draft.sets, True
            last.estimated = True
        lend(draft, last, LOADS)
        last.notes.append("build up")
        return True

    def _of_both(self, last: Draft, draft: Draft) -> None:
        """'80 % 3 x (1+1)' under a clean and jerk: one of both."""
        if last.movement.endswith("clean-and-jerk") and len(draft.sum) == PAIR:
            draft.reps = draft.reps and draft.sum[0]
            draft.scheme = draft.scheme and (draft.sum[0],) * len(draft.scheme)

    def _share_of_complex(self, part: PartDraft, last: Draft, draft: Draft) -> bool:
        """'5 x (1+2)' under a complex of two."""
        group = [one for one in part.work if last.complex and one.complex == last.complex]
        if len(group) > 1 and draft.sets and not (draft.reps or draft.scheme or draft.sum):
            for one in group:
                one.scheme = (one.scheme or (one.reps or 1,)) * draft.sets
                one.sets, one.sets_written, one.reps = len(one.scheme), True, None
                lend(draft, one, LOADS)
            return True  # "8 sets climbing" under a complex
        if (
            len(group) > 1
            and draft.estimated
            and not draft.sum
            and not any(one.sets_written for one in group)
        ):
            _build_all(group, draft, part.format is None)
            return True  # "clean + jerk, 12 min to find a heavy one"
        weighed = len(group) > 1 and (draft.percents or draft.loads)
        if weighed and (_so_often(group, draft) or _gives_bar(group, draft)):
            return True
        if not draft.sum or len(group) != len(draft.sum):
            return False
        if all(another_set(draft, one) for one in group):  # "70 % x (1+1) x 2", and below it "75 % .."
            for number, one in zip(draft.sum, group, strict=True):
                add_sets(one, replace(draft, reps=number, scheme=()), draft.sets or 1)
            return True
        share_out(group, draft)
        for one in group:
            lend(draft, one, LOADS)
        return True

    def _set_of_row(self, part: PartDraft, row: Row, draft: Draft) -> bool:
        """'Sets 1-4: 2 reps @ 65 %', '.., sets 1-4 at 65 %': so many sets more of the movement, or of all of
        its complex."""
        last = part.work[-1]
        beside = last.line == row.number  # "Odd sets: 3 power snatches, 50/35"
        sets = draft.which_sets or (0 if beside else row.sets)
        if not sets:
            return False
        group = [one for one in part.work if last.complex and one.complex == last.complex] or [last]
        for one in group:
            if draft.reps or draft.scheme:
                add_sets(one, draft, sets)
                part.own_sets = True
            elif draft.percents:
                one.percents = one.percents + (draft.percents[0],) * sets
            else:
                lend(draft, one, LOADS)
        return True

    def _again(self, part: PartDraft, last: Draft, draft: Draft) -> bool:
        """'.. a heavy triple, then 3 x 3 at 80 % of that': more sets of the same lift."""
        more = draft.sets_written and (draft.scheme or draft.max_effort or draft.reps)
        if more and last.sets_written and not (last.is_told or last.percents):
            last.sets, last.sets_written = None, False  # "back squat, 4 sets" above each of them
            return False
        minutes = part.format is not None and part.format.kind == "every-minute"
        if minutes and draft.sets_written and last.percents and draft.percents not in ((), last.percents):
            draft.movement, draft.text, draft.role = last.movement, last.text, "cash-out"
            draft.max_effort = not more  # "drop to 75 %, 1 x max reps"
            draft.assumed.append(f"{draft.text} again, after the minutes")
            part.work.append(draft)
            return True
        if not more or not last.sets_written or not (draft.percents or last.estimated):
            return False
        if another_set(draft, last) and not last.estimated:
            return False
        if (
            draft.estimated
            and last.estimated
            and (draft.scheme, draft.percents) == (last.scheme, last.percents)
        ):
            last.notes.extend(draft.notes)
            return True  # "deadlift 1RM", and below it "15 min to find it"
        draft.movement, draft.text, draft.division = last.movement, last.text, last.division
        draft.assumed.append(f"{draft.text} again")
        part.work.append(draft)
        return True

    def _last_set(self, last: Draft, draft: Draft) -> bool:
        """'as many as possible @ 70 %' as the last of a lift's sets, '@ 60 kg' as its load."""
        if not draft.max_effort or draft.has_counts or not (last.scheme and last.sets_written):
            return False
        if draft.loads and (last.loads or last.percents):
            last.notes.append(f"last set {draft.load_text}")
        else:
            lend(draft, last, WEIGHT)
        last.max_effort = True
        last.percents += draft.percents
        return True


def _build_all(group: list[Draft], draft: Draft, alone: bool) -> None:
    """All of a complex in the sets that it takes to build up; within a format only what it goes up to."""
    for one in group:
        if alone:
            one.scheme, one.reps = (one.reps or 1,) * len(draft.scheme), None
            one.sets, one.sets_written, one.estimated = len(draft.scheme), True, True
        else:
            one.notes.append("build up")
        lend(draft, one, LOADS)
        if alone and draft.seconds:
            one.keep_window(draft.seconds)


def _so_often(group: list[Draft], draft: Draft) -> bool:
    """'70 % x 2' under a complex: two of all of it."""
    if not draft.reps or draft.scheme or draft.sets or draft.sum:
        return False
    for one in group:
        of_each = (one.scheme or (one.reps or 1,))[0]
        if not (one.percents or one.loads):
            one.scheme, one.reps = (), None
        add_sets(one, replace(draft, reps=of_each), draft.reps)
    return True


def _gives_bar(group: list[Draft], draft: Draft) -> bool:
    """'EMOM 10 @ 70 %' below a complex: the bar of all of it, where it has none yet."""
    if draft.has_amount or draft.sets or draft.sum or any(one.percents or one.loads for one in group):
        return False
    for one in group:
        lend(draft, one, LOADS)
    return True


def _says_half(last: Draft, draft: Draft) -> bool:
    """'20 snatches, 10 per arm': the same again, a side."""
    half = draft.sides == PAIR and bool(draft.reps) and last.reps == PAIR * (draft.reps or 0)
    if half:
        last.notes.append(f"{draft.reps} a side")
    return half and not draft.loads


def only_seconds(draft: Draft) -> bool:
    """Whether a time is all that is said."""
    counts = draft.reps or draft.scheme or draft.counts or draft.distance_m or draft.calories
    return bool(draft.seconds) and not (counts or draft.loads or draft.percents)


def _climbs_below(last: Draft, read: Line, draft: Draft) -> bool:
    """'work up to a heavy triple' on the line below '3-3-3-3-3': how these sets go, and no more of them."""
    below = last.line < read.number <= last.line + PAIR and not _ANOTHER.match(read.text)
    fewest = last.scheme[-1] if last.scheme else last.reps
    return below and not last.percents and draft.scheme[:1] == (fewest,)


def _climbs(last: Draft, draft: Draft) -> None:
    """'3-3-2-2-1, up to a heavy single', '.., climbing to 90 %': how a list goes on."""
    last.notes.append("build up")
    if draft.percents != (HEAVY_PERCENT,):
        lend(draft, last, ("percents",))
