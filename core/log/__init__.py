"""What weeks say: which joint they lean on, what keeps coming back, which drills are worn or never taken
out, and what a week could swap."""

from core.log.coming_back import Answered, ComesBack, comes_back
from core.log.drills import DrillUse, Given, drill_use
from core.log.joints import HARD, JOINTS, RUN_DAYS, Run, joint_loads, joint_of, runs_of
from core.log.swaps import Change, Lean, SessionLoad, lean_of, suggestions

__all__ = [
    "HARD",
    "JOINTS",
    "RUN_DAYS",
    "Answered",
    "Change",
    "ComesBack",
    "DrillUse",
    "Given",
    "Lean",
    "Run",
    "SessionLoad",
    "comes_back",
    "drill_use",
    "joint_loads",
    "joint_of",
    "lean_of",
    "runs_of",
    "suggestions",
]
