"""Pieces put together from where their parts may stand, with what each asks for: the load of a list above,
beside, behind or below it, lines below a lift that only tell how, labels on rows of their own, pieces one
after another. The spellings are common practice."""

from __future__ import annotations

from collections.abc import Callable, Iterator

from core.tests.spelled import Spelled
from core.tests.spelled_more import Asked, Draw, Piece

LOADED = (
    *(("thrusters", "thruster", 43, 30), ("deadlifts", "deadlift", 100, 70), ("cleans", "clean", 70, 47.5)),
    *(
        ("power snatches", "power-snatch", 42.5, 30),
        ("front squats", "front-squat", 70, 47.5),
        ("push jerks", "push-jerk", 60, 42.5),
    ),
    *(("KB swings", "kettlebell-swing", 24, 16), ("clean and jerks", "clean-and-jerk", 61, 43)),
)
BARE = (
    *(("pull-ups", "pull-up"), ("burpees", "burpee"), ("toes-to-bar", "toes-to-bar"), ("sit-ups", "sit-up")),
    *(("push-ups", "push-up"), ("ring dips", "ring-dip"), ("box jumps", "box-jump"), ("v-ups", "v-up")),
)
SCHEMES = ((21, 15, 9), (15, 12, 9), (10, 8, 6, 4, 2), (9, 7, 5), (50, 40, 30, 20, 10))
SCHEME_HEADS = ("{s}", "{s} for time", "For time: {s}", "{s} reps", "For time\n{s}")
ROUND_HEADS = ("{n} rounds", "{n} RFT", "{n} rounds for time:", "For time, {n} rounds:")
EACH_HEADS = ("{n} rounds of {r} each", "{n} rounds, {r} reps each")
TWO_LOADS = (
    *("{a}/{b}", "{a}/{b} kg", "({a}/{b})", "@ {a}/{b}", "Rx: {a}/{b}", "Load: {a}/{b} kg", "bar: {a}/{b}"),
    *("♂ {a} kg ♀ {b} kg", "M {a} / F {b} kg", "Men {a} kg, women {b} kg", "{a} kg / {b} kg"),
)
BESIDE = (" {a}/{b}", " ({a}/{b})", " @ {a}/{b}", " {a}/{b} kg", ", {a}/{b} kg", " - {a}/{b}")
BEHIND_HEADS = (" ({a}/{b})", " ({a}/{b} kg)", ", {a}/{b} kg", " - {a}/{b} kg")
LIFTS = (
    *(("Back squat", "back-squat"), ("Deadlift", "deadlift"), ("Strict press", "press")),
    *(("Power clean", "power-clean"), ("Bench press", "bench-press"), ("Hang snatch", "hang-snatch")),
)
SETS_OF = ("{l} {s}", "{l}: {s}", "{l}\n{s}", "A) {l} {s}", "Strength: {l} {s}", "Strength\n{l} {s}")
CLIMBS = (
    *("Build to a heavy {w}", "work up to a heavy {w}", "Goal: a heavy {w}", "Find a heavy {w} for the day"),
    *("Climb to a heavy {w}", "(build to a heavy {w})", "Score: heaviest {w}", "heaviest {w} counts"),
    *("add weight each set", "all sets across", "start light, finish heavy", "Heavier than last week"),
)
HOW = (
    *("rest 2 min between sets", "Rest 2-3 min", "2-3' b/w sets", "every 2 min", "E2MOM", "Rest as needed"),
    *("tempo 31X1", "@ 31X1", "3 s down, pause 1 s", "RPE 8", "RIR 2", "no belt", "reset every rep"),
    *("12 min", "20 min cap", "leave 2 reps in the tank", "1 set every 3 min"),
)
PERCENTS = ("@ {p}%", "at {p} %", "{p}%", "Load: {p}%", "all at {p}%", "{p}% across")
WORDS = {1: "single", 2: "double", 3: "triple"}
MINUTE_LABELS = (
    *("Min {n}", "Minute {n}:", "M{n}", "Station {n}", "Stop {n} -", "{n}.", "{n})", "#{n}", "({n})"),
    *("{c}", "{c})", "{c}:", "({c})"),
)
PARITY_LABELS = ("Odd|Even", "odd:|even:", "ODD -|EVEN -", "Odd minutes|Even minutes")
PARTED = (
    *("\nRest 3 min\n", "\n- rest 3 min -\n", "\n\n3 min rest\n\n", "\n(rest 4 min)\n", "\n5' rest\n"),
    *("\nthen\n", "\nThen ", "\n\n", "\n---\n", "\nstraight into\n", "\nno rest, straight into\n"),
    *("\n@ 12:00\n", "\n12:00\n", "\nAt 12 min: ", "\n@12:00: "),
)
EASIER = (
    *(("pull-ups", "pull-up", "ring rows", "ring-row"), ("burpees", "burpee", "up-downs", "up-down")),
    *(("toes-to-bar", "toes-to-bar", "knee raises", "hanging-knee-raise"),),
    *(("double-unders", "double-under", "singles", "single-under"),),
)
LIGHTER = (
    *(
        "{x} {a}/{b} (sc {c}/{d})",
        "{x} ({a}/{b} kg, scaled {c}/{d} kg)",
        "{x} {a}/{b} kg | Scaled: {c}/{d} kg",
    ),
    *("{x} ({a}/{b}; sc: {c}/{d})", "{x} {a}/{b} [sc {c}/{d}]", "{x} @ {a}/{b} kg - scaled @ {c}/{d} kg"),
)
INSTEAD = (
    *("{h} (sc {e})", "{h} (scale: {e})", "{h} / {e} (sc)", "{h} | Sc: {e}", "{h} [scaled {e}]"),
    *("{h} - scaled {e}", "{h} (scale to {e})", "{h} → sc {e}", "{h}\n  (sc: {e})", "{h}\n  scaled: {e}"),
)
LEVELS_BELOW = (
    *("Scaled: {c}/{d}, {e}", "Sc: {e}, {c}/{d}", "SC - {c}/{d} kg and {e}", "Scaled = {e}; {c}/{d}"),
    *("\nScaled\n{c}/{d} kg, {e}", "\nScale: {c}/{d} kg + {e}"),
)


