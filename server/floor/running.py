"""Starting a run, moving its clock, ending it. Each takes the run's row, so that two who press at once come
one after the other."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any, NamedTuple

from django.db import IntegrityError, transaction

from core.documents.published import published
from core.errors import Refused
from core.floor.clock import OLDEST_MS, Command, State, after, begun, ended, moment_at, repeats
from core.floor.crew import Attendee, bars_in, with_latecomer
from core.floor.kept import Stretch, ran_of
from core.floor.order import Coming, lifters_of, order_of
from core.floor.shorten import Shortened
from core.floor.tasks import ShortAsk, shortened_for
from core.floor.values import Member, Order
from core.floor.who import ItemWays, ways_of
from server.computing.run import compute
from server.floor.live import now_ms, tell_floor
from server.floor.models import Aside, Pressed, Ran, Run, RunOrder, Screen
from server.people.models import Person
from server.prep.drafts import attending, session_ask
from server.programme.models import GymClass
from server.publishing.making import class_content, members_of
from server.publishing.models import Publication
from server.publishing.sheets import page_now, sheets
from server.shelf.actions import vocabulary_of

AHEAD_MS, BEHIND_MS = 200, 2_000  # how far what somebody pressed may lie from when it arrives
LAST_LOOKED_AT = 12  # commands among which a repeated one is looked for


class NotRun(Refused):
    """What cannot be run so; ``field`` names it."""


class Party(NamedTuple):
    """Who moves a clock: a coach, or a screen on the wall."""

    gym_id: int
    person: Person | None = None
    screen: Screen | None = None


class Moved(NamedTuple):
    """A run after commands, and what each did: done, same, overtaken, or asked, when the coach says first."""

    run: Run
    outcomes: list[str]


def open_run(gym_class: GymClass) -> Run | None:
    """The run of a class that is on."""
    found: Run | None = gym_class.runs.filter(ended_ms=None).first()
    return found


def start_run(by: Party, gym_class: GymClass, key: str, ends_ms: int | None = None) -> Run:
    """Run a class's prep as its members have it, or as it stands where nobody has it yet. ends_ms: when the
    prep has to be over, where it starts late. The run that is on when there is one. Raises NotRun, and what
    making a prep raises."""
    before = gym_class.runs.filter(key=key).first() or open_run(gym_class)
    if before:
        return before
    if gym_class.cancelled_at:
        raise NotRun("class", "This class is cancelled.")
    order = _order(gym_class)
    if not order.gos:
        raise NotRun("class", "There is nothing to run: the board asks for no prep.")
    started_ms = now_ms()
    state = begun(order.gos, started_ms)
    try:
        with transaction.atomic():
            run = Run.objects.create(
                gym_class=gym_class,
                key=key,
                started_by=by.person,
                started_ms=started_ms,
                state=state.json_value(),
            )
            RunOrder.objects.create(run=run, version=1, order=order.json_value())
            _note(
                run,
                by,
                Command(key=f"start-{run.pk}", kind="go-on", go="", version=0, at_ms=started_ms),
                "done",
            )
            tell_floor(by.gym_id)
    except IntegrityError:  # somebody else was first
        found = open_run(gym_class)
        if found is None:
            raise
        return found
    if ends_ms is not None:
        shorten(by, run, f"late-{key}"[:64], ends_ms, take=True)
        run.refresh_from_db()
    return run


def _order(gym_class: GymClass) -> Order:
    """The order of a class from its newest version; worked out now where it has none."""
    session = gym_class.session
    page, coming = given_pages(gym_class)
    kit = session.gym.kit_pieces() or None
    return compute(session.gym_id, order_of, page, coming, vocabulary_of(session.gym), kit)


def given_pages(gym_class: GymClass) -> tuple[Mapping[str, Any], list[Coming]]:
    """The class's page, and who is on its roster with their own as it may reach them now. What has not been
    sent, of the class or of somebody who came since, is worked out."""
    newest = gym_class.publications.filter(kind=Publication.Kind.PREP).first()
    roster = attending(gym_class)
    mine: dict[int, Mapping[str, Any]] = {}
    if newest is not None:
        mine = {sheet.person_id: page_now(sheet)[0] for sheet in sheets().filter(publication=newest)}
    missing = [one for one in roster if one.row.pk not in mine]
    page: Mapping[str, Any] = newest.page if newest else {}
    if missing or newest is None:
        session = gym_class.session
        ask = session_ask(session, gym_class)
        made = compute(session.gym_id, published, ask, members_of(gym_class, missing))
        page = page or {**made.page, **class_content(gym_class)}
        mine.update((one.row.pk, sheet) for one, sheet in zip(missing, made.sheets, strict=True))
    pairs = dict(gym_class.attending.values_list("person_id", "pair"))
    return page, [
        Coming(
            Attendee(Member(id=one.row.pk, name=one.row.name), pairs.get(one.row.pk), one.row.height_m),
            mine.get(one.row.pk),
        )
        for one in sorted(roster, key=lambda one: (one.row.name, one.row.pk))
    ]


def locked(run_id: int, gym_id: int) -> Run:
    """A gym's run, its row taken. Raises Run.DoesNotExist."""
    rows = Run.objects.select_for_update(of=("self",)).select_related("gym_class__session__gym")
    return rows.get(pk=run_id, gym_class__session__gym_id=gym_id)


