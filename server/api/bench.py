"""The Bench's live answer."""

from collections.abc import Callable
from typing import Any

from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from ninja import Router

from core.documents.bench import Alternative, Bench, SharedBar
from core.documents.plan import NextMinute
from core.session import SessionAsk
from server.api import schemas
from server.api.access import class_of, coach
from server.computing.run import compute
from server.computing.tasks import alternatives_json, bench_json, next_minute_json, shared_bar_json
from server.people.audit import looked
from server.prep.drafts import session_ask
from server.programme.models import Session

router = Router(tags=["bench"])


def _ask(request: HttpRequest, session_id: int, payload: schemas.BenchIn) -> SessionAsk:
    person = coach(request)
    session = get_object_or_404(Session.objects.select_related("gym"), gym_id=person.gym_id, pk=session_id)
    gym_class = class_of(person, payload.class_id) if payload.class_id else None
    return session_ask(session, gym_class, text=payload.text, dials=payload)


@router.post("/sessions/{session_id}/bench", response=Bench)
def live(request: HttpRequest, session_id: int, payload: schemas.BenchIn) -> HttpResponse:
    """Read, derive and plan what is on the page, for the people of one class. Saves nothing."""
    ask = _ask(request, session_id, payload)
    by = coach(request)
    looked(by, [int(person.key) for person in ask.people], "bench", by.gym.today())
    return _computed(request, bench_json, ask)


@router.post("/sessions/{session_id}/next-minute", response=list[NextMinute])
def next_minute(request: HttpRequest, session_id: int, payload: schemas.BenchIn) -> HttpResponse:
    """What one more minute would buy; asked for after the plan, which does not wait for it."""
    return _computed(request, next_minute_json, _ask(request, session_id, payload))


@router.post("/sessions/{session_id}/shared-bar", response=SharedBar)
def shared(request: HttpRequest, session_id: int, payload: schemas.SharedBarIn) -> HttpResponse:
    """Two groups' lifters on one bar: who lifts what when, and which plates move."""
    ask = _ask(request, session_id, payload)
    return _computed(request, shared_bar_json, ask, payload.first, payload.second)


@router.post("/sessions/{session_id}/alternatives", response=list[Alternative])
def swaps(request: HttpRequest, session_id: int, payload: schemas.SwapIn) -> HttpResponse:
    """What could stand in one drill's place, and what each exchange costs."""
    return _computed(request, alternatives_json, _ask(request, session_id, payload), payload.drill)


def _computed(request: HttpRequest, task: Callable[..., bytes], *arguments: Any) -> HttpResponse:
    """What a task writes, as it is: it was made from the document that the schema shows."""
    return HttpResponse(compute(coach(request).gym_id, task, *arguments), content_type="application/json")
