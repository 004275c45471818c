"""Shapes of the position lab."""

from __future__ import annotations

from ninja import Schema
from pydantic import Field

from server.api.bench_schemas import Picture


class LabIn(Schema):
    """A shape; a person, a class's average, or nobody in particular; ranges and lengths typed over theirs."""

    family: str = "squat"
    bar: str = "none"
    single_leg: bool = False
    load_share: float = 0.0
    depth_deg: float = 100.0
    stance_cm: float = 42.0
    heel_mm: float = 0.0
    step_length_m: float = 0.9
    bar_height_m: float = 0.225
    chest_cm: float = 0.0
    shoulders_cm: float = 0.0
    wedge_deg: float = 0.0
    ranges: dict[str, float] = Field(default={}, max_length=10)
    lengths_m: dict[str, float] = Field(default={}, max_length=10)
    person_id: int | None = None
    class_id: int | None = None


class MarginOut(Schema):
    id: str
    name: str
    motions: list[str]
    needs_deg: float
    has_deg: float
    margin_deg: float
    measured: bool


class LabOut(Schema):
    family: str
    picture: Picture
    lean_deg: float
    holds: bool
    margins: list[MarginOut]
    limiting: str
    limiting_name: str
    changes: list[str]
    says: str
    ranges: dict[str, float]
    measured: list[str]
    lengths_m: dict[str, float]
    height_m: float
    unknown: list[str]


class LabPerson(Schema):
    id: int
    name: str
    measured: int


class LabPosition(Schema):
    id: str
    family: str
    bar: str
    single_leg: bool
    chest_cm: float
    bar_height_m: float


class LabStart(Schema):
    people: list[LabPerson]
    positions: list[LabPosition]
