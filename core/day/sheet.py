"""An event sheet read: its events, each with its work read as a board is, its standards, floor, tie-break
and kit; the venue; and what could not be read, at its place.

A line is an event's work unless a label claims it: a label with nothing behind it claims the lines below
it, up to an empty one. The work is read in the gym's own words (``core.reading``), at its own lines.
"""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, field, replace

from core.day.headings import EventHeading, Label, Labelled, event_heading, label_of, plain_line
from core.day.values import Event, EventSheet, Fault, Said
from core.day.venue import venue_of
from core.errors import UnusableText
from core.reading.divisions import leading_division
from core.reading.vocabulary import Vocabulary
from core.reading.workout import Part, Work, Workout

MOST_LETTERS = 40_000
MOST_EVENTS = 30
METRES = {"m": 1.0, "metre": 1.0, "meter": 1.0, "ft": 0.3048, "feet": 0.3048, "foot": 0.3048, "yd": 0.9144}
_LENGTH = re.compile(
    r"(\d+(?:[.,]\d+)?)\s*-?\s*(metres?|meters?|m|feet|foot|ft|yd|yards?)\b\.?", re.IGNORECASE
)
_WINDOW = re.compile(
    r"(\d+(?:\.\d+)?)\s*-?\s*min(?:ute)?s?\.?\s+to\s*:?\s*(?:find|build|establish|reach|lift|hit|work\s+up)",
    re.IGNORECASE,
)
_LANE = re.compile(r"\b(?:lanes?|lengths?)\b", re.IGNORECASE)
_SENTENCES = re.compile(r"\s*;\s*|(?<=[.])\s+(?=[A-Z])")
HEAVY_PERCENT, HEAVY_SETS = 95.0, 4  # of a lift whose best is looked for in an event; common practice
WAY_UNREAD = "Put it in other words, or teach the word on the Bench."


@dataclass
class _Block:
    """An event while its lines are gathered. kept: line number -> text that is read as work."""

    heading: EventHeading
    line: int
    kept: dict[int, str] = field(default_factory=dict)
    said: dict[Label, list[Said]] = field(default_factory=dict)


def read_sheet(text: str, words: Vocabulary) -> EventSheet:
    """Read an event sheet. A text without any event's heading is one event. Raises UnusableText for an empty
    one, or one longer than a sheet can be."""
    if not text.strip():
        raise UnusableText("Nothing here yet. Paste the event sheet: each event under its number.")
    if len(text) > MOST_LETTERS:
        raise UnusableText(f"This is longer than {MOST_LETTERS:,} letters; paste the event sheet alone.")
    lines = text.splitlines()
    blocks, before, venue = _gathered(lines)
    if len(blocks) > MOST_EVENTS:
        raise UnusableText(f"{len(blocks)} events are more than a weekend holds ({MOST_EVENTS}).")
    place = venue_of(venue, words.catalog)
    faults = list(place.faults)
    events: list[Event] = []
    for block in blocks:
        workout = _work_of(block, lines, words)
        faults += _unread(workout, lines)
        events.append(event := _event(block, workout, lines))
        if not any(work.as_prescribed for work in workout.works):
            says = f"{event.title} has no work as written that could be read."
            faults.append(
                Fault("unread", says, WAY_UNREAD, line=block.line, text=lines[block.line - 1].strip())
            )
    title, notes = _front(before, bool(blocks))
    return EventSheet(
        title=title,
        events=tuple(events),
        venue=place.venue,
        notes=notes,
        faults=tuple(sorted(faults, key=lambda fault: fault.line)),
    )


def _gathered(lines: list[str]) -> tuple[list[_Block], list[Said], list[tuple[Label, Said]]]:
    """Events with their lines, what stands before the first, and what is said of the venue."""
    blocks: list[_Block] = []
    before: list[Said] = []
    venue: list[tuple[Label, Said]] = []
    claim: Label | None = None  # of the label above
    in_venue = False
    headed = any(event_heading(line) for line in lines)
    if not headed:
        blocks.append(_Block(EventHeading("1", "", "", 1, (), ""), 1))
    for number, line in enumerate(lines, 1):
        heading = event_heading(line) if headed else None
        if heading:
            claim, in_venue = None, False
            _open(blocks, heading, number)
            continue
        if not line.strip():
            claim = None
            continue
        label = label_of(line)
        if label:
            in_venue = in_venue or label.label == "venue"
            claim = _claimed(label, in_venue)
            if label.rest:
                _say(claim, Said(number, label.rest), blocks, venue)
                claim = None if label.label != "venue" else claim
        elif claim:
            _say(claim, Said(number, plain_line(line)), blocks, venue)
        elif in_venue:
            venue.append(("venue", Said(number, plain_line(line))))
        elif blocks:
            blocks[-1].kept[number] = line
        else:
            before.append(Said(number, plain_line(line)))
    return blocks, before, venue


def _open(blocks: list[_Block], heading: EventHeading, number: int) -> None:
    """A new event, or the next part of the one that is open ("1A", "1B")."""
    last = blocks[-1] if blocks else None
    if last and heading.piece and last.heading.piece and last.heading.number == heading.number:
        last.kept[number] = _read_heading(heading)
        return
    block = _Block(heading, number)
    block.kept[number] = _read_heading(heading)
    blocks.append(block)


def _read_heading(heading: EventHeading) -> str:
    """An event's heading without its name, in words the reading of boards knows."""
    team = f" (teams of {heading.team})" if heading.team > 1 else ""
    extras = "".join(f", {extra}" for extra in heading.extras)
    return f"Event 1{heading.piece.upper()}{team}{extras}"


