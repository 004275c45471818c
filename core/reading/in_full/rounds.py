"""How often and how long, in full: 'x5: ..', 'a 5 rounder', 'how many rounds can you get in 12 min?', 'at the
top of every minute'."""

from __future__ import annotations

import itertools
import re

from core.reading.in_full.cuts import ONCE_MORE, Cuts, compiled, way_of
from core.reading.spelled import number_said
from core.reading.tables import DIVISION

_MINUTES = r"(?P<minutes>\d{1,2})(?::00)?\s*(?:min(?:ute)?s?\b|['’′]|(?<=:00))"
_SAID_OTHERWISE = compiled(
    (
        (
            "chipper",
            r"(?P<said>[;,.]\s(?:and\s)?(?:then\s)?(?:a\s)?chipper\s?:?)(?=\s\d)",
            "; then for time:",
        ),
        (  # "40 min grind, 4 stations of 10 min"
            "stations",
            r"^\W*(?P<said>(?P<all>\d{1,2}\s?min(?:ute)?s?)(?:\s[^\W\d]{3,14})?\s?[,:]\s(?P<n>\d{1,2}\sstations)\sof\s(?P<each>\d{1,2}\s?min(?:ute)?s?))",
            r"\g<all>, \g<n>, \g<each> each",
        ),
        ("serie", r"(?<=\d\s)(?P<said>series?\s(?:da|de|di))(?=\s\d)", "sets of"),
        (
            "sets of",
            r"(?<![\d.,])(?P<said>(?P<n>\d{1,2})\s+sets\s+of\s+(?:everything|all(?:\s+of\s+(?:it|them|these))?|the\s+lot|all\s+(?:three|four|of\s+these)))(?=\W*$)",
            r"\g<n> sets of each",
        ),
        ("times through", r"\bAMRAP\b.*?(?P<said>\s*,?\s*(?P<n>[2-9])\s+times\s+through)\W*$", r" x \g<n>"),
        (
            "amrap",
            r"\bthen\s+(?P<said>AMRAP)\s+(?=(?!of\b|in\b|for\b|as\b|with\b|the\b)[^\W\d][^,;:.\d+&/]*(?:$|[.;]))",
            "max",
        ),
        (  # "12 min to do as much as you can:"
            " can",
            r"(?<![\d:.])(?P<said>(?P<m>\d{1,2})\s*min(?:ute)?s?\s+to\s+(?:do|get|complete)\s+as\s+(?:much|many)(?:\s+(?:of\s+(?:this|it)|rounds))?"
            r"\s+as\s+(?:you|u)\s+can)\b",
            r"AMRAP \g<m>",
        ),
        (  # "+2/+2/+2 each round"
            "+",
            r"^\W*?(?P<said>\+(?P<n>\d)(?:\s*/\s*\+(?P=n))+\s*(?:reps?\s*)?(?:each|every|per|a)\s+(?:rnd|rd|round))\b",
            r"add \g<n> reps to all movements each round",
        ),
        (
            "each of",
            r"^\W*?(?:[^\d]*?[!:.]\s*)?(?P<said>(?P<n>\d{1,3})\s+reps\s+each\s+of)(?=\s*:)",
            r"\g<n> of each",
        ),
        ("=", r"rest\s*(?P<said>=)\s*(?=1\)\s)", ":"),
        ("wod", r"^\W*wod(?P<said>\s+)(?=\d{1,2}-\d{1,2}-\d)", ": "),
        ("1:1", r"\b(?:for\s+time|rounds|sets)\s*,\s*(?P<said>1\s?:\s?1)\W*$", "rest 1:1"),
        (  # "AMRAP 4, rest 1, x 4"
            "amrap",
            r"^\W*(?P<said>AMRAP\s+(?P<m>\d{1,2})(?:\s*min(?:ute)?s?)?\s*,\s*(?P<rest>(?:\d\s*(?:min(?:ute)?s?)?\s+rest|rest\s+\d{1,3}\s?(?:s(?:ec)?|min(?:ute)?s?)?))"
            r"\s*,?\s*[x×]\s*(?P<n>[2-9]))(?=\s*:?\s*$)",
            r"\g<n> x AMRAP \g<m>, \g<rest>",
        ),
        (  # "Every other round x 8"
            "other round",
            r"^\W*(?P<said>(?:every\s+other|alternat(?:e|ing))\s+rounds?\s*[x×]\s*(?P<n>\d{1,2}))\W*$",
            r"\g<n> rounds alternating",
        ),
        ("x", r"^\W*(?P<said>x\s?(?P<n>\d{1,2})\s*:)(?=\s*\S)", r"\g<n> rounds:"),
        (
            "round",
            r"^\W*(?P<said>=\s*(?:1|one)\s+round\s*[,:;.–-]*\s*(?:do|repeat|x|times)\s*"
            r"(?P<n>\d{1,2})(?:\s*(?:x|times|rounds|of\s+(?:them|those)))?)\W*$",
            r"\g<n> rounds",
        ),
        (
            "rest",
            rf"^\W*(?:then\s+)?rest\s+(?:for\s+)?\d[\d:.]*\s*(?:min(?:ute)?s?|s(?:ec(?:ond)?s?)?|['′\"])?"
            rf"(?P<said>\s*[,;.]?\s*{ONCE_MORE})",
            ", x 2",
        ),
        ("4 time", r"(?:rounds|r(?:n?ds|fts?))\s+(?P<said>4(?=\s+time\b))", "for"),
        (
            "rounds",
            r"^\W*(?P<said>(?:no\.?|nr\.?|number|#)\s*(?:of\s+)?rounds\s*[:=]?\s*(?P<n>\d{1,2}))(?!\d)",
            r"\g<n> rounds",
        ),
        (
            "twice",
            r"^\W*(?P<said>(?:do|repeat|complete|go\s+through)\s+(?:this|it|the\s+(?:followi"
            r"ng|list)|all\s+of\s+(?:this|it)|that)\s+twice(?:\s+through)?)(?=\s*[:,(]|\W*$)",
            "2 rounds",
        ),
        (
            "twice",
            r"[,;.]\s*(?P<said>(?:all\s+(?:of\s+(?:it|that)\s+)?|do\s+(?:it|this|that)\s+)?t"
            r"wice(?:\s+through)?)\W*$",
            "2 rounds",
        ),
        (
            "repeat",
            r"^(?=\S)(?!\W*(?:min\w*\s*)?\d{1,2}\s?[:.)]).*[,;.]\s*(?P<said>(?:and\s+|then\s"
            r"+)?repeat(?:\s+(?:it|all|once(?:\s+more)?|one\s+more\s+time))*)\W*$",
            "2 rounds",
        ),
        ("then a", r"\b(?P<said>then\s+an?)(?=\s+\d{1,2}[\s-]?(?:min(?:ute)?|rounds?)\b)", "then"),
        (
            "m",
            r"^\W*(?:e\d?mom|otm|e\d{1,3}s)\s*(?:x\s*)?\d{1,2}(?P<said>)(?=\s+[^\W\d]"
            r"[^\d:,;]{3,30}:\s*\d{1,2}\s*(?:reps?\b|@|at\b|\+|$))",
            " min",
        ),
        (
            "x",
            r"^(?:\W*each\s*:)?[^:]*\d[^:,]*,[^:,]*\d[^:,]*(?P<said>,\s*x\s?(?P<n>[2-9]|1\d))\W*$",
            r", \g<n> rounds",
        ),
        (
            "each)",
            r"\bevery\b.*?(?P<said>(?P<n>\d{1,2})\s+(?:rounds|rds)\s*\(\s*\d{1,2}\s+(?:of\s+)?each\s*\))",
            r"x \g<n>",
        ),
        (
            "each for time",
            r"^\W*(?P<said>(?P<n>\d{1,3})(?:\s+reps?)?\s+(?:of\s+)?each\s+for\s+time\s*:)",
            r"For time, \g<n> each:",
        ),
        (
            "every",
            r"(?P<said>\bevery\s+(?P<t>\d{1,3}(?::\d\d)?\s?(?:s|secs?|seconds|min(?:ute)?s?)"
            r"?)\s+(?P<what>\d{1,2}\s+[^\W\d][^,;:\d]{2,30}?)\s+for\s+(?P<m>\d{1,2})\s*min"
            r"(?:ute)?s?)\b",
            r"every \g<t> for \g<m> min: \g<what>",
        ),
        (
            "every",
            r"(?P<said>\bevery\s+(?P<t>\d{1,3}(?::\d\d)?\s?(?:s|secs?|seconds|min(?:ute)?s?)"
            r"?)\s+one\s+(?P<what>[^\W\d][^,;:\d]{2,30}?)\s+for\s+(?P<m>\d{1,2})\s*min(?:ute"
            r")?s?)\b",
            r"every \g<t> for \g<m> min: 1 \g<what>",
        ),
        (  # "You have 18 minutes to get through as much as possible of:"
            "as possible",
            r"(?:^\W{0,44}|[.:]\s)(?P<said>(?:you\shave\s|in\s)?(?P<t>\d{1,2})\s?min(?:ute)?s?,?\s(?:to\s)?(?:get\sthrough|do|complete|get\sdone)?\s?as\s(?:much|many(?:\s(?:rounds|reps))?)\sas\s(?:possible|you\scan)(?:\sof(?:\s(?:this|these|the\slist|the\sfollowing))?)?)(?=\s?:?\s{0,2}$)",
            r"AMRAP \g<t>",
        ),
        (
            "x",
            r"^\W*(?:circuit|superset|giant\s+set|tri-?set|block|round|finisher|core|set)\s*"
            r"[A-H1-9]?(?P<said>\s+x\s?(?P<n>\d{1,2})\s*:)(?=\s*\S)",
            r": \g<n> rounds:",
        ),
        (  # "Strength circuit x3" above its list
            "x",
            r"^\W*(?:[^\W\d]+\s+){0,3}(?:circuit|superset|giant\s+set|tri-?set|finisher|burner|core|block)"
            r"(?P<said>\s*,?\s*(?:[x×]\s?(?P<n>\d{1,2})|(?P<m>\d{1,2})\s?[x×]))(?=\s*(?:$|[(,:]\s*$|[(,]))",
            r": \g<n>\g<m> rounds",
        ),
        (
            "sets of",
            r"\b\d{1,2}\s+(?P<said>sets)\s+of\s*(?=\([^()]*\d[^()]*[,+/&][^()]*\d|\d+\s?k?m"
            r"\s[^:;]*,[^:;]*\d\s?k?m\b)",
            "rounds",
        ),
        (  # "800 m run, 5 rounds of (12 squats, 9 burpees), 800 m run"
            "rounds of",
            r"[,;]\s*(?:then\s+)?\d{1,2}\s+(?P<said>rounds\s+of)\s*"
            r"(?=\((?:[^()]|\([^()]*\))*\d(?:[^()]|\([^()]*\))*\)\s*[,;]\s*(?:then\s+)?[^\W_])",
            "rounds ",
        ),
        (
            "each",
            r"\b\d{1,2}\s+(?P<said>sets)(?=\s*,\s*\d{2,3}\s?(?:s|sec|seconds|min)\s+each\s*:)",
            "rounds",
        ),
        *(
            (
                times,
                rf"^\W*(?P<said>(?:do|repeat|complete|perform)\s+(?:this|it|(?:all\s+of\s+)?the\s"
                rf"+following)\s+{times})",
                f"{count} rounds",
            )
            for times, count in (("two times", 2), ("three times", 3), ("four times", 4))
        ),
        ("laps", r",\s*\d\s+(?P<said>laps)\s*$", "rounds"),
        ("through", r"(?<![\d.])(?P<n>\d)(?P<said>\s?[x×]\s+through)\b", " rounds"),
        (  # "1 min on each, twice through: row, plank"
            "through",
            r"(?:^|:\s)\W*(?P<said>(?P<long>\d{1,2}\s?(?:min(?:ute)?s?|s(?:ec)?|'))\s+(?:on\s+|of\s+|at\s+)?each\s*,\s*twice\s+through)(?=\s*:|\W*$)",
            r"2 rounds, \g<long> each",
        ),
        (  # "6 sets (increasing)", "4 sets, build"
            "sets",
            r"^\W*\d{1,2}\s+(?P<said>sets\s*[,(–-]\s*(?:increasing|build(?:ing)?|ascending|c"
            r"limbing|across|heavy|moderate|unbroken"
            r"|steady|add(?:ing)?)(?:\s+(?:up|load|weight|each\s+(?:set|round)|across|the\s+"
            r"weight|in\s+weight))*\)?)\W*$",
            "rounds",
        ),
        (  # "3 sets each machine"
            "each",
            r"(?:^|:\s)\W*\d{1,2}\s+(?P<said>(?:sets|rounds)\s+(?:of|on|at|per)?\s*each\s+"
            r"(?:machine|station|erg|movement))"
            r"(?=\s*:?\s*$)",
            "rounds",
        ),
        ("after", r"\b(?P<said>(?P<rest>rest\s+\d[^,;]{0,10}?)\s+after\s+[A-H]\d)(?=\W|$)", r"\g<rest>"),
        (
            "(",
            r"\d\s?[x×]\s?\d{2,4}\s?m\b[^()\d]*\((?P<said>\d{2,4}\s?m?\s+(?:easy\s+)?(?:walk"
            r"|jog)(?:\s+back)?)\)",
            "rest",
        ),
        (
            "for ",
            rf"^\W*(?P<said>for\s+{_MINUTES}\s*,?\s*(?:at|keep|hold|moving|steady|non-?stop)\b[^:]*:)\s*$",
            r"AMRAP \g<minutes> min:",
        ),
        ("minute by", r"^\W*(?P<said>minute\s+by\s+minute\s+for)(?=\s+\d)", "EMOM"),
        (
            "each minute",
            r"^\W*(?P<said>each\s+minute\s*,\s*(?P<n>\d{1,2})\s*min(?:ute)?s?\s+(?:long|in\s+all|total))",
            r"EMOM \g<n>",
        ),
        (
            "every",
            r"^\W*(?P<said>every\s+(?P<t>\d{1,2}(?::\d\d)?\s*(?:min(?:ute)?s?|s(?:ec(?:ond)?"
            r"s?)?|['’′])?)\s+(?:you\s+)?start\s+(?:an?\s+)?(?:new\s+)?(?:round|set)\s*[,(]"
            r"\s*(?P<n>\d{1,2})\s*(?:rounds|sets)\)?)",
            r"every \g<t> x \g<n>",
        ),
        ("until", r"\b(?P<said>amrap)(?=\s+[^\W\d][^\d,;:]{2,30}\s+(?:until|till|while)\b)", "max"),
        ("tabata", r"\b(?P<said>tabata\s*\(\s*\d{1,2}\s+(?:intervals|rounds)\s*\))", "tabata"),
        ("trips", r"(?<![\w.,])(?P<n>\d{1,2})(?P<said>\s+trips\s+of\s+)(?=\d{1,3}\s?(?:m|ft|yd)\b)", " x "),
        ("max hang", r"\bmax\s+(?P<said>hang)(?=\s*(?:$|[,;.(:]))", "dead hang"),
        ("tours", r"(?<=\d\s)(?P<said>tours)(?=\s*[:,]|\s+d[eu]\b|\W*$)", "rounds"),
        ("rounder", r"^\W*(?P<said>(?:an?\s+)?(?P<n>\d{1,2})[\s-]?rounder)\b", r"\g<n> rounds"),
        (
            "how",
            rf"^\W*(?P<said>how\s+many\s+(?P<what>rounds|reps)\s+(?:(?:can|do|will)\s+you\s+)"
            rf"?(?:get|do|make|manage|finish|fit)?\s*(?:in|within)\s+{_MINUTES}\s*\??\s*:?)",
            r"AMRAP \g<minutes> min:",
        ),
        (
            "through",
            rf"^\W*(?P<said>{_MINUTES}\s*,?\s*(?:of\s+)?(?:cycling|rotating|working|moving|go"
            rf"ing|run)\s+through\s*:?)",
            r"AMRAP \g<minutes> min:",
        ),
        (
            "as many",
            rf"^\W*(?P<said>as\s+many\s+times\s+(?:through\s+)?as\s+(?:possible|you\s+can)\s+"
            rf"(?:in|within)\s+{_MINUTES})\W*$",
            r"AMRAP \g<minutes> min",
        ),
        (
            "for ",
            rf"^\W*(?P<said>(?:keep|go|work|move|continue|cycle|repeat)(?:\s+(?:going|moving|"
            rf"working|this|it|on))?\s+for\s+{_MINUTES})\s*[:.]?\s*$",
            r"AMRAP \g<minutes> min:",
        ),
        (
            "clock",
            rf"^\W*(?P<said>(?:set|put|start)\s+(?:the|a|your)\s+(?:clock|timer)\s+(?:for|to|"
            rf"at|on)\s+{_MINUTES})\s*[:.]?\s*$",
            r"AMRAP \g<minutes> min:",
        ),
        (
            "top of",
            r"(?:^\W*|[,;–-]\s*|\s)(?P<said>(?:at|on)\s+the\s+top\s+of\s+(?:the|every|each)\s+minute)(?=\W)",
            "every minute",
        ),
        (
            "from ",
            r"(?:^\W*|[.;]\s+)(?P<said>from\s+(?:min(?:ute)?\s+)?(?P<a>\d{1,2})\s+(?:to|unti"
            r"l|till)\s+(?:min(?:ute)?\s+)?(?P<b>\d{1,2})(?:\s*min(?:ute)?s?)?)(?=\s*:)",
            r"\g<a>:00-\g<b>:00",
        ),
        (
            "between",
            r"(?P<said>(?:shared|split|divided)\s+(?:between|among(?:st)?|by)\s+(?P<n>[2-6])"
            r"(?:\s+(?:people|athletes|persons|of\s+you|partners))?)\W*$",
            r"in teams of \g<n>",
        ),
        (
            " to ",
            rf"(?:^\W*|,\s*|\byou\s+have\s+)(?P<said>{_MINUTES}\s+to\s+(?:complete|finish|do|"
            rf"get\s+through)(?:\s+(?:the\s+following|this|it|all\s+of\s+it))?)(?=\s*:|\W*$)",
            r"\g<minutes> min cap",
        ),
        (
            "each)",
            r"(?<![\w.,/])(?P<said>\d{2,3}\s+partner\s+(?P<what>[^\W\d][^\d,;:()]{2,30}?)\s*"
            r"\(\s*(?P<own>\d{1,3})\s+each\))",
            r"\g<own> \g<what>",
        ),
        ("50/50", r"50/50(?=\s+(?:with|split|between|partner))", "split"),
        (
            "ea",
            r"^\W*\d{1,3}(?P<said>\s?ea(?:ch)?\.?)(?=\s+(?!of\b|side|arm|leg)[^\W\d][^\d:()]"
            r"*(?:\+|,|&|\band\b)\s*[^\W\d][^\d:()]*$)",
            " each:",
        ),
        ("partners", r"^\W*(?P<said>partners\s+(?:do|complete|perform|share))(?=\s+\d)", "in pairs"),
        ("on ", r"^\W*(?P<said>on\s+(?:the\s+)?)(?=\d:\d\d\s*[x×]\s*\d)", "every "),
        ("off", r"^\W*min(?:ute)?\s*\d\s*[:.–-]\s*(?P<said>off)\W*$", "rest"),
        (
            "minute",
            r"^\W*(?P<said>(?:1|one)\s+(?P<what>[^\W\d][^\d,;:]{2,30}?)\s+(?:in|on)\s+(?:the"
            r"\s+)?(?:minute\s+(?:one|1)|(?:first|1st)\s+minute)\s*[,;]\s*"
            r"(?:2|two)\s+(?:[^\d,;:]{2,30}?\s+)?(?:in|on)\s+(?:the\s+)?(?:minute\s+(?:two|2"
            r")|(?:second|2nd|next)(?:\s+minute)?)\b.*)$",
            r"death by \g<what>",
        ),
    )
)


