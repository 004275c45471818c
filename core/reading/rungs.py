"""Ladders written out line by line: '2 burpees, 2 thrusters, 4 burpees, 4 thrusters, 6 ..' against the clock
goes on like that."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import replace

from core.reading.draft import Draft
from core.reading.in_full.cuts import ONCE_MORE
from core.reading.part_draft import PartDraft
from core.reading.phrases import PAIR
from core.reading.rows import Row
from core.reading.schemes import LEAST_RUNGS, even_step
from core.reading.workout import Format

_RUNG = r"\d{1,3}(?:\s*[-/&+–]\s*\d{1,3})?"  # '9', '9/9', '10 + 20'
_GOES_ON = re.compile(
    rf"\W*(?:\d{{1,3}}(?:\s*,\s*\d{{1,3}}){{2,}}\s*(?:\.{{2,}}|…)|(?:{_RUNG}[\s,;]+)*(?:{_RUNG})?\s*(?:\.{{3,}}|…)"
    rf"|(?:{_RUNG}[\s,;]+)*(?:etc\.?|and\s+so\s+(?:on|forth))(?:\s*,?\s*\+\s?\d{{1,2}})?"
    rf"|(?:{_RUNG}[\s,;]+)+\(?if\s+(?:you\s+(?:get|make\s+it|have\s+time|can)|there"
    rf"(?:['’]s|\s+is)\s+time)\b[^\d]{{0,24}})\W*$",
    re.IGNORECASE,
)


_UP_TO = re.compile(
    r"\W*(?:(?:(?:and\s+)?so\s+on|etc|and\s+on|keep\s+going|continue)\b\W*)?(?:all\s"
    r"+the\s+way\s+)?(?:(?:up|down)(?:/(?:up|down))?\s+)?(?:to|until)\s+"
    r"(?:(?:the\s+)?(?:set|round|rung)s?\s+of\s+)?(?P<last>\d{1,2})(?:\s*(?:[,/&]|and)\s*\d"
    r"{1,2})*(?:\s*reps?)?(?:\W*|[.!;]\s+[^\W\d].*)",
    re.IGNORECASE,
)
_UP_TO_NAMED = re.compile(  # "... to 8 cleans + 80 double-unders"
    r"\W*(?:\.{2,}|…|\b(?:(?:and\s+)?so\s+on|etc|and\s+on|keep\s+going|continu(?:e|ing))\b)\W*(?:all\s+the\s+way\s+)?"
    r"(?:(?:up|down)\s+)?(?:to|until)\s+(?P<last>\d{1,2})\s+[^\W\d][\w’' -]{1,24}?"
    r"(?:\s*(?:[,/&+]|\band\b)\s*\d{1,3}\s+[^\W\d][\w’' -]{1,24}?){0,4}\W*",
    re.IGNORECASE,
)


def goes_on(text: str) -> bool:
    """'...', '9/9, 12/12...', 'and so on', 'and so on up to 10': that the ladder above goes on like that."""
    said = text.strip()
    return _GOES_ON.match(said) is not None or goes_up_to(said) is not None


def goes_up_to(text: str) -> int | None:
    """'and so on up to 10, 20, 30': the first number of the last rung, where it is said."""
    said = _UP_TO.fullmatch(text) or _UP_TO_NAMED.fullmatch(text)
    return int(said["last"]) if said is not None else None


_PAIR_OF_RUNGS = re.compile(r"\W*(\d{1,3})(?:\s*[-–/&+,]\s*\1)+\W*")


_NEXT_RUNGS = re.compile(  # "then 4/4/4, 6/6/6 ... keep adding 2" below a list of twos
    r"\W*(?:then\s+)?(\d{1,3})(?:\s*/\s*\1)+\s*[,;]\s*(\d{1,3})(?:\s*/\s*\2)+[\W\d]*"
    r"(?:(?:and\s+)?(?:so\s+on|etc|keep\s+(?:adding|going)|add(?:ing)?|up|until\s+time)\b[\W\d]*)*",
    re.IGNORECASE,
)


_LATER = re.compile(
    r"\W*(?:and\s+)?then\s+(?:do\s+)?(?P<first>\d{1,3})(?:\s?['’]?s|\s+of\s+(?:each|both|all)|\s+each)?"
    r"(?P<rest>(?:\s*(?:[,;&.]|and\b|then\b)\s*(?:and\s+)?(?:then\s+)?\d{1,3}(?:\s?"
    r"['’]?s|\s+of\s+(?:each|both|all)|\s+each)?)+)\W*",
    re.IGNORECASE,
)


def _later(text: str) -> tuple[int, ...]:
    """'then 15s, then 9s': the numbers by which the list above is done again; none for other words."""
    said = _LATER.fullmatch(text)
    return tuple(map(int, re.findall(r"\d+", said["first"] + said["rest"]))) if said is not None else ()


def again_with(part: PartDraft, later: tuple[int, ...]) -> None:
    """Do a list of which everything has one number again with others: '21 deadlifts', '21 dips', 'then 15s,
    then 9s'."""
    lines = [one for one in part.work if one.as_prescribed]
    counts = {one.reps or one.calories for one in lines if not (one.scheme or one.sets)}
    first = counts.pop() if len(counts) == 1 else None
    fmt = part.format or Format("for-time")
    plain = fmt.kind == "for-time" and not (fmt.scheme or any(one.scheme or one.sets for one in lines))
    if not first or not plain:
        return
    part.format = replace(fmt, scheme=(first, *later))
    for one in lines:
        one.counts = "cal" if one.has_calories else ""
        one.reps = one.calories = None


