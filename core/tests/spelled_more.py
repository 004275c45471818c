"""More pieces put together from spellings of their parts, with what each asks for: turns of some minutes,
complexes, what opens and ends a piece, rounds told apart, machines in turn, lists at a pace, accessories,
weeks and event sheets. The spellings are common practice."""

from __future__ import annotations

import random
from collections.abc import Callable, Iterator

from core.tests.spelled import Spelled

Asked = tuple[str, int | None, float | None, float | None]
Piece = tuple[str, tuple[Asked, ...]]

ITEMS = (  # words, movement, amounts
    (("{n} cal row", "row {n} cal"), "row", (8, 10, 12, 15)),
    (("{n} burpees", "burpees x {n}"), "burpee", (8, 10, 12)),
    (("{n} m run", "run {n} m"), "run", (200, 400)),
    (("{n} wall balls", "{n} WB"), "wall-ball", (10, 12, 15, 20)),
    (("{n} toes to bar", "{n} T2B"), "toes-to-bar", (8, 10, 12)),
    (("{n} KB swings", "{n} KBS"), "kettlebell-swing", (10, 12, 15, 20)),
    (("{n} box jumps",), "box-jump", (10, 12, 15)),
    (("{n} pull-ups",), "pull-up", (8, 10, 12)),
)
FALLING = (
    *(("burpees", "burpee"), ("wall balls", "wall-ball"), ("KB swings", "kettlebell-swing")),
    *(("box jumps", "box-jump"), ("sit-ups", "sit-up")),
)
LIFTS = (
    *(
        ("back squat", "back-squat"),
        ("deadlift", "deadlift"),
        ("strict press", "press"),
        ("snatch", "snatch"),
    ),
    *(("front squat", "front-squat"), ("bench press", "bench-press"), ("power clean", "power-clean")),
    *(("push press", "push-press"), ("push jerk", "push-jerk"), ("hang power clean", "hang-power-clean")),
)
OPEN_TURNS = (
    *("{n} x AMRAP 3, rest 1 min", "{n} x 3 min AMRAP, rest 1:00 between", "{n} AMRAPs of 3 min, 1 min rest"),
    *("Every 4 min x {n}: AMRAP 3 of", "Every 4:00 x {n}: 3 min AMRAP", "E4MOM x {n}\nAMRAP 3"),
    *("Every 4 min for {n} rounds\nAMRAP 3 min", "{n} rounds of a 3 min AMRAP, 1 min rest between rounds"),
)
TURNS = (
    *(
        "Every 4 min x {n}",
        "{n} rounds, start every 4 min",
        "A round every 4 min, {n} rounds",
        "{n} x every 4 min",
    ),
    *(
        "{n} x the following, 2 min rest between sets",
        "{n} rounds (90 s rest after each)",
        "{n} RFT w/ 1 min rest",
    ),
    *("Every 4 min, {n} times", "E4MOM x {n}", "{n} rds, 2:00 off between"),
)
COMPLEXES = (
    *("{n} x ({all}) {load}", "{n} sets of {all} {load}", "Every 2:00 for {n} sets\n{all} {load}"),
    *(
        "Complex: {all}, {n} sets {load}",
        "Complex {n} x {all} {load}",
        "{n} rounds of the complex: {all} {load}",
    ),
    *("Barbell complex\n{all}\n{n} sets {load}", "{n} sets of the following complex {load}\n{all}"),
    *("{n} complexes {load}: {all}", "{n} x [{all}] {load}", "{n} sets {load}:\n{all}"),
)
COMPLEX_LOADS = ("@ 70 %", "70%", "65-70 %", "building to 70 %", "@ 65-70%")
BUY_INS = (
    *("Buy-in: {a}\n{n} rounds\n{b}\n{c}\nCash-out: {d}", "{a}, then\n{n} rounds of\n{b}\n{c}\nthen {d}"),
    *(
        "Start with {a}, finish with {d}. In between {n} rounds of\n{b}\n{c}",
        "{a}\ninto {n} rounds of\n{b}\n{c}\ninto {d}",
    ),
    *("For time\n{a}\n{n} rounds:\n- {b}\n- {c}\n{d}", "buy in {a}\n{n} RFT: {b}, {c}\ncash out {d}"),
)
APART = (
    *(
        ("Odd rounds", "Even rounds"),
        ("Rounds 1, 3", "Rounds 2, 4"),
        ("R1/3", "R2/4"),
        ("In odd rounds", "In even rounds"),
    ),
    *(("Rounds 1 & 3", "Rounds 2 & 4"), ("1st and 3rd round", "2nd and 4th round"), ("Odd", "Even")),
)
APART_HEADS = ("Every 4 min x 4", "4 rounds for time", "4 rounds, each every 5:00", "E4MOM x 4")
IN_TURN = (
    *("{t} min, change machine every {m} min ({all})", "{t} min easy, switch every {m} min: {all}"),
    *("{t} min steady: {all}, {m} min each", "{t} min rotating through {all} every {m} min"),
    *("Every {m} min change machine for {t} min: {all}", "Easy engine: {t} min of {all}, {m} min on each"),
)
AT_A_PACE = (
    *(
        "10 min, easy pace - {all}",
        "For 10 min: {all}",
        "10 min for quality: {all}",
        "10 min continuous:\n{list}",
    ),
    *(
        "Finisher: 10 min at a chatty pace: {all}",
        "Keep moving for 10 min\n{list}",
        "Metcon: 10 min flow: {all}",
    ),
)
WARM_UPS = (
    *(
        "Quick warm-up: {all}",
        "Coach-led warm up\n{list}",
        "GENERAL WARM-UP\n{list}",
        "Our usual warmup - {all}",
    ),
    *("Short warm-up:\n{list}", "Easy warm up (6 min): {all}"),
)
ACCESSORIES = (
    (
        ("{n} x {r} ring rows", "ring row {n}x{r}", "Ring rows, {n} sets of {r}", "ring row ({n}x{r})"),
        "ring-row",
        1,
    ),
    (
        (
            "{n} x {r} hip thrusts @ 40 kg",
            "hip thrust: {n} x {r}, 40 kg",
            "hip thrust, {n} sets of {r} (40 kg)",
        ),
        "hip-thrust",
        1,
    ),
    (
        (
            "split squat {n} x {r} per leg",
            "{n}x{r}/{r} split squat",
            "split squats - {n} sets of {r} each leg",
        ),
        "split-squat",
        2,
    ),
    (
        ("{n} x {s} s plank", "Plank {n} x 0:{s}", "{n} x plank ({s} sec)", "plank, {n} sets of {s} s"),
        "plank",
        0,
    ),
    (('{n} x {s}" L-sit', "L-sit {n}x{s} s", "L-sit: {n} x :{s}", "{n} x L-sit ({s}s)"), "l-sit", 0),
    (
        ("Good mornings, {n} sets of {r}", "{n} x {r} reps good morning", "good morning {n}x{r}"),
        "good-morning",
        1,
    ),
)
SETS = (
    "{L} {n}x{r} @ {p} %",
    "{L}: {n} sets of {r} at {p} %",
    "{L}, {n} x {r}, {p} %",
    "{n} x {r} {l} @ {p} %",
)
DAYS = (
    *(("Mon", "Tue", "Wed", "Thu"), ("Monday", "Tuesday", "Wednesday", "Thursday"), ("Mo", "Tu", "We", "Th")),
    *(("Day 1", "Day 2", "Day 3", "Day 4"), ("Session 1", "Session 2", "Session 3", "Session 4")),
)
BEHIND = (", then ", " / ", "; ", " + ", " // ", "\n")
EVENTS = (
    'Event {n} "Slow Tide" - 9:30',
    "EVENT {n} | 10:15 | cap 10 min",
    "Workout {n}: Anvil (cap 12)",
    "WOD {n} - Anvil",
)
SAID_OF_EVENTS = ("", "", "\nScore: time or reps", "\nHeats of 8, 4 min between", "\nJudges: count aloud")


