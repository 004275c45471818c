"""A person as pages show them, as far as the one who asks may see."""

from __future__ import annotations

from typing import Any

from pydantic import TypeAdapter

from core.catalog import Catalog
from core.documents.body import ranges_of
from server.api import people_schemas as schemas
from server.api.schemas import role_of
from server.people.audit import changes_of, looks_at, may_see_trail
from server.people.listing import standing_of
from server.people.models import Caution, Person, Spot
from server.publishing.sheets import page_now, sheets
from server.shelf.actions import vocabulary_of

TRAIL_SHOWN = 60
SEX: TypeAdapter[schemas.Sex] = TypeAdapter(schemas.Sex)
SIDE: TypeAdapter[schemas.Side] = TypeAdapter(schemas.Side)
UNIT: TypeAdapter[schemas.OwnUnit] = TypeAdapter(schemas.OwnUnit)


def person_out(by: Person, found: Person) -> schemas.PersonOut:
    """A person as far as ``by`` may see them: a member sees all of their own but coaches' private notes."""
    gym, today = by.gym, by.gym.today()
    catalog = vocabulary_of(gym).catalog
    whole = Person.objects.whole().prefetch_related("groups", "invitations").get(pk=found.pk)
    value = whole.value(today)
    trail = may_see_trail(by, found)
    return schemas.PersonOut(
        id=whole.pk,
        version=whole.version,
        name=whole.name,
        email=whole.email,
        role=role_of(whole.role),
        standing=standing_of(whole, any(one.opens for one in whole.invitations.all())),
        joined=whole.account_id is not None,
        mine=whole.pk == by.pk,
        may_edit=by.coaches,
        may_own=by.owns,
        born=whole.born,
        age=value.age,
        sex=SEX.validate_python(whole.sex),
        height_m=whole.height_m,
        mass_kg=whole.mass_kg,
        lengths_m=whole.lengths_m,
        division=whole.division,
        adaptive=whole.adaptive,
        kit_at_home=whole.kit_at_home,
        unit=UNIT.validate_python(whole.unit),
        gym_unit="lb" if gym.unit == "lb" else "kg",
        groups=[group.name for group in whole.groups.all()],
        ranges=list(ranges_of(value, catalog)),
        held=_held(whole, catalog),
        cautions=[
            caution_out(row, catalog, row.holds(today)) for row in whole.cautions.select_related("noted_by")
        ],
        bests=_bests(whole, catalog),
        spots=[_spot(row, catalog) for row in whole.spots.all()],
        notes=[
            schemas.NoteOut(
                id=row.pk,
                by=row.by.name if row.by else "",
                text=row.text,
                private=row.private,
                at=row.written_at,
            )
            for row in whole.notes.select_related("by")
            if by.coaches or not row.private
        ],
        looks=_looks(whole) if trail else None,
        changes=_changes(whole) if trail else None,
        homework=_homework(whole),
    )


def _looks(person: Person) -> list[schemas.TrailLook]:
    return [
        schemas.TrailLook(by=row.viewer.name, screen=row.screen, day=row.day)
        for row in looks_at(person)[:TRAIL_SHOWN]
    ]


def _changes(person: Person) -> list[schemas.TrailChange]:
    return [
        schemas.TrailChange(by=row.by.name if row.by else "", what=row.what, at=row.at)
        for row in changes_of(person)[:TRAIL_SHOWN]
    ]


def _homework(person: Person) -> list[schemas.HomeworkLine]:
    """Of the newest sheet they were given, as far as it is still for them."""
    newest = sheets().filter(person=person).order_by("-pk").first()
    page = page_now(newest)[0] if newest else {"homework": ()}
    return [
        schemas.HomeworkLine(
            name=task["name"], motion=task["motion"], dose=task["dose_words"], stop=task["stop"]
        )
        for task in page["homework"]
    ]


def _held(person: Person, catalog: Catalog) -> list[schemas.HeldOut]:
    """The newest of each test that gives no degrees."""
    newest: dict[str, schemas.HeldOut] = {}
    for row in sorted(person.ranges.all(), key=lambda row: (row.measured_on, row.pk)):
        test = catalog.range_tests.get(row.test)
        if test is None or test.motion is not None:
            continue
        newest[test.id] = schemas.HeldOut(
            test=test.id,
            name=test.name,
            reads=test.reads,
            value=row.value,
            said=said_of(test, row.value),
            on=row.measured_on,
        )
    return list(newest.values())


def said_of(test: Any, value: float) -> str:
    """A reading in words."""
    if test.reads == "held":
        return "held" if value >= 1 else "not held"
    if test.reads == "rung":
        return test.rungs[int(value) - 1] if value >= 1 else "none yet"
    return f"{value:g} {'cm' if test.reads == 'cm' else 'degrees'}"


def caution_out(row: Caution, catalog: Catalog, holds: bool) -> schemas.CautionOut:
    """A caution by its name."""
    known = catalog.cautions.get(row.caution)
    return schemas.CautionOut(
        id=row.pk,
        caution=row.caution,
        name=known.name if known else row.caution,
        note=row.note,
        by_word=row.by_word,
        noted_by=row.noted_by.name if row.noted_by else "",
        since=row.since,
        until=row.until,
        holds=holds,
    )


def _bests(person: Person, catalog: Catalog) -> list[schemas.BestOut]:
    """Every best, the one that counts for each lift marked."""
    values = [(row, row.value()) for row in person.bests.all()]
    most: dict[str, float] = {}
    for row, value in values:
        most[row.movement] = max(value.kg, most.get(row.movement, 0.0))
    return [
        schemas.BestOut(
            id=row.pk,
            movement=row.movement,
            name=catalog.movements[row.movement].name if row.movement in catalog.movements else row.movement,
            kg=row.kg,
            reps=row.reps,
            best_kg=round(value.kg, 1),
            estimated=value.estimated,
            on=row.lifted_on,
            counts=value.kg == most[row.movement],
        )
        for row, value in values
    ]


def _spot(row: Spot, catalog: Catalog) -> schemas.SpotOut:
    drill = catalog.drills.get(row.drill)
    return schemas.SpotOut(
        id=row.pk,
        motion=row.motion,
        name=catalog.demands[row.motion].name,
        side=SIDE.validate_python(row.side),
        note=row.note,
        drill=row.drill,
        drill_name=drill.name if drill else "",
        when=row.when,
    )
