"""The floor: the clock of a class, who may move it, and the screens on the wall.

A screen has a cookie of its own; it sees its gym's floor and moves its clocks, and nothing else of the gym.
"""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.views.decorators.csrf import ensure_csrf_cookie
from ninja import Router, Status
from ninja.decorators import decorate_view
from ninja.security import APIKeyCookie, django_auth

from core.floor.kept import Ran as RanValue
from core.floor.values import Order
from server.accounts.sign_in import address_of
from server.api import floor_schemas as schemas
from server.api.access import GYM_HEADER, class_of, coach, owner, person_of
from server.api.problems import Problem, stale_problem
from server.floor import running, screens, setting
from server.floor.live import now_ms
from server.floor.models import Aside, Run, RunOrder, Screen
from server.floor.running import Party
from server.floor.shown import floor_of, run_shown
from server.gym.models import Gym
from server.people.audit import looked
from server.programme.models import GymClass
from server.versions import Stale

SCREEN_COOKIE = "chalk_screen"
SCREEN_DAYS = 400  # as long as browsers keep one


class ScreenCookie(APIKeyCookie):
    """A screen that a coach let in."""

    param_name = SCREEN_COOKIE

    def authenticate(self, request: HttpRequest, key: str | None) -> Screen | None:
        screen = screens.screen_by(key) if key else None
        if screen is None or screen.gym_id is None:
            return None
        screens.note_seen(screen)
        return screen


router = Router(tags=["floor"])
EITHER = [ScreenCookie(), django_auth]


def party(request: HttpRequest) -> Party:
    """Who asks: a screen of the gym, or a coach of it. Who names a gym is a coach, also on a device that is a
    screen as well."""
    asks: Any = request.auth  # type: ignore[attr-defined]  # by ninja
    named = request.headers.get(GYM_HEADER)
    if not named and isinstance(asks, Screen) and asks.gym_id is not None:
        return Party(asks.gym_id, None, asks)
    by = coach(request)
    return Party(by.gym_id, by)


def run_of(by: Party, run_id: int) -> Run:
    """A run of the gym, or not found."""
    rows = Run.objects.select_related("gym_class__session__gym")
    found: Run = get_object_or_404(rows, pk=run_id, gym_class__session__gym_id=by.gym_id)
    return found


def class_here(by: Party, class_id: int) -> GymClass:
    """A class of the gym, or not found."""
    rows = GymClass.objects.filter(session__gym_id=by.gym_id).select_related("session__gym", "coach")
    found: GymClass = get_object_or_404(rows, pk=class_id)
    return found


@router.get("/floor/time", response=schemas.TimeOut, auth=None)
def time(request: HttpRequest) -> schemas.TimeOut:
    """The server's clock, for whoever sets theirs by it."""
    return schemas.TimeOut(ms=now_ms())


@router.get("/floor", response=schemas.LiveFloor, auth=EITHER)
def floor(request: HttpRequest) -> schemas.LiveFloor:
    """The classes near now and how their clocks stand."""
    by = party(request)
    running.end_forgotten(by.gym_id)
    return schemas.LiveFloor(floor=floor_of(Gym.objects.get(pk=by.gym_id)), stream=settings.LIVE)


@router.post("/floor/classes/{class_id}/start", response=schemas.PressedOut, auth=EITHER)
def start(request: HttpRequest, class_id: int, payload: schemas.StartIn) -> schemas.PressedOut:
    """Run a class's prep; the run that is on when there is one."""
    by = party(request)
    run = running.start_run(by, class_here(by, class_id), payload.key, payload.ends_ms)
    return _out(run, ["done"])


@router.get("/floor/runs/{run_id}/orders/{version}", response=Order, auth=EITHER)
def order(request: HttpRequest, run_id: int, version: schemas.Version) -> Order:
    """One version of what a run runs. It never changes."""
    run = run_of(party(request), run_id)
    found: RunOrder = get_object_or_404(RunOrder.objects.all(), run=run, version=version)
    return found.value


@router.post("/floor/runs/{run_id}/press", response=schemas.PressedOut, auth=EITHER)
def press(request: HttpRequest, run_id: int, payload: schemas.PressedIn) -> schemas.PressedOut:
    """Move a clock. A key that came before does nothing again."""
    by = party(request)
    run_of(by, run_id)
    commands = [one.command() for one in payload.commands]
    moved = running.press(by, run_id, commands, alone_since=payload.alone_since)
    return _out(moved.run, moved.outcomes)


