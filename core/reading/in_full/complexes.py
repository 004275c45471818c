"""Lifts done in a row, in full: '1 clean & 1 jerk', '5 rounds of the complex: ..'."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts

LIFT = (
    r"(?:[^\W\d]+\s{1,3}){0,2}?(?:snatch(?:es|s)?|cleans?|jerks?|press(?:es)?|squats?|deadlifts?|thrusters?"
    r"|pulls?|ohs|c&j|fs|pc)"
)
_AND = re.compile(
    rf"(?<![\w.,/:])[1-6]\s{{1,3}}{LIFT}(?P<sign>\s{{0,3}}(?:&|\band\b)\s{{0,3}})(?=[1-6]\s{{1,3}}{LIFT}\b)",
    re.IGNORECASE,
)


def _joined(text: str) -> Cuts:
    """'1 power clean & 1 jerk': one after the other, of one bar."""
    if "&" in text or " and " in text:
        for said in _AND.finditer(text):
            yield *said.span("sign"), " + "


_NAMED = re.compile(
    r"(?:^|(?<=[\s:]))(?P<said>(?P<n>[2-9]|1\d)\s{1,3}(?:(?:rounds|sets|reps)\s{1,3}(?:of|x)\s{1,3})?(?:the\s{1,3}|this\s{1,3}|that\s{1,3})?(?:(?:following|above|barbell|oly)\s{1,3})?complex(?:es)?)"
    r"(?=\s{0,3}(?:[:@(,-]|$|at\b|with\b|\d|build|climb|work))",
    re.IGNORECASE,
)
_TITLED = re.compile(
    rf"^\W{{0,44}}(?:[^\W\d]+:\s{{1,3}})?(?P<said>(?:barbell\s{{1,3}}|oly\s{{1,3}})?complex\s{{0,3}}[:,–-]?\s{{0,3}}(?=\d{{1,2}}\s?[x×]\s?\(?[1-6]\s{{1,3}}{LIFT}))",
    re.IGNORECASE,
)


def _complexes(text: str) -> Cuts:
    """'5 rounds of the complex: 1 clean + 1 jerk', '5 complexes @ 70 %': sets."""
    if "complex" not in text.lower():
        return
    for said in _NAMED.finditer(text):
        yield *said.span("said"), f"{said['n']} sets"
    if titled := _TITLED.match(text):
        yield *titled.span("said"), ""


_BEHIND_A_LIFT = re.compile(
    rf"^\W{{0,44}}(?!\W*(?:\d|amrap|emom|every|for\stime|warm))(?:[^\W\d]+:\s)?{LIFT}(?P<said>\s?:?\s?)(?=\([1-6]\s[^()+]{{3,30}}(?:\+\s?[1-6]?\s?[^()+]{{3,30}}){{1,4}}\))",
    re.IGNORECASE,
)


_COMPLEXES_OF = re.compile(
    rf"\b(?P<n>[2-9]|1\d)\s(?P<said>complexes\s?(?:of\s)?\((?P<list>{LIFT}(?:,\s{LIFT}){{1,5}})\))",
    re.IGNORECASE,
)


def _complexes_of(text: str) -> Cuts:
    """'5 complexes (power clean, front squat, push press)': one after the other."""
    for said in _COMPLEXES_OF.finditer(text) if "complexes" in text.lower() else ():
        yield *said.span("said"), f"x ({' + '.join('1 ' + one.strip() for one in said['list'].split(','))})"


def _called_by_a_lift(text: str) -> Cuts:
    """'Clean (1 power clean + 2 jerks), 5 sets': the lift only names what is in the brackets."""
    if said := _BEHIND_A_LIFT.match(text) if "(" in text else None:
        yield *said.span("said"), " complex "


WAYS = (_joined, _complexes_of, _called_by_a_lift, _complexes)
