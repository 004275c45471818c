"""Times on rows that are no amounts: minutes of the hour, the clock of a class or of a piece, times of the
day, days and weeks."""

from __future__ import annotations

import itertools
import re

from core.reading.arranging import LEAST_LABELS, arranges_itself
from core.reading.board_words import board_words
from core.reading.headings import Heading, read_heading
from core.reading.languages import fold, languages
from core.reading.prose import FIRST_HOUR, arranges
from core.reading.rows import (
    LENGTH_BEHIND_LABEL,
    LENGTH_OF_SETS,
    OF_THE_CLOCK,
    OF_THE_HOUR,
    WINDOW_ALONE,
    Row,
)

LEAST_CLOCK_ROWS = 2
LONGEST_PAUSE_MIN = 5  # between two rows of a plan of the hour; common practice
SHORT_DAY = re.compile(r"^\s*([^\W\d_]{2,3})\.?(?:\s*[:|–-]\s+(?=\S)|\s?:?\s*$)")
_ENGLISH_DAYS = ("mo", "tu", "we", "th", "fr", "sa", "su")
STARTS_AT = re.compile(
    r"^\s*(?:[1-9][.)]\s+)?(?:at\s+)?(?P<minutes>\d{1,2}):(?P<seconds>\d{2})(?:\s*[-–—:)|]\s+|\s+(?="
    r"(?:\d+\s?)?[^\W\d]))(?!\d{1,2}:\d{2})(?=\S)",
    re.IGNORECASE,
)
LONGEST_NAME = 4  # words
LONGEST_SECTION_MIN = 180  # of a class; common practice
SHORTEST_SECTION_MIN = 5  # of a class that is told by the time of the day
LEAST_WINDOWS = 3  # of minutes on end that are pieces of their own
_CLASS_WINDOW = re.compile(
    r"^\W*(?:from\s+)?(\d{1,2}):(\d{2})\s*(?:[-–—]|to|until)\s*(\d{1,2}):(\d{2})\s*"
    r"[:|–-]?\s+(?=[\w\"“„«])(?!\d{1,2}:\d\d)",
    re.IGNORECASE,
)
_RESTS = re.compile(r"^\W*(?:rest|pause|break|off|transition|switch)\b[^\d]*$", re.IGNORECASE)
WEEK_ROW = re.compile(r"^\W*week\s+\d{1,2}\s*[:–-]\s*(?=\d)", re.IGNORECASE)
THIS_WEEK = re.compile(r"this week|<-|←|<=|\bnow\b|\btoday\b|\bcurrent\b", re.IGNORECASE)


_BY_MINUTES = re.compile(r"\b(?:emom|otm|every\s+minute|on\s+the\s+minute)\b", re.IGNORECASE)


def minutes_of_the_hour(rows: list[Row]) -> None:
    """'05-15 Warm-up', '15-35 Strength': a plan of the hour, where one row ends when the next begins."""
    timed = [(row, match) for row in rows if (match := OF_THE_HOUR.match(row.text))]
    if all(match["full"] for _, match in timed):
        return  # windows on the clock of a piece
    spans = [(int(match.group(1)), int(match.group(3))) for _, match in timed]
    joined = [a[1] == b[0] for a, b in itertools.pairwise(spans)]
    heads = [read_heading(row.text[match.end() :]) for row, match in timed]
    named = sum(one is not None and one.kind is not None for one in heads) >= LEAST_WINDOWS
    pause = LONGEST_PAUSE_MIN * (2 if named else 1)  # "8-26 Strength: ..", "32-50 Metcon: .."
    near = all(a[1] <= b[0] <= a[1] + pause for a, b in itertools.pairwise(spans))
    from_the_first = len(spans) > LEAST_WINDOWS and spans[0][0] == 0
    if not joined or not near or any(start >= end for start, end in spans):
        return
    if sum(joined) < len(joined) / 2 and not from_the_first:
        return
    at = rows.index(timed[0][0])
    if at and _BY_MINUTES.search(rows[at - 1].text) and not rows[at].after_blank:
        return  # "EMOM 15", and below it "0-5: 2 snatches", "5-10: ..": minutes of the piece
    if spans[0][0] and any(len(match.group(1)) == 1 for _, match in timed):
        return  # '8-10 squats', '10-12 push-ups': a plan with single figures begins at 0
    pieces = all(arranges(row.text[match.end() :]) for row, match in timed)
    planned = all(joined) and spans[0][0] == 0 and (pieces or len(spans) >= LEAST_WINDOWS)
    for row, match in timed:
        row.marks.append((0, len(match.group().rstrip()), "which minutes of the hour"))
        row.start = match.end()
        if _RESTS.match(row.content):
            row.role = "note"
        elif row.role == "work" and (planned or "min" not in match.group().lower()):
            row.heading = Heading(_name_of(row, f"{match.group(1)}-{match.group(3)}"), None, row.start)
            row.lasts_min = int(match.group(3)) - int(match.group(1))


