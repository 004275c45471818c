"""bench: everything the Bench shows of a session, worked out live; swaps and shared bars."""

from __future__ import annotations

from core.catalog import Catalog
from core.catalog.rows import Level
from core.demand import DemandProfile, derive
from core.documents.base import Document, Share
from core.documents.demands import Demand, Position, demand_documents, position_documents
from core.documents.picture import figure_of
from core.documents.plan import NextMinute, Plan, Ready, plan_document
from core.documents.reading import Read, read_document
from core.errors import PlanRefused, UnusableText
from core.prep import PrepSheet, plan_session
from core.reading import Workout
from core.session import Alternative as AlternativeValue
from core.session import SessionAsk, Worked, earlier_of, work_out
from core.session import SharedBar as SharedBarValue


class ProblemAt(Document):
    """What stands in the way, and the field it stands at."""

    field: str
    message: str


class Earlier(Document):
    """What was done before: its movements, what of it could not be read, what is still warm."""

    movements: tuple[str, ...]
    unread: tuple[str, ...]
    warm: tuple[Ready, ...]


class Bench(Document):
    """A session worked out. A problem keeps what could still be computed and names the field at fault."""

    problem: ProblemAt | None
    workout: Read | None
    demands: tuple[Demand, ...]
    positions: tuple[Position, ...]
    plan: Plan | None
    earlier: Earlier | None


class Alternative(Document):
    """What could stand in a drill's place, and what the exchange costs."""

    drill: str
    name: str
    seconds: int
    seconds_more: int
    covered_more: Share
    kit_names: tuple[str, ...]
    level: Level
    serves: tuple[str, ...]
    figure: str


class SharedTurn(Document):
    """One set on a shared bar. moved: plates on or off each end before it."""

    who: int
    load: float
    reps: int | None
    plates: tuple[float, ...]
    moved: int


class SharedBar(Document):
    """turns is empty when the two cannot share; why says so."""

    turns: tuple[SharedTurn, ...]
    moved: int
    apart_moved: int
    why: str


def bench_document(ask: SessionAsk) -> Bench:
    """What is on the page, read, derived and planned for the people of one class."""
    try:
        workout = ask.workout
    except UnusableText as refused:
        problem = ProblemAt(field="text", message=str(refused))
        return Bench(problem=problem, workout=None, demands=(), positions=(), plan=None, earlier=None)
    profile = derive(workout, ask.people, catalog=ask.catalog)
    try:
        # what a minute more would buy is asked for apart: it takes as long again
        sheet = plan_session(workout, ask.settings, ask.people, ask.catalog, profile=profile, brief=True)
    except PlanRefused as refused:
        return _bench(workout, profile, ask.catalog, problem=ProblemAt.of(refused, message=str(refused)))
    except UnusableText as refused:
        problem = ProblemAt(field="after", message=f"What was done before: {refused}")
        return _bench(workout, profile, ask.catalog, problem=problem)
    return _bench(workout, profile, ask.catalog, sheet, _earlier(ask))


def next_minute_documents(ask: SessionAsk) -> tuple[NextMinute, ...]:
    """What one more minute would buy. Raises UnusableText or PlanRefused."""
    return tuple(NextMinute.of(offer) for offer in work_out(ask).sheet.next_minute)


def worked_document(worked: Worked) -> Bench:
    """The same of a session already worked out."""
    return _bench(worked.workout, worked.profile, worked.catalog, worked.sheet)


def _bench(
    workout: Workout,
    profile: DemandProfile,
    catalog: Catalog,
    sheet: PrepSheet | None = None,
    earlier: Earlier | None = None,
    problem: ProblemAt | None = None,
) -> Bench:
    return Bench(
        problem=problem,
        workout=read_document(workout, catalog),
        demands=demand_documents(profile, catalog),
        positions=position_documents(workout, profile, catalog),
        plan=plan_document(sheet, catalog) if sheet else None,
        earlier=earlier,
    )


def _earlier(ask: SessionAsk) -> Earlier | None:
    earlier = earlier_of(ask)
    if earlier is None:
        return None
    names = ask.catalog.demands
    return Earlier.of(
        earlier, warm=tuple(Ready.of(ready, name=names[ready.demand].name) for ready in earlier.warm)
    )


def alternative_document(exchange: AlternativeValue, catalog: Catalog) -> Alternative:
    """The document of an exchange."""
    item = exchange.item
    return Alternative.of(
        item,
        drill=item.drill.id,
        name=item.drill.name,
        seconds_more=exchange.seconds_more,
        covered_more=exchange.covered_more,
        kit_names=tuple(catalog.kit[piece].name for piece in item.kit),
        figure=figure_of(item.drill.id, catalog, item.level == "seated"),
    )


def shared_bar_document(shared: SharedBarValue) -> SharedBar:
    """The document of two groups on one bar."""
    return SharedBar.of(shared)
