"""A fixed set of points through uncertain ranges: no chance, the same points for everybody.

Every motion alone is spread evenly (middles of equal shares of a normal distribution); their order follows
a Halton sequence (Halton 1960, from memory), so that together they fill the space. Convergence is in
docs/proof.md.
"""

from __future__ import annotations

from functools import lru_cache
from statistics import NormalDist

import numpy as np
from numpy.typing import NDArray

POINTS = 32
PRIMES = (2, 3, 5, 7, 11, 13, 17, 19)


@lru_cache(maxsize=64)
def standard_points(dimensions: int, count: int = POINTS) -> NDArray[np.float64]:
    """Standard normal values [dimensions, count]; every row has mean 0. Raises ValueError for more dimensions
    than there are primes."""
    if dimensions > len(PRIMES):
        raise ValueError(f"{dimensions} dimensions: expected up to {len(PRIMES)}")
    middles = np.array([NormalDist().inv_cdf((place + 0.5) / count) for place in range(count)])
    rows = [[_mirrored(number, base) for number in range(1, count + 1)] for base in PRIMES[:dimensions]]
    return np.array([middles[np.argsort(np.argsort(row))] for row in rows])


def _mirrored(number: int, base: int) -> float:
    """The digits of a number in a base, mirrored at the point (van der Corput)."""
    value, place = 0.0, 1 / base
    while number:
        number, digit = divmod(number, base)
        value += digit * place
        place /= base
    return value
