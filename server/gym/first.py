"""A gym's beginning: its owner, and the code that only whoever started the server has seen."""

from __future__ import annotations

import hmac

from django.conf import settings
from django.core.exceptions import ValidationError
from django.db import connection, transaction
from django.utils import timezone
from django.utils.crypto import salted_hmac

from core.errors import Refused
from server.accounts.models import Account, tidy_email
from server.gym.models import Gym
from server.people.models import Person, set_fields

CODE_LETTERS = 12
FIRST_LOCK = 0x66697273  # an advisory lock of PostgreSQL: two first runs at once make one gym


class NotMade(Refused):
    """A gym that cannot be made so; ``field`` names what is at fault."""


def first_code() -> str:
    """What is printed where the server is started, and asked for before there is a gym. It follows from the
    server's secret."""
    return salted_hmac("chalk.first-run", "1", algorithm="sha256").hexdigest()[:CODE_LETTERS]


def is_first_run() -> bool:
    """Whether there is no gym yet."""
    return not Gym.objects.exists()


def first_address() -> str:
    """Where the first gym is made."""
    return f"{settings.ADDRESS}/first-run#{first_code()}"


@transaction.atomic
def make_first_gym(code: str, gym: dict[str, str], name: str, email: str, password: str) -> Person:
    """The first gym and its owner, with an account. Raises NotMade when there is one already, for a wrong
    code, and for a field that cannot be."""
    with connection.cursor() as cursor:
        cursor.execute("select pg_advisory_xact_lock(%s)", [FIRST_LOCK])
    if not is_first_run():
        raise NotMade("code", "This installation has its gym already; sign in, or ask its owner.")
    if not hmac.compare_digest(code.strip().lower().encode(), first_code().encode()):
        raise NotMade("code", "This is not the code that was printed where the server was started.")
    return make_gym(gym, name, email, password)


@transaction.atomic
def make_gym(gym: dict[str, str], name: str, email: str, password: str | None) -> Person:
    """A gym and its owner. password: of a new account; None for an owner who is yet to be invited, or who
    has an account already. Raises NotMade naming the field that cannot be."""
    made = Gym()
    _set(made, gym, "gym")
    made.save()
    account = Account.objects.filter(email=tidy_email(email)).first()
    if account is None and password is not None:
        account = _account(email, password, name)
    person = Person(gym=made, role=Person.Role.OWNER, account=account)
    _set(person, {"name": name.strip(), "email": tidy_email(email)}, "owner")
    person.consented_at = timezone.now() if account else None
    person.save()
    return person


def _account(email: str, password: str, name: str) -> Account:
    try:
        return Account.objects.create_user(email, password, known_as=name)
    except ValidationError as problem:
        raise NotMade("password", " ".join(problem.messages)) from problem


def _set(row: Gym | Person, fields: dict[str, str], of: str) -> None:
    try:
        set_fields(row, fields)
    except ValidationError as problem:
        field, said = next(iter(problem.message_dict.items()))
        raise NotMade(f"{of}.{field}", " ".join(said)) from problem
