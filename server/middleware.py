"""Around every request: an id, a line in the log, and answers that are kept by nobody else."""

from __future__ import annotations

import time
import uuid
from collections.abc import Callable

import structlog
from django.http import HttpRequest, HttpResponse
from django.http.response import HttpResponseBase

from server.api.problems import problem_response
from server.logs import log

Answer = Callable[[HttpRequest], HttpResponseBase]
API = "/api/"


class Traced:
    """Gives the request an id (X-Request-ID of the answer), and writes one line when it is answered: route,
    gym, status and time; never the path, which may hold a member's link."""

    def __init__(self, answer: Answer):
        self.answer = answer

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        structlog.contextvars.clear_contextvars()
        request_id = uuid.uuid4().hex
        structlog.contextvars.bind_contextvars(request_id=request_id)
        started = time.perf_counter()
        response = self._usable(request) or self.answer(request)
        if response.status_code == 405 and request.path.startswith(API):
            detail = "This address does not take such a request."
            response = problem_response(405, "That cannot be asked here", detail)
        response["X-Request-ID"] = request_id
        if request.path.startswith(API):
            response.setdefault("Cache-Control", "no-store")
        match = request.resolver_match
        log.info(
            "answered",
            method=request.method,
            route=match.route if match else "none",
            status=response.status_code,
            ms=round((time.perf_counter() - started) * 1000, 1),
        )
        return response

    @staticmethod
    def _usable(request: HttpRequest) -> HttpResponse | None:
        """A refusal for an address that holds what no database takes."""
        if "\x00" in request.path or "%00" in request.META.get("QUERY_STRING", ""):
            return problem_response(400, "That cannot be used", "The address holds a NUL character.", "path")
        return None


class OwnPolicy:
    """What the pages may not use of a device: nothing here needs a camera, a microphone or a place."""

    POLICY = "camera=(), geolocation=(), microphone=(), payment=(), usb=(), browsing-topics=()"

    def __init__(self, answer: Answer):
        self.answer = answer

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        response = self.answer(request)
        response["Permissions-Policy"] = self.POLICY
        return response
