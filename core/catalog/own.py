"""A gym's own rows beside the built-in ones, checked like any row; its copies of methods: a base, and what
the gym changes in it."""

from __future__ import annotations

import copyreg
import json
import re
from collections.abc import Callable, Iterable, Mapping
from dataclasses import replace
from functools import lru_cache
from itertools import count
from typing import Any, Literal

from core.catalog.files import Fields
from core.catalog.load import load_catalog, method_row, movement_row
from core.catalog.rows import Method, Movement
from core.catalog.table import Catalog
from core.errors import CatalogError

OWN_METHODS, OWN_MOVEMENTS = "own methods", "own movements"
OWN_PREFIX = "own-"
Rows = tuple[tuple[str, Mapping[str, object]], ...]  # id and fields
CHANGEABLE = (
    "name",
    "belief",
    "differ",
    "reference_minutes",
    "phases",
    "ramp_share",
    "max_hold_s",
    "item_s",
    "forbids",
    "styles",
    "kit_only",
    "clock",
    "if_cold",
)


def copy_of(catalog: Catalog, base: str, changes: Mapping[str, object]) -> Fields:
    """All the fields of a copy of ``base`` with changes. Raises CatalogError naming what cannot be
    changed."""
    if base not in catalog.methods:
        expected = f"a method that exists: {', '.join(catalog.methods)}"
        raise CatalogError(OWN_METHODS, base, "base", base, expected)
    for field, value in changes.items():
        if field not in CHANGEABLE:
            expected = f"only {', '.join(CHANGEABLE)} can be changed"
            raise CatalogError(OWN_METHODS, base, field, value, expected)
    fields: Fields = catalog.methods[base].model_dump(mode="json", exclude={"id"})
    return fields | {"source": "estimate"} | dict(changes)


def own_method(catalog: Catalog, method_id: str, fields: Mapping[str, object]) -> Method:
    """One validated row. Raises CatalogError naming the field at fault, a name that is taken among them."""
    row = method_row(OWN_METHODS, method_id, dict(fields))
    if not row.name.strip():
        raise CatalogError(OWN_METHODS, method_id, "name", row.name, "a name")
    others = (method for method in catalog.methods.values() if method.id != method_id)
    if _as_said(row.name) in map(_as_said, (method.name for method in others)):
        raise CatalogError(OWN_METHODS, method_id, "name", row.name, "a name of its own")
    unknown = [kit for kit in row.kit_only or () if kit not in catalog.kit]
    if unknown:
        raise CatalogError(OWN_METHODS, method_id, "kit_only", unknown[0], "kit that exists")
    return row


def _as_said(name: str) -> str:
    return name.strip().lower()


def with_methods(rows: Iterable[tuple[str, Mapping[str, object]]], base: Catalog) -> Catalog:
    """The catalog with a gym's own methods, given as (id, fields). Equal rows give the same object, so
    caches hold."""
    return _with("methods", base, _keys(rows))


def with_movements(rows: Iterable[tuple[str, Mapping[str, object]]], base: Catalog) -> Catalog:
    """The catalog with a gym's own movements, given as (id, fields). Equal rows give the same object, so
    caches hold."""
    return _with("movements", base, _keys(rows))


def _keys(rows: Iterable[tuple[str, Mapping[str, object]]]) -> tuple[str, ...]:
    """Rows as something that can be compared and hashed."""
    return tuple(sorted(json.dumps({"id": name, **fields}, sort_keys=True) for name, fields in rows))


@lru_cache(maxsize=256)
def _with(table: Literal["methods", "movements"], base: Catalog, keys: tuple[str, ...]) -> Catalog:
    if not keys:
        return base
    rows: dict[str, dict[str, Any]] = {}
    for fields in map(json.loads, keys):
        rows[fields.pop("id")] = fields
    if table == "methods":
        methods = {name: method_row(OWN_METHODS, name, fields) for name, fields in rows.items()}
        return replace(base, methods=base.methods | methods)
    movements = {name: movement_row(OWN_MOVEMENTS, name, fields) for name, fields in rows.items()}
    return replace(base, movements=base.movements | movements)


def own_id(name: str, taken: Iterable[str]) -> str:
    """An id for a name that no row has yet: 'Sled row' -> 'own-sled-row'."""
    start = OWN_PREFIX + (re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or "row")
    used = set(taken)
    if start not in used:
        return start
    return next(other for number in count(2) if (other := f"{start}-{number}") not in used)


def own_rows(catalog: Catalog) -> tuple[Rows, Rows]:
    """The methods and the movements that are not the shelf's."""
    shelf = load_catalog()
    return _own(catalog.methods, shelf.methods), _own(catalog.movements, shelf.movements)


def _travelling(catalog: Catalog) -> tuple[Callable[..., Catalog], tuple[Rows, Rows]]:
    """A catalog goes to another process as the rows that are a gym's own; the shelf stands there already."""
    return _arrived, own_rows(catalog)


def _own(rows: Mapping[str, Method] | Mapping[str, Movement], shelf: Mapping[str, object]) -> Rows:
    return tuple(
        (name, row.model_dump(mode="json", exclude={"id"}))
        for name, row in rows.items()
        if row is not shelf.get(name)
    )


def _arrived(methods: Rows, movements: Rows) -> Catalog:
    return with_methods(methods, with_movements(movements, load_catalog()))


copyreg.pickle(Catalog, _travelling)
