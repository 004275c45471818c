"""Sets of one lift told in groups: '2x5, 2x3, 3x1', '3 sets of 8 @ 60 kg, then 2 sets of 5 @ 70 kg'."""

from __future__ import annotations

import re
from collections.abc import Sequence

from core.reading.in_full.cuts import Cuts

LEAST_LOAD = 40  # that sets on end climb from; repetitions that climb are fewer; common practice
MOST_SETS = 30  # of one lift in all
LEAST_OF_A_PAIR = 10  # kg of one of two dumbbells
_GROUP = (
    r"(?:(?:10|[1-9])\s?[x×]\s?\d{1,2}|(?:10|[1-9])\ssets?\sof\s\d{1,2})(?:\sreps)?(?![\d.:/-]|\s?(?:kgs?"
    r"|lbs?|%|m|s|min|sec|cals?)\b)"
)
_NUMBER = r"\d{1,3}(?:[.,]\d)?"
_LOAD = (
    rf"(?:\s?(?:@|at)\s?{_NUMBER}(?!/\d)(?:\s?(?:%|kgs?\b|lbs?\b))?|(?:\s?,\s"
    rf"|\s?\()(?:@\s?)?{_NUMBER}\s?(?:%|kgs?|lbs?)\)?)"
)
_SIGN = r"(?:\s?[,;+/|]\s?(?:and\s)?(?:then\s)?|\s(?:and\s)?then\s|\sand\s)"
_LISTED = re.compile(
    rf"(?<![\w.,/:-])(?P<said>(?P<first>{_GROUP})(?P<load>{_LOAD})?(?:{_SIGN}{_GROUP}{_LOAD}|{_SIGN}{_GROUP}){{1,5}})"
    rf"(?=\s*(?:$|[,;.(\[@]|at\s\d|rest\b))",
    re.IGNORECASE,
)
_ONE = re.compile(
    rf"(?P<sets>\d{{1,2}})\s?(?:[x×]|sets?\sof)\s?(?P<reps>\d{{1,2}})(?:\sreps)?(?P<load>{_LOAD})?",
    re.IGNORECASE,
)
_SHARED = re.compile(
    rf"\s?(?:@|at)\s?(?P<loads>{_NUMBER}(?:\s?[/,-]\s?{_NUMBER}){{1,5}})\s?(?P<unit>%|kgs?|lbs?)",
    re.IGNORECASE,
)
_SEVERAL = re.compile(r"[^\W\d]\s?[/+]\s?[^\W\d]")  # "bench press / row: 4 x 8 / 4 x 10"
_AMOUNT = re.compile(rf"{_NUMBER}(?:\s?(?:%|kgs?|lbs?))?", re.IGNORECASE)


def _in_groups(text: str) -> Cuts:
    """Every set by its number, or every group with its load behind a comma."""
    for said in (
        _LISTED.finditer(text) if any(sign in text for sign in "x×X") or "set" in text.lower() else ()
    ):
        groups = list(_ONE.finditer(said["said"]))
        if _SEVERAL.search(text, 0, said.start()) or _is_a_pair(groups) or _are_loads(groups):
            continue
        loads = [group["load"] for group in groups]
        shared = _SHARED.match(text, said.end())
        told = re.findall(_NUMBER, shared["loads"]) if shared is not None else []
        if all(loads):
            yield (
                *said.span("said"),
                _with_loads(groups, [one for load in loads for one in _AMOUNT.findall(load)]),
            )
        elif shared is not None and len(told) == len(groups) and not any(loads):
            unit = shared["unit"]
            yield said.start(), shared.end(), _with_loads(groups, [f"{one} {unit}" for one in told])
        elif not any(loads) and (listed := every_set(groups)):
            yield *said.span("said"), listed


def _are_loads(groups: Sequence[re.Match[str]]) -> bool:
    """'3 x 60, 3 x 65, 3 x 70': threes with more and more on the bar, and no sets of sixty."""
    said = [int(one["reps"]) for one in groups]
    return min(said) >= LEAST_LOAD and said == sorted(set(said)) and not any(one["load"] for one in groups)


def _is_a_pair(groups: Sequence[re.Match[str]]) -> bool:
    """'4 x 12, 2x20': sets, and two dumbbells."""
    first, last = groups[0], groups[-1]
    return (
        last["sets"] == "2"
        and int(last["reps"]) >= LEAST_OF_A_PAIR
        and int(last["reps"]) > int(first["reps"])
    )


def _with_loads(groups: Sequence[re.Match[str]], loads: Sequence[str]) -> str:
    return ", ".join(
        f"{one['sets']} x {one['reps']} @ {load}" for one, load in zip(groups, loads, strict=True)
    )


def every_set(groups: Sequence[re.Match[str]]) -> str:
    """'5-5-3-3-1' for 2 x 5, 2 x 3 and 1 x 1; nothing where they are too many for one lift."""
    sets = [one["reps"] for one in groups for _ in range(int(one["sets"]))]
    return "-".join(sets) if 1 < len(sets) <= MOST_SETS else ""


GROUP_ALONE = re.compile(
    r"[\s*•-]{0,4}(?P<sets>\d{1,2})\s?(?:[x×]|sets?\sof)\s?(?P<reps>\d{1,2})(?:\sreps)?[\s.,;]{0,2}",
    re.IGNORECASE,
)
WAYS = (_in_groups,)
