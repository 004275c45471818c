"""A member's own page, by its unguessable link or after signing in."""

from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router

from server.api import schemas
from server.api.access import signed_in
from server.publishing.models import MemberSheet
from server.publishing.sheets import newest_of, shown_sheet

router = Router(tags=["sheets"])
MINE_SHOWN = 20


def _by_link(token: str) -> MemberSheet:
    return get_object_or_404(MemberSheet.objects.select_related("publication__gym_class"), token=token)


@router.get("/sheets/{token}", auth=None, response=schemas.SheetPage)
def sheet(request: HttpRequest, token: str) -> dict[str, Any]:
    """One member's sheet; the link is the key. A newer version of the same class takes its place."""
    page = _by_link(token)
    newest = newest_of(page)
    if newest.pk != page.publication_id:
        sheets = newest.sheets.select_related("publication__gym_class")
        page = sheets.filter(person_id=page.person_id).first() or page
    if page.opened_at is None:
        page.opened_at = timezone.now()
        page.save(update_fields=["opened_at"])
    return shown_sheet(page)


@router.post("/sheets/{token}/felt", auth=None, response=schemas.SheetPage)
def felt(request: HttpRequest, token: str, payload: schemas.FeltIn) -> dict[str, Any]:
    """How it felt afterwards."""
    page = _by_link(token)
    page.felt = payload.felt
    page.save(update_fields=["felt"])
    return shown_sheet(page)


@router.get("/my-sheets", response=list[schemas.MySheet])
def mine(request: HttpRequest) -> list[schemas.MySheet]:
    """The signed-in person's newest sheets, one a class, latest class first."""
    rows = (
        MemberSheet.objects.filter(person=signed_in(request))
        .select_related("publication__gym_class")
        .order_by("-publication__gym_class__starts_at", "-publication__version")
    )
    newest: dict[int, MemberSheet] = {}
    for row in rows[: MINE_SHOWN * 3]:
        newest.setdefault(row.publication.gym_class_id, row)
    return [
        schemas.MySheet(
            link=f"/m/{row.token}",
            title=row.content["title"],
            starts_at=row.publication.gym_class.starts_at,
            version=row.publication.version,
        )
        for row in list(newest.values())[:MINE_SHOWN]
    ]
