"""Sets and amounts that are said once for several movements of a line."""

from __future__ import annotations

import itertools
import re
from collections.abc import Sequence
from dataclasses import replace

from core.reading.board_words import board_words
from core.reading.draft import Chunk
from core.reading.line import Line
from core.reading.scan import FILLERS
from core.reading.tokens import seconds_of

MOST_SETS = 30
LEAST_RUNGS = 3
_SUPERSETS = ("superset", "supersets", "super set", "super sets")
_BEFORE_SETS = ("words", "team", "everyone", "dash", "comma", "x", "then", "colon", "other", "open", "close")
FURTHEST_COLON = 9  # '3 sets, slow and controlled:'


def sets_before_colon(read: Line) -> int | None:
    """'3 sets: 10 rows + 30 s L-sit', '5x: 20 m sprint, walk back': the sets of all that follows."""
    if (listed := _sets_before_list(read)) is not None:
        return listed
    kinds = [phrase.kind for phrase in read.phrases]
    at = kinds.index("count") if "count" in kinds else len(kinds)
    colon = kinds.index("colon", at) if "colon" in kinds[at:] else 0
    if not at + 2 <= colon <= FURTHEST_COLON or read.phrases[at].pair:
        return None
    if any(one.role == "format" and one.column - 1 == read.phrases[at].column for one in read.marks):
        return None  # "3 sets, not for time: ..": rounds of the list
    before, behind = read.phrases[:at], read.phrases[colon + 1 :]
    if any(one.kind not in _BEFORE_SETS for one in before):
        return None
    if any(one.kind in ("comma", "x") for one in before) and all(one.kind != "words" for one in behind):
        return None  # "Back squat, 5 sets: 3 reps @ 80 %"
    if not any(one.kind in ("set-word", "x") for one in read.phrases[at + 1 : at + 3]):
        return None
    says_how = all(
        one.kind in _BEFORE_COLON
        or (one.kind == "words" and only_fillers(one.text))
        or (before.kind, one.kind) == ("cap", "count")
        for before, one in itertools.pairwise(read.phrases[at:colon])
    )
    return int(read.phrases[at].values[0]) if says_how else None


def spread_everyone(read: Line, chunks: Sequence[Chunk]) -> None:
    """'3 rounds together: 10 squats, 5 burpees', 'each athlete does 10 burpees, 15 sit-ups': nobody's part
    of the list is shared out, but what is said to be."""
    kinds = [phrase.kind for phrase in read.phrases]
    colon = kinds.index("colon") if "colon" in kinds else 0
    named = [chunk.draft for chunk in chunks if chunk.named]
    ends = min(
        (read.phrases[at].end for at, kind in enumerate(kinds) if kind == "everyone"), default=read.end
    )
    leads = bool(named) and ends < named[0].column and "share" not in kinds
    if "everyone" in kinds[:colon] or leads:
        for chunk in chunks:
            chunk.draft.everyone |= not chunk.draft.shared


def times_before_colon(read: Line) -> int | None:
    """'Core finisher x3: 20 twists, 15 V-ups': the sets of all that follows."""
    for at, (sign, count, colon) in enumerate(
        zip(read.phrases, read.phrases[1:], read.phrases[2:], strict=False)
    ):
        if [sign.kind, count.kind, colon.kind] == ["count", "x", "colon"]:
            sign, count = count, sign  # "Core superset 3x:"
        if [sign.kind, count.kind, colon.kind] != ["x", "count", "colon"] or count.pair:
            continue
        titled = all(one.kind == "words" or one.text.lower() in _SUPERSETS for one in read.phrases[:at])
        if at and titled and count.values[0] <= MOST_SETS and not {at, at + 1} & read.taken:
            read.take([at, at + 1], "amount", f"{count.values[0]:g} sets")
            read.take([one for one in range(at) if read.phrases[one].kind != "words"], "note", "a superset")
            return int(count.values[0])
    return None


def _sets_before_list(read: Line) -> int | None:
    """'Primer: 3 sets, 8 kip swings, 6 knee raises': the sets of all that is counted behind them."""
    for at, (count, word, comma) in enumerate(
        zip(read.phrases, read.phrases[1:], read.phrases[2:], strict=False)
    ):
        if (
            count.kind != "count"
            or count.pair
            or word.kind != "set-word"
            or comma.kind not in ("comma", "dash")
        ):
            continue
        before = read.phrases[at - 1].kind if at else "colon"
        kinds = [one.kind for one in read.phrases[at + 3 :]]
        counted = sum(a in ("count", "measure") and b == "words" for a, b in itertools.pairwise(kinds))
        if before == "colon" and counted > 1 and kinds[:1] in (["count"], ["measure"]):
            return int(count.values[0])
    return None


