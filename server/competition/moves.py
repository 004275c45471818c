"""Moving things on the day, and taking a move back: each once, however often a phone with a poor signal sends
it."""

from __future__ import annotations

import datetime
import re
from collections.abc import Mapping, Sequence
from typing import Any, NamedTuple

from django.db import transaction
from django.utils import timezone

from core.day.moving import Move, MoveRefused, minutes_words, moved, seen_otherwise
from core.day.values import Heat as HeatValue
from server.competition.actions import locked, stepped
from server.competition.models import Competition, Entry, Heat, Moved
from server.competition.working import clock_of, heats_of, sheet_of
from server.people.models import Person

NUMBERED = re.compile(r"\{(\d+)\}")


class MovedElsewhere(Exception):
    """Somebody else moved a heat since whoever moves it now saw it. stands: where those heats are."""

    def __init__(self, stands: Sequence[HeatValue]):
        self.stands = tuple(stands)
        super().__init__("Somebody moved this since you saw it. Nothing of yours was set yet.")


class Done(NamedTuple):
    """A move that was made; None for one that changed nothing, as somebody had set the same."""

    competition: Competition
    move: Moved | None


@transaction.atomic
def move(by: Person, competition_id: int, key: str, wanted: Move) -> Done:
    """Move something; a ``key`` that came before is done already. Raises MovedElsewhere, MoveRefused,
    PermissionError and Competition.DoesNotExist."""
    competition = locked(by, competition_id, None)
    before = competition.moves.filter(key=key).first()
    if before:
        return Done(competition, before)
    heats = heats_of(competition)
    elsewhere = seen_otherwise(heats, wanted)
    if elsewhere:
        raise MovedElsewhere(elsewhere)
    after = moved(heats, wanted, int(timezone.now().timestamp()))
    if after == heats:
        return Done(competition, None)
    row = Moved.objects.create(
        competition=competition,
        key=key,
        says=_says(competition, heats, after, wanted),
        before=_changed(heats, after),
        after=_changed(after, heats),
        by=by,
    )
    _store(competition, row.after)
    return Done(stepped(competition), row)


@transaction.atomic
def undo(by: Person, competition_id: int, move_id: int) -> Competition:
    """Take a move back, as long as nothing else has moved the same heats since. Raises MoveRefused,
    PermissionError and Moved.DoesNotExist."""
    competition = locked(by, competition_id, None)
    row = competition.moves.get(pk=move_id)
    if row.undone_at:
        return competition
    if not row.after:
        raise MoveRefused("move", "This was moved before the gym came here; move the heats themselves.")
    stands = {heat["key"]: heat for heat in _plain(heats_of(competition))}
    if any(stands.get(heat["key"]) != heat for heat in row.after):
        raise MoveRefused("move", "These heats were changed again since; take that back first.")
    now = int(timezone.now().timestamp())
    if any(min(heat["starts_at"], stands[heat["key"]]["starts_at"]) <= now for heat in row.before):
        raise MoveRefused("move", "A heat of this has started by now; move what is still to come instead.")
    _store(competition, row.before)
    row.undone_at = timezone.now()
    row.save(update_fields=["undone_at"])
    return stepped(competition)


def _plain(heats: Sequence[HeatValue]) -> list[dict[str, Any]]:
    return [
        {
            "key": heat.key,
            "starts_at": heat.starts_at,
            "entries": [
                [entry.athlete, entry.lane, entry.division, entry.opening_kg] for entry in heat.entries
            ],
        }
        for heat in heats
    ]


def _changed(heats: Sequence[HeatValue], others: Sequence[HeatValue]) -> list[dict[str, Any]]:
    """Those of some heats that the others have otherwise, as plain values."""
    there = {heat["key"]: heat for heat in _plain(others)}
    return [heat for heat in _plain(heats) if there.get(heat["key"]) != heat]


def _store(competition: Competition, heats: Sequence[Mapping[str, Any]]) -> None:
    """Heats as plain values have them."""
    rows = {row.key: row for row in competition.heats.all()}
    athletes = {int(athlete) for heat in heats for athlete, *_ in heat["entries"]}
    there = set(competition.gym.people.filter(pk__in=athletes).values_list("pk", flat=True))
    for heat in heats:
        row = rows.get(heat["key"])
        if row is None:
            raise MoveRefused("heat", "A heat of this is not there any more.")
        starts_at = datetime.datetime.fromtimestamp(heat["starts_at"], datetime.UTC)
        Heat.objects.filter(pk=row.pk).update(starts_at=starts_at)
        row.entries.all().delete()
        Entry.objects.bulk_create(
            Entry(
                heat=row,
                person_id=int(athlete),
                lane=lane,
                division=division or "",
                opening_kg=opening_kg,
            )
            for athlete, lane, division, opening_kg in heat["entries"]
            if int(athlete) in there  # who was erased meanwhile stays so
        )


def _says(
    competition: Competition, heats: Sequence[HeatValue], after: Sequence[HeatValue], wanted: Move
) -> str:
    """A move in words, people by their numbers in braces: names are told when it is read (told_of)."""
    titles = {event["number"]: event["title"] for event in sheet_of(competition)["events"]}
    who = [f"{{{one}}}" for one in wanted.athletes]
    by_key = {heat.key: heat for heat in heats}

    def named(heat: HeatValue) -> str:
        title = titles.get(heat.event, f"Event {heat.event}")
        return f"{title}, heat {heat.number}" if heat.number else title

    if wanted.kind == "shift":
        shifted = [heat for heat in after if heat.starts_at != by_key[heat.key].starts_at]
        first = min(shifted, key=lambda heat: by_key[heat.key].starts_at)
        by_s = first.starts_at - by_key[first.key].starts_at
        what = named(first) if len(shifted) == 1 else f"{len(shifted)} heats from {named(first)} on"
        return f"{what}: {minutes_words(by_s)}, at {clock_of(competition, first.starts_at)}"
    if wanted.kind == "swap":
        return f"{who[0]} and {who[1]} change lanes in {named(by_key[wanted.heat])}"
    where = named(by_key[wanted.heat]) if wanted.heat in by_key else "the heats to come"
    return f"{who[0]} does not start in {where}"


def told_of(competition: Competition, rows: Sequence[Moved]) -> dict[int, str]:
    """Moves in words with names, by their ids; somebody who was erased is nobody."""
    people = {int(one) for row in rows for one in NUMBERED.findall(row.says)}
    names = dict(competition.gym.people.filter(pk__in=people).values_list("pk", "name"))
    return {row.pk: NUMBERED.sub(lambda one: names.get(int(one[1]), "somebody"), row.says) for row in rows}
