"""Lists of repetitions in full: '21, 15 and 9 thrusters', '21..15..9', '10→1', 'a ladder down from 10'."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts

MOST_RUNGS = 30
LEAST_RUNGS = 3

_LISTED = re.compile(
    r"^\W*(?P<said>\d{1,3}(?:\s*,\s*\d{1,3})+\s*,?\s*(?:and|&)\s*\d{1,3})(?=\s+(?:re"
    r"ps?\s+)?(?:(?:of|each)\s+)?[^\W\d]{2})"
    r"(?!\s*(?:min|sec|kg|lbs?|rounds|sets|cal)\b)",
    re.IGNORECASE,
)
_DOTS_BETWEEN = re.compile(
    r"(?<![\d.,:-])\d{1,3}(?:\s?(?:…|\.{2,3})\s?\d{1,3}){2,}(?![\d.,]|\s*(?:kg|lbs?|%|min|sec))"
)
_SPACES_BETWEEN = re.compile(r"^\W*(?P<said>\d{1,3}(?:\s+\d{1,3}){2,9})\W*$")
_UP_TO = re.compile(
    r"(?<![\d.,:-])(?P<shown>\d{1,3}(?:\s*[,-]\s*\d{1,3}){1,4})\s*,?\s?(?:\.{2,}|…)"
    r"\s*,?\s*(?:up\s+|down\s+|all\s+the\s+way\s+(?:up\s+|down\s+)?)?to\s+"
    r"(?P<last>\d{1,3})(?![\w.%]|\s*(?:kg|lbs?|min|sec))",
    re.IGNORECASE,
)
_FROM = re.compile(
    r"^\W*(?P<said>(?:an?\s+)?(?P<way>(?:de|a)scending|down(?:wards?)?|falling|rever"
    r"se)\s+ladder\s*,?\s+(?:starting\s+)?(?:from|at)\s+(?P<top>\d{1,2})(?:\s+(?:rep"
    r"s?|down))*)(?=\s*:)"
    r"|^\W*(?P<steps>start(?:ing)?\s+(?:at|with|from)\s+(?P<first>\d{1,2})(?:\s+reps"
    r"?)?\s*,?\s*(?:and\s+|then\s+)?(?:go(?:ing)?\s+down|drop(?:ping)?|tak(?:e|ing)"
    r"\s+(?:off|away)|minus)"
    r"\s+(?:by\s+)?(?P<step>one|two|\d)(?:\s+reps?)?\s+(?:each|every|per|a)\s+round"
    r"(?:\s+(?:down\s+)?(?:un)?til?l?\s+(?:you\s+(?:get|reach)\s+(?:to\s+)?)?(?:one|"
    r"1))?)(?=\s*:)",
    re.IGNORECASE,
)
_GROWING = re.compile(
    r"(?P<minutes>\d{1,2})\s*(?:min(?:ute)?s?|['’′])\s*(?:amrap\s*)?[:,–-]?\s*(?:sta"
    r"rt(?:ing)?\s+(?:at|with|from)\s+(?P<first>\d{1,2})(?:\s+(?:reps?|of\s+each))*"
    r"\s*,?\s*(?:and\s+|then\s+)?add(?:ing)?\s+"
    r"(?P<step>\d)(?:\s+(?:reps?|more))*\s+(?:each|every|per|a)\s+round"
    r"|add(?:ing)?\s+(?P<more>\d)(?:\s+(?:reps?|more))*\s+(?:each|every|per|a)\s+rou"
    r"nd\s*,?\s*start(?:ing)?\s+(?:at|with|from)\s+(?P<from>\d{1,2})(?:\s+(?:reps?|o"
    r"f\s+each))*)(?=\s*:)",
    re.IGNORECASE,
)
_TIMED = re.compile(
    r"(?<![\d:])(?P<minutes>\d{1,2}\s*(?:min(?:ute)?s?|['’′]))\s+(?:of\s+an?\s+)?(?:"
    r"ascending|climbing|rising|increasing)\s+ladder\b\s*(?:of\s+)?[:,–-]?\s*(?=\d"
    r"{1,3}-)"
    r"|(?<![\d:])(?P<long>\d{1,2}\s*(?:min(?:ute)?s?|['’′]))\s+to\s+climb\s*[:,–-]?\s*(?=\d{1,3}[-,])",
    re.IGNORECASE,
)


def _listed(text: str) -> Cuts:
    """'21, 15 and 9 thrusters'."""
    for said in _LISTED.finditer(text) if "," in text else ():
        rungs = [int(one) for one in re.findall(r"\d+", said["said"])]
        if rungs in (sorted(set(rungs)), sorted(set(rungs), reverse=True)):
            yield *said.span("said"), "-".join(map(str, rungs))


def _dots_between(text: str) -> Cuts:
    """'21...15...9'."""
    for said in _DOTS_BETWEEN.finditer(text) if ".." in text or "…" in text else ():
        yield *said.span(), "-".join(re.findall(r"\d+", said.group()))


def _spaces_between(text: str) -> Cuts:
    """'21 15 9' on a line of its own: a list that falls."""
    said = _SPACES_BETWEEN.match(text)
    rungs = [int(one) for one in said["said"].split()] if said else []
    if said is not None and rungs == sorted(set(rungs), reverse=True):
        yield *said.span("said"), "-".join(map(str, rungs))


def _up_to(text: str) -> Cuts:
    """'2, 4, 6 .. up to 20': every rung of it."""
    for said in _UP_TO.finditer(text) if "to " in text else ():
        shown, last = [int(one) for one in re.findall(r"\d+", said["shown"])], int(said["last"])
        step = shown[1] - shown[0]
        rungs = list(range(shown[0], last + (1 if step > 0 else -1), step)) if step else []
        if LEAST_RUNGS <= len(rungs) <= MOST_RUNGS and shown == rungs[: len(shown)] and rungs[-1] == last:
            yield *said.span(), "-".join(map(str, rungs))


def _from_the_top(text: str) -> Cuts:
    """'descending ladder from 10:', 'start at 10 reps and go down by one each round:'."""
    lower = text.lower()
    for said in _FROM.finditer(text) if "ladder" in lower or "start" in lower else ():
        top = int(said["top"] or said["first"])
        step = {"one": 1, "two": 2}.get((said["step"] or "one").lower()) or int(said["step"])
        rungs = range(top, 0, -step) if not (said["way"] or "").lower().startswith("a") else range(1, top + 1)
        if LEAST_RUNGS <= len(rungs) <= MOST_RUNGS:
            yield *said.span("said" if said["said"] else "steps"), "-".join(map(str, rungs))


def _growing(text: str) -> Cuts:
    """'10 min: start at 2 reps and add 2 every round:', '10 min ascending ladder 3-6-9..'."""
    for said in _GROWING.finditer(text) if "add" in text.lower() else ():
        first, step = int(said["first"] or said["from"]), int(said["step"] or said["more"])
        yield *said.span(), f"AMRAP {said['minutes']} min {first}-{first + step}-{first + 2 * step}-..."
    for said in _TIMED.finditer(text) if "ladder" in text.lower() or "climb" in text.lower() else ():
        yield *said.span(), f"AMRAP {said['minutes'] or said['long']} "


_COUNTED_NAME = re.compile(r"(?P<n>\d{1,3})\s+(?P<what>[^\W\d][^\d,;:./()]*?)s?\s*(?:,|;|/|\+|$)\s*")
_GOES_ON = re.compile(
    r"\d{1,3}\s*[^\d,;]{0,12}(?:\.{2,}|…)|(?:etc|and\s+so\s+on)\W*$|\.{2,}\s*$|…\s*$", re.IGNORECASE
)

_LOAD_OF_ALL = re.compile(
    r"\s*\(?\d{1,3}(?:[.,]5)?\s?/\s?\d{1,3}(?:[.,]5)?\s?(?:kg|lbs?)?\)?\W*", re.IGNORECASE
)


def _rungs_in_line(text: str) -> Cuts:
    """'1 burpee, 1 pull-up, 2 burpees, 2 pull-ups, 3 ..': a list that grows by the same step."""
    ends = _GOES_ON.search(text) if ".." in text or "…" in text or "etc" in text or "so on" in text else None
    first = _COUNTED_NAME.search(text) if ends else None
    if ends is None or first is None:
        return
    said: list[re.Match[str]] = []
    place = first.start()
    while (one := _COUNTED_NAME.match(text, place, ends.start())) is not None and one.end() > place:
        said.append(one)
        place = one.end()
    names = list(dict.fromkeys(one["what"].lower() for one in said))
    cycles = len(said) // len(names) if names else 0
    counts = [int(one["n"]) for one in said[:: len(names)]] if cycles > 1 else []
    alike = all(one["what"].lower() == names[at % len(names)] for at, one in enumerate(said))
    level = all(int(one["n"]) == counts[at // len(names)] for at, one in enumerate(said)) if counts else False
    step = counts[1] - counts[0] if len(counts) > 1 else 0
    if len(names) > 1 and alike and level and step > 0 and len(said) == cycles * len(names):
        whole = [one["what"] for one in said[: len(names)]]
        rungs = "-".join(str(counts[0] + step * at) for at in range(LEAST_RUNGS))
        load = _LOAD_OF_ALL.fullmatch(text[ends.end() :])
        stop = ends.end() if load else len(text.rstrip())
        yield first.start(), stop, f"{rungs}-... {', '.join(whole)}"


_DASHES_BETWEEN = re.compile(
    r"(?<![\w.,/:-])\d{1,3}(?:\s+[-–]\s+\d{1,3}){2,}(?![\w./:]|\s*(?:%|kg|lbs?|min|sec|[-–]))"
)
_FROM_TO = re.compile(
    r"(?:^|ladder\W+|[:,]\s*)\W*(?P<said>(?P<first>\d{1,2})\s+(?:(?:up|down)\s+)?to\s+(?P<last>\d{1,2})(?:\s+reps)?)(?=\s+of\s+[^\W\d])",
    re.IGNORECASE,
)
_UNTIL_FAILURE = re.compile(
    r"^\W*(?P<said>(?:emom|every\s+minute)\s+(?:un)?til?l?\s+(?:you\s+)?(?:failure|fail|you\s+miss)\s*[:,–-]?\s*1\s+(?P<what>[^,;:]{3,30}?)"
    r"\s*,\s*2\b[^;:]*?(?:\.{2,}|…|etc\.?|$))",
    re.IGNORECASE,
)


def _dashes_between(text: str) -> Cuts:
    """'1 - 2 - 3 - 4 - 5': one list."""
    for said in _DASHES_BETWEEN.finditer(text) if "-" in text or "–" in text else ():
        yield *said.span(), "-".join(re.findall(r"\d+", said.group()))


def _every_rung(first: int, last: int) -> str:
    step = 1 if last > first else -1
    return "-".join(map(str, range(first, last + step, step)))


def _from_to(text: str) -> Cuts:
    """'1 to 10 of cleans and presses', '10 down to 1 of ..': every rung."""
    for said in _FROM_TO.finditer(text) if " to " in text else ():
        first, last = int(said["first"]), int(said["last"])
        if min(first, last) == 1 and LEAST_RUNGS < max(first, last) <= MOST_RUNGS:
            yield *said.span("said"), _every_rung(first, last)


_ONE_TO_TEN = re.compile(
    r"(?<![\w.,/:-])(?P<first>1|10)\s?-\s?(?P<last>10|1)(?![\w.%-]|\s*(?:min|sec|kg|cal|m\b))(?:\s+ladder\b)?"
)
_ENDS_SHOWN = re.compile(
    r"(?<![\w.,/:-])(?P<head>\d{1,3}(?:\s?[-,]\s?\d{1,3}){1,4})\s?[-,]?\s?(?:…|\.{2,})\s?[-,]?\s?"
    r"(?P<tail>\d{1,3}(?:\s?[-,]\s?\d{1,3}){1,4})(?![\w.%]|\s*(?:kg|lbs?|min|sec))"
)


def _one_to_ten(text: str) -> Cuts:
    """'For time: 1-10 squats + box jumps', '10-1 ladder': every rung, and no choice of how many."""
    lower = text.lower()
    said = _ONE_TO_TEN.search(text) if "for time" in lower or "ladder" in lower else None
    if said is not None and said["first"] != said["last"]:
        yield *said.span(), _every_rung(int(said["first"]), int(said["last"]))


def _ends_shown(text: str) -> Cuts:
    """'10-9-8 .. 3-2-1': every rung between."""
    said = _ENDS_SHOWN.search(text) if ".." in text or "…" in text else None
    if said is None:
        return
    head, tail = ([int(one) for one in re.findall(r"\d+", said[name])] for name in ("head", "tail"))
    step = head[1] - head[0]
    rungs = list(range(head[0], tail[-1] + (1 if step > 0 else -1), step)) if step else []
    ends = rungs[: len(head)] == head and rungs[-len(tail) :] == tail
    if ends and len(head) + len(tail) < len(rungs) <= MOST_RUNGS:
        yield *said.span(), "-".join(map(str, rungs))


def _until_failure(text: str) -> Cuts:
    """'EMOM until failure: 1 burpee, 2 burpees, 3 burpees ..'."""
    said = _UNTIL_FAILURE.match(text)
    if said is not None:
        yield *said.span("said"), f"death by {said['what']}"


_RISES_FROM = re.compile(
    r"\bdeath\s+by\b.*?(?P<said>[\s,;:(–-]+(?:start(?:ing|s)?\s+(?:with|at|from)\s+(?P<first>\d{1,2})(?:\s+reps?)?|(?P<one>)))"
    r"(?P<more>\s*[,;:(–-]*\s*(?:and\s+|then\s+)?(?:add(?:ing)?\s+|\+\s?)(?P<step>[1-5])(?:\s+(?:more|reps?))*"
    r"(?:\s+(?:each|every|per|a)\s+(?:min(?:ute)?|round))?)?\)?(?=\W*$)",
    re.IGNORECASE,
)


def _rises_from(text: str) -> Cuts:
    """'Death by wall balls, start with 4 and add 2 each minute': its first rungs."""
    said = _RISES_FROM.search(text) if "death" in text.lower() else None
    if said is not None and (said["first"] or said["more"]):
        first, step = int(said["first"] or said["step"]), int(said["step"] or 1)
        rungs = "-".join(str(first + step * rung) for rung in range(3))
        yield said.start("said"), said.end(), f" {rungs}..."


_BY_PAIRS = re.compile(
    r"(?P<said>(?P<t>\d{1,2})\s?min(?:ute)?s?\s?[,:]\s1\s(?P<a>[^+,\d]{3,30}?)\s?\+\s?1\s(?P<b>[^+,\d]{3,30}?),\s?2\s?\+\s?2(?:,\s?3\s?\+\s?3)?,?\s?(?:\.{2,3}|…|etc\.?))",
    re.IGNORECASE,
)


def _by_pairs(text: str) -> Cuts:
    """'8 min: 1 burpee + 1 thruster, 2 + 2, 3 + 3 ...': a ladder of both."""
    if said := _BY_PAIRS.search(text) if "+" in text else None:
        yield *said.span("said"), f"AMRAP {said['t']}: 1-2-3-... {said['a']}, {said['b']}"


_TIMED_LADDER = re.compile(
    r"(?P<said>(?P<t>\d{1,2})\s?(?:min(?:ute)?s?|['’])\s+ladder\s*\(\s*(?P<a>\d{1,2})\s*[,-]\s*(?P<b>\d{1,2})\s*[,-]\s*(?P<c>\d{1,2})\s*[,-]?\s*(?:\.{2,}|…|etc\.?)?\s*\)\s*:?)(?=\s+[^\W\d])",
    re.IGNORECASE,
)


def _timed_ladder(text: str) -> Cuts:
    """'11 min ladder (1, 2, 3, ..): deadlift, push-ups': as many rungs as the time allows."""
    said = _TIMED_LADDER.search(text)
    if said is not None:
        yield *said.span("said"), f"AMRAP {said['t']}: {said['a']}-{said['b']}-{said['c']}-..."


WAYS = (
    _timed_ladder,
    _by_pairs,
    _rises_from,
    _rungs_in_line,
    _listed,
    _dots_between,
    _spaces_between,
    _up_to,
    _from_the_top,
    _growing,
    _dashes_between,
    _from_to,
    _one_to_ten,
    _ends_shown,
    _until_failure,
)