def _loads(draw: Draw) -> Piece:
    (lift, movement, *loads), (bare, other) = draw.one(LOADED), draw.one(BARE)
    said, names = dict(zip("ab", (f"{one:g}" for one in loads), strict=True)), [lift, bare]
    place = draw.one(("above", "below", "beside", "head", "behind"))
    if draw.random.random() < 0.5 and place != "behind":
        names.reverse()
    kind = draw.one(("scheme", "rounds", "each"))
    if kind == "scheme":
        scheme = draw.one(SCHEMES)
        head, counts = draw.one(SCHEME_HEADS).format(s="-".join(map(str, scheme))), (sum(scheme),) * 2
    else:
        rounds, each = draw.one((3, 4, 5)), draw.one((10, 12, 15))
        head = draw.one(EACH_HEADS if kind == "each" else ROUND_HEADS).format(n=rounds, r=each)
        names = names if kind == "each" else [f"{each} {one}" for one in names]
        counts = (rounds * each,) * 2
    rows = [head, *names]
    if place == "beside":
        rows = [one + (draw.one(BESIDE).format(**said) if lift in one else "") for one in rows]
    elif place == "behind":
        rows[-1] += draw.one((" @ {a}/{b} kg", ", {a}/{b} kg")).format(**said) if loads[0] > 30 else ""
        rows += [] if loads[0] > 30 else [draw.one(TWO_LOADS[:4]).format(**said)]
    elif place == "head":
        rows[0] = rows[0].rstrip(":") + draw.one(BEHIND_HEADS).format(**said)
    else:
        rows.insert(draw.one((0, 1)) if place == "above" else 3, draw.one(TWO_LOADS[:6]).format(**said))
    return "\n".join(rows), ((movement, counts[0], float(loads[0]), None), (other, counts[1], None, None))


