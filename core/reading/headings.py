"""What opens a section: letters, numbered pieces, events, days, words such as 'Strength', names in quotes."""

from __future__ import annotations

import itertools
import re
from collections.abc import Iterable
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

from core.reading.board_words import board_words
from core.reading.languages import fold, languages
from core.reading.workout import PART_KINDS, PartKind

OWN_KINDS = frozenset(("strength", "skill", "conditioning"))  # that a numbered piece's own word says
Opens = Literal["part", "notes", "divisions", "day"]
_DECORATION = r"[\s*_#=>~|]*"
_BEFORE_DAY = r"[\s*_#=>~|(\[•·▪–—-]*"
_END = (
    r"(?=\s*(?:[:.\]\)(|/\"\u201c\u201d,*_>]|[-–—]+(?=\s|$)|\s{2}|$)"
    r"|\s+[(\[]?\d{1,3}(?:\s?[-–]\s?\d{1,3})?\s?(?:min(?:ute)?s?|['’′])[)\]]?\s*(?:$|[:|]|[-–—]\s)"
    r"|\s+x\s?\d|\s+\d+\s?x\s*:?\s*$)"
)
_NUMBER = r"(?:\d{1,2}(?:\.\d)?[a-z]?|[a-h]|[ivx]{1,4}|one|two|three|four|five|six)"
CANONICAL = re.compile(r"^#\s+(.+?)\s+\((strength|skill|conditioning|event|warm-up|cool-down)\)\s*$")
NUMBERED = re.compile(
    rf"^{_DECORATION}(?:(?:individual|team|pairs?|partner|online|main|morning|afternoon|evening)\s)?(part|block|piece|workout|wod|metcon|conditioning|strength|skill"
    rf"|finisher|superset|circuit|session|section|phase|stage|task|event|match|game|r"
    rf"ace|test|option|opt|day|place|round|rnd|rd)\s*#?\s*"
    rf"({_NUMBER}(?:\s+of\s+\d)?)(?!\w|/\d|\.\d{{1,2}}(?:\.|\s*[-–—:|]|\s*$)){_END}"
    rf"(?!\s*[:.]?\s*(?:reps?|rounds?|sets?)\b|\s?[x×]\s?\d+\s?(?:k?m|s|sec|min|cals?)\b)",
    re.IGNORECASE,
)
_KIND_OF_LABEL: dict[str, PartKind] = {
    "event": "event",
    "match": "event",
    "strength": "strength",
    "skill": "skill",
}
LETTERED = re.compile(
    r"^[\s*_#>(=~]*([A-Z])(\d{0,2})\s*(?:[).:\]](?![A-Z]\.)|/(?=\s)|[-–—](?=\s)|[=~]+\s*$|$)[*_=~\s]*",
    re.IGNORECASE,
)
_ROMAN = re.compile(r"^[\s*_#>(]*(I{1,3}|IV|VI{0,3})()\s*[).:](?:\s+|$)[*_\s]*")
_NUMBER_LETTER = re.compile(r"^[\s*_#>(]*(\d)([a-d])\s*(?:[).:\]]|[-–—](?=\s))[*_\s]*", re.IGNORECASE)
_CAP = re.compile(r"^[\s*_#>(]*t\.\s?c\b", re.IGNORECASE)
BARE_LETTER = re.compile(r"^\s*([A-H])(\d?)\s+(?=\S)")
WEEKDAY = (
    r"mon(?:day)?|tue(?:s(?:day)?)?|wed(?:s|nesday)?|thu(?:rs?(?:day)?)?"
    r"|fri(?:day)?|sat(?:urday)?|sun(?:day)?"
)
DAY = re.compile(
    rf"^{_BEFORE_DAY}({WEEKDAY})\b"
    r"\.?,?\s*(?P<rest>.*)$",
    re.IGNORECASE,
)
_DATE = re.compile(
    r"^(?:\d{1,2}(?:st|nd|rd|th)?\.?(?:[\s./-]*(?:\d{1,2}|[a-z]{3,9}))?\.?(?:[\s./]*"
    r"\d{2,4})?)?\s*(?=[-–—:|,/@(.*)\]\t>]|$)",
    re.IGNORECASE,
)
_HOUR_OF_DAY = re.compile(
    r"(?:at\s+)?(?:[01]?\d|2[0-3])[:.h][0-5]\d(?:\s*(?:h|uhr|am|pm)\b)?(?=\s*(?:$|[-–—:|,/(]))", re.IGNORECASE
)
_MONTH = (
    r"(?:jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?"
    r"|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)"
)
DATED = re.compile(
    rf"^{_BEFORE_DAY}(?:(?:wod|workout|training|class|session)\s+(?:of\s+|for\s+)?(?="
    rf"\d{{1,2}}\.\d{{1,2}}\b|\d{{4}}-))?((?<=[a-z]\s)\d{{1,2}}\.\d{{1,2}}(?=\s*(?:"
    rf"[-–—:|]|$))|\d{{4}}-\d{{2}}-\d{{2}}|\d{{1,2}}(?P<sep>[./])\d{{1,2}}(?P=sep)(?:\d{{4}}|\d{{2"
    rf"}})?(?!\d)|\d{{1,2}}(?:st|nd|rd|th)?\.?\s+(?!march\s*$){_MONTH}\b\.?(?:,?\s+\d"
    rf"{{4}})?"
    rf"|{_MONTH}\.?\s+\d{{1,2}}(?:st|nd|rd|th)?(?:,?\s+\d{{4}})?|(?:week|wk|w)\s?\d{{"
    rf"1,2}}\s?[,/|–—-]?\s?(?:day|d|session|s)\s?\d)"
    r"[*_)\]]*\s*(?:[-–—:|>=)\]]+\s*|\t|(?=\()|//|$)",
    re.IGNORECASE,
)
_SHORT_DAY = re.compile(rf"^{_BEFORE_DAY}(?P<day>[^\W\d_]{{2,3}})\.?,?\s+(?=\d{{1,2}}[./]\d{{1,2}})")
_DAY_AND_MONTH = re.compile(r"(?P<date>\d{1,2}[./]\d{1,2})\.?\s*(?:[-–—:|,]+\s*|$)")
_SHORT_DAYS = ("mo", "tu", "we", "th", "fr", "sa", "su")
QUOTED = re.compile(r"^\s*[*_#\s]*[\"“«]\s*([^\"”»]{2,60}?)\s*[\"”»][*_\s:]*")
_AFTER_NAME = re.compile(
    r"\s*(?:\((?P<bracket>[^)]{0,60})\))?\s*(?:[\"“«](?P<quoted>[^\"”»]{1,60})[\"”»])?\s*[*_=]*\s*"
    r"(?P<end>[:.\]\)|=]+|[-–—]+(?=\s|$)|//|/(?=\s[^\W\d])|(?=,)|\s{2,}|(?=\d{1,3}\s"
    r"*(?:min|mins|minutes|')(?:[\s:.),-]|$))|(?=\d{1,2}:\d{2}\s)|(?=[-–—/+&]\s?\d)|"
    r"(?=\s+x\s?\d)|(?=\s+\d+\s?x\s*:?\s*$)|(?=\s+\d+\s*(?:rounds|rds|sets)\b)|(?=\s"
    r"(?:together\b|in\s+(?:pairs|teams|a\s+team)|for\s+time|of\s+\d|with\s+a\s+part"
    r"ner|emom|amrap)\b)|$)[*_=\s]*",
    re.IGNORECASE,
)
_WORDS = re.compile(r"[A-Za-z'’][\w'’/&+.-]*(?:\s+[A-Za-z'’/&+][\w'’/&+.-]*){0,4}|w\s?/\s?o?\s?u?")
_UPPER = re.compile(r"^[^a-z]*[A-Z]{2,}[^a-z]*$")
LAST_LETTER = "k"  # of parts of a day; later ones are labels ("L: row, M: deadlift, R: burpees")
REMEMBERED = 4096  # lines; a board is read again with every key
AROUND = ("warm-up", "cool-down")
_TIMED_LEAD = re.compile(
    r"\d{1,3}(?:\s?[-–]\s?\d{1,3})?[\s-]*(?:min(?:ute)?s?|')\s+(?:of\s+)?(?=(?:gener"
    r"al\s+|specific\s+|dynamic\s+)?(?:warm|cool)[\s-]?(?:up|down)|stretch|mobility)",
    re.IGNORECASE,
)
_GOES_ON = re.compile(
    r"\s+(?!(?:to|the|your|for|and|by|well|as|is|are|was|sets?|on|in|with|from|at|th"
    r"en|before|after|of|a|until|each|or)\b)[a-z]",
    re.IGNORECASE,
)  # "warm up outside, 800 m jog", not "warm up to a heavy double"
_FOR_IT = re.compile(r"warm[\s-]?up\s+for\s+(?:it|this|that|the\s+\w+)\W*$", re.IGNORECASE)
_UP_TO = re.compile(
    r"warm(?:ing)?[\s-]?up\s+(?:to|sets?)\b", re.IGNORECASE
)  # "warm up to a working weight", "warm-up sets, then 5-5-5"
LONGEST_BARE = 60
_LETTERS = re.compile(r"[a-z]{2}", re.IGNORECASE)
_WORDED = re.compile(r"[a-z]|\d", re.IGNORECASE)
_GAP = re.compile(r"[^\w\n]{6,}|\s{4,}")
_BULLET = re.compile(r"\s*[-–—•*·▪+]\s")
LONGEST_LED = 70  # letters within which a section's words stand
_BARE_LABEL = re.compile(
    r"^\W*((?:part|block|piece|section|phase|teil|parte)\s*#?\s*(?:\d{1,2}|[a-h])\b|"
    r"[a-h\d](?=\s*[).:/–—-]))\W*",
    re.IGNORECASE,
)
_BARE_TIME = re.compile(
    r"\d{1,2}:\d{2}(?:\s*[-–]\s*\d{1,2}:\d{2})?|\d{1,3}(?:\s?[-–]\s?\d{1,3})?\s*(?:m"
    r"in(?:ute)?s?\b\.?|mins\b|'|’)",
    re.IGNORECASE,
)
_LED = re.compile(
    r"^(?P<bullet>\s*[-–—•*·▪+]\s+)?[\s*_#>~(\[{«»=]*"
    r"(?P<label>(?:(?:part|block|piece|section|phase)\s*#?\s*(?:\d{1,2}|[a-h])\b|"
    r"[a-h\d](?=\s*[).:/–—-]))\s*[).:/–—-]*\s*)?[\s*_(\[]*"
    r"(?:" + _BARE_TIME.pattern + r")?[\s:|–—-]*[*_(\[]*"
    r"(?P<words>[a-z][a-z'’]*(?:[ /&+-]{1,3}[a-z'’]+){0,4}?)[*_]*\s*[-–—(\[|,]*\s*(?:(?:"
    + _BARE_TIME.pattern
    + r")|[a-z]+\s+led)?"
    r"\s*(?:[)\]]*[*_]+\s*[:–—-]?|[)\]]*\s*[:;|=»]+-?|[)\]]*\s*(?:->|=>|→|>{1,2})|"
    r"[)\]]+(?:\s*[-–—])?|\s/\s|\s*\t|\s*[-–—](?=\s))[\s*_]*(?=\S)",
    re.IGNORECASE,
)
_BARE_FILLER = re.compile(r"\b(?:block|part|section|piece|time|today|together|phase|the)\b", re.IGNORECASE)
_BARE_CUT = re.compile(r"[^\w\s'-]+|_+|\s[-–—]+\s|(?<!\w)-+|-+(?!\w)|\band\b", re.IGNORECASE)
OWN_NAMES = ("rest day",)


