"""The class clock: against a stopwatch that is stepped, against the screens' own copy of it, and what became
of each drill."""

from __future__ import annotations

import json
import subprocess
import unittest
from pathlib import Path

from hypothesis import given, settings
from hypothesis import strategies as st

from core.floor.clock import Command, State, after, begun, elapsed_ms, moment_at, repeats
from core.floor.kept import Stretch, ran_of
from core.floor.values import FloorItem, Go, Order

WEB = Path(__file__).resolve().parent.parent.parent / "web"
KINDS = ("hold", "go-on", "skip", "back", "again", "more", "end")
START_MS = 1_790_000_000_000
STEP_MS = 50

lengths = st.lists(
    st.tuples(st.integers(0, 90), st.booleans(), st.sampled_from(["drill", "change", "part"])),
    min_size=1,
    max_size=7,
)


def gos_of(rows) -> list[Go]:
    return [
        Go(key=f"g{n}", kind=kind, section="prep", seconds=seconds, waits=waits and kind == "part")
        for n, (seconds, waits, kind) in enumerate(rows)
    ]


class Stopwatch:
    """A clock that a person would build: it stands in one go, counts its milliseconds up, and moves on."""

    def __init__(self, gos):
        self.gos, self.place, self.in_ms, self.stands, self.over = gos, 0, 0, False, False
        self.more = dict.fromkeys((go.key for go in gos), 0)
        self.settle()

    def lasts(self) -> int:
        go = self.gos[self.place]
        return (go.seconds + self.more[go.key]) * 1000

    def settle(self):
        while self.place < len(self.gos) and not self.gos[self.place].waits and self.in_ms >= self.lasts():
            self.in_ms -= self.lasts()
            self.place += 1

    def tick(self, ms: int):
        if not self.stands and not self.over:
            self.in_ms += ms
            self.settle()

    def press(self, kind: str):
        if self.over:
            return
        if kind in ("hold", "go-on"):
            self.stands = kind == "hold"
        elif kind == "end":
            self.over = True
        elif self.place < len(self.gos):
            self.move(kind)

    def move(self, kind: str):
        if kind == "more":
            self.more[self.gos[self.place].key] += 30
            return
        if kind == "skip":
            self.place += 1
        elif kind == "back":
            drills = [n for n in range(self.place) if self.gos[n].kind != "change"]
            self.place = drills[-1] if drills else 0
        self.in_ms = 0
        self.settle()


presses = st.lists(st.tuples(st.integers(0, 1200), st.sampled_from(KINDS[:-1])), max_size=14)


class Clock(unittest.TestCase):
    @settings(max_examples=300, deadline=None)
    @given(lengths, presses)
    def test_it_stands_where_a_stopwatch_stands(self, rows, pressed):
        """Whatever is pressed and however long the goes, arithmetic on instants and a stopwatch that counts
        50 ms at a time show the same go and the same time in it."""
        gos = gos_of(rows)
        watch, state, now = Stopwatch(gos), begun(gos, START_MS), START_MS
        for number, (steps, kind) in enumerate(pressed):
            for _ in range(steps):
                watch.tick(STEP_MS)
            now += steps * STEP_MS
            here = moment_at(gos, state, now)
            self.assertEqual((here.place, here.in_ms), (watch.place, watch.in_ms))
            go = gos[here.place].key if here.place < len(gos) else ""
            command = Command(key=str(number), kind=kind, go=go, version=state.version, at_ms=now)
            state = after(gos, state, command).state
            watch.press(kind)
            here = moment_at(gos, state, now)
            self.assertEqual((here.place, here.in_ms), (watch.place, watch.in_ms), kind)

    def test_two_who_press_skip_at_once_skip_one_drill(self):
        """The second names a drill that is over: the same wish; and 30 seconds more are given once."""
        gos = gos_of([(30, False, "drill")] * 3)
        state = begun(gos, START_MS, version=4)

        def press(kind: str, at_ms: int, key: str) -> Command:
            return Command(key=key, kind=kind, go="g0", version=4, at_ms=START_MS + at_ms)

        first = after(gos, state, press("skip", 9000, "one"))
        second = after(gos, first.state, press("skip", 9040, "two"))
        self.assertEqual((first.outcome, second.outcome), ("done", "same"))
        self.assertEqual(second.state, first.state)
        self.assertEqual(moment_at(gos, second.state, START_MS + 9040).place, 1)
        more = after(gos, state, press("more", 1000, "three"))
        self.assertTrue(repeats(press("more", 1050, "four"), more.state, [press("more", 1000, "three")]))
        self.assertFalse(repeats(press("again", 1050, "four"), more.state, [press("more", 1000, "three")]))
        late = after(gos, first.state, press("again", 9100, "five"))
        self.assertEqual((late.outcome, late.state), ("overtaken", first.state))

    @settings(max_examples=12, deadline=None)
    @given(st.data())
    def test_the_screens_copy_does_the_same(self, data):
        """web/src/floor/clock.ts, run by itself, answers 60 random cases as the core does: state, outcome,
        where the clock stands."""
        cases, expected = [], []
        for _ in range(60):
            gos = gos_of(data.draw(lengths))
            state = State(
                version=data.draw(st.integers(1, 9)),
                order=1,
                go=data.draw(st.sampled_from(["g0", "g1", "", "gone"])),
                began_ms=START_MS,
                held_ms=data.draw(st.none() | st.integers(0, 300_000)),
                more=data.draw(
                    st.dictionaries(st.sampled_from(["g0", "g2"]), st.integers(1, 4).map(lambda n: 30 * n))
                ),
                ended=data.draw(st.integers(0, 9)) == 0,
            )
            command = Command(
                key="k",
                kind=data.draw(st.sampled_from(KINDS)),
                go=data.draw(st.sampled_from(["g0", "g1", "g2", "gone"])),
                version=state.version,
                at_ms=START_MS + data.draw(st.integers(-2000, 300_000)),
            )
            moved = after(gos, state, command)
            cases.append([[go.json_value() for go in gos], state.json_value(), command.json_value()])
            here = moment_at(gos, moved.state, command.at_ms + 777)
            expected.append([moved.state.json_value(), moved.outcome, list(here)])
        self.assertEqual(on_the_screen(cases), expected)


