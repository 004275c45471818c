"""One session as a coach works on it: read, derived and planned with what was set; swaps, shared bars,
what is warm."""

from core.session.ask import SessionAsk
from core.session.shared import SharedBar, share_bar
from core.session.swaps import Alternative, alternatives
from core.session.worked import Earlier, Worked, earlier_of, work_out

__all__ = [
    "Alternative",
    "Earlier",
    "SessionAsk",
    "SharedBar",
    "Worked",
    "alternatives",
    "earlier_of",
    "share_bar",
    "work_out",
]
