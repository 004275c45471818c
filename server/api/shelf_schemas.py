"""Shapes of the gym's own words and movements."""

from __future__ import annotations

from ninja import Schema
from pydantic import Field

from server.api.bench_schemas import Picture, RungOut


class WordIn(Schema):
    """movement is empty for a word that is no work."""

    word: str = Field(min_length=1, max_length=200)
    movement: str = Field(default="", max_length=90)


class WordOut(Schema):
    id: int
    word: str
    movement: str
    name: str


class NamedPosition(Schema):
    id: str
    name: str


class ShelfMovement(Schema):
    id: str
    name: str
    aliases: list[str]
    family: str
    own: bool
    positions: list[NamedPosition]
    standard: str


class OwnMovementIn(Schema):
    """A new movement that is like a known one; positions when they differ."""

    name: str = Field(min_length=1, max_length=80)
    like: str = Field(max_length=90)
    positions: list[str] | None = None


class ImportOut(Schema):
    added: int
    changed: int
    same: int


class PhaseBounds(Schema):
    phase: str
    min_s: int
    max_s: int
    min_items: int
    max_items: int


class ClockIn(Schema):
    kind: str
    work_s: int
    change_s: int
    rounds: int


class MethodRow(Schema):
    """A method with all it sets. base: the built-in one it was made from (itself when built in)."""

    id: str
    name: str
    belief: str
    differ: str
    own: bool
    base: str
    reference_minutes: int
    phases: list[PhaseBounds]
    if_cold: list[PhaseBounds]
    ramp_share: float
    max_hold_s: int
    item_s: list[int]
    forbids: list[str]
    styles: dict[str, list[str]]
    kit_only: list[str] | None
    clock: ClockIn


class MethodIn(Schema):
    """What the gym's copy of ``base`` changes; the rest stays as it is there."""

    base: str = Field(max_length=90)
    name: str = Field(min_length=1, max_length=60)
    belief: str | None = Field(default=None, max_length=300)
    reference_minutes: int | None = Field(default=None, ge=2, le=60)
    phases: list[PhaseBounds] | None = None
    ramp_share: float | None = None
    max_hold_s: int | None = None
    forbids: list[str] | None = None
    clock: ClockIn | None = None

    def changes(self) -> dict:
        """The fields that were given."""
        return self.model_dump(mode="json", exclude={"base"}, exclude_none=True)


class Served(Schema):
    demand: str
    name: str
    kind: str


class ShelfDrill(Schema):
    id: str
    name: str
    aliases: list[str]
    style: str
    phases: list[str]
    level: str
    seated: bool
    kit_names: list[str]
    serves: list[Served]


class EffectOut(Served):
    """twentieths of full preparation, and why."""

    twentieths: int
    because: str


class DrillOut(Schema):
    id: str
    name: str
    why: str
    style: str
    effort: float
    space: str
    level: str
    picture: Picture
    cues: list[str]
    fault: str
    cautions: list[str]
    avoid: list[str]
    seated: str
    instead: dict[str, str]
    doses: list[str]
    holds_s: dict[str, int]
    fatigue: dict[str, float]
    kit: dict[str, float]
    effects: list[EffectOut]
    sources: list[str]
    easier: RungOut | None = None
    harder: RungOut | None = None
