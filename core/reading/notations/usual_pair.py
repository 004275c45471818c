"""A pair of times that is usual, without its words: '20/10 x 8'."""

from __future__ import annotations

import re

from core.reading.notations.notation import Example, Notation
from core.reading.phrases import Phrase
from core.reading.plain_words import plain
from core.reading.scan import Scan
from core.reading.workout import Format

USUAL = frozenset(
    (
        (20, 10),
        (10, 20),
        (30, 15),
        (15, 30),
        (30, 30),
        (40, 20),
        (45, 15),
        (30, 20),
        (50, 10),
        (60, 30),
        (60, 60),
        (90, 30),
        (15, 15),
        (20, 20),
    )
)  # common practice


MACHINES = frozenset("air bike biking row rower rowing ski erg run running sprint sprints".split())
LEAST_WORK_S = 10
INTERVALS = frozenset(("interval", "intervals", "circuit", "stations", "hard", "easy"))


def read(scan: Scan) -> Format | None:
    """Seconds on and off that lead a line, and how often."""
    at = scan.at("sets")
    if at is None:
        return _after_rounds(scan) or _before_times(scan)
    machine = _behind_a_machine(scan, at)
    leads = next((place for place in scan.free if scan.kind(place) != "then"), at) == at
    if not leads and not machine:
        return None
    phrase = scan.phrases[at]
    pair: tuple[float, ...] = ()
    times: float = phrase.times
    if phrase.form == "first-pair":
        pair, times = _first_pair(phrase), phrase.values[0]
    elif phrase.pair:
        pair = phrase.values
    if pair not in USUAL and not (machine and _are_seconds(pair)):
        return None
    scan.used.add(at)
    scan.used.update(place for place in range(at) if scan.kind(place) == "rounds")
    if scan.kind(at + 1) in ("rounds", "set-word"):
        scan.used.add(at + 1)
    return Format("intervals", rounds=scan.bounded(times), work_s=int(pair[0]), rest_s=int(pair[1]))


def _behind_a_machine(scan: Scan, at: int) -> bool:
    """'Bike intervals: 30/30 x 10': what has neither loads nor repetitions a side."""
    before = [scan.phrases[place] for place in range(at)]
    words = {word for one in before if one.kind == "words" for word in plain(one.text).split()}
    kinds = {one.kind for one in before}
    circuit = any(one.kind == "rounds" and one.text.lower().startswith("circuit") for one in before)
    worded = bool(words) and words <= MACHINES | INTERVALS
    return kinds <= {"words", "colon", "dash", "comma", "rounds"} and (worded or (circuit and not words))


def _are_seconds(pair: tuple[float, ...]) -> bool:
    """'Bike 8 x 20/40': at least as long a rest; of two standards the second is the smaller."""
    return len(pair) == 2 and LEAST_WORK_S <= pair[0] <= pair[1] and not any(one % 5 for one in pair)


def _after_rounds(scan: Scan) -> Format | None:
    """'8 rounds of 20/10'."""
    kinds = [scan.kind(place) for place in range(len(scan.phrases))]
    if kinds[:2] != ["count", "rounds"] or not {0, 1} <= set(scan.free) or scan.line.of_division:
        return None  # "Scaled: 4 rounds, 30/20" is a bar's load
    at = 3 if kinds[2:3] in (["of"], ["comma"], ["dash"]) else 2
    if at not in scan.free or not _is_usual(scan, at):
        return None
    scan.used |= {0, 1, at}
    work_s, rest_s = scan.phrases[at].values
    times = scan.bounded(scan.phrases[0].values[0])
    return Format("intervals", rounds=times, work_s=int(work_s), rest_s=int(rest_s))


def _before_times(scan: Scan) -> Format | None:
    """'40"/20" x 3 rounds'."""
    at = next((place for place in scan.free if _is_usual(scan, place)), None)
    kinds = [scan.kind(place) for place in range(len(scan.phrases))]
    if at is None or not scan.phrases[at].unit or kinds[at + 1 : at + 3] != ["x", "count"]:
        return None
    behind = {at + 3} if kinds[at + 3 : at + 4] == ["rounds"] else set()
    scan.used |= {at, at + 1, at + 2} | behind
    work_s, rest_s = scan.phrases[at].values
    times = scan.bounded(scan.phrases[at + 2].values[0])
    return Format("intervals", rounds=times, work_s=int(work_s), rest_s=int(rest_s))


def _is_usual(scan: Scan, at: int) -> bool:
    """'40/20', '40"/20"'."""
    phrase = scan.phrases[at]
    kind = phrase.kind == "count" or (phrase.kind == "measure" and phrase.unit == "double-mark")
    return kind and phrase.values in USUAL


def _first_pair(phrase: Phrase) -> tuple[float, ...]:
    return tuple(float(one) for one in re.findall(r"\d+", phrase.text)[:2])


NOTATION = Notation(
    name="a pair of times",
    meaning="seconds on and off by their usual numbers, so many times",
    keys=frozenset(("sets", "rounds")),
    read=read,
    rank=40,
    examples=(
        Example("20/10 x 8", Format("intervals", rounds=8, work_s=20, rest_s=10)),
        Example('40"/20" x 3 rounds', Format("intervals", rounds=3, work_s=40, rest_s=20)),
        Example("10 rounds of 40/20", Format("intervals", rounds=10, work_s=40, rest_s=20)),
        Example("8 x 40/20", Format("intervals", rounds=8, work_s=40, rest_s=20)),
        Example("bike intervals: 30/30 x 10", Format("intervals", rounds=10, work_s=30, rest_s=30)),
    ),
    counter_examples=("8 x 60/40", "8 rounds of 15/12 cal row", "5 x 5"),
)
