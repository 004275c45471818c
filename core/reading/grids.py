"""Tables laid out otherwise than a movement a row: movements as columns over rounds, sets as columns beside
movements, days as columns over sections, events beside their caps."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator, Sequence
from dataclasses import replace

from core.reading import tables
from core.reading.board_words import board_words
from core.reading.headings import WEEKDAY, Heading
from core.reading.names import Names
from core.reading.phrases import PAIR
from core.reading.rows import AGAIN, Row
from core.reading.tables import LEAST_COLUMNS, Cell

Table = list[tuple[Row, list[Cell]]]  # the rows below a head, with their cells
Lines = list[Row]

_SEPARATORS = (re.compile(r"\s*\|\s*"), re.compile(r" *\t *"), re.compile(r"\s*;\s*"))
_MAY_HEAD = re.compile(r"[|;\t]")
_ROUND = ("round", "rounds", "rd", "set", "sets", "#", "no", "interval", "")
_A_SET = re.compile(r"(?:set|round|rd|s|r)\s*#?\s*\d{1,2}", re.IGNORECASE)
_A_WEEK = re.compile(r"(?:w|wk|week)\s*#?\s*(?P<n>\d{1,2})", re.IGNORECASE)
_DAY = re.compile(rf"(?:{WEEKDAY}|day\s*\d)\.?", re.IGNORECASE)
_CAP = ("cap", "time cap", "tc", "t.c.", "limit", "time limit")
_CONTENT = ("format", "workout", "wod", "what", "task", "description", "work")
_AMOUNT = re.compile(
    r"(?P<amount>\d[\d.,/-]*\s?(?:k?m|cals?|s|secs?|min|reps?)?)(?!\w)\s*(?P<more>.*)", re.IGNORECASE
)
_NOTHING = ("", "-", "–", "—", "x", "off", "rest", "rest day")
_COUNTING = ("sets", "reps", "sets-reps", "percent", "load", "rpe", "tempo", "rest")
_LEAST_ROWS = 2


def grids(rows: list[Row], names: Names) -> None:
    """Turn the rows of each such table into lines as a coach would have written them."""
    at = 0
    while at < len(rows):
        found = (
            _read(rows, at, names) if rows[at].role == "work" and _MAY_HEAD.search(rows[at].text) else None
        )
        if found is None:
            at += 1
            continue
        lines, stop = found
        rows[at:stop] = lines
        at += len(lines)


def _read(rows: Sequence[Row], at: int, names: Names) -> tuple[Lines, int] | None:
    """The lines of a table that begins at a row, and the place behind it; None for no such table."""
    ways: tuple[Callable[[Row, Sequence[Cell], Table, Names], Lines], ...] = (
        _movements_over_rounds,
        _sets_beside_movements,
        _weeks_beside_lifts,
        _days_over_sections,
        _work_beside_days,
        _sections_beside_days,
        _events_beside_caps,
        _plan_of_the_hour,
    )
    for separator in _SEPARATORS:
        head = tables.cells_of(rows[at].text, separator)
        table = list(_below(rows, at, separator, len(head))) if len(head) > LEAST_COLUMNS else []
        head, table = _without_empty_columns(head, table)
        body = [one for one in table if not tables.is_rule(one[0].text)]
        for way in ways if len(body) >= _LEAST_ROWS else ():
            if lines := way(rows[at], head, body, names):
                return lines, at + 1 + len(table)
    return None


def _without_empty_columns(head: list[Cell], table: Table) -> tuple[list[Cell], Table]:
    """A table without the columns in which nothing stands at all."""
    kept = [
        place
        for place, cell in enumerate(head)
        if cell.text or any(place < len(cells) and cells[place].text for _, cells in table)
    ]
    if len(kept) == len(head):
        return head, table
    return [head[place] for place in kept], [
        (row, [cells[place] for place in kept if place < len(cells)]) for row, cells in table
    ]


def _below(
    rows: Sequence[Row], at: int, separator: re.Pattern[str], columns: int
) -> Iterator[tuple[Row, list[Cell]]]:
    for row in rows[at + 1 :]:
        cells = tables.cells_of(row.text, separator)
        told = tables.is_rule(row.text) or LEAST_COLUMNS <= len(cells) <= columns
        if row.after_blank or row.role != "work" or not told:
            return
        yield row, cells


def _movements_over_rounds(head_row: Row, head: Sequence[Cell], table: Table, names: Names) -> Lines:
    """'Round | Row | Wall ball | Rest' over '1 | 500 m | 30 | 2:00': a line of each round."""
    counted = [cells[0].text.strip(" .):") for _, cells in table] == [
        str(one + 1) for one in range(len(table))
    ]
    named = [_is_a_name(cell.text, names) for cell in head]
    amounts = {_plain(cell) for cell in head[1:]}
    if _plain(head[0]) not in _ROUND or not counted or named[0]:
        return []
    if not any(named) and ("reps" not in amounts or "movement" in map(tables.column_of, amounts)):
        return []
    lines = [_head_of(head_row)]
    for row, cells in table:
        said = [
            (words, cell)
            for place, cell in list(enumerate(cells))[1:]
            if (words := _of_a_column(head[place].text, cell.text, named[place])) != ""
        ]
        counts = [] if any(named) else [("1 x", cells[0])]
        said.sort(key=lambda one: one[0][:1] in "@(")
        parted = [*[","] * (len(said) - 1), ""] if any(named) else [""] * len(said)
        commas = [(words + comma, cell) for (words, cell), comma in zip(said, parted, strict=True)]
        number = [(f"(round{cells[0].text.strip(' .):')})", cells[0])] if any(named) else []
        lines.append(_line(row, [*counts, *commas, *number]))
    return lines


def _of_a_column(head: str, text: str, named: bool) -> str:
    """What a cell says under its head: '500 m' under 'Row' is 'row for 500 m'."""
    amount = _AMOUNT.fullmatch(text)
    column = "rest" if head.lower() == "off" else tables.column_of(head)
    if text.lower() in _NOTHING[:4]:
        return ""
    if named:
        return f"{amount['amount']} {head.lower()} {amount['more']}".strip() if amount else text
    if column in ("rest", "percent", "load"):
        return tables.worded(column, text, tables.unit_named(head))
    return text if column == "reps" else f"({text})"


def _sets_beside_movements(head_row: Row, head: Sequence[Cell], table: Table, names: Names) -> Lines:
    """'Movement | Set 1 | Set 2' over 'Front squat | 5 @ 65 % | 5 @ 70 %': a line of each movement, with its
    sets."""
    sets = [_A_SET.fullmatch(cell.text) is not None for cell in head[1:]]
    if not all(sets) or not all(_is_a_name(cells[0].text, names) for _, cells in table):
        return []
    lines = [_head_of(head_row)]
    for row, cells in table:
        own = [cell for cell in cells[1:] if cell.text not in _NOTHING[:4]]
        counts = all(cell.text.isdecimal() for cell in own)
        joint = "-" if counts else ","
        if counts and len(own) == PAIR:
            own.sort(key=lambda cell: -int(cell.text))  # "2-7" would be a range, "7-2" is two sets
        said = [(f"{cell.text}{joint if cell is not own[-1] else ''}", cell) for cell in own]
        lines.append(_line(row, [(cells[0].text, cells[0]), *said]))
    return lines


def _weeks_beside_lifts(head_row: Row, head: Sequence[Cell], table: Table, names: Names) -> Lines:
    """'Movement | W1 | W2' over 'Back squat | 5x5 @ 70 % | 5x4 @ 75 %': week after week, each lift."""
    weeks = [_A_WEEK.fullmatch(cell.text) for cell in head[1:]]
    if not all(weeks) or not all(_is_a_name(cells[0].text, names) for _, cells in table):
        return []
    lines: Lines = []
    for place, (week, cell) in enumerate(zip(weeks, head[1:], strict=True), start=1):
        named = Heading(f"Week {week['n'] if week else place}", None, 0, "day")
        lines.append(_stretch(head_row, cell, named, cell.end))
        if place == 1 and head[0].text:
            lines[-1].marks.append((head[0].start, head[0].end, "which lift"))
        for row, cells in table:
            if place < len(cells) and cells[place].text.lower() not in _NOTHING:
                line = _line(row, [(cells[0].text, cells[0]), (cells[place].text, cells[place])])
                number = row.number + (AGAIN * (place - 1))
                lines.append(replace(line, number=number, after_blank=False, marks=[]))
    return lines


def _days_over_sections(head_row: Row, head: Sequence[Cell], table: Table, names: Names) -> Lines:
    """'  | Mon | Tue | Wed' over 'Strength | squat 5x5 | ..': day after day, with its sections."""
    days = [cell for cell in head if _DAY.fullmatch(cell.text)]
    if len(days) < LEAST_COLUMNS or len(head) - len(days) > 1 or head[-1] is not days[-1]:
        return []
    first = len(head) - len(days)  # whether a column of section names stands before the days
    lines: Lines = []
    for place, day in enumerate(days, start=first):
        named, begun = Heading(day.text.strip(".").capitalize(), None, 0, "day"), len(lines)
        lines.append(_stretch(head_row, day, named, day.end))
        for row, cells in table:
            cell = cells[place] if place < len(cells) else None
            if cell is None or cell.text == "":
                continue
            section = cells[0].text.strip(" :") if first else ""
            kind = board_words().headings.get(section.lower())
            heading = Heading(section.capitalize(), kind, 0) if section else None
            lines.append(_stretch(row, cell, heading, cell.start))
            if place == first and section:
                lines[-1].marks.append((cells[0].start, cells[0].end, "which section"))
            if cell.text.lower() in _NOTHING or section.lower() in board_words().notes:
                lines[-1].role = "note"
        if place == first and first and head[0].text:
            lines[begun].marks.append((head[0].start, head[0].end, "which section"))
    return lines


def _work_beside_days(head_row: Row, head: Sequence[Cell], table: Table, names: Names) -> Lines:
    """'Day;Part;Work;Notes' over 'Mon;A;Front squat 5x3;rest 2 min': day after day, a line of each row."""
    heads = [_plain(cell) for cell in head]
    content = next((place for place, one in enumerate(heads) if one in _CONTENT and place), None)
    days = [cells[0].text for _, cells in table if cells[0].text]
    if content is None or not days or not all(map(_DAY.fullmatch, days)):
        return []
    if any(tables.column_of(one) in _COUNTING for one in heads[1:]) or not table[0][1][0].text:
        return []
    if any(one in board_words().headings for one in heads[1:content]) or content not in (1, PAIR):
        return []
    lines, today = [_head_of(head_row)], ""
    for row, cells in table:
        if len(cells) <= content:
            return []
        if (day := cells[0].text or today) != today:
            named = Heading(day.strip(".").capitalize(), None, 0, "day")
            lines.append(_stretch(row, cells[0], named, cells[0].end))
            today = day
        part = Cell(cells[1].text, cells[0].start, cells[1].end)  # the day, where it is said again, too
        label = [(f"{cells[1].text.strip(' .):')}.", part)] if content > 1 and cells[1].text else []
        behind = [(f", {cell.text}", cell) for cell in cells[content + 1 :] if cell.text]
        line = _line(row, [*label, (cells[content].text, cells[content]), *behind])
        lines.append(replace(line, number=row.number + AGAIN, after_blank=False, marks=[]))
        if cells[content].text.lower() in _NOTHING:
            lines[-1].role = "note"
    return lines


def _sections_beside_days(head_row: Row, head: Sequence[Cell], table: Table, names: Names) -> Lines:
    """'Day | Lift | Scheme | Metcon' over 'Mon | Front squat | 5x3 | AMRAP 10: ..': day after day, with its
    sections; what a column counts of the one before it stands on its line."""
    if all(tables.column_of(cell.text) for cell in head):
        return []  # "day;lift;sets;reps;load": a row a lift
    headings = board_words().headings
    kinds = [headings.get(_plain(cell)) for cell in head]
    if not all(_DAY.fullmatch(cells[0].text) for _, cells in table) or not any(kinds[1:]):
        return []
    lines = [_head_of(head_row)]
    for row, cells in table:
        day = Heading(cells[0].text.strip(".").capitalize(), None, 0, "day")
        lines.append(_stretch(row, cells[0], day, cells[0].end))
        for first, beside in _sections(head, len(cells)):
            cell = cells[first]
            heading = Heading(head[first].text.capitalize(), kinds[first], 0)
            amounts = [(words, one) for one, words in _amounts_beside(head, cells, beside) if words]
            if not amounts:
                lines.append(_stretch(row, cell, heading, cell.start))
            else:
                line = _line(row, [(cell.text, cell), *amounts])
                number = row.number + AGAIN * first
                lines.append(replace(line, number=number, heading=heading, after_blank=False, marks=[]))
            if cell.text.lower() in _NOTHING:
                lines[-1].role = "note"
    return lines


def _sections(head: Sequence[Cell], cells: int) -> Iterator[tuple[int, range]]:
    """Each column that says what is done, and those behind it that count it."""
    at = 1
    while at < cells:
        first, at = at, at + 1
        while at < cells and at < len(head) and tables.column_of(head[at].text) in _COUNTING:
            at += 1
        if first < len(head):
            yield first, range(first + 1, at)


def _amounts_beside(head: Sequence[Cell], cells: Sequence[Cell], beside: range) -> Iterator[tuple[Cell, str]]:
    for place in beside:
        column = tables.column_of(head[place].text)
        text = cells[place].text
        counted = column in ("sets", "reps", "sets-reps")
        words = text if counted else tables.worded(str(column), text, tables.unit_named(head[place].text))
        yield cells[place], "" if text.lower() in _NOTHING[:4] else words


def _stretch(row: Row, cell: Cell, heading: Heading | None, start: int) -> Row:
    """One cell of a row as a row of its own, at its place."""
    marks = [(cell.start, cell.end, cell.text)] if start == cell.end else []
    text = " " * cell.start + row.text[cell.start : cell.end]
    return replace(row, text=text, start=start, heading=heading, after_blank=False, indent=0, marks=marks)


def _events_beside_caps(head_row: Row, head: Sequence[Cell], table: Table, names: Names) -> Lines:
    """'Event | Format | Cap' over '1 | For time: .. | 12 min': a line of each event, with its cap."""
    heads = [_plain(cell) for cell in head]
    cap = next((place for place, one in enumerate(heads) if one in _CAP), None)
    content = next((place for place, one in enumerate(heads) if one in _CONTENT and place), None)
    if cap is None or content is None or any(len(cells) != len(head) for _, cells in table):
        return []
    lines = [_head_of(head_row)]
    for row, cells in table:
        label = f"Event {cells[0].text}:" if cells[0].text.isdecimal() else f"{cells[0].text}:"
        limit = cells[cap].text + (" min" if cells[cap].text.isdecimal() else "")
        open_ended = re.match(r"amrap(?=\s*[:–-])", cells[content].text, re.IGNORECASE)
        said = [(cells[content].text, cells[content]), (f"(cap {limit})", cells[cap])]
        if open_ended is not None:
            said = [(f"AMRAP {limit}", cells[cap]), (cells[content].text[open_ended.end() :], cells[content])]
        lines.append(_line(row, [(label, cells[0]), *said]))
    return lines


_MINUTES_OF_THE_HOUR = re.compile(r"\d{1,2}\s?[-–]\s?\d{1,2}\s?(?:min|['’])?", re.IGNORECASE)


def _plan_of_the_hour(head_row: Row, head: Sequence[Cell], table: Table, names: Names) -> Lines:
    """'Time | What | Details' over '0-8 | Warm-up | 2 rounds: ..': a section after the other."""
    if not all(_MINUTES_OF_THE_HOUR.fullmatch(cells[0].text) for _, cells in table):
        return []
    lines = [_head_of(head_row)]
    for row, cells in table:
        minutes = cells[0].text.rstrip("min'’ ")
        told = [(cell.text, cell) for cell in cells[2:]]
        lines.append(
            _line(
                row, [(minutes, cells[0]), (f"{cells[1].text}:" if told else cells[1].text, cells[1]), *told]
            )
        )
    return lines


def _head_of(row: Row) -> Row:
    return replace(row, role="table")


def _line(row: Row, said: Sequence[tuple[str, Cell]]) -> Row:
    english = tables.composed([one for one in said if one[0]], row.english)
    return replace(row, english=english, text=english.text, indent=0)


def _is_a_name(text: str, names: Names) -> bool:
    match = names.find(text) if text else None
    return match is not None and match.confidence == 1 and not (match.left_over or match.beside)


def _plain(cell: Cell) -> str:
    return cell.text.lower().strip(" *_.:")
