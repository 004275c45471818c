"""What somebody may have meant who named something that does not exist."""

from __future__ import annotations

from collections.abc import Collection

from rapidfuzz import process

LIKE_FROM = 70  # of 100: how alike two ids are from which one is offered for the other
SHOWN = 30  # ids that a message lists


def did_you_mean(came: str, known: Collection[str]) -> str:
    """'; did you mean ...?' for the id most like one that does not exist, else what there is, else
    nothing."""
    like = process.extractOne(came, list(known), score_cutoff=LIKE_FROM)
    if like:
        return f"; did you mean '{like[0]}'?"
    return f": {', '.join(known)}" if len(known) <= SHOWN else f" ({len(known)} known)"
