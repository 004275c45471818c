"""Two formats that are one: written in two lines above a list, or one above and one below it."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from core.reading.schemes import even_step
from core.reading.units import MINUTE_S
from core.reading.workout import Format

CHANGES = ("rest_s", "cap_s", "team", "share", "rounds", "rounds_range", "estimated", "repeat")


LEAST_SHOWN = 4  # rungs of a ladder that goes on without saying so: "1-2-3" may be all of it
TABATA_S = 20  # seconds of work whose eight rounds are only usual


def said(fmt: Format) -> dict[str, Any]:
    """The fields beside its kind in which a format differs from an empty one."""
    empty = Format()
    return {name: getattr(fmt, name) for name in CHANGES if getattr(fmt, name) != getattr(empty, name)}


def kind_only(fmt: Format) -> tuple[object, ...]:
    """What makes two formats the same kind of piece."""
    return fmt.kind, fmt.rounds, fmt.minutes, fmt.scheme, fmt.interval_s


def _plain(fmt: Format) -> bool:
    """Whether a format says no more than 'for time'."""
    return fmt.kind == "for-time" and not fmt.scheme and fmt == Format(for_time=fmt.for_time, **said(fmt))


def _with(base: Format, other: Format) -> Format:
    """A format with what another says beside its kind, where it says nothing itself."""
    more = {
        name: value for name, value in said(other).items() if getattr(base, name) == getattr(Format(), name)
    }
    return replace(base, for_time=base.for_time or other.for_time, **more)


def merged(first: Format, second: Format) -> Format | None:
    """Two format lines in a row that are one format: 'for time' and '3 rounds', 'AMRAP 12' and a ladder; else
    None."""
    if _plain(first):
        kept = replace(first, rounds=None) if second.rounds else first
        return _with(second, kept)
    if first.minutes and first == Format("as-many-as-possible", minutes=first.minutes) and second.for_time:
        return replace(
            second, cap_s=second.cap_s or int(first.minutes * MINUTE_S)
        )  # "40 min", and below it "for time"
    if first.kind == second.kind == "as-many-as-possible" and first.minutes and second.minutes is None:
        return _with(first, replace(second, rounds=None))  # "8 min of", and below it "max rounds of"
    if second.kind == "for-time" and not (second.scheme and first.scheme):
        scheme = second.scheme or first.scheme
        if second.scheme and first.kind == "rounds" and first.rounds == len(second.scheme):
            first = replace(first, kind="for-time", rounds=None)  # "3 rounds of", "21-15-9"
        on = _goes_on(scheme) if first.kind == "as-many-as-possible" else None
        return _with(
            replace(first, scheme=scheme, ladder_step=second.ladder_step or first.ladder_step or on), second
        )
    if first.kind == "intervals" and second.kind == "rounds":
        return _with(
            replace(first, rounds=second.rounds), replace(second, rounds=None)
        )  # "20/10", "8 rounds each"
    return _of_rounds(first, second) if first.kind == "rounds" else None


def _goes_on(scheme: tuple[int, ...]) -> int | None:
    """The step of '2-4-6-8' below 'AMRAP 10', which goes on until the time is up; None of '21-15-9'."""
    step = even_step(scheme, LEAST_SHOWN) if len(scheme) >= LEAST_SHOWN else None
    return step if step and step == scheme[0] else None


def _of_rounds(first: Format, second: Format) -> Format | None:
    """'4 sets' and below it 'AMRAP 3': the second as often as the first says."""
    if second.kind == "as-many-as-possible" and first.rounds and not first.for_time:
        return replace(second, repeat=first.rounds, rest_s=first.rest_s or second.rest_s)
    if second.kind in ("intervals", "every-minute"):
        once = (second.rounds or 1) == 1  # "1 min at each station" below "3 rounds"
        return _with(
            replace(second, rounds=first.rounds if once else second.rounds), replace(first, rounds=None)
        )
    return None


def one_an_interval(fmt: Format, scheme: tuple[int, ...]) -> Format:
    """'Push jerk, every 2:00 x 3', and below it '3-2-1': as many sets as intervals are one for each."""
    return replace(fmt, scheme=scheme, ladder_step=even_step(scheme))


def trailing(first: Format | None, second: Format) -> Format | None:
    """A format written below its list: '5 rounds' under what is done, 'for time' under '5 rounds'; else
    None."""
    if first is None:
        return second
    if _plain(first):
        return _with(second, replace(first, rounds=None) if second.rounds else first)
    if _plain(second):
        return _with(first, replace(second, rounds=None))
    if (
        first.kind == "every-minute"
        and len(second.scheme) == first.rounds
        and second == Format(scheme=second.scheme)
    ):
        return one_an_interval(first, second.scheme)
    if first.kind == second.kind == "rounds" and first.rounds == 1:
        return _with(second, replace(first, rounds=None))  # "each does one round before the next one"
    if first.kind == "intervals" and second.kind == "rounds" and not second.for_time:
        usual = first.rounds is None or first.work_s == TABATA_S
        rounds = second.rounds if usual else first.rounds
        return _with(replace(first, rounds=rounds), replace(second, rounds=None))
    return None