@transaction.atomic
def press(by: Party, run_id: int, commands: Sequence[Command], *, alone_since: int | None = None) -> Moved:
    """Do what somebody pressed, in order; each key once. alone_since: the version a screen had when it lost
    its network: if anybody else commanded since, nothing is done before the coach says. Raises
    Run.DoesNotExist."""
    run = locked(run_id, by.gym_id)
    if run.ended_ms is not None:
        return Moved(run, ["same"] * len(commands))
    known = {row.key: row for row in run.pressed.filter(key__in=[one.key for one in commands])}
    arrived_ms = now_ms()
    earliest_ms = arrived_ms - BEHIND_MS if alone_since is None else run.started_ms
    commands = [_within(one, earliest_ms, arrived_ms + AHEAD_MS) for one in commands]
    fresh = [one for one in commands if one.key not in known]
    if alone_since is not None and fresh and _others_since(run, alone_since, list(known)):
        _ask(by, run, fresh)
        return Moved(run, [known[one.key].outcome if one.key in known else "asked" for one in commands])
    gos = run.order_of(run.clock.order).gos
    last = [_command(row) for row in reversed(run.pressed.order_by("-pk")[:LAST_LOOKED_AT])]
    outcomes: list[str] = []
    for command in commands:
        if command.key in known:
            outcomes.append(known[command.key].outcome)
            continue
        state, outcome = run.clock, "same"
        if not repeats(command, state, last):
            state, outcome = after(gos, state, command)
        run.state = state.json_value()
        _note(run, by, command, outcome)
        last.append(command)
        outcomes.append(outcome)
        if state.ended:
            _end(run, arrived_ms)
            break
    run.save(update_fields=["state", "ended_ms"])
    tell_floor(by.gym_id)
    return Moved(run, [*outcomes, *(["same"] * (len(commands) - len(outcomes)))])


def _within(command: Command, earliest_ms: int, latest_ms: int) -> Command:
    """A command at an instant that it can have been pressed at."""
    return command.model_copy(update={"at_ms": min(max(command.at_ms, earliest_ms), latest_ms)})


def _others_since(run: Run, version: int, mine: Sequence[str]) -> bool:
    """Whether anybody else moved the clock since a version. mine: keys of one's own that arrived though their
    answer did not."""
    return run.pressed.filter(state__version__gt=version).exclude(key__in=mine).exists()


def _command(row: Pressed) -> Command:
    return Command(key=row.key, kind=row.kind, go=row.go, version=row.made_on, at_ms=row.at_ms)


def _note(run: Run, by: Party, command: Command, outcome: str, kind: str = "") -> None:
    Pressed.objects.create(
        run=run,
        key=command.key,
        kind=kind or command.kind,
        go=command.go,
        made_on=command.version,
        at_ms=command.at_ms,
        outcome=outcome,
        state=run.state,
        by=by.person,
        screen=by.screen,
    )


