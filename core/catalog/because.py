"""Why a drill prepares a demand: how its style works, how far its own figure goes there, and what uses it."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterable

from core.body.pose import Limbs, Pose
from core.catalog.rows import Movement, Position

STRAIGHT_KNEE_DEG = 30.0
LEAST_SHOWN_DEG = 10.0  # of a joint in a figure, below which no number is said
STEP_DEG = 5  # figures are drawn no finer
SHOWN: dict[str, Callable[[Limbs], float]] = {  # motions that a side view shows, in degrees
    "ankle.dorsiflexion": lambda side: side.ankle,
    "ankle.plantarflexion": lambda side: -side.ankle,
    "knee.flexion": lambda side: side.knee,
    "hip.flexion": lambda side: side.hip,
    "hip.flexion-straight-knee": lambda side: side.hip if side.knee <= STRAIGHT_KNEE_DEG else 0.0,
    "hip.extension": lambda side: -side.hip,
    "shoulder.flexion": lambda side: side.shoulder,
    "shoulder.extension": lambda side: -side.shoulder,
    "elbow.flexion": lambda side: side.elbow,
    "wrist.extension": lambda side: side.wrist,
}


def furthest_deg(poses: Iterable[Pose], motion: str) -> int:
    """How far the figures of a drill go in a motion, to the nearest five degrees; 0 where they do not show
    it."""
    angle = SHOWN.get(motion)
    if angle is None:
        return 0
    sides = [side for pose in poses if pose.view == "side" for side in (pose.near, pose.far)]
    most = max(map(angle, sides), default=0.0)
    return round(most / STEP_DEG) * STEP_DEG if most >= LEAST_SHOWN_DEG else 0


def users_of(demand: str, positions: Iterable[Position], movements: Iterable[Movement]) -> tuple[str, ...]:
    """Names of the two positions that most movements pass through, of those that ask for a demand; of a
    pattern or snap the two movements that have most of it."""
    all_movements = list(movements)
    through = Counter(position for row in all_movements for position in row.positions)
    asking = [row for row in positions if demand in row.reaches or row.holds.get(demand)]
    if asking:
        asking.sort(key=lambda row: (-through[row.id], row.name))
        return tuple(row.name.lower() for row in asking[:2])
    shares = {row.name: max(row.patterns.get(demand, 0), row.snaps.get(demand, 0)) for row in all_movements}
    users = sorted((name for name, most in shares.items() if most), key=lambda name: (-shares[name], name))
    return tuple(name.lower() for name in users[:2])


def because(mechanism: str, degrees: int, users: Iterable[str]) -> str:
    """The reason in words: 'slow circles visit every edge of it, here to about 170 degrees; for ..'."""
    far = f", here to about {degrees} degrees" if degrees else ""
    asks = " and ".join(users)
    return f"{mechanism}{far}" + (f"; for {asks}" if asks else "")
