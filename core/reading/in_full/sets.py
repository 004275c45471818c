"""Sets and their loads, written in full: '14 down to 2 by 2s', '5 singles @ 80', '4 x (2.2.2)', 'first two
sets at 65, last two at 70'."""

from __future__ import annotations

import itertools
import re

from core.reading.in_full.cuts import Cuts, compiled, way_of
from core.reading.spelled import number_said

MOST_RUNGS = 30
MOST_OF_A_SET = 12  # repetitions under a bar told by its load; common practice
_BY_STEPS = re.compile(
    r"(?<![\d.,:/-])(?P<first>\d{1,3})\s*(?:(?:down|up)\s+to|to|-|–)\s*(?P<last>\d{1,3})\s*,?\s*"
    r"(?:(?:going\s+)?(?:down|up)\s+)?by\s+(?P<step>[1-9]\d?|one|two|three|four|five|ten)(?:['’]?s)?"
    r"(?![\w.%]|\s*(?:kg|lbs?|min|sec))",
    re.IGNORECASE,
)


def _ladders(text: str) -> Cuts:
    """'14 down to 2 by 2s': every rung of it."""
    for said in _BY_STEPS.finditer(text) if " by " in text else ():
        first, last, step = int(said["first"]), int(said["last"]), number_said(said["step"])
        rungs = range(first, last - 1, -step) if first > last else range(first, last + 1, step)
        if 2 < len(rungs) <= MOST_RUNGS and rungs[-1] == last:
            yield said.start(), said.end(), "-".join(map(str, rungs))


_SINGLES = re.compile(
    r"(?<![\d.,/x-])(?P<sets>\d{1,2})\s+(?:heavy\s+|good\s+)?(?P<reps>singles|doubles|triples)"
    r"(?:(?=\s*(?:@|at)\s*\d)|\s+(?:in|of)\s+(?:the\s+)?(?=[^\W\d]{4}))",
    re.IGNORECASE,
)
REPS = {"singles": 1, "doubles": 2, "triples": 3}


def _singles(text: str) -> Cuts:
    """'5 singles @ 80': five sets of one, and no skips."""
    for said in _SINGLES.finditer(text):
        yield said.start(), said.end(), f"{said['sets']} x {REPS[said['reps'].lower()]} "


_THERE = re.compile(
    r"(?P<load>\d{2,3}\s?(?:%|kgs?\b|lbs?\b))\W+(?:and\s+|then\s+)+(?P<sets>\d{1,2})\s+"
    r"(?:(?P<reps>singles|doubles|triples)|(?:sets\s+of|x)\s*(?P<of>\d{1,2}))\s+there\b",
    re.IGNORECASE,
)


def _there(text: str) -> Cuts:
    """'work up to 85 %, then 5 singles there': five sets of one at what was built to."""
    for said in _THERE.finditer(text):
        reps = said["of"] or REPS[said["reps"].lower()]
        yield said.start("sets"), said.end(), f"{said['sets']} x {reps} @ {said['load']}"


_BY_TURNS = re.compile(
    r"(?<![\d.,/])(?P<first>\d{1,3})\s+(?P<work>[^\W\d][^,;:–-]{2,40}?)\s[–-]\s"
    r"(?P<way>\d{2,4})\s?(?P<unit>m|cal)\s+(?P<how>[^\W\d]+)"
    r"(?P<rest>(?:\s[–-]\s\d{1,4}){3,})(?!\s?[\w%])"
)


_COUNT_BEHIND = re.compile(r"(?P<what>[^\W\d][^\d,;:()+]{2,30}?)\s*\((?P<reps>\d{1,2})\)")


def _counts_behind(text: str) -> Cuts:
    """'clean (1) + hang clean (2) + jerk (1)': as many of each."""
    said = list(_COUNT_BEHIND.finditer(text)) if "+" in text else []
    if len(said) > 1 and all(text[a.end() : b.start()].strip() == "+" for a, b in itertools.pairwise(said)):
        for one in said:
            yield *one.span(), f"{one['reps']} {one['what']}"


_INLINE_LABEL = re.compile(
    r"(?<![\w.])(?P<letter>[A-H])(?P<place>[1-6])(?:\s*[).:–-])?\s+(?P<word>[^\W\d][\w-]+|\d+)(?!\s*%)"
)


def _labels_on_a_line(text: str) -> Cuts:
    """'A1) bench 3x10 A2) chin-ups 3x8': a label behind the first begins another movement."""
    said = list(_INLINE_LABEL.finditer(text))
    places = [int(one["place"]) for one in said]
    before = text[: said[0].start()].strip() if said else ""
    begins = bool(said) and places[0] == (2 if before else 1)  # the first may be blank by now
    one_letter = len({one["letter"] for one in said}) == 1
    if begins and one_letter and places == list(range(places[0], places[-1] + 1)):
        for one in said:
            if one["place"] != "1":
                yield *one.span(), f"; {one['word']}"


