"""Pieces put together from spellings of their parts, with what each asks for: what interrupts a list, what
each division lifts, loads told set by set, rounds inside rounds, sets under labels, waves, sentences, sheets
of several events. The spellings are common practice."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from core.tests.spelled import Spelled
from core.tests.spelled_more import LIFTS, Asked, Draw, Piece

ROUNDS = ("{n} rounds for time", "{n} RFT", "{n} rounds")
LISTED: tuple[tuple[str, str, int, float | None], ...] = (
    ("10 thrusters 40/30", "thruster", 10, 40.0),
    ("12 toes to bar", "toes-to-bar", 12, None),
    ("15 box jumps", "box-jump", 15, None),
    ("9 power cleans 60/40", "power-clean", 9, 60.0),
    ("20 sit-ups", "sit-up", 20, None),
)
THEN = (
    ("200 m run", "run", 200),
    ("5 burpees", "burpee", 5),
    ("10 cal row", "row", 10),
    ("3 wall walks", "wall-walk", 3),
)
EACH_ROUND = (
    *(
        "{a} after each round",
        "After each round: {a}",
        "Finish each round with {a}",
        "*{a} after every round",
    ),
    *(
        "each round ends with {a}",
        "{a} at the end of each round",
        "Start each round with {a}",
        "{a} before each round",
    ),
    *(
        "{a} to start each round",
        "Every round begins with {a}",
        "every round {a} to finish",
        "In every round also {a}",
    ),
)
BETWEEN = (
    "{a} between rounds",
    "{a} between each round",
    "Between rounds: {a}",
    "between rounds do {a}",
    "*{a} b/w rounds",
)
AFTER_TWO = (
    "{a} after rounds 1 and 3",
    "After rounds 1 and 3: {a}",
    "*{a} after round 1 and 3",
    "{a} following rounds 1 & 3",
)
BROKEN = (
    *(
        "Every break = {a}",
        "each time you put the bar down: {a}",
        "Drop the bar: {a}",
        "{a} each time you break",
    ),
    *(
        "If you stop, {a}",
        "every time you rest, {a}",
        "Penalty: {a} per break",
        "{a} every time you drop the bar",
    ),
)
LEVELS = (
    ("Rx", "Intermediate", "Scaled"),
    ("RX", "INT", "SC"),
    ("Rx", "Inter", "Scaled"),
    ("Elite", "Rx", "Scaled"),
)
LEVEL_LOADS = ((60.0, 40), (50.0, 35), (40.0, 30))
ONE_LINE = ("{l} {x}", "{l}: {x}", "{l} - {x}", "{l} = {x}")
IN_ORDER = ("{names}: {loads}", "{names}\n{loads}", "{names} - {loads}", "Loads {names}: {loads}")
SET_STYLES = (
    "{r} @ {w} kg",
    "{w}kg x {r}",
    "{w} kg x {r}",
    "{r}x{w}kg",
    "{w}kg/{r}",
    "{w} kg for {r}",
    "{w}x{r}",
    "{w} x {r}",
    "{w}/{r}",
)
NESTED = (
    *(
        "{n} rounds of:\n  {m} rounds of\n  {b}\n  {c}\n  then {a}",
        "{n} rounds:\n{a}\n{m} rounds of {b} + {c}",
    ),
    *("{n} rounds of: {a}, then {m} x ({b}, {c})", "{n} RFT\n{a}\n{m} rounds of:\n- {b}\n- {c}"),
    *("{n} rounds of:\n{a}\n{m} rounds of:\n  {b}\n  {c}",),
)
LABELS = (
    *(
        "{l}\nSets: {s}\nReps: {r}\n@ {p} %",
        "{l}\nReps: {r}\nSets: {s}\nLoad: {p} %",
        "{l}: Sets: {s}, Reps: {r}, @ {p} %",
    ),
    *(
        "{l} | Sets: {s} | Reps: {r} | Load: {p} %",
        "{l} - sets = {s}, reps = {r}, load = {p} %",
        "{l}\nSets: {s} / Reps: {r} / Load: {p} %",
    ),
)
WAVES = (
    "{l}\n2 x (3-2-1)",
    "{l} 3/2/1 x 2",
    "{l}: 3-2-1, 3-2-1",
    "{l}\n2 waves of 3-2-1",
    "{l}\nWave loading: 3-2-1, 3-2-1",
    "{l} 3-2-1-3-2-1",
)
OPEN_SENTENCES = (
    *(
        "As many rounds as possible in {t} minutes of {x}.",
        "You have {t} minutes to do as many rounds of {x} as you can.",
    ),
    *(
        "Set the clock to {t} minutes and keep moving through {x}.",
        "The workout is a {t} minute AMRAP of {x}.",
    ),
    *("We do {t} minutes of {x}, as many rounds as possible.", "A {t}-min AMRAP: {x}. Have fun!"),
)
ROUND_SENTENCES = (
    *(
        "{n} rounds for time of {x}.",
        "Do {n} rounds of {x} as fast as you can.",
        "Tomorrow we do {n} rounds of {x}. Bring water.",
    ),
    *(
        "Hi all, for Friday: {n} rounds of {x}.",
        "It's {n} rounds of {x} for time.",
        "Complete {n} rounds of {x}. Time cap is 15 minutes.",
    ),
)
EASIER = (
    ("pull-ups", "pull-up", "ring rows", "ring-row"),
    ("toes to bar", "toes-to-bar", "hanging knee raises", "hanging-knee-raise"),
)
HELD = (
    ("wall balls", "wall-ball", 9.0, 6.0, "ball 9/6", "ball 6/4"),
    ("KB swings", "kettlebell-swing", 24.0, 16.0, "KB 24/16", "KB 16/12"),
)
EVENTS = (
    "Event {n}",
    'EVENT {n} - "Iron Gate"',
    "WOD {n}",
    "Workout {n}: Slow Burn",
    "Event {n} (cap 10 min)",
)


def _interrupted(draw: Draw) -> Piece:
    (first, then), rounds = draw.random.sample(LISTED, 2), draw.one((3, 4, 5))
    (said, movement, amount), kind = draw.one(THEN), draw.one((EACH_ROUND, BETWEEN, AFTER_TWO, BROKEN))
    told = draw.one(kind).format(a=said)
    rows, head = (first[0], then[0]), draw.one(ROUNDS).format(n=rounds)
    behind = told[0].upper() + told[1:]
    text = draw.one(
        (
            f"{head}\n{rows[0]}\n{rows[1]}\n{told}",
            f"{head}: {rows[0]}, {rows[1]}. {behind}",
            f"{head}, {told[0].lower()}{told[1:]}\n{rows[0]}\n{rows[1]}",
        )
    )
    times = {EACH_ROUND: rounds, BETWEEN: rounds - 1, AFTER_TWO: 2}.get(kind)
    listed = tuple((name, count * rounds, kg, None) for _, name, count, kg in (first, then))
    return text, (*listed, (movement, amount * times if times else None, None, None))


def _levels(draw: Draw) -> Piece:
    levels, rounds, unit, (_, movement) = (
        draw.one(LEVELS),
        draw.one((3, 4, 5)),
        draw.one((" kg", "kg", "")),
        draw.one(LIFTS[:2] + LIFTS[4:5]),
    )
    lift = {"back-squat": "back squats", "deadlift": "deadlifts", "front-squat": "front squats"}[movement]
    loads = [f"{his:g}/{hers}{unit}" for his, hers in LEVEL_LOADS]
    if draw.random.random() < 0.5:
        style, sign = draw.one(ONE_LINE), draw.one(("\n", ", ", " | ", "; "))
        said = draw.one(
            ("", "Bar: ", "Loads: ") if "\n" not in sign and style == "{l} {x}" else ("",)
        ) + sign.join(style.format(l=level, x=load) for level, load in zip(levels, loads, strict=True))
    else:
        sign = draw.one((" / ", " | ", " // "))
        said = draw.one(IN_ORDER).format(names=sign.join(levels), loads=draw.one((" / ", " | ")).join(loads))
    text = draw.one(ROUNDS).format(n=rounds) + f"\n12 {lift}\n10 burpees\n{said}"
    lifted = tuple((movement, 12 * rounds, his, None) for his, _ in LEVEL_LOADS)
    return text, (*lifted, ("burpee", 10 * rounds, None, None))


def _set_by_set(draw: Draw) -> Piece:
    (lift, movement), style = draw.one(LIFTS), draw.one(SET_STYLES)
    start, reps = draw.one((50, 60, 65)), draw.one(((5, 5, 5), (5, 3, 1), (8, 5, 3, 2), (3, 3, 3, 3)))
    loads = [start + draw.one((10,)) * place for place in range(len(reps))]
    sign = draw.one((", ", "\n", " / ", "; "))
    told = sign.join(style.format(r=count, w=load) for count, load in zip(reps, loads, strict=True))
    lead = "\n" if "\n" in sign else draw.one((" ", ": ", " - ", "\n"))
    return lift.capitalize() + lead + told, ((movement, sum(reps), float(loads[-1]), None),)


def _nested(draw: Draw) -> Piece:
    rounds, within, (words, asked) = draw.one((3, 4, 5)), draw.one((2, 3)), draw.items(2)
    far = draw.one((400, 800))
    text = draw.one(NESTED).format(n=rounds, m=within, a=f"{far} m ski", b=words[0], c=words[1])
    inside = tuple(
        (movement, (amount or 0) * rounds * within, kg, percent) for movement, amount, kg, percent in asked
    )
    return text, (("ski", far * rounds, None, None), *inside)


def _labelled(draw: Draw) -> Piece:
    (lift, movement), sets, reps, percent = (
        draw.one(LIFTS),
        draw.one((3, 4, 5)),
        draw.one((3, 5, 8)),
        draw.one((65, 70, 75)),
    )
    text = draw.one(LABELS).format(l=lift.capitalize(), s=sets, r=reps, p=percent)
    return text, ((movement, sets * reps, None, float(percent)),)


def _waves(draw: Draw) -> Piece:
    lift, movement = draw.one(LIFTS)
    return draw.one(WAVES).format(l=lift.capitalize()), ((movement, 12, None, None),)


def _sentences(draw: Draw) -> Piece:
    rounds, ((a, b, c), asked) = draw.one((3, 4, 5)), draw.items(3)
    listed = f"{a}, {b} and {c}"
    if draw.random.random() < 0.5:
        return draw.one(OPEN_SENTENCES).format(t=draw.one((10, 12, 15)), x=listed), tuple(
            (one, None, None, None) for one, *_ in asked
        )
    return draw.one(ROUND_SENTENCES).format(n=rounds, x=listed), tuple(
        (one, (count or 0) * rounds, kg, p) for one, count, kg, p in asked
    )


def _event(draw: Draw, number: int) -> Piece:
    rounds, (rx, sc) = draw.one((3, 4, 5)), draw.one((("Rx", "Scaled"), ("RX", "SC")))
    style, unit = draw.one(("{l}: {x}", "{l} - {x}", "{l} {x}")), draw.one((" kg", ""))
    head = (
        draw.one(EVENTS).format(n=number) + "\n" + draw.one(ROUNDS[:2]).format(n=rounds) + "\n12 thrusters\n"
    )
    asked: list[Asked] = [("thruster", 12 * rounds, 60.0, None), ("thruster", 12 * rounds, 40.0, None)]
    if draw.random.random() < 0.5:
        hard, usual, easy, substitute = draw.one(EASIER)
        loads = (f"60/40{unit}", f"40/30{unit}" + draw.one((", ", " + ")) + easy)
        head += f"10 {hard}\n"
        asked += [(usual, 10 * rounds, None, None), (substitute, 10 * rounds, None, None)]
    else:
        words, movement, own, lighter, held, easy = draw.one(HELD)
        sign = draw.one((", ", " and ", "; "))
        loads = (f"60/40{unit}{sign}{held}{unit}", f"40/30{unit}{sign}{easy}{unit}")
        head += f"15 {words}\n"
        asked += [(movement, 15 * rounds, own, None), (movement, 15 * rounds, lighter, None)]
    return head + "\n".join(
        style.format(l=level, x=load) for level, load in zip((rx, sc), loads, strict=True)
    ), tuple(asked)


def _events(draw: Draw) -> Piece:
    events = [_event(draw, number) for number in range(1, draw.one((2, 3, 4)))]
    return "\n\n".join(text for text, _ in events), tuple(one for _, asked in events for one in asked)


ANEW: dict[str, Callable[[Draw], Piece]] = {
    "interrupted": _interrupted,
    "levels": _levels,
    "set by set": _set_by_set,
    "nested": _nested,
    "labelled": _labelled,
    "waves": _waves,
    "sentences": _sentences,
    "events": _events,
}


def told_anew(kind: str, seed: int, count: int) -> Iterator[Spelled]:
    """Pieces of one kind."""
    draw = Draw(seed)
    for _ in range(count):
        yield Spelled(*ANEW[kind](draw), any_order=kind in ("levels", "nested", "events"))
