"""The core's answers in words, for who reads them in a terminal."""

from __future__ import annotations

import json
from collections.abc import Iterable

from core.catalog import Catalog
from core.demand import DemandProfile
from core.demand.scores import DemandScore
from core.documents import Document
from core.prep import Break, Item, PrepSheet
from core.prep.dose import minutes_words
from core.prep.homework import Homework
from core.reading import Workout
from core.reading.workout import Format, Part, Work

MISSING_NAMED = 4


def say_json(value: Document | object) -> int:
    """Print a value as JSON; 0, as an exit code."""
    plain = value.json_value() if isinstance(value, Document) else value
    print(json.dumps(plain, indent=2, ensure_ascii=False))
    return 0


def say_workout(workout: Workout, catalog: Catalog) -> None:
    """What was read, part by part, and what was not understood."""
    if workout.title:
        print(workout.title)
    for part in workout.parts:
        print(_part_words(part))
        for work in part.work:
            print(_work_words(work, catalog))
    say_unread(workout)


def say_unread(workout: Workout) -> None:
    """What was not understood."""
    for unread in workout.unread:
        hint = f" (perhaps {', '.join(unread.candidates)})" if unread.candidates else ""
        place = f"line {unread.line} column {unread.column}"
        print(f"   unread, {place}: '{unread.text}': {unread.reason}{hint}")
    for doubt in workout.doubts:
        place, so = f"line {doubt.line}", "end the line with // yes, so"
        print(f"   doubted, {place}: read as {doubt.what}; {doubt.why}; if it is so, {so}")


def _part_words(part: Part) -> str:
    return ", ".join((f"{part.name}  {part.kind}", part.format.kind, *_format_words(part.format)))


def _format_words(fmt: Format) -> list[str]:
    scheme = "-".join(map(str, fmt.scheme)) + ("..." if fmt.ladder_step else "")
    words = (
        f"{fmt.rounds} rounds" if fmt.rounds else "",
        f"{fmt.minutes:g} min" if fmt.minutes else "",
        f"{fmt.work_s} s on, {fmt.rest_s or 0} s off" if fmt.work_s else "",
        scheme,
        f"{fmt.repeat} times" if fmt.repeat > 1 else "",
        f"teams of {fmt.team}" if fmt.team else "",
        f"cap {minutes_words(fmt.cap_s)}" if fmt.cap_s else "",
        "estimated" if fmt.estimated else "",
    )
    return [word for word in words if word]


def _work_words(work: Work, catalog: Catalog) -> str:
    who = f" [{work.division}]" if work.division else ""
    name = f"{catalog.movements[work.movement].name}{who}"
    return f"   line {work.line:<3} {name}: {', '.join(_amounts(work))}"


def _amounts(work: Work) -> list[str]:
    spread = " ({} to {})".format(*work.reps_range) if work.reps_range else ""
    words = (
        work.role,
        f"minute {work.station}" if work.station else "",
        f"{work.reps} reps{spread}" if work.reps else "",
        f"{work.distance_m:g} m" if work.distance_m else "",
        f"{work.calories} cal" if work.calories else "",
        f"{work.seconds} s" if work.seconds else "",
        _slashed(work.loads_kg, ".4g", "kg"),
        _slashed(work.percents, "g", "%"),
        f"read {work.assumed}" if work.assumed else "",
    )
    return [word for word in words if word]


def _slashed(values: Iterable[float], form: str, unit: str) -> str:
    written = "/".join(format(value, form) for value in values)
    return f"{written} {unit}" if written else ""


def say_demands(profile: DemandProfile, catalog: Catalog) -> None:
    """Every demand in a line: its score, what it needs, who is short, and the line that asks most."""
    for demand in profile.demands:
        print(_demand_words(demand, catalog))


def _demand_words(demand: DemandScore, catalog: Catalog) -> str:
    row, first = catalog.demands[demand.id], demand.terms[0]
    need = f"needs {demand.required_deg:.0f} deg" if demand.required_deg is not None else ""
    short = f"{demand.short_count} of {len(demand.people)} short" if demand.people else ""
    asked = f"line {first.line}: {first.text} ({first.position})"
    return f"{demand.score:.2f}  {row.kind:8}{row.name:28}{need:15}{short:18}{asked}"


def say_plan(sheet: PrepSheet, homework: Iterable[Homework], catalog: Catalog) -> None:
    """The prep with its ways up, what it leaves, its stops, homework and cool-down."""
    for item in sheet.items:
        print(_item_words(item))
    for step in sheet.ramp:
        when = minutes_words(step.start_s) if step.start_s is not None else "later"
        print(f"{when:>6}  ramp      {step.load_kg:g} kg x {step.reps}, rest {step.rest_s} s")
    print(f"{minutes_words(sheet.seconds):>6}  done; {sheet.covered:.0%} of what it asks is prepared")
    for left in sheet.uncovered:
        print(f"        left: {catalog.demands[left.demand].name}, {left.why}")
    for stop in sheet.breaks:
        _say_stop(stop, catalog)
    for task in homework:
        print(f"        homework, {_homework_words(task, catalog)}")
    for more in sheet.next_minute[:1]:
        others = f" and {more.new - 1} more" if more.new > 1 else ""
        print(f"        one more minute buys {more.name}{others}, +{more.whole:.0%}")
    if sheet.finish:
        name = catalog.positions[sheet.finish].name.lower()
        print(f"        finish with one clean, slow repetition, nothing in the hands: {name}")
    print("        cool-down:")
    for item in sheet.cooldown:
        print(_item_words(item))


def _item_words(item: Item) -> str:
    return f"{minutes_words(item.start_s):>6}  {item.phase:10}{item.drill.name:42}{item.dose_words}"


def _say_stop(stop: Break, catalog: Catalog) -> None:
    missing = [catalog.demands[demand].name for demand in stop.missing[:MISSING_NAMED]]
    names = ", ".join(missing) or "nothing"
    print(f"        before {stop.name}, about {stop.starts_min:.0f} min in: not ready yet: {names}")
    for item in stop.items:
        print(f"          +{_item_words(item).lstrip():>5}")


def _homework_words(task: Homework, catalog: Catalog) -> str:
    name = catalog.demands[task.motion].name
    short = f"{name} has stayed short: {task.last_deg:.0f} of {task.needed_deg:.0f} deg"
    return f"{task.times_a_week} times a week: {task.name}, {task.dose_words}; {short}"
