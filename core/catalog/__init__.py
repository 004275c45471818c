"""Movements, positions, drills, kit and methods: data files, and typed rows that are checked as they load."""

from core.catalog.load import Catalog, load_catalog

__all__ = ["Catalog", "load_catalog"]
