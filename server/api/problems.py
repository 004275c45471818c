"""Every error the API gives has one shape: problem+json (RFC 9457) with ``field`` where one is at fault."""

from __future__ import annotations

import json
import sys
from typing import Any

from django.core.exceptions import RequestDataTooBig, SuspiciousOperation
from django.db import InterfaceError, OperationalError
from django.http import Http404, HttpRequest, HttpResponse, UnreadablePostError
from ninja import NinjaAPI, Schema
from ninja.errors import AuthenticationError, AuthorizationError, HttpError, ValidationError

from core.errors import CoreError
from server.api.sentences import field_of, sentence_of
from server.computing.helpers import Busy, HelperFailed
from server.logs import log, request_id
from server.versions import Stale

RETRY_S = 2
AWAY = "The database does not answer. Nothing is lost; this page goes on by itself as soon as it does."
BUSY = "Your gym's last question is still being worked out. This is asked again by itself in a moment."
OUR_FAULT = (
    "Something went wrong on our side, and it has been written down. Nothing of yours is lost; try again."
)


class Problem(Exception):
    """Something the asker can put right. ``field`` names the place in what they sent."""

    def __init__(
        self, status: int, title: str, detail: str, field: str = "", more: dict[str, Any] | None = None
    ):
        self.status, self.title, self.detail, self.field = status, title, detail, field
        self.more = more or {}
        super().__init__(detail)


def stale_problem(stale: Stale, stands: Schema, given: dict[str, Any]) -> Problem:
    """Both versions: what stands now, and what was sent and not saved."""
    more = {"stands": stands.model_dump(mode="json"), "given": given}
    return Problem(409, "Changed elsewhere", str(stale), "version", more)


def problem_response(
    status: int, title: str, detail: str, field: str = "", more: dict[str, Any] | None = None
) -> HttpResponse:
    """One problem+json, with the request's id and a Retry-After where another try may help."""
    body = {"type": "about:blank", "title": title, "status": status, "detail": detail, **(more or {})}
    if field:
        body["field"] = field
    body["request_id"] = request_id()
    response = HttpResponse(
        json.dumps(body, default=str), status=status, content_type="application/problem+json"
    )
    if status in (429, 503):
        response["Retry-After"] = str(RETRY_S)
    return response


def register(api: NinjaAPI) -> None:
    """Map every kind of error once."""
    _register_own_faults(api)

    @api.exception_handler(Problem)
    def _problem(request: HttpRequest, error: Problem) -> HttpResponse:
        return problem_response(error.status, error.title, error.detail, error.field, error.more)

    @api.exception_handler(CoreError)
    def _core(request: HttpRequest, error: CoreError) -> HttpResponse:
        return problem_response(422, "That cannot be used", str(error), getattr(error, "field", "text"))

    @api.exception_handler(ValidationError)
    def _invalid(request: HttpRequest, error: ValidationError) -> HttpResponse:
        first = error.errors[0]
        return problem_response(422, "That cannot be used", sentence_of(first), field_of(first["loc"]))

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
        cause = error.__cause__  # what the parser of bodies said; the framework wraps it
        if isinstance(cause, Problem):
            return problem_response(cause.status, cause.title, cause.detail, cause.field)
        return problem_response(error.status_code, "That did not work", str(error))


def _register_own_faults(api: NinjaAPI) -> None:
    """What is not the asker's doing."""

    @api.exception_handler(Busy)
    def _busy(request: HttpRequest, error: Busy) -> HttpResponse:
        return problem_response(429, "Still at work", BUSY)

    @api.exception_handler(HelperFailed)
    def _failed(request: HttpRequest, error: HelperFailed) -> HttpResponse:
        log.error("a helper failed", error=str(error), places=error.places)
        return problem_response(500, "Our fault", OUR_FAULT)

    @api.exception_handler(Exception)
    def _unforeseen(request: HttpRequest, error: Exception) -> HttpResponse:
        return unforeseen(error)


def unforeseen(error: BaseException | None) -> HttpResponse:
    """What nobody foresaw: a trace in the log, a sentence for the person."""
    if isinstance(error, RequestDataTooBig):
        return problem_response(
            413, "Too large", "This is larger than anything that is meant to be sent here."
        )
    if isinstance(error, SuspiciousOperation | UnreadablePostError):
        return problem_response(400, "That cannot be used", "The request could not be read.")
    if isinstance(error, OperationalError | InterfaceError):
        log.error("database away", exc_info=error)
        return problem_response(503, "For a moment not", AWAY)
    log.error("unforeseen", exc_info=error)
    return problem_response(500, "Our fault", OUR_FAULT)


def page_failed(request: HttpRequest) -> HttpResponse:
    """Django's handler500: what went wrong outside the API's own handlers."""
    return unforeseen(sys.exc_info()[1])


def page_missing(request: HttpRequest, exception: Exception) -> HttpResponse:
    """Django's handler404."""
    return problem_response(404, "Not found", "There is nothing at this address.")


def page_refused(request: HttpRequest, exception: Exception | None = None, reason: str = "") -> HttpResponse:
    """Django's handler400 and handler403, and what answers a forged request."""
    status = 400 if isinstance(exception, SuspiciousOperation) else 403
    return problem_response(status, "Reload the page", "This page is out of date; reload it and try again.")
