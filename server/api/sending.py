"""What goes out by itself, what became of it, and how a member is reached."""

from __future__ import annotations

import datetime
from typing import Any

from django.conf import settings
from django.db.models import Count
from django.http import HttpRequest
from django.utils import timezone
from ninja import Router

from server.api import schemas, sending_schemas
from server.api.access import class_of, coach, owner, session_of, signed_in
from server.delivery.channels import try_mail
from server.delivery.ledger import channels_of, reaches_of
from server.delivery.models import Delivery, OutboxMessage, Reach
from server.delivery.reaching import renew_feed, set_reach, set_sender
from server.gym.models import Gym
from server.people.audit import looked
from server.people.models import Person
from server.publishing.models import Said
from server.schedule.models import Planned, Rule
from server.schedule.rules import Next, approve, coming_out, pause, set_rule

router = Router(tags=["sending"])
OUTBOX_SHOWN = 200
TROUBLES_SHOWN = 50
LATELY = datetime.timedelta(days=2)
WRONG = (Delivery.State.FAILED, Delivery.State.BOUNCED, Delivery.State.QUIET)


@router.get("/sending", response=sending_schemas.SendingOut)
def sending(request: HttpRequest) -> sending_schemas.SendingOut:
    """What the gym sends next, and what went wrong lately."""
    return _sending(coach(request))


@router.put("/sending/rule", response=sending_schemas.SendingOut)
def gym_rule(request: HttpRequest, payload: sending_schemas.RuleIn) -> sending_schemas.SendingOut:
    """When the gym's classes go out by themselves."""
    by = owner(request)
    set_rule(by, payload.dict())
    return _sending(by)


@router.post("/sending/pause", response=sending_schemas.SendingOut)
def pausing(request: HttpRequest, payload: sending_schemas.PauseIn) -> sending_schemas.SendingOut:
    """Stop everything the gym sends, or let it go on."""
    by = owner(request)
    by.gym = pause(by, payload.paused)
    return _sending(by)


@router.put("/sending/sender", response=sending_schemas.SendingOut)
def sender(request: HttpRequest, payload: sending_schemas.SenderIn) -> sending_schemas.SendingOut:
    """Whom the gym's mails are from."""
    by = owner(request)
    by.gym = set_sender(by, payload.sender)
    return _sending(by)


@router.post("/sending/test", response=sending_schemas.TestedOut)
def test_mail(request: HttpRequest) -> sending_schemas.TestedOut:
    """One mail to whoever asks, now, as the gym's mails leave: whether the mail server takes it."""
    why = try_mail(owner(request))
    return sending_schemas.TestedOut(taken=not why, why=why)


@router.get("/classes/{class_id}/rule", response=sending_schemas.OwnRule)
def class_rule(request: HttpRequest, class_id: int) -> sending_schemas.OwnRule:
    """When one class goes out, and by which rule."""
    return _own_rule(coach(request), class_id)


@router.put("/classes/{class_id}/rule", response=sending_schemas.OwnRule)
def set_class_rule(
    request: HttpRequest, class_id: int, payload: sending_schemas.RuleIn | None
) -> sending_schemas.OwnRule:
    """When one class goes out; null: as its session does."""
    by = coach(request)
    set_rule(by, payload.dict() if payload else None, gym_class=class_of(by, class_id))
    return _own_rule(by, class_id)


@router.put("/sessions/{session_id}/rule", response=sending_schemas.RuleIn | None)
def session_rule(
    request: HttpRequest, session_id: int, payload: sending_schemas.RuleIn | None
) -> sending_schemas.RuleIn | None:
    """When a session's classes go out; null: as the gym's do."""
    by = coach(request)
    rule = set_rule(by, payload.dict() if payload else None, session=session_of(by, session_id))
    return _rule(rule) if rule else None


@router.post("/classes/{class_id}/approve", response=sending_schemas.OwnRule)
def yes(request: HttpRequest, class_id: int) -> sending_schemas.OwnRule:
    """A coach's yes: the class goes out when it is due, or within a minute when that has passed."""
    by = coach(request)
    approve(by, class_of(by, class_id))
    return _own_rule(by, class_id)


@router.get("/reach", response=sending_schemas.ReachOut)
def reach(request: HttpRequest) -> sending_schemas.ReachOut:
    """How I am reached in this gym."""
    return _reach(signed_in(request))


@router.put("/reach", response=sending_schemas.ReachOut)
def change_reach(request: HttpRequest, payload: sending_schemas.ReachIn) -> sending_schemas.ReachOut:
    """Choose how I am reached in this gym."""
    person = signed_in(request)
    set_reach(person, payload.dict())
    return _reach(person)


@router.post("/reach/feed", response=sending_schemas.ReachOut)
def new_feed(request: HttpRequest) -> sending_schemas.ReachOut:
    """A calendar of my classes; asked again, at another address, and the one before shows nothing."""
    person = signed_in(request)
    renew_feed(person)
    return _reach(person)


