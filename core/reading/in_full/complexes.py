"""Lifts done in a row, in full: '1 clean & 1 jerk', '5 rounds of the complex: ..', 'complex 5 x 1 clean + 1 jerk'."""

from __future__ import annotations

import re

from core.reading.in_full.cuts import Cuts

LIFT = r"(?:[^\W\d]+\s+){0,2}?(?:snatch(?:es|s)?|cleans?|jerks?|press(?:es)?|squats?|deadlifts?|thrusters?|pulls?|ohs|c&j|fs|pc)"
_AND = re.compile(
    rf"(?<![\w.,/:])[1-6]\s+{LIFT}(?P<sign>\s*(?:&|\band\b)\s*)(?=[1-6]\s+{LIFT}\b)", re.IGNORECASE
)


def _joined(text: str) -> Cuts:
    """'1 power clean & 1 jerk': one after the other, of one bar."""
    if "&" in text or " and " in text:
        for said in _AND.finditer(text):
            yield *said.span("sign"), " + "


_NAMED = re.compile(
    r"(?:^|(?<=[\s:]))(?P<said>(?P<n>[2-9]|1\d)\s+(?:(?:rounds|sets|reps)\s+(?:of|x)\s+)?(?:the\s+|this\s+|that\s+)?(?:(?:following|above|barbell|oly)\s+)?complex(?:es)?)"
    r"(?=\s*(?:[:@(,-]|$|at\b|with\b|\d|build|climb|work))",
    re.IGNORECASE,
)
_TITLED = re.compile(
    rf"^\W*(?:[^\W\d]+:\s+)?(?P<said>(?:barbell\s+|oly\s+)?complex\s*[:,–-]?\s*(?=\d{{1,2}}\s?[x×]\s?\(?[1-6]\s+{LIFT}))",
    re.IGNORECASE,
)


def _complexes(text: str) -> Cuts:
    """'5 rounds of the complex: 1 clean + 1 jerk', 'complex 5 x 1 clean + 1 jerk', '5 complexes @ 70 %': sets."""
    if "complex" not in text.lower():
        return
    for said in _NAMED.finditer(text):
        yield *said.span("said"), f"{said['n']} sets"
    if titled := _TITLED.match(text):
        yield *titled.span("said"), ""


WAYS = (_joined, _complexes)
