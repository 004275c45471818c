"""Pages of one class kept small: the class's page once, and of each member's only what is their own.

A packed page names only fields that differ from the class's. In a list of entries, a number stands for an
entry of the class's list, and ``{"~": number, ...}`` for one with other fields. An item the class does not
have is kept without what its drill's words, which stand once beside the class's page, say already."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Mapping, Sequence
from typing import Any, NamedTuple

Data = Mapping[str, Any]
LIKE = "~"  # in a packed entry: the entry it is like
ENTRIES = "~entries"  # around a packed list
FIELDS = "~fields"  # around fields that differ from the ones there
# of an item: what its drill is called and how it is done, which tells nothing of who does it
OF_THE_DRILL = frozenset(
    {"figure", "name", "phase", "kit", "kit_names", "level", "cues", "fault", "instead", "easier", "harder"}
    | {"why", "cautions"}
)
ALL_HAVE = "~usual"  # among the words
# what most items have; kept once with the words
USUAL: Data = {
    "dose_option": 0,
    "dose_count": 1,
    "waves": 1,
    "pinned": False,
    "group": 0,
    "new": False,
    "start_s": 0,
    "gain": 0.0,
    "dose": {
        "sets": 1,
        "reps": None,
        "per_side": False,
        "hold_s": None,
        "breaths": None,
        "extra_side": None,
        "work_s": None,
    },
}
ITEMS = ("items", "extras", "cooldown")  # lists of items on a page


class Same(NamedTuple):
    """A kind of entry whose words stand once. named: the fields that name it; words: all that follows from
    them and is nobody's own."""

    named: tuple[str, ...]
    words: frozenset[str]


OTHERS: Mapping[str, Same] = {
    "gaps": Same(("motion",), frozenset({"motion", "name", "plain"})),
    "swaps": Same(("instead_of", "drill"), frozenset({"instead_of", "drill", "instead_name", "name"})),
    "homework": Same(
        ("drill", "motion"),
        frozenset({"drill", "motion", "motion_name", "figure", "name", "plain", "stop"})
        | {"dose", "dose_words", "times_a_week", "weekly_s"},
    ),
}


def words_of(pages: Iterable[Data]) -> dict[str, Any]:
    """Of every drill, and of what else is told in the same words, on some pages; and what is usual of an
    item."""
    words: dict[str, Any] = {ALL_HAVE: USUAL}
    for page in pages:
        for items in (*(page[name] for name in ITEMS), *(stop["items"] for stop in page["breaks"])):
            for item in items:
                words.setdefault(item["drill"], _only(item, OF_THE_DRILL))
        for kind, same in OTHERS.items():
            for entry in page[kind]:
                words.setdefault(_name(kind, entry), _only(entry, same.words))
    return words


def _name(kind: str, entry: Data) -> str:
    """What an entry's words stand under."""
    return "/".join([kind, *(str(entry.get(field)) for field in OTHERS[kind].named)])


def _only(entry: Data, names: Collection[str]) -> dict[str, Any]:
    return {name: field for name, field in entry.items() if name in names}


def pack(page: Data, of_class: Data, words: Data) -> dict[str, Any]:
    """A member's page beside the class's, smaller. Both have the same fields."""
    return _besides(page, of_class, words)


def unpack(packed: Data, of_class: Data, words: Data) -> dict[str, Any]:
    """The page that was packed."""
    own = {name: _unpacked(field, of_class.get(name), words) for name, field in packed.items()}
    return {**of_class, **own}


def _besides(entry: Data, like: Data, words: Data) -> dict[str, Any]:
    """Fields of an entry that another has not, or not so."""
    return {
        name: _packed(field, like.get(name), words)
        for name, field in entry.items()
        if name not in like or field != like[name]
    }


def _is_entries(value: Any) -> bool:
    return isinstance(value, list) and bool(value) and all(isinstance(one, dict) for one in value)


def _packed(value: Any, like: Any, words: Data) -> Any:
    if isinstance(value, dict) and isinstance(like, dict) and like.keys() <= value.keys():
        return {FIELDS: _besides(value, like, words)}
    if not _is_entries(value):
        return value
    there = like if _is_entries(like) else []
    return {ENTRIES: [_packed_entry(one, there, words) for one in value]}


def _packed_entry(entry: Data, like: Sequence[Data], words: Data) -> Any:
    """As short as it gets: the number of an equal entry, what differs from another, or itself."""
    if entry in like:
        return like.index(entry)
    found: list[dict[str, Any]] = [dict(entry)]
    found += [
        {LIKE: number, **_besides(entry, one, words)}
        for number, one in enumerate(like)
        if one.keys() <= entry.keys()
    ]
    for name in (one for one in _names(entry) if one in words):
        usual = {**_usual(name, words), **_follows(name, entry)}
        if usual.keys() <= entry.keys():
            found.append({LIKE: name, **_besides(entry, usual, words)})
    return min(found, key=lambda one: len(str(one)))


def _unpacked(value: Any, like: Any, words: Data) -> Any:
    if isinstance(value, dict) and value.keys() == {FIELDS}:
        return unpack(value[FIELDS], like, words)
    if not isinstance(value, dict) or value.keys() != {ENTRIES}:
        return value
    return [_unpacked_entry(one, like, words) for one in value[ENTRIES]]


def _unpacked_entry(entry: Any, like: Sequence[Data], words: Data) -> Any:
    if isinstance(entry, int):
        return like[entry]
    if LIKE not in entry:
        return entry
    name = entry[LIKE]
    own = {field: value for field, value in entry.items() if field != LIKE}
    if not isinstance(name, str):
        return unpack(own, like[name], words)
    usual = _usual(name, words)
    return {**_follows(name, {**usual, **own}), **unpack(own, usual, words)}


def _names(entry: Data) -> list[str]:
    """Under what an entry's words may stand."""
    return [str(entry.get("drill")), *(_name(kind, entry) for kind in OTHERS)]


def _is_other(name: str) -> bool:
    return name.partition("/")[0] in OTHERS


def _usual(name: str, words: Data) -> dict[str, Any]:
    own = words.get(name, {})
    return {**own} if _is_other(name) else {**words[ALL_HAVE], **own}


def _follows(name: str, entry: Data) -> dict[str, Any]:
    """What follows from an item's other fields, in most: its drill, and when it ends in one go."""
    if _is_other(name):
        return {}
    if "seconds" not in entry:
        return {"drill": name}
    starts, seconds = entry.get("start_s", 0), entry["seconds"]
    return {"drill": name, "end_s": starts + seconds, "turns": [[starts, seconds]]}