_RISING_PAIRS = re.compile(
    r"^\W*(?P<said>(?P<first>\d)\s?[&+]\s?(?P=first)\s*,\s*(?P<next>\d{1,2})\s?[&+]\s?(?P=next)\b(?:\s*,?\s*\d{1,2}\s?[&+]\s?\d{1,2})*"
    r"\s*(?:\.{2,}|…|etc\.?)?\s*(?:add\s+\d\s+(?:reps?\s+)?each\s+round)?)\W*$",
    re.IGNORECASE,
)


def _rising_pairs(text: str) -> Cuts:
    """'4 & 4, 6 & 6, 8 & 8 ..' below '2 burpees, 2 deadlifts'."""
    if said := _RISING_PAIRS.match(text):
        step = int(said["next"]) - int(said["first"])
        if step > 0:
            yield *said.span("said"), f"add {step} reps each round"


_SO_MANY_AMRAPS = re.compile(
    r"^\W*(?:[^\W\d]+(?:\s[A-Z0-9])?[:.)]\s+)?(?P<said>(?P<n>[2-6]|two|three|four|five|six)\s+(?:(?P<m>\d{1,2})\s*-?\s*min(?:ute)?s?\s+AMRAPs"
    r"|AMRAPs\s*(?:of|,|:)?\s*(?P<each>\d{1,2})\s*(?:min(?:ute)?s?\b|')(?:\s+each)?))",
    re.IGNORECASE,
)


