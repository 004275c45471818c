"""What arranges a list, in full: 'RFT x 3', '3 laps, cap 15:', 'EMOM: 12 min', '3 sets // cap 15'."""

from __future__ import annotations

import re

from core.reading.board_words import board_words
from core.reading.in_full.cuts import Cuts, compiled, way_of
from core.reading.phrases import PAIR

_CAP_OR_REST = (
    r"(?:time\s+cap|cap|t\.?c\.?|rest|\d{1,3}(?::\d\d)?\s*(?:min(?:ute)?s?|s(?:ec)?|'|’)?\s+(?:cap|rest))\b"
)
_ARROW = (  # "Scaled → 30/20, ring rows"
    r"^\W*(?:scaled?(?:\s+(?:version|option))?|sc|rx\+?|beginners?|beg|inter(?:mediate)?|int|masters|teens|level\s?\d|l\d)"
    r"(?P<said>\s*(?:→|->|➜|=>)\s*)(?=\S)"
)
_ARRANGED = compiled(
    (
        (
            "cap",
            r"^\W{0,44}(?P<said>(?P<t>\d{1,2}\s?min(?:ute)?s?\s(?:time\s)?cap)\s?[,;:]\s)(?=\d{1,2}\s?[x×]\s?\()",
            r"For time, \g<t>: ",
        ),
        (
            "corner",
            r"\b(?P<said>corner)(?=s?\b)(?=(?:\s?\d|s?\W{0,3}\d|\W{1,3}1\s+min|.{0,40}\bcorner\b))",
            "station",
        ),
        (  # "Scale the chest to bar to ring rows."
            "scale",
            r"(?:^\W{0,44}|[.;]\s)(?P<said>scale\s(?:the\s)?(?P<from>(?!down|up|load|weight|rep|as)[^\d,.;:]{3,30}?)\sto\s"
            r"(?P<to>(?!bar\b|rings?\W*$|your|fit|what|suit|level|ability|maintain|keep|stay|finish|a\s|the\s)[^\d,.;:]{3,30}))(?=\W*$)",
            r"Scaled: \g<to> instead of \g<from>",
        ),
        (  # "Part 1: 10 min - rounds of 10 cal ski + 5 burpees"
            "rounds of",
            r"^\W{0,44}(?:[^\W\d]+\s(?:\d|[A-H])\s?[:–-]\s)?(?P<t>\d{1,2}\s?min(?:ute)?s?)(?P<said>\s?[,:–-]?\s(?:of\s)?(?:continuous\s|max(?:imum)?\s|as\smany\s)?rounds\sof:?\s)(?=\S)",
            " AMRAP: ",
        ),
        ("corner", r"(?:\bper|\beach|\d)\s+(?P<said>corner)(?=s?\b)", "station"),
        (
            "ladder",
            r"\b(?:AMRAP\s+\d{1,2}(?:\s?min)?|\d{1,2}[\s-]min(?:ute)?\s+AMRAP)(?P<said>\s*[,:–-]?\s+[^\W\d][^\d,;:()]{2,30}?\s+(?P<l>ladder))\W{0,3}$",
            r" \g<l>",
        ),
        (
            "cal",
            r"^\W{0,44}(?P<said>cal(?:orie)?s?\s+on\s+(?:the\s+)?(?P<m>bike|air\s?bike|row(?:er)?|ski(?:\s?erg)?))(?!\w)",
            r"cal \g<m>",
        ),
        ("max load", r"\b(?P<said>for\s+max(?:imum|imal)?\s+(?:load|weight))\b", "for load"),
        (
            "acc",
            r"^\W{0,44}(?:then|afterwards|after\s+that)\s+(?P<said>accessor(?:y|ies)(?:\s+work)?\s*:?\s+(?P<n>\d{1,2}\s?[x×]))",
            r"\g<n>",
        ),
        ("rft", r"(?<![\w])(?P<said>RFT\s*[x×]\s*(?P<n>\d{1,2}))(?!\w)", r"\g<n> RFT"),
        (
            "repeat",
            rf"^\W*(?:[^\W\d]+:\s*)?(?P<said>repeat\s+(?P<n>[2-9]|10)\s+times)(?=\s*(?::|(?:[,(\[–-]|//)?\s*{_CAP_OR_REST}|w/\s*\d))",
            r"\g<n> rounds",
        ),
        (
            "round",
            r"(?<![\d.])(?P<said>(?P<n>[2-9]|10)\s(?:times|x)\s(?:round|around))(?![\w])",
            r"\g<n> rounds",
        ),
        (".", r"(?<=[(,;/])\s?(?:int|inter|beg|sc|adv|mod)(?P<said>\.\s)(?=[^\W\d])", ": "),
        (
            "round",
            r"^(?P<said>\W{0,6}(?:(?:and|then|plus)\s)?one\s(?:station|exercise|movement)\s(?:per|each|every|a|in\seach)\sround\s?:?)\s{0,3}$",
            "then",
        ),
        ("go", r"(?P<said>\b(?:touch[\s-](?:and|n|&)[\s-]go|t[&n]g)(?=\s(?:triple|double|set|\d)))", "heavy"),
        (
            "(",
            r"\b(?P<said>(?P<w>(?:teams?|groups?)\sof\s\w{1,5}|pairs?|trios?|teams?)\s\(\d\s?[mfw]\w{0,5}\s?(?:/|,|\+|&|and)\s?\d\s?[mfw]\w{0,5}\))",
            r"\g<w>",
        ),
        ("up ", r"^\W{0,6}warm[\s-]?up(?P<said>\s)(?=\d)", ": "),
        ("down ", r"^\W{0,6}cool[\s-]?down(?P<said>\s)(?=\d)", ": "),
        ("then ", r"\bthen\s(?P<said>(?P<n>[2-9])\s?x\s?:)(?=\s\S)", r"\g<n> rounds:"),
        (
            "rest",
            r"^\W{0,6}(?P<said>(?:then\s)?(?:(?P<r>\d{1,2}\s?min(?:ute)?s?|\d:\d\d)\srest|rest\s(?:for\s)?(?P<r2>\d{1,2}\s?min(?:ute)?s?|\d:\d\d))\s?(?:,|and|then|,\sthen)\s(?P<n>[2-9])\s?(?:x|×|rounds(?:\sof)?)\s?:?)\s{0,3}$",
            r"then rest \g<r>\g<r2> and \g<n> rounds of",
        ),
        (
            "relay",
            r"\b(?P<said>(?P<way>run|row|ski|bike|swim)\sas\s(?:a\s)?relay,\s(?P<each>\d[\d.]{0,4}\s?k?m\seach))\b",
            r"\g<way> relay (\g<each>)",
        ),
        (
            "complex",
            r"^\W{0,6}(?P<said>(?:barbell\s)?complex\sfor\s(?:max\s)?(?:load|weight)(?:\s?[,(]\s?(?P<t>\d{1,2}\s?min)(?:ute)?s?(?:\scap)?\)?)?)\s?:?\s{0,3}$",
            r"build to a heavy complex \g<t>",
        ),
        ("sets each", r"\b[2-9]\ssets\s(?P<said>each)(?=\s\d{1,2}(?::\d\d|\s?min))", "of"),
        ("mod", r"(?:^\W{0,6}|[,.;]\s)(?P<said>modif(?:y|ied|ication)\s?:)(?=\s)", "Scaled:"),
        ("x", r"\)(?P<said>\s?,\s(?:then\s)?)(?=[2-9]\s?[x×]\s?\()", "; "),
        (
            "bag",
            r"(?<![\w-])(?P<said>bag)(?=\s(?:over\s(?:the\s)?shoulders?|to\sshoulder|(?:bear\shug\s)?(?:squats?|carr(?:y|ies)|cleans?|lunges?|holds?))\b)",
            "sandbag",
        ),
        ("over bag", r"\bburpees?\sover\s(?:the\s)?(?P<said>bag)\b", "sandbag"),
        ("bag ", r"(?<=[\s,;(])(?P<said>bag)(?=\s?:?\s\d{1,2}(?:[.,]5)?\s?(?:kg\s?)?/\s?\d)", "sandbag"),
        ("(sc ", r"\((?P<said>sc)(?=\s[^\W\d])", "scaled"),
        (
            " ",
            r"^\W{0,6}(?:rx\+?|sc|scaled|elite|int|inter|intermediate|beginners?|masters)(?P<said>\s)(?=(?:bar|barbell|dbs?|kbs?|ball|bag|sandbag)\s\d)",
            ": ",
        ),
        ("e/a", r"(?P<said>\be/a)(?![\w/])", "each arm"),
        (
            "laps",
            rf"^\W*(?:[^\W\d]+:\s*)?(?P<said>(?P<n>[2-9]|10)\s+(?:laps|circuits))(?=\s*(?::\s*\S|:?\s*(?:[,(\[–-]|//)?\s*{_CAP_OR_REST}|w/\s*\d))",
            r"\g<n> rounds",
        ),
        (
            "but ",
            r"(?:everything|all|the\s+work|reps)\s+(?P<said>but(?:\s+for)?)(?=\s+(?:the\s+)?(?:runs?|rows?|carry)\b)",
            "except",
        ),
        ("→", _ARROW, ": "),
        ("->", _ARROW, ": "),
        *(
            (
                who,
                rf"(?:^\W*(?:[^\W\d]+:\s*)?{behind})(?P<said>(?P<n>[2-6])\s+{who})(?=\s*(?:[-–:,(]|$))",
                r"teams of \g<n>",
            )
            for who, behind in (("athletes", r"|,\s"), ("people", ""))
        ),
        (
            "per round",
            r"\b(?P<said>one\s+(?:partner|athlete|person)\s+(?:per|each)\s+round)(?:\s*\(\d{1,2}\s+each\))?",
            "alternating rounds",
        ),
        ("amrap", r"\bAMRAP(?P<said>\s*\|\s*)(?=\d{1,2}(?::\d\d|\s*(?:min|'|’)))", " "),
        (
            "giant",
            r"\b\d{1,2}\s+(?P<said>giant\s+sets)(?=\s+of\s+(?:\d|[^\W\d])[^,]*,\s*(?:\d|[^\W\d]))",
            "rounds",
        ),
        ("//", rf"(?<!\s)(?P<said>\s*//\s*)(?={_CAP_OR_REST})", ", "),
        ("emom:", r"\bEMOM(?P<said>\s*:\s*)(?=\d{1,2}\s*(?:min|'|’))", " "),
        ("emom x", r"\bEMOM\s*[x×]\s*(?P<n>\d{1,2})(?P<said>\s+-\s+)(?=\d)", ": "),
        (
            "w/",
            r"(?<!\s)(?P<said>\s+w/\s*(?P<rest>\d{1,2}(?::\d\d)?\s*(?:min(?:ute)?s?|s(?:ec)?|')?\s+rest))\b",
            r", \g<rest>",
        ),
        (
            ",",
            r"(?<![\d,.])(?P<said>(?P<a>\d{1,2}),\s(?P<b>\d{1,2}),\s(?P<c>\d{1,2}))(?=,\s\d{1,2}\s*(?:min(?:ute)?s?|'|’)\s+cap\b)",
            r"\g<a>-\g<b>-\g<c>",
        ),
        (  # "Row - 12 cal / 10 T2B"
            " - ",
            r"(?:^\W*(?:[^\W\d]+:\s*)?|[:/,;+]\s)(?:row|bike|ski|run|swim|plank)(?P<said>\s[-–]\s)"
            r"(?=\d{1,4}\s?(?:cals?|k?m|s|sec|seconds|min)\b\s*(?:[/,;+]|$))",
            " ",
        ),
        (  # "Burpees: 10 / 10 T2B"
            ": ",
            r"(?:^\W*|[/:]\s)(?P<said>(?P<what>(?!scaled|rx|beg|int|men|women|week|day|set|amrap|emom)[^\W\d][^\d:/,]{1,29}[^\d:/,\s]):\s+(?P<n>\d{1,3}))"
            r"(?=\s+/\s+(?:\d|[^\W\d]))",
            r"\g<n> \g<what>",
        ),
        ("kg / ", r"(?<=kg\s/\s)\d{1,3}(?P<said>\s?[x×]\s?)(?=[^\W\d])", " "),  # no pair of loads
        (  # "30 s / 12/10 cal row", no list of three
            " / ",
            r"(?<![\d/.,])\d{1,4}(?P<said>\s/\s)(?=\d{1,4}/\d{1,4}\s*[^\W\d])",
            " | ",
        ),
        (":", r"(?<=[^\W\d]\s)(?P<said>:(?P<s>[1-5]\d))(?![\d:])", r"0:\g<s>"),  # "Plank :30"
        ("tc ", r"\bTC\s*:?\s*\d{1,2}(?P<said>\s+[-–]\s+)(?=\d)", ": "),
        ("cap ", r"\bcap\s*:?\s*(?:\d{1,2})?(?P<said>\s+[-–]\s+)(?=\d)", ": "),
        (
            "minute",
            r"\bminute\s+(?:on\s+the\s+minute\s+)?[x×]\s*\d{1,2}(?P<said>\s+[-–]\s+)(?=\d)",
            ": ",
        ),
        (  # "10 reps burpees"
            " reps ",
            r"(?<![\d/.,x×-])\d{1,3}(?P<said>\s+reps\s+)(?=(?!of|for|total|each|per|in|at|every|then|rest|left|right|unbroken|a|or|and|to|on|with|over|as|is|max|left|min|sec|before|after|both)[^\W\d]{3})",
            " ",
        ),
    )
)


