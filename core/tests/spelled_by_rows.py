"""Pieces over several rows put together from spellings of their parts, with what each asks for: intervals
below their machine, tables of lifts, what each level does, loads by rounds, complexes above their list,
teams. The spellings are common practice."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from core.tests.spelled import Spelled
from core.tests.spelled_more import LIFTS, Asked, Draw, Piece

MACHINES = (
    *(
        ("{M} intervals", "row"),
        ("{M} intervals:", "bike"),
        ("{M}:", "ski"),
        ("{M}", "run"),
        ("{M} day", "row"),
    ),
    *(("Intervals on the rower", "row"), ("Intervals on the track", "run"), ("{M} - intervals", "bike")),
    *(("Intervals (ski or row)", "ski"), ("Engine: {m}", "row"), ("B. {M}", "run")),
)
TIMED = (
    *("{n} x {t} hard, {r} easy", "{n} x {t} @ 2k pace / {r} off", "{n} x ({t} fast, {r} easy)"),
    *("{n} x {t} @ RPE 8 with {r} rest", "{n} rounds: {t} on, {r} off", "{n} x {t} strong / {r} recovery"),
)
FAR = (
    *("{n} x {d} m, {r} rest", "{n} x {d}m, rest {r}", "{n}x{d}m @ 5k pace, {r} rest", "{n} x {d} m, r {r}"),
    *("{n} x {d} m hard, {r} easy", "{n} x {d} m / {r} off", "{n} x {d} m, 1:1 rest"),
)
PARTED = ("rest 4 min", "4 min rest", "4 min easy", "then 4:00 off", "")
COLUMNS: tuple[tuple[tuple[str, ...], tuple[str, ...]], ...] = (
    (("Exercise", "Sets", "Reps", "Load"), ("{l}", "{s}", "{r}", "{p} %")),
    (("Lift", "Sets x reps", "Intensity", "Rest"), ("{l}", "{s}x{r}", "{p}%", "90")),
    (("", "Movement", "Sets", "Reps", "Load"), ("{b}", "{l}", "{s}", "{r}", "{p} %")),
    (("#", "Lift", "Set", "Rep", "%", "Rest"), ("{b}", "{l}", "{s}", "{r}", "{p}", "2 min")),
    (("Part", "Exercise", "Scheme", "Load", "Notes"), ("{b}", "{l}", "{s} x {r}", "{p}%", "smooth")),
    (("Movement", "Load", "Sets", "Reps"), ("{l}", "{p} %", "{s}", "{r}")),
    ((), ("{l}", "{s}", "{r}", "{p} %")),
    ((), ("{b}", "{l}", "{s} x {r}", "{p}%")),
)
LEVELS = (("L2", "L1"), ("Int", "Sc"), ("Intermediate", "Scaled"), ("Level 2", "Level 1"), ("INT", "BEG"))
EASIER = (
    *(
        ("toes-to-bar", "toes-to-bar", "knee raises", "hanging-knee-raise"),
        ("pull-ups", "pull-up", "ring rows", "ring-row"),
    ),
    *(
        ("chest-to-bars", "chest-to-bar-pull-up", "pull-ups", "pull-up"),
        ("pistols", "pistol", "air squats", "air-squat"),
    ),
)
SUBSTITUTED = ("{e}", "{e} instead of {h}", "{e} for {h}")
ROUNDS = ("{n} rounds for time", "{n} RFT", "For time, {n} rounds:")
BY_ROUND = ("Round {i}: {x}", "R{i}: {x}", "R{i} {x}", "round {i} @ {x}", "Round {i} - {x} kg")
COMPLEX = (
    *("Barbell complex, {n} sets @ {p} %\n{x}", "{n} sets @ {p} % of\n{x}", "Complex x {n} @ {p} %:\n{x}"),
    *("{n} rounds, unbroken, @ {p} %\n{x}", "Barbell complex, {n} sets, {p} %\n{x}"),
)
STRONG = (
    ("power clean", "power-clean"),
    ("front squat", "front-squat"),
    ("push jerk", "push-jerk"),
    ("clean", "clean"),
)
TAKING_TURNS = (
    *("In pairs, you go I go\n{n} rounds each", "With a partner - alternate rounds, {n} each"),
    *("Teams of 2, {m} rounds, alternating full rounds", "Pairs, {m} rounds total, switch every round"),
    *("{m} rounds in pairs, one round each in turn",),
)


def _intervals(draw: Draw) -> Piece:
    head, way = draw.one(MACHINES)
    rows, asked = [head.format(M=way.capitalize(), m=way)], []
    for place in range(draw.one((1, 2, 2))):
        times, rest = draw.one((4, 5, 6, 8)), draw.one(("1 min", "2 min", "1:00", "2:00"))
        if draw.random.random() < 0.5:
            minutes = draw.one((1, 2, 3))
            told, amount = draw.one(TIMED).format(n=times, t=f"{minutes} min", r=rest), times * minutes * 60
        else:
            metres = draw.one((200, 250, 400, 500, 800))
            told, amount = draw.one(FAR).format(n=times, d=metres, r=rest), times * metres
        if place:
            rows += [between] if (between := draw.one(PARTED)) else []
            told = told if between else draw.one(("", "then ")) + told
        rows.append(told)
        asked.append((way, amount, None, None))
    return "\n".join(rows), tuple(asked)


def _table(draw: Draw) -> Piece:
    heads, cells = draw.one(COLUMNS)
    sign, rows, asked = draw.one(("\t", " | ", "; ", "md")), [list(heads)] if heads else [], []
    for block, (lift, movement) in zip("ABC", draw.random.sample(LIFTS[:6], draw.one((2, 3))), strict=False):
        sets, reps, percent = draw.one((3, 4, 5)), draw.one((3, 5, 8)), draw.one((65, 70, 75))
        name = lift.capitalize()
        rows.append([one.format(b=block, l=name, s=sets, r=reps, p=percent) for one in cells])
        asked.append((movement, sets * reps, None, float(percent)))
    if sign == "md":
        return "\n".join("| " + " | ".join(row) + " |" for row in rows), tuple(asked)
    return "\n".join(sign.join(row) for row in rows), tuple(asked)


def _levels(draw: Draw) -> Piece:
    rounds, (hard, usual, easy, substitute) = draw.one((3, 4, 5)), draw.one(EASIER)
    unit, sign, parted = (
        draw.one((" kg", "")),
        draw.one((": ", " - ", " = ")),
        draw.one(("\n", " | ", " // ")),
    )
    told, asked = [], [("thruster", 12 * rounds, 60.0, None), (usual, 10 * rounds, None, None)]
    asked.append(("burpee", 15 * rounds, None, None))
    kind = draw.one(("both", "easier", "rounds"))
    for level, (his, hers) in zip(draw.one(LEVELS), ((50, 35), (40, 25)), strict=True):
        instead = draw.one(SUBSTITUTED).format(e=easy, h=hard)
        if kind == "rounds":
            told.append(f"{level}{sign}{rounds - 1} rounds, {his}/{hers}{unit}")
            fewer = ((usual, 10, None), ("burpee", 15, None), ("thruster", 12, float(his)))
            asked += [(one, count * (rounds - 1), kg, None) for one, count, kg in fewer]
            continue
        if kind == "both":
            asked.append(("thruster", 12 * rounds, float(his), None))
            instead = (
                f"{his}/{hers}{unit}"
                + draw.one((", ", " + ", " and ", "; " if "|" in parted else ", "))
                + instead
            )
        told.append(f"{level}{sign}{instead}")
        asked.append((substitute, 10 * rounds, None, None))
    head = draw.one(ROUNDS).format(n=rounds)
    return f"{head}\n12 thrusters 60/40{unit}\n10 {hard}\n15 burpees\n{parted.join(told)}", tuple(asked)


def _loads_by_round(draw: Draw) -> Piece:
    style, sign = draw.one(BY_ROUND), draw.one(("\n", ", ", " | "))
    loads = sign.join(
        style.format(i=at, x=load) for at, load in enumerate(("50/35", "60/40", "70/47.5"), start=1)
    )
    text = f"3 rounds for time\n10 deadlifts\n15 burpees\n{loads}"
    return text, (("deadlift", 30, 70.0, None), ("burpee", 45, None, None))


def _complex(draw: Draw) -> Piece:
    sets, percent, lifts = draw.one((3, 4, 5, 6)), draw.one((65, 70, 75)), draw.random.sample(STRONG, 3)
    rows = "\n".join(f"{count} {name}" for (name, _), count in zip(lifts, (1, 2, 1), strict=True))
    asked: tuple[Asked, ...] = tuple(
        (movement, count * sets, None, float(percent))
        for (_, movement), count in zip(lifts, (1, 2, 1), strict=True)
    )
    return draw.one(COMPLEX).format(n=sets, p=percent, x=rows), asked


def _turns(draw: Draw) -> Piece:
    rounds, (words, asked) = draw.one((3, 4, 5)), draw.items(3)
    text = draw.one(TAKING_TURNS).format(n=rounds, m=2 * rounds) + "\n" + "\n".join(words)
    return text, tuple(
        (movement, (count or 0) * rounds, kg, percent) for movement, count, kg, percent in asked
    )


BY_ROWS: dict[str, Callable[[Draw], Piece]] = {
    "intervals below a machine": _intervals,
    "tables of lifts": _table,
    "levels with rounds and substitutes": _levels,
    "loads by round": _loads_by_round,
    "complexes above a list": _complex,
    "rounds in turn": _turns,
}


def told_by_rows(kind: str, seed: int, count: int) -> Iterator[Spelled]:
    """Pieces of one kind."""
    draw = Draw(seed)
    for _ in range(count):
        yield Spelled(*BY_ROWS[kind](draw), any_order=True)
