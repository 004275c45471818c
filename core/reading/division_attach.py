"""What a division does otherwise -> lines of its own, each in the place of the shared lines it stands in
for."""

from __future__ import annotations

import itertools
import math

from core.catalog import Catalog
from core.reading import divisions
from core.reading.attach import strange_words
from core.reading.draft import AMOUNTS, LOADS, Chunk, Draft, lend
from core.reading.kit_words import FREE_WEIGHTS, GOING, weight_of
from core.reading.line import Line
from core.reading.part_draft import PartDraft
from core.reading.parts import Parts
from core.reading.said_loads import how_many_held, pair_as_load
from core.reading.units import KG_PER

_WEIGHED_BY_PAIRS = (*FREE_WEIGHTS, "medicine-ball")
SO_MANY_FOR_ONE = (2, 3)  # of an easier movement; common practice
REACH = 8  # parts back that a division's words may be for; common practice


class DivisionAttacher:
    """Adds a division's lines to the parts. ``in_columns`` while rows say what replaces what."""

    def __init__(self, parts: Parts, catalog: Catalog):
        self.parts = parts
        self.catalog = catalog
        self.in_columns = False
        self.only: PartDraft | None = None  # the part that is spoken of, where a line says so

    def add(self, chunk: Chunk, division: str, number: int, target: str = "") -> bool:
        """What a division does instead: one line for every shared line it stands in for. False where it fits
        nowhere.

        target: the movement it is said to stand in for.
        """
        draft = chunk.draft
        if chunk.named and draft.by_times and draft.reps in SO_MANY_FOR_ONE and not draft.sets:
            draft.by_scheme = draft.reps  # "2x pull-ups" for muscle-ups
        self._with_other_kit(chunk, target or self._lifted_otherwise(chunk))
        for part in self.asking_parts() if target else self._nearest(chunk, division):
            groups = self._targets(part, target) if target else self._places(part, chunk, division)
            if (
                groups
                and not part.block_division
                and divisions.changes_nothing(part.work[groups[0][0]], draft)
            ):
                part.notes.append(
                    f"{division}: {' '.join((draft.text, draft.load_text, '; '.join(draft.notes))).strip()}"
                )
                return True
            for places in groups:
                part.work.append(divisions.stand_in(part.work, places, division, draft))
            if groups:
                return True
        if not chunk.named:
            return bool(target) and self.add(chunk, division, number)
        part = self.parts.current(number)
        draft.division = division
        shared = divisions.shared_lines(part.work)
        if shared and division != "rx" and not self.in_columns:
            draft.replaces = (self._unlike(part, shared, draft),)
            if not draft.has_amount:
                lend(part.work[draft.replaces[0]], draft, AMOUNTS)
        part.work.append(draft)
        return True

    def _unlike(self, part: PartDraft, shared: list[int], draft: Draft) -> int:
        """The shared line that one like none of them stands in for: the last, of those that go somewhere if
        it does, else of the others."""
        goes = self.catalog.movements[draft.movement].family in GOING
        alike = [
            at for at in shared if (self.catalog.movements[part.work[at].movement].family in GOING) == goes
        ]
        return (alike or shared)[-1]

    def _with_other_kit(self, chunk: Chunk, target: str) -> None:
        """'push press: dumbbells 2 x 12.5': the same with another weight."""
        other = f"{chunk.draft.kit}-{target}"
        if target and not chunk.named and chunk.draft.kit and other in self.catalog.movements:
            chunk.draft.movement, chunk.draft.text, chunk.named = other, chunk.draft.kit, True

    def _lifted_otherwise(self, chunk: Chunk) -> str:
        """'dumbbells 2 x 15/10' beside a barbell's piece: the lift that is done with them instead."""
        draft = chunk.draft
        if chunk.named or not draft.kit or not draft.loads:
            return ""
        for part in self.asking_parts():
            lines = [part.work[at].movement for at in loaded_lines(part)]
            if any(weight_of(self.catalog.movements[one]) == draft.kit for one in lines):
                return ""
            if lifted := [one for one in lines if f"{draft.kit}-{one}" in self.catalog.movements]:
                return lifted[0]
        return ""

    def _targets(self, part: PartDraft, target: str) -> list[list[int]]:
        places = [at for at in divisions.shared_lines(part.work) if part.work[at].movement == target]
        return [places] if places else []

    def _nearest(self, chunk: Chunk, division: str) -> list[PartDraft]:
        """The part a division's words are for: that with the movement most like theirs, of equals the
        last; one that practises a skill only where no other has any like it."""
        parts = self.asking_parts()
        if not chunk.named:
            return sorted(parts, key=lambda part: (not loaded_lines(part), not _may_lift(part, chunk)))

        def unlike(part: PartDraft) -> tuple[bool, int, bool]:
            likeness, same = divisions.best_likeness(part.work, chunk.draft, division, self.catalog)
            return not likeness or part.heading_kind == "skill", -likeness, not same

        return sorted(parts, key=unlike)[:1]

    def asking_parts(self) -> list[PartDraft]:
        """The last parts that ask something, the last first."""
        asking = (
            part
            for part in reversed(self.parts.all)
            if part.heading_kind not in ("warm-up", "cool-down") and self._is_meant(part)
        )
        return list(itertools.islice(asking, REACH))

    def _is_meant(self, part: PartDraft) -> bool:
        """Whether a part is the one spoken of, or goes on with it ('Event 2, then')."""
        return self.only is None or part.name.partition(", then")[0] == self.only.name

    def _places(self, part: PartDraft, chunk: Chunk, division: str) -> list[list[int]]:
        """The shared lines a division's words are for, those of one movement together."""
        draft = chunk.draft
        if chunk.named:
            places = divisions.replaced_lines(part.work, draft, division, self.catalog)
        elif draft.loads:
            done = {at for one in part.work if one.division == division and one.loads for at in one.replaces}
            load = 0.0 if division in ("rx", "elite") else draft.loads[0]
            places = divisions.lines_with_load(part.work, self.catalog, draft.kit, done, load)
        else:
            places = divisions.lines_of_amount(part.work, draft)
        by_movement: dict[str, list[int]] = {}
        for at in places:
            by_movement.setdefault(part.work[at].movement, []).append(at)
        return list(by_movement.values())

    def loads_of_division(self, chunks: list[Chunk], division: str) -> bool:
        """'35/25 kg, 6/4 kg' for one division: the loads of the loaded lines, in order."""
        if len(chunks) < 2:
            return False
        for chunk in chunks:
            self.as_load(chunk)
        bare = [
            chunk for chunk in chunks if not chunk.named and chunk.draft.loads and not chunk.draft.has_amount
        ]
        found = next(
            (
                (part, lines)
                for lines_of in (loaded_lines, measured_lines)
                for part in self.asking_parts()
                if len(lines := lines_of(part)) == len(bare)
            ),
            None,
        )
        if len(bare) > 1 and self._loads_of_the_day(bare, division):
            self._add_others(chunks, bare, division)
            return True
        if len(bare) < 2 or found is None:
            return False
        part, lines = found
        for chunk, at in zip(_likely_order(bare, [part.work[at] for at in lines]), lines, strict=True):
            if not part.work[at].loads:
                part.notes.append(f"{division}: {part.work[at].text} {chunk.draft.load_text}")  # a height
            elif not divisions.changes_nothing(part.work[at], chunk.draft):
                part.work.append(divisions.stand_in(part.work, (at,), division, chunk.draft))
        self._add_others(chunks, bare, division)
        return True

    def _add_others(self, chunks: list[Chunk], bare: list[Chunk], division: str) -> None:
        for chunk in chunks:
            if chunk not in bare:
                self.add(chunk, division, chunk.draft.line)

    def _loads_of_the_day(self, bare: list[Chunk], division: str) -> bool:
        """'70/45 kg, 20/12 kg' below pieces of which one lifts 90/60 and another 24/16: each in its place."""
        groups: dict[tuple[float, ...], list[tuple[PartDraft, int]]] = {}
        for part in reversed(self.asking_parts()):
            for at in loaded_lines(part):
                groups.setdefault(part.work[at].loads, []).append((part, at))
        firsts = [said[0][0].work[said[0][1]] for said in groups.values()]
        asked = {id(part): part for lines in groups.values() for part, _ in lines}
        told = any(one.division == division and one.loads for part in asked.values() for one in part.work)
        if len(groups) != len(bare) or len(asked) < SEVERAL or told or not all(map(_likely, bare, firsts)):
            return False
        for chunk, lines in zip(bare, groups.values(), strict=True):
            for part, at in lines:
                part.work.append(divisions.stand_in(part.work, (at,), division, chunk.draft))
        return True

    def give_load(self, draft: Draft, movement: str) -> None:
        """A load from a table for every shared line of a movement that has none."""
        for part in self.asking_parts():
            for at in divisions.shared_lines(part.work):
                if divisions.likeness(
                    part.work[at], movement, self.catalog
                ) >= divisions.SUBSTITUTE and part.work[at] in divisions.loadable(part.work, self.catalog):
                    lend(draft, part.work[at], LOADS)

    def as_load(self, chunk: Chunk) -> None:
        """A pair for a division is its load: without a name, or before a lift that is counted in the shared
        list."""
        row = self.catalog.movements.get(chunk.draft.movement)
        if row is None or (row.implement in _WEIGHED_BY_PAIRS and not chunk.draft.has_calories):
            pair_as_load(Draft(0, 0, "", reps=1), chunk.draft)
        if row is None:
            how_many_held(chunk.draft)

    def keep_as_note(self, read: Line, chunk: Chunk, division: str) -> None:
        """What a division does otherwise and nothing shared answers to is kept in words."""
        if strange_words(read, chunk):
            return
        start, end = read.phrases[chunk.indices[0]].column, read.phrases[chunk.indices[-1]].end
        self.parts.current(read.number).notes.append(f"{division}: {read.text[start:end].strip()}")