_SET_BY_SET = re.compile(
    r"(?:\bset\s*#?\d\s*[:=–-]?\s*(?:of\s+)?(?P<reps>\d{1,2})(?:\s+reps?)?(?:\s*[,;/]\s*|\s+(?=set)|(?=\W*$)))"
    r"{2,}\W*$",
    re.IGNORECASE,
)
_ONE_SET = re.compile(r"set\s*#?\d\s*[:=–-]?\s*(?:of\s+)?(\d{1,2})", re.IGNORECASE)


def _set_by_set(text: str) -> Cuts:
    """'set 1: 8 reps, set 2: 6 reps, set 3: 4 reps' is 8-6-4."""
    said = _SET_BY_SET.search(text) if "set" in text.lower() else None
    if said is not None:
        yield *said.span(), "-".join(_ONE_SET.findall(said[0]))


def _by_turns(text: str) -> Cuts:
    """'21 thrusters 43/30 - 400 m run - 18 - 400 - 15 - 400': fewer and fewer, and the same way between."""
    for said in _BY_TURNS.finditer(text):
        numbers = re.findall(r"\d+", said["rest"])
        counts, ways = [said["first"], *numbers[::2]], numbers[1::2]
        if set(ways) == {said["way"]} and len(counts) - len(ways) in (1, 2):
            times = f"{len(ways) + 1} x {said['way']} {said['unit']} {said['how']}"
            yield *said.span(), f"{'-'.join(counts)} {said['work']}, {times}"


_SINGLES_LISTED = re.compile(
    r"\b(?P<reps>singles|doubles|triples)\s*(?:[:@]|at\b)?\s*(?P<all>[4-9]\d\s?%?(?:\s*[,/-]\s*"
    r"[4-9]\d\s?%?)+)(?!\s*(?:\d|x|kgs?\b|lbs?\b))",
    re.IGNORECASE,
)
_TWO_DIGITS = re.compile(r"\d\d")


def _singles_listed(text: str) -> Cuts:
    """'then singles: 75 %, 80 %, 85 %': a set of one at each."""
    for said in _SINGLES_LISTED.finditer(text) if "les" in text.lower() else ():
        percents = _TWO_DIGITS.findall(said["all"])
        if len(percents) == 2 and not re.search("[,/]", said["all"]):
            continue  # a range
        yield (
            said.start(),
            said.end(),
            f"{len(percents)} x {REPS[said['reps'].lower()]} @ {'-'.join(percents)} %",
        )


_CLUSTER = re.compile(
    r"(?<![\d.,])\d{1,2}\s?[x×]\s?(?P<open>\()?(?P<reps>[1-6](?:\.[1-6]){1,5})(?(ope"
    r"n)\))(?![\d.]|\s*(?:kg|k?m|mi(?:les?)?|lbs?|%)\b)",
    re.IGNORECASE,
)


def _clusters(text: str) -> Cuts:
    """'4 x (2.2.2)', '3 x 3.3': six in every set, a breath between."""
    for said in _CLUSTER.finditer(text) if "." in text else ():
        start = said.start("open") if said["open"] else said.start("reps")
        alone = not any(
            sign.isalpha() for sign in text.replace("x", "", 1)
        )  # of what stands in the line above
        reps = said["reps"].split(".")
        yield start, said.end(), f"({'+'.join(reps)})" if alone else str(sum(map(int, reps)))


_TEMPO = re.compile(r"(?<=[^\W\d]\s)(?P<tempo>[1-6][0-3][0-6][0-3])(?=,?\s+\d{1,2}\s?[x×]\s?\d)")


_TEMPO_X = re.compile(
    r"(?<![\w.,/@])(?<!tempo\s)(?P<tempo>[2-6][0-3](?:X[0-3]|x0))(?![\w.]|\s*(?:m|k?cal|min|sec|reps?)\b)"
)


def _tempos(text: str) -> Cuts:
    """'Push-up 5151 3 x 5': seconds of its parts, and no number of repetitions."""
    for said in (*_TEMPO.finditer(text), *(_TEMPO_X.finditer(text) if "X" in text or "x0" in text else ())):
        yield said.start(), said.end(), f"tempo {said['tempo']}"


_DOTTED = re.compile(
    r"(?<![\d.,:/-])(?P<first>\d{1,3})-(?P<second>\d{1,3})(?P<more>(?:-\d{1,3}){0,3}"
    r")-?\s?(?:\.{2,}|…)\s?-?(?P<last>\d{1,3}(?:-\d{1,3})?)"
    r"(?![\w.%-]|\s*(?:kg|lbs?|min|sec))"
)


def _dotted(text: str) -> Cuts:
    """'20-18-16...4-2': every rung of it."""
    for said in _DOTTED.finditer(text) if ".." in text or "…" in text else ():
        first, step, last = (
            int(said["first"]),
            int(said["second"]) - int(said["first"]),
            int(said["last"].split("-")[-1]),
        )
        rungs = list(range(first, last + (1 if step > 0 else -1), step)) if step else []
        shown = [int(one) for one in re.findall(r"\d+", said.group())]
        if 2 < len(rungs) <= MOST_RUNGS and set(shown) <= set(rungs) and rungs[-1] == last:
            yield said.start(), said.end(), "-".join(map(str, rungs))


