"""What a stretch of a line said -> where it belongs: a new movement, more of the one above, or a
division's own."""

from __future__ import annotations

import itertools
import re
from dataclasses import replace

from core.catalog import Catalog
from core.reading.amounts.measured import LEAST_WINDOW_S
from core.reading.asides import is_aside
from core.reading.context import in_context
from core.reading.divisions import loadable
from core.reading.draft import (
    AMOUNTS,
    LOADS,
    Chunk,
    Draft,
    add_sets,
    another_set,
    lend,
    worth,
)
from core.reading.kit_words import FREE_WEIGHTS, GOING, HAND_WEIGHTS, LOADED, held_in_hands
from core.reading.line import SILENT, Line
from core.reading.of_the_last import OfTheLast, only_seconds
from core.reading.of_the_line import BODY_ONLY
from core.reading.part_draft import PartDraft
from core.reading.parts import Parts
from core.reading.phrases import PAIR
from core.reading.plain_words import plain_words
from core.reading.rows import Row
from core.reading.said_loads import SaidLoads, how_many_held, pair_as_load
from core.reading.spreading import only_fillers
from core.reading.units import SHORTEST_RUN_M
from core.reading.workout import Format

ANY_MACHINE = ("row", "bike", "ski")  # what a machine of one's choice may be; common practice
_MACHINE = re.compile(r"\b(?:machines?|ergs?|ergometers?)\b", re.IGNORECASE)
_ITS_CHOICE = re.compile(
    r"\b(?:any|your|choice\s+of)\s+(?:machine|erg)\b|\b(?:machine|erg)\s+of\s+(?:your\s+)?choice\b",
    re.IGNORECASE,
)
ALL_WITH = frozenset(("all", "with", "done", "at", "on", "of", "it", "the", "same"))


