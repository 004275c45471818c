"""A text at a glance: what it is made of and what it asks most, for lists of days."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import Field

from core.catalog.rows import Kind
from core.demand import derive
from core.demand.scores import DemandScore
from core.documents.base import Document, ShareOfHour
from core.errors import UnusableText
from core.prep.jumps import jumps_of, weighted
from core.reading.vocabulary import Vocabulary
from core.reading.workout import FormatKind, Part, Workout

MOST_ASKS = 16  # of one text: the slightest of a long list say nothing of a week
MOST_WORDS = 4
COUNTS = 0.2  # from this score a day counts into a run of days; "some" begins a little higher; estimate
RUN_DAYS = 3  # so many on end are worth a word; common practice


class Asked(Document):
    """A demand of a text. words: on the board, that ask for it, the most first; counts: whether its day
    counts into a run of days that ask for it."""

    id: str
    name: str
    kind: Kind
    score: ShareOfHour
    words: tuple[str, ...] = ()
    counts: bool = False


class GlancePart(Document):
    """A part by its format and the names of its movements, each once."""

    name: str
    format: FormatKind
    movements: tuple[str, ...]


class Glance(Document):
    """problem: why the text cannot be read; everything else is empty then. unread: what was not understood,
    as written. assumed: words that were taken for others. asks: what it asks of every kind, the most first.
    contacts: weighted, of its jumps; reps: movement -> repetitions of one person.
    """

    parts: tuple[GlancePart, ...] = ()
    unread: tuple[str, ...] = ()
    assumed: tuple[str, ...] = ()
    asks: tuple[Asked, ...] = ()
    contacts: float = 0.0
    reps: dict[str, float] = Field(default_factory=dict)
    problem: str = ""


def glance(text: str, words: Vocabulary) -> Glance:
    """A text read and derived, for nobody in particular."""
    try:
        workout = words.read(text)
    except UnusableText as refused:
        return Glance(problem=str(refused))
    catalog = words.catalog
    done = workout.for_division(None)
    return Glance(
        parts=tuple(_part(part, words) for part in workout.parts),
        unread=tuple(unread.text for unread in workout.unread),
        assumed=tuple(work.assumed for work in workout.works if work.assumed),
        asks=tuple(
            Asked.of(
                demand,
                name=catalog.demands[demand.id].name,
                words=_words(demand),
                counts=demand.score >= COUNTS,
            )
            for demand in derive(workout, catalog=catalog).demands[:MOST_ASKS]
        ),
        contacts=weighted(jumps_of(done, catalog)),
        reps=_reps(done),
    )


def _reps(workout: Workout) -> dict[str, float]:
    reps: dict[str, float] = {}
    for work in workout.works:
        reps[work.movement] = reps.get(work.movement, 0.0) + work.reps
    return reps


def _words(demand: DemandScore) -> tuple[str, ...]:
    """The words of the lines that count for a demand, each once."""
    counted = (term.text.lower() for term in demand.terms if term.counts)
    return tuple(dict.fromkeys(counted))[:MOST_WORDS]


def glances(texts: Sequence[str], words: Vocabulary) -> list[Glance]:
    """Each text at a glance, in order."""
    return [glance(text, words) for text in texts]


def _part(part: Part, words: Vocabulary) -> GlancePart:
    names = (words.catalog.movements[work.movement].name for work in part.work)
    return GlancePart(name=part.name, format=part.format.kind, movements=tuple(dict.fromkeys(names)))
