"""sheet: one member's page, as it is stored and as it is shown."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from typing import Any, Literal

from core.catalog import Catalog
from core.catalog.rows import Caution, ClockKind, Kind
from core.documents.base import Document, Share
from core.documents.picture import figure_of
from core.documents.plan import (
    Homework,
    Item,
    RampSet,
    homework_document,
    item_documents,
    ramp_documents,
)
from core.documents.steps import Step, steps_of
from core.hazards import Cautions
from core.prep import member as value
from core.prep.barred import Barred as BarredLine
from core.prep.barred import why_words
from core.prep.sheet import Break as StopValue
from core.prep.sheet import PrepSheet
from core.reading.workout import DIVISIONS, FormatKind, Workout

# a part's letter, or a division's name, in front of what is done
LINE_START = re.compile(rf"^\s*(?:[A-Z]\d?[).:]\s+|(?:{'|'.join(DIVISIONS)})\s*:\s*)", re.IGNORECASE)


class WorkLine(Document):
    """A line this member does, as written, without what stands in front of it."""

    part: str
    format: FormatKind
    line: int
    name: str
    text: str
    standard: str


class UnreadLine(Document):
    """A line of the board that nobody understood whole, as written."""

    line: int
    text: str


class BoardLine(Document):
    """A line of the board as written. kind: what this member does, what another division does, what nobody
    understood whole, or words around it: headings, rounds, caps, notes. An empty one parts what stands around
    it."""

    line: int
    text: str
    kind: Literal["mine", "other", "unread", "words"]


class Gap(Document):
    """A range this session asks for and this member is short of. Degrees; frees: how likely it is what stops
    them; felt: of its need, by what they said after earlier preps."""

    motion: str
    name: str
    plain: str
    has_deg: float
    needed_deg: float
    measured: bool
    side: str | None
    because: str
    frees: Share = 0.0
    felt: Share = 1.0


class Swap(Document):
    """An item of the class prep this member does differently, and why. drill is null when it is left out."""

    instead_of: str
    instead_name: str
    drill: str | None
    name: str | None
    why: str


class Barred(Document):
    """A movement of this member's that is not for them as written; why: the cautions, by name. instead: what
    their coach chose, as on a board; empty asks for it."""

    line: int
    movement: str
    name: str
    why: tuple[str, ...]
    instead: str = ""


class KeptTo(Document):
    """A caution this sheet keeps to: what it changes, in words, and whose word it waits for."""

    caution: str
    name: str
    changes: str
    care: str


class SheetBreak(Document):
    """What a member does in the stop before a later part."""

    name: str
    minutes: int
    items: tuple[Item, ...]
    ramp: tuple[RampSet, ...]


class ShownSheetBreak(SheetBreak):
    """A stop as a clock runs it."""

    steps: tuple[Step, ...]


class AskedPosition(Document):
    """A position that somebody is asked about afterwards."""

    position: str
    name: str


class Sheet(Document):
    """One member's prep for a class, as it is stored: nobody else's ranges are in it."""

    text: str
    board: tuple[BoardLine, ...]
    division: str
    work: tuple[WorkLine, ...]
    unread: tuple[UnreadLine, ...]
    notes: tuple[str, ...]
    minutes: int
    method: str
    items: tuple[Item, ...]
    ramp: tuple[RampSet, ...]
    cooldown: tuple[Item, ...]
    extras: tuple[Item, ...]
    swaps: tuple[Swap, ...]
    gaps: tuple[Gap, ...]
    breaks: tuple[SheetBreak, ...]
    homework: tuple[Homework, ...]
    barred: tuple[Barred, ...] = ()
    kept_to: tuple[KeptTo, ...] = ()
    finish: str = ""
    positions: tuple[AskedPosition, ...] = ()
    pace: ClockKind = "free"


class DemandName(Document):
    """What a demand is called."""

    name: str
    kind: Kind
    plain: str


class ShownSheet(Sheet):
    """A sheet with the names of the demands its items serve, and its lists as a clock runs them."""

    breaks: tuple[ShownSheetBreak, ...]
    demand_names: dict[str, DemandName]
    steps: tuple[Step, ...]
    extra_steps: tuple[Step, ...]


def sheet_document(
    fitted: value.MemberSheet,
    prep: PrepSheet,
    workout: Workout,
    text: str,
    division: str | None,
    catalog: Catalog,
) -> Sheet:
    """The document of a member's sheet. workout and text: of the whole session; prep: of the class."""
    mine = workout.for_division(division)
    work = _work_lines(mine, text, catalog)
    return Sheet.of(
        fitted,
        text=text,
        board=_board(workout, mine, text),
        division=division or "",
        work=work,
        unread=_unread_lines(workout, text, {one.line for one in work}),
        notes=tuple(note for part in mine.parts for note in part.notes),
        minutes=prep.minutes,
        method=catalog.methods[prep.method].name,
        items=item_documents(fitted.items, catalog, fitted.kept_to),
        ramp=ramp_documents(fitted.ramp, catalog),
        cooldown=item_documents(fitted.cooldown, catalog, fitted.kept_to),
        extras=item_documents(fitted.extras, catalog, fitted.kept_to),
        swaps=tuple(_swap(swap, catalog) for swap in fitted.swaps),
        gaps=tuple(_gap(gap, catalog) for gap in fitted.gaps),
        breaks=tuple(_break(stop, catalog, fitted.kept_to) for stop in fitted.breaks),
        homework=tuple(homework_document(task, catalog) for task in fitted.homework),
        barred=tuple(barred_document(one, catalog) for one in fitted.barred),
        finish=catalog.positions[fitted.finish].name if fitted.finish else "",
        positions=tuple(
            AskedPosition(position=one, name=catalog.positions[one].name) for one in fitted.positions
        ),
        pace=prep.pace,
        kept_to=tuple(
            _kept_to(catalog.cautions[one]) for one in fitted.kept_to.given if one in catalog.cautions
        ),
    )


