"""Changing who is in a gym and what is known of them: permission, change and record in one place."""

from __future__ import annotations

import datetime
from collections.abc import Iterable, Sequence
from typing import Any

from django.core.exceptions import ValidationError
from django.db import transaction
from django.utils import timezone

from core.catalog import load_catalog
from core.demand.people import AGES, HEIGHTS_M, MASSES_KG, MOST_BEST_KG, MOST_BEST_REPS, SIDES
from core.errors import Refused
from core.posture.body import body_of
from server.accounts.models import tidy_email
from server.computing.models import Kept
from server.people.models import BestLift, Caution, Group, Note, Person, Spot, set_fields
from server.shelf.actions import vocabulary_of
from server.versions import check_version

MOST_PEOPLE = 2000  # of a gym, those who left included
MOST_ROWS = 500  # of one kind about one person
# what a class's prep hangs on; ranges and bests make pages finer, and are told when they are sent anyway
OF_THE_CLASSES = frozenset({"division", "adaptive", "name"})
OWN_FIELDS = frozenset(  # what a member may put right of their own
    {"born", "sex", "height_m", "mass_kg", "lengths_m", "kit_at_home", "unit", "division"}
)


class NotKept(Refused):
    """Something about a person that cannot be; ``field`` names it."""


def _coach_of(by: Person, gym_id: int) -> None:
    if not by.coaches_in(gym_id):
        raise PermissionError("Only a coach of this gym can change who is in it.")


def fill(person: Person, fields: dict[str, Any], alone: bool = False) -> None:
    """Write fields of a row; alone: whatever the others are. Raises NotKept naming the first that cannot
    be."""
    if "email" in fields:
        fields = {**fields, "email": tidy_email(fields["email"])}
    if "name" in fields:
        fields = {**fields, "name": " ".join(fields["name"].split())}
    _check_body(person, fields)
    try:
        set_fields(person, fields)
        if not alone:
            person.validate_constraints(exclude=["account"])
    except ValidationError as problem:
        field, said = next(iter(problem.message_dict.items()))
        raise NotKept(_at(field, fields), " ".join(said)) from problem


def _at(field: str, fields: Iterable[str]) -> str:
    """Where a problem is shown: a rule over several fields at the address, the only one there is."""
    return field if field in fields else "email"


def _check_body(person: Person, fields: dict[str, Any]) -> None:
    within = {"height_m": HEIGHTS_M, "mass_kg": MASSES_KG}
    for field, (low, high) in within.items():
        value = fields.get(field)
        if value is not None and not low <= value <= high:
            raise NotKept(field, f"From {low:g} to {high:g} can be.")
    born, year = fields.get("born"), timezone.now().year
    if born is not None and not year - AGES[1] <= born <= year - AGES[0]:
        raise NotKept("born", f"A year from {year - AGES[1]} to {year - AGES[0]} can be.")
    kit = load_catalog().kit
    unknown = [item for item in fields.get("kit_at_home") or () if item not in kit]
    if unknown:
        raise NotKept("kit_at_home", f"There is no kit called '{unknown[0]}' on the shelf.")
    try:
        height_m = fields.get("height_m", person.height_m)
        body_of(height_m, person.sex or None, "winter", **(fields.get("lengths_m") or {}))
    except (ValueError, TypeError) as problem:
        raise NotKept("lengths_m", str(problem)) from problem


@transaction.atomic
def add_person(by: Person, name: str, **fields: Any) -> Person:
    """Put somebody on the gym's roster, without an account. Raises NotKept, and PermissionError for anyone
    but a coach (of another role than member: but an owner)."""
    _coach_of(by, by.gym_id)
    if fields.get("role", "member") != "member" and not by.owns:
        raise PermissionError("Only an owner says who coaches.")
    if by.gym.people.count() >= MOST_PEOPLE:
        raise NotKept("name", f"This gym has {MOST_PEOPLE} people already; erase some first.")
    person = Person(gym=by.gym)
    fill(person, {"name": name, **fields})
    if not person.name:
        raise NotKept("name", "A name is needed.")
    person.save()
    return person


