"""Plausibility: what was read and is not likely is doubted aloud, at its place, instead of believed silently.

A line that ends in '// yes, so' is not doubted again: the answer stands in the text itself.
"""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterator
from dataclasses import dataclass

from core.catalog import Catalog
from core.catalog.rows import Movement
from core.reading.board_words import board_words
from core.reading.workout import ASKING_KINDS, Doubt, Format, Part, Work, Written

YES_SO = re.compile(r"^yes,?\s+so\b[.!]?$", re.IGNORECASE)
MOST_REPS = 500  # of one line; the limits here are common practice
MOST_SKIPS = 1500
LIGHTEST_BAR_KG = 10.0
HEAVIEST_KG = {"dumbbell": 60.0, "kettlebell": 60.0, "medicine-ball": 25.0, "plate": 50.0, "barbell": 300.0}
MOST_METRES = {"running": 25_000.0, "machine": 60_000.0}
MOST_CARRIED_M = 3_000.0
MOST_CALORIES = 500
LONGEST_HOLD_S = 900
LONGEST_PIECE_MIN = 90.0
MOST_ROUNDS = 50
TIMED = ("every-minute", "intervals")  # a name in each of their minutes is one repetition, or fills it


@dataclass(frozen=True)
class TwoCaps:
    """Two time caps that were written for one part."""

    line: int
    text: str


def doubts_of(
    parts: tuple[Part, ...], two_caps: tuple[TwoCaps, ...], catalog: Catalog, sure: frozenset[int]
) -> tuple[Doubt, ...]:
    """Every doubt of a workout, in the order of its text. sure: lines that were said to be so."""
    holding = {a.line for a, b in itertools.pairwise(parts) if 0 <= b.line - a.line <= 1}
    found = [doubt for part in parts for doubt in _of_part(part, catalog, part.line in holding)]
    found += [
        Doubt(one.line, 1, one.text, one.text, "this part has another time cap already") for one in two_caps
    ]
    return tuple(
        sorted((one for one in found if one.line not in sure), key=lambda one: (one.line, one.column))
    )


def _of_part(part: Part, catalog: Catalog, holds_others: bool) -> Iterator[Doubt]:
    fmt = part.format
    minutes = (fmt.minutes or 0) * fmt.repeat
    of_the_day = (
        part.name.lower() in board_words().headings and board_words().headings[part.name.lower()] is None
    )
    empty = part.headed and not part.work and not (holds_others or of_the_day)  # "Today"
    if part.kind in ASKING_KINDS and empty and (fmt.said or not part.notes):
        yield Doubt(
            part.line,
            1,
            part.name,
            f"{part.name} without any work",
            "a part with a name has a list as a rule",
        )
    if fmt.kind == "intervals" and not (part.work or empty):
        yield Doubt(
            part.line,
            1,
            part.name,
            f"{fmt.rounds or 'some'} intervals of nothing that is named",
            "on which machine, or of what, is not said",
        )
    if minutes > LONGEST_PIECE_MIN or (fmt.cap_s or 0) > LONGEST_PIECE_MIN * 60:
        longest = max(minutes, (fmt.cap_s or 0) / 60)
        yield Doubt(part.line, 1, part.name, f"{longest:g} minutes", "that is longer than a class")
    if (
        (fmt.rounds or 0) * fmt.repeat > MOST_ROUNDS
        and not fmt.estimated
        and fmt.kind in ("rounds", "sets-x-reps")
    ):
        yield Doubt(
            part.line,
            1,
            part.name,
            f"{(fmt.rounds or 0) * fmt.repeat} rounds",
            "that is more than any list is done",
        )
    for work in part.work:
        for what, why in _of_work(work, catalog.movements[work.movement]):
            yield Doubt(work.line, work.column, work.text, what, why)
        listed = len(part.work) > 1 or (fmt.rounds or 1) == 1  # "snatch - 30 for time"
        counted = work.reps and catalog.movements[work.movement].unit in ("rep", "metre")
        if part.kind in ASKING_KINDS and listed and counted and _says_no_amount(work, fmt):
            what = f"{catalog.movements[work.movement].name} once"
            yield Doubt(work.line, work.column, work.text, what, "no amount is written for it")


def _says_no_amount(work: Work, fmt: Format) -> bool:
    """Whether one repetition is a guess: neither its line nor the format says how many."""
    told = Written(sets=work.written.sets) != work.written or work.reps_estimated or work.rep_every_s
    one_each = work.complex is not None or work.role or fmt.scheme or fmt.kind in TIMED
    rounds = 1 if fmt.kind == "sets-x-reps" else (fmt.rounds or 1) * fmt.repeat
    return not (told or one_each) and work.reps == max(1, rounds)


def _of_work(work: Work, row: Movement) -> Iterator[tuple[str, str]]:
    """(what was read, why it is doubted)."""
    most = MOST_SKIPS if row.implement == "jump-rope" else MOST_REPS
    if work.reps > most and not work.reps_estimated:
        yield f"{work.reps} {row.name}s", f"more than {most} of one movement are rare"
    yield from _of_load(work, row)
    carried = MOST_METRES.get(row.family, MOST_CARRIED_M)
    if (work.distance_m or 0) > carried:
        yield (
            f"{(work.distance_m or 0) / 1000:g} km of {row.name}",
            f"more than {carried / 1000:g} km are rare",
        )
    if row.unit == "metre" and work.written.reps and work.reps and not (work.calories or work.reps_estimated):
        yield f"{work.reps} repetitions of {row.name}", "a way has metres or a time"
    if (work.calories or 0) > MOST_CALORIES and not work.reps_estimated:
        yield f"{work.calories} calories", f"more than {MOST_CALORIES} are rare"
    if row.unit == "second" and (work.written.seconds or 0) > LONGEST_HOLD_S:
        yield f"{work.written.seconds} s of {row.name}", "nobody holds that at one go"


def _of_load(work: Work, row: Movement) -> Iterator[tuple[str, str]]:
    load = work.load_kg
    if load is None:
        return
    if row.implement == "barbell" and load < LIGHTEST_BAR_KG:
        yield f"{row.name} with {load:g} kg", "no bar is that light"
    heaviest = HEAVIEST_KG.get(row.implement)
    if heaviest is not None and load > heaviest:
        yield f"{row.name} with {load:g} kg", f"more than {heaviest:g} kg are rare"
