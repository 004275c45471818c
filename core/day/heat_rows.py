"""Heats as rows: from a table (commas, semicolons, tabs, pipes, wide spaces; athletes down and events across
too) or from typed lines under headings."""

from __future__ import annotations

import csv
import io
import re
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

from core.day.headings import FINAL, event_heading, plain_line
from core.week.clock import clock_minutes

COLUMNS: Mapping[str, tuple[str, ...]] = {
    "event": ("event", "workout", "test", "wod", "event no", "event number", "events"),
    "heat": ("heat", "wave", "flight", "heat no", "heat number"),
    "start": ("start", "time", "start time", "heat time", "starts", "on floor", "from", "at"),
    "lane": ("lane", "station", "platform", "lane no", "lane number", "spot"),
    "who": (
        "athlete",
        "athletes",
        "name",
        "names",
        "competitor",
        "who",
        "pair",
        "pairs",
        "team",
        "athlete name",
    ),
    "division": ("division", "category", "class", "div", "level"),
    "day": ("day", "date"),
}
LEAST_COLUMNS = 2
WIDE = re.compile(r"\t|\s{2,}")
_RULE = re.compile(r"^[\s|:+\-=]+$")
_TIME = re.compile(
    r"\b(?:\d{1,2}[:.h]\d{2}(?:\s*(?:am|pm|uhr))?|\d{1,2}\s*(?:am|pm)|(?<=\s)[012]\d[0-5]\d)\b", re.IGNORECASE
)
_HEAT = re.compile(r"\bh(?:eat)?\s*#?\s*(\d{1,3}|[a-z])\b", re.IGNORECASE)
_HEAT_FIRST = re.compile(r"heat\s*#?\s*(?:\d{1,3}|[a-z])\b|h\s*#?\d{1,3}\b", re.IGNORECASE)
_LANE = re.compile(r"\b(?:lane|l|platform|station)\s*#?\s*(\d{1,3})\b\s*:?", re.IGNORECASE)
_NUMBERED = re.compile(r"^\(?(\d{1,3})\s*[.):\-–]?\s+(?=[^\W\d_])")
_DAY = re.compile(r"^(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?$|^day\s+\d$|^\d{4}-\d\d-\d\d$", re.IGNORECASE)
_BRACKETS = re.compile(r"[(\[]([^()\[\]]*)[)\]]")
_BETWEEN = re.compile(r"\s*[,;|]\s*|\s+[-–—]\s+|\s*:\s*(?=\D|$)")


@dataclass(frozen=True, slots=True, kw_only=True)
class HeatRow:
    """One line of a heat list: who is where, as written. clock_min: minutes after midnight, None where no
    time was found; who is empty for a heat alone."""

    line: int
    event: str = ""
    heat: str = ""
    day: str = ""
    clock: str = ""
    clock_min: int | None = None
    lane: int | None = None
    who: str = ""
    division: str = ""


def rows_of(text: str) -> list[HeatRow]:
    """Every row of a heat list."""
    lines = text.splitlines()
    table = _table(lines)
    return list(_table_rows(*table)) if table else list(_typed(lines))


Cells = list[tuple[int, list[str]]]


def _table(lines: Sequence[str]) -> tuple[list[str], Cells] | None:
    """Column names and rows, with their lines, of a text that is a table."""
    first = next((number for number, line in enumerate(lines) if line.strip()), None)
    if first is None:
        return None
    for split in (_by("\t"), _by_pipes, _by(";"), _by(","), _by_spaces):
        names = [_column(cell) for cell in split(lines[first])]
        if len([name for name in names if name]) >= LEAST_COLUMNS and len(set(names) - {""}) >= LEAST_COLUMNS:
            rest = enumerate(lines[first + 1 :], first + 2)
            return names, [(number, split(line)) for number, line in rest if _is_row(line)]
    return None


def _is_row(line: str) -> bool:
    return bool(line.strip()) and not _RULE.match(line)


def _by(delimiter: str) -> Callable[[str], list[str]]:
    def split(line: str) -> list[str]:
        return next(csv.reader(io.StringIO(line), delimiter=delimiter, skipinitialspace=True), [])

    return split


def _by_pipes(line: str) -> list[str]:
    if "|" not in line:
        return []
    return [cell.strip() for cell in line.strip().strip("|").split("|")]


def _by_spaces(line: str) -> list[str]:
    return WIDE.split(line.strip())


def _column(cell: str) -> str:
    """What a column says: one of COLUMNS, an event across ("event 2"), or "" for anything else."""
    bare = " ".join(cell.strip().strip('"').lower().replace("#", "").replace(".", "").split())
    for name, words in COLUMNS.items():
        if bare in words:
            return name
    heading = event_heading(cell)
    return f"event {heading.number}" if heading else ""


def _table_rows(names: Sequence[str], rows: Cells) -> Iterator[HeatRow]:
    across = [name for name in names if name.startswith("event ")]
    for line, cells in rows:
        row = {name: cell.strip() for name, cell in zip(names, cells, strict=False) if name}
        if not any(row.values()):
            continue
        if across:
            yield from _across(line, row, across)
            continue
        clock = row.get("start", "")
        day, clock = _day_and_clock(row.get("day", ""), clock)
        yield HeatRow(
            line=line,
            event=number_of(row.get("event", "")),
            heat=_bare_heat(row.get("heat", "")),
            day=day,
            clock=clock,
            clock_min=clock_minutes(clock),
            lane=_whole(row.get("lane", "")),
            who=row.get("who", ""),
            division=row.get("division", ""),
        )


