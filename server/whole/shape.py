"""What of each row goes into a gym's file: its own fields by name, and those that point to a person. What
hangs on a row stands inside it; ids of the database stand nowhere."""

from __future__ import annotations

from collections.abc import Mapping
from types import MappingProxyType
from typing import NamedTuple

from django.db.models import Model

from server.blocks.models import Block, BlockEvent, Enrolled, Ticked, TrainingPage
from server.competition.models import Athlete, Coaching, Competition, Entry, EventSaid, Heat, LineSheet
from server.delivery.models import Reach
from server.floor.models import FloorPlan, Ran, Run
from server.gym.models import KitItem
from server.logbook.models import Trial
from server.people.models import BestLift, Caution, Change, Look, MeasuredRange, Note, Person, Spot
from server.prep.models import PrepDraft
from server.programme.models import Attending, GymClass, Session, WeeklyClass
from server.publishing.models import Instead, MemberSheet, Publication, Said
from server.schedule.models import Rule
from server.shelf.models import GymWord, OwnMethod, OwnMovement

FORMAT, VERSION = "dusty-chalk-gym", 1


class Kind(NamedTuple):
    """Rows of one model. parent: the field that points to the row they stand in; people: fields that point to
    a person, kept as the person's number in the file; inside: name -> kind of what stands in each."""

    model: type[Model]
    parent: str
    fields: tuple[str, ...]
    people: tuple[str, ...] = ()
    inside: Mapping[str, Kind] = MappingProxyType({})


def _of(model: type[Model], parent: str, fields: str, people: str = "", **inside: Kind) -> Kind:
    return Kind(model, parent, tuple(fields.split()), tuple(people.split()), inside)


PERSON = _of(
    Person,
    "gym",
    "name email role left_at born sex height_m mass_kg lengths_m division adaptive kit_at_home unit "
    "consented_at",
)
OF_A_PERSON = {  # apart from the people, as they point to each other
    "ranges": _of(MeasuredRange, "person", "motion side value test measured_on key", "taken_by"),
    "cautions": _of(Caution, "person", "caution note by_word since until", "noted_by"),
    "bests": _of(BestLift, "person", "movement kg reps lifted_on"),
    "notes": _of(Note, "person", "text private written_at", "by"),
    "spots": _of(Spot, "person", "motion side note drill when"),
    "reach": _of(Reach, "person", "mail text phone quiet_from quiet_to bounced bounced_why"),
    "looks": _of(Look, "person", "screen day", "viewer"),
    "changes": _of(Change, "person", "what at", "by"),
    "trials": _of(Trial, "person", "test side before before_at after after_at between key", "taken_by"),
    "training_page": _of(TrainingPage, "person", "remind ended_at"),
}
SHEET = _of(MemberSheet, "publication", "own kept_to opened_at ended_at", "person")
PUBLICATION = _of(
    Publication,
    "gym_class",
    "version kind published_at digest page words changes drills held_at",
    "published_by",
    sheets=SHEET,
)
SAID = _of(Said, "gym_class", "kind value position drills key said_at aside_at", "person aside_by")
RULE = "how clock hours approve"
CLASS = _of(
    GymClass,
    "session",
    "starts_at cancelled_at touched_at",
    "coach",
    said=SAID,
    attending=_of(Attending, "gym_class", "division pair came", "person"),
    insteads=_of(Instead, "gym_class", "movement text", "person"),
    publications=PUBLICATION,
    rule=_of(Rule, "gym_class", RULE),
    runs=_of(
        Run,
        "gym_class",
        "key started_ms ended_ms",
        "started_by",
        ran=_of(Ran, "run", "place name drill phase section planned_s ran_s outcome"),
    ),
)
DRAFT = _of(
    PrepDraft,
    "session",
    "minutes method pins bans order doses breaks after_text after_min cold hot locked",
)
COMPETITION = _of(
    Competition,
    "gym",
    "name place first days timezone sheet minutes method check_in_min racks heads key",
    coachings=_of(Coaching, "competition", "", "person"),
    heats=_of(
        Heat,
        "competition",
        "key event number starts_at",
        entries=_of(Entry, "heat", "lane division opening_kg", "person"),
    ),
    athletes=_of(Athlete, "competition", "own_kit arrives_at", "person coach"),
    line_sheets=_of(
        LineSheet,
        "competition",
        "version line page changes kept_to published_at seen_at",
        "person published_by",
    ),
    said=_of(EventSaid, "competition", "event kind value key said_at", "person"),
)
BLOCK = _of(
    Block,
    "gym",
    "aim name starts_on weeks weekdays motions skill until homework by_rule made_at stopped_on key",
    "made_by",
    enrolled=_of(
        Enrolled,
        "block",
        "level areas ended ended_on resumed_at",
        "person",
        ticks=_of(Ticked, "enrolled", "on value words key said_at"),
        events=_of(BlockEvent, "enrolled", "at what said", "by"),
    ),
)
OF_THE_GYM = {
    "kit": _of(KitItem, "gym", "item pieces"),
    "words": _of(GymWord, "gym", "word movement"),
    "movements": _of(OwnMovement, "gym", "slug fields"),
    "methods": _of(OwnMethod, "gym", "slug base fields"),
    "weekly_classes": _of(WeeklyClass, "gym", "weekday starts", "coach"),
    "sessions": _of(Session, "gym", "date title text key", draft=DRAFT, classes=CLASS),
    "competitions": COMPETITION,
    "blocks": BLOCK,
    "floor_plan": _of(FloorPlan, "gym", "plan"),
}
GYM_FIELDS = (
    "name",
    "place",
    "timezone",
    "unit",
    "method",
    "minutes",
    "rack",
    "places",
    "sender",
    "felt_moves",
)
