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
    for said in _SETS_UP_TO.finditer(text):
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
_SETS_UP_TO = re.compile(
    r"^\W*\d{1,2}\s+(?:sets|complexes|(?:sets\s+of\s+)?the\s+(?:following\s+)?complex)\s+(?P<said>(?:build|climb|work)(?:ing)?\s+(?:up\s+)?to)\s+"
    r"\d{2,3}\s?(?:%|kgs?\b|lbs?\b)(?=\s*(?:$|[:,–-]))",
    re.IGNORECASE,
)
_LOAD_BEHIND = re.compile(
    r"(?<=min|tes|nds|sec|ets)\s(?=\d{2,3}(?:\s?[–/-]\s?\d{2,3})?\s?(?:%|kgs?\b|lbs?\b))", re.IGNORECASE
)
_DASH = re.compile(
    r"(?<=[\w)])(?P<said>\s{1,2}[–-]\s)(?=\s?(?:(?:\d|one|two|three|four|five|a)\s(?:tng\s)?(?:reps?|single|double|triple)\b|sets\sof|singles|doubles|triples))",
    re.IGNORECASE,
)
_OPENS = r"^\W*(?:[^\W\d]+(?:\s[A-Z0-9])?[:.)]\s+)?"
_TURNS = (  # every so many minutes, and how often or for how long
    r"(?:e(?P<e>\d{1,2})mom|(?:every|on\s+the)\s+(?P<m>\d{1,2})(?::00)?\s*(?:min(?:ute)?s?\b|'|(?=\s|,|x)))"
    r"(?:\s*,?\s*(?:x|for)?\s*(?:(?P<n>\d{1,2})(?:\s*(?:rounds?|sets?|times|x))?(?!\s*min|\d|:\d|')|(?P<all>\d{1,2})\s*(?:min(?:ute)?s?\b|')))"
)
_OPEN = r"(?:(?:an?\s+)?AMRAP\s*(?:of\s+|in\s+|for\s+)?(?P<k>\d{1,2})(?::00)?(?:\s*min(?:ute)?s?\b|')?|(?:an?\s+)?(?P<kk>\d{1,2})(?::00)?[\s-]*(?:min(?:ute)?s?\b|')?\s*AMRAP)"
EVERY_SO_OFTEN = re.compile(rf"{_OPENS}(?P<said>{_TURNS})\W*$", re.IGNORECASE)
OPEN_WITHIN = re.compile(rf"^\W*(?P<said>{_OPEN})(?P<of>\s+of)?\W*$", re.IGNORECASE)
_OPEN_EVERY = re.compile(rf"{_OPENS}(?P<said>{_TURNS}\s*[:,–-]?\s*(?:do\s+)?{_OPEN}(?!\w))", re.IGNORECASE)


def open_turns(turns: re.Match[str], within: re.Match[str]) -> str | None:
    """'every 4 min x 5' and 'AMRAP 3' -> '5 x AMRAP 3, rest 1 min'."""
    each = int(turns["e"] or turns["m"])
    times = int(turns["n"]) if turns["n"] else int(turns["all"]) // each
    work = int(within["k"] or within["kk"])
    return f"{times} x AMRAP {work} min, rest {each - work} min" if 0 < work < each and times else None


def _open_every(text: str) -> Cuts:
    """'every 4 min x 5: AMRAP 3 of': as many rounds as fit, and the rest of each turn."""
    said = _OPEN_EVERY.match(text) if "amrap" in text.lower() else None
    if said is not None and (full := open_turns(said, said)) is not None:
        yield *said.span("said"), full


_THE_FOLLOWING = re.compile(
    rf"{_OPENS}(?P<said>(?P<n>\d{{1,2}})\s?(?:x|times)\s+(?:through\s+)?(?:the\s+following|all\s+of\s+this))\b",
    re.IGNORECASE,
)


def _the_following(text: str) -> Cuts:
    """'5 x the following, 2 min rest between sets': rounds."""
    if said := _THE_FOLLOWING.match(text):
        yield *said.span("said"), f"{said['n']} rounds"


_INTERVALS = re.compile(
    rf"{_OPENS}(?P<said>(?P<n>\d{{1,2}})\s+(?:intervals|efforts|repeats|reps)\s*(?::|of\b|[–-]\s|,)?)\s*(?=\d{{2,5}}\s?(?:m|km)\b)",
    re.IGNORECASE,
)


def _intervals(text: str) -> Cuts:
    """'6 intervals: 400 m run', '5 efforts of 500 m on the rower'."""
    if said := _INTERVALS.match(text):
        yield *said.span("said"), f"{said['n']} x"


_BARE_METRES = re.compile(
    r"(?<![\w.,:/])\d{1,2}\s?[x×]\s?(?P<said>[1-9]\d{2,3})(?=\s*(?:$|[,;(@–-]|w/|with\b|rest\b|every\b|on\b|at\b))",
    re.IGNORECASE,
)
_MACHINE = re.compile(
    r"\b(?:row(?:ing|er)?|ski(?:[\s-]?erg)?|run(?:ning)?|bike|cycl(?:e|ing))\b", re.IGNORECASE
)


def _bare_metres(text: str) -> Cuts:
    """'Run 4x200 w/ 1 min recovery': what is covered on a machine or on foot has metres."""
    for said in _BARE_METRES.finditer(text) if _MACHINE.search(text) else ():
        yield *said.span("said"), f"{said['said']} m"


WAYS = (_bare_metres, _intervals, _each_time, _every, _open_every, _the_following)
