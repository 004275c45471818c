"""A lift by the clock, in full: 'snatch doubles, E2MOM x 6', '6 sets on a 2 min clock'."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts

_TIMED = re.compile(
    r"\b(?:every|each\s+min|e\s?\d+(?:[.:]\d+)?\s?(?:mo|m|s|')|e\d?mom|otm|on\s+the\s+(?:min|\d))",
    re.IGNORECASE,
)
_SKIPS = re.compile(r"unders?\b|\bdubs|skip|rope|scale|single\s+arm|\bdus?\b", re.IGNORECASE)
_LIFT = (
    r"snatch(?:es)?|cleans?|jerks?|press(?:es)?|squats?|deadlifts?|bench(?:es)?|thrusters?"
    r"|pulls?|ohs|c&j|lifts?"
)
_HOW = r"(?:(?:heavy|unbroken|fast|crisp|light|tng|t&g|touch\s+(?:and|&|n)\s+go|quality)\s+)?"
_EACH_TIME = re.compile(
    rf"(?P<lift>\b(?:{_LIFT})\s+(?:x\s+)?|[,:;)–-]\s+|^\s*)(?P<said>{_HOW}(?P<what>singles|doubles|triples)|(?:an?|1|one)\s+(?P<one>single|double|triple))"
    r"(?P<of>\s+of(?=\s+[^\W\d]{3}))?"
    r"(?(of)|(?=\s*(?:$|[,;:(@]|\d{2,3}(?:[.,]\d)?(?:\s?[-–/]\s?\d{2,3})?\s?(?:%|kgs?\b|lbs?\b)|\d{2,3}\s?/\s?\d{2,3}|[–-]\s"
    r"|(?:at|every|e\d|e\d?mom|otm|on\s+the|build|climb|start|across|with|for|up|from|around|about|going|all|a\s+set|\d{1,2}\s+(?:sets|rounds|x|min)|one\s+set))))",
    re.IGNORECASE,
)
_TIMES = re.compile(
    r"(?<=[^\W\d]\s)(?P<said>(?P<what>singles|doubles|triples)\s?[x×]\s?(?P<n>\d{1,2}))(?![\w.,]\d|\w)",
    re.IGNORECASE,
)
REPS = {"single": 1, "double": 2, "triple": 3}


def _each_time(text: str) -> Cuts:
    """'snatch doubles, E2MOM x 6', 'every 90 s: singles @ 80 %': how many are done each time."""
    low = text.lower()
    if not any(word in low for word in REPS) or _SKIPS.search(text):
        return
    for said in _TIMES.finditer(text):
        yield *said.span("said"), f"{said['n']} x {REPS[said['what'].lower()[:-1]]}"
    weighed = _WEIGHED.search(text) or _TIMED.search(text)
    for said in _EACH_TIME.finditer(text):
        alone = not said["lift"].strip(" ,:;)–-")
        if (
            not weighed
            and alone
            and not said["of"]
            and (said.end() < len(text.rstrip()) or said["said"].lower() == "singles")
        ):
            continue
        reps = REPS[(said["one"] or said["what"][:-1]).lower()]
        if said["of"]:
            yield said.start("said"), said.end("of"), str(reps)
        else:
            yield *said.span("said"), f"{reps} rep{'s' if reps > 1 else ''}"


_WEIGHED = re.compile(r"\d\s?(?:%|kgs?\b|lbs?\b)|@|\d{2,3}\s?/\s?\d{2,3}", re.IGNORECASE)
_OTHER = {"other": "2", "2nd": "2", "second": "2", "3rd": "3", "third": "3", "4th": "4", "fourth": "4"}
_NEXT_MINUTE = re.compile(
    rf"\bevery\s+(?P<said>(?P<which>{'|'.join(_OTHER)})\s+min(?:ute)?)\b", re.IGNORECASE
)
_SETS = r"(?:[2-9]|[1-9]\d)\s+(?:sets?|rounds?)"
_TIME = r"(?:\d{1,2}:\d\d|\d{1,3}\s?(?:min(?:ute)?s?|s(?:ec(?:ond)?s?)?|'|\"))"
_ENDS = r"(?!\w|:\d)"
_SETS_BY_TIME = (
    rf"(?:an?|one|1)\s+(?:set|round)\s+(?:every|each)\s+(?P<a>{_TIME})\s*[,(–-]?\s*(?P<n_a>\d{{1,2}})"
    r"\s+(?:in\s+total|in\s+all|sets?|rounds?|times|of\s+them)\)?",
    rf"(?P<n_b>\d{{1,2}})\s?[x×]\s?every\s+(?P<b>{_TIME}){_ENDS}",
    rf"(?P<n_c>{_SETS})\s*,?\s+on\s+an?\s+(?P<c>{_TIME})\s+clock\b",
    rf"(?P<n_d>{_SETS})\s*,?\s+(?:on\s+(?:the\s+)?|every\s+)(?P<d>{_TIME}){_ENDS}",
)
_COUNTS = ("n_a", "n_b", "n_c", "n_d")
_BY_TIME = re.compile(rf"\b(?:{'|'.join(_SETS_BY_TIME)})", re.IGNORECASE)


def _every(text: str) -> Cuts:
    """'every other minute', 'a set every 2 minutes, 8 in total', '8 sets on a 2 min clock'."""
    if "every" in text.lower():
        for said in _NEXT_MINUTE.finditer(text):
            yield *said.span("said"), f"{_OTHER[said['which'].lower()]} min"
    for said in _BY_TIME.finditer(text):
        when, sets = (next(filter(None, said.group(*names))) for names in ("abcd", _COUNTS))
        yield *said.span(), f"every {when} x {sets.split()[0]}"
    for said in _SETS_OF.finditer(text) if _TIMED.search(text) else ():
        yield *said.span("said"), f"{said['reps']} reps"
    for said in _UP_TO.finditer(text) if _TIMED.search(text) else ():
        yield *said.span("said"), "@"
    for said in _LOAD_BEHIND.finditer(text):
        yield *said.span(), " @ "
    for said in _DASH.finditer(text):
        yield *said.span("said"), ": "


_SETS_OF = re.compile(
    rf"(?:(?:\b(?:{_LIFT})\s|[,:;–-]\s)|^\s*)(?P<said>sets\s+of\s+(?P<reps>[1-6]))(?![\w.,:]\d|\w|\s+[^\W\d])",
    re.IGNORECASE,
)
_UP_TO = re.compile(
    r"\b(?P<said>(?:build|climb|work)(?:ing)?\s+(?:up\s+)?to)\s+\d{2,3}\s?(?:%|kgs?\b|lbs?\b)(?=\s*[:,–-])",
    re.IGNORECASE,
)
_LOAD_BEHIND = re.compile(
    r"(?<=min|tes|nds|sec|ets)\s(?=\d{2,3}(?:\s?[–/-]\s?\d{2,3})?\s?(?:%|kgs?\b|lbs?\b))", re.IGNORECASE
)
_DASH = re.compile(
    r"(?<=[\w)])(?P<said>\s{1,2}[–-]\s)(?=\s?(?:(?:\d|one|two|three|four|five|a)\s(?:tng\s)?(?:reps?|single|double|triple)\b|sets\sof|singles|doubles|triples))",
    re.IGNORECASE,
)
WAYS = (_each_time, _every)
