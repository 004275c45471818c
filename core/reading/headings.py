"""What opens a part, names a session or a division, or is a coach's note; and texts that stand in columns."""

from __future__ import annotations

import re
import unicodedata
from dataclasses import dataclass

from core.reading.names import Names, plain
from core.reading.tokens import Phrase, tokenize
from core.reading.workout import PART_KINDS, Division, PartKind

LETTER = re.compile(r"^\s*[*_#>\s]*(?:part\s+)?([A-Z])(\d)?\s*(?:[).:\]]|-(?=\s)|$)[*_\s]*", re.IGNORECASE)
NUMBERED_PART = re.compile(
    r"^\s*[*_#>\s]*(part(?=\s+#?\d)|block|piece|workout|wod|session|section)\s+#?(\d{1,2}|[A-H])\s*(?:[).:\]\-–—]|$)[*_\s]*",
    re.IGNORECASE,
)
NAMED = re.compile(
    r"^\s*[*_#>=\s]*(strength(?:\s*[/&+]\s*skill)?|weightlifting|lifting|olympic\s+lifting|skill(?:\s+work)?|skills?\s*[/&+]\s*strength|gymnastics(?:\s+(?:skills?|strength|work))?|practice|technique|conditioning|metcon|chipper|wod|workout(?:\s+of\s+the\s+day)?"
    r"|event(?:\s+#?\d+)?|accessory(?:\s+work)?|accessories|assistance|finisher|core(?:\s+work)?|engine|endurance|cardio|w\s?\/?\s?u|warm\s*-?\s*up|general\s+warm\s*-?\s*up|specific\s+warm\s*-?\s*up|mobility|activation|primer|cool\s*-?\s*down|stretch(?:ing)?|rest\s+day|active\s+recovery)"
    r"\s*(?:\(([^)]*)\)\s*)?(?:[\"“][^\"”]{1,60}[\"”]\s*)?[*_=]*\s*(?:[:.\]]|[-–—](?=\s|$)|\d{1,2}\s*(?:min(?:ute)?s?|')\s*$|$)[*_\s]*",
    re.IGNORECASE,
)
CANONICAL = re.compile(r"^#\s+(.+?)\s+\((strength|skill|conditioning|event|warm-up|cool-down)\)\s*$")
KIND_WORDS: tuple[tuple[str, PartKind], ...] = (
    ("warm", "warm-up"),
    ("wu", "warm-up"),
    ("w/u", "warm-up"),
    ("w u", "warm-up"),
    ("mobility", "warm-up"),
    ("activation", "warm-up"),
    ("primer", "warm-up"),
    ("cool", "cool-down"),
    ("stretch", "cool-down"),
    ("strength", "strength"),
    ("weightlifting", "strength"),
    ("lifting", "strength"),
    ("olympic", "strength"),
    ("accessor", "strength"),
    ("assist", "strength"),
    ("skill", "skill"),
    ("gymnastics", "skill"),
    ("practice", "skill"),
    ("technique", "skill"),
    ("event", "event"),
)
BULLET = re.compile(r"^\s*(?:[-*•·▪◦‣●○–—>✓✔☐]+(?=\s|\w)|\d{1,2}[.)](?=\s)|\[[ x]?\])\s*")
NUMBER_BULLET = re.compile(r"^\s*(?:[-*•]\s*)?(\d{1,2})[.)](?=\s)\s*")
NOTE_MARK = re.compile(
    r"^\s*(?://|>{1,2}\s|\*{1,2}\s*(?=note)|(?:coach(?:es|'s)?\s+)?notes?\s*[:\-]|(?:tip|cue|cues|goal|goals|aim|stimulus|intent|focus|reminder|score|scoring|scale\s+note|equipment|kit|flow|target|why|intensity|feel)\s*[:\-])",
    re.IGNORECASE,
)
NOTE_OPENERS = frozenset(
    """
    keep focus stay try think remember make use no don't dont do not if when you your we all break
    choose pick goal aim today's today this these that the it there for score compare record log write
    note please start go athletes athlete everyone partner coach coaches scale can should must repeat
    same add increase decrease move stop finish breathe leave take get set cash post enjoy have be let's
    lets welcome happy rest practice as
    """.split()
)
PROSE_WORDS = frozenset(
    """
    the your you is are be this that we it not don't dont should will today if so but can have make sure
    focus goal from before after during while until our they them because how what when where than then
    there their just only more less very too keep stay
    """.split()
)
DAY_WORDS = frozenset(
    """
    monday tuesday wednesday thursday friday saturday sunday
    mon tue tues wed thu thur thurs fri sat sun
    """.split()
)
TITLE_OPENERS = frozenset("week day session phase block cycle test".split()) | DAY_WORDS
COLUMN_GAP = re.compile(r"\s*\|\s*|\t+|\s{3,}")
DIVISION_IDS: tuple[tuple[str, Division], ...] = (
    ("rx", "rx"),
    ("as presc", "rx"),
    ("scal", "scaled"),
    ("modif", "scaled"),
    ("sub", "scaled"),
    ("fitness", "scaled"),
    ("intermediate", "intermediate"),
    ("begin", "foundation"),
    ("novice", "foundation"),
    ("foundation", "foundation"),
    ("masters", "masters"),
    ("elite", "elite"),
    ("advanced", "elite"),
    ("performance", "rx"),
    ("compete", "elite"),
    ("teen", "teens"),
    ("adaptive", "adaptive"),
)