_SPACED = re.compile(r"(?<=[^\W\d]\s)(?:[1-9]|1[0-2])(?:\s(?:[1-9]|1[0-2])){2,6}(?=\s*[(@+])")


def _spaced_lists(text: str) -> Cuts:
    """'Bench 5 3 1 (65 75 85 %)': a list of its sets."""
    for said in _SPACED.finditer(text):
        yield said.start(), said.end(), "-".join(said.group().split())


_POSITIONS = re.compile(
    r"(?<![\w.,/])(?P<said>(?:1\s+)?(?P<each>[2-4]|two|three|four)(?:[\s-]?position"
    r"(?P<behind>s)?|(?P<short>[\s-]?pos\.?)))"
    r"(?![\w-])[^:\d()]*(?:\((?=[^()\d]*(?:hip|knee|floor|shin|hang|mid|ground|thigh|pocket))[^()]*\))?",
    re.IGNORECASE,
)
_ONCE = re.compile(r"\W*\d{1,2}\s*[x×]\s?1\b")
_SETS_BEHIND = re.compile(
    r"[\s,;:–-]*(?P<said>(?:[x×]\s*)?(?P<sets>\d{1,2})\s*sets\b(?!\s+of))", re.IGNORECASE
)


def _positions(text: str) -> Cuts:
    """'3-position clean x 7 sets': three in each of seven sets; '(hip, knee, floor)' says which."""
    for said in _POSITIONS.finditer(text) if "pos" in text.lower() else ():
        each = number_said(said["each"])
        behind = _SETS_BEHIND.match(text, said.end())
        told = behind is not None or _ONCE.match(text, said.end()) is not None
        if behind:
            yield *behind.span("said"), f"{behind['sets']} x {each}"
        if told and said["short"]:
            yield *said.span("short"), "-position"
        elif not (told or said["behind"]):
            yield *said.span("said"), str(each)


_SETS_FROM_TO = re.compile(
    r"\bsets?\s+\d{1,2}\s?[-–]\s?(?P<last>\d{1,2})(?=\s*(?:@|at|:)\s*\d)", re.IGNORECASE
)
_NEXT_SETS = re.compile(
    r"(?P<said>[,;]\s*(?:and\s+|then\s+)?)(?P<first>\d{1,2})(?:\s?[-–]\s?(?P<last>\d"
    r"{1,2}))?(?=\s*(?:@|at|:)\s*\d)"
)


def _next_sets(text: str) -> Cuts:
    """'Sets 1-4 @ 70 %, 5-8 @ 75 %': the word holds for what follows."""
    begun = _SETS_FROM_TO.search(text) if "set" in text.lower() else None
    last = int(begun["last"]) if begun else 0
    for said in _NEXT_SETS.finditer(text, begun.end()) if begun else ():
        if int(said["first"]) == last + 1:
            last = int(said["last"] or said["first"])
            yield *said.span("said"), "; sets "


_EACH = re.compile(r"\b(?:each|every)\s", re.IGNORECASE)
_EACH_ROUND = re.compile(
    r"^\W*(?:[^:\d]{1,20}(?:\(\d+[^)]*\))?:\s*)?\d+(?:-\d+){2,}.*?(?P<said>\s*(?:,|&|\+|\band\b)\s*(?P<what>\d+[^,;&+]*?)"
    r"(?<!after)(?<!between)\s+(?:each|every)\s+(?:round|rung|set))\W*$",
    re.IGNORECASE,
)


def _each_round(text: str) -> Cuts:
    """'7-6-5-4-3-2-1 deadlifts & 100 m run each round': once a rung."""
    for said in _EACH_ROUND.finditer(text) if "-" in text and _EACH.search(text) else ():
        yield *said.span("said"), f", {said['what']} after each round"


_IN_BRACKETS = re.compile(
    r"\((?P<first>\d{2,3}\s?%\s?[x×]\s?\d{1,2})\)(?:\s*[,;]?\s*\(\d{2,3}\s?%\s?[x×]\s?\d{1,2}\+?\))+",
    re.IGNORECASE,
)


def _sets_in_brackets(text: str) -> Cuts:
    """'(60 % x 5) (65 % x 5)': a set in each bracket."""
    for said in _IN_BRACKETS.finditer(text) if "(" in text else ():
        yield *said.span(), ", ".join(re.findall(r"\(([^()]*)\)", said.group()))


_NUMBERS = "two|three|four|five|six|seven|eight|ten"
_BY = re.compile(
    rf"(?<![\w.,])(?<!to\s)(?P<sets>\d{{1,2}}|{_NUMBERS})\s+by\s+(?P<reps>[1-9]\d?|{_NUMBERS})(?![\w.,'’])",
    re.IGNORECASE,
)


def _by(text: str) -> Cuts:
    """'five by five back squat'."""
    for said in _BY.finditer(text) if " by " in text.lower() else ():
        yield *said.span(), f"{number_said(said['sets'])} x {number_said(said['reps'])}"


_FEWER = re.compile(
    r"(?<![\w.,-])(?P<first>\d{1,2})\s+reps?(?P<more>(?:\s*,\s*(?:and\s+)?then\s+\d"
    r"{1,2}(?![\w.%]|\s*(?:min|sec|kg|x\b))){2,})",
    re.IGNORECASE,
)


