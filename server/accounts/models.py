"""Accounts sign in. What a person is in a gym, and their body, stand in rows of the gym (server.people)."""

from __future__ import annotations

import hashlib
from typing import Any, ClassVar

from django.contrib.auth.models import AbstractBaseUser, BaseUserManager
from django.contrib.auth.password_validation import validate_password
from django.contrib.sessions.base_session import AbstractBaseSession
from django.db import models


class AccountManager(BaseUserManager["Account"]):
    """Makes accounts."""

    def create_user(self, email: str, password: str | None, known_as: str = "", **fields: Any) -> Account:
        """An account with a hashed password, the address in small letters. known_as: the person's name.
        Raises ValidationError for a password that is too easy to guess."""
        account = self.model(email=tidy_email(email), **fields)
        account.known_as = known_as
        account.choose_password(password)
        return account


def tidy_email(email: str) -> str:
    """An address as it is stored and looked for."""
    return email.strip().lower()


class Account(AbstractBaseUser):
    """Who can sign in, in however many gyms they have a row. last_login is what one-time links are bound to;
    mailed_at: when a link was last asked for."""

    email = models.EmailField(unique=True)
    is_active = models.BooleanField(default=True)
    made_at = models.DateTimeField(auto_now_add=True)
    mailed_at = models.DateTimeField(null=True)
    known_as = ""  # the person's name while a password is chosen, which should not be it

    objects = AccountManager()
    USERNAME_FIELD = "email"
    REQUIRED_FIELDS: ClassVar[list[str]] = []

    def choose_password(self, password: str | None) -> None:
        """Save the account with a new password, None: one that opens nothing. Raises ValidationError for one
        that is too easy to guess."""
        if password is not None:
            validate_password(password, self)
        self.set_password(password)
        self.save()


class SignIn(AbstractBaseSession):
    """A device that is signed in, as its session: whose, since when, and when it was last here."""

    account_id = models.BigIntegerField(null=True, db_index=True)
    began_at = models.DateTimeField(null=True)
    seen_at = models.DateTimeField(null=True)
    device = models.CharField(max_length=80, blank=True)

    @classmethod
    def get_session_store_class(cls) -> Any:
        from server.accounts.sessions import SessionStore  # it needs this model

        return SessionStore

    @property
    def handle(self) -> str:
        """A name for it that does not open it."""
        return hashlib.sha256(self.session_key.encode()).hexdigest()[:16]


class DemoMail(models.Model):
    """A mail that left an account's side of the demo, where this table is the mail server."""

    to = models.EmailField()
    subject = models.CharField(max_length=160)
    body = models.TextField()
    sent_at = models.DateTimeField(auto_now_add=True)

    class Meta:
        ordering = ["-pk"]
