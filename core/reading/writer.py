"""Workout -> canonical whiteboard text, which reads back as the same Workout (places aside)."""

from __future__ import annotations

from collections.abc import Sequence

from core.catalog import Catalog, load_catalog
from core.reading.notations.pyramid import goes_up_and_down
from core.reading.schemes import even_step
from core.reading.workout import Format, Part, Work, Workout, Written


def write_workout(workout: Workout, catalog: Catalog | None = None) -> str:
    """The canonical text: a title, then every part under a heading that names it and its kind, one line a
    movement.

    ``read_workout(write_workout(w))`` has the parts, formats, movements, amounts, loads, divisions and notes
    of ``w``. Unread words are not part of the work; they are written as notes, so that nothing is lost.
    Limitations: marks of how a word was assumed are gone, because the canonical word needs no assumption.
    """
    catalog = catalog or load_catalog()
    lines = [workout.title] if workout.title else []
    for part in workout.parts:
        if lines:
            lines.append("")
        lines.extend(_part(part, catalog))
    lines.extend(f"note: {one.text}" for one in workout.unread)
    return "\n".join(lines) + "\n"


def _part(part: Part, catalog: Catalog) -> list[str]:
    lines = [f"# {part.name} ({part.kind})"]
    if words := format_text(part.format):
        lines.append(words)
    lines.extend(f"note: {note}" for note in part.notes)
    loaded: set[str] = set()
    for place, work in enumerate(part.work):
        before = part.work[place - 1] if place else None
        words = _movement(work, catalog, work.movement in loaded, bool(part.format.ladder_step))
        if before is not None and work.complex is not None and before.complex == work.complex:
            lines[-1] += f" + {words}"
        else:
            lines.append(_place(work) + words)
        if work.loads and work.as_prescribed:
            loaded.add(work.movement)
        if work.note:
            lines[-1] += f" // {work.note}"
    busy = {work.station for work in part.work}
    lines.extend(
        f"minute {station}: rest" for station in range(1, part.format.stations + 1) if station not in busy
    )
    return lines


def format_text(fmt: Format) -> str:
    """One line that reads as this format; empty for sets and reps, which stand on the movements' own
    lines."""
    pieces = [_kind(fmt)]
    if fmt.repeat > 1:
        pieces.append(f"x {fmt.repeat}")
    if (
        fmt.kind == "as-many-as-possible"
        and fmt.estimated
        and fmt.rounds_range
        and fmt.rounds_range[0] == fmt.rounds_range[1]
    ):
        pieces.append(f"expect {fmt.rounds} rounds")
    if fmt.kind == "as-many-as-possible" and not fmt.estimated:
        pieces.append("each station once")  # "15 box jumps, then max wall balls"
    if fmt.cap_s:
        pieces.append(f"cap {clock(fmt.cap_s)}")
    if fmt.rest_s and fmt.kind != "intervals":
        pieces.append(f"rest {clock(fmt.rest_s)}")
    if fmt.team:
        pieces.append(f"in teams of {fmt.team}")
    if fmt.share == "alternate":
        pieces.append("you go i go")
    return ", ".join(piece for piece in pieces if piece)


def _kind(fmt: Format) -> str:
    ladder = _listed(fmt.scheme) + ("..." if fmt.ladder_step else "")
    if fmt.kind == "for-time":
        return " ".join(filter(None, (ladder, "for time" if fmt.for_time else "")))
    if fmt.kind == "rounds":
        return (
            f"{fmt.rounds} rounds"
            + (" each" if fmt.team and not fmt.share else "")
            + (" for time" if fmt.for_time else "")
        )
    if fmt.kind == "as-many-as-possible":
        minutes = f" {clock(round(fmt.minutes * 60))}" if fmt.minutes else ""
        return f"amrap{minutes}" + (f" {ladder}" if ladder else "")
    if fmt.kind == "every-minute":
        rounds = f" x {fmt.rounds}" if fmt.rounds and not fmt.estimated else ""
        return f"every {clock(fmt.interval_s or 60)}{rounds}" + (f" {ladder} ladder" if ladder else "")
    if fmt.kind == "intervals":
        rounds = f" x {fmt.rounds}" if fmt.rounds and not fmt.estimated else ""
        return f"{clock(fmt.work_s or 0)} on {clock(fmt.rest_s or 0)} off{rounds}"
    return ""


