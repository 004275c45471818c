"""Read the catalog's data files into rows, check every cross-reference, and say exactly what is wrong with a bad row."""

from __future__ import annotations

from dataclasses import asdict, dataclass
from functools import lru_cache
from pathlib import Path
from typing import TypeVar

import yaml
from pydantic import ValidationError

from core.body.pose import LIMB_FIELDS, TRUNK_FIELDS, Limbs, Pose
from core.body.props import PROP_DRAWERS
from core.catalog.rows import (
    Demand,
    Drill,
    Kit,
    Ladder,
    Method,
    Movement,
    Norm,
    Position,
    Reason,
    Row,
    Source,
)
from core.errors import CatalogError
from core.posture.figures import catalog_pose

DATA = Path(__file__).parent / "data"
R = TypeVar("R", bound=Row)


@dataclass(frozen=True, eq=False)
class Catalog:
    """Every row by id, in file order. Treat as read-only. Two catalogs are the same only when they are one object."""

    sources: dict[str, Source]
    demands: dict[str, Demand]
    norms: dict[str, Norm]
    poses: dict[str, Pose]
    positions: dict[str, Position]
    movements: dict[str, Movement]
    drills: dict[str, Drill]
    kit: dict[str, Kit]
    methods: dict[str, Method]
    ladders: dict[str, Ladder]
    reasons: dict[str, Reason]

    def why(self, drill: str) -> tuple[tuple[str, int, str], ...]:
        """(demand, twentieths, reason) of every effect of a drill, the strongest first."""
        row = self.drills[drill]
        return tuple(
            (demand, effect, getattr(self.reasons[row.style], self.demands[demand].kind))
            for demand, effect in sorted(row.effects.items(), key=lambda one: (-one[1], one[0]))
            if effect
        )

    def neighbours(self, drill: str) -> tuple[tuple[str, str] | None, tuple[str, str] | None]:
        """(easier drill, the test it leads up with) and (harder drill, the test that leads to it), each None at an end."""
        for ladder in self.ladders.values():
            for place, rung in enumerate(ladder.rungs):
                if rung.drill == drill:
                    below = ladder.rungs[place - 1] if place else None
                    above = ladder.rungs[place + 1] if place + 1 < len(ladder.rungs) else None
                    return (below.drill, below.up) if below else None, (
                        above.drill,
                        rung.up,
                    ) if above else None
        return None, None


@lru_cache(maxsize=4)
def load_catalog(folder: Path = DATA) -> Catalog:
    """The whole catalog. Raises CatalogError naming file, row and field for the first row that cannot be used."""
    demands = {
        name: _row(Demand, "demands.yaml", name, {**fields, "id": name, "kind": kind})
        for kind, group in _read(folder / "demands.yaml").items()
        for name, fields in group.items()
    }
    catalog = Catalog(
        sources=_rows(Source, folder / "sources.yaml"),
        demands=demands,
        norms=_rows(Norm, folder / "norms.yaml"),
        poses=_poses(folder / "poses.yaml"),
        positions=_rows(Position, folder / "positions.yaml"),
        movements=_rows(Movement, folder / "movements.yaml"),
        drills=_rows(Drill, folder / "drills.yaml"),
        kit=_rows(Kit, folder / "kit.yaml"),
        methods=_rows(Method, folder / "methods.yaml"),
        ladders=_rows(Ladder, folder / "ladders.yaml"),
        reasons=_rows(Reason, folder / "reasons.yaml"),
    )
    _check_references(catalog)
    return catalog


def _read(path: Path) -> dict:
    try:
        return yaml.load(
            path.read_text(encoding="utf-8"), Loader=getattr(yaml, "CSafeLoader", yaml.SafeLoader)
        )
    except yaml.YAMLError as problem:
        raise CatalogError(path.name, "?", "?", str(problem).splitlines()[0], "valid YAML") from problem


def _row(kind: type[R], file: str, name: str, fields: dict) -> R:
    try:
        return kind.model_validate(fields)
    except ValidationError as problem:
        first = problem.errors()[0]
        field = ".".join(str(part) for part in first["loc"]) or "row"
        raise CatalogError(file, name, field, first["input"], first["msg"]) from problem


def _rows(kind: type[R], path: Path) -> dict[str, R]:
    return {name: _row(kind, path.name, name, {**fields, "id": name}) for name, fields in _read(path).items()}


def _poses(path: Path) -> dict[str, Pose]:
    raw = _read(path)
    return {name: _pose(path.name, name, fields, raw) for name, fields in raw.items()}


