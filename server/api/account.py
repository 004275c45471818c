"""Signing in and out, getting back in, the devices that are signed in, and who I am."""

from __future__ import annotations

from django.conf import settings
from django.contrib.auth import logout, update_session_auth_hash
from django.core.exceptions import ValidationError
from django.http import Http404, HttpRequest, HttpResponse
from django.middleware.csrf import CsrfViewMiddleware, get_token
from ninja import Router, Status

from server.accounts.links import NEW_PASSWORD, SIGN_IN, choose_new_password, mail_link
from server.accounts.links import account_of as account_of_link
from server.accounts.models import Account, DemoMail
from server.accounts.sessions import end_sign_in, end_sign_ins, sign_ins_of
from server.accounts.sign_in import TooManyTries, enter, hashing
from server.accounts.sign_in import sign_in as signing_in
from server.api import account_schemas as schemas
from server.api.access import GYM_CHOSEN, account_of, rows_of, signed_in
from server.api.problems import Problem
from server.api.schemas import role_of
from server.people.models import Person

router = Router(tags=["account"])
MAILS_SHOWN = 50
WAIT = "Too many tries. Wait a quarter of an hour, then try again."
ENDED = "This link opens nothing any more. Ask for a new one."


def _nothing(request: HttpRequest) -> HttpResponse:
    """Stands for the view, of which the check of a forged request wants nothing."""
    return HttpResponse()


def check_csrf(request: HttpRequest) -> None:
    """What is asked without a session has none to ride on, but a forged request would sign a coach in as
    somebody else."""
    check = CsrfViewMiddleware(_nothing)
    check.process_request(request)
    if check.process_view(request, _nothing, (), {}) is not None:
        raise Problem(403, "Reload the page", "This page is out of date; reload it and sign in again.")


def weak(problem: ValidationError) -> Problem:
    """A password that cannot be taken, at its place."""
    return Problem(422, "Choose another password", " ".join(problem.messages), "password")


def wait(problem: TooManyTries) -> Problem:
    """Too many tries, for now."""
    return Problem(429, "Not now", WAIT, "password")


def password_sign_in(request: HttpRequest, email: str, password: str) -> Account:
    """Sign in, or raise Problem at the password."""
    try:
        account = signing_in(request, email, password)
    except TooManyTries as problem:
        raise wait(problem) from problem
    if account is None:
        raise Problem(401, "Not signed in", "No one here has this address and password.", "password")
    return account


@router.get("/csrf", auth=None)
def csrf(request: HttpRequest) -> dict[str, str]:
    """The token to send back as X-CSRFToken; sets its cookie."""
    return {"token": get_token(request)}


@router.post("/sign-in", auth=None, response=schemas.Me)
def sign_in(request: HttpRequest, payload: schemas.SignIn) -> schemas.Me:
    """Sign in with an address and a password."""
    check_csrf(request)
    password_sign_in(request, payload.email, payload.password)
    return me_of(request)


@router.post("/sign-in/link", auth=None, response={202: None})
def mail_sign_in(request: HttpRequest, payload: schemas.EmailIn) -> Status[None]:
    """Mail a link that signs in once. The answer is the same for an address nobody has."""
    check_csrf(request)
    mail_link(payload.email, SIGN_IN)
    return Status(202, None)


@router.post("/sign-in/link/use", auth=None, response=schemas.Me)
def use_link(request: HttpRequest, payload: schemas.LinkIn) -> schemas.Me:
    """Sign in with a mailed link, once."""
    check_csrf(request)
    account = account_of_link(payload.token, SIGN_IN)
    if account is None:
        raise Problem(410, "This link has ended", ENDED, "token")
    enter(request, account)
    return me_of(request)


@router.post("/password/forgotten", auth=None, response={202: None})
def forgotten(request: HttpRequest, payload: schemas.EmailIn) -> Status[None]:
    """Mail a link to choose a new password. The answer is the same for an address nobody has."""
    check_csrf(request)
    mail_link(payload.email, NEW_PASSWORD)
    return Status(202, None)


