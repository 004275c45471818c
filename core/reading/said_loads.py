"""Loads that are said once: above a list, below it, as the one before, for all that is held."""

from __future__ import annotations

import itertools

from core.catalog import Catalog
from core.reading import divisions
from core.reading.draft import (
    LOADS,
    WEIGHT,
    Chunk,
    Draft,
    lend,
)
from core.reading.kit_words import HAND_WEIGHTS, NEAREST_KIT, NEAREST_NAME, held_in_hands, weight_of
from core.reading.loads import unit_of
from core.reading.part_draft import PartDraft
from core.reading.parts import Parts
from core.reading.phrases import PAIR
from core.reading.plain_words import plain_words

NEAR_PARTS = 4  # parts back that a load said once may be for; common practice


class SaidLoads:
    """Gives them to the movements of one text that have none."""

    def __init__(self, parts: Parts, catalog: Catalog):
        self.parts = parts
        self.catalog = catalog

    def with_the_kit(self, part: PartDraft, draft: Draft) -> None:
        """'All with one KB': its cleans are no barbell's."""
        held = part.kit or self.parts.kit
        name = draft.movement
        if held == "kettlebell" and "dumbbell" not in plain_words(draft.text):
            name = name.removeprefix("dumbbell-")  # "one-arm snatch"
        with_a_bar = self.catalog.movements[draft.movement].implement == "barbell"
        if not held or (not with_a_bar and name == draft.movement):
            return
        kits = (held, NEAREST_KIT.get(held, held))
        for kit, called in itertools.product(kits, (name, NEAREST_NAME.get(name, name))):
            if (other := f"{kit}-{called}") in self.catalog.movements and other != draft.movement:
                draft.movement = other
                draft.assumed.append(f"{draft.text} as {self.catalog.movements[other].name}")
                return

    def load_as_above(self, part: PartDraft, draft: Draft) -> None:
        """'goblet squats (same bell)': the load that was said last, of that kit where it names one."""
        loaded = [one for said in (*self.parts.all, part) for one in said.work if one.loads]
        implements = {id(one): self.catalog.movements[one.movement].implement for one in loaded}
        held = [one for one in loaded if not draft.kit or implements[id(one)] == draft.kit] or loaded
        if held and not (draft.loads or draft.percents):
            lend(held[-1], draft, WEIGHT)
            draft.assumed.append(f"{draft.load_text} as above")

    def _lacks_a_load(self, kit: str) -> list[Draft]:
        """What is held of this kit, in the parts above, and has no load."""
        return [
            one
            for said in self.parts.all[-NEAR_PARTS:]
            for one in divisions.loadable(said.work, self.catalog)
            if weight_of(self.catalog.movements[one.movement]) == kit
            and (not one.sets_written or len(set(one.scheme)) > PAIR)  # "21-15-9: thrusters, pull-ups"
        ]

    def load_said_once(self, chunk: Chunk) -> bool:
        """'Wall ball 6/4 kg for most of you.' below a list that counts wall balls: their load."""
        part, draft = self.parts.last, chunk.draft
        if part is None or not draft.loads or draft.has_amount or draft.percents:
            return False
        if part.exact or (part.format is not None and part.format.scheme):
            return False  # a bare name is one more of its list
        meant = [
            one
            for said in self.parts.all[-NEAR_PARTS:]
            for one in divisions.loadable(said.work, self.catalog)
            if one.movement == draft.movement and one.has_amount and not one.sets_written
        ]
        for one in meant:
            lend(draft, one, LOADS)
            one.assumed.extend(draft.assumed)
        return bool(meant)

    def of_list(self, part: PartDraft, draft: Draft) -> bool:
        """'95/65' on a line of its own below a list: the load of what is lifted there and has none."""
        if draft.percents and not (draft.has_amount or draft.loads):
            return self._percent_of_all(part, draft)
        if not draft.loads or draft.has_amount:
            return False
        lacking = divisions.loadable(part.work, self.catalog)
        kit = draft.kit or "barbell"
        bars = [one for one in lacking if weight_of(self.catalog.movements[one.movement]) == kit]
        held = [one for one in lacking if held_in_hands(self.catalog.movements[one.movement])]
        if draft.kit:
            lacking = bars = self._lacks_a_load(draft.kit)
        elif draft.implements > 1 and held:
            bars = held  # "2 x 22.5/15 kg"
        for one in bars or lacking:
            lend(draft, one, LOADS)
            one.assumed.extend(draft.assumed)
        return bool(lacking)

    def _percent_of_all(self, part: PartDraft, draft: Draft) -> bool:
        """'8 sets @ 60-75 %, every 2:00' below a list of one bar's lifts."""
        lifts = [one for one in part.work if one.as_prescribed]
        bars = all(self.catalog.movements[one.movement].implement == "barbell" for one in lifts)
        bare = not any(one.loads or one.percents or one.sets_written or one.bodyweight for one in lifts)
        if len(lifts) < PAIR or not bars or not bare:
            return False
        for one in lifts:
            lend(draft, one, LOADS)
        return True

    def percent_of_the_lifts(self, draft: Draft) -> None:
        """'Load: 80 %' below 'push press 5 x 3': of a bar's lifts that have none."""
        for one in divisions.loadable(self.parts.last.work, self.catalog) if self.parts.last else ():
            if self.catalog.movements[one.movement].implement == "barbell":
                lend(draft, one, ("percents",))

    def load_of_list(self, chunks: list[Chunk]) -> bool:
        """'Rx: 60/40 kg' below a list: the load of all that is lifted there."""
        part = self.parts.last
        if part is None or len(chunks) != 1 or chunks[0].named:
            return False
        return self.of_list(part, chunks[0].draft)

    def loads_in_order(self, chunks: list[Chunk]) -> bool:
        """'9/6 kg, 60/40 kg' below a list: the loads of what is lifted there, in order."""
        part = self.parts.last
        lacking = divisions.loadable(part.work, self.catalog) if part else []
        for chunk in chunks:
            if len(chunks) > 1:
                pair_as_load(Draft(0, 0, "", reps=1), chunk.draft)
        loads = [chunk for chunk in chunks if chunk.draft.loads and not chunk.named]
        others = [chunk for chunk in chunks if not chunk.draft.loads]
        heights = all(chunk.draft.heights_m and not chunk.named for chunk in others)
        if (
            len(chunks) < 2
            or len(lacking) != len(loads)
            or len(loads) + len(others) < len(chunks)
            or not heights
        ):
            return False
        for chunk, one in zip(loads, lacking, strict=True):
            lend(chunk.draft, one, LOADS)
        return True


