"""Still more kinds of pieces for days put together at random (phrased.py): minutes on one line, lists done
again after a rest, what is done once before as many rounds as possible, loads of every set, teams by rounds,
long lists, two standards of calories, warm-ups in rounds and cool-downs."""

from __future__ import annotations

from core.tests.phrased import LIFTS, MOVEMENTS, WARM_UPS, Said
from core.tests.phrased_others import Others

MINUTES_ON_A_LINE = (
    "EMOM {t}: 1) {a} 2) {b} 3) {c}|EMOM {t}: {a} / {b} / {c} (alternating)"
    "|EMOM {t} - min 1: {a}, min 2: {b}, min 3: {c}"
    "|EMOM {t}: A) {a} B) {b} C) {c}|EMOM {t}, 3 stations: {a}; {b}; {c}"
    "|EMOM {t}: min 1 {a}; min 2 {b}; min 3 {c}"
    "|{t} min EMOM: 1. {a} 2. {b} 3. {c}|EMOM {t} (1: {a}, 2: {b}, 3: {c})"
    "|EMOM {t}, alternating: {a}, {b}, {c}"
    "|Alternating EMOM {t}: {a}; {b}; {c}|EMOM x {t}: 1 - {a}, 2 - {b}, 3 - {c}"
    "|EMOM {t}: minute 1: {a}; minute 2: {b}; minute 3: {c}"
    "|{t} min EMOM alternating {a}, {b}, {c}|EMOM {t} of: 1) {a}, 2) {b}, 3) {c}"
).split("|")
AGAIN = (
    "{k} x {m} min AMRAP, {r} min rest:\n{b}|{k} x AMRAP {m}, rest {r} min between:\n{b}"
    "|AMRAP {m} x {k}, rest {r} min between\n{b}|AMRAP {m}\n{b}\nRest {r} min\nRepeat"
    "|{m} min AMRAP\n{b}\nrest {r} min, then repeat"
    "|{k} rounds of AMRAP {m}, {r} min rest between\n{b}|AMRAP {m}, rest {r} min, AMRAP {m}\n{b}"
    "|{k} sets of {m} min AMRAP, rest {r}:00\n{b}"
    "|{k} x {m}:00 AMRAP / {r}:00 rest\n{b}|AMRAP {m} min:\n{b}\n\nRest {r} min and repeat"
    "|2 x {m} min AMRAP with {r} min rest: {l}"
    "|{k} AMRAPs of {m} min, {r} min rest\n{b}|Every {s} min x {k}: {m} min AMRAP of\n{b}"
).split("|")
BEFORE_OPEN = (
    "AMRAP {c}\nBuy-in: {a}\nthen\n{b}|AMRAP {c}, buy-in {a}\n{b}"
    "|{c} min AMRAP\nBuy in: {a}\nThen AMRAP of:\n{b}"
    "|{c} min:\n{a}\nthen AMRAP in remaining time:\n{b}|AMRAP {c} with a {a} buy-in:\n{b}"
    "|In {c} min: {a}, then AMRAP of {l}|AMRAP {c}: {a} buy-in, then max rounds of {l}"
    "|{c}-minute AMRAP\n{a} buy-in\n{b}"
    "|{c} min clock\n{a}\nIn the remaining time, AMRAP:\n{b}|AMRAP {c} min\nStart with {a}, then\n{b}"
).split("|")
DEATH_BY = (
    "Death by {x}|Death by: {x}|Death by {x} (EMOM, +1 each minute)|DEATH BY {x}|Death-by {x}"
    "|Death by {x} - 1st min 1 rep, 2nd min 2 reps ..."
    "|{x}: death by|Death by {x}, cap 15 min|Death by {x} (max 12 min)"
).split("|")
LOADS_OF_SETS = (
    "{nm}: 5 @ {x} kg, 3 @ {y} kg, 1 @ {z} kg|{nm} 5x{x} kg, 3x{y} kg, 1x{z} kg"
    "|{nm}\n5 @ {x} kg\n3 @ {y} kg\n1 @ {z} kg"
    "|{nm}: {x} kg x 5, {y} kg x 3, {z} kg x 1|{nm} 5 reps @ {x} kg, 3 reps @ {y} kg, 1 rep @ {z} kg"
    "|{nm} - 5 at {x}kg, 3 at {y}kg, 1 at {z}kg"
    "|{nm} 5-3-1 @ {x}/{y}/{z} kg|{nm}: {x}kgx5 {y}kgx3 {z}kgx1"
    "|{nm}\nSet 1: 5 @ {x} kg\nSet 2: 3 @ {y} kg\nSet 3: 1 @ {z} kg"
    "|{nm}: 5 ({x} kg), 3 ({y} kg), 1 ({z} kg)|{nm}\n- 5 x {x} kg\n- 3 x {y} kg\n- 1 x {z} kg"
    "|{nm} 5/3/1 @ {x}/{y}/{z} kg"
).split("|")
BY_ROUNDS = (  # with the share of all the rounds that one of two does
    ("Teams of 2, {r} rounds each, alternate rounds:\n{b}", 1.0),
    ("In pairs, {r} rounds each, I go you go\n{b}", 1.0),
    ("{r} rounds, alternating rounds with a partner\n{b}", 0.5),
    ("Teams of 2: {r} rounds for time, alternate full rounds\n{b}", 0.5),
    ("With a partner, {r} rounds each:\n{b}", 1.0),
    ("Partner WOD, {r} rounds for time, you go I go (full rounds)\n{b}", 0.5),
    ("{r} rounds for time, in pairs, alternating rounds:\n{b}", 0.5),
    ("Pairs: {r} rounds each for time, one works one rests\n{b}", 1.0),
    ("{r} rounds each, alternating with a partner:\n{b}", 1.0),
    ("In teams of 2, YGIG, {r} rounds each\n{b}", 1.0),
)
OPEN_TEAMS = (
    "Teams of 2, AMRAP {c}, split as you like\n{b}|In pairs: AMRAP {c}, alternate rounds\n{b}"
    "|AMRAP {c} with a partner (I go, you go)\n{b}"
    "|Teams of 3, AMRAP {c}: one works, two rest\n{b}|{c} min AMRAP in pairs, share the work\n{b}"
    "|Partner AMRAP {c}\n{b}"
    "|AMRAP {c} (teams of 2, split reps)\n{b}|In teams of 3, {c} min AMRAP, relay style\n{b}"
).split("|")
CALORIES = (
    "{n}/{m} cal {w}|{w} {n}/{m} cal|{n}/{m} calorie {w}|{n}/{m} cals {w}|{w} {n}/{m} cals|{n}/{m} Cal {W}"
    "|{n}/{m}cal {w}|{n} / {m} cal {w}"
).split("|")
WARM_UP_ROUNDS = (
    "Warm-up: {k} rounds of\n{b}|Warm up\n{k} rounds easy\n{b}|WARM UP, {k} rds:\n{b}"
    "|Warm-up ({k} rounds)\n{b}|WU: {k} rounds: {l}"
    "|Warm-up - {k} rounds, no rush:\n{b}|General warm-up\n{k} sets:\n{b}|Warm up 10 min\n{k} rounds\n{b}"
    "|WARM-UP\n{k}x\n{b}"
    "|Warm-up (8 min):\n{b}|Prep\n{k} rounds\n{b}|Activation, {k} rounds:\n{b}"
    "|Warm up, not for time, {k} rounds\n{b}"
).split("|")
COOL_DOWNS = (
    "Cool-down: {x}|Cool down\n{x}|CD: {x}|COOL DOWN: {x}|Cool-down - {x} and stretch"
    "|Cooldown: {x}, then stretch|Cool down ({x})"
).split("|")
EASY = (
    ("5 min easy bike", "bike"),
    ("400 m walk", "walk"),
    ("500 m easy row", "row"),
    ("3 min easy row", "row"),
)


