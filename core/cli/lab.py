"""``./chalk lab FILE``: positions solved for bodies, as many as the file asks."""

from __future__ import annotations

from dataclasses import fields
from typing import Any

from core.catalog import Catalog
from core.cli.files import read_json_file
from core.cli.say import say_json
from core.demand.people import SEXES
from core.documents.lab import Lab, lab_document
from core.errors import UnusableFile
from core.lab import LabAsk, LabRefused, ask_lab

WORDS = ("family", "bar", "sex")
TABLES = ("ranges", "lengths_m")


def run(file: str, as_json: bool, catalog: Catalog) -> int:
    """Answer every ask of a file. Raises UnusableFile naming the ask and the field that cannot be used."""
    asked = read_json_file(file)
    if not isinstance(asked, list):
        raise UnusableFile(f"{file}: expected a JSON list of asks, each with a family")
    answers = [_answer(raw, f"{file}: ask {number}", catalog) for number, raw in enumerate(asked, 1)]
    if as_json:
        return say_json([answer.json_value() for answer in answers])
    for number, answer in enumerate(answers, 1):
        print(f"{number:>4}  {answer.says}")
        for change in answer.changes:
            print(f"      or {change.words}")
    return 0


def _answer(raw: object, where: str, catalog: Catalog) -> Lab:
    try:
        return lab_document(ask_lab(_ask(raw, where), (), catalog), catalog)
    except LabRefused as problem:
        raise UnusableFile(f"{where}: {problem.field}: {problem}") from problem


def _ask(raw: object, where: str) -> LabAsk:
    if not isinstance(raw, dict) or "family" not in raw:
        raise UnusableFile(f"{where}: expected one JSON object with a family")
    known = {each.name for each in fields(LabAsk)}
    for name, value in raw.items():
        if name not in known:
            raise UnusableFile(f"{where}: '{name}' is not known; expected {', '.join(sorted(known))}")
        fault = _fault(name, value)
        if fault:
            raise UnusableFile(f"{where}: '{name}' is {value!r}; expected {fault}")
    given = {name: value for name, value in raw.items() if value is not None}
    return LabAsk(**given)


def _fault(name: str, value: Any) -> str | None:
    """What was expected of a field, when its value is none of it."""
    if value is None or (name == "sex" and value in SEXES):
        return None
    if name in WORDS:
        return None if isinstance(value, str) else "a word"
    if name == "single_leg":
        return None if isinstance(value, bool) else "true or false"
    if name in TABLES:
        usable = isinstance(value, dict) and all(_number(each) for each in value.values())
        return None if usable else "an object of numbers"
    return None if _number(value) else "a number"


def _number(value: object) -> bool:
    return isinstance(value, (int, float)) and not isinstance(value, bool) and value == value