def rungs_in_rows(rows: Sequence[Row]) -> None:
    """'6 - 6', '9 - 9', 'and so on' below a list of threes: its next rungs, which name nothing."""
    for row in rows:
        if row.role == "work" and (later := _later(row.text)):
            row.role, row.later = "note", later
        next_one = _NEXT_RUNGS.fullmatch(row.text) if row.role == "work" else None
        if next_one is not None:
            row.role, row.rung = "note", int(next_one[1])
    said = [_PAIR_OF_RUNGS.fullmatch(row.text) if row.role == "work" else None for row in rows]
    for at, match in enumerate(said):
        first = match is not None and at > 0 and said[at - 1] is None
        end = next((place for place in range(at, len(rows)) if said[place] is None), len(rows))
        on = end < len(rows) and goes_on(rows[end].text)
        numbers = [int(one[1]) for one in said[at:end] if one is not None]
        if first and len(numbers) > 1 and numbers == sorted(set(numbers), reverse=True):
            rows[at].later = tuple(numbers)  # "15/15/15" and "9/9/9" below a list of twenty-ones
        if first and (end - at > 1 or on):
            for row, one in zip(rows[at:end], said[at:end], strict=True):
                row.role = "note"
                row.rung = int(one[1]) if one is not None and not rows[at].later else 0


_LOAD = r"\(?\d{1,3}(?:[.,]5)?\s?/\s?\d{1,3}(?:[.,]5)?\s?(?:kg|lbs?)?\)?"
_TAIL = re.compile(
    r"\S\s*(?P<tail>[,;]\s*\d{1,3}(?:\s*[,;]\s*\d{1,3})*\s*(?:\.{2,}|…)\s*)" rf"(?P<load>{_LOAD})?\W*$",
    re.IGNORECASE,
)
_LOAD_OF_A_LADDER = re.compile(rf"\d-(?:\.{{3}}|…)\s(?:[^\d()]+?)(?P<load>\s{_LOAD})\W*$", re.IGNORECASE)


def tails_of_ladders(rows: Iterable[Row]) -> Iterator[Row]:
    """'3 thrusters, 3 pull-ups, 6, 6 ... (43/30)': rows of their own for how it goes on and for the load of
    all of it."""
    for row in rows:
        dots = row.role == "work" and (".." in row.text or "…" in row.text)
        said = (_TAIL.search(row.text) or _LOAD_OF_A_LADDER.search(row.text)) if dots else None
        parts = () if said is None else [name for name in said.re.groupindex if said[name]]
        ends = [0, *(said.start(name) for name in parts if said), len(row.text)]
        for start, stop in itertools.pairwise(ends):
            yield row.stretch(start, stop) if parts else row


