"""What the lab can be asked, the limits of each value, and what every catalog position opens it with."""

from __future__ import annotations

from dataclasses import dataclass, field
from itertools import chain
from typing import Literal, NamedTuple, get_args

from core.errors import CoreError
from core.posture.body import MEASURABLE
from core.posture.hands import SHOULDERS_LIMIT_CM
from core.posture.hang import CHEST_LIMIT_CM, KIP_CHEST_CM
from core.posture.hinge import BAR_HEIGHT_M

Family = Literal["squat", "lunge", "hinge", "hang", "plank", "handstand"]
Bar = Literal["none", "goblet", "front", "back", "overhead"]
FAMILIES: tuple[Family, ...] = get_args(Family)
BARS: tuple[Bar, ...] = get_args(Bar)
MOTIONS: dict[Family, tuple[str, ...]] = {  # motions an answer depends on
    "squat": ("ankle.dorsiflexion", "hip.flexion", "knee.flexion", "shoulder.flexion", "thoracic.extension"),
    "lunge": ("hip.extension", "hip.flexion", "knee.flexion"),
    "hinge": ("hip.flexion-straight-knee", "hip.flexion", "ankle.dorsiflexion"),
    "hang": ("shoulder.flexion", "thoracic.extension", "hip.extension", "lumbar.extension"),
    "plank": ("wrist.extension", "shoulder.flexion"),
    "handstand": (
        "shoulder.flexion",
        "thoracic.extension",
        "wrist.extension",
        "hip.extension",
        "lumbar.extension",
    ),
}


class Limit(NamedTuple):
    """The least and the most of a value that can be solved."""

    low: float
    high: float


LIMITS = {
    "depth_deg": Limit(60, 118),
    "stance_cm": Limit(20, 110),
    "heel_mm": Limit(0, 60),
    "load_share": Limit(0, 2.5),
    "step_length_m": Limit(0.3, 1.6),
    "bar_height_m": Limit(0.0, 0.6),
    "chest_cm": Limit(0, CHEST_LIMIT_CM),
    "shoulders_cm": Limit(-SHOULDERS_LIMIT_CM, SHOULDERS_LIMIT_CM),
    "wedge_deg": Limit(0, 40),
}
RANGE_LIMIT = Limit(-20.0, 230.0)


class LabRefused(CoreError):
    """A value the lab cannot work with; ``field`` names it."""

    def __init__(self, name: str, message: str):
        self.field = name
        super().__init__(message)


@dataclass(frozen=True, kw_only=True)
class LabAsk:
    """What is asked: a family and its shape. ranges: degrees typed over a person's own; lengths_m: measured
    segments.

    chest_cm: ahead of the bar in a hang. shoulders_cm: ahead of the wrists in a plank. wedge_deg: under the
    heels of the hands.
    """

    family: Family = "squat"
    bar: Bar = "none"
    single_leg: bool = False
    load_share: float = 0.0
    depth_deg: float = 100.0
    stance_cm: float = 42.0
    heel_mm: float = 0.0
    step_length_m: float = 0.9
    bar_height_m: float = BAR_HEIGHT_M
    chest_cm: float = 0.0
    shoulders_cm: float = 0.0
    wedge_deg: float = 0.0
    ranges: dict[str, float] = field(default_factory=dict)
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
            value = getattr(self, name)
            if not limit.low <= value <= limit.high:
                can = f"from {limit.low:g} to {limit.high:g} can be solved"
                raise LabRefused(name, f"{name.replace('_', ' ')} is {value:g}; {can}.")
        self._check_body()

    def _check_body(self) -> None:
        """Ranges and lengths typed in."""
        known = set(chain.from_iterable(MOTIONS.values()))
        for motion, value in self.ranges.items():
            if motion not in known:
                raise LabRefused("ranges", f"The lab does not use '{motion}'.")
            if not RANGE_LIMIT.low <= value <= RANGE_LIMIT.high:
                can = f"from {RANGE_LIMIT.low:g} to {RANGE_LIMIT.high:g} can be used"
                raise LabRefused("ranges", f"{motion} of {value:g} degrees; {can}.")
        for segment in self.lengths_m:
            if segment not in MEASURABLE:
                expected = ", ".join(MEASURABLE)
                raise LabRefused("lengths_m", f"segment {segment!r}: expected one of {expected}.")


OPENS_WITH = {  # catalog position -> what the lab opens with
    "squat-bottom": LabAsk(),
    "squat-bottom-goblet": LabAsk(bar="goblet"),
    "squat-bottom-front": LabAsk(bar="front"),
    "squat-bottom-back": LabAsk(bar="back"),
    "squat-bottom-overhead": LabAsk(bar="overhead"),
    "squat-bottom-single": LabAsk(single_leg=True),
    "lunge-bottom": LabAsk(family="lunge"),
    "lunge-front-rack": LabAsk(family="lunge"),
    "lunge-overhead": LabAsk(family="lunge"),
    "pull-from-floor": LabAsk(family="hinge"),
    "pull-from-deficit": LabAsk(family="hinge", bar_height_m=0.15),
    "dead-hang": LabAsk(family="hang"),
    "hang-arch": LabAsk(family="hang", chest_cm=KIP_CHEST_CM),
    "hands-on-floor": LabAsk(family="plank"),
    "handstand": LabAsk(family="handstand"),
    "handstand-free": LabAsk(family="handstand"),
}
