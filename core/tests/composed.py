"""Boards put together at random from pieces that are each plain: lifts in sets, lists in rounds, ladders,
intervals, teams, levels, and sentences around them that ask nothing. What a board asks is known from how it
was made, so the reader is held against no reading of its own."""

from __future__ import annotations

import random
from collections.abc import Callable, Iterator, Sequence
from typing import TypeVar

from core.tests.boards import Board, wanted

LIFTS = {
    "back squat": "back-squat",
    "front squat": "front-squat",
    "deadlift": "deadlift",
    "bench press": "bench-press",
    "push press": "push-press",
    "power clean": "power-clean",
    "strict press": "press",
    "overhead squat": "overhead-squat",
    "hang power snatch": "hang-power-snatch",
    "romanian deadlift": "romanian-deadlift",
}
BARE = {
    "pull-ups": "pull-up",
    "push-ups": "push-up",
    "burpees": "burpee",
    "air squats": "air-squat",
    "sit-ups": "sit-up",
    "toes to bar": "toes-to-bar",
    "box jumps": "box-jump",
    "double unders": "double-under",
    "ring dips": "ring-dip",
    "wall walks": "wall-walk",
    "v-ups": "v-up",
}
LOADED = {  # how it is called, which it is, what is lifted, what a level lifts instead
    "thrusters": ("thruster", "43/30", "30/20"),
    "wall balls": ("wall-ball", "9/6 kg", "6/4 kg"),
    "KB swings": ("overhead-kettlebell-swing|kettlebell-swing", "24/16", "16/12"),
    "deadlifts": ("deadlift", "100/70 kg", "70/50 kg"),
    "power cleans": ("power-clean", "60/42.5", "40/30"),
    "DB snatches": ("dumbbell-snatch", "22.5/15", "15/10"),
}
FAR = ("row", "run", "ski")
EASIER = {
    "pull-ups": ("ring rows", "ring-row"),
    "toes to bar": ("knee raises", "hanging-knee-raise"),
    "push-ups": ("knee push-ups", "knee-push-up"),
    "double unders": ("single unders", "single-under"),
}
BESIDE_SETS = (
    "",
    "",
    " (2 min rest)",
    ", rest 2 min",
    " rest 90 s",
    " (heavy)",
    " RPE 8",
    " tempo 31X1",
    " / rest 2 min",
)
OF_A_BEST = (
    ("", ""),
    (" @ 75%", " %75"),
    (" @ 80 %", " %80"),
    (" @ 60 kg", " @60"),
    (" (70%)", " %70"),
    (" at 75%", " %75"),
)
BETWEEN_LIFTS = (", ", " + ", "; ", "\n", ". ", " then ", " | ", ", then ")
SAID_AROUND = (
    "Good morning team!",
    "See you at 6, bring a friend.",
    "Remember to log your score.",
    "Class times 6:00, 7:00, 17:30",
    "Goal: finish under the cap.",
    "Score is rounds + reps",
    "Don't go out too fast on the first round.",
    "If you feel your back, tell the coach.",
    "Standards: full depth, full lockout.",
    "Target 8-10 minutes",
    "Last time we did this was in March.",
    "The rowers are in the back room.",
    "12 spots, sign up in time.",
    "Doors open at 17:15.",
    "Heats of 6, 10 minutes apart.",
    "Judges wanted for Saturday, 4 places left.",
    "Week 4 of 6",
)
T = TypeVar("T")
Piece = tuple[str, list[str]]  # its text, and the answer's lines