def _so_many_amraps(text: str) -> Cuts:
    """'Three 7-min AMRAPs', '3 AMRAPs of 4 min'."""
    if said := _SO_MANY_AMRAPS.match(text) if "amraps" in text.lower() else None:
        yield *said.span("said"), f"{number_said(said['n'])} x {said['m'] or said['each']} min AMRAP"


_INTERRUPTED = re.compile(
    r"(?:[,;:(]|\s[–-])\s*(?P<what>\d{1,3}\s?(?:m\b)?\s*[^\W\d][^,;:()\d]{2,30}?)\s+"
    r"(?:(?P<open>(?:every|each|any)\s+(?:time|break|drop|trip|miss|no[- ]?rep)\b"
    r"[^,;:()\d]{0,40}|(?:whenever|if|when)\s+you\s+(?:break|drop|stop|trip)\b"
    r"[^,;:()\d]{0,40})"
    r"|(?:at|on)\s+the\s+(?:start|top|beginning)\s+of\s+(?:the|each|every)\s+minute)\s*\)?\W*$",
    re.IGNORECASE,
)
_BETWEEN_ROUNDS = re.compile(
    r"^(?P<list>\W*\d{1,3}(?:-\d{1,3}){2,})\s*[,;(]\s*(?:with\s+)?(?P<what>\d"
    r"[^,;:()]{3,24}?)\s+(?P<when>(?:after|between)\s+(?:(?:each|every|the)\s+)?(?:r"
    r"ounds?|sets?))\s*\)?\s*[:,–-]\s*"
    r"(?P<work>[^\W\d].*?)\W*$",
    re.IGNORECASE,
)