_PLACE = re.compile(
    r"(?:^\W*|[\s,;/:-])(?P<label>#(?P<a>[1-6])|(?P<b>[1-6])º|(?P<c>[1-6])/(?=\s)|(?P<d>[1-6])\s-(?=\s))(?=\s+\S)"
)
_EVERY = re.compile(r"\bE\d?MOM\b|every\s+min|\bminutes?\b", re.IGNORECASE)
_OFF = re.compile(
    r"(?:(?<!\w)(?:[1-6][.):/º]|#[1-6]|[A-F][.):]|m[1-6]:?|(?:min(?:ute)?|station)\.?\s*[1-6]\s*[:).-]?|[1-6](?:st|nd|rd|th)\s+min(?:ute)?:?"
    r"|(?<=[,;/]\s)[1-6]\s-|^\W*[1-6]\s?[:-])\s*)(?P<said>off)(?=\s*(?:$|[,;/.]))",
    re.IGNORECASE,
)


def _places_in_line(text: str) -> Cuts:
    """'EMOM 12: #1 10 burpees, #2 12 cal row', '1º ..; 2º ..': places of its list."""
    found = list(_PLACE.finditer(text)) if _EVERY.search(text) else []
    kinds = {next(kind for kind in "abcd" if one[kind]) for one in found}
    numbers = [next(filter(None, one.group("a", "b", "c", "d"))) for one in found]
    if len(found) > 1 and len(kinds) == 1 and numbers == [str(place + 1) for place in range(len(found))]:
        for one, number in zip(found, numbers, strict=True):
            yield *one.span("label"), f"{number})"


