"""What whole sentences say, in full: 'You have 20 minutes to do as many rounds of .. as you can', 'three
intervals of 500 m on the rower', 'Row 500 m five times'."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts
from core.reading.spelled import number_said

_COUNT = r"(?P<n>[2-9]|1\d|20|two|three|four|five|six|seven|eight|nine|ten)"
_FAR = r"\d{2,4}\s?(?:k?m|cals?|calories|met(?:re|er)s)"
_MINUTES = r"(?P<t>\d{1,2})[\s-]?min(?:ute)?s?"
_AS_MANY = (  # before a list, and what may stand behind it
    re.compile(
        rf"(?:^|[.!]\s)(?P<said>(?:(?:you|we)\s(?:have|get)\s)?{_MINUTES}\sto\s(?:do|complete|get|finish)\sas\smany\s(?:rounds|reps)\sof\s)(?P<list>[^.!;]+?)"
        r"(?P<end>\sas\s(?:you|we)\s(?:can|possibly\scan))",
        re.IGNORECASE,
    ),
    re.compile(
        rf"(?:^|[.!]\s)(?P<said>(?:please\s)?set\s(?:the|a|your)\s(?:clock|timer)\s(?:to|for)\s{_MINUTES}\s(?:and|,)\s(?:then\s)?(?:keep\smoving|work|go|cycle|move|rotate)\s(?:through|at)\s)(?P<list>[^.!;]+)(?P<end>)",
        re.IGNORECASE,
    ),
    re.compile(
        rf"(?:^|[.!]\s)(?P<said>(?:keep\s(?:moving|going|working)|work|move|cycle)\s(?:through\s)?for\s{_MINUTES}\s?[:,]\s(?:of\s|doing\s)?)(?P<list>\d[^.!;]+)(?P<end>)",
        re.IGNORECASE,
    ),
)
_EACH_MINUTE = re.compile(
    rf"(?:^|[.!]\s)(?P<said>(?:for\s)?{_MINUTES}\s?[,:]\s)(?P<what>\d[^.!;,]{{3,40}}?)(?P<end>\s(?:at\sthe\s(?:start|top|beginning)\sof\s(?:every|each)\sminute|(?:every|each)\sminute))\W*$",
    re.IGNORECASE,
)
_REPEATS = re.compile(
    rf"(?<![\w.])(?P<said>{_COUNT}\s(?:times|intervals\sof|repeats\sof|reps\sof|bouts\sof|pieces\sof|lots\sof))\s(?={_FAR}\b)",
    re.IGNORECASE,
)
_SO_OFTEN = re.compile(
    rf"(?P<before>\b(?:row|run|ski|bike|swim)\s)(?P<far>{_FAR})(?P<said>\s{_COUNT}\stimes)(?!\w)",
    re.IGNORECASE,
)


def _with_its_last_word(said: re.Match[str], name: str) -> tuple[int, int, str]:
    """What ends a sentence behind a list stands for the list's last word, so that no word is lost."""
    last = said[name].rsplit(" ", 1)[-1]
    return said.end(name) - len(last), said.end("end"), last


def _as_many(text: str) -> Cuts:
    """'You have 20 minutes to do as many rounds of .. as you can'."""
    for pattern in _AS_MANY if "min" in text.lower() else ():
        for said in pattern.finditer(text):
            yield *said.span("said"), f"AMRAP {said['t']}: "
            yield _with_its_last_word(said, "list")


def _each_minute(text: str) -> Cuts:
    """'12 minutes, 10 burpees at the start of every minute'."""
    if said := _EACH_MINUTE.search(text) if "minute" in text.lower() else None:
        yield *said.span("said"), f"EMOM {said['t']}: "
        yield _with_its_last_word(said, "what")


def _repeats(text: str) -> Cuts:
    """'three intervals of 500 m on the rower', 'Row 500 m five times'."""
    for said in _REPEATS.finditer(text):
        yield *said.span("said"), f"{number_said(said['n'].lower())} x"
    for said in _SO_OFTEN.finditer(text):
        yield said.start("far"), said.end("said"), f"{number_said(said['n'].lower())} x {said['far']}"


