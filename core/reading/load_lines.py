"""'Weights: wall ball 9/6 kg, deadlift 80/55 kg' beside a list: loads said once, by name or by what is
held."""

from __future__ import annotations

import re

from core.reading.kit_words import IMPLEMENT_WORDS
from core.reading.plain_words import plain_words
from core.reading.prose import label_of_loads
from core.reading.rows import Row
from core.reading.state import Reading

_FOR_ALL = re.compile(
    r"\b(?P<kit>dumbbells?|dbs?|kettlebells?|kbs?|barbell|bar|plate)\s*[:,(]?\s*(?:of\s+|at\s+|@\s*)?"
    r"(?P<loads>(?:2\s*x\s*)?\d[\d.,]*(?:\s*/\s*\d[\d.,]*)?\s*(?:kgs?|lbs?)?)\)?\s+f"
    r"or\s+(?:everything|all(?:\s+of\s+it)?|the\s+whole)\b",
    re.IGNORECASE,
)  # "one pair of dumbbells 22.5/15 kg for everything"


class LoadLines:
    """Gives them to the lines of one text that have none."""

    def __init__(self, reading: Reading):
        self.reading = reading

    def read(self, row: Row, start: int, stop: int) -> None:
        """Read a stretch of a row that its label says is about loads; what it says stays a note too."""
        if (said := _FOR_ALL.search(row.text, start, stop)) is not None:
            read = self.reading.line(row, said.start("loads"), said.end("loads"), of_division=True)
            for _, chunk in self.reading.splitter.chunks(read):
                self.reading.divisions.as_load(chunk)
                chunk.draft.kit = _kit_of(said["kit"])
                self.reading.attacher.loads.load_of_list([chunk])
            return
        label = label_of_loads(row.text[start:stop])
        if label is None:
            return
        kit = _kit_of(label[0])
        read = self.reading.line(row, start + label[1], stop, of_division=True)
        for _, chunk in self.reading.splitter.chunks(read):
            self.reading.divisions.as_load(chunk)
            if chunk.draft.percents and not chunk.named:
                self.reading.attacher.loads.percent_of_the_lifts(chunk.draft)
            if not chunk.draft.loads:
                continue
            if chunk.named:
                self.reading.divisions.give_load(chunk.draft, chunk.draft.movement)
            else:
                chunk.draft.kit = chunk.draft.kit or kit
                self.reading.attacher.loads.load_of_list([chunk])


def _kit_of(label: str) -> str:
    """'Dumbbell weight': what the loads of a line are of."""
    return next((IMPLEMENT_WORDS[word] for word in plain_words(label) if word in IMPLEMENT_WORDS), "")
