"""What a new version of a class's page changes, in sentences: for the class, and beside that for one member.
Pages are plain data as they are stored, of whatever version."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from difflib import SequenceMatcher
from typing import Any

from core.week.sending import time_words

MOST_NAMED = 6  # in one sentence; the rest is counted

Data = Mapping[str, Any]


def changes_of(before: Data, now: Data) -> tuple[str, ...]:
    """What changed for a class between two versions of its page, the one with nobody's own; empty when
    nothing did."""
    return tuple(_changes(before, now))


def own_changes_of(before: Data, now: Data, same_ramp: bool = True) -> tuple[str, ...]:
    """What changed on one member's page beside what changed for the class. same_ramp: whether the class's own
    build-up stayed."""
    return tuple(_own_changes(before, now, same_ramp))


def told_of(class_before: Data, before: Data, class_now: Data, now: Data) -> tuple[str, ...]:
    """All that changed for one member: for the class, and on their own page."""
    same_ramp = _sets(class_before["ramp"]) == _sets(class_now["ramp"])
    return (*changes_of(class_before, class_now), *own_changes_of(before, now, same_ramp))


def _changes(before: Data, now: Data) -> Iterator[str]:
    yield from _place(before, now)
    yield from _lines(before["text"].splitlines(), now["text"].splitlines())
    if before["minutes"] != now["minutes"]:
        yield f"{now['minutes']} minutes of prep, before {before['minutes']}."
    if before["method"] != now["method"]:
        yield f"Warmed up by “{now['method']}”, before “{before['method']}”."
    yield from _drills(before["items"], now["items"])
    yield from _stops(before.get("breaks", ()), now.get("breaks", ()))
    if _sets(before["ramp"]) != _sets(now["ramp"]):
        names = dict.fromkeys(one["name"].lower() for one in now["ramp"])
        yield f"Another build-up of the {_named(names)}." if names else "No build-up any more."
    if _names(before["cooldown"]) != _names(now["cooldown"]):
        yield f"Another cool-down: {_named(_names(now['cooldown']))}."


def _place(before: Data, now: Data) -> Iterator[str]:
    """What it is called, when it starts, and with whom."""
    if before["title"] != now["title"]:
        yield f"It is called “{now['title']}”, before “{before['title']}”."
    if before["starts_at"] != now["starts_at"]:
        yield f"It starts {_when(now)}, before {_when(before)}."
    if before["coach"] != now["coach"]:
        yield f"With {now['coach']}." if now["coach"] else f"No longer with {before['coach']}."


def _when(page: Data) -> str:
    return time_words(page["starts_at"], page["timezone"])


def _lines(before: Sequence[str], now: Sequence[str]) -> Iterator[str]:
    """Lines of the board that came or went; one that only moved did both."""
    came: list[str] = []
    went: list[str] = []
    for kind, old, old_end, new, new_end in SequenceMatcher(a=before, b=now, autojunk=False).get_opcodes():
        if kind != "equal":
            went += [line.strip() for line in before[old:old_end] if line.strip()]
            came += [line.strip() for line in now[new:new_end] if line.strip()]
    if came:
        yield f"New on the board: {_named(f'“{line}”' for line in came)}."
    if went:
        yield f"No longer on the board: {_named(f'“{line}”' for line in went)}."


def _drills(before: Sequence[Data], now: Sequence[Data]) -> Iterator[str]:
    old, new = _by_drill(before), _by_drill(now)
    came = [f"{one['name']} ({one['dose_words']})" for drill, one in new.items() if drill not in old]
    went = [one["name"] for drill, one in old.items() if drill not in new]
    both = [drill for drill in new if drill in old]
    dosed = [
        f"{new[drill]['name']}, now {new[drill]['dose_words']}"
        for drill in both
        if new[drill]["dose_words"] != old[drill]["dose_words"]
    ]
    if came:
        yield f"New in the prep: {_named(came)}."
    if went:
        yield f"No longer in the prep: {_named(went)}."
    if dosed:
        yield f"Another dose: {_named(dosed)}."
    if both != [drill for drill in old if drill in new]:
        yield "The drills come in another order."


def _stops(before: Iterable[Data], now: Iterable[Data]) -> Iterator[str]:
    """Stops between parts that came, went or hold other drills."""
    old = {one["name"]: one for one in before if one["items"]}
    new = {one["name"]: one for one in now if one["items"]}
    for name, stop in new.items():
        if name not in old or _doses(stop["items"]) != _doses(old[name]["items"]):
            yield f"Before {name}, {stop['minutes']} minutes: {_named(_names(stop['items']))}."
    for name in old:
        if name not in new:
            yield f"No stop before {name} any more."


def _own_changes(before: Data, now: Data, same_ramp: bool) -> Iterator[str]:
    if _doses(before["extras"]) != _doses(now["extras"]):
        names = _names(now["extras"])
        yield f"Yours before class: {_named(names)}." if names else "No extras of your own any more."
    if _swapped(before) != _swapped(now):
        swaps = [f"{one['name'] or 'leave out'} for {one['instead_name']}" for one in now["swaps"]]
        yield f"Changed for you: {_named(swaps)}." if swaps else "No drill is changed for you any more."
    if _barred(before) != _barred(now):
        chosen = [f"{one['name']}: {one['instead'] or 'ask your coach'}" for one in now.get("barred", ())]
        yield f"Not for you as written: {_named(chosen)}." if chosen else "All of it is for you as written."
    if same_ramp and _sets(before["ramp"]) != _sets(now["ramp"]):
        loads = [f"{one['load']:g}" for one in now["ramp"]]
        unit = now["ramp"][0]["unit"] if loads else ""
        yield f"Your build-up: {_named(loads)} {unit}." if loads else "No build-up of your own any more."
    if _kept_to(before) != _kept_to(now):
        yield "What you keep to changed."
    if before["division"] != now["division"]:
        yield f"You do: {now['division'] or 'as written'}."
    if _names(before.get("homework", ())) != _names(now.get("homework", ())):
        yield "Your homework changed."


def _swapped(page: Data) -> list[tuple[str, str | None]]:
    return [(one["instead_of"], one["drill"]) for one in page["swaps"]]


def _barred(page: Data) -> list[tuple[str, str]]:
    return [(one["movement"], one["instead"]) for one in page.get("barred", ())]


def _kept_to(page: Data) -> list[str]:
    return [one["changes"] for one in page.get("kept_to", ())]


def _by_drill(items: Iterable[Data]) -> dict[str, Data]:
    return {item["drill"]: item for item in items}


def _names(items: Iterable[Data]) -> list[str]:
    return [item["name"] for item in items]


def _doses(items: Iterable[Data]) -> list[tuple[str, str]]:
    return [(item["name"], item["dose_words"]) for item in items]


def _sets(ramp: Iterable[Data]) -> list[tuple[str, float, int]]:
    return [(one["name"], one["load_kg"], one["reps"]) for one in ramp]


def _named(words: Iterable[str]) -> str:
    """The first of them, and how many more."""
    all_words = list(words)
    more = len(all_words) - MOST_NAMED
    said = ", ".join(all_words[:MOST_NAMED])
    return f"{said} and {more} more" if more > 0 else said
