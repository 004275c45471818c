"""Finding a session, a competition, a person, a drill or a method by a few letters."""

from collections.abc import Iterable, Iterator
from typing import Annotated, Literal

from django.http import HttpRequest
from ninja import Query, Router, Schema
from rapidfuzz import fuzz, process

from server.api.access import coach
from server.people.audit import looked
from server.people.models import Person
from server.shelf.actions import vocabulary_of

router = Router(tags=["find"])
MOST_OF_A_KIND = 6
LIKE_ENOUGH = 72  # of 100: a letter wrong in a short name still finds it; estimate


class Found(Schema):
    """Something that can be opened. detail: what tells it from its like, as a date."""

    kind: Literal["session", "competition", "person", "drill", "method"]
    id: str
    name: str
    detail: str


@router.get("/find", response=list[Found])
def find(request: HttpRequest, q: Annotated[str, Query(max_length=80)]) -> list[Found]:
    """What the letters may mean, the likeliest of each kind first; nothing for nothing."""
    by = coach(request)
    letters = " ".join(q.split())
    if not letters:
        return []
    programme = (*_sessions(by, letters), *_competitions(by, letters))
    return [*programme, *_people(by, letters), *_shelf(by, letters)]


def _sessions(by: Person, letters: str) -> Iterator[Found]:
    """Sessions with the letters in their title, the latest first."""
    rows = by.gym.sessions.filter(title__icontains=letters).order_by("-date", "-pk")
    for row in rows.only("title", "date")[:MOST_OF_A_KIND]:
        yield Found(kind="session", id=str(row.pk), name=row.title, detail=row.date.isoformat())


def _competitions(by: Person, letters: str) -> Iterator[Found]:
    """Competitions with the letters in their name, the latest first."""
    rows = by.gym.competitions.filter(name__icontains=letters).order_by("-first", "-pk")
    for row in rows.only("name", "first")[:MOST_OF_A_KIND]:
        yield Found(kind="competition", id=str(row.pk), name=row.name, detail=row.first.isoformat())


def _people(by: Person, letters: str) -> Iterator[Found]:
    """People by name; whoever shows is written down as in the list of people."""
    rows = list(by.gym.people.current().order_by("name").only("name", "role", "gym_id"))
    found = _likely(letters, {str(row.pk): row.name for row in rows})
    looked(by, [int(key) for key in found], "people", by.gym.today())
    roles = {str(row.pk): row.role for row in rows}
    for key, name in found.items():
        yield Found(kind="person", id=key, name=name, detail=roles[key])


def _shelf(by: Person, letters: str) -> Iterator[Found]:
    """Drills and methods of the gym's shelf."""
    catalog = vocabulary_of(by.gym).catalog
    drills = {row.id: row.name for row in catalog.drills.values()}
    for key, name in _likely(letters, drills).items():
        yield Found(kind="drill", id=key, name=name, detail=catalog.drills[key].phases[0])
    methods = {row.id: row.name for row in catalog.methods.values()}
    for key, name in _likely(letters, methods).items():
        yield Found(kind="method", id=key, name=name, detail="")


def _likely(letters: str, names: dict[str, str]) -> dict[str, str]:
    """Names that the letters may mean, by their key, the likeliest first."""
    lower = {key: name.lower() for key, name in names.items()}
    found: Iterable[tuple[str, float, str]] = process.extract(
        letters.lower(), lower, scorer=fuzz.partial_ratio, score_cutoff=LIKE_ENOUGH, limit=MOST_OF_A_KIND
    )
    return {key: names[key] for _, _, key in found}
