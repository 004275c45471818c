"""Words for movements and times, in full: '5 pull, 10 push', 'A skip', 'SA DB row', 'half an hour'."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts, otherwise

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


_SKIPS = re.compile(
    r"(?:[,;/]|\bsc(?:aled)?\s*[:(-]|\b(?:unders?|dubs|du)\s*\()\s*(?:\d+\s+)?(?P<skips>singles)"
    r"(?=\s*\(?x\s?[23]\)?\s*(?:[,;/.)]|$))|^\W*(?P<lacking>singles)(?=\s*\(?x\s?[23]\)?\s+if\b)",
    re.IGNORECASE,
)


def _skips(text: str) -> Cuts:
    """'Scaled: knee raises, singles x2', 'singles x3 if no dubs': skips, and no sets of one."""
    for said in _SKIPS.finditer(text):
        yield *said.span("lacking" if said["lacking"] else "skips"), "single-unders"


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


_TWO_SIDES = re.compile(
    r"(?<![\d.,])(?P<one>\d{1,3}\s?(?:m|s|secs?|reps?|ft)?)\s{1,3}[^,;\d()\s]"
    r"[^,;\d()]{2,39}?(?P<sides>\s{1,3}\(?(?:L|left|R|right)\)?\s*"
    r"(?:,|/|\+|&|and|then)\s*(?P=one)\s*(?:on\s+(?:the\s+)?)?\(?(?:L|left|R|right)\)?(?:\s+side)?)(?![\w-])",
    re.IGNORECASE,
)


def _two_sides(text: str) -> Cuts:
    """'20 m suitcase carry L, 20 m R': each side."""
    for said in _TWO_SIDES.finditer(text):
        yield *said.span("sides"), " each side"


_SAID_OTHERWISE = tuple(  # what a line must hold in small letters, a pattern, what is meant by its "said"
    (need, re.compile(pattern, 0 if need == "me" else re.IGNORECASE), full)
    for need, pattern, full in (
        ("c", r"(?<=\d)\s?(?P<said>c)(?=\s+(?:bike|row|ski)\b)", "cal"),
        (
            "x",
            r"(?<![\w.,/])\d{1,2}\s?[x×]\s?(?P<said>(?P<way>row|run|ski|bike|swim|walk|jog|sprint):?\s"
            r"(?P<far>\d{2,4}\s?(?:km|k|m|cals?|met(?:er|re)s?))(?![\w/]))",
            r"\g<far> \g<way>",
        ),
        (
            "drop",
            r"\bdrop(?:ping)?\s+(?:back\s+|down\s+)?to\s+\d{2}\s?%\s+(?P<said>of\s+(?:the\s+"
            r"|your\s+|today['’]?s\s+|that\s+)?(?:top|last|heaviest)"
            r"\s+(?:set|single|double|triple)\s*[,:]?)(?=\s+\d\s?x)",
            "of that for",
        ),
        (
            "team",
            r"(?<![\d.,/])(?P<said>(?P<n>\d{2,4})\s+each\s*,?\s*(?:in\s+)?(?:total\s+)?(?:"
            r"(?:as\s+a|per|for\s+the)\s+)?team(?:\s+total)?"
            r"(?:\s+reps)?)(?=\s*:?\s*$)",
            r"\g<n> each",
        ),
        (
            "s",
            r"\b(?:DB|dumbbell|KB|kettlebell)[^,;:\d]*?[\s,(]+(?:w/\s?|with\s+|@\s?)?"
            r"(?P<said>(?P<his>\d{1,2}(?:[.,]5)?)"
            r"s\s?/\s?(?P<hers>\d{1,2}(?:[.,]5)?)s)(?=\W|$)",
            r"@ \g<his>/\g<hers>",
        ),
        (  # "4 sets 12 face pulls, 12 curls"
            "s",
            r"(?:^\W*|:\s*)\d{1,2}\s+(?:sets|rounds|rds)(?P<said>\s+)(?=\d{1,3}\s+[^\W\d]"
            r"[^,;:]*[,;+]\s*\d{1,3}\s+[^\W\d][^:]*$)",
            ": ",
        ),
        (  # "8 x 20 s max effort, 1:40 easy spin between"
            "between",
            r"(?P<said>,\s*(?P<long>\d{0,2}:\d{2}|\d{1,3}\s?(?:min(?:ute)?s?|s(?:ec(?:ond)?s"
            r"?)?|['\"]))\s+(?:of\s+)?(?:(?:very\s+)?easy\s+"
            r"(?:spin(?:ning)?|pedal(?:ling)?|jog|walk|row|ski|paddle|roll)?|(?:spin|walk|jo"
            r"g|roll)\s+easy|recovery)\s*(?:in\s+)?between)\b",
            r", rest \g<long> between",
        ),
        (
            "every set",
            r"^\W*(?P<said>every\s+set\s*[:,–-]\s*(?P<what>\d[^,;:]{3,40}?)\s+(?:right|strai"
            r"ght|immediately|directly)\s+after(?:wards)?)\W*$",
            r"after every set: \g<what>",
        ),
        ("101", r"^\W*(?P<said>(?P<what>[^\W\d]+)\s+101)(?=\s*(?::|$|[–-]\s))", r"\g<what> intro"),
        ("jerk", r"(?<=\d\s)(?P<said>push)(?=\s*\+\s*\d)", "push press"),
        (
            "odd",
            r"(?:emom|otm|e\d?mom|min(?:ute)?)\b[^,;/]*?[:\s](?P<said>odd)(?=\s+\d[^;/]*?[,;/]\s*even\s+\d)",
            "odd:",
        ),
        ("even", r"\bodd\s+\d[^;/]*?[,;/]\s*(?P<said>even)(?=\s+\d)", "even:"),
        (  # "start at 70 and end around 85 %"
            "%",
            r"(?P<said>(?:start(?:ing)?|begin(?:ning)?)\s+(?:at|with|from)\s+(?P<low>\d{2,3}"
            r")\s?%?\s*(?:and|,|then)?\s*(?:end(?:ing)?|finish(?:ing)?|up)"
            r"\s+(?:(?:at|around|near|with|to|about)\s+)*(?P<high>\d{2,3})\s?%)",
            r"@ \g<low>-\g<high>%",
        ),
        (
            "you ",
            r"^\W*(?P<said>you\s+(?:have|get|['’]?ve\s+got)\s+(?P<long>\d{1,2}\s*min(?:ute)?"
            r"s?)\s+to)(?=\s+(?:find|build|establish|reach|hit|lift)\b)",
            r"in \g<long>",
        ),
        ("@", r"@\s?\d{2,3}(?P<said>,)(?=\s*(?:every|e\d?mom|otm)\b)", " "),
        (
            "change every",
            r"\b(?:change|switch|rotate|swap)\s+every\s+\d{1,2}(?P<said>)(?=\s*\)?\W*$)",
            " min",
        ),
        (
            "together",
            r"(?<=[^\W\d])(?P<said>\s*[,(]\s*(?:all\s+(?:of\s+you\s+)?together|everyone\s+to"
            r"gether)\)?)(?=\s*(?:$|[,.;)]))",
            " together",
        ),
        ("ft", r"^\W*(?P<said>(?-i:FT))(?=\s*(?:[:–-]\s|$))", "for time"),
        ("goblet", r"(?P<said>\bgoblet\s+(?P<what>(?:box\s+)?step[- ]?ups?))\b", r"\g<what> holding one KB"),
        (
            "easy",
            r"/\s*\d[\d:]*\s*(?:min(?:ute)?s?|s(?:ec(?:ond)?s?)?|['\"])?\s+(?P<said>(?:very\s+)?easy\s+(?:row|bike|ski|run|jog|spin|pedal))\W*$",
            "easy",
        ),
        ("jerk", r"\b(?P<said>(?:tall|pause(?:\s+dip)?|dip)\s+jerk)s?\b", "jerk"),
        (
            "hold",
            r"\b(?P<said>holds?\s+(?:2\s+|two\s+|the\s+)?(?:KBs?|DBs?|bells|dumbbells|kettlebells)\s+in\s+(?:the\s+|a\s+)?(?:front\s+)?rack)\b",
            "front rack hold",
        ),
        (
            "for time",
            r"(?P<said>,?\s*each\s+(?:round|set)\s+for\s+time)(?=\s*(?:$|[,;.]))",
            ", each for time",
        ),
        (
            "x",
            r"(?<![\d.,/-])(?P<said>(?P<least>\d{1,2})\s?[–-]\s?\d{1,2})(?=\s?[x×]\s?\d{2,4}\s?(?:m|km|k|s|sec|min)\b)",
            r"\g<least>",
        ),
        (
            "ladder",
            r"\b\d{1,2}\s?(?:min(?:ute)?s?|')\s*[:,–-]?\s*(?P<said>(?:to\s+)?climb(?:ing)?\s+(?:up\s+)?the\s+ladder)",
            "AMRAP",
        ),
        (
            "single",
            r"(?P<said>\b(?:work|build)(?:ing)?\s+(?:up\s+)?to\s+(?:an?\s+)?(?P<share>\d{2})\s?%\s+single)(?!\s?-?under)",
            r"1 x 1 @ \g<share>%",
        ),
        (
            "while",
            r"(?P<said>,\s*rest(?:ing)?\s+while\s+(?:your|the|their|your\s+other)\s+(?:partners?|others?|team-?mates?|other\s+half)\s+[^\d,;:.()]{2,24})\W*$",
            ", rest as needed",
        ),
        (  # "work up to 85 %, then 3x3 there"
            "then",
            r"\bto\s+(?P<share>\d{2})\s?%[^%]*?\bthen\s+\d{1,2}\s?[x×]\s?\d{1,2}(?P<said>\s+(?:there|(?:at|with)\s+(?:that|the\s+same)(?:\s+(?:weight|load|percent(?:age)?))?))(?=\s*(?:$|[,;.]))",
            r" @ \g<share>%",
        ),
        ("hr", r"(?P<said>\bpush[- ]?ups?\s+\(?HR\)?)(?=\s*(?:$|[,;/+]))", "hand release push-ups"),
        ("rfqt", r"\brfqt\b", "rfq"),
        (
            "x",
            r"(?:^\W*|[,;]\s*)(?P<said>(?P<n>\d{1,2})\s?[x×]\s?:)(?=\s*\d{1,3}\s+[^\W\d])",
            r"\g<n> rounds:",
        ),
        ("off", r"^\W*(?P<said>off)\W*$", "rest"),
        (  # "12 min, 3 every 90 s"
            "every",
            r"(?P<said>(?P<long>\d{1,2})\s*(?:min(?:ute)?s?|')\s*[,:–-]\s*(?P<n>\d{1,2})(?:"
            r"\s+reps?)?\s+every\s+(?P<time>\d{1,3}\s*(?:s(?:ec(?:ond)?s?)?"
            r"|min(?:ute)?s?|['\"])|\d?:\d\d|minute))(?![\w:])",
            r"\g<n> every \g<time> for \g<long> min",
        ),
        ("%+", r"(?<=\d)\s?%(?P<said>\+)(?=\s*(?:[(,;.]|$))", " "),
        ("amre", r"\bamreps?\b", "AMRAP"),
        (  # "row 500 m then burpees to the end"
            "t",
            r"(?:\bthen|,|;|\+|&|\band)\s+(?P<said>(?:max\s+)?(?P<what>(?!repeat|keep|go\b|c"
            r"ontinue|work|rest|hold)[^\W\d][^,;:.()\d]{2,30}?)"
            r"\s+(?:to|un?til|till)\s+(?:the\s+)?(?:end|bell|buzzer|clock\s+(?:stops|runs\s+"
            r"out)|time(?:\s+is\s+up|['’]?s\s+up|\s+runs\s+out)))"
            r"(?:\s+of\s+(?:the|each|every)\s+(?:interval|window|set|round|block))?\W*$",
            r"max \g<what> in the remaining time",
        ),
        ("finisher", r"^\W*(?P<said>(?:1|one|a)\s+)(?=finisher\s*:?\s*$)", ""),
        (  # "15 swings - every third minute 10 squats instead"
            "instead",
            r"(?P<said>(?P<one>\d{1,3}\s+[^,;:.]{3,40}?)\s*[-–—,;(]+\s*(?:but\s+)?every\s+"
            r"(?:3rd|third)\s+min(?:ute)?\s*[:,]?\s*(?:do\s+)?"
            r"(?P<other>\d{1,3}\s+[^,;:.()]{3,40}?)\s+instead\)?)\W*$",
            r"1) \g<one> 2) \g<one> 3) \g<other>",
        ),
        (
            "instead",
            r"(?P<said>(?P<one>\d{1,3}\s+[^,;:.]{3,40}?)\s*[-–—,;(]+\s*(?:but\s+)?every\s+"
            r"(?:other|2nd|second)\s+min(?:ute)?\s*[:,]?\s*(?:do\s+)?"
            r"(?P<other>\d{1,3}\s+[^,;:.()]{3,40}?)\s+instead\)?)\W*$",
            r"1) \g<one> 2) \g<other>",
        ),
        (  # "EMOM 24: 3 movements, 8 rounds"
            "rounds",
            r"(?:emom|otm|every|minutes|min|')[^,;:–-]*?(?P<said>\s*[,;:–—(-]+\s*(?P<n>[2-6]"
            r"|two|three|four|five|six)\s+(?:movements|"
            r"exercises|stations|moves)\s*[,x×/–-]\s*(?:\d{1,2}|[a-z]+)\s+rounds(?:\s+(?:in"
            r"\s+)?(?:total|each|of\s+each))?\)?)\s*:?\s*$",
            r" (\g<n> stations)",
        ),
        ("e", r"(?:(?<=[x×\s]\d)|(?<=\d\d))(?P<said>e)(?=\s*(?:$|[,;@(+&/]))", " each side"),
        ("done", r"^\W*(?P<said>(?:done|finished)(?:\s+early)?\s*\?)(?=\s*\d)", "then"),
        (
            "at least",
            r"\beach\s+(?:person|athlete|member|partner)\s+(?:must|has\s+to|needs\s+to|shoul"
            r"d)\s+(?:do|complete|contribute)"
            r"\s+at\s+least\s+\d+[^:;.]*",
            "split",
        ),
        (
            "team",
            r"\bteams?\s+(?!of\b)[a-z]+\s*,?\s*\(?(?P<count>[2-6])\s+(?:people|persons|athletes|members)\)?",
            r"teams of \g<count>",
        ),
        ("each side", r"(?<=\d\ssets)(?P<said>\s+)(?=(?:each|per)\s+side\s*:?\s*$)", ", "),
        (
            "each of",
            r"(?P<said>(?P<count>\d{2,4}\s?(?:cals?|m))\s+each\s+of\s+(?P<one>row|bike|ski|r"
            r"un)\s*,\s*(?P<two>row|bike|ski|run)"
            r"\s*(?:,|&|\+|(?:,\s*)?and)\s*(?P<three>row|bike|ski|run))\b",
            r"\g<count> \g<one>, \g<count> \g<two>, \g<count> \g<three>",
        ),
        (
            "daily",
            r"\b(?:up\s+)?to\s+(?:a|the|your)\s+(?:daily|day['’]?s)\s+(?:max|best)(?:\s+single)?\b",
            "build to a heavy single",
        ),
        (
            "each",
            r"(?<=sets|unds)(?P<said>,?\s+each\s+(?:on|every))(?=\s+(?:the\s+)?\d{1,2}:\d{2})",
            ", every",
        ),
        (
            "(",
            r"(?<![\w.,/-])\d{1,2}\s?(?P<said>[x×])\s?(?=\(\d{1,3}\s+(?!(?:reps?|s|secs?|kgs"
            r"?|lbs?|min|x)\b)[A-Za-z][^()+,;]*\))",
            " rounds of ",
        ),
        (
            "rest of the time",
            r"(?P<said>(?:in\s+the\s+|for\s+the\s+)?rest\s+of\s+the\s+time\s*[:,]?)(?=\s+(?!"
            r"max)[a-z-]+(?:\s[a-z-]+){0,2}\W*$)",
            "in the remaining time max",
        ),
        (
            "x",
            r"^\W*[A-Za-z][^\d,:;()@]*(?:\+|\band\b)[^\d,:;()@]+?(?P<said>\s*,)(?=\s*\d{1,2}\s?[x×]\s?\d)",
            " ",
        ),
        ("after", r"(?P<said>,\s*(?:and\s+)?(?:after\s+that|afterwards)\s*[,:]?)(?=\s+\d)", ", then"),
        (
            "plate",
            r"(?P<said>(?:w/|with)\s*(?:an?\s+)?plate\s+(?:OH|overhead)\s*\((?P<load>\d"
            r"[\d.,/]*(?:\s?(?:kg|lbs?))?)\))",
            r"with \g<load> plate overhead",
        ),
        (
            "total",
            r"^\W*(?P<said>(?:por|for|by|in)\s+rounds\s*,\s*(?P<n>\d{1,2})\s+(?:in|en|em|au|in)\s+total\b)",
            r"\g<n> rounds",
        ),
        ("clean", r"(?<=\d\s)(?P<said>pull)(?=\s*(?:\+|,|&|\d|$)(?!.*\bsnatch))", "clean pull"),
        ("clean", r"(?:^\s*|[:).]\s*|\+\s*)(?P<said>pull)(?=\s*\+(?=.*\bclean)(?!.*\bsnatch))", "clean pull"),
        (
            "snatch",
            r"(?:^\s*|[:).]\s*|\+\s*)(?P<said>pull)(?=\s*\+(?=.*\bsnatch)(?!.*\bclean))",
            "snatch pull",
        ),
        ("snatch", r"(?<=\d\s)(?P<said>pull)(?=\s*(?:\+|,|&|\d|$)(?!.*\bclean))", "snatch pull"),
        (
            "relay",
            r"^\W*relay\s*:\s*(?:\d{1,2}\s?[x×]\s?)?\d{2,4}\s?m(?P<said>)(?=\s*(?:$|,|each\b))",
            " run",
        ),
        ("total", r",\s*(?P<said>(?:in\s+)?total(?:\s+of)?)(?=\s+\d+\s*(?:s|secs?|min))", "accumulate"),
        ("rest", r"\brest\s+(?:for\s+)?(?:exactly|precisely|about|around|roughly)(?=\s+\d)", "rest"),
        (
            "run",
            r"\brun\b[^,;:]{0,20}?(?P<said>as\s+a\s+(?:team|pair|trio|group))(?=\s*(?:[,.;)]|$))",
            "together",
        ),
        (
            "between",
            r"(?P<said>with\s+(?P<long>\d{1,3}\s?(?:min(?:ute)?s?|s(?:ec(?:ond)?s?)?|['\"]))"
            r"\s+(?:rest\s+)?(?:in\s+)?between)\b",
            r"rest \g<long> between",
        ),
        (
            "attempt",
            r"^\W*(?P<said>(?P<n>\d)\s+attempts?\s+(?:each|per\s+lift|at\s+each)(?:\s*,\s*"
            r"(?:the\s+)?best\s+(?:one\s+|lift\s+)?counts)?)(?=\W|$)",
            r"\g<n> x 1 each",
        ),
        (
            "rest",
            r"(?<=[,;(]\s)rest\s+(?:for\s+)?(?:the\s+)?(?:same\s+(?:time|amount|long)\s+as\s"
            r"+(?:the\s+)?work(?:ed)?|as\s+long\s+as\s+(?:you\s+|it\s+)?(?:work(?:ed)?|rowed"
            r"|took))\b",
            "rest 1:1",
        ),
        ("attempt", r"\b(?P<said>1\s+attempt\s+(?:each|every|per|a)\s+min(?:ute)?)\b", "1 rep every minute"),
        ("max", r"\bmax(?:imum)?\s+reps?(?P<said>\s+(?P<load>\d{1,3}/\d{1,3}))(?=\s*$)", r" @ \g<load>"),
        (
            "singles",
            r"\bsingles\s*,\s*(?:one|1)\s+(?:per|a|every|each)\s+min(?:ute)?\b",
            "1 rep every minute",
        ),
        (
            "back",
            r"(?P<said>\brun\s+(?P<out>\d{1,2})\s*(?P<unit>min|m|km)\s+out\s*,?\s*(?:and\s+|"
            r"then\s+)?(?P=out)\s*(?P=unit)\s+back)\b",
            r"run 2 x \g<out> \g<unit>",
        ),
        (
            "/",
            r"(?<![\d/])(?P<said>(?P<n>\d{1,2})/(?P=n))(?=\s+(?:rows?|snatch(?:es)?|press(?:es)?|cleans?)\b)",
            r"\g<n> each side",
        ),
        ("calf", r"\b(?P<said>calf)(?=\s+\d{1,2}\s?[x×]\s?\d)", "calf raise"),
        (
            "m",
            r"^\W*(?P<said>(?P<held>front\s?rack|overhead|suitcase|bear\s?hug|waiters?))(?=\s+\d{1,3}\s?m\b)",
            r"\g<held> carry",
        ),
        ("climbs", r"(?<=\d\s)(?P<said>climbs)(?=\s+in\s+(?:total|all)\b)", "reps"),
        ("turns", r"^\W*\d\s+(?P<said>(?:full\s+)?turns)\W*$", "rounds each"),
        (
            ", ",
            r"^\W*(?:cash[- ]?out\s*:\s*)?(?P<said>(?P<n>\d{1,4})\s+(?P<what>[^\d,;:]{2,40}?)(?:\s+attempts)?"
            r"\s*,\s*(?P<m>[2-9])\s+(?:attempts|tries))\W*$",
            r"\g<m> x \g<n> \g<what>",
        ),
        (
            "on the",
            r"(?<![\d.,/-])\d{1,2}(?:-\d{1,2})*(?P<said>)(?=\s+on\s+the\s+(?:rower|bike|ski)\b)",
            " cal",
        ),
        ("times", r"\(\s*\d\s+(?P<said>times\s+through)(?=\s*,)", "rounds"),
        (
            "scale",
            r"^\W*(?P<said>scaled?\s+(?:down\s+)?to)(?=\s+\d{1,2}\s+(?:rounds|rds|sets)\W*$)",
            "Scaled:",
        ),
        (  # "5 rounds (scaled 3)"
            "round",
            r"\d\s+(?:rounds|rds|rft)\b[^(\d]{0,20}\((?P<said>(?P<who>[^\W\d][^\W\d ]+)\s*:?"
            r"\s*(?P<n>\d{1,2}))\)",
            r"\g<who> \g<n> rounds",
        ),
        (
            "box",
            r"\bbox(?:es)?\s*:?\s*(?P<said>(?P<h>[4-7]\d\s?/\s?[3-6]\d))(?!\s?(?:cm|kg|in|[\"”/\d]))",
            r"\g<h> cm",
        ),
        (
            "box",
            r"\bbox(?:es)?\s*:?\s*(?P<said>(?P<h>2[04]\s?/\s?(?:20|18|16|14|12)))(?!\s?(?:cm"
            r"|kg|in|[\"”/\d]))",
            r"\g<h> in",
        ),
        ("+", r"(?<![\w.,/])(?P<said>M(?:35|40|45|50|55|60)\+)(?=\s*[:\d(]|\s+\S)", "Masters"),
        ("t1", r"(?<![\w.,/])(?P<said>T1[3-7](?:\s?[–-]\s?1[4-9])?)(?=\s*:|\s+\d)", "Teens"),
        ("cal/h", r"@\s?(?P<said>\d{3,4}\s?cal/h(?:r|our)?\b)", "pace"),
        (
            "sets",
            r"^\W*(?P<said>(?P<n>\d{1,2}\s+sets)\s*,?\s*(?:@|at)\s*(?:\d{2}(?:\s?[–-]\s?\d"
            r"{2})?\s?%\s+effort|(?:an?\s+)?(?:easy|steady|moderate|hard|conversational)(?:"
            r"\s+(?:pace|effort))?))(?=\s*[,:]|\W*$)",
            r"\g<n>",
        ),
        ("effort", r"(?P<said>@\s?\d{2}(?:\s?[–-]\s?\d{2})?\s?%\s+effort)\b", "steady"),
        ("er", r"(?<!\w)(?P<said>(?P<n>[2-6])er[\s-]?teams?)\b", r"teams of \g<n>"),
        (
            "x",
            r"\bx\s?\d{1,3}(?P<said>\s/\s)(?=\d{1,4}(?:\s?[x×]|\s?m\b)?\s+(?!kg|lbs?\b|cals?"
            r"\b|reps?\b|min|sec)[^\W\d][\w-])",
            ", ",
        ),
        ("partner run", r"\b(?P<said>partner\s+run)\b", "run together"),
        ("1st", r"^\W*(?P<said>(?:1st|first)\s+(?:athlete|partner|person|member))(?=\s*[:–-])", "Athlete 1"),
        ("2nd", r"^\W*(?P<said>(?:2nd|second)\s+(?:athlete|partner|person|member))(?=\s*[:–-])", "Athlete 2"),
        ("3rd", r"^\W*(?P<said>(?:3rd|third)\s+(?:athlete|partner|person|member))(?=\s*[:–-])", "Athlete 3"),
        ("accum", r"\baccum\b\.?", "accumulate"),
        (
            "to max",
            r"(?:snatch|clean|jerk|press|squat|deadlift|bench)\s+(?P<said>to\s+max)\b(?!\s*"
            r"(?:effort|reps?|cal|\d))",
            "to 1RM",
        ),
        (
            "moderately",
            r"\b(?:warm|work|build)(?:ing)?\s+up\s+to\s+an?\s+moderately\s+heavy(?=\s+(?:\d|"
            r"set|single|double|triple))",
            "build to a heavy",
        ),
        ("ramp", r"\bramp(?:ing)?\s+(?:up\s+)?to(?=\s+(?:an?\s+)?(?:heavy|tough|max|\d))", "build to"),
        ("heavy-ish", r"\bheavy-?ish\b", "heavy"),
        ("p.", r"(?<!\w)(?P<said>p\.\s?)(?=(?:clean|snatch|jerk)s?\b)", "power "),
        (
            "round",
            r"(?:\brelay\s*[,:–-]\s*)?\b(?:each|every|one)\s+(?:team\s+)?(?:person|athlete|partner|member)\s+"
            r"(?:does\s+|completes\s+|finishes\s+)?(?:1|one|a)\s+(?:full\s+|whole\s+|complet"
            r"e\s+|entire\s+)?round,?\s+"
            r"(?:and\s+)?then\s+(?:(?:they\s+)?(?:switch|swap|change)|tags?(?:\s+(?:out|off|"
            r"(?:the|their)\s+(?:next|partner|other)))?"
            r"|the\s+(?:other|next)(?:\s+(?:one|goes|does|starts|athlete|partner|person))*)\b",
            "alternating rounds",
        ),
        (
            "round",
            r"\brelay\s*[,:–-]\s*(?:one|1|a)\s+(?:full\s+|whole\s+)?round\s+(?:each|at\s+a\s"
            r"+time),?\s+then\s+(?:tag|switch|swap|"
            r"change|the\s+next)\b",
            "alternating rounds",
        ),
        (
            "round",
            r"(?:^\W*|[.,;]\s+)(?P<said>(?:each|every)(?:\s+(?:one|person|athlete|partner|me"
            r"mber))?\s+(?:does|completes|has)\s+"
            r"(?P<n>\d{1,2})\s+rounds(?:\s+(?:in\s+)?(?:total|all))?)\b",
            r"\g<n> rounds each",
        ),
        (
            "work",
            r"\bwork\s*[/,+–-]?\s*\d{1,3}\s?s(?:ec(?:ond)?s?)?\s+(?P<said>(?:to\s+)?(?:move"
            r"(?:\s+on)?|transition|change|switch|rotate))\b",
            "rest",
        ),
        ("every", r"^\W*(?P<said>every(?:one|body))(?=\s*:)", "everyone does"),
        ("each", r"(?<=[,;]\s)each\s+min(?:ute)?(?=\s*:?\s*\d)", "every minute"),
        ("every", r"(?P<said>\s+with\s+every)(?=\s+(?:drop|break|miss|no[- ]?rep|trip)\b)", ", every"),
        ("after each", r"(?P<said>\s+with)(?=\s+\d+\s?(?:m|km|k|cals?)\b[^,;:]*\bafter\s+each\b)", ", with"),
        (
            "every",
            r"^\W*(?P<said>(?P<way>bike|row|run|ski|swim|walk|jog)\s+(?P<long>\d{1,2}\s*(?:m"
            r"in(?:ute)?s?|')))(?=\s*[,:;–-]?\s*every\b)",
            r"\g<long> \g<way>",
        ),
        ("half", r"\b(?P<said>half\s+an?\s+|a\s+half[\s-])(?=(?:mile|kilomet(?:re|er)|km?)\b)", "0.5 "),
        ("hour", r"\b(?:three\s+quarters\s+of\s+an|3/4\s+of\s+an)\s+hour\b", "45 minutes"),
        ("hour", r"\b(?:a\s+)?quarter\s+of\s+an\s+hour\b", "15 minutes"),
        ("hour", r"\b(?:half\s+an\s+hour|a\s+half\s+hour)\b", "30 minutes"),
        ("hour", r"(?<!half )(?<!of )\ban\s+hour\b(?=\s*(?:of\b|[:,.]|$))", "60 minutes"),
        ("double", r"(?<=\d\s)double\s+(?:DB|dumbbell)s?\b", "DB"),
        (
            "times",
            r"\bevery\s[\d:.]{1,5}(?:\s?(?:min(?:ute)?s?|s(?:ec(?:ond)?s?)?))?(?P<said>\s*,?"
            r"\s+)(?=\d\d?\s+times\b)",
            " x ",
        ),
        ("jerk", r"(?:^|:\s)\W*(?P<said>clean\s*\+\s*jerk)(?=\s+\d{1,2}\s?x)", "clean & jerk"),
        ("r", r"[\"”](?=\d{1,2}\s+(?:rounds|rds|rft)\b)", " "),
        ("", r"(?<=\d)['’′]{2}", '"'),
        (
            "(",
            r"(?<=\d)(?P<said>\s*\((?:women|ladies|girls|w|f)\s*:?\s*)"
            r"(?=\d{1,3}(?:[.,]\d)?\s*(?:kg|lbs?)?\))",
            "/",
        ),
        ("minus", r"(?<=\bmax )(?P<said>minus\s+)(?=\d)", "-"),
        ("x", r"\bx\s?\d{1,2}(?P<said>\s[-–]\s)(?=\d{1,2}\s+[^\W\d])", ": "),
        ("plus", r"(?<=[^\W\d]\s)plus(?=\s+\d{1,2}\s+[^\W\d])", "+"),
        ("into", r"^\W*(?P<said>(?:directly|straight|right|immediately)\s+into)\W*$", "then"),
        ("ladder", r"\b\d{1,2}\s?(?:min(?:ute)?s?|')\s+(?P<said>ladder)(?=\s*:)", "AMRAP"),
        ("touch", r"\btouch\s*(?:&|\+|n|'n'?)\s*go\b", "tng"),
        (
            "/",
            r"(?<=\d)/\d{1,3}(?:[.,]5)?\s?(?:kg|lbs?)?(?P<said>\s+)"
            r"(?=\d{1,3}\s+(?!x\b|rounds|rds|rft|min|sec|sets?|of|to)[^\W\d]\w)",
            ", ",
        ),
        (
            "",
            r"(?<=[^\W\d]\s)(?:[2-9]\d|1\d\d)(?:[.,]5)?(?P<said>\s+)"
            r"(?=\d{1,2}\s+(?!x\b|rounds|rds|rft|min|sec|sets?|of|to|reps)[^\W\d]{2})",
            ", ",
        ),
        ("me", r"\bME\b(?=\s+[^\W\d])", "max"),
        ("back", r"\bback[- ]?offs(?=\s+of\s+\d)", "back-off sets"),
        ("both", r"^\W*(?P<said>both)(?=\s+(?:run|row|ski|bike|do|of\s+you)\b)", "everyone does"),
    )
)


_HALVES = re.compile(
    r"(?<![\d.,/])(?P<whole>\d{2,3})\s+[^,;:()\d]{3,40}?(?P<said>\s*[,–-]\s*"
    r"(?P<half>\d{1,2})\s*(?:/|per\s|each\s|an?\s)\s*"
    r"(?P<side>arm|side|leg|hand)s?)(?=\W|$)",
    re.IGNORECASE,
)


def _halves(text: str) -> Cuts:
    """'20 swings, 10/arm': half of them on each side."""
    for said in _HALVES.finditer(text):
        if int(said["whole"]) == 2 * int(said["half"]):
            yield *said.span("said"), f" ({said['half']} per {said['side'].lower()})"


def _otherwise(text: str) -> Cuts:
    """'half an hour', 'every 3 minutes, 6 times', 'both run 800 m'."""
    yield from otherwise(text, _SAID_OTHERWISE)


_JOINED = re.compile(
    r"(?<!\w)(?:(?P<a>back|front|air|goblet|overhead|jump|box)(?P<b>squats?)"
    r"|(?P<c>power|hang|squat|muscle)(?P<d>cleans?|snatch(?:es)?)|(?P<e>push|split|p"
    r"ower|squat)(?P<f>press(?:es)?|jerks?)"
    r"|(?P<g>box)(?P<h>jumps?|steps?)|(?P<i>ring)(?P<j>rows?|dips?)|(?P<k>bench|leg|floor)(?P<l>press(?:es)?)"
    r"|(?P<m>good)(?P<n>mornings?)|(?P<o>bear)(?P<p>crawls?)|(?P<q>jumping)(?P<r>jac"
    r"ks?|lunges?)|(?P<s>dead)(?P<t>hangs?|bugs?))(?!\w)",
    re.IGNORECASE,
)


def _joined_names(text: str) -> Cuts:
    """'backsquat', 'powerclean': two words."""
    for said in _JOINED.finditer(text):
        yield *said.span(), " ".join(filter(None, said.groups()))


_TABATA_AGAIN = re.compile(
    r"(?<=[,;&+]\s)(?:rest\s+(?:an?|one|\d+)\s*(?:min(?:ute)?s?|sec(?:ond)?s?|')\s*"
    r"[,;]\s*(?:then\s+)?)?tabata\s+(?P<word>[^\W\d][\w-]*)",
    re.IGNORECASE,
)


def _tabatas(text: str) -> Cuts:
    """'Tabata push-ups, tabata squats': the word once is for all of them."""
    for said in _TABATA_AGAIN.finditer(text) if text.lstrip(" *-•").lower().startswith("tabata") else ():
        yield *said.span(), said["word"]


WAYS = (
    _pulls_and_pushes,
    _skips,
    _drills,
    _one_sided,
    _two_sides,
    _halves,
    _joined_names,
    _tabatas,
    _otherwise,
)
