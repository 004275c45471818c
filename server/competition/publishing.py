"""Giving athletes their lines: a version for each whose line is another one, and nothing for the others."""

from __future__ import annotations

from django.db import transaction
from django.utils import timezone

from server.competition.actions import locked
from server.competition.models import Competition, LineSheet
from server.competition.working import competitions_of, worked_out
from server.people.models import Person


def lines_given(competition: Competition) -> dict[str, LineSheet]:
    """The newest line that each athlete has, by their key."""
    found: dict[str, LineSheet] = {}
    for sheet in competition.line_sheets.select_related("person").order_by("version"):
        found[str(sheet.person_id)] = sheet
    return found


@transaction.atomic
def publish_lines(by: Person, competition_id: int) -> list[LineSheet]:
    """A new version for everybody whose line is another one than they have; they alone get one. Raises
    PermissionError for anyone but a coach of the gym."""
    locked(by, competition_id, None)
    competition = competitions_of(by).get(pk=competition_id)
    given = lines_given(competition)
    before = {key: sheet.line for key, sheet in given.items()}
    now = int(timezone.now().timestamp())
    worked = worked_out(competition, before=before, now=now if given else None)
    pages = {line["athlete"]: line for line in worked.done.document["lines"]}
    made = []
    for key, line in worked.done.lines.items():
        old = given.get(key)
        changes = worked.done.changes.get(key, [])
        if old is not None and not changes and old.line == line:
            continue
        person = worked.people[key]
        made.append(
            LineSheet.objects.create(
                competition=competition,
                person_id=int(key),
                version=old.version + 1 if old else 1,
                line=line,
                page=pages[key],
                changes=changes,
                kept_to=sorted({*person.cautions, *person.adaptive}),
                published_by=by,
            )
        )
    return made
