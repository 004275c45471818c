"""The document pass: what every row of a text is, before any row is read for what it says.

Headings open sections; sections of standards, schedules and prose hold no work; tables become lines; bullets,
numbers of sets and clock times are told from amounts; sentences are told from work; and every row learns
whether a list follows it, so that a rule ('5 rounds', 'cap 12', '95/65') can be given to the list above it or
below.
"""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator, Sequence
from dataclasses import replace

from core.reading.announced import (
    emoms_announced,
    ordinals,
    pieces_announced,
    stations_in_a_row,
    whole_time_above,
)
from core.reading.arranging import arranges_itself
from core.reading.asides import taken_back
from core.reading.board_words import board_words
from core.reading.cards import suits
from core.reading.changes import changes_of_divisions
from core.reading.clocks import (
    another_on_the_clock,
    clock_of_the_class,
    clock_rows,
    clock_starts,
    dated_days,
    initial_days,
    minutes_beside_names,
    minutes_of_the_hour,
    piece_windows,
    short_days,
    times_before_pieces,
    weeks_side_by_side,
    windows_behind_names,
)
from core.reading.columns_of_levels import columns_of_levels
from core.reading.counted_below import counted_below
from core.reading.days_in_a_line import days_in_a_line
from core.reading.details_below import details_below
from core.reading.division_loads import division_loads
from core.reading.divisions import leads_with_division
from core.reading.dress import undressed
from core.reading.formats import TELLING
from core.reading.from_above import (
    groups_below,
    less_of_it_again,
    lift_of_a_piece,
    list_by_other_numbers,
    open_every_so_often,
    percents_that_climb,
    reps_each_time,
    same_sets,
    sets_of_waves,
    waves,
)
from core.reading.grids import grids
from core.reading.headings import (
    AROUND,
    Heading,
)
from core.reading.heads import LONGEST_CAPITALS, Heads
from core.reading.in_full import in_full
from core.reading.interruptions import interruptions
from core.reading.labelled_sets import labelled_sets, sets_between_commas
from core.reading.labels_alone import labels_alone, roles_alone, works_and_holds
from core.reading.languages import Translator
from core.reading.led_lists import LedLists
from core.reading.levels_in_a_row import levels_in_a_row
from core.reading.loads_and_reps import loads_and_reps
from core.reading.loads_by_round import loads_by_round
from core.reading.loads_by_set import loads_by_set
from core.reading.loads_of_a_list import ONLY_A_LOAD, loads_behind_heads
from core.reading.machine_intervals import machine_intervals
from core.reading.minute_numbers import (
    counted_labels,
    letters_of_stations,
    minutes_from_zero,
    minutes_in_order,
    pieces_in_order,
    scores_in_order,
)
from core.reading.names import Names
from core.reading.nested_rounds import nested_rounds
from core.reading.numbering import (
    bare_numbers,
    before_words,
    labelled_lists,
    message_heads,
    minutes_of_sections,
    numbered_by_bar,
    numbered_by_dash,
    numbered_sections,
    numbers_in_two,
    pairs_of_a_superset,
    partners,
    plus_alone,
    scaled_in_brackets,
)
from core.reading.parities import minutes_of_odd_and_even
from core.reading.phrases import PAIR, Phrase
from core.reading.plan_tables import plans_in_cells
from core.reading.prose import Prose, arranges, bare_words, is_schedule, tells_work
from core.reading.round_numbers import rounds_told_apart, what_a_round_is
from core.reading.row_roles import (
    begins_with_sets,
    fitness_of_all,
    half_of_nothing,
    legends,
    lists_on,
    named_divisions,
    notes_joined,
    opens_with_sets,
    pieces_of_divisions,
    without_rule,
)
from core.reading.rows import (
    REMARK,
    SUPERSET_WITH,
    Row,
    cased,
    indent_of,
    inline_stations,
    sentences_of,
    without_brackets,
    without_plural,
    without_symbols,
)
from core.reading.rungs import (
    again_after_rests,
    days_of_the_song,
    falling_against_the_clock,
    goes_on,
    rungs_in_rows,
    tails_of_ladders,
    titles_of_ladders,
)
from core.reading.set_numbers import (
    kinds_of_sets,
    numbers_alone,
    sets_in_order,
    sets_in_ranges,
    sets_that_follow,
)
from core.reading.several import PieceCuts
from core.reading.side_by_side import side_by_side
from core.reading.signs import one_width, usual_signs
from core.reading.stretches import minutes_in_stretches, stretches_within, supersets_within
from core.reading.supersets import sets_below_supersets
from core.reading.table_rows import find_tables
from core.reading.talk import talk
from core.reading.team_roles import change_said, changes_only, team_roles, without_open
from core.reading.tokens import seconds_of, tokenize
from core.reading.ways import efforts_in_rows, ways_below_a_name, ways_in_rows, ways_of_a_session
from core.reading.workout import PartKind

