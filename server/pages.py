"""The two built pages: the coaches' application and the member's own small one."""

from functools import lru_cache

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.views.decorators.csrf import ensure_csrf_cookie

DIST = settings.ROOT / "web" / "dist"
NONCE_PLACE = "%NONCE%"
NOT_BUILT = "The interface is not built yet. Run ./chalk setup."


@lru_cache(maxsize=4)
def _page(name: str) -> str | None:
    path = DIST / name
    return path.read_text(encoding="utf-8") if path.exists() else None


def _respond(request: HttpRequest, name: str) -> HttpResponse:
    """A page with this answer's own word for the styles it may add (Content-Security-Policy)."""
    page = _page(name)
    if page is None:
        return HttpResponse(NOT_BUILT, status=503)
    shown = page.replace(NONCE_PLACE, str(request.csp_nonce))  # type: ignore[attr-defined]  # by django-csp
    return HttpResponse(shown, headers={"Cache-Control": "no-cache"})  # its word holds for one answer


@ensure_csrf_cookie
def application(request: HttpRequest, path: str = "") -> HttpResponse:
    return _respond(request, "index.html")


def member(request: HttpRequest, token: str) -> HttpResponse:
    return _respond(request, "member.html")