def clock_of_the_class(rows: list[Row]) -> None:
    """'0:00 - 0:08 Warm-up', '0:08 - 0:30 Lift', '10:00-28:00 Front squat': sections by the clock of the
    class."""
    timed = [(row, match) for row in rows if row.role == "work" and (match := _CLASS_WINDOW.match(row.text))]
    read = [tuple(int(match[at]) * 60 + int(match[at + 1]) for at in (1, 3)) for _, match in timed]
    in_seconds = any(end - start > LONGEST_SECTION_MIN for start, end in read)  # "10:00-28:00" are no hours
    spans = [(start / 60, end / 60) for start, end in read] if in_seconds else read
    near = all(a[1] <= b[0] <= a[1] + LONGEST_PAUSE_MIN for a, b in itertools.pairwise(spans))
    known = [read_heading(row.text[match.end() :]) for row, match in timed]
    sections = sum(one is not None and one.kind is not None for one in known)
    of_the_hour = in_seconds or sections > 0  # ":03-:13 warm-up" among others
    of_the_day = (
        bool(spans)
        and spans[0][0] >= FIRST_HOUR * 60
        and all(b - a >= SHORTEST_SECTION_MIN for a, b in spans)
    )
    planned = of_the_hour and len(timed) >= LEAST_WINDOWS and spans[0][0] == 0
    planned |= of_the_day and len(timed) >= LEAST_WINDOWS  # "8:00-8:10 row", "8:10-8:35 snatch: .."
    if len(timed) < LEAST_LABELS or not near or (sections < LEAST_LABELS and not planned):
        return
    for (row, match), (start, end) in zip(timed, spans, strict=True):
        row.marks.append((match.start(1), match.end(4), "which minutes of the hour"))
        row.start = match.end()
        if _RESTS.match(row.content):
            row.role = "note"
            continue
        row.lasts_min = int(end - start)
        row.heading = Heading(_name_of(row, row.text[match.start(1) : match.end(4)]), None, row.start)


_WINDOW_BEHIND = re.compile(  # "Strength 18:00-35:00", 'Metcon | 38-55 min "Gatepost"'
    r"(?P<head>\W*[^\W\d][^:|(\[\d]{0,30}?(?<=[\w.)\"”»])(?<!\sfor)(?:\s?\d(?=[\s.)])[.)]?)?)"
    r"(?P<said>\s{0,3}(?:[|,–—-]\s{0,3})?[(\[]?(?:from\s|min(?:ute)?s?\s)?"
    r"(?P<window>\d{1,2}:\d{2}\s?(?:[-–—]|to)\s?\d{1,2}:\d{2}|\d{1,2}['’′]?\s?[-–—]\s?\d{1,2}(?:\s?(?:['’′]|min(?:ute)?s?\b))?)"
    r"[)\]]?)(?=\s{0,3}(?:$|:|[|–—-]\s|[\"“«]))",
    re.IGNORECASE,
)


def windows_behind_names(rows: list[Row]) -> None:
    """'Strength 18:00-35:00', 'Skill | 8-18 min': when a section is, told as in 'Strength (18:00-35:00)'."""
    for row in rows:
        said = _WINDOW_BEHIND.match(row.text) if row.role == "work" and not row.start else None
        if said is None:
            continue
        told = re.search(r"[:'’′(|a-z]", said["said"], re.IGNORECASE)
        heading = read_heading(said["head"])
        if told and heading is not None and heading.alone and heading.opens == "part":
            first, last = _FROM_TO.findall(said["window"])
            unit = "" if ":" in first else " min"
            row.say([(*said.span("said"), f" ({first}-{last}{unit})")])