def _then_fewer(text: str) -> Cuts:
    """'10 reps, then 8, then 6': a set of each."""
    for said in _FEWER.finditer(text) if "then" in text.lower() else ():
        yield *said.span(), "-".join([said["first"], *re.findall(r"\d+", said["more"])])


_LIGHTER = re.compile(
    r"(?P<n>\d|one|two|three|four)\s+(?:drop|back[\s-]?off|down|lighter)\s+sets?\s+of\s+(?P<reps>\d{1,2})\s*"
    r"(?:at|@|with)\s*(?P<load>\d{2})\s?(?:%|percent)(?:\s+of\s+(?:that|it|the\s+(?:heavy|top|best)"
    r"(?:\s+(?:set|one|single|double|triple|three|five))?))?",
    re.IGNORECASE,
)


def _lighter_sets(text: str) -> Cuts:
    """'then two drop sets of 8 at 70 % of that'."""
    for said in _LIGHTER.finditer(text) if " set" in text.lower() else ():
        yield *said.span(), f"{number_said(said['n'])} x {said['reps']} @ {said['load']} %"


_SAID_OTHERWISE = compiled(
    (
        ("superset", r":\s*(?P<said>superset\s*[x×]\s*(?P<n>\d))(?=\s*:)", r"\g<n> rounds"),
        (
            "each",
            r"^\W*(?P<said>(?P<k>\d{1,2})\s+sets\s+of\s+(?P<r>\d{1,2})\s+(?:reps\s+)?(?:of\s+)?each)\s*:?\s*$",
            r"\g<k> x \g<r> of each",
        ),
        ("heavy", r"(?<=[^\W\d]\s)(?P<said>(?P<n>[1-6])s\s*,\s*heavy)\b", r"build to a heavy \g<n>"),
        ("(", r"(?<![\d.])\d{1,2}\s?[x×]\s?(?P<said>\((?P<n>\d{1,2})\))(?=\s*(?:$|@|at\b|,))", r"\g<n>"),
        ("complex", r"\bcomplex(?P<said>\s*[x×]\s*)(?=\d{1,2}\s+sets?\b)", ", "),
        (  # 3 x 30"/30" side plank
            "/",
            r"\d\s?[x×]\s?(?P<said>(?P<n>\d{2})(?:\s?(?:s(?:ec)?|[\"”″])\s?/\s?(?P=n)\s?(?:s(?:ec)?\b|[\"”″])?"
            r"(?=\s+(?:side\s+plank|copenhagen|single|one|suitcase|half[\s-]kneel))"
            r"|\s?/\s?(?P=n)(?=\s+(?:side\s+plank|copenhagen|suitcase))))",
            r"\g<n> s each side",
        ),
        (  # "then take 10 % off and do 2 x 5", "then 3x5 at minus 10 %"
            "%",
            r"(?P<said>(?:(?:and\s+)?then|afterwards?|after\s+that)\s*,?\s*(?:take|drop|strip|reduce|go\s+down)\s+(?:by\s+)?"
            r"(?P<less>[5-9]|[1-4]\d)\s?%(?:\s+(?:off|down))?\s*(?:and|,|for|then)?\s*(?:do\s+|for\s+)?"
            r"(?P<sets>\d{1,2}\s?[x×]\s?\d{1,2}))(?!\d)",
            r"then -\g<less> %: \g<sets>",
        ),
        (
            "%",
            r"(?P<said>(?:and\s+)?then\s+(?P<sets>\d{1,2}\s?[x×]\s?\d{1,2})\s+(?:at|with|@)\s*(?:minus\s+|[-–]\s?(?=\d)|"
            r"(?=\d+\s?%\s+(?:less|lighter|off)))(?P<less>[5-9]|[1-4]\d)\s?%(?:\s+(?:less|lighter|off))?)",
            r"then -\g<less> %: \g<sets>",
        ),
        (  # "C&J singles to heavy", "back squat 5s up to heavy"
            "heavy",
            r"(?<=[^\W\d]\s)(?P<said>(?P<n>single|double|triple|[1-6])['’]?s\s*,?\s*(?:build(?:ing)?\s+|work(?:ing)?\s+)?"
            r"(?:up\s+)?to\s+(?:a\s+)?heavy)\W*$",
            r"build to a heavy \g<n>",
        ),
        (
            "sets",
            r"(?<![\d.,])\d{1,2}\s+(?P<said>(?:heavy|hard|solid|good|tough|strong|perfect|mo"
            r"derate|challenging)\s+)(?=sets\s+of\s+\d)",
            "",
        ),
        (  # "Squat clean singles: 10 @ 90 %"
            "singles",
            r"(?<=[^\W\d]\s)(?P<said>singles\s?[:–-]\s(?P<n>\d{1,2})(?:\s(?:reps|sets))?)(?=\s?(?:@|at\s)\s?\d)",
            r"\g<n> x 1",
        ),
        (
            "sets",
            r"(?P<said>\b(?:in\s+)?singles\s*,?\s*(?:for\s+)?(?P<n>\d{1,2})\s+sets)\b",
            r"\g<n> x 1",
        ),
        (  # "Deadlift / Bench superset" above the list of both
            "superset",
            r"^[^\d/,;+]{3,40}(?<=[^\W\d])(?P<said>\s?/\s?(?P<other>[^\W\d][^\d/,;:+]{2,24}?)\ssuperset)\W*$",
            r" + \g<other>",
        ),
        ("sets", r"(?P<said>\b(?:in\s+)?doubles\s*,?\s*(?:for\s+)?(?P<n>\d{1,2})\s+sets)\b", r"\g<n> x 2"),
        ("sets", r"(?P<said>\b(?:in\s+)?triples\s*,?\s*(?:for\s+)?(?P<n>\d{1,2})\s+sets)\b", r"\g<n> x 3"),
        (  # "(1+2) x 6, E2:30" below a complex
            "+",
            r"^\W*(?P<said>\((?P<c>\d(?:\+\d){1,4})\)\s?[x×]\s?(?P<n>\d{1,2}),?\sE(?P<t>\d:\d\d))(?!\d)",
            r"\g<n> x \g<c>, every \g<t>",
        ),
        ("r", r"(?<=[x×\s\d])(?P<said>(?P<n>\d{1,2})\s?L\s?[/+&]\s?(?P=n)\s?R)\b", r"\g<n> each side"),
        (
            "):",
            r"^\W*[^\W\d][^\d():,]{2,20}(?P<said>\s*\((?P<n>\d{1,2})\s*(?P<what>sets|rounds|"
            r"rds)\)\s*:)(?=\s*\d{1,4}\s*\S[^:]*,)",
            r": \g<n> \g<what> of",
        ),
        (
            "max reps",
            r"(?P<said>drop(?:ping)?\s+to\s+(?P<load>\d{2})\s?%\s+of\s+(?:your|the|that|toda"
            r"y['’]?s)(?:\s+(?:new|top))?\s*(?:\d\s?RM|max|set|single|double|triple)?\s*[:,]"
            r"\s*(?P<n>\d)\s+sets?\s+of\s+max(?:imum)?\s+reps)",
            r"\g<n> x max @ \g<load> %",
        ),
        (
            "single",
            r"(?P<said>\bsingle\s*@\s*(?P<load>\d{2}\s?%)\s*x\s*(?P<n>\d{1,2}))(?!\d)",
            r"\g<n> x 1 @ \g<load>",
        ),
        (
            "double",
            r"(?P<said>\bdouble\s*@\s*(?P<load>\d{2}\s?%)\s*x\s*(?P<n>\d{1,2}))(?!\d)",
            r"\g<n> x 2 @ \g<load>",
        ),
        (
            "triple",
            r"(?P<said>\btriple\s*@\s*(?P<load>\d{2}\s?%)\s*x\s*(?P<n>\d{1,2}))(?!\d)",
            r"\g<n> x 3 @ \g<load>",
        ),
        ("x", r"[^\W\d][^\W\d]\s+x\s?\d{1,3}(?P<said>\s+)(?=[^\W\d]{3}[^\d,;:/]*\s+x\s?\d{1,3}\b)", ", "),
        ("%", r"(?<!\d)(?<!\d\s)(?P<said>@\s?)(?=\d{2,3}\s?%\s+\d{1,2}\s?[x×]\s?\d)", ""),
        ("me", r"\d\s?[x×]\s?(?P<said>ME)(?!\w)", "max"),
        ("rir", r"(?P<said>RIR\s?(?P<left>[0-5]))(?!\d)", r"\g<left> RIR"),
        (
            "superset",
            r"^\W*(?P<said>supersets?\s*(?:x\s?(?P<n>\d{1,2})|(?P<m>\d{1,2})\s?x)\s*:)",
            r"\g<n>\g<m> supersets of",
        ),
        ("complex", r"^\W*(?P<said>complex\s*x\s?(?P<n>\d{1,2}),?)(?=\s(?:@|at\s))", r"\g<n> sets"),
        (
            "complex",
            r"^\W*(?P<said>complex\s*(?:x\s?(?P<n>\d{1,2})\s*:?))(?!\d|\s*reps|,?\s?(?:@|at\s))",
            r"\g<n> sets:",
        ),
        ("cluster", r"\d(?P<said>(?P<reps>(?:[-.]\d)+)\s+clusters?)(?=\s*(?:x\s?\d|,|@|for\b))", r"\g<reps>"),
        ("ft", r"^\W*(?P<said>FT\s*:?\s*)(?=\d{1,3}-\d)", "for time: "),
        (
            "scheme",
            r"(?<![\w-])(?P<said>(?P<S>\d{1,3}(?:-\d{1,3})+)\s+rep(?:etition)?\s+scheme)(?!\w)",
            r"\g<S> reps",
        ),
        (
            "each",
            r"(?<![\w-])(?P<said>(?P<S>\d{1,3}(?:-\d{1,3})+)(?:\s+reps)?\s+(?:of\s+)?each)(?=\s*:)",
            r"\g<S> reps",
        ),
        ("%", r"(?:(?<=[:,/]\s)|(?<=^))(?P<said>x(?P<q>\d{1,2}))(?=\s*@\s*\d{2,3}\s?%)", r"\g<q>"),
        (
            "% for",
            r"(?<!\d)(?P<said>(?P<p>\d{2,3})% for (?P<q>\d{1,2}))(?=(?:\s+reps?)?\s*(?:[,;/]|$))",
            r"\g<p>% x \g<q>",
        ),
        ("@", r"(?<![\d.,x])(?P<said>(?P<q>\d{1,2})\s?x\s?)(?=@\s?\d{2,3}\s?%)", r"\g<q> "),
        (
            "/",
            r"(?<=[^\W\d]\s)(?P<said>x\s?(?P<q>\d{1,3}))(?=\s+/\s+\d{1,3}\s?(?!kgs?\b|lbs?\b)[^\W\d])",
            r"x \g<q> reps",
        ),
        (  # "5, 5, 5, 5, 80 %"
            "%",
            r"(?<![\d.])(?:1?\d\s*,\s*){2,}1?\d(?P<said>\s*,\s*)(?=(?:[4-9]\d|1[0-2]\d)\s?%(?!\s*x))",
            " @ ",
        ),
        (  # "Snatch complex, 5 sets" above what it is of
            "complex",
            r"^\W*(?P<said>(?!(?:kbs?|kettlebells?|dbs?|dumbbells?)\b)(?:[^\W\d]+\s+){1,2}complex\s*[-–:,(]?\s*(?:[x×]\s?(?P<n>\d{1,2})"
            r"(?:\s+sets)?|(?P<m>\d{1,2})\s?(?:[x×]|sets|rounds)))(?=\W*$|\s*,\s*(?:every\s|E\d))",
            r"\g<n>\g<m> sets",
        ),
        (
            "complex",
            r"^\W*(?P<said>(?P<n>\d{1,2})\s+sets\s+of\s+the\s+(?:following\s+)?complex\s*:?)\W*$",
            r"\g<n> sets:",
        ),
        ("ss", r"(?<=[\w)]\s)(?P<said>ss)(?=\s+[\w(])", "superset with"),
        (
            "superset",
            r"^\W*(?P<said>(?P<n>\d{1,2})\s?[x×]\s*(?:supersets?|tri-?sets?|giant\s+sets?))(?=\s*:?\s*$)",
            r"\g<n> supersets of",
        ),
        ("s/s", r"(?<=[\w)]\s)(?P<said>s/s(?:\s+(?:with|w/))?)(?=\s+[\w(])", "superset with"),
        (
            " into",
            r"^\W*\d{1,2}\s?[x×]\s?\d{1,2}\s+[^\d,;:]{3,40}?(?P<said>\s+(?:directly|straight"
            r"|right|immediately)\s+into)(?=\s+\d{1,3}\s+[^\W\d])",
            " +",
        ),
        (
            "m",
            r"(?<![\w/])(?P<said>[mh](?P<his>\d{2,3}(?:[.,]5)?)\s*[/,|]?\s*[fw](?P<hers>\d"
            r"{2,3}(?:[.,]5)?))(?![\w.,/]\d|\w)",
            r"\g<his>/\g<hers>",
        ),
        (
            "s/",
            r"(?P<said>(?P<his>[12]\d[.,]5)s\s?/\s?(?P<hers>\d{1,2}(?:[.,]5)?)s)(?!\w)",
            r"\g<his>/\g<hers> kg",
        ),
        (
            "s/",
            r"(?P<said>(?P<his>[3-8][05]|53|100)['’]?s\s?/\s?(?P<hers>[1-7][05])['’]?s)(?!\w)",
            r"\g<his>/\g<hers> lb",
        ),
        *(
            (
                word,
                rf"(?P<said>\bheavy\s+{word}\s?[x×]\s?(?P<n>[2-9]|1\d))(?=\s*(?:$|[,.;)@]))",
                rf"\g<n> x {reps}",
            )
            for word, reps in REPS.items()
        ),
        (  # "@ 70 %, x 5, every 2 min"
            "every",
            r"(?P<said>,\s*x\s?(?P<n>\d{1,2})\s*,\s*(?P<when>every\s+\d[\d:]{0,4}\s?(?:min(?:ute)?s?|s(?:ec)?|'|\")?))(?=\s*$)",
            r", \g<when> x \g<n>",
        ),
        (  # "get-ups 1/1 x 5"
            "/",
            r"(?<=[^\W\d]\s)(?P<said>(?P<reps>\d{1,2})\s?/\s?(?P=reps)\s*[x×]\s*(?P<sets>\d))(?=\s*(?:$|[,;.]))",
            r"\g<sets>x\g<reps> per side",
        ),
        (  # "1 x 100 kg" of a bar, in a list of its sets
            "1",
            r"^\W*(?P<said>1\s?[x×]\s?(?P<load>(?:[4-9]\d|[12]\d\d)(?:[.,]5)?\s?(?:kgs?|lbs?)))\W*$",
            r"1 @ \g<load>",
        ),
        (  # "3 x L-sit (45 sec)", "5x wall sit 20s"
            "",
            r"^\W*(?:[^\W\d]+:\s+)?(?P<said>(?P<n>\d{1,2})\s?[x×]\s*(?P<what>(?=[^\d,;:()+/]*\b(?:holds?|planks?"
            r"|sits?(?![\s-]?up)|hangs?|handstands?|bridges?|hollows?))[^\W\d][^\d,;:()+/]{2,30}?)"
            r"\s*[(:@–-]?\s*(?P<t>\d{1,3}\s?(?:s(?:ec(?:ond)?s?)?|\"|min(?:ute)?s?))\)?)(?=\s*(?:$|[,.;]))",
            r"\g<n> x \g<t> \g<what>",
        ),
        (  # "5 sets of 60 % of your max pull-ups"
            "of your max",
            r"(?P<said>(?P<sets>\d{1,2})\s+sets\s+(?:of|@|at)\s+(?:about\s+)?\d{2}\s?%\s+of\s+your\s+max(?:imum)?(?:\s+(?:set\s+of|reps?|number\s+of))?)(?=\s+[^\W\d])",
            r"\g<sets> x max",
        ),
        (  # "Superset: broad jump x 3 each set"
            "each set",
            r"(?:^|[.;])\s*(?P<said>superset\s*[:,–-]\s*)(?=[^.;:]*\beach\s+set\b)",
            "superset with ",
        ),
        (  # "3 sets | 7 pull-ups | 20 lunges", "3 sets of 400 m run, 10 box jumps": all of it so often
            "sets",
            r"^\W*(?P<said>(?P<n>\d{1,2})\s+sets\s*(?:\||of(?=\s+\d{1,4}\s?(?:k?m|cals?|s|secs?|min)\b[^,;]*,)))(?=\s+\d)",
            r"\g<n> sets:",
        ),
        (  # "1 = 12 cal ski; 2 = 10 push presses": places of a list
            " = ",
            r"(?:^|[:;,])\s*(?P<said>(?P<n>[1-6])\s=)(?=\s+(?:\d|rest|max)[^=]*(?:;|,|$))",
            r"\g<n>)",
        ),
        (  # "x 1 @ 60, x 1 @ 65"
            "x",
            r"(?:^\W*|,\s|\bthen\s)(?P<said>x\s?(?P<reps>\d{1,2}))(?=\s*(?:@|at)\s*\d)",
            r"1 x \g<reps>",
        ),
        (  # "x 1 @ 65, then 3 sets x 1 @ 75"
            "set",
            r"(?P<said>\b(?:then\s+)?(?P<n>\d{1,2})\s+sets?\s?[x×]\s?(?P<reps>\d{1,2}))(?=\s*(?:@|at)\s*\d)",
            r"\g<n> x \g<reps>",
        ),
        (  # "Warm up, then find a 3RM bench press": what is found is no warm-up
            "warm",
            r"^\W*(?P<said>warm(?:ing)?[\s-]?up\W{1,2}(?:(?:and|&|then)\W{1,2}){0,2}(?P<does>test|find|build|establish|work\s+up))\b",
            r"\g<does>",
        ),
        (  # "AMRAP 7 of 7s: burpees, KBS, pull-ups"
            "s:",
            r"(?P<said>\s(?:of|,)\s(?P<n>\d{1,2})s\s*):\s(?=[^\d:]+$)",
            r", \g<n> of each",
        ),
        ("warm", r"(?<![\w.,])(?P<said>\d\s+warm[\s-]?up\s+sets?)(?=\s*(?:,|and\b|then\b|\+))", "warm up"),
    )
)


