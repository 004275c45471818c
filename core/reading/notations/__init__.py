"""Every notation a format can be written in, one file each: what it looks like, what it means, examples and
counter-examples (docs/reading.md is made of them). To add one, see CONTRIBUTING.md."""

from __future__ import annotations

import importlib
import pkgutil
from functools import lru_cache

from core.reading.notations.notation import Example, Notation

__all__ = ["Example", "Notation", "notations"]


@lru_cache(maxsize=1)
def notations() -> tuple[Notation, ...]:
    """Every entry of this package, in the order in which they are tried."""
    modules = (
        importlib.import_module(f"{__name__}.{found.name}") for found in pkgutil.iter_modules(__path__)
    )
    entries = [module.NOTATION for module in modules if hasattr(module, "NOTATION")]
    return tuple(sorted(entries, key=lambda one: (one.rank, one.name)))
