"""A deck of cards: what each suit stands for."""

from __future__ import annotations

import re

from core.reading.rows import Row

SUIT_REPS = 95  # two to ten as numbered, ten for each of three pictures, eleven for the ace; common practice
_SUIT = re.compile(
    r"^[\s*•(-]*(?P<suit>(?:hearts?|spades?|diamonds?|clubs?|[♥♠♦♣♡♤♢♧❤]\ufe0f?)(?:\s*[=:–-]\s*|\s+))(?=[^\W\d])",
    re.IGNORECASE,
)
LEAST_SUITS = 3


def suits(rows: list[Row]) -> None:
    """'Hearts = burpees', 'Spades = swings', ..: so many of each as a suit of the deck counts."""
    if not any("heart" in row.text.lower() or any(sign in row.written for sign in "♥♡❤") for row in rows):
        return
    found = [
        (row, match)
        for row in rows
        if row.role == "work" and len(row.text) == len(row.written) and (match := _SUIT.match(row.written))
    ]
    for row, match in found if len(found) >= LEAST_SUITS else ():
        row.say([(*match.span("suit"), f"{SUIT_REPS} ")])
