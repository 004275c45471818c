"""The built pages: the coaches' application and the member's own small one. The member's arrives
with its first text and its data in it, so that a slow phone shows something at once."""

import datetime
import re
from functools import lru_cache
from typing import Any
from zoneinfo import ZoneInfo

from django.conf import settings
from django.http import FileResponse, Http404, HttpRequest, HttpResponse
from django.template.loader import render_to_string
from django.utils.html import format_html
from django.views.decorators.csrf import ensure_csrf_cookie

from core.documents.base import as_json
from server.api.days import day_by_link
from server.api.problems import Problem
from server.api.sheets import sheet_by_link, sheet_fields
from server.api.training import training_by_link
from server.competition.pages import calendar_of, shown_day
from server.publishing.models import Publication
from server.publishing.sheets import shown

DIST = settings.ROOT / "web" / "dist"
NONCE_PLACE = "%NONCE%"
ROOT_PLACE = '<div id="root"></div>'
STYLES = re.compile(r'<link rel="stylesheet"[^>]*href="/static/web/([^"]+\.css)"[^>]*>')
NOT_BUILT = "The interface is not built yet. Run ./chalk setup."
NOT_SENT = "The prep of this class is not there yet, or this code is of another one."
GONE = "This link leads nowhere any more. Ask your coach for a new one."
# addresses of the application's screens, as its router has them (a test holds the two together)
SCREENS = re.compile(
    r"^(|week/import|lab|shelf|people|people/import|measure|gym|account|outbox|sending"
    r"|competition|floor|floor/plan|first-run|enter|new-password|join"
    r"|(session|roster|publish|people|competition|floor|log|blocks)/\d+|floor/\d+/set-out"
    r"|log|blocks|year|trials|people/\d+/(log|year))/?$"
)
# what a JSON text must not hold inside a page
UNSAFE = {ord("<"): "\\u003C", ord(">"): "\\u003E", ord("&"): "\\u0026"}


@lru_cache(maxsize=4)
def _page(name: str, styles_inside: bool) -> str | None:
    path = DIST / name
    if not path.exists():
        return None
    page = path.read_text(encoding="utf-8")
    return STYLES.sub(_styles, page) if styles_inside else page


def _styles(link: re.Match[str]) -> str:
    """Styles in place of the link to them: one wait less before anything shows."""
    return f'<style nonce="{NONCE_PLACE}">{(DIST / link[1]).read_text(encoding="utf-8")}</style>'


def _respond(
    request: HttpRequest, name: str, *, status: int = 200, root: str = "", kept: bool = True
) -> HttpResponse:
    """A page with this answer's own word for the styles it may add (Content-Security-Policy). root: what
    stands in it until its scripts run. kept: whether a device may keep it."""
    page = _page(name, styles_inside=bool(root))
    if page is None:
        return HttpResponse(NOT_BUILT, status=503)
    nonce = str(request.csp_nonce)  # type: ignore[attr-defined]  # by django-csp
    shown = page.replace(NONCE_PLACE, nonce).replace(ROOT_PLACE, root or ROOT_PLACE)
    # its word holds for one answer
    return HttpResponse(shown, status=status, headers={"Cache-Control": "no-cache" if kept else "no-store"})


@ensure_csrf_cookie
def application(request: HttpRequest, path: str = "") -> HttpResponse:
    """The coaches' application, which says itself when there is nothing at an address."""
    return _respond(request, "index.html", status=200 if SCREENS.match(path) else 404)


@ensure_csrf_cookie
def wall_screen(request: HttpRequest) -> HttpResponse:
    """The screen on a wall: its code, or its gym's floor."""
    return _respond(request, "wall.html")


def member(request: HttpRequest, token: str = "") -> HttpResponse:
    """A member's page. Without a link: the pages this device keeps."""
    if not token:
        return _member(request, {"sheet": None, "trouble": ""}, "")
    try:
        sheet, private = sheet_by_link(request, token)
    except Http404:
        return _nothing(request, GONE, 404)
    except Problem as problem:
        return _nothing(request, problem.detail, problem.status)
    page = sheet_fields(sheet, private)
    text = render_to_string("publishing/first_text.html", {"sheet": page, "starts_at": _starts(page)})
    return _member(request, {"sheet": page, "trouble": ""}, text, kept=not private)


def member_day(request: HttpRequest, token: str) -> HttpResponse:
    """An athlete's day at a competition."""
    try:
        sheet = day_by_link(token)
    except Http404:
        return _nothing(request, GONE, 404)
    except Problem as problem:
        return _nothing(request, problem.detail, problem.status)
    day = shown_day(sheet)
    text = render_to_string("competition/first_text.html", {"day": day})
    return _member(request, {"sheet": None, "day": day, "trouble": ""}, text)


def member_training(request: HttpRequest, token: str) -> HttpResponse:
    """What a member does over weeks."""
    try:
        training = training_by_link(request, token)
    except Http404:
        return _nothing(request, GONE, 404)
    except Problem as problem:
        return _nothing(request, problem.detail, problem.status)
    text = render_to_string("blocks/first_text.html", {"training": training})
    data: dict[str, object] = {"sheet": None, "training": training, "trouble": ""}
    return _member(request, data, text, kept=not training.private)


def day_calendar(request: HttpRequest, token: str) -> HttpResponse:
    """An athlete's heats as a calendar."""
    try:
        sheet = day_by_link(token)
    except Problem as problem:
        raise Http404 from problem
    answer = HttpResponse(calendar_of(sheet), content_type="text/calendar; charset=utf-8")
    answer["Cache-Control"] = "private, max-age=300"
    return answer


def wall(request: HttpRequest, word: str) -> HttpResponse:
    """A class's prep with nobody's own, for whoever stands before the code on the wall."""
    rows = Publication.objects.select_related("gym_class").filter(gym_class__wall=word)
    newest = rows.order_by("-version").first()
    if newest is None:
        return _nothing(request, NOT_SENT, 404)
    cancelled = newest.gym_class.cancelled_at is not None
    page = shown(newest.page, newest.version, private=False, cancelled=cancelled)
    text = render_to_string("publishing/first_text.html", {"sheet": page, "starts_at": _starts(page)})
    return _member(request, {"sheet": page, "trouble": "", "wall": True}, text, kept=False)


def _nothing(request: HttpRequest, why: str, status: int) -> HttpResponse:
    text = format_html('<main class="p-6 text-[17px]"><p>{}</p></main>', why)
    return _member(request, {"sheet": None, "trouble": why}, text, status=status, kept=False)


def _starts(page: dict[str, Any]) -> datetime.datetime:
    """When the class starts, by its gym's clock."""
    return datetime.datetime.fromisoformat(page["starts_at"]).astimezone(ZoneInfo(page["timezone"]))


def worker(request: HttpRequest) -> FileResponse:
    """What keeps a member's page on their device; asked for anew each time, so that a newer one comes in."""
    path = DIST / "sw.js"
    if not path.exists():
        raise Http404
    headers = {"Cache-Control": "no-cache"}
    return FileResponse(path.open("rb"), content_type="text/javascript", headers=headers)


def _member(
    request: HttpRequest, data: dict[str, object], text: str, *, status: int = 200, kept: bool = True
) -> HttpResponse:
    safe = as_json(data).decode().translate(UNSAFE)
    root = f'<div id="root">{text}</div><script type="application/json" id="data">{safe}</script>'
    return _respond(request, "member.html", status=status, root=root, kept=kept)
