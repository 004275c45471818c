"""One spelling of the signs that boards write in several: '75 percent' and '75 %', '5 x 3 at 80' and '5 x 3 @
80', '43 / 30 kg' and '43/30 kg', two spaces where one is meant."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts, compiled, otherwise
from core.reading.languages import Translated, rebuilt

_SPACES = dict.fromkeys((0xA0, 0x1680, *range(0x2000, 0x200B), 0x202F, 0x205F, 0x3000), " ")  # Unicode, Zs
_LOAD = r"\d{1,3}(?:[.,]\d{1,2})?"
_SIGNS = compiled(
    (
        # "3x3 @ 65 / 10 min AMRAP: .."
        ("/", r"@\s?\d{2,3}(?P<said>\s+/\s+)(?=\d{1,2}\s?(?:min|['’′]))", "; "),
        ("sub", r"[a-z0-9)](?P<said>\.\s+)(?=sub\s+[^\W\d]+\s*:)", " // "),
        (
            ",",
            r"\d\s?(?:[@x×]|at)\s?\d{2,3}(?:\.5)?%?(?P<said>,)(?=\d{1,2}\s?(?:[@x×]|at)\s?\d{2})",
            ", ",
        ),  # "2@70,2@75"
        # "bs 5x5 (75)"
        ("(", r"\d\s?[x×]\s?\d{1,2}(?P<said>\s*\((?P<n>[5-9]\d|100)\))(?=\s*(?:$|[,;]))", r" @ \g<n>"),
        ("rpe", r"@\s?(?P<said>(?P<n>\d(?:\.5)?)\s?RPE)\b", r"RPE \g<n>"),
        ("per", r"(?<=\d)\s?(?:per\s?cent\b|pct\b\.?)", " %"),
        (  # "5 x 3 at 80, rest 2 min", "2 singles at 85"
            "at ",
            r"(?:(?<=\d)|(?<=singles)|(?<=doubles)|(?<=triples)|(?<=reps)|(?<=emom))"
            r"(?P<said>\s+at\s+)(?=[4-9]\d(?:[.,]5)?\+?\s*(?:$|[;|)%]|,(?!\d\s)|\.\s|,(?=\d\s?(?:at|@))|\s(?:\d|emom\b|\()))",
            " @ ",
        ),
        # "row 2 k / 40 thrusters", "run 1.6 km / 40 pull-ups"
        (
            "k",
            r"(?<=\d)\s?(?:km|k|mi(?:les?)?)(?P<said>\s/\s)(?=\d{1,3}\s+(?!km|k\b|mi|cal|m\b)[^\W\d]{2})",
            ", ",
        ),
        (  # 'Main A (superset, 4 sets, rest 90")'
            "superset",
            r"^\W*(?P<said>(?:main\s+|block\s+|part\s+)?(?P<letter>[A-H])\s*[.:)]?\s*\(\s*"
            r"(?P<what>superset|tri-?set|giant\s+set)\s*[,:x×]?\s*"
            r"(?P<sets>\d)\s*(?:sets|rounds)?\s*(?P<rest>,[^()]*)?\))",
            r"\g<letter>. \g<what> x \g<sets>\g<rest>",
        ),
        ("singles", r"\b(?P<said>singles)(?=\s+(?:team|race|event|division|competition|relay)\b)", "solo"),
        # "squat (high bar)"
        ("bar)", r"\b(?P<said>squats?\s*\((?P<which>high|low)[\s-]bar\))", r"\g<which> bar squat"),
        (  # "2 rounds for time, partner, 1 round each"
            "each",
            r"(?<![\d.])(?P<said>(?P<all>\d{1,2})\s+rounds(?P<between>[^:;()\d]{0,40}?),\s*"
            r"(?P<own>\d{1,2})\s+rounds?\s+each)\b",
            r"\g<all> rounds (\g<own> each)\g<between>",
        ),
        # "50/40 box" in cm, "24/20 box" in inches
        ("box", r"(?<![\d/.,])(?:20|24|30)/(?:16|20|24)(?P<said>)(?=\s+box\b)", '"'),
        ("box", r"(?<![\d/.,])(?:75|60|50|45)/(?:60|50|45|40|30)(?P<said>)(?=\s+box\b)", " cm"),
        (  # "Start: all three 800 m run"
            "start",
            r"^\W*(?P<said>start\s*:\s*(?:all\s+(?:of\s+you|two|three|four)|both|together|ev"
            r"eryone)\s+)(?=\d+\s?(?:m|km|cals?)\b)",
            "buy-in: everyone does ",
        ),
        (
            "end",
            r"^\W*(?P<said>end\s*:\s*(?:all\s+(?:of\s+you|two|three|four)|both|together|ever"
            r"yone)\s+)(?=\d+\s?(?:m|km|cals?)\b)",
            "cash-out: everyone does ",
        ),
        # "3. off" in a list of minutes
        ("off", r"^\W*(?:min(?:ute)?\s*)?\d\s*[.:)]\s*(?P<said>off)\s*$", "rest"),
        # "6 sets @ 3 reps"
        (
            "sets",
            r"(?<![\d.])(?P<said>(?P<sets>\d{1,2})\s+sets\s*@\s*(?P<reps>\d{1,2})\s+reps)\b",
            r"\g<sets>x\g<reps>",
        ),
        # "hang power clean & push jerk"
        (
            "&",
            r"(?<=[a-z])(?P<said>\s&\s)(?=(?:hang|push|power|front|back|overhead|squat|OHS|FS)\b)",
            " + ",
        ),
        # ":13-:20 snatch drills"
        (":", r"^\W*?(?P<said>:(?P<first>\d\d)\s?[-–]\s?:(?P<last>\d\d))(?!\d)", r"0:\g<first>-0:\g<last>"),
        # "3 sets of 3 @ 65"
        (
            "sets of",
            r"(?<![\d.])(?P<said>(?P<sets>\d{1,2})\s+sets\s+of\s+(?P<reps>\d{1,2}))(?=\s*@\s*\d)",
            r"\g<sets>x\g<reps>",
        ),
        # "4 sets x 6 reps"
        ("sets", r"(?<=\d)\s+sets\s*[x×]\s*(?P<reps>\d{1,2})\s+reps\b", r"x\g<reps>"),
        (  # "5 - 60 %", "6 reps - 70 %", "5-5-5 - 65,70,75 %"
            "%",
            r"(?:(?<=\d)(?<!\d\d)(?<![.,]\d)|(?<=1\d)(?<!\d1\d)(?<!\.1\d)|(?<=reps)|(?<=\+))"
            r"\s[-–]\s(?=\d\d(?:[.,]\d)?(?:\s?[,/-]\s?\d\d(?:[.,]5)?)*\s?%(?!\s?[x×]|\s\d))",
            " @ ",
        ),
        (  # "Deadlift 5x3, 80 %"
            "%",
            r"(?:^|[;|/]\s)[^%;|]*?\d\s?[x×]\s?\d{1,2}(?P<said>\s?,\s)(?=\d\d(?:[.,]\d)?\s?%(?!\s?[x×\d]))",
            " @ ",
        ),
        (  # "2 min b/w", "90 s btw rounds"
            "b",
            r"(?<=[\w'\"]\s)(?P<said>b/w|btwn?\.?)(?=\W*$|\s+(?:each|every|the|all|both|rounds?|rds?|sets?|pieces?|efforts?|reps?|intervals?|exercises|movements|blocks?|amraps?)\b)",
            "between",
        ),
        (  # "15-12-9 - 34/25 kg": no more of the list
            "-",
            r"(?<![\d.,/])\d{1,3}(?:-\d{1,3}){2,11}(?P<said>\s[-–]\s)(?=\d{1,3}(?:[.,]5)?\s?/\s?\d{1,3}(?:[.,]5)?\s?(?:kg|lbs?)?\s*(?:$|[:,)]))",
            " @ ",
        ),
        # "EMOM - 10 minutes"
        ("om", r"(?<=\bE.OM)\s[-–]\s(?=\d{1,2}\s?(?:min|'))", " "),
        # ".75 x BW"
        (".", r"(?<![\w.,])\.(?=\d{1,2}\s?(?:x|×|bw|body|mi(?:le)?s?\b|km?\b))", "0."),
        (  # "Block 2 → 4 rounds"
            "",
            r"^\W*(?:block|part|event|workout|wod|section|piece|day|phase|session|station)\s*#?\d{1,2}"
            r"(?P<said>\s*(?:→|[-=]>|»|>))(?=\s)",
            ":",
        ),
        (  # "odd → 10 swings", "min 1 -> 12 burpees"
            "",
            r"^\W{0,3}(?:(?:min(?:ute)?s?\s*)?(?:odd|even)s?(?:\s+min(?:ute)?s?)?|min(?:ute)?\s*\d{1,2})"
            r"(?P<said>\s*(?:→|[-=]>|»|>|=)\s*)(?=\S)",
            ": ",
        ),
        (  # "Odd 10 burpees", "Even row 500 m"
            "",
            r"^\W{0,3}(?:odd|even)s?(?:\s+min(?:ute)?s?)?(?P<said>\s+)(?=\d{1,4}\s?(?:x|m|cals?)?\s+[^\W\d]|(?:row|run|bike|ski)\s+\d|[^\W\d][^,;:]{1,30}\sx\s\d)",
            ": ",
        ),
        # "10→1 thrusters", "10 → 1"
        (
            "→",
            r"^\W*(?=\d{1,3}→\d|(?:[5-9]|\d\d)\s?→\s?1(?!\d)|1\s?→\s?\d\d\s*$)\d{1,3}(?P<said>\s?→\s?)"
            r"(?=\d{1,2}(?:\s*$|\s+(?!kg|lbs?|min|sec|reps?\b|x\b)[^\W\d]{1,2}))",
            " to ",
        ),
        # "10:40 --- Workout 2"
        ("--", r"^\W*\d{1,2}[:.]\d{2}(?P<said>\s*[-–—=]{2,}\s*)(?=\S)", " "),
        (  # "1.000 m", as German and Spanish write thousands
            ".",
            r"(?<![\w.,])(?P<said>(?P<thousands>[1-9]\d?)\.(?P<rest>\d00))(?=\s?(?:m|met(?:e"
            r"r|re)s?|cals?)\b)",
            r"\g<thousands>\g<rest>",
        ),
        # "60/42 – 43/30 – 30/20": columns of divisions
        ("/", r"(?<=\d/\d\d)(?P<said>\s[–—-]\s)(?=\d{2,3}/\d{2,3}(?!\d|\s?(?:cal|m\b)))", " | "),
        # "W/U 1500 easy", "C/D 1000"
        ("w", r"^\W{0,3}(?P<said>w/?u\b:?)(?=\s\d)", "warm-up:"),
        ("c/d", r"^\W{0,3}(?P<said>c/d\b:?)(?=\s\w)", "cool-down:"),
        # "3x rounds:"
        ("round", r"(?<=\d)(?P<said>\s?[x×]\s?rounds?)(?=\s*[:,]|\s+of\b|\s*$)", " rounds"),
        (  # "Part A 10': .."
            ":",
            r"^\W*(?:part|block|piece|section)\s+[A-H1-9](?P<said>\s+(?P<long>\d{1,2})\s?(?:"
            r"min(?:ute)?s?|['’′])\s*:)",
            r" (\g<long> min):",
        ),
        (  # "Part B 15' AMRAP"
            "amrap",
            r"^\W*(?:part|block|piece|section)\s+[A-H1-9](?P<said>\s+)(?=\d{1,2}\s?(?:min(?:"
            r"ute)?s?|['’′])\s*amrap)",
            ": ",
        ),
        (  # "TEST 2  max strict pull-ups", "Event 4 1 min max burpees"
            "",
            r"^\W*(?:test|event|workout|wod|task)\s+#?\d{1,2}(?P<said>\s{2,}(?=\S)|\s(?=(?:m"
            r"ax|\d{1,4}\s?(?:min|m|km|cals?|s|sec|rm|reps?)|[1-9]\s?rm)\b))",
            ": ",
        ),
        (  # "5/3/1/5/3/1 @ 70/80/90/75/85/95"
            "@",
            r"@\s?(?P<said>[4-9]\d(?:/(?:[4-9]\d|1[01]\d)){2,})(?!\s?(?:%|kg|lb|/|\d))",
            r"\g<said> %",
        ),
        (  # "muscle-ups (scale = pull-ups)"
            "=",
            r"[(\[]\s*(?:sc(?:aled?)?|scaling|sub(?:stitute)?|beg(?:inner)?s?|int(?:er(?:mediate)?)?|rx\+?|l\d|level\s\d)(?P<said>\s*=\s*)(?=\S)",
            ": ",
        ),
        # "A = 4 power snatches"
        ("=", r"^\W{0,3}[A-H](?P<said>\s*=\s*)(?=\d)", ": "),
        (  # "Finisher 3 x 1 min plank"
            "x",
            r"^\W*(?:finisher|core|midline|abs|accessory|accessories|strength|skill|conditioning"
            r"|engine|cardio|extra|bonus|lift|pump|cash[- ]?out|buy[- ]?in)"
            r"(?P<said>\s+)(?=\d{1,2}\s?[x×]\s?\d)",
            ": ",
        ),
        # 'Event A · "Low Tide" · 09:00'
        (
            "·",
            r"^(?=\W*(?:event|workout|wod|part|block|day|stage|round|heat|final)\b).*?(?P<said>\s·\s)",
            " - ",
        ),
        # "Option 1 - 5 x 1000 m row"
        (
            " x",
            r"^\W*(?:option|choice|version|piece|part|block|task|test|event|workout|wod)\s+[1-9](?P<said>\s+[-–]\s+)(?=\d{1,2}\s?[x×]\s?\d)",
            ": ",
        ),
        # "for time, 43/30" below a list
        (
            "for time",
            r"^\W*for\s+time(?P<said>\s*[,(–-]?\s*)(?=\d{1,3}(?:[.,]\d)?/\d{1,3}(?:[.,]\d)?(?:\s?(?:kg|lbs?))?\)?\s*$)",
            " @ ",
        ),
        # "Monthly test #2 - 1 mile run"
        ("#", r"#\d{1,2}(?P<said>\s[-–—]\s)(?=\d)", ": "),
        ("r.f.t", r"\bR\.F\.T\.?", "RFT"),
        # "rows at 31X1"
        ("at ", r"(?<=[a-z]\s)(?P<said>at)(?=\s+[1-6][0-3][0-6x][0-3]\s*$)", "@"),
        (  # "M 60 / W 40"
            "m",
            rf"(?<![\w/])(?:M|Men|Male)\s?:?\s?(?P<his>{_LOAD})(?:\s?kg)?\s?[/|]\s?(?:W|F|Wom"
            rf"en|Female)\s?:?\s?"
            rf"(?P<hers>{_LOAD})(?![\d.,]|\s?(?:cals?|m|reps?|rounds?|min|s|sec)\b)",
            r"\g<his>/\g<hers>",
        ),
        (  # "Men 55+: 35 kg; Women 55+: 25 kg"
            "women",
            rf"(?<![\w/])(?:masters\s+)?men\s+(?P<ages>\d\d\s?(?:\+|[-–]\s?\d\d))\s*:?\s*"
            rf"(?P<his>{_LOAD})\s?(?P<unit>kgs?|lbs?)"
            rf"\s*[;,./|]\s*(?:masters\s+)?women\s+(?P=ages)\s*:?\s*(?P<hers>{_LOAD})\s?(?P=unit)",
            r"Masters \g<ages>: \g<his>/\g<hers> \g<unit>",
        ),
        (  # "masters men 35 kg, masters women 25 kg"
            "women",
            rf"(?<![\w/])(?P<who>[a-z]+)\s+men\s*:?\s*(?P<two>2\s?x\s?)?(?P<his>{_LOAD})\s?"
            rf"(?P<unit>kgs?|lbs?|(?(two)))"
            rf"\s*[;,./|]\s*(?:(?P=who)\s+)?women\s*:?\s*(?(two)2\s?x\s?)(?P<hers>{_LOAD})\s?"
            rf"(?P=unit)(?!\d|[.,]\d|\s?x)",
            r"\g<who>: \g<two>\g<his>/\g<hers> \g<unit>",
        ),
        (  # "43 / 30 kg"
            " / ",
            rf"(?<![\d/x×]\s)(?<![\w.,/*])(?!\d\s/\s\d\d)(?P<front>{_LOAD}) / (?P<back>{_LOAD})"
            r"(?=\s*(?:kg|lbs?|#)(?!\w|\s*/)|\s*[,)]|\s*$)",
            r"\g<front>/\g<back>",
        ),
    )
)


_TIMES = dict.fromkeys(map(ord, "×✕✖⨯"), "x")
_DASH = re.compile(r"(?<=\d)[–‑‒](?=\d)|(?<= )[–‒](?= )")


def one_width(line: str) -> str:
    """A line with spaces of every kind as the usual one, the dashes between numbers and words, and the signs
    of times; no column moves."""
    return line if line.isascii() else _DASH.sub("-", line.translate(_SPACES).translate(_TIMES))


def usual_signs(line: Translated) -> Translated:
    """A line with the usual spelling of its signs."""
    lower = line.text.lower()
    for sign in _SIGNS:
        if sign[0] in lower and (cuts := list(otherwise(line.text, (sign,)))):
            line = rebuilt(line, cuts)
            lower = line.text.lower()
    for percents in (_percents_of_all, _percents_listed) if "%" in line.text else ():
        cuts = list(percents(line.text))
        line = rebuilt(line, cuts) if cuts else line
    return line


_AT = re.compile(r"@ ?(?P<said>[3-9]\d(?:[.,]5)?|1[01]\d)(?P<unit> ?%| ?(?:kg|lb|[-–/]|\d))?", re.IGNORECASE)


def _percents_of_all(text: str) -> Cuts:
    """'sets 1-2 @ 65, sets 3-4 @ 75 %': the sign behind the last of them is that of all."""
    said = list(_AT.finditer(text))
    units = [(one["unit"] or "").strip() for one in said]
    if units and units[-1] == "%" and not any(units[:-1]):
        for one in said[:-1]:
            yield one.end("said"), one.end("said"), " %"


_NUMBER = re.compile(r"\d+(?:[.,]5)?")
_PERCENT = r"[3-9]\d(?:[.,]5)?"
_LISTED = re.compile(
    rf"^\W*?(?P<said>(?:%(?:['’]?s|age?s?)?\s*[:=]?\s*(?P<all>{_PERCENT}(?:\s?[-/,|>]\s?{_PERCENT}|\s{_PERCENT})+)\s*%?"
    rf"|(?:weights?|loads?|sets?|percent(?:age)?s?)\s*[:=]\s*(?P<signed>{_PERCENT}(?:\s?[-/,|>]\s?{_PERCENT}|\s{_PERCENT})+)\s*%))\s*$",
    re.IGNORECASE,
)


def _percents_listed(text: str) -> Cuts:
    """'%s: 60 60 65 65 70', '% 60/65/70': the percents of the sets, in order."""
    if said := _LISTED.match(text):
        yield *said.span("said"), f"@ {'-'.join(_NUMBER.findall(said['all'] or said['signed']))} %"