def _claimed(label: Labelled, in_venue: bool) -> Label:
    if in_venue and label.label == "kit":
        return "venue-kit"
    return label.label


def _say(claim: Label, said: Said, blocks: list[_Block], venue: list[tuple[Label, Said]]) -> None:
    if claim in ("venue", "venue-kit") or not blocks:
        venue.append(("venue-kit" if claim == "kit" else claim, said))
    else:
        blocks[-1].said.setdefault(claim, []).append(said)


def _work_of(block: _Block, lines: list[str], words: Vocabulary) -> Workout:
    """The work of an event, read with its lines where they stand in the sheet."""
    last = max(block.kept, default=0)
    text = "\n".join(block.kept.get(number, "") for number in range(1, last + 1))
    try:
        workout = words.read(text)
    except UnusableText:
        return Workout("", ())
    parts = tuple(_heavy(part, words) for part in workout.parts) if _WINDOW.search(text) else workout.parts
    headed = {
        division[0]
        for line in block.kept.values()
        if (division := leading_division(line)) and not line[division[1] :].strip()
    }
    return replace(workout, parts=tuple(_whole_lists(part, headed) for part in parts))


def _whole_lists(part: Part, headed: set[str]) -> Part:
    """On an event sheet a division under its own heading has its whole list there: nothing of the text as
    written is done beside it. Divisions told in front of single lines stand in for those."""
    named = {work.division for work in part.work} - {None, "rx"}
    if not named or not named <= headed:
        return part
    return replace(
        part, work=tuple(replace(work, division=work.division or "rx", replaces=()) for work in part.work)
    )


def _heavy(part: Part, words: Vocabulary) -> Part:
    """A lift that is found in the event itself is worked up to near one's best."""
    if part.format.kind != "sets-x-reps":
        return part
    return replace(part, work=tuple(_worked_up(work, words) for work in part.work))


def _worked_up(work: Work, words: Vocabulary) -> Work:
    lifted = words.catalog.movements[work.movement].implement == "barbell"
    if not lifted or work.loads or work.percents or work.bodyweight:
        return work
    reps = max(1, work.reps)
    return replace(work, percents=(HEAVY_PERCENT,), scheme=(reps,) * HEAVY_SETS, reps=reps * HEAVY_SETS)


def _unread(workout: Workout, lines: list[str]) -> list[Fault]:
    return [
        Fault(
            "unread",
            f"“{one.text}”: {one.reason}.",
            WAY_UNREAD,
            line=one.line,
            text=lines[one.line - 1].strip(),
            candidates=one.candidates,
        )
        for one in workout.unread
    ]


def _event(block: _Block, workout: Workout, lines: Sequence[str]) -> Event:
    heading = block.heading
    told = {mark.line for mark in workout.marks if mark.role == "note"} - {
        work.line for work in workout.works
    }
    aside = tuple(Said(line, plain_line(lines[line - 1])) for line in sorted(told & block.kept.keys()))
    floor = _sentences(block, "floor")
    teams = [part.format.team for part in workout.asking if part.format.team]
    return Event(
        number=heading.number,
        name=heading.name,
        line=block.line,
        workout=workout,
        text="\n".join(text.strip() for number, text in sorted(block.kept.items()) if number != block.line),
        standards=_sentences(block, "standards"),
        floor=floor,
        tie_break=_sentences(block, "tie_break"),
        kit=_sentences(block, "kit"),
        notes=(*aside, *_sentences(block, "notes")),
        lane_m=_lane_m(floor),
        team=max([heading.team, *teams]),
        window_s=_window_s(block, workout),
    )


def _window_s(block: _Block, workout: Workout) -> int | None:
    """The minutes there are for a lift, where an event is one: those it is said to be found in, or its
    cap."""
    if not any(part.format.kind == "sets-x-reps" for part in workout.asking):
        return None
    said = [found for text in block.kept.values() for found in _WINDOW.finditer(text)]
    minutes = sum(float(found[1]) for found in said)
    other = sum(part_cap(part) for part in workout.asking if part.format.kind != "sets-x-reps")
    if minutes:
        return round(minutes * 60 + other)
    caps = [part.format.cap_s for part in workout.asking if part.format.cap_s]
    return sum(caps) or None


def part_cap(part: Part) -> float:
    """Seconds of a part whose minutes or cap are written, 0 for any other."""
    return part.format.cap_s or (part.format.minutes or 0) * 60


def _sentences(block: _Block, label: Label) -> tuple[Said, ...]:
    """What stands under a label, sentence by sentence."""
    return tuple(
        Said(said.line, sentence.strip())
        for said in block.said.get(label, ())
        for sentence in _SENTENCES.split(said.text)
        if sentence.strip()
    )


def _lane_m(floor: tuple[Said, ...]) -> float | None:
    """The length of a lane, metres, where the floor plan says one; a length alone behind "Lanes:" counts."""
    for said in floor:
        length = _LENGTH.search(said.text)
        if length and (_LANE.search(said.text) or length.group(0).strip() == said.text.strip(" .")):
            unit = length[2].lower().rstrip("s")
            return round(float(length[1].replace(",", ".")) * METRES.get(unit, METRES["yd"]), 4)
    return None


def _front(before: list[Said], headed: bool) -> tuple[str, tuple[Said, ...]]:
    """The sheet's title, and whatever else stands before its events."""
    if not before or not headed:
        return "", tuple(before)
    return before[0].text, tuple(before[1:])
