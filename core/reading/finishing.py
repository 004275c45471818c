"""A part that was read -> the part with its format, kind and totals."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import replace

from core.catalog import Catalog
from core.reading.adding import grow
from core.reading.context import in_context
from core.reading.divisions import loadable, shared_lines, stand_in
from core.reading.draft import BUILD_SETS, HEAVY_PERCENT, LOADS, WEIGHT, Draft, lend
from core.reading.headings import AROUND
from core.reading.kit_words import GOING, HAND_WEIGHTS, weight_of
from core.reading.merging import one_an_interval
from core.reading.of_the_line import BODY_ONLY
from core.reading.part_draft import PartDraft
from core.reading.phrases import PAIR
from core.reading.plain_words import plain_words
from core.reading.rungs import written_out
from core.reading.stations import LEAST_OPEN_S, Place, lasts_again, places_of
from core.reading.team_roles import give_waits
from core.reading.units import KG_PER, MINUTE_S
from core.reading.volumes import Rounds, finish, once_s, rounds_of, time_left
from core.reading.workout import Format, Part, PartKind, Work

NUMBERED = (
    "every-minute",
    "intervals",
    "rounds",
    "as-many-as-possible",
)  # formats whose places may be numbered
STRENGTH_IMPLEMENTS = ("barbell",)
OWN_ROUNDS = re.compile(r"^(\d{1,3}) rounds$")  # beside a division's line
TIMES_IN_ALL = re.compile(r"^(\d{1,3}) times in all$")  # beside a line that is done another number of times
NOBODY_KNOWS = "nobody knows how often"
BARE_LIFTS = ("squat", "squats")
LEAST_HEAVY_SETS, MOST_HEAVY_REPS = 3, 6  # of squats that are a lift's, loads or none; common practice
LONGEST_LAST_TRY_S = 600  # nobody goes on with one movement for longer; estimate
FAR_LONGER = 1.3  # times a minute that no pace makes up for; estimate
LEAST_LONG_S = 180  # of an interval that can hold three and more; common practice
LEAST_SHARED_S = 120  # of an interval that can hold two things; common practice
LEAST_FAR_M = 100  # of a list of numbers above what goes somewhere; common practice
MOST_WORN_KG = 20  # of two standards that somebody hangs or dips with; common practice
MAY_BE_LOADED = frozenset(("glute-bridge", "jumping-squat", "jumping-lunge", "walk", "ruck", "weighted-run"))
EACH = "each"  # everybody of a team does all of it
LEAST_CLIMBING = 3  # loads of a list, one for each interval


class Finishing:
    """Finishes the parts of one text. team and share: how many share, and how, where the text says so once
    above."""

    def __init__(self, catalog: Catalog, team: int | None, share: str):
        self.catalog = catalog
        self.team = team
        self.share = share

    def finish(self, part: PartDraft) -> Part:
        """One part with its totals."""
        _without_what_it_is_about(part)
        self._as_the_part_says(part)
        if part.grows and part.format is not None and (told := written_out(part, part.format)) != part.format:
            part.format, part.grows = told, 0  # "ascending by 2", and its rungs: "2 deadlifts", "4 deadlifts"
        grow(part)
        self._builds_up(part)
        _by_other_numbers(part)
        _in_other_rounds(part)
        fmt = self._format(part)
        self._far_by_the_scheme(part, fmt)
        self._counts_as_before(part)
        _carry_loads(part.work)
        for one in part.work if fmt.kind == "for-time" and fmt.scheme and not part.exact else ():
            _so_often_the_scheme(one, fmt.scheme)
        if fmt.kind != "sets-x-reps" and not part.exact:
            self._of_what_is_lifted(part)
            self._share_the_bar(part)
        if fmt.kind == "as-many-as-possible" and not fmt.scheme and not part.exact:
            _as_often_as_possible(part, fmt)
        for one in part.work if part.format is None and not part.exact else ():
            _a_set_for_each_percent(one)
        self._fills_its_section(part)
        for bar in part.bars:
            self._give_bar(part, bar)
        reading = rounds_of(fmt, part.work, self.catalog)
        once = part.each_once if part.exact else self._once_then_most(part, fmt)
        if fmt.kind == "as-many-as-possible" and once:
            reading = Rounds(1, False, 1, 1)
        if reading.estimated:
            fmt = replace(
                fmt, rounds=reading.rounds, estimated=True, rounds_range=(reading.fewest, reading.most)
            )
        lasts = fmt.minutes or (part.lasts_s or 0) / MINUTE_S or None
        give_waits(replace(fmt, minutes=lasts), part.work, reading, self.catalog)
        places = places_of(fmt, part.work, self.catalog, in_turn=part.each_once)
        works = tuple(self._at_its_place(draft, part, fmt, reading, places) for draft in part.work)
        blocks = {work.division for work in part.work if work.division and not work.replaces} - {"rx"}
        shared = any(one.as_prescribed for one in part.work)
        if blocks and shared and not any(one.replaces for one in part.work):
            works = block_overrides(works, blocks)
        return Part(
            part.name,
            self._kind(part, fmt),
            fmt,
            works,
            tuple(part.notes),
            part.line,
            part.heading and not part.rested,
        )

    def _as_the_part_says(self, part: PartDraft) -> None:
        """What holds for all of a list: as many as one can, both sides, under a bar."""
        for one in part.work:
            one.max_effort |= part.all_out and not one.has_amount
            self._under_the_bar(part, one)
            if part.sided and one.sides == 1:
                one.sides = self.catalog.movements[one.movement].sides

    def _builds_up(self, part: PartDraft) -> None:
        """'The heaviest complex in 10 min' above '1 clean + 2 front squats': in the sets it takes, each of a
        team."""
        bars = all(self.catalog.movements[one.movement].implement == "barbell" for one in part.work)
        if not part.heavy or not bars or any(one.scheme for one in part.work):
            return
        for one in part.work:
            one.scheme, one.reps = (one.reps or 1,) * BUILD_SETS, None
            one.sets, one.sets_written, one.estimated, one.everyone = BUILD_SETS, True, True, True
            one.percents = one.percents or (() if one.loads else (HEAVY_PERCENT,))

    def _under_the_bar(self, part: PartDraft, draft: Draft) -> None:
        """'Strength: squat 4 x 8', 'squat 5x5': sets of a lift, though nobody says a load."""
        few = len(draft.scheme) >= LEAST_HEAVY_SETS and max(draft.scheme) <= MOST_HEAVY_REPS
        heavy = few and part.heading_kind not in AROUND and part.format is None
        of_a_lift = draft.sets_written and (heavy or part.heading_kind == "strength")
        lift = self.catalog.movements[draft.movement].context.get("loaded") if of_a_lift else None
        if lift is not None and draft.text.lower() in BARE_LIFTS:
            draft.movement = lift
            draft.assumed.append(f"{draft.text} as {self.catalog.movements[lift].name}, in sets of a lift")

    def _at_the_end(self, part: PartDraft, kit: str, lifts: Sequence[Draft]) -> bool:
        """'DB complex: 5 deadlifts, 5 cleans, 5 squats (2x17.5/12.5)': one load behind all of a line."""
        return part.kit == kit and bool(lifts[-1].loads) and len({one.line for one in lifts}) == 1

    def _share_the_bar(self, part: PartDraft) -> None:
        """'12 deadlifts 70/47.5', '9 hang power cleans', '6 push jerks': one bar, where the first lift alone
        says a load."""
        for kit in ("barbell", *HAND_WEIGHTS):
            lifts = [
                one
                for one in _shared_lines(part)
                if kit in (weight_of(self.catalog.movements[one.movement]), one.movement.split("-")[0])
            ]
            loaded = [one for one in lifts if one.loads]
            weighed = any(
                one.percents or one.rpe or one.bodyweight or one.unloaded or one.sets for one in lifts
            )
            if len(loaded) != 1 or len(lifts) < 2 or weighed:
                continue
            if lifts[0] is not loaded[0] and not self._at_the_end(part, kit, lifts):
                continue
            others = [one for one in lifts if one is not loaded[0]]
            for one in others:
                lend(loaded[0], one, WEIGHT)
                one.assumed.append(f"{loaded[0].load_text} as for the lift above")
                in_context(one, self.catalog.movements[one.movement], self.catalog)
            _loads_of_the_bar(part.work, loaded[0], others)

    def _far_by_the_scheme(self, part: PartDraft, fmt: Format) -> None:
        """'1000-800-600' above 'row': metres, as nobody counts so many strokes."""
        far = len(fmt.scheme) > 1 and min(fmt.scheme) >= LEAST_FAR_M and not part.exact
        for one in part.work if far else ():
            if self.catalog.movements[one.movement].family in GOING and not (one.has_amount or one.counts):
                one.scheme, one.counts = fmt.scheme, "m"
                one.sets, one.sets_written = len(fmt.scheme), True

    def _counts_as_before(self, part: PartDraft) -> None:
        """'Bike 30 cal .. bike 20 .. bike 10': calories, as the first of them."""
        counted: set[str] = set()
        for one in part.work if not part.exact else ():
            machine = self.catalog.movements[one.movement].family == "machine"
            if machine and one.reps and one.movement in counted and not (one.calories or one.distance_m):
                one.calories, one.reps = one.reps, None
                one.assumed.append(f"{one.calories} as calories, as before")
            if one.calories:
                counted.add(one.movement)

    def _fills_its_section(self, part: PartDraft) -> None:
        """'Skill, 12 min: bar muscle-ups': one bare movement takes its section's time; a lift's is only a
        window."""
        only = part.work[0] if len(part.work) == 1 and part.format is None else None
        bare = only is not None and not replace(only, counts="").is_told
        if (
            bare
            and only is not None
            and self.catalog.movements[only.movement].implement not in STRENGTH_IMPLEMENTS
        ):
            only.seconds, only.max_effort = (
                part.lasts_s,
                only.max_effort or bool(only.counts),
            )  # "6-10: cal row"

    def _of_what_is_lifted(self, part: PartDraft) -> None:
        """'10 deadlifts', '10 burpees - 100/70 kg': two standards behind what lifts nothing are those of the
        lifts of its list that have none."""
        for one in part.work:
            lacking = (
                loadable(part.work, self.catalog) if one.as_prescribed and len(one.loads) == PAIR else []
            )
            if lacking and not one.kit and self._lifts_nothing(one):
                self._give_bar(part, one)
                one.loads, one.load_text = (), ""

    def _lifts_nothing(self, draft: Draft) -> bool:
        """A burpee, a jump or a run, and what hangs where the load is more than one wears."""
        row = self.catalog.movements[draft.movement]
        if row.implement not in BODY_ONLY or draft.movement in MAY_BE_LOADED:
            return False
        worn = draft.loads[0] * KG_PER[draft.load_unit] <= MOST_WORN_KG
        bare = draft.movement == "air-squat" or row.family in ("floor", "jump", "running")
        return bare or (row.family in ("gymnastics", "trunk") and not worn)

    def _give_bar(self, part: PartDraft, bar: Draft) -> None:
        """'60/40 kg' above a list: the load of what is lifted there and has none; of its own kit, of
        dumbbells where there are two, else of the bar."""
        lacking = loadable(part.work, self.catalog)
        kit = bar.kit or ("dumbbell" if bar.implements == PAIR else "barbell")
        held = [one for one in lacking if weight_of(self.catalog.movements[one.movement]) in _like(kit)]
        for one in held or ([] if bar.kit or bar.percents else lacking):  # a percent is of a bar's best
            lend(bar, one, LOADS)
            said = bar.load_text or f"{'/'.join(f'{value:g}' for value in bar.percents)} %"
            one.assumed.append(f"{said} as above the list")

    def _at_its_place(
        self, draft: Draft, part: PartDraft, fmt: Format, reading: Rounds, places: dict[int, Place]
    ) -> Work:
        """One line with its totals, as often as its place of the list is done."""
        place = places.get(draft.station or 0)
        return self._finish(draft, part, place.format if place else fmt, place.rounds if place else reading)

    def _finish(self, draft: Draft, part: PartDraft, fmt: Format, reading: Rounds) -> Work:
        """One line with its totals, by the rounds of its division."""
        said = next((match for note in draft.notes if (match := OWN_ROUNDS.match(note))), None)
        _, rounds = part.own_rounds.get(draft.division or "", (0, 0))
        if rounds and said is None:
            draft.notes.append(f"{rounds} rounds")
        elif said is not None and draft.division:
            rounds = int(said.group(1))
        _say_how_often(draft)
        rounds = draft.own_rounds or rounds
        if rounds:
            again = Format("rounds") if draft.own_rounds and fmt.kind != "every-minute" else fmt
            fmt = replace(again, rounds=rounds)
            reading = rounds_of(fmt, part.work, self.catalog)
        return finish(draft, time_left(draft, part.work, fmt, self.catalog), reading, self.catalog)

    def _format(self, part: PartDraft) -> Format:
        """The format with everything that was said beside it."""
        said = _told_ahead(part, _a_number_a_round(part))
        bare = said is None or (said.kind == "for-time" and not said.scheme)
        carried = _carry_scheme(part.work, bare)
        fmt = replace(said or Format("for-time"), scheme=carried) if carried else said
        timed = fmt is not None and fmt.kind == "as-many-as-possible" and not part.exact
        if timed and (_only_builds(part) or _only_sets(part)):
            fmt = None  # "10 min:" above "find your 3RM": how long one may try
        listed = fmt is not None and fmt.kind == "every-minute" and not fmt.rounds
        listed &= len(part.work) == 1 and len(part.work[0].scheme) > 1  # "3-3-3-3 every 2:30" are four
        if fmt is None or part.own_sets or listed or _only_paces(part, fmt):
            fmt = self._unsaid(part)
        changes = dict(part.changes)
        if fmt.share == EACH:
            changes.pop("share", None)  # "in pairs", and below it "3 rounds each"
        fmt = _without_rest_before(part, self._shared(part, replace(fmt, **changes)))
        if fmt.kind == "as-many-as-possible" and fmt.minutes is None and part.window_s:
            fmt = replace(fmt, minutes=part.window_s / 60)
        if fmt.kind == "as-many-as-possible" and fmt.minutes is None and fmt.cap_s and not part.exact:
            fmt = replace(fmt, minutes=fmt.cap_s / MINUTE_S, cap_s=None)  # "35 min on the clock"
        fmt = _climbs_on(part, fmt)
        if fmt.kind == "as-many-as-possible" and fmt.minutes is None and part.lasts_s:
            fmt = replace(fmt, minutes=part.lasts_s / MINUTE_S)
        places = max((one.station or 0 for one in part.work), default=0)
        uneven = bool(places and fmt.rounds and fmt.rounds % places)  # five intervals of A and B in turn
        if part.each_once and fmt.rounds and part.work and not uneven:
            lines = _shared_lines(part)  # those of one place are done in one interval
            turns = {one.station for one in lines} if places else lines
            fmt = replace(fmt, rounds=max(1, fmt.rounds // max(1, len(turns))))
        fmt = fmt if part.exact else _one_set_an_interval(part, written_out(part, fmt))
        fmt = _one_of_the_places(part, _minute_after_minute(part, fmt))
        self._place_lines(part, fmt)
        fmt = self._again_in_its_interval(part, fmt)
        lasts_s = part.lasts_s or (0 if part.exact else part.window_s)
        if fmt.kind == "every-minute" and not fmt.rounds and lasts_s:
            rounds = max(1, lasts_s // (fmt.interval_s or MINUTE_S))
            fmt = replace(fmt, rounds=rounds, minutes=lasts_s / MINUTE_S)
        if fmt.kind == "every-minute" and not fmt.rounds:
            fmt = replace(fmt, rounds=_loads_that_climb(part))
        fmt = _in_minutes(part, fmt)
        return _numbered(part, replace(fmt, repeat=fmt.repeat * part.times))

    def _place_lines(self, part: PartDraft, fmt: Format) -> None:
        """'EMOM 12, 3 stations' or 'alternating EMOM' above three lines: each is a place of its own. So it
        is where all of them could never be done in one minute, which is shown as assumed."""
        lines = [one for one in _shared_lines(part) if not one.role]  # a cash-out is no place
        _places_without_amounts(part, fmt, self.catalog)
        numbered = any(draft.station or draft.own_rounds for draft in part.work)
        rows = {draft.line for draft in lines}
        # "EMOM 15, alternating: ..", "EMOM 9, 3 movements: .."
        apart = len(rows) in (len(lines), 1)
        if fmt.kind != "every-minute" or numbered or not lines or len(lines) + part.rest_minutes < 2:
            return
        if (
            not apart and part.by_turns
        ):  # "15 deadlifts + 10 burpees" and "50 skips + 10 push-ups", alternating
            places_of = {line: place for place, line in enumerate(sorted(rows), start=1)}
            for draft in lines:
                draft.station = places_of[draft.line]
        if not apart:
            return
        places = len(lines) + part.rest_minutes + part.lost
        too_long = not part.exact and self._never_fits(lines, fmt, places)
        rests = part.rest_minutes and fmt.interval_s == MINUTE_S and (fmt.rounds or 0) % places == 0
        if len(lines) != part.places and not (part.by_turns or too_long or rests):
            return
        for place, draft in enumerate(lines, start=1):
            draft.station = place
            if too_long:
                draft.assumed.append("one a minute, as all of them take longer than one")
        part.rest_stations.update(range(len(lines) + 1, places + 1))

    def _again_in_its_interval(self, part: PartDraft, fmt: Format) -> Format:
        """'5 x 3 min on, 1 min off' above a list that is soon over: as many rounds of it as fit each time."""
        lines = _shared_lines(part)
        placed = part.exact or part.each_once or any(one.station or one.role or one.sets for one in lines)
        placed |= any(one.max_effort for one in part.work)  # ".., then max burpees"
        if fmt.kind != "intervals" or placed or len(lines) < 2 or not lasts_again(fmt, lines, self.catalog):
            return fmt
        return replace(
            fmt,
            kind="as-many-as-possible",
            rounds=None,
            work_s=None,
            minutes=(fmt.work_s or 0) / MINUTE_S,
            repeat=fmt.repeat * (fmt.rounds or 1),
        )

    def _never_fits(self, lines: list[Draft], fmt: Format, places: int) -> bool:
        """Whether one pass takes far longer than the minute it has, even at the fast end of every pace, and
        the places of the list fill the rounds."""
        least = sum(once_s(draft, self.catalog, 0.0) for draft in lines)
        whole = bool(fmt.rounds) and (fmt.rounds or 0) % places == 0
        return whole and fmt.interval_s == MINUTE_S and least > FAR_LONGER * MINUTE_S

    def _shared(self, part: PartDraft, fmt: Format) -> Format:
        """The format with who shares the work."""
        if self.share and not fmt.share and fmt.team is None and self._is_piece(part, fmt):
            fmt = replace(fmt, share=self.share)
        if fmt.team is None and self.team and (fmt.share in ("split", "alternate") or part.shares):
            fmt = replace(fmt, team=self.team, share=fmt.share or "split")
        if fmt.team is None and fmt.share == "alternate":
            fmt = replace(fmt, team=PAIR)
        if fmt.share != EACH:
            return fmt
        relay = fmt.kind == "as-many-as-possible" and bool(
            fmt.team
        )  # one after the other until the time is up
        return replace(fmt, share="alternate" if relay else "")

    def _is_piece(self, part: PartDraft, fmt: Format) -> bool:
        """Whether those who share the day share this part: no warm-up, no sets of a lift."""
        return part.heading_kind in (None, "conditioning") and fmt.kind != "sets-x-reps"

    def _unsaid(self, part: PartDraft) -> Format:
        """The format of a part that says none: sets and reps where lines have sets of their own."""
        written = [work.sets_written for work in part.work]
        fmt = Format("sets-x-reps") if any(written) else Format("for-time")
        times = _times_within(part)
        if times > 1:
            return Format("rounds", rounds=times)
        if self._fills_its_time(part):
            for draft in part.work:
                draft.assumed.append("as many rounds as fit the time above, as nothing says how often")
            return Format("as-many-as-possible")
        sets = {work.sets for work in part.work if work.sets}
        return replace(fmt, rounds=sets.pop() if len(sets) == 1 else None)

    def _fills_its_time(self, part: PartDraft) -> bool:
        """'Metcon (8 min)' above a list that is soon over and that nothing says to repeat."""
        lines = _shared_lines(part)
        window = Format(work_s=part.lasts_s)
        piece = part.heading_kind == "conditioning" or (part.only_lasts and len(part.name) == 1)
        told = part.exact or not piece or part.changes.get("cap_s")
        placed = any(one.sets_written or one.role or one.own_rounds or one.station for one in lines)
        return not (told or placed) and len(lines) > 1 and lasts_again(window, lines, self.catalog)

    def _kind(self, part: PartDraft, fmt: Format) -> PartKind:
        if part.heading_kind and part.heading_kind != "conditioning":
            return part.heading_kind
        if fmt.kind == "sets-x-reps" and part.work:
            rows = [self.catalog.movements[one.movement] for one in part.work]
            lifted = any(row.implement in STRENGTH_IMPLEMENTS for row in rows)
            ways = any(row.family in GOING for row in rows) and not lifted
            return part.heading_kind or ("conditioning" if ways else "strength")
        if part.heading_kind:
            return part.heading_kind
        heavy = [
            work
            for work in part.work
            if (work.percents or work.rpe)
            and self.catalog.movements[work.movement].implement in STRENGTH_IMPLEMENTS
        ]
        return "strength" if heavy and len(heavy) == len(part.work) else "conditioning"

    def _once_then_most(self, part: PartDraft, fmt: Format) -> bool:
        """'AMRAP 3: 15 box jumps, max wall balls': all of it once, and as many of the last as the time
        allows; where that is more than anybody goes on for, it is another round: 'AMRAP 20: 400 m run, max
        pull-ups'."""
        if not _tries_last(part):
            return _tries_alone(part, fmt)
        if _shared_lines(part)[-1].rest_of_time:
            return True
        spent = sum(once_s(one, self.catalog, 0.5) for one in _shared_lines(part)[:-1])
        return not fmt.minutes or fmt.minutes * MINUTE_S - spent <= LONGEST_LAST_TRY_S


