"""Barbell movements done as one unit, and the bar that a line's lifts share."""

from __future__ import annotations

import itertools
from collections.abc import Sequence

from core.catalog import Catalog
from core.reading.draft import (
    BUILD_SETS,
    HEAVY_PERCENT,
    LOADS,
    Chunk,
    Draft,
    lend,
    share_out,
)
from core.reading.kit_words import HAND_WEIGHTS
from core.reading.phrases import PAIR

LEAST_OF_A_LIST = 9  # repetitions a list of rounds begins or ends with, and no complex
MOST_COMPLEX_REPS = 10  # more of one movement in a row is no complex; common practice


class Complexes:
    """Binds them within the lines of one text."""

    def __init__(self, catalog: Catalog):
        self.catalog = catalog
        self.complexes = 0

    def bind_complex(self, chunks: list[Chunk]) -> None:
        """'1 clean + 1 front squat + 2 jerks': barbell movements joined by plus signs are one unit and
        share bar and sets."""
        named = [chunk for chunk in chunks if chunk.named]
        drafts = [chunk.draft for chunk in named]
        rungs = drafts[0].scheme if drafts else ()
        falls = len(set(rungs)) > PAIR and max(rungs) >= LEAST_OF_A_LIST  # "21-15-9 deadlifts + power cleans"
        if falls or not self._is_complex(named):
            return
        self.complexes += 1
        last = drafts[-1]
        for draft in drafts:
            draft.complex = self.complexes
            if not _loaded_within(chunks):
                lend(last, draft, LOADS)
        if len(last.sum) == len(drafts):  # "clean + jerk 5 x (1+2)"
            share_out(drafts, last)
            return
        leader = next((draft for draft in drafts if draft.sets_written and draft.sets), None)
        bare = leader is last and not any(
            draft.reps for draft in drafts
        )  # "clean + jerk 2 x 4": four of each
        for draft in drafts if leader is not None else ():
            if leader is not None and leader.estimated:
                draft.estimated = True
            if not draft.scheme and leader is not None:
                draft.scheme = leader.scheme if bare else (draft.reps or 1,) * (leader.sets or 1)
                draft.sets, draft.sets_written = leader.sets, True
                draft.reps = None

    def bind_list(self, drafts: list[Draft]) -> None:
        """Make one unit of a list of lifts with one bar."""
        bars = all(self.catalog.movements[one.movement].implement == "barbell" for one in drafts)
        if not bars or len(drafts) < 2 or any(one.scheme for one in drafts[:-1]):
            return
        self.complexes += 1
        sets = drafts[-1].sets if drafts[-1].sets_written else None
        for one in drafts:
            one.complex = self.complexes
            if sets and not one.scheme:
                one.scheme, one.reps = (one.reps or 1,) * sets, None
                one.sets, one.sets_written = sets, True

    def build_up(self, drafts: list[Draft]) -> None:
        """What a list of lifts comes to that is done as one unit up to its heaviest."""
        bars = all(self.catalog.movements[one.movement].implement == "barbell" for one in drafts)
        if not bars or any(one.scheme for one in drafts):
            return
        self.complexes += 1
        for one in drafts:
            one.complex = self.complexes
            one.scheme, one.reps = (one.reps or 1,) * BUILD_SETS, None
            one.sets, one.sets_written, one.estimated = BUILD_SETS, True, True
            if not one.loads:
                one.percents = one.percents or (HEAVY_PERCENT,)

    def share_bar(self, chunks: list[Chunk]) -> None:
        """'5 presses, 5 push presses, 5 jerks @ 40/30', '.. (40/30), 30 skips', '8 DB cleans, 8 DB squats
        2x22.5': the bar or the weights behind the lifts of a line are all of theirs."""
        for implement in ("barbell", *HAND_WEIGHTS) if not _loaded_within(chunks) else ():
            self._share([chunk.draft for chunk in chunks if chunk.named], implement)

    def _share(self, line: list[Draft], implement: str) -> None:
        bars = [self.catalog.movements[one.movement].implement == implement for one in line]
        named = line[: sum(itertools.takewhile(bool, bars))]
        last = named[-1] if len(named) > 1 and sum(bars) == len(named) else None
        apart = len(line) > len(named) and any(one.sets_written or one.scheme for one in named)
        apart |= len({bool(one.scheme) for one in named}) > 1  # "bench 10-8-6, superset with 10 rows 60/40"
        if last is None or not last.loads or apart or any(one.loads or one.percents for one in named[:-1]):
            return
        for one in named[:-1]:
            lend(last, one, LOADS)
            one.assumed.append(f"{last.load_text} as at the end of the line")

    def _is_complex(self, named: list[Chunk]) -> bool:
        drafts = [chunk.draft for chunk in named]
        if len(drafts) < 2:
            return False
        sums = len(drafts[-1].sum) == len(drafts)
        joined = all(
            chunk.joined_by == "plus" or (sums and chunk.joined_by in ("and", "comma")) for chunk in named[1:]
        )
        barbells = all(self.catalog.movements[draft.movement].implement == "barbell" for draft in drafts)
        return (
            joined and barbells and not any(draft.reps and draft.reps > MOST_COMPLEX_REPS for draft in drafts)
        )


def _loaded_within(chunks: Sequence[Chunk]) -> bool:
    """'18 front squats, 50/35 kg + 5 snatches @ 43/30': whether a load stands for itself before the last."""
    return any(not one.named and one.draft.loads for one in chunks[:-1])


def is_bare_complex(work: Sequence[Draft]) -> bool:
    """Whether lifts are one unit of which nothing says how often."""
    return len(work) > 1 and all(one.complex and not (one.scheme or one.sets) for one in work)
