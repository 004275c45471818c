"""What is done instead of what is too hard, in whatever words, as a division's words: 'ring rows if no
muscle-ups' is 'scaled: ring rows instead of muscle-ups'."""

from __future__ import annotations

import re
from typing import NamedTuple

from core.reading.in_full.cuts import Cuts
from core.reading.tables import DIVISION

_LACKS = (  # what one has or can not, behind "if"
    r"if\s+(?:(?:you|they)\s+)?(?:(?:have|['’]?ve)\s+(?:got\s+)?no|no|(?:do\s+not|do"
    r"n['’]?t)\s+(?:yet\s+)?have"
    r"|haven['’]?t\s+(?:yet\s+)?got|(?:can['’]?t|cannot|can\s+not)\s+(?:yet\s+)?(?:do|get))"
    r"\s+(?:any\s+|your\s+|the\s+|an?\s+)?"
)
_HARD = (  # what not everybody does
    r"(?:(?:strict\s+|kipping\s+)?pull[- ]?ups?|(?:ring\s+|bar\s+)?muscle[- ]?ups?|t"
    r"2b|toes[- ]to[- ]bars?|hspu"
    r"|handstand\s+(?:push[- ]?ups?|walks?)|double[- ]?unders?|dubs|pistols?|box\s+j"
    r"umps?|c2b|chest[- ]to[- ]bars?"
    r"|rope\s+climbs?|running)"
)
_ANY = r"(?:\d|[^\W\d])[^,;:()]{2,40}?"  # what is easier, with its number or without
_WHAT = r"[^\W\d][^,;:()\d]{1,30}"  # a movement in words
_OK = r"(?:is\s+|are\s+)?(?:ok|okay|fine|allowed)"
_NEEDED = r"if\s+(?:needed|necessary|required)"


SCALED = "scaled: "
_OWN_LEVEL = re.compile(rf"^\W*{DIVISION}\s?[:=–-]\s", re.IGNORECASE)  # whose words say already who does it


class Form(NamedTuple):
    """A way to say it: what a line must hold in small letters; a pattern whose "lead" gives way to ``leads``
    and whose "between", where it has one, stands between what is easier and what it is instead of."""

    need: str
    pattern: re.Pattern[str]
    leads: str = SCALED


