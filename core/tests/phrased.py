"""Days put together at random from every form that coaches type for the same thing: heads of pieces, signs of
lists, loads, numbers of minutes, complexes, percents, machines, ladders, frames, teams and levels. What a day
asks is known from how it was made; the forms are common practice and share nothing with the reader."""

from __future__ import annotations

import random
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from typing import TypeVar

from core.tests.boards import Board, wanted

T = TypeVar("T")
Said = tuple[str, list[str]]  # a text, and the lines of its answer

MOVEMENTS = (  # what it is called, which it is, what is lifted with it
    (("burpees", "Burpees"), "burpee", ""),
    (("pull-ups", "pull ups", "Pullups"), "pull-up", ""),
    (("push-ups", "push ups", "pushups"), "push-up", ""),
    (("air squats", "Air Squats"), "air-squat", ""),
    (("box jumps", "Box Jumps", "BJ"), "box-jump", ""),
    (("T2B", "toes to bar", "toes-to-bar", "TTB"), "toes-to-bar", ""),
    (("KB swings", "KBS", "kettlebell swings"), "kettlebell-swing|overhead-kettlebell-swing", "bell"),
    (("wall balls", "WB", "Wall Ball Shots"), "wall-ball", "ball"),
    (("thrusters", "Thrusters"), "thruster", "bar"),
    (("deadlifts", "DL", "Deadlifts"), "deadlift", "heavy bar"),
    (("power cleans", "PC", "Power Cleans"), "power-clean", "bar"),
    (("DB snatches", "dumbbell snatches", "DB Snatch"), "dumbbell-snatch", "dumbbell"),
    (("sit-ups", "situps", "Sit Ups"), "sit-up", ""),
    (("V-ups", "v ups"), "v-up", ""),
    (("HSPU", "handstand push-ups"), "handstand-push-up", ""),
    (("ring rows", "Ring Rows"), "ring-row", ""),
    (("goblet squats", "Goblet Squats"), "goblet-squat", "bell"),
    (("hang power snatches", "hang power snatch"), "hang-power-snatch", "bar"),
    (("front squats", "Front Squat"), "front-squat", "bar"),
    (("push press", "push presses"), "push-press", "bar"),
    (("mountain climbers",), "mountain-climber", ""),
    (("ring dips", "Ring Dips"), "ring-dip", ""),
    (("DB thrusters", "dumbbell thrusters"), "dumbbell-thruster", "dumbbell"),
    (("box step-ups", "box step ups"), "box-step-up", ""),
)
LOADS = {
    "bell": ((24, 16), (20, 14), (32, 24)),
    "ball": ((9, 6),),
    "bar": ((43, 30), (60, 42.5), (50, 35), (40, 27.5)),
    "heavy bar": ((100, 70), (80, 55), (90, 60)),
    "dumbbell": ((22.5, 15), (17.5, 12.5), (15, 10)),
}
LOAD_FORMS = (
    " {l} kg| ({l})| ({l} kg)| @ {l}| @ {l} kg|, {l} kg| {l}| - {l} kg| @{l}kg| ({l}kg)|, {l}kg| [{l} kg]"
    "| w/ {l} kg| with {l} kg| ({l} KG)| {l}KG| @ {l}kg| (Rx {l} kg)| at {l} kg|: {l} kg"
).split("|")
WAYS = (  # which machine or way, the unit, numbers, forms
    ("run", "m", (200, 400, 800), ("{n} m run", "{n}m run", "{n} m Run", "Run {n} m", "run {n}m")),
    ("row", "m", (250, 500, 1000), ("{n} m row", "Row {n}m", "{n}m Row", "row {n} m")),
    ("row", "c", (10, 12, 15, 20), ("{n} cal row", "{n} cals row", "row {n} cal", "{n} calorie row")),
    ("bike", "c", (10, 12, 15), ("{n} cal bike", "bike {n} cal")),
    ("ski", "c", (10, 12, 15), ("{n} cal ski", "ski {n} cal")),
)
LIFTS = (
    ("Back squat", "back-squat"),
    ("Front Squat", "front-squat"),
    ("Deadlift", "deadlift"),
    ("Bench press", "bench-press"),
    ("Strict press", "press"),
    ("Power clean", "power-clean"),
    ("Push press", "push-press"),
    ("Hang snatch", "hang-snatch"),
)
OF_COMPLEXES = (
    ("power clean", "power-clean"),
    ("hang clean", "hang-clean"),
    ("front squat", "front-squat"),
    ("push jerk", "push-jerk"),
    ("push press", "push-press"),
    ("clean pull", "clean-pull"),
)
ACCESSORIES = (  # which have sides
    ("DB rows", "dumbbell-row", True),
    ("face pulls", "face-pull", False),
    ("hammer curls", "curl", False),
    ("lateral raises", "lateral-raise", False),
    ("split squats", "split-squat", True),
    ("GHD sit-ups", "ghd-sit-up", False),
    ("calf raises", "calf-raise", False),
    ("hip thrusts", "hip-thrust", False),
    ("strict pull-ups", "strict-pull-up", False),
)
EASIER = (  # what is hard, which it is, what is done instead
    ("pull-ups", "pull-up", (("ring rows", "ring-row"), ("jumping pull-ups", "jumping-pull-up"))),
    ("T2B", "toes-to-bar", (("knee raises", "hanging-knee-raise"), ("sit-ups", "sit-up"))),
    ("HSPU", "handstand-push-up", (("pike push-ups", "pike-push-up"), ("push-ups", "push-up"))),
    ("box jumps", "box-jump", (("step-ups", "box-step-up"), ("box step-ups", "box-step-up"))),
    ("burpees", "burpee", (("up-downs", "up-down"),)),
)
INSTEAD = (
    "Scaled: {s}|Sc: {s}|Scale {h} to {s}|Scaled: {s} for {h}|Scaled: {s} instead of {h}|No {h}? {S}"
    "|{S} if no {h}|Sub {s} for {h}|{h} -> {s}|Scaling: {s} for {h}|Scaling options: {s}|(Scaled: {s})"
    "|Scaling: {h} = {s}|SCALED: {s}|Scale: {s} for {h}|Sub: {s} for {h}|Can't do {h}? {S}"
    "|{S} instead of {h} if needed|{h}: scale to {s}|Scaled option: {s}|{S} for {h}"
    "|Swap {h} for {s} if needed|Option: {s}|Mod: {s}|Scaled - {s}"
).split("|")
WARM_UPS = (
    ("400 m jog", "run"),
    ("10 air squats", "air-squat"),
    ("10 push-ups", "push-up"),
    ("10 good mornings", "good-morning"),
    ("3 min bike", "bike"),
    ("10 inchworms", "inchworm"),
    ("20 jumping jacks", "jumping-jack"),
)
NOTES = (
    "Rest as needed|Score = time|Keep your back flat|Focus on breathing|Scale as needed"
    "|Goal: unbroken sets|Coach: watch the knees|Move well before you move fast"
    "|Write your time on the board|Last week: 72%|Stimulus: fast, 8-10 min|No chalk on the rower please"
    "|Record your weight|Bring a towel|Rest 2-3 min between sets|Time cap strict!|Score is rounds + reps"
    "|Aim for under 12 min|Compare to last month|Tempo: controlled|No misses|Water break after this"
    "|Check the whiteboard for heats|RX+ ask your coach|Be safe|Good luck team!"
    "|Coaches note: warm up the shoulders well|Think: fast feet|Quality over quantity"
    "|Loads should feel light|Keep moving|Breathe"
).split("|")
ROUNDS = (
    "{r} rounds for time|{r} rounds for time:|{r} rounds|{r} RFT|{r}RFT:|{r} Rounds For Time of:"
    "|{r} rounds of|{r} rds:|For time, {r} rounds|{r} rounds, cap {c} min|{r} RFT (cap {c} min)"
    "|{r} rounds for quality|{r} rounds NFT|{r} sets:|{r} sets of|Complete {r} rounds of|{r}x|{r} x"
    "|Repeat {r} times:|{r} rounds w/ 1 min rest between rounds|{r} times through|{r} Rounds:|{r} rnds"
    "|{r} rounds - for time|{r} rounds (for time)|{r} times:|{r} circuits|For Time: {r} Rounds"
    "|{r} Rds for time|{r} rounds of the following|Do {r} rounds of:|{r} rounds (cap {c})"
    "|{r} rounds, for time:|{r} sets, rest 90s between|{r} RDS|{r} rounds for time (TC {c})"
    "|{r} rounds, {c} min time cap|{r} Rounds for Time w/ {c} min cap|{r} rounds for quality:"
    "|{r} rounds @ moderate pace"
).split("|")
ROUNDS_INLINE = (
    "{r} rounds for time: {l}|{r} RFT: {l}|{r} rounds of {l}|{r} rounds: {l}|{r} sets: {l}|{r} x ({l})"
    "|{l} x {r}|{r} rounds of: {l}, cap {c} min|{l}, {r} rounds|{l} - {r} rounds for time|{r}x: {l}"
    "|For time: {r} rounds of {l}|({l}) x {r}|{r} rounds ({l})|{r} rds: {l}|{r} rounds for time ({l})"
    "|{l} for {r} rounds|{l} ({r} rounds)|{l}, {r} times|{r} times: {l}|{l}; {r} rounds for time"
    "|{r} rounds of {l} for time|{r} rounds => {l}"
).split("|")
OPEN = (
    "AMRAP {c}|AMRAP {c}:|{c} min AMRAP|{c} min AMRAP:|AMRAP {c} min|{c}-minute AMRAP|{c}' AMRAP"
    "|AMRAP in {c} minutes|As many rounds as possible in {c} min|AMRAP - {c} min|Max rounds in {c} min:"
    "|AMRAP{c}|AMRAP: {c} min|{c}min AMRAP|{c}' AMRAP:|{c} mins AMRAP|{c} minutes AMRAP|AMRAP ({c} min)"
    "|AMRAP in {c}:00|AMRAP {c} mins of|{c} minute AMRAP of:|Amrap for {c} min|{c} MIN AMRAP OF"
    "|AMRAP {c} minutes -|{c}:00 AMRAP:|{c} min. AMRAP|AMRAP {c}'"
    "|{c} min to complete as many rounds as possible of:"
).split("|")
OPEN_INLINE = (
    "AMRAP {c}: {l}|{c} min AMRAP: {l}|{c} min AMRAP of {l}|AMRAP {c} min - {l}|{c}' AMRAP: {l}"
    "|{c} minute AMRAP - {l}|AMRAP {c}' - {l}|AMRAP ({c} min): {l}|{c}min AMRAP: {l}|AMRAP {c}min: {l}"
    "|AMRAP in {c} min: {l}|{c} min of {l}, as many rounds as possible|AMRAP {c} ({l})"
    "|{l} - AMRAP {c} min|{l}, AMRAP {c}"
).split("|")
ONCE = (
    "For time|For time:|FOR TIME|For Time (cap {c} min)|For time, cap {c}|{c} min cap, for time"
    "|For time -|For Time, {c} min cap|for time (tc {c})|FT|FT:|For time w/ a {c} min cap"
    "|Time cap {c} min, for time:"
).split("|")
ONCE_INLINE = (
    "For time: {l}|For time - {l}|For time, cap {c} min: {l}|FT: {l}|For time ({c} min cap): {l}"
    "|{l} for time|{l} - for time|For time w/ {c} min cap: {l}|for time {l}"
).split("|")
EVERY = (
    "Every {e} min x {r}|Every {e} minutes for {t} minutes|Every {e} min for {r} rounds:|E{e}MOM x {r}"
    "|E{e}MOM for {t} min:|Every {e}:00 x {r} sets|{r} rounds, every {e} min"
    "|On a {e}:00 clock x {r} rounds|Every {e} minutes x {r} rounds|E{e}M x {r}"
    "|Every {e} min ({r} rounds)|Every {e} min, {r}x|{r} sets every {e} min|Every {e}' x {r}"
    "|On the {e}:00 x {r}|Every {e} mins x {r}|Every {e} min on the min x {r}"
    "|Every {e} minutes, for {t} minutes:|E{e}MOM ({r} rounds)|Start every {e} min, {r} rounds"
).split("|")
EVERY_INLINE = (
    "Every {e} min x {r}: {l}|E{e}MOM {t}: {l}|Every {e} min for {t} min: {l}|Every {e}:00 x {r}: {l}"
    "|{r} x every {e} min: {l}|E{e}MOM x {r}: {l}|Every {e} min ({r} rounds): {l}"
    "|Every {e} min x {r} - {l}|Every {e}' for {t}': {l}|{l} every {e} min x {r}"
).split("|")
MINUTES = (
    "EMOM {t}|EMOM {t}:|{t} min EMOM|EMOM x {t}|EMOM for {t} minutes:|{t}-minute EMOM|EMOM - {t} min"
    "|EMOM ({t})|EMOM {t} minutes|Emom {t} (alternating)|{t} min - EMOM|EMOM: {t} min|EMOM of {t} min"
    "|EMOM {t}:00|EMOM for {t} min -|Every minute for {t} min, alternate|{t} MIN EMOM"
).split("|")
MINUTE = (
    "Min {i}: {x}|min {i} - {x}|Minute {i}: {x}|{i}. {x}|{i}) {x}|M{i}: {x}|{i} - {x}|{i}: {x}"
    "|- Min {i}: {x}|Minute {i} {x}|({i}) {x}|Min{i}: {x}|min {i} {x}|Station {i}: {x}|MIN {i} - {x}"
    "|Min {i} = {x}|Min {i} -> {x}|Min {i}) {x}|m{i} - {x}"
).split("|")
SETS = (
    "{nm} {s}x{q}|{nm} {s} x {q}|{nm}: {s}x{q}|{nm}\n{s} x {q}|{nm} - {s} sets of {q}"
    "|{nm}\n{s} sets of {q} reps|{nm}, {s} sets x {q} reps|{s}x{q} {nm}|{s} sets of {q} {nm}"
    "|{nm} {q} reps x {s} sets|{nm} {s} sets {q} reps|{nm} [{s}x{q}]|{nm} ({s}x{q})|{nm} - {s}x{q}"
    "|{nm} {s}*{q}|{nm}: {s} sets of {q} reps|{nm} {s} × {q}|{nm}: {q} reps, {s} sets|{s} sets: {q} {nm}"
    "|{nm} = {s}x{q}|{nm}\n{s}x{q}|{nm}, {s}x{q}|{nm} {s} sets x {q}|{nm} x {q} x {s} sets"
    "|{nm}: {s} x {q} reps|{s} x {q} reps {nm}|{nm}\n- {s} x {q}"
).split("|")
PERCENTS = (
    "{q} @ {p}%|{q}@{p}%|{q} reps @ {p}%|{p}% x {q}|{q} x {p}%|{p}% - {q} reps|{q} at {p}%|{q} x @{p}%"
    "|{p}%: {q} reps|{q} reps at {p}%|{p}%x{q}|{p}% for {q}|{q} ({p}%)|{q} reps ({p}%)|{p} % x {q}"
    "|x{q} @ {p}%"
).split("|")
COMPLEXES = (
    "{s} sets: {l} @ {p}%|{l} x {s} @ {p}%|{s} x ({l}) @ {p}%|{names}: {s} x ({sum}) @ {p}%"
    "|{names}, {s} sets of {sum} @ {p}%|Every 2 min x {s}: {l} @ {p}%|{l}, {s} sets @ {p}%"
    "|{l}\n{s} sets @ {p}%|E2MOM x {s}: {l}, {p}%|{names}\n{s} x {sum} @ {p}%"
    "|Complex, {s} sets @ {p}%:\n{l}|{s} sets of the complex @ {p}%: {l}|{l} ({s} sets @ {p}%)"
    "|{s} rounds of {l} @ {p}%|{l} - {s} sets, {p}%|{s} sets @ {p}%: {l}|{s}x({l}), {p}%"
    "|{l} @ {p}%, {s} sets|{names}\n{s} sets of {sum}\n@ {p}%|{names} ({sum}) x {s} @ {p}%"
    "|{l}\nx {s} sets @ {p}%|{l}\n@ {p}%, {s} sets|Every 90 sec x {s}: {l} @ {p}%|{s} sets: ({l}) @ {p}%"
).split("|")
SCHEMES = (
    (21, 15, 9),
    (15, 12, 9),
    (10, 8, 6, 4, 2),
    (50, 40, 30, 20, 10),
    (27, 21, 15, 9),
    (2, 4, 6, 8, 10),
)
BY_SCHEME = (
    "{S}\n{b}|{S} for time\n{b}|For time: {S}\n{b}|For time\n{S}\n{b}|{S} reps of:\n{b}"
    "|{S} (cap 12 min)\n{b}|{S} {l}|{S} of {l}|For time: {S} of {l}|{S}: {l}|{S} for time: {l}|{S} - {l}"
    "|{S} reps for time of:\n{b}|{S}:\n{b}|FT {S}\n{b}|For time, {S}:\n{b}|{S} rep scheme\n{b}"
    "|{S} of:\n{b}|{S}\n{l}|For time {S} {l}|{l}, {S}|{l} {S}|{l} - {S}|{S} reps each: {l}"
    "|{S} for time of {l}"
).split("|")
FRAMES = (
    "Buy-in: {a}\n{r} rounds:\n{b}\nCash-out: {z}|{a}\nthen {r} rounds of:\n{b}\nthen {z}"
    "|Buy in {a}\n{r} RFT\n{b}\nBuy out {z}|For time:\n{a}\nthen\n{r} rounds:\n{b}\nthen\n{z}"
    "|{a}, {r} rounds of ({l}), {z}|{a}\n\n{r} rounds:\n{b}\n\n{z}"
    "|For time: {a}, {r} rounds of ({l}), {z}|{a}\n-- then --\n{r} rounds\n{b}\n-- then --\n{z}"
    "|{a}, into {r} rounds of:\n{b}\ninto {z}"
    "|Buy in: {a}\nThen {r} rounds for time of:\n{b}\nCash out: {z}"
    "|Start with {a}\n{r} rounds\n{b}\nFinish with {z}|Buy-in {a}; {r} rounds ({l}); cash-out {z}"
).split("|")
TEAMS = (
    "In pairs, for time, split as you like|Teams of 3, for time:"
    "|With a partner, for time (split the reps)|For time in teams of 3"
    "|Teams of 3\nFor time, share the reps|In teams of 2: for time, one works at a time"
    "|In teams of 2, split all reps, for time|Partner workout - for time"
    "|Teams of 3 - for time - split the work|For time with a partner (share as needed)"
    "|In pairs (one works, one rests) for time|For time, in pairs:|2 person team, for time:"
).split("|")
FAR = (
    "{r} x {n}{u} {i}, rest 2:00|{r}x{n}{u} {i} (rest 2 min)|{i} {r} x {n}{u}, rest 1:1|{i}: {r} x {n}{u}"
    "|{r} rounds: {n}{u} {i}, rest 2 min|{r} x {n}{u} {i} - rest 90 sec between"
    "|{n}{u} {i} x {r}, rest 2 min|{i} intervals: {r} x {n}{u}, rest 2:00|Every 3 min x {r}: {n}{u} {i}"
    "|{r} sets of {n}{u} {i}|{i} {r}x{n}{u}, 2 min rest|{r} x {n}{u} {i} / 2 min rest"
    "|{r} x {n}{u} {i}, rest as needed|{i}: {r}x{n}{u} (rest 90s)|{r} sets: {n}{u} {i}, rest 2:00"
    "|{n}{u} {i}, rest 2 min, x {r}|{r} rounds\n{n}{u} {i}\nrest 2 min|{i} - {r} x {n}{u}"
    "|{r} x {n}{u} {i} @ 85%|{r} x {n}{u} {i} on the 3:00|{r} x {n}{u} {i} at 2k pace, 2 min rest"
).split("|")
ON_AND_OFF = (
    "{r} x {on} s on / {off} s off {i}|{r} rounds: {on}s {i}, {off}s rest|{r} x {on}/{off} {i}"
    "|{i}: {r} x {on} sec hard / {off} sec easy|{on} s on / {off} s off x {r}: {i}"
    "|{r} x {on}s {i} / {off}s rest|{r} rounds {on}/{off} {i}|{i} {r} x {on} on {off} off"
    "|{r} x :{on} {i}, :{off} rest|{r} intervals of {on} s {i}, {off} s rest"
    "|{i} sprints: {r} x {on} s, {off} s rest|:{on} on / :{off} off x {r} {i}"
    "|{r} sets: {on} sec {i}, {off} sec rest"
).split("|")
HEADS = (
    ("STRENGTH", "WOD", "ACCESSORY"),
    ("A)", "B)", "C)"),
    ("Strength:", "Metcon:", "Accessory:"),
    ("Part 1", "Part 2", "Part 3"),
    ("1.", "2.", "3."),
)
ALONE = ("STRENGTH", "Part 1")  # styles whose heads stand alone on their line