_IN_ITS_MINUTE = re.compile(
    r"(?P<what>[^,;:()]+?)\s*\((?P<place>min(?:ute)?\s*\d{1,2})\)\s*(?P<sign>[,;]?)\s*", re.IGNORECASE
)


def _minutes_behind(text: str) -> Cuts:
    """'EMOM 20: 5 pull-ups (min 1), 10 push-ups (min 2)': whose minute each is, before it."""
    said = list(_IN_ITS_MINUTE.finditer(text, text.find(":") + 1)) if "(min" in text.lower() else []
    if len(said) > 1 and all(one.end() == other.start() for one, other in itertools.pairwise(said)):
        listed = " ".join(f"{one['place']}: {one['what'].strip()}{one['sign']}" for one in said)
        yield said[0].start(), said[-1].end(), f" {listed}"


_WHEN = ("every", "each ", "any ", "when", "if you", "of the minute", "of each", "of every")


def _interrupted(text: str) -> Cuts:
    """'100 wall balls for time (5 burpees every break)', '21-15-9, 400 m run between rounds:
    deadlifts, dips': what interrupts stands behind its list."""
    lower = text.lower()
    for said in _INTERRUPTED.finditer(text) if any(word in lower for word in _WHEN) else ():
        yield *said.span(), f", every {'break:' if said['open'] else 'minute'} {said['what']}"
    if listed := _BETWEEN_ROUNDS.match(text):
        when = listed["when"].capitalize()
        yield *listed.span(), f"{listed['list']} {listed['work']}. {when}: {listed['what']}"