_FROM_TO = re.compile(r"\d{1,2}(?::\d{2})?")


def minutes_beside_names(rows: list[Row]) -> None:
    """'Prep 10 - bike, bands', 'Lift 20 - ..', 'Metcon 15 - ..': sections, and how many minutes each has."""
    said = [
        (row, match) for row in rows if row.role == "work" and (match := _NAME_AND_MINUTES.match(row.text))
    ]
    known = [(row, match) for row, match in said if match["name"].lower() in board_words().headings]
    names = {match["name"].lower() for _, match in known}
    if len(known) < LEAST_LABELS or len(names) < len(known):
        return  # "Strength 1 - ..", "Strength 2 - .." are numbered
    for row, match in known:
        kind = board_words().headings[match["name"].lower()]
        row.heading, row.start = Heading(match["name"].capitalize(), kind, match.end()), match.end()
        row.lasts_min = int(match["minutes"])
        row.marks.append((match.start("name"), match.end("minutes"), "a section and its minutes"))


_NAME_AND_MINUTES = re.compile(
    r"^\W*(?P<name>[^\W\d]+(?:[ -][^\W\d]+){0,2})\s+(?P<minutes>[1-9]\d)\s?['’]?\s*[:–—-]\s+(?=\S)"
)


def _name_of(row: Row, window: str) -> str:
    """What a section of the clock is called: the words of its row where they only name, else its window."""
    words = row.content.strip(" :")
    short = len(words.split()) <= LONGEST_NAME and not any(sign.isdecimal() for sign in words)
    only_named = all(one.kind in ("words", "colon") for one in row.phrases(row.start, len(row.text)))
    return words if short and only_named else window  # "max cal bike" names nothing


def clock_starts(rows: list[Row]) -> None:
    """'0:00 - 20 deadlifts', '2:00 - 20 box jumps': when on the piece's clock each begins."""
    found = [(row, match) for row in rows if row.role == "work" and (match := STARTS_AT.match(row.text))]
    times = [int(match["minutes"]) * 60 + int(match["seconds"]) for _, match in found]
    if len(found) < LEAST_LABELS or times[0] != 0 or times != sorted(set(times)):
        return
    for (row, match), begins in zip(found, times, strict=True):
        row.start = match.end()
        row.marks.append((match.start("minutes"), match.end("seconds"), "when on the clock"))
        if (until := _UNTIL.search(row.text, match.end())) is not None:
            lasts = int(until["minutes"]) * 60 + int(until["seconds"]) - begins
            row.say([(*until.span(), f" for {lasts} sec")] if lasts > 0 else [])


_UNTIL = re.compile(
    r"\s*,?\s*(?:un)?til+\s+(?:the\s+)?(?P<minutes>\d{1,2}):(?P<seconds>[0-5]\d)(?!\d)", re.IGNORECASE
)


def short_days(rows: list[Row]) -> None:
    """'Mo: ..', 'Mi: ..', 'Fr: ..' at the start of lines: days of the week as some language writes them."""
    works = [row for row in rows if row.role == "work"]
    known = {day for days in (_ENGLISH_DAYS, *(one.days for one in languages())) for day in days}
    labelled = [
        (row, match) for row in works if (match := SHORT_DAY.match(row.written)) and fold(match[1]) in known
    ]
    said = [fold(match[1]) for _, match in labelled]
    if len(said) < LEAST_LABELS:
        return
    for days in (_ENGLISH_DAYS, *(language.days for language in languages())):
        places = [days.index(day) for day in said if day in days]
        if len(places) == len(said) and places == sorted(set(places)):
            for row, match in labelled:
                row.day = Heading(match[1], None, match.end(), "day")
            return


_DATED_DAY = re.compile(
    r"\W*(?:[0-2]?\d|3[01])\.(?:0?[1-9]|1[0-2])\.?\s*,?\s*\(?(?P<day>[^\W\d_]{2,9})\.?\)?\W*"
)