@router.post("/floor/runs/{run_id}/shorten", response=schemas.ShortenOut, auth=EITHER)
def shorten(request: HttpRequest, run_id: int, payload: schemas.ShortenIn) -> schemas.ShortenOut:
    """End what runs at a time: what goes for it, and, when it is taken, the run without."""
    by = party(request)
    run = run_of(by, run_id)
    short = running.shorten(by, run, payload.key, payload.ends_ms, take=payload.take)
    if short is None:
        raise Problem(409, "Over", "Nothing of this section is left to shorten.", "ends_ms")
    return schemas.ShortenOut(
        gone=list(short.gone),
        shorter=list(short.shorter),
        left_s=short.left_s,
        over_s=short.over_s,
        run=_shown(run),
    )


@router.post("/floor/runs/{run_id}/asides/{aside_id}", response=schemas.PressedOut)
def settle(request: HttpRequest, run_id: int, aside_id: int, payload: schemas.SettleIn) -> schemas.PressedOut:
    """Say whether what a screen did without a network holds."""
    by = party(request)
    run = run_of(by, run_id)
    get_object_or_404(Aside.objects.filter(run=run), pk=aside_id)
    return _out(running.settle(by, run_id, aside_id, payload.take), ["done"])


@router.post("/floor/runs/{run_id}/late", response=schemas.PressedOut)
def late(request: HttpRequest, run_id: int, payload: schemas.LateIn) -> schemas.PressedOut:
    """Place somebody of the roster who came late."""
    by = coach(request)
    here = Party(by.gym_id, by)
    run_of(here, run_id)
    person = person_of(by, payload.person)
    return _out(running.place_latecomer(here, run_id, person), ["done"])


@router.get("/floor/runs/{run_id}/who", response=schemas.WhoOut)
def who(request: HttpRequest, run_id: int) -> schemas.WhoOut:
    """Who does which drill another way: for coaches."""
    by = coach(request)
    run = run_of(Party(by.gym_id, by), run_id)
    if run.ended_ms is not None:
        return schemas.WhoOut(ways=(), late=[])
    there = {member.id for member in run.order_of(run.clock.order).members}
    ways = running.who_does_what(run)
    looked(by, {way.member for row in ways for way in row.ways}, "floor", by.gym.today())
    coming = run.gym_class.people.exclude(pk__in=there).order_by("name")
    return schemas.WhoOut(
        ways=ways,
        late=[schemas.PersonName(id=one.pk, name=one.name) for one in coming],
    )


@router.get("/classes/{class_id}/ran", response=list[schemas.RanOut])
def ran(request: HttpRequest, class_id: int) -> list[schemas.RanOut]:
    """What became of the drills of a class, run by run."""
    gym_class = class_of(coach(request), class_id)
    runs = gym_class.runs.exclude(ended_ms=None).select_related("started_by").prefetch_related("ran")
    return [
        schemas.RanOut(
            id=run.pk,
            started_ms=run.started_ms,
            ended_ms=run.ended_ms or 0,
            by=run.started_by.name if run.started_by else "",
            rows=[RanValue.of(row, phase=row.phase or None) for row in run.ran.all()],
        )
        for run in runs
    ]


@router.get("/floor/classes/{class_id}/set-out", response=schemas.SetOutOut)
def get_set_out(request: HttpRequest, class_id: int) -> schemas.SetOutOut:
    """What to put where before the class."""
    return _set_out(class_of(coach(request), class_id))


@router.get("/floor/classes/{class_id}/set-out/ticks", response=list[schemas.Ticked])
def ticks(request: HttpRequest, class_id: int) -> list[schemas.Ticked]:
    """What of a class's set-out stands; nothing is worked out for it."""
    return _ticked(class_of(coach(request), class_id))


@router.post("/floor/classes/{class_id}/set-out/tick", response=list[schemas.Ticked])
def tick(request: HttpRequest, class_id: int, payload: schemas.TickIn) -> list[schemas.Ticked]:
    """Tick something off, or take the tick back."""
    by = coach(request)
    gym_class = class_of(by, class_id)
    setting.tick(by, gym_class, payload.key, payload.on)
    return _ticked(gym_class)


@router.get("/gym/plan", response=schemas.PlanOut)
def plan(request: HttpRequest) -> schemas.PlanOut:
    """The gym from above."""
    return _plan(setting.plan_of(coach(request).gym))


