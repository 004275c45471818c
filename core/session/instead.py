"""What one member does instead of a lift that is not for them, as their coach wrote it: held against their
cautions like everything else that reaches them."""

from __future__ import annotations

from core.demand import Person
from core.errors import PlanRefused, UnusableText
from core.prep.barred import barred_lines, why_words
from core.reading.vocabulary import Vocabulary

LONGEST = 120
FIELD = "text"


def instead_of(text: str, person: Person, words: Vocabulary) -> str:
    """The text, tidied; an empty one asks for a choice again. Raises PlanRefused for what is not understood
    (it could not be held against anything), and for a movement that this person's cautions bar as well."""
    tidy = " ".join(text.split())
    if not tidy:
        return ""
    if len(tidy) > LONGEST:
        raise PlanRefused(FIELD, f"Up to {LONGEST} letters; this goes beside the board, not in its place.")
    try:
        workout = words.read(tidy)
    except UnusableText as refused:
        raise PlanRefused(FIELD, str(refused)) from refused
    if not workout.works or workout.unread:
        what = workout.unread[0].text if workout.unread else tidy
        why = "write it as on the board, so that it can be held against what they keep to"
        raise PlanRefused(FIELD, f"“{what[:40]}” is not understood; {why}.")
    for line in barred_lines(workout, person, words.catalog):
        name = words.catalog.movements[line.movement].name
        hazards = ", ".join(why_words(line.hazards, words.catalog)).lower()
        raise PlanRefused(
            FIELD, f"{name.capitalize()} is not for {person.name or 'them'} either ({hazards})."
        )
    return tidy
