"""Shapes of what the position lab is asked and starts with; its answer is the core's document."""

from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import Field

from core.posture.shape import BAR_HEIGHT_M, KNEE_MOST_DEG, Bar, Family

FewNumbers = Annotated[dict[str, float], Field(max_length=10)]


class ShapeIn(Schema):
    """The core's Shape as it is asked and told; a test holds the fields and their defaults together."""

    family: Family = "squat"
    bar: Bar = "none"
    single_leg: bool = False
    load_share: float = 0.0
    depth_deg: float = 100.0
    stance_cm: float = 42.0
    heel_mm: float = 0.0
    step_length_m: float = 1.05
    box_height_m: float = 0.5
    bar_height_m: float = BAR_HEIGHT_M
    chest_cm: float = 0.0
    shoulders_cm: float = 0.0
    wedge_deg: float = 0.0
    knee_most_deg: float = KNEE_MOST_DEG
    beside: bool = False
    from_knee: bool = False
    arms_back_deg: float = 0.0
    lean_deg: float = 75.0
    forearms: bool = False
    rear_knee_m: float = 0.0
    rear_foot_m: float = 0.0
    hands_m: float = 0.0
    chest_m: float = 0.0
    hands_cm: float = 10.0
    short_cm: float = 0.0


class LabIn(ShapeIn):
    """A shape; a person, a class's average, or nobody in particular; ranges and lengths typed over theirs."""

    ranges: FewNumbers = Field(default_factory=dict)
    height_m: float | None = None
    lengths_m: FewNumbers = Field(default_factory=dict)
    person_id: int | None = None
    class_id: int | None = None


class LabPerson(Schema):
    id: int
    name: str
    measured: int


class LabPosition(ShapeIn):
    """A position that can be solved, and the shape it opens with."""

    id: str
    name: str


class LabStart(Schema):
    people: list[LabPerson]
    positions: list[LabPosition]
