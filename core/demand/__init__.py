"""Workout + people -> what it asks of the joints, with every term that made each score."""

from core.demand.people import Measurement, Person
from core.demand.profile import derive
from core.demand.scores import DemandProfile, DemandScore, Term

__all__ = ["DemandProfile", "DemandScore", "Measurement", "Person", "Term", "derive"]