@dataclass(frozen=True, slots=True)
class Heading:
    """A section's heading: its name, its kind when the words say one, what it opens, and the column the rest
    of the line starts at."""

    name: str
    kind: PartKind | None
    end: int
    opens: Opens = "part"
    alone: bool = False
    quoted: bool = False
    timed: bool = False  # how long it lasts stands within its words
    division: str = ""  # whose block of pieces it heads


@lru_cache(maxsize=REMEMBERED)
def read_heading(line: str, letters: bool = False, bullets: bool = False) -> Heading | None:
    """The heading a line starts with, or None. letters: whether a bare 'A ' heads parts in a text; bullets:
    whether sections stand behind bullets."""
    if match := CANONICAL.match(line):
        return Heading(match.group(1), kind_named(match.group(2)), len(line), alone=True)
    found = _numbered(line) or _day(line) or _named(line, 0) or _lettered(line, letters) or _capitals(line)
    if found is None or (found.opens == "part" and found.kind is None and line[found.end :].strip()):
        found = _bare(line) or found
    led = _led(line, bullets)
    if led is not None and (found is None or led.end > found.end):
        return led
    if found is None:
        return None
    alone = not line[found.end :].strip(" *_#=:-–—.")
    return Heading(found.name, found.kind, found.end, found.opens, alone)


