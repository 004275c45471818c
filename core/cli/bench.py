"""``./chalk bench``: how long the core takes, in this process. Median, 99th percentile, and peak memory of Python."""

from __future__ import annotations

import gc
import json
import time
import tracemalloc
from collections.abc import Callable
from dataclasses import replace
from statistics import median

from core.body.figure import draw
from core.catalog import load_catalog
from core.demand import Measurement, Person, derive
from core.demand.people import norm_range
from core.errors import UnusableFile
from core.lab import MOTIONS, LabAsk, ask_lab
from core.posture import SquatShape, body_of, solve_handstand, solve_hang, solve_plank, solve_squat_for
from core.prep import PlanSettings, plan, plan_session
from core.prep.member import fit_member
from core.reading import read_workout
from core.reading.tokens import tokenize

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
LAB_BARS = ("none", "goblet", "front", "back", "overhead")  # one solve each
RUNS = 60
WARM_UP = 3


def _people() -> tuple[Person, ...]:
    """Twenty members, each with every motion measured, left and right."""

    def measured(age: int) -> tuple[Measurement, ...]:
        return tuple(
            Measurement(motion, norm.bands[0].male[0] + (age * 7 + place) % 15 - 8, side)
            for place, (motion, norm) in enumerate(load_catalog().norms.items())
            for side in ("left", "right")
        )

    return tuple(
        Person(
            name=f"member {age}", age=age, sex=("male", "female")[age % 2], ranges=measured(age), key=str(age)
        )
        for age in range(22, 42)
    )


def _benches() -> dict[str, Callable[[], object]]:
    catalog = load_catalog()
    workout = read_workout(SESSION)
    people = _people()
    profile = derive(workout, people)
    settings = PlanSettings(minutes=12, headcount=20)
    class_sheet = plan(workout, profile, settings)
    hand_ranges = {
        motion: norm_range(catalog, motion, 34, None) for motion in (*MOTIONS["handstand"], "hip.flexion")
    }
    body, ranges = (
        body_of(1.75),
        {motion: norm_range(catalog, motion, 34, None) for motion in MOTIONS["squat"]},
    )
    long_text = different_lines(1000)

    def session():
        own = read_workout(SESSION)
        return plan(own, derive(own), PlanSettings(minutes=12))

    return {
        "session": session,
        "reading": lambda: read_workout(SESSION),
        "reading-1000-lines": lambda: _unseen(long_text),
        "reading-again": lambda: read_workout(long_text),
        "demand": lambda: derive(workout, people),
        "planner": lambda: plan(workout, profile, settings),
        "planner-without-offer": lambda: plan(workout, profile, settings, brief=True),
        "session-with-stops": lambda: plan_session(
            workout, replace(settings, breaks=((1, 3), (2, 3))), people, profile=profile
        ),
        "member-sheets": lambda: [
            fit_member(class_sheet, workout, person, settings, catalog, profile) for person in people
        ],
        "linkage-hands": lambda: [
            solve_hang(5.0, hand_ranges, body, False),
            solve_plank(2.0, 0.0, hand_ranges, body, False),
            solve_handstand(hand_ranges, body, 0.0, False),
        ],
        "linkage": lambda: [
            solve_squat_for(SquatShape(bar, 0.5), ranges, body, with_changes=False) for bar in LAB_BARS
        ],
        "lab": lambda: ask_lab(
            LabAsk(bar="overhead", load_share=0.5, ranges={"ankle.dorsiflexion": 24.0}), people, catalog
        ),
        "figures": lambda: [draw(pose) for pose in catalog.poses.values()],
    }


