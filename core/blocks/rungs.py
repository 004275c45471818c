"""The next rung of a ladder: the drill after, and the test that moves somebody to it."""

from __future__ import annotations

from typing import NamedTuple

from core.catalog import Catalog
from core.demand.people import Person
from core.prep.homework import home_drills, may_be_homework


class NextRung(NamedTuple):
    """A harder drill of the same ladder, and what shows that it is time for it."""

    drill: str
    name: str
    test: str


def next_rung(drill: str, motion: str, person: Person, catalog: Catalog) -> NextRung | None:
    """The rung above a drill that may be this person's homework for a range; None at the top of every
    ladder."""
    for ladder in catalog.ladders.values():
        ids = [rung.drill for rung in ladder.rungs]
        if drill not in ids:
            continue
        place = ids.index(drill)
        for above in ids[place + 1 :]:
            if may_be_homework(catalog.drills[above], motion, person, catalog):
                return NextRung(above, catalog.drills[above].name, ladder.rungs[place].up)
    return None


def another_drill(tried: tuple[str, ...], motion: str, person: Person, catalog: Catalog) -> str | None:
    """A drill that was not tried yet, the one that does most first; None when all were."""
    rows = home_drills(motion, person, catalog)
    return next((row.id for row in rows if row.id not in tried), None)
