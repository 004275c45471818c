"""Movements of a line that are choices, of which one is done: 'row or ski 1000 m', 'run/bike/row 2 min'."""

from __future__ import annotations

import re

from core.reading.board_words import board_words
from core.reading.draft import Chunk, Chunks
from core.reading.line import Line
from core.reading.phrases import PAIR

SHORTEST_CHOICE_M = 1000.0  # "5 km row, 12 km bike or 5 km run": nobody does all of them; common practice
_CHOOSES = re.compile(r"\b(?:choose|pick|choice|either|any)\b", re.IGNORECASE)


_ONE_OF_THEM = re.compile(r"\b(?:choose|pick)\s+(?:any\s+)?(?:one|1)\b", re.IGNORECASE)


def one_is_chosen(read: Line) -> bool:
    """Whether strokes stand between choices: '400 m run / 500 m row (choose one per round)'."""
    return _ONE_OF_THEM.search(read.text) is not None


def _stand_in_for_each_other(one: Chunk, other: Chunk) -> bool:
    both = {one.draft.movement, other.draft.movement}
    return any(both <= group for group in board_words().instead)


_GOING = re.compile(r"\b(?:row|rower|bike|ski|run|swim|walk|jog|erg|or)\b", re.IGNORECASE)


def _lists_by_strokes(read: Line) -> bool:
    """Whether strokes part the entries of a list, each with its own number."""
    entries = read.content.rpartition(": ")[2].split(" / ")
    return len(entries) > PAIR and (
        all(any(map(str.isdecimal, entry)) for entry in entries)
        or not any(any(map(str.isdecimal, entry)) or _GOING.search(entry) for entry in entries)
    )


def is_choice(read: Line, chunk: Chunk, before: Chunk) -> bool:
    """Whether a chunk is another choice for the one before, not more work."""
    if read.of_division and chunk.joined_by == "slash" and not _stand_in_for_each_other(chunk, before):
        return False  # "Scaled: 30/20 / ring rows"
    if chunk.joined_by == before.joined_by == "slash" and not _stand_in_for_each_other(chunk, before):
        return False  # "5 sets: power clean / 2 front squats / push jerk"
    if chunk.joined_by == "or":  # "row or ski 1000 m": what stands behind the last is told of the first
        return before.draft.has_amount or not (chunk.named and before.named and chunk.draft.has_amount)
    if chunk.joined_by == "slash" and _lists_by_strokes(read):
        return False  # "10 burpees / bike 10 cal / row 20 cal"
    if chunk.joined_by == "slash" and any(one.kind == "each" for one in read.phrases):
        return False  # "1 min each, 5 rounds: row / wall ball / plank"
    told = before.draft.has_counted or before.draft.seconds or before.draft.max_effort
    bare = bool(told) and not chunk.draft.has_amount and not before.draft.leads
    return chunk.joined_by == "slash" and chunk.named and bare


def is_easier(read: Line, chunk: Chunk, before: Chunk) -> bool:
    """'10 bar muscle-ups (10 chest-to-bar)', '10 pull-ups (15 ring rows)': what may be done instead."""
    inside = all(index in read.bracketed for index in chunk.indices)
    counted = chunk.named and before.named and bool(chunk.draft.reps) and before.draft.has_amount
    if (
        not inside
        or not counted
        or chunk.joined_by
        or any(index in read.bracketed for index in before.indices)
    ):
        return False
    return chunk.draft.movement != before.draft.movement and _stand_in_for_each_other(chunk, before)


def is_one_of_several(read: Line, found: Chunks) -> bool:
    """'60 min run, bike or row', 'choose one: 2 km row, 5 km bike or 1 mile run': the middle one of three
    choices."""
    if len(found) < 2:
        return False
    before, last = found[-2][1], found[-1][1]
    counted_once = before.draft.has_amount and not last.draft.has_amount
    far = all((one.draft.distance_m or 0) >= SHORTEST_CHOICE_M for one in (before, last))
    chosen = far or (lasts(before) and lasts(last) and _CHOOSES.search(read.text) is not None)
    return last.named and before.named and last.joined_by == "comma" and (counted_once or chosen)


def lasts(chunk: Chunk) -> bool:
    """Whether it is told by its way, its time or its calories."""
    return bool(chunk.draft.seconds or chunk.draft.calories or chunk.draft.distance_m)


def keep_choice(read: Line, indices: list[int], before: Chunk) -> None:
    read.take(indices, "note", "another choice")
    first, last = read.phrases[indices[0]], read.phrases[indices[-1]]
    before.draft.notes.append(f"or {read.text[first.column : last.end]}")
