"""A member's stored page as it is shown: with figures, and where it stands among its versions."""

from __future__ import annotations

from typing import Any

from core.catalog import load_catalog
from core.documents.sheet import drawn
from server.publishing.models import MemberSheet, Publication


def newest_of(sheet: MemberSheet) -> Publication:
    """The newest version of what a sheet belongs to: its own, at the least."""
    return sheet.publication.gym_class.publications.first() or sheet.publication


def shown(content: dict[str, Any], version: int, *, newest: bool = True, felt: str = "") -> dict[str, Any]:
    """A page's fields from its stored or freshly made content."""
    page = drawn(content, load_catalog())
    return {**page, "version": version, "newest": newest, "felt": felt}


def shown_sheet(sheet: MemberSheet) -> dict[str, Any]:
    """The fields of a stored page."""
    version = sheet.publication.version
    newest = newest_of(sheet).pk == sheet.publication_id
    return shown(sheet.content, version, newest=newest, felt=sheet.felt)
