"""Who does which version of a drill: for the coach's phone, never for the wall."""

from __future__ import annotations

from collections.abc import Sequence

from core.documents.base import Document
from core.floor.order import Coming, Page, version_of


class OwnWay(Document):
    """How one member does a drill of the class. name: of the drill; empty where they leave it out."""

    member: int
    name: str
    way: str


class ItemWays(Document):
    """A drill of the order, by its section and its name, and who does it another way."""

    section: str
    drill: str
    ways: tuple[OwnWay, ...]


def ways_of(page: Page, coming: Sequence[Coming]) -> tuple[ItemWays, ...]:
    """Every drill of the class's page that somebody does another way, or not at all. Pages: as they may reach
    their members now."""
    lists = [("prep", page["items"]), ("cool-down", page["cooldown"])]
    lists += [(stop["name"], stop["items"]) for stop in page["breaks"]]
    found: list[ItemWays] = []
    for section, items in lists:
        for item in items:
            ways = tuple(way for one in coming for way in _way(item, _list_of(one.page, section), one))
            if ways:
                found.append(ItemWays(section=section, drill=item["drill"], ways=ways))
    return tuple(found)


def _list_of(page: Page | None, section: str) -> Sequence[Page] | None:
    if page is None:
        return None
    if section in ("prep", "cool-down"):
        theirs: Sequence[Page] = page["items" if section == "prep" else "cooldown"]
        return theirs
    return next((stop["items"] for stop in page["breaks"] if stop["name"] == section), ())


def _way(item: Page, theirs: Sequence[Page] | None, one: Coming) -> tuple[OwnWay, ...]:
    """Their way where it is another; of a cool-down, which is made for each, only what they leave out."""
    if theirs is None:
        return ()
    version = version_of(item, theirs)
    member = one.attendee.member.id
    if version is not None:
        return (OwnWay(member=member, name=version.name, way=version.way),)
    if not any(mine["start_s"] == item["start_s"] for mine in theirs):
        return (OwnWay(member=member, name="", way=""),)
    return ()
