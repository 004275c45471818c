"""From what a class was given to the order a clock runs: prep, parts, stops, cool-down, go by go."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from typing import Any, NamedTuple

from core.catalog import Catalog
from core.catalog.rows import ClockKind
from core.documents.sheet import LINE_START, shown
from core.documents.steps import Step, steps_of
from core.floor.beats import beat_of
from core.floor.crew import Attendee, bars_in, bars_of, groups_of, partners_of, waves_of
from core.floor.values import FloorItem, Go, Lift, Lifter, Order, Station, Version
from core.prep.pace import TRANSITION_S
from core.reading.vocabulary import Vocabulary
from core.reading.workout import Format, Part, Workout

LEAD_S = 10  # from the start to the first drill: everybody looks up; common practice
STEADY = frozenset({"pulse", "dynamic", "spring", "throw"})
SKIPS = "The other half: easy rope, or march on the spot"

Page = Mapping[str, Any]


class Coming(NamedTuple):
    """Somebody who comes, with their own page where they have one."""

    attendee: Attendee
    page: Page | None = None


def order_of(
    page: Page, coming: Sequence[Coming], words: Vocabulary, kit: Mapping[str, int] | None = None
) -> Order:
    """The order of a class. page: the class's own, as stored; coming: who is on its roster; kit: pieces, None
    for enough of everything."""
    catalog = words.catalog
    now = shown(page, catalog)
    run = _Running(now, coming, catalog, _parts_of(now, words))
    attendees = [one.attendee for one in coming]
    gos = tuple(run.gos())
    lifters = tuple(lifter for person in coming for lifter in lifters_of(person))
    bars, short = bars_of(lifters, attendees, bars_in(kit))
    partners = partners_of(attendees) if any(go.waves > 1 for go in gos) else ()
    return Order(
        title=now.get("title", ""),
        method=now["method"],
        minutes=now["minutes"],
        items=tuple(run.items),
        gos=gos,
        members=tuple(one.member for one in attendees),
        groups=groups_of(attendees, run.stations) if run.stations else (),
        waves=waves_of(partners) if partners else (),
        partners=partners,
        lifters=lifters,
        bars=bars,
        short_of_bars=short,
    )


def lifters_of(person: Coming) -> Iterator[Lifter]:
    """Somebody's ways up, from their own page: before class and in its stops; one of each lift."""
    page = person.page or {}
    found: set[str] = set()
    for ramp in (page.get("ramp", ()), *(stop["ramp"] for stop in page.get("breaks", ()))):
        steps = [step for step in ramp if step["share"]]
        if steps and steps[0]["movement"] not in found:
            found.add(steps[0]["movement"])
            yield _lifter(person.attendee.member.id, steps)


def _lifter(member: int, steps: Sequence[Page]) -> Lifter:
    sets = tuple(
        Lift(
            load=step["load"],
            reps=step["reps"],
            plates=tuple(step["plates"]),
            unit=step["unit"],
            estimated=step["estimated"],
        )
        for step in steps
    )
    return Lifter(
        member=member,
        name=steps[0]["name"],
        movement=steps[0]["movement"],
        bar=steps[0]["load"] - 2 * sum(steps[0]["plates"]),
        working=round(steps[-1]["load"] / steps[-1]["share"], 1),
        sets=sets,
    )


def _parts_of(page: Page, words: Vocabulary) -> Workout | None:
    """The board as read, for how its parts run; None for one that is no workout any more."""
    if not page["text"].strip():
        return None
    return words.read(page["text"])