_TITLE_OF_A_LADDER = re.compile(
    r"\W*(?P<first>\d{1,2})\s*(?:(?:down|up)\s+)?(?:to|-|–|→)\s*(?P<last>\d{1,2})\W*", re.IGNORECASE
)
_LEADS = re.compile(r"\W*(\d{1,2})\s+[^\W\d]")


def titles_of_ladders(rows: Sequence[Row]) -> None:
    """'"10 to 1"' above '10 thrusters, 1 burpee', '9 thrusters, 2 burpees': a name, no list of its own."""
    for row, *below in zip(rows, rows[1:], rows[2:], strict=False):
        said = _TITLE_OF_A_LADDER.fullmatch(row.text) if row.role == "work" else None
        rungs = [one for one in map(_LEADS.match, (one.text for one in below)) if one is not None]
        if said is None or len(rungs) < PAIR:
            continue
        step = 1 if int(said["first"]) < int(said["last"]) else -1
        if [int(one[1]) for one in rungs] == [int(said["first"]), int(said["first"]) + step]:
            row.role = "note"


_REST_ROW = re.compile(r"\W*rest\b[^:]{0,12}\d", re.IGNORECASE)
_AGAIN_ROW = re.compile(rf"\W*(?P<said>{ONCE_MORE})", re.IGNORECASE)
_IN_ALL_ROW = re.compile(
    r"\W*(?P<said>(?P<n>\d{1,2})\s+(?:rounds|rds|times|sets)(?:\s+(?:in\s+)?(?:total|all))?)\W*",
    re.IGNORECASE,
)
_AMRAP = re.compile(r"\bAMRAP\b", re.IGNORECASE)


def again_after_rests(rows: Sequence[Row]) -> None:
    """'rest 5 min', and below it 'repeat' or '3 rounds in all' of an AMRAP: all of it so often."""
    for at, (before, row) in enumerate(itertools.pairwise(rows)):
        if row.role != "work" or row.after_blank or not _REST_ROW.match(before.text):
            continue
        if said := _AGAIN_ROW.match(row.text):
            row.say([(*said.span("said"), "x 2")])
        elif (said := _IN_ALL_ROW.fullmatch(row.text)) and _stands_below_an_amrap(rows, at + 1):
            row.say([(*said.span("said"), f"x {said['n']}")])


def _stands_below_an_amrap(rows: Sequence[Row], at: int) -> bool:
    """Whether a row ends the list of one, with nothing right below it."""
    ends = at + 1 == len(rows) or rows[at + 1].after_blank
    listed = itertools.takewhile(lambda one: one.role == "work", reversed(rows[:at]))
    return ends and any(_AMRAP.search(one.text) for one in listed)


_LIKE_THE_SONG = re.compile(
    r"\b(?:\d{1,2}|twelve|ten|eight|seven|six|five)\s+days\s+of\b|\blike\s+(?:in\s+)"
    r"?the\s+(?:\w+\s+)?(?:song|carol)\b"
    r"|\bdays\s+of\s+christmas\b|(?P<rungs>^\W{0,6}1(?:,|;|\s/)\s(?:then\s)?2\s?[-+,]\s?1(?:,|;|\s/)\s(?:then\s)?3\s?[-+,]\s?2\s?[-+,]\s?1\b)",
    re.IGNORECASE,
)
_A_DAY = re.compile(r"\W*(?:on\s+the\s+)?(?P<count>\d{1,2})(?=\s*(?:[)x×]\s*)?[^\W\d]|\s+cal)")
LEAST_DAYS = 4  # of a song; fewer are a list