def _loads_that_climb(part: PartDraft) -> int | None:
    """'1 clean every 45 s' above '80-85-90-95-100 kg': how many loads are listed for its one lift."""
    lines = _shared_lines(part)
    loads = lines[0].load_text.split("-") if len(lines) == 1 else []
    return len(loads) if len(loads) >= LEAST_CLIMBING else None


def _numbered(part: PartDraft, fmt: Format) -> Format:
    """With the places of its list; '3 rounds, 1 min at each station' above four of them: twelve intervals."""
    if fmt.kind not in NUMBERED:
        return fmt
    _all_in_each(part, fmt)
    places = max({work.station for work in part.work if work.station} | part.rest_stations, default=0)
    if part.each_place and fmt.kind == "intervals" and fmt.rounds and not part.exact:
        fmt = replace(fmt, rounds=fmt.rounds * max(1, places))
    return replace(fmt, stations=places)


def _without_rest_before(part: PartDraft, fmt: Format) -> Format:
    """'rest 3 min' above 'AMRAP 12': before it, and in none of its rounds."""
    before = part.rested and fmt.kind == "as-many-as-possible" and fmt.repeat == 1
    return replace(fmt, rest_s=None) if before else fmt


_IN_THE_SAME = re.compile(
    r"\b(?:all|both)\b(?:\s+(?:of\s+)?(?:it|them|that|two|three|four|lines|movements|exercises|done|go|must\s+fit|fit|are|is))*"
    r"\s+(?:inside|within|in)\s+(?:the|each|every|one|that)(?:\s+same)?\s+(?:\d{1,2}[\s-]*)?(?:min|interval|window|set\b|clock)",
    re.IGNORECASE,
)


