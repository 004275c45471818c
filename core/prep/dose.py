"""How much of a drill: sets, repetitions, holds, breaths or seconds, and the words a coach says for it."""

from __future__ import annotations

from dataclasses import dataclass

from core.catalog.rows import DoseOption


@dataclass(frozen=True, slots=True, kw_only=True)
class Dose:
    """How much of a drill. work_s: seconds of one go where the clock sets it; extra_side: the tighter side
    that gets a couple more."""

    sets: int = 1
    reps: int | None = None
    per_side: bool = False
    hold_s: int | None = None
    breaths: int | None = None
    extra_side: str | None = None
    work_s: int | None = None

    def words(self, seconds: int | None = None) -> str:
        """The dose as a coach says it. seconds: how long it takes, said where nothing else is counted."""
        amount = f"{self.work_s} s" if self.work_s else self._amount(seconds)
        if self.sets > 1:
            amount = f"{self.sets} x {amount}"
        if self.per_side:
            amount = f"{amount} a side"
        if self.extra_side and not self.work_s:
            amount = f"{amount}, 2 more on the {self.extra_side}"
        return amount

    def _amount(self, seconds: int | None) -> str:
        """What one set is."""
        counted = ""
        if self.reps:
            counted = f"{self.reps} reps"
        elif self.breaths:
            counted = f"{self.breaths} slow breaths"
        if self.hold_s:
            return f"{counted}, {self.hold_s} s each" if counted else f"{self.hold_s} s"
        if counted:
            return counted
        return f"steady, {minutes_words(seconds)}" if seconds else "steady"


def dose_of(option: DoseOption) -> Dose:
    """A dose as it is written in the catalog."""
    return Dose(
        sets=option.sets,
        reps=option.reps,
        per_side=option.per_side,
        hold_s=option.hold_s,
        breaths=option.breaths,
    )


def option_words(option: DoseOption) -> str:
    """A dose as it is written, with its minutes and seconds."""
    return f"{dose_of(option).words()}, {minutes_words(option.seconds)}"


def minutes_words(seconds: int) -> str:
    """125 -> '2:05'."""
    return f"{seconds // 60}:{seconds % 60:02}"
