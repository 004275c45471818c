"""What a stretch of a line said -> where it belongs: a new movement, more of the one above, or a
division's own."""

from __future__ import annotations

from dataclasses import replace

from core.catalog import Catalog
from core.reading.amounts.measured import LEAST_WINDOW_S
from core.reading.context import in_context
from core.reading.divisions import loadable
from core.reading.draft import (
    AMOUNTS,
    BUILD_SETS,
    LOADS,
    Chunk,
    Draft,
    add_sets,
    another_set,
    lend,
    share_out,
    worth,
)
from core.reading.kit_words import FREE_WEIGHTS, HAND_WEIGHTS, LOADED
from core.reading.line import SILENT, Line
from core.reading.loads import unit_of
from core.reading.of_the_line import BODY_ONLY
from core.reading.part_draft import PartDraft
from core.reading.parts import Parts
from core.reading.plain_words import plain_words
from core.reading.rows import Row
from core.reading.said_loads import SaidLoads, how_many_held, pair_as_load
from core.reading.spreading import only_fillers
from core.reading.units import BELLS, SHORTEST_RUN_M

PAIR = 2
HIGHEST_TARGET_M = 4.0  # common practice

ALL_WITH = frozenset(("all", "with", "done", "at", "on", "of", "it", "the", "same"))


