"""Who of a team does what at the same time: 'one works, the other holds a plank', 'A rows 500 m, B wall
sit, C rests, rotate', 'partner not working hangs from the bar'."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, replace

from core.catalog import Catalog
from core.reading.draft import Draft
from core.reading.names import Names
from core.reading.phrases import PAIR
from core.reading.prose import arranges
from core.reading.volumes import MEANWHILE, Rounds, once_s
from core.reading.workout import Format

STEP_S = 5  # a wait is told no finer
_WAITS = (
    r"(?:the\s+)?(?:(?:other\s+)?partner|other)\s+(?:not\s+working|(?=(?:in|holds|holding|hangs|hanging)\s))"
    r"|(?<=while\s)one(?:\s+(?:team-?mate|partner|athlete|person|member|of\s+(?:you|"
    r"them)))?(?=\s+(?:holds?|hangs?|planks?|sits|is\s+in|stays)\b)"
    r"|(?:the\s+|who(?:ever)?\s+is\s+)?(?:resting|waiting|non[- ]?working|idle)"
    r"(?:\s+(?:partner|athlete|one|person|member)s?)?"
)
_WHO = re.compile(
    rf"(?P<waits>(?i:{_WAITS}))\b"
    r"|(?P<who>(?i:(?:partner|athlete|player|person|p|member)\s?(?:\d|one|two|three|[a-d])"
    r"(?:\s*(?:&|\+|and)\s*p\d)?"
    r"|one\s+(?:athlete|partner|person|of\s+you|member)|(?:the\s+)?others?(?:\s+(?:o"
    r"ne|two|athletes?|partners?|person))?"
    r"|another|your\s+partner|one)|[A-Da-d](?=\s+[a-z\d]))\b\s*[:=]?\s*"
)
_BETWEEN = re.compile(
    r"(?:^|[,;/:.(–-]|\b(?:while|and|as|whilst|works|rests|goes)\b)\s*(?:(?:while|and|as)\s+)?$",
    re.IGNORECASE,
)
_WORKS = re.compile(
    r"(?:works?(?:\s+(?:through|on)\s+(?:the\s+)?(?:list|reps?|movements?|work))?|go"
    r"es|go|is\s+working|moves?|does\s+(?:the\s+)?(?:reps?|work|list|rounds?))\b"
    r"[\s:,.]*$",
    re.IGNORECASE,
)
_RESTS = re.compile(
    r"(?:rests?|waits?|recovers?|counts?|watch(?:es)?|spots?|cheers?|judges?)\b[^\d]*$", re.IGNORECASE
)
_CHANGE = re.compile(
    r"[\s,;.(–-]*\b(?:(?:and|then)\s+)*(?:swap|switch|rotate|change|trade)\b[^\d,;.]{0,40}[,;.)]*\s*",
    re.IGNORECASE,
)
_SIGN = re.compile(r"\s*[,;.]\s+")
_JOINS = re.compile(r"(?:[\s,;/(.–-]|\b(?:while|and|whilst|as)\b)+$", re.IGNORECASE)
_COUNTS = ("one", "another")  # "one clean, one jerk": a number, where no verb follows
_VERB = re.compile(r"(?:on|at|is|[a-z]+s)\b", re.IGNORECASE)
_DOES = re.compile(
    r"(?:does|do|is|completes?|performs?|has|holds?|holding|on\s+the|on|in(?:\s+an?)"
    r"?)\s+(?:an?\s+)?(?:(?:one|1|a)\s+(?:full\s+)?round(?:\s+of)?\s*:?\s+(?=\d))?",
    re.IGNORECASE,
)
SKIPS = re.compile(r"skips?", re.IGNORECASE)  # alone it may be a drill; of one who waits it is the rope
SKIPPING = "single-under"
_OPEN = re.compile(
    r"(?:(?:max(?:imum)?|as\s+many)\s+(?:rounds|rds)(?:\s+(?:as\s+possible|possible))?(?:\s+of)?"
    r"|amrap(?:\s+of)?)\s*:?\s+(?=\d)",
    re.IGNORECASE,
)
CHANGES = re.compile(
    r"\W*(?:then\s+)?(?:swap|switch|rotate|change\s+over|change)(?:\s+(?:over|roles|places))?\W*$",
    re.IGNORECASE,
)


@dataclass(frozen=True, slots=True)
class TeamRole:
    """What one of a team does. start: where it is said who; what, stop: the words of the work, none where
    what == stop; says: in words."""

    start: int
    what: int
    stop: int
    says: str


def team_roles(text: str, start: int, names: Names) -> tuple[list[TeamRole], int]:
    """Every role a line gives, and where they end; none where it gives none, or says nothing that is done
    meanwhile."""
    heads = [match for match in _WHO.finditer(text, start) if _BETWEEN.search(text[start : match.start()])]
    heads = [match for match in heads if _said(match) not in _COUNTS or _VERB.match(text, match.end())]
    waits = [match for match in heads if match["waits"]]
    if not waits and (len(heads) < PAIR or not _in_order(heads)):
        return [], start
    stop = _end(text, heads[-1].end())
    if waits and (beside := _LOAD_BEHIND.search(text, heads[-1].end(), stop)):
        stop = beside.start()  # "90 wall balls, partner in plank (9/6)": the load is not the plank's
    ends = [match.start() for match in heads[1:]] + [stop]
    roles = [_role(text, match, end, names) for match, end in zip(heads, ends, strict=True)]
    known = [role for role in roles if role is not None]
    if len(known) < len(roles) or not any(role.what < role.stop for role in known):
        return [], start
    known[0] = replace(known[0], start=len(_MEANWHILE.sub("", text[: known[0].start])))
    return known, stop


_LOAD_BEHIND = re.compile(r"\s*\(\s*\d[^()]*\)\s*$")
_MEANWHILE = re.compile(r"(?<=\S)[\s,]*\b(?:while|whilst|as)\s*$", re.IGNORECASE)


def _end(text: str, begin: int) -> int:
    """Where the last role ends: before what says to change, or how all of it is arranged."""
    if change := _CHANGE.search(text, begin):
        return change.start()
    signs = (sign for sign in _SIGN.finditer(text, begin) if arranges(text[sign.end() :]))
    return next((sign.start() for sign in signs), len(text))


def change_said(text: str, start: int) -> int:
    """Where words that say to change places end; start where there are none."""
    change = _CHANGE.match(text, start)
    return change.end() if change else start


def _said(head: re.Match[str]) -> str:
    """Who, in small letters."""
    return head.group().strip(" :=").lower()


def _in_order(heads: Sequence[re.Match[str]]) -> bool:
    """Whether they name different ones: 'A', 'B' and so on, or 'one' and 'the other'."""
    said = [_said(match) for match in heads]
    letters = [one for one in said if len(one) == 1]
    return (not letters or letters == ["a", "b", "c", "d"][: len(letters)]) and (
        len(letters) in (0, len(said)) and (len(set(said)) > 1 or said[0].startswith("one"))
    )


def _role(text: str, head: re.Match[str], end: int, names: Names) -> TeamRole | None:
    """One role, from who to where the next begins; None where its words are nothing one can do."""
    begin = head.end()
    said = text[begin:end]
    joined = _JOINS.search(said)
    stop = begin + (joined.start() if joined else len(said))
    said = text[begin:stop]
    if _WORKS.match(said + " ") or _RESTS.match(said):
        return TeamRole(head.start(), end, end, "who works and who waits")
    does = _DOES.match(text, begin, stop)
    what = does.end() if does else begin
    if names.find(text[what:stop]) is None and not SKIPS.fullmatch(text[what:stop]):
        return None
    return TeamRole(head.start(), what, stop, "what one does while the others do theirs")


def without_open(text: str, start: int) -> int:
    """Where the work begins behind 'max rounds of', which what the other does brings to its end."""
    match = _OPEN.match(text, start)
    return match.end() if match else start


def give_waits(fmt: Format, work: list[Draft], reading: Rounds, catalog: Catalog) -> None:
    """Seconds in all to what one of a team does meanwhile and nobody gave an amount: their share of the
    piece's time, from its minutes or from the pace of the work (an estimate). What only says again what the
    list counts goes; what is done by turns everybody does."""
    for one in work:
        one.everyone |= one.swaps and not fmt.minutes
        shared = fmt.share in ("split", "alternate")
        one.often |= one.swaps and (shared or not fmt.for_time) and (fmt.rounds or 1) == 1
    waits = list(filter(_waits, work))
    if not waits:
        return
    listed = {one.movement for one in work if one.has_amount}
    work[:] = [one for one in work if not _waits(one) or one.movement not in listed]
    team = fmt.team or PAIR
    done = [one for one in work if one.role != MEANWHILE and one.as_prescribed]
    for one in waits:
        if fmt.minutes:
            whole_s = fmt.minutes * 60 * fmt.repeat
        else:
            rounds = reading.rounds * fmt.repeat * (1 if fmt.share in ("split", "alternate") else team)
            beside = [other for other in done if other.line == one.line] or done
            whole_s = rounds * sum(once_s(other, catalog, 0.5) for other in beside)
        one.seconds = max(STEP_S, round(whole_s / team / STEP_S) * STEP_S)


def _waits(draft: Draft) -> bool:
    """Whether it lasts as long as somebody else works."""
    return draft.role == MEANWHILE and not draft.has_amount


def changes_only(text: str) -> bool:
    """'swap', 'then rotate': a line that only says to change."""
    return CHANGES.match(text) is not None