class Draw:
    """Chooses from the tables."""

    def __init__(self, seed: int):
        self.random = random.Random(seed)
        self.one = self.random.choice

    def items(self, count: int, times: int | None = 1) -> tuple[list[str], tuple[Asked, ...]]:
        """Items of a list, and what is asked of each when it is done so often; None where that is open."""
        words, asked = [], []
        for spellings, movement, amounts in self.random.sample(ITEMS, count):
            amount = self.one(amounts)
            words.append(self.one(spellings).format(n=amount))
            asked.append((movement, None if times is None else amount * times, None, None))
        return words, tuple(asked)

    def listed(self, words: list[str]) -> str:
        return self.one(("\n", "\n- ", "\n  ")).join(["", *words])


def _turns(draw: Draw) -> Piece:
    open_turn, times = draw.random.random() < 0.5, draw.one((3, 4, 5))
    words, asked = draw.items(draw.one((2, 3)), None if open_turn else times)
    return draw.one(OPEN_TURNS if open_turn else TURNS).format(n=times) + draw.listed(words), asked


def _complex(draw: Draw) -> Piece:
    times, lifts = draw.one((4, 5, 6)), draw.random.sample(LIFTS, draw.one((2, 3)))
    counted = [(draw.one((1, 1, 2)), lift, movement) for lift, movement in lifts]
    joined = draw.one((" + ", " + ", " & ")).join(f"{reps} {lift}" for reps, lift, _ in counted)
    text = draw.one(COMPLEXES).format(n=times, all=joined, load=draw.one(COMPLEX_LOADS))
    return text, tuple((movement, reps * times, None, 70.0) for reps, _, movement in counted)


def _buy_in(draw: Draw) -> Piece:
    times, (words, asked) = draw.one((3, 4, 5)), draw.items(4)
    text = draw.one(BUY_INS)
    said = text.format(n=times, **dict(zip("abcd", words, strict=True)))
    first, *within, last = asked
    rounds = [(movement, (amount or 0) * times, None, None) for movement, amount, *_ in within]
    return said, (first, last, *rounds) if "In between" in text else (first, *rounds, last)