class Attacher:
    """Adds what was read of everybody's work to the parts."""

    def __init__(self, parts: Parts, catalog: Catalog):
        self.parts = parts
        self.catalog = catalog
        self.loads = SaidLoads(parts, catalog)
        self.of_the_last = OfTheLast(catalog, self.loads)
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
        draft.everyone |= (
            self.parts.run_together and self.catalog.movements[draft.movement].family == "running"
        )
        if part.work_indent is None:
            part.work_indent = row.indent
        part.adjacent = part.adjacent or not self.parts.after_blank
        self._give_ladder(part, draft)
        _of_each(part, draft, bool(loadable([draft], self.catalog)))
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
        plain = part.format is None or replace(part.format, cap_s=None, for_time=False) == Format()
        if sets and plain:
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
        beside = part is not None and bool(part.work) and part.work[-1].line == row.number
        of_another = _is_of_another(read, chunk) and not beside
        if chunk.draft.has_amount and (of_another or _any_machine(read, chunk)):
            self._hand_back(read, chunk)
            read.taken.update(chunk.indices)
            return
        counts = chunk.draft.has_amount or not (chunk.draft.loads or chunk.draft.percents)
        if counts and strange_words(read, chunk) and not _are_sets_of(part, chunk, row):
            given = self._with_all(part, read, chunk) or self._bar_behind_words(part, row, chunk)
            if not given and chunk.draft.calories:
                self._hand_back(read, chunk)
                read.taken.update(chunk.indices)
            elif not given and _only_amounts_matter(read, chunk):
                self._hand_back(read, chunk)
            elif not given and part is not None and chunk.draft.has_amount:
                part.lost += 1
            return  # else they stay free and are handed back
        if part is None or not part.work:
            self._above_its_list(row, read, chunk)
        else:
            last = self.catalog.movements[part.work[-1].movement]
            counted = part.work[-1].has_amount and part.work[-1].line == row.number
            if (
                (alone or counted)
                and held_in_hands(last)
                and how_many_held(chunk.draft, "" if last.family == "carry" else "hand")
            ):
                kit = last.implement if last.implement in HAND_WEIGHTS else "dumbbell"
                chunk.draft.kit = kit  # "(2x16/2x12)" below a list
            if not self.of_the_last.says(part, row, read, chunk):
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

    def _bar_behind_words(self, part: PartDraft | None, row: Row, chunk: Chunk) -> bool:
        """'5 min max snatches, switch as you like (24/16)': two standards of what stands before the words."""
        last = part.work[-1] if part is not None and part.work else None
        if last is None or last.line != row.number or last.loads or chunk.draft.other is None:
            return False
        if self.catalog.movements[last.movement].implement not in LOADED:
            return False
        pair_as_load(last, chunk.draft)
        lend(chunk.draft, last, LOADS)
        return True

    def _above_its_list(self, row: Row, read: Line, chunk: Chunk) -> None:
        part = self.parts.last
        alone = _falls(chunk.draft) and not read.content.strip(" \t()[]@0123456789./,")
        if row.followed and (alone or all(index in read.bracketed for index in chunk.indices)):
            pair_as_load(Draft(0, 0, "", reps=1), chunk.draft)  # "21-15-9 (60/40)" above bare names
        self._list_and_bar(row, chunk.draft)
        weighed = chunk.draft.loads or (chunk.draft.percents and row.followed)
        if weighed and not chunk.draft.has_amount:
            part = self.parts.current(row.number)
            part.bars.append(chunk.draft)  # "60/40 kg" above its list
            part.kit = chunk.draft.kit if chunk.draft.kit in HAND_WEIGHTS else part.kit
        elif (seconds := chunk.draft.seconds or 0) >= LEAST_WINDOW_S and only_seconds(chunk.draft):
            if (times := chunk.draft.sets or 1) > 1:
                self.parts.each_lasts = (times, seconds)  # "2 x 12 min" above two pieces
            else:
                self.parts.current(row.number).lasts_s = seconds  # "Gymnastics density, 12 min"
        elif part is not None and chunk.draft.estimated:
            part.notes.append(read.content.strip())  # "6 minutes to find a max:" above what is lifted
        elif chunk.draft.sets_written and (chunk.draft.scheme or chunk.draft.reps) and row.followed:
            self.parts.current(row.number).each_sets = chunk.draft  # "3 x 12" above a list of names
        elif chunk.draft.reps and row.followed and _counts_each(read):
            self.parts.current(row.number).each_reps = chunk.draft.reps  # "30 reps for time"
        elif part is None or row.followed or not self._lift_above(part, chunk.draft):
            self._hand_back(read, chunk)

    def _list_and_bar(self, row: Row, draft: Draft) -> None:
        """'21-15-9 @ 60/40 kg' above bare names: the numbers of its rounds, and the bar of its lifts."""
        part = self.parts.current(row.number)
        varies = len(set(draft.scheme)) > 1 and not draft.percents and draft.ladder_step is None
        if row.followed and draft.loads and varies and part.format is None and not part.work:
            part.format, part.format_line = Format(scheme=draft.scheme), row.number
            draft.scheme, draft.sets, draft.sets_written = (), None, False

    def _lift_above(self, part: PartDraft, draft: Draft) -> bool:
        """'EMOM 6: 1 rep @ 85 %' below a lift that was built to its heaviest, or is done by the minute:
        that lift again."""
        at = self.parts.all.index(part)
        above = self.parts.all[at - 1] if at and not part.heading else part
        before, weighed = above.work, draft.reps and (draft.percents or draft.loads or draft.rpe)
        if not weighed or len({one.movement for one in before}) != 1:
            return False
        paced = above.format is not None and above.format.kind == "every-minute"
        if not (before[-1].sets_written or paced):
            return False
        if self.catalog.movements[before[-1].movement].implement not in FREE_WEIGHTS:
            return False
        self._once_more(part, before[-1], draft)
        return True

    def _give(self, part: PartDraft, read: Line, chunk: Chunk, alone: bool) -> None:
        """Fill the gaps of the movement before, or add a set to it."""
        draft = chunk.draft
        if alone and draft.sets_written and len(part.work) > 1 and not any(one.is_told for one in part.work):
            for one in part.work:  # "3 x 15 each" below a list of names
                one.take_amounts(draft)
                lend(draft, one, LOADS)
            return
        last = self._lift_meant(part, read, draft) or part.work[-1]
        by_rounds = part.format is not None and (part.format.ladder_step or part.format.scheme)
        weighs = self._weighs_a_list(part, last, draft) if alone else by_rounds
        pair_as_load(Draft(0, 0, "", reps=1) if weighs else last, draft)
        self._into_a_window(last, draft)
        if alone and self.loads.of_list(part, draft):
            return
        far = (
            last.distance_m and draft.distance_m and last.line != draft.line
        )  # "200 m easy", and below it "8 x 50 m"
        if draft.sets_written and (far or (last.seconds and draft.seconds and draft.seconds != last.seconds)):
            self._once_more(part, last, draft)
            return
        if last.has_amount and another_set(draft, last):
            add_sets(last, draft, draft.sets or 1 if draft.reps and not draft.scheme else 1)
        elif self._of_another_lift(part, last, draft) or not self._fill(last, draft):
            self._hand_back(read, chunk)
        in_context(last, self.catalog.movements[last.movement], self.catalog)

    def _weighs_a_list(self, part: PartDraft, last: Draft, draft: Draft) -> bool:
        """'43/30' on a row of its own below 'thrusters', 'pull-ups': two standards of what is lifted, and no
        count of what stands last."""
        counts = self.catalog.movements[last.movement].calorie_s is not None
        return _falls(draft) and not counts and bool(loadable(part.work, self.catalog))

    def _of_another_lift(self, part: PartDraft, last: Draft, draft: Draft) -> bool:
        """'20 kg' on its own below '50 thrusters 40/30' and '30 burpees': no burpee's; 'KB 24/16' below a run
        or a barbell: neither's."""
        if not draft.loads or draft.has_amount or last.line == draft.line:
            return False
        row = self.catalog.movements[last.movement]
        if row.family == "running" and not last.loads and draft.kit not in ("vest", "sandbag"):
            return True
        if draft.kit in FREE_WEIGHTS and row.implement in FREE_WEIGHTS and draft.kit != row.implement:
            return True
        lifts = (self.catalog.movements[one.movement].implement in FREE_WEIGHTS for one in part.work)
        return row.implement in BODY_ONLY and any(lifts)

    def _once_more(self, part: PartDraft, last: Draft, draft: Draft) -> None:
        """'Double-unders: 10 min practice. Then 5 x 30 s max': another piece of the same."""
        draft.movement, draft.text, draft.division = last.movement, last.text, last.division
        draft.assumed.append(f"{draft.text} again")
        part.work.append(draft)

    def _lift_meant(self, part: PartDraft, read: Line, draft: Draft) -> Draft | None:
        """'3 deadlifts + 6 box jumps, start at 60 %', '6 deadlifts and 6 burpees, 60/40 kg': what is behind
        what has no bar is the lift's on its line."""
        last = self.catalog.movements[part.work[-1].movement]
        weighed = draft.percents or draft.loads
        if not weighed or draft.has_amount or last.implement not in BODY_ONLY or last.unit != "rep":
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

    def _fill(self, last: Draft, draft: Draft) -> bool:
        """Give a movement what it lacks; whether there was anything to give, or nothing to say."""
        last.sides = max(last.sides, draft.sides)
        last.synchro |= draft.synchro
        going = self.catalog.movements[last.movement].family == "machine"  # "14 cal row" has no load
        loads = tuple(name for name in LOADS if worth(draft, name) and not worth(last, name) and not going)
        lend(draft, last, loads)  # a load and its unit together
        taken = bool(loads)
        for name in AMOUNTS:
            gap = worth(draft, name) and not worth(last, name) and name != "sides"
            gap = gap and not (
                name in ("seconds", "distance_m") and last.has_amount and last.line != draft.line
            )
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

    def any_machine_of(self, read: Line) -> None:
        """'4 x 3 min on, 1 min off, machine of choice': what is done then, and nobody says on which."""
        said = _ITS_CHOICE.search(read.text)
        place = range(said.start(), said.end()) if said is not None else range(0)
        chosen = [at for at in read.free() if read.phrases[at].column in place]
        if said is not None and chosen:
            read.marks = [mark for mark in read.marks if mark.column - 1 not in place]
            read.hand_back(*said.span(), "nobody says which machine", ANY_MACHINE)
            read.taken.update(chosen)

    def _hand_back(self, read: Line, chunk: Chunk) -> None:
        if self.parts.last is not None and chunk.draft.has_amount and not read.headed:
            self.parts.last.lost += 1
        if not (chunk.draft.has_amount or chunk.draft.loads or chunk.draft.percents or chunk.draft.heights_m):
            return
        said = [index for index in chunk.indices if read.phrases[index].kind not in SILENT]
        if not said:
            return
        start, end = read.phrases[said[0]].column, read.phrases[said[-1]].end
        read.marks = [mark for mark in read.marks if not start < mark.column <= end]
        if _any_machine(read, chunk):
            read.hand_back(start, end, "nobody says which machine", ANY_MACHINE)
            read.taken.update(chunk.indices)
        else:
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
        if strange_words(read, chunk) or draft.reps or draft.loads or _any_machine(read, chunk):
            return False
        if draft.calories and (machine := self.machine):
            return self._same_machine(read, chunk, machine)
        if (draft.seconds or draft.distance_m) and self._goes_easy(read, chunk):
            return True
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

    def _goes_easy(self, read: Line, chunk: Chunk) -> bool:
        """'10 min easy' below '6 x 500 m row': on the same machine."""
        last = self.parts.last.work[-1] if self.parts.last and self.parts.last.work else None
        easy = any(word in ("easy", "steady", "light") for word in plain_words(read.text))
        if last is None or not easy or not last.has_amount or last.line == read.number or chunk.draft.reps:
            return False
        if self.catalog.movements[last.movement].family not in GOING:
            return False
        draft, phrase = chunk.draft, read.phrases[chunk.indices[0]]
        draft.movement, draft.text, draft.column = last.movement, phrase.text, phrase.column + 1
        draft.assumed.append(f"{phrase.text} as a {self.catalog.movements[last.movement].name}")
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


