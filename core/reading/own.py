"""A gym's own movements beside the built-in ones: validated the same way, exported and imported as files."""

from __future__ import annotations

import json
import re
from collections.abc import Iterable

from core.catalog.load import Catalog, check_movement, load_catalog, movement_row
from core.catalog.own import with_rows
from core.catalog.rows import Movement
from core.errors import CatalogError, UnusableFile
from core.reading.names import Names, plain

FILE_KIND = "dusty-chalk-movements"
FILE_VERSION = 1
MOST_ROWS = 1000
OWN = "own movements"


def similar_to(catalog: Catalog, like: str, name: str, **changes) -> dict:
    """The fields of a new movement made from a built-in one: its positions, paces and muscles, under a new name.

    changes: any field of a Movement, such as positions or implement. Raises CatalogError when ``like`` does not exist.
    """
    if like not in catalog.movements:
        raise CatalogError(OWN, name, "like", like, "a movement that exists")
    fields = catalog.movements[like].model_dump(mode="json", exclude={"id", "context", "aliases"})
    return (
        fields
        | {"name": name, "aliases": [], "source": "estimate"}
        | {key: value for key, value in changes.items() if value is not None}
    )


def own_movement(catalog: Catalog, movement_id: str, fields: dict) -> Movement:
    """One validated row. Raises CatalogError naming the field at fault, a name that is taken among them."""
    row = movement_row(OWN, movement_id, fields)
    check_movement(OWN, row, catalog)
    for one in (row.name, *row.aliases):
        if not plain(one):
            raise CatalogError(OWN, movement_id, "name", one, "a name with at least one letter")
        match = Names(catalog).find(one)
        if (
            match
            and match.confidence == 1
            and match.movement != movement_id
            and match.start == 0
            and match.end == len(one)
            and not match.beside
        ):
            raise CatalogError(
                OWN,
                movement_id,
                "name",
                one,
                f"a name of its own; {catalog.movements[match.movement].name} has this one",
            )
    return row


def with_own(rows: Iterable[tuple[str, dict]], base: Catalog | None = None) -> Catalog:
    """The catalog with a gym's own movements, given as (id, fields)."""
    return with_rows("movements", rows, base or load_catalog())


def write_movements(rows: Iterable[tuple[str, dict]]) -> str:
    """The file of a gym's own movements."""
    body = {
        "kind": FILE_KIND,
        "version": FILE_VERSION,
        "movements": {name: fields for name, fields in sorted(rows)},
    }
    return json.dumps(body, indent=1, ensure_ascii=False) + "\n"


def read_movements(text: str, catalog: Catalog | None = None) -> dict[str, dict]:
    """id -> fields of every movement in a file, each validated. Raises UnusableFile or CatalogError in words fit to show."""
    try:
        body = json.loads(text)
    except json.JSONDecodeError as problem:
        raise UnusableFile(
            f"This is not JSON: line {problem.lineno}, column {problem.colno}: {problem.msg}."
        ) from problem
    if (
        not isinstance(body, dict)
        or body.get("kind") != FILE_KIND
        or not isinstance(body.get("movements"), dict)
    ):
        raise UnusableFile(
            f"Expected a file of own movements, as Dusty Chalk writes it (kind '{FILE_KIND}')."
        )
    if len(body["movements"]) > MOST_ROWS:
        raise UnusableFile(f"{len(body['movements'])} movements; up to {MOST_ROWS} can be read at once.")
    found: dict[str, dict] = {}
    for name, fields in body["movements"].items():
        if not re.fullmatch(r"own-[a-z0-9-]{1,80}", name):
            raise CatalogError(OWN, name, "id", name, "an id that starts with own-, in small letters")
        if not isinstance(fields, dict):
            raise CatalogError(OWN, name, "row", fields, "the fields of a movement")
        own_movement(catalog or load_catalog(), name, fields)
        found[name] = fields
    return found
