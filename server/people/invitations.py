"""Inviting somebody to make their row theirs, and making it so."""

from __future__ import annotations

import base64
import datetime
import hashlib
from typing import NamedTuple

from django.conf import settings
from django.core.exceptions import ValidationError
from django.db import transaction
from django.utils import timezone
from django.utils.crypto import salted_hmac

from core.errors import Refused
from server.accounts.mail import mailing, send
from server.accounts.models import Account, tidy_email
from server.people.models import Invitation, Person

HOLDS = datetime.timedelta(days=14)


class NotInvited(Refused):
    """Nobody can be invited so; ``field`` names what is at fault."""


class Invited(NamedTuple):
    """An invitation, and its link, which nothing tells again."""

    invitation: Invitation
    link: str


@transaction.atomic
def invite(by: Person, person: Person, email: str = "") -> Invited:
    """Send a link to a person's address (a new one is kept); an earlier one opens nothing any more.

    Raises NotInvited for somebody who has an account or no address, and PermissionError for anyone but a
    coach of the gym; coaches are invited by an owner.
    """
    if not by.coaches_in(person.gym_id) or (person.coaches and not by.owns):
        raise PermissionError("Coaches invite members of their gym, owners also coaches.")
    return send_invitation(by, person, email)


def send_invitation(by: Person | None, person: Person, email: str = "") -> Invited:
    """Invite, whoever asked it: nobody, for the command line."""
    if person.account_id:
        raise NotInvited("email", f"{person.name} has an account here already.")
    if person.left_at:
        raise NotInvited("email", f"{person.name} has left; take them back first.")
    address = tidy_email(email) or person.email
    if not address:
        raise NotInvited("email", f"{person.name} has no address yet; write one down first.")
    if address != person.email:
        person.email = address
        try:
            person.full_clean(exclude=["account", "gym"])
        except ValidationError as problem:
            raise NotInvited("email", " ".join(problem.messages)) from problem
        person.save(update_fields=["email"])
    person.invitations.filter(used_at=None, ended_at=None).update(ended_at=timezone.now())
    until = timezone.now() + HOLDS
    word = _word_of(person.pk, until)
    invitation = Invitation.objects.create(
        person=person, by=by, email=address, digest=_digest(word), until=until
    )
    mail_invitation(invitation_id=invitation.pk)
    return Invited(invitation, _link(word))


@mailing
def mail_invitation(invitation_id: int) -> None:
    """Send an invitation's link, if it still opens anything."""
    row = Invitation.objects.select_related("person__gym", "by").filter(pk=invitation_id).first()
    if row is None or not row.opens:
        return
    said = f"{row.by.name} invites you" if row.by else "You are invited"
    link = _link(_word_of(row.person_id, row.until))
    send(
        row.email,
        "An invitation to your gym's prep",
        f"{said} to {row.person.gym.name}.\n\nOpen this link within two weeks to join:\n\n{link}\n",
    )


def _word_of(person_id: int, until: datetime.datetime) -> str:
    """The word of an invitation's link: only this installation's secret tells it, so that it need stand
    nowhere until it is sent."""
    told = f"{person_id} {until.astimezone(datetime.UTC).isoformat()}"
    word = salted_hmac("an invitation's word", told, algorithm="sha256").digest()
    return base64.urlsafe_b64encode(word[:24]).decode()


def _link(word: str) -> str:
    return f"{settings.ADDRESS}/join#{word}"


def _digest(word: str) -> str:
    return hashlib.sha256(word.encode()).hexdigest()


def invitation_of(word: str) -> Invitation | None:
    """The invitation a link's word opens; None when it opens nothing (any more)."""
    row = Invitation.objects.select_related("person__gym").filter(digest=_digest(word)).first()
    return row if row and row.opens and row.person.left_at is None else None


def account_with(email: str) -> Account | None:
    """Whose address it is."""
    return Account.objects.filter(email=tidy_email(email)).first()


@transaction.atomic
def accept(invitation: Invitation, account: Account) -> Person:
    """Make the row the account's. Raises NotInvited when that account is somebody else in the gym already,
    or the invitation was used meanwhile."""
    row = Invitation.objects.select_for_update().get(pk=invitation.pk)
    person = Person.objects.select_for_update().get(pk=row.person_id)
    if not row.opens or person.account_id:
        raise NotInvited("token", "This invitation was used already.")
    if Person.objects.filter(gym_id=person.gym_id, account=account).exists():
        raise NotInvited("token", "You are in this gym already, by another name on its roster.")
    row.used_at = timezone.now()
    row.save(update_fields=["used_at"])
    person.account, person.consented_at = account, timezone.now()
    person.save(update_fields=["account", "consented_at"])
    return person


@transaction.atomic
def make_account(invitation: Invitation, password: str) -> Account:
    """A new account with the invited address. Raises ValidationError for an easy password."""
    return Account.objects.create_user(invitation.email, password, known_as=invitation.person.name)