def clock(seconds: int) -> str:
    """90 -> '1:30'."""
    return f"{seconds // 60}:{seconds % 60:02}"


def _place(work: Work) -> str:
    """What stands before a movement: its division and the lines it stands in for, its minute, its role."""
    lines = ", ".join(str(index + 1) for index in work.replaces)
    instead = f"line {lines}" if lines else "more"
    division = f"{work.division.replace('-', ' ')} ({instead}): " if work.division else ""
    station = f"minute {work.station}: " if work.station else ""
    role = f"{work.role}: " if work.role else ""
    return division + station + role


def _movement(work: Work, catalog: Catalog, loaded_above: bool, climbs: bool) -> str:
    """A movement in words; said to be unloaded where the load above would hold for it, and to go on like that
    where its list climbs."""
    bare = not (work.loads or work.percents or work.rpe or work.bodyweight)
    pieces = [
        *_amount(work, climbs),
        "synchro" if work.synchro else "",
        "unloaded" if loaded_above and bare else "",
        catalog.movements[work.movement].name,
        *_load(work),
        "each" if work.everyone else "",
    ]
    return " ".join(piece for piece in pieces if piece)


def _amount(work: Work, climbs: bool) -> list[str]:
    written, sets = work.written, work.written.sets
    side = "each side" if work.sides == 2 else ""
    other = f"/{written.other:.10g}" if written.other is not None else ""
    if written.estimated:
        return [f"build to a heavy {written.scheme[0]}"]
    if written.max_effort:
        return [f"{sets} x" if sets else "", "max", written.counts, side, _measure(written, 1, other)]
    if written.scheme:
        unit = {"": "", "cal": " cal", "m": " m"}[written.counts]
        if len(set(written.scheme)) == 1 and not written.counts:
            to = f"-{written.reps_to}" if written.reps_to else ""
            return [f"{len(written.scheme)} x {written.scheme[0]}{to}{other}", side]
        on = "..." if climbs and even_step(written.scheme) else ""
        return [_listed(written.scheme) + on + unit, side]
    if written.counts == "cal":
        return ["cal", side]
    measured = _measure(written, sets or 1, other)
    if written.reps is None:
        return [measured or (f"{sets} x" if sets else ""), side]
    times = f"{sets} x " if sets and sets > 1 and not measured else ""  # "8 reps x 5 sets"
    if written.reps_to:
        return [f"{times}{written.reps}-{written.reps_to}" + ("" if times else " reps"), side, measured]
    if times:
        return [f"{times}{written.reps}{other}", side]
    return [f"{written.reps}" if measured else f"{written.reps}{other}", side, measured]


def _measure(written: Written, sets: int, other: str) -> str:
    times = f"{sets} x " if sets > 1 else ""
    found = []
    if written.calories:
        found.append(f"{times}{written.calories}{other} cal")
    if written.distance_m:
        found.append(f"{times}{written.distance_m:.10g}{other} m")
    if written.seconds:
        found.append(f"{times}{written.seconds} s")
    return " ".join(found)


def _load(work: Work) -> list[str]:
    found = []
    if work.loads:
        count = f"{work.implements} x " if work.implements > 1 else ""
        found.append(f"{count}{'/'.join(f'{load:.10g}' for load in work.loads)} {work.load_unit}")
    if work.bodyweight:
        found.append(f"@ {work.bodyweight:.10g} x bodyweight")
    if work.percents and not (work.written.estimated and len(work.percents) == 1):
        whole = all(float(value).is_integer() for value in work.percents)
        found.append("@ " + ("-" if whole else "/").join(f"{value:.10g}" for value in work.percents) + " %")
    if work.rpe:
        found.append(f"@ RPE {work.rpe:.10g}")
    if work.tempo:
        found.append(f"tempo {work.tempo}")
    if work.rep_every_s:
        found.append(f"a rep every {work.rep_every_s} s")
    if work.heights_m:
        found.append("/".join(f"{height * 100:.10g}" for height in work.heights_m) + " cm")
    return found


def _listed(scheme: Sequence[int]) -> str:
    """The numbers of a scheme; with commas where dashes would say those between as well."""
    return (", " if goes_up_and_down(scheme) else "-").join(map(str, scheme))
