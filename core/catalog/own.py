"""A gym's own rows beside the built-in ones, checked like any row; its copies of methods: a base, and what the gym changes in it."""

from __future__ import annotations

import json
import re
from collections.abc import Iterable, Mapping
from dataclasses import replace
from functools import lru_cache

from core.catalog.load import Catalog, method_row, movement_row
from core.catalog.rows import Method
from core.errors import CatalogError

OWN = "own methods"
ROW = {"methods": method_row, "movements": movement_row}
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


def copy_of(catalog: Catalog, base: str, changes: Mapping[str, object]) -> dict:
    """All the fields of a copy of ``base`` with changes. Raises CatalogError naming what cannot be changed."""
    if base not in catalog.methods:
        raise CatalogError(OWN, base, "base", base, f"a method that exists: {', '.join(catalog.methods)}")
    for field in changes:
        if field not in CHANGEABLE:
            raise CatalogError(
                OWN, base, field, changes[field], f"only {', '.join(CHANGEABLE)} can be changed"
            )
    return (
        catalog.methods[base].model_dump(mode="json", exclude={"id"}) | {"source": "estimate"} | dict(changes)
    )


def own_method(catalog: Catalog, method_id: str, fields: Mapping[str, object]) -> Method:
    """One validated row. Raises CatalogError naming the field at fault, a name that is taken among them."""
    row = method_row(OWN, method_id, dict(fields))
    taken = next(
        (
            one.id
            for one in catalog.methods.values()
            if one.name.strip().lower() == row.name.strip().lower() and one.id != method_id
        ),
        None,
    )
    if taken or not row.name.strip():
        raise CatalogError(OWN, method_id, "name", row.name, "a name of its own" if taken else "a name")
    if row.kit_only is not None:
        unknown = [item for item in row.kit_only if item not in catalog.kit]
        if unknown:
            raise CatalogError(OWN, method_id, "kit_only", unknown[0], "kit that exists")
    return row


def with_methods(rows: Iterable[tuple[str, Mapping[str, object]]], base: Catalog) -> Catalog:
    """The catalog with a gym's own methods, given as (id, fields)."""
    return with_rows("methods", rows, base)


def with_rows(table: str, rows: Iterable[tuple[str, Mapping[str, object]]], base: Catalog) -> Catalog:
    """The catalog with a gym's own rows in one of its tables (methods or movements). Equal rows give the same object, so caches
    hold."""
    keys = tuple(sorted(json.dumps({"id": name, **fields}, sort_keys=True) for name, fields in rows))
    return _with(base, table, keys) if keys else base


@lru_cache(maxsize=256)
def _with(base: Catalog, table: str, keys: tuple[str, ...]) -> Catalog:
    own = {}
    for fields in map(json.loads, keys):
        name = fields.pop("id")
        own[name] = ROW[table](f"own {table}", name, fields)
    return replace(base, **{table: {**getattr(base, table), **own}})


def own_id(name: str, taken: Iterable[str]) -> str:
    """An id for a name that no row has yet: 'Sled row' -> 'own-sled-row'."""
    start = "own-" + (re.sub(r"[^a-z0-9]+", "-", name.lower()).strip("-") or "row")
    used = set(taken)
    return next(
        one for one in (start, *(f"{start}-{count}" for count in range(2, len(used) + 3))) if one not in used
    )
