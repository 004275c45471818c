"""A gym's own movements beside the built-in ones: validated the same way, exported and imported as files."""

from __future__ import annotations

import json
import re
from collections.abc import Iterable

from core.catalog import Catalog, load_catalog
from core.catalog.files import Fields
from core.catalog.load import movement_row
from core.catalog.own import OWN_MOVEMENTS, OWN_PREFIX, with_movements
from core.catalog.references import check_movement
from core.catalog.rows import Movement
from core.errors import CatalogError, UnusableFile
from core.json_text import BrokenJson, json_of
from core.reading.names import Names
from core.reading.plain_words import plain

FILE_KIND = "dusty-chalk-movements"
FILE_VERSION = 1
MOST_ROWS = 1000
OWN_ID = re.compile(rf"{OWN_PREFIX}[a-z0-9-]{{1,80}}")


def similar_to(catalog: Catalog, like: str, name: str, **changes: object) -> Fields:
    """The fields of a new movement made from a built-in one: its positions, paces and muscles, under a new
    name.

    changes: any field of a Movement, such as positions or implement. Raises CatalogError when ``like`` does
    not exist.
    """
    if like not in catalog.movements:
        raise CatalogError(OWN_MOVEMENTS, name, "like", like, "a movement that exists")
    fields: Fields = catalog.movements[like].model_dump(mode="json", exclude={"id", "context", "aliases"})
    given = {field: value for field, value in changes.items() if value is not None}
    return fields | {"name": name, "aliases": [], "source": "estimate"} | given


def own_movement(catalog: Catalog, movement_id: str, fields: Fields) -> Movement:
    """One validated row. Raises CatalogError naming the field at fault, a name that is taken among them."""
    row = movement_row(OWN_MOVEMENTS, movement_id, fields)
    check_movement(OWN_MOVEMENTS, row, catalog)
    names = Names(catalog)
    for name in (row.name, *row.aliases):
        if not plain(name):
            raise CatalogError(OWN_MOVEMENTS, movement_id, "name", name, "a name with at least one letter")
        taken = _taken(names, name)
        if taken and taken != movement_id:
            expected = f"a name of its own; {catalog.movements[taken].name} has this one"
            raise CatalogError(OWN_MOVEMENTS, movement_id, "name", name, expected)
    return row


def _taken(names: Names, name: str) -> str | None:
    """The movement that has exactly this name already."""
    match = names.find(name)
    if match is None or match.confidence != 1 or match.beside:
        return None
    return match.movement if match.start == 0 and match.end == len(name) else None


def with_own(rows: Iterable[tuple[str, Fields]], base: Catalog | None = None) -> Catalog:
    """The catalog with a gym's own movements, given as (id, fields)."""
    return with_movements(rows, base or load_catalog())


def write_movements(rows: Iterable[tuple[str, Fields]]) -> str:
    """The file of a gym's own movements."""
    body = {
        "kind": FILE_KIND,
        "version": FILE_VERSION,
        "movements": dict(sorted(rows)),
    }
    return json.dumps(body, indent=1, ensure_ascii=False) + "\n"


def read_movements(text: str, catalog: Catalog | None = None) -> dict[str, Fields]:
    """id -> fields of every movement in a file, each validated. Raises UnusableFile or CatalogError in
    words fit to show."""
    catalog = catalog or load_catalog()
    rows = _rows_of(text)
    if len(rows) > MOST_ROWS:
        raise UnusableFile(f"{len(rows)} movements; up to {MOST_ROWS} can be read at once.")
    for name, fields in rows.items():
        if not OWN_ID.fullmatch(name):
            expected = f"an id that starts with {OWN_PREFIX}, in small letters"
            raise CatalogError(OWN_MOVEMENTS, name, "id", name, expected)
        if not isinstance(fields, dict):
            raise CatalogError(OWN_MOVEMENTS, name, "row", fields, "the fields of a movement")
        own_movement(catalog, name, fields)
    return rows


def _rows_of(text: str) -> dict[str, Fields]:
    """The rows of a file, not yet validated."""
    try:
        body = json_of(text)
    except BrokenJson as problem:
        raise UnusableFile(f"This is not JSON: {problem}.") from problem
    ours = body if isinstance(body, dict) and body.get("kind") == FILE_KIND else {}
    rows = ours.get("movements")
    if not isinstance(rows, dict):
        raise UnusableFile(
            f"Expected a file of own movements, as Dusty Chalk writes it (kind '{FILE_KIND}')."
        )
    return rows
