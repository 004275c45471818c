"""More kinds of pieces for days put together at random (phrased.py): heavy lifts, turns by the minute,
ladders, supersets, sheets, weeks, holds, sides, stations, windows, messages and levels, in every form
coaches type."""

from __future__ import annotations

from core.tests.phrased import ACCESSORIES, LIFTS, MOVEMENTS, OF_COMPLEXES, Phrases, Said

NOTES = (  # said around a piece, of no work
    "Aim for under 12 min|Aim to finish in 10-12 min|Should take 8-12 minutes"
    "|This should take you 10 to 14 min|Target time: 9-11 min|Target: sub 8|Goal: sub 10:00"
    "|Goal time 12:00|Goal is 4+ rounds|Aim for 5+ rounds|Try to go unbroken on the first set"
    "|Stay above 1:55/500 m|Hold a pace you can keep for all rounds|Pace: 85-90%|Effort: 7/10"
    "|Intensity: moderate|Stimulus: long and steady|Intended stimulus: short and fast, under 5 min"
    "|Time domain: 12-15 min|Rest as required|No rest between rounds|Rest is active, walk around"
    "|Score = total reps|Score: total time incl. rest|Score is your slowest round"
    "|Score 1: time, score 2: load|Quality movement, not speed|Every rep looks the same"
    "|Keep your elbows high|Chest up, knees out|Breathe at the top|Drop and reset each rep"
    "|Use a load you can do for 12 unbroken|Pick a weight that is challenging but doable"
    "|Choose a load for unbroken sets|Increase weight each set if form is good|Add weight if you can"
    "|Last week was 72.5%|Compare with 12 October|Retest from September|Newer athletes stop at 10 min"
    "|3-2-1 go!|Have fun!|Enjoy :)|You got this 💪|See you at 18:00|Class at 6 and 7"
    "|Heat 1 at 9:00, heat 2 at 9:20|Bring a friend|Bring your own rope|Please put everything back"
    "|Wipe down the rowers|Chalk stays in the bucket|Mobility after: your choice|Stretch well afterwards"
    "|Cool down on your own|Foam roll if time|Log your score|Log your loads in the app"
    "|Write your result on the board|Post your time|Next week we retest|Deload next week|Week 4 of 6"
    "|Day 3 of the cycle|Focus: hip drive|Cue: push the floor away|Coach note: watch knees"
    "|Notes: keep it light|Tip: start slow|Warning: sore shoulders tomorrow"
    "|If your back hurts, tell the coach|Ask if unsure"
    "|You should finish 4 rounds of 10 burpees and 10 squats in time|The record is 7 rounds of 10 burpees"
    "|Score example: 5 rounds of 10 burpees|Results: 1st Lea, 5 rounds 10 burpees 4 squats"
).split("|")
HEAVY = (
    "{nm}: build to a heavy {w}|{nm} - build to a heavy {w} in {m} min|{nm}\nBuild to a heavy {w}"
    "|Build to a heavy {w} {nm}|{m} min to build to a heavy {w} {nm}|{nm}: {m} min to a heavy {w}"
    "|{nm}, heavy {w}"
    "|{nm} - find a heavy {w} for the day|{nm} {k}RM|Find your {k}RM {nm}|{nm}: work up to {k}RM"
    "|{nm}\n{m} minutes to find a {k}RM|{k}RM {nm}|{nm} - {k} rep max|Establish a {k}RM {nm} in {m} min"
    "|{nm}: build up to a heavy {w} ({m} min)|Take {m} minutes to build to a heavy {w} in the {nm}"
    "|In {m} minutes, find a heavy {w}: {nm}|{nm}\nworking up to a heavy {w}|{m}:00 to find {k}RM {nm}"
    "|{nm}: heaviest {w} in {m} min|Heavy {w}: {nm}|{nm} - {k}RM in {m} min|Find a heavy {w} in {m} min: {nm}"
    "|{nm} - {m} min to establish a {k}RM|{nm} (build to a heavy {w})|Work to a heavy {w} in {nm}"
    "|{nm}: today's heavy {w}|{nm} - heavy {w} of the day, {m} min|{m} min: {nm}, heavy {w}"
    "|{nm} - up to a {k}RM|{nm} - max set of {k}|Max {w} {nm}, {m} min|{nm}: test your {k}RM|Test: {k}RM {nm}"
    "|{nm} - take {m} min to find a heavy {w}|{nm}. Build to a heavy {w} for today"
).split("|")
HEAVY_COMPLEXES = (
    "Build to a heavy complex: {l}|{l}\nBuild to a heavy complex|{l} - build to heavy in {m} min"
    "|Max complex in {m} min: {l}|For max load, {m} min:\n{l}|For load:\n{l}\n{m} min"
    "|{m} min to find a max:\n{l}"
    "|Find your heaviest complex\n{l}|{m} min to build to a heavy set of: {l}|Heavy complex ({m} min)\n{l}"
    "|In {m} minutes, for max load: {l}|Max load: {l}|Heaviest complex, {m} min cap\n{l}|For max load:\n{l}"
    "|Barbell complex for max weight:\n{l}|{l}, heaviest in {m} min|Work up to a heavy complex of {l}"
    "|Max complex\n{l}\n{m}:00|Complex, build to heavy:\n{l}|{m} min to establish a max complex\n{l}"
    "|{m} min, max load complex\n{l}|Find a heavy complex in {m} min\n{l}"
    "|{l}\n{m} min to find a heavy complex"
    "|{m} min for a max load of:\n{l}|{l}\nFor load, {m} min|Max weight in {m} min: {l}"
).split("|")
TURNS = (
    "EMOM {t}, alternate:|EMOM {t} alternating between:|Alternating EMOM {t}|{t} min alternating EMOM:"
    "|Every minute for {t} min, alternating:|Alternate every minute for {t} min:|Alt EMOM {t}"
    "|EMOM {t} (alternate)"
    "|EMOM {t}, alternating|EMOM {t} - alternate minutes|EMOM {t} - alternating|EMOM x {t} min alternating:"
    "|Alternating EMOM x {t}:|{t}' EMOM alternating|EMOM {t} (alt)|EMOM {t} - alternate between"
    "|Alt. EMOM {t} min"
).split("|")
TURNS_BELOW = "alternate|(alternate)|Alternate each minute|alternating|Alternate movements each minute".split(
    "|"
)
ODD_AND_EVEN = (
    "Odd: {a}\nEven: {b}|odd min - {a}\neven min - {b}|Odds: {a}\nEvens: {b}|ODD - {a}\nEVEN - {b}"
    "|Odd minutes: {a}\nEven minutes: {b}|odd = {a}\neven = {b}|Odd {a}\nEven {b}|O: {a}\nE: {b}"
    "|- odd: {a}\n- even: {b}|Odd min: {a}; Even min: {b}|odd: {a} / even: {b}|Odd → {a}\nEven → {b}"
    "|{a} (odd)\n{b} (even)|On the odd: {a}\nOn the even: {b}|Even: {b}\nOdd: {a}"
    "|Odd minute {a}, even minute {b}"
).split("|")
WINDOWS = (
    "0:00-{x}:00 AMRAP\n{b}\n{x}:00-{y}:00 rest\n{y}:00-{z}:00 AMRAP\n{c}"
    "|0-{x} min: AMRAP\n{b}\n{x}-{y} min: rest\n{y}-{z} min: AMRAP\n{c}"
    "|From 0:00 to {x}:00, AMRAP:\n{b}\nFrom {y}:00 to {z}:00, AMRAP:\n{c}"
    "|Min 0-{x}: AMRAP\n{b}\nMin {x}-{y}: rest\nMin {y}-{z}: AMRAP\n{c}"
    "|0:00 - {x}:00\nAMRAP\n{b}\n\n{y}:00 - {z}:00\nAMRAP\n{c}"
    "|@0:00 AMRAP {x}\n{b}\n@{y}:00 AMRAP {x}\n{c}|0:00 AMRAP {x}:\n{b}\n{y}:00 AMRAP {x}:\n{c}"
    "|[0:00-{x}:00] AMRAP\n{b}\n[{y}:00-{z}:00] AMRAP\n{c}|0:00-{x}:00 AMRAP: {l}\n{y}:00-{z}:00 AMRAP: {k}"
    "|AMRAP 0:00-{x}:00\n{b}\nrest {x}:00-{y}:00\nAMRAP {y}:00-{z}:00\n{c}"
    "|0'-{x}' AMRAP\n{b}\n{x}'-{y}' rest\n{y}'-{z}' AMRAP\n{c}"
).split("|")
MAX_LEFT = (
    "Every {e} min x {r}:\n{b}\nMax {m} in remaining time|Every {e} min x {r}\n{b}\nmax {m} in the time left"
    "|{r} rounds, every {e} min:\n{b}\n- max {m} until {e}:00"
    "|Every {e}:00 for {r} sets: {l}, max {m} in remaining time"
    "|E{e}MOM x {r}\n{b}\nAMRAP {m} in remaining time"
    "|{r} x {e} min on / 1 min off\n{b}\nmax {m} in the remaining time"
    "|{r} rounds: {e} min work / 1 min rest\n{b}\nthen max {m}"
    "|Every {e} min for {t} min\n{b}\nremaining time: max {m}"
    "|{r} sets of {e} min, rest 1 min\n{b}\nmax rep {m}"
    "|Every {e} min x {r} - {l}, then max {m}"
).split("|")
OPEN_LADDERS = (
    "AMRAP {c}\n3-6-9-12-15...\n{b}|AMRAP {c}: 2-4-6-8-... {l}|{c} min AMRAP ladder 2-4-6-8...\n{b}"
    "|{c} min ladder: 1-2-3-4-5... {l}|AMRAP {c}\n1-2-3-4-5-6 etc.\n{b}|AMRAP {c} - 3, 6, 9, 12 ... of:\n{b}"
    "|{c} min to climb: 2-4-6-8-10...\n{b}|Ascending ladder, AMRAP {c}: 3-6-9...\n{b}"
    "|AMRAP {c}, add 2 reps each round: 2-4-6...\n{b}|AMRAP {c}\n5-10-15-20-...\n{b}"
    "|As far as possible in {c} min: 2-4-6-8... {l}|AMRAP {c}\n2/4/6/8/10...\n{b}|{c}' AMRAP 3-6-9-12+ {l}"
).split("|")
LADDERS = (
    "10 to 1 for time\n{b}|10-9-8-7-6-5-4-3-2-1\n{b}|10-1 ladder for time\n{b}|1 to 10 of:\n{b}"
    "|10-9-8-...-1 {l}"
    "|For time: 10-9-8-7-6-5-4-3-2-1 {l}|10 down to 1:\n{b}|1-2-3-4-5-6-7-8-9-10 for time\n{b}"
    "|Descending ladder 10-1: {l}|Ascending ladder 1-10: {l}|10, 9, 8 ... 1 reps of:\n{b}|1-10 ladder: {l}"
    "|For time, 10 to 1: {l}|10 → 1\n{b}|1 → 10\n{b}|From 10 down to 1: {l}|10-9-8...3-2-1 for time of:\n{b}"
    "|Ladder up 1-10:\n{b}|10...1 for time\n{b}"
).split("|")
BAR_LEVELS = (  # his load on the board, then what others lift
    "Scaled: {s}|Scaled {s} kg|Sc {s}|Scaled: {s} kg|(scaled {s})|Scaled - {s}|SCALED {s}|scaled @ {s}"
    "|Scaled = {s} kg"
    "|Scale to {s} kg|Scaled bar: {s} kg|Scaled weight: {s}|Scaled load {s} kg|Scaled athletes: {s} kg"
).split("|")
SUPERSETS = (
    "A1) {a} {s}x{q}\nA2) {b} {s}x{p}|A1. {a} {s} x {q}\nA2. {b} {s} x {p}|A1 {a} {s}x{q}\nA2 {b} {s}x{p}"
    "|{s} sets:\nA1. {q} {a}\nA2. {p} {b}|Superset x {s}:\n{q} {a}\n{p} {b}"
    "|{s} supersets of\n{q} {a}\n{p} {b}"
    "|Superset, {s} sets:\n{q} {a}\n{p} {b}|{s} sets, superset:\n{q} {a}\n{p} {b}"
    "|A1: {a}, {s}x{q}\nA2: {b}, {s}x{p}"
    "|{s} rounds (superset)\n- {q} {a}\n- {p} {b}|{s}x superset\n{q} {a}\n{p} {b}"
    "|Superset: {q} {a} + {p} {b}, {s} sets"
    "|{s} sets: {q} {a} + {p} {b}|{s} sets of {q} {a} / {p} {b}|{a} {s}x{q} superset with {b} {s}x{p}"
    "|{a} {s}x{q} ss {b} {s}x{p}|{a} {s}x{q} / {b} {s}x{p}|A1: {a} x {q}\nA2: {b} x {p}\n{s} sets"
    "|A. {s} sets\n1. {q} {a}\n2. {p} {b}|{s} rounds NFT: {q} {a}, {p} {b}"
    "|3 rounds not for time\n{q} {a}\n{p} {b}"
).split("|")
HEADS_OF_SHEETS = (
    ("movement", "sets", "reps", "{x}"),
    ("Exercise", "Sets", "Reps", "{x}"),
    ("Lift", "Sets", "Reps", "{x}"),
    ("EXERCISE", "SETS", "REPS", "{x}"),
    ("Movement", "Sets", "Reps", "{x}", "Rest"),
    ("Name", "Sets", "Reps", "{x}"),
    ("#", "Exercise", "Sets", "Reps", "{x}"),
    ("day", "movement", "sets", "reps", "{x}"),
    ("Day", "Part", "Movement", "Sets", "Reps", "{x}"),
)
DAYS = (
    ("MON", "TUE", "WED"),
    ("Monday", "Wednesday", "Friday"),
    ("Monday:", "Tuesday:", "Thursday:"),
    ("Day 1", "Day 2", "Day 3"),
    ("DAY 1:", "DAY 2:", "DAY 3:"),
    ("Mon -", "Wed -", "Sat -"),
    ("Tue 1 Dec", "Thu 3 Dec", "Sat 5 Dec"),
    ("Mon 30/11:", "Tue 1/12:", "Wed 2/12:"),
    ("**Monday**", "**Tuesday**", "**Friday**"),
    ("Session 1", "Session 2", "Session 3"),
    ("# Monday", "# Wednesday", "# Friday"),
    ("M:", "T:", "W:"),
    ("[MONDAY]", "[TUESDAY]", "[SATURDAY]"),
)
STATIC = (
    ("plank", "plank"),
    ("hollow hold", "hollow-hold"),
    ("side plank", "side-plank"),
    ("L-sit", "l-sit"),
    ("wall sit", "wall-sit"),
    ("handstand hold", "handstand-hold"),
    ("arch hold", "arch-hold"),
)
HOLDS = (
    "{s} x {d}s {h}|{s}x{d}s {h}|{s} x {d} sec {h}|{h} {s} x {d} s|{h}: {s} x {d} sec|{s} x :{d} {h}"
    "|{h} {s}x:{d}"
    '|{s} sets of {d} s {h}|{s} rounds: {d} s {h}|{h}, {s} sets of {d} seconds|{d} s {h} x {s}|{s}x{d}" {h}'
    "|{h} - {s}x{d}s|{s} sets: {d}-second {h}|{s} sets {d}s {h}|{s}x {h} {d}s|{h} {d}s x {s}"
    "|{h} for {d} s x {s}"
    "|{s} x {h} ({d} sec)|{h} ({s} x {d}s)|{d}s {h}, {s} sets, rest 1 min|Core: {s} x {d}s {h}"
    "|{s} x {d}'' {h}"
).split("|")
SIDED = (
    ("DB rows", "dumbbell-row"),
    ("split squats", "split-squat"),
    ("single-leg deadlifts", "single-leg-deadlift"),
    ("single arm presses", "single-arm-press"),
    ("suitcase deadlifts", "suitcase-deadlift"),
    ("pistols", "pistol"),
    ("step-ups", "box-step-up"),
)
SIDES = (
    "{q}/{q} {n}|{q} {n} each side|{q} {n}/side|{q} {n} per side|{q} {n} (each side)|{q}/side {n}"
    "|{q} each side {n}"
    "|{q} per side {n}|{q} {n} e/s|{q}e {n}|{q} L/{q} R {n}|{q} {n}, each side|{q} {n} ea side|{q}+{q} {n}"
    "|{q} {n} /side"
    "|{n} {q}/{q}|{n} x {q}/side|{n}: {q} each side|{q} {n} (per side)|{q} {n} left + {q} right|{q}ES {n}"
    "|{q} {n} each"
).split("|")
SIDES_DOUBT = "{q} {n} each"  # of each side, beside rows and squats of one
PLACES = (
    "40 s work / 20 s rest, {r} rounds:\n{b}|{r} rounds, 40 on / 20 off\n{b}|40/20 x {r} rounds\n{b}"
    "|{r} rounds of 40 s on, 20 s off:\n{b}|40 sec on 20 sec off, {r} rounds: {l}|{r} rounds 40:20\n{b}"
    "|Circuit: 40 s per station, 20 s to move, {r} rounds\n{b}|{r} rounds, 1 min at each station\n{b}"
    "|{r} rounds, 1 min each: {l}|{r} rounds - 1 min per station, no rest:\n{b}|1 min each, {r} rounds:\n{b}"
    "|{r} rounds for max reps\n1 min each:\n{b}|{r} rounds, 45s on / 15s off:\n{b}"
    "|:40 on / :20 off x {r} rounds:\n{b}"
    "|{r} sets, 30 s each:\n{b}|Stations, 3 min each:\n{b}|3 stations x 4 min\n{b}|5 min per station\n{b}"
    "|Rotate every 3 min, {r} rounds:\n{b}|{r} rounds\n1 min {i}\n1 min rest"
).split("|")
TWENTY_TEN = (
    "Tabata {x}|Tabata: {x}|Tabata - {x}|Tabata {x}, 8 rounds|Tabata {x} (8 rounds)|{x} tabata|8 x 20/10 {x}"
    "|8 rounds 20s on 10s off {x}|8 rounds: 20 s {x}, 10 s rest|Tabata (20/10 x 8): {x}|TABATA\n{x}"
    "|Tabata\n- {x}"
    "|8x 20s {x} / 10s rest|4 min tabata {x}|Tabata {x} 20/10|20 s on / 10 s off x 8: {x}"
).split("|")
STEADY = (  # what is gone for how long or far, and what that asks
    ("{m} min easy {w}", "s"),
    ("{m} min {w}, zone 2", "s"),
    ("{w} {m} min easy", "s"),
    ("{m}' {w} @ easy pace", "s"),
    ("{w}: {m} min @ conversational pace", "s"),
    ("{m} min Z2 {w}", "s"),
    ("{m} minutes steady {w}", "s"),
    ("{m}:00 {w} easy", "s"),
    ("{w} for {m} min", "s"),
    ("{m} min {w} - nose breathing only", "s"),
    ("{k}k {w}", "m"),
    ("{k} km {w}", "m"),
    ("{w} {k}k", "m"),
    ("{k}000 m {w} for time", "m"),
    ("{w} {k} km, easy", "m"),
    ("For time: {k}k {w}", "m"),
    ("{k}k {w} time trial", "m"),
    ("{k}k {w} TT", "m"),
    ("{w}, {k} km steady", "m"),
    ("Long {w}: {k}k", "m"),
)
MESSAGES = (
    "Hey team! Tomorrow: {x}. See you at 6!|Morning all, today we do {x}. Bring water!"
    "|Reminder: no class at 7. Workout for home: {x}|Today's WOD is {x}. Enjoy!"
    "|Hi everyone, here is Thursday: {x}"
    "|Quick one today: {x}|For those travelling: {x}|Home workout: {x}. Post your time below!|{x}. Have fun!"
    "|Good morning! {x}. Let me know how it goes|Sunday homework - {x}. Rest well!"
    "|Coach is away, so do this: {x}"
).split("|")
BY_SETS = (
    "{nm} {s}x{q} @ {ps}%|{nm}: {s}x{q} ({ps}%)|{nm} {s} x {q} - {ps}%|{nm} {s}x{q} at {ps}%"
    "|{nm}\n{s} x {q} @ {ps}%|{nm}: {s} sets of {q} @ {ps}%|{nm} {s}x{q}, {ps} %|{nm}, {s} sets of {q}: {ps}%"
    "|{nm}\n{s}x{q}\n{ps}%|{nm} {s} sets x {q} reps @ {ps}%"
).split("|")
FROM_TO = (
    "{nm} {s}x{q}, start at {lo}% and build to {hi}%|{nm} {s}x{q} @ {lo}-{hi}%"
    "|{nm}: {s} x {q}, building {lo}-{hi}%"
    "|{nm} {s}x{q}, from {lo} to {hi}%|{nm} {s}x{q}, build from {lo}% to {hi}%"
    "|{nm}: {s} sets of {q} ({lo}-{hi}%)"
    "|{nm} {s}x{q} climbing from {lo}% to {hi}%|{nm} - {s}x{q} @ {lo}% up to {hi}%"
    "|{nm} {s} x {q}, {lo} → {hi}%"
    "|Every 2 min x {s}: {q} {nm} @ {lo}-{hi}%|{nm}, every 2:00 x {s}, {q} reps, {lo}-{hi}%"
    "|{nm}\n{s} x {q}\nStart @ {lo}%, finish @ {hi}%|{nm} {s}x{q}, work up from {lo} to {hi}%"
    "|{nm} {s}x{q}, starting at {lo}%, end at {hi}%|{nm}: {s} x {q} ascending, {lo}% to {hi}%"
).split("|")
CLIMBS = (
    "{nm} {s}x{q}, start at {lo}%, add 5% each set|{nm} {s}x{q}, start at {lo}% and add 5% per set"
    "|{nm}\n{s} x {q}\nStart @ {lo}%, +5% each set"
    "|{nm}: {s} sets of {q}, starting at {lo}% and increasing by 5% every set"
    "|Every 2:00 x {s}: {q} {nm}, start {lo}%, +5% each set|{nm} {s}x{q} @ {lo}%, add 5% each set"
    "|{nm}, every 2 min x {s}, {q} reps\nstart at {lo}%, up 5% each set"
    "|{nm} {s} x {q}, begin at {lo}%, then add 5% each set"
).split("|")
TEMPOS = (
    " @ 32X1| @32X1|, tempo 32X1| (tempo 3-2-1-0)| @ tempo 3010|, 3 s down|, 3 sec eccentric| w/ 2 s pause"
    "| with a 3-second pause at the bottom| (3s lower)|, tempo 3/1/1| - tempo 31X0| (20X1)|, slow down"
    "| - controlled"
    "|, 2 sec pause in the bottom|, tempo: 40X0| tempo 3.1.1|, 5 s negative"
).split("|")
TOTALS = (
    "Accumulate {n} {x}|{n} {x} in as few sets as possible|{n} total {x}|{x}: accumulate {n}"
    "|{n} {x}, any way you like"
    "|Accumulate {n} {x} in {m} min|{n} {x} for quality|{n} {x}, break as needed|{n} {x} total"
    "|Finisher: {n} {x}"
    "|Cash out: {n} {x}|Accumulate: {n} {x}|{n} {x} - unbroken if you can|{n} {x}, partition as needed"
    "|{x} x {n}"
).split("|")
COUNTED = (
    "2-3 sets|3-4 sets of {q} {x}|{s}x{q}-{p} {x}|{x} {s} x {q}-{p}|{s} sets of {q}-{p} {x}"
    "|{x}: {q}-{p} reps x {s}"
).split("|")[1:]