def _all_in_each(part: PartDraft, fmt: Format) -> None:
    """'Every 2 min x 5' above 'A. 3 deadlifts', 'B. 30 s bike': sets that the places do not share out evenly
    hold all of them."""
    each = part.by_stations and all(one.station for one in _shared_lines(part))
    if fmt.kind == "rounds" and each and not part.exact:
        for one in part.work:
            one.station = None  # "Station 1: .." of three rounds: each of them three times
    numbers = {one.station for one in part.work if one.station} | part.rest_stations
    long = fmt.kind == "every-minute" and (fmt.interval_s or 0) >= LEAST_SHARED_S and not part.exact
    several = len(numbers) == PAIR or (len(numbers) > PAIR and (fmt.interval_s or 0) >= LEAST_LONG_S)
    uneven = several and fmt.rounds and fmt.rounds % len(numbers) and not (part.by_words or part.by_turns)
    if long and (uneven or any(map(_IN_THE_SAME.search, part.notes))):
        for one in part.work:
            one.station = None


def _minute_after_minute(part: PartDraft, fmt: Format) -> Format:
    """'Min 1: wall balls', 'Min 2: row', .., 'x 3 rounds' below nothing that arranges them: by the minute."""
    lines = _shared_lines(part)
    placed = part.by_minutes and not part.exact and len({one.station for one in lines}) > 1
    if (
        not placed
        or fmt.kind not in ("for-time", "rounds")
        or fmt.scheme
        or not all(one.station for one in lines)
    ):
        return fmt
    places = max({one.station or 0 for one in lines} | part.rest_stations)
    rounds = places * (fmt.rounds or 1)
    return replace(fmt, kind="every-minute", rounds=rounds, minutes=float(rounds), interval_s=MINUTE_S)