_RANGE_OF_SETS = re.compile(
    r"(?<![\w.,/:×-])(?P<least>[1-9])\s?[-–]\s?(?P<most>\d{1,2})(?=\s+sets\b|\s?[x×]\s?\d{1,2}(?![\d.]|\s?(?:kg|lbs?)\b))",
    re.IGNORECASE,
)


_DOTTED_SUM = re.compile(r"\((?P<said>[1-5](?:\.[1-5]){1,3})\)(?=\s*[x×]\s*\d)")


def _dotted_sums(text: str) -> Cuts:
    """'clean + squat + jerk (1.1.1) x 6': so many of each."""
    for said in _DOTTED_SUM.finditer(text) if ")" in text else ():
        yield *said.span("said"), said["said"].replace(".", "+")


def _fewest_sets(text: str) -> Cuts:
    """'3-4 sets of 10', '3-4 x 10': the fewest of them."""
    for said in _RANGE_OF_SETS.finditer(text) if "-" in text or "–" in text else ():
        if int(said["least"]) < int(said["most"]):
            yield *said.span(), said["least"]


_STROKES = re.compile(
    r"(?P<said>\s+/\s+)(?=[A-Za-z][^/]*\d|\d{1,4}\s?(?:k?m|min|s|sec|cals?)\s+[A-Za-z]|\d{1,2}\s?[x×]\s?\d)"
)
_SETS_OF_IT = re.compile(r"[A-Za-z].*\d\s?[x×]\s?\d|\d\s?[x×]\s?\d.*[A-Za-z]")


