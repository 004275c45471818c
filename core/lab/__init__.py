"""The position lab: a shape, a body and its ranges -> where it stops, why, what would free it, and the figure to draw."""

from core.lab.answer import ask_lab
from core.lab.asked import FAMILIES, MOTIONS, OPENS_WITH, LabAsk, LabRefused

__all__ = ["FAMILIES", "MOTIONS", "OPENS_WITH", "LabAsk", "LabRefused", "ask_lab"]