MAX_LINE = 2_000
_OPENS_A_FORMAT = ("amrap", "every", "tabata", "interval", "count", "measure", "clock")
LONGEST_FORMAT = 24  # letters before a colon that say no more than how work is arranged
_SECTION = re.compile(
    r"(?<=[.;!|/]\s)([A-Za-z][A-Za-z -]{1,22}?)(?P<time>,?\s*\(?\d{1,2}\s*(?:min(?:ute)?s?|')\)?)?(?=:\s+\S)"
)
_SECTION_OF_A_FORMAT = re.compile(  # "squat 5x3; metcon AMRAP 10 of ..", ".., then WOD 4 RFT .."
    r"(?:(?<=[.;!|/]\s)|(?<=\bthen\s))(?P<name>metcon|wod|conditioning|finisher|engine|skill|strength)\s+[–—-]?\s*"
    r"(?=(?:amrap|e\d?mom|tabata|every\s+\d|for\s+time|\d{1,2}\s?(?:rft\b|rounds?\b|rds?\b|min(?:ute)?s?\b|')|\d{1,3}(?:-\d{1,3}){2}))",
    re.IGNORECASE,
)
_DAY_WITHIN = re.compile(
    r"(?<=[.;!]\s)(?P<day>(?:mon|tues|wednes|thurs|fri|satur|sun)day)\s*[:–—]\s+(?=\S)", re.IGNORECASE
)
_THEN = re.compile(r",?\s*\bthen\b\s*[:,]?\s*", re.IGNORECASE)
_THEN_ANOTHER = re.compile(
    r"\W*(?:and\s+)?then\b[^\d:]{0,12}(?:\d{1,2}\s*(?:min(?:ute)?s?|')\s*)?(?:(?:amr"
    r"ap|emom|e\d+m?om|every)\b|\d{1,2}\s*[x×]\s*\d)",
    re.IGNORECASE,
)
LEAST_REPEATS, LEAST_REPEATED_M = 4, 200  # of runs that are no warm-up; common practice
LEAST_WORKING_SETS = 4  # of one movement, below a warm-up of one row; common practice
LEAST_WORKING_PERCENT = 65  # of a best, from which sets are no warm-up; common practice
_SEEKS = re.compile(r"\b(?:find|establish|build|work up|max)\b", re.IGNORECASE)

_PACES = re.compile(
    r"\W*(?:every|e\d*mom|e\d{2,3}s)\b", re.IGNORECASE
)  # below a lift: how its sets are paced
_EXPLAINS = re.compile(r"\s*\([^()]*(?:\.{2,}|…)\s*\)\W*")  # "(10 dips, 1 pull-up, 9 dips, ..)"
_TELLS = re.compile(r"\W*(?:take|do|work|build|perform|complete|then|start|finish)\b", re.IGNORECASE)
_IN_TURN = re.compile(r"\W*(?:first|second|third|fourth|next|final|last)(?:ly)?\s*[,:]\s*", re.IGNORECASE)
_PIECE_BEGINS = re.compile(
    r"(?<![\w.,/:-])(?:\d{1,2}\s+(?:rounds\b|RFT\b)|(?:AMRAP|EMOM)\s+\d"
    r"|\d{1,2}[\s-]?(?:min(?:ute)?s?|')\s+(?:AMRAP|EMOM)\b)",
    re.IGNORECASE,
)
_SCORED = re.compile(
    r"\b(?:scores?|results?|reps\s+total|goal|aim|target|levels?|standards?|scal\w+)\b", re.IGNORECASE
)
_NOT_TODAY = re.compile(
    r"\b(?:last|yesterday|tomorrow|next|if|whoever|anyone|usually|normally|did|was|w"
    r"ere|record|standards?|instead|example)\b",
    re.IGNORECASE,
)
_LEADS = re.compile(
    r"\b(?:today|tonight|then|after(?:wards)?|now|so|work(?:out)?|piece|metcon|finish)\b", re.IGNORECASE
)
_BEGINS_WITH_OR = re.compile(
    r"\W*or\s*:?\s+(?:\d|(?:row|ski|bike|run|swim|walk)\b(?!.*\d))", re.IGNORECASE
)  # another choice than the row above
_ENDS_WITH_OR = re.compile(r"[,\s]or\W*$", re.IGNORECASE)  # the next row is another choice
_RULED_REST = re.compile(  # "-- rest 5 min --", which parts like a rule
    r"\s*(?P<rule>[-–—*=~_])(?:(?P=rule)+\s*rest\b[^:]{0,20}?(?P=rule)|(?P=rule)*\s*(?:no\s+rest|straight\s+into|then))"
    r"\s*(?P=rule)+\s*$",
    re.IGNORECASE,
)
SHORTEST_RULE = 3  # signs; common practice
RULE = " \t-=_*~–—"  # a row of nothing else parts what stands above it from what stands below


