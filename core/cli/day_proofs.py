"""A competition day against a general solver, and timed while it moves. Needs the tests beside the core."""

from __future__ import annotations

import time
from statistics import median

from core.day.line import DayAsk
from core.day.racks import schedule
from core.day.timing import day_lines

INSTANCES = 500
ATHLETES, MOVES = 20, 24
EFFORT = 0.06  # of the search while a finger waits


def rack_proof(instances: int = INSTANCES) -> dict[str, dict[str, float]]:
    """Ways up on shared racks against the solver, level by level; unproven ones are counted apart."""
    from core.tests.rack_reference import best, instance, worst

    off: dict[str, int] = dict.fromkeys(("missed", "changed", "waits", "ahead"), 0)
    times_s, unproven, equal = [], 0, 0
    for number in range(instances):
        ways, racks = instance(number)
        start = time.perf_counter()
        found = schedule(ways, racks)
        times_s.append(time.perf_counter() - start)
        reference = best(ways, racks)
        unproven += not reference.proven
        equal += tuple(found.cost) == reference.values
        level = worst(tuple(found.cost), reference)
        if level:
            off[level] += 1
    figures = {f"off_in_{name}": float(count) for name, count in off.items()}
    return {
        "rack-proof": {
            "instances": instances,
            "equal": equal,
            **figures,
            "unproven": unproven,
            "median_of_one_ms": round(median(times_s) * 1000, 1),
            "longest_ms": round(max(times_s) * 1000, 1),
        }
    }


def day_timed() -> dict[str, dict[str, float]]:
    """Twenty athletes in four events: the day planned, and every heat in turn moved by ten minutes."""
    from core.tests.competing import day_of, heats_for, moved_by, people

    group = people(ATHLETES)
    heats = heats_for(group)
    ask = day_of(group, heats)
    start = time.perf_counter()
    lines = day_lines(ask)
    planned_s = time.perf_counter() - start
    given = {line.athlete: line for line in lines.lines}
    first = min(heat.starts_at for heat in heats)
    moved_s, told = [], []
    for heat in heats[:MOVES]:
        later = DayAsk(
            heats=moved_by(heats, heat.key, 10),
            prepared=ask.prepared,
            racks=ask.racks,
            published=given,
            now=first - 4 * 3600,
            effort=EFFORT,
        )
        start = time.perf_counter()
        again = day_lines(later)
        moved_s.append(time.perf_counter() - start)
        told.append(sum(line is not given[line.athlete] for line in again.lines))
    return {
        "day": {
            "athletes": ATHLETES,
            "planned_ms": round(planned_s * 1000, 1),
            "moved_median_ms": round(median(moved_s) * 1000, 1),
            "moved_longest_ms": round(max(moved_s) * 1000, 1),
            "most_who_change": max(told),
        }
    }