def _in_minutes(part: PartDraft, fmt: Format) -> Format:
    """'EMOM, 4 rounds' above three minutes' work: twelve minutes."""
    if fmt.kind != "every-minute" or fmt.minutes is not None or not fmt.rounds:
        return fmt
    places = {work.station or 0 for work in part.work} | part.rest_stations
    rounds = fmt.rounds * max(1, *places) if places else fmt.rounds
    return replace(fmt, rounds=rounds, minutes=rounds * (fmt.interval_s or MINUTE_S) / MINUTE_S)


def _by_other_numbers(part: PartDraft) -> None:
    """'Masters: 15-12-9' below '21-15-9': a line of their own for each of the list's."""
    for division, (line, scheme) in part.other_schemes.items():
        own = [one for one in part.work if one.division == division]
        if any(not one.replaces for one in own):
            continue  # they have a list of their own
        for place in shared_lines(part.work):
            if part.work[place].role or replace(part.work[place], counts="", scheme=()).has_amount:
                continue
            mine = next((one for one in own if place in one.replaces), None)
            if mine is None:
                mine = stand_in(part.work, (place,), division, Draft(line, 1, ""))
                part.work.append(mine)
            if not replace(mine, counts="", scheme=()).has_amount:
                mine.scheme, mine.sets = scheme, len(scheme)


