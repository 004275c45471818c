"""One piece of a row of work: its format, what stands around it, its movements."""

from __future__ import annotations

import itertools
import re

from core.reading.adding import take_growth
from core.reading.around import (
    LONG_INTERVAL_S,
    around_a_bracket,
    fill_amrap,
    fill_window,
    only_minutes,
    role_of,
    says_nothing,
    slashed_minutes,
    station_of,
    take_again,
    take_all_out,
    take_each_once,
    take_each_side,
    take_kit,
    take_length,
    take_more_times,
    take_who_goes,
    take_window,
    take_window_of_time,
    then_alone,
    without_label,
)
from core.reading.by_the_way import take_turns_of_speech
from core.reading.division_lines import DivisionLines
from core.reading.divisions import leads_with_division, take_rounds_of_divisions
from core.reading.draft import Chunk, Chunks, Draft
from core.reading.formats import FormatFound, read_format
from core.reading.interrupting import Interrupting
from core.reading.line import Line
from core.reading.part_draft import PartDraft
from core.reading.plain_words import plain_words
from core.reading.remarks import (
    take_asides,
    take_bells,
    take_fewer,
    take_halves,
    take_more_than_before,
    take_portions,
    take_sides,
    take_targets,
    take_vest,
)
from core.reading.rest_of_time import take_rest_of_time
from core.reading.rows import Row
from core.reading.several import PieceCuts
from core.reading.spreading import (
    spread_amount,
    spread_everyone,
    spread_list,
    spread_list_behind,
    spread_rungs,
    spread_sets_said_once,
)
from core.reading.state import Reading
from core.reading.team_roles import SKIPPING, SKIPS, change_said
from core.reading.tokens import seconds_of
from core.reading.units import MINUTE_S
from core.reading.volumes import MEANWHILE
from core.reading.whole_pieces import WholePieces

_RESTS = re.compile(
    r"\b(?:rest|off|pause|recover(?:y)?)\b(?!\s+(?:as|between|when|if|is))", re.IGNORECASE
)  # no "time cap"
_THEN_A_TEAM = re.compile(
    r"\W*then,?\s+(?:in\s+(?:pairs|teams|trios|groups\s+of\s+\d)|with\s+a\s+partner|"
    r"as\s+a\s+(?:pair|team))\b",
    re.IGNORECASE,
)
_BARE_MINUTES = re.compile(r"\W*(?<=\()\s*(\d{1,2})\s*\)?\W*")
LISTED = ("every-minute", "intervals")  # formats whose lists have a number a place

_NUMBER_OF_A_LIST = re.compile(r"\s*\d{1,2}[.)]\s")
_LABEL = re.compile(
    r"\W*(?:[^\W\d]+\s+){0,3}complex\s*(?=\([^)]*\+)"
    r"|\W*(?:[^\W\d][\w-]*\s+){1,3}(?:drills?|primer|practice|technique|skills?|prog"
    r"ressions?)\b[^:\d]{0,25}:\s*"
    r"(?=\d{1,3}\s+[^\W\d]{2}[^:]*,\s*\d|\d{1,2}\s?[x×]\s?\d{1,3}\s+[^\W\d]{3})"
    r"|(?P<label>(?!every\b|each\b|emom\b)[^\W\d][^\d:;,(]{2,50})(?:,|\s[–-])\s*(?="
    r"\d{1,3}\s*(?:min(?:ute)?s?|')[^:;,\d]{0,20}:\s*\d)"
    r"|(?P<of>[^\W\d][^\d:;,()]{2,24}):\s*(?=\d{1,3}(?:-\d{1,3}){2,}\s*$)"
    r"|\W*(?P<when>(?:(?:hi|hello|hey|dear|(?:good\s)?morning)\b[^:\d]{0,20}[,!]\s)?(?:and\s|so\s)?(?:for\s(?:the\s|your\s|our\s)?(?!time|quality|load|reps|max|cal|score|dist|warm|scal|begin|rx|beg|men|women)"
    r"|(?:the\s)?plan\b|today(?!['’])|tomorrow|tonight|this\s(?:morning|evening|afternoon)|on\s(?=[^\W\d]{3,8}day))[^\d:;()]{0,36}):\s*(?=\d{1,2}\s(?:rounds|rds|sets|min)\b|\d{1,2}\s?x\s|\d[^.]{3,40},\s\d|amrap|emom|every)",
    re.IGNORECASE,
)


SPEECH = ("words", "comma")  # kinds of phrases of words that say nothing of what is done


