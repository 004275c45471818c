"""A phrase: the smallest piece of a line that says something."""

from __future__ import annotations

from dataclasses import dataclass

PAIR = 2  # two standards, two places, two who share, a weight in each hand


@dataclass(frozen=True, slots=True)
class Phrase:
    """kind: measure | sets | count | scheme | ladder | span | sum | clock | steps | words | or a
    keyword's name.
    column is 0-based.

    values: the numbers; times: how often ("3 x 8"); pair is True when values are standards ("95/65"), not a
    list.
    """

    kind: str
    text: str
    column: int
    end: int
    values: tuple[float, ...] = ()
    unit: str = ""
    times: int = 1
    pair: bool = False
    form: str = ""