def _sets_by_strokes(text: str) -> Cuts:
    """'squat 3x5 @ 60 / press 3x5 @ 60 / row 2k': each has its own."""
    strokes = list(_STROKES.finditer(text)) if text.count(" / ") > 1 else []
    begins = [0, *(said.end() for said in strokes)]
    ends = [*(said.start() for said in strokes), len(text)]
    own = sum(
        _SETS_OF_IT.search(text, begin, end) is not None for begin, end in zip(begins, ends, strict=True)
    )
    for said in strokes if own > 1 else ():
        yield *said.span("said"), "; "


_WITH_EACH_SET = re.compile(
    r"(?P<sets>\d{1,2})\s?(?:[x×]|sets\sof)\s?\d{1,3}(?![\d-])[^;:+/]{0,30}?,?\s(?:super\s?-?set(?:ted)?|ss)\s(?:with|w/)\s(?P<said>)(?=\d{1,3}\s(?!x|×|sets|min|sec|s\b)[^\W\d])",
    re.IGNORECASE,
)


def _with_each_set(text: str) -> Cuts:
    """'bench press 4 x 8, superset with 10 ring rows': ten in each of the four."""
    for said in _WITH_EACH_SET.finditer(text) if "with" in text or "w/" in text else ():
        yield *said.span("said"), f"{said['sets']} x "


