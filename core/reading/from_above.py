"""What a row takes over from rows above it: percents that climb by a step from set to set, the sets of the
lift before ('same scheme'), the lift of an earlier piece ('3 x 2 @ 90 % of A')."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence

from core.reading.in_full.by_the_clock import EVERY_SO_OFTEN, OPEN_WITHIN, open_turns
from core.reading.in_full.groups import GROUP_ALONE, every_set
from core.reading.names import Names
from core.reading.rows import Row
from core.reading.tokens import tokenize

_CLIMBS = re.compile(
    r"(?:(?:start(?:ing)?|begin(?:ning)?)\s+(?:at\s+|with\s+|from\s+|@\s?)?|@\s?|at"
    r"\s+)(?P<first>[3-9]\d)\s?%?\s*[,;&]?\s*"
    r"(?:and\s+|then\s+)*(?:\+\s?|(?:add(?:ing)?|increas(?:e|ing)|go(?:ing)?\s+up|bu"
    r"ild(?:ing)?|climb(?:ing)?|up)\s+(?:by\s+)?)"
    r"(?P<step>10|\d(?:[.,]5)?)\s?%\s*(?:each|every|per|a)\s+(?:set|round|minute|time|interval|lift|rep)\b",
    re.IGNORECASE,
)
_SETS = re.compile(
    r"(?<![\d.:/])(?P<sets>\d{1,2})\s?(?:[x×]\s?\(?\d|sets?\b|rounds?\b)|\b(?:e\d?mo"
    r"m|every\b[^,;x]{0,20}?)\s*[x×]?\s*"
    r"(?P<times>(?<=[x×]\s)\d{1,2}|(?<=[x×])\d{1,2}|(?<=mom\s)\d{1,2})\b(?!\s?%)|"
    r"[x×]\s?(?P<behind>\d{1,2})\s*(?:$|[,;:(])",
    re.IGNORECASE,
)
MOST_PERCENT = 110  # of a best that sets climb to; common practice
MOST_SETS = 12
LEAST_WAVES = 2
ROWS_ABOVE = 2


def percents_that_climb(rows: Sequence[Row]) -> None:
    """Say the first and the last of the percents in full, where the number of sets is known."""
    for at, row in enumerate(rows):
        said = _CLIMBS.search(row.text) if "%" in row.text and row.role == "work" else None
        sets = _sets_of(rows, at, said) if said is not None else 0
        if said is None or not 1 < sets <= MOST_SETS:
            continue
        first = int(said["first"])
        last = first + float(said["step"].replace(",", ".")) * (sets - 1)
        if last <= MOST_PERCENT:
            row.say([(*said.span(), f"@ {first}-{last:g} %")])


def _sets_of(rows: Sequence[Row], at: int, said: re.Match[str]) -> int:
    """How many sets the row says, or one right above it; 0 where none does."""
    texts = [rows[at].text[: said.start()] + " " * len(said.group()) + rows[at].text[said.end() :]]
    for back in range(at - 1, max(-1, at - 1 - ROWS_ABOVE), -1):
        if rows[back + 1].after_blank:
            break
        texts.append(rows[back].text)
    for text in texts:
        if (found := _SETS.search(text)) is not None:
            return int(found["sets"] or found["times"] or found["behind"])
    return 0


_SAME = re.compile(
    r"(?P<said>(?<=\s)same(?:\s+(?:(?:rep\s+)?scheme|sets?(?:\s*(?:,\s*same|and|&|x|/)\s*reps)?|reps|numbers)"
    r"(?=\s*(?:$|[@,;(]|at\s+\d))|(?=\s*(?:@|at\s+\d))))",
    re.IGNORECASE,
)
_SETS_X_REPS = re.compile(
    r"(?<![\d.,/:])\d{1,2}\s?[x×]\s?\d{1,2}(?![\d.,/:]|\s?(?:m\b|min|s\b|sec|kg|cal)"
    r")|(?<![\d.,/:])\d{1,2}(?:-\d{1,2}){2,}"
)


def same_sets(rows: Sequence[Row]) -> None:
    """'Bench press same scheme @ 70 %' below 'Deadlift 5x5': the same sets."""
    for at, row in enumerate(rows):
        said = _SAME.search(row.text) if "same" in row.text.lower() and row.role == "work" else None
        if said is None or any(map(str.isdecimal, row.text[: said.start()])):
            continue
        above = (_SETS_X_REPS.findall(one.text) for one in reversed(rows[max(0, at - ROWS_ABOVE - 1) : at]))
        if sets := next(filter(None, above), None):
            row.say([(*said.span("said"), ", ".join(sets))])


def groups_below(rows: Sequence[Row]) -> None:
    """'2 x 5', '2 x 3' and '3 x 1' on rows of their own below a lift: its sets, one list."""
    said = [(GROUP_ALONE.fullmatch(row.text) if row.role == "work" else None) for row in rows]
    for at, first in enumerate(said):
        if first is None or not at or said[at - 1] is not None or rows[at].after_blank:
            continue
        groups = [one for one in itertools.takewhile(lambda one: one is not None, said[at:]) if one]
        if len(groups) > 1 and (listed := every_set(groups)):
            rows[at].say([(*first.span(), listed)])
            for row in rows[at + 1 : at + len(groups)]:
                row.role = "note"


_ALL = r"\s(?:reps?\s)?of\s(?:everything|each|all(?:\sof\s(?:it|them))?|the\ssame)"
_ALL_OF_IT = re.compile(
    rf"^\W{{0,6}}(?:for\stime\W{{1,3}})?(?P<said>(?P<n>\d{{1,3}}){_ALL})\W*$", re.IGNORECASE
)
_ALL_AGAIN = re.compile(
    rf"^\W{{0,6}}(?P<said>(?:and\s|then\s)+\d{{1,3}}{_ALL}(?:(?:,|\sand|,\sand)?\s(?:and\s|then\s)?\d{{1,3}}{_ALL})*)(?P<sign>\W*)",
    re.IGNORECASE,
)


def less_of_it_again(rows: Sequence[Row]) -> None:
    """'21 of everything' above a list and 'then 15 of everything, then 9 of everything' below it: 21-15-9."""
    heads = (
        (at, said)
        for at, row in enumerate(rows)
        if row.role == "work" and (said := _ALL_OF_IT.match(row.text))
    )
    for at, said in heads:
        again = [(row, more) for row in rows[at + 1 :] if (more := _ALL_AGAIN.match(row.text))]
        if not again:
            continue
        numbers = [number for _, more in again for number in re.findall(r"\d+", more["said"])]
        rows[at].say([(*said.span("said"), "-".join((said["n"], *numbers)))])
        for row, more in again:
            if more.end() == len(row.text):
                row.role = "note"
                continue
            row.say([(*more.span(), " " * more.end())])
            row.marks.append((more.start("said"), more.end("said"), "how often the list is done"))


_EACH_TIME = re.compile(
    r"^\W*(?P<said>x\s?(?P<reps>[1-9])|(?P<one>singles))(?=\s*(?:$|[@,(]|at\s|with\s|\d{2,3}\s?(?:[-–/]\s?\d{2,3}\s?)?"
    r"(?:%|kgs?\b|lbs?\b)))",
    re.IGNORECASE,
)
_EVERY = re.compile(r"\b(?:every\s+\d|e\d{1,3}(?:mom|s\b))", re.IGNORECASE)


def reps_each_time(rows: Sequence[Row]) -> None:
    """'x 3 @ 70 kg', 'singles' above or below 'every 2 min, 6 sets': how many are done each time."""
    for at, row in enumerate(rows):
        said = _EACH_TIME.match(row.text) if row.role == "work" else None
        if said is None:
            continue
        above = rows[at - 1 : at] if at and not row.after_blank else []
        below = [one for one in rows[at + 1 : at + 2] if not one.after_blank]
        if any(_EVERY.search(one.text) for one in (*above, *below)):
            row.say([(*said.span("said"), f"{said['reps'] or 1} reps")])


def open_every_so_often(rows: Sequence[Row]) -> None:
    """'Every 5 min x 4' and 'AMRAP 3' on a row of its own right below: as many as fit, then the rest."""
    for row, below in itertools.pairwise(rows):
        turns = EVERY_SO_OFTEN.match(row.text) if row.role == below.role == "work" else None
        within = OPEN_WITHIN.match(below.text) if turns is not None and not below.after_blank else None
        if turns is not None and within is not None and (full := open_turns(turns, within)) is not None:
            rounds, _, rest = full.partition(" x ")
            row.say([(*turns.span("said"), f"{rounds} rounds")])
            below.say([(*within.span("said"), rest)])


_OF_A_PIECE = re.compile(
    r"^\W*(?:(?P<own>[B-H])\s*[.:)]\s*)?(?:[^\W\d][^\d:]{2,15}:\s*)?(?P<sets>\d{1,2}\s?[x×]\s?\d{1,2}\b)"
    r"[^%]*%(?P<of>\s*of\s+(?:part\s+|the\s+weight\s+(?:of|in|from)\s+)?(?P<piece>[A-G])(?![\w-]))",
)
_OF_THAT = re.compile(
    r"^\W*(?:part\s+)?[B-H2-9]\s*[.:)]\s*(?P<sets>\d{1,2}\s?[x×]\s?\d{1,2}\b)[^%]*%"
    r"(?P<of>\s*(?:of\s+)?(?:that|this|it|(?:the\s+)?above|today(?:['’]s)?(?:\s+(?:heavy|max|best|top|weight|number|set|single|double|triple))*)\b)",
    re.IGNORECASE,
)
_FOUND = re.compile(r"\b(?:heavy|heaviest|max|build|find|establish|\d{1,2}\s?rm)\b", re.IGNORECASE)
_LABEL = r"^\W*(?:part\s+)?{0}\s*[.:)]\s+"
_ANY_LABEL = re.compile(_LABEL.format(r"\w"), re.IGNORECASE)


def lift_of_a_piece(rows: Sequence[Row], names: Names) -> None:
    """'3 x 2 @ 90 % of A', where A builds up to a hang clean: hang cleans. So '3 x 5 @ 85 % of that' in the
    piece below it."""
    for at, row in enumerate(rows):
        said = _OF_A_PIECE.match(row.text) or _OF_THAT.match(row.text) if "%" in row.text else None
        if said is None or row.role != "work":
            continue
        if any(
            one.kind == "words" and names.find(one.text) for one in tokenize(row.text[: said.start("of")])
        ):
            continue
        piece = said.groupdict().get("piece")
        if piece is not None:
            label = re.compile(_LABEL.format(piece))
            first = next((one for one in rows[:at] if label.match(one.text)), None)
        else:
            label = _ANY_LABEL
            first = rows[at - 1] if at and _FOUND.search(rows[at - 1].text) else None
        words = (
            [one.text for one in tokenize(label.sub("", first.text)) if one.kind == "words"] if first else []
        )
        lift = next((text for text in words if (match := names.find(text)) and match.confidence == 1), None)
        if lift is not None:
            begin = said.start("sets")
            row.say([(begin, begin, f"{lift} "), (*said.span("of"), "")])


_OTHER_NUMBERS = re.compile(
    r"\W*(?:and\s+)?(?:then|next)\s*[,:]?\s*(?P<said>\d{1,3}(?:\s?[-/,]\s?\d{1,3})"
    r"{1,5})(?:\s+(?:reps|of\s+the\s+same))?\W*",
    re.IGNORECASE,
)
_COUNTED = re.compile(
    r"[\s•*-]*(?P<count>\d{1,3})\s*(?P<what>(?!(?:rounds?|sets?|rft|rds|min)\b)[^\W\d][^\d]*)"
)


def list_by_other_numbers(rows: Sequence[Row]) -> None:
    """'then 15-30-45' below '21 pull-ups', '42 push-ups', '63 squats': the list again, each by its own
    number."""
    above: list[Row] = []
    for row in rows:
        said = _OTHER_NUMBERS.fullmatch(row.text) if row.role == "work" else None
        numbers = re.findall(r"\d+", said["said"]) if said is not None else []
        if said is None and row.role == "work":
            above.append(row)
        listed = [_COUNTED.fullmatch(one.text) for one in above[-len(numbers) :]] if numbers else []
        counts = {one["count"] for one in listed if one is not None}
        if said is None or not listed or None in listed or len(counts) < len(numbers):
            continue
        names = (one["what"].strip(" .,;") for one in listed if one is not None)
        again = ", ".join(f"{count} {name}" for count, name in zip(numbers, names, strict=True))
        row.say([(*said.span("said"), again)])


_SCHEME_OF_WAVES = re.compile(
    r"(?P<said>(?P<times>[2-6]\s+)?waves?(?:\s*(?:of|:|,)\s*|\s+)(?:(?P<again>[2-6])\s*[x×]\s*)?\(?"
    r"(?P<reps>\d{1,2}(?:[-/]\d{1,2}){1,5})\)?"
    r"|(?P<listed>\d{1,2}(?:-\d{1,2}){3,11}))(?=\s*(?:$|[,;(@%]|at\b|[^\W\d][^\d,;:]+$))",
    re.IGNORECASE,
)
_EACH_WAVE = r"(?P<all>\d{2,3}(?:[-/]\d{2,3})+\s?%?(?:\s*[,;|]\s*(?:then\s+)?\d{2,3}(?:[-/]\d{2,3})+\s?%?)+)"
_WAVES_BEHIND = re.compile(rf"\s*(?:@|at)\s*{_EACH_WAVE}", re.IGNORECASE)
_WAVES_BELOW = re.compile(rf"\W*(?:(?:@|at)\s*)?{_EACH_WAVE}\W*", re.IGNORECASE)
_A_WAVE = re.compile(
    r"\W*(?:wave\s*#?(?:\d|one|two|three|four|five)|(?:first|second|third|fourth|\d(?:st|nd|rd|th))\s+wave)"
    r"\s*[:.–-]?\s*(?:@|at)?\s*(?P<loads>\d{2,3}(?:\s?[-/,]\s?\d{2,3})+)\s?%?\W*",
    re.IGNORECASE,
)


def waves(rows: Sequence[Row]) -> None:
    """'Snatch, waves of 3-2-1', and below it 'Wave 1: 70-75-80', 'Wave 2: 72-77-82': the list again and
    again, each set by its own percent."""
    for at, row in enumerate(rows):
        said = _SCHEME_OF_WAVES.search(row.text) if row.role == "work" else None
        if said is None:
            continue
        behind = _WAVES_BEHIND.match(row.text, said.end())
        below = list(itertools.takewhile(bool, (_A_WAVE.fullmatch(one.text) for one in rows[at + 1 :])))
        each = [one["loads"] for one in below if one is not None]
        in_a_row = behind or next((_WAVES_BELOW.fullmatch(one.text) for one in rows[at + 1 : at + 2]), None)
        if in_a_row is not None:
            each = re.split(r"\s*[,;|]\s*(?:then\s+)?", in_a_row["all"])
            below = [in_a_row]
        loads = [int(one) for wave in each for one in re.findall(r"\d+", wave)]
        reps = re.findall(r"\d+", said["reps"] or said["listed"])
        if said["reps"] and len(each) == int(said["times"] or said["again"] or len(each)):
            reps = reps * len(each)
        if len(each) < LEAST_WAVES or len(reps) != len(loads) or max(loads) > MOST_PERCENT:
            continue
        end = behind.end() if behind is not None else said.end()
        row.say([(said.start(), end, f"{'-'.join(reps)} @ {'-'.join(map(str, loads))} %")])
        for one in rows[at + 1 : at + 1 + len(below)] if behind is None else ():
            one.role = "note"


_SETS_OF_A_WAVE = re.compile(
    r"\W*(?P<said>(?P<reps>\d{1,2}(?:/\d{1,2}){1,5})\s*(?:@|at)\s*(?P<loads>\d{2,3}"
    r"(?:/\d{2,3}){1,5})\s?%?)\W*",
    re.IGNORECASE,
)


def sets_of_waves(rows: Sequence[Row]) -> None:
    """'5/3/1 at 75/80/85' on a row below a lift: a set for each."""
    for row in rows:
        said = _SETS_OF_A_WAVE.fullmatch(row.text) if row.role == "work" else None
        reps, loads = (said[one].split("/") for one in ("reps", "loads")) if said is not None else ((), ())
        if said is not None and len(reps) == len(loads) and max(map(int, loads)) <= MOST_PERCENT:
            each = ", ".join(f"{many} @ {load}%" for many, load in zip(reps, loads, strict=True))
            row.say([(*said.span("said"), each)])