@router.get("/outbox", response=list[schemas.OutboxOut])
def outbox(request: HttpRequest) -> list[schemas.OutboxOut]:
    """Messages that left this gym for the demo's stand-in, newest first."""
    messages = OutboxMessage.objects.filter(gym_id=coach(request).gym_id).select_related("person")
    return [
        schemas.OutboxOut(
            id=message.pk,
            channel=message.channel,
            to=f"{message.person.name} <{message.to}>",
            subject=message.subject,
            body=message.body,
            sent_at=message.sent_at,
        )
        for message in messages.order_by("-pk")[:OUTBOX_SHOWN]
    ]


def _sending(by: Person) -> sending_schemas.SendingOut:
    gym, now = by.gym, timezone.now()
    lately = Delivery.objects.filter(gym=gym, queued_at__gte=now - LATELY)
    counted = lately.values_list("state").annotate(count=Count("pk")).order_by("state")
    wrong = lately.filter(state__in=WRONG) | lately.filter(state=Delivery.State.QUEUED, attempts__gt=0)
    rows = wrong.select_related("person", "gym_class").order_by("-pk")[:TROUBLES_SHOWN]
    coming = coming_out(gym, now)
    return sending_schemas.SendingOut(
        timezone=gym.timezone,
        no_zone=gym.timezone == "UTC",
        paused_at=gym.paused_at,
        sender=gym.sender,
        mail=settings.MAIL_READY,
        text=settings.TEXT_READY,
        rule=_rule(_gym_rule(gym)),
        next=[_next(one) for one in coming],
        troubles=[
            sending_schemas.NotArrived(
                class_id=row.gym_class_id,
                competition_id=row.competition_id,
                starts_at=row.gym_class.starts_at if row.gym_class else row.queued_at,
                person=row.person_id,
                name=row.person.name,
                channel=row.channel,
                kind=row.kind,
                state=row.state,
                why=row.why,
                at=row.due_at,
                attempts=row.attempts,
            )
            for row in rows
        ],
        counts=dict(counted),
        pains=_pains(by, now - LATELY),
        unreachable=_unreachable([one.due.gym_class.pk for one in coming]),
    )


def _pains(by: Person, since: datetime.datetime) -> list[sending_schemas.PainOut]:
    """What lately hurts whom; that a coach saw it is written down."""
    said = Said.objects.filter(gym_class__session__gym=by.gym, kind=Said.Kind.PAIN, said_at__gte=since)
    rows = list(said.select_related("gym_class", "person").order_by("-said_at")[:TROUBLES_SHOWN])
    looked(by, [row.person_id for row in rows], "sending", by.gym.today())
    return [
        sending_schemas.PainOut(
            class_id=row.gym_class_id,
            starts_at=row.gym_class.starts_at,
            name=row.person.name,
            what=row.value,
            at=row.said_at,
        )
        for row in rows
    ]


def _unreachable(classes: list[int]) -> list[str]:
    """Who of some classes' people can be told by no channel, by name."""
    people = list(Person.objects.current().filter(classes__in=classes).distinct().order_by("name"))
    reaches = reaches_of(people)
    return [one.name for one in people if not channels_of(one, reaches[one.pk])]


def _gym_rule(gym: Gym) -> Rule:
    return gym.rules.filter(session=None, gym_class=None).first() or Rule(gym=gym)


def _rule(rule: Rule) -> sending_schemas.RuleIn:
    fields: dict[str, Any] = {name: getattr(rule, name) for name in sending_schemas.RuleIn.model_fields}
    return sending_schemas.RuleIn(**fields)


def _own_rule(by: Person, class_id: int) -> sending_schemas.OwnRule:
    gym_class = class_of(by, class_id)
    own, session = getattr(gym_class, "rule", None), getattr(gym_class.session, "rule", None)
    coming = (one for one in coming_out(by.gym) if one.due.gym_class.pk == class_id)
    found = next(coming, None)
    return sending_schemas.OwnRule(
        timezone=by.gym.timezone,
        own=_rule(own) if own else None,
        session=_rule(session) if session else None,
        gym=_rule(_gym_rule(by.gym)),
        next=_next(found) if found else None,
    )


def _next(one: Next) -> sending_schemas.NextOut:
    gym_class, planned = one.due.gym_class, one.planned
    return sending_schemas.NextOut(
        class_id=gym_class.pk,
        session_id=gym_class.session_id,
        title=gym_class.session.title,
        starts_at=gym_class.starts_at,
        due_at=one.due.due,
        first_at=one.due.first,
        state=planned.state if planned else Planned.State.WAITING,
        why=planned.why if planned else [],
        approve=one.due.rule.approve,
        approved=planned is not None and planned.approved_at is not None,
        version=one.version,
    )


def _reach(person: Person) -> sending_schemas.ReachOut:
    row = Reach.objects.filter(person=person).first() or Reach(person=person)
    return sending_schemas.ReachOut(
        mail=row.mail,
        text=row.text,
        phone=row.phone,
        quiet_from=row.quiet_from,
        quiet_to=row.quiet_to,
        email=person.email,
        feed=f"{settings.ADDRESS}/feed/{row.feed}.ics" if row.feed else "",
        bounced_why=row.bounced_why if row.bounced and row.bounced == person.email else "",
        can_text=settings.TEXT_READY,
        timezone=person.gym.timezone,
    )
