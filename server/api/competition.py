"""Competitions: the sheet, the heats, who starts, the day as a line, and what moves in it."""

from __future__ import annotations

import datetime
from typing import Any

from django.http import HttpRequest
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router, Status

from core.catalog import load_catalog
from core.day.checks import past_heats
from core.day.moving import Move, Shift
from core.documents.events import EventSheet, fault_documents
from server.api import competition_schemas as schemas
from server.api.access import coach
from server.api.problems import Problem, stale_problem
from server.api.schemas import AttemptKey, RowVersion
from server.competition import actions, moves, pages, publishing
from server.competition.models import Competition
from server.competition.working import (
    CALM,
    QUICK,
    at_clock,
    clock_of,
    competitions_of,
    heats_of,
    racks_of,
    read_list,
    sheet_of,
    worked_out,
)
from server.people.audit import looked
from server.people.models import Person
from server.versions import Stale

router = Router(tags=["competition"])
MOVES_SHOWN = 12


def competition_of(by: Person, competition_id: int) -> Competition:
    """A competition of the person's gym with all that belongs to it, or not found."""
    found: Competition = get_object_or_404(competitions_of(by), pk=competition_id)
    return found


@router.get("/competitions", response=list[schemas.CompetitionRow])
def competitions(request: HttpRequest) -> list[schemas.CompetitionRow]:
    """The gym's competitions, the next first, those that are over last."""
    by = coach(request)
    today = by.gym.today()
    rows = [
        schemas.CompetitionRow(
            id=one.pk,
            name=one.name,
            place=one.place,
            first=one.first,
            last=one.last,
            athletes=len(one.athletes.all()),
            heats=len(one.heats.all()),
            over=one.last < today,
        )
        for one in competitions_of(by)
    ]
    past = [row for row in rows if row.over]
    return [*(row for row in rows if not row.over), *reversed(past)]


@router.post("/competitions", response={201: schemas.CompetitionOut})
def add(
    request: HttpRequest, payload: schemas.CompetitionIn, attempt: AttemptKey = None
) -> Status[schemas.CompetitionOut]:
    """A new competition; a repeated attempt makes no second one."""
    by = coach(request)
    made = actions.add_competition(by, payload.dict(), attempt)
    return Status(201, _out(by, made.pk))


@router.get("/competitions/{competition_id}", response=schemas.CompetitionOut)
def competition(request: HttpRequest, competition_id: int) -> schemas.CompetitionOut:
    """One competition whole."""
    return _out(coach(request), competition_id)


@router.patch("/competitions/{competition_id}", response=schemas.CompetitionOut)
def change(
    request: HttpRequest, competition_id: int, payload: schemas.CompetitionChange
) -> schemas.CompetitionOut:
    """Change the fields that are sent."""
    by = coach(request)
    fields = payload.dict(exclude_unset=True)
    made_on, coaches = fields.pop("version"), fields.pop("coaches", None)
    competition_of(by, competition_id)
    with _saying_stale(by, competition_id, fields):
        actions.change_competition(by, competition_id, made_on, fields, coaches)
    return _out(by, competition_id)


@router.delete("/competitions/{competition_id}", response={204: None})
def remove(request: HttpRequest, competition_id: int, version: RowVersion) -> Status[None]:
    """Take a competition away, with all that athletes were given."""
    by = coach(request)
    competition_of(by, competition_id)
    with _saying_stale(by, competition_id, {}):
        actions.remove_competition(by, competition_id, version)
    return Status(204, None)


@router.get("/competitions/{competition_id}/day", response=schemas.DayOut)
def day(request: HttpRequest, competition_id: int) -> schemas.DayOut:
    """Every athlete's line, and what publishing it would change."""
    by = coach(request)
    return _day(by, competition_of(by, competition_id))


@router.post("/competitions/{competition_id}/heats/read", response=schemas.ListOut)
def read_heats(request: HttpRequest, competition_id: int, payload: schemas.ListIn) -> schemas.ListOut:
    """A pasted list of heats as it would be taken. Saves nothing."""
    by = coach(request)
    return _listed(competition_of(by, competition_id), payload.text)


@router.post("/competitions/{competition_id}/heats/take", response=schemas.CompetitionOut)
def take_heats(
    request: HttpRequest, competition_id: int, payload: schemas.ListTake
) -> schemas.CompetitionOut:
    """The heats of a list in place of those there are."""
    by = coach(request)
    competition = competition_of(by, competition_id)
    listed = _listed(competition, payload.text)
    heats = [
        actions.HeatIn(
            heat.event,
            heat.number[:10],
            datetime.datetime.fromtimestamp(heat.starts_at, datetime.UTC),
            [actions.EntryIn(one.person, one.lane, one.division) for one in heat.starting],
        )
        for heat in listed.heats
        if heat.starts_at is not None
    ]
    if not heats:
        raise Problem(422, "Nothing to take", "None of these lines is a heat that can be used.", "text")
    with _saying_stale(by, competition_id, {"text": payload.text}):
        actions.take_heats(by, competition_id, payload.version, heats)
    return _out(by, competition_id)


