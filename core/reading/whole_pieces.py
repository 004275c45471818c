"""Pieces told as a whole: 'add 2 reps each round', '40 of each for time:', 'a heavy complex: 1 clean, 2
squats', '3 snatches on odd, 10 burpees on even', 'Men: 9 kg / 22.5 kg'."""

from __future__ import annotations

import itertools
import re
from dataclasses import replace
from typing import TYPE_CHECKING

from core.reading.adding import GROWS, take_steps
from core.reading.around import kit_of_all
from core.reading.complexes import is_bare_complex
from core.reading.divisions import leads_with_division
from core.reading.draft import Draft
from core.reading.formats import read_format
from core.reading.prose import HEAVIEST
from core.reading.rows import Row
from core.reading.sexes import OneStandard, take_standard_of_a_kit, take_standards
from core.reading.state import Reading

if TYPE_CHECKING:
    from core.reading.pieces import Pieces

LEAST_OF_EACH = 2
_PARTED = re.compile(r"\s[-–|/]\s+")
_OF_EACH = re.compile(
    r"\W*(?P<each>(?P<reps>\d{1,3})\s+(?:reps?\s+)?of\s+(?:each|everything)\b)(?!\s*(?:set|superset|of))",
    re.IGNORECASE,
)
_LIFTS_AND_HOW_HEAVY = re.compile(
    r"(?P<lifts>\W*(?!.*(?:\d\s?[x×]\s?\d|%))(?:\d\s+)?[^:+,;\d]+(?:\+[^:+,;]+)+?)"
    r"(?P<how>\s*[-–,;(]\s*(?:(?:build|work)(?:ing)?\s+(?:up\s+)?to|find|establish|hit)\s+(?:an?\s+|your\s+)?"
    r"(?:heavy|max(?:imum)?|heaviest)(?:\s+(?:complex|set|load|weight))?"
    r"(?:\s*[,(]?\s*(?:in|within|for)?\s*\d{1,2}(?:\s*(?:min(?:ute)?s?|')|:00)\)?)?)\W*",
    re.IGNORECASE,
)
_HEAVY_COMPLEX = re.compile(
    r"(?=[^:+]*\b(?:heav(?:y|iest)|max(?:imum|imal)?|1\s?rm|find|build|establish)\b)"
    r"[^:+]{0,60}\b(?:complex|(?:max(?:imum)?|heaviest)\s+(?:load|weight))\b[^:+]"
    r"{0,40}:\s*(?=\d|[A-Z][^,;]*\+)",
    re.IGNORECASE,
)
_COMPLEX = re.compile(r"[^:+\d]{0,40}\bcomplex\b[^:+\d]{0,20}:\s*(?=\d[^+]*,)", re.IGNORECASE)
_BUILDS = re.compile(r"\b(?:build|start|climb|increas|add|work\s+up|heav|find)", re.IGNORECASE)
_COMPLEX_AGAIN = re.compile(
    r"\b(?:\d{1,2}\s?x?\s?)?(?:of\s+)?(?:the\s+|that\s+|this\s+|full\s+)?complex(?:es)?\b(?!\s*[:+])",
    re.IGNORECASE,
)
_BOTH = re.compile(
    r"\W*(?P<he>m|men|males?)\s*:?\s+(?P<his>\d{1,4}\s*(?P<what>[^\d,;/|]+?))\s*[,;/|]\s*"
    r"(?:f|w|women|females?)\s*:?\s+(?P<hers>\d{1,4})\s*(?:(?P=what))?\W*",
    re.IGNORECASE,
)
_ODD_AND_EVEN = re.compile(
    r"(?P<how>[^,;]*?\b(?:emom|every\s+minute|otm)\b[^,;:–-]*?(?:[:–-]|\bof\b)\s*)?"
    r"(?P<odd>\W*\d[^,;]*?)\s+(?P<odds>\(?(?:on\s+(?:the\s+)?)?odds?(?:\s+min(?:ute)"
    r"?s?)?\)?)[\s,;/+&]*(?:and\s+)?"
    r"(?P<even>\d[^,;]*?)\s+(?P<evens>\(?(?:on\s+(?:the\s+)?)?evens?(?:\s+min(?:ute)?s?)?\)?)\W*",
    re.IGNORECASE,
)


