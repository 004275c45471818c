"""Columns pasted from a sheet: which cell says what, by the words of the head."""

from __future__ import annotations

import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Literal

from core.reading.languages import Translated
from core.reading.names import Names

Column = Literal[
    "day",
    "movement",
    "sets",
    "reps",
    "sets-reps",
    "percent",
    "load",
    "rest",
    "tempo",
    "rpe",
    "note",
    "time",
    "division",
    "men",
    "women",
    "place",
]
HEAD_WORDS: tuple[tuple[Column, tuple[str, ...]], ...] = (
    (
        "sets-reps",
        (
            "sets x reps",
            "s x r",
            "sxr",
            "sets/reps",
            "sets & reps",
            "detail",
            "prescription",
            "volume",
            "series x reps",
            "scheme",
            "rep scheme",
            "sets and reps",
        ),
    ),
    (
        "movement",
        (
            "name",
            "movement",
            "movements",
            "mov",
            "move",
            "mvmt",
            "exercise",
            "exercises",
            "lift",
            "lifts",
            "piece",
            "drill",
            "what",
            "work",
            "workout",
            "ex",
        ),
    ),
    ("sets", ("sets", "set", "s", "series")),
    ("reps", ("reps", "rep", "r", "repetitions", "reps/dist", "reps/distance", "amount")),
    ("percent", ("%", "percent", "% 1rm", "%1rm", "intensity", "% of max", "% rm")),
    (
        "load",
        ("load", "weight", "kg", "lb", "lbs", "weight (kg)", "load (kg)", "kg/lb", "% or kg", "kg or %"),
    ),
    ("rest", ("rest", "pause", "recovery")),
    ("tempo", ("tempo",)),
    ("rpe", ("rpe", "rir", "effort")),
    ("time", ("time", "duration", "min", "minutes")),
    ("day", ("day", "date", "session", "part", "block", "section", "week", "wk")),
    ("men", ("men", "man", "male", "males", "m", "gents", "him")),
    ("women", ("women", "woman", "female", "females", "f", "w", "ladies", "her")),
    ("place", ("station", "stations", "no", "nr", "order", "#")),
    ("note", ("note", "notes", "comment", "comments", "remarks", "target", "goal", "cue", "cues", "focus")),
)
_MAY_NAME_A_PART = ("piece", "work", "workout", "what", "name")  # beside a column that names movements
BESIDE = ("note", "day")  # columns that say nothing of what is done
_SEPARATORS = (
    re.compile(r"\t+|\s{0,3}\t\s{0,3}"),
    re.compile(r"\s*\|\s*"),
    re.compile(r"\s*;\s*"),
    re.compile(r"\s*,\s*"),
    re.compile(r"\s+/\s+"),
    re.compile(r"\s{2,}"),
)
_ONE_TAB = re.compile(r" *\t *")
_RULE = re.compile(r"^[\s|:+=-]+$")
GAP = re.compile(r"\s*\|\s*|\t+|\s{3,}")
DIVISION = (
    r"(?:rx\+?|rx'?d|elite|open|pro|scaled|sc|intermediate|inter|int|beginners?|beg|"
    r"novice|foundations?|masters?(?:\s*\d\d\+?)?|teens?|level\s?\d|l\d|advanced|fitness|performance)"
)
_DIVISION_CELL = re.compile(DIVISION, re.IGNORECASE)
_MAY_HEAD = re.compile(
    r"\b(?:name|movements?|moves?|mov|mvmt|ex|exercises?|lifts?|pieces?|drills?|what|wo"
    r"rk|workout|wod|standard|divisions?|category|class|stations?|task)\b|^\s*\||^\s{3,}\S|^\t",
    re.IGNORECASE,
)  # a line without one of these words heads no table
MOST_MINUTES_OF_REST = 10  # between sets; common practice
LONGEST_CELL = 40  # letters of a cell between commas
LEAST_COLUMNS = 2


@dataclass(frozen=True)
class Cell:
    """One cell of a row: its text and its columns in the line."""

    text: str
    start: int
    end: int


@dataclass(frozen=True)
class Head:
    """The head of a table: what each column says, what parts the cells, and the words of its own cells."""

    columns: tuple[Column | None, ...]
    separator: re.Pattern[str]
    words: tuple[str, ...] = ()