class More(Others):
    """The same days with other pieces again."""

    lifting = (*Others.lifting, "loads_of_sets", "loads_of_sets")
    pieces = (
        *(
            "minutes_on_a_line",
            "again",
            "before_open",
            "death_by",
            "by_rounds",
            "open_team",
            "long",
            "calories",
        ),
        *Others.pieces,
    )
    behind = (*Others.behind, "cool_down", "cool_down")

    def minutes_on_a_line(self) -> Said:
        """A minute for each of three, on one line."""
        items, rounds = self.items(3), self.random.randint(2, 5)
        one, two, three = (item.text for item in items)
        text = self.one(MINUTES_ON_A_LINE).format(t=3 * rounds, a=one, b=two, c=three)
        return text, [item.done(rounds) for item in items]

    def again(self) -> Said:
        """As many as possible, and again after a rest."""
        items, minutes, rest = self.items(self.one((2, 3))), self.one((4, 5, 6)), self.one((1, 2))
        text = self.one(AGAIN).format(
            k=self.one((2, 3)),
            m=minutes,
            r=rest,
            s=minutes + rest,
            b=self._below(items),
            l=self._inline(items),
        )
        return text, [item.done(None) for item in items]

    def before_open(self) -> Said:
        """Something once, and then as many rounds as possible."""
        (first,), items = self.items(1), self.items(2)
        text = self.one(BEFORE_OPEN).format(
            c=self.one((10, 12, 15)), a=first.text, b=self._below(items), l=self._inline(items)
        )
        return text, [first.done(1), *(item.done(None) for item in items)]

    def death_by(self) -> Said:
        """One in the first minute, two in the second."""
        names, movement, _ = self.one([one for one in MOVEMENTS if not one[2]])
        return self.one(DEATH_BY).format(x=self.one(names)), [f"{movement} ~"]

    def loads_of_sets(self) -> Said:
        """A lift whose sets have a load each."""
        name, movement = self.one(LIFTS)
        low = self.one((50, 60, 70, 80))
        text = self.one(LOADS_OF_SETS).format(nm=name, x=low, y=low + 10, z=low + 20)
        return text, [f"{movement} 9 @{low + 20}"]

    def by_rounds(self) -> Said:
        """Rounds that two do in turn."""
        (form, share), rounds = self.one(BY_ROUNDS), self.one((4, 6, 8))
        items = self.items(self.one((2, 3)))
        return form.format(r=rounds, b=self._below(items)), [item.done(rounds * share) for item in items]

    def open_team(self) -> Said:
        """As many as possible of two or three."""
        items = self.items(self.one((2, 3)))
        text = self.one(OPEN_TEAMS).format(c=self.one((15, 20)), b=self._below(items))
        return text, [item.done(None) for item in items]

    def long(self) -> Said:
        """A long list once."""
        items = self.items(self.one((5, 6, 7)))
        head = self.one(
            ("For time", "For time (cap 25)", "FT:", "For time, 25 min cap", "Chipper:", "Chipper for time")
        )
        return f"{head}\n{self._below(items)}", [item.done(1) for item in items]

    def calories(self) -> Said:
        """Rounds with calories for men and for women."""
        (item,), rounds = self.items(1), self.one((3, 4, 5))
        machine = self.one([one for one in ("row", "bike", "ski") if one != item.movement])
        his, hers = self.one(((15, 12), (12, 10), (20, 16), (10, 8)))
        line = self.one(CALORIES).format(n=his, m=hers, w=machine, W=machine.capitalize())
        text = self.one(("{r} rounds for time\n{a}\n{b}", "{r} RFT: {a}, {b}", "{r} rounds\n- {a}\n- {b}"))
        return text.format(r=rounds, a=line, b=item.text), [f"{machine} {his * rounds}c", item.done(rounds)]

    def warm_up(self) -> Said:
        """Three things to warm up with, in rounds."""
        if self.random.random() < 0.5:
            return super().warm_up()
        chosen = self.random.sample(WARM_UPS, 3)
        texts = [text for text, _ in chosen]
        text = self.one(WARM_UP_ROUNDS).format(k=self.one((2, 3)), b="\n".join(texts), l=", ".join(texts))
        return text, [f"{movement} w" for _, movement in chosen]

    def cool_down(self) -> Said:
        """Something easy at the end."""
        easy, movement = self.one(EASY)
        return self.one(COOL_DOWNS).format(x=easy), [f"{movement} w"]


MORE = (
    "minutes_on_a_line again before_open death_by loads_of_sets by_rounds open_team long calories warm_up"
    " cool_down"
).split()