@router.post("/password/new", auth=None, response=schemas.Me)
def new_password(request: HttpRequest, payload: schemas.NewPassword) -> schemas.Me:
    """Choose a new password by a mailed link; every other device is signed out."""
    check_csrf(request)
    try:
        with hashing():
            account = choose_new_password(payload.token, payload.password)
    except ValidationError as problem:
        raise weak(problem) from problem
    except TooManyTries as problem:
        raise wait(problem) from problem
    if account is None:
        raise Problem(410, "This link has ended", ENDED, "token")
    enter(request, account)
    return me_of(request)


@router.put("/password", response={204: None})
def change_password(request: HttpRequest, payload: schemas.ChangedPassword) -> Status[None]:
    """Change one's password; every other device is signed out."""
    account = account_of(request)
    if account.has_usable_password():
        password_sign_in(request, account.email, payload.current)
    try:
        with hashing():
            account.choose_password(payload.password)
    except ValidationError as problem:
        raise weak(problem) from problem
    except TooManyTries as problem:
        raise wait(problem) from problem
    update_session_auth_hash(request, account)
    end_sign_ins(account, except_key=request.session.session_key)
    return Status(204, None)


@router.post("/sign-out", response={204: None})
def sign_out(request: HttpRequest) -> Status[None]:
    """Sign out here."""
    logout(request)
    return Status(204, None)


@router.get("/devices", response=list[schemas.Device])
def devices(request: HttpRequest) -> list[schemas.Device]:
    """Where this account is signed in."""
    here = request.session.session_key
    return [
        schemas.Device(
            id=row.handle,
            device=row.device,
            began_at=row.began_at,
            seen_at=row.seen_at,
            this=row.session_key == here,
        )
        for row in sign_ins_of(account_of(request))
    ]


@router.delete("/devices", response={204: None})
def sign_out_everywhere(request: HttpRequest) -> Status[None]:
    """Sign out on every device, this one too."""
    account = account_of(request)
    logout(request)
    end_sign_ins(account)
    return Status(204, None)


@router.delete("/devices/{device_id}", response={204: None})
def sign_out_device(request: HttpRequest, device_id: str) -> Status[None]:
    """Sign out on one device."""
    if not end_sign_in(account_of(request), device_id):
        raise Http404
    return Status(204, None)


@router.get("/me", response=schemas.Me)
def me(request: HttpRequest) -> schemas.Me:
    """Who has signed in."""
    return me_of(request)


@router.post("/gyms/{gym_id}/choose", response=schemas.Me)
def choose_gym(request: HttpRequest, gym_id: int) -> schemas.Me:
    """Open another gym of mine, here and where nothing else is said."""
    row = next((row for row in rows_of(request) if row.gym_id == gym_id), None)
    if row is None:
        raise Http404
    request.session[GYM_CHOSEN] = gym_id
    return _me(request, row)


@router.get("/demo-mail", auth=None, response=list[schemas.Mail])
def demo_mail(request: HttpRequest) -> list[schemas.Mail]:
    """The demo's mail server, for everybody to read; there is none anywhere else."""
    if not settings.DEMO:
        raise Http404
    return [
        schemas.Mail(to=mail.to, subject=mail.subject, body=mail.body, sent_at=mail.sent_at)
        for mail in DemoMail.objects.all()[:MAILS_SHOWN]
    ]


def me_of(request: HttpRequest) -> schemas.Me:
    """Who has signed in, in the gym this request is for."""
    return _me(request, signed_in(request))


def _me(request: HttpRequest, person: Person) -> schemas.Me:
    return schemas.Me(
        id=person.pk,
        name=person.name,
        email=account_of(request).email,
        role=role_of(person.role),
        coaches=person.coaches,
        owns=person.owns,
        gym=person.gym.name,
        gym_id=person.gym_id,
        gyms=[
            schemas.GymOfMine(id=row.gym_id, name=row.gym.name, role=role_of(row.role))
            for row in rows_of(request)
        ],
        timezone=person.gym.timezone,
        unit="lb" if (person.unit or person.gym.unit) == "lb" else "kg",
        demo=settings.DEMO,
    )
