"""What interrupts a piece, and so is done another number of times than its list: 'at minutes 0, 5 and 10',
'after rounds 2 and 4', 'every km', 'every break', 'superset with' below sets."""

from __future__ import annotations

import itertools
import re
from typing import TYPE_CHECKING

from core.reading.draft import Draft
from core.reading.part_draft import PartDraft
from core.reading.prose import AFTER_ORDINALS
from core.reading.rows import SUPERSET_WITH, Row
from core.reading.state import Reading
from core.reading.units import METRE_PER

if TYPE_CHECKING:
    from core.reading.pieces import Pieces

LEAST_TIMES = 2  # that something interrupts
_LIST = r"(?P<list>\d{1,2}(?:\s*(?:,|and|&|/)\s*\d{1,2})+)\s*[:,–-]?\s+(?=\d)"
_INTERRUPTS = (
    re.compile(r"\W*(?:at|on)\s+(?:the\s+)?min(?:ute)?s?\s+" + _LIST, re.IGNORECASE),
    re.compile(
        r"\W*(?:(?P<open>(?:every|each|any)\s+(?:time|break|drop|trip|miss|no[- ]rep))\b[^:=\d]{0,40}"
        r"(?:[:=,]\s*|\s)"
        r"|(?:a\s+)?(?:break|drop|trip|miss|no[- ]rep)s?\s*=\s*)(?=\d)",
        re.IGNORECASE,
    ),
    re.compile(r"\W*after\s+rounds?\s+" + _LIST, re.IGNORECASE),
    AFTER_ORDINALS,
    re.compile(
        r"\W*(?P<between>(?:in\s+)?between)\s+(?:the\s+|each\s+)?rounds?\s*(?:[:,]\s*|(?:do\s+)?(?=[^\W\d]))"
        r"(?=\d|(?:run|row|ski|bike|swim|walk|jog|sprint|carry|hold|plank)\b)(?!\d+\s*"
        r"(?:s|sec|min)\w*\s+rest)",
        re.IGNORECASE,
    ),
    re.compile(
        r"\W*(?:after\s+)?every\s+(?:(?P<way>\d+)\s*)?(?P<unit>km|k|m|metres|meters|mile"
        r"s?)\b[^\d:]{0,24}[:,]?\s*(?=\d)",
        re.IGNORECASE,
    ),
    re.compile(
        r"\W*(?:(?:after|on)\s+)?every\s+(?P<count>\d{1,3})(?:th)?(?!:\d\d)"
        r"(?:\s+(?!min|sec|s\b|rounds?|sets?|cal)[^\W\d][^\d:,]{2,24}?)?\s*[:,–-]\s*(?=\d)",
        re.IGNORECASE,
    ),
)
_ON_THE_MINUTE = re.compile(
    r"\W*(?:rule\s*:\s*)?(?:on\s+(?:the|every)|every|each|at\s+the\s+(?:start|top)\s"
    r"+of\s+(?:the|every|each))\s+"
    r"min(?:ute)?(?:\s*,?\s*\(?(?:incl(?:\.|uding)?|also)\s+the\s+first\)?)?\s*"
    r"[:,–-]?\s*(?:stop\s+(?:and|to)\s+)?(?:do\s+)?(?=\d)",
    re.IGNORECASE,
)
_WORK = r"(?=\d|(?:run|row|ski|bike|swim|walk|jog|sprint|carry|hold|plank)\b)"  # what is done then
_EVERY_ROUND = re.compile(
    r"\W*(?:(?:after|before|in|on|at\s+the\s+(?:start|end)\s+of)\s+)?(?:every|each)\s+"
    r"(?:(?P<nth>[2-9])(?:nd|rd|th)?\s+|(?P<other>other|second)\s+)?(?:rounds?|rungs?|sets?)"
    rf"(?:\s+(?:do|add|finish\s+with))?\s*[:,–-]?\s*{_WORK}",
    re.IGNORECASE,
)
_ROUND_BEHIND = re.compile(
    r"\s(?:(?P<between>(?:in\s+)?between)\s+(?:the\s+|each\s+|all\s+)?|(?:after|befo"
    r"re)\s+(?:every|each)\s+)(?:rounds?|sets?)\W*$",
    re.IGNORECASE,
)
_AFTER_ROUNDS = re.compile(
    r"\bafter\s+(?:the\s+)?(?:rounds?|sets?)\s+(?:of\s+)?(?P<list>\d{1,2}(?:\s*(?:,|"
    r"and|&|/)\s*\d{1,2})*)\W*$",
    re.IGNORECASE,
)
_WEIGHT = (
    r"(?:(?P<between>(?:in\s+)?between)\s+(?:the\s+|each\s+|all\s+)?|after\s+(?:ever"
    r"y|each)\s+)(?:weight|load|bar(?:bell)?)s?"
)
_WEIGHTS = re.compile(rf"\W*{_WEIGHT}\s*[:,–-]?\s*(?:do\s+)?{_WORK}", re.IGNORECASE)
_WEIGHTS_BEHIND = re.compile(rf"\s{_WEIGHT}\W*$", re.IGNORECASE)
_LADDERS = re.compile(
    r"\W*(?:after|(?P<between>between))\s+(?:each|every|the)\s+ladders?\s*[:,–-]?\s*(?:do\s+)?(?=\d)",
    re.IGNORECASE,
)
_AFTER_REPS = re.compile(
    r"\b(?:after\s+)?every\s+(?P<count>\d{1,3})(?:th)?\s+(?:reps?|[^\W\d][^\d:,]{2,24}?)\W*$", re.IGNORECASE
)
_EVERY_SO_LONG = re.compile(
    r"\W*every\s+(?P<minutes>[2-9]|1\d)\s*(?:min(?:ute)?s?\b|')\s*"
    r"(?P<from>\((?:including|incl\.?|starting|from|also|not)\b[^)]{0,20}\)|[:,–-]?"
    r"\s*stop\s+(?:and|to|for)(?:\s+do)?(?=\s)"
    r"|,\s*(?:including|incl\.?|starting(?:\s+at)?|from)\s+0:00\s*,?)?"
    r"\s*[:,–-]?\s*(?=\d+\s+[^\W\d])",
    re.IGNORECASE,
)
_MINUTES_INTERRUPT = re.compile(
    r"\W*(?:(?P<lasts>\d{1,2})(?::00|\s*(?:min(?:ute)?s?|'))|(?P<reps>[3-9]\d|[1-9]\d\d))\s+"
    r"(?P<what>[^\W\d][^\d,;:–@-]{2,30}?)(?:\s*@[^,;:]{1,20}|\s*\(?\d[\d.,/]*\s?(?:k"
    r"g|lbs?)?\)?)?\s*[-–,;:(]?\s*"
    r"(?P<often>every\s+(?:(?P<way>\d)\s*)?min(?:ute)?s?\b[^\d:]{0,16}[:,]?)\s*(?=\d)",
    re.IGNORECASE,
)


