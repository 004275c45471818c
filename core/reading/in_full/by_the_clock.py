"""A lift by the clock, in full: 'snatch doubles, E2MOM x 6', '6 sets on a 2 min clock'."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts, compiled, way_of
from core.reading.in_full.sets import REPS

_TIMED = re.compile(
    r"\b(?:every|each\s{1,3}min|e\s?\d+(?:[.:]\d+)?\s?(?:mo|m|s|')|e\d?mom|otm|on\s{1,3}the\s{1,3}(?:min|\d))",
    re.IGNORECASE,
)
_SKIPS = re.compile(r"unders?\b|\bdubs|skip|rope|scale|single\s{1,3}arm|\bdus?\b", re.IGNORECASE)
_LIFT = (
    r"snatch(?:es)?|cleans?|jerks?|press(?:es)?|squats?|deadlifts?|bench(?:es)?|thrusters?"
    r"|pulls?|ohs|c&j|lifts?"
)
_HOW = r"(?:(?:heavy|unbroken|fast|crisp|light|tng|t&g|touch\s{1,3}(?:and|&|n)\s{1,3}go|quality)\s{1,3})?"
_EACH_TIME = re.compile(
    rf"(?P<lift>\b(?:{_LIFT})\s{{1,3}}(?:x\s{{1,3}})?|[,:;)–-]\s{{1,3}}|^\s{{0,3}})(?P<said>{_HOW}(?P<what>singles|doubles|triples)|(?:an?|1|one)\s{{1,3}}(?P<one>single|double|triple))"
    r"(?P<of>\s{1,3}of(?=\s{1,3}[^\W\d]{3}))?"
    r"(?(of)|(?=\s{0,3}(?:$|[,;:(@]|\d{2,3}(?:[.,]\d)?(?:\s?[-–/]\s?\d{2,3})?\s?(?:%|kgs?\b|lbs?\b)|\d{2,3}\s?/\s?\d{2,3}|[–-]\s"
    r"|(?:at|every|e\d|e\d?mom|otm|on\s{1,3}the|build|climb|start|across|with|for|up|from|around|about|going|all|a\s{1,3}set|\d{1,2}\s{1,3}(?:sets|rounds|x|min)|one\s{1,3}set))))",
    re.IGNORECASE,
)
_TIMES = re.compile(
    r"(?<=[^\W\d]\s)(?P<said>(?P<what>singles|doubles|triples)\s?[x×]\s?(?P<n>\d{1,2}))(?![\w.,]\d|\w)",
    re.IGNORECASE,
)

_FAST = re.compile(r"fast\b", re.IGNORECASE)
_COUNTED = re.compile(r"\W*(?:[5-9]|[1-9]\d)\s+[^\W\d]{3}")


def _each_time(text: str) -> Cuts:
    """'snatch doubles, E2MOM x 6', 'every 90 s: singles @ 80 %': how many are done each time."""
    low = text.lower()
    if not any(word[:-1] in low for word in REPS) or _SKIPS.search(text):
        return
    for said in _TIMES.finditer(text):
        yield *said.span("said"), f"{said['n']} x {REPS[said['what'].lower()]}"
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
        ends = not text[said.end() :].strip(" .)")
        if (
            ends
            and not weighed
            and said["lift"].strip()
            and (_FAST.match(said["said"]) or _COUNTED.match(text))
        ):
            continue  # "15 power cleans - fast singles": how they are done
        reps = REPS[(said["what"] or f"{said['one']}s").lower()]
        if said["of"]:
            yield said.start("said"), said.end("of"), str(reps)
        else:
            yield *said.span("said"), f"{reps} rep{'s' if reps > 1 else ''}"


_WEIGHED = re.compile(r"\d\s?(?:%|kgs?\b|lbs?\b)|@|\d{2,3}\s?/\s?\d{2,3}", re.IGNORECASE)
_OTHER = {"other": "2", "2nd": "2", "second": "2", "3rd": "3", "third": "3", "4th": "4", "fourth": "4"}
_NEXT_MINUTE = re.compile(
    rf"\bevery\s{{1,3}}(?P<said>(?P<which>{'|'.join(_OTHER)})\s{{1,3}}min(?:ute)?)\b", re.IGNORECASE
)
_SETS = r"(?:[2-9]|[1-9]\d)\s{1,3}(?:sets?|rounds?)"
_TIME = r"(?:\d{1,2}:\d\d|\d{1,3}\s?(?:min(?:ute)?s?|s(?:ec(?:ond)?s?)?|'|\"))"
_ENDS = r"(?!\w|:\d)"
_SETS_BY_TIME = (
    rf"(?:an?|one|1)\s{{1,3}}(?:set|round)\s{{1,3}}(?:every|each)\s{{1,3}}(?P<a>{_TIME})\s{{0,3}}[,(–-]?\s{{0,3}}(?P<n_a>\d{{1,2}})"
    r"\s{1,3}(?:in\s{1,3}total|in\s{1,3}all|sets?|rounds?|times|of\s{1,3}them)\)?",
    rf"(?P<n_b>\d{{1,2}})\s?[x×]\s?every\s{{1,3}}(?P<b>{_TIME}){_ENDS}",
    rf"(?P<n_c>{_SETS})\s{{0,3}},?\s{{1,3}}on\s{{1,3}}an?\s{{1,3}}(?P<c>{_TIME})\s{{1,3}}clock\b",
    rf"(?P<n_d>{_SETS})\s{{0,3}},?\s{{1,3}}(?:on\s{{1,3}}(?:the\s{{1,3}})?|every\s{{1,3}})(?P<d>{_TIME}){_ENDS}",
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
    rf"(?:(?:\b(?:{_LIFT})\s|[,:;–-]\s)|^\s{{0,3}})(?P<said>sets\s{{1,3}}of\s{{1,3}}(?P<reps>[1-6]))(?![\w.,:]\d|\w|\s{{1,3}}[^\W\d])",
    re.IGNORECASE,
)
_UP_TO = re.compile(
    r"\b(?P<said>(?:build|climb|work)(?:ing)?\s{1,3}(?:up\s{1,3})?to)\s{1,3}\d{2,3}\s?(?:%|kgs?\b|lbs?\b)(?=\s{0,3}[:,–-])",
    re.IGNORECASE,
)
_SETS_UP_TO = re.compile(
    r"^\W{0,44}\d{1,2}\s{1,3}(?:sets|complexes|(?:sets\s{1,3}of\s{1,3})?the\s{1,3}(?:following\s{1,3})?complex)\s{1,3}(?P<said>(?:build|climb|work)(?:ing)?\s{1,3}(?:up\s{1,3})?to)\s{1,3}"
    r"\d{2,3}\s?(?:%|kgs?\b|lbs?\b)(?=\s{0,3}(?:$|[:,–-]))",
    re.IGNORECASE,
)
_LOAD_BEHIND = re.compile(
    r"(?<=min|tes|nds|sec|ets)\s(?=\d{2,3}(?:\s?[–/-]\s?\d{2,3})?\s?(?:%|kgs?\b|lbs?\b))", re.IGNORECASE
)
_DASH = re.compile(
    r"(?<=[\w)])(?P<said>\s{1,2}[–-]\s)(?=\s?(?:(?:\d|one|two|three|four|five|a)\s(?:tng\s)?(?:reps?|single|double|triple)\b|sets\sof|singles|doubles|triples))",
    re.IGNORECASE,
)
_OPENS = r"^\W{0,44}(?:[^\W\d]+(?:\s[A-Z0-9])?(?:[:.)]|\s[–-])\s{1,3})?"
_TURNS = (  # every so many minutes, and how often or for how long
    r"(?:e(?P<e>\d{1,2})mom|(?:every|on\s{1,3}the)\s{1,3}(?P<m>\d{1,2})(?::00)?\s{0,3}(?:min(?:ute)?s?\b|'|(?=\s|,|x)))"
    r"(?:\s{0,3},?\s{0,3}(?:x|for)?\s{0,3}(?:(?P<n>\d{1,2})(?:\s{0,3}(?:rounds?|sets?|times|x))?(?!\s{0,3}min|\d|:\d|')|(?P<all>\d{1,2})\s{0,3}(?:min(?:ute)?s?\b|')))"
)
_MINUTES = r"(?::00)?(?:\s{0,3}min(?:ute)?s?\b|')?"
_OPEN = (
    rf"(?:(?:an?\s)?AMRAP\s{{0,3}}(?:(?:of|in|for)\s{{1,3}})?(?P<k>\d{{1,2}}){_MINUTES}"
    rf"|(?:an?\s)?(?P<kk>\d{{1,2}}){_MINUTES}[\s-]{{0,2}}AMRAP)"
)
EVERY_SO_OFTEN = re.compile(rf"{_OPENS}(?P<said>{_TURNS})\W{{0,8}}$", re.IGNORECASE)
OPEN_WITHIN = re.compile(rf"^\W{{0,44}}(?P<said>{_OPEN})(?:\s{{1,3}}of)?\W{{0,8}}$", re.IGNORECASE)
_OPEN_EVERY = re.compile(
    rf"{_OPENS}(?P<said>{_TURNS}\s{{0,3}}[:,–-]?\s{{0,3}}(?:do\s{{1,3}})?{_OPEN}(?!\w))", re.IGNORECASE
)


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


_ROUNDS = compiled(
    (
        (  # "5 x the following, 2 min rest between sets"
            "",
            rf"{_OPENS}(?P<said>(?P<n>\d{{1,2}})\s?(?:x|times)\s{{1,3}}(?:through\s{{1,3}})?"
            r"(?:the\s{1,3}following|all\s{1,3}of\s{1,3}this))\b",
            r"\g<n> rounds",
        ),
        (  # "6 intervals: 400 m run", "5 efforts of 500 m on the rower"
            "",
            rf"{_OPENS}(?P<said>(?P<n>\d{{1,2}})\s{{1,3}}(?:intervals|efforts|repeats|reps)\s{{0,3}}(?::|of\b|[–-]\s|,)?)"
            r"\s{0,3}(?=\d{2,5}\s?(?:m|km)\b)",
            r"\g<n> x",
        ),
    )
)
_BARE_METRES = re.compile(
    r"(?<![\w.,:/])\d{1,2}\s?[x×]\s?(?P<said>[1-9]\d{2,3})(?=\s{0,3}(?:$|[,;(@–-]|w/|with\b|rest\b|every\b|on\b|at\b))",
    re.IGNORECASE,
)
_MACHINE = re.compile(
    r"\b(?:row(?:ing|er)?|ski(?:[\s-]?erg)?|run(?:ning)?|bike|cycl(?:e|ing))\b", re.IGNORECASE
)


def _bare_metres(text: str) -> Cuts:
    """'Run 4x200 w/ 1 min recovery': what is covered on a machine or on foot has metres."""
    for said in _BARE_METRES.finditer(text) if _MACHINE.search(text) else ():
        yield *said.span("said"), f"{said['said']} m"


WAYS = (_bare_metres, _each_time, _every, _open_every, way_of(_ROUNDS))