def cells_of(line: str, separator: re.Pattern[str]) -> list[Cell]:
    """Every cell of a line, empty ones too (but those outside the first and last bar)."""
    found, start = [], 0
    for gap in separator.finditer(line):
        found.append((start, gap.start()))
        start = gap.end()
    found.append((start, len(line)))
    if r"\|" in separator.pattern and len(found) > 1:
        found = found[1:] if not line[slice(*found[0])].strip() else found
        found = found[:-1] if not line[slice(*found[-1])].strip() else found
    return [_cell(line, start, end) for start, end in found]


def _cell(line: str, start: int, end: int) -> Cell:
    text = line[start:end]
    start += len(text) - len(text.lstrip())
    return Cell(text.strip(), start, start + len(text.strip()))


def _separators(line: str) -> Iterator[re.Pattern[str]]:
    """What may part the cells of a head, the surest first; where its own stand a tab apart, two tabs hold an
    empty cell."""
    if not _MAY_HEAD.search(line):
        return
    if "\t" in line and not re.search(r"\t *\t", line):
        yield _ONE_TAB
    yield from _SEPARATORS


def read_head(line: str) -> Head | None:
    """The head of a table of movements, or None: at least two columns, one of movements, one of amounts."""
    for separator in _separators(line):
        cells = cells_of(line, separator)
        if len(cells) < LEAST_COLUMNS:
            continue
        columns = tuple(column_of(cell.text) for cell in cells)
        if not cells[0].text and "movement" not in columns and len(_AMOUNTS & set(columns)) > 1:
            columns = ("movement", *columns[1:])  # the corner above the names is empty
        if columns.count("movement") > 1:  # "day, piece, movement, sets, reps"
            columns = tuple(
                "day" if plain_word(cell.text) in _MAY_NAME_A_PART else column
                for cell, column in zip(cells, columns, strict=True)
            )
        known = {column for column in columns if column}
        if "movement" in known and known & _AMOUNTS and ("men" in known) == ("women" in known):
            return Head(columns, separator, tuple(cell.text for cell in cells))
    return None


def with_corner(head: Head, head_line: str, below: Sequence[str]) -> Head:
    """A head whose bars begin behind an empty corner, over rows that begin before theirs: ' | Lift | Sets'
    over 'A | Row | 3'."""
    bare = head_line.lstrip().startswith("|") and not any(line.lstrip().startswith("|") for line in below)
    wider = max((len(cells_of(line, head.separator)) for line in below), default=0) == len(head.columns) + 1
    return Head(("day", *head.columns), head.separator, ("", *head.words)) if bare and wider else head


_AMOUNTS = {"sets", "reps", "sets-reps", "percent", "load", "men"}


def unit_named(head: str) -> str:
    """What bare loads under a head are in: 'lbs' says pounds."""
    return "lb" if re.search(r"\blbs?\b", head, re.IGNORECASE) and "kg" not in head.lower() else "kg"


def plain_word(text: str) -> str:
    """The word of a head, without signs around it."""
    return text.lower().strip(" *_.:")


def column_of(text: str) -> Column | None:
    plain = plain_word(text)
    named = next((column for column, words in HEAD_WORDS if plain in words), None)
    return named or ("division" if is_division(text) else None)


@dataclass(frozen=True)
class Standard:
    """One cell of a table of divisions: what a division does of a movement."""

    movement: str
    division: str
    cell: Cell


_NUMBER = re.compile(r"\d+(?=\s)")
_DIVISION_HEADS = (
    "division",
    "divisions",
    "category",
    "class",
    "exercise",
    "movement",
    "movements",
    "move",
    "moves",
    "mov",
    "standard",
    "wod",
    "workout",
    "piece",
    "exercises",
    "station",
    "stations",
    "task",
    "",
)


def division_head(line: str) -> Head | None:
    """The head of a table whose columns (or rows) are divisions: 'Exercise | Elite | Rx | Scaled'; else
    None."""
    for separator in _separators(line):
        cells = cells_of(line, separator)
        if len(cells) < LEAST_COLUMNS + 1 or cells[0].text.lower().strip(" *_") not in _DIVISION_HEADS:
            continue
        divisions = [is_division(cell.text) for cell in cells[1:]]
        if all(divisions) or cells[0].text.lower().startswith(("division", "category", "class")):
            return Head(tuple("division" if one else "movement" for one in divisions), separator)
    return None


