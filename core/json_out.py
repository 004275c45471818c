"""The core's values as the documented JSON (docs/json.md; schemas in docs/schema)."""

from __future__ import annotations

from core.demand.profile import SHORTFALL_BANDS_DEG, DemandProfile, Term
from core.prep.homework import Homework
from core.prep.sheet import Break, Dose, Item, PrepSheet, Ramp, RampSet, Tally
from core.reading.workout import Format, Work, Workout


def read_json(workout: Workout) -> dict:
    return {
        "title": workout.title,
        "parts": [
            {
                "name": part.name,
                "kind": part.kind,
                "format": _format(part.format),
                "line": part.line,
                "work": [_work(work) for work in part.work],
                "notes": list(part.notes),
            }
            for part in workout.parts
        ],
        "unread": [
            {
                "line": one.line,
                "column": one.column,
                "text": one.text,
                "reason": one.reason,
                "candidates": list(one.candidates),
            }
            for one in workout.unread
        ],
    }


def derive_json(workout: Workout, profile: DemandProfile, readiness: dict[str, float] | None = None) -> dict:
    found = read_json(workout) | {
        "demands": [
            {
                "id": one.id,
                "kind": one.kind,
                "score": round(one.score, 4),
                "shortfall_deg": round(one.shortfall_deg, 2),
                "required_deg": _rounded(one.required_deg, 1),
                "short": one.short_count,
                "people": [
                    {
                        "name": person.name,
                        "range_deg": round(person.range_deg, 1),
                        "required_deg": round(person.required_deg, 1),
                        "measured": person.measured,
                        "short": person.short,
                        "short_probability": round(person.short_probability, 4),
                        "shortfall_deg": round(person.shortfall_deg, 2),
                        "score": round(person.score, 4),
                        "left_deg": _rounded(person.left_deg, 1),
                        "right_deg": _rounded(person.right_deg, 1),
                        "division": person.division,
                    }
                    for person in one.people
                ],
                "divisions": [
                    {
                        "division": part.division,
                        "people": part.people,
                        "score": round(part.score, 4),
                        "short": part.short,
                    }
                    for part in one.divisions
                ],
                "shortfall_bands": [
                    {"up_to_deg": band, "people": count}
                    for band, count in zip((*SHORTFALL_BANDS_DEG, None), one.shortfall_counts)
                ]
                if one.people
                else [],
                "terms": [_term(term) for term in one.terms],
            }
            for one in profile.demands
        ]
    }
    if readiness is not None:
        for one in found["demands"]:
            one["prepared"] = round(readiness.get(one["id"], 0.0), 4)
    return found


def plan_json(sheet: PrepSheet) -> dict:
    return {
        "minutes": sheet.minutes,
        "seconds": sheet.seconds,
        "method": sheet.method,
        "headcount": sheet.headcount,
        "items": [item_json(item) for item in sheet.items],
        "ramp": [ramp_json(one) for one in sheet.ramp],
        "cooldown": [item_json(item) for item in sheet.cooldown],
        "uncovered": [
            {"demand": one.demand, "why": one.why, "covered": round(one.covered, 4)}
            for one in sheet.uncovered
        ],
        "next_minute": [
            {
                "drill": one.drill,
                "name": one.name,
                "gain": round(one.gain, 4),
                "whole": round(one.whole, 4),
                "new": one.new,
            }
            for one in sheet.next_minute
        ],
        "covered": round(sheet.covered, 4),
        "coverage": {demand: round(share, 4) for demand, share in sheet.coverage},
        "notes": list(sheet.notes),
        "pace": sheet.pace,
        "rounds": sheet.rounds,
        "tally": _tally(sheet.tally) if sheet.tally else None,
        "parts": sheet.parts,
        "breaks": [_break(one) for one in sheet.breaks],
        "ramps": [_group(one) for one in sheet.ramps],
    }


def _break(one: Break) -> dict:
    return {
        "part": one.part,
        "name": one.name,
        "starts_min": round(one.starts_min, 1),
        "minutes": one.minutes,
        "seconds": one.seconds,
        "ready": [{"demand": demand, "readiness": round(share, 4)} for demand, share in one.ready],
        "missing": list(one.missing),
        "items": [item_json(item) for item in one.items],
        "ramp": [ramp_json(step) for step in one.ramp],
        "covered": round(one.covered, 4),
        "uncovered": [
            {"demand": left.demand, "why": left.why, "covered": round(left.covered, 4)}
            for left in one.uncovered
        ],
    }


def _group(one: Ramp) -> dict:
    return {
        "division": one.division,
        "sex": one.sex,
        "people": one.people,
        "movement": one.movement,
        "working": one.working,
        "wanted": one.wanted,
        "unit": one.unit,
        "bar": one.bar,
        "plates": list(one.plates),
        "estimated": one.estimated,
        "sets": [ramp_json(step) for step in one.sets],
    }