class Others(Phrases):
    """The same days with other pieces."""

    lifting = (*Phrases.lifting, "heavy", "heavy_complex", "by_sets", "by_sets", "tempo", "superset", "sheet")
    pieces = (
        *("turns", "odd_and_even", "windows", "max_left", "ladder", "bar_level", "places", "twenty_ten"),
        *Phrases.pieces,
    )
    behind = (*Phrases.behind, "superset", "hold", "sides", "steady", "total", "ranges", "twenty_ten")

    def heavy(self) -> Said:
        """A lift up to the heaviest of the day."""
        name, movement = self.one(LIFTS)
        count, word = self.one(
            ((1, "single"), (2, "double"), (3, "triple"), (5, "5"), (3, "3"), (5, "set of 5"))
        )
        text = self.one(HEAVY).format(nm=name, w=word, k=count, m=self.one((10, 12, 15, 20)))
        return text, [f"{movement} ~"]

    def heavy_complex(self) -> Said:
        """Lifts done as one unit, as heavy as they go."""
        lifts = self.random.sample(OF_COMPLEXES, self.one((2, 3)))
        said = " + ".join(f"1 {name}" for name, _ in lifts)
        text = self.one(HEAVY_COMPLEXES).format(l=said, m=self.one((10, 12, 15)))
        return text, [f"{lift} ~" for _, lift in lifts]

    def turns(self) -> Said:
        """Two or three lines that take turns by the minute."""
        items, rounds = self.items(self.one((2, 2, 3))), self.random.randint(3, 6)
        head, below = self.one(TURNS), ""
        if self.random.random() < 0.3:
            head, below = "EMOM {t}", "\n" + self.one(TURNS_BELOW)
        return head.format(t=rounds * len(items)) + "\n" + self._below(items) + below, [
            one.done(rounds) for one in items
        ]

    def odd_and_even(self) -> Said:
        """What is done in odd minutes and what in even ones, one thing or two."""
        items, rounds = self.items(self.one((2, 2, 3, 4))), self.one((4, 5, 6, 8))
        half = len(items) // 2
        head = self.one(("EMOM {t}", "EMOM {t}:", "{t} min EMOM", "EMOM x {t}")).format(t=2 * rounds)
        odd, even = (" + ".join(one.text for one in part) for part in (items[:half], items[half:]))
        return f"{head}\n{self.one(ODD_AND_EVEN).format(a=odd, b=even)}", [one.done(rounds) for one in items]

    def windows(self) -> Said:
        """As many as possible from one time to another, twice."""
        items, long, rest = self.items(4), self.one((4, 5, 6)), self.one((1, 2))
        first, second = items[:2], items[2:]
        text = self.one(WINDOWS).format(
            x=long,
            y=long + rest,
            z=2 * long + rest,
            b=self._below(first),
            c=self._below(second),
            l=", ".join(one.text for one in first),
            k=", ".join(one.text for one in second),
        )
        return text, [one.done(None) for one in items]

    def max_left(self) -> Said:
        """As many as possible in what is left of an interval."""
        items, rounds, every = self.items(2), self.random.randint(3, 5), self.one((3, 4, 5))
        said = {one.movement for one in items}
        names, movement, _ = self.one([one for one in MOVEMENTS if one[1] not in said and not one[2]])
        text = self.one(MAX_LEFT).format(
            e=every, r=rounds, t=every * rounds, b=self._below(items), l=self._inline(items), m=names[0]
        )
        return text, [*(one.done(rounds) for one in items), f"{movement} ~"]

    def ladder(self) -> Said:
        """Up by steps until the time is up, or from ten to one and back."""
        closed = self.random.random() < 0.5
        chosen = self.random.sample(MOVEMENTS, 2)
        said = [(self.one(names), movement, *self._load(kit)) for names, movement, kit in chosen]
        inline = " & ".join(name + load for name, _, _, load in said)
        bullet = self.one(("", "- ", "• "))
        text = self.one(LADDERS if closed else OPEN_LADDERS).format(
            c=self.one((7, 8, 10, 12)),
            b="\n".join(bullet + name + load for name, _, _, load in said),
            l=inline,
        )
        amount = "55" if closed else "~"
        return text, [f"{movement} {amount}" + (f" @{kg:g}" if kg else "") for _, movement, kg, _ in said]

    def bar_level(self) -> Said:
        """What scaled athletes lift."""
        (first, second) = self.random.sample([one for one in MOVEMENTS if not one[2]], 2)
        rounds, count = self.one((3, 4, 5)), self.one((8, 10, 12))
        bar, movement = self.one(
            (("power cleans", "power-clean"), ("deadlifts", "deadlift"), ("thrusters", "thruster"))
        )
        said = self.one(BAR_LEVELS).format(s="40/30")
        lines = [f"15 {first[0][0]}", f"{count} {bar} 60/40 kg", f"20 {second[0][0]}"]
        text = "\n".join([f"{rounds} rounds for time", *lines, said])
        answer = [
            f"{first[1]} {15 * rounds}",
            f"{movement} {count * rounds} @60",
            f"{second[1]} {20 * rounds}",
        ]
        return text, [*answer, f"{movement} {count * rounds} @40 :scaled"]

    def superset(self) -> Said:
        """Two things in turn, in sets."""
        (one, first, _), (two, second, _) = self.random.sample([one for one in ACCESSORIES if not one[2]], 2)
        form = self.one(SUPERSETS)
        sets = 3 if "3 rounds" in form else self.one((3, 4))
        few, many = self.one((6, 8, 10)), self.one((12, 15))
        text = form.format(a=one, b=two, s=sets, q=few, p=many)
        return text, [f"{first} {sets * few}", f"{second} {sets * many}"]

    def sheet(self) -> Said:
        """Columns pasted from a sheet."""
        load, sign = self.one(
            (("Load", "%"), ("%", ""), ("Weight", " kg"), ("load", "kg"), ("Load (kg)", ""), ("kg", ""))
        )
        head = [word.format(x=load) for word in self.one(HEADS_OF_SHEETS)]
        part = self.one((",", "\t", " | ", ";", "\t", "|", ", "))
        rows, answer = [part.join(head)], []
        for place, (name, movement) in enumerate(self.random.sample(LIFTS, 3), start=1):
            sets, reps, much = self.one((3, 4, 5)), self.one((3, 5, 6, 8)), self.one((60, 65, 70, 75, 80))
            cells = {
                "sets": str(sets),
                "reps": str(reps),
                load.lower(): f"{much}{sign}",
                "rest": "2 min",
                "#": str(place),
            }
            cells |= {"day": "Mon", "part": "ABC"[place - 1]}
            rows.append(part.join(cells.get(word.lower(), name) for word in head))
            percent = "%" in (load, sign)
            answer.append(f"{movement} {sets * reps} {'%' if percent else '@'}{much}")
        if part == " | " and self.random.random() < 0.5:
            rows = [f"| {row} |" for row in rows]
            rows.insert(1, "|" + "---|" * len(head))
        return "\n".join(rows), answer

    def week(self) -> Said:
        """Three days of a piece each."""
        heads = self.one(DAYS)
        blocks, answer = [], []
        for head in heads:
            text, lines = self.one((self.sets, self.piece, self.scheme, self.far, self.steady))()
            below = "\n" in text or not head.endswith((":", "-")) or self.random.random() < 0.5
            blocks.append(head + ("\n" if below else " ") + text)
            answer += lines
        return self.one(("\n\n", "\n\n", "\n")).join(blocks), answer

    def hold(self) -> Said:
        """Something held in sets."""
        name, movement = self.one(STATIC)
        sets, long = self.one((3, 4, 5)), self.one((20, 30, 40, 45))
        return self.one(HOLDS).format(s=sets, d=long, h=name), [f"{movement} {sets * long}s"]

    def sides(self) -> Said:
        """So many on each side, in rounds."""
        (one, first), (two, second) = self.random.sample(SIDED, 2)
        form, rounds = self.one(SIDES), self.one((3, 4))
        few, many = self.one((6, 8, 10)), self.one((8, 10, 12))
        lines = [form.format(q=few, n=one), form.format(q=many, n=two)]
        head = self.one(
            ("{r} rounds", "{r} rounds not for time", "{r} sets of", "{r} rounds for quality:")
        ).format(r=rounds)
        return "\n".join([head, *lines]), [f"{first} {2 * few * rounds}", f"{second} {2 * many * rounds}"]

    def places(self) -> Said:
        """As many as possible at each of a few places."""
        chosen = self.random.sample([one for one in MOVEMENTS if not one[2]], 3)
        names = [self.one(names) for names, _, _ in chosen]
        bullet = self.one(("", "- ", "• "))
        form = self.one(PLACES)
        text = form.format(
            r=self.one((3, 4)),
            b="\n".join(bullet + name for name in names),
            l=", ".join(names),
            i="\n1 min ".join(names),
        )
        return text, [f"{movement} ~" for _, movement, _ in chosen]

    def twenty_ten(self) -> Said:
        """Twenty seconds and ten of rest, eight times."""
        if self.random.random() < 0.3:
            name, movement = self.one(STATIC[:2])
            return self.one(TWENTY_TEN).format(x=name), [f"{movement} 160s"]
        names, movement, _ = self.one([one for one in MOVEMENTS if not one[2]])
        return self.one(TWENTY_TEN).format(x=self.one(names)), [f"{movement} ~"]

    def steady(self) -> Said:
        """One way for long or far."""
        form, unit = self.one(STEADY)
        way, (minutes, far) = self.one(("row", "run", "ski")), (self.one((20, 30, 40)), self.one((2, 3, 5)))
        amount = f"{minutes * 60}s" if unit == "s" else f"{far * 1000}m"
        return form.format(w=way, m=minutes, k=far), [f"{way} {amount}"]

    def message(self) -> Said:
        """A piece on a line within what is said around it."""
        items, rounds = self.items(self.one((2, 3))), self.random.randint(3, 6)
        said = self.one(("{r} rounds of {l}", "{r} rounds for time: {l}", "{r} RFT {l}", "{r} rounds: {l}"))
        text = said.format(r=rounds, l=", ".join(one.text for one in items))
        return self.one(MESSAGES).format(x=text), [one.done(rounds) for one in items]

    def by_sets(self) -> Said:
        """A lift whose sets have a percent each, or climb from one to another."""
        (name, movement), reps = self.one(LIFTS), self.one((2, 3, 4, 5))
        if self.random.random() < 0.5:
            low, high, sets = self.one((60, 65, 70)), self.one((75, 80, 85)), self.one((4, 5, 6))
            text = self.one(FROM_TO).format(nm=name, s=sets, q=reps, lo=low, hi=high)
            return text, [f"{movement} {sets * reps} %{high}"]
        if self.random.random() < 0.3:
            low, sets = self.one((55, 60, 65)), self.one((3, 4, 5, 6))
            text = self.one(CLIMBS).format(nm=name, s=sets, q=reps, lo=low)
            return text, [f"{movement} {sets * reps} %{low + 5 * (sets - 1)}"]
        percents = self.one(((70, 75, 80, 80, 85), (65, 70, 75, 80), (60, 70, 75)))
        said = self.one(("/", "-", ", ", "-", "/")).join(map(str, percents))
        text = self.one(BY_SETS).format(nm=name, s=len(percents), q=reps, ps=said)
        return text, [f"{movement} {len(percents) * reps} %{percents[-1]}"]

    def tempo(self) -> Said:
        """A lift in sets with how fast it goes down and up."""
        name, movement = self.one(
            [one for one in LIFTS if one[1] in ("back-squat", "front-squat", "bench-press", "press")]
        )
        sets, reps = self.one((3, 4, 5)), self.one((3, 5, 6, 8))
        text = self.one(
            ("{n} {s}x{q}", "{n}: {s} x {q}", "{n}, {s} sets of {q}", "{s}x{q} {n}", "{n}\n{s} x {q}")
        )
        paused = {"back-squat": "|pause-squat", "front-squat": "|pause-front-squat"}.get(movement, "")
        return text.format(n=name, s=sets, q=reps) + self.one(TEMPOS), [f"{movement}{paused} {sets * reps}"]

    def total(self) -> Said:
        """So many in all, however often they are broken."""
        names, movement, _ = self.one([one for one in MOVEMENTS if not one[2]])
        number = self.one((50, 60, 80, 100))
        text = self.one(TOTALS).format(n=number, x=self.one(names), m=self.one((6, 8, 10)))
        return text, [f"{movement} {number}"]

    def ranges(self) -> Said:
        """From so many to so many, where the fewest count."""
        name, movement, _ = self.one([one for one in ACCESSORIES if not one[2]])
        sets, few = self.one((3, 4)), self.one((6, 8, 10))
        form = self.one(COUNTED)
        text = form.format(s=sets, q=few, p=few + 2, x=name)
        return text, [f"{movement} {(3 if '3-4' in form else sets) * few}"]


OTHERS = (
    "heavy heavy_complex turns odd_and_even windows max_left ladder bar_level superset sheet week hold sides"
    " places twenty_ten steady message by_sets tempo total ranges"
).split()
