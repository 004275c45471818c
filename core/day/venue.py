"""What the venue has: racks, heads and kit, from words such as "2 racks, room for 6" and "3 bands, no
boxes"."""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import NamedTuple

from rapidfuzz import process

from core.catalog import Catalog
from core.day.headings import NUMBER_WORDS, Label
from core.day.values import Fault, Said, Venue
from core.reading.plain_words import plain_words

MANY = 20  # pieces of what is there without a number: enough for whoever warms up at once
ALWAYS = {"wall": MANY}  # what any hall has, unless the sheet says no; estimate
OTHER_NAMES = {
    "roller": "foam-roller",
    "pipe": "stick",
    "pvc": "stick",
    "pvc pipe": "stick",
    "band": "band",
    "light band": "band",
    "mini band": "loop-band",
    "hip band": "loop-band",
    "ball": "small-ball",
    "lacrosse ball": "small-ball",
    "bar": "barbell",
    "empty bar": "barbell",
    "bike": "machine",
    "rower": "machine",
    "rowing machine": "machine",
    "ski machine": "machine",
    "machine": "machine",
    "rig": "pull-up-bar",
    "rope": "jump-rope",
    "skipping rope": "jump-rope",
    "ring": "rings",
    "set of ring": "rings",
    "plate": "plate",
    "change plate": "plate",
}
SUGGEST_FROM = 75
NO_KIT = frozenset(("clip", "collar", "chalk", "belt", "clock", "timer", "bumper", "water"))
_RACKS = re.compile(r"\b(\d+|[a-z]+)\s+(?:squat\s+|power\s+)?racks?\b", re.IGNORECASE)
_HEADS = re.compile(
    r"\b(?:room|space)\s+for\s+(\d+|[a-z]+)|\b(\d+|[a-z]+)\s+(?:people|athletes|heads|persons|at\s+once|at\s+a\s+time)\b",
    re.IGNORECASE,
)
_PIECES = re.compile(r"\s*[,;]\s*|\s+and\s+|\s*\+\s*|\.\s*", re.IGNORECASE)
_COUNT = re.compile(r"^(?:about\s+|only\s+)?(\d+|[a-z]+)\s*(?:x\s+)?(.*)$", re.IGNORECASE)
_METRES = re.compile(r"^\d+(?:[.,]\d+)?\s*(?:m|metres?|meters?|ft|feet)\b", re.IGNORECASE)
_NONE = ("no", "without", "zero", "0")
WAY = "Name it as the Shelf does, or leave it out."


class VenueRead(NamedTuple):
    """A venue, and what of it could not be used."""

    venue: Venue
    faults: tuple[Fault, ...]


def venue_of(said: Sequence[tuple[Label, Said]], catalog: Catalog) -> VenueRead:
    """What the lines about a venue come to."""
    kit: dict[str, int] = {}
    faults: list[Fault] = []
    racks = heads = None
    for label, line in said:
        found_racks, found_heads = _number_in(_RACKS, line.text), _number_in(_HEADS, line.text)
        racks = found_racks if found_racks is not None else racks
        heads = found_heads if found_heads is not None else heads
        left = _HEADS.sub("", line.text)
        for piece in filter(None, (piece.strip(" .:-–—*") for piece in _PIECES.split(left))):
            _take(piece, label, line, kit, faults, catalog)
    listed = bool(kit)
    if racks is not None:
        kit["rack"] = racks
        if racks:
            kit.setdefault("barbell", racks)
            kit.setdefault("plate", MANY)
    venue = Venue(
        kit={**ALWAYS, **kit} if listed else None,
        racks=racks,
        heads=heads,
        said=tuple(line for _, line in said),
    )
    return VenueRead(venue, tuple(faults))


def _number_in(pattern: re.Pattern[str], text: str) -> int | None:
    found = pattern.search(text)
    return number_of(next(filter(None, found.groups()))) if found else None


def number_of(word: str) -> int | None:
    """'2', 'two', 'no' -> 2, 2, 0; None for a word that counts nothing."""
    lowered = word.lower()
    if lowered in _NONE:
        return 0
    if lowered in ("a", "an"):
        return 1
    number = NUMBER_WORDS.get(lowered, lowered)
    return int(number) if number.isdigit() else None


def _take(
    piece: str, label: Label, line: Said, kit: dict[str, int], faults: list[Fault], catalog: Catalog
) -> None:
    """One piece of a line about the venue."""
    if _METRES.match(piece):
        return
    counted = _COUNT.match(piece)
    count = number_of(counted[1]) if counted and counted[2] else None
    name = counted[2] if counted and count is not None else piece
    item = kit_of(name, catalog)
    if item:
        kit[item] = MANY if count is None else count
    elif label == "venue-kit" and not _known_aside(name):
        names = [row.name for row in catalog.kit.values()]
        near = process.extract(name, names, limit=3, score_cutoff=SUGGEST_FROM)
        says = f"“{name}” is no kit that drills ask for."
        faults.append(Fault("kit", says, WAY, line.line, piece, candidates=tuple(one for one, _, _ in near)))


def _known_aside(name: str) -> bool:
    return bool(NO_KIT.intersection(plain_words(name)))


def kit_of(name: str, catalog: Catalog) -> str | None:
    """The kit that a word names, None for none."""
    words = plain_words(name)
    plain = " ".join(words)
    if plain in OTHER_NAMES:
        return OTHER_NAMES[plain]
    for row in catalog.kit.values():
        if words in (plain_words(row.name), plain_words(row.id)):
            return row.id
    last = words[-1:] and " ".join(words[-2:])
    return OTHER_NAMES.get(last or "") or next(
        (row.id for row in catalog.kit.values() if last and plain_words(row.name) == words[-2:]), None
    )
