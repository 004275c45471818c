"""One piece of a row of work: its format, what stands around it, its movements."""

from __future__ import annotations

import itertools
import re

from core.reading.adding import GROWS, take_steps
from core.reading.around import (
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
    take_kit,
    take_length,
    take_more_times,
    take_window,
    then_alone,
    without_label,
)
from core.reading.by_the_way import take_turns_of_speech
from core.reading.division_lines import DivisionLines
from core.reading.divisions import leads_with_division
from core.reading.draft import Chunk, Chunks, Draft
from core.reading.formats import FormatFound, read_format
from core.reading.line import Line
from core.reading.part_draft import PartDraft
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
from core.reading.rows import SUPERSET_WITH, Row
from core.reading.several import PieceCuts
from core.reading.sexes import take_standards
from core.reading.spreading import spread_amount, spread_everyone, spread_list
from core.reading.state import Reading
from core.reading.team_roles import SKIPPING, SKIPS, change_said
from core.reading.tokens import seconds_of
from core.reading.units import METRE_PER
from core.reading.volumes import MEANWHILE

LEAST_TIMES = 2  # that something interrupts
LISTED = ("every-minute", "intervals")  # formats whose lists have a number a place

_LIST = r"(?P<list>\d{1,2}(?:\s*(?:,|and|&|/)\s*\d{1,2})+)\s*[:,–-]?\s+(?=\d)"
_INTERRUPTS = (
    re.compile(r"\W*(?:at|on)\s+(?:the\s+)?min(?:ute)?s?\s+" + _LIST, re.IGNORECASE),
    re.compile(
        r"\W*(?P<open>every|each)\s+(?:time|break|drop|miss|no[- ]rep)\b[^:=\d]{0,40}(?:[:=,]\s*|\s)(?=\d)",
        re.IGNORECASE,
    ),
    re.compile(r"\W*after\s+rounds?\s+" + _LIST, re.IGNORECASE),
    re.compile(
        r"\W*(?P<between>(?:in\s+)?between)\s+(?:the\s+|each\s+)?rounds?\s*[:,]\s*"
        r"(?=\d)(?!\d+\s*(?:s|sec|min)\w*\s+rest)",
        re.IGNORECASE,
    ),
    re.compile(
        r"\W*(?:after\s+)?every\s+(?:(?P<way>\d+)\s*)?(?P<unit>km|k|m|metres|meters|miles?)\b[^\d:]{0,16}[:,]?\s*(?=\d)",
        re.IGNORECASE,
    ),
)
_AFTER_ROUNDS = re.compile(
    r"\bafter\s+(?:the\s+)?(?:rounds?|sets?)\s+(?:of\s+)?(?P<list>\d{1,2}(?:\s*(?:,|and|&|/)\s*\d{1,2})*)\W*$",
    re.IGNORECASE,
)
_EVERY_SO_LONG = re.compile(
    r"\W*every\s+(?P<minutes>[2-9]|1\d)\s*(?:min(?:ute)?s?\b|')\s*"
    r"(?P<from>\((?:including|incl\.?|starting|from|also|not)\b[^)]{0,20}\)|[:,–-]?\s*stop\s+(?:and|to|for)(?:\s+do)?(?=\s))?"
    r"\s*[:,–-]?\s*(?=\d+\s+[^\W\d])",
    re.IGNORECASE,
)
_MINUTES_INTERRUPT = re.compile(
    r"\W*(?P<lasts>\d{1,2})\s*(?:min(?:ute)?s?|')\s+(?P<what>[^\W\d][^\d,;:–-]{2,30}?)\s*[-–,;:(]?\s*"
    r"(?P<often>every\s+(?:(?P<way>\d)\s*)?min(?:ute)?s?\b[^\d:]{0,16}[:,]?)\s*(?=\d)",
    re.IGNORECASE,
)


