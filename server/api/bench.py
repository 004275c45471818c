"""The Bench's live answer."""

from django.http import HttpRequest
from ninja import Router

from core.documents.bench import (
    Alternative,
    Bench,
    SharedBar,
    alternative_document,
    bench_document,
    next_minute_documents,
    shared_bar_document,
)
from core.documents.plan import NextMinute
from core.session import SessionAsk, alternatives, share_bar
from server.api import schemas
from server.api.access import class_of, coach, session_of
from server.prep.drafts import session_ask

router = Router(tags=["bench"])


def _ask(request: HttpRequest, session_id: int, payload: schemas.BenchIn) -> SessionAsk:
    person = coach(request)
    session = session_of(person, session_id)
    gym_class = class_of(person, payload.class_id) if payload.class_id else None
    return session_ask(session, gym_class, text=payload.text, dials=payload)


@router.post("/sessions/{session_id}/bench", response=Bench)
def live(request: HttpRequest, session_id: int, payload: schemas.BenchIn) -> Bench:
    """Read, derive and plan what is on the page, for the people of one class. Saves nothing."""
    return bench_document(_ask(request, session_id, payload))


@router.post("/sessions/{session_id}/next-minute", response=list[NextMinute])
def next_minute(request: HttpRequest, session_id: int, payload: schemas.BenchIn) -> list[NextMinute]:
    """What one more minute would buy; asked for after the plan, which does not wait for it."""
    return list(next_minute_documents(_ask(request, session_id, payload)))


@router.post("/sessions/{session_id}/shared-bar", response=SharedBar)
def shared(request: HttpRequest, session_id: int, payload: schemas.SharedBarIn) -> SharedBar:
    """Two groups' lifters on one bar: who lifts what when, and which plates move."""
    return shared_bar_document(share_bar(_ask(request, session_id, payload), payload.first, payload.second))


@router.post("/sessions/{session_id}/alternatives", response=list[Alternative])
def swaps(request: HttpRequest, session_id: int, payload: schemas.SwapIn) -> list[Alternative]:
    """What could stand in one drill's place, and what each exchange costs."""
    ask = _ask(request, session_id, payload)
    return [alternative_document(exchange, ask.catalog) for exchange in alternatives(ask, payload.drill)]
