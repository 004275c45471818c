"""Exit 0 when the database answers and is of this version; else 1, and say what there is to do."""

from typing import Any

from django.core.management.base import BaseCommand
from django.db import OperationalError

from server.health import pending_migrations


class Command(BaseCommand):
    help = "Say whether the database has to be migrated first"
    requires_system_checks = ()

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            pending = pending_migrations()
        except OperationalError as problem:
            said = str(problem).strip().splitlines()[0]
            self.stdout.write(f"the database of CHALK_DATABASE_URL cannot be used: {said}")
            raise SystemExit(1) from None
        if pending:
            names = ", ".join(pending)
            self.stdout.write(
                f"the database is not of this version; pending: {names}.\n  Run:  ./chalk migrate"
            )
            raise SystemExit(1)