def _in_other_rounds(part: PartDraft) -> None:
    """'Scaled: 3 rounds' below '5 rounds': a line of their own for each of the list's."""
    for division, (line, _) in part.own_rounds.items():
        own = [one for one in part.work if one.division == division]
        if any(not one.replaces for one in own):
            continue  # they have a list of their own
        done = {place for one in own for place in one.replaces}
        for place in shared_lines(part.work):
            if place not in done and not part.work[place].role:
                part.work.append(stand_in(part.work, (place,), division, Draft(line, 1, "")))


def _a_number_a_round(part: PartDraft) -> Format | None:
    """'3 rounds for time' above '50-40-30 double-unders' and '20-15-10 cal row': a number for each round."""
    fmt = part.format
    if fmt is None or part.exact or fmt.kind != "rounds" or fmt.scheme:
        return fmt
    lists = [one.scheme for one in part.work if len(set(one.scheme)) > 1]
    several = not lists or any(len(one) != fmt.rounds for one in lists)
    if several or any(one.percents for one in part.work):
        return fmt
    return replace(fmt, kind="for-time", rounds=None, scheme=lists[0])


def _told_ahead(part: PartDraft, fmt: Format | None) -> Format | None:
    """'50-40-30-20' above '50 double-unders', '40 sit-ups', ..: the numbers of its list, and no rounds."""
    if fmt is None or part.exact or len(fmt.scheme) <= PAIR:
        return fmt
    counts = tuple(one.reps or one.calories for one in _shared_lines(part))[: len(fmt.scheme)]
    return replace(fmt, scheme=(), ladder_step=None) if counts == fmt.scheme else fmt


