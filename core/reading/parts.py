"""The parts of a session while it is being read: where one ends, what format it has, what it comes to."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import Any

from core.catalog import Catalog
from core.reading.doubts import TwoCaps
from core.reading.draft import AMOUNTS, Draft
from core.reading.finishing import Finishing
from core.reading.formats import FormatFound
from core.reading.headings import AROUND
from core.reading.merging import kind_only, merged, said, trailing
from core.reading.notations.twenty_ten import TWENTY_TEN
from core.reading.part_draft import PartDraft
from core.reading.phrases import PAIR
from core.reading.plain_words import plain_words
from core.reading.rest_of_time import LEFT_OVER, THEN_MAX, fills_its_interval
from core.reading.rows import Row
from core.reading.units import MINUTE_S
from core.reading.workout import Format, Part, PartKind

RACKS = re.compile(r"\bgroups?\s+of\b", re.IGNORECASE)  # who shares a rack shares no sets
ROTATES = re.compile(r"\brotat(?:e|ing)\b|\brack\b", re.IGNORECASE)
FAR_LONGER = 3  # times its interval that no work of one lasts; common practice
ATTEMPTS = re.compile(r"\battempts?\b", re.IGNORECASE)
TOGETHER = re.compile(r"\d.*\b(?:with|w/)\s*(?:a\s+)?partner\b", re.IGNORECASE)  # one line's company
SHARED = re.compile(r"split|shar|alternat|one works|i go|divid", re.IGNORECASE)
SYNCHRO = re.compile(r"\bsync", re.IGNORECASE)
KEPT_KINDS = ("event", "warm-up", "cool-down")  # a part nobody named is of its heading's kind

PERCENTS = re.compile(r"\W*%|\W*percent", re.IGNORECASE)
AGES = frozenset(("masters", "teens"))  # divisions that a class can be of


class Parts:
    """Every part so far. ``after_blank`` says whether the row being read stands below an empty one."""

    def __init__(self, catalog: Catalog):
        self.catalog = catalog
        self.all: list[PartDraft] = []
        self.after_blank = False
        self.headed = False
        self.two_caps: list[TwoCaps] = []
        self.division: str | None = None  # whose parts are being read
        self.team: int | None = None  # how many share, where the text says so once above
        self.run_together = False  # what goes on foot is nobody's share
        self.share = ""  # and how they do, where the title says that, too
        self.kit = ""  # what all of it is done with, where its title says so
        self.each_lasts = (0, 0)  # "2 x 12 min" above everything: so many pieces of so many seconds
        self._followed: dict[str, int] = {}

    @property
    def last(self) -> PartDraft | None:
        return self.all[-1] if self.all else None

    @property
    def said(self) -> tuple[int, int]:
        """How much work and how many formats the text has said so far."""
        return len(self.all), len(self.all[-1].work) if self.all else 0

    def current(self, number: int) -> PartDraft:
        """The part being read; the first is opened where none is."""
        if not self.all:
            self.all.append(PartDraft("A", number))
        return self.all[-1]

    def open(self, name: str, kind: PartKind | None, number: int, quoted: bool = False) -> PartDraft:
        """A part with a heading of its own; a name right below a heading is that part's."""
        last = self.last
        if last is not None and last.heading and quoted and last.line == number - 1 and not last.spoken:
            last.name = name
            return last
        part = PartDraft(name, number, True, kind, division=self.division)
        self.all.append(part)
        self.headed = True
        return part

    def next(self, number: int) -> PartDraft:
        """A part nobody named: the next letter, or 'B, then' inside one that was."""
        current = self.all[-1] if self.all else None
        if current is not None and self.headed:
            base = current.name.partition(", then")[0]
            count = self._followed[base] = self._followed.get(base, 0) + 1
            kind = current.heading_kind if current.heading_kind in KEPT_KINDS else None
            part = PartDraft(_then_name(base, count), number, heading_kind=kind)
        else:
            part = PartDraft(self._next_letter(), number)
        part.division = self.division
        self.all.append(part)
        return part

    def _next_letter(self) -> str:
        newest = next(
            (part.name for part in reversed(self.all) if len(part.name) == 1 and part.name.isalpha()), None
        )
        return chr(min(ord("Z"), ord(newest) + 1)) if newest else "A"

    # -- formats --------------------------------------------------------------------------------

    def apply(self, row: Row, found: FormatFound, division: str | None) -> None:
        """Give a format, or a change of one, to the part it is for."""
        part = self.current(row.number)
        if found.only_changes and part.work and self._is_of_another(part, row, found.format):
            part = self.next(row.number)
        below_sets = part.work and _only_sets(part) and not (row.named or row.followed or self.after_blank)
        shares_none = below_sets and SHARED.search(row.content) is None  # "Partner up" below "squat 5x5"
        if (
            found.format.team
            and found.only_changes
            and (shares_none or (row.named and _is_company(row.content)))
        ):
            part.notes.append("with a partner")
            return
        if found.format.team and (self._of_one_line(part, row, found) or _only_racked(part, row)):
            found = replace(found, format=replace(found.format, team=None, share=""))
        opens = (not part.work or (self.after_blank and found.only_changes)) and not self._heads_a_later(part)
        if found.format.team and opens and not row.named and part.heading_kind not in AROUND:
            self.team = self.team or found.format.team
            if part.work:
                return  # "Team metcon, pairs" above pieces of its own
        part.rested |= found.rest_only and not part.work
        part.closed |= _rests_behind(part, row, found)
        if found.only_changes:
            self._change(part, row, found)
        elif (
            not (row.lists and part.work)
            and (own := division or part.block_division)
            and (part.format is not None or _by_numbers(part))
        ):
            _of_division(part, own, row, found.format)
        elif not (
            (_only_rounds(row, found.format) and _as_often(part, found.format.rounds or 0))
            or self._paces_sets(part, found.format, row)
            or self._minutes_of_a_bare_lift(part, found.format, row)
            or self._sets_of_a_bare_lift(part, found.format, row)
            or self._interrupts(part, found.format, row)
            or self._joins(part, found, row)
            or self._twenty_ten_again(part, found.format, row)
        ):
            self._begin(part, found.format, row)

    def _is_of_another(self, part: PartDraft, row: Row, fmt: Format) -> bool:
        """Whether what a row says beside its work is of a piece of its own."""
        apart = row.lists or (self.after_blank and row.followed and not row.named and fmt.cap_s)
        if apart and _only_sets(part):
            return True  # "30 min cap, in pairs: 2 km row, 100 burpees" below a lift
        if row.named and _opens_another(row.content, fmt):
            return True  # "then 1 km row, split", "teams of 2: 3 km row"
        rests = fmt.rest_s and row.named and not row.sets
        return bool(rests) and self.after_blank and part.repeats and part.adjacent  # "5 x 400 m, rest 90 s"

    def _heads_a_later(self, part: PartDraft) -> bool:
        """Whether a part has its own heading below others with work: "Part 2", and in it "teams of 3"."""
        others = (one for one in self.all if one is not part and one.heading_kind not in AROUND)
        return part.heading and any(one.work for one in others)

    def _of_one_line(self, part: PartDraft, row: Row, found: FormatFound) -> bool:
        """'60 synchro toes-to-bar (in pairs)' of a team: who does one line together."""
        known = bool(self.team) or part.format is not None
        one_line = row.named and found.only_changes and known
        return bool(one_line) and SYNCHRO.search(row.content) is not None

    def _change(self, part: PartDraft, row: Row, found: FormatFound) -> None:
        changes = said(found.format)
        if found.rest_only and part.work and part.format is not None and part.format.kind == "intervals":
            changes.pop("rest_s", None)  # "20 s on, 10 s off", and below it "then 2 min rest"
        if changes.get("rounds_range") and changes.get("estimated"):
            expected = {name: changes.pop(name) for name in ("rounds", "rounds_range", "estimated")}
            if part.format is not None and part.format.kind == "as-many-as-possible":
                part.format = replace(part.format, **expected)  # "expect 4 rounds" of what is timed
        cap = part.changes.get("cap_s") or (part.format.cap_s if part.format else None)
        if cap and changes.get("cap_s") not in (None, cap):
            self.two_caps.append(TwoCaps(row.number, row.content.strip()))
        if (
            changes.get("rounds")
            and part.parent is None
            and part.format is not None
            and (part.format.rounds or part.format.kind == "as-many-as-possible")
            and part.work
        ):
            again = changes.pop("rounds")
            if not _fills_its_intervals(part, again):
                changes["repeat"] = again  # "x 2" below "3 rounds": all of it twice
        part.changes |= changes

    def _sets_of_a_bare_lift(self, part: PartDraft, fmt: Format, row: Row) -> bool:
        """'Deadlift', and below it '5-5-3-3-1'; 'thrusters', 'pull-ups', and below them '21-15-9'."""
        last = part.work[-1] if part.work else None
        bare = last is not None and not last.has_amount and part.format is None and not row.followed
        if last is None or not fmt.scheme or fmt != Format(scheme=fmt.scheme):
            return False
        if PERCENTS.match(row.content) and len(last.scheme) == len(fmt.scheme) and not last.percents:
            last.percents = tuple(map(float, fmt.scheme))  # "%: 60-65-70" below "3-3-3"
            return True
        if not bare:
            return False
        if len(part.work) > 1 and not any(one.has_amount for one in part.work):
            part.format = fmt  # it rules the whole list of bare names
            return True
        last.scheme, last.sets, last.sets_written = fmt.scheme, len(fmt.scheme), True
        return True

    def _joins(self, part: PartDraft, found: FormatFound, row: Row) -> bool:
        """Whether the format is one with the part's own: written above its list, or below it."""
        fmt = found.format
        if part.format is not None and not part.work and _works_in_its_minutes(part.format, fmt):
            part.notes.append(row.content.strip())  # "40 s work, 20 s rest" below "EMOM 24"
            part.works_s = fmt.work_s
            return True
        if part.format is not None and not part.work:
            both = merged(part.format, fmt)
            if both is not None:
                part.format, part.format_indent, part.format_line = both, row.indent, row.number
            return both is not None
        within = ("as-many-as-possible", "intervals") if row.bullet else ("as-many-as-possible",)
        going = part.format is not None and part.format.kind in within and fmt.kind == within[0]
        if going and not self.after_blank and replace(fmt, repeat=1) == Format("as-many-as-possible"):
            return True  # "P1: 400 m run", "P2: AMRAP of .." below "AMRAP 30"
        behind = found.alone and bool(part.work) and part.work[-1].line == row.number
        below = part.work and not row.followed and (behind or not row.named) and not part.closed
        falls = all(len(set(one.scheme)) > 1 for one in part.work)  # "40-30-20 wall balls", each its own
        if not below or (
            any(one.sets_written and one.scheme for one in part.work)
            and not (falls and fmt == Format(for_time=True))
        ):
            return False
        both = trailing(part.format, fmt)
        if both is not None:
            part.format = both
        return both is not None

    def _twenty_ten_again(self, part: PartDraft, fmt: Format, row: Row) -> bool:
        """'8 rounds push-ups' and below it '8 rounds sit-ups', where each round is twenty seconds."""
        twenty_ten = part.format is not None and replace(part.format, cap_s=None) == TWENTY_TEN
        return twenty_ten and row.named and fmt == Format("rounds", rounds=TWENTY_TEN.rounds)

    def _paces_sets(self, part: PartDraft, fmt: Format, row: Row) -> bool:
        """'7 x 2, every 2:00': the sets are said, the minutes only pace them."""
        sets = row.has_sets or (not row.named and any(one.scheme or one.sets_written for one in part.work))
        if fmt.kind != "every-minute" or fmt.rounds is not None or not sets:
            return False
        part.notes.append(f"every {(fmt.interval_s or 60) // 60}:{(fmt.interval_s or 60) % 60:02}")
        return True

    def _minutes_of_a_bare_lift(self, part: PartDraft, fmt: Format, row: Row) -> bool:
        """'Hang power clean', and below it 'every 2 min for 12 min: 3 reps at 75 %'."""
        bare = len(part.work) == 1 and not part.work[0].has_amount and part.format is None
        if fmt.kind != "every-minute" or not bare or row.named or row.followed or self.after_blank:
            return False
        part.format, part.format_indent, part.format_line = fmt, row.indent, row.number
        return True

    def _interrupts(self, part: PartDraft, fmt: Format, row: Row) -> bool:
        """'100 cal bike for time. Every 2 min 5 burpees': the minutes only interrupt the piece."""
        kind = part.format.kind if part.format is not None else "for-time"
        said = part.format is not None or not (self.after_blank or any(one.sets_written for one in part.work))
        clocked = part.format is not None and (part.format.for_time or kind == "as-many-as-possible")
        above = clocked and row.followed and not self.after_blank  # its list follows
        timed = (
            said
            and kind in ("for-time", "as-many-as-possible")
            and bool(part.work or part.each_reps or above)
        )
        if (
            not timed
            or fmt.kind != "every-minute"
            or fmt.rounds is not None
            or not row.named
            or fmt.ladder_step
        ):
            return False  # "death by thrusters" is a piece of its own
        part.notes.append(f"every {(fmt.interval_s or 60) // 60}:{(fmt.interval_s or 60) % 60:02}")
        piece = part.format
        lasts_s = (piece.minutes or 0) * 60 if piece is not None else 0
        if not lasts_s and len(part.work) == 1:
            lasts_s = part.work[0].seconds or 0  # "7 min max thrusters"
        part.interrupts = (row.number, int(lasts_s // (fmt.interval_s or 60)))
        return True

    def _begin(self, part: PartDraft, fmt: Format, row: Row) -> None:
        inside = (
            part.repeats
            and not part.closed
            and part.format_indent is not None
            and (row.indent > part.format_indent or (self._listed_deeper(part, row) and not fmt.minutes))
        )
        outer = part if inside else self._outer(part, row)
        apart = part.format is None and bool(fmt.minutes) and fmt.kind == "as-many-as-possible"
        if (part.work and (apart or any(one.role != "buy-in" for one in part.work))) or (
            part.format is not None and not part.work
        ):  # "buy-in: 50 burpees", and below it "15 min AMRAP", whose time that takes none of
            before, part = part, self.next(row.number)
            part.parent = outer
            if not any(one.division == before.block_division for one in before.work):
                part.block_division = before.block_division  # "SC", and below it a piece of its own
            if not self.after_blank and before.format is not None:
                fmt = _again_in_turn(before.format, fmt)
            if not self.after_blank or _of_one_team(before):
                part.changes |= _shared_as(before)
        if part.format is not None and part.work:  # only a buy-in so far: what follows is the piece itself
            fmt = replace(
                fmt,
                for_time=fmt.for_time or part.format.for_time,
                cap_s=fmt.cap_s or part.format.cap_s,
                team=fmt.team or part.format.team,
                share=fmt.share or part.format.share,
            )
        if fmt.kind == "every-minute" and fmt.work_s:
            part.works_s, fmt = fmt.work_s, replace(fmt, work_s=None)
        part.format, part.format_indent, part.work_indent, part.adjacent = fmt, row.indent, None, False
        part.block_role = ""
        part.format_line = row.number

    def _listed_deeper(self, part: PartDraft, row: Row) -> bool:
        """'400 m run' and '2 rounds of:' in the list of '3 rounds:', and only what is below that
        further in."""
        level = part.format_indent == part.work_indent == row.indent
        return level and row.followed_deeper and not self.after_blank

    def _outer(self, part: PartDraft, row: Row) -> PartDraft | None:
        """The part whose rounds hold a row of this indent."""
        outer = part.parent
        while outer is not None and (outer.format_indent or 0) >= row.indent:
            outer = outer.parent
        return outer

    # -- movements ------------------------------------------------------------------------------

    def place_for(self, row: Row, draft: Draft, first: bool) -> PartDraft:
        """The part a movement belongs to: the open one, or a new one where its list has ended."""
        part = self.current(row.number)
        left = LEFT_OVER.search(row.text) or THEN_MAX.match(row.text)
        draft.rest_of_time = draft.max_effort and left is not None
        if draft.role == "buy-in" and self.after_blank and any(one.role != "buy-in" for one in part.work):
            return self.next(row.number)  # of the piece that follows
        if part.closed and part.lost and not part.work and first:
            return self.next(row.number)  # "4 rounds of <a name nobody knows>", "then 1 mile run"
        if not first or draft.division or draft.role or not part.work or row.sets:
            if not part.work:
                part.closed = False
            return part
        if part.parent is not None and row.indent <= (part.format_indent or 0):
            return self._resume(part, row)
        if not self._ended(part, row, draft) or (
            draft.max_effort
            and (LEFT_OVER.search(row.text) or (not row.after_blank and fills_its_interval(row.text, part)))
        ):
            return part
        following = self.next(row.number)
        following.parent = self._outer(part, row)
        if not self.after_blank or (_of_one_team(part) and not draft.sets_written):
            following.changes |= _shared_as(part)
        return following

    def _resume(self, part: PartDraft, row: Row) -> PartDraft:
        """Back in the list around a part: the same rounds go on below it."""
        outer = self._outer(part, row)
        following = self.next(row.number)
        if outer is not None:
            following.format, following.format_indent, following.parent = (
                outer.format,
                outer.format_indent,
                outer.parent,
            )
        return following

    def _ended(self, part: PartDraft, row: Row, draft: Draft) -> bool:
        below = not row.after_blank and part.work[-1].line == row.number - 1
        if below and (_AND.match(row.text) or (part.repeats and _OF_EACH_ROUND.match(row.text))):
            return False  # "3 rounds of 10 burpees, 20 squats", and below it "and 5 push-ups"
        return (
            part.closed
            or self._ended_by_blank(part, draft)
            or self._ended_by_indent(part, row)
            or self._sets_begin(part, draft)
            or _outlasts_its_minute(part, draft)
        )

    def _ended_by_blank(self, part: PartDraft, draft: Draft) -> bool:
        if not self.after_blank or part.work[-1].line == draft.line:
            return False
        if part.repeats:
            listed = part.adjacent or _on_one_line(part, draft)
            return listed and draft.station is None and not part.block_division
        bare = not (draft.is_told or draft.loads or draft.division)  # "Snatch", and below it "E90S x 8, .."
        if bare and part.format is None and part.work and all(one.is_told for one in part.work):
            return True
        return part.format is None and not part.heading and draft.sets_written

    def _ended_by_indent(self, part: PartDraft, row: Row) -> bool:
        return (
            part.repeats
            and part.format_indent is not None
            and (part.work_indent or 0) > part.format_indent >= row.indent
        )

    def _sets_begin(self, part: PartDraft, draft: Draft) -> bool:
        """Sets of its own are no minute's work, and no round's of '21-15-9'."""
        fmt = part.format
        several = draft.sets_written and max(draft.sets or 0, len(draft.scheme)) > 1
        if several and _on_one_line(part, draft) and not part.exact:
            return True
        listed = fmt is not None and fmt.kind == "for-time" and bool(fmt.scheme) and not part.exact
        return (
            fmt is not None
            and (
                fmt.kind == "every-minute" or ((listed or fmt.kind == "intervals") and (draft.sets or 0) > 1)
            )
            and draft.sets_written
            and draft.station is None
            and not any(one.station or one.sets_written for one in part.work)
        )

    # -- a whole part ---------------------------------------------------------------------------

    def finished(self) -> Iterator[Part]:
        """Every part with its totals; parts that only hold others are left out."""
        self.end_of_a_day()
        _without_a_title(self.all)
        self._without_names_of_complexes()
        _goes_on_with_it(self.all)
        for before, part in itertools.pairwise(self.all):
            _frame(before, part)
            _say_what_follows(before, part)
            _rests_before(before, part)
        holding = {id(part.parent) for part in self.all if part.parent is not None}
        pieces = [part for part in self.all if part.work]
        for part in pieces if len(pieces) == self.each_lasts[0] else ():
            part.lasts_s = part.lasts_s or self.each_lasts[1]
        self._for_one_age()
        _sets_of_a_superset(pieces)
        for part in self.all:
            holds = id(part) in holding or self._only_says_who(part)
            if part.said_anything and not (holds and not part.work and not part.notes):
                yield Finishing(self.catalog, *(part.shared_by or (self.team, self.share))).finish(part)

    def _without_names_of_complexes(self) -> None:
        """'B. Clean & jerk' above 'E2MOM: 1 power clean + 1 split jerk': what the piece is called."""
        for before, part in itertools.pairwise(tuple(self.all)):
            named = before.work[0] if len(before.work) == 1 and before.format is None else None
            bare = named is not None and not (named.is_told or named.loads or before.exact)
            first = [one for one in part.work if one.line == part.work[0].line and one.complex is not None]
            if named is None or not bare or len(first) < PAIR or part.heading:
                continue
            said = {word for one in first for word in plain_words(one.text)}
            if set(plain_words(named.text)) - {"and"} <= said:
                part.name, part.heading, part.line = before.name, before.heading, before.line
                self.all.remove(before)

    def end_of_a_day(self) -> None:
        """Who shares the pieces so far, which another day says anew of its own."""
        day = [part for part in self.all if part.shared_by is None]
        if day and not day[0].work and self._only_says_who(day[0]) and self.team:
            self.share = self.share or day[0].changes.get("share") or "split"  # "In pairs" above the pieces
        for part in day:
            part.shared_by = (self.team, self.share)

    def _for_one_age(self) -> None:
        """'TEENS' above everything: a class of theirs, where what is written is for everybody."""
        works = [work for part in self.all for work in part.work]
        divisions = {work.division for work in works}
        if divisions <= AGES and len(divisions) == 1 and not any(part.exact for part in self.all):
            for work in works:
                work.division = None

    def _only_says_who(self, part: PartDraft) -> bool:
        """'FRIDAY - PAIRS' above the day's pieces: a part that says nothing but who shares them."""
        who = part.changes.keys() & {"team", "share"}
        teams = (
            part.format is None and bool(who) and part.changes.keys() <= {"team", "share", "rest_s", "cap_s"}
        )
        return teams and any(other.work for other in self.all)


def _goes_on_with_it(parts: Sequence[PartDraft]) -> None:
    """'Intervals, bike', '8 x 30 s on, 90 s off', and below it '4 x 2 min on, 2 min off': on the bike."""
    for before, part in itertools.pairwise(parts):
        timed = [one.format is not None and one.format.kind == "intervals" for one in (before, part)]
        if not all(timed) or part.work or part.heading or part.exact or len(before.work) != 1:
            continue
        only = before.work[0]
        if not only.has_amount and only.as_prescribed and not only.station:
            part.work.append(replace(only, line=part.format_line, assumed=[f"{only.text} again"]))


def _without_a_title(parts: Sequence[PartDraft]) -> None:
    """'SQUAT / PULL' above 'A. Back squat 5 x 5': what a day is called, and no work."""
    first, second = parts[:2] if len(parts) > 1 else (None, None)
    if first is None or second is None or first.heading or first.exact or first.format is not None:
        return
    bare = first.work and not any(one.is_told or one.loads for one in first.work)
    one_line = len({one.line for one in first.work}) == 1 and first.work[0].line == 1 if bare else False
    if one_line and second.heading and second.work and _SECTION_NAME.fullmatch(second.name):
        first.notes.extend(one.text for one in first.work)
        first.work.clear()


_SECTION_NAME = re.compile(r"[A1I]|(?:part|block|piece)\s[A1]", re.IGNORECASE)


def _fills_its_intervals(part: PartDraft, again: int) -> bool:
    """'8 min, 20 s on, 10 s off' above a list of four, and below it '(x4)': an interval for each, in turn."""
    lines = [one for one in part.work if one.as_prescribed]
    fmt = part.format
    if _as_often(part, again):
        return True
    timed = bool(lines) and all(one.seconds for one in lines)
    lasts = sum(one.seconds or 0 for one in lines) * again
    if timed and fmt is not None and fmt.kind == "as-many-as-possible" and lasts <= (fmt.minutes or 0) * 60:
        return True  # "40 min steady" above four times five minutes, and below them "x2"
    fills = fmt is not None and fmt.kind == "intervals" and again * len(lines) == fmt.rounds
    placed = any(one.station or one.sets for one in lines)
    if not fills or placed or len(lines) < PAIR:
        return False
    for place, one in enumerate(lines, start=1):
        one.station = place
    return True


LONGEST_REST_S = 120  # below an AMRAP, from which another piece follows; common practice
LONG_REST = 1 / 5  # of an AMRAP's minutes, from which a rest is none of its rounds'; common practice


def _rests_before(before: PartDraft, part: PartDraft) -> None:
    """'AMRAP 8: ..', 'rest 4 min', 'AMRAP 8: ..': a rest from one to the other, in none of the rounds."""
    fmt = before.format
    rest_s = before.changes.get("rest_s") or (fmt.rest_s if fmt is not None else None)
    if fmt is None or fmt.kind != "as-many-as-possible" or not (rest_s and fmt.minutes) or before.exact:
        return
    again = part.format is not None and part.format.kind == fmt.kind
    if part.work and fmt.repeat == 1 and (again or rest_s >= LONG_REST * fmt.minutes * 60):
        before.changes.pop("rest_s", None)
        before.format = replace(fmt, rest_s=None)


def _works_in_its_minutes(before: Format, fmt: Format) -> bool:
    """Whether intervals only say how long of each minute is worked."""
    whole = (fmt.work_s or 0) + (fmt.rest_s or 0)
    return before.kind == "every-minute" and fmt.kind == "intervals" and whole == (before.interval_s or 60)


def _only_rounds(row: Row, fmt: Format) -> bool:
    """Whether a row says how many rounds of what stands above it, and names and heads nothing."""
    return fmt.kind == "rounds" and not (row.followed or row.named)


def _as_often(part: PartDraft, again: int) -> bool:
    """'40 min EMOM' above five numbered places, and below them 'x 8': what its minutes say already."""
    fmt = part.format
    places = max({one.station or 0 for one in part.work if one.as_prescribed} | part.rest_stations, default=0)
    minutes = fmt is not None and fmt.kind == "every-minute" and places > 1
    return bool(minutes and fmt is not None and again * places == fmt.rounds)


def _again_in_turn(before: Format, fmt: Format) -> Format:
    """'2 rounds: 3 min AMRAP .., 1 min rest, 3 min AMRAP ..': both as often as the rounds say."""
    alike = before.kind == fmt.kind == "as-many-as-possible" and before.minutes == fmt.minutes
    return replace(fmt, repeat=before.repeat) if alike and fmt.repeat == 1 else fmt


def _say_what_follows(before: PartDraft, part: PartDraft) -> None:
    """'Snatch', and below it 'every 90 s x 8' and '1 snatch @ 75 %': the bare name only says what the list is
    about."""
    only = before.work[0] if len(before.work) == 1 and before.format is None else None
    if only is None or part.heading or only.is_told or only.loads or only.percents or only.notes:
        return
    if any(one.movement == only.movement and one.is_told for one in part.work):
        before.work = []
        if not before.spoken:
            part.name, part.heading, part.line = before.name, before.heading, before.line
            part.heading_kind = part.heading_kind or before.heading_kind
            before.heading = False


def _frame(before: PartDraft, part: PartDraft) -> None:
    """'800 m run', '5 rounds of ..', '800 m run': what stands above the rounds and again as their last line
    is done once before and once after them."""
    if part.heading or part.parent is not None or len(before.work) != 1 or len(part.work) <= 2:
        return
    first, last = before.work[0], part.work[-1]
    plain = before.format is None or before.format.kind == "for-time"
    repeated = part.format is not None and (part.format.rounds or 1) > 1
    same = first.movement == last.movement and all(
        getattr(first, name) == getattr(last, name) for name in AMOUNTS
    )
    if plain and repeated and same and not last.role and not before.closed:
        last.role = "cash-out"
        last.assumed.append("once after the rounds, as it stands once before them")


def _only_racked(part: PartDraft, row: Row) -> bool:
    """'Squat 5x5 in groups of 3', 'rotate on one rack': who shares a rack shares no work."""
    sets = row.named and row.has_sets and RACKS.search(row.content)
    rotates = ROTATES.search(row.content)
    racked = sets or (rotates and (part.heading_kind == "strength" or ATTEMPTS.search(row.content)))
    return bool(racked) and SHARED.search(row.content) is None


def _by_numbers(part: PartDraft) -> bool:
    """'21-15-9 squat cleans, ring dips' on one line: a list by its numbers, with no format of its own."""
    counted = [len(set(one.scheme)) > 1 for one in part.work]
    return any(counted) and any(not one.has_amount for one in part.work)


def _of_division(part: PartDraft, division: str, row: Row, fmt: Format) -> None:
    """What a division's line says of the format: its own rounds, or words."""
    said = part.format
    if fmt == Format(scheme=fmt.scheme) and (said.scheme if said is not None else _by_numbers(part)):
        part.other_schemes[division] = (row.number, fmt.scheme)  # "Masters: 15-12-9" below "21-15-9"
    again = said is not None and said.kind in ("rounds", "every-minute")
    if again and fmt.kind == "rounds" and fmt.rounds:
        part.own_rounds[division] = (row.number, fmt.rounds)
    elif part.block_division and said is not None and fmt == Format(scheme=fmt.scheme):
        part.own_schemes[division] = fmt.scheme  # "Scaled", and below it "21-15-9"
    elif said is not None and kind_only(fmt) != kind_only(said):
        part.notes.append(f"{division}: {row.content.strip()}")


def _sets_of_a_superset(parts: Sequence[PartDraft]) -> None:
    """'A1) bench 3 x 10', 'A2) chin-ups 3 x 8', 'A3) plank 45 s': what says no sets is done as often as what
    it alternates with."""
    labelled = [part for part in parts if _OF_A_SUPERSET.fullmatch(part.name)]
    for _, members in itertools.groupby(labelled, key=lambda part: part.name[0]):
        group = list(members)
        works = [work for part in group for work in part.work if work.as_prescribed]
        said = {one.sets for one in works if one.sets_written}
        bare = [one for one in works if not one.sets_written]
        alone = all(part.format is None and len(part.work) == 1 for part in group)
        if len(group) > 1 and alone and len(said) == 1 and (sets := said.pop()):
            for one in bare:
                one.sets, one.sets_written = sets, True
                one.assumed.append(f"{sets} sets, as what it alternates with")


_OF_A_SUPERSET = re.compile(r"[A-H]\d")


def _rests_behind(part: PartDraft, row: Row, found: FormatFound) -> bool:
    """'rest 3 min' below 'Tabata: squats', told on one line, or below an AMRAP: what follows is no more of
    it."""
    one_line = bool(part.work) and {one.line for one in part.work} == {part.format_line}
    fmt, rest_s = part.format, found.format.rest_s or 0
    if not found.rest_only or row.named or not part.work:
        return False
    once = fmt is not None and fmt.kind == "as-many-as-possible" and fmt.repeat == 1 and fmt.minutes
    return (one_line and rest_s >= MINUTE_S) or bool(once and rest_s >= LONGEST_REST_S)


_OF_EACH_ROUND = re.compile(  # below a list with signs, itself without
    r"\W*(?:(?:after|before|in|at\s+the\s+(?:start|end)\s+of)\s+)?(?:every|each)\s+(?:round|set)\b",
    re.IGNORECASE,
)
_AND = re.compile(r"\W{0,3}(?:and|&)\s+\d", re.IGNORECASE)


def _on_one_line(part: PartDraft, draft: Draft) -> bool:
    """'EMOM 10: 3 cleans': a piece with its work on the line of its format, and what comes on another."""
    lines = {one.line for one in part.work} if part.format is not None else set()
    return lines == {part.format_line} and draft.line not in lines


def _only_sets(part: PartDraft) -> bool:
    """Whether a part so far holds lifts in sets and no piece."""
    return part.format is None and all(one.sets_written for one in part.work)


def _outlasts_its_minute(part: PartDraft, draft: Draft) -> bool:
    """'EMOM 10: 3 cleans' and below it 'bike 20 min': no minute's work."""
    fmt = part.format
    if fmt is None or fmt.kind != "every-minute" or not fmt.interval_s or part.exact:
        return False
    return draft.station is None and (draft.seconds or 0) > FAR_LONGER * fmt.interval_s


def _is_company(text: str) -> bool:
    """'100 sit-ups with a partner holding the feet': nobody shares the work."""
    return TOGETHER.search(text) is not None and SHARED.search(text) is None


_NAMES_A_TEAM = re.compile(r"\b(?:partners?|pairs?|teams?|trios?|duos?)\b", re.IGNORECASE)


def _of_one_team(before: PartDraft) -> bool:
    """Whether what follows behind a gap is of the same piece: behind 'then', or below 'Partner WOD'."""
    return before.closed or (before.heading and _NAMES_A_TEAM.search(before.name) is not None)


def _shared_as(before: PartDraft) -> dict[str, Any]:
    """Who share a piece also share what follows without a gap: '3 rounds with a partner .. 3 rounds ..'."""
    said = {"team": before.format.team, "share": before.format.share} if before.format else {}
    said |= {name: before.changes[name] for name in ("team", "share") if name in before.changes}
    return said if said.get("team") else {}


def _then_name(base: str, count: int) -> str:
    return f"{base}, then" if count == 1 else f"{base}, then {count}"


_THEN = re.compile(r"\W*then\b", re.IGNORECASE)
_OF_A_TEAM = re.compile(r"\W*(?:in\s+)?(?:teams?|pairs|groups?|partners?|trios?)\b[^:]{0,24}:", re.IGNORECASE)


def _opens_another(text: str, fmt: Format) -> bool:
    """Whether a row that only says who shares it has a piece of its own."""
    shares = bool(fmt.team or fmt.share)
    return shares and (_THEN.match(text) is not None or _OF_A_TEAM.match(text) is not None)
