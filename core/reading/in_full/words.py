"""Words for movements, their numbers and sides, in full: '5 pull, 10 push', 'A skip', 'SA DB row'."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts, compiled, way_of

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


_SAID_OTHERWISE = compiled(
    (
        (
            "skip",
            r"(?<![\d.,])(?P<said>(?P<t>\d{1,2}\s?min(?:ute)?s?)\s(?:of\s)?skip)(?=\s*(?:$|[,;+(]))",
            r"\g<t> single-unders",
        ),
        ("st", r"^\W{0,44}(?P<said>st)(?=\s?:\s)", "Strength"),  # beside "WU:" and "MC:"
        ("lat", r"(?<=\d\s)(?P<said>lat\.?)(?=\s+burpees?\b)", "lateral"),
        (  # "Copenhagen plank 3 x 20 s/20 s": a side
            "/",
            r"(?:plank|hold|hang|copenhagens?|stretch|sit)\s*[:,–-]?\s*(?P<said>(?P<n>\d{1,2})\s?[x×]\s?(?P<t>\d{2})\s?(?:s|sec|\"|'')?\s?/\s?(?P=t)\s?(?:s|secs?|\"|''))(?!\w)",
            r"\g<n> x \g<t> s per side",
        ),
        (  # "Arms / core: 4 x 12 curls"
            ":",
            r"^\W*(?P<said>[^\W\d]{2,12}\s*[/&+]\s*(?:core|abs|midline|accessory|accessories|finisher))(?=\s*:)",
            "Accessory",
        ),
        (
            "x",
            r"^\W*(?P<said>(?P<what>core|abs|midline|accessory|finisher|strength(?:\s+endurance)?|conditioning|engine)\s+)(?=\d{1,2}\s?[x×]\s*:)",
            r"\g<what> - ",
        ),
        *(  # "one pair 15/10" below a list
            (
                "pair",
                rf"^\W*(?P<said>(?:with\s+)?(?:one|a|1)\s+pair\s+(?:of\s+)?(?P<load>{load}))\W*$",
                rf"@ 2x\g<load>{unit}",
            )
            for load, unit in (
                (r"[1-3]?\d(?:[.,]5)?\s?/\s?[1-3]?\d(?:[.,]5)?", " kg"),
                (r"\d{1,2}(?:[.,]5)?\s?/\s?\d{1,2}(?:[.,]5)?\s?(?:kg|lbs?)", ""),
            )
        ),
        (  # "Ring muscle-up practice, 10 min"
            "practi",
            r"^\W*(?P<said>(?P<what>[^\W\d][^\d:;,]{3,40}?\spractice)\s*[,:(–-]?\s*(?:for\s+)?(?P<n>[5-9]|[1-3]\d)\s?(?:min(?:ute)?s?|')\)?)\W*$",
            r"\g<n> min \g<what>",
        ),
        (  # "Front rack 4 x 40 m", "Bear hug 60 m": carries
            "",
            r"^\W*(?P<said>(?P<how>front\s+rack|overhead|suitcase|bear\s+hug|sandbag(?:\s+bear\s+hug)?))(?=\s*:?\s+(?:\d\s?[x×]\s?)?\d{2,3}\s?m\b)",
            r"\g<how> carry",
        ),
        ("d", r"^\W*(?P<said>d(?P<n>[1-7]))(?=\s+[^\W\d]|\s*[:.)–-]\s)", r"Day \g<n>:"),
        (
            "division",
            r"^\W*(?P<said>division\s*[:=–-]\s*(?P<name>rx\+?|scaled|intermediate|beginners?|foundations?|masters|elite|open|teens|novice))\b",
            r"\g<name>",
        ),
        (  # "Plank until failure"
            "til",
            r"^\W{0,44}(?:[^\W\d]+(?:\s(?:\d|[A-H]))?:\s)?(?:[^\W\d][\w-]*\s){1,3}(?P<said>un?til{1,2}\s(?:failure|(?:you|it)\s(?:fails?|drops?|falls?|breaks?|shakes?|lets?\sgo|comes?\soff)))(?=\W*$)",
            "to failure",
        ),
        ("ride", r"(?<=,\s)(?P<said>ride)(?=,?\s(?:or|and)\s(?:row|run|ski|swim|walk)\b)", "bike"),
        ("ride", r"\b(?:row|run|ski|swim|walk),?\s(?:or|and)\s(?:an?\s)?(?P<said>ride)\b", "bike"),
        ("gr", r"\bsnatch[\s-](?P<said>gr\.?)(?=\s(?:DL|deadlift))", "grip"),
        (  # "10 m handstand walk back"
            "back",
            r"\d\s?m\s(?:[^\W\d]+\s){0,2}(?P<said>(?P<way>walk|run|lunges?|crawl|carry|push|pull|sprint)\s(?:there\sand\s)?back)(?=\s*(?:$|[,;.)+]|to\s(?:the\s)?(?:start|line|mat|bar)))",
            r"\g<way>",
        ),
        *(  # "STR Bench 3RM", "MET 15-12-9 ..": heads in capitals
            (short.lower(), rf"^\W{{0,6}}(?P<said>(?-i:{short}))(?=\s[\w(])", f"{full}:")
            for short, full in (
                ("STR", "Strength"),
                ("MET", "Metcon"),
                ("ACC", "Accessory"),
                ("COND", "Conditioning"),
            )
        ),
        (  # "suitcase carry 4 x 30 m, two each side": of the four
            "each side",
            r"(?<!\d)[2-9]\s?[x×]\s?\d{1,3}\s?(?:m|s|sec|reps)\b(?P<said>\s?[,(]\s?(?:one|two|three|four|half|[1-5])\s(?:on\s|per\s)?(?:each|per|a)\s(?:side|arm|leg|hand)\)?)(?=\s*(?:$|[,;.@]))",
            "",
        ),
        (  # "22.5 and 15 kilos"
            " and ",
            r"(?<![\d./,])(?P<said>(?P<his>\d{1,3}(?:[.,]5)?)\sand\s(?P<hers>\d{1,3}(?:[.,]5)?)\s(?:kilos?|kgs?|kilograms?))\b(?!\s(?:more|less|each))",
            r"\g<his>/\g<hers> kg",
        ),
        (  # "Interval day, choose bike or row"
            "or",
            r"^\W*(?P<said>(?:[^\W\d]+\s+(?:day|session|intervals)\s*[,:–-]\s*)?(?:choose|pick|either)\s+(?P<a>bike|row|ski|run)\s*(?:or|/|,)\s*"
            r"(?P<b>bike|row|ski|run))\W*$",
            r"\g<a> or \g<b>",
        ),
        ("alt.", r"\b(?P<said>alt\.)(?=\s+[a-z])", "alt"),
        (  # "10 rows 60/40": with a bar
            "rows",
            r"(?<=\d\s)(?P<said>rows)(?=\s*[@,(]?\s*\d{2,3}(?:[.,]5)?\s?/\s?\d{2}(?!\s?(?:cal|m\b)))",
            "bent over rows",
        ),
        (  # "Sled: 6 x 20 m heavy push"
            "sled",
            r"^\W*(?P<said>sled\s*[:–-]\s*(?P<n>[^,;:]*?\d\s?m)\s+(?:heavy\s+|light\s+)?(?P<what>push|pull|drag)(?:es|s)?)\b",
            r"\g<n> sled \g<what>",
        ),
        ("calves", r"\b(?P<said>calves)(?=\s*:?\s*\d{1,2}\s?[x×]\s?\d)", "calf raises"),
        ("hang", r"\d\s?(?:s|secs?|seconds|[\"”″])\s+(?P<said>hang)(?=\s*(?:$|[,;/+)]))", "dead hang"),
        (  # "20 m lunge, bar in front rack 40/30"
            "rack",
            r"\b(?P<said>(?:walking\s+)?lunges?\s*,?\s+(?:with\s+)?(?:the\s+|a\s+)?(?:bar|barbell)\s+in\s+(?:the\s+)?front[\s-]rack)\b",
            "front rack barbell lunge",
        ),
        ("tabata", r"^\W*(?P<said>[2-8]\s*[x×]?\s*tabatas?)(?=\s*(?:of\s*)?[:–-]\s)", "tabata"),
        ("c", r"(?<=\d)\s?(?P<said>c)(?=\s+(?:bike|row|ski)\b)", "cal"),
        (
            "x",
            r"(?<![\w.,/])\d{1,2}\s?[x×]\s?(?P<said>(?P<way>row|run|ski|bike|swim|walk|jog|sprint):?\s"
            r"(?P<far>\d{2,4}\s?(?:km|k|m|cals?|met(?:er|re)s?))(?![\w/]))",
            r"\g<far> \g<way>",
        ),
        (  # "4 sets 12 face pulls, 12 curls"
            "s",
            r"(?:^\W*|:\s*)\d{1,2}\s+(?:sets|rounds|rds)(?P<said>\s+)(?=\d{1,3}\s+[^\W\d]"
            r"[^,;:]*[,;+]\s*\d{1,3}\s+[^\W\d][^:]*$)",
            ": ",
        ),
        ("101", r"^\W*(?P<said>(?P<what>[^\W\d]+)\s+101)(?=\s*(?::|$|[–-]\s))", r"\g<what> intro"),
        ("jerk", r"(?<=\d\s)(?P<said>push)(?=\s*\+\s*\d)", "push press"),
        ("goblet", r"(?P<said>\bgoblet\s+(?P<what>(?:box\s+)?step[- ]?ups?))\b", r"\g<what> holding one KB"),
        ("jerk", r"\b(?P<said>(?:tall|pause(?:\s+dip)?|dip)\s+jerk)s?\b", "jerk"),
        (
            "hold",
            r"\b(?P<said>holds?\s+(?:2\s+|two\s+|the\s+)?(?:KBs?|DBs?|bells|dumbbells|kettle"
            r"bells)\s+in\s+(?:the\s+|a\s+)?(?:front\s+)?rack)\b",
            "front rack hold",
        ),
        (
            "x",
            r"(?<![\d.,/:-])(?<!day\s)(?<!\d[a-z])(?P<said>(?P<least>\d{1,2})\s?[–-]\s?\d{1,2})(?=\s?[x×]\s?\d{2,4}"
            r"\s?(?:m|km|k|s|sec|min)\b)",
            r"\g<least>",
        ),
        ("dl", r"\b(?P<said>(?:sumo\s+DL\s*HP|SDL\s+high[- ]pull)s?)\b", "sumo deadlift high pull"),
        (
            "singles",
            r"(?<![\w.,/])(?P<said>(?P<count>\d{1,2})\s+(?:heavy|tough|moderate|fast|perfect"
            r"|crisp|technical|light)\s+singles)\b",
            r"\g<count> x 1",
        ),
        ("hr", r"(?P<said>\bpush[- ]?ups?\s+\(?HR\)?)(?=\s*(?:$|[,;/+]))", "hand release push-ups"),
        ("e", r"(?:(?<=[x×\s]\d)|(?<=\d\d))(?P<said>e)(?=\s*(?:$|[,;@(+&/]))", " each side"),
        ("each side", r"(?<=\d\ssets)(?P<said>\s+)(?=(?:each|per)\s+side\s*:?\s*$)", ", "),
        (
            "each of",
            r"(?P<said>(?P<count>\d{2,4}\s?(?:cals?|m))\s+each\s+of\s+(?P<one>row|bike|ski|r"
            r"un)\s*,\s*(?P<two>row|bike|ski|run)"
            r"\s*(?:,|&|\+|(?:,\s*)?and)\s*(?P<three>row|bike|ski|run))\b",
            r"\g<count> \g<one>, \g<count> \g<two>, \g<count> \g<three>",
        ),
        (
            "(",
            r"(?<![\w.,/-])\d{1,2}\s?(?P<said>[x×])\s?(?=\(\d{1,3}\s+(?!(?:reps?|s|secs?|kgs"
            r"?|lbs?|min|x)\b)[A-Za-z][^()+,;]*\))",
            " rounds of ",
        ),
        (
            "x",
            r"^\W*[A-Za-z][^\d,:;()@]*(?:\+|\band\b)[^\d,:;()@]+?(?P<said>\s*,)(?=\s*\d{1,2}\s?[x×]\s?\d)",
            " ",
        ),
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
        (
            ", ",
            r"^\W*(?:cash[- ]?out\s*:\s*)?(?P<said>(?P<n>\d{1,4})\s+(?P<what>[^\d,;:]{2,40}?)(?:\s+attempts)?"
            r"\s*,\s*(?P<m>[2-9])\s+(?:attempts|tries))\W*$",
            r"\g<m> x \g<n> \g<what>",
        ),
        (
            "on the",
            r"(?<![\d.,/-])(?<!level )(?<!damper )(?<!gear )(?<!lane )\d{1,2}(?:-\d{1,2})*(?P<said>)"
            r"(?=\s+on\s+the\s+(?:rower|bike|ski)\b)",
            " cal",
        ),
        (
            "scale",
            r"^\W*(?P<said>scaled?\s+(?:down\s+)?to)(?=\s+\d{1,2}\s+(?:rounds|rds|sets)\W*$)",
            "Scaled:",
        ),
        (  # "5 rounds (scaled 3)"
            "round",
            r"\d\s+(?:rounds|rds|rft)\b[^(\d]{0,20}"
            r"\((?P<said>(?P<who>(?!cap\b|tc\b|rest\b|limit\b)[^\W\d][^\W\d ]+)"
            r"\s*:?\s*(?P<n>\d{1,2}))\)",
            r"\g<who> \g<n> rounds",
        ),
        ("+", r"(?<![\w.,/])(?P<said>M(?:35|40|45|50|55|60)\+)(?=\s*[:\d(]|\s+\S)", "Masters"),
        ("t1", r"(?<![\w.,/])(?P<said>T1[3-7](?:\s?[–-]\s?1[4-9])?)(?=\s*:|\s+\d)", "Teens"),
        (
            "x",
            r"\bx\s?\d{1,3}(?P<said>\s/\s)(?=\d{1,4}(?:\s?[x×]|\s?m\b)?\s+(?!kg|lbs?\b|cals?"
            r"\b|reps?\b|min|sec)[^\W\d][\w-])",
            ", ",
        ),
        ("p.", r"(?<!\w)(?P<said>p\.\s?)(?=(?:clean|snatch|jerk)s?\b)", "power "),
        ("double", r"(?<=\d\s)double\s+(?:DB|dumbbell)s?\b", "DB"),
        ("jerk", r"(?:^|:\s)\W*(?P<said>clean\s*\+\s*jerk)(?=\s+\d{1,2}\s?x)", "clean & jerk"),
        ("r", r"[\"”](?=\d{1,2}\s+(?:rounds|rds|rft)\b)", " "),
        ("x", r"\bx\s?\d{1,2}(?P<said>\s[-–]\s)(?=\d{1,4}\s?(?!kg|lb|x\b|min|s\b|sec)[^\W\d])", ": "),
        ("plus", r"(?<=[^\W\d]\s)plus(?=\s+\d{1,2}\s+[^\W\d])", "+"),
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
        (  # "Strength is bench press, 5 sets of 5"
            " is ",
            r"(?:^\W*|[.!]\s+)(?:strength|metcon|wod|lift|skill|finisher|conditioning)(?P<said>\s+is)"
            r"(?=\s+(?!an?\b|the\b|at\b|on\b|in\b|not\b|up\b|for\b)\S)",
            ":",
        ),
        ("sled push", r"\bsled\s+(?P<said>push(?:es)?\s*/\s*pulls?)(?=\W|$)", "push + sled pull"),
        ("+", r"^\s*(?P<said>\+\s+)(?=\d+\s+[^,;:]+\s(?:each|every|per)\s+round\W*$)", ""),
        ("ea", r"(?<=\d)(?P<said>s)(?=\s+ea\b)", " s"),
        ("v ", r"(?<![\w-])v\s(?P<word>ups?)(?!\w)", r"v-\g<word>"),
        (
            "as few",
            r"\bin\s+as\s+few\s+(?:sets|breaks|attempts|tries)\s+as\s+(?:possible|you\s+can)\b",
            "unbroken",
        ),
        (
            "r",
            r"\b(?P<said>(?P<n>\d{1,2})\s?L\s?(?:[+/,&]|and)\s?(?P=n)\s?R)\b(?=\s+[^\W\d])",
            r"\g<n>/\g<n>",
        ),
        (
            "r",
            r"(?<![\w.,/:x×-])(?P<n>[1-9]\d{2,3})(?P<said>\s?r)(?=\s*(?:$|[,;/+]))",
            " m run",
        ),  # "800r, 50 wb"
        (  # "8e pistols", "8ES rows"
            "e",
            r"(?<![\w.,/])\d{1,2}(?P<said>\s?(?:ES|es|e|E/S))(?=\s+[^\W\d]{2})",
            " each side",
        ),
        (  # "with a 3-second pause at the bottom"
            "pause",
            r"\b(?P<said>(?:with|w/)\s*(?:an?\s+)?(?P<n>\d)[\s-]?s(?:ec(?:ond)?s?)?\s+pause"
            r"(?:\s+(?:at|in|on)\s+(?:the\s+)?(?:bottom|catch|hole|chest|top|knees?|floor))?)",
            r"w/ \g<n> s pause",
        ),
        *(
            (  # "1 min Copenhagen plank (30 s each side)"
                f"{half} s",
                rf"(?P<said>{whole}\s+(?P<what>[^\W\d][^(),:;\d]{{3,30}}?)\s*\(\s*{half}\s?s(?:ec(?:ond)?s?)?\s+"
                r"(?:each|per|a|/)\s*side\s*\))",
                rf"{half} s \g<what> each side",
            )
            for whole, half in (
                (r"1\s?min(?:ute)?", 30),
                (r"(?:60\s?s(?:ec)?)", 30),
                (r"2\s?min(?:ute)?s?", 60),
            )
        ),
        (  # "25 m left / 25 m right"
            "r",
            r"(?<![\d.,])(?P<said>(?P<far>\d{1,3}\s?m)\s*(?:L|left)\s*(?:[+/,&]|and)\s*(?P=far)\s*(?:R|right))\b",
            r"\g<far> per side",
        ),
        (  # "run for 20 min", "run a mile", "walk 1 h"
            "for",
            r"(?<!handstand\s)(?<!wall\s)(?<!duck\s)(?<!crab\s)\b(?P<way>run|row|ski|bike|swim|walk|jog)\s+for\s+(?P<far>\d{1,3}\s?(?:min(?:ute)?s?|m|km|k|['’]))(?!\w)",
            r"\g<far> \g<way>",
        ),
        (
            "",
            r"\b(?:run|row|ski|bike|swim|walk|jog)\s+(?P<said>an?|one)(?=\s+(?:mile|km|kilomet(?:re|er)|k)\b)",
            "1",
        ),
        ("h", r"(?<![\w.,:/])(?P<said>1\s?h(?:r|our)?)(?=\W|$)", "60 min"),
        ("me", r"\b(?-i:ME)\b(?=\s+[^\W\d])", "max"),
        ("back", r"\bback[- ]?offs(?=\s+of\s+\d)", "back-off sets"),
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


_JOINED = re.compile(
    r"(?<!\w)(?:(?P<a>back|front|air|goblet|overhead|jump|box)(?P<b>squats?)"
    r"|(?P<c>power|hang|squat|muscle)(?P<d>cleans?|snatch(?:es)?)|(?P<e>push|split|p"
    r"ower|squat)(?P<f>press(?:es)?|jerks?)"
    r"|(?P<g>box)(?P<h>jumps?|steps?)|(?P<i>ring)(?P<j>rows?|dips?)|(?P<k>bench|leg|floor)(?P<l>press(?:es)?)"
    r"|(?P<m>good)(?P<n>mornings?)|(?P<o>bear)(?P<p>crawls?)|(?P<q>jumping)(?P<r>jac"
    r"ks?|lunges?)|(?P<s>dead)(?P<t>hangs?|bugs?)|(?P<u>face)(?P<v>pulls?))(?!\w)",
    re.IGNORECASE,
)


def _joined_names(text: str) -> Cuts:
    """'backsquat', 'powerclean': two words."""
    for said in _JOINED.finditer(text):
        yield *said.span(), " ".join(filter(None, said.groups()))


_TABATA_AGAIN = re.compile(
    r"\s*[,;&+/]\s(?:rest\s+(?:an?|one|\d+)\s*(?:min(?:ute)?s?|sec(?:ond)?s?|')?\s*"
    r"[,;/]\s*(?:then\s+)?)?tabata\s+(?P<word>[^\W\d][\w-]*)",
    re.IGNORECASE,
)


def _tabatas(text: str) -> Cuts:
    """'Tabata push-ups, tabata squats': the word once is for all of them."""
    for said in _TABATA_AGAIN.finditer(text) if text.lstrip(" *-•").lower().startswith("tabata") else ():
        yield *said.span(), f", {said['word']}"


WAYS = (
    _pulls_and_pushes,
    _skips,
    _drills,
    _one_sided,
    _two_sides,
    _halves,
    _joined_names,
    _tabatas,
    way_of(_SAID_OTHERWISE),
)
