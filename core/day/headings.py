"""Lines of an event sheet that are no work: which event begins, and labels such as standards or tie-break."""

from __future__ import annotations

import re
from typing import Literal, NamedTuple

Label = Literal["standards", "floor", "tie_break", "kit", "notes", "venue", "venue-kit"]

NUMBER_WORDS = {
    word: str(number)
    for number, word in enumerate(
        ("one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"), 1
    )
}
ROMAN = {
    word: str(number) for number, word in enumerate(("i", "ii", "iii", "iv", "v", "vi", "vii", "viii"), 1)
}
FINAL = "final"
LONGEST_NAME = 60
MOST_WORDS = 8  # of an event's name; more is a sentence
_DECORATION = re.compile(r"^[\s#*_>•·\-–—=]+|[\s*_#=]+$")
_NUMBER = rf"(?P<number>\d{{1,2}}|{'|'.join(NUMBER_WORDS)}|(?-i:{'|'.join(name.upper() for name in ROMAN)}))"
_EVENT = re.compile(
    rf"^(?:(?:event|workout|test|score|wod|épreuve|prueba|ereignis|wettkampf)\s*(?:no\.?|nr\.?|#)?\s*{_NUMBER}"
    r"(?P<piece>[a-d])?|(?-i:[EW])(?P<short>\d{1,2})(?P<short_piece>[a-d])?)(?=$|[\s:.,|)\]\-–—\"“(*_])(?!:\d\d)"
    r"(?P<rest>.*)$",
    re.IGNORECASE,
)
_FINAL = re.compile(r"^(?:the\s+)?(?:grand\s+)?finale?\b(?!s)(?P<rest>.*)$", re.IGNORECASE)
_SENTENCE = re.compile(r"^\s*(?:and|is|are|will|has|for|to|or|&)\b", re.IGNORECASE)
_SEPARATORS = re.compile(r"\s*[|,]\s*|\s+[-–—]\s+|\s*[:;]\s+|[()\[\]]|^\s*[:.\-–—]\s*")
_TEAM = re.compile(
    r"^(?:in\s+)?(?:(?P<pairs>pairs?|partners?|duos?|teams?\s+of\s+(?:2|two))"
    r"|teams?\s+of\s+(?P<team>\d|three|four|five|six)|trios?)$",
    re.IGNORECASE,
)
_WHEN = re.compile(
    r"^(?:(?:mon|tue|wed|thu|fri|sat|sun)[a-z]*\.?\s*)?(?:\d{1,2}[:.h]\d{2}\s*(?:am|pm)?|\d{1,2}\s*(?:am|pm))?$",
    re.IGNORECASE,
)
_CAP = re.compile(r"\b(?:time\s+)?cap\b|\bt\.?c\.?\b", re.IGNORECASE)

_LABELS: tuple[tuple[Label, str], ...] = (
    (
        "venue-kit",
        r"venue\s+kit|kit\s+at\s+the\s+venue|warm-?\s?up\s+kit|kit\s+in\s+the\s+warm-?\s?up(?:\s+area)?",
    ),
    ("venue", r"venue|warm-?\s?up\s+area|warm-?\s?up(?:\s+space)?|warming\s+up"),
    (
        "standards",
        r"(?:movement|rep|judging)?\s*standards?|stds?|no[\s-]?reps?|(?:a\s+)?reps?\s+counts?(?:\s+when)?"
        r"|points\s+of\s+performance",
    ),
    ("floor", r"floor\s?-?plan|floor|field(?:\s+of\s+play)?|lay-?out|lanes?|set-?up|flow"),
    ("tie_break", r"tie\s?-?break(?:er)?s?|tb"),
    ("kit", r"equipment|kit|gear|implements"),
    ("notes", r"notes?|remarks?|scor(?:e|ing|ed\s+by)|good\s+to\s+know|rules?"),
)
_LABEL = re.compile(
    "|".join(rf"(?P<{name.replace('-', '_')}>{words})" for name, words in _LABELS), re.IGNORECASE
)
_AFTER = re.compile(r"\s*(?:[:：]|\s[-–—]|[-–—]\s|\.$)\s*|\s*$")


class EventHeading(NamedTuple):
    """The start of an event. piece: the letter of a part of it. extras: what the heading says for the work,
    such as a cap; when: a day or a clock time, as written."""

    number: str
    piece: str
    name: str
    team: int
    extras: tuple[str, ...]
    when: str


class Labelled(NamedTuple):
    """A label, and what stands behind it on its line."""

    label: Label
    rest: str


def plain_line(line: str) -> str:
    """A line without what decorates it."""
    return _DECORATION.sub("", line)


def event_heading(line: str) -> EventHeading | None:
    """The event that a line begins, None for any other line."""
    bare = plain_line(line)
    found = _EVENT.match(bare) or _FINAL.match(bare)
    if found is None or _SENTENCE.match(found["rest"]) or found["rest"].rstrip().endswith("."):
        return None
    name, team, extras, when = _rest(found["rest"])
    if len(name) > LONGEST_NAME or len(name.split()) > MOST_WORDS:
        return None
    return EventHeading(*_numbered(found), name, team, extras, when)


def _numbered(found: re.Match[str]) -> tuple[str, str]:
    groups = found.groupdict()
    if "number" not in groups:
        return FINAL, ""
    word = (groups["number"] or groups["short"]).lower()
    number = NUMBER_WORDS.get(word) or ROMAN.get(word) or str(int(word))
    return number, (groups["piece"] or groups["short_piece"] or "").lower()


def _rest(rest: str) -> tuple[str, int, tuple[str, ...], str]:
    """Name, team, what is said for the work, and when, of what stands behind an event's number."""
    names: list[str] = []
    extras: list[str] = []
    team, when = 1, ""
    for piece in filter(None, (piece.strip(" \"“”'*_") for piece in _SEPARATORS.split(rest) if piece)):
        shared = _TEAM.match(piece)
        if shared:
            team = team_of(shared)
        elif _WHEN.match(piece):
            when = piece
        elif _CAP.search(piece):
            extras.append(piece)
        else:
            names.append(piece)
    return " ".join(names), team, tuple(extras), when


def team_of(found: re.Match[str]) -> int:
    """How many share the work."""
    word = found["team"]
    if found["pairs"]:
        return 2
    return int(NUMBER_WORDS.get(word.lower(), word)) if word else 3


def label_of(line: str) -> Labelled | None:
    """The label that a line begins with, None for any other line."""
    bare = plain_line(line)
    found = _LABEL.match(bare)
    if found is None:
        return None
    after = _AFTER.match(bare, found.end())
    if after is None:
        return None
    label = next(name for name, _ in _LABELS if found[name.replace("-", "_")])
    return Labelled(label, bare[after.end() :].strip())
