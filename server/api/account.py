"""Signing in and out, who I am, and what the shelf is called."""

from typing import get_args

from django.conf import settings
from django.contrib.auth import logout
from django.http import HttpRequest, HttpResponse
from django.middleware.csrf import CsrfViewMiddleware, get_token
from ninja import Router, Status

from core.catalog.own import OWN_PREFIX
from core.catalog.rows import PHASES, ClockKind, Style
from core.documents.sheet import DemandName
from core.prep.settings import MAX_MINUTES, MIN_MINUTES
from server.api import schemas
from server.api.access import signed_in
from server.api.problems import Problem
from server.people.models import Person
from server.people.sign_in import TooManyTries
from server.people.sign_in import sign_in as signing_in
from server.shelf.actions import vocabulary_of

router = Router(tags=["account"])


def _nothing(request: HttpRequest) -> HttpResponse:
    """Stands for the view, of which the check of a forged request wants nothing."""
    return HttpResponse()


def _check_csrf(request: HttpRequest) -> None:
    """Signing in has no session to ride on, but a forged one would sign a coach in as somebody else."""
    check = CsrfViewMiddleware(_nothing)
    check.process_request(request)
    if check.process_view(request, _nothing, (), {}) is not None:
        raise Problem(403, "Reload the page", "This page is out of date; reload it and sign in again.")


@router.get("/csrf", auth=None)
def csrf(request: HttpRequest) -> dict[str, str]:
    """The token to send back as X-CSRFToken; sets its cookie."""
    return {"token": get_token(request)}


@router.post("/sign-in", auth=None, response=schemas.Me)
def sign_in(request: HttpRequest, payload: schemas.SignIn) -> schemas.Me:
    """Sign in with an address and a password."""
    _check_csrf(request)
    try:
        person = signing_in(request, payload.email, payload.password)
    except TooManyTries as wait:
        detail = "Too many tries. Wait a quarter of an hour, then try again."
        raise Problem(429, "Not now", detail, "password") from wait
    if person is None:
        raise Problem(401, "Not signed in", "No one here has this address and password.", "password")
    return _me(person)


@router.post("/sign-out", response={204: None})
def sign_out(request: HttpRequest) -> Status[None]:
    """Sign out here."""
    logout(request)
    return Status(204, None)


@router.get("/me", response=schemas.Me)
def me(request: HttpRequest) -> schemas.Me:
    """Who has signed in."""
    return _me(signed_in(request))


@router.get("/shelf", response=schemas.Shelf)
def shelf(request: HttpRequest) -> schemas.Shelf:
    """Methods, movements and demands by name."""
    catalog = vocabulary_of(signed_in(request).gym).catalog
    return schemas.Shelf(
        methods=[
            schemas.MethodOut(
                id=row.id,
                name=row.name,
                belief=row.belief,
                differ=row.differ,
                own=row.id.startswith(OWN_PREFIX),
            )
            for row in catalog.methods.values()
        ],
        movements=[schemas.MovementOut(id=row.id, name=row.name) for row in catalog.movements.values()],
        demands={row.id: DemandName.of(row) for row in catalog.demands.values()},
        min_minutes=MIN_MINUTES,
        max_minutes=MAX_MINUTES,
        choices=schemas.Choices(phases=PHASES, styles=get_args(Style), clocks=get_args(ClockKind)),
    )


def _me(person: Person) -> schemas.Me:
    return schemas.Me(
        id=person.pk,
        name=person.name,
        email=person.email,
        role=schemas.role_of(person.role),
        coaches=person.coaches,
        gym=person.gym.name,
        timezone=person.gym.timezone,
        demo=settings.DEMO,
    )
