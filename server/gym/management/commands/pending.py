"""Exit 0 when the database answers and is of this version; else 1, and say what there is to do."""

from argparse import ArgumentParser
from typing import Any

from django.core.management.base import BaseCommand
from django.db import OperationalError

from server.health import foreign_migrations, pending_migrations


class Command(BaseCommand):
    help = "Say whether the database has to be migrated first"
    requires_system_checks = ()

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument(
            "--other-version", action="store_true", help="only whether another version made the database"
        )

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            foreign = foreign_migrations()
            pending = [] if foreign or options["other_version"] else pending_migrations()
        except OperationalError as problem:
            said = str(problem).strip().splitlines()[0]
            self.stdout.write(f"the database of CHALK_DATABASE_URL cannot be used: {said}")
            raise SystemExit(1) from None
        if foreign:
            self.stdout.write(
                "the database was made by another version of Dusty Chalk, which this one cannot use"
            )
            raise SystemExit(1)
        if pending:
            names = ", ".join(pending)
            self.stdout.write(
                f"the database is not of this version; pending: {names}.\n  Run:  ./chalk migrate"
            )
            raise SystemExit(1)