def _falls(draft: Draft) -> bool:
    """'43/30': two numbers of which the second is the smaller, as two standards are."""
    return draft.other is not None and (draft.reps or 0) > draft.other


def _of_each(part: PartDraft, draft: Draft, weighed: bool) -> None:
    """What is said above the list of all that stands bare in it: '30 reps for time', '3 x 12'. weighed: it
    is lifted, so that a load said there is its own."""
    if part.each_reps and draft.counts == "cal" and not draft.calories:
        draft.calories, draft.counts = part.each_reps, ""
    elif part.each_reps and not draft.has_amount:
        draft.reps = part.each_reps
    elif part.each_sets and not draft.has_amount:
        draft.take_amounts(part.each_sets)
        if weighed:
            lend(part.each_sets, draft, LOADS)
    elif part.each_sets and (draft.seconds or draft.distance_m) and not (draft.reps or draft.sets_written):
        draft.sets, draft.sets_written = part.each_sets.sets, True  # "plank 30 s" in it


def _counts_each(read: Line) -> bool:
    """'30 reps for time', '7 rounds of 7:', 'AMRAP 9, 9 reps of each' above bare names."""
    kinds = [one.kind for one in read.phrases if one.kind not in ("colon", "reps", "close")]
    of_each = kinds[-2:] == ["count", "each"] or kinds[-3:] == ["count", "of", "each"]
    return "for-time" in kinds or of_each or kinds[-3:] == ["rounds", "of", "count"]


