"""A member's stored page as it is shown: where it stands among its versions, what its member keeps to by now,
and to whom."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable
from functools import lru_cache
from typing import Any

from django.db.models import OuterRef, QuerySet, Subquery

from core.catalog import load_catalog
from core.documents.difference import told_of
from core.documents.sheet import shown as shown_content
from core.documents.since import since_cautions
from server.computing.helpers import Busy
from server.computing.stored import kept
from server.people.models import Person
from server.prep.drafts import day_of
from server.publishing.models import MemberSheet, Publication, Said
from server.shelf.actions import vocabulary_of

_CLASS = "publication__gym_class"
NOT_SHOWN = (
    *(f"publication__{name}" for name in ("changes", "digest", "drills", "held_at", "key", "published_by")),
    *(f"{_CLASS}__session__{name}" for name in ("changed_at", "key", "text", "version")),
    *(f"{_CLASS}__session__gym__{name}" for name in ("place", "places", "rack", "sender", "version")),
)


def sheets() -> QuerySet[MemberSheet]:
    """Sheets with all that showing one takes, and the newest version of their class."""
    return _sheets().all()


@lru_cache(maxsize=1)
def _sheets() -> QuerySet[MemberSheet]:
    """Put together once: that takes as long as asking."""
    newest = Publication.objects.filter(gym_class=OuterRef("publication__gym_class")).order_by("-version")
    return (
        MemberSheet.objects.select_related("publication__gym_class__session__gym", "person")
        .defer(*NOT_SHOWN)
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
    content: dict[str, Any],
    version: int,
    *,
    newest: bool = True,
    private: bool = True,
    said: dict[str, str] | None = None,
    **more: Any,
) -> dict[str, Any]:
    """A page's fields from its stored or freshly made content. private: to the member or a coach, who see
    all of it; said: what the member said of the class, by kind; more: what else is known of a stored one."""
    page = shown_content(content if private else for_anyone(content), load_catalog())
    usual: dict[str, Any] = {"changes": [], "taken_out": [], "stamp": str(version), "cancelled": False}
    told = said or {}
    return {
        **usual,
        **page,
        "version": version,
        "newest": newest,
        "private": private,
        "felt": told.get(Said.Kind.FELT, ""),
        "felt_at": positions_in(told),
        "done": told.get(Said.Kind.DONE, "") == "yes",
        "extras_done": told.get(Said.Kind.EXTRAS, "") == "yes",
        "pain": Said.Kind.PAIN in told,
        **more,
    }


def shown_sheet(sheet: MemberSheet, private: bool) -> dict[str, Any]:
    """The fields of a stored page, one of sheets()."""
    page, stamp = page_now(sheet)
    return shown(
        page,
        sheet.publication.version,
        newest=_is_newest(sheet),
        private=private,
        said=said_by([sheet.person_id], sheet.publication.gym_class_id).get(sheet.person_id),
        stamp=stamp,
        changes=list(_changes_since_last_look(sheet)),
        cancelled=sheet.publication.gym_class.cancelled_at is not None,
    )


def page_now(sheet: MemberSheet) -> tuple[dict[str, Any], str]:
    """The page as it may reach its member now, and a name for it as it stands: a caution written down since
    it was sent takes out what it forbids."""
    session = sheet.publication.gym_class.session
    day = day_of(session)
    since = new_cautions(sheet, sheet.person.cautions_on(day))
    page, version = sheet.page(), sheet.publication.version
    if not since:
        return page, stamp_of(version, since)
    person = Person.objects.whole().get(pk=sheet.person_id)
    words = vocabulary_of(session.gym)
    try:
        fields = kept(session.gym_id, since_cautions, page, person.value(day), words)
    except Busy:  # a device that got no page would show the one it keeps
        fields = since_cautions(page, person.value(day), words)
    return {**page, **fields}, stamp_of(version, since)


def new_cautions(sheet: MemberSheet, cautions: Iterable[Any]) -> tuple[str, ...]:
    """What somebody keeps to that their page was not made for."""
    now = {*(row.caution for row in cautions), *sheet.person.adaptive}
    return tuple(sorted(now - set(sheet.kept_to)))


def stamp_of(version: int, since: tuple[str, ...]) -> str:
    """A name for a page as it stands; it tells no caution."""
    if not since:
        return str(version)
    return f"{version}-{hashlib.sha256(','.join(since).encode()).hexdigest()[:12]}"


def said_by(people: Iterable[int], class_id: int) -> dict[int, dict[str, str]]:
    """What some people last said of a class: person, then kind."""
    rows = Said.objects.filter(gym_class_id=class_id, person_id__in=list(people)).order_by("said_at", "pk")
    said: dict[int, dict[str, str]] = {}
    for row in rows:
        said.setdefault(row.person_id, {})[_told_as(row.kind, row.position)] = row.value
    return said


def _told_as(kind: str, position: str) -> str:
    return f"{kind}@{position}" if position else kind


def positions_in(told: dict[str, str]) -> dict[str, str]:
    """Of what one member said of a class: position -> how it felt."""
    parted = ((name.partition("@"), value) for name, value in told.items())
    return {position: value for (kind, at, position), value in parted if at and kind == Said.Kind.FELT}


def felt_in_all(told: dict[str, str]) -> str:
    """One word for a class: what was said of all of it, else the worst of its positions; empty for
    nothing."""
    each = set(positions_in(told).values())
    worst = next((word for word in ("worse", "same", "better") if word in each), "")
    return told.get(Said.Kind.FELT, "") or worst


def _changes_since_last_look(sheet: MemberSheet) -> tuple[str, ...]:
    """What is different from the version before this one that they last had before them."""
    publication = sheet.publication
    if publication.version == 1:
        return ()
    looked_at = MemberSheet.objects.filter(
        publication__gym_class_id=publication.gym_class_id,
        publication__version__lt=publication.version,
        person_id=sheet.person_id,
        opened_at__isnull=False,
    )
    last = looked_at.select_related("publication").order_by("-publication__version").first()
    if last is None:
        return ()
    return told_of(last.publication.page, last.page(), publication.page, sheet.page())


def for_anyone(content: dict[str, Any]) -> dict[str, Any]:
    """What a link alone shows: all there is to do, and nothing of a body or its health that the doing does
    not need. What a caution changes is needed; its name, its note and what was measured are not."""
    return {
        **content,
        "caution_note": "",
        "kept_to": [{**kept, "caution": "", "name": ""} for kept in content.get("kept_to", ())],
        "barred": [{**one, "why": []} for one in content.get("barred", ())],
        "swaps": [{**swap, "why": ""} for swap in content["swaps"]],
        "gaps": [{**gap, "has_deg": None, "side": None, "felt": 1.0} for gap in content["gaps"]],
        "homework": [
            {**task, "first_deg": None, "last_deg": None, "side": None}
            for task in content.get("homework", ())
        ],
    }
