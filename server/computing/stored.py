"""Values that may be asked for again: computed once for the same inputs, the same catalog and the same
core."""

from __future__ import annotations

import datetime
import hashlib
import json
from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import fields, is_dataclass
from functools import lru_cache
from pathlib import Path
from typing import Any, TypeVar, cast

from django.utils import timezone

from core.catalog import Catalog
from core.catalog.own import own_rows
from core.documents.glance import Glance, glances
from core.reading.vocabulary import Vocabulary
from server.computing.models import Kept
from server.computing.run import compute

CORE = Path(__file__).resolve().parent.parent.parent / "core"
KEPT_DAYS = 35
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
    keys = {text: _key("glance", (text, told)) for text in dict.fromkeys(texts)}
    rows = Kept.objects.filter(gym_id=gym_id, key__in=keys.values())
    values: dict[str, Any] = dict(rows.values_list("key", "value"))
    missing = [text for text, key in keys.items() if key not in values]
    for start in range(0, len(missing), AT_ONCE):
        part = missing[start : start + AT_ONCE]
        made = compute(gym_id, glances, part, words)
        new = {keys[text]: glance.json_value() for text, glance in zip(part, made, strict=True)}
        _keep(gym_id, new)
        values |= new
    return [Glance.model_validate(values[keys[text]]) for text in texts]


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
