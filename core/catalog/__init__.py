"""Movements, positions, drills, kit and methods: data files, and typed rows that are checked as they load."""

from core.catalog import own  # it says how a catalog travels to another process
from core.catalog.load import load_catalog
from core.catalog.table import Catalog

__all__ = ["Catalog", "load_catalog", "own"]
