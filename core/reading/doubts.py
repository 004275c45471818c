"""Plausibility: what was read and is not likely is doubted aloud, at its place, instead of believed silently."""

from __future__ import annotations

from core.catalog import Catalog
from core.reading.workout import Doubt, Part


def doubts_of(parts: tuple[Part, ...], catalog: Catalog, lines: dict[int, str]) -> tuple[Doubt, ...]:
    return ()
