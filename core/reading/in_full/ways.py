"""Distances and times, in full: '2 sets of 4 x 400 m', '800 easy', '10 x (20s all out / 1:40 easy)'."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import TIME, Cuts, way_of

_WAY = r"\d+(?:[.,]\d+)?\s?k?m\b"
_WAYS_IN_TURN = re.compile(
    rf"^\W*(?P<how>row|run|ski|bike|swim)(?:\s*erg)?:?\s+\d{{1,2}}\s?[x×]\s?\("
    rf"(?P<ways>\s*{_WAY}[^()\d]*[,;/+&][^()\d]*{_WAY}[^()\d]*)\)",
    re.IGNORECASE,
)


def _ways_in_turn(text: str) -> Cuts:
    """'Row 3 x (500 m easy, 250 m hard)': 500 m of it, then 250 m, three times."""
    said = _WAYS_IN_TURN.match(text)
    if said is not None:
        how, (first, *others) = said["how"].lower(), re.finditer(_WAY, said.group(), re.IGNORECASE)
        between = text[said.end("how") : first.start()]
        yield said.start("how"), first.end(), f"{between.lstrip(' :')}{first.group()} {how}"
        for way in others:
            yield *way.span(), f"{way.group()} {how}"


_HOW_HARD = (
    r"(?:@\s*)?(?:\d{1,3}\s*%|RPE\s*\d{1,2}|z(?:one)?\s?\d"
    r"|(?:very\s+)?(?:easy|moderate|medium|hard|fast|steady|max|sprint|all[\s-]out|tempo|threshold))"
)
_SPELL = rf"\d{{1,2}}\s?(?:min(?:ute)?s?|')(?:\s+{_HOW_HARD})?"
_TIMES_IN_TURN = re.compile(
    r"^(?P<lead>\W*(?:then\s+)?(?:row|run|ski|bike|swim)(?:ing)?(?:\s*erg)?)\s*[:–-]?\s+"
    rf"(?P<all>{_SPELL}(?:\s*[,/]\s*(?:then\s+)?{_SPELL})+)(?=\s*(?:$|[.;(]))",
    re.IGNORECASE,
)
_MINUTES = re.compile(r"(\d{1,2})\s?(?:min|')", re.IGNORECASE)


def _times_in_turn(text: str) -> Cuts:
    """'Ski: 5 min @ 60 %, 4 min @ 70 %, 3 min hard': twelve minutes of it."""
    if said := _TIMES_IN_TURN.match(text):
        yield *said.span("all"), f"{sum(map(int, _MINUTES.findall(said['all'])))} min"


_SPELLS_AND_RESTS = re.compile(
    rf"(?<![\w.:])(?P<on>{TIME})\s+(?P<way>row|run|ski|bike|swim)\s*[/,]\s*(?P<off>"
    rf"{TIME})\s+(?:rest|off|easy)\s*[x×]\s*(?P<times>\d{{1,2}})(?!\d)",
    re.IGNORECASE,
)


def _spells_and_rests(text: str) -> Cuts:
    """'2 min row / 1 min rest x 4': four times two minutes of it."""
    for said in _SPELLS_AND_RESTS.finditer(text):
        yield *said.span(), f"{said['times']} x {said['on']} {said['way']}, rest {said['off']}"


_SETS_OF_WAYS = re.compile(
    r"(?<![\d.,:])(?P<sets>[2-9])\s?(?:x|×|sets?\s+of|rounds?\s+of|series\s+of)\s?\("
    r"?\s?(?P<times>[2-9]|1[0-9]|20)\s?[x×]\s?"
    r"(?=\d{2,4}\s?(?:k?m|cals?|s|secs?|min)\b|(?:[2-9]00|1[0-9]00)\b(?!\s?(?:kg|lbs?|%)))",
    re.IGNORECASE,
)


def _sets_of_ways(text: str) -> Cuts:
    """'2 sets of 4 x 400 m': eight times."""
    for said in _SETS_OF_WAYS.finditer(text):
        yield said.start(), said.end(), f"{int(said['sets']) * int(said['times'])} x "


_BARE_WAY = re.compile(
    r"(?<![\d.,:/x×-])(?P<way>[1-9]\d?[05]0)(?=\s+(?:easy|jog|walk|float|strides?)\b)"
    r"|(?<=\d)\s?[x×]\s?(?P<again>[1-9]\d?[05]0)"
    r"(?=\s+(?:fast|hard|easy|strides?|jog)\b|\s*(?:@|at)\s*(?:\d{1,2}\s?k\b|mile|go"
    r"al|race|threshold|tempo\s+pace))",
    re.IGNORECASE,
)


def _bare_ways(text: str) -> Cuts:
    """'800 easy', 'w/ 200 walk': metres."""
    for said in _BARE_WAY.finditer(text):
        name = said.lastgroup or ""
        yield *said.span(name), f"{said[name]} m"


_HARD = r"(?:all[\s-]out|hard|fast|sprint|work|full gas|on)"
_EASY = r"(?:easy|off|rest|slow|recover(?:y)?|light|spin|float)"
_ON_AND_OFF = re.compile(
    r"(?P<times>\d{1,2})\s?[x×]\s?"
    rf"(?:\(\s*(?P<on>{TIME})\s*(?:{_HARD}|@\s*[\w\s.]{{2,24}}?)?\s*[/,+–-]\s*(?P<off>{TIME})\s*{_EASY}?\s*\)"
    rf"|(?P<hard>{TIME})\s*{_HARD}\s*[/,+–-]\s*(?P<easy>{TIME})\s*{_EASY}(?!\w))",
    re.IGNORECASE,
)


def _on_and_off(text: str) -> Cuts:
    """'10 x (20s all out / 1:40 easy)': so long at work, so long at rest."""
    for said in _ON_AND_OFF.finditer(text):
        on, off = (_seconds(said[one] or said[other]) for one, other in (("on", "hard"), ("off", "easy")))
        yield said.start(), said.end(), f"{said['times']} x {on} sec on / {off} sec off"


_BY_THE_CLOCK = re.compile(
    r"(?<![\d:])(?P<on>\d?:\d{2})\s*(?P<work>work|on|hard)\s*[/,+–-]?\s*(?P<off>\d?:"
    r"\d{2})\s*(?P<rest>rest|off|easy)\b",
    re.IGNORECASE,
)


def _by_the_clock(text: str) -> Cuts:
    """'0:40 work / 0:20 rest': so many seconds of each."""
    for said in _BY_THE_CLOCK.finditer(text) if ":" in text else ():
        on, off = (_seconds(said[one]) for one in ("on", "off"))
        yield said.start(), said.end(), f"{on} sec {said['work']} / {off} sec {said['rest']}"


def _seconds(text: str) -> int:
    minutes, _, seconds = text.partition(":")
    if seconds:
        return int(minutes or 0) * 60 + int(seconds)
    number = int(re.sub(r"\D", "", text))
    return number * 60 if "m" in text.lower() or text[-1] in "'′" else number


_LAPS = re.compile(r"(?<=\d\s)(?P<laps>laps)(?=\s*,)|\bbetween\s+(?P<between>laps)\b", re.IGNORECASE)
_STATIONS = re.compile(r"\bstations?\b|\d\s?s?\s+(?:on|work)\b", re.IGNORECASE)


def _laps(text: str) -> Cuts:
    """'6 stations, 40 s on 20 s off, 3 laps, 2 min between laps': rounds."""
    for said in _LAPS.finditer(text) if "laps" in text and _STATIONS.search(text) else ():
        yield *said.span(said.lastgroup or 0), "rounds"


_FOR_MINUTES = (
    "for ",
    re.compile(
        r"^\W*(?P<said>for\s+(?P<minutes>\d{1,2})\s*(?:min(?:ute)?s?|')[^:,\d]{0,30}:)(?=[^:]*\d[^:]*,\s*\d)",
        re.IGNORECASE,
    ),
    r"AMRAP \g<minutes> min:",
)  # "For 20 min at a steady pace: 400 m run, 20 cal row"
_IN_TURN = (
    "min",
    re.compile(
        r"(?:^\W*|[.!]\s+)(?P<said>(?P<minutes>\d{2})\s*(?:min(?:ute)?s?|')\s*:)(?=\s*\d"
        r"{1,2}\s*(?:min(?:ute)?s?|')\s+[^\W\d][^,:]*,"
        r"\s*\d{1,2}\s*(?:min|')(?!.*(?:through|times|rounds|\bx\s?\d)))",
        re.IGNORECASE,
    ),
    r"AMRAP \g<minutes> min:",
)  # "30 minutes: 5 min row, 5 min bike, 5 min ski"
_SO_FAR = r"\d{0,4}\s?(?:km?|m|metres|meters|miles?)"
_SAID_OTHERWISE = (
    (  # "half mile run"
        "half",
        re.compile(r"(?<![\w-])(?P<said>(?:a\s+)?half(?:\s+a)?[\s-]+mile)\b", re.IGNORECASE),
        "1/2 mile",
    ),
    (  # "5R/5L windmills"
        "l",
        re.compile(
            r"(?<![\w.,/])(?P<said>(?P<n>\d{1,2})\s?[RL]\s?[/+]\s?(?P=n)\s?[LR])(?=\s|$)", re.IGNORECASE
        ),
        r"\g<n>/\g<n>",
    ),
    (  # "12 shuttle runs (10 m)"
        "shuttle",
        re.compile(
            r"(?<![\w.,/-])(?P<said>(?P<n>\d{1,3})\s+(?P<what>shuttle(?:\s+(?:runs?|sprints?))?s?)\s*\(?(?:of\s+)?"
            r"(?P<way>\d{1,2}\s?(?:m|metres?|meters?))(?:\s+each)?\)?)(?=\W|$)",
            re.IGNORECASE,
        ),
        r"\g<n> x \g<way> \g<what>",
    ),
    (  # "Green: 30 min: 500 m row, 400 m run, 30 air squats"
        "min",
        re.compile(
            r"^\W*(?!amrap|emom|tabata|every|time|for|rest|cap)[^\W\d]{3,14}:\s(?P<said>(?P<n>\d{2})\s?min(?:ute)?s?\s?:)(?=\s?\d{1,4}\s?[^:,;]{3,30},\s\d{1,4}\s?[^:,;]{3,30},\s\d)",
            re.IGNORECASE,
        ),
        r"AMRAP \g<n> min:",
    ),
    (  # "Intervals (row or ski):" above what is rowed
        "interval",
        re.compile(
            r"^\W*(?P<said>intervals?\s?\(\s?(?P<way>row|ski|bike|run)(?:\s?(?:/|,|or)\s?(?:row|ski|bike|run|erg))*\s?\))",
            re.IGNORECASE,
        ),
        r"\g<way> intervals",
    ),
    (  # "12 min, at your own speed: 8 deadlifts, 6 push-ups"
        "min",
        re.compile(
            r"^\W*(?:[^\W\d]+:\s)?(?P<said>(?P<n>\d{1,2})\smin(?:ute)?s?,?\s(?:at|in)\s(?:your|an?)\s(?:[^\W\d]+\s){0,2}(?:speed|pace|rhythm|tempo)\s?:)(?=\s?\d)",
            re.IGNORECASE,
        ),
        r"AMRAP \g<n> min:",
    ),
    (  # "then straight onto the bike, 15 cal hard"
        "the ",
        re.compile(
            r"(?P<said>\b(?:then\s)?(?:straight|right|directly|jump|hop|get)\s(?:on\s?to|to|on)\sthe\s(?P<what>bike|rower|ski|erg|air\s?bike|treadmill)"
            r"\s?[,:–-]\s?(?P<n>\d{1,3})\s?cals?(?:ories)?)\b",
            re.IGNORECASE,
        ),
        r"\g<n> cal \g<what>",
    ),
    (  # "Walk 5 min after"
        "after",
        re.compile(
            r"^\W*(?P<said>(?P<how>walk|jog|row|bike|ski|spin)\s+(?P<n>\d{1,2})\s*min(?:ute)?s?(?P<easy>\s+easy)?"
            r"\s+(?:after(?:wards)?|at\s+the\s+end))\W*$",
            re.IGNORECASE,
        ),
        r"cash-out: \g<n> min\g<easy> \g<how>",
    ),
    (  # "row 500 x 5 w/ 90 s rest": metres
        "0",
        re.compile(
            r"^\W*(?:(?:then|and)\s+)?(?:row|run|ski|bike|swim)(?:ning|ing)?(?:\s*erg)?:?\s+(?P<said>(?P<far>[1-9]\d?[05]0)\s?[x×]\s?"
            r"(?P<times>[2-9]|1\d|20))(?!\d)(?=\s*(?:$|[,;(@]|w/|with|rest|at\b))",
            re.IGNORECASE,
        ),
        r"\g<times> x \g<far> m",
    ),
    (  # "3 x 1 mile repeats", "4 x 1 mile @ half marathon pace"
        "mi",
        re.compile(
            r"(?<![\d.,])\d{1,2}\s?[x×]\s?\d(?:[.,]\d{1,2})?\s?mi(?:les?)?(?P<said>\s+repeats)(?=\s*(?:$|[,;(@]))",
            re.IGNORECASE,
        ),
        " run",
    ),
    (
        "marathon",
        re.compile(
            r"(?<![\d.,])\d{1,2}\s?[x×]\s?\d[\d.,]*\s?(?:k?m|k|mi(?:les?)?)(?P<said>\s*(?:@|at)\s*(?:half[\s-]+)?marathon"
            r"\s+(?:pace|effort))(?!\w)",
            re.IGNORECASE,
        ),
        " run",
    ),
    (
        "k",
        re.compile(
            r"(?:^\W*|[,;.(–-]\s*)(?:each|every)\s+(?P<said>(?P<kilometres>\d{1,2})\s?k)(?="
            r"\b[^\d,;:]{0,12}[:,]?\s*\d)",
            re.IGNORECASE,
        ),
        r"\g<kilometres> km",
    ),
    _FOR_MINUTES,
    _IN_TURN,
    (
        ",",
        re.compile(
            r"\d\s?[x×]\s?\d+(?:\s?(?:k?m|cals?)\b(?:\s+[^\W\d]{3,5})?)?\s*,\s*"
            r"(?P<said>[0-5]?:\d{2}|\d{2,3}\s?(?:s|secs?|seconds|\")|[1-5]\s?(?:min(?:ute)?s"
            r"?|'))(?=\s*[.;)]*$)",
            re.IGNORECASE,
        ),
        r"rest \g<said>",
    ),
    (
        "rest",
        re.compile(
            r",\s*(?:\d{1,3}\s?(?:s|secs?|min(?:ute)?s?|'|\")\s+)?rest\b(?:\s+\d{1,3}(?::\d"
            r"{2})?\s*(?:s|secs?|min(?:ute)?s?|'|\")?)?"
            r"(?P<said>\s*,?\s*[x×]\s?(?P<times>[2-9]|1\d))\W*$",
            re.IGNORECASE,
        ),
        r", \g<times> rounds",
    ),
    (
        "each",
        re.compile(
            rf"(?:^\W*|[,;.(–-]\s*)(?P<said>each)(?=\s+{_SO_FAR}\b[^\d,;:]{{0,12}}[:,]?\s*\d)", re.IGNORECASE
        ),
        "every",
    ),
    (
        "stop",
        re.compile(
            rf"[,;.(–-]\s*(?P<said>(?:and\s+)?stop\s+every\s+(?P<way>{_SO_FAR})(?:\s+(?:for|t"
            rf"o\s+do|and\s+do|to))?)(?=\s+\d)",
            re.IGNORECASE,
        ),
        r"every \g<way>:",
    ),
    (
        " rest",
        re.compile(r"(?<![\w.@])(?P<seconds>\d{1,3})s(?=\s+rest\b)", re.IGNORECASE),
        r"\g<seconds> sec",
    ),
    (
        "amrap",
        re.compile(
            r"\bamraps?\s*x\s*(?P<times>\d)\s*,?\s*(?P<minutes>\d{1,2})\s*(?:min(?:ute)?s?|')\s+each\b",
            re.IGNORECASE,
        ),
        r"\g<times> x \g<minutes> min AMRAP",
    ),
)


_LED_BY_A_WAY = re.compile(
    r"^\W*(?:row|run|ski|swim)(?:ning|ing)?(?:\s*erg)?\s*[:–-]\s*(?=\d)", re.IGNORECASE
)
_SETS_OF_A_WAY = re.compile(r"\d\s?[x×]\s?(?P<far>\d{3,4})(?=\s*(?:[,;/+&(]|$|then\b|and\b))", re.IGNORECASE)


def _sets_of_bare_ways(text: str) -> Cuts:
    """'Run: 4 x 400, 4 x 200': metres."""
    led = _LED_BY_A_WAY.match(text)
    said = list(_SETS_OF_A_WAY.finditer(text, led.end())) if led is not None else []
    for one in said if len(said) > 1 else ():
        yield *one.span("far"), f"{one['far']} m"


_PAIR_OF_A_MACHINE = re.compile(
    r"(?<![\w.,/-])(?P<times>\d{1,2})\s?(?:[x×]|rounds(?:\s+of)?\s)\s?:?(?P<on>[1-6][05])\s?/\s?:?(?P<off>[1-9][05])\s+"
    r"(?=(?:(?:air|fan)\s+)?(?:row(?:er|ing)?|bike|ski(?:\s?erg)?|run|sprints?)\W*$)",
    re.IGNORECASE,
)


def _pair_of_a_machine(text: str) -> Cuts:
    """'10 x 20/40 bike': seconds on and off."""
    for said in _PAIR_OF_A_MACHINE.finditer(text):
        yield *said.span(), f"{said['times']} x {said['on']} s on / {said['off']} s off "


_BARE_WAYS = re.compile(
    r"^\W*(?P<how>row|run|ski|bike)(?:ning|ing)?\s*[:–-]?\s+(?P<all>[1-9]\d{1,2}[05]0?(?:\s*(?:,|\s[-–>→]\s|\s)\s*[1-9]\d{1,2}[05]0?){2,})"
    r"(?P<unit>\s?m(?:et(?:er|re)s)?)?(?=\W*$|\s*[,;(])",
    re.IGNORECASE,
)


def _ways_by_spaces(text: str) -> Cuts:
    """'Run: 400 800 1200 800 400': metres, one after the other."""
    said = _BARE_WAYS.match(text)
    if said is not None:
        yield *said.span("all"), "-".join(re.findall(r"\d+", said["all"]))


_M = r"\d[\d.,]*\s?k?m"
_ON_THE_WAY = re.compile(
    rf"^\W*(?:{_M}\s(?:run|row|ski|bike)|(?:run|row|ski|bike)\s{_M})(?:\sfor\stime)?(?P<said>(?:\s?,|\swith)\s(?P<what>\d{{1,3}}\s[^\W\d][^,;:\d]{{2,30}}?)"
    rf"\severy\s(?P<far>{_M}))\W*$",
    re.IGNORECASE,
)
_BETWEEN_WAYS = re.compile(
    rf"^\W*{_M}\s(?:run|row|ski|bike)(?P<first>\s[-–]\s)\d{{1,2}}\s(?:rounds|rds)\b[^–]*?(?P<last>\s[-–]\s)(?={_M}\s(?:run|row|ski|bike)\W*$)",
    re.IGNORECASE,
)
_SPRINTED = re.compile(
    rf"^\W*(?:row|ski|bike|run)(?:ning|ing)?\s?[:–-]?\s\d{{1,2}}\s?[x×]\s?{_M}\s(?P<said>sprints?)\b",
    re.IGNORECASE,
)
_THEN_EASY = re.compile(
    rf"\d{{1,2}}\s?[x×]\s?\(?{_M}\b[^,/()]*?\b(?:hard|fast|sprint|strong)\b[^,/()]{{0,12}}(?P<said>,\s)(?={_M}\s(?:easy|recovery|jog|walk|slow)\b)",
    re.IGNORECASE,
)


def _on_the_way(text: str) -> Cuts:
    """'5 km run with 10 burpees every 1000 m', '800 m row - 3 rounds: .. - 800 m row', 'Row 8 x 100 m
    sprint, 100 m easy'."""
    if (said := _ON_THE_WAY.match(text)) is not None:
        yield *said.span("said"), f", every {said['far']}: {said['what']}"
    if (said := _BETWEEN_WAYS.match(text)) is not None:
        yield *said.span("first"), ", then "
        yield *said.span("last"), ", then "
    if (said := _SPRINTED.match(text)) is not None:
        yield *said.span("said"), "hard"
    for said in _THEN_EASY.finditer(text):
        yield *said.span("said"), " / "


WAYS = (
    _on_the_way,
    _ways_by_spaces,
    _pair_of_a_machine,
    _sets_of_bare_ways,
    _ways_in_turn,
    _times_in_turn,
    _spells_and_rests,
    _sets_of_ways,
    _bare_ways,
    _on_and_off,
    _by_the_clock,
    _laps,
    way_of(_SAID_OTHERWISE),
)
