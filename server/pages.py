"""The two built pages: the coaches' application and the member's own small one."""

from functools import lru_cache

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import ensure_csrf_cookie

DIST = settings.ROOT / "web" / "dist"
NOT_BUILT = "The interface is not built yet. Run ./chalk setup."


@lru_cache(maxsize=4)
def _page(name: str) -> str | None:
    path = DIST / name
    return path.read_text(encoding="utf-8") if path.exists() else None


def _respond(name: str) -> HttpResponse:
    page = _page(name)
    return HttpResponse(page or NOT_BUILT, status=200 if page else 503)


@ensure_csrf_cookie
def application(request: HttpRequest, path: str = "") -> HttpResponse:
    return _respond("index.html")


def member(request: HttpRequest, token: str) -> HttpResponse:
    return _respond("member.html")
