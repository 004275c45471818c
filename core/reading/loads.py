"""Which unit a load without one is in: the text's own system, as a whole."""

from __future__ import annotations

import re
from collections.abc import Iterable

EPLEY = 30.0  # repetitions that would double a load: 1RM = w (1 + r / 30); Epley, from memory
POUND_PLATES = frozenset(
    (
        45,
        53,
        55,
        65,
        70,
        75,
        85,
        95,
        105,
        115,
        125,
        135,
        145,
        155,
        165,
        175,
        185,
        195,
        205,
        225,
        245,
        255,
        275,
        285,
        295,
        305,
        315,
        335,
        365,
        405,
    )
)  # usual first standards in lb; common practice
POUND_PAIRS = frozenset(
    (
        (20, 14),
        (14, 10),
        (30, 20),
        (45, 35),
        (55, 35),
        (65, 45),
        (75, 55),
        (85, 55),
        (95, 65),
        (105, 70),
        (115, 75),
        (115, 80),
        (115, 85),
        (125, 85),
        (135, 95),
        (145, 100),
        (155, 105),
        (155, 110),
        (165, 115),
        (175, 120),
        (185, 125),
        (185, 130),
        (185, 135),
        (205, 140),
        (205, 145),
        (225, 155),
        (245, 165),
        (275, 185),
        (275, 195),
        (315, 205),
        (315, 215),
        (50, 35),
        (35, 25),
        (70, 53),
        (53, 35),
        (53, 44),
        (62, 44),
    )
)  # common practice
KILO_PAIRS = frozenset(
    (
        (9, 6),
        (6, 4),
        (24, 16),
        (32, 24),
        (20, 12),
        (20, 15),
        (15, 10),
        (16, 12),
        (22.5, 15),
        (30, 20),
        (35, 25),
        (40, 30),
        (40, 27.5),
        (42.5, 30),
        (43, 29),
        (43, 30),
        (50, 35),
        (52, 35),
        (60, 40),
        (60, 42.5),
        (60, 43),
        (61, 43),
        (70, 47.5),
        (70, 48),
        (70, 50),
        (80, 55),
        (83, 56),
        (84, 61),
        (55, 37.5),
        (55, 40),
        (65, 40),
        (65, 42.5),
        (75, 50),
        (75, 52.5),
        (85, 57.5),
        (85, 60),
        (85, 62.5),
        (95, 62.5),
        (90, 60),
        (90, 61),
        (93, 61),
        (93, 65),
        (100, 70),
        (102, 70),
        (110, 75),
        (120, 80),
        (125, 85),
        (140, 95),
        (140, 100),
    )
)  # common practice
_BALL = re.compile(r"ball|\bwbs?\b", re.IGNORECASE)
_KILOS = re.compile(r"(?<=[\d\s])(?:kgs?|kilos?|kilograms?)(?![a-z])", re.IGNORECASE)
_POUNDS = re.compile(r"(?<=[\d\s])(?:lbs?|pounds?)(?![a-z])|(?<=\d)#", re.IGNORECASE)
_PAIR = re.compile(
    r"(?<![\d:/.,])(\d{1,3}(?:[.,]\d)?)\s?/\s?(\d{1,3}(?:[.,]\d)?)"
    r"(?![\d:/%]|[ \t]?(?:\"|in|cm|cal|m\b|min|s\b|ft|%))",
    re.IGNORECASE,
)


def system_of(text: str) -> str:
    """'kg' or 'lb': the system of a whole text, by its units, else by its pairs of loads; '' where neither
    tells."""
    kilos, pounds = len(_KILOS.findall(text)), len(_POUNDS.findall(text))
    if kilos or pounds:
        return "kg" if kilos >= pounds else "lb"
    pairs = [(float(a.replace(",", ".")), float(b.replace(",", "."))) for a, b in _PAIR.findall(text)]
    balls = _BALL.search(text) is not None
    return _vote(pair for pair in pairs if balls or pair not in SURELY_POUNDS["ball"])


