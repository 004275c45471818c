"""How far a range should come: what the sessions ask of it at least, with a few degrees in hand."""

from __future__ import annotations

from collections.abc import Sequence

from core.demand import derive
from core.demand.needs import RESERVE_DEG
from core.demand.people import Person, adults_like
from core.errors import UnusableText
from core.reading.vocabulary import Vocabulary


def goal_of(motion: str, person: Person, texts: Sequence[str], words: Vocabulary) -> float:
    """Degrees of a motion that some boards ask of this person at least, and a loaded position's reserve;
    never beyond what adults like them have (mean and one standard deviation), and their mean where none asks
    it."""
    usual = adults_like(person, motion, words.catalog)
    asked = [least for text in texts for least in _least(motion, person, text, words)]
    wanted = max(asked) + RESERVE_DEG["loaded"] if asked else usual.mean_deg
    return round(min(wanted, usual.mean_deg + usual.sd_deg), 1)


def _least(motion: str, person: Person, text: str, words: Vocabulary) -> list[float]:
    try:
        workout = words.read(text)
    except UnusableText:
        return []
    profile = derive(workout, (person,), person.division, words.catalog)
    demands = (demand for demand in profile.demands if demand.id == motion)
    return [standing.required_deg for demand in demands for standing in demand.people]
