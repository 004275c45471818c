"""The amounts beside a movement's name: counts, sets, loads, distances, times, shares of a maximum, tempo,
sides. Each layer reads numbers of one role."""

from __future__ import annotations

from collections.abc import Callable

from core.reading.amounts.effort import Effort
from core.reading.tokens import Phrase

__all__ = ["Amounts"]


class Amounts(Effort):
    """The amounts of one chunk, read in order."""

    def read(self) -> None:
        for index in self.indices:
            if index not in self.line.taken:
                self._one(index)
        if (
            self.draft.estimated and self.draft.seconds
        ):  # "12 min to build to a heavy double": a window, not a hold
            self.draft.notes.append(f"within {self.draft.seconds // 60}:{self.draft.seconds % 60:02}")
            self.draft.seconds = None

    def _one(self, index: int) -> None:
        phrase = self.line.phrases[index]
        reader = READERS.get(phrase.kind)
        if reader:
            reader(self, index, phrase)


# the reader of each kind of phrase that can say an amount
READERS: dict[str, Callable[[Amounts, int, Phrase], None]] = {
    "words": Amounts._words,
    "unit": Amounts._unit,
    "count": Amounts._count,
    "sets": Amounts._sets,
    "sum": Amounts._sum,
    "scheme": Amounts._scheme,
    "span": Amounts._span,
    "ladder": Amounts._ladder,
    "max": Amounts._max,
    "amrap": Amounts._amrap,
    "measure": Amounts._measure,
    "clock": Amounts._clock,
    "rpe": Amounts._rpe,
    "rir": Amounts._rir,
    "rm": Amounts._rm,
    "build": Amounts._build,
    "tempo": Amounts._tempo,
    "bodyweight": Amounts._bodyweight,
    "per-side": Amounts._per_side,
    "each": Amounts._each,
    "sex": Amounts._sex,
    "synchro": Amounts._synchro,
    "after-set": Amounts._after_set,
    "share": Amounts._share,
    "everyone": Amounts._everyone,
    "pace": Amounts._pace,
}
