"""The loads of sets, written in full: '5 sets at 70, 3 at 75, 2 at 80 %', '5-3-1 @ 60/70/80', '20 reps @
10RM', 'men 80-90-100, women 50-55-60'."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts
from core.reading.joining import MOST_SETS_OF_A_LIFT
from core.reading.loads import MOST_PERCENT, unit_of
from core.reading.phrases import PAIR
from core.reading.spelled import number_said

_LISTED_LOADS = re.compile(
    r"(?<![\d.,/])(?P<sets>[3-9]|1\d)\s?[x×]\s?\d{1,2}\s*(?P<said>[,@:]|\bat\b)\s*"
    r"(?P<all>\d{2,3}(?:[.,]5)?(?:\s?[-/]\s?\d{2,3}(?:[.,]5)?){2,})(?!\s?(?:%|kg|lb|\d|[-/,]\s?\d))",
    re.IGNORECASE,
)
_LOAD = re.compile(r"\d{2,3}(?:[.,]5)?")


def _loads_listed(text: str) -> Cuts:
    """'6x3, 100-110-120-120-125-130': a load for each set, where it can be no list of percents."""
    for said in _LISTED_LOADS.finditer(text):
        loads = [float(one.replace(",", ".")) for one in _LOAD.findall(said["all"])]
        if len(loads) == int(said["sets"]) and max(loads) > MOST_PERCENT:
            yield *said.span("said"), " @ "
            yield said.end("all"), said.end("all"), f" {unit_of(tuple(loads))}"


_PERCENT_AND_REPS = re.compile(
    r"(?:\d{2,3}\s?%(?:\s+[-–]|:)\s+\d{1,2}\s+reps?(?=\s*[/|]\s*\d{2,3}\s?%)|\d{1,2}(?:\s+reps?)?\s+\(\d{2,3}\s?%\)(?=\s*[/|]\s*\d))"
    r"(?P<sign>\s*[/|]\s*)",
    re.IGNORECASE,
)


def _slashed_percents(text: str) -> Cuts:
    """'65% - 5 reps / 75% - 3 reps': a set each."""
    for said in _PERCENT_AND_REPS.finditer(text) if "%" in text else ():
        yield *said.span("sign"), ", "


_STROKE = re.compile(r"[/x×]")
_PERCENTS_BY_REPS = re.compile(  # the plus of a last set tells percents from loads
    r"(?<![\d/.,])[4-9]\d[/x×]\d\b(?:\s*,?\s+(?:1\d\d|[4-9]\d)[/x×]\d\b)*\s*,?\s+(?:"
    r"1\d\d|[4-9]\d)[/x×]\d\+(?![\d/.%])"
)


def _percents_by_reps(text: str) -> Cuts:
    """'65/3 75/3 85/3+', '75x5, 85x3, 95x1+': so many at each percent."""
    for said in _PERCENTS_BY_REPS.finditer(text) if "+" in text else ():
        sets = (_STROKE.sub("% x ", one.strip(",")) for one in said[0].split())
        yield said.start(), said.end(), ", ".join(sets)


_BETWEEN = re.compile(r"between\s+(?P<low>\d{2,3})\s*%?\s+(?:and|to)\s+(?P<high>\d{2,3}\s*%)", re.IGNORECASE)


def _ranges(text: str) -> Cuts:
    """'between 70 and 85 %': from one to the other."""
    for said in _BETWEEN.finditer(text):
        yield said.start(), said.end(), f"{said['low']}-{said['high']}"


_UNIT = re.compile(r"%|percent|kg|kilos?|lbs?", re.IGNORECASE)
_SO_MANY_AT = r"\d\s+(?:sets?\s+)?(?:at|@)\s*\d{2,3}(?:[.,]5)?\s*(?:%|percent|kg|kilos?|lbs?)?"
_SO_MANY_SETS = re.compile(
    r"(?P<sets>\d)\s+(?:sets?\s+)?(?:at|@)\s*(?P<load>\d{2,3}(?:[.,]5)?)", re.IGNORECASE
)
_SETS_IN_TURN = re.compile(
    rf"\s*[.:,;]?\s+\(?(?=\d\s+sets?\b)(?P<turns>{_SO_MANY_AT}(?:\s*[,;]?\s*(?:and\s+|th"
    rf"en\s+)?{_SO_MANY_AT})+)(?!\w)\)?",
    re.IGNORECASE,
)


def _sets_in_turn(text: str) -> Cuts:
    """'5 sets at 70, 3 at 75, 2 at 80 %' behind what is lifted: a load for each set."""
    for said in _SETS_IN_TURN.finditer(text) if " at " in text or "@" in text else ():
        turns = _SO_MANY_SETS.finditer(said["turns"])
        loads = [one["load"] for one in turns for _ in range(int(one["sets"]))]
        units = _UNIT.findall(said.group())
        if len(loads) > PAIR:  # two by a stroke are his and hers
            yield said.start(), said.end(), f" @ {'/'.join(loads)} {units[-1] if units else ''}"


_SETS_AT = (
    r"(?:the\s+)?(?:first|next|then|last|final)\s+(?P<sets{0}>[1-9]|one|two|three|four|five|six)"
    r"\s*(?:sets?|reps?|rounds?)?\s*(?:at|@|on)\s*(?P<load{0}>\d{{2,3}}(?:[.,]5)?)"
    r"\s*(?:%|percent|kg|kilos?|lbs?)?"
)
_JOINT = r"\s*[,;]?\s*(?:and\s+|then\s+)?"
_IN_TURN = re.compile(
    rf",?\s*{_SETS_AT.format(1)}{_JOINT}{_SETS_AT.format(2)}(?:{_JOINT}{_SETS_AT.format(3)})?(?!\w)",
    re.IGNORECASE,
)


def _loads_in_turn(text: str) -> Cuts:
    """'6 x 2, first two sets at 65 %, next two at 70 %, last two at 75 %': a load for each set."""
    for said in _IN_TURN.finditer(text) if "last " in text or "next " in text else ():
        places = [place for place in "123" if said["sets" + place]]
        loads = [said["load" + place] for place in places for _ in range(number_said(said["sets" + place]))]
        units = _UNIT.findall(said.group())
        yield said.start(), said.end(), f" @ {'/'.join(loads)} {units[-1] if units else ''}"


_HIS_AND_HERS = re.compile(
    r"(?:^|[,;/+:]\s*)\W{0,3}(?P<count>\d{1,3}\s+)?(?!rounds?\b|rds\b|sets?\b|min|se"
    r"c|x\b)[^\W\d][^,;:/+()\d@]*?\s"
    r"(?P<loads>(?P<his>\d{2,3}(?:[.,]5)?)\s?-\s?(?P<hers>\d{2,3}(?:[.,]5)?))(?=\s?"
    r"(?:kgs?|lbs?)?\s*(?:$|[,;)+]|/(?!\d)))",
    re.IGNORECASE,
)
HERS_OF_HIS = (0.55, 0.85)  # what a load for women is of one for men; common practice


def _his_and_hers(text: str) -> Cuts:
    """'9 thrusters 43-30': what he lifts, what she does, and no list of sets."""
    for said in _HIS_AND_HERS.finditer(text) if "-" in text else ():
        his, hers = (float(said[name].replace(",", ".")) for name in ("his", "hers"))
        counts = said["count"] is None and his % 5 == hers % 5 == 0  # "thrusters 30-20": two sets
        if HERS_OF_HIS[0] <= hers / his <= HERS_OF_HIS[1] and not counts:
            yield *said.span("loads"), f"{said['his']}/{said['hers']}"


SHARES = (
    (2, 95),
    (3, 93),
    (4, 90),
    (5, 87),
    (6, 85),
    (7, 83),
    (8, 80),
    (9, 77),
    (10, 75),
    (12, 67),
    (15, 65),
)
SHARE_OF_RM = dict(SHARES)  # percent of one's best at which so many go; NSCA Essentials, from memory
_AT_RM = re.compile(
    r"\d(?:\s*reps?)?(?:\s+(?:unbroken|across|straight|touch\s+and\s+go))?\s*,?\s*"
    r"(?P<said>(?:@|at|with)\s*(?:your\s+|a\s+)?(?P<n>[2-9]|1[0-5])\s?RM)\b(?!\s*(?:"
    r"[x×:]|\d))",
    re.IGNORECASE,
)


def _at_rm(text: str) -> Cuts:
    """'20 reps @ 10RM': how heavy, and no sets of ten."""
    for said in _AT_RM.finditer(text) if "rm" in text.lower() else ():
        if share := SHARE_OF_RM.get(int(said["n"])):
            yield *said.span("said"), f"@ {share}%"


_REPS_BY_LOADS = re.compile(
    r"(?<![\d.,/x])(?P<all>(?:[1-9]|1[0-2])\s?[x×]\s?(?:[4-9]\d|[12]\d\d)(?:[.,]5)?"
    r"(?:\s*,?\s+(?:[1-9]|1[0-2])\s?[x×]\s?(?:[4-9]\d|[12]\d\d)(?:[.,]5)?){1,9})"
    r"\s?(?P<unit>kgs?|lbs?)\b",
    re.IGNORECASE,
)


def _reps_by_loads(text: str) -> Cuts:
    """'3x100 3x110 3x120 kg': a set of three at each."""
    for said in _REPS_BY_LOADS.finditer(text) if "x" in text and ("kg" in text or "lb" in text) else ():
        sets = re.findall(r"(\d+)\s?[x×]\s?([\d.,]+?)(?=,?\s|$)", said["all"])
        yield *said.span(), ", ".join(f"{reps} @ {load} {said['unit']}" for reps, load in sets)


_LOAD_OF_EACH = re.compile(
    r"(?<![\w.,/-])(?P<reps>\d{1,2}(?:[-/]\d{1,2}){2,8})(?:\s+reps)?\s*@\s*"
    r"(?P<loads>\d{2,3}(?:[.,]5)?(?:\s?[-/]\s?\d{2,3}(?:[.,]5)?){2,8})\s?(?P<unit>kgs?|lbs?)\b",
    re.IGNORECASE,
)


def _load_of_each(text: str) -> Cuts:
    """'5-3-1 @ 60/70/80 kg': a load for each of the sets, the fewer the heavier."""
    for said in _LOAD_OF_EACH.finditer(text) if "@" in text else ():
        reps = [int(one) for one in re.split("[-/]", said["reps"])]
        loads = [one.strip() for one in re.split("[-/]", said["loads"])]
        worth_of = [float(one.replace(",", ".")) for one in loads]
        if len(reps) == len(loads) and worth_of == sorted(worth_of) and reps == sorted(reps, reverse=True):
            yield (
                *said.span(),
                ", ".join(f"{n} @ {load} {said['unit']}" for n, load in zip(reps, loads, strict=True)),
            )


_BARS_OF_BOTH = re.compile(
    r"(?P<men>\(?\bmen\)?\s*:?\s*)(?P<his>\d{2,3}(?:-\d{2,3}){3,})(?P<between>[\s,;/]*\(?(?:wo)?men\)?\s*:?\s*)(?P<hers>\d{2,3}(?:-\d{2,3}){3,})",
    re.IGNORECASE,
)


def _bars_of_both(text: str) -> Cuts:
    """'Clean (men) 80-90-100-105, (women) 50-55-60-65': loads of a bar, and no repetitions."""
    for said in _BARS_OF_BOTH.finditer(text) if "men" in text.lower() else ():
        his, hers = said["his"].split("-"), said["hers"].split("-")
        if len(his) == len(hers) and min(map(int, his + hers)) >= LIGHTEST_OF_BARS:
            yield *said.span(), f"@ {'-'.join(his)} kg"


LIGHTEST_OF_BARS = 30  # kg of a ladder of lifts; common practice
_SO_LONG_AT = re.compile(
    r"(?<![\d.x×])(?P<said>(?P<reps>[1-5])\s*(?P<at>@\s*\d{2,3}\s?%)\s*\((?P<min>\d{1,2})\s*min(?:ute)?s?\))",
    re.IGNORECASE,
)


def _so_long_at(text: str) -> Cuts:
    """'EMOM 15: 2 @ 65 % (5 min), 1 @ 75 % (5 min)': five sets of two, then five of one."""
    for said in _SO_LONG_AT.finditer(text) if "emom" in text.lower() else ():
        yield *said.span("said"), f"{said['min']} x {said['reps']} {said['at']}"


_BY_DASHES = re.compile(r"@\s*(?P<said>\d{2,3}(?:\.5)?(?:-\d{2,3}(?:\.5)?){2,})(?=\s*(?:%|$|[,;)]))")


def _by_dashes(text: str) -> Cuts:
    """'5 x 5 @ 70-72.5-75-77.5-80': a load for each set."""
    for said in _BY_DASHES.finditer(text) if ".5" in text else ():
        if "." in said["said"]:
            yield *said.span("said"), said["said"].replace("-", "/")


_LOADS_BEHIND = re.compile(
    r"(?P<reps>(?<![\d-])\d{1,2}\+?(?:-\d{1,2}\+?){2,5})(?P<said>\s*,\s*)(?P<loads>[4-9]\d(?:/(?:[4-9]\d|100)){2,5})(?=\s*%?\s*$)"
)


def _loads_behind(text: str) -> Cuts:
    """'5-5-5+, 65/75/85': a percent for each set."""
    said = _LOADS_BEHIND.search(text) if "," in text else None
    if said is not None and said["reps"].count("-") == said["loads"].count("/"):
        yield *said.span("said"), " @ "


_OF_A_SUM = re.compile(r"\+[^,;+\d]*(?P<said>,\s*)(?=[5-9]\d\s?-\s?[5-9]\d\s*%?\s*$)")


def _of_a_sum(text: str) -> Cuts:
    """'pull + hang snatch + snatch, 65-75': how heavy."""
    if said := _OF_A_SUM.search(text) if "+" in text else None:
        yield *said.span("said"), " @ "


_SETS_AND_PERCENT = re.compile(
    r"(?:(?P<first>\d{1,2})(?:\s?[-–]\s?(?P<last>\d{1,2}))?\s*(?::|@|at\b|=)?\s*@?\s*"
    r"(?:(?P<reps>\d)(?:\s+reps?)?\s*@\s*)?(?P<percent>[3-9]\d(?:[.,]5)?|1[01]\d)\s?%)",
    re.IGNORECASE,
)
_ONE_OF_THEM = rf"(?:sets?\s+)?{re.sub('[?]P<[a-z]+>', '', _SETS_AND_PERCENT.pattern)}"
_SETS_IN_A_LINE = re.compile(
    rf"^\W*(?P<said>{_ONE_OF_THEM}(?:\s*[,;|/]?\s+(?:then\s+|and\s+)?{_ONE_OF_THEM})+)\W*$", re.IGNORECASE
)


def _sets_in_a_line(text: str) -> Cuts:
    """'Sets 1-3 65%, 4-7 70%, 8-10 75%': the percents of all sets, in order."""
    said = _SETS_IN_A_LINE.match(text) if text.count("%") > 1 else None
    sets = list(_SETS_AND_PERCENT.finditer(said["said"])) if said is not None else []
    if said is None or not ("set" in text.lower() or any(one["last"] for one in sets)):
        return
    percents: list[str] = []
    reps: list[str] = []
    for one in sets:
        last = int(one["last"] or one["first"])
        if int(one["first"]) != len(percents) + 1 or not len(percents) < last <= MOST_SETS_OF_A_LIFT:
            return
        more = last - len(percents)
        percents += [one["percent"].replace(",", ".")] * more
        reps += [one["reps"]] * more if one["reps"] else []
    if len(reps) in (0, len(percents)):
        counted = f"{'-'.join(reps)} " if reps else ""
        yield *said.span("said"), f"{counted}@ {'-'.join(percents)} %"


_PERCENTS_BEHIND = re.compile(
    r"\bevery\s[^,;]*?\s[x×]\s?\d{1,2}(?P<said>\s*,\s*)(?=\d{2}(?:\s?[-–]\s?\d{2,3})?\s?%(?!\s*[x×]))",
    re.IGNORECASE,
)


def _percents_behind(text: str) -> Cuts:
    """'1 every 90 s x 10, 65-80 %': how heavy, and no list of percents."""
    for said in _PERCENTS_BEHIND.finditer(text) if "%" in text else ():
        yield *said.span("said"), " @ "


_BAR_BY_BAR = re.compile(
    r"\b(?P<said>1\s+rep\s+every\s+(?P<each>\d{1,2}\s?s(?:ec(?:onds?)?)?)\s*(?:[:,@]|\bat\b)\s*"
    r"(?P<all>\d{2,3}(?:[.,]5)?(?:\s*[-,/]\s*\d{2,3}(?:[.,]5)?){2,}))(?=\s*(?:kg|lbs?)\b)",
    re.IGNORECASE,
)


def _bar_by_bar(text: str) -> Cuts:
    """'1 rep every 30 s: 40, 45, 50, 55 kg': a bar for each, as often as there are bars."""
    if said := _BAR_BY_BAR.search(text) if "rep" in text else None:
        bars = _LOAD.findall(said["all"])
        yield *said.span("said"), f"every {said['each']} x {len(bars)}: 1 rep @ {'-'.join(bars)}"


_L = r"\d{1,3}(?:[.,]5)?"
_LISTED_BY_SEX = re.compile(
    rf"(?P<said>\b(?:M|men)\s?:?\s(?P<his>{_L}(?:,\s{_L}){{1,4}})\s?(?:/|\||;|,)\s?(?:F|W|women)\s?:?\s(?P<hers>{_L}(?:,\s{_L}){{1,4}}))\W*$",
    re.IGNORECASE,
)


def _listed_by_sex(text: str) -> Cuts:
    """'M 22.5, 9 / F 15, 6': a pair for each thing that is lifted, in order."""
    said = _LISTED_BY_SEX.search(text)
    his, hers = (re.findall(_L, said[sex]) for sex in ("his", "hers")) if said is not None else ([], [])
    if said is not None and len(his) == len(hers):
        yield *said.span("said"), ", ".join(f"{one}/{two}" for one, two in zip(his, hers, strict=True))


_LAST_SETS = re.compile(
    r"^\W*(?:[^\W\d][^\d,;:]{2,24}:?\s+)?\d{1,2}\s?(?:[x×]|sets?\s+of)\s?(?P<said>(?P<reps>\d{1,2})\s*,\s*(?:the\s+)?last\s+(?:one\s+|two\s+|three\s+|\d\s+)sets?\s*(?:at|@)\s*)(?=\d{2,3}\s?%)",
    re.IGNORECASE,
)


def _last_sets(text: str) -> Cuts:
    """'6 sets of 2, last two sets at 87 %': the heaviest of them."""
    said = _LAST_SETS.match(text)
    if said is not None:
        yield *said.span("said"), f"{said['reps']} @ "


WAYS = (
    _last_sets,
    _listed_by_sex,
    _bar_by_bar,
    _percents_behind,
    _sets_in_a_line,
    _of_a_sum,
    _by_dashes,
    _loads_behind,
    _loads_listed,
    _slashed_percents,
    _percents_by_reps,
    _ranges,
    _sets_in_turn,
    _loads_in_turn,
    _his_and_hers,
    _at_rm,
    _reps_by_loads,
    _load_of_each,
    _bars_of_both,
    _so_long_at,
)
