"""``./chalk catalog``: what is on the shelf, a row with its sources, lists, and figures as files."""

from __future__ import annotations

import argparse
from collections import Counter
from collections.abc import Container, Iterable, Iterator, Mapping
from pathlib import Path
from typing import Any

from core.catalog import Catalog
from core.catalog.hints import did_you_mean
from core.catalog.rows import PHASES, Row
from core.cli.say import say_json
from core.demand.scores import DemandProfile
from core.documents.picture import (
    Picture,
    picture_of_drill,
    picture_of_pose,
    picture_of_position,
    picture_of_test,
)
from core.drawing import catalog_page, svg_of
from core.errors import UnusableFile
from core.hazards import hazards_of, hazards_of_movement
from core.testing import hazards_of_test

LISTS = ("movements", "positions", "drills", "methods", "kit", "tests")


def add_arguments(command: argparse.ArgumentParser) -> None:
    """``catalog``'s own commands."""
    command.add_argument("--json", action="store_true")
    what = command.add_subparsers(dest="what", metavar="show | list | draw | sheet")
    show = what.add_parser("show", help="one row with its sources")
    show.add_argument("id")
    show.add_argument("--json", action="store_true", help="what it prints is JSON anyway")
    rows = what.add_parser("list", help="every row of a table: its id and its name")
    rows.add_argument("table", choices=LISTS)
    rows.add_argument("--json", action="store_true")
    draw = what.add_parser("draw", help="the figure of a drill, a position or a shape as SVG")
    draw.add_argument("id")
    draw.add_argument("--out", metavar="FILE.svg", required=True)
    sheet = what.add_parser("sheet", help="every figure with its name on one page")
    sheet.add_argument("file", metavar="FILE.html")


def run(asked: argparse.Namespace, catalog: Catalog) -> int:
    """Answer what was asked of the catalog."""
    match asked.what:
        case "show":
            return say_json(_shown(asked.id, catalog))
        case "list":
            return _list(asked.table, catalog, asked.json)
        case "draw":
            return _write(asked.out, svg_of(*_figure(asked.id, catalog)))
        case "sheet":
            return _write(asked.file, catalog_page(catalog))
    counts = catalog_counts(catalog)
    if asked.json:
        return say_json(counts)
    _say_counts(counts)
    return 0


def catalog_counts(catalog: Catalog) -> dict[str, Any]:
    """Counts of the shelf, and per demand how many drills serve it (all, without kit, seated)."""
    kinds = Counter(catalog.sources[source].kind for source in _all_sources(catalog))
    return {
        "movements": len(catalog.movements),
        "aliases": sum(len(row.aliases) for row in catalog.movements.values()),
        "positions": len(catalog.positions),
        "drills": len(catalog.drills),
        "poses": len(catalog.poses),
        "tests": len(catalog.range_tests),
        "values_by_source": dict(kinds),
        "drills_by_demand": {demand: _serving(demand, catalog) for demand in catalog.demands},
    }


def _serving(demand: str, catalog: Catalog) -> dict[str, int]:
    """How many drills before training serve a demand."""
    drills = [
        drill
        for drill in catalog.drills.values()
        if drill.effects.get(demand) and not set(PHASES).isdisjoint(drill.phases)
    ]
    return {
        "all": len(drills),
        "without_kit": sum(not drill.kit for drill in drills),
        "seated": sum(bool(drill.seated) for drill in drills),
    }


def _all_sources(catalog: Catalog) -> Iterator[str]:
    """The source of every value."""
    for norm in catalog.norms.values():
        yield from (band.source for band in norm.bands)
    for position in catalog.positions.values():
        yield from (need.source for need in position.needs)
        yield from (position.holds_source for _ in position.holds)
    for movement in catalog.movements.values():
        yield movement.source
    for drill in catalog.drills.values():
        yield drill.source
        yield from (drill.effects_source for _ in drill.effects)
    for test in catalog.range_tests.values():
        yield from (test.source, test.sem_source, test.converts_source)