@router.post("/competitions/{competition_id}/heats", response=schemas.CompetitionOut)
def put_heat(request: HttpRequest, competition_id: int, payload: schemas.HeatIn) -> schemas.CompetitionOut:
    """A heat as it is to be, new or changed."""
    by = coach(request)
    competition = competition_of(by, competition_id)
    if payload.id is not None and payload.id not in {row.key for row in competition.heats.all()}:
        raise Problem(404, "Not found", "This heat is not there any more.", "id")
    minutes = payload.clock.hour * 60 + payload.clock.minute
    heat = actions.HeatIn(
        payload.event,
        payload.number,
        at_clock(competition, payload.date, minutes),
        [actions.EntryIn(**entry.dict()) for entry in payload.entries],
        payload.id,
    )
    with _saying_stale(by, competition_id, payload.dict()):
        actions.put_heat(by, competition_id, payload.version, heat)
    return _out(by, competition_id)


@router.delete("/competitions/{competition_id}/heats/{heat}", response=schemas.CompetitionOut)
def remove_heat(
    request: HttpRequest, competition_id: int, heat: schemas.HeatKey, version: RowVersion
) -> schemas.CompetitionOut:
    """Take a heat out."""
    by = coach(request)
    competition = competition_of(by, competition_id)
    if heat not in {row.key for row in competition.heats.all()}:
        raise Problem(404, "Not found", "This heat is not there any more.", "id")
    with _saying_stale(by, competition_id, {}):
        actions.remove_heat(by, competition_id, version, heat)
    return _out(by, competition_id)


@router.put("/competitions/{competition_id}/athletes/{person_id}", response=schemas.CompetitionOut)
def set_athlete(
    request: HttpRequest, competition_id: int, person_id: int, payload: schemas.AthleteIn
) -> schemas.CompetitionOut:
    """Whose they are that day, what they bring, when they are there."""
    by = coach(request)
    competition = competition_of(by, competition_id)
    get_object_or_404(competition.athletes.all(), person_id=person_id)
    fields = payload.dict(exclude_unset=True)
    made_on = fields.pop("version")
    if fields.get("arrives_at") is not None:
        fields["arrives_at"] = datetime.datetime.fromtimestamp(fields["arrives_at"], datetime.UTC)
    with _saying_stale(by, competition_id, fields):
        actions.set_athlete(by, competition_id, made_on, person_id, fields)
    return _out(by, competition_id)


@router.post("/competitions/{competition_id}/moves", response=schemas.DayOut)
def move(request: HttpRequest, competition_id: int, payload: schemas.DayMoveIn) -> schemas.DayOut:
    """Move a heat or a field, swap lanes, scratch somebody; the same key again moves nothing. 409 with where
    the heats stand when somebody else moved them since."""
    by = coach(request)
    competition_of(by, competition_id)
    wanted = Move(
        kind=payload.kind,
        shifts=tuple(Shift(one.heat, one.saw_at, one.to_at) for one in payload.shifts),
        heat=payload.heat or "",
        athletes=tuple(map(str, payload.athletes)),
    )
    try:
        moves.move(by, competition_id, payload.key, wanted)
    except moves.MovedElsewhere as elsewhere:
        stands = [{"heat": heat.key, "starts_at": heat.starts_at} for heat in elsewhere.stands]
        raise Problem(409, "Moved elsewhere", str(elsewhere), "shifts", {"stands": stands}) from elsewhere
    return _day(by, competition_of(by, competition_id), QUICK)


@router.post("/competitions/{competition_id}/moves/{move_id}/undo", response=schemas.DayOut)
def undo(request: HttpRequest, competition_id: int, move_id: int) -> schemas.DayOut:
    """Take a move back."""
    by = coach(request)
    competition = competition_of(by, competition_id)
    get_object_or_404(competition.moves.all(), pk=move_id)
    moves.undo(by, competition_id, move_id)
    return _day(by, competition_of(by, competition_id), QUICK)


@router.post("/competitions/{competition_id}/publish", response=schemas.DayOut)
def publish(request: HttpRequest, competition_id: int) -> schemas.DayOut:
    """Give every athlete their line; who has the same already gets nothing."""
    by = coach(request)
    competition_of(by, competition_id)
    publishing.publish_lines(by, competition_id)
    return _day(by, competition_of(by, competition_id))


class _saying_stale:
    """A context in which a change made on older content answers with what stands."""

    def __init__(self, by: Person, competition_id: int, given: dict[str, Any]):
        self.by, self.competition_id, self.given = by, competition_id, given

    def __enter__(self) -> None:
        return None

    def __exit__(self, kind: object, error: BaseException | None, trace: object) -> None:
        if isinstance(error, Stale):
            raise stale_problem(error, _out(self.by, self.competition_id), self.given) from error


