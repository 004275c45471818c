"""Lists that fill what the clock of their piece leaves: 'then AMRAP:', 'in the remaining time, AMRAP of'."""

from __future__ import annotations

import re
from dataclasses import replace

from core.reading.line import Line
from core.reading.part_draft import PartDraft
from core.reading.units import MINUTE_S
from core.reading.workout import Format

LEAST_HELD_S = 120  # of an interval that holds one thing and then others again and again; common practice
LEFT_OVER = re.compile(
    r"\b(?:remaining|left|rest of the)\b", re.IGNORECASE
)  # "then max burpees in the time left"
LEFT = (
    r"(?:(?:in|for|with|during|the|use)\s+)*(?:(?:remaining|rest\s+of\s+(?:the|each|"
    r"every))\s+(?:time|minutes|interval|window)"
    r"|(?:remaining|left)\s+time|time\s+(?:left|remaining|that\s+remains)|remainder"
    r"(?:\s+of\s+(?:the|each|every)\s+\w+)?)"
)
_REST = re.compile(
    rf"\W*(?:(?P<then>(?:and\s+)?then|after\s+(?:that|which)|afterwards|straight\s+in"
    rf"to)\W+)?(?:(?P<left>{LEFT})\W+)?"
    r"(?:do\s+|complete\s+)?(?:an?\s+)?"
    r"(?:amrap|max(?:imum)?\s+rounds|as\s+many\s+(?:(?:rounds|reps)(?:\s*(?:and|&|\+"
    r")\s*reps)?\s+)?as\s+(?:possible|you\s+can))"
    rf"(?:\W{{0,3}}(?P<behind>{LEFT})\W?)?(?P<ends>\s*\bof\b\W*|\s*:\W*|\W*$)?",
    re.IGNORECASE,
)


_LEFT_ALONE = re.compile(
    rf"\W*(?:(?:and\s+)?then\W+)?(?P<left>{LEFT})(?P<ends>\W*)(?:do\s+)?(?:$|(?=\d[^,+;&/]*[^\W\d][,+;&/]))",
    re.IGNORECASE,
)


def take_rest_of_time(read: Line, part: PartDraft | None) -> None:
    """What is listed from here on fills the piece's time; what stands before it is done once each time."""
    if part is None or not part.work or not read.phrases:
        return
    whole = part.format is not None and part.format.kind == "as-many-as-possible"  # of an "AMRAP 20" above
    said = (_LEFT_ALONE.match(read.content) if whole else None) or _REST.match(read.content)
    clocked = _clocked(part) if said is not None else None
    if said is None or clocked is None:
        return
    told = said["left"] or said.groupdict().get("behind")
    behind = read.content[said.end() :]
    if not (told or said.groupdict().get("then")) or not (told or said["ends"] is not None):
        return
    if behind.strip() and not any(sign.isdecimal() for sign in behind):
        return  # "then as many as possible, burpees": of one movement
    for one in part.work:
        one.role = one.role or "buy-in"
    part.format, part.block_role = clocked, ""
    if clocked.cap_s is None:
        part.changes.pop("cap_s", None)  # it is the minutes now
    end = read.phrases[0].column + said.end()
    read.take(
        [at for at, one in enumerate(read.phrases) if one.end <= end],
        "format",
        "again and again in the time that is left",
    )


def _clocked(part: PartDraft) -> Format | None:
    """The format of a piece with a clock of its own, as a list that fills it; None where it has none."""
    fmt = part.format or Format()
    if fmt.stations or fmt.scheme or any(one.station for one in part.work):
        return None
    if fmt.kind == "as-many-as-possible":
        return fmt if fmt.minutes else None
    held = {
        "every-minute": fmt.interval_s,
        "intervals": fmt.work_s,
        "for-time": fmt.cap_s or part.changes.get("cap_s"),
    }.get(fmt.kind)
    if held is None or held < LEAST_HELD_S:
        return None
    return replace(
        fmt,
        kind="as-many-as-possible",
        minutes=held / MINUTE_S,
        repeat=fmt.repeat * (fmt.rounds or 1),
        rounds=None,
        interval_s=None,
        work_s=None,
        cap_s=None,
    )


THEN_MAX = re.compile(r"\W*(?:and\s+)?then\s+(?:max\b|as\s+many|amrap\b)(?!.*\d\s*min)", re.IGNORECASE)


def fills_its_interval(text: str, part: PartDraft) -> bool:
    """'then max burpees' right below what is done in intervals or against the clock."""
    fmt = part.format
    timed = fmt is not None and fmt.kind in ("intervals", "every-minute", "as-many-as-possible") and part.work
    return bool(timed) and THEN_MAX.match(text) is not None
