"""``python -m core.cli.main``: the commands of the core. Exit 0 with a result, 2 with a message for unusable
input."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Sequence

from core.catalog import Catalog, load_catalog
from core.cli import shelf
from core.cli.day_arguments import add_day_arguments
from core.cli.files import read_json_file, read_kit, read_people, read_text
from core.cli.say import say_demands, say_json, say_plan, say_unread, say_workout
from core.demand import derive
from core.demand.people import ISO_DATE, Person, cautions_of, person_from_json
from core.documents import derived_document, plan_document, read_document
from core.errors import CoreError, PlanRefused, UnusableFile
from core.hazards import NO_CAUTIONS
from core.prep import PlanSettings, plan_session
from core.prep.homework import Homework, homework_for
from core.prep.member import gaps_of, tight_sides
from core.prep.warmth import Left, left_after
from core.reading import Workout, read_workout

BENCHES = "reading, demand, planner, member-sheets, posture, lab, figures or session; all when left out"
BENCH_HELP = (
    f"{BENCHES}; fuzz reads mutated texts, fuzz-proof a fixed lot of them; boards holds the reader "
    "against boards with answers; planner-proof compares with the general solver, posture-proof "
    "with a search, rack-proof shared racks with the general solver; used-ankle says what the squat was "
    "calibrated on; day times a competition that moves"
)


def parser() -> argparse.ArgumentParser:
    """Every command with its arguments."""
    top = argparse.ArgumentParser(
        prog="chalk", description="Read a workout, see what it asks, get the prep that fits."
    )
    commands = top.add_subparsers(dest="command", required=True)
    read = commands.add_parser("read", help="what a workout text says, and what in it was not understood")
    asks = commands.add_parser("derive", help="what it asks of the joints, with reasons")
    prep = commands.add_parser("plan", help="the prep that fits the minutes, the kit and the people")
    for command in (read, asks, prep):
        command.add_argument("file", help="a text file, or - for standard input")
        command.add_argument("--json", action="store_true", help="the documented JSON")
    for command in (asks, prep):
        command.add_argument("--division", help="the division to look at, such as scaled")
        command.add_argument("--after", metavar="FILE", help="an earlier workout that is still warm")
        command.add_argument("--class", dest="people", metavar="FILE", help="a JSON file of members")
        command.add_argument(
            "--on", default="", type=_day, metavar="DATE", help="how old tests are on this day"
        )
    _add_plan_arguments(prep)
    shelf.add_arguments(commands.add_parser("catalog", help="what is on the shelf"))
    lab = commands.add_parser("lab", help="where bodies stop in positions, and what would free them")
    lab.add_argument("file", help="a JSON list of asks (docs/json.md), or - for standard input")
    lab.add_argument("--json", action="store_true", help="the documented JSON")
    day = commands.add_parser("day", help="a competition: the sheet, and each athlete's line of the day")
    add_day_arguments(day)
    bench = commands.add_parser("bench", help="how long the core takes")
    bench.add_argument("name", nargs="?", help=BENCH_HELP)
    bench.add_argument("--seconds", type=float, default=60, help="how long fuzz goes on")
    bench.add_argument("--json", action="store_true")
    return top


def _add_plan_arguments(prep: argparse.ArgumentParser) -> None:
    prep.add_argument("--minutes", type=int, required=True)
    prep.add_argument("--method", default="general-to-specific")
    prep.add_argument("--heads", type=int)
    prep.add_argument(
        "--kit",
        metavar="none|FILE",
        help="none, or a JSON file of kit id -> pieces; left out: enough of everything",
    )
    prep.add_argument(
        "--between",
        type=int,
        metavar="MIN",
        default=0,
        help="minutes of a stop before every later part, for what is not warm yet",
    )
    prep.add_argument("--cold", action="store_true", help="the room is cold: the raise is longer")
    prep.add_argument("--hot", action="store_true", help="the day is hot: the raise is half as long")
    prep.add_argument("--member", metavar="FILE", help="plan for one member")


def main(arguments: list[str] | None = None) -> int:
    """Run one command; its exit code."""
    asked = parser().parse_args(arguments)
    try:
        return _run(asked, load_catalog())
    except PlanRefused as problem:
        print(f"chalk: {problem.field}: {problem}", file=sys.stderr)
        return 2
    except CoreError as problem:
        print(f"chalk: {problem}", file=sys.stderr)
        return 2
    except BrokenPipeError:  # the reader of a pipe went away, as `| head` does
        sys.stderr.close()
        return 0


def _run(asked: argparse.Namespace, catalog: Catalog) -> int:
    match asked.command:
        case "read":
            return _read(asked, catalog)
        case "derive":
            return _derive(asked, catalog)
        case "plan":
            return _plan(asked, catalog)
        case "catalog":
            return shelf.run(asked, catalog)
        case "lab":
            from core.cli.lab import run as answer  # figures and documents that reading does not need

            return answer(asked.file, asked.json, catalog)
        case "day":
            from core.cli.day import run as the_day

            return the_day(asked, catalog)
        case _:
            from core.cli.bench import run  # it needs what no other command does

            return run(asked)


def _day(written: str) -> str:
    if written and not ISO_DATE.fullmatch(written):
        raise argparse.ArgumentTypeError(f"{written!r}; expected a date such as 2026-03-14")
    return written


def _read(asked: argparse.Namespace, catalog: Catalog) -> int:
    workout = read_workout(read_text(asked.file), catalog)
    if asked.json:
        return say_json(read_document(workout, catalog))
    say_workout(workout, catalog)
    return 0


def _derive(asked: argparse.Namespace, catalog: Catalog) -> int:
    workout = read_workout(read_text(asked.file), catalog)
    _check_division(asked, workout)
    people = read_people(asked.people, catalog, asked.on) if asked.people else ()
    profile = derive(workout, people, asked.division, catalog)
    warmed = _warmed(asked, catalog, people, workout)
    if asked.json:
        return say_json(derived_document(workout, profile, catalog, warmed.readiness if warmed else None))
    say_unread(workout)
    say_demands(profile, catalog)
    return 0


def _plan(asked: argparse.Namespace, catalog: Catalog) -> int:
    workout = read_workout(read_text(asked.file), catalog)
    _check_division(asked, workout)
    member: Person | None = None
    people = read_people(asked.people, catalog, asked.on) if asked.people else ()
    if asked.member:
        member = person_from_json(read_json_file(asked.member), catalog, asked.member, asked.on)
        people = (member,)
    division = asked.division or (member.division if member else None)
    profile = derive(workout, people, division, catalog)
    settings = _settings(asked, catalog, workout, people, member)
    sheet = plan_session(workout, settings, people, catalog, division, profile)
    homework: tuple[Homework, ...] = ()
    if member:
        gaps = gaps_of(profile, member, catalog)
        needed = {gap.motion: gap.needed_deg for gap in gaps}
        homework = homework_for(needed, member, settings, catalog)
    if asked.json:
        return say_json(plan_document(sheet, catalog, homework if member else None, settings.cautions))
    say_unread(workout)
    say_plan(sheet, homework, catalog)
    return 0


def _settings(
    asked: argparse.Namespace,
    catalog: Catalog,
    workout: Workout,
    people: Sequence[Person],
    member: Person | None,
) -> PlanSettings:
    """What the plan is made for. A member's cautions, chair and tight sides hold for it."""
    later_parts = range(1, len(workout.asking))
    warmed = _warmed(asked, catalog, people, workout)
    return PlanSettings(
        minutes=asked.minutes,
        method=asked.method,
        headcount=asked.heads if asked.heads is not None else max(1, len(people)),
        kit=read_kit(asked.kit, catalog) if asked.kit else None,
        cautions=cautions_of(member, catalog) if member else NO_CAUTIONS,
        tight_sides=tight_sides(member) if member else (),
        warmed=tuple(warmed.prepared.items()) if warmed else (),
        raised=warmed.raised if warmed else 0.0,
        cold=asked.cold,
        hot=asked.hot,
        breaks=tuple((part, asked.between) for part in later_parts) if asked.between else (),
    )


def _warmed(
    asked: argparse.Namespace, catalog: Catalog, people: Sequence[Person], workout: Workout
) -> Left | None:
    """What an earlier workout left ready."""
    if not asked.after:
        return None
    earlier = read_workout(read_text(asked.after), catalog).for_division(asked.division)
    return left_after(earlier, workout, people, catalog, division=asked.division)


def _check_division(asked: argparse.Namespace, workout: Workout) -> None:
    if asked.division and asked.division not in (*workout.divisions, "rx"):
        named = ", ".join(dict.fromkeys(("rx", *workout.divisions)))
        raise UnusableFile(f"{asked.file}: no division '{asked.division}' in this text; it has {named}")


if __name__ == "__main__":
    sys.exit(main())
