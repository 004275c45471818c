"""The invented gym: Quarry Bell, in the invented town of Nether Skell. Every person and every number here
is made up."""

GYM = {"name": "Quarry Bell", "place": "Nether Skell", "timezone": "Europe/London"}
PASSWORD = "chalk-and-slate"
KIT = {
    "stick": 12,
    "band": 8,
    "band-heavy": 6,
    "loop-band": 10,
    "foam-roller": 5,
    "small-ball": 6,
    "medicine-ball": 9,
    "plate": 30,
    "barbell": 14,
    "box": 9,
    "bench": 4,
    "rings": 5,
    "pull-up-bar": 10,
    "kettlebell": 12,
    "dumbbell": 16,
    "rack": 6,
    "doorway": 2,
    "wall": 8,
    "machine": 8,
    "jump-rope": 16,
    "mat": 14,
    "chair": 6,
}
COACHES = ("Wren Askew", "Idris Vane", "Odalys Marrin", "Perrin Holt", "Sunniva Crake", "Teodor Lisle")
OWNER = "Idris Vane"
MEMBERS = (
    "Tamsin Roe",
    "Alaric Penhale",
    "Bettina Oakes",
    "Cormac Dell",
    "Delphine Straw",
    "Ewan Thackery",
    "Farida Noor",
    "Gethin Prowse",
    "Hollis Vance",
    "Ines Calloway",
    "Jory Tremayne",
    "Kezia Lund",
    "Lorcan Fitch",
    "Maren Oster",
    "Nadia Quill",
    "Osric Bane",
    "Petra Hollin",
    "Quentin Sable",
    "Rosalind Featheringham-Okonkwo",
    "Soren Dray",
    "Thea Winslade",
    "Ulric Moss",
    "Verity Lamb",
    "Wilf Carrow",
    "Xanthe Pell",
    "Yusuf Adair",
    "Zelda Brock",
    "Ansel Rook",
    "Briony Tarn",
    "Caspian Lowe",
    "Dagny Firth",
    "Emeka Stroud",
    "Ffion Garth",
    "Gideon Marsh",
    "Hester Vale",
    "Ivo Larkin",
    "Juniper Hask",
    "Kit Ravenscroft",
    "Leander Pike",
    "Mirela Stone",
    "Noor Halloran",
    "Orla Beck",
    "Piers Wyatt",
    "Renske Dahl",
    "Silas Thorn",
    "Tove Merrin",
    "Una Sallow",
    "Viggo Crane",
    "Wanda Leigh",
    "Yara Finch",
    "Abel Cray",
    "Blythe Norcott",
    "Cyrus Weld",
    "Dora Hythe",
    "Edda Brand",
    "Fergus Oldroyd",
    "Greta Sloane",
    "Hamish Ruddle",
    "Isolde Kerr",
    "Jonas Aske",
    "Katya Bourne",
    "Lowell Strand",
    "Mabel Icke",
    "Nico Farrow",
    "Ottoline Grey",
    "Pascal Dunn",
    "Rhoda Skell",
    "Stellan Voss",
    "Thora Blyth",
    "Vashti Moor",
    "Wyn Pargeter",
    "Zara Combe",
)
SEATED = "Hollis Vance"
ONE_ARM = "Petra Hollin"
# name -> cautions, the note that goes with them, and on whose word
CAUTIONS = {
    "Cormac Dell": (
        ["shoulder-overhead"],
        "Right shoulder repaired in 2021: nothing forced overhead, as his physio wrote.",
        "his physio",
    ),
    "Gethin Prowse": (
        ["no-impact"],
        "Knee: no jumping until spring, on his surgeon's word.",
        "his surgeon",
    ),
    "Ines Calloway": (["wrist"], "Left wrist: fists or dumbbells instead of a flat hand.", "her own"),
    "Osric Bane": (["back-extension"], "Low back: no arching drills for now.", "his own"),
    ONE_ARM: (["no-hang"], "Left arm ends below the elbow; hangs and bars are swapped.", "her own"),
    SEATED: (
        ["no-floor", "no-impact", "no-hang"],
        "Trains from the chair; floor only when he chooses to transfer.",
        "his own",
    ),
}
NEVER_INVITED = ("Wyn Pargeter", "Zara Combe")
GROUPS = {
    "Mornings": ("Tamsin Roe", "Ewan Thackery", "Farida Noor", "Kezia Lund", "Nadia Quill"),
    "Skell Open": ("Alaric Penhale", "Bettina Oakes", "Tamsin Roe", "Verity Lamb"),
}
# a squat is 1; what lifters of a gym do of the others, roughly
LIFTS = {
    "back-squat": 1.0,
    "front-squat": 0.85,
    "deadlift": 1.2,
    "press": 0.42,
    "bench-press": 0.7,
    "power-clean": 0.68,
    "power-snatch": 0.52,
}
SPOTS = {
    "Tamsin Roe": {
        "motion": "hip.flexion",
        "side": "left",
        "note": "Pinches at the bottom after long drives.",
        "drill": "",
        "when": "squat",
    },
    "Alaric Penhale": {
        "motion": "ankle.dorsiflexion",
        "side": "right",
        "note": "Old sprain.",
        "drill": "",
        "when": "squat",
    },
}
NOTES = (
    ("Tamsin Roe", "Wants to hold a full overhead squat by the spring.", False),
    ("Cormac Dell", "Talks himself into loads; look twice on press days.", True),
    ("Gethin Prowse", "Sees his surgeon again in March.", False),
)
CLASS_TIMES = ("06:15", "12:10", "17:30")

