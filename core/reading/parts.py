"""The parts of a session while it is being read: where one ends, what format it has, what it comes to."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from typing import Any

from core.catalog import Catalog
from core.reading.draft import Draft
from core.reading.formats import FormatFound
from core.reading.line import Line
from core.reading.volumes import finish, rounds_of
from core.reading.workout import Format, Part, PartKind, Work

STRENGTH_IMPLEMENTS = ("barbell",)
KEPT_KINDS = ("event", "warm-up", "cool-down")  # a part nobody named is of its heading's kind


@dataclass
class PartDraft:
    """A part being read."""

    name: str
    line: int
    heading: bool = False
    heading_kind: PartKind | None = None
    format: Format | None = None
    changes: dict[str, Any] = field(default_factory=dict)
    work: list[Draft] = field(default_factory=list)
    notes: list[str] = field(default_factory=list)
    block_division: str | None = None
    block_role: str = ""
    format_indent: int | None = None
    work_indent: int | None = None
    adjacent: bool = False
    closed: bool = False
    lettered: bool = False  # its list runs a), b), c)
    rest_stations: set[int] = field(default_factory=set)

    @property
    def repeats(self) -> bool:
        """Whether the list is done more than once, so that where it ends matters."""
        fmt = self.format
        return fmt is not None and (
            fmt.kind not in ("for-time", "rounds", "sets-x-reps") or (fmt.rounds or 1) > 1 or bool(fmt.scheme)
        )


class Parts:
    """Every part so far. ``after_blank`` says whether the line being read stands below an empty one."""

    def __init__(self, catalog: Catalog):
        self.catalog = catalog
        self.all: list[PartDraft] = []
        self.after_blank = False
        self.headed = False
        self._followed: dict[str, int] = {}

    @property
    def last(self) -> PartDraft | None:
        return self.all[-1] if self.all else None

    def current(self, number: int) -> PartDraft:
        """The part being read; the first is opened where none is."""
        if not self.all:
            self.all.append(PartDraft("A", number))
        return self.all[-1]

    def open(self, name: str, kind: PartKind | None, number: int) -> None:
        """A part with a heading of its own."""
        self.all.append(PartDraft(name, number, True, kind))
        self.headed = True

    def next(self, number: int) -> PartDraft:
        """A part nobody named: the next letter, or 'B, then' inside one that was."""
        current = self.all[-1] if self.all else None
        if current is not None and self.headed:
            base = current.name.partition(", then")[0]
            count = self._followed[base] = self._followed.get(base, 0) + 1
            part = PartDraft(
                _then_name(base, count),
                number,
                heading_kind=current.heading_kind if current.heading_kind in KEPT_KINDS else None,
            )
        else:
            part = PartDraft(self._next_letter(), number)
        self.all.append(part)
        return part

    def _next_letter(self) -> str:
        newest = next(
            (part.name for part in reversed(self.all) if len(part.name) == 1 and part.name.isalpha()), None
        )
        return chr(min(ord("Z"), ord(newest) + 1)) if newest else "A"

    def apply(self, read: Line, found: FormatFound, indent: int, division: str | None) -> None:
        part = self.current(read.number)
        fmt = found.format
        if found.only_changes:
            part.changes |= _said(fmt)
            return
        if (division is not None and part.format is not None) or (
            part.block_division and part.format is not None
        ):
            if _kind_only(fmt) != _kind_only(part.format):
                part.notes.append(f"{division or part.block_division}: {read.text.strip()}")
            return
        last = part.work[-1] if part.work else None
        if (
            fmt == Format(scheme=fmt.scheme)
            and fmt.scheme
            and part.format is None
            and last is not None
            and not last.has_amount
        ):
            last.scheme, last.sets, last.sets_written = (
                fmt.scheme,
                len(fmt.scheme),
                True,
            )  # "Deadlift", then "5-5-3-3-1"
            return
        if part.format is not None and not part.work:
            merged = _merged(part.format, fmt)
            if merged is not None:
                part.format = merged
                part.format_indent = indent
                return
        if (part.work and any(one.role != "buy-in" for one in part.work)) or (
            part.format is not None and part.work == []
        ):
            part = self.next(read.number)
        if part.format is not None and part.work:  # only a buy-in so far: what follows is the piece itself
            fmt = replace(
                fmt, for_time=fmt.for_time or part.format.for_time, cap_s=fmt.cap_s or part.format.cap_s
            )
        part.format, part.format_indent, part.work_indent, part.adjacent = fmt, indent, None, False
        part.block_role = ""

    def place_for(self, read: Line, draft: Draft, indent: int, first: bool) -> PartDraft:
        """The part a movement belongs to: the open one, or a new one where its list has ended."""
        part = self.current(read.number)
        if not first or draft.division or draft.role:
            return part
        ended = part.closed
        if (
            part.work
            and part.repeats
            and self.after_blank
            and part.adjacent
            and draft.station is None
            and not part.block_division
        ):
            ended = True
        if (
            part.work
            and part.repeats
            and part.format_indent is not None
            and (part.work_indent or 0) > part.format_indent >= indent
        ):
            ended = True
        if part.work and part.format is None and not part.heading and self.after_blank and draft.sets_written:
            ended = True
        if (
            part.work
            and part.format is not None
            and part.format.kind == "every-minute"
            and draft.sets_written
            and draft.station is None
            and not any(one.station or one.sets_written for one in part.work)
        ):
            ended = True  # sets of its own are no minute's work
        if not ended:
            return part
        if not part.work:
            part.closed = False
            return part
        return self.next(read.number)

    # -- movements ------------------------------------------------------------------------------

    def finish(self, part: PartDraft) -> Part:
        fmt = part.format
        carried = _carry_scheme(part.work)
        if fmt is None and carried:
            fmt = Format("for-time", scheme=carried)
        if fmt is None:
            strength = [work.sets_written for work in part.work]
            fmt = Format("sets-x-reps") if any(strength) else Format("for-time")
            sets = {work.sets for work in part.work if work.sets}
            fmt = replace(fmt, rounds=sets.pop() if len(sets) == 1 else None)
        if part.changes:
            fmt = replace(fmt, **part.changes)
        stations = max({work.station for work in part.work if work.station} | part.rest_stations, default=0)
        if fmt.kind in ("every-minute", "intervals"):
            fmt = replace(fmt, stations=stations)
        reading = rounds_of(fmt, part.work, self.catalog)
        if reading.estimated:
            fmt = replace(
                fmt, rounds=reading.rounds, estimated=True, rounds_range=(reading.fewest, reading.most)
            )
        works = tuple(finish(draft, fmt, reading, self.catalog) for draft in part.work)
        blocks = {work.division for work in part.work if work.division and work.replaces is None} - {"rx"}
        if (
            blocks
            and any(one.division in (None, "rx") for one in part.work)
            and not any(one.replaces is not None for one in part.work)
        ):
            works = _block_overrides(works, blocks)
        return Part(part.name, self._kind(part, fmt), fmt, works, tuple(part.notes), part.line)

    def _kind(self, part: PartDraft, fmt: Format) -> PartKind:
        if part.heading_kind and part.heading_kind != "conditioning":
            return part.heading_kind
        if fmt.kind == "sets-x-reps" and part.work:
            return part.heading_kind or "strength"
        if part.heading_kind:
            return part.heading_kind
        heavy = [
            work
            for work in part.work
            if (work.percents or work.rpe)
            and self.catalog.movements[work.movement].implement in STRENGTH_IMPLEMENTS
        ]
        return "strength" if heavy and len(heavy) == len(part.work) else "conditioning"


def _said(fmt: Format) -> dict[str, Any]:
    """The fields in which a format differs from an empty one."""
    empty = Format()
    return {
        name: getattr(fmt, name)
        for name in ("rest_s", "cap_s", "team", "share", "rounds", "rounds_range", "estimated")
        if getattr(fmt, name) != getattr(empty, name)
    }


def _kind_only(fmt: Format) -> tuple[object, ...]:
    return fmt.kind, fmt.rounds, fmt.minutes, fmt.scheme, fmt.interval_s


def _merged(first: Format, second: Format) -> Format | None:
    """Two format lines in a row that are one format: 'for time' and '3 rounds', 'AMRAP 12' and a ladder;
    else None."""
    said = _said(first) | _said(second)
    said.pop("rounds", None)
    if (
        first == Format(for_time=first.for_time, **_said(first))
        and first.kind == "for-time"
        and not first.scheme
    ):
        return replace(
            second,
            for_time=first.for_time or second.for_time,
            **{name: said[name] for name in said if not getattr(second, name)},
        )
    if second.kind == "for-time" and not (second.scheme and first.scheme):
        return replace(
            first,
            scheme=second.scheme or first.scheme,
            ladder_step=second.ladder_step or first.ladder_step,
            for_time=first.for_time or second.for_time,
            **{name: said[name] for name in said if not getattr(first, name)},
        )
    if (
        second.kind == "as-many-as-possible"
        and first.kind == "rounds"
        and first.rounds
        and not first.for_time
    ):
        return replace(second, repeat=first.rounds, rest_s=first.rest_s or second.rest_s)
    if second.kind == "intervals" and first.kind == "rounds":
        return replace(second, rounds=second.rounds or first.rounds)
    return None


def _carry_scheme(works: list[Draft]) -> tuple[int, ...]:
    """'21-15-9 thrusters' and below it 'pull-ups': a scheme that leads a line holds for bare names after it.

    Returns the scheme when it holds for the whole list, which is then the format's and no longer the lines'.
    """
    scheme: tuple[int, ...] = ()
    followed = False
    for work in works:
        if work.leads:
            scheme = work.scheme
        elif scheme and not work.has_amount and not work.role:
            work.scheme, work.sets, work.sets_written, followed = scheme, len(scheme), True, True
    if not followed or any(
        work.scheme != scheme or work.counts or work.percents or work.role for work in works
    ):
        return ()
    for work in works:
        work.scheme, work.sets, work.sets_written = (), None, False
    return scheme


def _block_overrides(work: tuple[Work, ...], blocks: set[str]) -> tuple[Work, ...]:
    """A division written as its own block replaces the shared list one for one, then adds what is left."""
    shared = [index for index, one in enumerate(work) if one.division in (None, "rx")]
    result = list(work)
    for division in sorted(blocks):
        own = [index for index, one in enumerate(work) if one.division == division]
        for place, index in enumerate(own):
            if place < len(shared):
                result[index] = replace(work[index], replaces=shared[place])
    return tuple(result)


def _then_name(base: str, count: int) -> str:
    return f"{base}, then" if count == 1 else f"{base}, then {count}"
