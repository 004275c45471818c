"""Giving athletes their lines: a version for each whose line is another one, and nothing for the others."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from django.db import transaction
from django.utils import timezone

from server.competition.actions import locked
from server.competition.models import Competition, LineSheet
from server.competition.working import Day, competitions_of, worked_out
from server.delivery.ledger import Message, queue_lines
from server.delivery.models import Delivery
from server.people.models import Person
from server.publishing.making import plain

FINER = "what to pack or to do the day before, or a word of it, is another"
OUT = "you are in no heat any more"


def lines_given(competition: Competition) -> dict[str, LineSheet]:
    """The newest line that each athlete of the gym has, by their key."""
    found: dict[str, LineSheet] = {}
    rows = competition.line_sheets.filter(person__left_at=None).select_related("person")
    for sheet in rows.order_by("version"):
        found[str(sheet.person_id)] = sheet
    return found


def lines_of(given: Mapping[str, LineSheet]) -> dict[str, dict[str, Any]]:
    """Lines as athletes have them."""
    return {key: sheet.whole_line() for key, sheet in given.items()}


def nobodys(line: Mapping[str, Any]) -> dict[str, Any]:
    """A line without whose it is: its row says that."""
    return {name: value for name, value in line.items() if name != "athlete"}


def publish_lines(by: Person, competition_id: int) -> list[LineSheet]:
    """A new version for everybody whose line is another one than they have; they alone get one. Raises
    PermissionError for anyone but a coach of the gym, and Busy while preparations are still worked out."""
    worked_out(competitions_of(by).get(pk=competition_id))  # stays kept, whatever becomes of the rest
    with transaction.atomic():
        locked(by, competition_id, None)
        return _publish(by, competition_id)


def _publish(by: Person, competition_id: int) -> list[LineSheet]:
    competition = competitions_of(by).get(pk=competition_id)
    given = lines_given(competition)
    before = lines_of(given)
    now = int(timezone.now().timestamp())
    worked = worked_out(competition, before=before, now=now if given else None, pages=True)
    made: list[LineSheet] = []
    for key, line in worked.done.lines.items():
        old = given.get(key)
        changes = worked.done.changes.get(key, [])
        page = plain(worked.done.pages[key])
        if old is not None and not changes and old.page == page:
            continue
        person = worked.people[key]
        made.append(
            LineSheet.objects.create(
                competition=competition,
                person_id=int(key),
                version=old.version + 1 if old else 1,
                line=nobodys(line),
                page=page,
                changes=changes or ([FINER] if old else []),
                kept_to=sorted({*person.cautions, *person.adaptive}),
                published_by=by,
            )
        )
    made += [_out_of_it(competition, old, by) for key, old in given.items() if _is_out(key, old, worked)]
    _tell(competition, made)
    return made


def _is_out(key: str, old: LineSheet, worked: Day) -> bool:
    """Whether somebody has a line and starts nowhere any more."""
    return key not in worked.done.lines and bool(old.line["heats"])


def _out_of_it(competition: Competition, old: LineSheet, by: Person) -> LineSheet:
    """A version without any heat, for somebody who does not start any more."""
    return LineSheet.objects.create(
        competition=competition,
        person_id=old.person_id,
        version=old.version + 1,
        line={"blocks": [], "heats": []},
        page={"blocks": [], "heats": [], "before": [], "pack": []},
        changes=[OUT],
        kept_to=old.kept_to,
        published_by=by,
    )


def _tell(competition: Competition, made: Sequence[LineSheet]) -> None:
    """Word to those who have a new line."""
    if not made:
        return
    heats = [heat for heat in competition.heats.all() if heat.starts_at > timezone.now()]
    first = min((heat.starts_at for heat in heats), default=timezone.now())
    messages = [
        Message(
            sheet.person,
            Delivery.Kind.READY if sheet.version == 1 else Delivery.Kind.CHANGED,
            f"/m/d/{sheet.token}",
            f"your day at {competition.name} {'is ready' if sheet.version == 1 else 'has changed'}",
            lasts=True,
        )
        for sheet in made
    ]
    queue_lines(competition, f"line-{made[-1].pk}", messages, first)