_ATTEMPTS = re.compile(
    r"(?:^|[:;.,]\s)\s{0,3}(?P<what>max(?:imum)?\s(?:unbroken\s)?[a-z][a-z -]{3,30}?)"
    r"(?P<said>,\s(?P<n>[2-5])\s(?:attempts|tries|sets))(?=[.,;]\s)",
    re.IGNORECASE,
)
_FAR_AS_POSSIBLE = re.compile(
    r"(?P<said>(?:go\s)?as\s(?:far|many\smet(?:re|er)s)\sas\s(?:possible|you\scan)\son\sthe)(?=\s(?:row|ski|bike|run))",
    re.IGNORECASE,
)
_METRES = re.compile(
    r"\bmax(?:imum|imal)?\s(?P<said>met(?:re|er)s(?:\son\sthe)?)(?=\s[^\W\d]|\s{0,3}$)", re.IGNORECASE
)

_EACH_ROUND_IS = re.compile(
    r"(?P<said>(?:(?:this|it|today|the\s(?:workout|wod|metcon))\s(?:is|will\sbe)|today['’]s\s(?:workout|wod)\sis)\san?\s"
    r"(?P<n>[2-9]|1\d|two|three|four|five|six|seven|eight|ten)[\s-]rounds?(?:er)?(?:\s[^\W\d][^.!?\d]{0,40})?[.!:]\s(?:each|every|one)\sround\s(?:is|has|means|consists\sof|contains))\s",
    re.IGNORECASE,
)
_DO_TIMES = re.compile(
    r"^\W{0,6}(?P<said>(?:do|complete|perform)\s(?:(?:this|it|the\sfollowing)\s)?(?P<n>[2-9]|1\d)\s(?:times|x))(?=\s?(?::|$|for\s))",
    re.IGNORECASE,
)


def _rounds_said(text: str) -> Cuts:
    """'It is a five round couplet. Each round is ..', 'Do 3 times for weight:'."""
    for said in _EACH_ROUND_IS.finditer(text):
        yield *said.span("said"), f"{number_said(said['n'].lower())} rounds of"
    if times := _DO_TIMES.match(text):
        yield *times.span("said"), f"{times['n']} rounds"


_START_AT = re.compile(
    r"(?<=[^\W\d])(?P<said>[.;,]\s(?:start(?:ing)?|begin)\s(?:at|with|from)\s(?P<p>[4-9]\d)\s?%)(?=\s(?:and|then)\s(?:add|build|climb|go|work|increase))",
    re.IGNORECASE,
)
_SO_YOU_DO = re.compile(
    r"(?P<said>,\s(?:so\s|and\s(?:so\s)?)?(?:you|we)(?:['’]ll|\swill|\sare\sgoing\sto)\sdo)\s(?=\d{1,2}\s(?:sets|rounds|x)\b)",
    re.IGNORECASE,
)


def _told_behind(text: str) -> Cuts:
    """'2 snatches. Start at 60 % and add', 'it is week 3, so you will do 5 sets of ..'."""
    for said in _START_AT.finditer(text) if "%" in text else ():
        yield *said.span("said"), f" @ {said['p']} %,"
    for said in _SO_YOU_DO.finditer(text):
        yield *said.span("said"), ". Then"


_CHOICES = re.compile(r"\s/\s(?=[^()]*\((?:pick|choose|select)\s[^()]{0,30}\)\W*$)", re.IGNORECASE)


def _choices(text: str) -> Cuts:
    """'3 ring MU / 6 C2B / 9 ring rows (pick your level)': one of them."""
    for said in _CHOICES.finditer(text) if "(" in text else ():
        yield *said.span(), " or "


def _attempts(text: str) -> Cuts:
    """'max pull-ups, 2 attempts. 1 km row': attempts at what stands before them only."""
    for said in _ATTEMPTS.finditer(text):
        yield said.start("what"), said.end("said"), f"{said['n']} x {said['what']}"
    for said in _FAR_AS_POSSIBLE.finditer(text):
        yield *said.span("said"), "max distance on the"
    for said in _METRES.finditer(text):
        yield *said.span("said"), "distance"


WAYS = (_told_behind, _rounds_said, _choices, _as_many, _each_minute, _repeats, _attempts)