FORMS = tuple(
    Form(need, re.compile(pattern, re.IGNORECASE), *leads)
    for need, pattern, *leads in (
        ("sub", rf"^\W*(?P<lead>sub(?:stitute)?\s+)[^,;:()=]{{3,40}}?\s+(?P<between>for\s+){_WHAT}\W*$"),
        (
            " for ",
            rf"^\W*(?P<lead>)(?!swap|replace|change|trade){_ANY}\s+(?P<between>for\s+(?:the\s+)?){_HARD}\W*$",
        ),
        (" instead ", rf"^\W*(?P<lead>)[^,;:()]{{3,40}}?\s+(?P<between>{_OK}\s+instead\s+of\s+)\S"),
        (
            " instead ",
            rf"^\W*(?P<lead>)[^,;:()]{{3,40}}?\s+(?P<between>instead\s+of\s+)(?:[^,;:()\d]{{3,30"
            rf"}}?|[tck]2[be])\s+{_NEEDED}\W*$",
        ),
        (
            ":1",
            rf"^\W*(?P<lead>(?P<n>[2-5])\s?:\s?1\s+){_WHAT}?\s+(?P<between>(?:for|instead\s+o"
            rf"f)\s+){_WHAT}\W*$",
            r"scaled: \g<n>x ",
        ),
        (":1", r"\(\s*(?P<lead>(?P<n>[2-5])\s?:\s?1\s+)(?=[^\W\d][^()\d]{2,40}\))", r"scaled: \g<n>x "),
        (
            "sc",
            rf"^\W*(?:scaled?|sc)\s*:[^\d]*?(?P<lead>(?P<n>[2-5])\s+){_WHAT}?\s+"
            rf"(?P<between>(?:per|for\s+(?:each|every|one|1|an?))\s+){_WHAT}\W*$",
            r"\g<n>x ",
        ),
        ("if ", rf"^\W*(?P<lead>){_ANY}\s+(?P<between>{_LACKS})(?:{_HARD}|{_WHAT})\W*$"),
        (  # "can't do pull-ups? Ring rows"
            "?",
            rf"^\W*(?P<lead>(?:can['’]?t|cannot|can\s+not)\s+(?:yet\s+)?(?:do\s+)?(?P<what>"
            rf"{_HARD}|{_WHAT})\?\s*(?:do\s+|try\s+)?)"
            r"(?=[^\W\d]{2}[^?,;:]*\W*$)",
            r"scale \g<what> to ",
        ),
        (  # "Instead of pull-ups: ring rows"
            "instead",
            rf"^\W*(?P<lead>(?:instead\s+of|in\s+place\s+of)\s+(?:the\s+)?(?P<what>{_HARD}|{_WHAT})\s*[:=–-]\s+(?:do\s+)?)"
            r"(?=[^\W\d]{2}|\d)",
            r"scale \g<what> to ",
        ),
        (  # "burpees: scale to up-downs"
            "scale",
            rf"^\W*(?P<lead>(?P<what>{_HARD}|{_WHAT})\s*:\s*scaled?\s+(?:to|with)\s+)(?=[^\W\d]|\d)",
            r"scale \g<what> to ",
        ),
        (
            " for ",
            r"^\W*(?P<lead>)(?!swap|replace|change|trade)[^\W\d][^\d,;:()]{2,30}?\s+(?P<between>for\s+(?:the\s+)?)(?:burp"
            r"ees|push[- ]?ups)\W*$",
        ),
        (  # "pull-ups -> ring rows"
            ">",
            rf"^\W*(?P<lead>(?P<what>{_HARD}|(?!warm|strength|metcon|wod|skill|finish|cool|pa"
            rf"rt|rest|then|lift|set)"
            r"(?:[^\W\d][\w-]+\s){0,2}[^\W\d][\w-]+)\s*(?:->|=>)\s*)(?=[^\W\d]{2}[^\d,;:]*\W*$)",
            r"scale \g<what> to ",
        ),
        (
            "if ",
            rf"(?:^\W*(?=[^,;()]*:)|[(,]\s*)(?P<lead>{_LACKS}[^\W\d][^,;:()\d]{{2,24}}[,:]\s*"
            rf"(?:do\s+)?)(?=\d|[^\W\d])",
        ),
        (
            "if ",
            rf"^\W*(?P<lead>{_LACKS}(?P<what>[^\W\d][^,;:()\d]{{2,24}}?),?\s+(?:do|use|take|go\s+for)\s+)"
            rf"(?=\d|[^\W\d])",
            r"scale \g<what> to ",
        ),
        (
            "if ",
            r"^\W*(?P<lead>)(?=(?!rest|break|drop|stop|scal|reduc|add|use|take|low|share|adj"
            r"ust|modif|go\b|split|sit"
            r"|walk)(?:\d|[^\W\d])[^,;:()]{3,40}?\s+if\s+(?:needed|necessary|required|you\s+"
            r"(?:need|have)\s+to)\W*$)",
        ),
        (
            "if ",
            r"(?:[,;(–-]|\s)\s*(?P<lead>if\s+(?:you\s+)?(?:can(?:['’]?t|not)|don['’]?t\s+hav"
            r"e\s+(?:it|them)|not|no)"
            r"(?:\s+do\s+(?:it|them|those))?\s*[:,–-]\s*(?:do\s+)?)(?=[^\W\d]|\d)",
        ),
        (
            " if ",
            rf"(?:^\W*|\(\s*)(?P<lead>)(?={_ANY}\s+if\s+(?:it\s+is\s+|it['’]s\s+|it\s+)?rain(?:s|ing|y)?\b)",
        ),
        (
            "in",
            r"(?:^\W*|\(\s*)(?P<lead>(?:(?:if\s+)?(?:you\s+are\s+|you['’]re\s+|it\s+is\s+|it['’]s\s+|it\s+)?"
            r"(?:injured|rain(?:s|ing|y)?|pregnant)\s*[?:,]|can['’]?t\s+(?:run|jump|squat|ha"
            r"ng|press)\?|no\s+running\?)"
            r"\s*(?:do\s+)?)(?=[^\W\d]|\d)",
        ),
        (  # "Need an easier one? 3 rounds, ring rows"
            "?",
            r"^\W*(?P<lead>(?:(?:need|want|prefer|looking\s+for)\s+)?(?:an?\s+|something\s+)"
            r"?(?:easier|lighter|scaled|simpler|shorter|too\s+heavy|too\s+much)"
            r"(?:\s+(?:one|version|option|day|way))?\s*\?\s*(?:then\s+)?(?:(?:do|take|use|tr"
            r"y)\s+)?)(?=[^?]*[^\W\d])",
        ),
        (  # "New here? Do 200 m runs, 16/12 kg"
            "?",
            r"^\W*(?P<lead>(?:new(?:er|bies?)?(?:\s+(?:here|to\s+(?:this|it|us|lifting|the\s"
            r"+(?:gym|sport))))?|beginners?"
            r"|first\s+(?:time|class|week|month)(?:\s+here)?)\s*\?\s*(?:then\s+)?(?:(?:do|ta"
            r"ke|use)\s+)?)(?=[^?]*\d)",
            "Beginners: ",
        ),
        (
            "for th",
            rf"^\W*(?P<lead>)(?={_ANY}\s+for\s+(?:those|anyone|people|athletes|members)\s+(?:who|that)\s+"
            r"(?:can['’]?t|cannot|don['’]?t|are\s+not|aren['’]?t)\b)",
        ),
        (
            "no ",
            r"^\W*(?P<lead>no\s+(?!rest|time|cap|break|pause|rep|drop|score|rush|stop|class|warm|limit)"
            r"[^\W\d][^,;:?()\d]{2,24}:\s*(?:do\s+)?)(?=\d)",
        ),
        ("?", r"(?:^\W*|[,;(.]\s*)(?P<lead>no\s+[^?,;:]{2,24}\?\s*(?:then\s+|do\s+)*)(?=\d|[^\W\d])"),
        (
            ":",
            r"^\W*(?P<lead>(?:(?:easier|scaling)\s+)?(?:options?|alternatives?|mods?|modifications"
            r"?|easier|regressions?)"
            r"\s*:\s*)(?=[^\W\d]|\d)",
        ),
        (
            ":",
            rf"^\W*(?P<lead>(?:alternatives?|substitutes?|options?|subs?)\s+(?:to|for)\s+(?:t"
            rf"he\s+)?(?P<what>{_WHAT})"
            r"\s*:\s*)(?=[^\W\d]|\d)",
            r"scale \g<what> to ",
        ),
        (
            ":",
            rf"^\W*(?P<lead>(?P<what>{_HARD})\s+(?:scales?|scaling|scaled|subs?|options?|alte"
            rf"rnatives?)\s*:\s*)"
            r"(?=[^\W\d]|\d)",
            r"scale \g<what> to ",
        ),
        ("sub", r"\(\s*(?P<lead>sub(?:stitute)?s?\s*:?\s+)(?=\d|[^\W\d])"),
        (
            "sub",
            r"^\W*(?P<lead>subs?(?:titute)?\s+(?:with\s+)?)(?!coach|teacher|notes|for\b)"
            r"(?=[^\W\d]{3,}(?:[\s-][^\W\d]+){0,3}\W*$)",
        ),
        (
            "single",
            r"\b(?:double[- ]?unders?|dubs|dus?)\s*(?P<lead>(?:/|\bor\b)\s*(?P<what>(?:\d+\s*)?(?:x\s*)?"
            r"single(?:[- ]?unders?|s)(?:\s*x\s?[23])?))(?=\s*(?:$|[,;.]))",
            r" (scaled: \g<what>)",
        ),
        ("double the", r"^\W*(?:scaled?|sc|sub)\b[^\d]*?(?P<lead>\bdouble\s+the\s+)(?=[^\W\d])", "2x "),
        ("sc", r"^\W*(?:scaled?|sc)\s*:[^\d]*?(?P<lead>(?P<n>[2-5])\s?:\s?1)(?=\s+[^\W\d])", r"\g<n>x"),
        (  # "20 muscle-ups (ring rows x2)", "(3x single-unders)": of what is easier, and no sets
            "x",
            r"^\W*\d[^()]*?\((?P<lead>)(?=(?:[^\W\d][^()\d,;:]{2,30}?\s*x\s?[23]|(?:[23]\s?x|x\s?[23])\s+"
            r"[^\W\d][^()\d,;:]{2,30})\s*\))(?![^()]*\b(?:each|per|both|sides?|arms?|legs?|r"
            r"ounds?|sets?|rds?|repeat"
            r"|times?|through|rest|secs?|mins?|reps?|heavy|at|scaled?|rx|total)\b)",
        ),
    )
)


