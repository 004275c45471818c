"""Shapes of the gym's own words and movements."""
from __future__ import annotations

from ninja import Schema
from pydantic import Field


class WordIn(Schema):
    """movement is empty for a word that is no work."""

    word: str = Field(min_length=1, max_length=200)
    movement: str = Field(default="", max_length=90)


class WordOut(Schema):
    id: int
    word: str
    movement: str
    name: str


class NamedPosition(Schema):
    id: str
    name: str


class ShelfMovement(Schema):
    id: str
    name: str
    aliases: list[str]
    family: str
    own: bool
    positions: list[NamedPosition]
    standard: str


class OwnMovementIn(Schema):
    """A new movement that is like a known one; positions when they differ."""

    name: str = Field(min_length=1, max_length=80)
    like: str = Field(max_length=90)
    positions: list[str] | None = None


class ImportOut(Schema):
    added: int
    changed: int
    same: int
