"""One stretch of a line -> one movement with its amounts (a draft; totals come later, in volumes.py)."""

from __future__ import annotations

import re

from core.catalog import Catalog
from core.catalog.rows import Context, Movement
from core.reading.amounts import Amounts
from core.reading.draft import Chunk, Draft
from core.reading.line import Line
from core.reading.names import MODIFIERS, Match, Names, plain
from core.reading.units import KG_PER

LIGHTEST_BAR_KG = 15  # a barbell is never lighter than this


class ChunkReader:
    """Reads one chunk at a time with one gym's names."""

    def __init__(self, names: Names, catalog: Catalog):
        self.names = names
        self.catalog = catalog

    def read(self, line: Line, indices: list[int]) -> Chunk:
        """Read the phrases at these indices. Takes what it understands; the rest stays free."""
        draft = Draft(line.number, line.phrases[indices[0]].column + 1, "", system=line.system)
        found = self._name(line, indices)
        row = None
        if found is not None:
            name_at, match = found
            row = self._accept_name(line, draft, name_at, match)
        else:
            name_at = None
        if row is not None:
            _take_remarks(line, draft, indices)
        Amounts(line, draft, indices, name_at, row).read()
        if row is not None:
            self._in_context(line, draft, row, match)
        return Chunk(draft, row is not None, indices)

    def _name(self, line: Line, indices: list[int]) -> tuple[int, Match] | None:
        """The phrase that names the movement: outside brackets first, the surest first."""
        best: tuple[int, Match] | None = None
        for index in indices:
            phrase = line.phrases[index]
            if phrase.kind != "words" or index in line.taken:
                continue
            match = self.names.find(phrase.text)
            if match is None:
                continue
            rank = (index not in line.bracketed, match.confidence, not match.left_over)
            if best is None or rank > (
                best[0] not in line.bracketed,
                best[1].confidence,
                not best[1].left_over,
            ):
                best = (index, match)
        return best

    def _accept_name(self, line: Line, draft: Draft, index: int, match: Match) -> Movement:
        phrase = line.phrases[index]
        draft.movement = match.movement
        draft.text = line.text[phrase.column + match.start : phrase.column + match.end]
        draft.column = phrase.column + match.start + 1
        if match.assumed:
            draft.assumed.append(f"{draft.text} {match.assumed}")
        row = self.catalog.movements[match.movement]
        line.taken.add(index)
        line.mark(
            phrase.column + match.start,
            phrase.column + match.end,
            "assumed" if match.assumed else "movement",
            row.name,
        )
        for word in re.finditer(r"\S+", phrase.text):
            start, end = word.span()
            if match.start <= start < match.end:
                continue
            if any(left_start <= start < left_end for left_start, left_end in match.left_over):
                line.hand_back(
                    phrase.column + start,
                    phrase.column + end,
                    "this word beside the movement was not understood",
                    self.names.candidates(word.group()),
                )
            else:
                line.mark(phrase.column + start, phrase.column + end, "note", "how to do it")
        if "synchro" in match.beside or "synchronised" in match.beside:
            draft.synchro = True
        draft.everyone |= "together" in match.beside
        if {"cal", "calorie", "cals"} & set(match.beside):
            draft.counts = "cal"
        if row.sides == 2 and {"alternating", "alternate"} & set(match.beside):
            draft.notes.append("alternating")
        return row

    def _in_context(self, line: Line, draft: Draft, row: Movement, match: Match) -> None:
        """'squats' with a bar's load is a back squat, 'row 3 x 8' no machine: the catalog says which
        reading goes with what."""
        reading: tuple[Context, str] | None = None
        if "pair" in row.context and draft.implements == 2 and draft.loads:
            reading = ("pair", "two loads stand beside it")
        elif (
            "light" in row.context
            and draft.loads
            and min(draft.loads) * KG_PER[draft.load_unit] < LIGHTEST_BAR_KG
        ):
            reading = ("light", "the load is lighter than a bar")
        elif "light" in row.context and (draft.alternating or "alternating" in match.beside):
            reading = ("light", "arms alternate")
        elif "loaded" in row.context and (draft.loads or draft.percents or draft.rpe):
            reading = ("loaded", "a load stands beside it")
        elif (
            "counted" in row.context
            and not draft.text.lower().endswith("ing")
            and (draft.reps or draft.scheme)
            and not (draft.counts or draft.distance_m or draft.calories or draft.seconds)
        ):
            reading = ("counted", "it is counted in reps")
        elif "measured" in row.context and (draft.distance_m or draft.calories):
            reading = ("measured", "a distance or calories stand beside it")
        if reading is None:
            return
        draft.movement = row.context[reading[0]]
        draft.assumed.append(
            f"{draft.text} as {self.catalog.movements[draft.movement].name}, as {reading[1]}"
        )
        line.marks = [
            one
            if one.column != draft.column or one.role != "movement"
            else type(one)(
                one.line, one.column, one.length, "assumed", self.catalog.movements[draft.movement].name
            )
            for one in line.marks
        ]


TELLING = frozenset(
    (
        "count",
        "measure",
        "tempo",
        "rpe",
        "rir",
        "rm",
        "per-side",
        "each",
        "sum",
        "sets",
        "scheme",
        "sex",
        "division",
        "bodyweight",
        "synchro",
    )
)


def _take_remarks(line: Line, draft: Draft, indices: list[int]) -> None:
    """A bracket with nothing to read in it ('step down', 'within 12:00') is a note, whole."""
    run: list[int] = []
    for index in [*indices, None]:
        if index is not None and index in line.bracketed and (not run or index == run[-1] + 1):
            run.append(index)
            continue
        if (
            run
            and not any(line.phrases[one].kind in TELLING for one in run)
            and not any(one in line.taken for one in run)
        ):
            words = plain(" ".join(line.phrases[one].text for one in run)).split()
            text = line.text[line.phrases[run[0]].column : line.phrases[run[-1]].end]
            if not all(word in MODIFIERS for word in words):
                draft.notes.append(text)
            draft.alternating |= "alternating" in words
            line.take(run, "note", "a note")
        run = [index] if index is not None and index in line.bracketed else []
