"""What boards write short, written in full before it is read: numbers in words, '14 down to 2 by 2s', 'first
two sets at 65, last two at 70', '5 singles @ 80', '5 pull, 10 push, 15 squat'."""

from __future__ import annotations

import itertools
import re
from collections.abc import Callable, Iterator

from core.reading.languages import Translated, rebuilt
from core.reading.spelled import numbers_in_words, worth

Cuts = Iterator[tuple[int, int, str]]  # where a stretch starts and ends, and what stands for it


def in_full(line: Translated, begins_a_name: Callable[[str], bool]) -> Translated:
    """A line with everything of this kind written in full; the line itself where it holds none.

    begins_a_name: whether words begin with a movement's name.
    """
    text = line.text
    ways = (
        *(_ladders, _pulls_and_pushes, _singles, _skips, _percents_by_reps, _loads_in_turn),
        *(_clusters, _ways_in_turn, _sets_of_ways, _drills, _bare_ways, _two_sides),
        *(_rests, _spaced_lists, _on_and_off, _sets_in_turn, _one_sided, _laps, _otherwise),
    )
    cuts = sorted((*numbers_in_words(text, begins_a_name), *(cut for way in ways for cut in way(text))))
    apart = all(one[1] <= other[0] for one, other in itertools.pairwise(cuts))
    return rebuilt(line, cuts) if cuts and apart else line


MOST_RUNGS = 30
_BY_STEPS = re.compile(
    r"(?<![\d.,:/-])(?P<first>\d{1,3})\s*(?:(?:down|up)\s+to|to|-|–)\s*(?P<last>\d{1,3})\s*,?\s*"
    r"(?:(?:going\s+)?(?:down|up)\s+)?by\s+(?P<step>[1-9]\d?|one|two|three|four|five|ten)(?:['’]?s)?"
    r"(?![\w.%]|\s*(?:kg|lbs?|min|sec))",
    re.IGNORECASE,
)


def _ladders(text: str) -> Cuts:
    """'14 down to 2 by 2s': every rung of it."""
    for said in _BY_STEPS.finditer(text) if " by " in text else ():
        first, last, step = int(said["first"]), int(said["last"]), _number(said["step"])
        rungs = range(first, last - 1, -step) if first > last else range(first, last + 1, step)
        if 2 < len(rungs) <= MOST_RUNGS and rungs[-1] == last:
            yield said.start(), said.end(), "-".join(map(str, rungs))


_PULL_AND_PUSH = re.compile(
    r"\d\s+(?P<pull>pulls?)(?=\s*(?:$|[,;/|+&]|and\b))(?=.*\d\s+push)"
    r"|(?<=\d)\s+(?P<push>push(?:es)?)(?=\s*(?:$|[,;/|+&]|and\b))",
    re.IGNORECASE,
)


def _pulls_and_pushes(text: str) -> Cuts:
    """'5 pull, 10 push, 15 squat': pull-ups and push-ups, where both stand there."""
    said = list(_PULL_AND_PUSH.finditer(text)) if "push" in text.lower() else []
    if {one.lastgroup for one in said} == {"pull", "push"}:
        for one in said:
            yield one.start(one.lastgroup or 0), one.end(), f"{one.lastgroup}-ups"


_SINGLES = re.compile(
    r"(?<![\d.,/x-])(?P<sets>\d{1,2})\s+(?:heavy\s+|good\s+)?(?P<reps>singles|doubles|triples)"
    r"(?=\s*(?:@|at)\s*\d)",
    re.IGNORECASE,
)
_REPS = {"singles": 1, "doubles": 2, "triples": 3}


def _singles(text: str) -> Cuts:
    """'5 singles @ 80': five sets of one, and no skips."""
    for said in _SINGLES.finditer(text):
        yield said.start(), said.end(), f"{said['sets']} x {_REPS[said['reps'].lower()]}"


_SKIPS = re.compile(
    r"[,;/]\s*(?:\d+\s+)?(?P<skips>singles)(?=\s*\(?x\s?[23]\)?\s*(?:[,;/.]|$))", re.IGNORECASE
)


def _skips(text: str) -> Cuts:
    """'Scaled: knee raises, singles x2': skips, and no sets of one."""
    for said in _SKIPS.finditer(text):
        yield *said.span("skips"), "single-unders"