def head_of_divisions(line: str, below: Sequence[str]) -> Head | None:
    """A head of movements over rows that begin with divisions each: '  | Cleans | Pull-ups' over 'Rx | 60/40
    | muscle-ups'; else None."""
    for separator in _separators(line):
        cells = cells_of(line, separator)
        rows = [cells_of(one, separator) for one in below]
        divisions = [len(row) == len(cells) > 0 and is_division(row[0].text) for row in rows]
        if len(cells) > LEAST_COLUMNS and not cells[0].text and len(rows) >= LEAST_COLUMNS and all(divisions):
            columns: list[Column | None] = ["movement"] * (len(cells) - 1)
            return Head(tuple(columns), separator)
    return None


def cornerless_head(line: str, below: Sequence[str]) -> Head | None:
    """'Rx <tab> Scaled' over 'Clean <tab> 60/40 <tab> 50/35': a head pasted without its empty corner."""
    cells = cells_of(line, _ONE_TAB) if "\t" in line else []
    wider = [len(cells_of(one, _ONE_TAB)) == len(cells) + 1 for one in below]
    if len(cells) < LEAST_COLUMNS or not wider or not all(wider):
        return None
    columns: list[Column | None] = ["division" if is_division(cell.text) else None for cell in cells]
    return Head(tuple(columns), _ONE_TAB) if all(columns) else None


def is_division(text: str) -> bool:
    """Whether a cell names a division."""
    return _DIVISION_CELL.fullmatch(text.strip(" *_")) is not None


def standards_of(head_cells: Sequence[Cell], cells: Sequence[Cell]) -> list[Standard]:
    """What one row of a table of divisions says; the head names divisions, or movements where the row starts
    with a division."""
    first = cells[0].text.strip(" *_")
    if is_division(first):
        return [
            Standard(head.text, first, cell)
            for head, cell in zip(head_cells[1:], cells[1:], strict=False)
            if cell.text
        ]
    return [
        Standard(first, head.text, cell)
        for head, cell in zip(head_cells[1:], cells[1:], strict=False)
        if cell.text
    ]


def is_told(cells: Sequence[Cell], columns: int, separator: re.Pattern[str]) -> bool:
    """Whether a row of commas is a sentence below a table: of other columns, or with a cell as long as a
    clause."""
    told = len(cells) != columns or max(len(cell.text) for cell in cells) > LONGEST_CELL
    return "," in separator.pattern and told


def is_rule(line: str) -> bool:
    """'|---|---|' under a head."""
    return bool(_RULE.match(line)) and "-" in line


def sentence_of(head: Head, cells: Sequence[Cell]) -> list[tuple[Column, Cell]]:
    """The cells of a row with what their columns say; those of unknown columns as notes."""
    return [
        (column or "note", cell)
        for column, cell in zip((*head.columns, *(None,) * len(cells)), cells, strict=False)
        if cell.text and cell.text not in ("-", "–", "—", "none")
    ]