_LONE_LOAD = re.compile(
    r"(?<![\d/.,x])(?<![/x]\s)(?:(?:[4-9]\d|\d{3})(?:[.,]\d)?\s?(?:kgs?|kilos?)|(?:9"
    r"\d|\d{3})\s?(?:lbs?|pounds?))(?![a-z])",
    re.IGNORECASE,
)  # of a bar; what is held in a hand tells nothing of it
_AT = re.compile(
    r"@\s?(\d{2,3}(?:[.,]5)?)(?![\d/%]|[.,]\d|\s?(?:[/-]\s?\d|%|kg|lb|cm|in\b|rpe|pace|spm|rpm|s/m))",
    re.IGNORECASE,
)
LEAST_PERCENT, MOST_PERCENT = 50, 105  # of a bare number that is a percent; common practice


def only_percents(text: str) -> bool:
    """Whether a lone number behind '@' is a percent: where a text says percents and no load with a unit, or
    where all such numbers are usual percents and no lone load has a unit (what a whole class lifts is said
    in percents, or in pairs of loads)."""
    lone = [float(one.replace(",", ".")) for one in _AT.findall(text)]
    if max(lone, default=0) > MOST_PERCENT:
        return False  # "men 5x3 @ 140, women 5x3 @ 95"
    if "%" in text and not _KILOS.search(text) and not _POUNDS.search(text):
        return True
    usual = [LEAST_PERCENT <= one <= MOST_PERCENT for one in lone]
    whole = any(one.is_integer() for one in lone)  # "@ 87.5" alone is what the plates make
    return whole and all(usual) and not _LONE_LOAD.search(text)


def _vote(pairs: Iterable[tuple[float, float]]) -> str:
    votes = 0
    for pair in pairs:
        in_pounds, in_kilos = pair in POUND_PAIRS, pair in KILO_PAIRS
        votes += in_pounds - in_kilos
    if not votes:
        return ""
    return "lb" if votes > 0 else "kg"


LIGHTEST_BAR_LB = 33  # a bar of 15 kg
HAND_POUNDS = frozenset(
    (
        (50, 35),
        (35, 25),
        (45, 30),
        (40, 25),
        (55, 35),
        (25, 15),
        (70, 50),
        (53, 35),
        (70, 53),
        (35, 26),
        (62, 44),
        (60, 40),
    )
)
# a dumbbell or a bell; common practice
SURELY_POUNDS = {
    "hand": frozenset(((50, 35), (70, 53), (53, 35), (55, 35), (70, 50), (62, 44))),
    "ball": frozenset(((20, 14), (14, 10), (30, 20))),
}  # in any text: nobody's standard in kg; common practice
SURELY_KILOS = {
    "hand": frozenset(((32, 24), (24, 16), (16, 12), (28, 20), (20, 12))),
    "ball": frozenset(((9, 6), (6, 4), (9, 4))),
}  # in any text: nobody's standard in lb; common practice
HALF_A_KILO = 0.5  # no standard in lb ends so; common practice


def unit_of(values: tuple[float, ...], system: str = "", held: str = "") -> str:
    """kg or lb of loads written bare (``held``: of a "hand", of a "ball"): lb of what is held and only usual
    in lb; the text's system; else lb when every one is a standard usual in lb and the first is not one in
    kg."""
    if tuple(values[:2]) in SURELY_POUNDS.get(held, ()):
        return "lb"
    halves = len(values) > 1 and any(value % 1 == HALF_A_KILO for value in values)
    if halves or tuple(values[:2]) in SURELY_KILOS.get(held, ()):
        return "kg"
    if system:
        return system
    if held == "hand" and tuple(values[:2]) in HAND_POUNDS:
        return "lb"
    if not held and tuple(values) in KILO_PAIRS - POUND_PAIRS:
        return "kg"  # "85/60"
    usual = all(value in POUND_PLATES or value % 5 == 0 for value in values) and values[0] in POUND_PLATES
    if not held and min(values) < LIGHTEST_BAR_LB:
        return "kg"
    return "lb" if usual and (values[0] % 10 == 5 or values[0] == 53) else "kg"
