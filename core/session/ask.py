"""What a session is worked out from: the text, the people, and all that a coach can set."""

from __future__ import annotations

from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property

from core.catalog import Catalog
from core.demand import Person
from core.prep import Pin, PlanSettings
from core.prep.plates import USUAL_RACK, Rack
from core.prep.warmth import Left, left_after
from core.reading import Workout
from core.reading.vocabulary import Vocabulary

DEFAULT_AFTER_MIN = 20


MANY = 1 / 3  # of a class, from which a drill that felt worse is repeated less for all; estimate


def worse_for_many(people: Sequence[Person]) -> tuple[str, ...]:
    """Drills after which so many of a class felt worse that all of it gets another where one is as good."""
    felt = Counter(drill for person in people for drill in person.avoids)
    return tuple(sorted(drill for drill, count in felt.items() if count >= MANY * len(people)))


@dataclass(frozen=True, kw_only=True)
class SessionAsk:
    """Everything but the text, the minutes and the method may be left at its default.

    doses: a drill's dose option, from 0. breaks: minutes of the stop before a later part, by the part's
    number. after_text: what was done ``after_min`` minutes before. places: people a kind of space holds.
    """

    text: str
    minutes: int
    method: str
    people: Sequence[Person] = ()
    kit: dict[str, int] | None = None
    pins: tuple[Pin, ...] = ()
    bans: Sequence[str] = ()
    order: Sequence[str] = ()
    doses: Mapping[str, int] = field(default_factory=dict)
    recent: Sequence[str] = ()
    known: frozenset[str] | None = None
    breaks: Mapping[int, int] = field(default_factory=dict)
    after_text: str = ""
    after_min: int = DEFAULT_AFTER_MIN
    cold: bool = False
    hot: bool = False
    locked: bool = False
    rack: Rack = USUAL_RACK
    places: Mapping[str, int] = field(default_factory=dict)
    words: Vocabulary = field(default_factory=Vocabulary)

    @property
    def catalog(self) -> Catalog:
        """The shelf with the gym's own rows."""
        return self.words.catalog

    @cached_property
    def workout(self) -> Workout:
        """The text as read. Raises UnusableText."""
        return self.words.read(self.text)

    @cached_property
    def earlier(self) -> Workout | None:
        """What was done just before, as read; None when nothing was. Raises UnusableText."""
        return self.words.read(self.after_text) if self.after_text.strip() else None

    @cached_property
    def warm(self) -> Left | None:
        """What was done before leaves when the prep starts; None when nothing was."""
        if self.earlier is None:
            return None
        done = self.earlier.for_division(None)
        return left_after(done, self.workout, self.people, self.catalog, self.after_min)

    @cached_property
    def settings(self) -> PlanSettings:
        """What the plan is made for. Raises UnusableText for what was done before."""
        return PlanSettings(
            minutes=self.minutes,
            method=self.method,
            headcount=max(1, len(self.people)),
            kit=self.kit,
            pins=self.pins,
            bans=tuple(self.bans),
            order=tuple(self.order),
            recent=(*self.recent, *worse_for_many(self.people)),
            doses=tuple(sorted(self.doses.items())),
            known=self.known,
            cold=self.cold,
            hot=self.hot,
            locked=self.locked,
            places=tuple(sorted(self.places.items())),
            rack=self.rack,
            breaks=tuple(sorted(self.breaks.items())),
            warmed=tuple(sorted(self.warm.prepared.items())) if self.warm else (),
            raised=self.warm.raised if self.warm else 0.0,
        )