def _only_paces(part: PartDraft, fmt: Format) -> bool:
    """'Back squat', '(every 3:00)', and below it '5 @ 70 %', '4 @ 75 %': sets, and when each begins."""
    open_ended = fmt.kind == "every-minute" and not (fmt.rounds or fmt.minutes or part.lasts_s or part.exact)
    if not open_ended or not part.work:
        return False
    sets = {one.sets if one.sets_written else None for one in part.work}
    told = len(sets) == 1 and (next(iter(sets)) or 0) > 1  # of one lift, or of all of a complex
    return told or all(len(one.scheme) > 1 and one.percents for one in part.work)


def _climbs_on(part: PartDraft, fmt: Format) -> Format:
    """'Conditioning (12 min)' above '6-12-18-24..': until the time is up."""
    endless = fmt.kind == "for-time" and fmt.ladder_step and not (fmt.for_time or part.exact)
    return replace(fmt, kind="as-many-as-possible") if endless and part.lasts_s else fmt


def _one_of_the_places(part: PartDraft, fmt: Format) -> Format:
    """'4 x 8:00' above 'a) 8:00 row', whose other places are pieces of their own: once."""
    places = {draft.station for draft in part.work}
    lasts = all(draft.seconds == fmt.work_s for draft in part.work)
    alone = len(places) == 1 and (None not in places or part.parent is not None) and lasts
    return replace(fmt, rounds=1) if fmt.kind == "intervals" and alone and not part.exact else fmt