_PERCENTS_BY_REPS = re.compile(  # the plus of a last set tells percents from loads
    r"(?<![\d/.,])[4-9]\d/\d\b(?:\s*,?\s+(?:1\d\d|[4-9]\d)/\d\b)*\s*,?\s+(?:1\d\d|[4-9]\d)/\d\+(?![\d/.%])"
)


def _percents_by_reps(text: str) -> Cuts:
    """'65/3 75/3 85/3+': three at each percent."""
    for said in _PERCENTS_BY_REPS.finditer(text):
        sets = (one.strip(",").replace("/", "% x ") for one in said[0].split())
        yield said.start(), said.end(), ", ".join(sets)


_CLUSTER = re.compile(
    r"(?<![\d.,])\d{1,2}\s?[x×]\s?(?P<open>\()?(?P<reps>[1-6](?:\.[1-6]){1,5})(?(open)\))(?![\d.]|\s*(?:kg|k?m|mi|lbs?|%)\b)",
    re.IGNORECASE,
)


def _clusters(text: str) -> Cuts:
    """'4 x (2.2.2)', '3 x 3.3': six in every set, a breath between."""
    for said in _CLUSTER.finditer(text) if "." in text else ():
        start = said.start("open") if said["open"] else said.start("reps")
        yield start, said.end(), str(sum(map(int, said["reps"].split("."))))


_SETS_OF_WAYS = re.compile(
    r"(?<![\d.,:])(?P<sets>[2-9])\s?(?:x|×|sets?\s+of|rounds?\s+of|series\s+of)\s?(?P<times>[2-9]|1[0-9]|20)\s?[x×]\s?"
    r"(?=\d{2,4}\s?(?:k?m|cals?|s|secs?|min)\b|(?:[2-9]00|1[0-9]00)\b(?!\s?(?:kg|lbs?|%)))",
    re.IGNORECASE,
)


def _sets_of_ways(text: str) -> Cuts:
    """'2 sets of 4 x 400 m': eight times."""
    for said in _SETS_OF_WAYS.finditer(text):
        yield said.start(), said.end(), f"{int(said['sets']) * int(said['times'])} x "


_DRILL = re.compile(r"(?<![\w-])(?<!artner\s)(?<!thlete\s)(?P<which>[AB])\s(?=(?:skip|march)(?:s|es)?\b)")


def _drills(text: str) -> Cuts:
    """'A skip, B skip': drills of runners, and no two who skip."""
    for said in _DRILL.finditer(text):
        yield *said.span(), f"{said['which']}-"


_ONE_SIDED = re.compile(
    r"(?<![\w-])(?:(?P<arm>SA)(?=\s+(?:DB|KB|OH|dumbbell|kettlebell|bench|row|press|snatch|swing)s?\b)"
    r"|(?P<leg>SL)(?=\s+(?:DB|KB|RDL|DL|deadlift|squat|glute|hip|bridge|box)s?\b))"
)


def _one_sided(text: str) -> Cuts:
    """'8 SA DB snatch', '10 SL RDL': of one arm, of one leg."""
    for said in _ONE_SIDED.finditer(text):
        yield said.start(), said.end(), f"single-{said.lastgroup}"


_LAPS = re.compile(r"(?<=\d\s)(?P<laps>laps)(?=\s*,)|\bbetween\s+(?P<between>laps)\b", re.IGNORECASE)
_STATIONS = re.compile(r"\bstations?\b|\d\s?s?\s+(?:on|work)\b", re.IGNORECASE)


def _laps(text: str) -> Cuts:
    """'6 stations, 40 s on 20 s off, 3 laps, 2 min between laps': rounds."""
    for said in _LAPS.finditer(text) if "laps" in text and _STATIONS.search(text) else ():
        yield *said.span(said.lastgroup or 0), "rounds"


