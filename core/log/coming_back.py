"""What keeps coming back: positions that feel the same or worse week after week."""

from __future__ import annotations

from collections.abc import Iterable
from typing import NamedTuple

LATELY_WEEKS = 6  # looked at; estimate
COMES_BACK_WEEKS = 3  # of them, with as many or more answers same or worse than better; estimate
LEAST_ANSWERS = 3  # over these weeks, below which nothing is said; estimate


class Answered(NamedTuple):
    """Answers on one position in one week. week: its number, growing."""

    position: str
    week: int
    better: int
    same: int
    worse: int

    @property
    def stays(self) -> bool:
        """Whether it was not better for at least half of those who said something."""
        return self.same + self.worse > 0 and self.same + self.worse >= self.better


class ComesBack(NamedTuple):
    """A position over the last weeks. weeks: in which it stayed; answers: better, same, worse in all; again:
    it keeps coming back."""

    position: str
    weeks: int
    better: int
    same: int
    worse: int
    again: bool


def comes_back(answers: Iterable[Answered], this_week: int) -> tuple[ComesBack, ...]:
    """Positions of the last six weeks, those that keep coming back first, then by the weeks they stayed."""
    by_position: dict[str, list[Answered]] = {}
    for one in answers:
        if this_week - LATELY_WEEKS < one.week <= this_week:
            by_position.setdefault(one.position, []).append(one)
    found = [_of(position, rows) for position, rows in by_position.items()]
    return tuple(sorted(found, key=lambda one: (not one.again, -one.weeks, -one.worse, one.position)))


def _of(position: str, rows: list[Answered]) -> ComesBack:
    better, same, worse = (sum(getattr(row, name) for row in rows) for name in ("better", "same", "worse"))
    weeks = len({row.week for row in rows if row.stays})
    again = weeks >= COMES_BACK_WEEKS and better + same + worse >= LEAST_ANSWERS
    return ComesBack(position, weeks, better, same, worse, again)