def _lines_below(draw: Draw) -> Piece:
    (lift, movement), percent = draw.one(LIFTS), draw.one((None, None, 70, 75, 80))
    reps = draw.one(((5,) * 5, (3,) * 5, (5, 5, 3, 3, 1, 1), (5, 4, 3, 2, 1), (8, 6, 4, 2), (2,) * 4))
    alike = len(set(reps)) == 1
    told = f"{len(reps)}x{reps[0]}" if alike and draw.random.random() < 0.5 else "-".join(map(str, reps))
    word = WORDS.get(reps[-1], f"set of {reps[-1]}")
    rows = [draw.one(SETS_OF).format(l=lift, s=told)]
    rows.append(draw.one(PERCENTS).format(p=percent) if percent else draw.one(CLIMBS).format(w=word))
    rows += [draw.one(HOW)] if draw.random.random() < 0.6 else []
    return "\n".join(rows), ((movement, sum(reps), None, None if percent is None else float(percent)),)


def _labels(draw: Draw) -> Piece:
    places = draw.one((2, 3, 4))
    label, rounds = draw.one(PARITY_LABELS if places == 2 else MINUTE_LABELS), draw.one((3, 4, 5))
    words, asked = draw.items(places + 1, rounds)
    bullet, rows = draw.one(("", "- ", "  ")), [f"EMOM {places * rounds}"]
    for place in range(places):
        alone = label.split("|")[place] if "|" in label else label.format(n=place + 1, c="ABCD"[place])
        rows += [alone, bullet + words[place]]
        rows += [bullet + words[-1]] if place == 0 else []
    return "\n".join(rows), asked


def _one_piece(draw: Draw) -> tuple[str, tuple[Asked, ...]]:
    kind, times = draw.one(("rounds", "minutes", "sets", "way")), draw.one((3, 4, 5))
    if kind == "sets":
        (lift, movement), reps = draw.one(LIFTS), draw.one((3, 5, 8))
        return f"{lift} {times} x {reps}", ((movement, times * reps, None, None),)
    if kind == "way":
        metres = draw.one((200, 400, 500))
        return f"{times} x {metres} m ski", (("ski", times * metres, None, None),)
    words, asked = draw.items(2, times)
    if kind == "minutes":
        return f"EMOM {2 * times}\n1) {words[0]}\n2) {words[1]}", asked
    inline = draw.random.random() < 0.4
    head = draw.one(ROUND_HEADS[1:3]).format(n=times).rstrip(":")
    return head + (": " if inline else "\n") + (", " if inline else "\n").join(words), asked


def _in_a_row(draw: Draw) -> Piece:
    (first, asked), (second, more) = _one_piece(draw), _one_piece(draw)
    while {one[0] for one in asked} & {one[0] for one in more}:
        second, more = _one_piece(draw)
    return first + draw.one(PARTED) + second, asked + more


def _levels_beside(draw: Draw) -> Piece:
    """A lighter bar and an easier movement beside each row, below the list, or in columns with a legend."""
    lift, movement, his, hers = draw.one(LOADED[:4])
    hard, usual, easy, substitute = draw.one(EASIER)
    rounds, his_less, hers_less = draw.one((3, 4, 5)), round(his * 0.7), round(hers * 0.7)
    said = {"x": f"10 {lift}", "a": f"{his:g}", "b": f"{hers:g}", "c": his_less, "d": hers_less}
    said |= {"h": f"8 {hard}", "e": easy}
    rows = [draw.one(ROUND_HEADS).format(n=rounds)]
    place = draw.one(("beside", "below", "columns"))
    if place == "beside":
        rows += [draw.one(LIGHTER).format(**said), draw.one(INSTEAD).format(**said)]
    elif place == "below":
        rows += ["{x} {a}/{b}".format(**said), f"8 {hard}", draw.one(LEVELS_BELOW).format(**said)]
    else:
        rows += ["{x} {a}/{b} | {c}/{d}".format(**said), f"8 {hard} | {easy}"]
        rows.insert(draw.one((1, 3)), draw.one(("(Rx | Scaled)", "Rx | Scaled")))
    lifts = ((movement, 10 * rounds, float(his), None), (movement, 10 * rounds, float(his_less), None))
    return "\n".join(rows), (*lifts, (usual, 8 * rounds, None, None), (substitute, 8 * rounds, None, None))


