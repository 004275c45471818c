"""The format a line sets, by the first of the notations that reads it, and what stands beside it."""

from __future__ import annotations

from dataclasses import dataclass, replace

from core.reading.beside import read_beside
from core.reading.line import Line
from core.reading.notations import notations
from core.reading.notations.minutes_alone import leads_a_list
from core.reading.scan import Scan
from core.reading.tokens import seconds_of
from core.reading.workout import Format

# what may change a format without setting one
BESIDE = frozenset(("cap", "rest", "team", "share", "expect", "everyone"))
_SIGNS = ("colon", "open", "close", "dash", "comma")
_ALL_OF_IT = (
    "repeat",
    "repeated",
    "and repeat",
    "then repeat",
    "all",
    "all of it",
    "all of this",
    "all of that",
    "everything",
    "it all",
    "that",
    "this",
)
_TIMES_BELOW = (["x", "count", "rounds"], ["x", "count", "set-word"], ["x", "count"])


@dataclass
class FormatFound:
    """A format, or a change of one: only_changes is True when the line says no kind (a cap, a rest, a
    team)."""

    format: Format
    only_changes: bool = False
    rest_only: bool = False
    alone: bool = False  # nothing is named beside it


def telling_kinds() -> frozenset[str]:
    """Kinds of phrase without any of which a line arranges nothing."""
    return BESIDE.union(*(notation.keys for notation in notations())) - {"measure", "clock"}


TELLING = telling_kinds()


def read_format(line: Line) -> FormatFound | None:
    """The format a line sets, or None. Takes the phrases it was read from."""
    told = line.followed or any(phrase.kind in TELLING for phrase in line.phrases)
    if not told and not leads_a_list(line.phrases):
        return None
    scan = Scan(line)
    found = _read(scan)
    if found is not None:
        line.take(sorted(scan.used | scan.fillers()), "format", format_words(found.format))
    return found


def format_words(fmt: Format) -> str:
    """A format in a few words, for the mark under it."""
    pieces = [fmt.kind.replace("-", " ")]
    if fmt.rounds:
        pieces.append(f"{fmt.rounds} rounds")
    if fmt.scheme:
        pieces.append("-".join(map(str, fmt.scheme[:8])))
    if fmt.minutes:
        pieces.append(f"{fmt.minutes:g} min")
    if fmt.work_s:
        pieces.append(f"{fmt.work_s} s on, {fmt.rest_s or 0} s off")
    if fmt.cap_s:
        pieces.append(f"cap {fmt.cap_s // 60}:{fmt.cap_s % 60:02}")
    return ", ".join(pieces)


def _read(scan: Scan) -> FormatFound | None:
    if (more := _more_rounds(scan)) is not None:
        return FormatFound(more, True)
    found = _kind(scan)
    changes = read_beside(scan, found)
    if (
        changes is not None
        and changes.kind == "as-many-as-possible"
        and changes.minutes is None
        and changes.cap_s
    ):
        changes = replace(changes, minutes=changes.cap_s / 60, cap_s=None)
    if found is not None:
        return FormatFound(changes or found)
    if changes is None:
        return None
    return FormatFound(changes, True, changes == Format(rest_s=changes.rest_s) or changes == Format())


def _kind(scan: Scan) -> Format | None:
    """What the first notation that reads the line makes of it; what one takes in vain is given back."""
    kinds = {phrase.kind for phrase in scan.phrases}
    for notation in notations():
        if not notation.keys & kinds:
            continue
        before = set(scan.used)
        found = notation.read(scan)
        if found is not None:
            return found
        scan.used = before
    return None


def _more_rounds(scan: Scan) -> Format | None:
    """'x 4 rounds', 'rest 2 min, repeat x 3' below a list: how often it is done."""
    if scan.line.followed:
        return None  # above a list it sets the rounds itself
    real = [
        index
        for index in scan.free
        if scan.phrases[index].kind not in _SIGNS and scan.phrases[index].text.lower() not in _ALL_OF_IT
    ]
    rests = [scan.phrases[index].kind for index in real[:2]] in (["rest", "measure"], ["rest", "clock"])
    times = real[2 * rests :]
    kinds = [scan.phrases[index].kind for index in times]
    if kinds not in _TIMES_BELOW or scan.phrases[times[1]].pair:
        return None
    scan.used |= set(real)
    rest_s = seconds_of(scan.phrases[real[1]]) if rests else None
    return Format(rounds=scan.bounded(scan.phrases[times[1]].values[0]), rest_s=rest_s)
