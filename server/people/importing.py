"""A roster, or tests, from a file: columns mapped, every row looked at, saved all at once or not at all."""

from __future__ import annotations

import datetime
import hashlib
from collections.abc import Mapping
from copy import copy
from dataclasses import dataclass, field
from typing import Any, Literal, NamedTuple

from django.db import transaction

from core.catalog import load_catalog
from core.errors import Refused
from core.testing import check_reading, surprising
from server.accounts.models import tidy_email
from server.gym.models import Gym
from server.people import actions
from server.people.measuring import Reading, check_angle, take
from server.people.models import Person
from server.people.tables import Table

# field -> headings it is known by, in small letters
FIELDS: dict[str, tuple[str, ...]] = {
    "name": ("name", "full name", "member", "athlete", "nombre", "nom", "person"),
    "email": ("email", "e-mail", "mail", "address", "correo"),
    "born": ("born", "birth year", "year of birth", "yob", "birthday", "date of birth", "dob"),
    "sex": ("sex", "gender"),
    "height_cm": ("height_cm", "height", "height (cm)", "height cm"),
    "mass_kg": ("mass_kg", "weight", "mass", "weight (kg)", "weight kg", "body mass"),
    "division": ("division", "track", "level"),
    "groups": ("groups", "group", "team"),
    "test": ("test",),
    "side": ("side",),
    "value": ("value", "reading", "result"),
    "motion": ("motion",),
    "on": ("on", "date", "day", "tested", "tested on"),
}
SEXES = {
    **dict.fromkeys(("m", "male", "man"), "male"),
    **dict.fromkeys(("f", "female", "w", "woman"), "female"),
}
SIDES = {"l": "left", "left": "left", "r": "right", "right": "right", "": "both", "both": "both", "b": "both"}
PERSON_FIELDS = ("name", "email", "born", "sex", "height_m", "mass_kg", "division")


class NotImported(Refused):
    """The file cannot be taken as it is."""


Status = Literal["bad", "new", "changed", "same"]


@dataclass
class Row:
    """One row of the file. person: whom it is about, None for somebody new; problems: column -> what is wrong
    with it; changes: fields it would change."""

    number: int
    name: str
    person: Person | None
    fields: dict[str, Any]
    groups: list[str] | None
    reading: dict[str, Any] | None
    problems: dict[str, str] = field(default_factory=dict)
    changes: list[str] = field(default_factory=list)

    @property
    def status(self) -> Status:
        """bad, new, changed or same."""
        if self.problems:
            return "bad"
        if self.person is None:
            return "new"
        return "changed" if self.changes else "same"


class Imported(NamedTuple):
    """How many people were added and changed, and how many readings are kept."""

    added: int
    changed: int
    same: int
    readings: int


def guess(headings: tuple[str, ...]) -> dict[str, str]:
    """Field -> the heading it most likely is."""
    found: dict[str, str] = {}
    for name, known in FIELDS.items():
        tidy = {heading.strip().lower(): heading for heading in reversed(headings)}
        heading = next((tidy[word] for word in known if word in tidy), None)
        if heading is not None and heading not in found.values():
            found[name] = heading
    return found


def plan_rows(gym: Gym, table: Table, mapping: Mapping[str, str]) -> list[Row]:
    """What an import would do, row by row. Saves nothing. Raises NotImported for a mapping without a name."""
    columns = {
        name: table.headings.index(heading) for name, heading in mapping.items() if heading in table.headings
    }
    if "name" not in columns and "email" not in columns:
        raise NotImported("mapping", "Say which column is the name, or the address.")
    known = _Known(list(gym.people.prefetch_related("groups", "ranges")))
    rows: list[Row] = []
    for number, cells in zip(table.numbers, table.rows, strict=True):
        given = {name: cells[column] for name, column in columns.items()}
        row = _row(number, given, known, gym)
        known.note(row)
        rows.append(row)
    return rows