_EVERY = r"(?:at\s+)?(?:(?:the\s+)?(?:start|top)\s+of\s+)?every\s+(?P<{n}>[2-9]|10)\s*(?:min(?:ute)?s?\b|')"
_FROM_THE_START = (
    r"(?:\s*,?\s*\(?(?:incl\w*\.?|including|starting(?:\s+at)?|from)\s+(?:the\s+start|0:00|0|minute\s+0)\)?)?"
)
_MOVED = r"(?:\d{1,4}\s?(?:m|km|k|cals?)?\s*[^\W\d][^,;:()\d]{2,24}?|(?:run|row|ski|bike|swim)\s+\d{2,4}\s?m)"
_AMRAP_INTERRUPTED = re.compile(
    r"^\W*(?:amrap\s*\d{1,2}(?:\s*min(?:ute)?s?)?|\d{1,2}[- ]?(?:min(?:ute)?s?|')\s*"
    r"amrap)(?P<said>\s*[,:;(–-]+\s*(?:with\s+|starting\s+with\s+|starting\s+)*"
    rf"(?:{_EVERY.format(n='n')}{_FROM_THE_START}\s*[,:]?\s*(?:do\s+)?(?P<what>{_MOVED})"
    rf"|(?:an?\s+)?(?P<first>{_MOVED})\s+{_EVERY.format(n='m')}{_FROM_THE_START})\)?)\W*$",
    re.IGNORECASE,
)


