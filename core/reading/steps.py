"""A lift's sets with a load each, in any of the usual spellings and with any sign between:
'5 @ 65 % / 3 @ 75 %', '65% x 5 - 75% x 3', '3 (50 %) 3 (60 %)' become one phrase."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass, replace

from core.reading.phrases import Phrase
from core.reading.units import LOAD_UNITS, TIMES

_SIGN = re.compile(r" [/–—-] ")
LEAST_STEPS = 2
LEAST_BARE = 30.0  # a bare number behind '@' from here on is a load; common practice
MOST_REPS = 30
MOST_OF_A_WAVE = 6  # repetitions at a load of "60/3"; more would be a second standard
LEAST_TIMES = 8  # that a load is of its repetitions there
MOST_SETS = 15
BRACKET = 3  # phrases of "(percent)"
_BETWEEN = ("comma", "slash", "plus", "dash", "then", "bar", "and")

# the spellings of one step, by the kinds of its phrases: r repetitions, n sets, S sets x repetitions, W
# repetitions x sets ("80% x 1 x 3"), p a load with its unit, b a bare load, t a load so many times; longer
# spellings first
SPELLINGS: tuple[tuple[str, ...], ...] = (
    ("r", "reps", "plus", "at", "p"),
    ("r", "at", "p", "x", "n"),
    ("r", "reps", "at", "p"),
    ("r", "plus", "at", "p"),
    ("r", "at", "p"),
    ("S", "at", "p"),
    ("r", "open", "p", "close"),
    ("p", "open", "r", "close"),
    ("p", "x", "r", "plus"),
    ("p", "x", "W"),
    ("p", "x", "r"),
    ("p", "for", "r"),
    ("p", "colon", "r"),
    ("p", "slash", "r"),
    ("p", "r", "reps"),
    ("p", "S"),
    ("r", "at", "b"),
    ("S", "at", "b"),
    ("t",),
)


@dataclass(frozen=True, slots=True)
class Step:
    """So many sets of so many repetitions at a load ('' where it has no unit); how many phrases say it."""

    sets: int
    reps: int
    load: float
    unit: str
    phrases: int


def join_steps(phrases: Sequence[Phrase], line: str) -> list[Phrase]:
    """Every run of two or more steps as one phrase of kind 'steps', whose values are sets, repetitions and
    load of each in turn."""
    phrases = _loads_over_reps(phrases, line)
    if sum(phrase.unit in LOAD_UNITS or phrase.kind == "at" for phrase in phrases) < LEAST_STEPS:
        return list(phrases)
    joined: list[Phrase] = []
    whole, phrases = phrases, _parted(phrases, line)
    at = 0
    told = False
    while at < len(phrases):
        steps, end = _run(phrases, at)
        told |= len(steps) >= LEAST_STEPS
        if len(steps) < LEAST_STEPS:
            joined.append(phrases[at])
            at += 1
            continue
        column, stop = phrases[at].column, phrases[end - 1].end
        values = tuple(value for step in steps for value in (float(step.sets), float(step.reps), step.load))
        unit = next((step.unit for step in steps if step.unit), "")
        if not unit and (said := _unit_behind(phrases, end)):
            unit, end = "percent", said
            stop = phrases[end - 1].end
        joined.append(Phrase("steps", line[column:stop], column, stop, values, unit))
        at = end
    return joined if told else list(whole)


def _unit_behind(phrases: Sequence[Phrase], at: int) -> int:
    """Where '(percent)', said once behind all of them, ends; 0 where it is not."""
    bracket = phrases[at : at + 3]
    said = [one.kind for one in bracket[::2]] == ["open", "close"] and len(bracket) == BRACKET
    word = bracket[1].text.lower().strip(" .") if said else ""
    return at + BRACKET if word in ("percent", "per cent", "%", "in percent", "all percent") else 0


def _loads_over_reps(phrases: Sequence[Phrase], line: str) -> Sequence[Phrase]:
    """'60/3 65/3 70/1' in a row: loads and the repetitions at each, where no two could be standards."""
    run = [at for at, one in enumerate(phrases) if _is_load_over_reps(one)]
    if len(run) < LEAST_STEPS or run[-1] - run[0] != _apart(phrases, run):
        return phrases
    joined = [*phrases[: run[0]]]
    values = tuple(value for at in run for value in (1.0, phrases[at].values[1], phrases[at].values[0]))
    column, stop = phrases[run[0]].column, phrases[run[-1]].end
    joined.append(Phrase("steps", line[column:stop], column, stop, values))
    return [*joined, *phrases[run[-1] + 1 :]]


def _apart(phrases: Sequence[Phrase], run: Sequence[int]) -> int:
    """How far the last of a run stands from its first, when only signs stand between them."""
    between = phrases[run[0] : run[-1] + 1]
    signs = sum(one.kind in _BETWEEN for one in between)
    return len(run) - 1 + signs


def _is_load_over_reps(phrase: Phrase) -> bool:
    if phrase.kind != "count" or len(phrase.values) != 2:
        return False
    load, reps = phrase.values
    return load >= LEAST_BARE and 1 <= reps <= MOST_OF_A_WAVE and load >= LEAST_TIMES * reps


def _parted(phrases: Sequence[Phrase], line: str) -> list[Phrase]:
    """'65% x 5 / 75% x 3': where two steps meet, '5 / 75%' is no pair of standards."""
    parted: list[Phrase] = []
    for at, phrase in enumerate(phrases):
        before = phrases[at - 1].kind if at else ""
        after = phrases[at + 1].kind if at + 1 < len(phrases) else ""
        found = _SIGN.search(line, phrase.column, phrase.end)
        sign = found.start() if found else -1
        meets = before in ("x", "colon", "slash", "at", "words") and after in (
            "x",
            "colon",
            "slash",
            "at",
            "words",
            "sets",
        )
        if (
            sign < 0
            or len(phrase.values) != 2
            or not meets
            or phrase.kind not in ("count", "measure", "scheme")
        ):
            parted.append(phrase)
            continue
        first, second = phrase.values
        column = sign + 3
        parted += [
            Phrase("count", line[phrase.column : sign], phrase.column, sign, (first,)),
            Phrase("slash", line[sign + 1], sign + 1, sign + 2),
            replace(
                phrase,
                kind="measure" if phrase.unit else "count",
                text=line[column : phrase.end],
                column=column,
                values=(second,),
                pair=False,
                form="",
            ),
        ]
    return parted


def _run(phrases: Sequence[Phrase], at: int) -> tuple[list[Step], int]:
    """The steps that begin at a phrase, all in one unit, which the last may say for all; and where they
    end."""
    steps: list[Step] = []
    end = at
    while (step := _step(phrases, at)) is not None and (not steps or steps[-1].unit in ("", step.unit)):
        steps.append(step)
        at = end = at + step.phrases
        while at < len(phrases) and phrases[at].kind in _BETWEEN:
            at += 1
    return steps, end


def _step(phrases: Sequence[Phrase], at: int) -> Step | None:
    for spelling in SPELLINGS:
        said = phrases[at : at + len(spelling)]
        if len(said) == len(spelling) and all(map(_plays, said, spelling)):
            return _said(said, spelling)
    return None


def _plays(phrase: Phrase, role: str) -> bool:
    """Whether a phrase can play a role of a spelling."""
    if role == "r":
        return phrase.kind == "count" and not phrase.pair and 1 <= phrase.values[0] <= MOST_REPS
    if role == "n":
        return phrase.kind == "count" and not phrase.pair and 1 <= phrase.values[0] <= MOST_SETS
    if role in ("S", "W"):
        return phrase.kind == "sets" and not phrase.pair and not phrase.form and phrase.times <= MOST_SETS
    if role in ("p", "t"):
        weighs = phrase.unit in LOAD_UNITS and len(phrase.values) == 1
        return weighs and (TIMES.match(phrase.text) is not None) == (role == "t")
    if role == "b":
        return phrase.kind == "count" and not phrase.pair and phrase.values[0] >= LEAST_BARE
    if role == "for":
        return phrase.kind == "words" and phrase.text.lower() == "for"
    return phrase.kind == role


def _said(phrases: Sequence[Phrase], spelling: Sequence[str]) -> Step:
    by_role = dict(zip(spelling, phrases, strict=True))
    weight = next(by_role[role] for role in ("p", "b", "t") if role in by_role)
    if "S" in by_role:
        sets, reps = by_role["S"].times, int(by_role["S"].values[0])
    elif "W" in by_role:
        sets, reps = int(by_role["W"].values[0]), by_role["W"].times
    elif "n" in by_role:
        sets, reps = int(by_role["n"].values[0]), int(by_role["r"].values[0])
    else:
        sets, reps = 1, weight.times if "t" in by_role else int(by_role["r"].values[0])
    return Step(sets, reps, weight.values[0], weight.unit, len(phrases))