def barred_document(barred: BarredLine, catalog: Catalog) -> Barred:
    """A line that is not for somebody, with nothing chosen for it."""
    return Barred(
        line=barred.line,
        movement=barred.movement,
        name=catalog.movements[barred.movement].name,
        why=why_words(barred.hazards, catalog),
    )


def _kept_to(row: Caution) -> KeptTo:
    return KeptTo(caution=row.id, name=row.name, changes=row.changes, care=row.care)


def _work_lines(mine: Workout, text: str, catalog: Catalog) -> tuple[WorkLine, ...]:
    """The lines this member does, each once."""
    written = text.splitlines()
    lines: dict[int, WorkLine] = {}
    for part in mine.parts:
        for work in part.work:
            row = catalog.movements[work.movement]
            line = WorkLine(
                part=part.name,
                format=part.format.kind,
                line=work.line,
                name=row.name,
                text=LINE_START.sub("", written[work.line - 1]).strip(),
                standard=row.standard,
            )
            lines.setdefault(work.line, line)
    return tuple(lines.values())


def _board(workout: Workout, mine: Workout, text: str) -> tuple[BoardLine, ...]:
    """The whole board as written, each line by what it is to this member."""
    kinds: dict[int, Literal["mine", "other", "unread"]] = {}
    kinds.update((one.line, "unread") for one in workout.unread)
    kinds.update((work.line, "other") for part in workout.parts for work in part.work)
    kinds.update((work.line, "mine") for part in mine.parts for work in part.work)
    return tuple(
        BoardLine(line=number, text=line.rstrip(), kind=kinds.get(number, "words"))
        for number, line in enumerate(text.splitlines(), 1)
    )