def _instead(text: str) -> Cuts:
    """'20 ring rows if no muscle-ups', 'options: ring rows', 'no rower? run 200 m'."""
    lower, own = text.lower(), _OWN_LEVEL.match(text) is not None
    for form in FORMS:
        for said in form.pattern.finditer(text) if form.need in lower else ():
            if not (own and form.leads == SCALED):
                yield *said.span("lead"), said.expand(form.leads)
            if "between" in form.pattern.groupindex:
                yield *said.span("between"), "instead of "


_OF_A_LEVEL = re.compile(
    r"^\W*(?P<who>scaled|beginners?|masters|teens|intermediates?|foundations?|newer|younger|older)"
    r"(?P<lead>\s+(?:(?:athletes?|people|members|pairs|teams)\s+)?(?:can\s+|should\s"
    r"+|may\s+)?)(?=(?:do|use|lift|take|perform)\s)",
    re.IGNORECASE,
)
_DOES = re.compile(
    r"(?P<said>(?P<sign>\s*,?\s*\band\s+|\s*,\s*|^|(?<=\s))(?:do|use|lift|take|perform)\s+(?P<what>[^,;.]+?)"
    r"(?:\s+in\s+(?:event|wod|workout|part)\s+(?P<part>[1-9A-H]))?)(?=\s*(?:,|\band"
    r"\s+(?:do|use|lift|take|perform)\s|[.;]|$))",
    re.IGNORECASE,
)