def _off(text: str) -> Cuts:
    """'Min 3: off': a rest."""
    for said in _OFF.finditer(text) if "off" in text.lower() else ():
        yield *said.span("said"), "rest"


_LETTERED_LEVEL = re.compile(r"^\W*level\s+(?P<said>[A-D])(?=\s*(?:$|[:(–-]))", re.IGNORECASE)


def _lettered_levels(text: str) -> Cuts:
    """'Level B': the second of several."""
    if said := _LETTERED_LEVEL.match(text):
        yield *said.span("said"), str(ord(said["said"].upper()) - ord("A") + 1)


_FORMAT = (
    r"(?:\d{1,2}\s(?:RFT|rounds|rds)\b|AMRAP\b|\d{1,2}\s?min(?:ute)?\sAMRAP\b|E\d?MOM\b|for\stime\b|FT\b"
    r"|(?:\d{1,2}-){2}\d{1,2}\b)"
)
_PIECE_BEHIND = re.compile(
    rf"(?<=\S)(?P<said>\s?;\s|\s(?://?|\+|&)\s){_FORMAT}(?=[^;/]{{0,24}}\s?(?::|[–-]\s|of\b|[^\W\d]))",
    re.IGNORECASE,
)
_SETS_BEFORE = re.compile(r"\d\s?[x×]\s?\d|\d\s+sets\s+of|-\d-\d", re.IGNORECASE)
_FT = re.compile(r"(?:(?<=[\s;,/+])|^)(?P<said>FT)(?=\s?:)")