def _only_sets(phrases: Sequence[Phrase]) -> bool:
    """'5 giant sets' behind two strokes: how often the list below is done."""
    kinds = [one.kind for one in phrases[:3]]
    return kinds[:1] == ["count"] and kinds[-1:] == ["set-word"] and len(kinds) == len(phrases)


class DocumentPass:
    """Reads one text's rows with one gym's names."""

    def __init__(self, names: Names, prose: Prose, translator: Translator | None):
        self.names = names
        self.prose = prose
        self.translator = translator
        self.cuts = PieceCuts(names)
        self.heads = Heads(names, prose)
        self.led = LedLists(names, prose)

    def read(self, lines: Sequence[str]) -> list[Row]:
        """What every row is."""
        rows = list(self._rows(lines))
        taken_back(rows)
        plans_in_cells(rows)
        sets_between_commas(rows)
        talk(rows, self.names)
        days_in_a_line(rows)
        grids(rows, self.names)
        side_by_side(rows, self.names)
        find_tables(rows, self.names)
        suits(rows)
        machine_intervals(rows)
        labelled_sets(rows)
        details_below(rows)
        loads_and_reps(rows)
        rows = list(levels_in_a_row(division_loads(rows)))
        rows = list(pieces_of_divisions(rows))
        rows = list(loads_behind_heads(tails_of_ladders(counted_below(rows))))
        nested_rounds(rows)
        rows = list(interruptions(rows, self.names))
        named_divisions(rows)
        fitness_of_all(rows)
        half_of_nothing(rows)
        changes_of_divisions(rows)
        legends(rows)
        columns_of_levels(rows)
        self.led.read(rows)
        bare_numbers(rows)
        numbers_in_two(rows)
        what_a_round_is(rows)
        rounds_told_apart(rows)
        labels_alone(rows)
        roles_alone(rows)
        works_and_holds(rows)
        minutes_of_odd_and_even(rows)
        percents_that_climb(rows)
        loads_by_round(rows)
        loads_by_set(rows)
        groups_below(rows)
        same_sets(rows)
        less_of_it_again(rows)
        reps_each_time(rows)
        open_every_so_often(rows)
        waves(rows)
        sets_of_waves(rows)
        list_by_other_numbers(rows)
        lift_of_a_piece(rows, self.names)
        minutes_of_the_hour(rows)
        clock_of_the_class(rows)
        minutes_beside_names(rows)
        windows_behind_names(rows)
        ways_in_rows(rows, self.names)
        ways_below_a_name(rows, self.names)
        ways_of_a_session(rows, self.names)
        efforts_in_rows(rows)
        message_heads(rows)
        weeks_side_by_side(rows)
        partners(rows)
        emoms_announced(rows)
        stations_in_a_row(rows)
        pieces_announced(rows)
        whole_time_above(rows)
        sets_below_supersets(rows)
        short_days(rows)
        initial_days(rows)
        dated_days(rows)
        times_before_pieces(rows)
        numbered_by_bar(rows)
        ordinals(rows)
        numbers_alone(rows)
        sets_that_follow(rows)
        sets_in_order(rows)
        sets_in_ranges(rows)
        kinds_of_sets(rows, self.names)
        pieces_in_order(rows)
        scores_in_order(rows, self.names)
        minutes_in_stretches(rows)
        rows = list(supersets_within(stretches_within(rows)))
        letters_of_stations(rows)
        minutes_from_zero(rows)
        minutes_in_order(rows)
        labelled_lists(rows, self.names)
        pairs_of_a_superset(rows)
        counted_labels(rows, self.names)
        another_on_the_clock(rows)
        clock_starts(rows)
        piece_windows(rows)
        titles_of_ladders(rows)
        rungs_in_rows(rows)
        again_after_rests(rows)
        falling_against_the_clock(rows)
        days_of_the_song(rows)
        self.heads.find(rows)
        numbered_by_dash(rows)
        for row in rows:
            if row.role == "work":
                before_words(row)
        plus_alone(rows)
        scaled_in_brackets(rows)
        minutes_of_sections(rows)
        numbered_sections(rows, self.names)
        clock_rows(rows)
        rows = list(_sections_within(rows))
        for row, following in itertools.zip_longest(rows, rows[1:]):
            self._content(row, following)
            other = following is not None and row.role == following.role == "work" and not following.heading
            if (
                following is not None
                and other
                and (_ENDS_WITH_OR.search(row.text) or _BEGINS_WITH_OR.match(following.text))
            ):
                following.role = "note"
        _other_choices(rows)
        _pieces_behind_rests(rows)
        self.heads.titles(rows)
        _signed_deeper(rows)
        self._follow(rows)
        self._lifts(rows)
        return self._lifts_within(rows)

    def _lifts(self, rows: Sequence[Row]) -> None:
        """'Back squat 20 min' with its sets below ends a warm-up."""
        within = told = None
        for row, below in itertools.zip_longest(rows, rows[1:]):
            if row.heading is not None:
                within, told = row.heading.kind, row.content.strip()
            elif within in AROUND and (
                (row.after_blank and self._is_a_lift(row, below))
                or self._seeks_a_best(row)
                or self._works_at_a_percent(row)
                or (told and (self._repeats_a_distance(row) or self._begins_the_session(row)))
            ):
                within = "conditioning" if told and self._repeats_a_distance(row) else "strength"
                within = "conditioning" if told and self._opens_a_piece(row) else within
                row.heading = Heading(within.capitalize(), within, 0)
                if below is not None and below.named and self._is_a_lift(row, below):
                    row.heading = Heading(row.content.strip(), within, len(row.text), alone=True)
                    row.start, row.pieces = len(row.text), []  # "Snatch (20 min)" above what it is made of

    def _lifts_within(self, rows: Sequence[Row]) -> list[Row]:
        """'Warm-up: 500 m row, then back squat 5 x 5' ends its warm-up on its own line."""
        found: list[Row] = []
        for row in rows:
            found.append(row)
            around = row.role == "work" and row.heading is not None and row.heading.kind in AROUND
            for then in _THEN.finditer(row.text, row.start) if around and row.pieces else ():
                lifts = replace(
                    row, start=then.end(), marks=[], pieces=[(then.end(), row.pieces[-1][1], False)]
                )
                if self._begins_the_session(lifts) or self._works_at_a_percent(lifts):
                    row.pieces = [(row.pieces[0][0], then.start(), False)]
                    lifts.marks.append((then.start(), then.end(), "then"))
                    lifts.heading = Heading("Strength", "strength", 0)
                    if self._opens_a_piece(lifts):
                        lifts.heading = Heading("Conditioning", "conditioning", 0)
                    found.append(lifts)
                    break
        return found

    def _works_at_a_percent(self, row: Row) -> bool:
        """'Front squats: 4 sets of 6 @ 70 %': no warm-up."""
        phrases = row.phrases(row.start, len(row.text)) if row.role == "work" and row.named else []
        heavy = any(one.unit == "percent" and max(one.values) >= LEAST_WORKING_PERCENT for one in phrases)
        return heavy and any(one.kind == "sets" for one in phrases)

    def _repeats_a_distance(self, row: Row) -> bool:
        """'6 x 400 m @ 5k pace' below 'Warm-up 800 m + drills': the session."""
        phrases = row.phrases(row.start, len(row.text)) if row.role == "work" else []
        first = phrases[0] if phrases else None
        return first is not None and (
            first.unit == "m" and first.times >= LEAST_REPEATS and max(first.values) >= LEAST_REPEATED_M
        )

    def _begins_the_session(self, row: Row) -> bool:
        """'Back squat 5 x 5' or 'AMRAP 12' right below 'Warm up: 500 m row'."""
        phrases = row.phrases(row.start, len(row.text)) if row.role == "work" else []
        named = bool(phrases) and phrases[0].kind == "words" and self.names.starts(phrases[0].text)
        sets = any(one.kind == "sets" and one.times >= LEAST_WORKING_SETS for one in phrases[1:2])
        lists = [one.kind for one in phrases[1:2]] == ["scheme"] and len(
            phrases[1].values
        ) >= LEAST_WORKING_SETS
        return (named and (sets or lists)) or self._opens_a_piece(row)

    def _opens_a_piece(self, row: Row) -> bool:
        """'AMRAP 12', 'EMOM 10', 'For time:' at the start of a row that nothing numbers."""
        phrases = row.phrases(row.start, len(row.text)) if row.role == "work" and not row.bullet else []
        return not row.indent and any(one.kind in ("amrap", "every", "for-time") for one in phrases[:2])

    def _seeks_a_best(self, row: Row) -> bool:
        """'Find your 5RM front squat': no warm-up."""
        phrases = row.phrases(row.start, len(row.text)) if row.role == "work" and row.named else []
        return any(phrase.kind == "rm" for phrase in phrases) and any(
            phrase.kind in ("build", "words") and _SEEKS.search(phrase.text) for phrase in phrases
        )

    def _is_a_lift(self, row: Row, below: Row | None) -> bool:
        """'Power clean + push jerk' above its sets; 'Snatch (20 min)' above a list."""
        phrases = [
            one for one in row.phrases(row.start, len(row.text)) if one.kind not in ("open", "close", "dash")
        ]
        timed = len(phrases) > 1 and seconds_of(phrases[-1]) is not None
        goes_on = below is not None and below.role == "work" and not (below.after_blank or below.heading)
        paced = below is not None and goes_on and not below.named and _PACES.match(below.content)
        if not (row.sets_below or (timed and goes_on) or paced):
            return False
        lifts = phrases[:-1] if timed else phrases
        named = [one for one in lifts if one.kind != "plus"]
        alone = len(named) * 2 - 1 == len(lifts)
        return alone and all(one.kind == "words" and self.heads.exact(one) for one in named)

    # -- rows ---------------------------------------------------------------------------------------

    def _rows(self, lines: Sequence[str]) -> Iterator[Row]:
        blank = parted = False
        for number, (line, bare) in enumerate(
            zip(lines, undressed(cased([one_width(line) for line in lines])), strict=True), start=1
        ):
            if bare is None:
                continue
            if not line.strip(RULE):
                blank, parted = True, parted or len(line.strip()) >= SHORTEST_RULE
                continue
            plain = without_symbols(bare.text)
            if len(line) > MAX_LINE:
                yield Row(number, line, replace(bare, text=plain), 0, blank, plain[:1], role="too-long")
            else:
                plain = without_brackets(without_plural(without_rule(plain)))
                english = replace(bare, text=plain)
                english = self.translator.line(english) if self.translator else english
                english = in_full(usual_signs(english), self.names.starts)
                yield Row(number, line, english, indent_of(plain), blank, english.text, parted)
            blank, parted = False, _RULED_REST.match(line) is not None

    # -- headings -----------------------------------------------------------------------------------

    # -- what a row says ----------------------------------------------------------------------------

    def _content(self, row: Row, following: Row | None) -> None:
        if row.role != "work" or not row.content.strip():
            return
        if changes_only(row.text) or goes_on(row.text) or _explains(row.text):
            row.role = "note"
            return
        if not any(sign.isalnum() for sign in row.content):
            return  # only signs
        timed = row.heading is None and not row.of_the_piece and is_schedule(row.text)
        if timed and not self._is_work(row):
            row.role = "schedule"
            return
        self._in_pieces(row, following)

    def _in_pieces(self, row: Row, following: Row | None) -> None:
        """The row's sentences, and which of them are notes."""
        end = len(row.text)
        row.remark = self._remark(row)
        if row.remark is not None:
            end = row.remark.start()
        if not row.tabled and self._gives_roles(row, end):
            return
        spans = list(sentences_of(row.text[:end], row.start))
        lifted = following is not None and self._is_above_its_sets(row, following)
        pieces = [
            (
                *span,
                not lifted and not leads_with_division(row.text[slice(*span)]) and self._is_note(row, *span),
            )
            for span in spans
        ]
        pieces = [part for piece in pieces for part in self._behind_a_format(row, *piece)]
        row.pieces = notes_joined(self._after_notes(row, pieces))
        if row.pieces and all(note for _, _, note in row.pieces) and not row.heading and end == len(row.text):
            row.role = "note"
            return
        for start, stop, note in row.pieces:
            if not note:
                self._features(row, row.phrases(start, stop))

    def _behind_a_format(self, row: Row, start: int, stop: int, note: bool) -> list[tuple[int, int, bool]]:
        """'AMRAP 8: one hangs from the bar, the other does' above its list: only what stands behind the colon
        is a note."""
        colon = row.text.find(":", start, stop)
        if note and (begins := self._piece_within(row.text, start, stop)) is not None:
            return [(start, begins, True), (begins, stop, False)]
        if note and colon > start and self._tells_a_piece(row.text[start:colon], row.text[colon + 1 : stop]):
            return [(start, colon + 1, True), (colon + 1, stop, False)]
        if not note or not 0 < colon - start <= LONGEST_FORMAT or not arranges(row.text[start:colon]):
            return [(start, stop, note)]
        if tokenize(row.text[start:colon])[0].kind not in _OPENS_A_FORMAT:
            return [(start, stop, note)]  # "After all 9 rounds: ..."
        return [(start, colon + 1, False), (colon + 1, stop, True)]

    def _piece_within(self, text: str, start: int, stop: int) -> int | None:
        """Where the piece begins in 'Morning all, today we do 3 rounds of 10 burpees, 15 sit-ups'."""
        said = _PIECE_BEGINS.search(text, start + 1, stop)
        if said is None or _NOT_TODAY.search(text, start, said.start()):
            return None
        if board_words().unreal & set(bare_words(text[start : said.start()])) or _SCORED.search(
            text, start, stop
        ):
            return None
        exact = sum(
            one.kind == "words" and self.heads.exact(one) for one in tokenize(text[said.start() : stop])
        )
        return said.start() if exact > 1 else None

    def _tells_a_piece(self, before: str, behind: str) -> bool:
        """'So today, after squats: 15-12-9 of power snatch 43/30 and box jumps': a piece behind what leads
        to it, unless that is about another day or only some."""
        phrases = tokenize(behind)
        if _NOT_TODAY.search(before) or not _LEADS.search(before) or len(phrases) < LEAST_REPEATS:
            return False
        listed = phrases[0].kind == "scheme" or [one.kind for one in phrases[:2]] == ["count", "rounds"]
        exact = sum(one.kind == "words" and self.heads.exact(one) for one in phrases)
        counted = phrases[0].kind in ("measure", "sets") and self.heads.exact(phrases[1])
        return (listed and exact > 1) or (counted and exact > 0)

    def _gives_roles(self, row: Row, end: int) -> bool:
        """'One works, the other skips': who of a team does what, and what stands before and behind it."""
        if row.of_partner:
            self._until_the_other_is_done(row)
        row.team, row.team_end = team_roles(row.text[:end], row.start, self.names)
        if not row.team:
            return False
        around = ((row.start, row.team[0].start), (change_said(row.text, row.team_end), end))
        row.pieces = [(*one, False) for one in around if row.text[slice(*one)].strip(" ,;.:")]
        row.named = True
        return True

    def _until_the_other_is_done(self, row: Row) -> None:
        """'B: max rounds of 5 burpees' beside 'A: 400 m run': as often as the other takes."""
        begin = without_open(row.text, row.start)
        if begin > row.start:
            row.marks.append((row.start, begin, "for as long as the other takes"))
            row.start = begin

    def _is_above_its_sets(self, row: Row, following: Row) -> bool:
        """'Jerk from the rack' with '75 % 2x2' below it."""
        phrases = row.phrases(row.start, len(row.text))
        named = bool(phrases) and phrases[0].kind == "words" and self.names.starts(phrases[0].text)
        sets = not following.after_blank and opens_with_sets(following)
        return named and sets and len(row.content.split()) <= LONGEST_CAPITALS

    def _remark(self, row: Row) -> re.Match[str] | None:
        """'10 burpees // step if you must'; behind '5 x 5 squats // AMRAP 10: ..' stands another piece."""
        found = REMARK.search(row.text, row.start) if row.content.lstrip()[:2] != "//" else None
        behind = tokenize(row.text[found.end() :]) if found is not None else ()
        begins = self.cuts.begins(behind, False) or self._lists_by_numbers(behind) or _only_sets(behind)
        if found is None or begins or self._counts_a_name(behind) or self._sets_of_a_name(behind):
            return None
        return found

    def _counts_a_name(self, phrases: Sequence[Phrase]) -> bool:
        """'50 thrusters', '12 cal row' behind two strokes: the next of the list."""
        kinds = [one.kind for one in phrases[:2]]
        counted = kinds in (["count", "words"], ["measure", "words"])
        return counted and self.names.starts(phrases[1].text) and self.heads.exact(phrases[1])

    def _sets_of_a_name(self, phrases: Sequence[Phrase]) -> bool:
        """'strict press 4x2 @ 70 %', '3 x 5 deadlift' behind two strokes: the next lift."""
        if len(phrases) > 1 and phrases[0].kind == "sets" and phrases[1].kind == "words":
            return self.names.starts(phrases[1].text)
        named = len(phrases) > 1 and phrases[0].kind == "words" and self.heads.exact(phrases[0])
        behind = next((one for one in phrases[1:3] if one.kind not in ("colon", "comma", "dash")), None)
        return named and behind is not None and behind.kind in ("sets", "scheme")

    def _lists_by_numbers(self, phrases: Sequence[Phrase]) -> bool:
        """'21-15-9 power cleans 60/40, burpees': no remark."""
        kinds = [one.kind for one in phrases[:2]]
        return kinds == ["scheme", "words"] and self.names.starts(phrases[1].text)

    def _features(self, row: Row, phrases: Sequence[Phrase]) -> None:
        """What the rows around have to know of a row."""
        row.named |= self.prose.names_work(phrases)
        said = [one for one in phrases if one.kind not in ("colon", "dash")]
        listed = any(b.kind == "scheme" and a.kind == "words" for a, b in itertools.pairwise(said))
        row.has_sets |= listed or any(
            (phrase.kind in ("sets", "steps") or phrase.times > 1) and not _in_each_hand(phrase)
            for phrase in phrases
        )
        row.told |= self.prose.tells(phrases)
        row.lists |= self.prose.lists_after_colon(phrases)
        row.format |= any(phrase.kind in TELLING for phrase in phrases)

    def _is_work(self, row: Row) -> bool:
        """Whether a row of clock times arranges or names something."""
        phrases = row.phrases(row.start, len(row.text))
        return tells_work(phrases, row.text) or any(
            self.heads.exact(one) for one in phrases if one.kind == "words"
        )

    def _after_notes(self, row: Row, pieces: list[tuple[int, int, bool]]) -> list[tuple[int, int, bool]]:
        """'.. on Thursday. Thanks': after a sentence, words that count nothing are one more."""
        kept: list[tuple[int, int, bool]] = []
        for start, stop, note in pieces:
            follows = bool(kept) and kept[-1][2] and not leads_with_division(row.text[start:stop])
            turn = _IN_TURN.match(row.text, start, stop)  # "First, 5 min of double-unders."
            text, phrases = row.text[start:stop], row.phrases(turn.end() if turn else start, stop)
            works = self.prose.begins_work(phrases) or self.prose.counts_several(text, phrases)
            works |= self._piece_within(row.text, start, stop) is not None
            works |= _TELLS.match(text) is not None and self.prose.lifts(phrases, text)
            kept.append((start, stop, note or (follows and not works)))
        return kept

    def _is_note(self, row: Row, start: int, stop: int) -> bool:
        if row.tabled:
            return False
        text = row.text[start:stop]
        if row.heading is not None and row.heading.opens == "divisions":
            named = any(self.heads.exact(one) for one in row.phrases(start, stop) if one.kind == "words")
            if named:
                return False  # "Options: pull-ups or ring rows for the chest to bar"
        phrases = row.phrases(start, stop)
        if SUPERSET_WITH.match(text) and self.prose.names_work(phrases):
            return False
        return self.prose.is_plain(text) or self.prose.is_note(text, phrases)

    def _follow(self, rows: list[Row]) -> None:
        """Whether a list stands below each row, before the block ends."""
        for at, (row, following) in enumerate(itertools.pairwise(rows)):
            leads = following.text.lstrip()[:1] in "-•*" and row.text.lstrip()[:1] not in "-•*"
            numbered = following.bullet is not None and row.bullet is None
            row.followed_deeper = following.indent > row.indent or numbered or leads
            another = SUPERSET_WITH.match(following.text) or _THEN_ANOTHER.match(following.text)
            above = rows[at - 1].bullet if at and row.bullet is None else None
            counts_on = (
                above is not None and following.bullet == above + 1
            )  # "(1) Bench", "6-6-4-4", "(2) Row"
            row.followed = lists_on(following) and another is None and not counts_on
            row.sets_below = not following.after_blank and begins_with_sets(following)
            arranges = following.format or ONLY_A_LOAD.fullmatch(following.text)  # "60/40 kg" above its list
            arranges_more = following.role == "work" and arranges and not following.named
            if arranges_more and not following.after_blank and not following.heading:
                row.followed |= at + 2 < len(rows) and lists_on(rows[at + 2])