def _bare(line: str) -> Heading | None:
    """'--- Warm-up ---', '[Strength]', '10 min metcon', 'Part 2 (15 min) - Lift', 'Mobility!': a line of
    nothing but a section's words, whatever signs, numbers and times stand around them."""
    if len(line) > LONGEST_BARE or not _LETTERS.search(line):
        return None
    label = _BARE_LABEL.match(line)
    rest = _BARE_TIME.sub(" ", line[label.end() :] if label else line)
    words = [" ".join(said.lower().split()) for said in _BARE_CUT.split(_BARE_FILLER.sub(" ", rest))]
    said = [word for word in words if word]
    if not said or any(word not in board_words().headings for word in said):
        return None
    kind = next((kind for word in said if (kind := board_words().headings[word]) is not None), None)
    name = label.group(1).strip() if label and label.group(1) else said[0].capitalize()
    return Heading(name, kind, len(line), alone=True)


def _led(line: str, bullets: bool) -> Heading | None:
    """'Warm-up -> 2 rounds ..', '**Strength** deadlift ..', '0:00-0:10 [Prep] ..': a section's
    words, with numbers and times around them, in front of its first work."""
    indent, front = _front(line)
    match = _LED.match(front) if _LETTERS.search(front) else None
    if match is None or (match["bullet"] and not bullets):
        return None
    words = [
        " ".join(said.lower().split()) for said in _BARE_CUT.split(_BARE_FILLER.sub(" ", match["words"]))
    ]
    said = [word for word in words if word]
    if not said or any(word not in board_words().headings for word in said):
        return None
    kind = next((kind for word in said if (kind := board_words().headings[word]) is not None), None)
    if kind is None:
        return None
    label = match["label"].strip(" :-–—).") if match["label"] else said[0].capitalize()
    return Heading(label, kind, indent + match.end(), timed=True)


