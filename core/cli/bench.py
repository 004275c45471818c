"""``./chalk bench``: how long the core takes, in this process. Median, 99th percentile, and peak memory of Python."""
from __future__ import annotations

import gc
import json
import time
import tracemalloc
from collections.abc import Callable
from statistics import median

from core.body.figure import draw
from core.catalog import load_catalog
from core.demand import Person, derive
from core.errors import UnusableFile
from core.prep import PlanSettings, plan
from core.reading import read_workout

SESSION = """A) Front squat 4 x 4 @ 78 %

B) 3 rounds for time, cap 14
15 push presses 40/27.5 kg
12 box step-overs 60/50 cm
9 chest-to-bar pull-ups
scaled: ring rows
30 m overhead plate carry 20/15 kg

C) every minute for 8 minutes
minute 1: 40 s plank
minute 2: 12 cal row
"""
RUNS = 60
WARM_UP = 3


def _people() -> tuple[Person, ...]:
    return tuple(Person(name=f"member {age}", age=age, sex=("male", "female")[age % 2], key=str(age)) for age in range(22, 42))


def _benches() -> dict[str, Callable[[], object]]:
    catalog = load_catalog()
    workout = read_workout(SESSION)
    people = _people()
    profile = derive(workout, people)
    settings = PlanSettings(minutes=12, headcount=20)
    long_text = "\n".join(SESSION.splitlines() * 60)

    def session():
        own = read_workout(SESSION)
        return plan(own, derive(own), PlanSettings(minutes=12))

    return {
        "session": session, "reading": lambda: read_workout(SESSION), "reading-1000-lines": lambda: read_workout(long_text),
        "demand": lambda: derive(workout, people), "planner": lambda: plan(workout, profile, settings),
        "figures": lambda: [draw(pose) for pose in catalog.poses.values()],
    }


def measure(run: Callable[[], object], runs: int = RUNS) -> dict[str, float]:
    """Milliseconds per call (median and p99) and the peak memory one call adds, in MB."""
    for _ in range(WARM_UP):
        run()
    gc.collect()
    times = []
    for _ in range(runs):
        start = time.perf_counter()
        run()
        times.append((time.perf_counter() - start) * 1000)
    tracemalloc.start()
    run()
    peak = tracemalloc.get_traced_memory()[1]
    tracemalloc.stop()
    times.sort()
    return {"median_ms": round(median(times), 3), "p99_ms": round(times[min(len(times) - 1, int(len(times) * 0.99))], 3),
            "peak_mb": round(peak / 1e6, 3), "runs": runs}


def run_benches(name: str | None, as_json: bool) -> int:
    benches = _benches()
    if name and not any(one.startswith(name) for one in benches):
        raise UnusableFile(f"no benchmark called '{name}'; there are {', '.join(benches)}")
    results = {one: measure(run) for one, run in benches.items() if not name or one.startswith(name)}
    if as_json:
        print(json.dumps(results, indent=2))
    else:
        for one, row in results.items():
            print(f"{one:22} median {row['median_ms']:9.2f} ms   p99 {row['p99_ms']:9.2f} ms   peak {row['peak_mb']:6.2f} MB")
    return 0
