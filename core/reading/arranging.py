"""What a row that heads a list arranges: minutes, stations, pieces that take turns."""

from __future__ import annotations

import re

from core.reading.phrases import PAIR
from core.reading.rows import Row
from core.reading.tokens import seconds_of, tokenize

LEAST_LABELS = 2


def alternates(rows: list[Row], at: int) -> bool:
    """Whether the row above says that what follows takes turns, below what arranges intervals or with it."""
    said = at > 0 and _ALTERNATES.search(rows[at - 1].text) is not None
    return said and (lists_stations(rows, at) or (at > 1 and lists_stations(rows, at - 1)))


_ALTERNATES = re.compile(r"\balternat(?:e|ing)(?:\s+(?:between|the\s+following))?\W*$", re.IGNORECASE)


def arranges_itself(text: str) -> bool:
    """Whether words say their own sets or format: '5 x 5 squats', 'EMOM 10'."""
    phrases = tokenize(text)
    sets = any(phrase.kind == "sets" and phrase.times > PAIR for phrase in phrases)
    sets |= any(phrase.kind == "scheme" and len(phrase.values) > PAIR for phrase in phrases)
    return sets or any(phrase.kind in ("amrap", "every", "for-time") for phrase in phrases)


def lists_stations(rows: list[Row], at: int) -> bool:
    """Whether the row above arranges minutes or intervals, whose places the numbers are."""
    before = rows[at - 1] if at else None
    if before is None or (before.role == "note" and not before.heading):
        return False
    phrases = tokenize(before.text)
    if any(phrase.kind in ("every", "interval", "tabata", "stations") for phrase in phrases):
        return True
    pieces = [phrase for phrase in phrases if phrase.kind == "amrap"]
    again = any(one.times > 1 or one.kind in ("x", "sets", "rounds") for one in phrases)
    timed = any(one.times > 1 and seconds_of(one) for one in phrases)
    return len(pieces) > 1 or (bool(pieces) and again) or timed
