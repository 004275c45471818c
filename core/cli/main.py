"""``python -m core.cli.main``: the commands of the core. Exit 0 with a result, 2 with a message for unusable input."""

from __future__ import annotations

import argparse
import json
import sys
from collections import Counter

from core.catalog import Catalog, load_catalog
from core.cli.files import read_kit, read_people, read_text
from core.json_out import derive_json, homework_json, plan_json, read_json
from core.demand import derive
from core.demand.people import Person, person_from_json
from core.errors import CoreError, PlanRefused, UnusableFile
from core.prep import Break, PlanSettings, plan_session
from core.prep.homework import homework_for
from core.prep.member import gaps_of, tight_sides
from core.prep.warmth import readiness_after
from core.reading import Workout, read_workout


def parser() -> argparse.ArgumentParser:
    top = argparse.ArgumentParser(
        prog="chalk", description="Read a workout, see what it asks, get the prep that fits."
    )
    commands = top.add_subparsers(dest="command", required=True)
    read = commands.add_parser("read", help="what a workout text says, and what in it was not understood")
    derive_ = commands.add_parser("derive", help="what it asks of the joints, with reasons")
    plan_ = commands.add_parser("plan", help="the prep that fits the minutes, the kit and the people")
    for one in (read, derive_, plan_):
        one.add_argument("file", help="a text file, or - for standard input")
        one.add_argument("--json", action="store_true", help="the documented JSON")
    for one in (derive_, plan_):
        one.add_argument("--division", help="the division to look at, such as scaled")
        one.add_argument("--after", metavar="FILE", help="an earlier workout that is still warm")
        one.add_argument("--class", dest="people", metavar="FILE", help="a JSON file of members")
    plan_.add_argument("--minutes", type=int, required=True)
    plan_.add_argument("--method", default="general-to-specific")
    plan_.add_argument("--heads", type=int)
    plan_.add_argument(
        "--kit",
        metavar="none|FILE",
        help="none, or a JSON file of kit id -> pieces; left out: enough of everything",
    )
    plan_.add_argument(
        "--between",
        type=int,
        metavar="MIN",
        default=0,
        help="minutes of a stop before every later part, for what is not warm yet",
    )
    plan_.add_argument("--cold", action="store_true", help="the room is cold: the raise is longer")
    plan_.add_argument("--member", metavar="FILE", help="plan for one member")
    catalog = commands.add_parser("catalog", help="what is on the shelf")
    catalog.add_argument("what", nargs="?", choices=["show"])
    catalog.add_argument("id", nargs="?")
    catalog.add_argument("--json", action="store_true")
    bench = commands.add_parser("bench", help="how long the core takes")
    bench.add_argument(
        "name",
        nargs="?",
        help="reading, demand, planner, member-sheets, linkage, lab, figures or session; all when left out; fuzz reads mutated texts; planner-proof compares with the general solver",
    )
    bench.add_argument("--seconds", type=float, default=60, help="how long fuzz goes on")
    bench.add_argument("--json", action="store_true")
    return top


def main(arguments: list[str] | None = None) -> int:
    asked = parser().parse_args(arguments)
    try:
        catalog = load_catalog()
        if asked.command == "catalog":
            return _catalog(asked, catalog)
        if asked.command == "bench":
            from core.cli.bench import run_benches, run_fuzz

            if asked.name == "fuzz":
                return run_fuzz(asked.seconds, asked.json)
            return run_benches(asked.name, asked.json)
        return {"read": _read, "derive": _derive, "plan": _plan}[asked.command](asked, catalog)
    except PlanRefused as problem:
        print(f"chalk: {problem.field}: {problem}", file=sys.stderr)
        return 2
    except CoreError as problem:
        print(f"chalk: {problem}", file=sys.stderr)
        return 2
    except BrokenPipeError:  # the reader of a pipe went away, as `| head` does
        sys.stderr.close()
        return 0


def _read(asked, catalog: Catalog) -> int:
    workout = read_workout(read_text(asked.file), catalog)
    if asked.json:
        return _print_json(read_json(workout))
    _say_workout(workout, catalog)
    return 0


def _derive(asked, catalog: Catalog) -> int:
    workout = read_workout(read_text(asked.file), catalog)
    _known_division(asked, workout)
    people = read_people(asked.people, catalog) if asked.people else ()
    profile = derive(workout, people, asked.division, catalog)
    warmed = _warmed(asked, catalog, people, workout)
    if asked.json:
        return _print_json(derive_json(workout, profile, warmed if asked.after else None))
    _say_unread(workout)
    for one in profile.demands:
        row = catalog.demands[one.id]
        first = one.terms[0]
        need = f"needs {one.required_deg:.0f} deg" if one.required_deg is not None else ""
        short = f"{one.short_count} of {len(one.people)} short" if one.people else ""
        print(
            f"{one.score:.2f}  {row.kind:8}{row.name:28}{need:15}{short:18}line {first.line}: {first.text} ({first.position})"
        )
    return 0


