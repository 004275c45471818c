"""A test before and after a drill or a prep: one observation of what it does at once. The first value stays
hidden until the second is in, so that nobody reads towards it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import NamedTuple

from core.catalog.measuring import RangeTest
from core.testing.change import Change, judge


@dataclass(frozen=True, slots=True, kw_only=True)
class Trial:
    """Readings of one test and side, before and after. between: drills that were done in between; control:
    nothing was."""

    test: str
    side: str
    before: float
    after: float | None = None
    between: tuple[str, ...] = ()

    @property
    def control(self) -> bool:
        """Whether it tells what testing twice alone does."""
        return self.after is not None and not self.between


class TrialStands(NamedTuple):
    """What may be shown of a trial: before and after only once both are in, and what changed."""

    before: float | None
    after: float | None
    change: Change | None


def trial_stands(trial: Trial, test: RangeTest) -> TrialStands:
    """What may be shown of it now."""
    if trial.after is None:
        return TrialStands(None, None, None)
    return TrialStands(trial.before, trial.after, judge(test, trial.before, trial.after))