def _ask(by: Party, run: Run, commands: Sequence[Command]) -> None:
    """Keep what a screen did alone until the coach says whether it holds."""
    before = run.pressed.filter(state__version__lte=commands[0].version).order_by("-pk").first()
    state = State.model_validate(before.state if before else run.state)
    gos = run.order_of(state.order).gos
    for command in commands:
        state = after(gos, state, command).state
    Aside.objects.get_or_create(
        run=run,
        key=commands[0].key,
        defaults={
            "screen": by.screen.name if by.screen else (by.person.name if by.person else ""),
            "kinds": [command.kind for command in commands],
            "from_ms": commands[0].at_ms,
            "to_ms": commands[-1].at_ms,
            "state": state.json_value(),
        },
    )
    tell_floor(by.gym_id)


@transaction.atomic
def settle(by: Party, run_id: int, aside_id: int, take: bool) -> Run:
    """Say whether what a screen did alone holds. Raises Run.DoesNotExist and Aside.DoesNotExist; one that is
    settled stays as it is."""
    run = locked(run_id, by.gym_id)
    aside = run.asides.get(pk=aside_id)
    if aside.settled_ms is None:
        aside.settled_ms, aside.taken = now_ms(), take
        aside.save(update_fields=["settled_ms", "taken"])
        if take and run.ended_ms is None:
            theirs = State.model_validate(aside.state)
            _jump_to(by, run, theirs, f"aside-{aside.pk}")
    tell_floor(by.gym_id)
    return run


def _jump_to(by: Party, run: Run, theirs: State, key: str) -> None:
    """The run's clock where another one stands, its order as it is now."""
    stands, at_ms = run.clock, now_ms()
    gos = run.order_of(stands.order).gos
    go = theirs.go if theirs.go in {go.key for go in gos} else stands.go
    state = theirs.model_copy(update={"version": stands.version + 1, "order": stands.order, "go": go})
    run.state = state.json_value()
    command = Command(key=key, kind="go-on", go=go, version=stands.version, at_ms=at_ms)
    _note(run, by, command, "done", kind="aside")
    if state.ended:
        _end(run, at_ms)
    run.save(update_fields=["state", "ended_ms"])