class Interrupting:
    """Reads them into the parts of one text; ``pieces`` reads what is done then."""

    def __init__(self, reading: Reading, pieces: Pieces):
        self.reading = reading
        self.pieces = pieces

    def read(self, row: Row, start: int, stop: int, bullet: int | None = None) -> bool:
        """Whether a stretch of a row was one of these."""
        ways = (
            *(self.below, self._on_the_minute, self._every_so_long, self._every_round),
            *(self._after_rounds, self._behind_a_list, self._weights, self._ladders),
        )
        return any(way(row, start, stop) for way in ways) or self._minutes_interrupt(row, start, stop, bullet)

    def behind(self, row: Row, start: int, stop: int) -> bool:
        """Whether a stretch behind others on its row was one."""
        return self.below(row, start, stop) or self.superset(row, start, stop)

    def superset(self, row: Row, start: int, stop: int) -> bool:
        """'superset with 10 rows' below '5 x 5 bench press': done as often as the sets above."""
        said, part = SUPERSET_WITH.match(row.text[start:stop]), self.reading.parts.last
        work = part.work if part is not None else []
        told = [one.sets or len(one.scheme) for one in reversed(work) if one.sets or one.scheme]
        sets = next((one for one in told if one > 1), sum(told[:1]))  # not the one set behind them
        fmt = part.format if part is not None else None
        rounds = fmt.rounds if fmt is not None and fmt.kind == "every-minute" and work else None
        if said is None or part is None or not (sets or rounds):
            return False
        self.reading.mark(
            row, start, start + said.end(), "format", f"between the {sets or rounds} sets above"
        )
        for draft in self.pieces.added(part, row, start + said.end(), stop):
            if sets:
                draft.sets, draft.sets_written = draft.sets or sets, True
        return True

    def below(self, row: Row, start: int, stop: int) -> bool:
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
            else _goes(part.work[-1], said)
        )
        if not times and not open_ended:
            return False
        says = f"{times} times" if times else "nobody knows how often"
        self.reading.mark(row, start, start + said.end(), "format", says)
        self._so_often(row, part, start + said.end(), stop, times)
        return True

    def _after_rounds(self, row: Row, start: int, stop: int) -> bool:
        """'400 m run after rounds of 3, 6, 9', '.. after every 25 reps' below the list: so many times."""
        part, text = self.reading.parts.last, row.text[start:stop]
        rounds = _AFTER_ROUNDS.search(text)
        said = rounds or _AFTER_REPS.search(text)
        if (
            said is None
            or part is None
            or not part.work
            or not row.text[start : start + said.start()].strip(" -–*")
        ):
            return False
        times = len(re.findall(r"\d+", said["list"])) if rounds else _goes(part.work[-1], said)
        if not times:
            return False
        self.reading.mark(row, start + said.start(), start + said.end(), "format", f"{times} times")
        self._so_often(row, part, start, start + said.start(), times)
        return True

    def _between_rounds(self, row: Row, part: PartDraft, start: int, stop: int, said: int) -> bool:
        """'Between rounds: 30 double-unders': once less than there are rounds."""
        rounds, endless = _rounds_of(part), part.format is not None and bool(part.format.ladder_step)
        if rounds < LEAST_TIMES:
            return False
        says = "nobody knows how often" if endless else f"{rounds - 1} times"
        self.reading.mark(row, said, start, "format", says)
        self._so_often(row, part, start, stop, 0 if endless else rounds - 1)
        return True

    def _behind_a_list(self, row: Row, start: int, stop: int) -> bool:
        """'200 m run after each round' below rounds whose list stands on their own line."""
        said, part = _ROUND_BEHIND.search(row.text, start, stop), self.reading.parts.last
        times = _rounds_of(part) if part is not None and part.work and part.closed else 0
        if (
            said is None
            or part is None
            or times < LEAST_TIMES
            or not row.text[start : said.start()].strip(" -–*")
        ):
            return False
        times -= bool(said["between"])
        self.reading.mark(row, said.start() + 1, said.end(), "format", f"{times} times")
        self._so_often(row, part, start, said.start(), times)
        return True

    def _weights(self, row: Row, start: int, stop: int) -> bool:
        """'after each weight: 20 burpees', '.. between the bars' below one lift with several loads."""
        lead = _WEIGHTS.match(row.text, start, stop)
        said = lead or _WEIGHTS_BEHIND.search(row.text, start, stop)
        part = self.reading.parts.last
        times = _loads_of(part) if said is not None and part is not None and part.work else 0
        if said is None or part is None or times < LEAST_TIMES:
            return False
        times -= bool(said["between"])
        self.reading.mark(row, said.start(), said.end(), "format", f"{times} times")
        self._so_often(row, part, *((lead.end(), stop) if lead else (start, said.start())), times)
        return True

    def _ladders(self, row: Row, start: int, stop: int) -> bool:
        """'after each ladder: 10 swings' below '3 ladders of 1-2-3-4-5'."""
        said, part = _LADDERS.match(row.text, start, stop), self.reading.parts.last
        fmt = part.format if part is not None and part.work else None
        begins = itertools.pairwise(fmt.scheme) if fmt is not None else ()
        times = 1 + sum(later <= rung for rung, later in begins) - bool(said and said["between"])
        if said is None or part is None or times < LEAST_TIMES:
            return False
        self.reading.mark(row, start, said.end(), "format", f"{times} times")
        self._so_often(row, part, said.end(), stop, times)
        return True

    def _on_the_minute(self, row: Row, start: int, stop: int) -> bool:
        """'100 wall balls for time', and behind it 'on the minute: 5 burpees': as often as nobody knows."""
        said, part = _ON_THE_MINUTE.match(row.text[start:stop]), self.reading.parts.last
        fmt = part.format if part is not None and part.work else None
        if said is None or part is None or fmt is None or not fmt.for_time:
            return False
        self.reading.mark(row, start, start + said.end(), "format", "nobody knows how often")
        self._so_often(row, part, start + said.end(), stop, 0)
        return True

    def _every_round(self, row: Row, start: int, stop: int) -> bool:
        """'Every round: 100 m carry', 'every 2 rounds 400 m run' below a list."""
        said, part = _EVERY_ROUND.match(row.text[start:stop]), self.reading.parts.last
        if said is None or part is None or not part.work:
            return False
        way, fmt, rounds = 2 if said["other"] else int(said["nth"] or 1), part.format, _rounds_of(part)
        if fmt is None and rounds < LEAST_TIMES:
            return False
        times = 0 if fmt is not None and fmt.ladder_step else rounds // way
        says = f"{times} times" if times else "nobody knows how often"
        self.reading.mark(row, start, start + said.end(), "format", says)
        self._so_often(row, part, start + said.end(), stop, times)
        return True

    def _so_often(self, row: Row, part: PartDraft, start: int, stop: int, times: int) -> None:
        """Read what interrupts a part so many times in all; 0 where nobody knows how often."""
        closed, part.closed = part.closed, False  # what interrupts a list is of its part, though it has ended
        for draft in self.pieces.added(part, row, start, stop):
            draft.own_rounds, draft.often = times, not times
        part.closed = closed

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
        """'8 min row - every minute 3 burpees', '20 min run; every 5 min stop for 10 squats', '100
        burpees, every minute 5 squats'."""
        said = _MINUTES_INTERRUPT.match(row.text[start:stop])
        match = self.reading.names.find(said["what"]) if said else None
        way = int(said["way"] or 1) if said else 0
        times = int(said["lasts"] or 0) // way if said and way else 0
        if said is None or match is None or match.left_over or (times <= 1 and not said["reps"]):
            return False
        self.pieces.read(row, start, start + said.start("often"), first=True, bullet=bullet)
        part = self.reading.parts.current(row.number)
        says = f"{times} times" if times else "nobody knows how often"
        self.reading.mark(row, start + said.start("often"), start + said.end(), "format", says)
        self._so_often(row, part, start + said.end(), stop, times)
        return True


def _rounds_of(part: PartDraft) -> int:
    """How many rounds a part with work has, by its format or by the longest list of repetitions in it."""
    fmt = part.format
    rounds = (len(fmt.scheme) or fmt.rounds or 0) if fmt is not None else 0
    return rounds or max(len(one.scheme) for one in part.work)


def _loads_of(part: PartDraft) -> int:
    """With how many loads, one after the other, the last movement of a part with work is done."""
    last = part.work[-1]
    alike = sum(one.movement == last.movement and one.as_prescribed for one in part.work)
    return alike if alike > 1 else max(len(last.scheme), last.sets or 0)


def _goes(work: Draft, said: re.Match[str]) -> int:
    """How often a count is in the repetitions of a movement, or a way in what it goes: '5 km', 'every km'."""
    counted = said.groupdict().get("count")
    if counted is not None:
        count = int(counted)
        return (work.reps or 0) // count if count and (work.reps or 0) >= LEAST_TIMES * count else 0
    unit = {"k": "km", "metres": "m", "meters": "m", "miles": "mile"}.get(
        said["unit"].lower(), said["unit"].lower()
    )
    one = float(said["way"] or 1) * METRE_PER[unit]
    return int((work.distance_m or 0) // one) if one else 0
