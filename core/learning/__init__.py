"""What a gym's own use teaches: how a position felt after a prep, and tests before and after one. Every
number follows from the answers and is worked out anew from them, so that what is put aside leaves no trace.
"""

from core.learning.felt import Answer, DidFor, FeltNeed, felt_needs
from core.learning.trials import Trial, TrialStands, trial_stands

__all__ = ["Answer", "DidFor", "FeltNeed", "Trial", "TrialStands", "felt_needs", "trial_stands"]
