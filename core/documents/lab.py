"""lab: where one body stops in one position, and what would free it."""

from __future__ import annotations

from core.catalog import Catalog
from core.catalog.rows import Demand
from core.documents.base import Degrees, Document, Metres, Share
from core.documents.picture import Picture, picture_of
from core.lab.answer import LabAnswer, change_words, joined_name
from core.lab.answer import Margin as MarginValue
from core.lab.changes import Change as ChangeValue
from core.posture.shape import Family
from core.posture.stops import PROPORTIONS


class Margin(Document):
    """One motion, or several that share an angle: what the posture drawn uses, the least that any posture
    needs, what there is, and what is left over (null where another motion fails as well)."""

    id: str
    name: str
    motions: tuple[str, ...]
    used_deg: Degrees
    least_deg: Degrees | None
    has_deg: Degrees
    in_hand_deg: Degrees | None
    measured: bool


class Change(Document):
    """The smallest change of one kind that frees it. sd: how far that is among adults, for a motion."""

    what: str
    amount: float
    unit: str
    sd: Degrees | None
    words: str


class Lab(Document):
    """The lab's answer for one body. stops: motion -> its share of the blame, where it does not hold."""

    family: Family
    picture: Picture
    lean_deg: Degrees
    holds: bool
    margins: tuple[Margin, ...]
    limiting: str
    limiting_name: str
    stops: dict[str, Share]
    changes: tuple[Change, ...]
    angles: dict[str, Degrees]
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
        limiting_name=name_of(answer.limiting, catalog.demands),
        changes=tuple(_change(change, answer, catalog.demands) for change in answer.changes),
    )


def name_of(limiting: str, names: dict[str, Demand]) -> str:
    """What stops somebody, by name: a motion, or their proportions."""
    return "Proportions" if limiting == PROPORTIONS else names[limiting].name


def _margin(margin: MarginValue, measured: set[str], names: dict[str, Demand]) -> Margin:
    return Margin.of(
        margin, name=joined_name(margin.motions, names), measured=measured.issuperset(margin.motions)
    )


def _change(change: ChangeValue, answer: LabAnswer, names: dict[str, Demand]) -> Change:
    return Change.of(change, words=change_words(change, answer, names))
