"""Rows of tests of range: how one is done, what is read off, and what a reading is worth."""

from __future__ import annotations

from typing import Annotated, Literal

from pydantic import Field, model_validator

from core.catalog.rows import Level, Prop, Row, Words, broken

Reads = Literal["cm", "deg", "held", "rung"]
Converts = Literal["as-read", "lunge", "arm-at-wall", "none"]
READ_AS_DEGREES: frozenset[Converts] = frozenset({"as-read", "lunge", "arm-at-wall"})


class RangeTest(Row):
    """A test of range. motion: what it measures; none for one that is held or not, or that is only followed.

    reads: what is read off (``step`` is the finest that can be); limits: beyond these a reading is a slip.
    sem: standard error of measurement between visits, in what is read; converts: how a reading becomes
    degrees, which adds ``conversion_error_deg``; less_deg: taken off, where the test's own load adds
    it. position: the one a hold is held in. rungs: of a ladder, in
    words, the easiest first; a reading is how many were held.
    """

    id: str
    name: str
    measures: Words
    motion: str | None = None
    reads: Reads
    per_side: bool
    step: Annotated[float, Field(gt=0)] = 1
    limits: tuple[float, float]
    sem: Annotated[float, Field(ge=0)] = 0
    sem_source: str = "estimate"
    converts: Converts = "none"
    converts_source: str = "estimate"
    conversion_error_deg: Annotated[float, Field(ge=0)] = 0
    less_deg: Annotated[float, Field(ge=0)] = 0
    position: str | None = None
    rungs: tuple[Words, ...] = ()
    steps: Annotated[tuple[Words, ...], Field(min_length=2)]
    read_off: Words
    stop: Words
    kit: tuple[str, ...] = ()
    level: Level
    poses: tuple[str, str]
    props: tuple[Prop, ...] = ()
    source: str

    @model_validator(mode="after")
    def _means_something(self) -> RangeTest:
        if self.limits[0] >= self.limits[1]:
            raise broken("limits", "the lowest, then the highest reading")
        if (self.converts in READ_AS_DEGREES) != (self.motion is not None):
            raise broken("motion", "a motion exactly where a reading becomes degrees")
        if (self.reads == "held") != (self.position is not None):
            raise broken("position", "a position exactly where it is held or not")
        if (self.reads == "rung") != bool(self.rungs):
            raise broken("rungs", "rungs exactly where they are counted")
        if self.reads in ("cm", "deg") and not self.sem:
            raise broken("sem", "an error above 0 for what is measured")
        return self
