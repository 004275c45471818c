"""The inside of a helper process: warm, without a database, one task after another until its line is cut."""

from __future__ import annotations

import gc
from collections.abc import Callable
from multiprocessing.connection import Connection
from typing import Any, NamedTuple

import server.computing.tasks  # noqa: F401  # what may be asked, loaded before it is
from core.errors import CoreError
from server.places import places_of


class Done(NamedTuple):
    """What a task came to."""

    value: Any


class Refused(NamedTuple):
    """The core's own refusal: the field at fault and why."""

    field: str
    message: str


class Failed(NamedTuple):
    """What nobody foresaw, as kinds and places; never values."""

    kind: str
    places: tuple[str, ...]


def ready() -> None:
    """The smallest task: a process that has done it stands."""


def serve(line: Connection) -> None:
    """Answer tasks (function, arguments) until the other side hangs up."""
    gc.freeze()
    line.send("ready")
    while True:
        try:
            task, arguments = line.recv()
        except (EOFError, OSError):
            return
        line.send(_outcome(task, arguments))


def _outcome(task: Callable[..., Any], arguments: tuple[Any, ...]) -> Done | Refused | Failed:
    try:
        return Done(task(*arguments))
    except CoreError as refused:
        return Refused(refused.field, str(refused))
    except Exception as problem:  # whatever it is, the process lives on and says so
        return Failed(type(problem).__qualname__, places_of(problem))
