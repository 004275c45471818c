"""The body of a request as JSON that a database can hold. What cannot be used is refused naming its place."""

from __future__ import annotations

import json
from typing import Any, NoReturn, cast

from django.http import HttpRequest
from ninja.parser import Parser
from ninja.types import DictStrAny

from server.api.problems import Problem

MOST_LEVELS = 20  # of lists and objects inside one another; the deepest body of ours has four
_TITLE = "That cannot be used"


class UsableJson(Parser):
    """JSON as RFC 8259 has it: no NaN, nothing nested without end, no text that PostgreSQL cannot keep."""

    def parse_body(self, request: HttpRequest) -> DictStrAny:
        """Raises Problem (400, 422)."""
        try:
            value = json.loads(request.body, parse_constant=_no_number)
        except RecursionError as problem:
            raise Problem(400, _TITLE, "This is nested too deeply to be meant.", "body") from problem
        except (ValueError, UnicodeDecodeError) as problem:
            raise Problem(400, _TITLE, "The request is no JSON that can be read.", "body") from problem
        _check(value, (), 0)
        return cast(DictStrAny, value)


def _no_number(name: str) -> NoReturn:
    raise ValueError(f"{name} is no number")


def _check(value: Any, place: tuple[str, ...], level: int) -> None:
    if level > MOST_LEVELS:
        raise Problem(422, _TITLE, "This is nested too deeply to be meant.", ".".join(place))
    if isinstance(value, str):
        _check_text(value, place)
    elif isinstance(value, dict):
        for name, field in value.items():
            _check_text(name, place)
            _check(field, (*place, name), level + 1)
    elif isinstance(value, list):
        for number, field in enumerate(value):
            _check(field, (*place, str(number)), level + 1)


def _check_text(text: str, place: tuple[str, ...]) -> None:
    if "\x00" in text:
        detail = "This looks like a binary file, not text: it holds NUL characters."
        raise Problem(422, _TITLE, detail, ".".join(place))
    if any("\ud800" <= letter <= "\udfff" for letter in text):
        detail = "This holds half a letter (a lone surrogate); copy the text again."
        raise Problem(422, _TITLE, detail, ".".join(place))