_SHORT_SETS = re.compile(
    r"^\W*(?:[^\W\d][\w.'’-]*\s+){0,4}[^\W\d][\w.'’-]*:?\s+(?P<said>\d{1,2}(?:\s?/\s?\d{1,2}){1,6}|\d{1,2},\s?\d{1,2})"
    r"(?=\s+(?:@|at)\s*[1-9]\d)"
)

_OF_SIDES = re.compile(
    r"\b(?:kbs?|dbs?|kettlebells?|dumbbells?|single|one|arms?|legs?|split|lunges?|get[\s-]?ups?|tgus?|windmills?|pistols?|step|side|suitcase|landmine|gorilla|renegade)\b",
    re.IGNORECASE,
)


def _short_sets(text: str) -> Cuts:
    """'Push press: 3/3 @ 90', 'press 5/3/1 @ 75/85/95 %': a set for each, and no loads of two sexes."""
    said = _SHORT_SETS.match(text) if "@" in text or " at " in text else None
    if said is not None and _OF_SIDES.search(text[: said.start("said")]):
        return
    if said is not None and all(1 <= int(one) <= MOST_OF_A_SET for one in re.findall(r"\d+", said["said"])):
        yield *said.span("said"), "-".join(re.findall(r"\d+", said["said"]))


_LOAD_OVER_REPS = re.compile(
    r"(?<![\d.,/])(?P<said>(?P<load>[4-9]\d|1[0-4]\d)/(?P<reps>[1-6](?:\+[1-6]){0,3})(?:\s?[x×]\s?(?P<sets>\d{1,2}))?)(?!\d|[.,/]\d|\s?(?:kg|lbs?|cm|in|m|cals?)\b|[\"”])"
)
_OF_A_LIFT = re.compile(
    r"^\W*(?:[^\W\d][\w.&+’'-]*\s(?:\+\s)?){0,4}[^\W\d][\w.&’'-]*s?\s?[:–-]?\s*(?=[4-9]\d/[1-6]|1[0-4]\d/[1-6])"
)


