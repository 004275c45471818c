"""Rows of shapes -> poses: a shape may start from another one, or from a posture that is solved."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import asdict
from typing import Any

from core.body.pose import TRUNK_FIELDS, Limbs, Pose
from core.catalog.hints import did_you_mean
from core.catalog.rows import PoseRow
from core.errors import CatalogError
from core.posture.figures import catalog_pose

STANDING = Pose(Limbs(), Limbs())
INHERITED = ("solved", "view", "support", "near", "far", "props", *TRUNK_FIELDS)


def poses_of(file: str, rows: Mapping[str, PoseRow]) -> dict[str, Pose]:
    """Every row as a pose. Raises CatalogError for a start or a family of postures that does not exist."""
    return {name: _pose(file, row, rows) for name, row in rows.items()}


def _pose(file: str, row: PoseRow, rows: Mapping[str, PoseRow]) -> Pose:
    given = _given(file, row, rows)
    start = _start(file, row.id, given.get("solved"))
    trunk = {name: given.get(name, getattr(start, name)) for name in TRUNK_FIELDS}
    near, far = given.get("near", {}), given.get("far", {})
    if "solved" in given:
        near, far = {**asdict(start.near), **near}, {**asdict(start.far), **near, **far}
        if given["solved"]["family"] == "squat":  # arms keep their direction over a bent back
            bent = trunk["lumbar"] - trunk["thoracic"]
            near["shoulder"] += bent
            far["shoulder"] += bent
    return Pose(
        Limbs(**near),
        Limbs(**{**near, **far}),
        **trunk,
        support=given.get("support", start.support),
        view=given.get("view", start.view),
        props=given.get("props", ()),
    )


def _given(file: str, row: PoseRow, rows: Mapping[str, PoseRow]) -> dict[str, Any]:
    """The fields a row gives, those of the row it starts from where it gives none."""
    if row.start is None:
        return _said(row)
    if row.start not in rows:
        raise CatalogError(
            file, row.id, "from", row.start, f"a pose that exists{did_you_mean(row.start, rows)}"
        )
    return {**_said(rows[row.start]), **_said(row)}


def _said(row: PoseRow) -> dict[str, Any]:
    return {name: getattr(row, name) for name in INHERITED if name in row.model_fields_set}


def _start(file: str, name: str, solved: Mapping[str, Any] | None) -> Pose:
    if solved is None:
        return STANDING
    try:
        return catalog_pose(solved)
    except (KeyError, ValueError) as problem:
        expected = f"a family of postures and its shape ({problem})"
        raise CatalogError(file, name, "solved", solved, expected) from problem
