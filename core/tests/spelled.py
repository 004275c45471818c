"""Pieces put together from spellings of their parts, with what each asks for: a lift's sets and load, and
lists of rounds, of a time, of every minute and of falling numbers. The spellings are common practice."""

from __future__ import annotations

import random
import re
from collections.abc import Iterator
from dataclasses import dataclass

LIFTS = (
    *(("Back squat", "back-squat"), ("deadlift", "deadlift"), ("Power clean", "power-clean")),
    *(("strict press", "press"), ("Bench press", "bench-press"), ("Front Squats", "front-squat")),
    *(("push jerk", "push-jerk"), ("OHS", "overhead-squat"), ("RDL", "romanian-deadlift")),
)
FIVE_OF_THREE = (
    *("5x3", "5 x 3", "5 × 3", "5 sets of 3", "5 sets x 3 reps", "5 sets x 3", "3 reps x 5 sets"),
    *("5 sets, 3 reps", "5 sets of 3 reps", "3-3-3-3-3", "3,3,3,3,3", "five sets of three", "5 by 3"),
    *("5x3 reps", "5 triples", "5*3", "5 sets of three", "5S x 3R", "5 heavy sets of 3"),
)
EIGHTY_KG = (
    *("@ 80 kg", "@80kg", "at 80 kg", "80kg", "80/55 kg", "@ 80/55", "@ 80/55 kg", "with 80 kg"),
    *("80 kg men, 55 kg women", "80kg/55kg", "@ 80kgs", "using 80 kg", "load: 80 kg", "all at 80 kg"),
)
THREE_QUARTERS = (
    *("@ 75%", "@75 %", "at 75%", "75%", "@ 75% 1RM", "@ 75% of 1RM", "at 75 percent", "75% of max"),
    *("@ 70-75%", "at 75% of your best", "with 75%", "@ about 75%", "all sets at 75%", "across @ 75%"),
)
BEHIND_A_LIFT = (
    *("", "", ", rest 2 min", " (rest 2-3 min)", ", tempo 30X1", " - RPE 7", "; rest 90 s", " (belt ok)"),
    *(" every 2 min", " E2MOM", ", touch and go", ", singles are fine", ", film one"),
)
LIFT_FRAMES = (
    *("{lift} {sets} {load}{behind}", "{lift}: {sets} {load}{behind}", "{lift} - {sets} - {load}{behind}"),
    *("{lift}, {sets}, {load}{behind}", "{lift} ({sets} {load}){behind}", "A) {lift} {sets} {load}{behind}"),
    *("Strength: {lift} {sets} {load}{behind}", "- {lift} {sets}, {load}{behind}"),
    *("{lift} | {sets} | {load}{behind}", "{lift} / {sets} / {load}{behind}"),
)
HEADS = {
    "rounds": (
        *("3 rounds for time", "3 RFT", "3 rounds", "For time: 3 rounds", "3 rds for time", "RFT x 3"),
        *(
            "Complete 3 rounds of the following",
            "3 rounds ft",
            "3RFT",
            "3 rounds for quality",
            "Three rounds",
        ),
        *("3 rounds, not for time", "FOR TIME\n3 rounds", "3 times through", "3 rounds each for time"),
    ),
    "minutes": (
        *("AMRAP 12", "12 min AMRAP", "12' AMRAP", "AMRAP in 12 minutes", "12:00 AMRAP", "AMRAP (12 min)"),
        *("As many rounds as possible in 12 min", "Max rounds in 12 min", "AMRAP - 12 minutes"),
    ),
    "every": (
        *("EMOM 12", "12 min EMOM", "Every minute for 12 minutes", "EMOM x 12", "EMOM for 12 min"),
        *("12 minute EMOM", "Every minute on the minute x 12", "EMOM: 12 min"),
    ),
    "once": ("For time", "for time", "Against the clock", "One round for time", "As fast as possible"),
    "falling": ("21-15-9", "21-15-9 reps for time of", "21/15/9", "21-15-9 for time", "For time: 21-15-9"),
}
TIMES = {"rounds": 3, "every": 12, "once": 1}
CAPS = ("", "", "", ", 15 min cap", " (cap 15)", " - TC 15", " // cap 15'", " [15' cap]")
LINES = (  # what each asks for once: its amount, and its load
    (("10 burpees", "burpees x 10", "10x burpee", "10 Burpees"), "burpee", 10, None),
    (
        ("15 wall balls 9/6", "15 WB @ 9/6 kg", "15 wallballs (9/6)", "wall balls x 15 (9/6)"),
        "wall-ball",
        15,
        9,
    ),
    (("200 m run", "run 200m", "200m Run", "Run: 200 m", "Run 200 metres"), "run", 200, None),
    (
        ("12 cal row", "12/10 cal row", "row 12 cals", "12 calories on the rower", "Row 12/9 cal"),
        "row",
        12,
        None,
    ),
    (("30 double unders", "30 DU", "30 DUs", "30 double-unders", "DU x 30"), "double-under", 30, None),
    (("10 T2B", "10 toes to bar", "10 TTB", "Toes to bar x10"), "toes-to-bar", 10, None),
    (
        ("8 deadlifts 100/70 kg", "8 DL @ 100/70", "8 x deadlift 100/70", "deadlift x 8 @ 100 kg"),
        "deadlift",
        8,
        100,
    ),
    (("30 s plank", "plank 30s", "30 sec plank hold", "Plank :30"), "plank", 30, None),
    (("20 KB swings 24/16", "20 KBS (24/16)", "20 swings 24 kg"), "kettlebell-swing", 20, 24),
)
BARE = (
    (("burpees", "Burpees"), "burpee", None),
    (("wall balls 9/6", "Wall balls (9/6 kg)"), "wall-ball", 9),
    (("toes to bar", "T2B"), "toes-to-bar", None),
    (("deadlifts 100/70", "DL @ 100/70"), "deadlift", 100),
)
LAYOUTS = (
    *(f":\n{sign}" for sign in ("", "- ", "* ", "   ", "• ")),
    *(": ", " - ", "\n"),
)
JOINS = (", ", " / ", " + ", "; ")
TITLES = ("", "", "WOD\n", "Metcon: ", "B) ", "Part B\n", "**WOD**\n", '"Night Train"\n')
CLOCKED_LIFTS = (
    *(("snatch", "snatch"), ("power clean", "power-clean"), ("clean and jerk", "clean-and-jerk")),
    *(("front squat", "front-squat"), ("push press", "push-press"), ("deadlift", "deadlift")),
    *(("OHS", "overhead-squat"), ("hang power snatch", "hang-power-snatch")),
)
BY_THE_CLOCK = (  # sets, minutes of one, minutes of all, seconds of one
    *("every {m} min x {n}", "E{m}MOM x {n}", "E{m}MOM {t}", "every {m}:00 for {n} sets"),
    *(
        "every {m} minutes for {t} min",
        "{n} sets, every {m} min",
        "{n} x every {m} min",
        "on the {m}:00 x {n}",
    ),
    *(
        "every {s} s for {n} rounds",
        "{t} min E{m}MOM",
        "every {m} min for {n} rounds",
        "{n} rounds on the {m} min",
    ),
    *("one set every {m} min for {t} min", "every {m} min ({n} sets)", "E{m}MOM for {t} minutes"),
    *("every {m} minutes until {t} min", "{n} sets on a {m} min clock", "every {m} min, {n} sets"),
    *("{n} rounds, every {m}:00", "a set every {m} minutes, {n} in total"),
)
EVERY_SECOND = ("every 2nd minute for {t} minutes", "every other minute for {t} min")
EACH_TIME = {  # alone, and with the lift's name
    1: (
        ("1 rep", "one rep", "x 1", "singles", "a single", "1 rep each"),
        ("1 {lift}", "one {lift}", "{lift} x 1"),
    ),
    2: (
        ("2 reps", "two reps", "x 2", "sets of 2", "doubles", "a double", "2 TnG reps"),
        ("2 {lift}", "{lift} doubles", "{lift} x 2", "two {lift}"),
    ),
    3: (
        ("3 reps", "three reps", "x 3", "sets of 3", "triples", "a triple", "3 reps each"),
        ("3 {lift}", "{lift} triples", "triples of {lift}", "{lift} x 3"),
    ),
}
CLOCKED_LOADS = (
    *("@ {p} %", "at {p}%", "{p} %", "({p} %)", "around {p} %", "@{p}%", "60-{p} %", "with {p} %"),
    *("start at 60 %, finish at {p} %", "from 60 to {p} %", "building to {p} %", "@ {p} % of 1RM"),
    *("@ {kg} kg", "with {kg} kg", "{kg} kg", "({kg} kg)", "at {kg}kg", "{kg}/35 kg", "@ {kg}/35 kg", "", ""),
)
CLOCKED_FRAMES = (
    *("{lift}, {every}, {alone} {load}", "{every}: {named} {load}", "{every}\n{named} {load}"),
    *(
        "{lift}\n{every}\n{alone} {load}",
        "{lift}: {alone} {every} {load}",
        "{lift} - {alone} {load}, {every}",
    ),
    *(
        "{lift} {load}: {alone}, {every}",
        "{lift} {every} - {alone} {load}",
        "{lift}\n{alone} {load}\n{every}",
    ),
    "{lift}: {every}\n{alone}, {load}",
)