# title, text; Monday to Saturday, three weeks
WORKOUTS = (
    (
        "Quiet front rack",
        (
            "A) Front squat 5x3 @ 80%\n\nB) 4 rounds for time, cap 12\n"
            "8 hang power cleans 50/35 kg\n10 burpees\n200 m run"
        ),
    ),
    (
        "Ring day",
        (
            "A) Strict pull-up 5x4\n\nB) AMRAP 14\n6 ring dips\n12 goblet squats 24/16 kg\n"
            "30 double-unders\nscaled: single-unders"
        ),
    ),
    (
        "Hinge and carry",
        "A) Deadlift 4x5 @ 75%\n\nB) every 2:00 for 12 min\n40 m farmer carry 2 x 24/16 kg\n12 push-ups",
    ),
    (
        "Two presses",
        "A) Press 5x5 @ 70%\n\nB) 3 rounds for time\n15 push presses 40/27.5 kg\n400 m run\n20 sit-ups",
    ),
    (
        "Long grey Friday",
        (
            "for time, cap 25\n1000 m row\n40 box step-ups 60/50 cm\n30 toes-to-bar\n"
            "20 dumbbell power cleans 2 x 22.5/15 kg\n10 wall walks\nscaled: bear crawl 20 m"
        ),
    ),
    ("Saturday pairs", "AMRAP 20\n10 kettlebell swings 24/16 kg\n10 box step-overs 60/50 cm\n10 cal ski"),
    (
        "Slow descent",
        "A) Back squat 5x5 @ 75% tempo 3-1-1\n\nB) 21-15-9\ndumbbell push press 2 x 20/12.5 kg\nring rows",
    ),
    (
        "Under the bar",
        (
            "A) Hang power clean 6x2 @ 78%\n\nB) 5 rounds for time\n9 deadlifts 80/55 kg\n"
            "6 bar-facing burpees\n3 bar muscle-ups\nscaled: strict pull-ups"
        ),
    ),
    (
        "Lower rack, long carry",
        (
            "A\nFront squat 4 x 4 @ 78 %\n\nB\n3 rounds for time, cap 14\n"
            "15 push presses 40/27.5 kg\n12 box step-overs 60/50 cm\n9 chest-to-bar pull-ups\n"
            "scaled: ring rows\n30 m overhead plate carry 20/15 kg\n2 flumes each side"
        ),
    ),
    (
        "Minute by minute",
        (
            "EMOM 16\nminute 1: 12 cal row\nminute 2: 10 dumbbell snatches 22.5/15 kg\n"
            "minute 3: 40 s plank\nminute 4: 8 box jumps 60/50 cm"
        ),
    ),
    (
        "Overhead Friday",
        (
            "A) Overhead squat 5x3 @ 70%\n\nB) 12 min AMRAP\n12 front-rack lunges 2 x 16/10 kg\n"
            "9 handstand push-ups\nscaled: seated dumbbell press\n200 m run"
        ),
    ),
    (
        "Saturday long",
        "for time\n2000 m bike\n50 walking lunges\n40 push-ups\n30 cal row\n20 get-ups 16/12 kg",
    ),
    (
        "Heavy three",
        (
            "A) build to a heavy 3 back squat\n\nB) 4 rounds\n10 ring dips\n20 m bear crawl\n"
            "15 kettlebell swings 24/16 kg"
        ),
    ),
    (
        "Light feet",
        "A) Power snatch 6x2 @ 70%\n\nB) 3 rounds for time\n400 m run\n15 pull-ups\n21 air squats",
    ),
    (
        "Bench and row",
        (
            "A) Bench press 5x5 @ 75%\n\nB) AMRAP 12\n250 m row\n"
            "10 dumbbell thrusters 2 x 15/10 kg\n10 hollow rocks"
        ),
    ),
    (
        "Pull, then jump",
        "A) Deadlift\n5-5-3-3-1\n\nB) 10-8-6-4-2\nburpee box jump overs 60/50 cm\nhanging knee raises",
    ),
    (
        "Skill Friday",
        (
            "skill: handstand hold 5 x 20 s\n\nB) every 3:00 for 15 min\n12 wall balls 9/6 kg\n"
            "8 chest-to-bar pull-ups\nscaled: ring rows\n150 m run"
        ),
    ),
    (
        "Saturday grind",
        "5 rounds for time, cap 30\n500 m row\n12 goblet squats 24/16 kg\n40 m overhead plate carry 20/15 kg",
    ),
)
# pieces of the body a member may be known to be short of: motion -> usual mean and sd to draw a measured
# value from
MEASURED = {
    "ankle.dorsiflexion": (12.0, 2.8, "knee-to-wall"),
    "shoulder.flexion": (166, 8, "goniometer"),
    "thoracic.extension": (19, 6, "goniometer"),
    "hip.flexion-straight-knee": (76, 11, "goniometer"),
    "hip.extension": (15, 6, "goniometer"),
    "wrist.extension": (70, 8, "goniometer"),
    "shoulder.external-rotation": (87, 9, "goniometer"),
}

# the gym from above, metres: kind, from the left, from the top, width, depth, name
FLOOR = (16.0, 12.0)
FLOOR_PIECES = (
    ("wall", 0.0, 0.0, 10.0, 0.5, "long wall"),
    ("rack", 11.0, 0.5, 4.5, 3.0, "racks"),
    ("rig", 12.0, 5.0, 3.5, 6.0, "rig"),
    ("open", 1.0, 1.5, 9.5, 9.5, ""),
)
