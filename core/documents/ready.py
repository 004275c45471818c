"""Whether a class can be sent without its coach looking again, and if not, why."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import Any, NamedTuple

from core.demand import Person
from core.documents.published import NO_PREP, Chosen, Published, fitted, member_sheet
from core.errors import CoreError
from core.session import SessionAsk, Worked, work_out

MOST_SAID = 8


class Looked(NamedTuple):
    """why: what stands against sending a class without its coach, in sentences; else what it is given."""

    why: list[str]
    given: Published | None


def not_ready(ask: SessionAsk, members: Sequence[tuple[Person, Chosen]]) -> list[str]:
    """Why a class should not go out by itself, in sentences for its coach; empty when it may."""
    try:
        return _reasons(work_out(ask, brief=True), members)
    except CoreError as problem:
        return [str(problem)]


def published_if_ready(ask: SessionAsk, members: Sequence[tuple[Person, Chosen]]) -> Looked:
    """What a class is given, unless something stands against it."""
    try:
        worked = work_out(ask, brief=True)
    except CoreError as problem:
        return Looked([str(problem)], None)
    why = _reasons(worked, members)
    return Looked(why, None if why else fitted(worked, members))


def _reasons(worked: Worked, members: Sequence[tuple[Person, Chosen]]) -> list[str]:
    reasons = [*_of_the_board(worked), *_of_the_prep(worked)]
    if not reasons or worked.sheet.items:
        reasons += _of_the_people(worked, members)
    more = len(reasons) - MOST_SAID
    return [*reasons[:MOST_SAID], *([f"And {more} more."] if more > 0 else [])]


def _of_the_board(worked: Worked) -> Iterator[str]:
    """Words nobody understood, and doubts nobody answered."""
    written = worked.ask.text.splitlines()
    for line in sorted({one.line for one in worked.workout.unread}):
        yield f"Line {line} is not read: “{written[line - 1].strip()}”."
    for doubt in worked.workout.doubts:
        yield f"Line {doubt.line} is doubted: {doubt.what} ({doubt.why})."


def _of_the_prep(worked: Worked) -> Iterator[str]:
    sheet = worked.sheet
    if not sheet.items and not sheet.ramp:
        yield NO_PREP
    ends_s = max((item.end_s for item in sheet.items), default=0)
    if ends_s > sheet.minutes * 60:
        yield f"The prep takes {ends_s // 60}:{ends_s % 60:02} of {sheet.minutes} minutes."


def _of_the_people(worked: Worked, members: Sequence[tuple[Person, Chosen]]) -> Iterator[str]:
    """Who keeps to something and has a line that is not for them, with nothing safe named instead."""
    for person, chosen in members:
        if not person.cautions and not person.adaptive:
            continue
        page: dict[str, Any] = member_sheet(worked, person, chosen)
        bare = [one["name"] for one in page["barred"] if not one["instead"]]
        if bare:
            yield f"{person.name} has nothing instead of {', '.join(bare)}."