@router.put("/gym/plan", response=schemas.PlanOut)
def draw(request: HttpRequest, payload: schemas.PlanIn) -> schemas.PlanOut:
    """Keep the gym's plan as its owner drew it."""
    by = owner(request)
    try:
        return _plan(setting.draw_plan(by, payload.plan, payload.version))
    except Stale as stale:
        stands = _plan(setting.plan_of(by.gym))
        raise stale_problem(stale, stands, payload.plan.json_value()) from stale


def _plan(drawn: setting.Drawn) -> schemas.PlanOut:
    return schemas.PlanOut(plan=drawn.plan, version=drawn.version)


def _set_out(gym_class: GymClass) -> schemas.SetOutOut:
    session = gym_class.session
    return schemas.SetOutOut(
        class_id=gym_class.pk,
        title=session.title,
        starts_ms=round(gym_class.starts_at.timestamp() * 1000),
        timezone=session.gym.timezone,
        heads=gym_class.people.count(),
        set_out=setting.set_out_of(gym_class),
        ticked=_ticked(gym_class),
        plan=setting.plan_of(session.gym).plan,
    )


def _ticked(gym_class: GymClass) -> list[schemas.Ticked]:
    rows = gym_class.ticks.select_related("by").order_by("pk")
    return [schemas.Ticked(key=one.key, by=one.by.name if one.by else "") for one in rows]


@router.get("/floor/screen", response=schemas.PairOut, auth=None)
@decorate_view(ensure_csrf_cookie)
def screen(request: HttpRequest) -> schemas.PairOut:
    """Where the screen that asks stands."""
    found = screens.screen_by(request.COOKIES.get(SCREEN_COOKIE, ""))
    return screen_out(found) if found else schemas.PairOut(state="none")


@router.post("/floor/screen", response=schemas.PairOut, auth=None)
def pair(request: HttpRequest, response: HttpResponse) -> schemas.PairOut:
    """Ask to be let in: a code to show, and a cookie that only this screen has."""
    found = screens.screen_by(request.COOKIES.get(SCREEN_COOKIE, ""))
    if found is not None:
        return screen_out(found)
    try:
        made, secret = screens.ask_to_pair(address_of(request))
    except screens.NotPaired as full:
        raise Problem(429, "Too many screens", str(full), "screen") from full
    response.set_cookie(
        SCREEN_COOKIE,
        secret,
        max_age=SCREEN_DAYS * 86400,
        path="/",
        secure=settings.SECURE,
        httponly=True,
        samesite="Strict",
    )
    return schemas.PairOut(state="waiting", code=made.code)


def screen_out(found: Screen) -> schemas.PairOut:
    """How a screen stands."""
    if found.gym is None:
        return schemas.PairOut(state="waiting", code=found.code)
    return schemas.PairOut(state="in", gym=found.gym.name, name=found.name)


@router.get("/floor/screens", response=list[schemas.ScreenOut])
def gym_screens(request: HttpRequest) -> list[schemas.ScreenOut]:
    """The screens that see this gym's floor."""
    by = coach(request)
    rows = by.gym.screens.select_related("approved_by").order_by("approved_at")
    return [_screen(one) for one in rows]


@router.post("/floor/screens", response={201: schemas.ScreenOut})
def let_in(request: HttpRequest, payload: schemas.ApproveIn) -> Status[schemas.ScreenOut]:
    """Let the screen that shows a code in."""
    return Status(201, _screen(screens.approve(coach(request), payload.code, payload.name)))


@router.delete("/floor/screens/{screen_id}", response={204: None})
def take_off(request: HttpRequest, screen_id: int) -> Status[None]:
    """Take a screen off."""
    screens.unpair(coach(request), screen_id)
    return Status(204, None)


def _screen(row: Screen) -> schemas.ScreenOut:
    return schemas.ScreenOut(
        id=row.pk,
        name=row.name,
        approved_at=row.approved_at or row.asked_at,
        approved_by=row.approved_by.name if row.approved_by else "",
        seen_at=row.seen_at,
    )


def _shown(run: Run) -> Any:
    if run.ended_ms is not None:
        return None
    return run_shown(run, list(run.asides.filter(settled_ms=None)))


def _out(run: Run, outcomes: list[Any]) -> schemas.PressedOut:
    return schemas.PressedOut(run=_shown(run), outcomes=outcomes, at_ms=now_ms())
