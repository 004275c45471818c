"""What a class is given: its record, and a page for each member, each as plain values that can be kept."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any, NamedTuple

from core.demand import Person
from core.documents.bench import ProblemAt
from core.documents.sheet import sheet_document
from core.errors import CoreError, PlanRefused
from core.prep.member import fit_member
from core.reading.vocabulary import Vocabulary
from core.session import SessionAsk, Worked, work_out
from core.session.instead import instead_of

NO_PREP = "There is no prep to publish: nothing on the board could be prepared."


class Published(NamedTuple):
    """page: the class's own, with nobody's. sheets: a page for each member, in their order."""

    page: dict[str, Any]
    sheets: list[dict[str, Any]]


Chosen = Mapping[str, str]  # movement -> what a coach chose for one member instead
NOBODY = Person()


def published(ask: SessionAsk, members: Sequence[tuple[Person, Chosen]]) -> Published:
    """Work a class out and fit it to each member. Raises UnusableText or PlanRefused, also when there is
    nothing to give."""
    worked = work_out(ask, brief=True)
    if _nothing_in(worked):
        raise PlanRefused("text", NO_PREP)
    return fitted(worked, members)


def fitted(worked: Worked, members: Sequence[tuple[Person, Chosen]]) -> Published:
    """What a class that is worked out is given."""
    sheets = [member_sheet(worked, *member) for member in members]
    return Published(member_sheet(worked, NOBODY, {}), sheets)


def member_page(ask: SessionAsk, member: Person, chosen: Chosen) -> dict[str, Any]:
    """One member's page, who may be on the roster or not. Raises UnusableText or PlanRefused."""
    return member_sheet(work_out(ask, brief=True), member, chosen)


def _nothing_in(worked: Worked) -> bool:
    return not worked.sheet.items and not worked.sheet.ramp


def standing_of(ask: SessionAsk) -> dict[str, Any]:
    """Of a class as it stands: problem, why it cannot be published, null when it can; unread, the lines that
    nobody understood whole, as written."""
    try:
        worked = work_out(ask, brief=True)
    except CoreError as problem:
        said = ProblemAt(field=problem.field, message=str(problem))
        return {"problem": said.model_dump(), "unread": []}
    nothing = ProblemAt(field="text", message=NO_PREP).model_dump() if _nothing_in(worked) else None
    lines = sorted({one.line for one in worked.workout.unread})
    written = ask.text.splitlines()
    return {"problem": nothing, "unread": [written[line - 1].strip() for line in lines]}


def member_sheet(worked: Worked, member: Person, chosen: Chosen) -> dict[str, Any]:
    """The class's prep fitted to one person, with what was chosen for them as long as their cautions allow
    it."""
    on_the_roster = any(other.key == member.key for other in worked.ask.people)
    fitted = fit_member(
        worked.sheet,
        worked.workout,
        member,
        worked.settings,
        worked.catalog,
        worked.profile if on_the_roster else None,
    )
    text, division = worked.ask.text, member.division
    sheet = sheet_document(fitted, worked.sheet, worked.workout, text, division, worked.catalog).json_value()
    for line in sheet["barred"]:
        line["instead"] = _still_theirs(chosen.get(line["movement"], ""), member, worked.ask.words)
    return sheet


def _still_theirs(text: str, member: Person, words: Vocabulary) -> str:
    """A choice that this member may keep; their cautions may have changed since it was made."""
    try:
        return instead_of(text, member, words)
    except PlanRefused:
        return ""
