"""Minutes without a format, in full: machines in turn ('30 min, change every 5 min: row, bike'), a list at a
pace ('10 min, easy pace - 8 step-ups, 8 ring rows'), and warm-ups by any name."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts

_MACHINE = (
    r"(?:(?:the|easy)\s)?(?:row(?:er|ing)?|(?:air\s|spin\s)?bik(?:e|ing)|ski(?:\s?erg)?|run(?:ning)?"
    r"|treadmill|walk(?:ing)?)"
)
_SIGN = r"\s{0,2}(?:,\s?(?:and\s|then\s|or\s)?|/\s?|&\s?|\+\s?|(?<=\s)and\s|(?<=\s)then\s|->\s?|→\s?|-\s)"
_LIST = re.compile(rf"(?<![\w-]){_MACHINE}(?:{_SIGN}{_MACHINE}){{1,4}}(?![\w-])", re.IGNORECASE)
_ONE = re.compile(_MACHINE, re.IGNORECASE)
_MIN = r"(?:min(?:ute)?s?\b|')"
_EACH = re.compile(
    rf"(?:every|each)\s(?P<a>\d{{1,2}})\s?{_MIN}|(?P<b>\d{{1,2}})\s?{_MIN}\s(?:on\s|at\s)?each(?:\sof)?\b"
    rf"|alternating\s(?P<c>\d{{1,2}})\s?{_MIN}",
    re.IGNORECASE,
)
_IN_ALL = re.compile(rf"(?<![\w.:/-])(?P<n>\d{{1,3}})\s?{_MIN}", re.IGNORECASE)
_TURNS = re.compile(
    r"\b(?:chang(?:e|ing)|switch(?:ing)?|swap(?:ping)?|rotat(?:e|ing)|alternat(?:e|ing)|each|machines?)\b",
    re.IGNORECASE,
)
_MORE = re.compile(  # a machine of another name
    r"\s?[,/]\s?(?!chang|switch|swap|rotat|alternat|each|keep|repeat|for\b|on\b|and\b)[^\W\d]", re.IGNORECASE
)
_LEAD = re.compile(r"^\W{0,44}(?:[^\W\d][^:;,\d]{1,24}(?::|\s[–-])\s)?(?=\S)")


def _machines(text: str) -> Cuts:
    """'30 min, change machine every 5 min (row, bike, ski)': ten minutes of each."""
    listed = _LIST.search(text)
    each = _EACH.search(text) if listed is not None and _TURNS.search(text) else None
    if listed is None or each is None or _MORE.match(text, listed.end()):
        return
    at_each = next(at for at in "abc" if each[at])
    whole = next((one for one in _IN_ALL.finditer(text) if one.start() != each.start(at_each)), None)
    names = _ONE.findall(listed.group())
    if whole is None or len(re.findall(r"\d+", text)) != 2 + bool(
        re.search(r"zone\s\d", text, re.IGNORECASE)
    ):
        return
    turns, rest = divmod(int(whole["n"]), int(each[at_each]))
    lead = _LEAD.match(text)
    start = min(lead.end() if lead is not None else 0, whole.start(), each.start())
    if rest or turns < len(names):
        return
    minutes = (int(each[at_each]) * -(-(turns - at) // len(names)) for at in range(len(names)))
    said = ", ".join(f"{lasts} min {name}" for lasts, name in zip(minutes, names, strict=True))
    yield start, len(text.rstrip(" .)!")), said


_HOW = (
    r"(?:easy|steady|moderate|smooth|relaxed|continuous(?:ly)?|non[\s-]?stop|flow|circuit|keep\smoving|for\squality|quality"
    r"|not\sfor\s(?:score|time)|no\sscore|on\sthe\sclock|clock|of\swork|work|of|(?:at\s)?(?:an?\s)?(?:very\s)?"
    r"(?:easy|chatty|steady|moderate|comfortable|conversational|nice|talking|even)(?:,\s|\s)(?:pace|effort)"
    r"|(?:@|at)\s\d{2}\s?%\seffort|zone\s\d|as\smany\srounds\sas\s(?:you\scan|possible))"
)
_AT_A_PACE = re.compile(
    rf"^\W{{0,44}}(?:[^\W\d][^:;,\d]{{1,24}}(?::|,|\s[–-])\s)?(?P<said>(?:for\s|keep\smoving\sfor\s)?(?P<n>\d{{1,2}})\s?{_MIN}"
    rf"(?P<how>(?:\s?,)?\s{_HOW}(?:(?:\s?,)?\s{_HOW}){{0,2}})?(?P<ends>\s?[:–-](?=\s|$)|\s?$))",
    re.IGNORECASE,
)
_COUNTED = re.compile(
    r"\s{0,2}(?:-\s)?(?:\d{1,3}\s?(?:m\b|cals?\b|x\b)?\s?[^\W\d]|[^\W\d]{3,}[^\d,;:]{0,20}\d)"
)
_ARRANGED = re.compile(
    r"\d\s?x\s?\d|\b(?:rounds?|sets?|amrap|emom|every|max|odd|even|then|in\sthe|left|cap)\b", re.IGNORECASE
)
_PARTS = re.compile(r"\s?[,/+;]\s|\s[-–]\s")


def _at_a_pace(text: str) -> Cuts:
    """'10 min, easy pace - 8 step-ups, 8 ring rows': as many rounds as fit."""
    said = _AT_A_PACE.match(text)
    if said is None:
        return
    behind = text[said.end() :]
    parts = _PARTS.split(behind) if behind.strip() else []
    worded = said["how"] or said["said"][0] in "fFkK"  # "for 10 min", "keep moving for 10 min"
    if worded and len(parts) > 1 and all(map(_COUNTED.match, parts)) and not _ARRANGED.search(behind):
        yield *said.span("said"), f"AMRAP {said['n']} min:"
    elif (said["how"] or said["said"].lower().startswith("keep")) and not behind.strip():
        yield *said.span("said"), f"{said['n']} min:"


_WARM_UP = re.compile(
    r"^\W{0,44}(?P<said>(?:(?:quick|short|easy|general|specific|coach[\s-]led|led|team|light|gentle|dynamic|our|usual|little|active"
    r"|full|basic|standard|normal|simple|fun|group|class|partner|joint|longer?|proper|mini|individual|own|guided|the|today['’]s"
    r"|optional|pre[\s-]?wod|pre|brief|mobility|\d{1,2}\s?-?\s?min(?:ute)?s?)\s){1,3}(?P<name>warm[\s-]?up))(?=\s{0,2}(?:$|[:(–-]))",
    re.IGNORECASE,
)


def _warm_up(text: str) -> Cuts:
    """'Quick warm-up: ..', 'Our usual warm-up'."""
    if said := _WARM_UP.match(text):
        yield *said.span("said"), said["name"]


WAYS = (_machines, _at_a_pace, _warm_up)
