"""Lines for one division: what it does otherwise, the block below its name, the canonical form."""

from __future__ import annotations

import functools
import itertools
import re
from collections.abc import Iterator, Sequence

from core.reading.around import role_of, station_of
from core.reading.attach import strange_words
from core.reading.divisions import (
    NOTHING_OF_ITS_OWN,
    SUBSTITUTE,
    canonical_division,
    division_id,
    instead_of,
    is_substitute,
    leading_division,
    likeness,
    may_be_of,
    shared_lines,
    stand_in,
)
from core.reading.draft import LOADS, Chunk, Chunks, Draft, lend
from core.reading.formats import read_format
from core.reading.line import SILENT, Line
from core.reading.part_draft import PartDraft
from core.reading.plain_words import plain_words
from core.reading.prose import COUNTED, LABEL, arranges
from core.reading.remarks import take_vest
from core.reading.rows import AGAIN, Row
from core.reading.sexes import StandardsOfDivisions
from core.reading.state import Reading
from core.reading.tables import Standard
from core.reading.units import LOAD_UNITS

_SAYS_WHAT = re.compile(
    r"[^\W\d]\s*(?:->|=>|→)|\sfor\s+(?!the\s+(?:whole|rest|entire|workout|wod|day)\b"
    r")[a-z]|\b(?:becomes?|turns?\s+into)\b|\band\s+(?:use|using|with|take)\b",
    re.IGNORECASE,
)
_PIECE = re.compile(r"\W*(?:cash|buy)[\s-]?(?:in|out)\b", re.IGNORECASE)
_BESIDE = re.compile(r"\W*\([^()\d]{1,40}\)\W*")  # "Level 1 (new)"
_CUT = re.compile(
    r"\s*[,;]\s+|\s+and\s+(?=(?:use|using|with|take|at)\b|[^\W\d][^,;:]{2,24}?\s+to\s+[^\W\d])"
    r"|(?P<joins>\s+(?:and|&|\+)\s+)(?=[^\W\d])",
    re.IGNORECASE,
)
_FOR = re.compile(
    r"\s+for\s+(?:all\s+(?:the\s+)?|every\s+|any\s+)?([^\d,;]{3,30}|[ctk]2[bre])$", re.IGNORECASE
)
_LISTED = re.compile(r"(?:\d,\d|\([^()]*\)|[^,])+")
_LABEL = re.compile(
    r"[\s*•-]*([^:=>]{3,30}?)\s*(?::|=>?|->|>|→|\s(?:becomes?|turns?\s+into|changes?"
    r"\s+to|to(?!\s+(?:an?|the)\s))(?=\s))\s+(?=\S)",
    re.IGNORECASE,
)
_REPLACE = re.compile(
    r"^[\s*•-]*(?:replace|swap|change|trade)\s+(?:the\s+)?([^\d,;:]{3,30}?|[tck]2[be])\s+(?:with|by|for|to)\s+(?=\S)",
    re.IGNORECASE,
)
LONGEST_LABEL = 60  # letters within which it is said what something stands in for
_LIKE_RX = re.compile(
    r"\s*as\s+(?:written|above|prescribed|is|rx'?d?|intermediate|scaled|shown)\s*,?"
    r"\s+(?:with|but|except(?:\s+for)?)\s+",
    re.IGNORECASE,
)
HARDER = ("strict-", "weighted-", "deficit-", "legless-")  # of a movement, which nobody is scaled to
_IN_PLACE = re.compile(  # "DU: 80 singles, T2B: .."
    r"[\s*•-]*(?P<label>[^\W\d][^,;:.()]{1,24}):\s+(?:\d{1,3}\s+)?(?P<name>[^\W\d]"
    r"[^,;:.()\d]{2,30}?)\s*(?:[,;.]\s+(?=[^\W\d])|[.;,]?\s*$)"
)
_PIECE_OF = re.compile(
    r"(?:(?<=^)|(?<=[\s,;:–—-]))(?:(?:e|ev|event|wod|workout|w)\s?(?P<number>\d)|final)(?=\s*:?\s)\s*:?\s*"
    r"|(?<=[:;]\s)(?-i:(?P<letter>[A-H]))\s+(?:at\s+)?(?=\S)",
    re.IGNORECASE,
)
_SUB_FOR = re.compile(
    r"^\W*(?:sub(?:stitute)?s?(?:\s+for)?(?=\s)|(?:if\s+)?(?:(?:you\s+)?(?:have\s+)?"
    r"no|(?:you\s+)?(?:can(?:'|’)?t|cannot)(?:\s+do)?)|(?:(?:athletes|those|people|m"
    r"embers|anyone|everyone|all)\s+)?(?:without|w/o)(?:\s+an?(?=\s))?)"
    r"\s+(?:the\s+|any\s+)?([^:?=\d]{2,30}?)(?:\s+yet)?\s*[:?=]\s*(?:do\s+|try\s+|use\s+)?(?=\S)",
    re.IGNORECASE,
)
_OF_PART = re.compile(
    r"^\W*scal(?:ing|ed|e)\s+(?:options?\s+)?for\s+(?:(?:part|event|wod|workout)\s+)"
    r"?(?P<part>[a-h]|\d{1,2})\s*:\s*",
    re.IGNORECASE,
)
_OF_EACH = re.compile(
    r"(?:^|(?<=[\s,;:(]))(?P<said>(?P<reps>\d{1,3})(?:\s+reps?)?\s+(?:of\s+(?:each|everything)|everywhere"
    r"|(?:reps?\s+)?instead\s+of\s+(?P<before>\d{1,3})(?:\s+reps?)?(?:\s+(?:everywhe"
    r"re|of\s+(?:each|everything)))?))(?=\s*(?:[,;.)]|$))",
    re.IGNORECASE,
)
_VERB = re.compile(r"^[\s*•-]*(?:sub(?:stitute)?|do|use|take|try)\s+(?=\S)", re.IGNORECASE)