def different_lines(count: int) -> str:
    """``count`` lines of days like SESSION with other numbers every time: no movement line twice, so nothing is answered
    from memory."""
    days = "\n\n".join(
        SESSION.replace("4 x 4 @ 78", f"{2 + day % 7} x {1 + day % 9} @ {60 + day % 35}")
        .replace("15 push", f"{9 + day} push")
        .replace("12 box", f"{8 + day} box")
        .replace("9 chest", f"{3 + day} chest")
        .replace("30 m", f"{20 + day} m")
        .replace("40 s", f"{20 + day} s")
        .replace("12 cal", f"{7 + day} cal")
        .strip()
        for day in range(count // 11 + 1)
    )
    return "\n".join(days.split("\n")[:count])


def _unseen(text: str) -> object:
    tokenize.cache_clear()
    return read_workout(text)


def growth() -> dict[str, float]:
    """Milliseconds to read an unseen text of 12.5 to 100 kB: twice the length should take about twice the time."""
    found = {}
    for size in (12.5, 25, 50, 100):
        text = different_lines(int(size * 60))[: int(size * 1000) - 1]
        start = time.perf_counter()
        _unseen(text)
        found[f"{size:g} kB"] = round((time.perf_counter() - start) * 1000, 1)
    return found


def accuracy() -> dict[str, float]:
    """Share of the corpus that reads exactly as its hand-checked expectation says. Needs the tests beside the core."""
    from core.tests.corpus import CORPUS, differences

    wrong = [case["text"] for case in CORPUS if differences(case)]
    return {
        "texts": len(CORPUS),
        "exact": len(CORPUS) - len(wrong),
        "share": round(1 - len(wrong) / len(CORPUS), 4),
    }


def proof(instances: int = 40, whole: int = 4) -> dict[str, dict[str, float]]:
    """The planner against the general solver: on generated pieces of the shelf (the solver helped by our plan, which leaves it the
    proof), and on whole sessions with the whole shelf (the solver alone, a minute at the most). Times of this very run. Needs the
    tests and their solver beside the core."""
    from core.prep.choose import pinned
    from core.tests.reference_planner import prove
    from core.tests.test_planner_proof import generated, whole_shelf
    from core.tests.texts import SESSIONS

    pieces = [generated(number) for number in range(instances)]
    return {
        "planner-proof": _against(
            pieces, lambda problem, ours: prove(problem, ours, 60, keep=pinned(problem))
        ),
        "planner-proof-whole-shelf": _against(
            [whole_shelf(text) for text in SESSIONS[:whole]], lambda problem, ours: prove(problem, None, 60)
        ),
    }


def _against(problems, theirs) -> dict[str, float]:
    """instances; worst share of the best the solver found; share equal to it; seconds of both; the least and the median of how many
    times faster ours was."""
    from core.prep.choose import solve
    from core.tests.test_planner_proof import share

    shares, equal, ours_s, times = [], 0, [], []
    for problem in problems:
        start = time.perf_counter()
        ours = solve(problem)
        ours_s.append(time.perf_counter() - start)
        found = theirs(problem, ours)
        times.append(found.seconds / ours_s[-1])
        shares.append(share(ours.value(), found.value))
        equal += ours.value() > found.value - 2e-5
    return {
        "instances": len(problems),
        "worst_share": round(min(shares), 4),
        "equal": round(equal / len(problems), 4),
        "ours_ms": round(median(ours_s) * 1000, 1),
        "times_faster": round(median(times), 1),
        "times_faster_least": round(min(times), 1),
    }


def run_fuzz(seconds: float, as_json: bool) -> int:
    """Mutated texts for as long as asked: exit 1 when one breaks a rule."""
    from core.tests.fuzzing import fuzz

    count, broken = fuzz(seconds, start=int(time.time()))
    if as_json:
        print(json.dumps({"texts": count, "broken": broken}, indent=2))
    else:
        print(f"{count} mutated texts read, {len(broken)} broke a rule")
        for one in broken[:10]:
            print(one)
    return 1 if broken else 0


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
    return {
        "median_ms": round(median(times), 3),
        "p99_ms": round(times[min(len(times) - 1, int(len(times) * 0.99))], 3),
        "peak_mb": round(peak / 1e6, 3),
        "runs": runs,
    }


def run_benches(name: str | None, as_json: bool) -> int:
    benches = _benches()
    if name and name != "planner-proof" and not any(one.startswith(name) for one in benches):
        raise UnusableFile(f"no benchmark called '{name}'; there are {', '.join(benches)}")
    results = {one: measure(run) for one, run in benches.items() if not name or one.startswith(name)}
    if name == "planner-proof":
        results = proof()
    if not name or name.startswith("reading"):
        results |= {"reading-accuracy": accuracy(), "reading-growth-ms": growth()}
    if as_json:
        print(json.dumps(results, indent=2))
    else:
        for one, row in results.items():
            if "median_ms" not in row:
                print(f"{one:22} " + "   ".join(f"{key} {value:g}" for key, value in row.items()))
                continue
            print(
                f"{one:22} median {row['median_ms']:9.2f} ms   p99 {row['p99_ms']:9.2f} ms   peak {row['peak_mb']:6.2f} MB"
            )
    return 0