_BEFORE_A_PIECE = re.compile(
    r"^\W*(?:at\s+)?(?:[01]?\d|2[0-3])[:.h][0-5]\d\s*(?:h|uhr|[ap]\.?m\.?)?\s*[-–—:|]?\s*"
    r"(?:(?=(?:event|workout|wod|test|final|semi-?final)\b\s*#?(?:\d|[A-D]\b|[:\"“–-]|$))"
    r"|(?:class|group|crew|session)\s*(?:[:|]|[-–—](?=\s))\s*(?=\S))",
    re.IGNORECASE,
)


def times_before_pieces(rows: list[Row]) -> None:
    """'10:40 - Workout 2: "Max out"': when a piece starts, before its heading."""
    for row in rows:
        said = _BEFORE_A_PIECE.match(row.text) if row.role == "work" and not row.start else None
        if said is not None:
            row.start = said.end()
            row.marks.append((0, len(said.group().rstrip()), "when it starts"))
        _take_length(row)
    first = next((row for row in rows if row.role == "work"), None)
    dated = _DATED_WORK.match(first.text) if first is not None and not first.start else None
    if (
        first is not None
        and dated is not None
        and int(dated["a"]) <= MOST_DAYS
        and int(dated["b"]) <= MOST_DAYS
    ):
        first.start = dated.end()
        first.marks.append((*dated.span("said"), "the date"))


MOST_DAYS = 31
_DATED_WORK = re.compile(  # "8/12 - 5 x 400 m run", "WOD 12/12: 3 rounds": no amounts
    r"\W*(?P<said>(?:wod\s+)?(?P<a>\d{1,2})[/.](?P<b>\d{1,2})(?:[/.](?:20)?\d{2})?)\s*[:–-]\s+"
    r"(?=\d|every\b|amrap\b|e\d?mom\b|for\s+time\b|[^\W\d][^:,;\d]{2,30}\s+\d{1,2}(?:\s?[x×]\s?\d|-\d))",
    re.IGNORECASE,
)


def _take_length(row: Row) -> None:
    """'20 min: 5 x 400 m run', '2. 20 min - 5 x 5 squats', 'B (20'): 15 m sled push': how long it takes, and
    no amount of it."""
    if row.role != "work" or row.start:
        return
    labelled = LENGTH_BEHIND_LABEL.match(row.text)
    if labelled is not None:
        begin, end = labelled.span("said" if labelled["said"] else "listed")
        sign = ":" if labelled["said"] and labelled.group().lstrip()[:1].isalpha() else " "
        row.say([(begin, end, sign + " " * (end - begin - 1))])
        row.marks.append((begin + 1, end, "how long it takes"))
    elif (lasts := LENGTH_OF_SETS.match(row.text)) is not None:
        row.start = lasts.end()
        row.marks.append((*lasts.span("said"), "how long it takes"))


def dated_days(rows: list[Row]) -> None:
    """'7.12. Mo', '8.12. Di' on rows of their own: days of a week, where more than one stands."""
    found = [
        row
        for row in rows
        if row.role == "work"
        and (said := _DATED_DAY.fullmatch(row.written))
        and fold(said["day"]) in _days_in_short()
    ]
    for row in found if len(found) >= LEAST_LABELS else ():
        row.day = Heading(row.written.strip(" .,-–*#"), None, len(row.text), "day")


def _days_in_short() -> set[str]:
    """Days of the week as boards write them, in five languages and in English."""
    english = {name[:length].lower() for name in WEEKDAYS for length in (2, 3, len(name))}
    return english | {fold(day) for language in languages() for day in language.days}


def initial_days(rows: list[Row]) -> None:
    """'M: ..', 'T: ..', 'W: ..', 'F: ..': days of the week by their first letters, in order."""
    found = [(row, match) for row in rows if row.role == "work" and (match := _INITIAL.match(row.text))]
    if len(found) < LEAST_INITIALS:
        return
    days = iter(WEEKDAYS)
    named = [next((day for day in days if day[0] == match[1]), None) for _, match in found]
    if all(named):
        for (row, match), day in zip(found, named, strict=True):
            row.day = Heading(str(day), None, match.end(), "day")