def _places_without_amounts(part: PartDraft, fmt: Format, catalog: Catalog) -> None:
    """'6 x 3 min, 1 min rest' above 'row, ski, bike', 'EMOM 12' above 'row, plank, burpees': what nobody can
    do all of in one interval, by turns; lifts of a bar are one of each."""
    lines = _shared_lines(part)
    bare = all(not (one.has_amount or one.station or one.max_effort or one.role) for one in lines)
    long = fmt.kind == "intervals" and (fmt.work_s or 0) >= LEAST_OPEN_S and fmt.repeat == 1
    bars = any(catalog.movements[one.movement].implement == "barbell" for one in lines)
    minutes = fmt.kind == "every-minute" and not (fmt.scheme or bars) and (fmt.rounds or 0) > 1
    if not (long or minutes) or part.each_once or part.exact or len(lines) < 2 or not bare:
        return
    if (fmt.rounds or 1) % len(lines):
        return
    for place, draft in enumerate(lines, start=1):
        draft.station = place
        draft.seconds = part.works_s if minutes else None
        draft.assumed.append("one an interval, as the list says no amounts")


def _tries_last(part: PartDraft) -> bool:
    """Whether everything is counted but the last, which is tried at the most."""
    lines = [one for one in _shared_lines(part) if not one.station]
    if len(lines) < 2 or len(lines) < len(_shared_lines(part)):
        return False
    most, others = lines[-1], lines[:-1]
    tried = most.max_effort and not (most.reps or most.scheme or most.sets_written)
    return tried and all(one.has_counts and not one.max_effort for one in others)


def _tries_alone(part: PartDraft, fmt: Format) -> bool:
    """'AMRAP 5', and below it 'max cal bike', or '0:00-5:00 max cal bike': one try for all of it."""
    lines = _shared_lines(part)
    minutes = (part.lasts_s or 0) / MINUTE_S if fmt.kind == "for-time" else 0.0
    minutes = fmt.minutes or 0.0 if fmt.kind == "as-many-as-possible" else minutes
    only = lines[0] if len(lines) == 1 and minutes else None
    if only is None or not only.max_effort or replace(only, counts="").has_counts:
        return False
    only.seconds = round(minutes * MINUTE_S)
    return True


def _only_sets(part: PartDraft) -> bool:
    """'Technique 10 min' above '3 x 8 deadlifts', '3 x 8 presses': sets, which no rounds repeat."""
    lines = _shared_lines(part)
    return bool(lines) and all(
        one.sets_written and (one.sets or 0) > 1 and one.reps and not (one.max_effort or one.role)
        for one in lines
    )


def _only_builds(part: PartDraft) -> bool:
    """Whether a part only seeks the heaviest of a lift."""
    return bool(part.work) and all(one.estimated and one.scheme and not one.max_effort for one in part.work)


def _times_within(part: PartDraft) -> int:
    """'Easy engine: 8 minutes' above 1 min bike and 1 min carry: how often a list of times fits what its
    heading says it takes; 0 where it does not do so evenly."""
    seconds = [work.seconds or 0 for work in part.work]
    if not part.lasts_s or len(seconds) < 2 or not all(seconds) or any(work.sets for work in part.work):
        return 0
    times, over = divmod(part.lasts_s, sum(seconds))
    return 0 if over else times


def _one_set_an_interval(part: PartDraft, fmt: Format) -> Format:
    """'E2MOM 6: push jerk 3-2-1': as many sets as intervals are one for each."""
    lines = _shared_lines(part)
    sets = lines[0].scheme if len(lines) == 1 and fmt.kind == "every-minute" else ()
    if len(sets) <= 1 or len(sets) != fmt.rounds or fmt.scheme or lines[0].estimated:
        return fmt
    for one in part.work:
        if one.scheme == sets:
            one.scheme, one.sets, one.sets_written = (), None, False
    return one_an_interval(fmt, sets)


def _so_often_the_scheme(work: Draft, scheme: tuple[int, ...]) -> None:
    """'Double-unders x2' below '40-30-20-10': eighty, sixty, forty and twenty."""
    if work.by_scheme > 1 and work.reps == work.by_scheme and not (work.sets or work.role):
        work.scheme, work.reps = tuple(count * work.by_scheme for count in scheme), None
        work.sets, work.sets_written = len(scheme), True


def _a_number_each(works: list[Draft], scheme: tuple[int, ...]) -> bool:
    """'5-10-15 pull-ups, push-ups, squats' below 'AMRAP 12': as many rising numbers as names are one each."""
    rising = len(scheme) > 2 and list(scheme) == sorted(scheme)
    if not rising or len(works) != len(scheme) or any(work.scheme != scheme for work in works):
        return False
    for work, count in zip(works, scheme, strict=True):
        work.scheme, work.sets, work.sets_written, work.reps = (), None, False, count
    return True


def _carry_scheme(works: list[Draft], bare: bool) -> tuple[int, ...]:
    """'21-15-9 thrusters' and below it 'pull-ups': a scheme that leads a line holds for bare names after it.

    Returns the scheme when it holds for the whole list and the format has room for it (``bare``): it is then
    the format's and no longer the lines'.
    """
    scheme: tuple[int, ...] = ()
    followed = False
    for work in works:
        if work.leads:
            scheme = work.scheme
        elif scheme and not work.role and not replace(work, counts="").has_amount:
            work.scheme, work.sets, work.sets_written, followed = scheme, len(scheme), True, True
        elif scheme:
            _so_often_the_scheme(work, scheme)
    if not bare and _a_number_each(works, scheme):
        return ()
    own = any(work.scheme != scheme or work.counts or work.percents or work.role for work in works)
    if own or not followed or not bare:
        return ()
    for work in works:
        work.scheme, work.sets, work.sets_written = (), None, False
    return scheme