@dataclass(frozen=True)
class Heading:
    """A part's heading: its name, its kind when the words say one, and the column the rest of the line
    starts at."""

    name: str
    kind: PartKind | None
    end: int


QUOTED = re.compile(r"^\s*[*_#\s]*[\"“]([^\"”]{2,60})[\"”][*_\s:]*$")
WEEK_OF = re.compile(r"^\s*(?:week|wk)\s*\d{1,2}\s*[:\-–]\s*(?=\S)", re.IGNORECASE)


def without_symbols(line: str) -> str:
    """The line with emoji and other pictures as spaces, every column kept."""
    if line.isascii():
        return line
    return "".join(
        " "
        if unicodedata.category(letter) in ("So", "Sk", "Cn", "Cf", "Mn") and letter not in "×″′♂♀"
        else letter
        for letter in line
    )


def read_heading(line: str) -> Heading | None:
    """The heading a line starts with, or None."""
    if match := CANONICAL.match(line):
        return Heading(match.group(1), kind_named(match.group(2)), len(line))
    if match := NUMBERED_PART.match(line):
        rest = read_named(line, match.end())
        name = f"{match.group(1).capitalize()} {match.group(2).upper()}"
        return Heading(name, rest.kind if rest else None, rest.end if rest else match.end())
    if named := read_named(line, 0):
        return named
    match = LETTER.match(line)
    if match and match.group(1).lower() == "l" and match.group(2):
        return None  # a level, which is a division
    if not match or (
        match.group(1).lower() in "mfwx"
        and match.group(0).rstrip().endswith(":")
        and re.match(r"\s*\d", line[match.end() :])
    ):
        return None
    if match.group(0).strip().lower() in ("x", "m") or (
        match.end() == len(line)
        and len(match.group(0).strip()) == 2
        and not match.group(2)
        and match.group(0).strip()[-1] == "-"
    ):
        return None
    rest = read_named(line, match.end())
    return Heading(
        (match.group(1) + (match.group(2) or "")).upper(),
        rest.kind if rest else None,
        rest.end if rest else match.end(),
    )


def read_named(line: str, start: int) -> Heading | None:
    """'Strength:', 'Conditioning - ', 'Event 2' from a column on."""
    match = NAMED.match(line[start:])
    if not match:
        return None
    words = " ".join(match.group(1).split())
    return Heading(words[:1].upper() + words[1:].lower(), kind_of(words), start + match.end())


def kind_named(name: str) -> PartKind | None:
    """The kind of part that a canonical heading names."""
    return next((kind for kind in PART_KINDS if kind == name), None)


def kind_of(words: str) -> PartKind:
    """The kind of part a heading's words name; conditioning when they name none."""
    lowered = words.lower()
    return next((kind for start, kind in KIND_WORDS if lowered.startswith(start)), "conditioning")