def _pose(file: str, name: str, fields: dict, raw: dict) -> Pose:
    fields = {**raw[fields["from"]], **fields} if "from" in fields else dict(fields)
    near, far = dict(fields.get("near", {})), dict(fields.get("far", {}))
    start = Pose(Limbs(), Limbs())
    if "solved" in fields:
        try:
            start = catalog_pose(fields["solved"])
        except (KeyError, ValueError) as problem:
            raise CatalogError(
                file, name, "solved", fields["solved"], f"a family of postures and its shape ({problem})"
            ) from problem
        near, far = {**asdict(start.near), **near}, {**asdict(start.far), **near, **far}
    unknown = set(near) | set(far)
    if not unknown <= set(LIMB_FIELDS):
        raise CatalogError(file, name, "near/far", sorted(unknown - set(LIMB_FIELDS)), f"only {LIMB_FIELDS}")
    trunk = {key: fields.get(key, getattr(start, key)) for key in TRUNK_FIELDS}
    if (
        "solved" in fields and fields["solved"]["family"] == "squat"
    ):  # arms keep their direction over a bent back
        near["shoulder"] += trunk["lumbar"] - trunk["thoracic"]
        far["shoulder"] += trunk["lumbar"] - trunk["thoracic"]
    return Pose(
        Limbs(**near),
        Limbs(**{**near, **far}),
        **trunk,
        support=fields.get("support", start.support),
        view=fields.get("view", "side"),
        props=tuple(fields.get("props", ())),
    )


def method_row(file: str, name: str, fields: dict) -> Method:
    """One validated method. Raises CatalogError naming the field at fault."""
    return _row(Method, file, name, {**fields, "id": name})


def movement_row(file: str, name: str, fields: dict) -> Movement:
    """One validated movement. Raises CatalogError naming the field at fault."""
    return _row(Movement, file, name, {**fields, "id": name})


def check_movement(file: str, move: Movement, catalog: Catalog) -> None:
    """Raise CatalogError when a movement names something the catalog does not have."""
    known(file, move.id, "positions", move.positions, catalog.positions)
    known(file, move.id, "snaps", move.snaps, catalog.demands)
    known(file, move.id, "patterns", move.patterns, catalog.demands)
    known(file, move.id, "context", move.context.values(), catalog.movements)
    known(file, move.id, "source", [move.source], catalog.sources)


def known(file: str, row: str, field: str, came, table) -> None:
    """Raise CatalogError for the first id that is not in a table."""
    for one in came:
        if one not in table:
            raise CatalogError(file, row, field, one, f"an id that exists ({len(table)} known)")


def _check_references(catalog: Catalog) -> None:
    """Every id a row names must exist, and every value must point at a source."""
    props = {name: None for name in PROP_DRAWERS}
    for norm in catalog.norms.values():
        known("norms.yaml", norm.id, "id", [norm.id], catalog.demands)
        known("norms.yaml", norm.id, "bands.source", [band.source for band in norm.bands], catalog.sources)
    for place in catalog.positions.values():
        known("positions.yaml", place.id, "pose", [place.pose], catalog.poses)
        known("positions.yaml", place.id, "props", [prop.partition("@")[0] for prop in place.props], props)
        known("positions.yaml", place.id, "holds", place.holds, catalog.demands)
        known("positions.yaml", place.id, "holds_source", [place.holds_source], catalog.sources)
        for need in place.needs:
            known("positions.yaml", place.id, "needs.motions", need.motions, catalog.norms)
            known("positions.yaml", place.id, "needs.source", [need.source], catalog.sources)
    for move in catalog.movements.values():
        check_movement("movements.yaml", move, catalog)
    for drill in catalog.drills.values():
        known("drills.yaml", drill.id, "effects", drill.effects, catalog.demands)
        known("drills.yaml", drill.id, "kit", drill.kit, catalog.kit)
        known("drills.yaml", drill.id, "poses", drill.poses, catalog.poses)
        known("drills.yaml", drill.id, "props", [prop.partition("@")[0] for prop in drill.props], props)
        known("drills.yaml", drill.id, "source", [drill.source, drill.effects_source], catalog.sources)
    rungs: set[str] = set()
    for ladder in catalog.ladders.values():
        own = [rung.drill for rung in ladder.rungs]
        known("ladders.yaml", ladder.id, "rungs.drill", own, catalog.drills)
        if rungs & set(own) or len(set(own)) < len(own):
            raise CatalogError(
                "ladders.yaml",
                ladder.id,
                "rungs.drill",
                sorted(rungs & set(own)),
                "each drill on one ladder at most, once",
            )
        rungs |= set(own)
    for method in catalog.methods.values():
        known("methods.yaml", method.id, "source", [method.source], catalog.sources)
    for reason in catalog.reasons.values():
        known("reasons.yaml", reason.id, "source", [reason.source], catalog.sources)
    for item in catalog.kit.values():
        known("kit.yaml", item.id, "swaps", item.swaps, catalog.kit)