def _front(line: str) -> tuple[int, str]:
    """The columns before a line's first sign, and its front up to a wide gap, within which a section's words
    stand."""
    indent = len(line) - len(line.lstrip())
    front = line[indent : indent + LONGEST_LED]
    gap = _GAP.search(front, 1)
    return indent, front if gap is None else front[: gap.start() + 1]


def bullets_head_parts(lines: Iterable[str]) -> bool:
    """Whether sections stand behind bullets in a text: '- Warm-up: ..', '- Lift: ..'; two do."""
    led = [line for line in lines if _BULLET.match(line) and _LETTERS.search(line, 0, LONGEST_LED)]
    return sum(_led(line, True) is not None for line in led) > 1


def _numbered(line: str) -> Heading | None:
    match = NUMBERED.match(line)
    if match is None:
        return None
    label, number = match.group(1).lower(), match.group(2)
    name = f"{label.capitalize()} {number.upper() if len(number) == 1 else number}"
    kind: PartKind | None = _KIND_OF_LABEL.get(label)
    end = match.end() + _after(line, match.end())
    named = _named(line, end) or _lettered_word(line, end)
    if named is not None and named.opens == "part":
        alone = label == "day" and _lettered_word(line, end) is not None and not line[named.end :].strip()
        return Heading(name, kind or named.kind, named.end, "day" if alone else "part")
    return Heading(name, kind, end, "day" if label == "day" else "part")