def _of_a_level(text: str) -> Cuts:
    """'Scaled athletes do ring rows in event 1 and lift 30/20 kg': 'Scaled: E1 ring rows, 30/20 kg'."""
    told = _OF_A_LEVEL.match(text)
    if told is None:
        return
    yield *told.span("lead"), ": "
    for said in _DOES.finditer(text, told.end()):
        part = f"E{said['part']} " if said["part"] else ""
        yield *said.span("said"), f"{', ' if said['sign'].strip() else ''}{part}{said['what']}"


_SCALES = re.compile(r"^\W*(?:scal(?:ed?|ing)|sc|subs?|mods?|options?)\b", re.IGNORECASE)
_ONE_FOR_ANOTHER = re.compile(
    rf"(?<=[a-z])(?P<said>\s+for\s+)(?=(?:{_HARD}|mu|bmu|rmu|du|hsw)\b\s*(?:[,;.)]|$))", re.IGNORECASE
)

_SWAPS = re.compile(r"\b(?:swap|replace|change|trade|exchange)\s[^,;/+]*$", re.IGNORECASE)


def _one_for_another(text: str) -> Cuts:
    """'Scale: 200 singles, ring rows for MU, V-ups for T2B': one instead of the other."""
    for said in _ONE_FOR_ANOTHER.finditer(text) if " for " in text and _SCALES.match(text) else ():
        if _SWAPS.search(text, 0, said.start()):
            continue  # "swap muscle-ups for chest to bar" says it the other way round
        yield *said.span("said"), " instead of "


