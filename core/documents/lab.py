"""lab: where one body stops in one position, and what would free it."""

from __future__ import annotations

from core.catalog import Catalog
from core.catalog.rows import Demand
from core.documents.base import Degrees, Document, Metres
from core.documents.picture import Picture, picture_of
from core.lab.answer import LabAnswer, joined_name
from core.lab.asked import Family
from core.posture.margins import Margin as MarginValue


class Margin(Document):
    """One motion, or several that share an angle: what the posture needs, what there is, and what is left
    over."""

    id: str
    name: str
    motions: tuple[str, ...]
    needs_deg: Degrees
    has_deg: Degrees
    margin_deg: Degrees
    measured: bool


class Lab(Document):
    """The lab's answer for one body."""

    family: Family
    picture: Picture
    lean_deg: Degrees
    holds: bool
    margins: tuple[Margin, ...]
    limiting: str
    limiting_name: str
    changes: tuple[str, ...]
    says: str
    ranges: dict[str, Degrees]
    measured: tuple[str, ...]
    lengths_m: dict[str, Metres]
    height_m: float
    unknown: tuple[str, ...]


def lab_document(answer: LabAnswer, catalog: Catalog) -> Lab:
    """The document of an answer."""
    measured = set(answer.measured)
    return Lab.of(
        answer,
        picture=picture_of(answer.figure, answer.arcs),
        margins=tuple(_margin(margin, measured, catalog.demands) for margin in answer.margins),
        limiting=answer.limiting.id,
        limiting_name=catalog.demands[answer.limiting.id].name,
        changes=tuple(change.words() for change in answer.changes),
    )


def _margin(margin: MarginValue, measured: set[str], names: dict[str, Demand]) -> Margin:
    return Margin.of(margin, name=joined_name(margin, names), measured=measured.issuperset(margin.motions))