def _plan(asked, catalog: Catalog) -> int:
    workout = read_workout(read_text(asked.file), catalog)
    _known_division(asked, workout)
    people = read_people(asked.people, catalog) if asked.people else ()
    member = None
    if asked.member:
        from core.cli.files import read_json_file

        member = person_from_json(read_json_file(asked.member), catalog, asked.member)
        people = (member,)
    division = asked.division or (member.division if member else None)
    profile = derive(workout, people, division, catalog)
    settings = PlanSettings(
        minutes=asked.minutes,
        method=asked.method,
        headcount=asked.heads if asked.heads is not None else max(1, len(people)),
        kit=read_kit(asked.kit, catalog) if asked.kit else None,
        avoid=frozenset(member.cautions) if member else frozenset(),
        seated=bool(member and "seated" in member.adaptive),
        tight_sides=tight_sides(member) if member else (),
        warmed=tuple(_warmed(asked, catalog, people, workout).items()),
        cold=asked.cold,
        breaks=tuple((part, asked.between) for part in range(1, len(workout.asking)))
        if asked.between
        else (),
    )
    sheet = plan_session(workout, settings, people, catalog, division, profile)
    homework = (
        homework_for(
            {gap.motion: gap.needed_deg for gap in gaps_of(profile, member, workout.for_division(division))},
            member,
            settings,
            catalog,
        )
        if member
        else ()
    )
    if asked.json:
        return _print_json(
            plan_json(sheet) | ({"homework": [homework_json(one) for one in homework]} if member else {})
        )
    _say_unread(workout)
    for item in sheet.items:
        print(f"{clock(item.start_s):>6}  {item.phase:10}{item.name:42}{item.dose.words()}")
    for one in sheet.ramp:
        when = clock(one.start_s) if one.start_s is not None else "later"
        print(f"{when:>6}  ramp      {one.load_kg:g} kg x {one.reps}, rest {one.rest_s} s")
    print(f"{clock(sheet.seconds):>6}  done; {sheet.covered:.0%} of what it asks is prepared")
    for left in sheet.uncovered:
        print(f"        left: {catalog.demands[left.demand].name}, {left.why}")
    for stop in sheet.breaks:
        _say_stop(stop, catalog)
    for one in homework:
        print(
            f"        homework, {one.times_a_week} times a week: {one.name}, {one.dose.words()}; {catalog.demands[one.motion].name} has stayed short: {one.last_deg:.0f} of {one.needed_deg:.0f} deg"
        )
    for more in sheet.next_minute[:1]:
        others = f" and {more.new - 1} more" if more.new > 1 else ""
        print(f"        one more minute buys {more.name}{others}, +{more.whole:.0%}")
    print("        cool-down: " + ", ".join(item.name for item in sheet.cooldown))
    return 0


def _say_stop(stop: Break, catalog: Catalog) -> None:
    names = ", ".join(catalog.demands[demand].name for demand in stop.missing[:4]) or "nothing"
    print(f"        before {stop.name}, about {stop.starts_min:.0f} min in: not ready yet: {names}")
    for item in stop.items:
        print(f"          +{clock(item.start_s):>5}  {item.phase:10}{item.name:42}{item.dose.words()}")


def clock(seconds: int) -> str:
    """125 -> '2:05'."""
    return f"{seconds // 60}:{seconds % 60:02}"


def _warmed(asked, catalog: Catalog, people, workout: Workout) -> dict[str, float]:
    if not asked.after:
        return {}
    earlier = read_workout(read_text(asked.after), catalog)
    return readiness_after(
        earlier.for_division(asked.division),
        people[0] if len(people) == 1 else Person(),
        catalog,
        before=workout,
    )


def _known_division(asked, workout: Workout) -> None:
    if asked.division and asked.division not in (*workout.divisions, "rx"):
        named = ", ".join(("rx", *(one for one in workout.divisions if one != "rx")))
        raise UnusableFile(f"{asked.file}: no division '{asked.division}' in this text; it has {named}")


