"""Signing in and out, who I am, and what the shelf is called."""

from django.conf import settings
from django.contrib.auth import authenticate, login, logout
from django.http import HttpRequest
from django.middleware.csrf import CsrfViewMiddleware, get_token
from ninja import Router, Status

from core.prep.settings import MAX_MINUTES, MIN_MINUTES
from server.api import schemas
from server.api.problems import Problem
from server.shelf.actions import vocabulary_of

router = Router(tags=["account"])


def _check_csrf(request: HttpRequest) -> None:
    """Signing in has no session to ride on, but a forged one would sign a coach in as somebody else."""
    check = CsrfViewMiddleware(lambda _: None)
    check.process_request(request)
    if check.process_view(request, None, (), {}) is not None:
        raise Problem(403, "Reload the page", "This page is out of date; reload it and sign in again.")


@router.get("/csrf", auth=None)
def csrf(request: HttpRequest) -> dict[str, str]:
    """The token to send back as X-CSRFToken; sets its cookie."""
    return {"token": get_token(request)}


@router.post("/sign-in", auth=None, response=schemas.Me)
def sign_in(request: HttpRequest, payload: schemas.SignIn):
    _check_csrf(request)
    person = authenticate(request, username=payload.email.strip().lower(), password=payload.password)
    if person is None:
        raise Problem(401, "Not signed in", "No one here has this address and password.", "password")
    login(request, person)
    return _me(person)


@router.post("/sign-out", response={204: None})
def sign_out(request: HttpRequest):
    logout(request)
    return Status(204, None)


@router.get("/me", response=schemas.Me)
def me(request: HttpRequest):
    return _me(request.user)


@router.get("/shelf", response=schemas.Shelf)
def shelf(request: HttpRequest):
    """Methods, movements and demands by name."""
    catalog = vocabulary_of(request.user.gym).catalog
    return {
        "methods": [
            {
                "id": row.id,
                "name": row.name,
                "belief": row.belief,
                "differ": row.differ,
                "own": row.id.startswith("own-"),
            }
            for row in catalog.methods.values()
        ],
        "movements": [{"id": row.id, "name": row.name} for row in catalog.movements.values()],
        "demands": {
            row.id: {"name": row.name, "plain": row.plain, "kind": row.kind}
            for row in catalog.demands.values()
        },
        "min_minutes": MIN_MINUTES,
        "max_minutes": MAX_MINUTES,
    }


def _me(person) -> dict:
    return {
        "id": person.pk,
        "name": person.name,
        "email": person.email,
        "role": person.role,
        "coaches": person.coaches,
        "gym": person.gym.name,
        "demo": settings.DEMO,
    }