def _may_lift(part: PartDraft, chunk: Chunk) -> bool:
    """Whether a part lifts something of which a load may be another level's."""
    return any(_likely(chunk, part.work[at]) for at in loaded_lines(part))


FAR_HEAVIER, FAR_LIGHTER = 1.2, 0.25  # times a line's own load that no other level lifts; common practice
MOST_ORDERED = 5
SEVERAL = 2  # pieces that one line of loads may be for


def _likely_order(chunks: list[Chunk], lines: list[Draft]) -> list[Chunk]:
    """'70/50, 7/5 kg' beside '30 wall balls 9/6' and '30 deadlifts 90/60': loads in the order of the lines,
    or in the one in which they could be meant, where that is none."""
    if all(map(_likely, chunks, lines)) or len(chunks) > MOST_ORDERED:
        return chunks
    orders = (list(one) for one in itertools.permutations(chunks) if all(map(_likely, one, lines)))
    return min(orders, key=lambda one: sum(map(_apart, one, lines)), default=chunks)


def _likely(chunk: Chunk, line: Draft) -> bool:
    share = _share(chunk, line)
    return share is None or FAR_LIGHTER <= share <= FAR_HEAVIER


def _apart(chunk: Chunk, line: Draft) -> float:
    return abs(math.log(_share(chunk, line) or 1.0))


def _share(chunk: Chunk, line: Draft) -> float | None:
    """The load of one as a share of the other's; None where they cannot be compared."""
    own, other = chunk.draft, line
    if not own.loads or not other.loads or not other.loads[0]:
        return None
    return own.loads[0] * KG_PER[own.load_unit] / (other.loads[0] * KG_PER[other.load_unit])


def measured_lines(part: PartDraft) -> list[int]:
    """Places of the shared lines with a load or a height."""
    return [at for at in divisions.shared_lines(part.work) if part.work[at].loads or part.work[at].heights_m]


def loaded_lines(part: PartDraft) -> list[int]:
    """Places of the shared lines with a load."""
    return [at for at in divisions.shared_lines(part.work) if part.work[at].loads]