class _Known:
    """Who is in the gym, by address and by name; and who stood in the file before."""

    def __init__(self, people: list[Person]):
        self.by_email = {person.email: person for person in people if person.email}
        self.by_name: dict[str, list[Person]] = {}
        for person in people:
            self.by_name.setdefault(_plain(person.name), []).append(person)
        self.emails_here: dict[str, str] = {}

    def find(self, name: str, email: str) -> tuple[Person | None, str]:
        """Whom a row means, and why it cannot be told."""
        if email and email in self.by_email:
            return self.by_email[email], ""
        if email and self.emails_here.get(email, _plain(name)) != _plain(name):
            return None, "This address stands in the file already, with another name."
        same = [one for one in self.by_name.get(_plain(name), []) if not (email and one.email)]
        if len(same) > 1:
            return None, f"There are {len(same)} people of this name; give the address to tell them apart."
        return (same[0], "") if same else (None, "")

    def note(self, row: Row) -> None:
        if row.person is None and not row.problems and row.fields.get("email"):
            self.emails_here[row.fields["email"]] = _plain(row.name)


def _plain(name: str) -> str:
    return " ".join(name.casefold().split())


def _row(number: int, given: Mapping[str, str], known: _Known, gym: Gym) -> Row:
    name, email = " ".join(given.get("name", "").split()), tidy_email(given.get("email", ""))
    problems: dict[str, str] = {}
    person, why = known.find(name, email)
    if why:
        problems["name"] = why
    if not name and person is None:
        problems["name"] = "A name is needed for somebody new."
    fields = _fields(given, problems)
    row = Row(
        number=number,
        name=name or (person.name if person else ""),
        person=person,
        fields=fields,
        groups=_groups(given),
        reading=_reading(given, problems, gym),
        problems=problems,
    )
    if not problems:
        _check(row, gym)
        row.changes = _changes(row)
    return row


def _fields(given: Mapping[str, str], problems: dict[str, str]) -> dict[str, Any]:
    """What a row says of a person; an empty cell says nothing."""
    fields: dict[str, Any] = {
        name: value for name in ("name", "email", "division") if (value := given.get(name, "").strip())
    }
    if "email" in fields:
        fields["email"] = tidy_email(fields["email"])
    if sex := given.get("sex", "").strip().lower():
        if sex in SEXES:
            fields["sex"] = SEXES[sex]
        else:
            problems["sex"] = f"“{sex[:20]}” is not known here; male or female, or empty."
    numbers = {"height_cm": ("height_m", 0.01), "mass_kg": ("mass_kg", 1.0)}
    for column, (name, times) in numbers.items():
        if text := given.get(column, "").strip():
            number = _number(text)
            if number is None:
                problems[column] = f"“{text[:20]}” is no number."
            else:
                fields[name] = round(number * times, 3)
    if text := given.get("born", "").strip():
        year = _year(text)
        if year is None:
            problems["born"] = f"“{text[:20]}” is no year or date."
        else:
            fields["born"] = year
    return fields


def _number(text: str) -> float | None:
    try:
        return float(text.replace(",", ".").split()[0])
    except ValueError:
        return None


def _year(text: str) -> int | None:
    """The year of '1990', '1990-05-01' or '01.05.1990'."""
    parts = [part for part in text.replace(".", "-").replace("/", "-").split("-") if part.isdigit()]
    years = [int(part) for part in parts if len(part) == 4]
    return years[0] if years else None


def _groups(given: Mapping[str, str]) -> list[str] | None:
    text = given.get("groups", "")
    return [one.strip() for one in text.replace(";", ",").split(",") if one.strip()] or None


def _reading(given: Mapping[str, str], problems: dict[str, str], gym: Gym) -> dict[str, Any] | None:
    """The test a row holds, when it holds one."""
    name, text = given.get("test", "").strip().lower(), given.get("value", "").strip()
    if not name and not text:
        return None
    tests = load_catalog().range_tests
    test = next((row for row in tests.values() if name in (row.id, row.name.lower())), None)
    value = _number(text) if text else None
    side = SIDES.get(given.get("side", "").strip().lower())
    day = _day(given.get("on", ""), gym)
    if value is None:
        problems["value"] = f"“{text[:20]}” is no number."
    if side is None:
        problems["side"] = "left, right or both."
    if day is None:
        problems["on"] = "A date such as 2026-03-14, not in the future."
    if value is None or side is None or day is None:
        return None
    motion = given.get("motion", "").strip() if test is None else ""
    try:
        if test is None:
            check_angle(name, motion, value)
        else:
            check_reading(test, value, side)
    except Refused as refused:
        problems[refused.field] = str(refused)
        return None
    return {"test": test.id if test else name, "side": side, "value": value, "on": day, "motion": motion}