@transaction.atomic
def change_person(by: Person, person_id: int, made_on: int, fields: dict[str, Any]) -> Person:
    """Change fields of a row; a member some of their own. Raises NotKept, Stale when the row changed after
    version ``made_on``, and PermissionError."""
    person = _locked(by, person_id)
    check_version(f"What is known of {person.name}", person.version, made_on)
    role = fields.get("role", person.role)
    if role != person.role:
        _check_role(by, person)
    if not by.coaches and not fields.keys() <= OWN_FIELDS:
        raise PermissionError("Your coaches write that down.")
    groups = fields.get("groups")
    fill(person, {name: value for name, value in fields.items() if name != "groups"})
    person.version += 1
    person.save()
    if groups is not None:
        set_groups(by, person, groups)
    if fields.keys() & OF_THE_CLASSES:
        touch_classes(person)
    return person


def touch_classes(person: Person) -> None:
    """Mark the classes somebody comes to: their part of what was sent may not hold any more."""
    now = timezone.now()
    person.classes.filter(starts_at__gt=now).update(touched_at=now)


def _locked(by: Person, person_id: int) -> Person:
    """Somebody of the gym, held until the transaction ends. Raises PermissionError for a member who asks for
    anybody else."""
    if not by.coaches and by.pk != person_id:
        raise PermissionError("Only a coach of this gym can change who is in it.")
    return Person.objects.select_for_update().get(gym_id=by.gym_id, pk=person_id)


def _check_role(by: Person, person: Person) -> None:
    if not by.owns:
        raise PermissionError("Only an owner says who coaches.")
    if person.owns:
        _check_another_owner(person)


def _check_another_owner(person: Person) -> None:
    owners = Person.objects.current().filter(gym_id=person.gym_id, role=Person.Role.OWNER)
    if not owners.exclude(pk=person.pk).exists():
        raise NotKept("role", f"{person.name} is the only owner; name another first.")


@transaction.atomic
def leave(by: Person, person_id: int) -> Person:
    """Somebody leaves the gym: from now on they see nothing of it, and are on no roster to come. A member
    may leave by themselves. Raises NotKept for the only owner."""
    person = _locked(by, person_id)
    if person.owns:
        _check_another_owner(person)
    if person.coaches and not by.owns and by.pk != person.pk:
        raise PermissionError("Only an owner says who coaches.")
    person.left_at = person.left_at or timezone.now()
    person.version += 1
    person.save(update_fields=["left_at", "version"])
    person.invitations.filter(used_at=None, ended_at=None).update(ended_at=timezone.now())
    touch_classes(person)
    coming = person.classes.filter(starts_at__gt=timezone.now())
    person.classes.remove(*coming)
    return person


@transaction.atomic
def take_back(by: Person, person_id: int) -> Person:
    """Somebody who left is in the gym again, with all that was known of them."""
    _coach_of(by, by.gym_id)
    person = _locked(by, person_id)
    if person.coaches and not by.owns:
        raise PermissionError("Only an owner says who coaches.")
    person.left_at = None
    person.version += 1
    person.save(update_fields=["left_at", "version"])
    return person


@transaction.atomic
def erase(by: Person, person_id: int) -> None:
    """Delete somebody and all that is known of them: body, tests, notes, sheets and messages. What a class
    was given stays; it names nobody. A member may erase themselves. Raises NotKept for the only owner."""
    person = _locked(by, person_id)
    if person.owns:
        _check_another_owner(person)
    if person.coaches and not by.owns and by.pk != person.pk:
        raise PermissionError("Only an owner says who coaches.")
    account = person.account
    person.delete()
    Kept.objects.filter(gym_id=person.gym_id).delete()  # what was worked out may be of them
    if account and not account.people.exists():
        account.delete()


@transaction.atomic
def set_groups(by: Person, person: Person, names: Sequence[str]) -> None:
    """The groups somebody is in, by name; a new name makes a group, and one nobody is in any more goes."""
    _coach_of(by, person.gym_id)
    tidy = list(dict.fromkeys(name for name in (" ".join(each.split()) for each in names) if name))
    if any(len(name) > 40 for name in tidy) or len(tidy) > 20:
        raise NotKept("groups", "Up to 20 groups, each of up to 40 letters.")
    groups = [Group.objects.get_or_create(gym_id=person.gym_id, name=name)[0] for name in tidy]
    person.groups.set(groups)
    Group.objects.filter(gym_id=person.gym_id, people=None).delete()


