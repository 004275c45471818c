"""sheet: one member's page. Stored without figures; a page gets the same with a figure on every item."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping
from typing import Any

from core.catalog import Catalog
from core.catalog.rows import Caution, Kind
from core.documents.base import Document
from core.documents.picture import picture_of_drill
from core.documents.plan import (
    DrawnHomework,
    DrawnItem,
    Homework,
    Item,
    RampSet,
    homework_document,
    item_documents,
    ramp_documents,
)
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


class Gap(Document):
    """A range this session asks for and this member is short of. Degrees; frees: how likely it is what stops
    them."""

    motion: str
    name: str
    plain: str
    has_deg: float
    needed_deg: float
    measured: bool
    side: str | None
    because: str
    frees: float = 0.0


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


class DrawnSheetBreak(SheetBreak):
    """A stop with figures."""

    items: tuple[DrawnItem, ...]


class Sheet(Document):
    """One member's prep for a class, as it is stored: nobody else's ranges are in it."""

    text: str
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


class DemandName(Document):
    """What a demand is called."""

    name: str
    kind: Kind
    plain: str


class DrawnSheet(Sheet):
    """A sheet with figures, and the names of the demands its items serve."""

    items: tuple[DrawnItem, ...]
    extras: tuple[DrawnItem, ...]
    breaks: tuple[DrawnSheetBreak, ...]
    homework: tuple[DrawnHomework, ...]
    demand_names: dict[str, DemandName]


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
        barred=tuple(_barred(one, catalog) for one in fitted.barred),
        finish=catalog.positions[fitted.finish].name if fitted.finish else "",
        kept_to=tuple(
            _kept_to(catalog.cautions[one]) for one in fitted.kept_to.given if one in catalog.cautions
        ),
    )


def _barred(barred: BarredLine, catalog: Catalog) -> Barred:
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


def drawn(content: Mapping[str, Any], catalog: Catalog) -> dict[str, Any]:
    """The fields of a DrawnSheet from a stored Sheet, those of earlier versions included. A drill that is
    no longer on the shelf is left out; other fields of the content are kept as they are."""
    breaks = [
        {"ramp": [], **stop, "items": _drawn_items(stop["items"], catalog)}
        for stop in content.get("breaks", ())
    ]
    items = _drawn_items(content["items"], catalog)
    extras = _drawn_items(content["extras"], catalog)
    return {
        "unread": (),
        "notes": (),
        **content,
        "items": items,
        "extras": extras,
        "cooldown": [_as_now(item) for item in content["cooldown"] if item["drill"] in catalog.drills],
        "breaks": breaks,
        "gaps": [_known(Gap, gap) for gap in content["gaps"]],
        "homework": [
            _with_picture(task, catalog)
            for task in content.get("homework", ())
            if task["drill"] in catalog.drills
        ],
        "demand_names": _demand_names((items, extras, *(stop["items"] for stop in breaks)), catalog),
    }


def _drawn_items(items: Iterable[Mapping[str, Any]], catalog: Catalog) -> list[dict[str, Any]]:
    there = (item for item in items if item["drill"] in catalog.drills)
    return [_with_picture(_as_now(item), catalog) for item in there]


def _as_now(item: Mapping[str, Any]) -> dict[str, Any]:
    """A stored item with its end, which the first ones did not say."""
    return {"end_s": item["start_s"] + item["seconds"], **item}


def _with_picture(row: Mapping[str, Any], catalog: Catalog) -> dict[str, Any]:
    seated = row.get("level") == "seated"
    return {**row, "picture": picture_of_drill(row["drill"], catalog, seated)}


def _known(kind: type[Document], row: Mapping[str, Any]) -> dict[str, Any]:
    """A stored row without fields that its document no longer has."""
    return {name: field for name, field in row.items() if name in kind.model_fields}


def _demand_names(groups: Iterable[Iterable[Mapping[str, Any]]], catalog: Catalog) -> dict[str, DemandName]:
    served: dict[str, None] = {}
    for items in groups:
        for item in items:
            served.update(dict.fromkeys(item["serves"]))
    return {demand: DemandName.of(catalog.demands[demand]) for demand in served if demand in catalog.demands}