def line_of(
    head: Head, cells: Sequence[Cell], english: Translated
) -> tuple[Translated, tuple[tuple[int, int], ...]]:
    """A row as the line a coach would have written, with the way back to its columns; and the stretches at
    its end that are cells under no column."""
    told = [
        one for one in sentence_of(head, cells[: len(head.columns)]) if one[1] not in others_of(head, cells)
    ]
    said = dict(reversed(told))
    pieces: list[tuple[str, Cell]] = []
    sets, reps = said.get("sets"), said.get("reps")
    if "place" in said and said["place"].text.isdigit():
        pieces.append((f"{said['place'].text})", said["place"]))
    if "movement" in said:
        pieces.append((said["movement"].text, said["movement"]))
    if "sets-reps" in said:
        pieces.append((said["sets-reps"].text, said["sets-reps"]))
    if sets and reps:
        pieces += [(sets.text, sets), ("x", sets), (reps.text, reps)]
    elif sets or reps:
        pieces += [(one.text + suffix, one) for one, suffix in ((sets, " sets"), (reps, " reps")) if one]
    if "division" in said:
        pieces.append((said["division"].text, said["division"]))
    pieces += _of_both_sexes(said)
    heads = dict(zip(reversed(head.columns), reversed(head.words), strict=False))
    unit = unit_named(heads.get("load", ""))
    for column in ("time", "percent", "load", "rpe", "tempo", "rest", "note"):
        if column in said and (words := worded(column, said[column].text, unit)):
            pieces.append((words, said[column]))
    pieces += _lettered(said)
    by_the_way = zip(head.columns, cells, strict=False)
    beside = [(str(column), cell) for column, cell in by_the_way if column in BESIDE and cell.text]
    pieces += [(worded(column, cell.text), cell) for column, cell in beside if cell is not said.get("note")]
    beyond = [cell for column, cell in told if said[column] is not cell and (column, cell) not in beside]
    beyond += [cell for cell in cells[len(head.columns) :] if cell.text]
    line = composed([*pieces, *((cell.text, cell) for cell in beyond)], english)
    stretches, end = [], len(line.text)
    for cell in reversed(beyond):
        stretches.append((end - len(cell.text), end))
        end -= len(cell.text) + 1
    return line, tuple(reversed(stretches))


def _lettered(said: dict[Column, Cell]) -> list[tuple[str, Cell]]:
    """'A1' in the column of places: by the way."""
    place = said.get("place")
    return [(worded("day", place.text), place)] if place is not None and not place.text.isdigit() else []


def _of_both_sexes(said: dict[Column, Cell]) -> list[tuple[str, Cell]]:
    """'100 kg' and '70 kg' in two columns, as the two standards of a line."""
    his, hers = said.get("men"), said.get("women")
    if his is None or hers is None:
        return [(cell.text, cell) for cell in (his, hers) if cell is not None]
    return [(his.text, his), ("/", hers), (hers.text, hers)]


def others_of(head: Head, cells: Sequence[Cell]) -> list[Cell]:
    """The cells of all divisions but the first."""
    columns = zip(head.columns, cells, strict=False)
    return [cell for column, cell in columns if column == "division"][1:]


def standards_beside(head: Head, cells: Sequence[Cell]) -> list[Standard]:
    """What the other divisions do of a row's movement, where columns of amounts stand beside theirs."""
    others = others_of(head, cells)
    places = {column: at for at, column in reversed(list(enumerate(head.columns)))}
    named = cells[places["movement"]] if places.get("movement", len(cells)) < len(cells) else None
    return [
        Standard(named.text, head.words[at], cell)
        for at, cell in enumerate(cells)
        if named is not None and cell in others and cell.text
    ]


def names_its_own(standard: Standard, names: Names) -> bool:
    """Whether a division's cell names a movement, and no amount of the row's."""
    match = names.find(standard.cell.text)
    whole = match is not None and match.confidence == 1 and not match.left_over
    return whole or re.search(r"[^\W\d_]{4,}", standard.cell.text) is not None


def line_of_division(text: str, standard: Standard, english: Translated, names: Names) -> Translated:
    """'Thrusters | 43/30 | 30/20' as the first division's line: 'Thrusters 43/30'; a cell that names a
    movement of its own takes only the number of its row: '10 Pull-ups | C2B'."""
    start = text.index(standard.movement)
    name = Cell(standard.movement, start, start + len(standard.movement))
    pieces = [name, standard.cell]
    if names_its_own(standard, names):
        number = _NUMBER.match(standard.movement) if not standard.cell.text[:1].isdigit() else None
        pieces = [standard.cell]
        if number is not None:
            pieces = [Cell(number[0], start, start + number.end()), standard.cell]
    return composed([(cell.text, cell) for cell in pieces], english)