def _across(line: int, row: Mapping[str, str], events: Sequence[str]) -> Iterator[HeatRow]:
    """One athlete's row with a cell for each event: a time, and perhaps a heat and a lane."""
    for event in events:
        cell = row.get(event, "")
        if not cell or _RULE.match(cell):
            continue
        time = _TIME.search(f" {cell}")
        clock = time.group(0) if time else ""
        lane, heat = _LANE.search(cell), _HEAT.search(cell)
        yield HeatRow(
            line=line,
            event=event.removeprefix("event "),
            heat=heat[1] if heat else "",
            day=row.get("day", ""),
            clock=clock or cell,
            clock_min=clock_minutes(clock),
            lane=int(lane[1]) if lane else None,
            who=row.get("who", ""),
            division=row.get("division", ""),
        )


def _day_and_clock(day: str, clock: str) -> tuple[str, str]:
    """A day that stands in front of the time ("Sat 09:00") goes to its own place."""
    first, _, rest = clock.partition(" ")
    return (first, rest.strip()) if not day and rest and _DAY.match(first) else (day, clock)


def number_of(written: str) -> str:
    """The number of an event as a sheet has it ("Event 2: Weir" -> "2"), else as written."""
    heading = event_heading(written)
    if heading:
        return heading.number
    bare = written.strip().lower().removeprefix("#").strip()
    named = event_heading(f"event {bare}")
    return named.number if named else (FINAL if bare in (FINAL, "finale") else bare)


def _bare_heat(written: str) -> str:
    found = _HEAT.search(written)
    return found[1] if found else written.strip()


def _whole(written: str) -> int | None:
    found = re.search(r"\d{1,3}", written)
    return int(found.group(0)) if found else None


def _typed(lines: Sequence[str]) -> Iterator[HeatRow]:
    """Lines under headings: an event, a heat with its time, then who is in it."""
    here = HeatRow(line=0)
    for number, line in enumerate(lines, 1):
        bare = plain_line(line)
        if not bare or _RULE.match(line):
            continue
        here, rest = _moved(replace(here, line=number), bare)
        if not here.event and not here.heat:
            continue  # words before the first event
        who = list(_people_of(rest, here))
        yield from who
        if not who and here.heat:
            yield here


def _moved(here: HeatRow, line: str) -> tuple[HeatRow, str]:
    """Where a line takes the list, and what of it is left: names."""
    left: list[str] = []
    for piece in _pieces(line):
        heading = event_heading(piece)
        heat, clock = _HEAT.fullmatch(piece), clock_minutes(piece)
        if heading:
            here = HeatRow(line=here.line, event=heading.number, day=here.day)
        elif heat and not piece.lower().startswith("l"):
            here = replace(here, heat=heat[1], clock="", clock_min=None)
        elif clock is not None and _TIME.fullmatch(piece):
            here = replace(here, clock=piece, clock_min=clock)
        elif _DAY.match(piece):
            here = replace(here, day=piece)
        else:
            left.append(piece)
    return here, ", ".join(left)


def _pieces(line: str) -> Iterator[str]:
    """A line's pieces: at its separators, and where a heat and a time follow one another without any."""
    for piece in filter(None, (piece.strip() for piece in _BETWEEN.split(line))):
        heat = _HEAT_FIRST.match(piece)
        if heat and heat.end() < len(piece):
            yield heat.group(0)
            rest = piece[heat.end() :].strip(" :-–—@")
            rest = re.sub(r"^(?:at|from)\s+", "", rest, flags=re.IGNORECASE)
            time = _TIME.match(rest)
            if time:
                yield time.group(0)
                rest = rest[time.end() :].strip(" :-–—")
            if rest:
                yield rest
        else:
            yield piece


def _people_of(text: str, here: HeatRow) -> Iterator[HeatRow]:
    """Everybody a line names, with their lane and division."""
    lane: int | None = None
    found: list[HeatRow] = []
    for piece in filter(None, (piece.strip() for piece in text.split(","))):
        division = ""
        bracket = _BRACKETS.search(piece)
        if bracket:
            division, piece = bracket[1].strip(), _BRACKETS.sub("", piece).strip()
        spoken = _LANE.search(piece)
        numbered = None if spoken else _NUMBERED.match(piece)
        if spoken:
            lane, piece = int(spoken[1]), _LANE.sub("", piece).strip()
        elif numbered:
            lane, piece = int(numbered[1]), piece[numbered.end() :].strip()
        if piece.isdigit() and len(piece) <= 3:  # "1 - Tamsin Roe"
            lane = int(piece)
            continue
        if not piece:
            if found:  # a lane that stands behind its name
                found[-1] = replace(found[-1], lane=lane)
                lane = None
            continue
        found.append(replace(here, lane=lane, who=piece, division=division))
        lane = None
    yield from found