_SAID_OTHERWISE = (
    (re.compile(r"\b(?:three\s+quarters\s+of\s+an|3/4\s+of\s+an)\s+hour\b", re.IGNORECASE), "45 minutes"),
    (re.compile(r"\b(?:a\s+)?quarter\s+of\s+an\s+hour\b", re.IGNORECASE), "15 minutes"),
    (re.compile(r"\b(?:half\s+an\s+hour|a\s+half\s+hour)\b", re.IGNORECASE), "30 minutes"),
    (re.compile(r"(?<!half )(?<!of )\ban\s+hour\b(?=\s*(?:of\b|[:,.]|$))", re.IGNORECASE), "60 minutes"),
    (re.compile(r"(?<=\d\s)double(?=\s+(?:DB|dumbbell)s?\b)", re.IGNORECASE), ""),
    (
        re.compile(r"\bevery\s\d\s?min(?:ute)?s?(?P<said>\s*,?\s+)(?=\d\d?\s+times\b)", re.IGNORECASE),
        " x ",
    ),
    (re.compile(r"\bME\b(?=\s+[^\W\d])"), "max"),
    (re.compile(r"\bback[- ]?offs(?=\s+of\s+\d)", re.IGNORECASE), "back-off sets"),
    (re.compile(r"^\W*(?P<said>both)(?=\s+(?:run|row|ski|bike|do|of\s+you)\b)", re.IGNORECASE), "everyone does"),
)


def _otherwise(text: str) -> Cuts:
    """'half an hour', 'every 3 minutes, 6 times', 'both run 800 m'."""
    for pattern, full in _SAID_OTHERWISE:
        for said in pattern.finditer(text):
            yield *said.span("said" if "said" in pattern.groupindex else 0), full


_BARE_WAY = re.compile(
    r"(?<![\d.,:/x×-])(?P<way>[1-9]\d?[05]0)(?=\s+(?:easy|jog|walk|float|strides?)\b)"
    r"|(?<=\d)\s?[x×]\s?(?P<again>[1-9]\d?[05]0)"
    r"(?=\s+(?:fast|hard|easy|strides?|jog)\b|\s*(?:@|at)\s*(?:\d{1,2}\s?k\b|mile|goal|race|threshold|tempo\s+pace))",
    re.IGNORECASE,
)


def _bare_ways(text: str) -> Cuts:
    """'800 easy', 'w/ 200 walk': metres."""
    for said in _BARE_WAY.finditer(text):
        name = said.lastgroup or ""
        yield *said.span(name), f"{said[name]} m"


_TWO_SIDES = re.compile(
    r"(?<![\d.,])(?P<one>\d{1,3}\s?(?:m|s|secs?|reps?|ft)?)\s+[^,;\d()]{3,40}?(?P<sides>\s+\(?(?:L|left|R|right)\)?\s*"
    r"(?:,|/|\+|&|and|then)\s*(?P=one)\s*(?:on\s+(?:the\s+)?)?\(?(?:L|left|R|right)\)?(?:\s+side)?)(?![\w-])",
    re.IGNORECASE,
)


def _two_sides(text: str) -> Cuts:
    """'20 m suitcase carry L, 20 m R': each side."""
    for said in _TWO_SIDES.finditer(text):
        yield *said.span("sides"), " each side"


_WAY = r"\d+(?:[.,]\d+)?\s?k?m\b"
_WAYS_IN_TURN = re.compile(
    rf"^\W*(?P<how>row|run|ski|bike|swim)(?:\s*erg)?:?\s+\d{{1,2}}\s?[x×]\s?\((?P<ways>\s*{_WAY}[^()\d]*[,;/+&][^()\d]*{_WAY}[^()\d]*)\)",
    re.IGNORECASE,
)


def _ways_in_turn(text: str) -> Cuts:
    """'Row 3 x (500 m easy, 250 m hard)': 500 m of it, then 250 m, three times."""
    said = _WAYS_IN_TURN.match(text)
    if said is not None:
        yield *said.span("how"), ""
        for way in re.finditer(_WAY, text[: said.end()], re.IGNORECASE):
            yield *way.span(), f"{way.group()} {said['how'].lower()}"


_REST_IN_SECONDS = re.compile(r"(?<![\w.@])(?P<seconds>\d{1,3})s(?=\s+rest\b)", re.IGNORECASE)


def _rests(text: str) -> Cuts:
    """'4 x 10, 30s rest': seconds, and no dumbbells."""
    for said in _REST_IN_SECONDS.finditer(text):
        yield said.start(), said.end(), f"{said['seconds']} sec"


_SPACED = re.compile(r"(?<=[^\W\d]\s)(?:[1-9]|1[0-2])(?:\s(?:[1-9]|1[0-2])){2,6}(?=\s*[(@+])")


def _spaced_lists(text: str) -> Cuts:
    """'Bench 5 3 1 (65 75 85 %)': a list of its sets."""
    for said in _SPACED.finditer(text):
        yield said.start(), said.end(), "-".join(said.group().split())