LEAST_PLACES = 3  # of numbers in order; two are standards


class DivisionLines:
    """Reads them into the parts of one text. scaling: below a heading such as 'Scaling', whose lines name no
    division."""

    def __init__(self, reading: Reading):
        self.reading = reading
        self.scaling = False
        self.all_read = False
        self.standards = StandardsOfDivisions()
        self.begun = 0  # how many parts stand in the days before
        self.above: list[tuple[Row, int, int]] = []  # loads of divisions said above all work

    def read(self, row: Row, start: int, stop: int) -> bool:
        """Read a stretch of a row that speaks of a division; False where it does not."""
        if self._canonical(row, start, stop):
            return True
        if self._of_a_part(row, start, stop) or self._sub_for(row, start, stop):
            return True
        if self._of_a_movement(row, start, stop) or self._in_its_place(row, start, stop):
            return True
        division = leading_division(row.text[start:stop])
        if (
            self.scaling
            and row.heading is None
            and (arranges(row.text[start:stop]) or _PIECE.match(row.text[start:stop]))
        ):
            self.scaling = False  # a piece of its own begins
        if (division is not None or row.loads) and self._above_all_work(row, start, stop):
            self.above.append((row, start, stop))
            return True
        if row.loads:
            self.of_division(row, "rx", start, stop)
            return True
        if division is not None:
            name, end = division
            self.reading.mark(row, start, start + end, "division", name)
            if (women := self.standards.told_by(row.text[start:stop])) is not None:
                self._of_one_sex(row, name, start + end, stop, women)
            else:
                self.of_division(row, name, start + end, stop)
        elif self.scaling:
            self.of_division(row, "scaled", start, stop)
        return division is not None or self.scaling

    def _of_one_sex(self, row: Row, division: str, start: int, stop: int, women: bool) -> None:
        """'Masters women: 25 kg' below 'Masters men: 35 kg'."""
        parts = self.reading.parts.all
        before = {id(part): len(part.work) for part in parts}
        self.of_division(row, division, start, stop)
        given = [one for part in parts for one in part.work[before.get(id(part), 0) :]]
        if self.standards.join(women, given):
            for part in parts:
                part.work = part.work[: before.get(id(part), 0)]

    def _above_all_work(self, row: Row, start: int, stop: int) -> bool:
        """'Rx 60/40, Int 50/35' above the list they are for: loads alone, before anything is done."""
        if self.all_read or any(part.work for part in self.reading.parts.all[self.begun :]):
            return False
        phrases = row.phrases(start, stop)
        names = (one.text for one in phrases if one.kind == "words")
        loaded = any(one.pair or one.unit in LOAD_UNITS for one in phrases)
        counted = any(one.unit in ("cal", "m", "km") or one.kind in ("sets", "rounds") for one in phrases)
        if any(map(self.reading.names.find, names)):  # "Scaled: ring rows", "Masters: 35/25 thrusters"
            told = any(one.kind in COUNTED and not one.pair for one in phrases)
            return (
                not (told or counted or arranges(row.text[start:stop])) and len(phrases) > 1 and not row.loads
            )
        return loaded and not counted

    def begin_anew(self) -> None:
        """Another day: what stood above all work of the one before is read, and loads may stand above its
        own."""
        self.give_above()
        self.all_read, self.begun = False, len(self.reading.parts.all)

    def give_above(self) -> None:
        """Read what stood above all work, now that it stands."""
        waiting, self.above, self.all_read = self.above, [], True
        for row, start, stop in waiting:
            self.read(row, start, stop)

    def _of_a_part(self, row: Row, start: int, stop: int) -> bool:
        """'Scaling for B: 70 wall balls, 6/4': what is done otherwise in one part."""
        said = _OF_PART.match(row.text[start:stop])
        if said is None:
            return False
        name = said["part"].upper()
        named = (part for part in self.reading.parts.all if part.name.split(",")[0].split()[-1:] == [name])
        self.reading.mark(row, start, start + said.end(), "division", f"scaled, {name}")
        self.reading.divisions.only = next(named, None)
        self.of_division(row, "scaled", start + said.end(), stop)
        self.reading.divisions.only = None
        return True

    def _sub_for(self, row: Row, start: int, stop: int) -> bool:
        """'Sub for muscle-ups: 30 chest-to-bar'."""
        said = _SUB_FOR.match(row.text[start:stop])
        match = self.reading.names.find(said.group(1)) if said else None
        if said is None or match is None or match.left_over:
            return False
        self.reading.mark(row, start, start + said.end(), "division", "instead")
        read = self.reading.line(row, start + said.end(), stop, of_division=True)
        self._give(row, read, self.reading.splitter.chunks(read), "scaled", match.movement)
        self.reading.collect(read)
        return True

    def _in_its_place(self, row: Row, start: int, stop: int) -> bool:
        """'DU: 80 singles, T2B: knee raises' below a list of both: what is easier than what a label names."""
        begun = self.reading.parts.all[self.begun :]
        part, places, at = begun[-1] if begun else None, [], start
        while part is not None and not self.scaling and at < stop:
            said = _IN_PLACE.match(row.text, at, stop)
            label = self.reading.names.find(said["label"]) if said else None
            easier = self.reading.names.find(said["name"]) if said else None
            if said is None or label is None or easier is None or label.left_over or easier.left_over:
                return False
            listed = [one for one in part.work if one.movement == label.movement and one.as_prescribed]
            harder = easier.movement.startswith(HARDER)
            if not listed or harder or not is_substitute(label.movement, easier.movement):
                return False
            places.append((said, label.movement))
            at = said.end()
        for said, target in places:
            self.reading.mark(row, said.start("label"), said.end("label") + 1, "division", "instead")
            read = self.reading.line(row, said.end("label") + 1, said.end("name"), of_division=True)
            self._give(row, read, self.reading.splitter.chunks(read), "scaled", target)
            self.reading.collect(read)
        return bool(places)

    def _of_a_movement(self, row: Row, start: int, stop: int) -> bool:
        """'Thrusters: RX 43/30 kg, scaled 30/20 kg': the loads of one lift of the list."""
        label = LABEL.match(row.text[start:stop])
        match = self.reading.names.find(label.group(1)) if label is not None else None
        if label is None or match is None or match.left_over or match.confidence < 1:
            return False
        begin = start + label.end() - 1
        division = leading_division(row.text[begin:stop])
        part = self.reading.parts.last
        if division is None or part is None or all(one.movement != match.movement for one in part.work):
            return False
        self.reading.mark(row, start, begin, "note", "what it is about")
        self.reading.mark(row, begin, begin + division[1], "division", division[0])
        read = self.reading.line(row, begin + division[1], stop, of_division=True)
        for own, chunk in self.reading.splitter.chunks(read):
            self.reading.divisions.as_load(chunk)
            if (own or division[0]) != "rx":
                self.reading.divisions.add(chunk, own or division[0], row.number, match.movement)
            elif chunk.draft.loads:
                self.reading.divisions.give_load(chunk.draft, match.movement)
        self.reading.collect(read)
        return True

    def cell(self, row: Row, standard: Standard, target: str) -> None:
        """A cell of a table: what a division does in the place of a movement of the text."""
        if NOTHING_OF_ITS_OWN.match(standard.cell.text):
            return
        read = self.reading.line(row, standard.cell.start, standard.cell.end, of_division=True)
        self.reading.splitter.glue_names(read)
        division = division_id(standard.division)
        part = self.reading.parts.last
        own = [one for one in (part.work if part else ()) if one.line == row.number % AGAIN]
        if own and own[-1].as_prescribed:
            target = own[-1].movement  # what the row's first cell made of its name
        for _, chunk in self.reading.splitter.chunks(read):
            self.reading.divisions.as_load(chunk)
            if not strange_words(read, chunk):
                self.reading.divisions.add(chunk, division, row.number, target)

    def of_division(self, row: Row, division: str, start: int, stop: int) -> None:
        """'Scaled: ring rows, 40/30 kg', or 'Scaled' alone, whose block follows."""
        rest = row.text[start:stop].rstrip()
        if not rest.strip(" :-–—().,") or _BESIDE.fullmatch(rest):
            self.reading.mark(row, start, start + len(rest), "note", "beside the division")
            self._begin_block(row, division)
            return
        if self._by_parts(row, division, start, start + len(rest)):
            return
        clauses = list(_clauses(rest))
        clauses = clauses if len(clauses) > 1 else _substitutes_listed(rest)
        if len(clauses) > 1:
            for first, last in clauses:
                self.of_division(row, division, start + first, start + last)
            return
        if like := _LIKE_RX.match(rest):
            self.reading.mark(row, start, start + len(like.group().rstrip()), "note", "else as the others")
            self.of_division(row, division, start + like.end(), stop)
            return
        if NOTHING_OF_ITS_OWN.match(rest):
            self.reading.mark(row, start, start + len(rest), "note", "no other than the others")
            return
        self._otherwise(row, division, start, start + len(rest))

    def _otherwise(self, row: Row, division: str, start: int, end: int) -> None:
        """'8 knee raises instead of climbs', 'pull-ups: ring rows', '40/25 kg': one thing a division does."""
        if self._of_each(row, division, start, end):
            return
        named = self._named_instead(row, start, end)
        instead = named if self._is_listed(named) else ""
        stop = self._without_instead(row, division, start, end)
        target, start = self._target(row, start, stop)
        if not target:
            target, stop = self._stands_in_for(row, start, stop)
        if any(said and not self._is_done(said) for said in (named, target)):
            self.reading.mark(row, start, stop, "note", "instead of what nobody does here")
            return
        read = self.reading.line(row, start, stop, of_division=True)
        self.reading.splitter.glue_names(read)
        take_vest(read)
        found = None if self._says_places(read) else read_format(read)
        if found is not None:
            self.reading.parts.apply(row, found, division)
        chunks = self.reading.splitter.chunks(read)
        if instead and not target and chunks and chunks[-1][1].named:
            self._give(
                row, read, chunks[-1:], division, instead
            )  # "40/25 kg, 8 knee raises instead of climbs"
            chunks = chunks[:-1]
        self._give(row, read, chunks, division, target)
        self.reading.collect(read)

    def _of_each(self, row: Row, division: str, start: int, stop: int) -> bool:
        """'15 of each, 15/10 kg', '12 reps instead of 20 everywhere': the list by another number."""
        said = _OF_EACH.search(row.text, start, stop)
        part = next(iter(self.reading.divisions.asking_parts()), None)
        if said is None or part is None:
            return False
        counts = {part.work[at].reps for at in shared_lines(part.work)} - {None}
        meant = {int(said["before"])} & counts if said["before"] else counts
        if not meant:
            return False
        self.reading.mark(row, said.start("said"), said.end("said"), "amount", "of everything in the list")
        for first, last in ((start, said.start()), (said.end(), stop)):
            if any(sign.isalnum() for sign in row.text[first:last]):
                self.of_division(row, division, first, last)
        for at in shared_lines(part.work):
            by_calories = part.work[at].calories in meant  # "60 cal bike" among "60 sit-ups"
            if part.work[at].reps not in meant and not by_calories:
                continue
            mine = next((one for one in part.work if one.division == division and at in one.replaces), None)
            own = Draft(row.number, said.start("said"), "")
            if by_calories:
                own.calories = int(said["reps"])
            else:
                own.reps = int(said["reps"])
            if mine is None:
                part.work.append(stand_in(part.work, (at,), division, own))
            else:
                mine.take_amounts(own)
        return True

    def _named_instead(self, row: Row, start: int, stop: int) -> str:
        """The movement that 'instead of ..' between two columns names, or ''."""
        found = instead_of(row.text[start:stop])
        if found is None:
            return ""
        end = _end_of_clause(row.text, start + found[1], stop)
        match = self.reading.names.find(row.text[start + found[1] : end])
        known = match is not None and match.confidence == 1 and not match.left_over
        return match.movement if match is not None and known else ""

    def _is_listed(self, movement: str) -> bool:
        """Whether a movement itself is on the board."""
        return any(one.movement == movement for part in self.reading.parts.all for one in part.work)

    def _is_done(self, movement: str) -> bool:
        """Whether a movement, or one that goes by its name among coaches, is on the board."""
        alike = functools.partial(likeness, movement=movement, catalog=self.reading.catalog)
        return any(alike(one) >= SUBSTITUTE for part in self.reading.parts.all for one in part.work)

    def _by_parts(self, row: Row, division: str, start: int, stop: int) -> bool:
        """'E1 hanging knee raises - E3 deadlift 70/50': what a division does in one piece and another."""
        said = list(_PIECE_OF.finditer(row.text, start, stop))
        if not said or self.reading.divisions.only is not None:
            return False
        pieces = [(one, self._piece(one)) for one in said]
        if any(piece is None for _, piece in pieces):
            return False
        if row.text[start : said[0].start()].strip(" ,;:-–—"):
            self.of_division(row, division, start, said[0].start())
        ends = [one.start() for one in said[1:]] + [stop]
        for (one, piece), end in zip(pieces, ends, strict=True):
            self.reading.mark(
                row, one.start(), one.end(), "division", f"{division}, {piece.name if piece else ''}"
            )
            self.reading.divisions.only = piece
            self.of_division(row, division, one.end(), end)
            self.reading.divisions.only = None
        return True

    def _piece(self, said: re.Match[str]) -> PartDraft | None:
        """The part that 'E3', 'WOD 2' or 'final' means."""
        number = said["number"] or said["letter"]
        if number is None:
            return next((one for one in self.reading.parts.all if one.name.lower() == "final"), None)
        return next(
            (
                one
                for one in self.reading.parts.all
                if one.name.partition(",")[0].split()[-1:] == [number] and one.work
            ),
            None,
        )

    def _without_instead(self, row: Row, division: str, start: int, stop: int) -> int:
        """Take 'instead of ..' and read what stands behind its comma; where the words before it end."""
        found = instead_of(row.text[start:stop])
        if found is None:
            return stop
        end = _end_of_clause(row.text, start + found[1], stop)
        self.reading.mark(row, start + found[0], end, "note", "what it stands in for")
        if end < stop:
            self.of_division(row, division, end + 1, stop)
        return start + found[0]

    def _target(self, row: Row, start: int, stop: int) -> tuple[str, int]:
        """'pull-ups: ring rows': the movement a division's words are for, and where they begin."""
        told = row.text[start:stop].lstrip()[:LONGEST_LABEL]
        start = stop - len(row.text[start:stop].lstrip())
        label = _REPLACE.match(told) or _LABEL.match(told)
        match = self.reading.names.find(label.group(1)) if label else None
        if label is None or match is None or match.left_over or match.confidence < 1:
            verb = _VERB.match(told)
            if verb is not None:
                self.reading.mark(row, start, start + len(verb.group().rstrip()), "note", "instead")
            return "", start + (verb.end() if verb is not None else 0)
        begin = start + label.start(1)
        self.reading.mark(row, begin, start + len(label.group().rstrip()), "note", "what it stands in for")
        return match.movement, start + label.end()

    def _stands_in_for(self, row: Row, start: int, stop: int) -> tuple[str, int]:
        """'ring rows for pull-ups': the movement a division's words are for, and where they end."""
        said = _FOR.search(row.text[start:stop])
        match = self.reading.names.find(said.group(1)) if said else None
        if said is None or match is None or match.left_over or match.confidence < 1:
            return "", stop
        self.reading.mark(row, start + said.start(), stop, "note", "what it stands in for")
        return match.movement, start + said.start()

    def _give(self, row: Row, read: Line, chunks: Chunks, division: str, target: str = "") -> None:
        others = [one for one in chunks if one[0] not in (None, division)]
        if others and len(others) < len(chunks):  # "RX 24/16 - SC 16/12"
            self._give(row, read, [one for one in chunks if one not in others], division, target)
            for own, chunk in others:
                self._give(row, read, [(own, chunk)], own or division, target)
            return
        placed = [chunk for _, chunk in chunks if self._is_by_places(chunk)]
        chunks = [(own, chunk) for own, chunk in chunks if not any(chunk is one for one in placed)]
        every = [chunk for _, chunk in chunks]
        self._other_numbers(row, every, division)
        if self._are_loads(every, division):
            chunks = []
        _carry_counts(every)
        carried = self._carry_loads(every)
        for own, chunk in chunks:
            if any(chunk is one for one in carried):
                continue
            self.reading.divisions.as_load(chunk)
            if _is_allowed(read, chunk):
                self.reading.divisions.keep_as_note(read, chunk, own or division)
                read.take(chunk.indices, "note", "what is allowed")
            elif not self.reading.divisions.add(chunk, own or division, row.number, target):
                self.reading.divisions.keep_as_note(read, chunk, own or division)
        for chunk in placed:
            self._by_places(row, chunk, division)

    def _carry_loads(self, chunks: list[Chunk]) -> list[Chunk]:
        """'70 wall balls, 6/4': the load behind a lift of the list is that lift's; the loads that were."""
        carried: list[Chunk] = []
        part = self.reading.parts.last
        lifted = {one.movement: one for one in (part.work if part else ()) if one.as_prescribed and one.loads}
        for before, chunk in itertools.pairwise(list(chunks)):
            counted = lifted.get(before.draft.movement) if before.draft.has_amount else None
            original = counted or self._stood_in_for(before, part)
            if original is None or before.draft.loads or chunk.named:
                continue
            self.reading.divisions.as_load(chunk)
            if chunk.draft.loads and not chunk.draft.has_amount and may_be_of(chunk.draft.loads[0], original):
                lend(chunk.draft, before.draft, LOADS)
                carried.append(chunk)
        return carried

    def _stood_in_for(self, chunk: Chunk, part: PartDraft | None) -> Draft | None:
        """The only bar of a list, where another lift with a bar takes its place: 'front squats, 35/25'."""
        rows = self.reading.catalog.movements
        bars = [
            one
            for one in (part.work if part else ())
            if one.as_prescribed and rows[one.movement].implement == "barbell"
        ]
        alone = chunk.named and len(bars) == 1 and bars[0].loads and bars[0].movement != chunk.draft.movement
        return bars[0] if alone and rows[chunk.draft.movement].implement == "barbell" else None

    def _are_loads(self, chunks: list[Chunk], division: str) -> bool:
        """Whether a line only says what is lifted, which it then has given."""
        for chunk in chunks if division == "rx" else ():
            self.reading.divisions.as_load(chunk)
        loads = self.reading.attacher.loads
        part = self.reading.parts.last
        said = part is not None and any(one.loads for one in part.work)  # theirs are others, then
        if (division == "rx" or (division == "elite" and not said)) and loads.loads_in_order(chunks):
            return True
        weights = [
            one for one in chunks if one.named or not one.draft.heights_m
        ]  # "DBs 22.5/15, box 60/50 cm"
        if division == "rx" and loads.load_of_list(weights):
            return True
        return self.reading.divisions.loads_of_division(chunks, division)

    def _says_places(self, read: Line) -> bool:
        """Whether a list by strokes has a number for each line, and is no list of rounds: '15/12/6'."""
        part = self.reading.parts.last
        lines = shared_lines(part.work) if part is not None else []
        listed = [one for one in read.phrases if one.kind == "scheme" and "/" in one.text]
        return part is not None and any(len(one.values) == len(lines) >= LEAST_PLACES for one in listed)

    def _is_by_places(self, chunk: Chunk) -> bool:
        """'15/12/6' below '21 cal row', '15 swings', '9 push-ups': a number for each line, in order."""
        part = self.reading.parts.last
        lines = shared_lines(part.work) if part is not None else []
        numbers = chunk.draft.scheme
        if part is None or chunk.named or len(numbers) < LEAST_PLACES or len(numbers) != len(lines):
            return False
        counted = all(
            part.work[at].reps or part.work[at].calories or part.work[at].distance_m for at in lines
        )
        return counted and not chunk.draft.percents and not (part.format is not None and part.format.scheme)

    def _by_places(self, row: Row, chunk: Chunk, division: str) -> None:
        """Give each line of a division its number."""
        part = self.reading.parts.current(row.number)
        for at, number in zip(shared_lines(part.work), chunk.draft.scheme, strict=True):
            own = Draft(row.number, chunk.draft.column, "")
            if part.work[at].reps:
                own.reps = number
            elif part.work[at].calories:
                own.calories = number
            else:
                own.distance_m = float(number)
            mine = [one for one in part.work if one.division == division and at in one.replaces]
            if mine:
                mine[0].take_amounts(own)
            else:
                part.work.append(stand_in(part.work, (at,), division, own))

    def _other_numbers(self, row: Row, chunks: Sequence[Chunk], division: str) -> None:
        """'Scaled: 15-12-9, ring rows' below '21-15-9': the list by other numbers."""
        part = self.reading.parts.last
        said = part.format.scheme if part is not None and part.format is not None else ()
        for draft in (chunk.draft for chunk in chunks if len(said) > 1):
            if part is not None and len(set(draft.scheme)) > 1 and division not in part.other_schemes:
                part.other_schemes[division] = (row.number, draft.scheme)
                draft.scheme, draft.sets, draft.sets_written = (), None, False

    def _canonical(self, row: Row, start: int, stop: int) -> bool:
        """'scaled (line 2): ring rows', as the canonical text says it."""
        said = canonical_division(row.text[start:stop])
        part = self.reading.parts.last
        if said is None or part is None:
            return False
        division, places, end = said
        self.reading.mark(row, start, start + end, "division", division)
        read = self.reading.line(row, start + end, stop)
        self.reading.splitter.glue_names(read)
        station, role = station_of(read), role_of(read, part)
        chunks = [chunk for _, chunk in self.reading.splitter.chunks(read)]
        self.reading.complexes.bind_complex(chunks)
        for draft in (chunk.draft for chunk in chunks if chunk.named):
            draft.division, draft.station, draft.role = division, station, role or part.block_role
            draft.replaces = tuple(place for place in places if place < len(part.work))
            part.work.append(draft)
        self.reading.collect(read)
        return True

    # -- blocks ---------------------------------------------------------------------------------

    def alone(self, row: Row, read: Line) -> bool:
        """'(Scaled)' on a line of its own: what follows in this part is that division's."""
        free = [index for index in read.free() if read.phrases[index].kind not in SILENT]
        if not free or any(read.phrases[index].kind != "division" for index in free):
            return False
        division = division_id(read.phrases[free[0]].text)
        self._begin_block(row, division)
        read.take(range(len(read.phrases)), "division", division)
        return True

    def _begin_block(self, row: Row, division: str) -> None:
        part = self.reading.parts.current(row.number)
        part.block_division, part.block_role = division, ""
        part.closed = False  # "5 rounds of 3 dips and 12 pistols" of another division

    def block_line(self, row: Row, read: Line, chunks: Chunks) -> bool:
        """A line below 'Scaled' that only changes shared lines. False where it is one of a list of its
        own."""
        part = self.reading.parts.last
        division = part.block_division if part is not None else None
        if part is None or division is None or not part.work:
            return False
        counts = any(chunk.named and chunk.draft.has_amount for _, chunk in chunks)
        lists = any(one.division == division and not one.replaces for one in part.work)
        if counts or lists:
            return False
        self._give(row, read, chunks, division)
        return True


