"""A member's stored page as it is shown: where it stands among its versions, and to whom."""

from __future__ import annotations

from typing import Any

from django.db.models import OuterRef, QuerySet, Subquery

from core.catalog import load_catalog
from core.documents.sheet import shown as shown_content
from server.publishing.models import MemberSheet, Publication


def sheets() -> QuerySet[MemberSheet]:
    """Sheets with all that showing one takes, and the newest version of their class; the class's record,
    which is large, stays where it is."""
    newest = Publication.objects.filter(gym_class=OuterRef("publication__gym_class")).order_by("-version")
    return (
        MemberSheet.objects.select_related("publication__gym_class__session__gym", "person")
        .defer("publication__content", "publication__gym_class__session__text")
        .annotate(newest_version=Subquery(newest.values("version")[:1]))
    )


def newest_of(sheet: MemberSheet) -> MemberSheet:
    """The same member's sheet of the newest version of its class; the one given when they have none there.
    sheet: one of sheets()."""
    if _is_newest(sheet):
        return sheet
    mine = sheets().filter(
        publication__gym_class_id=sheet.publication.gym_class_id, person_id=sheet.person_id
    )
    return mine.order_by("-publication__version").first() or sheet


def _is_newest(sheet: MemberSheet) -> bool:
    # annotated by sheets()
    newest: int = sheet.newest_version  # type: ignore[attr-defined]  # annotated by sheets()
    return sheet.publication.version == newest


def shown(
    content: dict[str, Any], version: int, *, newest: bool = True, felt: str = "", private: bool = True
) -> dict[str, Any]:
    """A page's fields from its stored or freshly made content. private: to the member or a coach, who see all
    of it."""
    page = shown_content(content if private else for_anyone(content), load_catalog())
    return {"changes": [], **page, "version": version, "newest": newest, "felt": felt, "private": private}


def shown_sheet(sheet: MemberSheet, private: bool) -> dict[str, Any]:
    """The fields of a stored page, one of sheets()."""
    version = sheet.publication.version
    return shown(sheet.content, version, newest=_is_newest(sheet), felt=sheet.felt, private=private)


def for_anyone(content: dict[str, Any]) -> dict[str, Any]:
    """What a link alone shows: all there is to do, and nothing of a body or its health that the doing does
    not need. What a caution changes is needed; its name, its note and what was measured are not."""
    return {
        **content,
        "caution_note": "",
        "kept_to": [{**kept, "caution": "", "name": ""} for kept in content.get("kept_to", ())],
        "barred": [{**one, "why": []} for one in content.get("barred", ())],
        "swaps": [{**swap, "why": ""} for swap in content["swaps"]],
        "gaps": [{**gap, "has_deg": None, "side": None} for gap in content["gaps"]],
        "homework": [
            {**task, "first_deg": None, "last_deg": None, "side": None}
            for task in content.get("homework", ())
        ],
    }