def pair_as_load(last: Draft, draft: Draft) -> None:
    """'40 swings, 24/16': two standards, not another count."""
    if (
        draft.reps
        and draft.other is not None
        and not draft.loads
        and (last.has_amount or not draft.has_amount)
    ):
        values = (float(draft.reps), draft.other)
        draft.loads, draft.load_unit, draft.reps, draft.other = (
            values,
            unit_of(values, draft.system),
            None,
            None,
        )
        draft.load_text = "/".join(f"{value:g}" for value in values)
        draft.assumed.append(f"{draft.load_text} as {draft.load_unit}")


def how_many_held(draft: Draft, held: str = "hand") -> bool:
    """'2x15/10', '1 DB 15/10' of a division or alone on a line: how many are held ("" where it may be any
    kit of a text in kg), no sets and no repetitions; whether it says so."""
    if draft.sets == PAIR and draft.other is not None and len(set(draft.scheme)) == 1 and not draft.loads:
        values = (float(draft.scheme[0]), draft.other)
        draft.loads, draft.load_unit, draft.implements = (
            values,
            unit_of(values, draft.system, held),
            PAIR,
        )
        draft.scheme, draft.sets, draft.sets_written, draft.other = (), None, False, None
        draft.load_text = "/".join(f"{value:g}" for value in values)
        return True
    said = draft.kit in HAND_WEIGHTS and bool(draft.loads) and draft.reps in (1, PAIR)
    if said:
        draft.implements, draft.reps = draft.reps or 1, None
    return said
