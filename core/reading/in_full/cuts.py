"""What stands for stretches of a line."""

from __future__ import annotations

from collections.abc import Iterator

Cuts = Iterator[tuple[int, int, str]]  # where a stretch starts and ends, and what stands for it
