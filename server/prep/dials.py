"""What a coach sets for a session's prep, by one name each: in the draft, on the Bench, over the API."""

from __future__ import annotations

from typing import Annotated

from ninja import Schema
from pydantic import ConfigDict, Field

from core.session.ask import DEFAULT_AFTER_MIN

MAX_EARLIER = 4_000  # letters of what was done just before: one workout
MAX_TEXT = 400_000  # letters; the core refuses over 20 kB with a message of its own

DrillId = Annotated[str, Field(max_length=120)]
Drills = Annotated[tuple[DrillId, ...], Field(max_length=100)]
DoseOption = Annotated[int, Field(ge=0, le=9)]
Doses = Annotated[dict[str, DoseOption], Field(max_length=60)]
PartNumber = Annotated[str, Field(pattern="^[0-9]{1,2}$")]
StopMinutes = Annotated[int, Field(ge=0, le=60)]
Breaks = Annotated[dict[PartNumber, StopMinutes], Field(max_length=6)]
EarlierText = Annotated[str, Field(max_length=MAX_EARLIER)]
AfterMin = Annotated[int, Field(ge=0, le=600)]


class Dials(Schema):
    """pins: drills that are kept, ``drill`` or ``drill@phase``. doses: a drill's dose option, from 0.
    breaks: minutes of the stop before a later part, by the part's number. after_text: what was done
    after_min minutes before."""

    model_config = ConfigDict(from_attributes=True, json_schema_serialization_defaults_required=True)

    minutes: int
    method: str
    pins: Drills = ()
    bans: Drills = ()
    order: Drills = ()
    doses: Doses = Field(default_factory=dict)
    breaks: Breaks = Field(default_factory=dict)
    after_text: EarlierText = ""
    after_min: AfterMin = DEFAULT_AFTER_MIN
    cold: bool = False
    hot: bool = False
    locked: bool = False


class DialsGiven(Schema):
    """Dials to change; those left out stay as they are. The same fields as Dials (a test holds them to
    it)."""

    minutes: int | None = None
    method: str | None = None
    pins: Drills | None = None
    bans: Drills | None = None
    order: Drills | None = None
    doses: Doses | None = None
    breaks: Breaks | None = None
    after_text: EarlierText | None = None
    after_min: AfterMin | None = None
    cold: bool | None = None
    hot: bool | None = None
    locked: bool | None = None


DIALS = tuple(Dials.model_fields)
