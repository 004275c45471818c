"""What is set out before a class, ticked off, and the plan of the gym."""

from __future__ import annotations

from typing import NamedTuple

from django.db import transaction

from core.errors import Refused
from core.floor.order import order_of
from core.floor.room import GymPlan
from core.floor.set_out import SetOut, set_out
from core.floor.values import Order
from server.computing.run import compute
from server.floor.models import FloorPlan, Tick
from server.floor.running import given_pages, open_run
from server.gym.models import Gym
from server.people.models import Person
from server.programme.models import GymClass
from server.shelf.actions import vocabulary_of
from server.versions import check_version

MOST_TICKS = 200  # of a class


class NotSet(Refused):
    """A plan, or a tick, that cannot be; ``field`` names what is at fault."""


class Drawn(NamedTuple):
    """A gym's plan and its version, 0 where nobody drew one."""

    plan: GymPlan
    version: int


def plan_of(gym: Gym) -> Drawn:
    """The gym from above."""
    row = FloorPlan.objects.filter(gym=gym).first()
    return Drawn(GymPlan.model_validate(row.plan), row.version) if row else Drawn(GymPlan(), 0)


@transaction.atomic
def draw_plan(by: Person, plan: GymPlan, made_on: int) -> Drawn:
    """Keep a plan. Raises NotSet for a piece that lies outside, Stale for one made on an older one."""
    if not by.owns:
        raise PermissionError("Only an owner of the gym draws its plan.")
    for number, piece in enumerate(plan.pieces):
        if piece.x + piece.width > plan.width + 1e-6 or piece.y + piece.depth > plan.depth + 1e-6:
            raise NotSet(f"pieces.{number}", f"Piece {number + 1} lies outside the gym.")
    Gym.objects.select_for_update().get(pk=by.gym_id)
    row = FloorPlan.objects.filter(gym_id=by.gym_id).first()
    check_version("The plan", row.version if row else 0, made_on)
    row = row or FloorPlan(gym_id=by.gym_id, version=0)
    row.plan, row.version = plan.json_value(), row.version + 1
    row.save()
    return Drawn(plan, row.version)


def set_out_of(gym_class: GymClass) -> SetOut:
    """What to set out for a class: of the run that is on, else of what its members have, else of the board as
    it stands. Raises what making a prep raises."""
    gym = gym_class.session.gym
    page, coming = given_pages(gym_class)
    run = open_run(gym_class)
    words = vocabulary_of(gym)
    order: Order
    if run is not None:
        order = run.order_of(run.clock.order)
    else:
        order = compute(gym.pk, order_of, page, coming, words, gym.kit_pieces() or None)
    lists = [page["items"], page["cooldown"], *(stop["items"] for stop in page["breaks"])]
    kit_of = {item["drill"]: item["kit"] for items in lists for item in items}
    return compute(gym.pk, set_out, order, kit_of, len(coming), plan_of(gym).plan, words.catalog)


def tick(by: Person, gym_class: GymClass, key: str, on: bool) -> None:
    """Something stands where it should, or does not after all. Twice is once. Raises NotSet."""
    if not on:
        gym_class.ticks.filter(key=key).delete()
        return
    if gym_class.ticks.count() >= MOST_TICKS:
        raise NotSet("key", "That is more than any class sets out.")
    Tick.objects.get_or_create(gym_class=gym_class, key=key, defaults={"by": by})
