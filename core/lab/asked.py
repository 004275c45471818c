"""What the lab can be asked, and what it refuses."""

from __future__ import annotations

from dataclasses import dataclass, field

from core.errors import CoreError
from core.posture.body import MEASURABLE
from core.posture.shape import BARS, FAMILIES, LIMITS, Limit, Shape

RANGE_LIMIT = Limit(-20.0, 230.0)
HEIGHT_LIMIT_M = Limit(1.2, 2.3)
SEXES = ("male", "female", None)


class LabRefused(CoreError):
    """A value the lab cannot work with; ``field`` names it."""

    def __init__(self, name: str, message: str):
        self.field = name
        super().__init__(message)


@dataclass(frozen=True, kw_only=True, slots=True)
class LabAsk(Shape):
    """A shape for a body. ranges: degrees typed over a person's own; height_m, sex: over theirs; lengths_m:
    measured segments."""

    ranges: dict[str, float] = field(default_factory=dict)
    height_m: float | None = None
    sex: str | None = None
    lengths_m: dict[str, float] = field(default_factory=dict)

    def check(self) -> None:
        """Raise LabRefused for the first value that cannot be worked with."""
        if self.family not in FAMILIES:
            known = ", ".join(FAMILIES)
            raise LabRefused("family", f"'{self.family}' is no posture of the lab; it has {known}.")
        if self.bar not in BARS:
            known = ", ".join(BARS)
            raise LabRefused("bar", f"'{self.bar}' is no place for a load here; it has {known}.")
        for name, limit in LIMITS.items():
            self._within(name, name.replace("_", " "), getattr(self, name), limit)
        self._check_body()

    def _check_body(self) -> None:
        """Ranges and lengths typed in."""
        if self.sex not in SEXES:
            raise LabRefused("sex", f"'{self.sex}' is not known here; male, female or null are.")
        if self.height_m is not None:
            self._within("height_m", "height", self.height_m, HEIGHT_LIMIT_M)
        for motion, value in self.ranges.items():
            self._within(f"ranges.{motion}", motion, value, RANGE_LIMIT)
        for segment in self.lengths_m:
            if segment not in MEASURABLE:
                expected = ", ".join(MEASURABLE)
                raise LabRefused(f"lengths_m.{segment}", f"segment {segment!r}: expected one of {expected}.")

    @staticmethod
    def _within(name: str, says: str, value: float, limit: Limit) -> None:
        if not limit.low <= value <= limit.high:
            can = f"from {limit.low:g} to {limit.high:g} can be solved"
            raise LabRefused(name, f"{says} is {value:g}; {can}.")
