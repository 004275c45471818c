"""Every error the API gives has one shape: problem+json (RFC 9457) with ``field`` where one is at fault."""

from __future__ import annotations

import json

from django.http import Http404, HttpRequest, HttpResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, AuthorizationError, HttpError, ValidationError

from core.errors import CoreError


class Problem(Exception):
    """Something the asker can put right. ``field`` names the place in what they sent."""

    def __init__(self, status: int, title: str, detail: str, field: str = ""):
        self.status, self.title, self.detail, self.field = status, title, detail, field
        super().__init__(detail)


def problem_response(status: int, title: str, detail: str, field: str = "") -> HttpResponse:
    body = {"type": "about:blank", "title": title, "status": status, "detail": detail}
    if field:
        body["field"] = field
    return HttpResponse(json.dumps(body), status=status, content_type="application/problem+json")


def register(api: NinjaAPI) -> None:
    """Map every kind of error once."""

    @api.exception_handler(Problem)
    def _problem(request: HttpRequest, error: Problem) -> HttpResponse:
        return problem_response(error.status, error.title, error.detail, error.field)

    @api.exception_handler(CoreError)
    def _core(request: HttpRequest, error: CoreError) -> HttpResponse:
        return problem_response(422, "That cannot be used", str(error), getattr(error, "field", "text"))

    @api.exception_handler(ValidationError)
    def _invalid(request: HttpRequest, error: ValidationError) -> HttpResponse:
        first = error.errors[0]
        field = ".".join(
            str(part) for part in first["loc"] if part not in ("body", "payload", "query", "path")
        )
        return problem_response(422, "That cannot be used", f"{field or 'request'}: {first['msg']}", field)

    @api.exception_handler(AuthenticationError)
    def _unknown(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
        return problem_response(401, "Sign in first", "You are not signed in, or your sign-in has ended.")

    @api.exception_handler(AuthorizationError)
    @api.exception_handler(PermissionError)
    def _forbidden(request: HttpRequest, error: Exception) -> HttpResponse:
        return problem_response(403, "Not yours to do", str(error) or "Your role cannot do this.")

    @api.exception_handler(Http404)
    def _missing(request: HttpRequest, error: Http404) -> HttpResponse:
        return problem_response(404, "Not found", "There is nothing here, or it belongs to another gym.")

    @api.exception_handler(HttpError)
    def _other(request: HttpRequest, error: HttpError) -> HttpResponse:
        return problem_response(error.status_code, "That did not work", str(error))