def _say_workout(workout: Workout, catalog: Catalog) -> None:
    if workout.title:
        print(workout.title)
    for part in workout.parts:
        fmt = part.format
        detail = [
            f"{fmt.rounds} rounds" if fmt.rounds else "",
            f"{fmt.minutes:g} min" if fmt.minutes else "",
            f"{fmt.work_s} s on, {fmt.rest_s or 0} s off" if fmt.work_s else "",
            "-".join(map(str, fmt.scheme)) + ("..." if fmt.ladder_step else ""),
            f"{fmt.repeat} times" if fmt.repeat > 1 else "",
            f"teams of {fmt.team}" if fmt.team else "",
            f"cap {clock(fmt.cap_s)}" if fmt.cap_s else "",
            "estimated" if fmt.estimated else "",
        ]
        print(f"{part.name}  {part.kind}, {fmt.kind}" + "".join(f", {one}" for one in detail if one))
        for work in part.work:
            spread = f" ({work.reps_range[0]} to {work.reps_range[1]})" if work.reps_range else ""
            amount = [
                f"{work.role}" if work.role else "",
                f"minute {work.station}" if work.station else "",
                f"{work.reps} reps{spread}" if work.reps else "",
                f"{work.distance_m:g} m" if work.distance_m else "",
                f"{work.calories} cal" if work.calories else "",
                f"{work.seconds} s" if work.seconds else "",
                "/".join(f"{load:.4g}" for load in work.loads_kg) + " kg" if work.loads_kg else "",
                "/".join(f"{value:g}" for value in work.percents) + " %" if work.percents else "",
                f"read {work.assumed}" if work.assumed else "",
            ]
            who = f" [{work.division}]" if work.division else ""
            print(
                f"   line {work.line:<3} {catalog.movements[work.movement].name}{who}: "
                + ", ".join(one for one in amount if one)
            )
    _say_unread(workout)


def _say_unread(workout: Workout) -> None:
    for one in workout.unread:
        hint = f" (perhaps {', '.join(one.candidates)})" if one.candidates else ""
        print(f"   unread, line {one.line} column {one.column}: '{one.text}': {one.reason}{hint}")


def catalog_counts(catalog: Catalog) -> dict:
    """Counts of the shelf, and per demand how many drills serve it (all, without kit, seated)."""
    prep = [drill for drill in catalog.drills.values() if set(drill.phases) - {"settle"}]
    kinds = Counter(catalog.sources[source].kind for source in _all_sources(catalog))
    serving = {
        demand: {
            "all": len(found := [drill for drill in prep if drill.effects.get(demand)]),
            "without_kit": sum(not drill.kit for drill in found),
            "seated": sum(bool(drill.seated) for drill in found),
        }
        for demand in catalog.demands
    }
    return {
        "movements": len(catalog.movements),
        "aliases": sum(len(row.aliases) for row in catalog.movements.values()),
        "positions": len(catalog.positions),
        "drills": len(catalog.drills),
        "poses": len(catalog.poses),
        "values_by_source": dict(kinds),
        "drills_by_demand": serving,
    }


def _all_sources(catalog: Catalog):
    for norm in catalog.norms.values():
        yield from (band.source for band in norm.bands)
    for place in catalog.positions.values():
        yield from (need.source for need in place.needs)
        yield from (place.holds_source for _ in place.holds)
    for move in catalog.movements.values():
        yield move.source
    for drill in catalog.drills.values():
        yield drill.source
        yield from (drill.effects_source for _ in drill.effects)


def _catalog(asked, catalog: Catalog) -> int:
    if asked.what == "show":
        for table in (
            catalog.movements,
            catalog.positions,
            catalog.drills,
            catalog.norms,
            catalog.demands,
            catalog.kit,
            catalog.methods,
        ):
            if asked.id in table:
                row = table[asked.id].model_dump(mode="json")
                row["sources"] = {
                    name: catalog.sources[name].citation
                    for name in sorted(_named_sources(row))
                    if name in catalog.sources
                }
                return _print_json(row)
        raise UnusableFile(f"nothing in the catalog is called '{asked.id}'")
    counts = catalog_counts(catalog)
    if asked.json:
        return _print_json(counts)
    print(
        ", ".join(
            f"{counts[name]} {name}" for name in ("movements", "aliases", "positions", "drills", "poses")
        )
    )
    print(
        "values by source: "
        + ", ".join(f"{count} {kind}" for kind, count in counts["values_by_source"].items())
    )
    for demand, row in counts["drills_by_demand"].items():
        print(
            f"  {demand:28}{row['all']:4} drills {row['without_kit']:4} without kit {row['seated']:4} seated"
        )
    return 0


def _named_sources(row: object) -> set[str]:
    if isinstance(row, dict):
        own = {value for key, value in row.items() if key.endswith("source") and isinstance(value, str)}
        return own.union(*(_named_sources(value) for value in row.values()))
    return set().union(*(_named_sources(value) for value in row)) if isinstance(row, list) else set()


def _print_json(value: object) -> int:
    print(json.dumps(value, indent=2, ensure_ascii=False))
    return 0


if __name__ == "__main__":
    sys.exit(main())