def _listed(competition: Competition, text: str) -> schemas.ListOut:
    read = read_list(competition, text)
    return schemas.ListOut(
        heats=[
            schemas.ListedHeat(
                event=heat.event,
                number=heat.number,
                line=heat.line,
                starts_at=heat.starts_at,
                starting=[schemas.StartingOut(**one) for one in heat.starting],
            )
            for heat in read.heats
        ],
        strangers=list(read.strangers),
        faults=list(fault_documents(read.faults)),
    )


def _day(by: Person, competition: Competition, effort: float = CALM) -> schemas.DayOut:
    given = publishing.lines_given(competition)
    now = int(timezone.now().timestamp())
    worked = worked_out(
        competition,
        before=publishing.lines_of(given),
        now=now if given else None,
        effort=effort,
    )
    looked(by, [int(key) for key in worked.people], "competition", by.gym.today())
    names = {key: person.name for key, person in worked.people.items()}
    changes = worked.done.changes
    names |= {key: sheet.person.name for key, sheet in given.items() if key not in names}
    return schemas.DayOut.model_validate(
        {
            "version": competition.version,
            "now": now,
            "day": worked.done.document,
            "faults": [*worked.done.faults, *_past(competition, given, worked.sheet, now)],
            "changes": [
                {"person": int(key), "name": names[key], "sentences": said} for key, said in changes.items()
            ],
            "unpublished": sum(key not in given for key in worked.people),
            "said": _said(competition, given, worked.sheet),
        }
    )


def _past(competition: Competition, given: Any, sheet: dict[str, Any], now: int) -> list[Any]:
    """Heats that had gone by when nobody had a line yet: a day or a time is wrong. On the day itself heats
    pass, and that is no fault."""
    if given:
        return []
    titles = {event["number"]: event["title"] for event in sheet["events"]}
    faults = past_heats(heats_of(competition), titles, lambda at: clock_of(competition, at), now)
    return [fault.json_value() for fault in fault_documents(faults)]


def _said(competition: Competition, given: Any, sheet: dict[str, Any]) -> list[dict[str, Any]]:
    """What athletes said, those first whom something hurts."""
    titles = {event["number"]: event["title"] for event in sheet["events"]}
    positions = load_catalog().positions
    found = []
    for key, row in given.items():
        for told in pages.said_of(competition, int(key)):
            named = {
                kind: [positions[one].name if one in positions else one for one in told[kind]]
                for kind in ("held", "failed")
            }
            title = titles.get(told["event"], told["event"])
            found.append({**told, **named, "person": int(key), "name": row.person.name, "title": title})
    return sorted(found, key=lambda one: (not one["pain"], one["event"], one["name"]))


def _out(by: Person, competition_id: int) -> schemas.CompetitionOut:
    competition = competition_of(by, competition_id)
    sheet = sheet_of(competition)
    given = publishing.lines_given(competition)
    heats = [
        schemas.HeatOut(
            id=heat.key,
            event=heat.event,
            number=heat.number,
            starts_at=int(heat.starts_at.timestamp()),
            entries=[
                schemas.EntryOut(
                    person=entry.person_id,
                    name=entry.person.name,
                    lane=entry.lane,
                    division=entry.division,
                    own_division=entry.person.division,
                    opening_kg=entry.opening_kg,
                )
                for entry in heat.entries.all()
            ],
        )
        for heat in competition.heats.all()
    ]
    rows = list(competition.moves.select_related("by")[:MOVES_SHOWN])
    told = moves.told_of(competition, rows)
    team = [person for person in by.gym.people.current() if person.coaches]
    return schemas.CompetitionOut(
        id=competition.pk,
        version=competition.version,
        name=competition.name,
        place=competition.place,
        first=competition.first,
        days=competition.days,
        timezone=str(competition.zone),
        sheet=competition.sheet,
        minutes=competition.minutes,
        method=competition.method,
        check_in_min=competition.check_in_min,
        racks=competition.racks,
        reckoned=racks_of(competition, sheet),
        heads=competition.heads,
        coaches=[one.pk for one in competition.coaches.all()],
        team=[schemas.CoachName(id=one.pk, name=one.name) for one in team],
        heats=heats,
        athletes=[
            _athlete(row, heats, given.get(str(row.person_id)))
            for row in sorted(competition.athletes.all(), key=lambda row: row.person.name)
        ],
        moves=[
            schemas.MovedOut(
                id=row.pk,
                says=told[row.pk],
                by=row.by.name if row.by else "",
                at=row.at,
                undone=row.undone_at is not None,
            )
            for row in rows
        ],
        read=EventSheet.model_validate(sheet),
    )


def _athlete(row: Any, heats: list[schemas.HeatOut], given: Any) -> schemas.AthleteOut:
    starts = [heat.event for heat in heats for entry in heat.entries if entry.person == row.person_id]
    return schemas.AthleteOut(
        person=row.person_id,
        name=row.person.name,
        division=row.person.division,
        coach=row.coach_id,
        own_kit=row.own_kit,
        arrives_at=int(row.arrives_at.timestamp()) if row.arrives_at else None,
        events=list(dict.fromkeys(starts)),
        version=given.version if given else None,
        link=f"/m/d/{given.token}" if given else "",
        seen=bool(given and given.seen_at),
    )