def days_of_the_song(rows: Sequence[Row]) -> None:
    """'12 days of winter', and below it '1 rope climb', '2 wall walks', '3 cleans' ..: one, then two and one,
    then three, two and one: each is done again with every number above its own."""
    head = next((at for at, row in enumerate(rows) if _LIKE_THE_SONG.search(row.text)), None)
    if head is None:
        return
    if _LIKE_THE_SONG.search(rows[head].text)["rungs"]:  # type: ignore[index]  # found above
        rows[head].role = "note"
    days = _days(rows[head + 1 :]) or _days(rows[:head])  # the song is named above its days, or below them
    for place, (row, said) in enumerate(days, start=1):
        times = len(days) - place + 1
        row.say([(*said.span("count"), str(place * times))])


def _days(rows: Sequence[Row]) -> list[tuple[Row, re.Match[str]]]:
    """The rows that count up from one, each with its number; none where others stand among them."""
    told = [(row, said) for row in rows if row.role == "work" and (said := _A_DAY.match(row.text))]
    told = list(itertools.dropwhile(lambda one: one[1]["count"] != "1", told))
    days = [one for place, one in enumerate(told, start=1) if int(one[1]["count"]) == place]
    return days if len(days) >= LEAST_DAYS and days == told[: len(days)] else []