def note_caution(
    by: Person,
    person: Person,
    caution: str,
    *,
    note: str,
    by_word: str,
    since: datetime.date,
    until: datetime.date | None,
) -> Caution:
    """Write down what must not reach somebody; it holds at once wherever a prep is made for them. Raises
    NotKept."""
    if not by.coaches_in(person.gym_id) and by.pk != person.pk:
        raise PermissionError("Only the person or a coach of the gym can write that down.")
    if caution not in load_catalog().cautions:
        raise NotKept("caution", f"There is no caution called '{caution}'.")
    if until is not None and until < since:
        raise NotKept("until", "The last day is before the first.")
    if person.cautions.count() >= MOST_ROWS:
        raise NotKept("caution", f"{MOST_ROWS} cautions are written down already.")
    touch_classes(person)
    return Caution.objects.create(
        person=person, caution=caution, note=note, by_word=by_word, noted_by=by, since=since, until=until
    )


def end_caution(by: Person, row: Caution, until: datetime.date) -> Caution:
    """It holds no longer than ``until``. A member's own word cannot end what a coach wrote down. Raises
    NotKept for a day before it began."""
    own = by.pk == row.person_id and row.noted_by_id == by.pk
    if not by.coaches_in(row.person.gym_id) and not own:
        raise PermissionError("Only a coach of the gym can end this caution.")
    if until < row.since - datetime.timedelta(days=1):
        raise NotKept("until", "The last day is before the first.")
    row.until = until
    row.save(update_fields=["until"])
    touch_classes(row.person)
    return row


def write_best(
    by: Person, person: Person, movement: str, kg: float, reps: int, on: datetime.date
) -> BestLift:
    """Somebody's best of a lift: a single, or a set it is estimated from. Raises NotKept."""
    if not by.coaches_in(person.gym_id) and by.pk != person.pk:
        raise PermissionError("Only the person or a coach of the gym can write that down.")
    if movement not in vocabulary_of(person.gym).catalog.movements:
        raise NotKept("movement", f"There is no movement '{movement}'; choose one of the shelf.")
    if not 0 < kg <= MOST_BEST_KG:
        raise NotKept("kg", f"Up to {MOST_BEST_KG:g} kg can be.")
    if not 1 <= reps <= MOST_BEST_REPS:
        raise NotKept("reps", f"From 1 to {MOST_BEST_REPS} repetitions say something of a best.")
    if person.bests.count() >= MOST_ROWS:
        raise NotKept("movement", f"{MOST_ROWS} bests are written down already; delete some first.")
    return BestLift.objects.create(person=person, movement=movement, kg=kg, reps=reps, lifted_on=on)


def write_note(by: Person, person: Person, text: str, private: bool) -> Note:
    """A note about somebody; private: for the coaches alone. Raises NotKept."""
    _coach_of(by, person.gym_id)
    if not text.strip():
        raise NotKept("text", "There is nothing written yet.")
    if person.notes.count() >= MOST_ROWS:
        raise NotKept("text", f"{MOST_ROWS} notes are kept already; delete some first.")
    return Note.objects.create(person=person, by=by, text=text.strip(), private=private)


def set_spot(
    by: Person, person: Person, motion: str, side: str, *, note: str = "", drill: str = "", when: str = ""
) -> Spot:
    """A place that gives trouble, and (with a drill) the standing entry for it. Raises NotKept."""
    _coach_of(by, person.gym_id)
    catalog = load_catalog()
    if motion not in catalog.norms:
        raise NotKept("motion", f"There is no motion '{motion}'.")
    if side not in SIDES:
        raise NotKept("side", "Left, right or both.")
    if drill and drill not in catalog.drills:
        raise NotKept("drill", f"There is no drill '{drill}' on the shelf.")
    if when and (when not in catalog.demands or catalog.demands[when].kind != "pattern"):
        raise NotKept("when", "A pattern of the shelf, such as squat, or nothing for every session.")
    fields = {"note": note.strip(), "drill": drill, "when": when}
    return Spot.objects.update_or_create(person=person, motion=motion, side=side, defaults=fields)[0]