def _amrap_interrupted(text: str) -> Cuts:
    """'AMRAP 20, every 5 min run 400 m' above its list: what interrupts it, as a sentence of its own."""
    said = _AMRAP_INTERRUPTED.match(text) if "every" in text.lower() else None
    if said is not None:
        yield *said.span("said"), f". Every {said['n'] or said['m']} min: {said['what'] or said['first']}"


_SO_MANY_OF = re.compile(
    r"(?<![\w.,/])(?P<said>(?P<rounds>\d{1,2}\s+(?:rounds|sets|rds))\s+of\s+"
    r"(?P<count>\d{1,2})\s*(?:x\s*)?\((?P<list>[^()\d]{3,}[,+][^()\d]{3,})\))",
    re.IGNORECASE,
)


_LEVEL_AND_ROUNDS = re.compile(
    rf"(?:(?P<level>{DIVISION})\s*[:=–-]?\s*(?P<n>\d{{1,2}})|(?P<m>\d{{1,2}})\s+"
    rf"(?P<behind>{DIVISION}))(?:\s+(?:rounds?|rds))?",
    re.IGNORECASE,
)
_LEVELS_ALONE = re.compile(
    rf"^\W*(?P<said>{DIVISION}\s*[:=–-]?\s*\d{{1,2}}\s+(?:rounds?|rds)(?:\s*[/,;|&]\s"
    rf"*{DIVISION}\s*[:=–-]?\s*\d{{1,2}}"
    r"(?:\s+(?:rounds?|rds))?)+)(?=\s*(?:$|:|of\b|for\s+time))",
    re.IGNORECASE,
)
_LEVELS_BEHIND = re.compile(
    rf"^\W*(?P<all>\d{{1,2}})\s+(?:rounds?|rft|rds)\b[^(:]{{0,20}}(?P<said>\(\s*"
    rf"{DIVISION}\s*[:=–-]?\s*\d{{1,2}}(?:\s+(?:rounds?|rds))?"
    rf"(?:\s*[/,;|&]\s*{DIVISION}\s*[:=–-]?\s*\d{{1,2}}(?:\s+(?:rounds?|rds))?)+\s*\))",
    re.IGNORECASE,
)