class Attacher:
    """Adds what was read of everybody's work to the parts."""

    def __init__(self, parts: Parts, catalog: Catalog):
        self.parts = parts
        self.catalog = catalog
        self.loads = SaidLoads(parts, catalog)
        self.machine = ""  # whose calories were counted last
        self.lift = ""  # the lift with a bar that the session's name says
        self.of_title = ""  # the machine or the way of going that the session's name says

    # -- movements ------------------------------------------------------------------------------

    def add(self, row: Row, chunk: Chunk, station: int | None, role: str, first: bool) -> None:
        """A named movement of everybody, or of the division whose block the part is in."""
        draft = chunk.draft
        draft.station, draft.role = station, role
        part = self.parts.place_for(row, draft, first)
        draft.role = role or part.block_role
        draft.division = draft.division or part.block_division or part.division
        own = part.own_schemes.get(draft.division or "", ())
        if own and not replace(draft, counts="").has_amount:
            draft.scheme, draft.sets = own, len(own)
        part.shares |= draft.shared
        if part.work_indent is None:
            part.work_indent = row.indent
        part.adjacent = part.adjacent or not self.parts.after_blank
        self._give_ladder(part, draft)
        if part.each_reps and draft.counts == "cal" and not draft.calories:
            draft.calories, draft.counts = part.each_reps, ""
        elif part.each_reps and not draft.has_amount:
            draft.reps = part.each_reps
        if draft.as_above:
            self.loads.load_as_above(part, draft)
        if draft.after_sets and draft.has_counts and not draft.sets:
            self._as_often_as_above(part, draft)
        self.loads.with_the_kit(part, draft)
        if part.interrupts[0] == row.number:
            draft.own_rounds, draft.often = part.interrupts[1], not part.interrupts[1]
        if (
            row.sets
            and part.format is not None
            and part.format.kind in ("every-minute", "rounds", "intervals")
        ):
            draft.own_rounds = row.sets
        part.work.append(draft)
        if draft.has_calories:
            self.machine = draft.movement

    def _as_often_as_above(self, part: PartDraft, draft: Draft) -> None:
        """'1b) 3 broad jumps after each set' below '1a) Front squat 5 x 3'."""
        before = [one for said in self.parts.all[-PAIR:] for one in said.work]
        sets = next((one.sets or len(one.scheme) for one in reversed(before) if one.sets or one.scheme), 0)
        if sets and part.format is None:
            draft.sets, draft.sets_written = sets, True

    def _give_ladder(self, part: PartDraft, draft: Draft) -> None:
        """'AMRAP 9: 2-4-6-8... cleans and burpees': the ladder is the piece's."""
        fmt = part.format
        if draft.ladder_step is None or fmt is None:
            return
        if (fmt.scheme, fmt.ladder_step) == (draft.scheme, draft.ladder_step):
            draft.scheme, draft.ladder_step, draft.sets, draft.sets_written = (), None, None, False
        if fmt.scheme:
            return
        if fmt.kind in ("as-many-as-possible", "every-minute"):
            part.format = replace(fmt, scheme=draft.scheme, ladder_step=draft.ladder_step)
            draft.scheme, draft.sets, draft.sets_written = (), None, False

    # -- amounts without a name -----------------------------------------------------------------

    def loose(self, row: Row, read: Line, chunk: Chunk, alone: bool) -> None:
        """Amounts without a name belong to the movement before them, if that one still lacks them; a load
        alone to all that lack one."""
        part = self.parts.last
        if (
            chunk.draft.has_amount
            and _is_of_another(read, chunk)
            and not (part and part.work and part.work[-1].line == row.number)
        ):
            self._hand_back(read, chunk)
            return
        counts = chunk.draft.has_amount or not (chunk.draft.loads or chunk.draft.percents)
        if counts and strange_words(read, chunk) and not _are_sets_of(part, chunk, row):
            if not self._with_all(part, read, chunk):
                self._bar_behind_words(part, row, chunk)
            return  # they stay free and are handed back
        if part is None or not part.work:
            self._above_its_list(row, read, chunk)
        else:
            held = self.catalog.movements[part.work[-1].movement].implement
            counted = part.work[-1].has_amount and part.work[-1].line == row.number
            if (alone or counted) and held in HAND_WEIGHTS and how_many_held(chunk.draft):
                chunk.draft.kit = held  # "(2x16/2x12)" below a list
            if not self._beside(part, row, read, chunk):
                self._give(part, read, chunk, alone)

    def _with_all(self, part: PartDraft | None, read: Line, chunk: Chunk) -> bool:
        """'all with 2x15/10' below a list: what everything in it is done with."""
        said = [one for one in chunk.indices if read.phrases[one].kind == "words"]
        words = {word for one in said for word in plain_words(read.phrases[one].text)}
        if part is None or not part.work or "all" not in words or words - ALL_WITH:
            return False
        held = [self.catalog.movements[one.movement].implement for one in loadable(part.work, self.catalog)]
        if not how_many_held(chunk.draft):
            pair_as_load(Draft(0, 0, "", reps=1), chunk.draft)
        chunk.draft.kit = next((one for one in held if one in HAND_WEIGHTS), "")
        given = bool(held) and self.loads.of_list(part, chunk.draft)
        if given:
            read.take(said, "note", "what all of it is done with")
        return given

    def _bar_behind_words(self, part: PartDraft | None, row: Row, chunk: Chunk) -> None:
        """'5 min max snatches, switch as you like (24/16)': two standards of what stands before the words."""
        last = part.work[-1] if part is not None and part.work else None
        if last is None or last.line != row.number or last.loads or chunk.draft.other is None:
            return
        if self.catalog.movements[last.movement].implement in LOADED:
            pair_as_load(last, chunk.draft)
            lend(chunk.draft, last, LOADS)

    def _above_its_list(self, row: Row, read: Line, chunk: Chunk) -> None:
        part = self.parts.last
        weighed = chunk.draft.loads or (chunk.draft.percents and row.followed)
        if weighed and not chunk.draft.has_amount:
            part = self.parts.current(row.number)
            part.bars.append(chunk.draft)  # "60/40 kg" above its list
            part.kit = chunk.draft.kit if chunk.draft.kit in HAND_WEIGHTS else part.kit
        elif (seconds := chunk.draft.seconds or 0) >= LEAST_WINDOW_S and _only_seconds(chunk.draft):
            if (times := chunk.draft.sets or 1) > 1:
                self.parts.each_lasts = (times, seconds)  # "2 x 12 min" above two pieces
            else:
                self.parts.current(row.number).lasts_s = seconds  # "Gymnastics density, 12 min"
        elif part is not None and chunk.draft.estimated:
            part.notes.append(read.content.strip())  # "6 minutes to find a max:" above what is lifted
        elif chunk.draft.reps and row.followed and _counts_each(read):
            self.parts.current(row.number).each_reps = chunk.draft.reps  # "30 reps for time"
        elif part is None or row.followed or not self._lift_above(part, chunk.draft):
            self._hand_back(read, chunk)

    def _lift_above(self, part: PartDraft, draft: Draft) -> bool:
        """'EMOM 6: 1 rep @ 85 %' below a lift that was built to its heaviest: that lift again."""
        at = self.parts.all.index(part)
        before = self.parts.all[at - 1].work if at and not part.heading else []
        weighed = draft.reps and (draft.percents or draft.loads or draft.rpe)
        if not weighed or len({one.movement for one in before}) != 1 or not before[-1].sets_written:
            return False
        if self.catalog.movements[before[-1].movement].implement not in FREE_WEIGHTS:
            return False
        draft.movement, draft.text, draft.division = before[-1].movement, before[-1].text, None
        draft.assumed.append(f"{draft.text} again")
        part.work.append(draft)
        return True

    def _beside(self, part: PartDraft, row: Row, read: Line, chunk: Chunk) -> bool:
        """Whether amounts say something of their own of the movement before them, and no more of its gaps."""
        last, draft = part.work[-1], chunk.draft
        if draft.rep_every_s and not draft.has_amount:
            last.rep_every_s = draft.rep_every_s
            return True
        if self._tries(last, draft) or self._held(last, draft):
            return True
        if draft.estimated and last.sets_written and not last.estimated and chunk.joined_by == "comma":
            last.notes.append("build up")  # "3-3-2-2-1, up to a heavy single"
            return last.line == read.number
        if draft.relay and not draft.has_amount:
            last.everyone, last.sets = True, None  # "4 x 400 m run, relay": one each
            return True
        if draft.as_above and not draft.loads:
            held = self.catalog.movements[last.movement].implement in LOADED
            for one in [last] if held else loadable(part.work, self.catalog):
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

    def _give(self, part: PartDraft, read: Line, chunk: Chunk, alone: bool) -> None:
        """Fill the gaps of the movement before, or add a set to it."""
        draft = chunk.draft
        last = self._lift_meant(part, read, draft) or part.work[-1]
        pair_as_load(last, draft)
        self._into_a_window(last, draft)
        if alone and self.loads.of_list(part, draft):
            return
        if last.has_amount and another_set(draft, last):
            add_sets(last, draft, 1)
        elif not self._fill(last, draft):
            self._hand_back(read, chunk)
        in_context(last, self.catalog.movements[last.movement], self.catalog)

    def _lift_meant(self, part: PartDraft, read: Line, draft: Draft) -> Draft | None:
        """'3 deadlifts + 6 box jumps, start at 60 %': a percent behind what has no bar is the lift's on its
        line."""
        last = self.catalog.movements[part.work[-1].movement]
        if not draft.percents or draft.has_amount or last.implement not in BODY_ONLY or last.unit != "rep":
            return None
        for one in reversed(part.work):
            bare = not (one.percents or one.loads or one.bodyweight)
            if (
                one.line == read.number
                and bare
                and self.catalog.movements[one.movement].implement in FREE_WEIGHTS
            ):
                return one
        return None

    def _into_a_window(self, last: Draft, draft: Draft) -> None:
        """'Back squat, 20 min' and below it '5 x 5 @ 75 %': the time its sets are given, which is no work."""
        lifted = self.catalog.movements[last.movement].implement == "barbell"
        bare = not (last.reps or last.scheme or last.distance_m or last.calories)
        if lifted and bare and (last.seconds or 0) >= LEAST_WINDOW_S and (draft.scheme or draft.sets):
            last.keep_window(last.seconds or 0)
            last.seconds = None

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
        tries = _only_seconds(draft) and self._has_a_window(last)
        if tries:
            last.keep_window(draft.seconds or 0)
        return tries

    def _has_a_window(self, last: Draft) -> bool:
        """'1RM clean, 12 min', 'max snatch, both partners, 10 min': how long one may try."""
        barbell = self.catalog.movements[last.movement].implement == "barbell"
        if barbell and last.max_effort and not (last.reps or last.scheme or last.loads):
            last.max_effort, last.estimated = False, True
            last.scheme, last.sets, last.sets_written = (1,) * BUILD_SETS, BUILD_SETS, True
        return last.estimated and not last.seconds

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
        sets = draft.which_sets or row.sets
        if not sets:
            return False
        last = part.work[-1]
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
        """'as many as possible @ 70 %' as the last of a lift's sets."""
        if not draft.max_effort or draft.has_counts or not (last.scheme and last.sets_written):
            return False
        last.max_effort = True
        last.percents += draft.percents
        return True

    def _fill(self, last: Draft, draft: Draft) -> bool:
        """Give a movement what it lacks; whether there was anything to give, or nothing to say."""
        last.sides = max(last.sides, draft.sides)
        last.synchro |= draft.synchro
        loads = tuple(name for name in LOADS if worth(draft, name) and not worth(last, name))
        lend(draft, last, loads)  # a load and its unit together
        taken = bool(loads)
        for name in AMOUNTS:
            gap = worth(draft, name) and not worth(last, name) and name != "sides"
            gap = gap and (name != "counts" or self.catalog.movements[last.movement].calorie_s is not None)
            if gap and not self._second_amount(last, name):
                setattr(last, name, getattr(draft, name))
                taken = True
        last.assumed.extend(draft.assumed)
        last.notes.extend(draft.notes)
        last.estimated |= draft.estimated
        nothing = not (draft.has_amount or draft.loads or draft.percents or draft.heights_m)
        return taken or nothing or bool(draft.notes)

    def _second_amount(self, last: Draft, name: str) -> bool:
        """A movement that counts one thing does not also count another."""
        counting = ("reps", "distance_m", "calories")
        if (
            name == "seconds"
            and (last.reps or last.scheme)
            and self.catalog.movements[last.movement].unit == "rep"
        ):
            return True
        return name in counting and any(getattr(last, other) for other in counting if other != name)

    def _hand_back(self, read: Line, chunk: Chunk) -> None:
        if not (chunk.draft.has_amount or chunk.draft.loads or chunk.draft.percents or chunk.draft.heights_m):
            return
        said = [index for index in chunk.indices if read.phrases[index].kind not in SILENT]
        if not said:
            return
        start, end = read.phrases[said[0]].column, read.phrases[said[-1]].end
        read.marks = [mark for mark in read.marks if not start < mark.column <= end]
        read.hand_back(start, end, "an amount with no movement to go with")

    def _lift_of_title(self, read: Line, chunk: Chunk) -> bool:
        """'Squat Monday' above '5 x 5 @ 75 %': the sets of the lift that the session is named after."""
        begun = self.parts.last is not None and any(part.work for part in self.parts.all)
        weighed = chunk.draft.percents or chunk.draft.loads or chunk.draft.rpe
        counted = chunk.draft.scheme or chunk.draft.reps or chunk.draft.max_effort
        if begun or not self.lift or not (counted and weighed) or strange_words(read, chunk):
            return False
        phrase = read.phrases[chunk.indices[0]]
        chunk.draft.movement, chunk.draft.text, chunk.draft.column = self.lift, phrase.text, phrase.column + 1
        chunk.draft.assumed.append(f"{self.catalog.movements[self.lift].name}, as the session's name says")
        chunk.named = True
        return True

    def name_a_run(self, read: Line, chunk: Chunk) -> bool:
        """'6 x 400 m' with no name on the line is a run, and shown as an assumption."""
        draft = chunk.draft
        if self._lift_of_title(read, chunk):
            return True
        if strange_words(read, chunk) or draft.reps or draft.loads:
            return False
        if draft.calories and (machine := self.machine):
            return self._same_machine(read, chunk, machine)
        if (draft.distance_m or 0) < SHORTEST_RUN_M:
            return False
        if self.parts.last and self.parts.last.work and not self.parts.last.work[-1].has_amount:
            return False  # it is the distance of the movement above
        last = self.parts.last.work[-1] if self.parts.last and self.parts.last.work else None
        if last is None and self.of_title:
            draft.movement = self.of_title
        same = (
            last is not None
            and self.catalog.movements[last.movement].family == "machine"
            and bool(last.distance_m)
        )
        draft.movement = draft.movement or (last.movement if same and last is not None else "run")
        phrase = read.phrases[chunk.indices[0]]
        draft.text, draft.column = phrase.text, phrase.column + 1
        draft.assumed.append(f"{phrase.text} as a {self.catalog.movements[draft.movement].name}")
        chunk.named = True
        return True

    def _same_machine(self, read: Line, chunk: Chunk, machine: str) -> bool:
        """'9 cal' below '15 cal row': on the same machine."""
        last = self.parts.last.work[-1] if self.parts.last and self.parts.last.work else None
        if last is not None and not last.has_amount:
            return False
        phrase = read.phrases[chunk.indices[0]]
        chunk.draft.movement, chunk.draft.text, chunk.draft.column = machine, phrase.text, phrase.column + 1
        chunk.draft.assumed.append(f"{phrase.text} on the {self.catalog.movements[machine].name}")
        chunk.named = True
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