def _details_below(draw: Draw) -> Piece:
    """Lifts with sets, repetitions and percent on rows of their own; counts below bare names."""
    if draw.random.random() < 0.4:
        rounds, form = (
            draw.one((3, 4, 5)),
            draw.one(("{w}\n{n} reps", "{w}\nx {n}", "{w}:\n{n}", "{w}\n×{n}")),
        )
        names, count = draw.random.sample(BARE, 3), draw.one((8, 10, 12, 15))
        rows = [form.format(w=words.capitalize(), n=count) for words, _ in names]
        asked = tuple((movement, rounds * count, None, None) for _, movement in names)
        return "\n".join([f"{rounds} rounds", *rows]), asked
    blocks, lifts = [], draw.random.sample(LIFTS, draw.one((1, 2, 3)))
    form = draw.one(
        ("{l}\n{s} sets\n{r} reps\n{p}%", "{l}:\n{s} x {r}\n@ {p}%", "{l}\n- {s} sets\n- {r} reps\n- {p} %")
    )
    asked = ()
    for name, movement in lifts:
        sets, reps, percent = draw.one((3, 4, 5)), draw.one((3, 5, 6, 8)), draw.one((65, 70, 75, 80))
        blocks.append(form.format(l=name, s=sets, r=reps, p=percent))
        asked = (*asked, (movement, sets * reps, None, float(percent)))
    return draw.one(("\n", "\n\n")).join(blocks), asked


FIRST = ("Buy-in", "Buy in:", "BUY-IN", "Start with", "Begin with:")
LAST = ("Cash-out", "Cash out:", "CASH-OUT", "Finish with", "End with:")
EVERY_ROUND = ("After each round: {x}", "At the end of each round: {x}", "*after every round {x}")
REMAINING = (
    "In the remaining time max {w}",
    "Then max {w}",
    "Time remaining: max {w}",
    "max {w} in the time left",
)
FOR_BOTH = ("Together:\n", "Then together:\n", "Both:\n", "Both: ", "All together\n")


def _roles(draw: Draw) -> Piece:
    """What begins, ends, interrupts or fills up a piece, and what all do, told by words alone on a row."""
    rounds, (words, asked) = draw.one((3, 4, 5)), draw.items(3, 1)
    head, bullet = draw.one(ROUND_HEADS[:2]).format(n=rounds), draw.one(("", "- "))
    listed = [head, *(bullet + one for one in words[:2])]
    often = tuple((one, (count or 0) * rounds, kg, percent) for one, count, kg, percent in asked)
    kind = draw.one(("first", "last", "every", "left", "both", "apart"))
    if kind == "first":
        return "\n".join([draw.one(FIRST), words[2], *listed]), (*often[:2], asked[2])
    if kind == "last":
        return "\n".join([*listed, draw.one(LAST), words[2]]), (*often[:2], asked[2])
    if kind == "every":
        return "\n".join([*listed, draw.one(EVERY_ROUND).format(x=words[2])]), often
    if kind == "left":
        last = draw.one(REMAINING).format(w="hollow rocks")
        return "\n".join(["12 min:", *words[:2], last]), (*asked[:2], ("hollow-rock", None, None, None))
    if kind == "both":
        shared = f"In pairs, for time\n200 v-ups\n{draw.one(FOR_BOTH)}400 m run"
        return shared, (("v-up", None, None, None), ("run", 400, None, None))
    label = draw.one(("Round {n}: {x}", "R{n}: {x}", "Round {n} - {x}"))
    rows = [label.format(n=place, x=one) for place, one in enumerate(words, start=1)]
    return "\n".join(["3 rounds", "10 v-ups", *rows]), (("v-up", 30, None, None), *asked)


IN_PLACE: dict[str, Callable[[Draw], Piece]] = {
    "the load of a list": _loads,
    "lines below a lift": _lines_below,
    "labels on rows of their own": _labels,
    "pieces in a row": _in_a_row,
    "levels beside a list": _levels_beside,
    "details below a name": _details_below,
    "roles on rows of their own": _roles,
}


def told_in_place(kind: str, seed: int, count: int) -> Iterator[Spelled]:
    """Pieces of one kind."""
    draw = Draw(seed)
    for _ in range(count):
        yield Spelled(*IN_PLACE[kind](draw), any_order=True)
