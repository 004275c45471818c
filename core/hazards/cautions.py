"""A person's cautions and adaptations: which hazards they stop, and what is said of words nobody knows."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache
from typing import get_args

from core.catalog import Catalog
from core.catalog.hints import did_you_mean
from core.catalog.rows import Drill, WithoutTag
from core.errors import UnusableFile
from core.hazards.drills import hazards_of

SEATED = "seated"
ADAPTIVE = (SEATED, *get_args(WithoutTag))
# the other tags of adaptation are hazards themselves
HAZARD_OF_TAG = {"one-arm": "both-hands", "one-leg": "both-legs", "low-vision": "sight"}


@dataclass(frozen=True)
class Cautions:
    """What stops something from reaching a person. hazards: by their cautions; tags: adaptations for which a
    drill may have another way; given: the cautions as they were entered."""

    hazards: frozenset[str] = frozenset()
    tags: frozenset[str] = frozenset()
    seated: bool = False
    given: tuple[str, ...] = ()

    @classmethod
    def of(cls, cautions: Iterable[str], adaptive: Iterable[str], catalog: Catalog) -> Cautions:
        """A caution nobody knows, stored before there was a check, counts as every hazard until it is put
        right."""
        tags, given = frozenset(adaptive), tuple(cautions)
        stopped = frozenset(given)
        if unknown_tags(stopped, tags, catalog):
            stopped = frozenset(catalog.cautions)
        return cls(_hazards(stopped, catalog), tags - {SEATED}, SEATED in tags, given)

    def way(self, drill: Drill) -> str:
        """How an adaptive person does a drill, else nothing. Who sits has the way from the chair."""
        if self.seated:
            return ""
        return next((how for tag in sorted(self.tags) if (how := way_with(tag, drill))), "")

    def sits(self, drill: Drill) -> bool:
        """Whether this person does a drill from a chair: always, or as their own way of doing it."""
        way = self.way(drill)
        return self.seated or (bool(way) and way == drill.seated)

    def stop(self, drill: Drill, catalog: Catalog) -> frozenset[str]:
        """The hazards for which a drill must not reach this person; empty when it may. A caution is never
        talked round; an adaptation may have its own way to do the drill."""
        if not self.hazards and not self.tags:
            return frozenset()
        hazards = hazards_of(drill.id, catalog, self.seated)
        without = (HAZARD_OF_TAG.get(tag, tag) for tag in self.tags if not way_with(tag, drill))
        return hazards & self.hazards.union(without)

    def stop_movement(self, hazards: frozenset[str]) -> frozenset[str]:
        """The same for a lift or a movement with these hazards."""
        return hazards & self.hazards.union(HAZARD_OF_TAG.get(tag, tag) for tag in self.tags)


def way_with(tag: str, drill: Drill) -> str:
    """How a drill is done with an adaptation; empty where it has no way of its own. On one leg it is done
    from a chair, where it can be."""
    own = next((how for known, how in drill.instead.items() if known == tag), "")
    return own or (drill.seated or "" if tag == "one-leg" else "")


NO_CAUTIONS = Cautions()


@lru_cache(maxsize=1024)
def _hazards(cautions: frozenset[str], catalog: Catalog) -> frozenset[str]:
    """Single hazards that cautions and bundles stand for."""
    rows = [catalog.cautions[caution] for caution in cautions]
    return frozenset(hazard for row in rows for hazard in (row.holds or (row.id,)))


def unknown_tags(cautions: Iterable[str], adaptive: Iterable[str], catalog: Catalog) -> list[str]:
    """Words among cautions and adaptations that nobody knows."""
    return [
        *(word for word in cautions if word not in catalog.cautions),
        *(word for word in adaptive if word not in ADAPTIVE),
    ]


def check_tags(cautions: Iterable[str], adaptive: Iterable[str], catalog: Catalog, where: str) -> None:
    """Refuse a caution or adaptation nobody knows, as it could not be kept. Raises UnusableFile."""
    for field, words, known in (
        ("cautions", cautions, tuple(catalog.cautions)),
        ("adaptive", adaptive, ADAPTIVE),
    ):
        for word in words:
            if word not in known:
                hint = did_you_mean(word, known) or f"; there are {', '.join(known)}"
                raise UnusableFile(f"{where}: '{field}' has {word!r}, which nobody knows{hint}")
