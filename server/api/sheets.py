"""A member's own page, by its unguessable link or after signing in."""

from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from core.documents.base import as_json
from server.api import schemas
from server.api.access import rows_of, signed_in
from server.api.block_schemas import SheetAndTraining
from server.api.problems import Problem
from server.api.shown_blocks import training_of
from server.people.audit import looked
from server.people.models import Person
from server.publishing.models import MemberSheet
from server.publishing.saying import Word, note_opened, note_said
from server.publishing.sheets import newest_of, sheets, shown_sheet

router = Router(tags=["sheets"])
MINE_SHOWN = 20


def sheet_by_link(request: HttpRequest, token: str) -> tuple[MemberSheet, bool]:
    """The newest sheet a link leads to, and whether the one who asks may see all of it: the member or a
    coach of the gym, signed in. Raises Http404, and Problem for a link that has ended."""
    sheet = get_object_or_404(sheets().select_related("person__training_page"), token=token)
    private = _may_see_all(request, sheet)
    if sheet.link_ended and not private:
        raise Problem(
            410, "This link has ended", "This link has ended. Sign in, or ask your coach for a new one."
        )
    _note_look(request, sheet)
    return newest_of(sheet), private


def _rows(request: HttpRequest) -> list[Person]:
    return rows_of(request) if request.user.is_authenticated else []


def _note_look(request: HttpRequest, sheet: MemberSheet) -> None:
    """A coach who sees all of a member's page is written down."""
    gym = sheet.publication.gym_class.session.gym
    for row in _rows(request):
        if row.coaches_in(gym.pk):
            looked(row, [sheet.person_id], "sheet", gym.today())


def _is_coach(request: HttpRequest, sheet: MemberSheet) -> bool:
    """Whether a coach of the gym asks, and not for a page of their own."""
    gym_id = sheet.publication.gym_class.session.gym_id
    return any(row.coaches_in(gym_id) and row.pk != sheet.person_id for row in _rows(request))


def _may_see_all(request: HttpRequest, sheet: MemberSheet) -> bool:
    mine = any(row.pk == sheet.person_id for row in _rows(request))
    return mine or _is_coach(request, sheet)


@router.get("/sheets/{token}", auth=None, response=SheetAndTraining)
def sheet(request: HttpRequest, token: str) -> HttpResponse:
    """One member's sheet; the link is the key. A newer version of the same class takes its place."""
    page, private = sheet_by_link(request, token)
    return _page(page, private)


@router.post("/sheets/{token}/opened", auth=None, response={204: None})
def opened(request: HttpRequest, token: str, payload: schemas.OpenedIn) -> Status[None]:
    """A device has the page, as ``stamp`` names it; touched: somebody has looked at it and put a finger on
    it, which is noted the first time. A coach who looks is not the member, and what only fetches the page (a
    messenger's preview of a link) never says this."""
    page, _ = sheet_by_link(request, token)
    if not _is_coach(request, page):
        note_opened(page, payload.stamp, payload.touched)
    return Status(204, None)


@router.post("/sheets/{token}/said", auth=None, response=SheetAndTraining)
def said(request: HttpRequest, token: str, payload: schemas.SaidIn) -> HttpResponse:
    """What the member says: how it felt, done, that something hurts; each kept once however often it is sent.
    The answer is the page as it is now."""
    page, private = sheet_by_link(request, token)
    note_said(page, [Word(**row.dict()) for row in payload.rows])
    return _page(page, private)


def _page(page: MemberSheet, private: bool) -> HttpResponse:
    """A page as it is: it was checked when it was stored."""
    return HttpResponse(as_json(sheet_fields(page, private)), content_type="application/json")


def sheet_fields(page: MemberSheet, private: bool) -> dict[str, Any]:
    """The fields of a stored page with its member's blocks; homework that runs as one of them stands
    there."""
    fields = shown_sheet(page, private)
    page.person.gym = page.publication.gym_class.session.gym  # the same row, not asked for again
    training = training_of(page.person, private)
    running = {area.motion for block in training.blocks for area in block.areas} if training else set()
    homework = [task for task in fields["homework"] if task["motion"] not in running]
    return {**fields, "homework": homework, "training": training}


@router.get("/my-sheets", response=list[schemas.MySheet])
def mine(request: HttpRequest) -> list[schemas.MySheet]:
    """The signed-in person's newest sheets, one a class, latest class first."""
    rows = (
        MemberSheet.objects.filter(person=signed_in(request))
        .select_related("publication__gym_class__session__gym")
        .defer("own", "publication__page", "publication__words")
        .order_by("-publication__gym_class__starts_at", "-publication__version")
    )
    newest: dict[int, MemberSheet] = {}
    for row in rows[: MINE_SHOWN * 3]:
        newest.setdefault(row.publication.gym_class_id, row)
    return [
        schemas.MySheet(
            link=f"/m/{row.token}",
            title=row.publication.gym_class.session.title,
            starts_at=row.publication.gym_class.starts_at,
            timezone=row.publication.gym_class.session.gym.timezone,
            version=row.publication.version,
            opened=row.opened_at is not None,
            cancelled=row.publication.gym_class.cancelled_at is not None,
        )
        for row in list(newest.values())[:MINE_SHOWN]
    ]