def _piece_behind(text: str) -> Cuts:
    """'bench press 3x5 / 4 RFT: 10 burpees / 10 sit-ups': another piece, and none of the lift's."""
    for said in _PIECE_BEHIND.finditer(text):
        before = text[: said.start()]
        if _SETS_BEFORE.search(before) and not re.search(rf"^\W{{0,44}}{_FORMAT}", before, re.IGNORECASE):
            yield *said.span("said"), ", then "
    for said in _FT.finditer(text):
        yield *said.span("said"), "For time"


_SPAN = re.compile(
    r"(?<![\w.,:/])(?P<first>\d{1,4})(?P<said>\s+to\s+)(?P<last>\d{1,4})(?=\s?(?:m|cals?|calories|s|secs?|seconds|met(?:re|er)s)\b)",
    re.IGNORECASE,
)
_AT_A_TIME_OF_DAY = re.compile(
    r"^\s{0,3}(?P<first>\|\s{0,3})\d{1,2}[:.]\d{2}\s{0,3}\|[^|]{2,30}\|[^|]{2,}(?P<last>\|)\s{0,3}$"
)


def _spans(text: str) -> Cuts:
    """'200 to 250 m run'; '| 17:12 | Strength | bench press 5 x 5 |', whose outer bars part nothing."""
    for said in _SPAN.finditer(text) if " to " in text else ():
        if int(said["first"]) < int(said["last"]):
            yield *said.span("said"), "-"
    if cells := _AT_A_TIME_OF_DAY.match(text):
        yield *cells.span("first"), " " * len(cells["first"])
        yield *cells.span("last"), " "