@dataclass(frozen=True, slots=True)
class Spelled:
    """A text, and of each movement in order: its id, what is asked of it in all (None where it is open), its
    load and percent."""

    text: str
    asked: tuple[tuple[str, int | None, float | None, float | None], ...]
    minutes: bool = False  # of every minute, whose list may take turns
    any_order: bool = False  # what is done otherwise may come in any


def lifts(seed: int, count: int) -> Iterator[Spelled]:
    """Sets of one lift."""
    draw = random.Random(seed)
    for _ in range(count):
        (lift, movement), percent = draw.choice(LIFTS), draw.random() < 0.5
        text = draw.choice(LIFT_FRAMES).format(
            lift=lift,
            sets=draw.choice(FIVE_OF_THREE),
            load=draw.choice(THREE_QUARTERS if percent else EIGHTY_KG),
            behind=draw.choice(BEHIND_A_LIFT),
        )
        yield Spelled(text, ((movement, 15, None if percent else 80.0, 75.0 if percent else None),))


def lists(seed: int, count: int) -> Iterator[Spelled]:
    """A list of two to four lines, and what arranges it."""
    draw = random.Random(seed)
    for _ in range(count):
        kind = draw.choice(tuple(HEADS))
        head = draw.choice(HEADS[kind])
        cap = "" if kind in ("minutes", "every") or head.endswith("of") else draw.choice(CAPS)
        if kind == "falling":
            some = [(draw.choice(words), movement, 45, kg) for words, movement, kg in draw.sample(BARE, 2)]
        else:
            drawn = draw.sample(LINES, draw.randint(2, 4))
            some = [(draw.choice(words), movement, amount, kg) for words, movement, amount, kg in drawn]
        layout = draw.choice(LAYOUTS)
        below = layout.startswith(":\n")
        join = layout[1:] if below else draw.choice(JOINS)
        text = f"{draw.choice(TITLES)}{head}{cap}{layout}{join.join(line[0] for line in some)}"
        times = TIMES.get(kind, 1)
        yield Spelled(
            text,
            tuple(
                (movement, None if kind == "minutes" else amount * times, kg, None)
                for _, movement, amount, kg in some
            ),
            kind == "every",
        )


def lifts_by_the_clock(seed: int, count: int) -> Iterator[Spelled]:
    """One lift every so many minutes."""
    draw = random.Random(seed)
    for _ in range(count):
        lift, movement = draw.choice(CLOCKED_LIFTS)
        sets, minutes, reps = draw.choice((4, 5, 6, 8, 10)), draw.choice((2, 2, 3)), draw.choice((1, 2, 3))
        alone, named = EACH_TIME[reps]
        load = draw.choice(CLOCKED_LOADS)
        every = draw.choice(BY_THE_CLOCK + (EVERY_SECOND if minutes == 2 else ()))
        said = draw.choice(CLOCKED_FRAMES).format(
            lift=lift,
            every=every.format(n=sets, m=minutes, t=sets * minutes, s=minutes * 60),
            alone=draw.choice(alone),
            named=draw.choice(named).format(lift=lift),
            load=load.format(p=75, kg=50),
        )
        text = "\n".join(line.strip(" ,") for line in re.sub(" +(?=[ ,:])", "", said).split("\n"))
        kg, percent = (50.0 if "{kg}" in load else None), (75.0 if "{p}" in load else None)
        yield Spelled(text, ((movement, sets * reps, kg, percent),))
