"""``./chalk bench``: how long the core takes, in this process. Median, 99th percentile, and peak memory of
Python."""

from __future__ import annotations

import argparse
import gc
import time
import tracemalloc
from collections.abc import Callable, Mapping
from dataclasses import replace
from statistics import median

import numpy as np

from core.body.figure import draw
from core.catalog import Catalog, load_catalog
from core.cli.block_proofs import blocks_lived
from core.cli.day_proofs import day_timed, rack_proof
from core.cli.hazard_proofs import hazard_proof
from core.cli.posture_proofs import posture_proof, used_ankle
from core.cli.proofs import (
    accuracy,
    boards_read,
    clothes_worn,
    different_lines,
    fuzz_proof,
    fuzzed,
    growth,
    phrased_read,
    planner_proof,
    read_unseen,
)
from core.cli.say import say_json
from core.demand import Measurement, Person, derive
from core.demand.needs import forget
from core.demand.people import norm_range
from core.demand.points import POINTS
from core.demand.scores import DemandProfile
from core.errors import UnusableFile
from core.lab import LabAsk, ask_lab
from core.posture import Body, Shape, body_of, postures_of
from core.posture.body import stacked
from core.posture.families import MAKERS
from core.posture.shape import FAMILIES, Family
from core.posture.shapes import NODES
from core.prep import PlanSettings, plan, plan_session
from core.prep.member import fit_member
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
AGES = range(22, 42)  # of twenty members
LINES = 110  # more of this session are more work than a day may have
BODIES = 2500
ADULT = 34
RUNS = 60
WARM_UP = 3

Bench = Callable[[], object]
Figures = dict[str, float]
PROOFS: dict[str, Callable[[], dict[str, Figures]]] = {
    "planner-proof": planner_proof,
    "fuzz-proof": fuzz_proof,
    "boards": boards_read,
    "clothes": clothes_worn,
    "phrased": phrased_read,
    "posture-proof": posture_proof,
    "hazard-proof": hazard_proof,
    "rack-proof": rack_proof,
    "day": day_timed,
    "blocks": blocks_lived,
    "used-ankle": used_ankle,
}


def run(asked: argparse.Namespace) -> int:
    """Run the benchmarks that were named, all when none was. Raises UnusableFile for a name that does not
    exist, and for one that needs packages that are not installed."""
    try:
        if asked.name == "fuzz":
            return _say_fuzz(asked.seconds, asked.json)
        results = PROOFS[asked.name]() if asked.name in PROOFS else _timed(asked.name)
    except ModuleNotFoundError as missing:
        get = "run ./chalk check once, which installs them"
        raise UnusableFile(
            f"'{asked.name or 'bench'}' needs the packages of the tests ({missing.name} is not there); {get}"
        ) from missing
    if asked.json:
        return say_json(results)
    for name, figures in results.items():
        print(f"{name:22} {_words(figures)}")
    return 0


def _timed(name: str | None) -> dict[str, Figures]:
    benches = _benches()
    chosen = {title: bench for title, bench in benches.items() if not name or title.startswith(name)}
    if not chosen:
        raise UnusableFile(f"no benchmark called '{name}'; there are {', '.join(benches)}")
    results = {title: measure(bench, RUNS) for title, bench in chosen.items()}
    if not name or name.startswith("reading"):
        results |= {"reading-accuracy": accuracy(), "reading-growth-ms": growth(SESSION)}
    return results


def _words(figures: Mapping[str, float]) -> str:
    if "median_ms" not in figures:
        return "   ".join(f"{key} {value:g}" for key, value in figures.items())
    times = f"median {figures['median_ms']:9.2f} ms   p99 {figures['p99_ms']:9.2f} ms"
    return f"{times}   peak {figures['peak_mb']:6.2f} MB"


def _say_fuzz(seconds: float, as_json: bool) -> int:
    """Exit 1 when a text breaks a rule."""
    count, broken = fuzzed(seconds)
    if as_json:
        say_json({"texts": count, "broken": broken})
    else:
        print(f"{count} mutated texts read, {len(broken)} broke a rule")
        for text in broken[:10]:
            print(text)
    return 1 if broken else 0


def measure(bench: Bench, runs: int) -> Figures:
    """Milliseconds per call (median and p99) and the peak memory one call adds, in MB."""
    for _ in range(WARM_UP):
        bench()
    gc.collect()
    times_ms = sorted(_time_ms(bench) for _ in range(runs))
    tracemalloc.start()
    bench()
    _, peak = tracemalloc.get_traced_memory()
    tracemalloc.stop()
    return {
        "median_ms": round(median(times_ms), 3),
        "p99_ms": round(times_ms[min(runs - 1, int(runs * 0.99))], 3),
        "peak_mb": round(peak / 1e6, 3),
        "runs": runs,
    }