RUN = """
const ts = require('typescript'), fs = require('fs');
const out = ts.transpileModule(fs.readFileSync('src/floor/clock.ts', 'utf8'), {
  compilerOptions: { module: 'commonjs', target: 'es2022' } }).outputText;
const clock = {}; new Function('exports', out)(clock);
const cases = JSON.parse(fs.readFileSync(0, 'utf8'));
console.log(JSON.stringify(cases.map(([gos, state, command]) => {
  const moved = clock.after(gos, state, command);
  const here = clock.momentAt(gos, moved.state, command.at_ms + 777);
  return [moved.state, moved.outcome, [here.place, here.in_ms, here.left_ms]];
})));
"""


def on_the_screen(cases: list) -> list:
    """What the screens' own clock answers, outside of any page."""
    said = subprocess.run(
        ["node", "-e", RUN], cwd=WEB, input=json.dumps(cases), capture_output=True, text=True, check=False
    )
    if said.returncode:
        raise AssertionError(said.stderr[-800:])
    return json.loads(said.stdout)


def item(name: str) -> FloorItem:
    return FloorItem(
        drill=name.lower(),
        figure=name.lower(),
        name=name,
        phase="open",
        dose_words="",
        level="standing",
        kit_names=(),
        cues=(),
        fault="",
        cautions=(),
    )


class Kept(unittest.TestCase):
    @settings(max_examples=150, deadline=None)
    @given(st.lists(st.integers(1, 60), min_size=1, max_size=5), presses)
    def test_what_was_run_is_what_a_stopwatch_was_in(self, seconds, pressed):
        """Time in each drill, summed over every state the clock went through, is the time a stopwatch spent
        there."""
        gos = [
            Go(key=f"g{n}", kind="drill", section="prep", seconds=each, item=n)
            for n, each in enumerate(seconds)
        ]
        order = Order(
            title="",
            method="",
            minutes=5,
            items=tuple(item(f"Drill {n}") for n in range(len(gos))),
            gos=tuple(gos),
        )
        watch, state, now = Stopwatch(gos), begun(gos, START_MS), START_MS
        spent = [0] * len(gos)
        stretches, since = [], START_MS
        for steps, kind in [*pressed, (20, "end")]:
            for _ in range(steps):
                if watch.place < len(gos) and not watch.stands:
                    spent[watch.place] += STEP_MS
                watch.tick(STEP_MS)
            now += steps * STEP_MS
            here = moment_at(gos, state, now)
            go = gos[here.place].key if here.place < len(gos) else ""
            moved = after(gos, state, Command(key="", kind=kind, go=go, version=state.version, at_ms=now))
            stretches.append(Stretch(state, since, now))
            state, since = moved.state, now
            watch.press(kind)
        rows = ran_of([order], stretches)
        for row, ms in zip(rows, spent, strict=True):
            self.assertLessEqual(abs(row.ran_s - ms / 1000), 0.5)

    def test_skipped_cut_shorter_and_not_reached_are_told_apart(self):
        """By hand: one run whole, one left after half its time, one skipped at once, one taken out of the
        order, one that the class never came to."""
        gos = [Go(key=f"g{n}", kind="drill", section="prep", seconds=40, item=n) for n in range(5)]
        items = tuple(item(name) for name in ("Whole", "Half", "Skipped", "Cut", "Never"))
        first = Order(title="", method="", minutes=5, items=items, gos=tuple(gos))
        second = first.model_copy(update={"gos": tuple(go for go in gos if go.key != "g3")})
        one = State(version=1, order=1, go="g0", began_ms=0)
        two = State(version=2, order=1, go="g2", began_ms=60_000)
        stopped = State(version=3, order=2, go="g4", began_ms=61_000, held_ms=500, ended=True)
        rows = ran_of(
            [first, second],
            [
                Stretch(one, 0, 60_000),
                Stretch(two, 60_000, 61_000),
                Stretch(stopped, 61_000, 90_000),
            ],
        )
        found = {row.name: (row.outcome, row.ran_s) for row in rows}
        self.assertEqual(
            found,
            {
                "Whole": ("run", 40),
                "Half": ("shorter", 20),
                "Skipped": ("skipped", 1),
                "Cut": ("cut", 0),
                "Never": ("not reached", 0),
            },
        )
        self.assertEqual(elapsed_ms(stopped, 10**9), 500)