_OF_EACH = re.compile(
    r"\W*(?P<each>(?P<reps>\d{1,3})\s+(?:reps?\s+)?of\s+(?:each|everything)\b)(?!\s*(?:set|superset|of))",
    re.IGNORECASE,
)
_LABEL = re.compile(
    r"\W*(?:[^\W\d]+\s+){0,3}complex\s*(?=\([^)]*\+)"
    r"|(?P<label>[^\W\d][^\d:;,(]{2,50})(?:,|\s[–-])\s*(?=\d{1,3}\s*(?:min(?:ute)?s?|')[^:;,\d]{0,20}:\s*\d)",
    re.IGNORECASE,
)


_HEAVY_COMPLEX = re.compile(
    r"(?=[^:+]*\b(?:heav(?:y|iest)|max(?:imum|imal)?|1\s?rm|find|build|establish)\b)[^:+]{0,60}\bcomplex\b[^:+]{0,40}:\s*(?=\d)",
    re.IGNORECASE,
)
_ODD_AND_EVEN = re.compile(
    r"(?P<how>[^,;]*?\b(?:emom|every\s+minute|otm)\b[^,;:–-]*[:–-]\s*)?"
    r"(?P<odd>\W*\d[^,;]*?)\s+(?P<odds>on\s+(?:the\s+)?odds?(?:\s+min(?:ute)?s?)?)[\s,;/+&]*(?:and\s+)?"
    r"(?P<even>\d[^,;]*?)\s+(?P<evens>on\s+(?:the\s+)?evens?(?:\s+min(?:ute)?s?)?)\W*",
    re.IGNORECASE,
)