def _say_counts(counts: dict[str, Any]) -> None:
    names = ("movements", "aliases", "positions", "drills", "poses", "tests")
    print(", ".join(f"{counts[name]} {name}" for name in names))
    kinds = ", ".join(f"{count} {kind}" for kind, count in counts["values_by_source"].items())
    print(f"values by source: {kinds}")
    for demand, row in counts["drills_by_demand"].items():
        print(
            f"  {demand:28}{row['all']:4} drills {row['without_kit']:4} without kit {row['seated']:4} seated"
        )


def _tables(catalog: Catalog) -> dict[str, Mapping[str, Row]]:
    """Every table of rows a coach may ask for by id."""
    return {
        "movements": catalog.movements,
        "positions": catalog.positions,
        "drills": catalog.drills,
        "methods": catalog.methods,
        "kit": catalog.kit,
        "norms": catalog.norms,
        "demands": catalog.demands,
        "ladders": catalog.ladders,
        "cautions": catalog.cautions,
        "tests": catalog.range_tests,
    }


def _shown(name: str, catalog: Catalog) -> dict[str, Any]:
    """A row and the sources its values rest on."""
    tables = _tables(catalog)
    row = next((table[name] for table in tables.values() if name in table), None)
    if row is None:
        raise _nothing_called(name, *tables.values())
    shown = row.model_dump(mode="json")
    sources = sorted(source for source in _named_sources(shown) if source in catalog.sources)
    said: dict[str, Any] = {"sources": {source: catalog.sources[source].citation for source in sources}}
    if name in catalog.drills:
        said = {"could_harm": _in_order(hazards_of(name, catalog), catalog), **said}
    elif name in catalog.movements:
        said = {"could_harm": _in_order(hazards_of_movement(name, catalog), catalog), **said}
    elif name in catalog.range_tests:
        said = {"could_harm": _in_order(hazards_of_test(name, catalog), catalog), **said}
    return {**shown, **said}


def _in_order(hazards: Container[str], catalog: Catalog) -> list[str]:
    return [caution for caution in catalog.cautions if caution in hazards]


def _named_sources(value: object) -> set[str]:
    """Every source that a row names, however deep."""
    if isinstance(value, dict):
        named = {field for key, field in value.items() if key.endswith("source") and isinstance(field, str)}
        return named.union(*(_named_sources(field) for field in value.values()))
    if isinstance(value, list):
        return set[str]().union(*(_named_sources(item) for item in value))
    return set()


def _nothing_called(name: str, *tables: Iterable[str]) -> UnusableFile:
    known = sorted(set[str]().union(*tables))
    return UnusableFile(f"nothing in the catalog is called '{name}'{did_you_mean(name, known)}")


def _list(table: str, catalog: Catalog, as_json: bool) -> int:
    rows = _tables(catalog)[table].values()
    if as_json:
        return say_json([row.model_dump(mode="json") for row in rows])
    for row in rows:
        shown = row.model_dump(include={"id", "name"})
        print(f"{shown['id']:34}{shown['name']}")
    return 0


def _figure(name: str, catalog: Catalog) -> tuple[Picture, str]:
    """The figure of an id, and what it shows."""
    if name in catalog.drills:
        return picture_of_drill(name, catalog), catalog.drills[name].name
    if name in catalog.positions:
        nothing_asked = DemandProfile(())
        return picture_of_position(name, nothing_asked, catalog), catalog.positions[name].name
    if name in catalog.range_tests:
        return picture_of_test(name, catalog), catalog.range_tests[name].name
    if name in catalog.poses:
        return picture_of_pose(name, catalog), name
    raise _nothing_called(name, catalog.drills, catalog.positions, catalog.poses)


def _write(file: str, text: str) -> int:
    try:
        Path(file).write_text(text, encoding="utf-8")
    except OSError as problem:
        raise UnusableFile(f"{file}: cannot be written ({problem.strerror})") from problem
    return 0
