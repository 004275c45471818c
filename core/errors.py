"""The one small family of errors the core raises; each says what came, what was expected and where."""


class CoreError(Exception):
    """Base of every error the core raises on purpose. ``str(error)`` is fit to show a coach."""


class CatalogError(CoreError):
    """A catalog row cannot be used. Names file, row, field, what came and what was expected."""

    def __init__(self, file: str, row: str, field: str, came: object, expected: str):
        self.file, self.row, self.field = file, row, field
        super().__init__(f"{file}, row '{row}', field '{field}': got {came!r}, expected {expected}")


class UnusableText(CoreError):
    """The text handed in is not a workout text at all (empty, binary, too long)."""


class UnusableFile(CoreError):
    """A member, class, kit or workout file that cannot be used."""


class PlanRefused(CoreError):
    """The plan asked for cannot be made; ``field`` names the setting at fault."""

    def __init__(self, field: str, message: str):
        self.field = field
        super().__init__(message)
