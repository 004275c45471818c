"""Ladders told by their ends: '1 to 10 and back down', 'countdown 10 to 1', '2-4-6 and so on to 20'."""

from __future__ import annotations

import re
from collections.abc import Sequence

from core.reading.in_full.cuts import Cuts

MOST_RUNGS = 30
LEAST_RUNGS = 4
THERE_AND_BACK = 3  # numbers of "1-10-1"
_KIND = (
    r"(?:(?:(?:ascending|descending|up[\s-]and[\s-]down|rep)\s)?(?P<kind>ladder|pyramid|countdown"
    r"|count[\s-]down)\s{0,2}[:,–-]?\s{0,2}(?:(?:from|of)\s)?)"
)
_AGAIN = (
    r"(?P<again>\s?,?\s?(?:(?:and|then|&)\s){1,2}(?:all\sthe\sway\s)?(?:back(?:\s(?:down|up))?"
    r"|down|up)(?:\sagain)?(?:\s(?:again\s)?to\s(?:\d{1,2}))?)"
)
_ON = (
    r"(?:\s?[-,]?\s?(?:…|\.{2,})\s?[-,]?\s?(?:(?:up|down)?\s?to\s)?|,?\s(?:and\sso\son"
    r"|etc\.?),?\s(?:(?:up|down)\s)?to\s|,?\s(?:all\sthe\sway\s)?(?:up|down)\sto\s)"
)
_LADDER = re.compile(
    rf"(?<![\w.,/:-])(?P<said>{_KIND}?(?P<head>\d{{1,3}}(?:\s?[-,]\s?\d{{1,3}}){{0,12}})"
    rf"(?:(?P<on>{_ON}|\s?(?:-|–|to|up\sto|down\sto)\s?)(?P<top>\d{{1,3}}))?"
    rf"(?:{_AGAIN}|{_ON}(?P<tail>\d{{1,2}}(?:\s?[-,]\s?\d{{1,2}}){{0,3}}))?)"
    r"(?:\sladder\b)?(?:\s?(?:$|[:,;]|\.(?!\.)|reps?\b|of\b|each\b|\())",
    re.IGNORECASE,
)
_STARTS_AT = re.compile(
    r"(?<![\w.,/:-])(?P<said>up\sto\s(?P<top>\d{1,2})\sand\s(?:back\s)?down(?:\sagain)?,?\sstart(?:ing)?\s(?:at|from|with)\s(?P<first>\d))\b",
    re.IGNORECASE,
)
_IN_MINUTES = re.compile(
    r"\b\d{1,2}\s?(?:min(?:ute)?s?|['’])(?P<said>\s?:\s)(?=(?:\d{1,2}-){2}\d{1,2}\s?(?:-|,?\s)?(?:\.{2,}|…|and\sso|etc))"
)
_SO_ON = re.compile(
    r"(?:\d{1,2}-){2,}\d{1,2}(?P<said>,?\s(?:and\sso\son(?:\sand\sso\sforth)?|etc\.?))(?=\s?(?:$|:|of\b))",
    re.IGNORECASE,
)


def _rungs(head: Sequence[int], top: int | None) -> list[int]:
    """Every rung from the first ones to a top; none where they lead elsewhere."""
    step = head[1] - head[0] if len(head) > 1 else (1 if (top or 0) > head[0] else -1)
    last = head[-1] if top is None else top
    rungs = list(range(head[0], last + (1 if step > 0 else -1), step)) if step else []
    ends = bool(rungs) and rungs[-1] == last and rungs[: len(head)] == list(head)
    return rungs if ends and len(rungs) <= MOST_RUNGS else []


def _by_its_ends(text: str) -> Cuts:
    """'1-2-3-4-5 and back down to 1', 'Ladder from 8 to 1': every rung, written out."""
    for said in _LADDER.finditer(text) if any(sign.isdecimal() for sign in text) else ():
        head = [int(one) for one in re.findall(r"\d+", said["head"])]
        tops = [int(said["top"])] if said["top"] else []
        back = bool(said["again"] or said["tail"])
        told = said["kind"] or back or (said["on"] and said["on"].strip(" -"))
        if len(head) == THERE_AND_BACK and head[0] == head[2] and (told or "for time" in text.lower()):
            told, back, head, tops = "there and back", True, head[:1], head[1:2]  # "pyramid 1-10-1"
        elif len(head) == 2 and not tops:
            head, tops = head[:1], head[1:]  # "ladder 1-8", "1-5 and back to 1"
        rungs = _rungs(head, tops[0] if tops else None) if told else []
        if len(rungs) >= LEAST_RUNGS:
            yield *said.span("said"), "-".join(map(str, rungs + (rungs[-2::-1] if back else [])))
    if up := _STARTS_AT.search(text):
        rungs = _rungs([int(up["first"])], int(up["top"]))
        yield *up.span("said"), "-".join(map(str, rungs + rungs[-2::-1]))


def _and_so_on(text: str) -> Cuts:
    """'10 min: 3-6-9 and so on': as many as there is time for."""
    if said := _IN_MINUTES.search(text):
        yield *said.span("said"), " AMRAP: "
    if said := _SO_ON.search(text):
        yield *said.span("said"), "-..."


WAYS = (_by_its_ends, _and_so_on)