@dataclass
class _Running:
    """The lists of a page, one after the other."""

    page: Page
    coming: Sequence[Coming]
    catalog: Catalog
    workout: Workout | None
    items: list[FloorItem] = field(default_factory=list)
    stations: int = 0

    @property
    def clock(self) -> ClockKind:
        kind: ClockKind = self.page.get("pace", "free")
        return kind

    def gos(self) -> Iterator[Go]:
        """Everything in order."""
        own = [one.page for one in self.coming if one.page]
        yield from self._list("prep", self.page["items"], self.clock, [one["items"] for one in own])
        yield from self._ramp("prep", self.page["ramp"], "part-0")
        stops = {stop["name"]: stop for stop in self.page["breaks"]}
        parts = self.workout.asking if self.workout else ()
        for number, part in enumerate(parts):
            stop = stops.get(part.name) if number else None
            if stop is not None:
                ways = [_stop_of(one, part.name) for one in own]
                yield from self._list(f"stop-{number}", stop["items"], "free", ways)
                yield from self._ramp(f"stop-{number}", stop["ramp"], f"part-{number}")
            yield _part_go(number, part, _written(parts, number, self.page["text"]))
        ways = [one["cooldown"] for one in own]
        yield from self._list("cool-down", self.page["cooldown"], "free", ways)
        if self.page["finish"]:
            name = f"One clean, slow repetition: {self.page['finish']}"
            yield Go(key="finish", kind="finish", section="cool-down", seconds=30, waits=True, name=name)

    def _list(
        self, section: str, items: Sequence[Page], clock: ClockKind, ways: Sequence[Sequence[Page]]
    ) -> Iterator[Go]:
        """One list of drills, with the change before each."""
        if not items:
            return
        first = len(self.items)
        self.items.extend(_floor_item(item, ways, self.catalog) for item in items)
        if clock == "stations" and section == "prep":
            yield from self._rotation(items, first)
            return
        steps = steps_of(items)
        counted = _Numbered(section)
        yield counted.change(LEAD_S, first + steps[0].item, steps[0])
        ended_s = 0
        for step in steps:
            if step.start_s > ended_s:
                yield counted.change(step.start_s - ended_s, first + step.item, step)
            yield counted.drill(items[step.item], first + step.item, step, clock, self.catalog)
            ended_s = step.start_s + step.seconds

    def _rotation(self, items: Sequence[Page], first: int) -> Iterator[Go]:
        """Stations: everybody moves on to the next at every change."""
        self.stations = len(items)
        turns = [item["turns"][0] for item in items]
        counted = _Numbered("prep")
        for number, (start_s, seconds) in enumerate(turns):
            at = tuple(
                Station(item=first + (group + number) % len(items), group=group)
                for group in range(len(items))
            )
            ended_s = sum(turns[number - 1]) if number else start_s - LEAD_S
            yield counted.named(
                "change", max(1, start_s - ended_s), stations=at, round=number + 1, rounds=len(turns)
            )
            sided = any(item["dose"]["per_side"] for item in items)
            yield counted.named(
                "stations",
                seconds,
                stations=at,
                round=number + 1,
                rounds=len(turns),
                half_s=(seconds + 1) // 2 if sided else None,
            )

    def _ramp(self, section: str, sets: Sequence[Page], until: str) -> Iterator[Go]:
        """The way up, a set at a time with its rest: what takes longest sets the time. until: the section
        that the sets fall into which the minutes do not hold."""
        if not sets:
            return
        yield Go(
            key=f"{section}-bar", kind="change", section=section, seconds=TRANSITION_S, name=sets[0]["name"]
        )
        for number, step in enumerate(sets):
            yield Go(
                key=f"{section}-ramp.{number + 1}",
                kind="ramp",
                section=section if step["start_s"] is not None else until,
                seconds=step["seconds"],
                set=number,
                round=number + 1,
                rounds=len(sets),
                name=step["name"],
            )


