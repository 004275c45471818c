"""Once more kinds of pieces for days put together at random (phrased.py): two things in one minute, sets said
once for a list or below a superset, waves, announced pieces, lists that grow, lighter sets behind a heavy
one, what comes before and after minutes, tries that fill what is left."""

from __future__ import annotations

from core.tests.phrased import LIFTS, MOVEMENTS, Said
from core.tests.phrased_more import More

TWO_IN_A_MINUTE = (
    "EMOM {t}: odd {a} + {b}, even {c}|EMOM {t}\nodd: {a} + {b}\neven: {c}"
    "|EMOM {t}: min 1: {a} + {b}, min 2: {c}"
    "|EMOM {t}\n1) {a} + {b}\n2) {c}|{t} min EMOM\nmin 1 - {a} + {b}\nmin 2 - {c}"
    "|EMOM {t}: 1) {a} + {b} 2) {c}"
    "|EMOM {t}, alternating\nA) {a} + {b}\nB) {c}"
    "|Every minute for {t} min\nodd minutes: {a} + {b}\neven minutes: {c}"
    "|EMOM {t}: odd min {a} + {b}; even min {c}|{t} min: odd minutes {a} + {b}; even minutes {c}"
    "|EMOM {t} - odd: {a} + {b} / even: {c}"
).split("|")
ONCE_FOR_ALL = (
    "{k} x {r}: {x}, {y}, {z}|{k} sets of {r}: {x}, {y}, {z}|{x}, {y}, {z}: {k} x {r}"
    "|{k}x{r}\n{x}\n{y}\n{z}"
    "|{k} sets of {r} reps\n{x}\n{y}\n{z}|{k} x {r} each\n{x}\n{y}\n{z}|{k} x {r} of each: {x}, {y}, {z}"
    "|{x}, {y} and {z} - {k} sets of {r}|{k} sets of {r} of each:\n{x}\n{y}\n{z}"
    "|{k} sets, {r} reps each\n{x}\n{y}\n{z}"
    "|{k} x {r} - {x}, {y}, {z}|{k} sets x {r} reps: {x}, {y}, {z}|{x} + {y} + {z}, {k} x {r} each"
).split("|")
BELOW_A_SUPERSET = (
    "A1 {r} {x}\nA2 {s} {y}\n{k} sets|A1) {r} {x}\nA2) {s} {y}\n{k} sets"
    "|A1. {r} {x}\nA2. {s} {y}\n{k} rounds"
    "|{k} sets\nA1 {r} {x}\nA2 {s} {y}|A1: {r} {x}\nA2: {s} {y}\n{k} sets of each"
    "|{k} supersets: {r} {x}, {s} {y}"
    "|A) superset, {k} sets\n{r} {x}\n{s} {y}|{k} sets: {r} {x} + {s} {y}|{k} x ({r} {x} + {s} {y})"
    "|A1 {x} {k} x {r}\nA2 {y} {k} x {s}|Superset x {k}: {r} {x} / {s} {y}"
    "|{k} rounds\nA1 {r} {x}\nA2 {s} {y}"
    "|A1. {x} x {r}\nA2. {y} x {s}\n{k} sets, rest 90 s"
).split("|")
WAVES = (
    "{nm}, waves of 3-2-1\nWave 1: {a}-{b}-{c} %\nWave 2: {b}-{c}-{d} %"
    "|{nm} 3-2-1-3-2-1 @ {a}-{b}-{c}-{b}-{c}-{d} %"
    "|{nm} waves: 3-2-1\nwave 1: {a}/{b}/{c}%\nwave 2: {b}/{c}/{d}%"
    "|{nm}: 2 waves of 3-2-1 @ {a}-{b}-{c}, {b}-{c}-{d} %|{nm}\n3/2/1 @ {a}/{b}/{c}%\n3/2/1 @ {b}/{c}/{d}%"
    "|{nm} waves\n{a}%x3, {b}%x2, {c}%x1\n{b}%x3, {c}%x2, {d}%x1"
    "|{nm}\n3 @ {a}%, 2 @ {b}%, 1 @ {c}%\n3 @ {b}%, 2 @ {c}%, 1 @ {d}%"
    "|{nm}\n3-2-1 @ {a}-{b}-{c}%\n3-2-1 @ {b}-{c}-{d}%"
).split("|")
ANNOUNCED = (
    "3 x {m} min AMRAP, 2 min rest\n1) {a}\n2) {b}\n3) {c}"
    "|Three {m}-min AMRAPs, 2 min off\n1. {a}\n2. {b}\n3. {c}"
    "|3 blocks of {m} min, 2 min rest\nBlock 1: {a}\nBlock 2: {b}\nBlock 3: {c}"
    "|AMRAP {m} x 3, rest 2 min between\nFirst: {a}\nSecond: {b}\nThird: {c}"
    "|AMRAP {m}: {a}\nrest 2 min\nAMRAP {m}: {b}\nrest 2 min\nAMRAP {m}: {c}"
    "|{m} min AMRAP: {a}\n2 min rest\n{m} min AMRAP: {b}\n2 min rest\n{m} min AMRAP: {c}"
    "|A) AMRAP {m}: {a}\nB) AMRAP {m}: {b}\nC) AMRAP {m}: {c}\nRest 2 min between"
    "|3 AMRAPs of {m} min, 2 min rest\n1. {a}\n2. {b}\n3. {c}"
    "|Part 1: AMRAP {m}, {a}\nPart 2: AMRAP {m}, {b}\nPart 3: AMRAP {m}, {c}"
).split("|")
GROWING = (
    "AMRAP {t}\n2 {x}\n2 {y}\nadd 2 reps each round|AMRAP {t}: 2-4-6-8...\n{x}\n{y}"
    "|{t} min ladder: 2-4-6-8-10...\n{x}\n{y}"
    "|AMRAP {t}\n2-4-6-8-10-...\n{x}\n{y}|{t} min\n2 {x}\n2 {y}\n+2 reps every round"
    "|AMRAP {t}, add 2 each round\n2 {x}\n2 {y}"
    "|AMRAP {t}\n2 {x}, 2 {y}, 4 {x}, 4 {y}, 6 {x}, 6 {y}..."
    "|Ascending ladder, {t} min\n2-4-6-8...\n{x}\n{y}"
    "|AMRAP {t}\n2 {x}, 2 {y}\n4 & 4, 6 & 6, 8 & 8..."
).split("|")
LIGHTER = (
    "{nm}: build to a heavy 3, then 3x5 @ 80%|{nm}\nHeavy 3\nthen 3 x 5 @ 80% of that"
    "|{nm} - 3RM, then 3x5 @ 80%"
    "|{nm}: find a heavy 3, then drop 20 % and do 3x5|{nm}: heavy triple, then 3 sets of 5 at 80 %"
    "|{nm}: build to a heavy 3, then 3 x 5 at minus 20 %|{nm}: 3RM. Then 3 x 5 at 80% of it"
    "|In 12 min find a 3RM {nm}\nafterwards take 20% off and do 3 x 5"
    "|{nm}: heavy 3, then 3 back-off sets of 5 @ 80%"
).split("|")
AROUND_MINUTES = (
    "Buy-in: 500 m row\nEMOM {t}: {a} + {b}\nCash-out: 400 m run"
    "|500 m row\nthen EMOM {t}:\n{a}\n{b}\nthen 400 m run"
    "|Buy-in 500 m row\nThen {t} min EMOM: {a} + {b}\nCash-out 400 m run"
    "|Buy in: 500 m row\nEMOM {t}\n{a}\n{b}\nCash out: 400 m run"
).split("|")
FILLED = (
    "{k} rounds, 3 min on / 1 min off\n{a}\nmax {x} in the remaining time"
    "|{k} x 3 min, 1 min rest: {a}, then max {x}"
    "|Every 4 min x {k}\n{a}\nmax {x} until 3:00"
    "|{k} rounds, 3:00 on, 1:00 off\n{a}\nmax {x}"
    "|{k} sets, 3 min each, 1 min rest\n{a}\nmax {x} in what's left"
    "|{k} x (3 min on / 1 min off): {a}, max {x} in the time left"
    "|{k} rounds of 3 min, rest 1 min\n{a}\nMax {x}"
    "|{k} rounds, 3 on / 1 off\n{a}\nremaining time: max {x}"
).split("|")
BARE = [one for one in MOVEMENTS if not one[2]]  # with nothing in the hands
SMALL = [
    one for one in BARE if one[1] in ("burpee", "pull-up", "push-up", "toes-to-bar", "box-jump", "sit-up")
]