def _lettered_word(line: str, start: int) -> Heading | None:
    """'Day 1 - Upper': words that name a section only after a number."""
    match = re.match(
        r"(legs|upper|lower|prep|all of it|lifting|primer)\b\s*(?:[.:,(-]|$)\s*", line[start:], re.IGNORECASE
    )
    return Heading(match.group(1), None, start + match.end()) if match else None


def _after(line: str, start: int) -> int:
    match = _AFTER_NAME.match(line[start:])
    if match is None:
        return 0
    if match["bracket"] is not None and re.search(r"\d", match["bracket"]):
        return line.index("(", start) - start  # "(0:00-12:00)", "(20 min)": read with the rest
    return match.end()


def _day(line: str) -> Heading | None:
    match = DAY.match(line) if _WORDED.search(line, 0, LONGEST_LED) else None
    if match is None:
        begin = _short_day(line)
        if begin and (date := _DAY_AND_MONTH.match(line, begin)) is not None:
            return Heading(line[: date.end("date")].strip(), None, date.end(), "day")
        dated = DATED.match(line[begin:LONGEST_LED]) if _WORDED.search(line, 0, LONGEST_LED) else None
        return Heading(dated.group(1), None, begin + dated.end(), "day") if dated is not None else None
    rest = match["rest"]
    date = _DATE.match(rest)
    if date is None:
        return _day_and_theme(line, match)
    end = match.start("rest") + date.end()
    if hour := _HOUR_OF_DAY.match(line, match.start("rest")):
        end = hour.end()  # "Thursday 18:00"
    end += len(line[end:]) - len(line[end:].lstrip(" :-–—|,/*"))
    return Heading(match.group(1).capitalize(), None, end, "day")


_THEMES = frozenset(("upper", "lower", "push", "pull", "legs", "full body", "upper body", "lower body"))


def _day_and_theme(line: str, match: re.Match[str]) -> Heading | None:
    """'Tuesday Upper', 'Wednesday METCON': a day, and in a word or two what it is about."""
    theme = " ".join(match["rest"].lower().split()).strip(" :-–—()")
    known = theme in board_words().headings or theme in _THEMES
    return Heading(match.group(1).capitalize(), None, len(line), "day", alone=True) if known else None


def _short_day(line: str) -> int:
    """Where the date begins behind a day of the week in short, as some language writes it: 'Mo 24.11.'."""
    match = _SHORT_DAY.match(line)
    short = fold(match["day"]) if match is not None else ""
    known = short in _SHORT_DAYS or any(short in one.days for one in languages())
    return match.end() if match is not None and known else 0


def _named(line: str, start: int) -> Heading | None:
    """'Strength:', 'Conditioning - ', 'GENERAL WARM UP (8 mins)', 'Standards' from a column on."""
    lead = re.match(_DECORATION, line[start:])
    begin = start + (lead.end() if lead else 0)
    if timed := _TIMED_LEAD.match(line, begin):
        begin = timed.end()  # "10 min warm-up: row, bike"
    words = _WORDS.match(line, begin)
    if words is None or _UP_TO.match(line, begin):
        return None
    if _FOR_IT.match(line, begin):
        return Heading("Warm-up", "warm-up", len(line), alone=True)
    said = words.group()
    for end in _word_ends(said):
        text = " ".join(said[:end].lower().replace("’", "'").split()).rstrip(".-:")
        opens = _opens(text)
        if opens is None:
            continue
        tail = _AFTER_NAME.match(line[begin + end :])
        if (
            tail is None
            and board_words().headings.get(text) in AROUND
            and _GOES_ON.match(line[begin + end :])
        ):
            return Heading(text.capitalize(), board_words().headings[text], begin + end, opens)
        if tail is None or (text in ("after", "before") and re.match(r"\s+\d", line[begin + end :])):
            continue  # "after 3 rounds: 60 skips"
        stop = begin + end + (tail.start("bracket") - 1 if _timed(tail["bracket"]) else tail.end())
        name = " ".join(said[:end].split()).rstrip(".-:")
        kind = board_words().headings.get(text)
        return Heading(name[:1].upper() + name[1:].lower(), kind, stop, opens)
    return None


