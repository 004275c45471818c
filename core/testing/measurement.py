"""One measured range, and what it stands for on the body it was measured on."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from functools import lru_cache

from core.catalog import load_catalog
from core.posture.body import Body
from core.testing.change import smallest_detectable_change
from core.testing.convert import degrees_of, error_deg_of, slope_of

# standard error between visits of the ways an angle is measured, degrees; anything else is as good as the
# norm's usual test
WAYS_ERROR_DEG = {
    "goniometer": 5.0,  # common clinical rule, from memory
    "inclinometer": 4.0,  # estimate
    "photo": 6.0,  # estimate
    "by-eye": 10.0,  # estimate
}
DRIFT_DEG = 0.5  # a month: how fast what was measured grows stale; estimate
SIDES_DEG = 5.0  # sides further apart than this are told apart where no test says better; clinical rule


@dataclass(frozen=True, slots=True)
class Measurement:
    """One measured range. value is what was read: degrees, or what ``test`` (an id of the catalog's tests)
    reads; on: the day, as an ISO date, "" unknown. degrees and error_deg follow from the body and the day,
    and so does detectable_deg, from which a difference is one: ``measured`` says them."""

    motion: str
    value: float
    side: str = "both"
    test: str = "goniometer"
    on: str = ""
    degrees: float = 0.0
    error_deg: float = 0.0
    detectable_deg: float = SIDES_DEG


@lru_cache(maxsize=20_000)  # pure; a class is asked for again with every key that its coach presses
def measured(one: Measurement, body: Body, today: str) -> Measurement:
    """A measurement with its degrees on a body, and its standard error on a day ("": as on its own)."""
    catalog = load_catalog()
    test = catalog.range_tests.get(one.test)
    if test is not None and test.motion == one.motion:
        degrees, error_deg = degrees_of(test, one.value, body), error_deg_of(test, one.value, body)
        detectable_deg = smallest_detectable_change(test) * abs(slope_of(test, one.value, body))
    else:
        degrees, detectable_deg = one.value, SIDES_DEG
        error_deg = WAYS_ERROR_DEG.get(one.test, catalog.norms[one.motion].error_deg)
    error_deg = math.hypot(error_deg, DRIFT_DEG * _months(one.on, today))
    return replace(one, degrees=degrees, error_deg=error_deg, detectable_deg=detectable_deg)


def _months(on: str, today: str) -> int:
    """Whole calendar months from a day to another; none when either is unknown, or it lies ahead."""
    if not on or not today:
        return 0
    (year, month, day), (now_year, now_month, now_day) = (
        [int(part) for part in date.split("-")] for date in (on, today)
    )
    return max(0, (now_year - year) * 12 + now_month - month - (now_day < day))