class Again(More):
    """The same days with other pieces once more."""

    lifting = (*More.lifting, "waves", "lighter", "below_a_superset")
    pieces = ("two_in_a_minute", "announced", "growing", "around_minutes", "filled", *More.pieces)
    behind = (*More.behind, "once_for_all")

    def _names(self, count: int) -> list[tuple[str, str]]:
        """So many different movements: how each is called, which it is."""
        return [(self.one(names), movement) for names, movement, _ in self.random.sample(SMALL, count)]

    def two_in_a_minute(self) -> Said:
        """Two things in one minute, one in the next."""
        (one, two, three), turns = self.items(3), self.random.randint(4, 8)
        text = self.one(TWO_IN_A_MINUTE).format(t=2 * turns, a=one.text, b=two.text, c=three.text)
        return text, [item.done(turns) for item in (one, two, three)]

    def once_for_all(self) -> Said:
        """Sets and repetitions said once for three."""
        three, sets, reps = self._names(3), self.one((3, 4)), self.one((8, 10, 12, 15))
        (x, _), (y, _), (z, _) = three
        text = self.one(ONCE_FOR_ALL).format(k=sets, r=reps, x=x, y=y, z=z)
        return text, [f"{movement} {sets * reps}" for _, movement in three]

    def below_a_superset(self) -> Said:
        """Two in turn, with their sets above or below."""
        (x, first), (y, second) = self._names(2)
        sets, many, more = self.one((3, 4, 5)), self.one((5, 6, 8)), self.one((10, 12, 15))
        text = self.one(BELOW_A_SUPERSET).format(k=sets, r=many, s=more, x=x, y=y)
        return text, [f"{first} {sets * many}", f"{second} {sets * more}"]

    def waves(self) -> Said:
        """A lift in two waves."""
        name, movement = self.one(LIFTS)
        low = self.one((65, 70, 75))
        text = self.one(WAVES).format(nm=name, a=low, b=low + 5, c=low + 10, d=low + 15)
        return text, [f"{movement} 12 %{low + 15}"]

    def announced(self) -> Said:
        """Three pieces of minutes, each with a list of its own."""
        items, lists = self.items(6), []
        for at in (0, 2, 4):
            lists.append(", ".join(item.text for item in items[at : at + 2]))
        text = self.one(ANNOUNCED).format(m=self.one((4, 5, 6, 8)), a=lists[0], b=lists[1], c=lists[2])
        return text, [item.done(None) for item in items]

    def growing(self) -> Said:
        """Two movements, two more of each in every round."""
        (x, first), (y, second) = self._names(2)
        text = self.one(GROWING).format(t=self.one((8, 10, 12)), x=x, y=y)
        return text, [f"{first} ~", f"{second} ~"]

    def lighter(self) -> Said:
        """A heavy set, then lighter ones."""
        name, movement = self.one(LIFTS)
        return self.one(LIGHTER).format(nm=name), [f"{movement} ~", f"{movement} 15 %80"]

    def around_minutes(self) -> Said:
        """A way before minutes and one after them, each once."""
        items, minutes = self._light(), self.random.randint(4, 8)
        text = self.one(AROUND_MINUTES).format(t=minutes, a=items[0][0], b=items[1][0])
        return text, ["row 500m", *(f"{one} {5 * minutes}" for _, one in items), "run 400m"]

    def _light(self) -> list[tuple[str, str]]:
        """Two things that fit into one minute."""
        return [(f"5 {name}", movement) for name, movement in self._names(2)]

    def filled(self) -> Said:
        """Something counted, and a try at the most in what is left."""
        (item,) = self.items(1)
        names, movement, _ = self.one([one for one in SMALL if one[1] != item.movement])
        rounds = self.one((3, 4, 5))
        text = self.one(FILLED).format(k=rounds, a=item.text, x=self.one(names))
        return text, [item.done(rounds), f"{movement} ~"]


AGAIN = (
    "two_in_a_minute once_for_all below_a_superset waves announced growing lighter around_minutes filled"
).split()
