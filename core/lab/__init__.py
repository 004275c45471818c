"""The position lab: a shape, a body and its ranges -> where it stops, why, what would free it, and the
figure to draw."""

from core.lab.answer import LabAnswer, ask_lab
from core.lab.asked import LabAsk, LabRefused

__all__ = ["LabAnswer", "LabAsk", "LabRefused", "ask_lab"]