@dataclass
class _Numbered:
    """Makes the gos of one list, each with its key."""

    section: str
    made: int = 0

    def named(self, kind: Any, seconds: int, **more: Any) -> Go:
        self.made += 1
        return Go(key=f"{self.section}.{self.made}", kind=kind, section=self.section, seconds=seconds, **more)

    def change(self, seconds: int, item: int, to: Step) -> Go:
        """The change-over that leads to a step."""
        return self.named(
            "change",
            seconds,
            item=item,
            side=to.side,
            round=to.round,
            rounds=to.rounds,
            wave=to.wave,
            waves=to.waves,
        )

    def drill(self, item: Page, place: int, step: Step, clock: ClockKind, catalog: Catalog) -> Go:
        beat = beat_of(item["dose"], catalog.drills[item["drill"]].style, step.seconds, clock)
        return self.named(
            "drill",
            step.seconds,
            item=place,
            side=step.side,
            round=step.round,
            rounds=step.rounds,
            wave=step.wave,
            waves=step.waves,
            beat=beat,
        )


def _stop_of(page: Page, name: str) -> Sequence[Page]:
    """The drills of one member's stop before a part."""
    found: Sequence[Page] = next((stop["items"] for stop in page["breaks"] if stop["name"] == name), ())
    return found


def _floor_item(item: Page, ways: Sequence[Sequence[Page]], catalog: Catalog) -> FloorItem:
    """A drill of the class, with the other ways somebody in it does it."""
    return FloorItem(
        **{name: item[name] for name in _TAKEN},
        meanwhile=_meanwhile(item, catalog) if item["waves"] > 1 else "",
        versions=versions_of(item, ways),
    )


_TAKEN = (
    "drill", "figure", "name", "phase", "dose_words", "level", "kit_names", "cues", "fault", "cautions",
)  # fmt: skip


def versions_of(item: Page, ways: Sequence[Sequence[Page]]) -> tuple[Version, ...]:
    """The ways a drill of the class is done by those who do it another way, each once."""
    found: dict[Version, None] = {}
    for theirs in ways:
        version = version_of(item, theirs)
        if version is not None:
            found.setdefault(version)
    return tuple(sorted(found, key=lambda version: (version.name, version.way)))


def version_of(item: Page, theirs: Sequence[Page]) -> Version | None:
    """How somebody does a drill of the class; None where they do it as everybody does, or not at all."""
    mine = next((one for one in theirs if one["start_s"] == item["start_s"]), None)
    if mine is None or (mine["drill"], mine["cues"], mine["level"]) == (
        item["drill"],
        item["cues"],
        item["level"],
    ):
        return None
    return Version(name=mine["name"], way=" ".join(mine["cues"][:1]))


def _meanwhile(item: Page, catalog: Catalog) -> str:
    """What the half does that does not work: keeps an eye on a partner who holds still, or moves."""
    style = catalog.drills[item["drill"]].style
    if style in STEADY or not item["fault"]:
        return SKIPS
    return f"The other half: watch for {item['fault'][0].lower()}{item['fault'][1:]}"


def _part_go(number: int, part: Part, lines: tuple[str, ...]) -> Go:
    """A part of the workout: its own clock where it has one, counting up where it has none."""
    return Go(
        key=f"part-{number}",
        kind="part",
        section=f"part-{number}",
        seconds=_clock_s(part.format),
        waits=True,
        name=part.name or "The workout",
        lines=lines,
    )


def _written(parts: Sequence[Part], number: int, text: str) -> tuple[str, ...]:
    """The lines of a part as written, what stands above its work included; without its letter, which stands
    over it anyway."""
    before = [work.line for part in parts[:number] for work in part.work]
    mine = [work.line for work in parts[number].work]
    lines = text.splitlines()[max(before, default=0) : max(mine, default=0)]
    without = (LINE_START.sub("", line).strip() for line in lines)
    return tuple(line for line in without if line)


def _clock_s(fmt: Format) -> int:
    """Seconds of a part with a clock of its own, 0 for one without."""
    if fmt.minutes:
        return round(fmt.minutes * 60)
    if fmt.kind == "every-minute" and fmt.rounds:
        return round(fmt.rounds * (fmt.interval_s or 60))
    if fmt.kind == "intervals" and fmt.rounds and fmt.work_s:
        return round(fmt.rounds * (fmt.work_s + (fmt.rest_s or 0)))
    return round(fmt.cap_s or 0)
