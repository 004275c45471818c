"""The one clock of a class: where it stands at an instant, and what a command does to it.

``web/src/floor/clock.ts`` is the same in the screens' own language, because a screen without a network goes
on by itself; the two are held against each other on random commands (core/tests/test_floor_clock.py).
Instants are milliseconds on the server's clock.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal, NamedTuple

from pydantic import Field

from core.documents.base import Document
from core.floor.values import MOST_S, Go

CommandKind = Literal["hold", "go-on", "skip", "back", "again", "more", "end"]
MORE_S = 30
OLDEST_MS = 4 * 3600 * 1000  # a run that nobody ended is over by then


class State(Document):
    """Where a run stands. version: of the last command; order: of the order it runs. go, began_ms: the go it
    was put to last, and the instant at which that began, as if nobody had stopped it since; what comes
    after follows from the seconds. go is empty when it was put behind the last one. held_ms: what had passed
    since began_ms when it was stopped, None while it runs. more: seconds added to a go, by its key."""

    version: int
    order: int
    go: str
    began_ms: int
    held_ms: int | None = None
    more: dict[str, int] = Field(default_factory=dict)
    ended: bool = False


class Command(Document):
    """What somebody pressed: made at an instant, on a version, while a go was on."""

    key: str
    kind: CommandKind
    go: str
    version: int
    at_ms: int


class Moment(NamedTuple):
    """place: of the go that is on, the number of gos when all are done. in_ms: since it began; left_ms: until
    its end, below 0 where it waits over its time."""

    place: int
    in_ms: int
    left_ms: int


Outcome = Literal["done", "same", "overtaken"]


class After(NamedTuple):
    """The state after a command. same: it was done before, or is so already; overtaken: the clock had gone on
    to something else, and nothing was done."""

    state: State
    outcome: Outcome


def seconds_of(go: Go, more: Mapping[str, int]) -> int:
    """How long a go lasts by now."""
    return go.seconds + more.get(go.key, 0)


def elapsed_ms(state: State, at_ms: int) -> int:
    """What has passed since the go that it was put to began."""
    return state.held_ms if state.held_ms is not None else at_ms - state.began_ms


def begun(gos: Sequence[Go], at_ms: int, version: int = 1) -> State:
    """A run at its first go."""
    return State(version=version, order=1, go=gos[0].key if gos else "", began_ms=at_ms)


def place_of(gos: Sequence[Go], key: str) -> int:
    """Where a go stands; their number for one that is not among them."""
    return next((place for place, go in enumerate(gos) if go.key == key), len(gos))


def moment_at(gos: Sequence[Go], state: State, at_ms: int) -> Moment:
    """Where the clock is. A go that waits goes on until somebody ends it."""
    left_ms = elapsed_ms(state, at_ms)
    for place in range(place_of(gos, state.go), len(gos)):
        go = gos[place]
        lasts_ms = seconds_of(go, state.more) * 1000
        if left_ms < lasts_ms or go.waits:
            return Moment(place, left_ms, lasts_ms - left_ms)
        left_ms -= lasts_ms
    return Moment(len(gos), left_ms, 0)


def after(gos: Sequence[Go], state: State, command: Command) -> After:
    """What a command does. It names the go it was meant for and the version it was made on: one that was made
    on an older version is the same wish as the command that came before it, when that was of its kind."""
    here = moment_at(gos, state, command.at_ms)
    if state.ended:
        return After(state, "same")
    match command.kind:
        case "hold":
            return _held(state, command)
        case "go-on":
            return _going(state, command)
        case "end":
            return After(ended(state, command.at_ms), "done")
    if here.place >= len(gos) or gos[here.place].key != command.go:
        passed = command.kind == "skip" and command.go in {go.key for go in gos[: here.place]}
        return After(state, "same" if passed else "overtaken")
    if command.kind == "more":
        return _longer(gos[here.place], state)
    places = {"skip": here.place + 1, "again": here.place, "back": _before(gos, here.place)}
    return After(jumped(gos, state, places[command.kind], command.at_ms), "done")


def _before(gos: Sequence[Go], place: int) -> int:
    """The last go before that is no change-over; the first where there is none."""
    return next((before for before in range(place - 1, -1, -1) if gos[before].kind != "change"), 0)


def jumped(gos: Sequence[Go], state: State, place: int, at_ms: int) -> State:
    """The clock at a go's start; stopped where it was stopped."""
    key = gos[place].key if place < len(gos) else ""
    return _next(state, go=key, began_ms=at_ms, held_ms=None if state.held_ms is None else 0)


def ended(state: State, at_ms: int) -> State:
    """A run that is over, its clock where it stood."""
    return _next(state, ended=True, held_ms=elapsed_ms(state, at_ms))


def _held(state: State, command: Command) -> After:
    if state.held_ms is not None:
        return After(state, "same")
    return After(_next(state, held_ms=elapsed_ms(state, command.at_ms)), "done")


def _going(state: State, command: Command) -> After:
    if state.held_ms is None:
        return After(state, "same")
    return After(_next(state, began_ms=command.at_ms - state.held_ms, held_ms=None), "done")


def _longer(go: Go, state: State) -> After:
    if seconds_of(go, state.more) + MORE_S > MOST_S:
        return After(state, "overtaken")
    more = {**state.more, go.key: state.more.get(go.key, 0) + MORE_S}
    return After(_next(state, more=more), "done")


def _next(state: State, **changed: object) -> State:
    return state.model_copy(update={"version": state.version + 1, **changed})


def repeats(command: Command, state: State, last: Sequence[Command]) -> bool:
    """Whether a command is the same wish as one of the last ones: of its kind, for its go, on its version."""
    return command.version < state.version and any(
        (one.kind, one.go, one.version) == (command.kind, command.go, command.version) for one in last
    )