def _are_sets_of(part: PartDraft | None, chunk: Chunk, row: Row) -> bool:
    """Whether sets are those of a bare name before them on the same line, whatever words follow."""
    last = part.work[-1] if part is not None and part.work else None
    bare = last is not None and not last.has_amount and last.line == row.number
    return bare and chunk.draft.sets_written


def _is_of_another(read: Line, chunk: Chunk) -> bool:
    """'Carry: 4 x 50 m', 'Jerk dip + hold: 3 x 3' below a list: sets of what nobody understood."""
    lead = list(itertools.takewhile(lambda one: one.kind in ("words", "plus"), read.phrases))
    ends = [one.kind for one in read.phrases[len(lead) : len(lead) + 1]]
    joined = len(lead) > 1 and lead[1].kind == "plus"
    if not lead or lead[0].kind != "words" or not (len(lead) == 1 or joined):
        return False
    return (
        (ends in (["colon"], ["sets"]) or (joined and ends == ["comma"]))
        and 0 not in read.taken
        and chunk.draft.sets_written
        and not only_fillers(read.phrases[0].text)
        and not set(plain_words(read.phrases[0].text)) <= ALL_WITH
    )


def strange_words(read: Line, chunk: Chunk) -> bool:
    """Whether a stretch holds words nobody understood."""
    return any(
        index not in read.taken
        and read.phrases[index].kind == "words"
        and not only_fillers(read.phrases[index].text)
        and not _fills_a_cell(read, index)
        for index in chunk.indices
    )


def _any_machine(read: Line, chunk: Chunk) -> bool:
    """'15 cal machine', '500 m any erg', '12 cal, machine of choice': nobody says which."""
    words = (read.phrases[index].text for index in chunk.indices if read.phrases[index].kind == "words")
    return not chunk.named and any(map(_MACHINE.search, words))


def _only_amounts_matter(read: Line, chunk: Chunk) -> bool:
    """Whether sets or loads stand among words that are by the way, so that else nobody would hear of them."""
    draft = chunk.draft
    lifted = draft.sets_written or len(draft.scheme) > PAIR or draft.loads or draft.percents
    by_the_way = (is_aside(read, run) for run in read.untaken() if run[0] in chunk.indices)
    return bool(lifted) and all(by_the_way)


def _fills_a_cell(read: Line, index: int) -> bool:
    """'.. | 4 sets | 3 reps | high': words in a cell of their own are a remark on the line."""
    beside = [one.kind for one in read.phrases[index - 1 : index + 2]]
    return index > 1 and beside in (["bar", "words"], ["bar", "words", "bar"])