def written_out(part: PartDraft, fmt: Format) -> Format:
    """An open ladder for a list of rungs against the clock, its work told once; else the format as it is."""
    if fmt.kind == "for-time" and part.goes_on and not (fmt.scheme or fmt.rounds or part.exact):
        return _up_to_the_last(part, fmt) if part.goes_up_to is None else _up_to(part, fmt, part.goes_up_to)
    if fmt.kind != "as-many-as-possible" or fmt.scheme or part.exact:
        return fmt
    if part.goes_up_to is not None:
        ended = _up_to(
            part,
            replace(fmt, kind="for-time", minutes=None, cap_s=round(60 * (fmt.minutes or 0)) or None),
            part.goes_up_to,
        )
        return ended if part.work and part.work[0].scheme else fmt
    work, least = part.work, PAIR if part.goes_on else LEAST_RUNGS
    for size in range(1, len(work) // least + 1):
        columns = [_rungs(work[at::size], part.goes_on) for at in range(size)]
        if len(work) % size == 0 and all(columns) and any(even_step(one, PAIR) for one in columns):
            return _as_ladder(part, fmt, size, columns)
    return fmt


def _amounts(column: Sequence[Draft]) -> tuple[int, ...]:
    """What one movement is done for from line to line; empty where the lines are not alike."""
    first = column[0]
    alike = all(
        one.movement == first.movement
        and one.as_prescribed
        and one.loads in ((), first.loads)
        and one.has_calories == first.has_calories
        and one.distance_m == first.distance_m
        and not (one.scheme or one.sets or one.seconds or one.role or one.station or one.replaces)
        for one in column
    )
    amounts = tuple(
        (one.calories if first.has_calories else one.reps or round(one.distance_m or 0)) or 0
        for one in column
    )
    return amounts if alike and all(amounts) else ()


def _rungs(column: Sequence[Draft], goes_on: bool = True) -> tuple[int, ...]:
    """The amounts of one movement from rung to rung; empty where they are no ladder. goes_on: others may
    climb while this one stays as it is."""
    amounts = _amounts(column)
    stays = goes_on and len(amounts) >= LEAST_RUNGS and len(set(amounts)) == 1
    return amounts if len(amounts) >= PAIR and (even_step(amounts, PAIR) or stays) else ()


def _with_rungs_between(column: Sequence[Draft]) -> tuple[int, ...]:
    """'1 thruster', '2 thrusters', '...', '10 thrusters': every rung up to the last; empty for none."""
    *begun, last = _amounts(column) or (0,)
    step = _pace(begun)
    more = _rungs_to(begun[-1], last, step) if step else 0
    return (*begun, *(begun[-1] + step * rung for rung in range(1, more + 1))) if more else ()


def _pace(amounts: Sequence[int]) -> int:
    """What at least two numbers rise or fall by, evenly; 0 where they do not."""
    steps = {after - before for before, after in itertools.pairwise(amounts)}
    return steps.pop() if len(steps) == 1 else 0


def _rungs_to(rung: int, last: int, step: int) -> int:
    """How many steps lead from a rung to the last one, up or down; 0 where none do."""
    return max(0, (last - rung) // step) if step and (last - rung) % step == 0 else 0


def _up_to(part: PartDraft, fmt: Format, last: int) -> Format:
    """Rungs told up to a number of the first movement, all of them written as lists; else the format as it
    is."""
    work = part.work
    for size in range(1, len(work) // PAIR + 1):
        columns = [_amounts(work[at::size]) for at in range(size)]
        paces = [_pace(column) for column in columns if len(column) >= PAIR]
        if len(work) % size or len(paces) < size:
            continue
        leads = next((at for at, pace in enumerate(paces) if pace), 0)
        more = _rungs_to(columns[leads][-1], last, paces[leads])
        if not more:
            return fmt
        count = len(columns[0]) + more
        del work[size:]
        for one, column, pace in zip(work, columns, paces, strict=True):
            one.sets, one.sets_written = count, True
            if not pace:
                continue  # "400 m run, 1 clean", "400 m run, 2 cleans", "... up to 6"
            one.counts = "cal" if one.has_calories else ""
            one.scheme = tuple(column[0] + pace * rung for rung in range(count))
            one.reps = one.calories = None
        return fmt
    return fmt


def _up_to_the_last(part: PartDraft, fmt: Format) -> Format:
    """Rungs of which dots leave some out, told once with all their numbers; else the format as it is."""
    work = part.work
    for size in range(1, len(work) // LEAST_RUNGS + 1):
        columns = [_with_rungs_between(work[at::size]) for at in range(size)]
        if len(work) % size or not all(columns) or len(set(map(len, columns))) > 1:
            continue
        del work[size:]
        alike = len(set(columns)) == 1
        for one, rungs in zip(work, columns, strict=True):
            one.counts = "cal" if one.has_calories else ""
            one.reps = one.calories = None
            if not alike:
                one.scheme, one.sets, one.sets_written = rungs, len(rungs), True
        return replace(fmt, scheme=columns[0]) if alike else fmt
    return fmt


def _as_ladder(part: PartDraft, fmt: Format, size: int, columns: Sequence[tuple[int, ...]]) -> Format:
    """Keep the first rung's movements, and what each climbs by; what stays as it is keeps its amount."""
    del part.work[size:]
    leads = next(one for one in columns if even_step(one, PAIR))
    for one, amounts in zip(part.work, columns, strict=True):
        step = even_step(amounts, PAIR)
        counts = "cal" if one.has_calories else ""
        if not step:
            continue
        one.reps = one.calories = None
        if amounts != leads or counts:
            one.scheme, one.ladder_step, one.counts = amounts, step, counts
    return replace(fmt, scheme=leads, ladder_step=even_step(leads, PAIR))


_TIME_ALONE = re.compile(r"\W*(?P<said>\d{1,2}\s?(?:min(?:ute)?s?\b\.?|['’′]))\W*$", re.IGNORECASE)
_COUNTED = re.compile(r"\W*(?P<reps>\d{1,3})\s+(?P<what>[^\W\d][^\d(@,;:]*)")


def falling_against_the_clock(rows: Sequence[Row]) -> None:
    """'10 min' above '21 squats', '42 skips', '15 squats', '30 skips', ..: a list whose numbers fall is done
    once, and the time is its cap."""
    for at, row in enumerate(rows):
        said = _TIME_ALONE.match(row.text) if row.role == "work" else None
        if said is None:
            continue
        counts: dict[str, list[int]] = {}
        below = itertools.takewhile(lambda one: one.role == "work" and not one.after_blank, rows[at + 1 :])
        for one in map(_COUNTED.match, (one.text for one in below)):
            if one is not None:
                counts.setdefault(one["what"].strip().lower(), []).append(int(one["reps"]))
        again = [numbers for numbers in counts.values() if len(numbers) > 1]
        if again and all(numbers == sorted(set(numbers), reverse=True) for numbers in again):
            row.say([(*said.span("said"), f"for time, {said['said']} cap")])
