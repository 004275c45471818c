"""What may stand beside any format: a cap, a rest, a team and how it shares, the rounds a coach expects."""

from __future__ import annotations

from dataclasses import replace

from core.reading.scan import Scan
from core.reading.workout import Format

TEAM_WORDS = {
    "two": 2,
    "pairs": 2,
    "partner": 2,
    "partners": 2,
    "pair": 2,
    "buddy": 2,
    "duo": 2,
    "three": 3,
    "trios": 3,
    "four": 4,
    "five": 5,
    "six": 6,
}
MOST_IN_TEAM = 12
TURNS = ("ygig", "igyg", "go", "altern", "one ")  # words of taking turns


def read_beside(scan: Scan, found: Format | None) -> Format | None:
    """A format with the cap, rest, team and expected rounds the line says; None when it says nothing of
    the kind."""
    base = found or Format()
    changed = found is not None
    if (at := scan.at("cap")) is not None:
        scan.used.add(at)
        base, changed = replace(base, cap_s=scan.time_near(at, bare_minutes=True)), True
    if (at := scan.at("rest")) is not None:
        scan.used.add(at)
        rest_s = scan.time_near(at, bare_minutes=False)
        if (between := scan.at("after-set")) is not None:
            scan.used.add(between)
        if rest_s is not None:
            base = replace(base, rest_s=rest_s)
        changed = True
    if (at := scan.at("team")) is not None:
        scan.used.add(at)
        base, changed = replace(base, team=_team_size(scan, at), share=base.share or "split"), True
    if (at := scan.at("share")) is not None:
        scan.used.add(at)
        alternate = any(word in scan.phrases[at].text.lower() for word in TURNS)
        base, changed = replace(base, share="alternate" if alternate else "split"), True
    if (at := scan.at("everyone")) is not None and not scan.line.named:
        scan.used.add(at)
        base, changed = replace(base, share="each"), True
    if base.share and base.rounds and (each := scan.at("each")) is not None:
        scan.used.add(each)  # "5 rounds each": everybody does all of them
        base = replace(base, share="")
    if (at := scan.at("expect")) is not None and (found is None or found.kind == "as-many-as-possible"):
        scan.used.add(at)
        values = scan.phrases[at].values
        low, high = int(values[0]), int(values[-1])
        base, changed = (
            replace(base, rounds=(low + high + 1) // 2, rounds_range=(low, high), estimated=True),
            True,
        )
    return base if changed else None


def _team_size(scan: Scan, at: int) -> int:
    phrase = scan.phrases[at]
    if phrase.values:
        return max(1, min(MOST_IN_TEAM, int(phrase.values[0])))
    return next((size for word, size in TEAM_WORDS.items() if word in phrase.text.lower()), 2)
