"""Writing messages down, in the transaction of what they tell of; a worker hands them over afterwards."""

from __future__ import annotations

import datetime
from collections.abc import Callable, Collection, Iterable, Sequence
from typing import TYPE_CHECKING, NamedTuple

from django.conf import settings
from django.db import transaction
from django.db.models import QuerySet
from django.utils import timezone

from core.week.sending import tell_at
from server.delivery.models import Delivery, Reach
from server.delivery.words import subject_of
from server.gym.models import Gym
from server.people.models import Person
from server.programme.models import GymClass

if TYPE_CHECKING:
    from server.competition.models import Competition  # it stands above delivery

SOON = datetime.timedelta(hours=2)  # what is for a class so near overtakes everything else
SHEETS = (
    Delivery.Kind.READY,
    Delivery.Kind.CHANGED,
    Delivery.Kind.OFF,
    Delivery.Kind.MOVED,
    Delivery.Kind.CANCELLED,
    Delivery.Kind.NUDGE,
)
NEWER = "a newer version took its place"
QUIET = "quiet hours last until the class"
# called in the transaction once there is something to hand over; the jobs put themselves here
on_queued: list[Callable[[], None]] = []


class Message(NamedTuple):
    """What one person is told. said: in words of its own, else those of its kind; lasts: also once the class
    began."""

    person: Person
    kind: Delivery.Kind
    link: str
    said: str = ""
    lasts: bool = False


def reaches_of(people: Iterable[Person]) -> dict[int, Reach]:
    """How each of some people is reached, by their id: as they chose, else by mail."""
    everybody = list(people)
    chosen = Reach.objects.in_bulk([one.pk for one in everybody], field_name="person_id")
    return {one.pk: chosen.get(one.pk) or Reach(person=one) for one in everybody}


def channels_of(person: Person, reach: Reach) -> list[Delivery.Channel]:
    """By what channels somebody is told now; empty when only their link can be handed to them."""
    channels: list[Delivery.Channel] = []
    if settings.MAIL_READY and reach.mail and person.email and reach.bounced != person.email:
        channels.append(Delivery.Channel.MAIL)
    if reach.text and reach.phone and settings.TEXT_READY:
        channels.append(Delivery.Channel.TEXT)
    return channels


@transaction.atomic
def queue(
    gym_class: GymClass,
    cause: str,
    messages: Sequence[Message],
    *,
    wanted: datetime.datetime | None = None,
    now: datetime.datetime | None = None,
    known_at: datetime.datetime | None = None,
) -> None:
    """Write messages down, each once for its cause, person and channel; a newer one about a class takes the
    place of those still waiting. wanted: not before then; known_at: the time by which its people know the
    class, when that is not its own any more. Who wants quiet until the class is not told, and the row says
    so."""
    known_at = known_at or gym_class.starts_at
    about = About(gym_class.session.gym, known_at, min(known_at, gym_class.starts_at), gym_class=gym_class)
    _write(about, cause, messages, wanted, now or timezone.now())


@transaction.atomic
def queue_lines(
    competition: Competition,
    cause: str,
    messages: Sequence[Message],
    first: datetime.datetime,
    now: datetime.datetime | None = None,
) -> None:
    """Write messages about athletes' lines down, as queue does for a class. first: when the first of what
    they tell of begins."""
    about = About(competition.gym, first, first, competition=competition)
    _write(about, cause, messages, None, now or timezone.now())


@transaction.atomic
def queue_own(
    gym: Gym,
    cause: str,
    messages: Sequence[Message],
    until: datetime.datetime,
    now: datetime.datetime | None = None,
) -> None:
    """Write messages down that are about no class: each once for its cause, person and channel. until: from
    when they are of no use."""
    _write(About(gym, until, until), cause, messages, None, now or timezone.now())


class About(NamedTuple):
    """What messages are about: known_at: the time by which its people know it; first: when it is too late to
    be told."""

    gym: Gym
    known_at: datetime.datetime
    first: datetime.datetime
    gym_class: GymClass | None = None
    competition: Competition | None = None


def _write(
    about: About,
    cause: str,
    messages: Sequence[Message],
    wanted: datetime.datetime | None,
    now: datetime.datetime,
) -> None:
    reaches = reaches_of(message.person for message in messages)
    rows: list[Delivery] = []
    for message in messages:
        reach = reaches[message.person.pk]
        to_coach = message.kind == Delivery.Kind.COACH
        quiet = None if to_coach else reach.quiet(about.gym)
        due_at = tell_at(wanted or now, now, about.first, quiet)
        rows += [
            Delivery(
                gym=about.gym,
                gym_class=about.gym_class,
                competition=about.competition,
                person=message.person,
                channel=channel,
                kind=message.kind,
                cause=cause,
                subject=_subject(about, message),
                link=message.link,
                state=Delivery.State.QUIET if due_at is None else Delivery.State.QUEUED,
                why=QUIET if due_at is None else "",
                urgent=to_coach or about.first <= now + SOON,
                until_class=message.kind != Delivery.Kind.CANCELLED and not message.lasts,
                queued_at=now,
                due_at=due_at or now,
            )
            for channel in channels_of(message.person, reach)
        ]
    told = [message.person.pk for message in messages if message.kind in SHEETS]
    if told:
        _waiting(about, told).exclude(cause=cause).update(state=Delivery.State.DROPPED, why=NEWER)
    Delivery.objects.bulk_create(rows, ignore_conflicts=True)
    if rows:
        for told_of in on_queued:
            told_of()


def _subject(about: About, message: Message) -> str:
    """A message about no class names its gym alone."""
    if about.gym_class is None and about.competition is None:
        return f"{about.gym.name}: {message.said}"
    return subject_of(message.kind, about.gym, about.known_at, message.said)


def _waiting(about: About, people: Collection[int]) -> QuerySet[Delivery]:
    """What is still to be told some people about a class or a competition."""
    return Delivery.objects.filter(
        gym_class=about.gym_class,
        competition=about.competition,
        person_id__in=people,
        kind__in=SHEETS,
        state=Delivery.State.QUEUED,
    )
