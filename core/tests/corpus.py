"""The corpus of whiteboard texts and the hand-checked reading of each; used by the tests and by ``./chalk
bench reading``."""

from __future__ import annotations

from pathlib import Path

import yaml

from core.reading import Work, Workout, read_workout

CORPUS = yaml.safe_load((Path(__file__).parent / "corpus.yaml").read_text(encoding="utf-8"))
TOLERANCE = 0.002


def differences(case: dict) -> list[str]:
    """What the reader makes of a text that its expectation does not; empty when it reads as a careful
    coach would."""
    workout = read_workout(case["text"])
    works = [work for part in workout.parts for work in part.work]
    wanted = {
        "format": case["format"],
        "unread": case.get("unread", []),
        "title": case.get("title", ""),
        "movements": [one["m"] for one in case["work"]],
    }
    found = {
        "format": [part.format.kind for part in workout.parts],
        "unread": [one.text for one in workout.unread],
        "title": workout.title,
        "movements": [one.movement for one in works],
    }
    if "notes" in case:
        wanted["notes"], found["notes"] = case["notes"], sum(len(part.notes) for part in workout.parts)
    different = [
        f"{name}: {found[name]!r}, expected {value!r}"
        for name, value in wanted.items()
        if found[name] != value
    ]
    if workout.parts:
        different += _first_part(case, workout)
    for work, expected in zip(works, case["work"], strict=False):
        different += [
            f"{work.movement} {name}: {value!r}, expected {expected[name]!r}"
            for name, value in _values(work).items()
            if name in expected and not _same(value, expected[name])
        ]
    return different


def _first_part(case: dict, workout: Workout) -> list[str]:
    first = workout.parts[0]
    wanted = dict(case.get("fmt", {})) | ({"cap_s": case["cap"]} if "cap" in case else {})
    found = {name: getattr(first.format, name) for name in wanted}
    different = [
        f"{name}: {found[name]!r}, expected {value!r}"
        for name, value in wanted.items()
        if not _same(found[name], value)
    ]
    if case.get("kind", first.kind) != first.kind:
        different.append(f"kind: {first.kind}, expected {case['kind']}")
    return different


def _values(work: Work) -> dict:
    return {
        "reps": work.reps,
        "kg": work.load_kg,
        "metres": work.distance_m,
        "cal": work.calories,
        "s": work.seconds,
        "div": work.division,
        "est": work.reps_estimated,
        "percent": work.percent,
        "sides": work.sides,
        "rpe": work.rpe,
        "implements": work.implements,
        "scheme": work.scheme,
        "height": (work.heights_m or (None,))[0],
        "assumed": bool(work.assumed),
        "kgs": work.loads_kg,
        "percents": work.percents,
        "station": work.station,
        "role": work.role,
        "complex": work.complex is not None,
        "synchro": work.synchro,
        "bodyweight": work.bodyweight,
        "tempo": work.tempo,
        "note": work.note,
        "range": work.reps_range or (),
    }


def _same(found, wanted) -> bool:
    if isinstance(found, tuple):
        return len(found) == len(wanted) and all(
            _same(one, other) for one, other in zip(found, wanted, strict=False)
        )
    if isinstance(wanted, float) and found is not None:
        return abs(found - wanted) <= TOLERANCE
    return found == wanted