class Pieces:
    """Reads pieces into the parts of one text. pending: a day whose part opens with its first work."""

    def __init__(self, reading: Reading, divisions: DivisionLines):
        self.reading = reading
        self.divisions = divisions
        self.cuts = PieceCuts(reading.names)
        self.wholes = WholePieces(reading, self)
        self.interrupting = Interrupting(reading, self)
        self.pending: str | None = None

    def settle(self, row: Row) -> None:
        """Open the part of a day that has work before any other heading."""
        if self.pending is not None:
            self.reading.parts.open(self.pending, None, row.number)
            self.pending = None

    def read(self, row: Row, start: int, stop: int, first: bool, bullet: int | None = None) -> None:
        """A stretch of a row; first in its row or not; at a place of a list its row does not say."""
        if (first or leads_with_division(row.text[start:stop])) and self.divisions.read(row, start, stop):
            return
        if self.wholes.read(row, start, stop, first) or self.interrupting.superset(row, start, stop):
            return
        start = self._behind_label(row, start, stop)
        if self.interrupting.read(row, start, stop, bullet):
            return
        read = self.reading.line(row, start, stop)
        if says_nothing(read):
            return
        bare = _BARE_MINUTES.fullmatch(row.text, start, stop)  # "Warm-up (15)"
        if first and row.heading is not None and (bare or only_minutes(read)):
            read.take(range(len(read.phrases)), "note", "how long the section lasts")
            self.reading.marks.extend(read.marks)
            if self.reading.parts.last is not None:
                self.reading.parts.last.only_lasts = row.followed and row.heading.kind is None
                seconds = int(bare[1]) * MINUTE_S if bare else None
                self.reading.parts.last.lasts_s = seconds or next(
                    filter(None, map(seconds_of, read.phrases)), None
                )
            return
        self.settle(row)
        if row.of_partner:
            self._meanwhile(row, start, stop)
            return
        (begin, end), *others = itertools.pairwise([start, *self.cuts.columns(read), stop])
        self.content(row, self.reading.line(row, begin, end), bullet or row.bullet or row.letter)
        for begin, end in others:
            self._another(row, begin, end, bullet)

    def _another(self, row: Row, start: int, stop: int, bullet: int | None) -> None:
        """Another piece of a stretch: '.., then in pairs 100 cal bike' is one that others share."""
        if self.interrupting.behind(row, start, stop):
            return
        last = self.reading.parts.last
        if last is not None and last.work and _THEN_A_TEAM.match(row.text, start, stop):
            self.reading.parts.next(row.number)
        self.content(row, self.reading.line(row, start, stop), bullet or row.bullet or row.letter)

    def added(self, part: PartDraft, row: Row, start: int, stop: int) -> list[Draft]:
        """Read a stretch of a row; the movements it added to a part."""
        before = len(part.work)
        self.read(row, start, stop, first=False)
        return part.work[before:]

    def of_the_team(self, row: Row) -> None:
        """What each of a team does at the same time; what has no amount lasts as long as the others take."""
        self.settle(row)
        shared = [role for role in row.team if role.what == role.stop]
        part = self.reading.parts.current(row.number)
        if shared and part.changes.get("share", part.format.share if part.format else "") in ("", "split"):
            part.changes |= {"share": "alternate"}
        for role in row.team:
            self.reading.mark(row, role.start, role.what, "format", role.says)
        if (
            self.reading.parts.team is None
        ):  # "partner A rows while partner B rests", and then "100 burpees, split"
            part.shared_by = part.shared_by or (None, self.reading.parts.share)
            self.reading.parts.team = len(row.team) if len(row.team) > 1 else None
        before = len(part.work)
        for role in row.team:
            if role.what < role.stop:
                self._meanwhile(row, role.what, role.stop)
        self._without_what_is_listed(part, before)
        for role, following in itertools.pairwise(row.team):
            if row.text[role.stop : following.start].strip():
                self.reading.mark(row, role.stop, following.start, "format", "at the same time")
        if (end := change_said(row.text, row.team_end)) > row.team_end:
            self.reading.mark(row, row.team_end, end, "note", "when they change")
            for draft in part.work[before:]:
                draft.swaps = True

    def _without_what_is_listed(self, part: PartDraft, before: int) -> None:
        """'Partner 2 holds a plank while partner 1 squats' below '10 front squats': the squats are those."""
        listed = [(one.movement, plain_words(one.text)) for one in part.work[:before] if not one.role]
        for draft in part.work[before:]:
            word = next(iter(plain_words(draft.text)[-1:]), "")
            bare = draft.role == MEANWHILE and not draft.has_amount and len(plain_words(draft.text)) == 1
            if bare and any(word in words and one != draft.movement for one, words in listed):
                part.work.remove(draft)

    def _meanwhile(self, row: Row, start: int, stop: int) -> None:
        """Read what one of a team does while the others do theirs."""
        part = self.reading.parts.current(row.number)
        before = len(part.work)
        if SKIPS.fullmatch(words := row.text[start:stop]):
            draft = Draft(row.number, start + 1, words, movement=SKIPPING)
            self.reading.mark(row, start, stop, "movement", "skipping")
            self.reading.attacher.add(row, Chunk(draft, True, []), None, MEANWHILE, first=False)
            return
        self.content(row, self.reading.line(row, start, stop))
        for draft in part.work[before:]:
            draft.role = draft.role or ("" if draft.has_amount else MEANWHILE)

    def _behind_label(self, row: Row, start: int, stop: int) -> int:
        """Where the work begins behind words that only say what it is about: 'Snatch complex (..)', 'a long
        one, 40 min: ..'."""
        text = row.text[start:stop]
        said = _LABEL.match(text)
        label = (said["label"] or said["of"] or said["when"]) if said is not None else ""
        if said is None or (label and self.reading.names.find(label) is not None):
            return start
        lead = "of" if said["of"] else "when"
        if said[lead] and any(one.kind not in SPEECH for one in row.phrases(start, start + said.end(lead))):
            return start  # "In pairs: 21-15-9"
        behind = row.phrases(start + said.end(), stop)
        if not said[lead] and not any(
            one.kind == "words" and self.reading.names.starts(one.text) for one in behind
        ):
            return start  # "Snatch technique: 10 x 2 from the hang"
        self.settle(row)
        self.reading.mark(row, start, start + len(said.group().rstrip()), "note", "what it is about")
        return start + said.end()

    def content(self, row: Row, read: Line, bullet: int | None = None, division: str | None = None) -> None:
        """What a piece says: a format, a role, movements with their amounts."""
        parts = self.reading.parts
        self.reading.splitter.glue_names(read)
        read.of_division = bool(parts.last and parts.last.block_division)
        if not self.divisions.alone(row, read):
            self._said(row, read, bullet, division)
        self.reading.collect(read)

    def _said(self, row: Row, read: Line, bullet: int | None, division: str | None) -> None:
        parts = self.reading.parts
        self._grows_by(read)
        take_turns_of_speech(read)
        take_asides(read)
        take_vest(read)
        take_fewer(read)
        take_more_than_before(read)
        take_targets(read)
        take_bells(read)
        take_sides(read)
        take_halves(read)
        take_portions(read)
        take_window(row, read, parts)
        take_rest_of_time(read, parts.last)
        take_who_goes(read, parts.last, self.reading.catalog)
        if take_again(read, parts.last) or take_more_times(read, parts):
            return
        by_minutes = bool(read.phrases) and read.phrases[0].text.lower().startswith("min")
        by_stations = bool(read.phrases) and read.phrases[0].text.lower().startswith("st")
        station = station_of(read)
        if station is not None and parts.last is not None:
            parts.last.by_minutes |= by_minutes
            parts.last.by_stations |= by_stations
            parts.last.by_words = True
        role = role_of(read, parts.current(row.number))
        own_rounds = take_rounds_of_divisions(read)
        found = read_format(read)
        if found:
            words = (read.phrases[one].text for one in read.free() if read.phrases[one].kind == "words")
            found.alone = not any(map(self.reading.names.find, words))
        rests = found is not None and found.rest_only and _RESTS.search(row.text) is not None
        if found and rests and found.format.rest_s is None and parts.last and parts.last.work:
            parts.last.rest_minutes += 1
        if found and not (found.rest_only and (station or bullet)):
            parts.apply(row, found, division)
            parts.current(row.number).own_rounds |= own_rounds
            role = "" if found.format.rounds and not found.only_changes else role  # "finish with 3 rounds of"
        elif found and station:
            parts.current(row.number).rest_stations.add(station)
        if then_alone(row, read, parts.last):
            return
        take_all_out(row, read, parts)
        take_each_side(read, parts)
        take_kit(row, read, parts, self.reading.names)
        take_length(read, parts.current(row.number))
        take_each_once(row, read, parts, self.reading.names)
        chunks = self.reading.splitter.chunks(read)
        chunks = without_label(read, chunks)
        spread_list(read, [chunk for _, chunk in chunks])
        spread_list_behind(read, [chunk for _, chunk in chunks])
        spread_amount(read, [chunk for _, chunk in chunks])
        spread_sets_said_once(read, [chunk for _, chunk in chunks])
        spread_rungs(read, [chunk for _, chunk in chunks])
        spread_everyone(read, [chunk for _, chunk in chunks])
        fill_window(read, [chunk for _, chunk in chunks])
        take_window_of_time(read, [chunk for _, chunk in chunks], self.reading.catalog)
        if found is not None and not row.followed:
            fill_amrap(found.format, [chunk for _, chunk in chunks])
        if found is not None and not row.followed and not any(chunk.named for _, chunk in chunks):
            self.reading.attacher.any_machine_of(read)
        self._attach(row, read, chunks, self._place_in_list(row, bullet, station, found), role, division)

    def _grows_by(self, read: Line) -> None:
        """'AMRAP 10, ascending by 2' above a list."""
        part = self.reading.parts.current(read.number)
        place = take_growth(read.text, part) if read.followed and not read.named else None
        if place is not None:
            read.take(
                [at for at, one in enumerate(read.phrases) if place[0] <= one.column and one.end <= place[1]],
                "format",
                f"{part.grows} more every round",
            )

    def _place_in_list(
        self, row: Row, bullet: int | None, station: int | None, found: FormatFound | None
    ) -> int | None:
        """Which minute or interval a line is: its own word says, or its number in the list."""
        part = self.reading.parts.last
        fmt = part.format if part is not None else None
        listed = fmt is not None and (fmt.kind in LISTED or fmt.repeat > 1)
        long = fmt is not None and fmt.kind == "every-minute" and (fmt.interval_s or 0) >= LONG_INTERVAL_S
        if long and part is not None and not part.by_turns and _NUMBER_OF_A_LIST.match(row.text):
            return station  # "every 4 min": the numbers only count the list
        sets_one = found is not None and not found.only_changes
        if station is not None or not bullet or part is None or not listed or sets_one:
            return station
        if found and found.rest_only:
            part.rest_stations.add(bullet)
        return bullet

    # -- movements ------------------------------------------------------------------------------

    def _attach(
        self, row: Row, read: Line, chunks: Chunks, station: int | None, role: str, division: str | None
    ) -> None:
        every = [chunk for _, chunk in chunks]
        named = any(chunk.named for chunk in every)
        if self.divisions.block_line(row, read, chunks):
            return
        of_all = not named and not division and not any(own for own, _ in chunks)
        if of_all and self.reading.attacher.loads.loads_in_order(every):
            return
        self.reading.complexes.bind_complex(every)
        self.reading.complexes.share_bar(every)
        roles = around_a_bracket(read, every)
        shared = sum(not own for own, _ in chunks)
        here = ""
        for place, (own, chunk) in enumerate(chunks):
            here = chunk.draft.movement or here
            if not chunk.named and not self.reading.attacher.name_a_run(read, chunk):
                self._unnamed(row, read, chunk, own, here, alone=not named)
            elif shared == 1 and not (own or division) and self.reading.attacher.loads.load_said_once(chunk):
                continue
            elif (own or division) and not self.reading.divisions.in_columns:
                self.reading.divisions.add(chunk, own or division or "", row.number)
            else:
                self.reading.attacher.add(row, chunk, station, roles.get(place, role), first=place == 0)
        slashed_minutes(row, every, self.reading.parts.last)
        self._close_inline_list(row, every)

    def _unnamed(self, row: Row, read: Line, chunk: Chunk, own: str | None, here: str, alone: bool) -> None:
        """Amounts without a name: a division's own, or the movement's before them (``here`` on this line)."""
        if own:
            self.reading.divisions.as_load(chunk)
        if own and own != "rx" and not self.reading.divisions.in_columns:
            self.reading.divisions.add(chunk, own, row.number, here)
        else:
            self.reading.attacher.loose(row, read, chunk, alone)

    def _close_inline_list(self, row: Row, chunks: list[Chunk]) -> None:
        """'5 rounds of 5 pull-ups, 10 push-ups': the list stands on the line itself."""
        part = self.reading.parts.last
        listed = sum(chunk.named for chunk in chunks) > 1 and not row.followed_deeper
        if listed and part is not None and part.repeats and part.format_line == row.number:
            part.closed = True