class Composer:
    """Puts boards together; the same seed makes the same boards."""

    def __init__(self, seed: int):
        self.random = random.Random(seed)

    def boards(self, count: int) -> Iterator[Board]:
        """So many boards with their answers."""
        for number in range(count):
            blocks, answer = self._sections()
            text = self._one(("\n\n", "\n\n", "\n")).join(blocks)
            text = self._one((str, str, str, str, str.upper, str.lower))(text)
            yield Board(number, text, tuple(map(wanted, answer)), (), False)

    def _one(self, choices: Sequence[T]) -> T:
        return self.random.choice(choices)

    def _sections(self) -> tuple[list[str], list[str]]:
        blocks: list[str] = []
        answer: list[str] = []
        if self.random.random() < 0.5:
            blocks.append("\n".join(self.random.sample(SAID_AROUND, 2)) + "\n")
        if self.random.random() < 0.6:
            lifts, lines = self._lifts()
            blocks.append(self._one(("Strength\n", "A) ", "Strength: ", "Lift - ")) + lifts)
            answer += lines
        makes: tuple[Callable[[], Piece], ...] = (
            self._rounds,
            self._rounds,
            self._open,
            self._minutes,
            self._ladder,
        )
        piece, lines = self._one((*makes, self._framed, self._team, self._far, self._level))()
        blocks.append(self._one(("Metcon\n", "WOD\n", "B) ", "WOD:\n", "Part B:\n", '"Copper"\n')) + piece)
        answer += lines
        if self.random.random() < 0.5:
            blocks.append(self._one(SAID_AROUND))
        return blocks, answer

    def _lifts(self) -> Piece:
        names = self.random.sample(sorted(LIFTS), self.random.randint(1, 3))
        said = [self._sets(name) for name in names]
        return self._one(BETWEEN_LIFTS).join(text for text, _ in said), [line for _, line in said]

    def _sets(self, name: str) -> tuple[str, str]:
        sets, reps = self.random.randint(3, 6), self._one((2, 3, 4, 5, 6, 8))
        listed = "-".join([str(reps)] * sets)
        form = self._one(
            (
                f"{sets}x{reps}",
                f"{sets} x {reps}",
                f"{sets} sets of {reps}",
                f"{sets} sets x {reps} reps",
                listed,
            )
        )
        load, told = self._one(OF_A_BEST)
        order = self._one((f"{name} {form}", f"{name} {form}", f"{form} {name}", f"{name}: {form}"))
        return order + load + self._one(BESIDE_SETS), f"{LIFTS[name]} {sets * reps}{told}"

    def _items(self, count: int, times: int | None) -> list[tuple[str, str]]:
        """Different things to do so often in all; as often as one can where times is None."""
        names = self.random.sample([*BARE, *LOADED, *FAR], count)
        return [self._item(name, times) for name in names]

    def _item(self, name: str, times: int | None) -> tuple[str, str]:
        number = self._one((5, 8, 9, 10, 12, 15, 20))
        if name in BARE:
            text = self._one(
                (f"{number} {name}", f"{number} {name}", f"{name} x {number}", f"{number}x {name}")
            )
            return text, f"{BARE[name]} {number * times if times else '~'}"
        if name in LOADED:
            movement, load, _ = LOADED[name]
            text = self._one(
                (f"{number} {name} {load}", f"{number} {name} ({load})", f"{number} {name} @ {load}")
            )
            return text, f"{movement} {number * times if times else '~'} @{load.split('/')[0]}"
        far = self._one((200, 250, 400, 500, 800))
        text = self._one((f"{far} m {name}", f"{far}m {name}", f"{name} {far} m", f"{name} {far}m"))
        return text, f"{name} " + (f"{far * times}m" if times else "~")

    def _list(self, items: list[tuple[str, str]], inline: bool = True) -> str:
        texts = [text for text, _ in items]
        if inline and self.random.random() < 0.4:
            return ": " + self._one((", ", " / ", " + ", "; ")).join(texts)
        return (
            self._one(("\n", ":\n"))
            + self._one(("", "- ")).join(["", *(f"{text}\n" for text in texts)]).rstrip()
        )

    def _rounds(self) -> Piece:
        times, cap = (
            self.random.randint(3, 5),
            self._one(("", "", ", cap 12 min", " (15 min cap)", " - 20 min time cap")),
        )
        items = self._items(self.random.randint(2, 4), times)
        rest = self._one(("", ", rest 1 min between rounds", " (1 min rest between rounds)"))
        heads = (
            f"{times} rounds",
            f"{times} RFT",
            f"{times} rounds for time{cap}",
            f"{times} rounds{rest}",
            f"{times}x",
        )
        return self._one(heads) + self._list(items), [line for _, line in items]

    def _open(self) -> Piece:
        minutes = self._one((8, 10, 12, 15, 20))
        items = self._items(self.random.randint(2, 4), None)
        heads = (f"AMRAP {minutes}", f"{minutes} min AMRAP", f"AMRAP {minutes}'", f"{minutes}-minute AMRAP")
        return self._one(heads) + self._list(items), [line for _, line in items]

    def _minutes(self) -> Piece:
        times, places = self.random.randint(3, 5), self.random.randint(2, 3)
        items = self._items(places, times)
        label = self._one(("min {}: ", "{}) ", "{}. ", "minute {} - "))
        whole = times * places
        head = self._one((f"EMOM {whole}", f"{whole} min EMOM", f"every minute for {whole} min"))
        listed = "\n".join(label.format(place) + text for place, (text, _) in enumerate(items, start=1))
        return f"{head}\n{listed}", [line for _, line in items]

    def _ladder(self) -> Piece:
        rungs = self._one(("21-15-9", "15-12-9", "10-8-6-4-2", "27-21-15-9", "50-40-30-20-10"))
        whole = sum(map(int, rungs.split("-")))
        names = self.random.sample([*BARE, *LOADED], 2)
        texts = [f"{name} {LOADED[name][1]}" if name in LOADED else name for name in names]
        answer = [
            f"{LOADED[name][0]} {whole} @{LOADED[name][1].split('/')[0]}"
            if name in LOADED
            else f"{BARE[name]} {whole}"
            for name in names
        ]
        lines = (
            self._one(("", "For time:\n"))
            + rungs
            + self._one(("", ":", " for time"))
            + "\n"
            + "\n".join(texts)
        )
        inline = rungs + self._one((" ", ": ", " reps of ")) + self._one((", ", " + ")).join(texts)
        return self._one((lines, inline)), answer

    def _framed(self) -> Piece:
        times = self.random.randint(3, 5)
        (first, before), *inside, (last, after) = [
            self._item(name, times if 0 < place < 3 else 1)
            for place, name in enumerate(self.random.sample([*BARE, *LOADED, *FAR], 4))
        ]
        opens = self._one(("Buy-in: {}", "Buy in {}", "Start with {}")).format(first)
        closes = self._one(("Cash-out: {}", "Buy-out: {}", "Finish with {}")).format(last)
        listed = "\n".join(text for text, _ in inside)
        return f"{opens}\n{times} rounds of:\n{listed}\n{closes}", [
            before,
            *(line for _, line in inside),
            after,
        ]

    def _team(self) -> Piece:
        people, head = self._one(
            (
                (2, "In pairs"),
                (2, "Teams of 2"),
                (2, "With a partner"),
                (3, "Teams of 3"),
                (4, "In teams of four"),
            )
        )
        names = self.random.sample(sorted(BARE), self.random.randint(2, 4))
        counts = [people * self._one((10, 15, 20, 25)) for _ in names]
        listed = "\n".join(f"{count} {name}" for count, name in zip(counts, names, strict=True))
        answer = [f"{BARE[name]} {count // people}" for count, name in zip(counts, names, strict=True)]
        return head + self._one(("", ", for time", " (25 min cap)", ":")) + "\n" + listed, answer

    def _far(self) -> Piece:
        name, times, far = self._one(FAR), self.random.randint(4, 8), self._one((200, 250, 400, 500))
        rest = self._one(("rest 2 min", "2 min rest", "rest 90 s", "rest 1:30", "1:00 rest"))
        text = self._one(
            (
                f"{times} x {far} m {name}, {rest}",
                f"{name} {times} x {far} m, {rest}",
                f"{times}x{far}m {name} ({rest})",
            )
        )
        return text, [f"{name} {times * far}m"]

    def _level(self) -> Piece:
        times, number, count = self.random.randint(3, 5), self._one((10, 12, 15)), self._one((9, 12, 20))
        name, bare = self._one(sorted(LOADED)), self._one(sorted(EASIER))
        movement, load, lighter = LOADED[name]
        easier, other = EASIER[bare]
        answer = [
            f"{movement} {number * times} @{load.split('/')[0]}",
            f"{BARE[bare]} {count * times}",
            f"{movement} {number * times} @{lighter.split('/')[0]} :scaled",
            f"{other} {count * times} :scaled",
        ]
        label = self._one(("Scaled: ", "SC: ", "Scaled - ", "Scale: "))
        return (
            f"{times} rounds for time\n{number} {name} {load}\n{count} {bare}\n{label}{lighter}, {easier}",
            answer,
        )