@dataclass(frozen=True)
class Item:
    """One thing to do: how it is said, which it is, how much of what, and its load."""

    text: str
    movement: str
    amount: int
    unit: str = ""
    kg: float | None = None

    def done(self, times: float | None) -> str:
        """Its line of the answer when it is done so often; open-ended where nobody knows."""
        amount = "~" if times is None else f"{self.amount * times:g}{self.unit}"
        return f"{self.movement} {amount}" + (f" @{self.kg:g}" if self.kg else "")


class Phrases:
    """Puts days together; the same seed makes the same days."""

    lifting = ("sets", "percents", "complex")  # what a day may begin with,
    pieces = ("piece", "piece", "minutes", "scheme", "frame", "team", "level", "two")  # what comes next,
    behind = ("accessories", "far", "on_and_off")  # and what may stand last

    def __init__(self, seed: int):
        self.random = random.Random(seed)

    def boards(self, count: int) -> Iterator[Board]:
        """So many days with their answers."""
        for number in range(count):
            text, answer = self.day()
            yield Board(number, text, tuple(map(wanted, answer)), (), False)

    def one(self, choices: Sequence[T]) -> T:
        return self.random.choice(choices)

    def day(self) -> Said:
        """A warm-up or none, a lift, a piece, and perhaps something behind them."""
        style = self.one(HEADS)
        kinds = [self.one(self.lifting), self.one(self.pieces)]
        if self.random.random() < 0.4:
            kinds.append(self.one(self.behind))
        makes: list[Callable[[], Said]] = [getattr(self, kind) for kind in kinds]
        blocks, answer = [], []
        if self.random.random() < 0.4:
            text, answer = self.warm_up()
            blocks.append(text)
        for head, make in zip(style, makes, strict=False):
            text, lines = make()
            below = style[0] in ALONE or "\n" in text or self.random.random() < 0.5
            note = f"\n{self.one(NOTES)}" if self.random.random() < 0.3 else ""
            blocks.append(head + ("\n" if below else " ") + text + note)
            answer = [*answer, *lines]
        return self.one(("\n", "\n\n", "\n\n")).join(blocks), answer

    # -- lists ------------------------------------------------------------------------------------

    def items(self, count: int) -> list[Item]:
        """So many different things to do."""
        found: dict[str, Item] = {}
        while len(found) < count:
            item = self._way() if self.random.random() < 0.3 else self._movement()
            found.setdefault(item.movement + item.unit, item)
        return list(found.values())

    def _way(self) -> Item:
        movement, unit, numbers, forms = self.one(WAYS)
        number = self.one(numbers)
        return Item(self.one(forms).format(n=number), movement, number, unit)

    def _movement(self) -> Item:
        names, movement, kit = self.one(MOVEMENTS)
        number, name = self.random.randint(5, 30), self.one(names)
        text = self.one((*[f"{number} {name}"] * 9, f"{number}x {name}", f"{name} x {number}"))
        kg, load = self._load(kit)
        return Item(text + load, movement, number, kg=kg)

    def _load(self, kit: str) -> tuple[float | None, str]:
        if not kit or self.random.random() < 0.4:
            return None, ""
        his, hers = self.one(LOADS[kit])
        said = f"{his:g}/{hers:g}"
        said = said if self.random.random() < 0.85 else said.replace(".", ",")
        return his, self.one(LOAD_FORMS).format(l=said)

    def _below(self, items: Sequence[Item]) -> str:
        bullet = self.one(("", "", "- ", "• ", "* ", "  "))
        return "\n".join(bullet + one.text for one in items)

    def _inline(self, items: Sequence[Item]) -> str:
        last = self.one((", ", " & ", " and ", "/", "+", ";"))
        sign = {"/": " / ", "+": " + ", ";": "; "}.get(last, ", ")
        texts = [one.text for one in items]
        return sign.join(texts[:-1]) + (sign if last in "/+;" else last) + texts[-1]

    # -- pieces -----------------------------------------------------------------------------------

    def piece(self) -> Said:
        """Rounds, as many as possible, once, or every so many minutes, below a head or on its line."""
        below, inline, times = self.one(
            (
                (ROUNDS, ROUNDS_INLINE, 1),
                (OPEN, OPEN_INLINE, None),
                (ONCE, ONCE_INLINE, 0),
                (EVERY, EVERY_INLINE, 1),
            )
        )
        rounds, every = self.random.randint(2, 7), self.one((3, 4, 5))
        items = self.items(self.random.randint(2, 3 if below is EVERY else 4))
        numbers = {"r": rounds, "c": self.one((8, 10, 12, 15, 20)), "e": every, "t": every * rounds}
        if self.random.random() < 0.4:
            text = self.one(inline).format(l=self._inline(items), **numbers)
        else:
            text = self.one(below).format(**numbers) + "\n" + self._below(items)
        done = None if times is None else rounds if times else 1
        return text, [one.done(done) for one in items]

    def minutes(self) -> Said:
        """A minute for each line of a list, in any numbering."""
        items, rounds = self.items(self.random.randint(2, 4)), self.random.randint(2, 5)
        texts = [one.text for one in items] + ["rest"] * (self.random.random() < 0.25)
        form = self.one(MINUTE)
        lines = [form.format(i=place, x=text) for place, text in enumerate(texts, start=1)]
        text = "\n".join([self.one(MINUTES).format(t=rounds * len(texts)), *lines])
        return text, [one.done(rounds) for one in items]

    def scheme(self) -> Said:
        """A list by its numbers."""
        numbers = self.one(SCHEMES)
        chosen = self.random.sample(MOVEMENTS, self.one((2, 2, 3)))
        said = [(self.one(names), movement, *self._load(kit)) for names, movement, kit in chosen]
        items = [Item(name + load, movement, sum(numbers), kg=kg) for name, movement, kg, load in said]
        text = self.one(BY_SCHEME).format(
            S="-".join(map(str, numbers)), b=self._below(items), l=self._inline(items)
        )
        return text, [one.done(1) for one in items]

    def frame(self) -> Said:
        """Something once before and once after rounds."""
        (first,), (last,), items = self.items(1), self.items(1), self.items(2)
        rounds = self.random.randint(3, 5)
        text = self.one(FRAMES).format(
            a=first.text, z=last.text, r=rounds, b=self._below(items), l=self._inline(items)
        )
        return text, [first.done(1), *(one.done(rounds) for one in items), last.done(1)]

    def team(self) -> Said:
        """What two or three share."""
        head = self.one(TEAMS)
        members = 3 if "3" in head else 2
        chosen = self.random.sample(MOVEMENTS, self.random.randint(2, 3))
        items = []
        for names, movement, kit in chosen:
            number, (kg, load) = self.one((30, 60, 90, 120, 150)), self._load(kit)
            items.append(Item(f"{number} {self.one(names)}{load}", movement, number, kg=kg))
        text = "\n".join([head, *(one.text for one in items)])
        return text, [one.done(1 / members) for one in items]

    def level(self) -> Said:
        """What a level does instead of one movement."""
        hard, movement, easier = self.one(EASIER)
        easy, other = self.one(easier)
        number, rounds = self.random.randint(5, 15), self.random.randint(3, 5)
        head = self.one(("{r} rounds for time", "{r} RFT", "{r} rounds")).format(r=rounds)
        line = self.one(INSTEAD).format(s=easy, S=easy.capitalize(), h=hard)
        text = f"{head}\n{number} {hard}\n10 power cleans 60/40 kg\n{line}"
        answer = [f"{movement} {number * rounds}", f"power-clean {10 * rounds} @60"]
        return text, [*answer, f"{other} {number * rounds} :scaled"]

    def two(self) -> Said:
        """Two or three pieces with a rest between them."""
        head, rest = self.one(OPEN).format(c=self.one((4, 5, 6))), self.one((2, 3))
        lists = [self.items(self.random.randint(2, 3)) for _ in range(self.one((2, 2, 3)))]
        said = self.one(("Rest {k} min", "-- rest {k} min --", "Rest {k}:00", "{k} min rest")).format(k=rest)
        gap = self.one(("\n", "\n\n"))
        text = f"{gap}{said}{gap}".join(f"{head}\n{self._below(items)}" for items in lists)
        return text, [one.done(None) for items in lists for one in items]

    # -- lifts ------------------------------------------------------------------------------------

    def sets(self) -> Said:
        """A lift in sets, with a percent or without."""
        (name, movement), sets, reps = self.one(LIFTS), self.random.randint(3, 6), self.random.randint(2, 8)
        listed = self.one(("-", ", ")).join([str(reps)] * sets)
        text = self.one((*SETS, f"{{nm}}: {listed}")).format(nm=name, s=sets, q=reps)
        percent = self.one((None, 65, 70, 75, 80, 85))
        if percent:
            text += self.one((" @ {p}%", " @{p} %", " at {p}%", ", {p}%", " ({p}%)")).format(p=percent)
        text += self.one(("", ", rest 2 min", " - rest 2:00", " (rest 2-3 min)"))
        return text, [f"{movement} {sets * reps}" + (f" %{percent}" if percent else "")]

    def percents(self) -> Said:
        """A lift's sets with a percent each."""
        name, movement = self.one(LIFTS)
        percents = self.one(((65, 75, 85), (60, 70, 80), (70, 80, 90)))
        reps = self.one(((5, 5, 5), (5, 3, 1), (3, 3, 3), (6, 4, 2)))
        form = self.one(PERCENTS)
        said = [form.format(q=q, p=p) for q, p in zip(reps, percents, strict=True)]
        places = "\n".join(f"Set {place}: {one}" for place, one in enumerate(said, start=1))
        text = self.one(
            (
                "\n".join([name, *said]),
                f"{name}: {', '.join(said)}",
                "\n".join([f"{name}:", *(f"- {one}" for one in said)]),
                f"{name}: {' / '.join(said)}",
                f"{name}\n{places}",
            )
        )
        return text, [f"{movement} {sum(reps)} %{max(percents)}"]

    def complex(self) -> Said:
        """Lifts done as one unit."""
        lifts = self.random.sample(OF_COMPLEXES, self.one((2, 3)))
        counts = [self.one((1, 1, 2, 3)) for _ in lifts]
        sets, percent = self.random.randint(3, 6), self.one((65, 70, 75, 80))
        text = self.one(COMPLEXES).format(
            s=sets,
            p=percent,
            l=" + ".join(f"{n} {_several(name, n)}" for n, (name, _) in zip(counts, lifts, strict=True)),
            names=" + ".join(name for name, _ in lifts),
            sum="+".join(map(str, counts)),
        )
        return text, [f"{lift} {n * sets} %{percent}" for n, (_, lift) in zip(counts, lifts, strict=True)]

    # -- around them ------------------------------------------------------------------------------

    def warm_up(self) -> Said:
        """Three things to warm up with."""
        chosen = self.random.sample(WARM_UPS, 3)
        texts = [text for text, _ in chosen]
        head = self.one(("Warm-up", "WARM UP", "Warm up", "WU"))
        text = self.one(
            (f"{head}: {', '.join(texts)}", "\n".join([head, *texts]), "\n".join([f"{head}:", *texts]))
        )
        return text, [f"{movement} w" for _, movement in chosen]

    def accessories(self) -> Said:
        """Sets of two or three small things, labelled or not."""
        sets = self.random.randint(3, 4)
        form = self.one(
            ("{s}x{q} {n}", "{n} {s}x{q}", "{n}: {s} x {q}", "{n} - {s} sets of {q}", "{s} sets of {q} {n}")
        )
        label = self.one(("", "- ", "A{i}. "))
        lines, answer = [], []
        for place, (name, movement, sided) in enumerate(self.random.sample(ACCESSORIES, 3), start=1):
            reps = self.one((8, 10, 12, 15))
            side = self.one(("", "/side", " each side", " per side")) if sided else ""
            lines.append(label.format(i=place) + form.format(s=sets, q=reps, n=name) + side)
            answer.append(f"{movement} {sets * reps * (2 if side else 1)}")
        return "\n".join(lines), answer

    def far(self) -> Said:
        """Intervals of a way or of calories."""
        movement, unit, _, _ = self.one(WAYS)
        number = self.one((250, 400, 500, 800)) if unit == "m" else self.one((10, 12, 15))
        rounds = self.random.randint(3, 8)
        said = self.one((" m", "m")) if unit == "m" else " cal"
        text = self.one(FAR).format(r=rounds, n=number, u=said, i=movement)
        return text, [f"{movement} {number * rounds}{unit}"]

    def on_and_off(self) -> Said:
        """Seconds of work and of rest on a machine."""
        machine, (on, off) = self.one(("row", "bike", "ski")), self.one(((20, 40), (30, 30), (40, 20)))
        rounds = self.one((6, 8, 10))
        text = self.one(ON_AND_OFF).format(r=rounds, on=on, off=off, i=machine)
        also = "|bike-sprint" if machine == "bike" else ""
        return text, [f"{machine}{also} {on * rounds}s"]


def _several(name: str, count: int) -> str:
    if count == 1:
        return name
    return name + ("es" if name.endswith("ss") else "s")