_BEFORE_COLON = frozenset(
    (
        "set-word",
        "x",
        "of",
        "comma",
        "slash",
        "open",
        "close",
        "rest",
        "dash",
        "cap",
        "clock",
        "measure",
        "after-set",
        "quality",
    )
)
_TIMES_OF_ALL = re.compile(r"\d{1,2}(?:x\s+\d|\s+sets\s+of\b)", re.IGNORECASE)


def times_of_all(read: Line, chunks: list[Chunk]) -> None:
    """'4x 10/10 DB row, 15 face pulls': a times sign with a gap behind it is for the whole list."""
    named = [chunk.draft for chunk in chunks if chunk.named]
    first = next((one for one in read.phrases if one.kind not in ("words", "colon")), None)
    if first is None or first.kind != "sets" or len(named) < 2 or not _TIMES_OF_ALL.match(first.text):
        return
    rest = named[1:]
    if all(draft.has_amount and not draft.sets_written for draft in rest) and named[0].sets:
        spread_sets(chunks, named[0].sets)


def number_of_each(read: Line, chunks: list[Chunk]) -> None:
    """'7 rounds of 7: thrusters, burpees, pull-ups': so many of each."""
    said = [
        one for one in read.phrases if one.kind not in ("reps", "for-time", "each")
    ]  # "7 rounds of 7 reps:"
    kinds = [one.kind for one in said]
    named = [chunk.draft for chunk in chunks if chunk.named]
    places = [at for at in range(len(kinds) - 3) if _counts_each(kinds[at : at + 5])]
    if not places or len(named) < 2 or named[0].reps != said[places[0] + 2].values[0]:
        return
    for draft in named[1:]:
        draft.reps = draft.reps if draft.has_amount else named[0].reps


def _counts_each(kinds: list[str]) -> bool:
    """'rounds of 7:', 'rounds of 7 (reps) of (each):'."""
    return kinds[:4] == ["rounds", "of", "count", "colon"] or kinds == [
        "rounds",
        "of",
        "count",
        "of",
        "colon",
    ]


def set_beside(chunks: list[Chunk]) -> None:
    """'3 x 10 rows + 30 s plank', '3 x 30 s hollow, 30 s arch': what a plus adds to a movement in sets, or a
    comma to a hold, is done in each of them."""
    for before, chunk in itertools.pairwise(chunks):
        first, second = before.draft, chunk.draft
        counted = second.has_amount and not second.sets_written
        held = chunk.joined_by == "comma" and first.seconds and second.seconds
        added = chunk.joined_by == "plus" or held
        once = first.estimated and (second.distance_m or second.calories)  # "1RM clean + 50 cal bike"
        if added and first.sets_written and first.sets and counted and chunk.named and not once:
            spread_sets([chunk], first.sets)


def spread_sets(chunks: list[Chunk], sets: int) -> None:
    """Every movement of a bracket is done in each of its sets."""
    done = [chunk.draft for chunk in chunks if chunk.named or chunk.draft.distance_m]
    for draft in (one for one in done if not one.sets_written):
        draft.scheme = (draft.reps,) * sets if draft.reps else ()
        draft.sets, draft.sets_written, draft.reps = sets, True, None


def spread_list(read: Line, chunks: list[Chunk]) -> None:
    """'5 rounds of 5-10-15 (pull-ups, push-ups, squats)': a number for each bare name, in order."""
    named = [chunk.draft for chunk in chunks if chunk.named]
    at = next((index for index, one in enumerate(read.phrases) if one.kind == "scheme"), None)
    rounds = [
        a.values[0]
        for a, b in itertools.pairwise(read.phrases)
        if a.kind == "count" and b.kind in ("rounds", "set-word")
    ]
    if at is not None and not rounds and _in_a_time(read, at):
        rounds = [1.0]
    if at is None or not rounds or len(named) < 2 or len(named) != len(read.phrases[at].values):
        return
    values = tuple(int(value) for value in read.phrases[at].values)
    if rounds[0] == len(values) and list(values) == sorted(values, reverse=True):
        return  # "3 rounds, 21-15-9": a number for each round
    bare = not any(draft.has_amount and draft.scheme != values for draft in named)
    if bare and read.phrases[at].column < named[0].column:
        for draft, value in zip(named, values, strict=True):
            draft.reps, draft.scheme, draft.sets, draft.sets_written = value, (), None, False
            draft.leads = False
        read.take([at], "amount", "a number for each")


def spread_list_behind(read: Line, chunks: list[Chunk]) -> None:
    """'thrusters, pull-ups 21-15-9': a list of rounds behind bare names is that of all of them."""
    named = [chunk.draft for chunk in chunks if chunk.named]
    last = chunks[-1].draft if len(named) > 1 else None
    others = named[:-1]
    said = set(last.scheme) if last is not None else set()
    if (
        last is None
        or len(said) < LEAST_RUNGS
        or any(draft.has_amount and draft.scheme != last.scheme for draft in others)
    ):
        return
    at = next((one for one in read.phrases if one.kind == "scheme"), None)
    if at is not None and at.column > named[-1].column and not last.percents:
        for draft in others:
            draft.scheme, draft.sets, draft.sets_written = last.scheme, last.sets, last.sets_written