def _end_of_clause(text: str, start: int, stop: int) -> int:
    """Where the first comma or semicolon of a stretch stands; its end where there is none."""
    return next((at for at in range(start, stop) if text[at] in ",;"), stop)


def _substitutes_listed(text: str) -> list[tuple[int, int]]:
    """Where the pieces of '30/20, ring rows for C2B, 50/40 cm box' start and end; none where no piece but the
    last says what it stands in for."""
    listed = list(_LISTED.finditer(text))
    told = any(_FOR.search(one.group().rstrip()) for one in listed[:-1])
    return [one.span() for one in listed] if told else []


def _clauses(text: str) -> Iterator[tuple[int, int]]:
    """Where each of 'thrusters 30/20, pull-ups -> ring rows' starts and ends; one where no clause says
    what it stands in for."""
    if not _SAYS_WHAT.search(text):
        yield 0, len(text)
        return
    begin = 0
    for cut in [*_CUT.finditer(text), None]:
        end = len(text) if cut is None else cut.start()
        if cut is not None and cut["joins"] and not _LOAD.fullmatch(text[begin:end].lstrip(" :=–-")):
            continue  # "ring rows and push-ups for pull-ups", but "40/25 kg and ring rows for pull-ups"
        following = text[cut.end() :] if cut is not None else ""
        after = _CUT.split(following, maxsplit=1)[0]
        if after and _LOAD.fullmatch(text[begin:end]) and _LOAD.fullmatch(after):
            continue  # "50/35 kg, 16/8 kg": loads in order
        yield begin, end
        begin = cut.end() if cut is not None else end


_NUMBER = r"\d{1,4}(?:[.,]\d)?(?:\s?/\s?\d{1,4}(?:[.,]\d)?)?\s?(?:kg|lbs?)?"
_LOAD = re.compile(rf"\s*{_NUMBER}(?:\s*[,;]\s+{_NUMBER})*\s*", re.IGNORECASE)


def _is_allowed(read: Line, chunk: Chunk) -> bool:
    """'step-overs allowed', 'power snatch is fine': nothing that anybody has to do."""
    said = [read.phrases[index].text for index in chunk.indices if read.phrases[index].kind == "words"]
    words = {word for text in said for word in plain_words(text)}
    return bool(words & _ALLOWED) and not chunk.draft.has_amount


_ALLOWED = frozenset(("allowed", "fine", "okay", "ok", "permitted", "possible"))


def _carry_counts(chunks: list[Chunk]) -> None:
    """'25/20/15 double-unders and sit-ups': a list that leads holds for a bare name after it."""
    for before, chunk in itertools.pairwise(chunks):
        first, second = before.draft, chunk.draft
        if first.leads and chunk.named and not second.has_amount:
            second.scheme, second.sets, second.sets_written, second.leads = (
                first.scheme,
                first.sets,
                True,
                True,
            )