def _say_how_often(draft: Draft) -> None:
    """Keep with a line how often it is done in all, where that is its own; a line that says so is
    believed."""
    said = next((match for note in draft.notes if (match := TIMES_IN_ALL.match(note))), None)
    if said is not None:
        draft.own_rounds = int(said[1])
    elif draft.own_rounds:
        draft.notes.append(f"{draft.own_rounds} times in all")
    if NOBODY_KNOWS in draft.notes:
        draft.often = True
    elif draft.often:
        draft.notes.append(NOBODY_KNOWS)


def _like(kit: str) -> tuple[str, ...]:
    """What may be held for a kit: a goblet squat with a dumbbell as well as with a bell."""
    return HAND_WEIGHTS if kit in HAND_WEIGHTS else (kit,)


def _as_often_as_possible(part: PartDraft, fmt: Format) -> None:
    """'5 min AMRAP: wall balls': one movement without a number, for all of the time."""
    lines = _shared_lines(part)
    if len(lines) == 1 and not lines[0].has_amount and not lines[0].role and fmt.minutes:
        for one in part.work:
            if not one.has_amount and not one.role:
                one.max_effort, one.seconds = True, round(fmt.minutes * MINUTE_S)


def _a_set_for_each_percent(work: Draft) -> None:
    """'Front squat, 3 reps @ 77, 80, 82 %': a set at each of them."""
    if work.reps and len(work.percents) > PAIR and not (work.scheme or work.sets):
        work.scheme, work.reps = (work.reps,) * len(work.percents), None
        work.sets, work.sets_written = len(work.percents), True


def _carry_loads(works: list[Draft]) -> None:
    """'20 thrusters 40 kg .. 10 thrusters': the bar of a piece keeps its load until another one is said."""
    last: dict[str, Draft] = {}
    for work in works:
        if not work.as_prescribed:
            continue
        before = last.get(work.movement)
        lighter = (
            work.unloaded
            or work.percents
            or work.rpe
            or work.bodyweight
            or (work.scheme and work.sets_written)
        )
        if before is not None and not work.loads and not lighter and before.complex == work.complex:
            lend(before, work, WEIGHT)
            work.assumed.append(f"{before.load_text} as above")
        if work.loads:
            last[work.movement] = work


def _without_what_it_is_about(part: PartDraft) -> None:
    """'Snatch (20 min)' above 'Hang snatch + snatch 5 x (1+1)': what a list of lifts is called by."""
    if len(part.work) < 2 or part.exact or part.format is not None:
        return
    _without_its_title(part)
    first, *others = part.work
    bare = _is_bare(first)
    word = next(iter(plain_words(first.text)[-1:]), "")
    sets = all(one.sets_written or one.scheme or one.percents for one in others)
    if bare and sets and others[0].line > first.line and word in plain_words(others[0].text):
        part.work.remove(first)


def _without_its_title(part: PartDraft) -> None:
    """'Swim & run' above '400 m swim', '3 km run': what a list is called by."""
    told = [one for one in part.work if one.line == part.work[0].line]
    counted = {one.movement for one in part.work[len(told) :] if one.has_amount}
    named = all(_is_bare(one) and one.movement in counted for one in told)
    if len(told) > 1 and named:
        part.work = part.work[len(told) :]


def _is_bare(draft: Draft) -> bool:
    return not (
        draft.has_amount or draft.loads or draft.percents or draft.rpe or draft.sets_written or draft.role
    )


def block_overrides(work: tuple[Work, ...], blocks: set[str]) -> tuple[Work, ...]:
    """A division written as its own block replaces the shared list one for one, then adds what is left."""
    shared = [index for index, one in enumerate(work) if one.as_prescribed]
    result = list(work)
    for division in sorted(blocks):
        own = [index for index, one in enumerate(work) if one.division == division]
        for place, index in enumerate(own):
            if place < len(shared):
                result[index] = replace(work[index], replaces=(shared[place],))
    return tuple(result)


def _loads_of_the_bar(work: list[Draft], loaded: Draft, others: Sequence[Draft]) -> None:
    """'Scaled: 60/40' of a piece whose one bar only the first lift loads: every lift of it."""
    at = {id(one): place for place, one in enumerate(work)}
    lighter = [one for one in work if at[id(loaded)] in one.replaces and one.movement == loaded.movement]
    for own in lighter:
        done = {place for one in work if one.division == own.division for place in one.replaces}
        for place in (at[id(one)] for one in others if own.loads and own.division):
            if place not in done:
                said = Draft(own.line, own.column, "", assumed=list(own.assumed))
                lend(own, said, WEIGHT)
                work.append(stand_in(work, (place,), own.division or "", said))


def _shared_lines(part: PartDraft) -> list[Draft]:
    return [one for one in part.work if one.as_prescribed]