def homework_json(one: Homework) -> dict:
    return {
        "motion": one.motion,
        "side": one.side,
        "first_deg": round(one.first_deg, 1),
        "last_deg": round(one.last_deg, 1),
        "needed_deg": round(one.needed_deg, 1),
        "visits": one.visits,
        "drill": one.drill,
        "name": one.name,
        "dose": _dose(one.dose),
        "dose_words": one.dose.words(),
        "times_a_week": one.times_a_week,
        "weekly_s": one.weekly_s,
        "stop": one.stop,
    }


def _dose(dose: Dose) -> dict:
    return {
        "sets": dose.sets,
        "reps": dose.reps,
        "per_side": dose.per_side,
        "hold_s": dose.hold_s,
        "breaths": dose.breaths,
        "extra_side": dose.extra_side,
        "work_s": dose.work_s,
    }


def _tally(one: Tally) -> dict:
    return {
        "contacts": one.contacts,
        "contacts_words": one.contacts_words,
        "lunge_steps": one.lunge_steps,
        "reps": [{"name": name, "reps": reps} for name, reps in one.reps],
        "share_of_hour": round(one.share_of_hour, 3),
    }


def ramp_json(one: RampSet) -> dict:
    return {
        "movement": one.movement,
        "load_kg": one.load_kg,
        "reps": one.reps,
        "rest_s": one.rest_s,
        "plates": list(one.plates),
        "start_s": one.start_s,
        "seconds": one.seconds,
        "share": one.share,
        "estimated": one.estimated,
        "load": one.load,
        "unit": one.unit,
    }


def item_json(item: Item) -> dict:
    return {
        "drill": item.drill,
        "name": item.name,
        "phase": item.phase,
        "start_s": item.start_s,
        "end_s": item.end_s,
        "seconds": item.seconds,
        "dose": _dose(item.dose),
        "dose_words": item.dose.words(item.seconds // item.waves),
        "serves": list(item.serves),
        "kit": list(item.kit),
        "level": item.level,
        "cautions": list(item.cautions),
        "cues": list(item.cues),
        "waves": item.waves,
        "pinned": item.pinned,
        "gain": item.gain,
        "turns": [list(turn) for turn in item.turns],
        "group": item.group,
        "dose_option": item.dose_option,
        "new": item.new,
        "why": item.why,
    }


def _format(fmt: Format) -> dict:
    return {
        "kind": fmt.kind,
        "rounds": fmt.rounds,
        "minutes": fmt.minutes,
        "interval_s": fmt.interval_s,
        "work_s": fmt.work_s,
        "rest_s": fmt.rest_s,
        "cap_s": fmt.cap_s,
        "scheme": list(fmt.scheme),
        "ladder_step": fmt.ladder_step,
        "repeat": fmt.repeat,
        "stations": fmt.stations,
        "for_time": fmt.for_time,
        "team": fmt.team,
        "share": fmt.share or None,
        "estimated": fmt.estimated,
        "rounds_range": list(fmt.rounds_range) if fmt.rounds_range else None,
    }


def _work(work: Work) -> dict:
    return {
        "movement": work.movement,
        "division": work.division,
        "line": work.line,
        "column": work.column,
        "text": work.text,
        "scheme": list(work.scheme),
        "reps": work.reps,
        "reps_estimated": work.reps_estimated,
        "reps_range": list(work.reps_range) if work.reps_range else None,
        "load_kg": work.load_kg,
        "loads_kg": list(work.loads_kg),
        "loads": list(work.loads),
        "load_unit": work.load_unit if work.loads else None,
        "implements": work.implements,
        "bodyweight": work.bodyweight,
        "percent": work.percent,
        "percents": list(work.percents),
        "rpe": work.rpe,
        "distance_m": work.distance_m,
        "calories": work.calories,
        "seconds": work.seconds,
        "heights_m": list(work.heights_m),
        "sides": work.sides,
        "tempo": work.tempo or None,
        "station": work.station,
        "role": work.role or None,
        "complex": work.complex,
        "synchro": work.synchro,
        "max_effort": work.written.max_effort,
        "assumed": work.assumed or None,
        "note": work.note or None,
    }


def _term(term: Term) -> dict:
    return {
        "movement": term.movement,
        "line": term.line,
        "column": term.column,
        "text": term.text,
        "part": term.part,
        "division": term.division,
        "position": term.position,
        "severity": round(term.severity, 4),
        "exposure": round(term.exposure, 4),
        "required_deg": _rounded(term.required_deg, 1),
        "range_deg": _rounded(term.range_deg, 1),
        "short_probability": _rounded(term.short_probability, 4),
        "shortfall_deg": _rounded(term.shortfall_deg, 2),
        "shared_with": list(term.shared_with),
        "counts": term.counts,
        "judged": term.judged,
        "people": term.people,
    }


def _rounded(value: float | None, digits: int) -> float | None:
    return None if value is None else round(value, digits)
