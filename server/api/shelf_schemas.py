"""Shapes of the gym's own words, movements and methods, and of the shelf's drills."""

from __future__ import annotations

from typing import Annotated, Any

from ninja import Schema
from pydantic import Field

from core.catalog.rows import ClockKind, Kind, Level, Phase, Space, Style, WithoutTag
from core.documents.picture import Picture
from core.documents.plan import Rung
from server.api.schemas import RowVersion

RowId = Annotated[str, Field(max_length=90)]


class WordIn(Schema):
    """movement is empty for a word that is no work."""

    word: str = Field(min_length=1, max_length=200)
    movement: RowId = ""


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
    aliases: tuple[str, ...]
    family: str
    own: bool
    positions: list[NamedPosition]
    standard: str


class OwnMovementIn(Schema):
    """A new movement that is like a known one; positions when they differ."""

    name: str = Field(min_length=1, max_length=80)
    like: RowId
    positions: list[str] | None = None


class ImportOut(Schema):
    added: int
    changed: int
    same: int


class PhaseBounds(Schema):
    """Time and items of a phase at a method's reference length."""

    phase: Phase
    min_s: int
    max_s: int
    min_items: int
    max_items: int


class Clock(Schema):
    """How a method runs its time."""

    kind: ClockKind
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
    item_s: tuple[int, ...]
    forbids: list[Style]
    styles: dict[Phase, list[Style]]
    kit_only: list[str] | None
    clock: Clock
    version: int


class StaleMethod(Schema):
    """A problem (RFC 9457): the method as it stands, and what was given and not saved."""

    title: str
    status: int
    detail: str
    stands: MethodRow
    given: dict[str, Any]


class MethodIn(Schema):
    """What the gym's copy of ``base`` changes; the rest stays as it is there."""

    base: RowId
    name: str = Field(min_length=1, max_length=60)
    belief: str | None = Field(default=None, max_length=300)
    reference_minutes: int | None = Field(default=None, ge=2, le=60)
    phases: list[PhaseBounds] | None = None
    ramp_share: float | None = None
    max_hold_s: int | None = None
    forbids: list[str] | None = None
    clock: Clock | None = None

    def changes(self) -> dict[str, Any]:
        """The fields that were given."""
        return self.model_dump(mode="json", exclude={"base", "version"}, exclude_none=True)


class MethodChange(MethodIn):
    """version: of the method the changes were made on."""

    version: RowVersion


class Served(Schema):
    """A demand that a drill prepares."""

    demand: str
    name: str
    kind: Kind


class ShelfDrill(Schema):
    id: str
    name: str
    aliases: tuple[str, ...]
    style: Style
    phases: tuple[Phase, ...]
    level: Level
    seated: bool
    kit_names: list[str]
    serves: list[Served]


class Effect(Served):
    """twentieths of full preparation, and why."""

    twentieths: int
    because: str


class DrillOut(Schema):
    """All that is known of a drill; style by its name."""

    id: str
    name: str
    why: str
    style: str
    effort: float
    space: Space
    level: Level
    picture: Picture
    cues: tuple[str, ...]
    fault: str
    cautions: tuple[str, ...]
    hazards: list[str]
    seated: str
    instead: dict[WithoutTag, str]
    doses: list[str]
    holds_s: dict[str, int]
    fatigue: dict[str, float]
    kit: dict[str, float]
    effects: list[Effect]
    sources: list[str]
    easier: Rung | None
    harder: Rung | None