def worded(column: str, text: str, unit: str = "kg") -> str:
    """A cell's words as a line would say them; unit: of a bare load."""
    bare = re.fullmatch(r"[+]?[\d.,/ -]+", text) is not None
    if column == "percent":
        return f"@ {text}%" if bare else f"@ {text}"
    if column == "load":
        return f"@ {text} {unit}" if bare else f"@ {text}"
    if column == "rpe":
        return f"@ RPE {text}" if bare else text
    if column == "tempo":
        return text if text.lower().startswith("tempo") else f"tempo {text}"
    if column == "rest":
        return f"(rest {text}{_unit_of_rest(text)})"
    if bare and column != "time":
        return f"({column}{''.join(filter(str.isdecimal, text))})"  # "day1": a word, no load
    return text if column == "time" else f"({text})"


def _unit_of_rest(text: str) -> str:
    """What a bare rest is in: '90' are seconds, '2' are minutes."""
    if not text.isdecimal():
        return ""
    return " min" if int(text) <= MOST_MINUTES_OF_REST else " s"


def composed(pieces: Sequence[tuple[str, Cell]], english: Translated) -> Translated:
    """Words, each with the cell of a row that it stands for, as a line with the way back to their places."""
    text = ""
    starts: list[int] = []
    ends: list[int] = []
    for words, cell in pieces:
        begin, stop = english.written(cell.start, cell.end)
        exact = words == cell.text and not english.starts
        if text:
            text, starts, ends = f"{text} ", [*starts, begin], [*ends, begin]
        starts += [cell.start + place for place in range(len(words))] if exact else [begin] * len(words)
        ends += [cell.start + place + 1 for place in range(len(words))] if exact else [stop] * len(words)
        text += words
    return Translated(text, tuple(starts), tuple(ends))


def unheaded(lines: Sequence[str], names: Names) -> tuple[Head, int] | None:
    """Rows of 'Snatch <tab> 5 <tab> 2 <tab> 75 %', or with bars, with no head: a name, sets, reps and what a
    number with a sign says; with how many rows there are. None where they are no such rows."""
    for separator in _UNHEADED:
        if not separator.search(lines[0].strip(" |")):
            continue
        rows = _rows_of(lines, separator)
        columns = _columns_of(rows, names) if len(rows) >= LEAST_ROWS else None
        if columns is not None and (separator is _SEPARATORS[0] or _is_sure(rows, columns, names)):
            return Head(columns, separator), len(rows)
    return None


LEAST_ROWS = 2  # of a table that has no head
_UNHEADED = (*_SEPARATORS[:3], _SEPARATORS[3], _SEPARATORS[5])


def _rows_of(lines: Sequence[str], separator: re.Pattern[str]) -> list[list[Cell]]:
    """The cells of the first lines, for as long as they have as many as the first or end before; empty ones
    stand for those."""
    rows: list[list[Cell]] = []
    wide = max(
        len(cells_of(line, separator)) for line in lines[:LEAST_ROWS]
    )  # an empty last cell may be cut off
    for line in lines:
        cells = cells_of(line, separator)
        if not max(LEAST_COLUMNS, wide - LEAST_COLUMNS - 1) < len(cells) <= wide:
            break
        lacking = wide - len(cells)
        rows.append(cells + [Cell("", cells[-1].end, cells[-1].end)] * lacking)
    return rows


def _is_sure(rows: Sequence[Sequence[Cell]], columns: Sequence[Column | None], names: Names) -> bool:
    """Whether columns that no tab parts are a table's all the same: each row's name is a movement's, and both
    its sets and its repetitions are told."""
    told = {"sets", "reps"} <= set(columns) or "sets-reps" in columns
    named = [names.find(row[columns.index("movement")].text) for row in rows]
    return told and None not in columns and all(one and one.confidence == 1 for one in named)


def _columns_of(rows: Sequence[Sequence[Cell]], names: Names) -> tuple[Column | None, ...] | None:
    named = 0
    while named < len(rows[0]) - 2 and not all(names.starts(row[named].text) for row in rows):
        named += 1
    if named == len(rows[0]) - 2:
        return None
    columns: list[Column | None] = ["day"] * named
    columns.append("movement")
    for place in range(named + 1, len(rows[0])):
        columns.append(_guessed([row[place].text for row in rows], columns))
    return tuple(columns)


