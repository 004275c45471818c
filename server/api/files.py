"""In and out as files: a roster or tests from CSV, a person's data, the roster and the tests of the gym."""

from __future__ import annotations

import json
from typing import Annotated, Literal

from django.http import HttpRequest, HttpResponse
from ninja import Router, Schema
from pydantic import Field

from server.api import people_schemas
from server.api.access import coach, owner, person_of, signed_in
from server.api.shown_person import person_out
from server.people.audit import looked
from server.people.importing import FIELDS, Row, guess, import_rows, plan_rows
from server.people.models import Person
from server.people.tables import MOST_LETTERS, Table, read_table, write_table
from server.whole.write import gym_document, kept_of

router = Router(tags=["files"])
ROWS_SHOWN = 300


class FileIn(Schema):
    """mapping: field -> heading; left out: guessed."""

    text: Annotated[str, Field(min_length=1, max_length=MOST_LETTERS)]
    mapping: dict[str, str] | None = Field(default=None, max_length=40)
    skip: list[int] = Field(default=[], max_length=5000)


class RowOut(Schema):
    """A row of the file by its line. status: bad | new | changed | same."""

    number: int
    name: str
    status: Literal["bad", "new", "changed", "same"]
    problems: dict[str, str]
    changes: list[str]


class FileReview(Schema):
    """What an import would do. rows: the first of them, those with something wrong before the others."""

    headings: list[str]
    fields: list[str]
    mapping: dict[str, str]
    rows: list[RowOut]
    total: int
    bad: int
    new: int
    changed: int
    same: int
    readings: int


class PeopleImported(Schema):
    added: int
    changed: int
    same: int
    readings: int


def _mapping(payload: FileIn, table: Table) -> dict[str, str]:
    if payload.mapping is None:
        return guess(table.headings)
    return {name: heading for name, heading in payload.mapping.items() if name in FIELDS and heading}


@router.post("/people/file/review", response=FileReview)
def review(request: HttpRequest, payload: FileIn) -> FileReview:
    """Look at a file row by row; nothing is saved."""
    by = coach(request)
    table = read_table(payload.text)
    mapping = _mapping(payload, table)
    left_out = set(payload.skip)
    rows = plan_rows(by.gym, table, mapping) if {"name", "email"} & mapping.keys() else []
    taken = [row for row in rows if row.number not in left_out]
    statuses = [row.status for row in taken]
    shown = sorted(rows, key=lambda row: (row.status != "bad", row.number))[:ROWS_SHOWN]
    return FileReview(
        headings=list(table.headings),
        fields=list(FIELDS),
        mapping=mapping,
        rows=[_row(row) for row in shown],
        total=len(table.rows),
        bad=statuses.count("bad"),
        new=statuses.count("new"),
        changed=statuses.count("changed"),
        same=statuses.count("same"),
        readings=sum(row.reading is not None for row in taken),
    )


def _row(row: Row) -> RowOut:
    return RowOut(
        number=row.number, name=row.name, status=row.status, problems=row.problems, changes=row.changes
    )


@router.post("/people/file/import", response=PeopleImported)
def take(request: HttpRequest, payload: FileIn) -> PeopleImported:
    """Save what the review showed, all of it or nothing; the same file again changes nothing."""
    by = coach(request)
    table = read_table(payload.text)
    done = import_rows(by, table, _mapping(payload, table), frozenset(payload.skip))
    return PeopleImported(**done._asdict())


@router.get("/people/file/roster")
def roster_file(request: HttpRequest) -> HttpResponse:
    """The roster as CSV, in the columns that can be imported."""
    by = coach(request)
    people = list(by.gym.people.current().prefetch_related("groups"))
    looked(by, [person.pk for person in people], "export", by.gym.today())
    headings = ("name", "email", "born", "sex", "height_cm", "mass_kg", "division", "groups")
    return _csv(write_table(headings, map(_roster_row, people)), "roster")


def _roster_row(person: Person) -> tuple[object, ...]:
    height_cm = None if person.height_m is None else round(person.height_m * 100, 1)
    groups = ", ".join(group.name for group in person.groups.all())
    body = (person.born, person.sex, height_cm, person.mass_kg)
    return (person.name, person.email, *body, person.division, groups)


@router.get("/people/file/tests")
def tests_file(request: HttpRequest) -> HttpResponse:
    """Every reading of the gym as CSV, in the columns that can be imported."""
    by = coach(request)
    people = list(by.gym.people.current().prefetch_related("ranges"))
    looked(by, [person.pk for person in people], "export", by.gym.today())
    headings = ("name", "email", "test", "side", "value", "on", "motion")
    rows = (row for person in people for row in _test_rows(person))
    return _csv(write_table(headings, rows), "tests")


def _test_rows(person: Person) -> list[tuple[object, ...]]:
    return [
        (person.name, person.email, row.test, row.side, row.value, row.measured_on.isoformat(), row.motion)
        for row in person.ranges.all()
    ]


@router.get("/gym/file")
def gym_file(request: HttpRequest) -> HttpResponse:
    """The whole gym as JSON, to its owner; ``./chalk gym import`` takes it elsewhere."""
    by = owner(request)
    looked(by, by.gym.people.values_list("pk", flat=True), "export", by.gym.today())
    text = json.dumps(gym_document(by.gym), indent=1, ensure_ascii=False)
    return _file(text, "application/json", "gym.json")


@router.get("/people/{person_id}/export")
def person_file(request: HttpRequest, person_id: int, kind: Literal["json", "csv"] = "json") -> HttpResponse:
    """All that is known of one person, as JSON; or their tests as CSV."""
    by = signed_in(request)
    person = person_of(by, person_id)
    looked(by, [person.pk], "export", by.gym.today())
    if kind == "csv":
        headings = ("name", "email", "test", "side", "value", "on", "motion")
        return _csv(write_table(headings, _test_rows(person)), "tests")
    out: people_schemas.PersonOut = person_out(by, person)
    document = {**out.model_dump(mode="json"), **kept_of(person)}
    text = json.dumps(document, indent=1, ensure_ascii=False, default=str)
    return _file(text, "application/json", "person.json")


def _csv(text: str, name: str) -> HttpResponse:
    return _file(text, "text/csv; charset=utf-8", f"{name}.csv")


def _file(text: str, kind: str, name: str) -> HttpResponse:
    response = HttpResponse(text, content_type=kind)
    response["Content-Disposition"] = f'attachment; filename="{name}"'
    return response