def _explains(text: str) -> bool:
    """'(10 dips, 1 pull-up, 9 dips, 2 pull-ups, ..)': how the ladder above it goes on, in brackets."""
    listed = text.lstrip()[:1] == "(" and "," in text and any(map(str.isdecimal, text))
    return listed and _EXPLAINS.fullmatch(text) is not None


def _sections_within(rows: Sequence[Row]) -> Iterator[Row]:
    """'Warm-up: jog 400. Lift: hang clean 5 x 2. Metcon: 10 min AMRAP ..': a row for each section of a line,
    for each day, and for each letter whose work arranges itself."""
    for row in rows:
        work = row.role == "work" and not row.tabled
        for one in _cut(row, _heads_within(row)) if work else (row,):
            yield from _cut(one, _letters_within(one)) if work else (one,)


def _cut(row: Row, heads: Sequence[tuple[int, int, Heading]]) -> Iterator[Row]:
    """A row for what stands before the first of these heads, and one for each of them."""
    if not heads:
        yield row
        return
    kept = row.marks
    if row.text[row.start : heads[0][0]].strip() or row.heading is not None:
        yield replace(row, text=row.text[: heads[0][0]])
        kept = []
    stops = [begin for begin, _, _ in heads[1:]] + [len(row.text)]
    for (begin, end, heading), stop in zip(heads, stops, strict=True):
        yield replace(
            row,
            text=row.text[:stop],
            start=end,
            after_blank=False,
            heading=heading,
            bullet=None,
            letter=None,
            marks=[*kept, (begin, end, heading.name)],
        )
        kept = []


