"""What the server writes down of its own doings: one JSON object a line in earnest, plain lines in the
demo.

Nothing a person typed and no health data is in it: a request is told by its route (never its path, which
may hold a member's link), its gym, its time and its id; an error by its traceback without values.
"""

from __future__ import annotations

import logging
from typing import Any

import structlog
from structlog.types import EventDict, WrappedLogger

from server.places import places_of

log = structlog.get_logger("chalk")


def request_id() -> str:
    """The id of the request being answered; empty outside one."""
    return str(structlog.contextvars.get_contextvars().get("request_id", ""))


def without_values(logger: WrappedLogger, method: str, event: EventDict) -> EventDict:
    """An error as its kind and the places it passed. Its message is left out: it may quote a board or a
    person, as PostgreSQL's do."""
    problem = event.pop("exc_info", None)
    if problem is True or problem is None:
        return event
    error = problem[1] if isinstance(problem, tuple) else problem
    if not isinstance(error, BaseException):
        return event
    chain: list[str] = []
    current: BaseException | None = error
    while current is not None:
        chain.append(type(current).__qualname__)
        current = current.__cause__ or current.__context__
    event["error"] = chain
    event["traceback"] = places_of(error)
    return event


def _django_event(logger: WrappedLogger, method: str, event: EventDict) -> EventDict:
    """Django names the request's path in its messages and the request in its extras: neither is kept."""
    record: logging.LogRecord | None = event.get("_record")
    if record is not None and record.name.startswith("django.request"):
        event["event"] = "answered with an error"
        event["status"] = getattr(record, "status_code", None)
    return event


def logging_settings(as_json: bool, quiet: bool) -> dict[str, Any]:
    """Django's LOGGING. as_json: a line for every request too; else only what went wrong, for people to read.
    quiet: nothing at all, for tests, which look at what is logged on their own."""
    shared: list[Any] = [
        structlog.contextvars.merge_contextvars,
        structlog.stdlib.add_log_level,
        structlog.processors.TimeStamper(fmt="iso", utc=True),
        _django_event,
        without_values,
    ]
    renderer = structlog.processors.JSONRenderer() if as_json else structlog.dev.ConsoleRenderer(colors=False)
    structlog.configure(
        processors=[
            structlog.stdlib.filter_by_level,
            structlog.contextvars.merge_contextvars,
            structlog.stdlib.add_log_level,
            structlog.processors.TimeStamper(fmt="iso", utc=True),
            without_values,
            structlog.stdlib.ProcessorFormatter.wrap_for_formatter,
        ],
        logger_factory=structlog.stdlib.LoggerFactory(),
        cache_logger_on_first_use=False,
    )
    formatter = {
        "()": structlog.stdlib.ProcessorFormatter,
        "foreign_pre_chain": shared,
        "processors": [structlog.stdlib.ProcessorFormatter.remove_processors_meta, renderer],
    }
    handler = (
        {"class": "logging.NullHandler"} if quiet else {"class": "logging.StreamHandler", "formatter": "line"}
    )
    return {
        "version": 1,
        "disable_existing_loggers": False,
        "formatters": {"line": formatter},
        "handlers": {"out": handler},
        "root": {"handlers": ["out"], "level": "WARNING"},
        "loggers": {
            "chalk": {"level": "INFO" if as_json or quiet else "WARNING"},
            "django": {"handlers": ["out"], "level": "WARNING", "propagate": False},
            "django.server": {"handlers": ["out"], "level": "ERROR", "propagate": False},
            "axes": {"handlers": ["out"], "level": "CRITICAL", "propagate": False},
        },
    }