_EACH = r"(?:\s*(?:/|per|each|e)\s*(?:side|leg|arm|l|s)?)"
_GUESSES: tuple[
    tuple[Column, re.Pattern[str]], ...
] = (  # what all cells of a column without a head look like
    ("percent", re.compile(r"\d{1,3}(?:[.,]\d)?(?:[-–]\d{1,3})?\s*%")),
    ("load", re.compile(r"[\d.,/x ]+\s*(?:kg|lbs?)|\d{1,3}(?:[.,]\d)?(?:[-–]\d{1,3})?\s*%")),
    ("sets-reps", re.compile(r"\d{1,2}\s*[x×]\s*\d{1,3}")),
    ("rpe", re.compile(r"rpe\s*\d(?:[-–.]\d)?", re.IGNORECASE)),
    ("tempo", re.compile(r"(?:tempo\s)?\d\d[\dxX]\d", re.IGNORECASE)),
    ("sets", re.compile(r"(?:\d|1[0-2])\s*(?:sets?)?", re.IGNORECASE)),
    (
        "reps",
        re.compile(
            rf"\d{{1,4}}(?:[-–]\d{{1,3}})?\s*(?:reps?|s|sec|m|cals?)?{_EACH}?|\d{{1,3}}\+", re.IGNORECASE
        ),
    ),
    ("rest", re.compile(r"\d{1,3}\s*(?:s|sec|min|['\"])|\d?\d:\d\d", re.IGNORECASE)),
)
_NO_LOAD = frozenset(
    ("bw", "bodyweight", "body weight", "build", "building", "moderate", "heavy", "light", "empty bar", "bar")
)
_MIXED: tuple[tuple[Column, re.Pattern[str]], ...] = (
    ("rpe", re.compile(r"(?:rpe\s?)?(?:[5-9]|10)(?:[.,]5)?", re.IGNORECASE)),
    ("load", re.compile(r"\d{2,3}(?:[.,]\d)?(?:/\d{2,3}(?:[.,]\d)?)?\s*(?:kgs?|lbs?|%)?", re.IGNORECASE)),
    ("rest", re.compile(r"\d{1,3}\s*(?:s|sec|min|['\"])?|\d?\d:\d\d", re.IGNORECASE)),
)
_PERCENT_OR_BARE = re.compile(r"\d{2,3}(?:[.,]\d)?(?:[-–]\d{2,3})?\s*%?")
LEAST_PERCENT, MOST_PERCENT = (
    40,
    97,
)  # of a bare number behind sets of several; else kilograms; common practice


def _guessed(texts: Sequence[str], before: Sequence[Column | None]) -> Column | None:
    """What a column says that no head names, by what its cells look like and what stands before it."""
    said = [text for text in texts if text.strip("-–—")]
    counted = {"sets", "reps"} <= set(before) or "sets-reps" in before
    if counted or before[-1] == "movement":
        loads = [
            text for text in said if text.lower() not in _NO_LOAD
        ]  # each coach knows one without a number
        if not loads:
            return "note" if counted else None
        said = loads
    if before[-1] == "reps" and all(re.fullmatch(r"\d{2,3}", text) for text in said):
        percents = all(LEAST_PERCENT <= int(text) <= MOST_PERCENT for text in said)
        return "percent" if percents else "load"
    if any(text.endswith("%") for text in said) and all(map(_PERCENT_OR_BARE.fullmatch, said)):
        return "percent"
    for column, looks in _GUESSES:
        if column not in before and all(looks.fullmatch(text) for text in said):
            if column in ("sets", "reps") and (counted or (column == "reps" and "sets" not in before)):
                continue
            return column
    return _beside_counts(said, before) if counted else None


def _beside_counts(said: Sequence[str], before: Sequence[Column | None]) -> Column | None:
    """What a column of mixed cells behind sets and repetitions says: loads, rests, efforts or words."""
    for column, looks in _MIXED:
        if column not in before and all(looks.fullmatch(text) for text in said):
            return column
    return None if any(any(map(str.isdecimal, text)) for text in said) else "note"


def split_cells(line: str) -> list[tuple[int, int]]:
    """Start and end of every cell of a line set in columns (bars, tabs or wide gaps) that says something."""
    cells, start = [], 0
    for gap in GAP.finditer(line):
        if line[start : gap.start()].strip():
            cells.append((start, gap.start()))
        start = gap.end()
    if line[start:].strip():
        cells.append((start, len(line)))
    return cells
