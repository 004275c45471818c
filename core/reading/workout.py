"""What a text says: frozen values. Lines and columns are 1-based places in the text as written."""
from __future__ import annotations

from dataclasses import dataclass, field, replace

DIVISIONS = ("rx", "scaled", "foundation", "masters")


@dataclass(frozen=True, slots=True)
class Work:
    """One movement line. reps, distance_m, calories and seconds count the whole session of one person, all rounds and sides."""

    movement: str
    line: int
    column: int
    text: str
    division: str | None = None
    scheme: tuple[int, ...] = ()
    reps: int = 0
    reps_estimated: bool = False
    loads_kg: tuple[float, ...] = ()
    load_text: str = ""
    implements: int = 1
    percent: float | None = None
    rpe: float | None = None
    distance_m: float | None = None
    calories: int | None = None
    seconds: int | None = None
    heights_m: tuple[float, ...] = ()
    sides: int = 1
    tempo: str = ""
    station: int | None = None
    replaces: int | None = None
    assumed: str = ""
    note: str = ""

    @property
    def load_kg(self) -> float | None:
        """The first standard named, per implement, kg."""
        return self.loads_kg[0] if self.loads_kg else None


@dataclass(frozen=True, slots=True)
class Format:
    """How the work is arranged. kind: for-time | rounds | as-many-as-possible | every-minute | sets-x-reps."""

    kind: str = "for-time"
    rounds: int | None = None
    minutes: float | None = None
    interval_s: int | None = None
    work_s: int | None = None
    rest_s: int | None = None
    cap_s: int | None = None
    scheme: tuple[int, ...] = ()
    for_time: bool = False
    estimated: bool = False


@dataclass(frozen=True, slots=True)
class Part:
    """A block of the session. kind: strength | skill | conditioning | event."""

    name: str
    kind: str
    format: Format
    work: tuple[Work, ...] = ()
    notes: tuple[str, ...] = ()
    line: int = 1


@dataclass(frozen=True, slots=True)
class Unread:
    """A piece of text nobody understood: where, why, and up to five movements it may have meant."""

    line: int
    column: int
    text: str
    reason: str
    candidates: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class Workout:
    """Everything a text says, and everything in it that was not understood."""

    title: str
    parts: tuple[Part, ...]
    unread: tuple[Unread, ...] = field(default=())

    @property
    def divisions(self) -> tuple[str, ...]:
        """Divisions the text names, in its order."""
        return tuple(dict.fromkeys(work.division for part in self.parts for work in part.work if work.division))

    def for_division(self, division: str | None) -> Workout:
        """The list of movements one division does: its own lines, and the shared ones it does not override.

        A division the text never names shares everything ("rx" is the text as written).
        """
        return replace(self, parts=tuple(_divided(part, division) for part in self.parts))


def _divided(part: Part, division: str | None) -> Part:
    own = [work for work in part.work if work.division == division and division is not None]
    replaced = {work.replaces for work in own}
    kept = tuple(
        work for index, work in enumerate(part.work)
        if work in own or (work.division is None and index not in replaced)
    )
    if not kept:  # a part written only for other divisions is shown as its first one
        first = part.work[0].division if part.work else None
        kept = tuple(work for work in part.work if work.division == first)
    return replace(part, work=kept)
