"""What of a day's heats cannot be as it stands: heats of one athlete that overlap, times that run
backwards, an event without heats, a heat in the past, two athletes in one lane."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from itertools import combinations, pairwise

from core.day.values import Entry, Event, Fault, Heat

Clock = Callable[[int], str]  # an instant as the place's clock shows it


def faults_of(
    events: Sequence[Event],
    heats: Sequence[Heat],
    durations: Mapping[tuple[str, str], int],
    names: Mapping[str, str],
    clock: Clock,
    now: int | None = None,
) -> tuple[Fault, ...]:
    """Everything that is wrong, in order of time. durations: seconds by athlete and event; names: of
    athletes by key."""
    ordered = sorted(heats, key=lambda heat: (heat.starts_at, heat.key))
    titles = {event.number: event.title for event in events}
    found = [
        *_unknown(ordered, titles, clock),
        *_without_heats(events, heats),
        *_backwards(ordered, titles, clock),
        *_overlaps(ordered, durations, names, titles, clock),
        *_lanes(ordered, names, titles),
        *(past_heats(ordered, titles, clock, now) if now is not None else ()),
    ]
    return tuple(found)


def heat_words(heat: Heat, titles: Mapping[str, str]) -> str:
    """A heat as it is said."""
    title = titles.get(heat.event, f"Event {heat.event}")
    return f"{title}, heat {heat.number}" if heat.number else title


def _unknown(heats: Sequence[Heat], titles: Mapping[str, str], clock: Clock) -> list[Fault]:
    return [
        Fault(
            "unknown-event",
            f"The heat at {clock(heat.starts_at)} is of event {heat.event}, which the sheet does not have.",
            "Add the event to the sheet, or take the heat out.",
            heat=heat.key,
        )
        for heat in heats
        if heat.event not in titles
    ]


def _without_heats(events: Sequence[Event], heats: Sequence[Heat]) -> list[Fault]:
    there = {heat.event for heat in heats}
    return [
        Fault(
            "no-heats",
            f"{event.title} has no heats yet.",
            "Paste its heats or add one; until then nobody is prepared for it.",
            line=event.line,
        )
        for event in events
        if event.number not in there
    ]


def _backwards(heats: Sequence[Heat], titles: Mapping[str, str], clock: Clock) -> list[Fault]:
    found = []
    for event in dict.fromkeys(heat.event for heat in heats):
        numbered = [heat for heat in heats if heat.event == event and heat.number.isdigit()]
        numbered.sort(key=lambda heat: int(heat.number))
        for before, after in pairwise(numbered):
            if after.starts_at < before.starts_at:
                found.append(
                    Fault(
                        "backwards",
                        f"{heat_words(after, titles)} starts at {clock(after.starts_at)}, before heat "
                        f"{before.number} at {clock(before.starts_at)}.",
                        "Put one of the two times right, or leave it if the heats really run so.",
                        heat=after.key,
                    )
                )
    return found


def _overlaps(
    heats: Sequence[Heat],
    durations: Mapping[tuple[str, str], int],
    names: Mapping[str, str],
    titles: Mapping[str, str],
    clock: Clock,
) -> list[Fault]:
    own: dict[str, list[tuple[Heat, Entry]]] = {}
    for heat in heats:
        for entry in heat.entries:
            own.setdefault(entry.athlete, []).append((heat, entry))
    found = []
    for athlete, starts in own.items():
        for (first, _), (second, _) in combinations(starts, 2):
            ends_at = first.starts_at + durations.get((athlete, first.event), 0)
            if second.starts_at >= max(ends_at, first.starts_at + 1):
                continue
            name = names.get(athlete, athlete)
            found.append(
                Fault(
                    "overlap",
                    f"{name} is in {heat_words(first, titles)} until {clock(ends_at)} and in "
                    f"{heat_words(second, titles)} from {clock(second.starts_at)}.",
                    "Shift one of the heats, put them in another heat, or scratch one of the two.",
                    heat=second.key,
                    athlete=athlete,
                )
            )
    return found


def _lanes(heats: Sequence[Heat], names: Mapping[str, str], titles: Mapping[str, str]) -> list[Fault]:
    """Two in a lane who are not a team cannot be told apart from one: only more than a team holds is said."""
    found = []
    for heat in heats:
        twice = [
            entry.athlete
            for number, entry in enumerate(heat.entries)
            if any(entry.athlete == other.athlete for other in heat.entries[:number])
        ]
        found += [
            Fault(
                "two-lanes",
                f"{names.get(athlete, athlete)} stands twice in {heat_words(heat, titles)}.",
                "Take one of the two lanes out.",
                heat=heat.key,
                athlete=athlete,
            )
            for athlete in twice
        ]
    return found


def past_heats(heats: Sequence[Heat], titles: Mapping[str, str], clock: Clock, now: int) -> tuple[Fault, ...]:
    """Heats that have gone by before anybody planned them."""
    return tuple(
        Fault(
            "past",
            f"{heat_words(heat, titles)} was at {clock(heat.starts_at)}, which has passed.",
            "Put the day or the time right; nobody is prepared for what is over.",
            heat=heat.key,
        )
        for heat in heats
        if heat.starts_at <= now
    )
