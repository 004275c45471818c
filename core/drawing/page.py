"""Every figure of the catalog with its name on one page, to be printed or looked at without a server."""

from __future__ import annotations

from collections.abc import Iterable
from html import escape
from typing import NamedTuple

from core.catalog import Catalog
from core.demand.scores import DemandProfile
from core.documents.picture import (
    Picture,
    picture_of_drill,
    picture_of_pose,
    picture_of_position,
    picture_of_test,
)
from core.drawing.svg import svg_of

STYLE = """
body { margin: 24px; background: #f7f3ea; color: #232a2d; font: 14px/1.35 system-ui, sans-serif; }
h1 { font-size: 26px; margin: 0 0 4px; } h2 { font-size: 20px; margin: 28px 0 8px; }
ul { display: grid; grid-template-columns: repeat(auto-fill, minmax(150px, 1fr)); gap: 10px; padding: 0; }
li { list-style: none; background: #fffdf8; border: 1px solid #ddd5c4; border-radius: 8px; padding: 8px;
  break-inside: avoid; }
svg { display: block; width: 100%; height: 130px; }
b { display: block; } code { color: #6f6a5e; font-size: 13px; }
""".strip()


class Named(NamedTuple):
    """A row with a figure."""

    id: str
    name: str
    picture: Picture


def catalog_page(catalog: Catalog) -> str:
    """The HTML of the page: positions, drills and shapes, each in file order."""
    nothing_asked = DemandProfile(())
    positions = (
        Named(row.id, row.name, picture_of_position(row.id, nothing_asked, catalog))
        for row in catalog.positions.values()
    )
    drills = (Named(row.id, row.name, picture_of_drill(row.id, catalog)) for row in catalog.drills.values())
    tests = (
        Named(row.id, row.name, picture_of_test(row.id, catalog)) for row in catalog.range_tests.values()
    )
    poses = (Named(name, "", picture_of_pose(name, catalog)) for name in catalog.poses)
    sections = [
        _section(f"{len(catalog.positions)} positions", positions),
        _section(f"{len(catalog.drills)} drills, where they end", drills),
        _section(f"{len(catalog.range_tests)} tests of range, where they are read", tests),
        _section(f"{len(catalog.poses)} shapes they are drawn from", poses),
    ]
    return (
        '<!doctype html>\n<html lang="en"><head><meta charset="utf-8"><title>Every figure</title>\n'
        f"<style>\n{STYLE}\n</style></head><body>\n<h1>Every figure of the catalog</h1>\n"
        + "\n".join(sections)
        + "\n</body></html>\n"
    )


def _section(title: str, rows: Iterable[Named]) -> str:
    items = "\n".join(_item(row) for row in rows)
    return f"<h2>{escape(title)}</h2>\n<ul>\n{items}\n</ul>"


def _item(row: Named) -> str:
    name = f"<b>{escape(row.name)}</b>" if row.name else ""
    return f"<li>{svg_of(row.picture, row.name or row.id)}{name}<code>{escape(row.id)}</code></li>"
