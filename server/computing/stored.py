"""Values that may be asked for again: computed once for the same inputs, the same catalog and the same
core."""

from __future__ import annotations

import datetime
import hashlib
import json
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import fields, is_dataclass, replace
from functools import lru_cache
from pathlib import Path
from typing import Any, TypeVar, cast

from django.utils import timezone

from core.catalog import Catalog
from core.catalog.own import own_rows
from core.demand import Person
from core.documents.glance import Glance, glances
from core.reading.vocabulary import Vocabulary
from server.computing.helpers import Busy
from server.computing.models import Kept
from server.computing.run import compute

CORE = Path(__file__).resolve().parent.parent.parent / "core"
KEPT_DAYS = 35
PEOPLE_AT_ONCE = 100  # of one task over one text
AT_ONCE = 20  # texts of one task: a full week of two tracks, well under the limit

Answer = TypeVar("Answer")


@lru_cache(maxsize=1)
def core_digest() -> str:
    """Of every file the core is made of: rules and catalog."""
    total = hashlib.sha256()
    for path in sorted(CORE.rglob("*")):
        if path.suffix in (".py", ".yaml", ".lark") and "tests" not in path.parts:
            total.update(path.read_bytes())
    return total.hexdigest()


def kept(gym_id: int, task: Callable[..., Answer], *arguments: Any) -> Answer:
    """task(*arguments), a JSON value; computed unless it is kept. Raises what compute does."""
    key = _key(task.__name__, arguments)
    found = Kept.objects.filter(gym_id=gym_id, key=key).first()
    if found:
        return cast(Answer, found.value)
    value = compute(gym_id, task, *arguments)
    _keep(gym_id, {key: value})
    return value


def kept_glances(gym_id: int, texts: Sequence[str], words: Vocabulary) -> list[Glance]:
    """Each text at a glance, in order: one query for what is kept, and the rest computed together."""
    told = _plain(words)  # once for all texts: a gym may have taught two thousand

    def make(missing: Sequence[str]) -> list[Any]:
        return [glance.json_value() for glance in compute(gym_id, glances, missing, words)]

    asked = {text: (text, told) for text in texts}
    values = _kept_each(gym_id, "glance", asked, make, AT_ONCE)
    return [Glance.model_validate(values[text]) for text in texts]


def kept_of_people(
    gym_id: int,
    task: Callable[[str, Sequence[Person], Vocabulary], list[Any]],
    text: str,
    people: Sequence[Person],
    words: Vocabulary,
) -> list[Any]:
    """task(text, people, words), a value for each person, in order: what is kept of each, and the rest
    computed."""
    told = _plain(words)
    by_key = {person.key: person for person in people}

    def make(missing: Sequence[str]) -> list[Any]:
        return compute(gym_id, task, text, [by_key[key] for key in missing], words)

    asked = {person.key: (text, told, _told_of(person)) for person in people}
    values = _kept_each(gym_id, task.__name__, asked, make, PEOPLE_AT_ONCE)
    return [values[person.key] for person in people]


def kept_each(
    gym_id: int,
    name: str,
    asked: Mapping[str, tuple[Person, Any]],
    words: Vocabulary,
    make: Callable[[Sequence[str]], Sequence[Any]],
    at_once: int,
    most_new: int,
) -> dict[str, Any]:
    """A value for each of ``asked`` (a person, and what else it depends on): what is kept of each, and the
    rest made so many at once. Raises Busy where more are missing than ``most_new``, once those are made: what
    was made is kept, and asking again goes on with the others."""
    told = _plain(words)
    every = {one: (told, _told_of(person), other) for one, (person, other) in asked.items()}
    return _kept_each(gym_id, name, every, make, at_once, most_new)


def _told_of(person: Person) -> Any:
    """What an answer about somebody depends on: a day that changes no error is not in it."""
    return _plain(replace(person, today="", ranges=(), earlier=())), _plain((person.ranges, person.earlier))


def _kept_each(
    gym_id: int,
    name: str,
    asked: Mapping[str, Any],
    make: Callable[[Sequence[str]], Sequence[Any]],
    at_once: int,
    most_new: int | None = None,
) -> dict[str, Any]:
    """A value for each of ``asked`` (a name, and all its value depends on): one query for what is kept, and
    the rest made so many at once. Raises Busy where more are missing than ``most_new``, once those are
    made."""
    keys = {one: _key(name, (told,)) for one, told in asked.items()}
    rows = Kept.objects.filter(gym_id=gym_id, key__in=keys.values())
    found: dict[str, Any] = dict(rows.values_list("key", "value"))
    missing = [one for one, key in keys.items() if key not in found]
    for start in range(0, len(missing), at_once):
        if most_new is not None and start >= most_new:
            raise Busy
        part = missing[start : start + at_once]
        new = {keys[one]: value for one, value in zip(part, make(part), strict=True)}
        _keep(gym_id, new)
        found |= new
    return {one: found[key] for one, key in keys.items()}


def _keep(gym_id: int, values: Mapping[str, Any]) -> None:
    rows = (Kept(gym_id=gym_id, key=key, value=value) for key, value in values.items())
    Kept.objects.bulk_create(rows, ignore_conflicts=True)
    old = timezone.now() - datetime.timedelta(days=KEPT_DAYS)
    Kept.objects.filter(gym_id=gym_id, made_at__lt=old).delete()


def _key(name: str, arguments: Iterable[Any]) -> str:
    told = json.dumps([core_digest(), name, *map(_plain, arguments)], sort_keys=True)
    return hashlib.sha256(told.encode()).hexdigest()


def _plain(value: Any) -> Any:
    """A value as JSON that is the same for equal values, in every process."""
    if isinstance(value, Catalog):
        return _plain(own_rows(value))
    if is_dataclass(value) and not isinstance(value, type):
        return [type(value).__name__, {one.name: _plain(getattr(value, one.name)) for one in fields(value)}]
    if isinstance(value, Mapping):
        return {str(name): _plain(field) for name, field in value.items()}
    if isinstance(value, set | frozenset):
        return sorted(value)
    if isinstance(value, list | tuple):
        return [_plain(one) for one in value]
    return value