def _loads_over_reps(text: str) -> Cuts:
    """'Front squat: 80/2 x 4', 'clean + jerk: 75/1+1, 80/1+1 x 3': percent over repetitions, so many sets."""
    if "/" not in text or _OF_A_LIFT.match(text) is None:
        return
    found = list(_LOAD_OVER_REPS.finditer(text))
    for said in found if len(found) == 1 or any("+" in one["reps"] for one in found) else ():
        reps = f"({said['reps']})" if "+" in said["reps"] else said["reps"]
        yield *said.span("said"), f"{said['sets'] or 1} x {reps} @ {said['load']}"


_LOAD_FROM_TO = re.compile(
    r"\d\s?[x×]\s?\d{1,2}\s*(?:@|at)\s*(?P<said>[1-9]\d{1,2}\s?[-–]\s?(?P<top>[1-9]\d{1,2}))(?![\d.,/-]\d|\s?[-–]\s?\d)"
)


def _ranges_in_lists(text: str) -> Cuts:
    """'1 x 1 @ 60, 3 x 1 @ 75-80': the heaviest of what some sets of a list are done with."""
    if text.count("@") + text.count(" at ") > 1:
        for said in _LOAD_FROM_TO.finditer(text):
            yield *said.span("said"), said["top"]


WAYS = (
    _short_sets,
    _ranges_in_lists,
    _loads_over_reps,
    _with_each_set,
    _sets_by_strokes,
    _ladders,
    _singles,
    _there,
    _singles_listed,
    _by_turns,
    _set_by_set,
    _counts_behind,
    _labels_on_a_line,
    _clusters,
    _spaced_lists,
    _dotted,
    _tempos,
    _positions,
    _next_sets,
    _each_round,
    _sets_in_brackets,
    _by,
    _then_fewer,
    _lighter_sets,
    _dotted_sums,
    _fewest_sets,
    way_of(_SAID_OTHERWISE),
)