def _day(text: str, gym: Gym) -> datetime.date | None:
    today = gym.today()
    if not text.strip():
        return today
    try:
        day = datetime.date.fromisoformat(text.strip()[:10])
    except ValueError:
        return None
    return day if datetime.date(2000, 1, 1) <= day <= today else None


def _check(row: Row, gym: Gym) -> None:
    """Whether the person could be kept so, without keeping them."""
    trial = Person(gym=gym) if row.person is None else copy(row.person)
    try:
        actions.fill(trial, row.fields, alone=True)
    except Refused as refused:
        row.problems[refused.field] = str(refused)


def _changes(row: Row) -> list[str]:
    person = row.person
    if person is None:
        return []
    changes = [name for name, value in row.fields.items() if getattr(person, name) != value]
    have = [group.name for group in person.groups.all()]
    if row.groups and not set(row.groups) <= set(have):
        changes.append("groups")
    if row.reading and not any(one.key == _key(row) for one in person.ranges.all()):
        changes.append("test, far from the last: look twice" if _surprises(row.reading, person) else "test")
    return changes


def _surprises(reading: Mapping[str, Any], person: Person) -> bool:
    """Whether a reading moved more from the last of its test and side than a coach would believe unasked."""
    test = load_catalog().range_tests.get(reading["test"])
    before = [
        one
        for one in person.ranges.all()
        if (one.test, one.side) == (reading["test"], reading["side"]) and one.measured_on <= reading["on"]
    ]
    last = max(before, key=lambda one: (one.measured_on, one.pk), default=None)
    return test is not None and surprising(test, last.value if last else None, reading["value"])


def _key(row: Row) -> str:
    """The same reading of the same file has the same name, so that importing twice keeps it once."""
    return "csv-" + hashlib.sha256(repr(sorted((row.reading or {}).items())).encode()).hexdigest()[:40]


@transaction.atomic
def import_rows(by: Person, table: Table, mapping: Mapping[str, str], skip: frozenset[int]) -> Imported:
    """Save every row but those (by line) left out. Raises NotImported while one of the rest has a problem;
    nothing is saved then. Only a coach; roles are not imported."""
    if not by.coaches:
        raise PermissionError("Only a coach of this gym can import people.")
    Gym.objects.select_for_update().get(
        pk=by.gym_id
    )  # two imports at once: the second finds the first's people
    rows = [row for row in plan_rows(by.gym, table, mapping) if row.number not in skip]
    bad = [row for row in rows if row.problems]
    if bad:
        first = next(iter(bad[0].problems.items()))
        said = f"line {bad[0].number}, {first[0]}: {first[1]}"
        raise NotImported("rows", f"{len(bad)} rows have something wrong ({said}) Nothing was saved.")
    made: dict[str, Person] = {}
    readings: list[Reading] = []
    for row in rows:
        person = row.person or made.get(_plain(row.name))
        if person is None:
            person = made[_plain(row.name)] = actions.add_person(by, row.name, **_but(row.fields, "name"))
        elif row.changes:
            actions.change_person(by, person.pk, Person.objects.get(pk=person.pk).version, row.fields)
        if row.groups:
            have = [group.name for group in person.groups.all()]
            actions.set_groups(by, person, [*have, *row.groups])
        if row.reading:
            readings.append(Reading(person=person.pk, key=_key(row), **row.reading))
    taken = take(by, readings)
    if taken.refused:
        raise NotImported("rows", f"{next(iter(taken.refused.values()))} Nothing was saved.")
    statuses = [row.status for row in rows]
    return Imported(len(made), statuses.count("changed"), statuses.count("same"), len(taken.kept))


def _but(fields: Mapping[str, Any], name: str) -> dict[str, Any]:
    return {key: value for key, value in fields.items() if key != name}
