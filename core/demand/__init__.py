"""Workout + people -> what it asks of the joints, with every term that made each score."""

from core.demand.people import Measurement, Person
from core.demand.profile import DemandProfile, DemandScore, Term, derive

__all__ = ["DemandProfile", "DemandScore", "Measurement", "Person", "Term", "derive"]