def _heads_within(row: Row) -> list[tuple[int, int, Heading]]:
    """Where sentences of a row begin with the name of a section or a day, where its work begins (behind the
    colon, or at the time before it), and its heading."""
    sections = [
        (one.start(1), one.end(1) + (one["time"] is None), Heading(one[1].capitalize(), kind, 0))
        for one in _SECTION.finditer(row.text, row.start)
        if (kind := _kind_of(one[1])) is not None
    ]
    sections += [
        (one.start(), one.end("name"), Heading(one["name"].capitalize(), _kind_of(one["name"]), 0))
        for one in _SECTION_OF_A_FORMAT.finditer(row.text, row.start)
    ]
    days = [
        (one.start("day"), one.end(), Heading(one["day"].capitalize(), None, 0, "day"))
        for one in _DAY_WITHIN.finditer(row.text, row.start)
    ]
    return sorted((*sections, *days), key=lambda one: one[0])


def _letters_within(row: Row) -> list[tuple[int, int, Heading]]:
    """'(A) Squat 5 x 3. (B) 15 min EMOM: ..': letters of pieces, and no places of one list."""
    places = inline_stations(row.text, row.start)
    lettered = [one for one in places if row.text[one[0] : one[1]].strip(" ().:")[:1].isalpha()]
    arranged = sum(arranges_itself(row.text[words:stop]) for _, words, stop, _ in lettered)
    if len(lettered) < PAIR or len(lettered) < len(places) or arranged < PAIR:
        return []
    return [
        (begin, words, Heading(chr(ord("A") + number - 1), None, 0)) for begin, words, _, number in lettered
    ]


