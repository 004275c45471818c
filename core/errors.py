"""The one small family of errors the core raises; each says what came, what was expected and where."""

from __future__ import annotations

from typing import Final


class CoreError(Exception):
    """Base of every error the core raises on purpose. ``str(error)`` is fit to show a coach."""

    field: str = "text"  # the place in what was asked that is at fault


class Missing:
    """Stands for a field that did not come at all."""

    def __repr__(self) -> str:
        return "nothing"


MISSING: Final = Missing()


class CatalogError(CoreError):
    """A catalog row cannot be used. Names file, line where it is known, row, field, what came and what was
    expected."""

    def __init__(self, file: str, row: str, field: str, came: object, expected: str, line: int | None = None):
        self.file, self.row, self.field, self.line = file, row, field, line
        self.came, self.expected = came, expected
        place = f"{file}, line {line}" if line else file
        super().__init__(f"{place}, row '{row}', field '{field}': got {came!r}, expected {expected}")

    def at(self, line: int | None) -> CatalogError:
        """The same error with the line it stands on."""
        return CatalogError(self.file, self.row, self.field, self.came, self.expected, line)


class UnusableText(CoreError):
    """The text handed in is not a workout text at all (empty, binary, too long)."""


class UnusableFile(CoreError):
    """A member, class, kit or workout file that cannot be used."""


class Refused(CoreError):
    """Something asked for cannot be; ``field`` names the part of it at fault."""

    def __init__(self, field: str, message: str):
        self.field = field
        super().__init__(message)


class PlanRefused(Refused):
    """The plan asked for cannot be made; ``field`` names the setting at fault."""