_IN_CAPITALS = re.compile(r"^[\s*_#>•-]*(?P<words>[A-Z]{4,}(?: [A-Z]{3,})?)\s+(?=\d)")


def _capitals(line: str) -> Heading | None:
    """'WEIGHTLIFTING 6x1 ..', 'ENGINE 3 x ..': a section's words in capitals right before its numbers."""
    match = _IN_CAPITALS.match(line)
    kind = board_words().headings.get(match["words"].lower()) if match is not None else None
    return Heading(match["words"].capitalize(), kind, match.end()) if match is not None and kind else None


def _timed(bracket: str | None) -> bool:
    return bracket is not None and re.search(r"\d", bracket) is not None


def _word_ends(said: str) -> list[int]:
    """Where the first one, two, three.. words of a run end, the longest first."""
    ends = [match.end() for match in re.finditer(r"\S+", said)]
    inner = [match.start() for match in re.finditer(r"(?<=\w)[/&+.-]", said)]
    return sorted({*ends, *inner}, reverse=True)


@lru_cache(maxsize=2048)
def _opens(text: str) -> Opens | None:
    words = board_words()
    for form in (
        text,
        text.replace(" & ", "/").replace(" + ", "/").replace(" / ", "/"),
        text.replace("-", " "),
    ):
        if form in words.headings:
            return "part"
        if form in words.notes:
            return "notes"
        if form in words.divisions:
            return "divisions"
    return None


def _lettered(line: str, letters: bool) -> Heading | None:
    match = LETTERED.match(line) or _NUMBER_LETTER.match(line) or _ROMAN.match(line)
    bare = BARE_LETTER.match(line) if letters and match is None else None
    if bare is not None:
        rest = _named(line, bare.end())
        end = rest.end if rest is not None and rest.opens == "part" else bare.end()
        return Heading(bare.group(1) + bare.group(2), rest.kind if rest else None, end)
    if match is None or _no_letter(match, line):
        return None
    rest = _named(line, match.end())
    part = rest is not None and rest.opens == "part"
    return Heading(
        (match.group(1) + match.group(2)).upper(),
        rest.kind if rest is not None and part else None,
        rest.end if rest is not None and part else match.end(),
    )


def _no_letter(match: re.Match[str], line: str) -> bool:
    """'L1' is a level, 'T.C. 12' a cap, 'm: 60 kg' a standard, 'x' a sign, 'm1 8 squats' a minute."""
    letter, number = match.group(1).lower(), match.group(2)
    sign = match.group(0).rstrip()
    if (letter > LAST_LETTER and letter != "v") or (letter in "lx" and number) or _CAP.match(line):
        return True
    if letter in "mfwx" and sign.endswith(":") and re.match(r"\s*\d", line[match.end() :]):
        return True
    if sign.strip("*_# ").lower() in ("x", "m"):
        return True
    return match.end() == len(line) and not number and len(sign.strip()) == 2 and sign.strip()[-1] == "-"


def letters_head_parts(lines: Iterable[str]) -> bool:
    """Whether lines starting with a bare capital letter ('A Back squat', 'B1 rows') head the parts of a text:
    two that follow one another do."""
    seen = [(ord(found.group(1)), found.group(2)) for found in map(BARE_LETTER.match, lines) if found]
    return any(b[0] - a[0] == 1 or (a[0] == b[0] and a[1] and b[1]) for a, b in itertools.pairwise(seen))


def kind_named(name: str) -> PartKind | None:
    """The kind of part that a canonical heading names."""
    return next((kind for kind in PART_KINDS if kind == name), None)
