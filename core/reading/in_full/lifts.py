"""The sets of one lift with its load, in full: 'RDL / 5 sets x 3 reps / 75 %', '5S x 3R', 'load: 80 kg'."""

from __future__ import annotations

import re

from core.reading.in_full.complexes import LIFT
from core.reading.in_full.cuts import Cuts

_SETS = (
    r"\d{1,2}\s*(?:[x×*]\s*\d|(?:[^\W\d]+\s+)?sets?\b|by\s+\d)|\d{1,2}(?:\s?-\s?\d{1,2}){2,}|sets?\s*:\s*\d"
)
_IN_STROKES = re.compile(
    rf"^\W*(?P<name>[^\W\d][^/|,:;()\d]{{2,40}}?)(?P<first>\s[/|]\s)(?:{_SETS})[^/|\n]{{0,30}}?"
    r"(?P<second>\s[/|]\s)(?=[^/|\d]{0,24}\d{1,3}(?:[.,]\d)?(?:\s?[-–/]\s?\d{1,3})?\s?(?:%|kgs?\b|lbs?\b))",
    re.IGNORECASE,
)


def _in_strokes(text: str) -> Cuts:
    """'RDL / 5 sets x 3 reps / 75 %', 'RDL | 5x3 | 80 kg': one lift, its sets and its load."""
    said = _IN_STROKES.match(text) if "/" in text or text.count("|") == 2 else None  # more are cells
    if said is not None:
        yield *said.span("first"), ": "
        yield *said.span("second"), " @ " if "@" not in text[said.end("second") :][:24] else " "


_LETTERS = re.compile(r"(?<![\w.])(?P<sets>\d{1,2})\s?S\s?[x×]\s?(?P<reps>\d{1,2})\s?R(?!\w)")


def _letters(text: str) -> Cuts:
    """'5S x 3R': sets and repetitions."""
    for said in _LETTERS.finditer(text) if "R" in text else ():
        yield *said.span(), f"{said['sets']} sets x {said['reps']} reps"


_LABELLED = re.compile(
    r"(?<=[\dRrs%)\w])(?P<said>(?:\s{0,3}[,;–|-])?\s{1,3}\(?(?:load|weight|weights|wt|intensity)\s*[:=]?\s+(?:at\s+)?"
    r"(?P<load>\d{2,3}(?:[.,]\d)?(?:\s?[/–-]\s?\d{2,3}(?:[.,]\d)?)?\s?(?:kgs?\b|lbs?\b|%)))",
    re.IGNORECASE,
)
_ALL_AT = re.compile(
    r"(?<=[\dRrsh])(?:\s{0,3}[,;–-])?\s{1,3}(?P<said>(?:all|across|(?:all|every|each)\s+(?:five|sets?|of\s+them|working\s+sets?))\s+"
    r"(?P<load>(?:at|@|with)\s*\d{2,3}(?:[.,]\d)?(?:\s?/\s?\d{2,3})?\s?(?:kgs?\b|lbs?\b|%|$)))",
    re.IGNORECASE,
)


_CLIMBS = re.compile(  # below its sets
    r"^\W*(?P<said>(?:climb|build|work)(?:ing)?\s+(?:up\s+)?to\s+(?:about\s+)?(?P<load>\d{2}\s?%))\W*$",
    re.IGNORECASE,
)


def _labelled(text: str) -> Cuts:
    """'5x3 load: 80 kg', '5x3, all sets at 75 %': the load of all of them."""
    for said in _LABELLED.finditer(text):
        yield *said.span("said"), f" {'(' if '(' in said['said'] else ''}@ {said['load']}"
    for said in _ALL_AT.finditer(text):
        yield *said.span("said"), said["load"]
    if climbs := _CLIMBS.match(text):
        yield *climbs.span("said"), f"@ {climbs['load']}"


_SO_MANY = re.compile(
    r"(?<![\w.,/:-])(?P<n>[2-9]|1[0-2]|two|three|four|five|six)\s+(?:heavy\s+)?(?P<what>triples|doubles(?=\s*(?:$|[,(@;]"
    r"|(?:at|with|using|around|about|build|up|climb|start|across|rest|every|on\s+the)\b)))",
    re.IGNORECASE,
)


def _so_many(text: str) -> Cuts:
    """'5 triples around 75 %': sets of three."""
    for said in _SO_MANY.finditer(text) if "les" in text else ():
        yield *said.span(), f"{said['n']} sets of {3 if said['what'].lower() == 'triples' else 2}"


