"""A session worked out: the workout, what it asks of these people, and the prep; and what was warm before
it."""

from __future__ import annotations

from dataclasses import dataclass

from core.catalog import Catalog
from core.demand import DemandProfile, derive
from core.prep import PlanSettings, PrepSheet, plan_session
from core.prep.sheet import Ready
from core.reading import Workout
from core.session.ask import SessionAsk

STILL_WARM = 0.1  # readiness below this is not worth a word


@dataclass(frozen=True)
class Worked:
    """The three steps' values together, and what they were made from."""

    ask: SessionAsk
    workout: Workout
    profile: DemandProfile
    sheet: PrepSheet

    @property
    def catalog(self) -> Catalog:
        return self.ask.catalog

    @property
    def settings(self) -> PlanSettings:
        return self.ask.settings


def work_out(ask: SessionAsk, brief: bool = False) -> Worked:
    """Read, derive, plan. brief: leaves out what one more minute would buy, which takes as long again. Raises
    UnusableText or PlanRefused."""
    profile = derive(ask.workout, ask.people, catalog=ask.catalog)
    sheet = plan_session(ask.workout, ask.settings, ask.people, ask.catalog, profile=profile, brief=brief)
    return Worked(ask, ask.workout, profile, sheet)


@dataclass(frozen=True)
class Earlier:
    """What was done before: its movements by name, what of it could not be read, what is still warm."""

    movements: tuple[str, ...]
    unread: tuple[str, ...]
    warm: tuple[Ready, ...]


def earlier_of(ask: SessionAsk) -> Earlier | None:
    """What was done before a session, None when nothing was. Raises UnusableText."""
    before = ask.earlier
    if before is None:
        return None
    names = (ask.catalog.movements[work.movement].name for work in before.works)
    ready = ask.warm.readiness if ask.warm else {}
    warmest = sorted(ready.items(), key=lambda ready: (-ready[1], ready[0]))
    return Earlier(
        movements=tuple(dict.fromkeys(names)),
        unread=tuple(unread.text for unread in before.unread),
        warm=tuple(Ready(demand, share) for demand, share in warmest if share >= STILL_WARM),
    )
