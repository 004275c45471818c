"""A gym from its file, whole or not at all."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from django.core.exceptions import FieldDoesNotExist, ValidationError
from django.db import DataError, IntegrityError, transaction
from django.db.models import F, Model

from core.errors import Refused
from server.floor.models import Run
from server.gym.models import Gym
from server.people.models import Group, Person
from server.whole.shape import FORMAT, GYM_FIELDS, OF_A_PERSON, OF_THE_GYM, PERSON, VERSION, Kind

EMPTY_JSON: tuple[Any, ...] = ([], {})  # a model's own check takes them for nothing
MOST_ROWS = 400_000  # of a file: well over the largest gym meant


class NotBrought(Refused):
    """A file that is no gym; ``field`` names the place in it."""


@transaction.atomic
def bring_gym(document: Any) -> Gym:
    """The gym of a file, new in this installation, with everything but accounts. Raises NotBrought naming the
    first place that cannot be; nothing is saved then."""
    if not isinstance(document, dict) or document.get("format") != FORMAT:
        raise NotBrought("format", f"This is no file of a gym; it says “format”: “{FORMAT}”.")
    if document.get("version") != VERSION:
        raise NotBrought(
            "version", f"This file is of version {document.get('version')!r}; {VERSION} is known."
        )
    try:
        return _bring(document)
    except (IntegrityError, DataError) as problem:
        raise NotBrought(
            "file", "Two rows of the file stand for the same thing, or one is too long."
        ) from problem


def _bring(document: dict[str, Any]) -> Gym:
    gym: Gym = _row(Gym, GYM_FIELDS, _object(document.get("gym"), "gym"), "gym")
    gym.save()
    people = _people(gym, _list(document.get("people", []), "people"))
    for name, kind in OF_THE_GYM.items():
        rows = _list(document.get(name, []), name)
        _bring_rows(kind, [(gym, rows, name)], people)
    # a clock that ran somewhere else does not run here
    theirs = Run.objects.filter(gym_class__session__gym=gym, ended_ms=None)
    theirs.update(ended_ms=F("started_ms"))
    return gym


def _people(gym: Gym, rows: Sequence[Any]) -> dict[int, Person]:
    people: dict[int, Person] = {}
    for place, raw in enumerate(rows):
        where = f"people.{place}"
        fields = _object(raw, where)
        person = _row(Person, PERSON.fields, fields, where, gym=gym)
        number = fields.get("number")
        if not isinstance(number, int) or number in people:
            raise NotBrought(f"{where}.number", "Each person has a number of their own.")
        person.save()
        people[number] = person
        for name in _list(fields.get("groups", []), f"{where}.groups"):
            group, _ = Group.objects.get_or_create(gym=gym, name=str(name)[:40])
            person.groups.add(group)
    for name, kind in OF_A_PERSON.items():
        hung = [
            (
                people[raw["number"]],
                _list(raw.get(name, []), f"people.{place}.{name}"),
                f"people.{place}.{name}",
            )
            for place, raw in enumerate(rows)
        ]
        _bring_rows(kind, hung, people)
    return people


def _bring_rows(
    kind: Kind, hung: Sequence[tuple[Model, Sequence[Any], str]], people: Mapping[int, Person]
) -> None:
    """Rows of a kind under their parents, all in one statement, then what stands in them."""
    made: list[tuple[Model, dict[str, Any], str]] = []
    for parent, rows, where in hung:
        for place, raw in enumerate(rows):
            here = f"{where}.{place}"
            fields = _object(raw, here)
            pointed = {name: _person(fields.get(name), people, f"{here}.{name}") for name in kind.people}
            links = {kind.parent: parent, **pointed}
            made.append((_row(kind.model, kind.fields, fields, here, **links), fields, here))
    if len(made) > MOST_ROWS:
        raise NotBrought(hung[0][2], f"{len(made):,} rows; up to {MOST_ROWS:,} can be brought.")
    stamped = [name for name in kind.fields if _stamped(kind.model, name)]
    given = [{name: getattr(row, name) for name in stamped} for row, _, _ in made]
    rows_made = kind.model._default_manager.bulk_create([row for row, _, _ in made])
    if stamped:  # these are set to now when a row is made
        for row, times in zip(rows_made, given, strict=True):
            for name, moment in times.items():
                setattr(row, name, moment)
        kind.model._default_manager.bulk_update(rows_made, stamped, batch_size=1000)
    for name, each in kind.inside.items():
        under = [
            (row, _list(raw.get(name, []), f"{here}.{name}"), f"{here}.{name}") for row, raw, here in made
        ]
        _bring_rows(each, under, people)


def _stamped(model: type[Model], name: str) -> bool:
    field = model._meta.get_field(name)
    return bool(getattr(field, "auto_now_add", False) or getattr(field, "auto_now", False))


def _row(model: type[Any], names: Sequence[str], raw: Mapping[str, Any], where: str, **links: Any) -> Any:
    """One row, its fields checked as its model checks them."""
    row = model(**links)
    for name in names:
        if name not in raw:
            continue
        field = model._meta.get_field(name)
        try:
            value = field.to_python(raw[name])
            value = value if value in EMPTY_JSON or value is None else field.clean(value, row)
        except (ValidationError, FieldDoesNotExist, TypeError) as problem:
            said = " ".join(problem.messages) if isinstance(problem, ValidationError) else "cannot be read"
            raise NotBrought(f"{where}.{name}", f"{where}.{name}: {said}") from problem
        if value is None and not field.null:
            raise NotBrought(f"{where}.{name}", f"{where}.{name}: a value is needed.")
        setattr(row, name, value)
    return row


def _person(number: Any, people: Mapping[int, Person], where: str) -> Person | None:
    if number is None:
        return None
    if number not in people:
        raise NotBrought(where, f"{where}: there is no person with the number {number!r}.")
    return people[number]


def _object(value: Any, where: str) -> dict[str, Any]:
    if not isinstance(value, dict):
        raise NotBrought(where, f"{where}: expected an object.")
    return value


def _list(value: Any, where: str) -> list[Any]:
    if not isinstance(value, list):
        raise NotBrought(where, f"{where}: expected a list.")
    return value
