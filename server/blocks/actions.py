"""Changing and stopping blocks and homework: permission, change and record in one place."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from django.db import transaction
from django.utils import timezone

from core.blocks import BlockRefused
from core.blocks.ranges import may_begin
from core.blocks.rungs import another_drill, next_rung
from core.blocks.values import MOST_AREAS, Level
from server.blocks.models import Block, Enrolled
from server.blocks.starting import check_coach, may_be_at_home, note, open_areas
from server.people.models import Person
from server.shelf.actions import vocabulary_of
from server.versions import check_version


@transaction.atomic
def change_drill(
    by: Person | None,
    enrolled_id: int,
    motion: str,
    drill: str,
    why: str = "",
    because: dict[str, Any] | None = None,
) -> Enrolled:
    """Another drill for a range, or the next rung. by: nobody when a rule does it. Raises BlockRefused for
    one that is not for them, and in the last week before a competition."""
    row = _locked(by, enrolled_id)
    gym, catalog = row.block.gym, vocabulary_of(row.block.gym).catalog
    value = Person.objects.whole().get(pk=row.person_id).value(gym.today())
    area = row.areas.get(motion)
    if area is None:
        raise BlockRefused("motions", "They do not work on that range in this block.")
    if not may_be_at_home(drill, motion, value, catalog):
        raise BlockRefused("drill", "That drill is not for them at home, or not for this range.")
    if not may_begin(row.value(), gym.today()):
        raise BlockRefused("drill", "Nothing new is begun in the last week before a competition.")
    if area["drill"] != drill:
        area["tried"] = [*area["tried"], area["drill"]]
        area["drill"] = drill
        area["since"] = gym.today().isoformat()
        row.save(update_fields=["areas"])
        note(row, "drill", f"{catalog.drills[drill].name}. {why}".strip(), by, because)
    return row


def next_drill(row: Enrolled, motion: str) -> str | None:
    """A drill somebody has not tried for a range, that may reach them."""
    gym = row.block.gym
    value = Person.objects.whole().get(pk=row.person_id).value(gym.today())
    area = row.areas[motion]
    return another_drill((*area["tried"], area["drill"]), motion, value, vocabulary_of(gym).catalog)


def climb(by: Person, enrolled_id: int, motion: str) -> Enrolled:
    """The next rung, on the word that its test was met: the member's own or a coach's. Raises BlockRefused
    at the top."""
    row = Enrolled.objects.select_related("block__gym").get(pk=enrolled_id, block__gym_id=by.gym_id)
    value = Person.objects.whole().get(pk=row.person_id).value(row.block.gym.today())
    catalog = vocabulary_of(row.block.gym).catalog
    area = row.areas.get(motion)
    rung = next_rung(area["drill"], motion, value, catalog) if area else None
    if rung is None:
        raise BlockRefused("drill", "There is no rung above this one for them.")
    return change_drill(by, enrolled_id, motion, rung.drill, f"The next rung: {rung.test}.")


@transaction.atomic
def end_for(
    by: Person | None, enrolled_id: int, ended: str, why: str, because: dict[str, Any] | None = None
) -> None:
    """It is over for somebody. Raises PermissionError for anyone but a coach of the gym."""
    row = _locked(by, enrolled_id)
    if row.ended:
        return
    row.ended, row.ended_on = ended, row.block.gym.today()
    row.save(update_fields=["ended", "ended_on"])
    note(row, ended, why, by, because)


@transaction.atomic
def take_up_again(by: Person, enrolled_id: int) -> None:
    """It runs on for somebody; a coach's word, also after pain that was talked over."""
    row = _locked(by, enrolled_id)
    if not row.ended:
        return
    if row.areas and (taken := open_areas(row.person)) and len(taken) + len(row.areas) > MOST_AREAS:
        raise BlockRefused("motions", f"{row.person.name} works on {MOST_AREAS} areas; that is enough.")
    row.ended, row.ended_on, row.resumed_at = "", None, timezone.now()
    row.save(update_fields=["ended", "ended_on", "resumed_at"])
    note(row, "resumed", "A coach took it up again.", by)


@transaction.atomic
def set_level(by: Person, enrolled_id: int, level: Level) -> None:
    """Another level of jumps than the rule gives, on a coach's word."""
    row = _locked(by, enrolled_id)
    if row.level != level:
        row.level = level
        row.save(update_fields=["level"])
        note(row, "level", f"Level {level}.", by)


def _locked(by: Person | None, enrolled_id: int) -> Enrolled:
    rows = Enrolled.objects.select_for_update(of=("self",)).select_related("block__gym", "person")
    row = rows.get(pk=enrolled_id) if by is None else rows.get(pk=enrolled_id, block__gym_id=by.gym_id)
    if by is not None and not (by.coaches or by.pk == row.person_id):
        raise PermissionError("Only a coach of this gym can change blocks.")
    return row


@transaction.atomic
def change_block(
    by: Person, block_id: int, version: int, name: str | None, weekdays: Sequence[int] | None
) -> Block:
    """Its name or its days. Raises Stale for a change made on an older version."""
    block = _block(by, block_id)
    check_version("The block", block.version, version)
    if name is not None:
        block.name = name.strip() or block.name
    if weekdays is not None:
        block.weekdays = sorted(set(weekdays))
        row = block.enrolled.first()
        if row is not None:
            row.block = block
            row.value().check()
    block.version += 1
    block.save(update_fields=["name", "weekdays", "version"])
    return block


@transaction.atomic
def stop_block(by: Person, block_id: int) -> Block:
    """It is over for everybody."""
    block = _block(by, block_id)
    if block.stopped_on is None:
        block.stopped_on = block.gym.today()
        block.version += 1
        block.save(update_fields=["stopped_on", "version"])
        for row in block.enrolled.filter(ended=""):
            end_for(by, row.pk, Enrolled.Ended.STOPPED, "The block was stopped.")
    return block


def _block(by: Person, block_id: int) -> Block:
    rows = Block.objects.select_for_update(of=("self",)).select_related("gym", "group", "weekly_class")
    block = rows.get(pk=block_id, gym_id=by.gym_id)
    check_coach(by, block.gym_id)
    return block
