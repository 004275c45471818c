"""./chalk bounces FILE"""

from __future__ import annotations

from argparse import ArgumentParser
from pathlib import Path
from typing import Any

from django.core.management.base import BaseCommand

from server.delivery.bounces import note_bounce, reports_in


class Command(BaseCommand):
    help = "Note mails that came back, from reports (RFC 3464)"

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("file", type=Path, help="one report as a mail, or an mbox of many")

    def handle(self, *args: Any, **options: Any) -> None:
        try:
            reports = list(reports_in(options["file"]))
        except (OSError, ValueError) as problem:
            self.stderr.write(f"chalk: {options['file']} cannot be read: {problem}")
            raise SystemExit(2) from None
        if not reports:
            self.stderr.write(
                f"chalk: {options['file']} holds no report of a mail that came back (RFC 3464)."
            )
            raise SystemExit(2)
        noted = sum(note_bounce(report) for report in reports)
        self.stdout.write(f"{noted} of {len(reports)} reports are about mails of ours that came back.")
