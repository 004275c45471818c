"""What is wrong with what was sent, in a sentence for the person at the screen: the one place where
problems that a schema finds become words."""

from __future__ import annotations

import re
from collections.abc import Callable, Mapping, Sequence
from typing import Any

# fields whose name alone would say nothing
FIELDS = {
    "after_min": "the minutes since it ended",
    "after_text": "what was done before",
    "bans": "drills taken out",
    "born": "the year of birth",
    "class_id": "the class",
    "depth_deg": "the depth",
    "height_m": "the height",
    "heel_mm": "the raised heel",
    "lengths_m": "a length",
    "like": "the similar movement",
    "mass_kg": "the weight",
    "max_s": "the most time",
    "most_s": "the most time",
    "of": "the figures",
    "on": "the day",
    "person_id": "the person",
    "pins": "drills kept",
    "q": "the letters",
    "stance_cm": "the stance",
    "bar_height_m": "the height of the bar",
    "chest_cm": "the chest",
    "step_length_m": "the step",
    "work_s": "the seconds of work",
    "change_s": "the seconds to change",
}
WRAPPED = ("body", "payload", "query", "path", "header")
TEXT_SHOWN = 60

Words = Callable[[Mapping[str, Any]], str]


def _number(value: Any) -> str:
    return f"{value:g}" if isinstance(value, int | float) else str(value)


def _choices(given: Mapping[str, Any]) -> str:
    """The first of a closed set, as people say them."""
    return str(given.get("expected", "")).replace("'", "").replace("-", " ").replace("_", " ")


SAID: dict[str, Words] = {
    "missing": lambda _: "is missing",
    "string_too_short": lambda given: "is empty" if given["min_length"] == 1 else "is too short",
    "string_too_long": lambda given: f"is too long: up to {given['max_length']} letters",
    "too_short": lambda given: f"needs at least {given['min_length']}",
    "too_long": lambda given: f"is too much: up to {given['max_length']}",
    "greater_than": lambda given: f"must be more than {_number(given['gt'])}",
    "greater_than_equal": lambda given: f"must be at least {_number(given['ge'])}",
    "less_than": lambda given: f"must be less than {_number(given['lt'])}",
    "less_than_equal": lambda given: f"must be at most {_number(given['le'])}",
    "finite_number": lambda _: "must be a number",
    "literal_error": lambda given: f"must be one of these: {_choices(given)}",
    "enum": lambda given: f"must be one of these: {_choices(given)}",
    "extra_forbidden": lambda _: "is nothing that can be set here",
    "string_pattern_mismatch": lambda _: "is not written as it has to be",
}
KINDS = {  # by how a kind's errors begin
    "int": "must be a whole number",
    "float": "must be a number",
    "decimal": "must be a number",
    "bool": "must be yes or no",
    "string": "must be text",
    "datetime": "must be a day and a time",
    "date": "must be a day, such as 2026-03-14",
    "time": "must be a time of day, such as 17:30",
    "list": "must be a list",
    "tuple": "must be a list",
    "dict": "must be a set of names with values",
    "model": "must be a set of names with values",
    "json": "cannot be read",
}
OTHERWISE = "cannot be used as it is"


def field_of(location: Sequence[object]) -> str:
    """The field at fault as a page calls it: its name in what was sent."""
    return ".".join(str(part) for part in location if part not in WRAPPED and part not in ("[key]", ""))


def sentence_of(error: Mapping[str, Any]) -> str:
    """One fault that a schema found (a pydantic error), as a sentence without the machine's words."""
    said = f"{_field_words(error['loc'])} {_fault_words(error)}."
    return said[0].upper() + said[1:]


def _field_words(location: Sequence[object]) -> str:
    """What a coach calls a field: of something in a list, the list and its place, from one."""
    names = [part for part in location if isinstance(part, str) and part not in WRAPPED and "[" not in part]
    places = [part for part in location if isinstance(part, int)]
    if not names:
        return "what was sent"
    name = names[-1].removesuffix("__key__") if names[-1] != "[key]" else names[0]
    words = FIELDS.get(name, _plain(name))
    if not name[:1].isalpha():  # a key of a set of names with values, which may be no word at all
        words = f"{FIELDS.get(names[0], _plain(names[0]))}, for “{_plain(name)}”,"
    return f"{words}, number {places[-1] + 1}," if places else words


def _plain(name: str) -> str:
    return re.sub(r"[^\w%]|_", " ", name)[:TEXT_SHOWN].strip()


def _fault_words(error: Mapping[str, Any]) -> str:
    kind = str(error["type"])
    if kind in SAID:
        return SAID[kind](error.get("ctx") or {})
    if kind == "value_error":  # a rule of ours, which speaks for itself
        return f"cannot be: {str(error['msg']).removeprefix('Value error, ').rstrip('.')}"
    return next((words for begins, words in KINDS.items() if kind.startswith(begins)), OTHERWISE)
