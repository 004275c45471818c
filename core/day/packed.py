"""Preparations and lines as plain JSON values and back, so that they can be kept. A drill is kept by its
id; one that is no longer on the shelf is left out."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import asdict, fields
from typing import Any

from core.catalog import Catalog
from core.day.asks import Standard, Steps
from core.day.line import Block, ForHeat, Line, Placed, PlacedSet, Point
from core.day.prepared import DayDrill, KitSwap, Prepared
from core.prep.dose import Dose
from core.prep.sheet import Item, RampSet, Span
from core.prep.warmth import Ask, Key

Json = dict[str, Any]
_LISTS = ("limits", "shoes", "short", "barred")
_SHARES = ("leaves", "reached", "ramp_leaves", "ramp_reached")
_AS_THEY_ARE = (
    "athlete",
    "event",
    "division",
    "opening",
    "unit",
    "lift",
    "raises_s",
    "duration_s",
    "kit_cost",
    "estimated",
)
_OF_HEAT = tuple(one.name for one in fields(ForHeat) if one.name not in ("curve", "dropped", "needless"))


def prepared_json(prepared: Prepared) -> Json:
    """A preparation as JSON values."""
    return {
        **{name: getattr(prepared, name) for name in _AS_THEY_ARE},
        **{name: list(getattr(prepared, name)) for name in _LISTS},
        **{name: _shares_json(getattr(prepared, name)) for name in _SHARES},
        "drills": [_drill_json(drill) for drill in prepared.drills],
        "ramp": [asdict(step) for step in prepared.ramp],
        "asks": [[getattr(ask, one.name) for one in fields(Ask)] for ask in prepared.asks],
        "weights": dict(prepared.weights),
        "standards": [asdict(one) for one in prepared.standards],
        "steps": [asdict(one) for one in prepared.steps],
        "swaps": [asdict(one) for one in prepared.swaps],
    }


def prepared_of(kept: Mapping[str, Any], catalog: Catalog) -> Prepared:
    """The preparation that JSON values say."""
    told: dict[str, Any] = {name: kept[name] for name in _AS_THEY_ARE}
    told |= {name: tuple(kept[name]) for name in _LISTS}
    told |= {name: _shares_of(kept[name]) for name in _SHARES}
    return Prepared(
        **told,
        drills=tuple(_drills_of(kept["drills"], catalog)),
        ramp=tuple(_step_of(step) for step in kept["ramp"]),
        asks=tuple(Ask(*ask) for ask in kept["asks"]),
        weights=kept["weights"],
        standards=tuple(Standard(**one) for one in kept["standards"]),
        steps=tuple(Steps(**one) for one in kept["steps"]),
        swaps=tuple(KitSwap(one["instead_of"], one["drill"], tuple(one["missing"])) for one in kept["swaps"]),
    )


def line_json(line: Line) -> Json:
    """A line as JSON values."""
    return {
        "athlete": line.athlete,
        "blocks": [_block_json(block) for block in line.blocks],
        "heats": [
            {
                **{name: getattr(one, name) for name in _OF_HEAT},
                "ready": dict(one.ready),
                "curve": [list(point) for point in one.curve],
                "dropped": list(one.dropped),
                "needless": list(one.needless),
            }
            for one in line.heats
        ],
    }


def line_of(kept: Mapping[str, Any], catalog: Catalog) -> Line:
    """The line that JSON values say."""
    return Line(
        athlete=kept["athlete"],
        blocks=tuple(_block_of(block, catalog) for block in kept["blocks"]),
        heats=tuple(
            ForHeat(
                **{name: one[name] for name in _OF_HEAT},
                curve=tuple(Point(*point) for point in one["curve"]),
                dropped=tuple(one["dropped"]),
                needless=tuple(one["needless"]),
            )
            for one in kept["heats"]
        ),
    )


def _shares_json(shares: Mapping[Key, float]) -> list[list[Any]]:
    return [[where, demand, share] for (where, demand), share in shares.items()]


def _shares_of(kept: Sequence[Sequence[Any]]) -> dict[Key, float]:
    return {(where, demand): share for where, demand, share in kept}


def _drill_json(drill: DayDrill) -> Json:
    item = drill.item
    told = {
        one.name: getattr(item, one.name)
        for one in fields(Item)
        if one.name not in ("drill", "dose", "turns")
    }
    return {
        **told,
        "drill": item.drill.id,
        "dose": asdict(item.dose),
        "turns": [list(turn) for turn in item.turns],
        "standing": drill.standing,
    }


def _drills_of(kept: Iterable[Mapping[str, Any]], catalog: Catalog) -> Iterable[DayDrill]:
    for one in kept:
        if one["drill"] not in catalog.drills:
            continue
        told = {
            name: value for name, value in one.items() if name not in ("standing", "drill", "dose", "turns")
        }
        item = Item(
            **{**told, "serves": tuple(one["serves"]), "kit": tuple(one["kit"])},
            drill=catalog.drills[one["drill"]],
            dose=Dose(**one["dose"]),
            turns=tuple(Span(*turn) for turn in one["turns"]),
        )
        yield DayDrill(item=item, standing=one["standing"])


def _step_of(kept: Mapping[str, Any]) -> RampSet:
    return RampSet(**{**kept, "plates": tuple(kept["plates"])})


def _block_json(block: Block) -> Json:
    return {
        "kind": block.kind,
        "starts_at": block.starts_at,
        "ends_at": block.ends_at,
        "heat": block.heat,
        "said": list(block.said),
        "drills": [
            {**_drill_json(one.drill), "starts_at": one.starts_at, "lasts_s": one.seconds}
            for one in block.drills
        ],
        "sets": [
            {"step": asdict(one.step), "starts_at": one.starts_at, "hold_s": one.hold_s} for one in block.sets
        ],
    }


def _block_of(kept: Mapping[str, Any], catalog: Catalog) -> Block:
    placed: list[Placed] = []
    for one in kept["drills"]:
        told = {name: value for name, value in one.items() if name not in ("starts_at", "lasts_s")}
        placed += [
            Placed(drill, one["starts_at"], one["lasts_s"])
            for drill in _drills_of([{**told, "start_s": told["start_s"]}], catalog)
        ]
    return Block(
        kind=kept["kind"],
        starts_at=kept["starts_at"],
        ends_at=kept["ends_at"],
        heat=kept["heat"],
        said=tuple(kept["said"]),
        drills=tuple(placed),
        sets=tuple(PlacedSet(_step_of(one["step"]), one["starts_at"], one["hold_s"]) for one in kept["sets"]),
    )
