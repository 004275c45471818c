"""Edits carry the version they were made on. One made on older content is refused, never laid over what is
newer."""

from __future__ import annotations


class Stale(Exception):
    """Somebody changed the row after the version an edit was made on. what: as a coach calls it."""

    def __init__(self, what: str):
        self.what = what
        super().__init__(f"{what} was changed elsewhere after you opened it. Nothing of yours was saved yet.")


def check_version(what: str, stands: int, made_on: int) -> None:
    """Raises Stale unless the edit was made on the version that stands. Call it with the row locked."""
    if stands != made_on:
        raise Stale(what)