def _kind_of(name: str) -> PartKind | None:
    return board_words().headings.get(name.lower().strip())


def _in_each_hand(phrase: Phrase) -> bool:
    """'2x15/10': two weights of two standards, no sets."""
    return phrase.kind == "sets" and phrase.times == PAIR and phrase.pair


_OR_ALONE = re.compile(r"\W*or\W*", re.IGNORECASE)


def _other_choices(rows: Sequence[Row]) -> None:
    """'or' on a row of its own: the movement below it, or all of the piece that begins there, is another
    choice."""
    for at, (row, following) in enumerate(itertools.pairwise(rows), start=2):
        if following.role == "work" and not following.heading and _OR_ALONE.fullmatch(row.text):
            piece = itertools.takewhile(_stands_on, rows[at:])
            for one in (following, *(() if following.named else list(piece))):
                one.role = "note"


def _stands_on(row: Row) -> bool:
    """Whether a row goes on with the piece of the row above."""
    return row.role == "work" and row.heading is None and not row.after_blank


_RESTS_LONG = re.compile(
    r"\W*(?:then\s+)?(?:rest\s+(?:for\s+)?(?:[2-9]|1\d)\s?(?::00|min(?:ute)?s?|['’])|(?:[2-9]|1\d)\s?(?::00|min(?:ute)?s?|['’])\s+rest)\W*",
    re.IGNORECASE,
)
_IN_ROUNDS = re.compile(
    r"\W*(?:for\s+time\W+)?\d{1,2}\s?(?:rounds?|rds|RFT)\b|.{0,12}\bE\d?MOM\b", re.IGNORECASE
)
_OWN_SETS = re.compile(r"(?<![\d.,/])(?:\d{1,2}\s?(?:[x×]|sets\s(?:of|x))\s?\d|\d{1,3}(?:-\d{1,3}){2})")