_DATED_CELLS = re.compile(
    r"^\s{0,3}(?P<said>(?:(?:mon|tue|wed|thu|fri|sat|sun)[a-z]{0,6}|(?:jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]{0,6}"
    r"\s\d{1,2}|\d{1,2}[./]\d{1,2}\.?)\s{0,3}\|\s{0,3}(?P<section>[a-z][a-z-]{2,16})\s{0,3}\|\s{0,3})"
    r"(?P<lift>[^|\n]{2,200})(?P<first>\|\s{0,3})?(?(first)(?P<sets>\d{1,2})(?P<second>\s{0,3}\|\s{0,3})(?P<reps>\d{1,2})"
    r"(?P<third>\s{0,3}\|\s{0,3})(?=\d{1,3}\s?(?:%|kgs?\b|lbs?\b)))",
    re.IGNORECASE,
)


def _dated_cells(text: str) -> Cuts:
    """'Nov 30 | Strength | front squat | 5 | 3 | 80 %': a section, a lift, its sets, repetitions and load."""
    said = _DATED_CELLS.match(text) if text.count("|") in (2, 5) else None
    if said is None or said["section"].lower() not in board_words().headings:
        return
    if bool(said["first"]) != (text.count("|") > PAIR):
        return
    yield *said.span("said"), f"{said['section']}: "
    if said["first"]:
        yield *said.span("first"), ""
        yield *said.span("second"), " x "
        yield *said.span("third"), " @ "


_OPENS_AND_ENDS = re.compile(
    r"(?P<opens>(?:start|begin|open)(?:ing)?\s+with|buy[\s-]?in:?)\s(?=[^.;]{3,40}(?:,|\sand\s))[^.;,]{3,40}?"
    r"(?P<ends>\s{0,2}(?:,\s*(?:and\s+)?|\band\s+)(?:(?:finish|end|close)(?:ing)?\s+with|cash[\s-]?out:?))\s[^.,;]{3,40}"
    r"(?P<between>[.,;]\s*(?:(?:in\s+between|in\s+the\s+middle|between(?:\s+them)?)\s*[,:]?\s*)?(?=\d{1,2}\s+(?:rounds|rds|sets)))?",
    re.IGNORECASE,
)

_BOTH = re.compile(  # "Start and finish with 800 m run"
    r"^\W{0,44}(?P<opens>(?:start|begin|open)(?:ing)?\s(?:and|&)\s(?:finish|end|close)(?:ing)?\swith(?:\san?)?)\s(?P<what>\d[^.,;:]{2,40})(?=\W{0,3}$)",
    re.IGNORECASE,
)


def _opens_and_ends(text: str) -> Cuts:
    """'start with a 400 m run, finish with 50 sit-ups. In between 4 rounds of': once before, once after."""
    for said in _OPENS_AND_ENDS.finditer(text):
        buys = said["opens"][:3].lower() == "buy"
        if not buys and not said["between"]:
            continue
        yield *said.span("opens"), "Buy-in:"
        yield *said.span("ends"), ". Cash-out:"
        if said["between"]:
            yield *said.span("between"), ". "
    if both := _BOTH.match(text):
        yield *both.span("opens"), "Buy-in:"
        yield both.end("what"), both.end("what"), f". Cash-out: {both['what']}"


WAYS = (
    _dated_cells,
    _spans,
    _piece_behind,
    _opens_and_ends,
    _lettered_levels,
    _places_in_line,
    _off,
    way_of(_ARRANGED),
)
