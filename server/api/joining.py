"""Ways in: the first run of an installation, and invitations."""

from __future__ import annotations

from django.contrib.auth.models import AnonymousUser
from django.core.exceptions import ValidationError
from django.http import HttpRequest
from ninja import Router, Status

from server.accounts.models import Account
from server.accounts.sign_in import TooManyTries, enter, hashing
from server.api import account_schemas as schemas
from server.api.access import GYM_CHOSEN, forget_rows
from server.api.account import check_csrf, me_of, password_sign_in, wait, weak
from server.api.problems import Problem
from server.api.schemas import role_of
from server.gym.first import is_first_run, make_first_gym
from server.people.invitations import accept, account_with, invitation_of, make_account
from server.people.models import Invitation

router = Router(tags=["joining"])
ENDED = "This invitation opens nothing any more. Ask your coach for a new one."


@router.get("/first-run", auth=None, response=schemas.FirstRun)
def first_run(request: HttpRequest) -> schemas.FirstRun:
    """Whether this installation has no gym yet."""
    return schemas.FirstRun(needed=is_first_run())


@router.post("/first-run", auth=None, response={201: schemas.Me})
def begin(request: HttpRequest, payload: schemas.FirstRunIn) -> Status[schemas.Me]:
    """Make the first gym and its owner, and sign the owner in."""
    check_csrf(request)
    try:
        with hashing():
            person = make_first_gym(
                payload.code, payload.gym.dict(), payload.name, payload.email, payload.password
            )
    except TooManyTries as problem:
        raise wait(problem) from problem
    _enter(request, person.account, person.gym_id)
    return Status(201, me_of(request))


@router.post("/invitation", auth=None, response=schemas.InvitationOut)
def invitation(request: HttpRequest, payload: schemas.LinkIn) -> schemas.InvitationOut:
    """What an invitation offers. A POST: its word stands in no address."""
    row = _opened(payload.token)
    return schemas.InvitationOut(
        gym=row.person.gym.name,
        name=row.person.name,
        email=row.email,
        role=role_of(row.person.role),
        has_account=account_with(row.email) is not None,
    )


@router.post("/invitation/accept", auth=None, response=schemas.Me)
def join(request: HttpRequest, payload: schemas.AcceptIn) -> schemas.Me:
    """Make the invited row one's own: as who has signed in, as the account the address has, or with a new
    one."""
    check_csrf(request)
    row = _opened(payload.token)
    if not payload.agrees:
        raise Problem(422, "Please read it first", "Say that you agree to what is kept of you.", "agrees")
    account = _account(request, row, payload.password)
    person = accept(row, account)
    _enter(request, account, person.gym_id)
    return me_of(request)


def _opened(token: str) -> Invitation:
    row = invitation_of(token)
    if row is None:
        raise Problem(410, "This invitation has ended", ENDED, "token")
    return row


def _account(request: HttpRequest, row: Invitation, password: str) -> Account:
    """Who accepts. Raises Problem."""
    if not password and not isinstance(request.user, AnonymousUser):
        return request.user
    if account_with(row.email):
        return password_sign_in(request, row.email, password)
    try:
        with hashing():
            return make_account(row, password)
    except ValidationError as problem:
        raise weak(problem) from problem
    except TooManyTries as problem:
        raise wait(problem) from problem


def _enter(request: HttpRequest, account: Account | None, gym_id: int) -> None:
    if account is not None:
        enter(request, account)
        request.session[GYM_CHOSEN] = gym_id
        forget_rows(request)
