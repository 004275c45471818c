"""A page that was sent, held against what its member keeps to by now: what became forbidden is taken out, and
nothing is put in its place."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import replace
from typing import Any, Literal

from core.demand import Person
from core.demand.people import cautions_of
from core.documents.base import Document
from core.documents.sheet import Barred, barred_document
from core.errors import UnusableText
from core.hazards import Cautions, hazards_of, hazards_of_movement
from core.hazards.cautions import HAZARD_OF_TAG
from core.prep.barred import barred_lines
from core.prep.ramp import stopped
from core.reading.vocabulary import Vocabulary
from core.reading.workout import Work

Where = Literal["class", "yours", "stop", "build-up", "cool-down", "homework"]
Data = Mapping[str, Any]
ANY_LOAD = 1.0  # of a lift that is no longer on the board: as if it were heavy


class TakenSince(Document):
    """What stood on a page and is not for its member any more. where: in which of its lists."""

    name: str
    where: Where


def since_cautions(page: Data, person: Person, words: Vocabulary) -> dict[str, Any]:
    """Fields of a stored page as this person may see them now; ``taken_out`` names what they may not do any
    more. Nothing changes for who may do all of it."""
    return _Since(page, person, words).fields()


class _Since:
    def __init__(self, page: Data, person: Person, words: Vocabulary) -> None:
        # what they do in this class, whatever their own division is by now
        self.person = replace(person, division=page["division"] or None)
        self.page, self.catalog = page, words.catalog
        self.cautions: Cautions = cautions_of(person, words.catalog)
        self.taken_out: dict[tuple[str, Where], None] = {}
        self.works, self.barred = self._read(words)

    def fields(self) -> dict[str, Any]:
        """The fields that may differ."""
        page = self.page
        breaks = [
            {**stop, "items": self._left(stop["items"], "stop"), "ramp": self._ramp(stop.get("ramp", ()))}
            for stop in page.get("breaks", ())
        ]
        fields = {
            "items": self._left(page["items"], "class"),
            "extras": self._left(page["extras"], "yours"),
            "cooldown": self._left(page["cooldown"], "cool-down"),
            "homework": self._left(page.get("homework", ()), "homework"),
            "breaks": [stop for stop in breaks if stop["items"] or stop["ramp"]],
            "ramp": self._ramp(page["ramp"]),
            "swaps": [one for one in page["swaps"] if one["drill"] is None or self._may(one["drill"])],
            "barred": self.barred,
            "finish": "",
        }
        taken_out = [TakenSince(name=name, where=where).json_value() for name, where in self.taken_out]
        return {**fields, "taken_out": taken_out}

    def _read(self, words: Vocabulary) -> tuple[dict[str, Work], list[dict[str, Any]]]:
        """The lines they do by movement, and those that are not for them; a coach's choice instead of one
        stands as long as it was made for the same cautions."""
        before = {one["movement"]: one for one in self.page.get("barred", ())}
        try:
            mine = words.read(self.page["text"]).for_division(self.person.division)
        except UnusableText:
            return {}, list(before.values())
        found = [barred_document(one, self.catalog) for one in barred_lines(mine, self.person, self.catalog)]
        works = {work.movement: work for work in reversed(mine.works)}
        return works, [self._instead(one, before.get(one.movement)) for one in found]

    def _instead(self, one: Barred, before: Data | None) -> dict[str, Any]:
        """A barred line; what was chosen for it goes when more bars it than before."""
        fields = one.json_value()
        if before and before["instead"] and set(before["why"]) == set(one.why):
            fields["instead"] = before["instead"]
        return fields

    def _left(self, items: Iterable[Data], where: Where) -> list[Data]:
        """Items that this person may still do."""
        left: list[Data] = []
        for item in items:
            if self._may(item["drill"], item.get("level") == "seated"):
                left.append(item)
            else:
                self.taken_out[item["name"], where] = None
        return left

    def _may(self, drill: str, seated: bool = False) -> bool:
        """Whether a drill may reach them; one that is no longer on the shelf may not, as nothing is known of
        it."""
        row = self.catalog.drills.get(drill)
        if row is None:
            return False
        if not seated:
            return not self.cautions.stop(row, self.catalog)
        tags = (HAZARD_OF_TAG.get(tag, tag) for tag in self.cautions.tags)
        return not hazards_of(drill, self.catalog, True) & self.cautions.hazards.union(tags)

    def _ramp(self, sets: Sequence[Data]) -> list[Data]:
        """Sets of a way up until the first that is not for them."""
        left: list[Data] = []
        for one in sets:
            if self._stopped(one):
                self.taken_out[one["name"], "build-up"] = None
                break
            left.append(one)
        return left

    def _stopped(self, one: Data) -> bool:
        """Whether a set of a way up is not for them at its weight."""
        movement, share = one["movement"], one["share"]
        if self.cautions.seated or movement not in self.catalog.movements:
            return True
        if work := self.works.get(movement):
            return bool(stopped(work, self.person, self.catalog, share=share))
        hazards = hazards_of_movement(movement, self.catalog, ANY_LOAD)
        return bool(self.cautions.stop_movement(hazards))
