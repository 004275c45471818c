"""Read the catalog's data files into rows, check every cross-reference, and say exactly what is wrong with
a bad row."""

from __future__ import annotations

from collections.abc import Mapping
from functools import lru_cache
from pathlib import Path
from typing import Any, TypeVar

from pydantic import ValidationError
from pydantic_core import ErrorDetails

from core.catalog.files import Fields, line_of, read_rows
from core.catalog.hints import did_you_mean
from core.catalog.measuring import RangeTest
from core.catalog.poses import poses_of
from core.catalog.references import check_references
from core.catalog.rows import (
    Caution,
    Demand,
    Drill,
    Kit,
    Ladder,
    Method,
    Movement,
    Norm,
    PoseRow,
    Position,
    Reason,
    Row,
    Source,
)
from core.catalog.table import Catalog
from core.errors import MISSING, CatalogError

DATA = Path(__file__).parent / "data"
KEY = "[key]"  # how pydantic says that a key of a mapping is at fault
R = TypeVar("R", bound=Row)


@lru_cache(maxsize=4)
def load_catalog(folder: Path = DATA) -> Catalog:
    """The whole catalog. Raises CatalogError naming file, line, row and field for the first row that
    cannot be used."""
    try:
        catalog = Catalog(
            sources=_rows(Source, folder / "sources.yaml"),
            demands=_demands(folder / "demands.yaml"),
            norms=_rows(Norm, folder / "norms.yaml"),
            poses=poses_of("poses.yaml", _rows(PoseRow, folder / "poses.yaml")),
            positions=_rows(Position, folder / "positions.yaml"),
            movements=_rows(Movement, folder / "movements.yaml"),
            drills=_rows(Drill, folder / "drills.yaml"),
            kit=_rows(Kit, folder / "kit.yaml"),
            methods=_rows(Method, folder / "methods.yaml"),
            ladders=_rows(Ladder, folder / "ladders.yaml"),
            reasons=_rows(Reason, folder / "reasons.yaml"),
            cautions=_rows(Caution, folder / "cautions.yaml"),
            range_tests=_rows(RangeTest, folder / "range_tests.yaml"),
        )
        check_references(catalog)
    except CatalogError as problem:
        if problem.line is not None:
            raise
        raise problem.at(line_of(folder / problem.file, problem.row, problem.field)) from problem
    return catalog


def _demands(path: Path) -> dict[str, Demand]:
    """Demands stand in groups of their kind."""
    demands: dict[str, Demand] = {}
    for kind, group in read_rows(path).items():
        for name, fields in group.items():
            if name in demands:
                raise CatalogError(path.name, name, "id", f"{name!r} a second time", "each id once")
            demands[name] = row_of(Demand, path.name, name, {**fields, "kind": kind})
    return demands


def _rows(kind: type[R], path: Path) -> dict[str, R]:
    return {name: row_of(kind, path.name, name, fields) for name, fields in read_rows(path).items()}


def row_of(kind: type[R], file: str, name: str, fields: Mapping[str, Any]) -> R:
    """One validated row. Raises CatalogError naming the field at fault."""
    try:
        return kind.model_validate({**fields, "id": name})
    except ValidationError as problem:
        first = min(problem.errors(), key=_may_follow_from_another)
        raise _catalog_error(kind, file, name, first) from problem


def _may_follow_from_another(problem: ErrorDetails) -> bool:
    """A field is also missing when it is there under a misspelt name."""
    return problem["type"] == "missing"


def _catalog_error(kind: type[Row], file: str, name: str, problem: ErrorDetails) -> CatalogError:
    field = ".".join(str(part) for part in problem["loc"] if part != KEY)
    if problem["type"] == "missing":
        return CatalogError(file, name, field, MISSING, "this field to be there")
    if problem["type"] == "extra_forbidden":
        known = [info.alias or known for known, info in kind.model_fields.items()]
        expected = f"a field that exists{did_you_mean(field.rpartition('.')[2], known)}"
        return CatalogError(file, name, field, problem["input"], expected)
    if problem["type"] == "rule":
        changed = problem["ctx"]["field"]
        came = problem["input"].get(changed, MISSING)
        return CatalogError(file, name, ".".join(filter(None, (field, changed))), came, problem["msg"])
    return CatalogError(file, name, field, problem["input"], problem["msg"].removeprefix("Value error, "))


def method_row(file: str, name: str, fields: Fields) -> Method:
    """One validated method. Raises CatalogError naming the field at fault."""
    return row_of(Method, file, name, fields)


def movement_row(file: str, name: str, fields: Fields) -> Movement:
    """One validated movement. Raises CatalogError naming the field at fault."""
    return row_of(Movement, file, name, fields)