class WholePieces:
    """Reads them into the parts of one text; ``pieces`` reads what they hold."""

    def __init__(self, reading: Reading, pieces: Pieces):
        self.reading = reading
        self.pieces = pieces
        self.of_one = OneStandard(reading.catalog)

    def read(self, row: Row, start: int, stop: int, first: bool) -> bool:
        """Whether a stretch of a row was one of these."""
        ways = (
            self._grows,
            self._complex_again,
            self._heavy_complex,
            self._complex,
            self._for_both,
            self._by_sex,
            self._of_each,
            self._odd_and_even,
        )
        return any(way(row, start, stop) for way in ways) or self._and_a_division(row, start, stop, first)

    def _grows(self, row: Row, start: int, stop: int) -> bool:
        """'Add 2 reps each round' below a list, or behind it on its line."""
        said = GROWS.search(row.text[start:stop])
        if said is None:
            return False
        if row.text[start : start + said.start()].strip():
            self.pieces.read(row, start, start + said.start(), first=False)
        part = self.reading.parts.last
        begin, end = start + said.start(), start + len(row.text[start:stop].rstrip())
        if part is not None and part.goes_on:
            self.reading.mark(row, begin, end, "format", "how the ladder above goes on")
            return True
        if part is not None and len(part.work) > LEAST_OF_EACH and row.text.lstrip(" -*•")[:1] in (".", "…"):
            part.goes_on = True  # "... adding 10 each round" below its first rungs
            self.reading.mark(row, begin, end, "format", "the ladder goes on")
            return True
        if part is not None and part.work and take_steps(said["steps"], part, self.reading.names):
            self.reading.mark(row, begin, end, "format", "more every round")
            return True
        read = self.reading.line(row, begin, stop)
        read.hand_back(begin, end, "how the list grows is not counted")
        read.taken.update(range(len(read.phrases)))
        self.reading.collect(read)
        return True

    def _by_sex(self, row: Row, start: int, stop: int) -> bool:
        """'Men: 9 kg / 22.5 kg / 60 cm', 'Men: 42.5 kg' below a list."""
        part, text = self.reading.parts.last, row.text[start:stop]
        given = part is not None and (
            any(
                takes(text, part.work, self.reading.catalog)
                for takes in (take_standards, take_standard_of_a_kit)
            )
            or self.of_one.take(text, part.work)
        )
        if given:
            self.reading.mark(
                row, start, start + len(row.text[start:stop].rstrip()), "load", "standards of the list"
            )
        return given

    def _heavy_complex(self, row: Row, start: int, stop: int) -> bool:
        """'12 min to find a heavy complex: 1 clean, 2 front squats', and 'build to a heavy complex' above or
        below its lifts: one bar for all of it, up to its heaviest."""
        text = row.text[start:stop]
        part = self.reading.parts.last
        below = part is not None and not row.after_blank and is_bare_complex(part.work) and "%" not in text
        if (row.followed or below) and not row.named and HEAVIEST.fullmatch(text):
            if not below:
                self.pieces.settle(row)
            self.reading.mark(row, start, start + len(text.rstrip()), "format", "build up")
            self.reading.parts.current(row.number).heavy = True
            return True
        if (behind := _LIFTS_AND_HOW_HEAVY.fullmatch(text)) is not None:
            begin, end = (start + edge for edge in behind.span("how"))
            self.reading.mark(row, begin, end, "format", "build up")
            self.reading.complexes.build_up(self._read(row, start, start + behind.end("lifts")))
            return True
        said = _HEAVY_COMPLEX.match(text)
        if said is None or self.reading.names.find(said.group()) is not None:
            return False
        self.pieces.settle(row)
        self.reading.mark(row, start, start + len(said.group().rstrip()), "format", "build up")
        self.reading.complexes.build_up(self._read(row, start + said.end(), stop))
        return True

    def _complex_again(self, row: Row, start: int, stop: int) -> bool:
        """'Then EMOM 6: 1 complex @ 70 %' below one: all of it again, in another format."""
        said = _COMPLEX_AGAIN.search(row.text, start, stop)
        part = self.reading.parts.last
        last = part.work[-1] if part is not None and part.work else None
        builds = _BUILDS.search(row.text, start, stop)  # "start @ 65 %, build to a heavy complex"
        if said is None or part is None or last is None or row.named or row.followed or builds:
            return False
        group = [one for one in part.work if one.complex == last.complex] if last.complex else []
        group = group or (part.work if part.heavy and len(part.work) > 1 else [])
        read = self.reading.line(row, start, stop)
        within = range(said.start(), said.end() + 1)
        read.take(
            [at for at, one in enumerate(read.phrases) if one.column in within], "note", "all of it again"
        )
        found = read_format(read)
        percents = [one for one in read.phrases if one.unit == "percent"]
        if not group or not (found or percents):
            return False
        part = self.reading.parts.next(row.number)
        if found is not None:
            self.reading.parts.apply(row, found, None)
        for one in group:
            again = Draft(row.number, said.start() + 1, one.text, one.movement, complex=one.complex)
            again.reps, again.assumed = one.scheme[0] if one.scheme else one.reps or 1, ["the complex again"]
            again.percents = percents[0].values if percents else ()
            part.work.append(again)
        read.take(range(len(read.phrases)), "format", "how the complex is done again")
        self.reading.collect(read)
        return True

    def _complex(self, row: Row, start: int, stop: int) -> bool:
        """'Hang snatch complex: 1 snatch pull, 1 hang snatch, 1 overhead squat': one unit."""
        said = _COMPLEX.match(row.text[start:stop])
        if said is None:
            return False
        self.pieces.settle(row)
        self.reading.mark(row, start, start + len(said.group().rstrip()), "note", "what it is about")
        parts = self.reading.parts
        of_all, parts.kit = parts.kit, kit_of_all(said.group()) or parts.kit  # "DB complex: .."
        self.reading.complexes.bind_list(self._read(row, start + said.end(), stop))
        parts.kit = of_all
        return True

    def _read(self, row: Row, start: int, stop: int) -> list[Draft]:
        """The movements of a stretch of a row, as they were added to its part."""
        return self.pieces.added(self.reading.parts.current(row.number), row, start, stop)

    def _for_both(self, row: Row, start: int, stop: int) -> bool:
        """'M 30 cal row, F 24 cal row': one line, with both standards."""
        said = _BOTH.fullmatch(row.text[start:stop])
        if said is None:
            return False
        self.reading.mark(row, start + said.start("he"), start + said.end("he"), "load", "whose standard")
        for draft in self._read(row, start + said.start("his"), start + said.end("his")):
            draft.other = float(said["hers"])
        self.reading.mark(row, start + said.end("his"), start + said.end(), "amount", "the second standard")
        return True

    def _odd_and_even(self, row: Row, start: int, stop: int) -> bool:
        """'EMOM 12 - 3 power snatches on odd, 10 burpees on even': the minute behind what is done in it."""
        said = _ODD_AND_EVEN.fullmatch(row.text[start:stop]) if "odd" in row.text.lower() else None
        if said is None:
            return False
        if said["how"]:
            self.pieces.content(row, self.reading.line(row, start, start + said.end("how")))
        for place, (work, minute) in enumerate((("odd", "odds"), ("even", "evens")), start=1):
            begin, end = (start + edge for edge in said.span(minute))
            self.reading.mark(row, begin, end, "format", f"minute {place}")
            begin, end = (start + edge for edge in said.span(work))
            self.pieces.content(row, self.reading.line(row, begin, end), place)
        return True

    def _of_each(self, row: Row, start: int, stop: int) -> bool:
        """'40 of each for time:' above or before a list of bare names."""
        said = _OF_EACH.match(row.text[start:stop])
        if said is None:
            return False
        self.pieces.settle(row)
        self.reading.mark(row, start, start + said.end("each"), "format", f"{said['reps']} of each")
        if not row.text[start + said.end("each") : stop].strip(" :-–.") and not row.followed:
            return self._the_list_again(row, int(said["reps"]))
        self.reading.parts.current(row.number).each_reps = int(said["reps"])
        begin = start + said.end("each")
        if row.text[begin:stop].strip(" :-–"):
            self.pieces.read(row, begin, stop, first=False)
        return True

    def _the_list_again(self, row: Row, reps: int) -> bool:
        """'21 cal row, 21 thrusters', and below it '15 of each': the list by another number."""
        part = self.reading.parts.last
        lines = [one for one in part.work if one.as_prescribed] if part is not None else []
        count = (lines[-1].reps or lines[-1].calories) if lines else None
        alike = itertools.takewhile(lambda one: count in (one.reps, one.calories), reversed(lines))
        block = list(alike)[::-1] if count else []
        if part is None or len(block) < LEAST_OF_EACH:
            self.reading.parts.current(row.number).each_reps = reps
            return True
        for one in block:
            again = replace(one, line=row.number, assumed=list(one.assumed), notes=[])
            again.reps, again.calories = (reps, None) if one.reps else (None, reps)
            part.work.append(again)
        return True

    def _and_a_division(self, row: Row, start: int, stop: int, first: bool) -> bool:
        """'33 min cap - scaled: 8 rounds': what a division does behind what names nothing."""
        for said in _PARTED.finditer(row.text, start, stop):
            if not leads_with_division(row.text[said.end() : stop]):
                continue
            before = self.reading.line(row, start, said.start())
            named = any(self.reading.names.find(one.text) for one in before.phrases if one.kind == "words")
            if not named and before.phrases:
                self.pieces.read(row, start, said.start(), first)
                self.pieces.read(row, said.end(), stop, first=True)
                return True
        return False