class Pieces:
    """Reads pieces into the parts of one text. pending: a day whose part opens with its first work."""

    def __init__(self, reading: Reading, divisions: DivisionLines):
        self.reading = reading
        self.divisions = divisions
        self.cuts = PieceCuts(reading.names)
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
        if any(
            whole(row, start, stop)
            for whole in (
                self._grows,
                self._heavy_complex,
                self._by_sex,
                self._superset,
                self._of_each,
                self._odd_and_even,
            )
        ):
            return
        start = self._behind_label(row, start, stop)
        ways = (self._interrupts, self._every_so_long, self._after_rounds)
        breaks = any(way(row, start, stop) for way in ways)
        if breaks or self._minutes_interrupt(row, start, stop, bullet):
            return
        read = self.reading.line(row, start, stop)
        if says_nothing(read):
            return
        if first and row.heading is not None and only_minutes(read):
            read.take(range(len(read.phrases)), "note", "how long the section lasts")
            self.reading.marks.extend(read.marks)
            if self.reading.parts.last is not None:
                self.reading.parts.last.lasts_s = next(filter(None, map(seconds_of, read.phrases)), None)
            return
        self.settle(row)
        if row.of_partner:
            self._meanwhile(row, start, stop)
            return
        bounds = [start, *self.cuts.columns(read), stop]
        for begin, end in itertools.pairwise(bounds):
            if begin > start and (self._interrupts(row, begin, end) or self._superset(row, begin, end)):
                continue
            self.content(row, self.reading.line(row, begin, end), bullet or row.bullet or row.letter)

    def of_the_team(self, row: Row) -> None:
        """What each of a team does at the same time; what has no amount lasts as long as the others take."""
        self.settle(row)
        shared = [role for role in row.team if role.what == role.stop]
        part = self.reading.parts.current(row.number)
        if shared and part.changes.get("share", part.format.share if part.format else "") in ("", "split"):
            part.changes |= {"share": "alternate"}
        for role in row.team:
            self.reading.mark(row, role.start, role.what, "format", role.says)
        before = len(part.work)
        for role in row.team:
            if role.what < role.stop:
                self._meanwhile(row, role.what, role.stop)
        for role, following in itertools.pairwise(row.team):
            if row.text[role.stop : following.start].strip():
                self.reading.mark(row, role.stop, following.start, "format", "at the same time")
        if (end := change_said(row.text, row.team_end)) > row.team_end:
            self.reading.mark(row, row.team_end, end, "note", "when they change")
            for draft in part.work[before:]:
                draft.swaps = True

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

    def _grows(self, row: Row, start: int, stop: int) -> bool:
        """'Add 2 reps each round' below a list, or behind it on its line."""
        said = GROWS.search(row.text[start:stop])
        if said is None:
            return False
        if row.text[start : start + said.start()].strip():
            self.read(row, start, start + said.start(), first=False)
        part = self.reading.parts.last
        begin, end = start + said.start(), start + len(row.text[start:stop].rstrip())
        if part is not None and part.work and take_steps(said["steps"], part, self.reading.names):
            self.reading.mark(row, begin, end, "format", "more every round")
            return True
        read = self.reading.line(row, begin, stop)
        read.hand_back(begin, end, "how the list grows is not counted")
        read.taken.update(range(len(read.phrases)))
        self.reading.collect(read)
        return True

    def _by_sex(self, row: Row, start: int, stop: int) -> bool:
        """'Men: 9 kg / 22.5 kg / 60 cm' below a list."""
        part = self.reading.parts.last
        given = part is not None and take_standards(row.text[start:stop], part.work, self.reading.catalog)
        if given:
            self.reading.mark(
                row, start, start + len(row.text[start:stop].rstrip()), "load", "standards of the list"
            )
        return given

    def _heavy_complex(self, row: Row, start: int, stop: int) -> bool:
        """'12 min to find a heavy complex: 1 clean, 2 front squats': one bar for all of it, up to its
        heaviest."""
        said = _HEAVY_COMPLEX.match(row.text[start:stop])
        if said is None or self.reading.names.find(said.group()) is not None:
            return False
        self.settle(row)
        self.reading.mark(row, start, start + len(said.group().rstrip()), "format", "build up")
        part = self.reading.parts.current(row.number)
        before = len(part.work)
        self.read(row, start + said.end(), stop, first=False)
        self.reading.complexes.build_up(part.work[before:])
        return True

    def _odd_and_even(self, row: Row, start: int, stop: int) -> bool:
        """'EMOM 12 - 3 power snatches on odd, 10 burpees on even': the minute behind what is done in it."""
        said = _ODD_AND_EVEN.fullmatch(row.text[start:stop])
        if said is None:
            return False
        if said["how"]:
            self.content(row, self.reading.line(row, start, start + said.end("how")))
        for place, (work, minute) in enumerate((("odd", "odds"), ("even", "evens")), start=1):
            begin, end = (start + edge for edge in said.span(minute))
            self.reading.mark(row, begin, end, "format", f"minute {place}")
            begin, end = (start + edge for edge in said.span(work))
            self.content(row, self.reading.line(row, begin, end), place)
        return True

    def _of_each(self, row: Row, start: int, stop: int) -> bool:
        """'40 of each for time:' above or before a list of bare names."""
        said = _OF_EACH.match(row.text[start:stop])
        if said is None:
            return False
        self.settle(row)
        self.reading.mark(row, start, start + said.end("each"), "format", f"{said['reps']} of each")
        self.reading.parts.current(row.number).each_reps = int(said["reps"])
        begin = start + said.end("each")
        if row.text[begin:stop].strip(" :-–"):
            self.read(row, begin, stop, first=False)
        return True

    def _behind_label(self, row: Row, start: int, stop: int) -> int:
        """Where the work begins behind words that only say what it is about: 'Snatch complex (..)', 'a long
        one, 40 min: ..'."""
        text = row.text[start:stop]
        said = _LABEL.match(text)
        if said is None or (said["label"] and self.reading.names.find(said["label"]) is not None):
            return start
        self.settle(row)
        self.reading.mark(row, start, start + len(said.group().rstrip()), "note", "what it is about")
        return start + said.end()

    def _superset(self, row: Row, start: int, stop: int) -> bool:
        """'superset with 10 rows' below '5 x 5 bench press': done as often as the sets above."""
        said, part = SUPERSET_WITH.match(row.text[start:stop]), self.reading.parts.last
        work = part.work if part is not None else []
        sets = next(filter(None, (one.sets or len(one.scheme) for one in reversed(work))), None)
        fmt = part.format if part is not None else None
        rounds = fmt.rounds if fmt is not None and fmt.kind == "every-minute" and work else None
        if said is None or part is None or not (sets or rounds):
            return False
        self.reading.mark(
            row, start, start + said.end(), "format", f"between the {sets or rounds} sets above"
        )
        before = len(part.work)
        self.read(row, start + said.end(), stop, first=False)
        for draft in part.work[before:] if sets else ():
            draft.sets, draft.sets_written = draft.sets or sets, True
        return True

    def _interrupts(self, row: Row, start: int, stop: int) -> bool:
        """'At minutes 0, 5 and 10: 200 m run', 'after rounds 2 and 4: 400 m run', 'every km stop for 20
        squats' below what they interrupt: so many times in all."""
        said = next(filter(None, (one.match(row.text[start:stop]) for one in _INTERRUPTS)), None)
        part = self.reading.parts.last
        if said is None or part is None or not part.work:
            return False
        groups = said.groupdict()
        if groups.get("between"):
            return self._between_rounds(row, part, start + said.end(), stop, start)
        open_ended = "open" in groups
        times = (
            0
            if open_ended
            else len(re.findall(r"\d+", groups["list"]))
            if groups.get("list")
            else _ways(part.work[-1], said)
        )
        if not times and not open_ended:
            return False
        says = f"{times} times" if times else "nobody knows how often"
        self.reading.mark(row, start, start + said.end(), "format", says)
        self._so_often(row, part, start + said.end(), stop, times)
        return True

    def _after_rounds(self, row: Row, start: int, stop: int) -> bool:
        """'400 m run after rounds of 3, 6, 9' below the list: so many times."""
        said, part = _AFTER_ROUNDS.search(row.text[start:stop]), self.reading.parts.last
        if (
            said is None
            or part is None
            or not part.work
            or not row.text[start : start + said.start()].strip(" -–*")
        ):
            return False
        times = len(re.findall(r"\d+", said["list"]))
        self.reading.mark(row, start + said.start(), start + said.end(), "format", f"{times} times")
        self._so_often(row, part, start, start + said.start(), times)
        return True

    def _between_rounds(self, row: Row, part: PartDraft, start: int, stop: int, said: int) -> bool:
        """'Between rounds: 30 double-unders': once less than there are rounds."""
        fmt = part.format
        rounds = (len(fmt.scheme) or fmt.rounds or 0) if fmt is not None else 0
        rounds = rounds or max(len(one.scheme) for one in part.work)
        if rounds < 2:
            return False
        self.reading.mark(row, said, start, "format", f"{rounds - 1} times")
        self._so_often(row, part, start, stop, rounds - 1)
        return True

    def _so_often(self, row: Row, part: PartDraft, start: int, stop: int, times: int) -> None:
        """Read what interrupts a part so many times in all; 0 where nobody knows how often."""
        before = len(part.work)
        self.read(row, start, stop, first=False)
        for draft in part.work[before:]:
            draft.own_rounds, draft.often = times, not times

    def _every_so_long(self, row: Row, start: int, stop: int) -> bool:
        """'Every 3 min: 6 burpees' right below the list of an AMRAP: as often as its minutes hold; below one
        for time as often as nobody knows."""
        said, part = _EVERY_SO_LONG.match(row.text[start:stop]), self.reading.parts.last
        fmt = part.format if part is not None and part.work else None
        if part is None or said is None or (row.after_blank and not said["from"]):
            return False
        minutes = fmt.minutes if fmt is not None and fmt.kind == "as-many-as-possible" else None
        times = int((minutes or 0) // int(said["minutes"]))
        if times < LEAST_TIMES and not (part.work and said["from"]):
            return False
        says = f"{times} times" if times else "nobody knows how often"
        self.reading.mark(row, start, start + said.end(), "format", says)
        self._so_often(row, part, start + said.end(), stop, times)
        return True

    def _minutes_interrupt(self, row: Row, start: int, stop: int, bullet: int | None) -> bool:
        """'8 min row - every minute 3 burpees', '20 min run; every 5 min stop for 10 squats'."""
        said = _MINUTES_INTERRUPT.match(row.text[start:stop])
        match = self.reading.names.find(said["what"]) if said else None
        times = int(said["lasts"]) // int(said["way"] or 1) if said else 0
        if said is None or match is None or match.left_over or times <= 1:
            return False
        self.read(row, start, start + said.end("what"), first=True, bullet=bullet)
        part = self.reading.parts.current(row.number)
        self.reading.mark(row, start + said.start("often"), start + said.end(), "format", f"{times} times")
        self._so_often(row, part, start + said.end(), stop, times)
        return True

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
        if take_again(read, parts.last) or take_more_times(read, parts.last):
            return
        station = station_of(read)
        role = role_of(read, parts.current(row.number))
        found = read_format(read)
        if found:
            words = (read.phrases[one].text for one in read.free() if read.phrases[one].kind == "words")
            found.alone = not any(map(self.reading.names.find, words))
        if found and found.rest_only and found.format.rest_s is None and parts.last and parts.last.work:
            parts.last.rest_minutes += 1
        if found and not (found.rest_only and (station or bullet)):
            parts.apply(row, found, division)
            role = "" if found.format.rounds and not found.only_changes else role  # "finish with 3 rounds of"
        elif found and station:
            parts.current(row.number).rest_stations.add(station)
        if then_alone(read, parts.last):
            return
        take_all_out(row, read, parts)
        take_kit(row, read, parts.current(row.number), self.reading.names)
        take_length(read, parts.current(row.number))
        take_each_once(row, read, parts, self.reading.names)
        chunks = self.reading.splitter.chunks(read)
        chunks = without_label(read, chunks)
        spread_list(read, [chunk for _, chunk in chunks])
        spread_amount(read, [chunk for _, chunk in chunks])
        spread_everyone(read, [chunk for _, chunk in chunks])
        fill_window(read, [chunk for _, chunk in chunks])
        if found is not None and not row.followed:
            fill_amrap(found.format, [chunk for _, chunk in chunks])
        self._attach(row, read, chunks, self._place_in_list(bullet, station, found), role, division)

    def _place_in_list(
        self, bullet: int | None, station: int | None, found: FormatFound | None
    ) -> int | None:
        """Which minute or interval a line is: its own word says, or its number in the list."""
        part = self.reading.parts.last
        fmt = part.format if part is not None else None
        listed = fmt is not None and (fmt.kind in LISTED or fmt.repeat > 1)
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
        if not named and self.reading.attacher.loads.loads_in_order(every):
            return
        self.reading.complexes.bind_complex(every)
        self.reading.complexes.share_bar(every)
        roles = around_a_bracket(read, every)
        here = ""
        for place, (own, chunk) in enumerate(chunks):
            here = chunk.draft.movement or here
            if not chunk.named and not self.reading.attacher.name_a_run(read, chunk):
                self._unnamed(row, read, chunk, own, here, alone=not named)
            elif (
                len(chunks) == 1
                and not (own or division)
                and self.reading.attacher.loads.load_said_once(chunk)
            ):
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
        listed = sum(chunk.named for chunk in chunks) > 1 and row.format and not row.followed_deeper
        if listed and part is not None and part.repeats and part.format_line == row.number:
            part.closed = True


def _ways(work: Draft, said: re.Match[str]) -> int:
    """How often a way is in what a movement goes: '5 km', 'every km'."""
    unit = {"k": "km", "metres": "m", "meters": "m", "miles": "mile"}.get(
        said["unit"].lower(), said["unit"].lower()
    )
    one = float(said["way"] or 1) * METRE_PER[unit]
    return int((work.distance_m or 0) // one)