LEAST_INITIALS = 4
WEEKDAYS = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
_INITIAL = re.compile(r"^\s*([MTWFS])\s*[:–-]\s+(?=\S)")


def weeks_side_by_side(rows: list[Row]) -> None:
    """'Week 1: 4x6', 'Week 2: 5x4 <- this week', 'Week 3: 6x2': only the week that is marked is this
    day's."""
    for _, group in itertools.groupby(
        rows, key=lambda row: bool(WEEK_ROW.match(row.text)) and row.role == "work"
    ):
        run = list(group)
        if len(run) < LEAST_LABELS or not WEEK_ROW.match(run[0].text):
            continue
        for row in run:
            if THIS_WEEK.search(row.text) is None:
                row.role = "note"
            elif match := WEEK_ROW.match(row.text):
                row.start = match.end()
                row.marks.append((0, len(match.group().rstrip()), "which week"))


_ON_THE_CLOCK = re.compile(
    r"[^\w@]*(?P<said>(?:(?:@|at|on)\s*(?:the\s+)?)?\d{1,2}:00|at\s+(?:the\s+)?\d{1,2}\s*(?:min(?:ute)?s?|'))\s*(?:[:,–-]+(?!\s*\d{1,2}:\d)\s*|$)",
    re.IGNORECASE,
)
_ROUNDS_OF = re.compile(
    r"\W*\d{1,2}\s*(?:rounds?|rds?|RFT)\b|\W*\d{1,2}\s*[x×]\s*\d|.*\b\d\s?[x×]\s?\d", re.IGNORECASE
)


def another_on_the_clock(rows: list[Row]) -> None:
    """'12:00' or 'at 12 min:' between two pieces that arrange themselves: then another one."""
    for at, row in enumerate(rows):
        said = _ON_THE_CLOCK.match(row.text) if at and row.role == rows[at - 1].role == "work" else None
        if said is None or row.heading is not None:
            continue
        alone = said.end() == len(row.text)
        piece = rows[at + 1].text if alone and at + 1 < len(rows) else row.text[said.end() :]
        if arranges_itself(piece) or _ROUNDS_OF.match(piece):
            row.say([(said.start("said"), said.end(), "then" if alone else "then ")])


def piece_windows(rows: list[Row]) -> None:
    """'0:00-6:00' and '6:00-10:00', each above its list: a piece's own clock, no times of the day."""
    alone = [(row, match) for row in rows if (match := WINDOW_ALONE.match(row.text))]
    if alone and alone[0][1].group(1) in ("0:00", "00:00"):
        for row, _ in alone:
            row.of_the_piece = True


def clock_rows(rows: list[Row]) -> None:
    """'10:20 Warm-up: ..': a time of the day before the words, where several rows have one."""
    timed = [
        (row, match)
        for row in rows
        if row.role == "work" and not row.heading and (match := OF_THE_CLOCK.match(row.content))
    ]
    headed = [read_heading(row.content[match.end() :]) for row, match in timed]
    plain = sum(
        not arranges(row.content) or (one is not None and one.opens == "part")
        for (row, _), one in zip(timed, headed, strict=True)
    )
    times = [int(match.group(1)) * 60 + int(match.group(2) or 0) for _, match in timed]
    of_class = (
        bool(times) and times[0] == 0 and len(times) > LEAST_CLOCK_ROWS
    )  # "0:00 welcome", "0:05 warm-up"
    of_day = bool(times) and times[0] >= FIRST_HOUR * 60
    if plain < LEAST_CLOCK_ROWS or times != sorted(set(times)) or not (of_class or of_day):
        return
    for row, match in timed:
        row.marks.append((row.start, row.start + match.end(), "a time of the day"))
        row.start += match.end()
        inner = read_heading(row.content)
        if inner is not None and inner.opens == "part":
            row.heading = Heading(inner.name, inner.kind, row.start + inner.end)
            row.start += inner.end
        elif inner is None:
            row.heading = Heading(f"{match.group(1)}:{match.group(2) or '00'}", None, row.start)
