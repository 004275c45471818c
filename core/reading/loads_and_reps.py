"""Loads with their repetitions, set by set, in any spelling: 'Bench 60x5, 70x3, 80x1 x 2', '65 kg for 5 /
75 kg for 3', '70/5' above '75/5'. Each becomes '5 @ 60 kg'."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

from core.reading.loads import POUND_PLATES, system_of
from core.reading.rows import Row

LEAST_SETS = 2
LEAST_POUND_STEP = 20  # between the bars of one lift that are told in lb without saying so; common practice
_UNIT = r"(?:kgs?\b|kilos?\b|lbs?\b|#|%)"
_LOAD = r"(?P<load{0}>\d{{2,3}}(?:[.,]\d)?)\s?(?P<unit{0}>" + _UNIT + ")"
_REPS = r"(?P<reps{0}>\d{{1,2}})(?!\d)"
_TIMES = r"(?:\s?[x×]\s?(?P<times{0}>[2-5])(?![\w/.,]\d|\w))?"
_SPELLINGS = (  # what must stand between, and by how much a load is more than its repetitions
    (_LOAD + r"?\s?[x×]\s?" + _REPS + r"(?:\sreps?\b)?" + _TIMES, 2),
    (_LOAD + r"?\s?/\s?" + _REPS + r"(?:\sreps?\b)?" + _TIMES, 5),
    (_LOAD + r"\s?(?::|\bfor\b)\s?" + _REPS + r"(?:\sreps?\b)?" + _TIMES, 0),
    (_REPS + r"(?:\sreps?)?\s?(?:[x×@]|\bat\b)\s?" + _LOAD + _TIMES, 0),
    (_REPS + r"\+?\s?[x×]\s?(?P<load{0}>\d{{2,3}})(?P<unit{0}>)(?![\d%])" + _TIMES, 5),
    (_REPS + r"(?:\sreps?)?\s?(?:@|\bat\b)\s?(?P<load{0}>\d{{2,3}})(?P<unit{0}>)(?![\d%])" + _TIMES, 2),
)
_PARTS = r"(?:\s?[,;]\s?(?:then\s|and\s)?|\s/\s|\s\|\s|\s(?:then\s)?)"
_NOT_BEHIND = r"(?!\s?(?:[/.,]?\d|cals?\b|m\b|min|sec|s\b|cm\b|in\b|rounds|rds|sets))"


@dataclass(frozen=True, slots=True)
class _Spelling:
    """One way of telling a set: alone, in a list, alone on a row."""

    one: re.Pattern[str]
    listed: re.Pattern[str]
    row: re.Pattern[str]
    more: int


def _spelling(form: str, more: int) -> _Spelling:
    one, bare = form.format(""), re.sub(r"\?P<\w+>", "?:", form.format(""))
    return _Spelling(
        re.compile(one, re.IGNORECASE),
        re.compile(
            rf"(?<![\w/.,@-])(?<!\d\s)(?P<said>{bare}(?:{_PARTS}{bare}){{1,9}}){_NOT_BEHIND}", re.IGNORECASE
        ),
        re.compile(rf"^\W{{0,6}}(?P<said>{one}){_NOT_BEHIND}\W{{0,3}}$", re.IGNORECASE),
        more,
    )


_ALL = tuple(_spelling(form, more) for form, more in _SPELLINGS)
_PERCENTS = re.compile(r"\((?:in\s)?(?:percent|%|percentages?)\b[^()]{0,40}\)", re.IGNORECASE)
_NAMED = re.compile(r"[^\W\d]{3}[^\W\d\s]*[\s:–-]*$|^\W*$")


_TRIPLE = re.compile(
    r"(?<=[^\W\d]\s)(?P<said>(?P<load>\d{2,3}(?:[.,]5)?)(?P<unit>\s?kgs?|\s?lbs?|\s?%)?\s?[x×]\s?(?P<reps>[1-9]|1[0-2])\s?[x×]\s?(?P<sets>[1-9]|10))(?![\w/.%]|\s?(?:kg|lb|m\b))",
    re.IGNORECASE,
)
LEAST_BAR_KG = 40  # that stands before repetitions and sets without saying what it is


def _triples(row: Row, system: str) -> None:
    """'Snatch 77x1x5': five singles with 77 kg."""
    cuts = []
    for said in _TRIPLE.finditer(row.text):
        unit = (said["unit"] or system or "kg").strip()
        if _kilos(said) >= LEAST_BAR_KG:
            cuts.append((*said.span("said"), f"{said['sets']} x {said['reps']} @ {said['load']} {unit}"))
    if cuts:
        row.say(cuts)


def loads_and_reps(rows: Sequence[Row]) -> None:
    """The rows with every set of such a list as '5 @ 60 kg'."""
    system = system_of("\n".join(row.text for row in rows))
    below = [row for row in rows if row.role == "work"]
    for row in below:
        _triples(row, system)
        percents = _PERCENTS.search(row.text) is not None
        for spelling in _ALL:
            said = spelling.listed.search(row.text)
            if said is not None and _NAMED.search(row.text, 0, said.start()):
                sets = list(spelling.one.finditer(said["said"]))
                if len(sets) >= LEAST_SETS and _are_sets(sets, spelling):
                    row.say([(*said.span("said"), ", ".join(_in_full(sets, system, percents=percents)))])
                    break
    for spelling in _ALL:
        for run in _runs(below, spelling):
            sets = [one for _, one in run]
            if _are_sets(sets, spelling):
                for row, one in run:
                    row.say([(*one.span("said"), ", ".join(_in_full([one], system, of=sets)))])


def _runs(rows: Sequence[Row], spelling: _Spelling) -> Iterator[list[tuple[Row, re.Match[str]]]]:
    """Rows on end that are each one set."""
    told = ((row, spelling.row.match(row.text)) for row in rows)
    for is_set, group in itertools.groupby(told, key=lambda one: one[1] is not None):
        run = [(row, said) for row, said in group if said is not None]
        if is_set and len(run) >= LEAST_SETS:
            yield run


def _are_sets(sets: Sequence[re.Match[str]], spelling: _Spelling) -> bool:
    """Whether every load is a load, as much more than its repetitions as it must be."""
    return all(
        _kilos(one) >= spelling.more * int(one["reps"]) and _kilos(one) > int(one["reps"]) for one in sets
    )


def _kilos(said: re.Match[str]) -> float:
    return float(said["load"].replace(",", "."))


def _in_full(
    sets: Sequence[re.Match[str]], system: str, of: Sequence[re.Match[str]] = (), percents: bool = False
) -> Iterator[str]:
    """'5 @ 60 kg' for each set, with the unit it says or that all of them are in."""
    loads = [_kilos(one) for one in of or sets]
    steps = [abs(later - one) for one, later in itertools.pairwise(loads)]
    told = next((one["unit"] for one in of or sets if one["unit"]), "")
    pounds = all(load in POUND_PLATES for load in loads) and max(steps, default=0) >= LEAST_POUND_STEP
    unit = told or system or ("lb" if pounds else "kg")
    for one in sets:
        bare = "@" in one.group() and not told
        percent = "%" if percents else unit
        load = f"{one['reps']} @ {one['load']}" + ("" if bare else f" {percent}")
        yield from itertools.repeat(load, int(one["times"] or 1))
