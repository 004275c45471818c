"""What a line says once for several of its movements: a load at its end, how often what stands beside sets is
done."""

from __future__ import annotations

import re

from core.catalog import Catalog
from core.reading.draft import LOADS, Chunk, Chunks, lend
from core.reading.kit_words import LIFTED
from core.reading.line import Line
from core.reading.prose import COUNTED
from core.reading.units import LOAD_UNITS

BODY_ONLY = (
    "none",
    "box",
    "pull-up-bar",
    "rings",
    "wall",
    "jump-rope",
)  # what is lifted with them is oneself
_SUPERSET = re.compile(r"\b(?:super\s?-?set(?:ted)?|s/s)\s*(?:with|w/?)?\W*$", re.IGNORECASE)


def load_of_the_lift(found: Chunks, catalog: Catalog) -> None:
    """'21 swings, 400 m run (24/16)', '10 thrusters, 10 burpees (43/30)': a load behind what lifts
    nothing is that of the lift before it."""
    drafts = [chunk.draft for own, chunk in found if chunk.named and own is None]
    if len(drafts) < 2 or not drafts[-1].loads:
        return
    held = [catalog.movements[one.movement].implement for one in drafts]
    bare = [not (one.loads or one.percents or one.bodyweight) for one in drafts]
    lifts = [one for one, kit, free in zip(drafts, held, bare, strict=True) if kit in LIFTED and free]
    if held[-1] in BODY_ONLY and lifts:
        for lift in (one for one in lifts if one.movement == lifts[-1].movement):
            lend(drafts[-1], lift, LOADS)
            lift.assumed.extend(drafts[-1].assumed)
        drafts[-1].loads, drafts[-1].load_text, drafts[-1].assumed = (), "", []


def load_of_all(found: Chunks) -> None:
    """'30 swings, 200 m run, 20 swings (24/16)': said once, behind the last of the same movement."""
    loaded = {chunk.draft.movement: chunk.draft for _, chunk in found if chunk.named and chunk.draft.loads}
    for division, chunk in found:
        draft = chunk.draft
        said = loaded.get(draft.movement) if chunk.named and division is None else None
        last = said is not None and said is not draft and found[-1][1].draft is said
        if said and last and not (draft.loads or draft.percents or draft.bodyweight or draft.rpe):
            lend(said, draft, LOADS)
            draft.assumed.append(f"{said.load_text} for all of them")


def load_before_colon(read: Line, found: Chunks, catalog: Catalog) -> None:
    """'5 sets @ 75 %: 1 power clean + 1 front squat': a load before a list is that of its lifts."""
    colon = next((one.column for one in read.phrases if one.kind == "colon"), 0)
    drafts = [chunk.draft for own, chunk in found if chunk.named and own is None]
    ahead = [
        one for one in read.phrases if one.column < colon and one.kind == "measure" and one.unit in LOAD_UNITS
    ]
    loaded = [one for one in drafts if one.loads or one.percents]
    if len(drafts) < 2 or not ahead or loaded != drafts[:1] or drafts[0].column < colon:
        return
    for draft in drafts[1:]:
        if catalog.movements[draft.movement].implement == catalog.movements[drafts[0].movement].implement:
            lend(drafts[0], draft, LOADS)
            draft.assumed.append("the load in front of the list")


def as_often(read: Line, chunks: list[Chunk]) -> None:
    """'5-5-5 back squat with 10 box jumps after each set', 'bench 5 x 5, superset with 10 rows': what is done
    once a set is done as often as the sets before it."""
    sets = 0
    for chunk in chunks:
        draft = chunk.draft
        own = draft.sets or len(draft.scheme)
        if own:
            sets = own
        elif sets and chunk.named and _goes_with(read, chunk):
            draft.sets, draft.sets_written = sets, True


def _goes_with(read: Line, chunk: Chunk) -> bool:
    """'after each set', 'superset with', '4 x 10 push-ups / 10 squats'."""
    counted = chunk.draft.has_counts and (chunk.draft.after_sets or _supersets(read, chunk))
    return counted or (chunk.joined_by == "slash" and chunk.draft.has_amount)


def _supersets(read: Line, chunk: Chunk) -> bool:
    first = next((one for one in chunk.indices if read.phrases[one].kind in COUNTED), None)
    return first is not None and _SUPERSET.search(read.text[: read.phrases[first].column]) is not None