def _rounds_of_levels(text: str) -> Cuts:
    """'Rx: 5 rounds / Intermediate: 4 / Beginner: 3', '5 rounds (intermediate 4, beginner 3)'."""
    said = (_LEVELS_ALONE.match(text) or _LEVELS_BEHIND.match(text)) if "r" in text.lower() else None
    if said is None:
        return
    told = [
        ((one["level"] or one["behind"]).lower(), int(one["n"] or one["m"]))
        for one in _LEVEL_AND_ROUNDS.finditer(said["said"])
    ]
    alone = "all" not in said.groupdict()
    first = next((rounds for level, rounds in told if level == "rx"), max(rounds for _, rounds in told))
    others = [one for one in told if not (alone and one in (("rx", first), (told[0][0], first))[:1])]
    brackets = " ".join(f"({level} {rounds} rounds)" for level, rounds in others if level != "rx")
    yield *said.span("said"), f"{first} rounds {brackets}" if alone else brackets


def _so_many_of(text: str) -> Cuts:
    """'5 rounds of 7 (power clean, front squat, push press)': seven of each."""
    for said in _SO_MANY_OF.finditer(text) if "(" in text else ():
        names = [one.strip() for one in re.split("[,+]", said["list"]) if one.strip()]
        yield *said.span("said"), f"{said['rounds']}: " + ", ".join(f"{said['count']} {one}" for one in names)