def _counts_each(read: Line) -> bool:
    """'30 reps for time', '7 rounds of 7:' above bare names."""
    kinds = [one.kind for one in read.phrases if one.kind != "colon"]
    return "for-time" in kinds or kinds[-3:] == ["rounds", "of", "count"]


def _says_half(last: Draft, draft: Draft) -> bool:
    """'20 snatches, 10 per arm': the same again, a side."""
    half = draft.sides == PAIR and bool(draft.reps) and last.reps == PAIR * (draft.reps or 0)
    if half:
        last.notes.append(f"{draft.reps} a side")
    return half and not draft.loads


def _only_seconds(draft: Draft) -> bool:
    counts = draft.reps or draft.scheme or draft.counts or draft.distance_m or draft.calories
    return bool(draft.seconds) and not (counts or draft.loads or draft.percents)


def _are_sets_of(part: PartDraft | None, chunk: Chunk, row: Row) -> bool:
    """Whether sets are those of a bare name before them on the same line, whatever words follow."""
    last = part.work[-1] if part is not None and part.work else None
    bare = last is not None and not last.has_amount and last.line == row.number
    return bare and chunk.draft.sets_written


def _is_of_another(read: Line, chunk: Chunk) -> bool:
    """'Carry: 4 x 50 m' below a list: sets of what stands before the colon, and nobody understood."""
    kinds = [one.kind for one in read.phrases[:2]]
    return (
        kinds == ["words", "colon"]
        and 0 not in read.taken
        and chunk.draft.sets_written
        and not only_fillers(read.phrases[0].text)
    )


def strange_words(read: Line, chunk: Chunk) -> bool:
    """Whether a stretch holds words nobody understood."""
    return any(
        index not in read.taken
        and read.phrases[index].kind == "words"
        and not only_fillers(read.phrases[index].text)
        for index in chunk.indices
    )
