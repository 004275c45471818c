"""Gyms and invitations from the command line, for whoever runs the server."""

import json
from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand, CommandError
from django.db import transaction

from core.errors import Refused
from server.accounts.links import SIGN_IN, link_for
from server.accounts.models import tidy_email
from server.gym.first import first_address, is_first_run, make_gym
from server.gym.models import Gym
from server.people.invitations import account_with, send_invitation
from server.people.models import Person
from server.whole.bring import bring_gym
from server.whole.write import gym_document


class Command(BaseCommand):
    help = "Make a gym with its owner, invite somebody, or make a link that signs an account in once"
    requires_system_checks = ()

    def add_arguments(self, parser: ArgumentParser) -> None:
        kinds = parser.add_subparsers(dest="kind", required=True)
        create = kinds.add_parser("create", help="a gym and its owner, who is invited")
        create.add_argument("name", help="the gym's name")
        create.add_argument("--owner", required=True, help="the owner's name")
        create.add_argument("--email", required=True, help="the owner's address")
        create.add_argument("--place", default="")
        create.add_argument("--zone", default="UTC", help="time zone, such as Europe/Dublin")
        create.add_argument("--unit", default="kg", choices=["kg", "lb"])
        invite = kinds.add_parser("invite", help="somebody to a gym")
        invite.add_argument("email")
        invite.add_argument("--gym", help="its name or number; not needed while there is one")
        invite.add_argument("--name", help="of somebody who is not on the roster yet")
        invite.add_argument("--role", default="member", choices=Person.Role.values)
        export = kinds.add_parser("export", help="a gym as one JSON file")
        export.add_argument("file")
        export.add_argument("--gym", help="its name or number; not needed while there is one")
        bring = kinds.add_parser("import", help="a gym from its file, new here, without accounts")
        bring.add_argument("file")
        kinds.add_parser("first", help="where the first gym is made; nothing once there is one")
        link = kinds.add_parser("link", help="a link that signs an account in once")
        link.add_argument("email")

    @transaction.atomic
    def handle(self, *args: Any, **options: Any) -> None:
        try:
            said = getattr(self, f"_{options['kind']}")(options)
        except Refused as problem:
            raise CommandError(str(problem)) from problem
        if said:
            self.stdout.write(said)

    @staticmethod
    def _create(options: dict[str, Any]) -> str:
        fields = {
            "name": options["name"],
            "place": options["place"],
            "timezone": options["zone"],
            "unit": options["unit"],
        }
        owner = make_gym(fields, options["owner"], options["email"], password=None)
        made = f"{owner.gym.name} stands (number {owner.gym_id})."
        if owner.account_id:
            return f"{made} {owner.name} signs in as {owner.email}."
        return f"{made} {owner.name} joins within two weeks at\n{send_invitation(None, owner).link}"

    def _invite(self, options: dict[str, Any]) -> str:
        gym = self._gym(options["gym"])
        email = tidy_email(options["email"])
        person = gym.people.filter(email=email).first()
        if person is None:
            if not options["name"]:
                raise CommandError(f"Nobody in {gym.name} has this address; give --name for a new person.")
            person = Person(gym=gym, name=options["name"].strip(), email=email, role=options["role"])
            person.full_clean(exclude=["account"])
            person.save()
        return f"{person.name} joins {gym.name} within two weeks at\n{send_invitation(None, person).link}"

    def _export(self, options: dict[str, Any]) -> str:
        gym = self._gym(options["gym"])
        text = json.dumps(gym_document(gym), indent=1, ensure_ascii=False)
        try:
            Path(options["file"]).write_text(text + "\n", encoding="utf-8")
        except OSError as problem:
            raise CommandError(f"{options['file']} cannot be written: {problem.strerror}") from problem
        return f"{gym.name} is in {options['file']}. It holds health data: keep it as safe as the database."

    @staticmethod
    def _import(options: dict[str, Any]) -> str:
        try:
            document = json.loads(Path(options["file"]).read_text(encoding="utf-8"))
        except OSError as problem:
            raise CommandError(f"{options['file']} cannot be read: {problem.strerror}") from problem
        except ValueError as problem:
            raise CommandError(f"{options['file']} is no JSON: {problem}") from problem
        gym = bring_gym(document)
        people = gym.people.count()
        return f"{gym.name} stands (number {gym.pk}), with {people} people; invite who signs in."

    @staticmethod
    def _first(options: dict[str, Any]) -> str:
        return f"There is no gym yet. Make the first one at\n{first_address()}" if is_first_run() else ""

    @staticmethod
    def _link(options: dict[str, Any]) -> str:
        account = account_with(options["email"])
        if account is None:
            raise CommandError("Nobody has an account with this address.")
        return f"This signs {account.email} in, once, for a quarter of an hour:\n{link_for(account, SIGN_IN)}"

    @staticmethod
    def _gym(named: str | None) -> Gym:
        gyms = list(Gym.objects.order_by("pk"))
        if named:
            gyms = [gym for gym in gyms if named in (str(gym.pk), gym.name)]
        if len(gyms) != 1:
            names = ", ".join(f"{gym.name} ({gym.pk})" for gym in gyms) or "none"
            raise CommandError(f"Say which gym with --gym: {names}.")
        return gyms[0]
