"""A member's own page, by its unguessable link or after signing in."""

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router

from core.catalog import load_catalog
from core.pictures import picture_of_drill
from server.api import schemas
from server.publishing.models import MemberSheet

router = Router(tags=["sheets"])
MINE_SHOWN = 20


def sheet_out(sheet: MemberSheet) -> dict:
    """The stored page with where it stands among its versions."""
    publication = sheet.publication
    newest = publication.gym_class.publications.first()
    return {
        **with_pictures(sheet.content),
        "version": publication.version,
        "newest": newest.pk == publication.pk,
        "felt": sheet.felt,
    }


def with_pictures(content: dict) -> dict:
    """Stored plain data with the figures and the names of demands a page draws."""
    catalog = load_catalog()

    def drawn(items: list[dict]) -> list[dict]:
        return [
            {**item, "picture": picture_of_drill(item["drill"], catalog, item["level"] == "seated")}
            for item in items
            if item["drill"] in catalog.drills
        ]

    named = {
        demand
        for item in (
            *content["items"],
            *content["extras"],
            *(item for one in content.get("breaks", []) for item in one["items"]),
        )
        for demand in item["serves"]
    }
    return {
        **content,
        "items": drawn(content["items"]),
        "cooldown": drawn(content["cooldown"]),
        "extras": drawn(content["extras"]),
        "breaks": [{**one, "items": drawn(one["items"])} for one in content.get("breaks", [])],
        "homework": [
            {**one, "picture": picture_of_drill(one["drill"], catalog, False)}
            for one in content.get("homework", [])
            if one["drill"] in catalog.drills
        ],
        "demand_names": {
            name: {
                "name": catalog.demands[name].name,
                "kind": catalog.demands[name].kind,
                "plain": catalog.demands[name].plain,
            }
            for name in named
            if name in catalog.demands
        },
    }


@router.get("/sheets/{token}", auth=None, response=schemas.SheetOut)
def sheet(request: HttpRequest, token: str):
    """One member's sheet; the link is the key. A newer version of the same class takes its place."""
    found = get_object_or_404(MemberSheet.objects.select_related("publication__gym_class"), token=token)
    newest = found.publication.gym_class.publications.first()
    if newest.pk != found.publication_id:
        found = (
            newest.sheets.select_related("publication__gym_class").filter(person_id=found.person_id).first()
            or found
        )
    if found.opened_at is None:
        found.opened_at = timezone.now()
        found.save(update_fields=["opened_at"])
    return sheet_out(found)


@router.post("/sheets/{token}/felt", auth=None, response=schemas.SheetOut)
def felt(request: HttpRequest, token: str, payload: schemas.FeltIn):
    """How it felt afterwards."""
    found = get_object_or_404(MemberSheet.objects.select_related("publication__gym_class"), token=token)
    found.felt = payload.felt
    found.save(update_fields=["felt"])
    return sheet_out(found)


@router.get("/my-sheets", response=list[schemas.MySheet])
def mine(request: HttpRequest):
    """The signed-in person's newest sheets, one a class, latest class first."""
    rows = (
        MemberSheet.objects.filter(person=request.user)
        .select_related("publication__gym_class")
        .order_by("-publication__gym_class__starts_at", "-publication__version")
    )
    newest: dict[int, MemberSheet] = {}
    for row in rows[: MINE_SHOWN * 3]:
        newest.setdefault(row.publication.gym_class_id, row)
    return [
        {
            "link": f"/m/{row.token}",
            "title": row.content["title"],
            "starts_at": row.publication.gym_class.starts_at,
            "version": row.publication.version,
        }
        for row in list(newest.values())[:MINE_SHOWN]
    ]
