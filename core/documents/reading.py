"""read: what a text says, and what of it was not understood."""

from __future__ import annotations

from core.catalog import Catalog
from core.documents.base import Document
from core.reading import workout as value
from core.reading.workout import Division, FormatKind, MarkRole, PartKind


class Format(Document):
    """How the work of a part is arranged. rounds_range: [fewest, most]."""

    kind: FormatKind
    rounds: int | None
    minutes: float | None
    interval_s: int | None
    work_s: int | None
    rest_s: int | None
    cap_s: int | None
    scheme: tuple[int, ...]
    ladder_step: int | None
    repeat: int
    stations: int
    for_time: bool
    team: int | None
    share: str | None
    estimated: bool
    rounds_range: tuple[int, ...] | None


class Written(Document):
    """The amounts of one line as they stand on the board, for one pass. counts: what a scheme counts, null
    for repetitions; other: the second standard of the amount."""

    reps: int | None
    reps_to: int | None
    sets: int | None
    scheme: tuple[int, ...]
    distance_m: float | None
    calories: int | None
    seconds: int | None
    other: float | None
    counts: str | None
    max_effort: bool
    estimated: bool


class Work(Document):
    """One movement line. Amounts count the whole session of one person, all rounds and both sides.
    reps_range: [fewest, most]. everyone: a team's members all do it. replaces: the lines of the part, from 0,
    this one stands in for in its division; its amounts are those of the first."""

    movement: str
    name: str
    standard: str
    division: Division | None
    line: int
    column: int
    text: str
    scheme: tuple[int, ...]
    reps: int
    reps_estimated: bool
    reps_range: tuple[int, ...] | None
    load_kg: float | None
    loads_kg: tuple[float, ...]
    loads: tuple[float, ...]
    load_unit: str | None
    implements: int
    bodyweight: float | None
    percent: float | None
    percents: tuple[float, ...]
    rpe: float | None
    distance_m: float | None
    calories: int | None
    seconds: int | None
    heights_m: tuple[float, ...]
    sides: int
    tempo: str | None
    rep_every_s: int | None
    station: int | None
    role: str | None
    complex: int | None
    synchro: bool
    everyone: bool
    replaces: tuple[int, ...]
    max_effort: bool
    written: Written
    assumed: str | None
    note: str | None


class Part(Document):
    """A block of the session. headed: whether the text names it."""

    name: str
    kind: PartKind
    format: Format
    line: int
    work: tuple[Work, ...]
    notes: tuple[str, ...]
    headed: bool


class Unread(Document):
    """A piece of text nobody understood."""

    line: int
    column: int
    text: str
    reason: str
    candidates: tuple[str, ...]
    candidate_names: tuple[str, ...]


class Doubt(Document):
    """Something that was read and is not likely. what: what it was read as; why: why that is doubted."""

    line: int
    column: int
    text: str
    what: str
    why: str


class Mark(Document):
    """What a stretch of the text was read as."""

    line: int
    column: int
    length: int
    role: MarkRole
    says: str


class Read(Document):
    """Everything a text says. marks cover every word of it."""

    title: str
    parts: tuple[Part, ...]
    unread: tuple[Unread, ...]
    doubts: tuple[Doubt, ...]
    marks: tuple[Mark, ...]


def read_document(workout: value.Workout, catalog: Catalog) -> Read:
    """The document of a text that was read."""
    return Read.of(
        workout,
        parts=tuple(_part(part, catalog) for part in workout.parts),
        unread=tuple(_unread(unread, catalog) for unread in workout.unread),
        doubts=tuple(Doubt.of(doubt) for doubt in workout.doubts),
    )


def _part(part: value.Part, catalog: Catalog) -> Part:
    return Part.of(
        part,
        format=Format.of(part.format, share=part.format.share or None),
        work=tuple(_work(work, catalog) for work in part.work),
    )


def _work(work: value.Work, catalog: Catalog) -> Work:
    row = catalog.movements[work.movement]
    return Work.of(
        work,
        name=row.name,
        standard=row.standard,
        load_unit=work.load_unit if work.loads else None,
        tempo=work.tempo or None,
        role=work.role or None,
        max_effort=work.written.max_effort,
        written=Written.of(work.written, counts=work.written.counts or None),
        assumed=work.assumed or None,
        note=work.note or None,
    )


def _unread(unread: value.Unread, catalog: Catalog) -> Unread:
    return Unread.of(
        unread, candidate_names=tuple(catalog.movements[name].name for name in unread.candidates)
    )