def division_id(text: str) -> str:
    """'Rx', 'scaled to', 'L2', 'beginners' -> rx, scaled, level-2, foundation."""
    lowered = text.lower().strip()
    if match := re.fullmatch(r"(?:l|level|lvl)\s?([1-4])", lowered):
        return f"level-{match.group(1)}"
    return next((name for start, name in DIVISION_IDS if lowered.startswith(start)), "scaled")


def is_note(line: str, phrases: tuple[Phrase, ...], names: Names) -> bool:
    """Whether a line is a coach's note: marked as one, or a sentence that counts nothing."""
    if NOTE_MARK.match(line) or (phrases and phrases[0].kind == "note"):
        return True
    if _counts_first(phrases):
        return False
    words = re.findall(r"[a-z']+", line.lower().replace("’", "'"))
    if len(words) < 3:
        return False
    counted = any(
        phrase.kind
        in ("count", "measure", "sets", "scheme", "ladder", "clock", "sum", "every", "amrap", "interval")
        for phrase in phrases
    )
    sentence_like = sum(word in PROSE_WORDS for word in words)
    if words[0] in NOTE_OPENERS and re.match(r"\W*[a-z]", line.lower()):
        return (
            not (
                words[0]
                in ("rest", "for", "scale", "add", "partner", "set", "practice", "as", "repeat", "go", "cash")
                and (counted or sentence_like < 2)
            )
            and (sentence_like >= 1 or not counted)
            and not names.starts(" ".join(line.split()[:3]))
        )
    if counted:
        return sentence_like >= 3 and len(words) >= 7
    if sentence_like >= 2 and len(words) >= 4:
        return True
    return len(words) >= 4 and line.rstrip().endswith((".", "!", "?")) and sentence_like >= 1


def _counts_first(phrases: tuple[Phrase, ...]) -> bool:
    return bool(phrases) and phrases[0].kind in (
        "count",
        "measure",
        "sets",
        "scheme",
        "ladder",
        "clock",
        "every",
        "amrap",
        "interval",
    )


def may_be_title(phrases: tuple[Phrase, ...], names: Names) -> bool:
    """Whether a first line names the session: words that are no movement, no amounts (but 'Week 3')."""
    worded = [phrase for phrase in phrases if phrase.kind == "words"]
    if not worded or phrases[0].kind in ("count", "measure", "sets", "scheme"):
        return False
    opener = plain(worded[0].text).split()[:1]
    numbered = bool(opener) and opener[0] in TITLE_OPENERS
    barred = {
        "sets",
        "measure",
        "scheme",
        "clock",
        "every",
        "amrap",
        "rounds",
        "for-time",
        "build",
        "max",
        "rest",
        "cap",
        "division",
        "interval",
        "ladder",
        "rm",
        "quality",
        "station",
        "buy-in",
        "cash-out",
        "death-by",
        "percent",
        "team",
        "share",
        "tempo",
        "rpe",
    } | (set() if numbered else {"count"})
    if any(phrase.kind in barred for phrase in phrases):
        return False
    return not any(_names_something(names, phrase.text) for phrase in worded)


def _names_something(names: Names, text: str) -> bool:
    match = names.find(text)
    return match is not None and not match.left_over


def read_columns(line: str) -> list[tuple[str, int, int]] | None:
    """Divisions that head columns, with the start and end of each cell; None when the line is no such
    head."""
    cells = split_cells(line)
    if len(cells) < 2:
        return None
    found = []
    for start, end in cells:
        phrases = tokenize(line[start:end])
        if (
            not phrases
            or phrases[0].kind != "division"
            or any(phrase.kind not in ("division", "colon", "dash", "open", "close") for phrase in phrases)
        ):
            return None
        found.append((division_id(phrases[0].text), start, end))
    return found


def split_cells(line: str) -> list[tuple[int, int]]:
    """Start and end of every cell of a line set in columns (bars, tabs or wide gaps)."""
    cells, start = [], 0
    for gap in COLUMN_GAP.finditer(line):
        if line[start : gap.start()].strip():
            cells.append((start, gap.start()))
        start = gap.end()
    if line[start:].strip():
        cells.append((start, len(line)))
    return cells