_ONE_TO = (
    rf"(?P<{{0}}>{_HARD}|[^\W\d][^,;:()\d]{{{{1,24}}}}?)\s+to\s+(?P<{{1}}>[^\W\d][^,;:()\d]{{{{2,30}}}}?)"
)
_SEVERAL_TO = re.compile(
    rf"^\W*(?P<said>scale\s+{_ONE_TO.format('a', 'b')}(?:,|;|\s+and)\s+{_ONE_TO.format('c', 'd')})\W*$",
    re.IGNORECASE,
)


def _several_to(text: str) -> Cuts:
    """'Scale OHS to front squats, C2B to jumping pull-ups': each instead of its own."""
    said = _SEVERAL_TO.match(text) if "scale" in text.lower() else None
    if said is not None:
        yield (
            *said.span("said"),
            f"Scaled: {said['b']} instead of {said['a']}, {said['d']} instead of {said['c']}",
        )


_LOADS = r"\d{1,3}(?:[.,]\d{1,2})?(?:\s?/\s?\d{1,3}(?:[.,]\d{1,2})?)?\s?(?:kgs?|lbs?)?"
_LEVEL_IN_BRACKETS = re.compile(
    rf"(?P<said>\(\s*(?:@\s*)?(?P<rx>{_LOADS})\s*[,;/|]\s*(?P<level>{DIVISION})\s*[:=–-]?\s*(?P<load>{_LOADS})\s*\))",
    re.IGNORECASE,
)
_LEVEL_BEHIND_ARROW = re.compile(
    rf"(?<=\w)(?P<said>\s*(?:→|[-=]>|➔|»)\s*(?P<level>{DIVISION})\b\s*[:=]?\s+(?P<what>[^\W\d][^\d→|;:()]{{2,30}}))\s*$",
    re.IGNORECASE,
)
_SINGLES = re.compile(
    rf"^\W*(?:\d{{1,3}}/\d{{1,3}}\s?(?:kg|lbs?)?\s*[,;+]\s+(?=singles\W*$)|{DIVISION}\s*[:=–-]\s[^@\d]*(?:\d{{1,3}}(?:/\d{{1,3}})?\s?(?:kg|lbs?)?\s*(?:[,;+]|and)\s+)?[^@\d]*\b)(?P<said>(?<!-)singles)(?=\s*(?:[,;+]|$|and\b))",
    re.IGNORECASE,
)

_SAME_NUMBER = re.compile(  # "muscle-ups (scale = C2B, same number)"
    r"(?<=[\w(:=]\s)(?P<said>(?P<what>[\w-]+)\s*,\s*same\s+(?:number|reps?|amount)(?:\s+of\s+reps)?)(?=\s*\))",
    re.IGNORECASE,
)


def _levels_beside(text: str) -> Cuts:
    """'(60/40 kg, scaled 40/30 kg)', 'pull-ups -> sc ring rows', 'SC - singles, 50/35 kg': what one level
    does otherwise, in brackets behind what all do; skips without their name."""
    for one in _LEVEL_IN_BRACKETS.finditer(text):
        yield *one.span("said"), f"{one['rx']} ({one['level']}: {one['load']})"
    for one in _SAME_NUMBER.finditer(text):
        yield *one.span("said"), one["what"]
    if said := _LEVEL_BEHIND_ARROW.search(text):
        yield *said.span("said"), f" ({said['level']}: {said['what']})"
    if said := _SINGLES.match(text):
        yield *said.span("said"), "single-unders"


WAYS = (_levels_beside, _instead, _of_a_level, _one_for_another, _several_to)