_BEHIND = re.compile(
    r"(?P<said>(?:(?:[,;]\s*for\b|[,;(]|(?<=\s)[-–]|(?<=\s)for\b)\s*)?(?<![^\s,;(])"
    r"(?:(?P<n>[2-9]|10)\s+sets|x\s?(?P<m>[2-9]|10)(?:\s+sets)?)\s?\)?)"
    r"(?=\s*(?:[,;(–-]\s*(?:with\s+)?(?:\d+\s?\S{1,8}\s+)?rest\b[^,;]*|[^\w\s]*)\s*$)",
    re.IGNORECASE,
)
_OTHERWISE_ARRANGED = re.compile(
    r"\d\s?[x×]\s?\d|(?:kg|lbs?|%)\s?[x×]|\b(?:sets?|rounds?|rds|emom|amrap|every|ta"
    r"bata|each|build|time|min)\b|\d-\d",
    re.IGNORECASE,
)
_LIST_IN_BRACKETS = re.compile(r"\([^()]*(?:,\s|[+&])[^()]*\)\s*$")
_ITEMS = re.compile(r"[,;](?!\d)|(?<!\d)/|/(?!\d)|[+&]|\bthen\b|\band\b|\binto\b", re.IGNORECASE)
_COUNTED = re.compile(r"(?=.*(?<![^\W\d])\d)(?=.*[^\W\d])")  # "T2B" counts nothing


_TIMES_BEHIND = re.compile(
    r"\d\s*$|\bx\s?\d{1,3}\s*[,;]"
)  # "face pulls 3 x 10", "curls x 20, face pulls x 10"


def _sets_behind_a_list(text: str) -> Cuts:
    """'12 rows, 15 push-ups - 4 sets', '12 rows / 15 push-ups x 4': rounds of all of it."""
    said = _BEHIND.search(text)
    before = text[: said.start()] if said is not None else ""
    items = _ITEMS.split(before.split(":")[-1]) if not _LIST_IN_BRACKETS.search(before) else ()
    if (
        said is None
        or _OTHERWISE_ARRANGED.search(before)
        or (said["m"] and _TIMES_BEHIND.search(before))
        or len(items) < 2
        or not all(map(_COUNTED.match, items))
    ):
        return
    yield *said.span(), f"; {said['n'] or said['m']} rounds"


_RESTING_ROUND = re.compile(
    r"(?P<said>(?P<n>\d{1,2})\s?(?:rounds|rds|sets|x)\s?\((?P<list>[^()]*\d[^()]*[,/+]\s*(?:rest\s\d[^()]*|\d[^()]*?\s(?:rest|off)\s*))\))\W*$",
    re.IGNORECASE,
)


def _rests_in_brackets(text: str) -> Cuts:
    """'3 rounds (30 s hollow / 30 s arch / 30 s rest)': what each round is, and how it ends."""
    said = _RESTING_ROUND.search(text)
    if said is not None:
        listed = re.split(r"\s*[,/+]\s*", said["list"].strip())
        yield *said.span("said"), f"{said['n']} rounds: {', '.join(listed)}"


WAYS = (
    _rests_in_brackets,
    _rising_pairs,
    _so_many_amraps,
    _rounds_of_levels,
    way_of(_SAID_OTHERWISE),
    _interrupted,
    _amrap_interrupted,
    _so_many_of,
    _minutes_behind,
    _sets_behind_a_list,
)