def _rounds_apart(draw: Draw) -> Piece:
    shared, whole = draw.items(1, 4)
    one, two = draw.one(APART)
    words, half = draw.items(4, 2)
    names = {movement for movement, *_ in half}
    if whole[0][0] in names:
        shared, whole = [], ()
    if draw.random.random() < 0.5:
        body = f"{one}: {', '.join(words[:2])}\n{two}: {', '.join(words[2:])}"
    else:
        body = "\n".join([one, *words[:2], two, *words[2:]])
    return "\n".join([draw.one(APART_HEADS), *shared, body]), (*whole, *half)


def _in_turn(draw: Draw) -> Piece:
    machines, minutes = draw.random.sample(("row", "bike", "ski", "run"), draw.one((2, 3))), draw.one((3, 5))
    joined = draw.one((", ", "/", " / ")).join(machines)
    text = draw.one(IN_TURN).format(t=minutes * len(machines) * 2, m=minutes, all=joined)
    return text, tuple((machine, minutes * 2 * 60, None, None) for machine in machines)


def _at_a_pace(draw: Draw) -> Piece:
    words, asked = draw.items(draw.one((2, 3)), None)
    return draw.one(AT_A_PACE).format(all=", ".join(words), list="\n".join(words)), asked


def _warmed_up(draw: Draw) -> Piece:
    warm, _ = draw.items(3)
    words, asked = draw.items(2, 3)
    head = draw.one(WARM_UPS).format(all=", ".join(warm), list="\n".join(warm))
    return f"{head}\n\nWOD\n3 rounds for time" + draw.listed(words), asked


def _accessories(draw: Draw) -> Piece:
    words, asked = [], []
    for spellings, movement, sides in draw.random.sample(ACCESSORIES, draw.one((1, 2, 3))):
        sets, reps, seconds = draw.one((3, 4)), draw.one((8, 10, 12)), draw.one((20, 30, 45))
        words.append(draw.one(spellings).format(n=sets, r=reps, s=seconds))
        asked.append((movement, sets * (reps * sides if sides else seconds), None, None))
    return draw.one(("Accessory", "Accessory:", "C) Accessory", "Then")) + draw.listed(words), tuple(asked)


def _lift(draw: Draw) -> Piece:
    (lift, movement), sets, reps, percent = (
        draw.one(LIFTS),
        draw.one((3, 4, 5)),
        draw.one((2, 3, 5)),
        draw.one((70, 80)),
    )
    text = draw.one(SETS).format(L=lift.capitalize(), l=lift, n=sets, r=reps, p=percent)
    return text, ((movement, sets * reps, None, float(percent)),)


def _metcon(draw: Draw) -> Piece:
    kind, times, join = (
        draw.one(("rounds", "open", "once", "falling", "places")),
        draw.one((3, 4)),
        draw.one((", ", " / ", "; ")),
    )
    if kind == "falling":
        (one, first), (two, second) = draw.random.sample(FALLING, 2)
        return f"21-15-9: {one}, {two}", ((first, 45, None, None), (second, 45, None, None))
    if kind == "places":
        words, asked = draw.items(2, 6)
        return f"EMOM 12: 1) {words[0]} 2) {words[1]}", asked
    words, asked = draw.items(draw.one((2, 3)), {"rounds": times, "open": None}.get(kind, 1))
    head = {
        "rounds": (f"{times} RFT: ", f"{times} rounds: "),
        "open": ("AMRAP 12: ", "12 min AMRAP of "),
        "once": ("For time: ", "FT: "),
    }
    return draw.one(head[kind]) + join.join(words), asked


def _joined(draw: Draw, first: Piece, second: Piece, between: str) -> Piece:
    return first[0] + between + second[0], first[1] + second[1]


def _week(draw: Draw) -> Piece:
    between = draw.one(BEHIND)
    sign = "\n" if between == "\n" else draw.one((": ", " - ", " – "))
    text, asked = [], []
    for day in draw.one(DAYS):
        said, wanted = _joined(draw, _lift(draw), draw.one((_lift, _metcon))(draw), between)
        text.append(day + sign + said)
        asked += wanted
    return ("\n\n" if between == "\n" else "\n").join(text), tuple(asked)


def _events(draw: Draw) -> Piece:
    head, text, asked = draw.one(EVENTS), [], []
    for number in (1, 2, 3):
        said, wanted = _metcon(draw)
        text.append(f"{head.format(n=number)}\n{said}{draw.one(SAID_OF_EVENTS)}")
        asked += wanted
    return "\n\n".join(text), tuple(asked)


KINDS: dict[str, Callable[[Draw], Piece]] = {
    "turns": _turns,
    "complexes": _complex,
    "buy-ins": _buy_in,
    "rounds apart": _rounds_apart,
    "machines in turn": _in_turn,
    "at a pace": _at_a_pace,
    "warm-ups": _warmed_up,
    "accessories": _accessories,
    "weeks": _week,
    "events": _events,
}


def pieces(kind: str, seed: int, count: int) -> Iterator[Spelled]:
    """Pieces of one kind."""
    draw = Draw(seed)
    for _ in range(count):
        yield Spelled(*KINDS[kind](draw))
