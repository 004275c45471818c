"""What a word means beside what: 'squats' with a bar's load is a back squat, 'row 3 x 8' no machine. The
catalog says which reading goes with what."""

from __future__ import annotations

import re

from core.catalog import Catalog
from core.catalog.rows import Context, Movement
from core.reading.draft import Draft
from core.reading.kit_words import GOING
from core.reading.phrases import PAIR
from core.reading.units import KG_PER

_ONE_ARM = re.compile(r"(?:single|one|1)[\s-]?arm|sa\b", re.IGNORECASE)
SHORTEST_M = 100  # a bare number beside a machine is a distance from here on; common practice
LEAST_SWUM_M = 25  # a length of a short pool; World Aquatics, facilities rules
HEAVIEST_HELD_KG = 37.5  # one dumbbell of a class; heavier is a bar; common practice
LIGHTEST_BAR_KG = 15  # a barbell is never lighter than this


def in_context(draft: Draft, row: Movement, catalog: Catalog, alternating: bool = False) -> str | None:
    """Give a draft the movement its word means here. The name of that movement where it is another one, which
    is noted as assumed."""
    if _is_a_way(draft, row):
        draft.distance_m, draft.scheme = float(draft.scheme[0]), ()
        draft.assumed.append(f"{draft.distance_m:g} as metres")
    reading = _reading(draft, row, alternating)
    if reading is None:
        return None
    draft.movement = row.context[reading[0]]
    name = catalog.movements[draft.movement].name
    draft.assumed.append(f"{draft.text} as {name}, as {reading[1]}")
    return name


def _is_a_way(draft: Draft, row: Movement) -> bool:
    """'Row', and below it '8 x 250 on 2:00': nobody counts a machine in hundreds of repetitions."""
    goes = row.family in GOING and (row.unit == "metre" or row.metres_per_rep is not None)
    counts = set(draft.scheme)
    least = LEAST_SWUM_M if row.id == "swim" else SHORTEST_M
    return goes and not draft.counts and len(counts) == 1 and min(counts) >= least


def _reading(draft: Draft, row: Movement, alternating: bool) -> tuple[Context, str] | None:
    context = row.context
    if "pair" in context and draft.implements == 2 and draft.loads and not _ONE_ARM.match(draft.text):
        return "pair", "two loads stand beside it"
    if "light" in context and draft.loads and min(draft.loads) * KG_PER[draft.load_unit] < LIGHTEST_BAR_KG:
        return "light", "the load is lighter than a bar"
    if "light" in context and (draft.alternating or alternating):
        return "light", "arms alternate"
    if "heavy" in context and draft.loads and draft.loads[0] * KG_PER[draft.load_unit] > HEAVIEST_HELD_KG:
        return "heavy", "the load is a bar's"
    of_a_list = len(draft.loads) == PAIR and draft.text.lower().startswith("air ")  # "air squats, 24/16 kg"
    if (
        "loaded" in context
        and not of_a_list
        and (draft.loads or draft.percents or draft.rpe or draft.estimated)
    ):
        return "loaded", "a load stands beside it"
    measured = draft.counts or draft.distance_m or draft.calories
    if "counted" in context and draft.text.lower() in ("row", "rows") and (draft.reps or draft.scheme):
        return None if measured or draft.seconds else ("counted", "it is counted in reps")
    if "measured" in context and (draft.distance_m or draft.calories):
        return "measured", "a distance or calories stand beside it"
    return None
