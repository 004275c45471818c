"""JSON that a stranger wrote: read, or told where it breaks."""

from __future__ import annotations

import json


class BrokenJson(ValueError):
    """``str(error)`` says where and how, as the end of a sentence."""


def json_of(text: str) -> object:
    """The value of a JSON text. Raises BrokenJson, also for what is nested without end and for endless
    numbers."""
    try:
        value: object = json.loads(text)
    except json.JSONDecodeError as problem:
        raise BrokenJson(f"line {problem.lineno}, column {problem.colno}: {problem.msg}") from problem
    except RecursionError as problem:
        raise BrokenJson("it is nested too deeply") from problem
    except ValueError as problem:
        raise BrokenJson("it has a number with thousands of digits") from problem
    return value
