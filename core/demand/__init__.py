"""Workout + people -> what it asks of the joints, with every term that made each score."""

from core.demand.people import Person
from core.demand.profile import derive
from core.demand.scores import DemandProfile, DemandScore, Term
from core.testing import Measurement

__all__ = ["DemandProfile", "DemandScore", "Measurement", "Person", "Term", "derive"]
