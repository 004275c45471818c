"""The invented weekend some of Quarry Bell go to: four events, three divisions, eight athletes, too little in
the warm-up area, and a field that runs late."""

from __future__ import annotations

import datetime

from django.utils import timezone

from core.day.moving import Move, Shift
from server.competition.actions import EntryIn, HeatIn, add_competition, change_competition, take_heats
from server.competition.models import Competition
from server.competition.moves import move
from server.competition.publishing import publish_lines
from server.competition.working import at_clock, competitions_of, read_list, worked_out
from server.computing.helpers import Busy
from server.gym.models import Gym
from server.people.models import Person

SATURDAY = 5
NAME, PLACE = "Skell Water Weekend", "Hallow Tarn sports hall"
SHEET = """Skell Water Weekend
Doors 07:30, athletes' talk 08:20

Event 1: Bell Ladder
7 minutes to find a heavy complex
1 hang clean + 1 front squat + 1 jerk
Scaled:
1 hang power clean + 1 front squat + 1 push press
Adaptive:
seated dumbbell press 5-5-5
Standards: hips below the knees in the front squat; elbows straight, feet together before the bar comes down.
Tie-break: the lighter lifter.
Kit: barbell, plates, clips

Event 2: Long Lane
4 rounds for time, cap 12
15.24 m front-rack lunges 2 x 22.5/15 kg
10 chest-to-bar pull-ups
20 sit-ups
Scaled:
15.24 m goblet lunges 20/12 kg
10 ring rows
20 sit-ups
Adaptive:
60 m chair push
12 seated dumbbell presses 2 x 10 kg
Floor plan: lanes are 7.62 m; turn on the far mat. Rig behind the start.
Standards
- Rear knee touches, both feet pass the line.
- Hips and knees open at the end of every step.
- Chest meets the bar below the collar bone.

Event 3: Under Slate
AMRAP 10
6 overhead squats 50/35 kg
8 ring dips
40 m farmers carry 2 x 24/16 kg
Scaled:
6 front squats 35/25 kg
8 push-ups
40 m farmers carry 2 x 16/12 kg
Adaptive:
8 seated dumbbell presses 2 x 10 kg
60 m chair push
Standards: crease of the hip below the knee; elbows straight at the top of every dip.

Event 4: Last Light (pairs)
for time, cap 10
60 cal bike
40 toes-to-bar
20 sandbag cleans 50/35 kg
scaled: hanging knee raises
Floor plan: one works, the other waits on the mat.

Venue
Warm-up area: 2 racks, room for 5, a strip of 15 m
Kit: 3 bands, 2 foam rollers, 4 sticks, 2 boxes, no rings, no rower
"""
HEATS = """Day,Event,Heat,Start,Lane,Athlete,Division
Sat,1,1,09:00,2,Ewan Thackery,Scaled
Sat,1,1,09:00,3,Rosalind Featheringham-Okonkwo,Scaled
Sat,1,1,09:00,4,Osric Bane,Scaled
Sat,1,2,09:12,1,Hollis Vance,Adaptive
Sat,1,3,09:24,3,Tamsin Roe,RX
Sat,1,3,09:24,4,Kezia Lund,RX
Sat,1,3,09:24,6,Alaric Penhale,RX
Sat,1,4,09:36,2,Verity Lamb,RX
Sat,2,1,11:00,1,Ewan Thackery,Scaled
Sat,2,1,11:00,2,Osric Bane,Scaled
Sat,2,2,11:08,5,Rosalind Featheringham-Okonkwo,Scaled
Sat,2,2,11:08,6,Hollis Vance,Adaptive
Sat,2,3,11:24,2,Tamsin Roe,RX
Sat,2,3,11:24,3,Verity Lamb,RX
Sat,2,4,11:32,2,Kezia Lund,RX
Sat,2,4,11:32,4,Alaric Penhale,RX
Sat,3,1,14:05,1,Osric Bane,Scaled
Sat,3,1,14:05,2,Ewan Thackery,Scaled
Sat,3,1,14:05,3,Hollis Vance,Adaptive
Sat,3,2,14:20,4,Rosalind Featheringham-Okonkwo,Scaled
Sat,3,2,14:20,5,Kezia Lund,RX
Sat,3,3,14:35,1,Tamsin Roe,RX
Sat,3,3,14:35,2,Alaric Penhale,RX
Sat,3,3,14:35,3,Verity Lamb,RX
Sun,4,1,10:00,1,Tamsin Roe & Alaric Penhale,RX
Sun,4,1,10:00,2,Kezia Lund & Verity Lamb,RX
Sun,4,2,10:15,1,Ewan Thackery & Rosalind Featheringham-Okonkwo,Scaled
"""
OPENINGS = {"Tamsin Roe": 55.0, "Alaric Penhale": 85.0, "Verity Lamb": 57.5, "Kezia Lund": 50.0}
BRINGS = {"Tamsin Roe": ["band"], "Alaric Penhale": ["small-ball"], "Hollis Vance": ["band"]}
COACHES = ("Wren Askew", "Perrin Holt")
LATE_MIN = 12  # the second half of the second event's field, told after everybody had their lines
ATTEMPT = "demo-weekend-late"


def make_weekend(gym: Gym, coaches: list[Person]) -> Competition:
    """The coming weekend, with everybody's line, and a delay in it."""
    today = timezone.localdate()
    first = today + datetime.timedelta(days=(SATURDAY - today.weekday()) % 7 or 7)
    by = next(coach for coach in coaches if coach.name == COACHES[0])
    made = add_competition(by, {"name": NAME, "place": PLACE, "first": first, "days": 2})
    change_competition(
        by, made.pk, made.version, {"sheet": SHEET}, [one.pk for one in coaches if one.name in COACHES]
    )
    competition = Competition.objects.select_related("gym").get(pk=made.pk)
    _take_heats(by, competition)
    _bring(competition)
    _worked_out(competition)
    publish_lines(by, competition.pk)
    late = competition.heats.filter(event="2", number__in=("3", "4"))
    shifts = tuple(
        Shift(heat.key, at := int(heat.starts_at.timestamp()), at + LATE_MIN * 60) for heat in late
    )
    move(by, competition.pk, ATTEMPT, Move(kind="shift", shifts=shifts))
    return competition


def _worked_out(competition: Competition) -> None:
    """Everybody's preparations, so many at a time."""
    while True:
        try:
            worked_out(competitions_of(competition.coaches.all()[0]).get(pk=competition.pk))
            return
        except Busy:
            continue


def _take_heats(by: Person, competition: Competition) -> None:
    heats = [
        HeatIn(
            heat.event,
            heat.number,
            datetime.datetime.fromtimestamp(heat.starts_at or 0, datetime.UTC),
            [
                EntryIn(
                    one["person"],
                    one["lane"],
                    one["division"],
                    OPENINGS.get(one["name"]) if heat.event == "1" else None,
                )
                for one in heat.starting
            ],
        )
        for heat in read_list(competition, HEATS).heats
    ]
    take_heats(by, competition.pk, competition.version, heats)


def _bring(competition: Competition) -> None:
    """What some of them bring, when one of them can be there, and whose one of them is."""
    for athlete in competition.athletes.select_related("person"):
        name = athlete.person.name
        athlete.own_kit = BRINGS.get(name, [])
        if name == "Rosalind Featheringham-Okonkwo":
            athlete.arrives_at = at_clock(competition, competition.first, 8 * 60)
        if name == "Hollis Vance":
            athlete.coach = competition.coaches.get(name=COACHES[1])
        athlete.save()
