"""What is taken for granted of a finished part because nothing in its text says it: told as assumed, at
every line it decides. A coach seldom writes a minute of work to be done once, a line without sets beside one
of five, or a name without an amount among others; where the reader came to that, it may have missed what says
how often."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterable, Sequence
from dataclasses import replace

from core.catalog import Catalog
from core.reading.second_look import SecondLook
from core.reading.units import SECOND_PER
from core.reading.volumes import lasts_s
from core.reading.workout import ASKING_KINDS, Format, Part, Work, Written

LITTLE_S = 180  # work of less than this at a slow pace is done more than once, as a rule; estimate
MANY_REPS = 50  # so many are enough for once; estimate
SEVERAL_SETS = 3
FILLING = ("every-minute", "intervals")  # a name alone fills its interval


def told(parts: Sequence[Part], lines: Iterable[tuple[int, str]], catalog: Catalog) -> tuple[Part, ...]:
    """Parts whose works say what was taken for granted of them. lines: number -> text, in English."""
    missed = SecondLook(lines, catalog).reasons(tuple(parts))
    return tuple(_told(part, of_part, catalog) for part, of_part in zip(parts, missed, strict=True))


def _told(part: Part, missed: dict[int, list[str]], catalog: Catalog) -> Part:
    if part.kind not in ASKING_KINDS:
        return part
    reasons = (_once(part, catalog), _beside_sets(part, catalog), _bare(part), _never_fits(part, catalog))
    works = (
        _with(work, [*(why(work) for why in reasons), *missed.get(place, ())])
        for place, work in enumerate(part.work)
    )
    return replace(part, work=tuple(works))


def _with(work: Work, said: Iterable[str]) -> Work:
    assumed = "; ".join(filter(None, (work.assumed, *said)))
    return replace(work, assumed=assumed) if assumed != work.assumed else work


def _once(part: Part, catalog: Catalog) -> Callable[[Work], str]:
    """'12 ring rows, 20 crunches' below a heading that was not understood."""
    shared = [work for work in part.work if work.as_prescribed and not work.written.max_effort]
    unsaid = not _says_how_often(part.format) and all(sets_of(work) == 1 for work in shared)
    once = set(map(id, shared)) if unsaid and _is_little(shared, catalog) else set()
    return lambda work: f"once for {work.text}, as nothing says how often" if id(work) in once else ""


def _is_little(works: Sequence[Work], catalog: Catalog) -> bool:
    """Whether all of it is done in so short a time that once would not be worth a line."""
    lasts = sum(lasts_s(work, catalog, pace=1.0) for work in works)
    return lasts < LITTLE_S and all(work.reps < MANY_REPS for work in works)


def _says_how_often(fmt: Format) -> bool:
    return (
        fmt.kind != "for-time"
        or fmt.for_time
        or bool(fmt.rounds or fmt.cap_s or fmt.minutes or fmt.scheme or fmt.team)
    )


def _beside_sets(part: Part, catalog: Catalog) -> Callable[[Work], str]:
    """'8 box jumps' below '5 x 3 back squat'."""
    fmt = part.format
    listed = fmt.kind == "sets-x-reps" or (fmt.kind == "for-time" and not fmt.rounds and not fmt.scheme)
    beside = listed and any(
        not work.written.estimated and sets_of(work) >= SEVERAL_SETS for work in part.work
    )
    return lambda work: (
        f"once for {work.text}, not in the sets beside it"
        if beside
        and work.written.sets is None
        and sets_of(work) == 1
        and work.complex is None
        and not work.written.max_effort
        and _is_little([work], catalog)
        else ""
    )


def _bare(part: Part) -> Callable[[Work], str]:
    """'pull-ups' in '12 thrusters, pull-ups'."""
    beside = Counter(line for line, _ in {(work.line, work.movement) for work in part.work})
    counting = part.format.kind not in FILLING and not part.format.scheme
    return lambda work: (
        f"no amount of its own for {work.text}"
        if counting and beside[work.line] > 1 and work.written == Written() and work.complex is None
        else ""
    )


def _never_fits(part: Part, catalog: Catalog) -> Callable[[Work], str]:
    """'EMOM 12: 15 cal row, 15 burpees', all of it in every minute."""
    fmt = part.format
    shared = [work for work in part.work if work.as_prescribed and not (work.reps_estimated or work.role)]
    fastest = sum(lasts_s(work, catalog, pace=0.0) for work in shared)
    given = (fmt.rounds or 0) * (fmt.interval_s or SECOND_PER["min"]) * fmt.repeat
    never = fmt.kind == "every-minute" and not fmt.stations and 0 < given < fastest
    every = set(map(id, shared)) if never else set()
    return lambda work: (
        f"{work.text} in every interval, though all of it takes longer" if id(work) in every else ""
    )


def sets_of(work: Work) -> int:
    """Sets a line says of itself."""
    return work.written.sets or len(work.written.scheme) or 1
