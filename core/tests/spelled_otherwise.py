"""Pieces put together from spellings of their parts, with what each asks for: what is done as heavy as it
goes, ladders told by their ends, plans of a class, pairs, what a division does otherwise, how often a list is
done said below it, sets in groups. The spellings are common practice."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from core.tests.spelled import Spelled
from core.tests.spelled_more import FALLING, LIFTS, Asked, Draw, Piece

MINUTES = ("{t} min", "{t} minutes", "{t}'", "{t}:00")
HEAVIEST = (
    *(
        "{T} to find max weight",
        "In {T} find a max",
        "{T} for max load",
        "For max load, {T}",
        "Max load in {T}",
    ),
    *(
        "Max weight ({T})",
        "For load ({T})",
        "{T}, for load",
        "{T} to build to a heavy",
        "Build to a heavy in {T}",
    ),
    *("Find the heaviest you can in {T}", "Establish a max, {T}", "Heaviest possible, {T}", "Max load"),
    *("{T} cap, for max load", "{T} window: heaviest", "{T} - as heavy as possible", "{T} to find your best"),
)
LADDERS_UP = (
    *(
        "1 to {n}",
        "1-2-3-...-{n}",
        "1-2-3 ... up to {n}",
        "Ladder from 1 to {n}",
        "1, 2, 3 … {n}",
        "ladder 1-{n}",
    ),
    *("1-2-3 and so on to {n}", "Ascending ladder 1-{n}"),
)
LADDERS_DOWN = (
    "{n} to 1",
    "{n} down to 1",
    "Countdown {n} to 1",
    "Descending ladder from {n} to 1",
    "ladder {n}-1",
)
LADDERS_BACK = (
    *(
        "1 to {n} and back down to 1",
        "1-{n} and back to 1",
        "1-2-3-..-{n}-..-3-2-1",
        "Ladder 1-{n} and back down",
    ),
    *("pyramid 1-{n}-1", "1-2-3-...-{n} and down again", "1 up to {n} and back down"),
)
PLANS = (
    *("{a}-{b}\t{n}\t{x}", "| {a}-{b} | {n} | {x} |", "| {n} | {m} min | {x} |", "{a}-{b} {n} - {x}"),
    *("{n} ({m} min): {x}", "{n} {m}' - {x}", "{n} ({a}-{b} min)\n{x}\n", "{n} {a}:00-{b}:00\n{x}\n"),
    *("{a}-{b} min {n}: {x}", "0:{a:02d}-0:{b:02d} {n}: {x}", "{n} | {a}:00-{b}:00\n{x}\n"),
)
WARM_UPS = ("400 m jog, 2 rounds of 8 lunges, 8 push-ups", "3 min bike, 2 x 10 air squats, 10 ring rows")
SETS: tuple[tuple[str, tuple[Asked, ...]], ...] = (
    ("Back squat 5 x 5 @ 75 %", (("back-squat", 25, None, 75.0),)),
    ("Every 2 min x 6: 3 push press @ 75 %", (("push-press", 18, None, 75.0),)),
    (
        "Bench press 4 x 8, superset with 10 ring rows",
        (("bench-press", 32, None, None), ("ring-row", 40, None, None)),
    ),
)
METCONS: tuple[tuple[str, tuple[Asked, ...]], ...] = (
    ("21-15-9 thrusters 40/30 and burpees", (("thruster", 45, 40.0, None), ("burpee", 45, None, None))),
    ("AMRAP 12: 10 burpees, 12 box jumps", (("burpee", None, None, None), ("box-jump", None, None, None))),
    ("3 RFT: 400 m run, 12 T2B", (("run", 1200, None, None), ("toes-to-bar", 36, None, None))),
)
EVERYBODY = (
    *("In pairs, both do all reps:", "Teams of 2, each athlete does everything:"),
    *("With a partner, both partners complete everything:", "Teams of 3, everyone completes all the work:"),
)
IN_TURNS = (
    *("In pairs, {n} rounds in total, switch each round", "{n} rounds in pairs, you go I go, one round each"),
    *("Pairs: {n} rounds, alternate rounds", "I go you go, {n} rounds total"),
)
EACH = (" each", " per person", " (each)", ", each", " per athlete")
EASIER = (
    *(("pull-ups", "pull-up", "ring rows", "ring-row"), ("toes to bar", "toes-to-bar", "sit-ups", "sit-up")),
    *(
        ("box jumps", "box-jump", "step-ups", "box-step-up"),
        ("HSPU", "handstand-push-up", "push-ups", "push-up"),
    ),
)
CHANGES = (
    *("{new} instead of {old}", "{old} → {new}", "swap {old} for {new}", "replace {old} with {new}", "{new}"),
    *("{new} in place of {old}", "{old} become {new}", "{new} for {old}"),
)
LIGHTER = ("30/20 kg", "30/20", "bar 30/20", "thrusters 30/20", "30/20 on the bar", "thrusters @ 30/20 kg")
REPEATED = (
    *(
        "repeat {n} times",
        "{n} rounds",
        "{n} rounds in total",
        "Repeat for {n} rounds",
        "Do this {n} times",
        "x {n}",
    ),
    *(
        "{n} times",
        "That is one round, do {n}",
        "Complete {n} rounds",
        "all of it {n} times",
        "{n}x",
        "(repeat {n}x)",
    ),
    *("for {n} rounds", "go through it {n} times", "= 1 round, {n} rounds", "{n} rounds of that"),
)
BEHIND = (
    "",
    ", then {x}",
    ". Finish with {x}",
    ", afterwards {x}",
    "\nthen {x}",
    "\ncash-out: {x}",
    "\n\n{x}",
)
GROUPS = ("{s} x {r}", "{s}x{r}", "{s} sets of {r}")
SIGNS = (", ", " + ", "; ", " / ", ", then ", " then ", "\n")

OFTEN = (
    "Every 2 min x {n}: ",
    "E2MOM x {n}\n",
    "{n} sets, every 2 min\n",
    "EMOM {n}: ",
    "Every 90 s x {n}\n",
)
BY_SET = (  # how sets 1 to a, b and c more are told
    *(
        "1-{a} @ {p} %|{b1}-{b2} @ {q} %|{c1}-{n} @ {r} %",
        "sets 1-{a}: {p} %|sets {b1}-{b2}: {q} %|sets {c1}-{n}: {r} %",
    ),
    *(
        "first {a} at {p} %|next {b} at {q} %|last {c} at {r} %",
        "{a} sets @ {p} %|{b} sets @ {q} %|{c} sets @ {r} %",
    ),
    *("{a} @ {p}%|{b} @ {q}%|{c} @ {r}%", "Sets 1-{a} = {p}%|{b1}-{b2} = {q}%|{c1}-{n} = {r}%"),
)
WITH_SETS = (", {}", " ({})", ". {}", "\n{}")


def _heaviest(draw: Draw) -> Piece:
    said = draw.one(HEAVIEST).format(T=draw.one(MINUTES).format(t=draw.one((5, 8, 10, 12, 20))))
    lift, movement = draw.one(LIFTS)
    text = said + draw.one((":\n", "\n", ": ")) + draw.one(("{}", "1 {}", "{}, 1 rep", "1RM {}")).format(lift)
    return text, ((movement, None, None, None),)


def _ladder(draw: Draw) -> Piece:
    top, way = draw.one((6, 8, 10)), draw.one((LADDERS_UP, LADDERS_DOWN, LADDERS_BACK))
    bare = draw.random.sample(FALLING, 2)
    listed = draw.one((":\n{}\n{}", "\n{}\n{}", ": {}, {}", " of {} and {}")).format(
        *(word for word, _ in bare)
    )
    total = top * top if way is LADDERS_BACK else top * (top + 1) // 2
    head = draw.one(("For time\n", '"Old Mill"\n')) + draw.one(way).format(n=top)
    return head + listed, tuple((movement, total, None, None) for _, movement in bare)


def _plan(draw: Draw) -> Piece:
    layout, sets, metcon = draw.one(PLANS), draw.one(SETS), draw.one(METCONS)
    sections = (
        (0, 10, "Warm-up", draw.one(WARM_UPS)),
        (10, 26, "Strength", sets[0]),
        (32, 50, "Metcon", metcon[0]),
    )
    rows = [
        layout.format(a=begin, b=end, m=end - begin, n=name, x=said) for begin, end, name, said in sections
    ]
    return draw.one(("", "Class plan, 60 min\n\n", "Tuesday\n\n")) + "\n".join(rows), (*sets[1], *metcon[1])


def _pair(draw: Draw) -> Piece:
    kind, rounds = draw.one(("everybody", "turns", "each")), draw.one((4, 6, 8))
    if kind == "each":
        words, asked = draw.items(2)
        return "In pairs, for time:\n" + "\n".join(word + draw.one(EACH) for word in words), asked
    words, asked = draw.items(2, rounds if kind == "everybody" else rounds // 2)
    head = draw.one(EVERYBODY) + f"\n{rounds} rounds for time" if kind == "everybody" else draw.one(IN_TURNS)
    return head.format(n=rounds) + "\n" + "\n".join(words), asked


def _division(draw: Draw) -> Piece:
    old, hard, new, easy = draw.one(EASIER)
    rounds, reps, count = draw.one((3, 4, 5)), draw.one((9, 12, 15)), draw.one((10, 12, 20))
    changes = [draw.one(LIGHTER), draw.one(CHANGES).format(old=old, new=new)]
    lead = draw.one(("Scaled: ", "Scaled - ", "Sc: ", "Scaled:\n- "))
    said = lead + ("\n- " if "\n" in lead else draw.one((", ", "; ", " / ", " + "))).join(changes)
    text = f"{rounds} rounds for time\n{reps} thrusters 43/30\n{count} {old}\n\n{said}"
    own = (("thruster", reps * rounds, 43.0, None), (hard, count * rounds, None, None))
    return text, (*own, ("thruster", reps * rounds, 30.0, None), (easy, count * rounds, None, None))


def _counted_below(draw: Draw) -> Piece:
    times, (words, asked), behind = draw.one((2, 3, 4, 5)), draw.items(4), draw.one(BEHIND)
    *within, last = asked
    text = "\n".join(words[:-1]) + "\n" + draw.one(REPEATED).format(n=times) + behind.format(x=words[-1])
    rounds = tuple((movement, (amount or 0) * times, None, None) for movement, amount, *_ in within)
    return text, (*rounds, last) if behind else rounds


def _groups(draw: Draw) -> Piece:
    (lift, movement), style, sign = draw.one(LIFTS), draw.one(GROUPS), draw.one(SIGNS)
    groups = [(draw.one((2, 3)), reps) for reps in draw.one(((5, 3), (8, 6, 4), (6, 4, 2, 1)))]
    load = draw.one(("", " @ {p} %", " at {p} %"))
    said = [
        style.format(s=sets, r=reps) + load.format(p=65 + 8 * place)
        for place, (sets, reps) in enumerate(groups)
    ]
    lead = lift.capitalize() + ("\n" if sign == "\n" else draw.one((": ", " ", " - ", "\n")))
    top = 65.0 + 8 * (len(groups) - 1) if load else None
    return lead + sign.join(said), ((movement, sum(sets * reps for sets, reps in groups), None, top),)


def _loads_by_set(draw: Draw) -> Piece:
    (first, movement), (second, other) = draw.random.sample(LIFTS, 2)
    a, b, c = draw.one(((2, 2, 2), (3, 4, 3), (2, 3, 3)))
    sets, reps, complexes = a + b + c, draw.one((1, 2, 3)), draw.random.random() < 0.4
    told = draw.one(BY_SET).format(a=a, b=b, c=c, n=sets, b1=a + 1, b2=a + b, c1=a + b + 1, p=65, q=72, r=78)
    frame = draw.one(WITH_SETS)
    said = told.replace("|", "\n" if "\n" in frame else draw.one((", ", " / ", "; ")))
    lifted = f"1 {first} + 1 {second}" if complexes else f"{first} x {reps}"
    text = draw.one(OFTEN).format(n=sets) + lifted + frame.format(said)
    asked = (
        [(movement, sets, None, 78.0), (other, sets, None, 78.0)]
        if complexes
        else [(movement, sets * reps, None, 78.0)]
    )
    return text, tuple(asked)


OTHERWISE: dict[str, Callable[[Draw], Piece]] = {
    "heaviest": _heaviest,
    "ladders": _ladder,
    "plans": _plan,
    "pairs": _pair,
    "divisions": _division,
    "counted below": _counted_below,
    "groups": _groups,
    "loads by set": _loads_by_set,
}


def told_otherwise(kind: str, seed: int, count: int) -> Iterator[Spelled]:
    """Pieces of one kind."""
    draw = Draw(seed)
    for _ in range(count):
        yield Spelled(*OTHERWISE[kind](draw), any_order=kind == "divisions")