def _in_a_time(read: Line, at: int) -> bool:
    """'20 min of 5/10/15 pull-ups, push-ups, squats': a list with signs of standards behind a time."""
    timed = any(one.kind == "amrap" or seconds_of(one) is not None for one in read.phrases[:at])
    return timed and "/" in read.phrases[at].text


_SPREAD = frozenset(("clock", "measure", "count", "sets"))


def spread_amount(read: Line, chunks: list[Chunk]) -> None:
    """'1 min each: pull-ups, push-ups, sit-ups' and 'pull-ups, push-ups, sit-ups (10 each)': the amount holds
    for every name on the line."""
    named = [chunk.draft for chunk in chunks if chunk.named]
    said = [one for one in read.phrases if one.kind not in ("of", "reps")]  # "1 min of each", "100 reps each"
    if len(named) < 2 or not any(
        before.kind in _SPREAD and one.kind in ("each", "per-side")
        for before, one in itertools.pairwise(said)
    ):
        return
    first, last = named[0], chunks[-1].draft
    leading = _count_before_colon(read)
    if leading and not any(draft.has_amount and draft.reps != leading for draft in named):
        for draft in named:
            draft.reps = leading
        return
    others_bare = not any(replace(draft, counts="").has_amount for draft in named[1:])  # "row (cal)"
    if _led_by_each(read) and first.has_amount and others_bare:
        first.sides = 1
        for draft in named[1:]:
            draft.take_amounts(first)
    elif first.seconds and others_bare:
        for draft in named[1:]:
            draft.seconds = first.seconds
    elif last.has_amount and not any(draft.has_amount for draft in named if draft is not last):
        for draft in named[:-1]:
            draft.take_amounts(last)


LEAST_OF_A_LIST = 3  # bare names before sets that are for all of them without a colon


def spread_sets_said_once(read: Line, chunks: list[Chunk]) -> None:
    """'3 x 12: rows, presses, curls' and 'rows, presses, curls: 3 x 12': the sets of all of them."""
    named = [chunk for chunk in chunks if chunk.named]
    told = [chunk.draft for chunk in named if chunk.draft.sets_written and chunk.draft.scheme]
    if len(named) < 2 or len(told) != 1 or len(set(told[0].scheme)) > 1:
        return
    others = [chunk.draft for chunk in named if chunk.draft is not told[0]]
    if any(one.has_counts or one.percents or one.estimated for one in others):
        return
    if any(chunk.joined_by in ("plus", "then", "semicolon") for chunk in named):
        return
    names = [at for chunk in named for at in chunk.indices if read.phrases[at].kind == "words"]
    if not names:
        return
    signs = [at for at, one in enumerate(read.phrases) if one.kind in ("colon", "dash")]
    leads = told[0] is named[0].draft and any(at < names[0] for at in signs)
    trails = told[0] is named[-1].draft and any(at > names[-1] for at in signs)
    listed = told[0] is named[-1].draft and len(named) >= LEAST_OF_A_LIST
    if leads or trails or listed:
        for one in others:
            one.take_amounts(told[0])


def spread_rungs(read: Line, chunks: list[Chunk]) -> None:
    """'Thrusters & pull-ups, 21-15-9': the list behind bare names is that of them all."""
    named = [chunk.draft for chunk in chunks if chunk.named]
    last = chunks[-1].draft if chunks else None
    rungs = last.scheme if last is not None else ()
    if last is None or len(named) < 2 or len(rungs) < LEAST_RUNGS or len(set(rungs)) < len(rungs):
        return
    others = [draft for draft in named if draft is not last]
    bare = not any(draft.has_amount or draft.loads for draft in others)
    if bare and read.phrases[-1].kind in ("scheme", "reps", "for-time", "close"):
        for draft in others:
            draft.take_amounts(last)


def _led_by_each(read: Line) -> bool:
    """'10 each: presses, rows, lunges', '3x10 each - bridges, rows'."""
    kinds = [one.kind for one in read.phrases]
    return any(
        kinds[at] in ("count", "sets") and kinds[at + 1] == "each" and kinds[at + 2] in ("colon", "dash")
        for at in range(len(kinds) - 2)
    )


def _count_before_colon(read: Line) -> int:
    """'2 rounds, 10 each: lunges, inchworms, ring rows'."""
    told = [
        one for one in read.phrases if one.kind not in ("reps", "for-time", "of")
    ]  # "100 reps each for time:"
    runs = zip(told, told[1:], told[2:], strict=False)
    said = (
        count
        for count, each, colon in runs
        if (count.kind, each.kind, colon.kind) == ("count", "each", "colon") and not count.pair
    )
    count = next(said, None)
    return int(count.values[0]) if count is not None else 0


def only_fillers(text: str) -> bool:
    words = text.lower().split()
    return all(word in FILLERS or word in board_words().passable for word in words)