_SIGNS = re.compile(
    r"(?<=%)\s+(?P<of>of\s+(?:your\s+|the\s+)?max(?:imum)?)\b(?!\s+(?:hr|heart|effort))"
    r"|(?<![\w.,*])\d{1,2}(?P<star>\s?\*\s?)\d{1,2}(?![\w*])"
    r"|(?<=[\ds])(?P<stroke>\s/\s)(?=\d{1,3}(?::\d\d)?\s?(?:min(?:ute)?s?|s(?:ec)?|')?\s+rest\b)"
    r"|(?<=\d-\d)(?P<loads>\s*\((?:at\s+|@\s*)?\d{2,3}/\d{2,3}\))(?=\s*[,;–-])"
    r"|\bsets\s+(?:x|of)\s+\d{1,2}(?:\s+reps)?(?P<dash>\s+[-–]\s+)(?=(?:[4-9]\d|1\d\d)(?:[.,/]\d+)?\s?(?:kg|lb|%|/))"
    r"|(?<![\d,.])(?P<commas>\d{1,2}(?:,\d{1,2}){2,})(?=,\s)",
    re.IGNORECASE,
)
_PAIR = re.compile(r"\d+/\d+")
_INSTEAD = {"of": "1RM", "star": " x ", "stroke": ", ", "dash": " @ "}


def _signs(text: str) -> Cuts:
    """'75 % of max', '5*3', '5x3 / 2 min rest', '3,3,3, 80 kg': as they are usually written."""
    for said in _SIGNS.finditer(text):
        what = said.lastgroup or ""
        if what == "loads":
            yield *said.span(what), f" @ {_PAIR.search(said[what])[0]}"  # type: ignore[index]
        else:
            yield *said.span(what), _INSTEAD.get(what) or said[what].replace(",", "-")


_COMMAS = re.compile(
    rf"(?:^\W{{0,44}}|[;+/–-]\s|\bthen\s|:\s){LIFT}(?P<name>\s?,\s)(?=\d{{1,2}}\s?[x×]\s?\d{{1,2}}(?P<load>\s?,\s(?=\d{{2,3}}\s?%))?)",
    re.IGNORECASE,
)


_SEVERAL = re.compile(r";|\s(?:\+|//?)\s|\bthen\b|\s[–-]\s")


def _commas(text: str) -> Cuts:
    """'deadlift, 4 x 3, 80 %; front squat, 3 x 5, 70 %': the sets and the load of each."""
    for said in _COMMAS.finditer(text) if _SEVERAL.search(text) else ():
        yield *said.span("name"), " "
        if said["load"]:
            yield *said.span("load"), " @ "


_HELD = (
    r"(?:[^\W\d]+[\s-]){0,2}?(?:planks?|holds?|(?:l|wall|v)[\s-]sits?|hangs?|handstands?|bridges?|support)"
)
_HOLD_TIME = r"(?:\d{1,3}\s?(?:s(?:ec(?:ond)?s?)?\b|min(?:ute)?s?\b|\"|”)|\d?:\d\d\b)"
_TIMES_HELD = re.compile(
    rf"(?:^\W{{0,44}}|[,;+]\s|:\s)(?P<said>(?P<n>\d{{1,2}})\s?[x×]\s?(?P<what>{_HELD})\s{{0,2}}(?P<open>\()?(?P<t>{_HOLD_TIME})(?(open)\)))"
    r"(?=\s{0,2}(?:$|[,;+.]|/|per\b|each\b|a\sside))",
    re.IGNORECASE,
)
_COMMA_HELD = re.compile(
    rf"\b{_HELD}(?P<said>\s?,\s)(?=\d{{1,2}}\s(?:sets\sof|x)\s{_HOLD_TIME})", re.IGNORECASE
)
_BARE_SECONDS = re.compile(r"(?<=[x×]\s)(?P<said>:(?P<t>[1-5]\d))(?=\s[^\W\d])")
_ACCESSORY = (
    r"(?:[^\W\d]+[\s-]){0,2}?(?:thrusts?|raises?|curls?|rows?|extensions?|dips?|mornings?|rdls?"
    r"|(?:sit|pull|push|chin)[\s-]?ups?)"
)
_COMMA_SETS = re.compile(
    rf"(?:^\W{{0,44}}|[;,+/–-]\s|:\s)(?:{_ACCESSORY}|{LIFT})(?P<said>\s?,\s)(?=\d{{1,2}}\ssets\s(?:of|x)\s\d{{1,2}}(?![\d:]|\s?s))",
    re.IGNORECASE,
)
_GREETS = re.compile(r"\bgood\smornings?(?P<said>\s?,\s)(?=\d{1,2}\s?(?:sets\b|[x×]\s?\d))", re.IGNORECASE)


def _held(text: str) -> Cuts:
    """'3 x L-sit (45 s)', 'plank, 3 sets of 0:20': how long each is held; 'Good morning, 4 sets of 12'."""
    for said in _TIMES_HELD.finditer(text):
        yield *said.span("said"), f"{said['n']} x {said['t']} {said['what']}"
    for said in _BARE_SECONDS.finditer(text):
        yield *said.span("said"), f"{said['t']} s"
    for pattern in (_COMMA_HELD, _COMMA_SETS, _GREETS):
        for said in pattern.finditer(text):
            yield *said.span("said"), " "


WAYS = (_held, _commas, _signs, _so_many, _in_strokes, _letters, _labelled)
