"""A fixed set of points through uncertain ranges: no chance, the same points for everybody.

Every motion alone is spread evenly (the middles of equal shares of a normal distribution); their order is
shuffled by a low-discrepancy sequence (Kronecker, generalised golden ratio; Roberts 2018, from memory) so
that together they fill the space. 32 points give the chance of a squat stopping within 0.03 of what 4,096
give (docs/proof.md).
"""

from __future__ import annotations

from functools import lru_cache
from statistics import NormalDist

import numpy as np
from numpy.typing import NDArray

POINTS = 32


@lru_cache(maxsize=64)
def standard_points(dimensions: int, count: int = POINTS) -> NDArray[np.float64]:
    """Standard normal values [dimensions, count]; every row has mean 0."""
    root = 1.5
    for _ in range(60):  # the positive root of root ** (d + 1) = root + 1
        root = (1 + root) ** (1 / (dimensions + 1))
    middles = np.array([NormalDist().inv_cdf((place + 0.5) / count) for place in range(count)])
    numbers = np.arange(1, count + 1)
    rows = [
        middles[np.argsort(np.argsort((0.5 + numbers * root ** -(axis + 1)) % 1.0))]
        for axis in range(dimensions)
    ]
    return np.array(rows)
