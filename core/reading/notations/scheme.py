"""A list of repetitions that leads: '21-15-9', '10-9-8-...-1'."""

from __future__ import annotations

from core.reading.notations.notation import Example, Notation
from core.reading.scan import Scan
from core.reading.spreading import only_fillers
from core.reading.tokens import expand_ladder, whole_ladder
from core.reading.workout import Format

_ANOTHER_MEANING = ("sets", "build", "tempo", "measure", "rm", "max")


def read(scan: Scan) -> Format | None:
    """Such a list on a line of its own, or leading a line ('21-15-9 reps of')."""
    at = scan.at("scheme", "ladder", "span")
    if at is None or scan.has(*_ANOTHER_MEANING) or scan.kind(at - 1) == "rest":
        return None  # "3 sets, rest 2-3"
    says_how = scan.line.followed and not scan.line.named
    if any(
        scan.phrases[one].kind == "words"
        and not scan.is_filler(one)
        and not (says_how and only_fillers(scan.phrases[one].text))
        for one in scan.free
    ):
        return None
    phrase = scan.phrases[at]
    if phrase.kind == "span" and scan.at("reps") is not None:
        return None
    scan.used.add(at)
    if (word := scan.at("ladder-word")) is not None:
        scan.used.add(word)
    if phrase.kind == "scheme":
        return Format(scheme=whole_ladder(tuple(int(value) for value in phrase.values)))
    scheme, step = expand_ladder(phrase)
    return Format(scheme=scheme, ladder_step=step)


NOTATION = Notation(
    name="a list of repetitions",
    meaning="one round for every number, with that many of each movement",
    keys=frozenset(("scheme", "ladder", "span")),
    read=read,
    rank=70,
    examples=(
        Example("21-15-9", Format(scheme=(21, 15, 9))),
        Example("Ladder: 2-4-6-8-10", Format(scheme=(2, 4, 6, 8, 10))),
        Example("3-6-9-12...", Format(scheme=(3, 6, 9, 12), ladder_step=3)),
    ),
    counter_examples=("5-8 pull-ups", "Deadlift 5-5-3"),
)
