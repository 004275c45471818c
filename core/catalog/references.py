"""Every id a row names must exist, and every value must point at a source."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from core.catalog.hints import did_you_mean
from core.catalog.measuring import RangeTest
from core.catalog.rows import Drill, Ladder, Movement, Norm, Position
from core.catalog.table import Catalog
from core.errors import CatalogError


def known(file: str, row: str, field: str, came: Iterable[str], table: Mapping[str, object]) -> None:
    """Raise CatalogError for the first id that is not in a table."""
    for name in came:
        if name not in table:
            raise CatalogError(file, row, field, name, f"an id that exists{did_you_mean(name, table)}")


def check_references(catalog: Catalog) -> None:
    """Raise CatalogError for the first row that names something the catalog does not have."""
    for norm in catalog.norms.values():
        _check_norm(norm, catalog)
    for position in catalog.positions.values():
        _check_position(position, catalog)
    for movement in catalog.movements.values():
        check_movement("movements.yaml", movement, catalog)
    for drill in catalog.drills.values():
        _check_drill(drill, catalog)
    _check_ladders(catalog.ladders, catalog)
    for method in catalog.methods.values():
        known("methods.yaml", method.id, "source", [method.source], catalog.sources)
        known("methods.yaml", method.id, "kit_only", method.kit_only or (), catalog.kit)
    for reason in catalog.reasons.values():
        known("reasons.yaml", reason.id, "source", [reason.source], catalog.sources)
    for kit in catalog.kit.values():
        known("kit.yaml", kit.id, "swaps", kit.swaps, catalog.kit)
        known("kit.yaml", kit.id, "source", [kit.source], catalog.sources)
    for caution in catalog.cautions.values():
        known("cautions.yaml", caution.id, "holds", caution.holds, catalog.cautions)
        known("cautions.yaml", caution.id, "source", [caution.source], catalog.sources)
    for test in catalog.range_tests.values():
        _check_test(test, catalog)


def _check_norm(norm: Norm, catalog: Catalog) -> None:
    known("norms.yaml", norm.id, "id", [norm.id], catalog.demands)
    known("norms.yaml", norm.id, "bands.source", [band.source for band in norm.bands], catalog.sources)


def _check_test(test: RangeTest, catalog: Catalog) -> None:
    file = "range_tests.yaml"
    known(file, test.id, "motion", [test.motion] if test.motion else [], catalog.norms)
    known(file, test.id, "position", [test.position] if test.position else [], catalog.positions)
    known(file, test.id, "poses", test.poses, catalog.poses)
    known(file, test.id, "kit", test.kit, catalog.kit)
    named = [test.source, test.sem_source, test.converts_source]
    known(file, test.id, "source", named, catalog.sources)


def _check_position(position: Position, catalog: Catalog) -> None:
    file = "positions.yaml"
    known(file, position.id, "pose", [position.pose], catalog.poses)
    known(file, position.id, "holds", position.holds, catalog.demands)
    known(file, position.id, "holds_source", [position.holds_source], catalog.sources)
    for number, need in enumerate(position.needs):
        known(file, position.id, f"needs.{number}.motions", need.motions, catalog.norms)
        known(file, position.id, f"needs.{number}.source", [need.source], catalog.sources)


def check_movement(file: str, movement: Movement, catalog: Catalog) -> None:
    """Raise CatalogError when a movement names something the catalog does not have."""
    known(file, movement.id, "positions", movement.positions, catalog.positions)
    known(file, movement.id, "snaps", movement.snaps, catalog.demands)
    known(file, movement.id, "patterns", movement.patterns, catalog.demands)
    known(file, movement.id, "context", movement.context.values(), catalog.movements)
    known(file, movement.id, "source", [movement.source], catalog.sources)


def _check_drill(drill: Drill, catalog: Catalog) -> None:
    file = "drills.yaml"
    known(file, drill.id, "effects", drill.effects, catalog.demands)
    known(file, drill.id, "kit", drill.kit, catalog.kit)
    known(file, drill.id, "poses", drill.poses, catalog.poses)
    known(file, drill.id, "rehearses", drill.rehearses, catalog.movements)
    known(file, drill.id, "source", [drill.source], catalog.sources)
    known(file, drill.id, "effects_source", [drill.effects_source], catalog.sources)
    known(file, drill.id, "style", [drill.style], catalog.reasons)


def _check_ladders(ladders: Mapping[str, Ladder], catalog: Catalog) -> None:
    file, taken = "ladders.yaml", set[str]()
    for ladder in ladders.values():
        drills = [rung.drill for rung in ladder.rungs]
        known(file, ladder.id, "rungs.drill", drills, catalog.drills)
        twice = sorted(drill for drill in set(drills) if drill in taken or drills.count(drill) > 1)
        if twice:
            raise CatalogError(
                file, ladder.id, "rungs.drill", twice, "each drill on one ladder at most, once"
            )
        taken.update(drills)