def _pieces_behind_rests(rows: Sequence[Row]) -> None:
    """'5 rounds' above its list, 'rest 3 min', and 'bench press 5x5': sets behind a rest are a piece of their
    own, and no more of the rounds."""
    rounds = False
    for rest, row in itertools.pairwise(rows):
        rounds = bool(_IN_ROUNDS.match(rest.text)) or (rounds and not rest.after_blank)
        if rounds and row.role == "work" and row.named and _RESTS_LONG.fullmatch(rest.text):
            row.after_blank |= _OWN_SETS.search(row.text) is not None


_ROUNDS_ABOVE = re.compile(r"\W*(?:then\s+)?\d{1,2}\s+(?:rounds?|rds?|sets|times)\b[^\d]*$", re.IGNORECASE)


def _signed_deeper(rows: Sequence[Row]) -> None:
    """'5 rounds:' above '- 12 swings' and '- 10 box jumps', and '30 toes to bar' without a sign right below
    them: what has the sign is the round."""
    for at, row in enumerate(rows):
        if row.role != "work" or _sign(row) or not _ROUNDS_ABOVE.match(row.text):
            continue
        list_of = list(itertools.takewhile(lambda one: _sign(one) and not one.after_blank, rows[at + 1 :]))
        behind = rows[at + 1 + len(list_of) :][:1]
        counted = behind and any(map(str.isdecimal, behind[0].text)) and behind[0].named
        if (
            len(list_of) >= PAIR
            and counted
            and not behind[0].after_blank
            and behind[0].indent == row.indent == list_of[0].indent
        ):
            for one in list_of:
                one.indent += 1


def _sign(row: Row) -> bool:
    """Whether a sign stands before what a row says."""
    return row.text.lstrip()[:1] in ("-", "•", "*", "–")
