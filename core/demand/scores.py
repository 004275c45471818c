"""What a derivation says: demands with their scores, the terms that made them, and where everybody stands."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import NamedTuple

from core.catalog.rows import Kind

SHORT_FROM = 0.5  # more likely short than not
CLEARLY_DEG = 5.0  # a goniometer cannot tell less (clinical rule)
# as good as none, a little, clearly; a goniometer cannot tell less than 5 (clinical rule)
SHORTFALL_BANDS_DEG = (0.5, 5.0, 10.0)
HOLDS = "holds"


class Term(NamedTuple):
    """Why a demand scores: one position of one movement line. Angles in degrees, None where no angle is
    asked.

    required_deg: the least that any posture takes (of this motion, with the others there are);
    comfortable_deg: in comfort. chance_short: that this motion stops it; stops: every motion with its
    chance to. judged: a repetition is decided here. people: how many of the class meet it (those of its
    division).
    """

    movement: str
    line: int
    column: int
    text: str
    part: str
    division: str | None
    position: str
    severity: float
    exposure: float
    required_deg: float | None = None
    comfortable_deg: float | None = None
    range_deg: float | None = None
    chance_short: float | None = None
    shortfall_deg: float | None = None
    shared_with: tuple[str, ...] = ()
    stops: tuple[tuple[str, float], ...] = ()
    counts: bool = True
    judged: bool = False
    people: int = 1


@dataclass(frozen=True, slots=True)
class Standing:
    """Where one person stands on one reach demand, at its hardest need. spread_deg: standard deviation of
    the range, as far as it is known. text: the line that asks most. left_deg and right_deg where they were
    measured."""

    key: str
    name: str
    range_deg: float
    spread_deg: float
    required_deg: float
    comfortable_deg: float
    measured: bool
    chance_short: float
    shortfall_deg: float
    score: float
    left_deg: float | None = None
    right_deg: float | None = None
    division: str | None = None
    text: str = ""
    felt: float = 1.0

    @property
    def short(self) -> bool:
        """More likely stopped than not, and measured: nobody unmeasured is named."""
        return self.measured and self.chance_short >= SHORT_FROM

    @property
    def lacking(self) -> bool:
        """Worth work of one's own: stopped, or measured clearly short of comfort."""
        return self.short or (self.measured and self.comfortable_deg - self.range_deg > CLEARLY_DEG)


@dataclass(frozen=True, slots=True)
class DivisionScore:
    """What a demand scores among the people of one division; short: about how many it stops (reach only)."""

    division: str | None
    people: int
    score: float
    short: int


@dataclass(frozen=True, slots=True)
class DemandScore:
    """One demand of the session. ``score`` in [0, 1]; ``people`` is empty for anyone-in-particular;
    ``divisions`` is empty when everybody does the same. felt: of its need, by what these people said of its
    hardest positions after earlier preps, 1 to 1.25; it moves no score."""

    id: str
    kind: Kind
    score: float
    shortfall_deg: float
    required_deg: float | None
    terms: tuple[Term, ...]
    people: tuple[Standing, ...]
    divisions: tuple[DivisionScore, ...] = ()
    felt: float = 1.0

    @property
    def short_count(self) -> int:
        """About how many people it stops: the sum of their chances."""
        return round(sum(one.chance_short for one in self.people))

    @property
    def shortfall_counts(self) -> tuple[int, ...]:
        """How many people expect a shortfall up to each of SHORTFALL_BANDS_DEG, and how many more than the
        last."""
        counts = [0] * (len(SHORTFALL_BANDS_DEG) + 1)
        for one in self.people:
            counts[sum(one.shortfall_deg > band for band in SHORTFALL_BANDS_DEG)] += 1
        return tuple(counts)


@dataclass(frozen=True, slots=True)
class PositionStops:
    """What stops the people who pass through a position: motion -> the sum of their chances; the rest hold.
    typical: their average range by motion."""

    position: str
    people: int
    stopped: Mapping[str, float]
    typical: Mapping[str, float] = field(default_factory=dict)

    @property
    def counts(self) -> dict[str, int]:
        """About how many each motion stops, and how many hold (``HOLDS``): whole people that add up to all
        of them (largest remainder)."""
        shares = {**self.stopped, HOLDS: self.people - sum(self.stopped.values())}
        whole = {name: int(share) for name, share in shares.items()}
        left = self.people - sum(whole.values())
        by_remainder = sorted(shares, key=lambda name: (whole[name] - shares[name], name))
        for name in by_remainder[:left]:
            whole[name] += 1
        return {name: count for name, count in whole.items() if count or name == HOLDS}


@dataclass(frozen=True, slots=True)
class DemandProfile:
    """Demands in order of score, highest first; positions that ask a range, as the session meets them."""

    demands: tuple[DemandScore, ...]
    positions: tuple[PositionStops, ...] = ()

    def score(self, demand: str) -> float:
        return next((one.score for one in self.demands if one.id == demand), 0.0)
