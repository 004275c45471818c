"""The Bench's live answer."""

from django.http import HttpRequest
from ninja import Router

from server.api import bench_schemas, schemas
from server.api.access import class_of, coach, session_of
from server.prep.bench import BenchInput, alternatives, bench_view, shared_view
from server.prep.drafts import DIALS, bench_input

router = Router(tags=["bench"])


def _asked(request: HttpRequest, session_id: int, payload: schemas.BenchIn) -> BenchInput:
    person = coach(request)
    session = session_of(person, session_id)
    gym_class = class_of(person, payload.class_id) if payload.class_id else None
    return bench_input(
        session, gym_class, text=payload.text, **{dial: getattr(payload, dial) for dial in DIALS}
    )


@router.post("/sessions/{session_id}/bench", response=bench_schemas.BenchOut)
def live(request: HttpRequest, session_id: int, payload: schemas.BenchIn):
    """Read, derive and plan what is on the page, for the people of one class. Saves nothing."""
    return bench_view(_asked(request, session_id, payload))


@router.post("/sessions/{session_id}/shared-bar", response=bench_schemas.SharedBarOut)
def shared(request: HttpRequest, session_id: int, payload: schemas.SharedBarIn):
    """Two groups' lifters on one bar: who lifts what when, and which plates move."""
    return shared_view(_asked(request, session_id, payload), payload.first, payload.second)


@router.post("/sessions/{session_id}/alternatives", response=list[bench_schemas.AlternativeOut])
def swaps(request: HttpRequest, session_id: int, payload: schemas.SwapIn):
    """What could stand in one drill's place, and what each exchange costs."""
    return alternatives(_asked(request, session_id, payload), payload.drill)
