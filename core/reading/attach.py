"""What a stretch of a line said -> where it belongs: a new movement, more of the one above, or a
division's own."""

from __future__ import annotations

from dataclasses import replace

from core.catalog import Catalog
from core.reading.amounts import guess_unit
from core.reading.draft import AMOUNTS, LOADS, Chunk, Draft, another_set, append_set, lend, share_out, worth
from core.reading.line import SILENT, Line
from core.reading.parts import PartDraft, Parts

SHORTEST_RUN_M = 100  # a bare distance from here on is a run; common practice
MOST_COMPLEX_REPS = 10  # more of one movement in a row is no complex; common practice


class Attacher:
    """Adds what was read to the parts. ``in_columns`` while the text stands in columns, where rows say
    what replaces what."""

    def __init__(self, parts: Parts, catalog: Catalog):
        self.parts = parts
        self.catalog = catalog
        self.complexes = 0
        self.in_columns = False

    def add(
        self,
        read: Line,
        chunk: Chunk,
        division: str | None,
        station: int | None,
        role: str,
        indent: int,
        first: bool,
    ) -> None:
        draft = chunk.draft
        draft.station = station
        if not chunk.named and not self._unnamed_run(read, chunk):
            self._loose(read, chunk, division)
            return
        draft.division = division
        draft.role = role
        part = self.parts.place_for(read, draft, indent, first)
        draft.role = role or part.block_role
        inline = division is not None
        draft.division = division or part.block_division
        if inline:
            self._override(part, draft)
        if part.work_indent is None:
            part.work_indent = indent
        part.adjacent = part.adjacent or not self.parts.after_blank
        if (
            draft.ladder_step is not None
            and part.format is not None
            and part.format.kind in ("as-many-as-possible", "every-minute")
            and not part.format.scheme
        ):
            part.format = replace(part.format, scheme=draft.scheme, ladder_step=draft.ladder_step)
            draft.scheme, draft.sets, draft.sets_written = (), None, False
        part.work.append(draft)

    def _override(self, part: PartDraft, draft: Draft) -> None:
        """An inline division line replaces the last shared movement and takes over the amounts it does not
        say."""
        if draft.division == "rx" or self.in_columns:
            return
        shared = [index for index, work in enumerate(part.work) if work.division in (None, "rx")]
        if not shared:
            return
        draft.replaces = shared[-1]
        original = part.work[draft.replaces]
        if not draft.has_amount:
            for name in (*AMOUNTS, "station"):
                setattr(draft, name, getattr(original, name))

    def _loose(  # noqa: C901  # one test a scope; to be roles of numbers
        self, read: Line, chunk: Chunk, division: str | None
    ) -> None:
        """Amounts without a name belong to the movement before them, if that one still lacks them."""
        draft = chunk.draft
        part = self.parts.last
        words = [
            index
            for index in chunk.indices
            if index not in read.taken and read.phrases[index].kind == "words"
        ]
        if words:
            return  # strange words: they stay free and are handed back
        last = part.work[-1] if part is not None and part.work else None
        if part is not None and last is not None and last.complex and draft.sum:
            group = [one for one in part.work if one.complex == last.complex]
            if len(group) == len(draft.sum):
                share_out(group, draft)
                for one in group:
                    lend(draft, one, LOADS)
                return
        if part is not None and last is not None and division and division != "rx":
            last = self._division_twin(part, draft, division)
        if last is not None and last.has_amount and not last.loads and draft.reps and draft.other is not None:
            values = (float(draft.reps), draft.other)  # "40 swings, 24/16": two standards, not another count
            draft.loads, draft.load_unit, draft.reps, draft.other = values, guess_unit(values), None, None
            draft.assumed.append(f"{'/'.join(f'{value:g}' for value in values)} as {draft.load_unit}")
        taken = False
        if last is not None and last.has_amount and another_set(draft, last):
            append_set(last, draft)
            return
        if last is not None:
            for name in (*AMOUNTS, *LOADS):
                if name == "sides":
                    last.sides = max(last.sides, draft.sides)
                elif worth(draft, name) and not worth(last, name):
                    setattr(last, name, getattr(draft, name))
                    taken = True
            last.assumed.extend(draft.assumed)
            last.notes.extend(draft.notes)
            last.estimated |= draft.estimated
        said = [index for index in chunk.indices if read.phrases[index].kind not in SILENT]
        if (
            said
            and not taken
            and (draft.has_amount or draft.loads or draft.percents or draft.heights_m)
            and not draft.notes
        ):
            start, end = read.phrases[said[0]].column, read.phrases[said[-1]].end
            read.marks = [mark for mark in read.marks if not start < mark.column <= end]
            read.hand_back(start, end, "an amount with no movement to go with")

    def _unnamed_run(self, read: Line, chunk: Chunk) -> bool:
        """'6 x 400 m' with no name on the line is a run, and shown as an assumption."""
        draft = chunk.draft
        free_words = any(
            index not in read.taken and read.phrases[index].kind == "words" for index in chunk.indices
        )
        if free_words or (draft.distance_m or 0) < SHORTEST_RUN_M or draft.reps or draft.loads:
            return False
        if self.parts.last and self.parts.last.work and not self.parts.last.work[-1].has_amount:
            return False  # it is the distance of the movement above
        draft.movement = "run"
        phrase = read.phrases[chunk.indices[0]]
        draft.text, draft.column = phrase.text, phrase.column + 1
        draft.assumed.append(f"{phrase.text} as a run")
        return True

    def _division_twin(self, part: PartDraft, draft: Draft, division: str) -> Draft:
        """'Scaled: 40/30 kg': the last loaded shared movement again, for that division, with this load."""
        shared = [index for index, work in enumerate(part.work) if work.division in (None, "rx")]
        loaded = [index for index in shared if part.work[index].loads] if draft.loads else shared
        if not (loaded or shared):
            return part.work[-1]
        at = (loaded or shared)[-1]
        original = part.work[at]
        twin = replace(
            original,
            division=division,
            replaces=at,
            line=draft.line,
            column=draft.column,
            text=draft.text or original.text,
            assumed=[],
            notes=[],
            estimated=False,
        )
        for name in (*AMOUNTS, *LOADS):
            if worth(draft, name) and name != "sides":
                setattr(twin, name, getattr(Draft(0, 0, ""), name))
        part.work.append(twin)
        return twin

    def bind_complex(self, read: Line, chunks: list[Chunk]) -> None:
        """'1 clean + 1 front squat + 2 jerks': barbell movements joined by plus signs are one unit and
        share bar and sets."""
        drafts = [chunk.draft for chunk in chunks if chunk.named]
        sums = drafts and len(drafts[-1].sum) == len(drafts)
        joined = len(drafts) > 1 and all(
            chunk.joined_by == "plus" or (sums and chunk.joined_by == "and")
            for chunk in chunks[1:]
            if chunk.named
        )
        if not joined or any(
            self.catalog.movements[draft.movement].implement != "barbell" for draft in drafts
        ):
            return
        if any(draft.reps and draft.reps > MOST_COMPLEX_REPS for draft in drafts):
            return
        self.complexes += 1
        last = drafts[-1]
        for draft in drafts:
            draft.complex = self.complexes
            lend(last, draft, LOADS)
        if len(last.sum) == len(drafts):  # "clean + jerk 5 x (1+2)"
            share_out(drafts, last)
        leader = next((draft for draft in drafts if draft.sets_written and draft.sets), None)
        if leader is not None and len(last.sum) != len(drafts):
            for draft in drafts:
                if not draft.scheme:
                    draft.scheme = (draft.reps or 1,) * (leader.sets or 1)
                    draft.sets, draft.sets_written = leader.sets, True
                    draft.reps = None

    # -- a whole part ---------------------------------------------------------------------------
