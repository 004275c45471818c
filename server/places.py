"""Where an error came by, without what it carried."""

from __future__ import annotations

import traceback


def places_of(error: BaseException) -> tuple[str, ...]:
    """File, line and function, innermost last; never a value or a message, which may quote a board or a
    person."""
    return tuple(
        f"{frame.filename}:{frame.lineno} {frame.name}" for frame in traceback.extract_tb(error.__traceback__)
    )
