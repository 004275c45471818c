"""A part while it is being read."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

from core.reading.draft import Draft
from core.reading.workout import Format, PartKind


@dataclass
class PartDraft:
    """A part being read. parent: the part whose every round holds this one."""

    name: str
    line: int
    heading: bool = False
    heading_kind: PartKind | None = None
    format: Format | None = None
    changes: dict[str, Any] = field(default_factory=dict)
    work: list[Draft] = field(default_factory=list)
    notes: list[str] = field(default_factory=list)
    shared_by: tuple[int | None, str] | None = (
        None  # how many, and how, where its day or its rule has said so
    )
    block_division: str | None = None
    block_role: str = ""
    division: str | None = None  # whose part it is, where every level has parts of its own
    format_indent: int | None = None
    work_indent: int | None = None
    adjacent: bool = False
    closed: bool = False
    own_sets: bool = False
    # of divisions that do another number: their line, and the number
    own_rounds: dict[str, tuple[int, int]] = field(default_factory=dict)
    own_schemes: dict[str, tuple[int, ...]] = field(default_factory=dict)  # of divisions with another list
    # of divisions that do the same list by other numbers: their line, and the numbers
    other_schemes: dict[str, tuple[int, tuple[int, ...]]] = field(default_factory=dict)
    parent: PartDraft | None = None
    rest_stations: set[int] = field(default_factory=set)
    rest_minutes: int = 0  # lines of its list that only say to rest
    window_s: int | None = None
    bars: list[Draft] = field(default_factory=list)  # loads said above the list
    lasts_s: int | None = None  # what its heading says it takes
    only_lasts: bool = False  # its heading says nothing else: "C: 7 min"
    format_line: int = 0
    kit: str = ""  # "all with one KB": what is held in all of it
    works_s: int | None = None  # "40 s work, 20 s rest" in every minute
    interrupts: tuple[int, int] = (0, 0)  # the line of what interrupts the piece, and how often it does
    each_reps: int | None = None  # "30 reps for time": of what stands bare below
    each_sets: Draft | None = None  # "3 x 12 of each": of what stands bare below
    shares: bool = False  # one of its lines is shared out
    rested: bool = False  # it only says to rest
    places: int = 0  # '3 stations': how many lines of the list are a minute or interval each
    exact: bool = False  # in the canonical form, which says all it means
    sided: bool = False  # "3 sets, each side": what has sides is done on both
    by_words: bool = False  # "odd: ..", "minute 2: ..": words say whose minute a line is
    by_minutes: bool = False  # "Min 1: ..", "Min 2: .." in its list
    by_stations: bool = False  # "Station 1: ..", "Station 2: .." in its list
    by_turns: bool = False  # "alternating": the lines of its list take turns by the minute
    heavy: bool = False  # "the heaviest complex in 10 min" above its list
    grows: int = 0  # "ascending by 2": by how much every number of its list, each round
    each_place: bool = False  # "1 min at each station": its rounds are the whole list's
    each_once: bool = False  # every station of the list once, or the list by turns
    goes_on: bool = False  # "..." below its list: the ladder goes on
    goes_up_to: int | None = None  # "and so on up to 10"
    lost: int = 0  # lines of its list that name nothing known
    all_out: bool = False  # "for max reps": bare movements are done as often as one can

    @property
    def repeats(self) -> bool:
        """Whether the list is done more than once, so that where it ends matters."""
        fmt = self.format
        return fmt is not None and (
            fmt.kind not in ("for-time", "rounds", "sets-x-reps") or (fmt.rounds or 1) > 1 or bool(fmt.scheme)
        )

    @property
    def said_anything(self) -> bool:
        """Whether the part is worth keeping."""
        return bool(self.work or self.notes or self.format or self.heading or self.changes)

    @property
    def spoken(self) -> bool:
        """Whether anything was said below its heading."""
        return bool(self.work or self.notes or self.format or self.changes)

    @property
    def times(self) -> int:
        """How often the parts around this one make it happen."""
        outer, times = self.parent, 1
        while outer is not None:
            fmt = outer.format
            times *= (
                (fmt.rounds or 1) * fmt.repeat
                if fmt is not None and fmt.kind in ("rounds", "every-minute")
                else 1
            )
            outer = outer.parent
        return times
