"""Imported once by the parent of helper processes, so that each of them starts warm: the catalog, the
grammar and the postures of an average body in the usual positions."""

from core.documents.bench import bench_document
from core.session import SessionAsk

BOARD = """A) Clean and jerk 5 x 2 @ 75 %

B) 3 rounds for time
12 overhead squats 40/27.5 kg
9 chest-to-bar pull-ups
15 wall balls
6 handstand push-ups
20 walking lunges
400 m run
"""

bench_document(SessionAsk(text=BOARD, minutes=12, method="general-to-specific"))