def _time_ms(bench: Bench) -> float:
    start = time.perf_counter()
    bench()
    return (time.perf_counter() - start) * 1000


def _people(catalog: Catalog) -> tuple[Person, ...]:
    """Twenty members, each with every motion measured, left and right."""

    def measured(age: int) -> tuple[Measurement, ...]:
        tests = []
        for number, (motion, norm) in enumerate(catalog.norms.items()):
            degrees = norm.bands[0].male[0] + (age * 7 + number) % 15 - 8
            tests += [Measurement(motion, degrees, side) for side in ("left", "right")]
        return tuple(tests)

    return tuple(
        Person(
            name=f"member {age}", age=age, sex=("male", "female")[age % 2], ranges=measured(age), key=str(age)
        )
        for age in AGES
    )


def _benches() -> dict[str, Bench]:
    catalog = load_catalog()
    long_text = different_lines(SESSION, LINES)
    two_kb = long_text[:2000]
    return {
        "session": _session,
        "reading": lambda: read_workout(SESSION),
        "reading-2-kb": lambda: read_unseen(two_kb),
        "reading-110-lines": lambda: read_unseen(long_text),
        "reading-again": lambda: read_workout(long_text),
        **_planning(catalog),
        **_postures(catalog),
        "figures": lambda: [draw(pose) for pose in catalog.poses.values()],
    }


def _session() -> object:
    workout = read_workout(SESSION)
    return plan(workout, derive(workout), PlanSettings(minutes=12))


def _planning(catalog: Catalog) -> dict[str, Bench]:
    workout, people = read_workout(SESSION), _people(catalog)
    profile = derive(workout, people)
    settings = PlanSettings(minutes=12, headcount=len(people))
    stops = replace(settings, breaks=((1, 3), (2, 3)))
    class_sheet = plan(workout, profile, settings)

    def member_sheets() -> object:
        return [fit_member(class_sheet, workout, person, settings, catalog, profile) for person in people]

    def unknown() -> object:
        forget()
        return derive(workout, people)

    return {
        "demand": lambda: derive(workout, people),
        "demand-unknown": unknown,
        "demand-bare-pass": _bare_pass(profile, len(people), catalog),
        "planner": lambda: plan(workout, profile, settings),
        "planner-without-offer": lambda: plan(workout, profile, settings, brief=True),
        "session-with-stops": lambda: plan_session(workout, stops, people, profile=profile),
        "member-sheets": member_sheets,
    }


def _bare_pass(profile: DemandProfile, people: int, catalog: Catalog) -> Bench:
    """One comparison over arrays as large as those of a derivation: every solved position met, its
    conditions, people, points and nodes; what a derivation is measured against."""
    arrays = []
    for one in profile.positions:
        shape = catalog.positions[one.position].shape
        if shape is not None:
            conditions = len(postures_of(shape, [body_of()]).groups) + 1
            arrays.append(
                (np.zeros((conditions, people, 1, NODES)), np.ones((conditions, people, POINTS, 1)))
            )
    return lambda: [(tables <= most).any(axis=-1) for tables, most in arrays]


def _postures(catalog: Catalog) -> dict[str, Bench]:
    people = _people(catalog)
    lab_ask = LabAsk(bar="overhead", load_share=0.5, ranges={"ankle.dorsiflexion": 24.0})
    one, many = (
        stacked([body_of(1.75)]),
        stacked([body_of(1.5 + 0.0002 * number) for number in range(BODIES)]),
    )
    return {
        **{f"posture-{family}": _solving(family, one, catalog) for family in FAMILIES},
        **{f"postures-{BODIES}-{family}": _solving(family, many, catalog) for family in FAMILIES},
        "lab": lambda: ask_lab(lab_ask, people, catalog),
    }


def _solving(family: Family, bodies: Body, catalog: Catalog) -> Bench:
    """Whether a position holds and what is in hand, for bodies that nobody solved before."""
    shape = Shape(family=family, bar="overhead" if family in ("squat", "lunge") else "none", load_share=0.5)
    spread = np.linspace(-2.0, 2.0, len(bodies.height_m))[:, None]  # type: ignore[arg-type]
    has = {}
    for motion in postures_of(shape, [body_of()]).motions:
        usual = norm_range(catalog, motion, ADULT, None)
        has[motion] = usual.mean_deg + usual.sd_deg * spread
    return lambda: MAKERS[family](shape, bodies).least(has)