_TIME = r"(?:\d{1,2}:\d{2}|\d{1,3}\s?(?:s(?:ec(?:ond)?s?)?|min(?:ute)?s?|['\"”″′]))"
_HARD = r"(?:all[\s-]out|hard|fast|sprint|work|full gas|on)"
_EASY = r"(?:easy|off|rest|slow|recover(?:y)?|light|spin|float)"
_ON_AND_OFF = re.compile(
    r"(?P<times>\d{1,2})\s?[x×]\s?"
    rf"(?:\(\s*(?P<on>{_TIME})\s*{_HARD}?\s*[/,+–-]\s*(?P<off>{_TIME})\s*{_EASY}?\s*\)"
    rf"|(?P<hard>{_TIME})\s*{_HARD}\s*[/,+–-]\s*(?P<easy>{_TIME})\s*{_EASY}(?!\w))",
    re.IGNORECASE,
)


def _on_and_off(text: str) -> Cuts:
    """'10 x (20s all out / 1:40 easy)': so long at work, so long at rest."""
    for said in _ON_AND_OFF.finditer(text):
        on, off = (_seconds(said[one] or said[other]) for one, other in (("on", "hard"), ("off", "easy")))
        yield said.start(), said.end(), f"{said['times']} x {on} sec on / {off} sec off"


def _seconds(text: str) -> int:
    minutes, _, seconds = text.partition(":")
    if seconds:
        return int(minutes) * 60 + int(seconds)
    number = int(re.sub(r"\D", "", text))
    return number * 60 if "m" in text.lower() or text[-1] in "'′" else number


_SO_MANY_AT = r"\d\s+(?:sets?\s+)?(?:at|@)\s*\d{2,3}(?:[.,]5)?\s*(?:%|percent|kg|kilos?|lbs?)?"
_SO_MANY_SETS = re.compile(
    r"(?P<sets>\d)\s+(?:sets?\s+)?(?:at|@)\s*(?P<load>\d{2,3}(?:[.,]5)?)", re.IGNORECASE
)
_SETS_IN_TURN = re.compile(
    rf"\s*[.:,;]?\s+(?=\d\s+sets?\b)(?P<turns>{_SO_MANY_AT}(?:\s*[,;]?\s*(?:and\s+|then\s+)?{_SO_MANY_AT})+)(?!\w)",
    re.IGNORECASE,
)


def _sets_in_turn(text: str) -> Cuts:
    """'5 sets at 70, 3 at 75, 2 at 80 %' behind what is lifted: a load for each set."""
    for said in _SETS_IN_TURN.finditer(text) if " at " in text or "@" in text else ():
        turns = _SO_MANY_SETS.finditer(said["turns"])
        loads = [one["load"] for one in turns for _ in range(int(one["sets"]))]
        units = _UNIT.findall(said.group())
        yield said.start(), said.end(), f" @ {'/'.join(loads)} {units[-1] if units else ''}"


_SETS_AT = (
    r"(?:the\s+)?(?:first|next|then|last|final)\s+(?P<sets{0}>[1-9]|one|two|three|four|five|six)"
    r"\s*(?:sets?|reps?|rounds?)?\s*(?:at|@|on)\s*(?P<load{0}>\d{{2,3}}(?:[.,]5)?)"
    r"\s*(?:%|percent|kg|kilos?|lbs?)?"
)
_UNIT = re.compile(r"%|percent|kg|kilos?|lbs?", re.IGNORECASE)
_JOINT = r"\s*[,;]?\s*(?:and\s+|then\s+)?"
_IN_TURN = re.compile(
    rf",?\s*{_SETS_AT.format(1)}{_JOINT}{_SETS_AT.format(2)}(?:{_JOINT}{_SETS_AT.format(3)})?(?!\w)",
    re.IGNORECASE,
)


def _loads_in_turn(text: str) -> Cuts:
    """'6 x 2, first two sets at 65 %, next two at 70 %, last two at 75 %': a load for each set."""
    for said in _IN_TURN.finditer(text) if "last " in text or "next " in text else ():
        places = [place for place in "123" if said["sets" + place]]
        loads = [said["load" + place] for place in places for _ in range(_number(said["sets" + place]))]
        units = _UNIT.findall(said.group())
        yield said.start(), said.end(), f" @ {'/'.join(loads)} {units[-1] if units else ''}"


def _number(text: str) -> int:
    return int(text) if text.isdecimal() else worth(text)