def _unread_lines(workout: Workout, text: str, shown: set[int]) -> tuple[UnreadLine, ...]:
    """The lines with something unread that are not shown as work already: nothing on the board is hidden."""
    written = text.splitlines()
    lines = sorted({one.line for one in workout.unread} - shown)
    return tuple(
        UnreadLine(line=line, text=written[line - 1].strip()) for line in lines if line <= len(written)
    )


def _swap(swap: value.Swap, catalog: Catalog) -> Swap:
    return Swap.of(
        swap,
        instead_name=catalog.drills[swap.instead_of].name,
        name=catalog.drills[swap.drill].name if swap.drill else None,
    )


def _gap(gap: value.Gap, catalog: Catalog) -> Gap:
    demand = catalog.demands[gap.motion]
    return Gap.of(gap, name=demand.name, plain=demand.plain)


def _break(stop: StopValue, catalog: Catalog, cautions: Cautions) -> SheetBreak:
    return SheetBreak.of(
        stop, items=item_documents(stop.items, catalog, cautions), ramp=ramp_documents(stop.ramp, catalog)
    )


def shown(content: Mapping[str, Any], catalog: Catalog) -> dict[str, Any]:
    """The fields of a ShownSheet from a stored Sheet, those of earlier versions included. A drill that is
    no longer on the shelf is left out; other fields of the content are kept as they are."""
    breaks = [_shown_break(stop, catalog) for stop in content.get("breaks", ())]
    items = _items_now(content["items"], catalog)
    extras = _items_now(content["extras"], catalog)
    return {
        "unread": (),
        "notes": (),
        "board": _board_of_lines(content),
        **content,
        "items": items,
        "extras": extras,
        "cooldown": _items_now(content["cooldown"], catalog),
        "breaks": breaks,
        "gaps": [_known(Gap, gap) for gap in content["gaps"]],
        "homework": [
            {"figure": figure_of(task["drill"], catalog), **task}
            for task in content.get("homework", ())
            if task["drill"] in catalog.drills
        ],
        "demand_names": _demand_names((items, extras, *(stop["items"] for stop in breaks)), catalog),
        "steps": steps_of(items),
        "extra_steps": steps_of(extras),
    }


def _board_of_lines(content: Mapping[str, Any]) -> list[dict[str, Any]]:
    """The board of a sheet that was stored without it: the lines it has, in order."""
    mine = [{"line": one["line"], "text": one["text"], "kind": "mine"} for one in content["work"]]
    unread = [
        {"line": one["line"], "text": one["text"], "kind": "unread"} for one in content.get("unread", ())
    ]
    return sorted((*mine, *unread), key=lambda one: one["line"])


def _shown_break(stop: Mapping[str, Any], catalog: Catalog) -> dict[str, Any]:
    items = _items_now(stop["items"], catalog)
    return {"ramp": [], **stop, "items": items, "steps": steps_of(items)}


def _items_now(items: Iterable[Mapping[str, Any]], catalog: Catalog) -> list[dict[str, Any]]:
    return [_as_now(item, catalog) for item in items if item["drill"] in catalog.drills]


def _as_now(item: Mapping[str, Any], catalog: Catalog) -> dict[str, Any]:
    """A stored item with its end and its figure, which the first ones did not say."""
    figure = figure_of(item["drill"], catalog, item["level"] == "seated")
    return {"end_s": item["start_s"] + item["seconds"], "figure": figure, **item}


def _known(kind: type[Document], row: Mapping[str, Any]) -> dict[str, Any]:
    """A stored row without fields that its document no longer has."""
    return {name: field for name, field in row.items() if name in kind.model_fields}


def _demand_names(groups: Iterable[Iterable[Mapping[str, Any]]], catalog: Catalog) -> dict[str, DemandName]:
    served: dict[str, None] = {}
    for items in groups:
        for item in items:
            served.update(dict.fromkeys(item["serves"]))
    return {demand: DemandName.of(catalog.demands[demand]) for demand in served if demand in catalog.demands}
