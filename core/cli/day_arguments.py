"""What ``chalk day`` is asked with."""

from __future__ import annotations

import argparse

from core.demand.people import ISO_DATE


def add_day_arguments(parser: argparse.ArgumentParser) -> None:
    """The arguments of the command."""
    parser.add_argument("file", help="the event sheet, a text file, or - for standard input")
    parser.add_argument("--heats", metavar="FILE", help="a list of heats: event, heat, start, lane, athlete")
    parser.add_argument("--class", dest="people", metavar="FILE", help="a JSON file of athletes")
    parser.add_argument("--date", default="2026-01-01", type=_date, help="the first day, such as 2026-03-14")
    parser.add_argument("--days", type=int, default=2, choices=range(1, 8), metavar="N")
    parser.add_argument("--zone", default="UTC", help="the place's time zone, such as Europe/Dublin")
    parser.add_argument("--racks", type=int, help="racks for your own athletes")
    parser.add_argument("--check-in", type=int, default=10, metavar="MIN", help="minutes before a heat")
    parser.add_argument("--minutes", type=int, default=10, help="of drills before the first event")
    parser.add_argument("--json", action="store_true", help="the documented JSON")


def _date(written: str) -> str:
    if not ISO_DATE.fullmatch(written):
        raise argparse.ArgumentTypeError(f"{written!r}; expected a date such as 2026-03-14")
    return written