def shorten(by: Party, run: Run, key: str, ends_ms: int, *, take: bool) -> Shortened | None:
    """What is left of the section that runs, so that it ends at an instant; kept when ``take``. None when the
    run is over, or the key came before. Raises what a computation raises."""
    if run.ended_ms is not None:
        return None
    at_ms, stood = now_ms(), run.clock
    order = run.order_of(stood.order)
    here = moment_at(order.gos, stood, at_ms)
    if here.place >= len(order.gos):
        return None
    session = run.gym_class.session
    ask = ShortAsk(
        session=session_ask(session, run.gym_class),
        order=order,
        place=here.place,
        in_ms=here.in_ms,
        more=dict(stood.more),
        room_s=max(0, (ends_ms - at_ms) // 1000),
    )
    short = compute(session.gym_id, shortened_for, ask)
    if take:
        _take(by, run, key, short, stood)
    return short


@transaction.atomic
def _take(by: Party, run: Run, key: str, short: Shortened, stood: State) -> None:
    fresh = locked(run.pk, by.gym_id)
    if fresh.pressed.filter(key=key).exists() or fresh.ended_ms is not None:
        return
    if fresh.clock.version != stood.version:
        raise NotRun("version", "The clock was moved meanwhile. Look at it and ask again.")
    why = f"Without {', '.join(short.gone)}." if short.gone else "Shorter."
    _with_order(by, fresh, short.order, key, "shorten", why, more={})
    run.state, run.ended_ms = fresh.state, fresh.ended_ms


def _with_order(by: Party, run: Run, order: Order, key: str, kind: str, why: str, **changed: object) -> None:
    """The run with another order, its clock where it stands. changed: of its state."""
    stood = run.clock
    version = run.orders.order_by("-version").values_list("version", flat=True)[0] + 1
    RunOrder.objects.create(run=run, version=version, order=order.json_value(), why=why[:400])
    state = stood.model_copy(update={"version": stood.version + 1, "order": version, **changed})
    run.state = state.json_value()
    command = Command(key=key, kind="go-on", go=stood.go, version=stood.version, at_ms=now_ms())
    _note(run, by, command, "done", kind=kind)
    run.save(update_fields=["state"])
    tell_floor(by.gym_id)


@transaction.atomic
def place_latecomer(by: Party, run_id: int, person: Person) -> Run:
    """Somebody who is on the roster by now, in the run. Nobody else moves. Raises Run.DoesNotExist and NotRun
    for somebody who is not on it."""
    run = locked(run_id, by.gym_id)
    if run.ended_ms is not None:
        return run
    row = run.gym_class.attending.filter(person=person).select_related("person").first()
    if row is None:
        raise NotRun("person", f"{person.name} is not on this class's roster; put them on it first.")
    _, coming = given_pages(run.gym_class)
    own = next(one for one in coming if one.attendee.member.id == person.pk)
    order = run.order_of(run.clock.order)
    bars = bars_in(run.gym_class.session.gym.kit_pieces())
    mine = list(lifters_of(own)) if order.lifters else []
    placed = with_latecomer(order, own.attendee.member, mine, bars)
    if placed != order:
        _with_order(by, run, placed, f"late-{person.pk}", "late", "Somebody came late.")
    return run


def who_does_what(run: Run) -> tuple[ItemWays, ...]:
    """Who does which drill another way: for coaches only."""
    page, coming = given_pages(run.gym_class)
    return ways_of(page, coming)


def _end(run: Run, at_ms: int) -> None:
    """Close a run: what became of each drill is kept, and who stood where is not."""
    run.ended_ms = at_ms
    presses = list(run.pressed.all())
    until = [*(row.at_ms for row in presses[1:]), at_ms]
    stretches = [
        Stretch(State.model_validate(row.state), row.at_ms, to_ms)
        for row, to_ms in zip(presses, until, strict=True)
    ]
    orders = [row.value for row in run.orders.all()]
    rows = ran_of(orders, stretches)
    Ran.objects.bulk_create(
        Ran(run=run, place=place, **{**row.json_value(), "phase": row.phase or ""})
        for place, row in enumerate(rows)
    )
    run.orders.all().delete()
    run.asides.all().delete()
    run.pressed.all().delete()


def end_forgotten(gym_id: int) -> None:
    """Close the runs of a gym that nobody ended: after some hours they are over."""
    oldest = now_ms() - OLDEST_MS
    left = Run.objects.filter(gym_class__session__gym_id=gym_id, ended_ms=None, started_ms__lt=oldest)
    for run_id in left.values_list("pk", flat=True):
        with transaction.atomic():
            run = locked(run_id, gym_id)
            if run.ended_ms is None:
                run.state = ended(run.clock, oldest).json_value()
                _end(run, run.pressed.latest("pk").at_ms)
                run.save(update_fields=["state", "ended_ms"])


def forget_in_runs(person: Person) -> None:
    """Take somebody out of the orders of runs that are on; where they stood stays empty."""
    rows = RunOrder.objects.filter(run__gym_class__session__gym_id=person.gym_id)
    for row in rows.select_for_update():
        row.order = without(row.value, person.pk).json_value()
        row.save(update_fields=["order"])


def without(order: Order, member: int) -> Order:
    """An order that names somebody nowhere."""

    def left(groups: Sequence[Sequence[int]]) -> tuple[tuple[int, ...], ...]:
        return tuple(tuple(one for one in group if one != member) for group in groups)

    lifters = [
        lifter.model_copy(update={"member": 0, "sets": ()}) if lifter.member == member else lifter
        for lifter in order.lifters
    ]
    return order.model_copy(
        update={
            "members": tuple(one for one in order.members if one.id != member),
            "groups": left(order.groups),
            "waves": left(order.waves),
            "partners": tuple(pair for pair in left(order.partners) if pair),
            "lifters": tuple(lifters),
        }
    )
