"""Who else has a session open."""

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from ninja import Router, Status

from server.api import schemas
from server.api.access import coach
from server.people.models import Person
from server.programme.models import Session
from server.programme.presence import ASK_AGAIN_S, say_gone, say_here

router = Router(tags=["programme"])


@router.put("/sessions/{session_id}/here/{tab}", response=schemas.Here)
def here(request: HttpRequest, session_id: int, tab: schemas.Tab) -> schemas.Here:
    """A page says that it is open on a session, and hears who else has it open and how far it is."""
    by = coach(request)
    session = _session(by, session_id)
    return schemas.Here(others=say_here(by, session, tab), version=session.version, again_s=ASK_AGAIN_S)


@router.delete("/sessions/{session_id}/here/{tab}", response={204: None})
def gone(request: HttpRequest, session_id: int, tab: schemas.Tab) -> Status[None]:
    """The page was left."""
    by = coach(request)
    say_gone(by, _session(by, session_id), tab)
    return Status(204, None)


def _session(by: Person, session_id: int) -> Session:
    rows = Session.objects.filter(gym_id=by.gym_id).only("gym_id", "version")
    return get_object_or_404(rows, pk=session_id)
