"""The same statements as core/posture, solved the plain way: every posture of a fine grid is built point by
point, its angles are measured between the points, and the lists are searched. It shares no formula with the
solver, only the constants that docs/model.md states.
"""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from core.posture.body import Body
from core.posture.shape import Shape

DEG = math.pi / 180
TOES = ("toe.extension", "ankle.dorsiflexion")
BAR = {"front": (0.055, 0.020), "back": (-0.045, 0.000), "goblet": (0.100, -0.060)}


@dataclass
class Found:
    """needs: joined motions -> degrees asked by every posture of the grid; possible: which of them can be
    stood in."""

    needs: dict[tuple[str, ...], np.ndarray]
    possible: np.ndarray

    def within(self, has: dict[str, float], slack: float = 0.0, but: str = "") -> np.ndarray:
        good = self.possible.copy()
        for motions, asked in self.needs.items():
            if but not in motions:
                good &= asked <= sum(has[one] for one in motions) + slack
        return good

    def holds(self, has: dict[str, float], slack: float = 0.0) -> bool:
        return bool(self.within(has, slack).any())

    def least(self, has: dict[str, float], motion: str) -> float:
        good = self.within(has, but=motion)
        if not good.any():
            return math.inf
        asked = np.full(good.shape, -1e9)
        for motions, degrees in self.needs.items():
            if motion in motions:
                asked = np.maximum(asked, degrees - sum(has[one] for one in motions if one != motion))
        return float(asked[good].min())


def away(angle: np.ndarray) -> np.ndarray:
    """A unit vector so many degrees ahead of straight up."""
    return np.stack([np.sin(angle * DEG), np.cos(angle * DEG)])


def angle(one: np.ndarray, other: np.ndarray) -> np.ndarray:
    """Degrees between two vectors."""
    dot = (one * other).sum(0) / np.linalg.norm(one, axis=0) / np.linalg.norm(other, axis=0)
    return np.degrees(np.arccos(np.clip(dot, -1, 1)))


def turned(one: np.ndarray, other: np.ndarray) -> np.ndarray:
    """Degrees from one vector clockwise to another, -180 to 180."""
    cross = one[1] * other[0] - one[0] * other[1]
    return np.degrees(np.arctan2(cross, (one * other).sum(0)))


def grid(*axes: np.ndarray) -> list[np.ndarray]:
    return [each.ravel() for each in np.meshgrid(*axes, indexing="ij")]


def steps(low: float, high: float, by: float) -> np.ndarray:
    return np.linspace(low, high, max(2, round((high - low) / by) + 1))


def joint(start: np.ndarray, end: np.ndarray, first: float, second: float, ahead: bool) -> np.ndarray:
    """The joint between two links from start to end, on the forward or the backward side; nan where they do
    not reach."""
    way = end - start
    far = np.linalg.norm(way, axis=0)
    along = (first**2 - second**2 + far**2) / (2 * far)
    with np.errstate(invalid="ignore"):
        out = np.sqrt(first**2 - along**2)
    side = np.stack([way[1], -way[0]]) / far * (1 if ahead else -1)
    return start + way / far * along + side * out


def _squat(shape: Shape, body: Body, by: float) -> Found:
    ankle, lean = grid(steps(0, 60, by), steps(-15, 88, by))
    tilt = math.degrees(math.asin(min(0.6, shape.heel_mm / 1000 / (body.foot * body.height_m))))
    cm = body.height_m * 100
    wide = 0.0
    if not shape.single_leg:
        wide = math.asin(min(0.85, max(0.0, (shape.stance_cm / 2 - 0.0955 * cm + 8) / (body.thigh * cm))))
    toe = np.array([body.toe_ahead, 0.0])
    turn = tilt * DEG
    foot = np.array([[math.cos(turn), math.sin(turn)], [-math.sin(turn), math.cos(turn)]])
    ankle_at = (toe + foot @ (np.array([0.0, body.ankle_height]) - toe))[:, None]
    heel = toe + foot @ (np.array([-body.heel_behind, 0.0]) - toe)
    knee = ankle_at + body.shank * away(ankle + tilt)
    hip = knee + body.thigh * math.cos(wide) * away(np.full_like(ankle, -shape.depth_deg))
    shoulder = hip + body.trunk * away(lean)
    arms = {"none": 95.0, "overhead": 0.0}.get(shape.bar, 120.0)
    grip = shoulder + body.arm * away(np.full_like(ankle, arms))
    load = shape.load_share if shape.bar != "none" else 0.0
    at = grip
    if shape.bar in BAR:
        ahead, up = BAR[shape.bar]
        at = shoulder + up * away(lean) + ahead * away(lean + 90)
    pieces = [
        (body.foot_mass, ((toe + heel) / 2)[:, None]),
        (body.shank_mass, knee + (ankle_at - knee) * body.shank_centre),
        (body.thigh_mass, hip + (knee - hip) * body.thigh_centre),
        (body.trunk_mass, hip + (shoulder - hip) * body.trunk_centre),
        (body.arm_mass, shoulder + (grip - shoulder) * body.arm_centre),
        (load, at),
    ]
    centre = sum(mass * place[0] for mass, place in pieces) / sum(mass for mass, _ in pieces)
    share = (centre - heel[0]) / (toe[0] - heel[0])
    needs = {
        ("ankle.dorsiflexion",): ankle,
        ("hip.flexion",): shape.depth_deg + lean,
        ("knee.flexion",): shape.depth_deg + ankle + tilt,
    }
    if shape.bar == "overhead":
        needs["shoulder.flexion", "thoracic.extension"] = 180 + lean
    if shape.bar == "front":
        needs["thoracic.extension",] = lean / 2
    return Found(needs, (share >= 0.20) & (share <= 0.80))


def _lunge(shape: Shape, body: Body, by: float) -> Found:
    rear, lean = grid(steps(-100, 89, by / 2), steps(-10, 15, by))
    ankle_up, knee_up = 0.09, 0.02 + shape.rear_knee_m / body.height_m
    if shape.rear_foot_m:
        ankle_up = shape.rear_foot_m / body.height_m + 0.03
        knee_up = max(knee_up, ankle_up - body.shank)
    rear_ankle = np.array([[0.0 if shape.rear_foot_m else 0.08], [ankle_up]])
    ahead = math.sqrt(max(0.0, body.shank**2 - (ankle_up - knee_up) ** 2))
    rear_knee = np.array([[rear_ankle[0, 0] + ahead], [knee_up]])
    front_ankle = np.array([[shape.step_length_m / body.height_m], [body.ankle_height]])
    hip = rear_knee + body.thigh * away(rear)
    knee = joint(front_ankle + 0 * hip, hip, body.shank, body.thigh, ahead=True)
    up = away(lean)
    shank = turned(away(0 * lean), knee - front_ankle)
    front_knee = 180 - angle(front_ankle - knee, hip - knee)
    rear_knee_bend = 180 - angle(rear_ankle - rear_knee, hip - rear_knee)
    needs = {
        ("hip.extension",): turned(up, hip - rear_knee),
        ("hip.flexion",): (turned(knee - hip, up) + 180) % 360,
        ("knee.flexion",): np.maximum(front_knee, rear_knee_bend),
        ("ankle.dorsiflexion",): shank,
    }
    if shape.bar == "overhead":
        needs["shoulder.flexion", "thoracic.extension"] = 180 + lean
    if shape.bar == "front":
        needs["thoracic.extension",] = lean / 2
    if not shape.rear_foot_m:
        needs[TOES] = _on_toes(rear_ankle, rear_knee) + 0 * lean
    possible = ~np.isnan(knee[0]) & (shank >= -10) & (shank <= 55)
    return Found(needs, possible)


def _step_up(shape: Shape, body: Body, by: float) -> Found:
    rear, lean = grid(steps(0, 20, by / 2), steps(-5, 60, by))
    floor = np.array([[0.0], [body.ankle_height]])
    box = np.array([[0.17], [body.ankle_height + shape.box_height_m / body.height_m]])
    hip = floor + (body.shank + body.thigh) * away(rear)
    knee = joint(box + 0 * hip, hip, body.shank, body.thigh, ahead=True)
    shank = turned(away(0 * lean), knee - box)
    needs = {
        ("hip.extension",): rear - lean,
        ("hip.flexion",): (turned(knee - hip, away(lean)) + 180) % 360,
        ("knee.flexion",): 180 - angle(box - knee, hip - knee),
        ("ankle.dorsiflexion",): np.maximum(shank, rear),
    }
    if shape.bar == "overhead":
        needs["shoulder.flexion", "thoracic.extension"] = 180 + lean
    if shape.bar == "front":
        needs["thoracic.extension",] = lean / 2
    return Found(needs, ~np.isnan(knee[0]))


def _hinge(shape: Shape, body: Body, by: float) -> Found:
    lean = steps(0, 90, by / 20)
    cm = body.height_m * 100
    wide = 0.0
    if shape.stance_cm > 30:
        wide = math.asin(min(0.85, max(0.0, (shape.stance_cm / 2 - 0.0955 * cm + 8) / (body.thigh * cm))))
    thigh, bar = body.thigh * math.cos(wide), shape.bar_height_m / body.height_m
    if shape.from_knee:
        bar += body.ankle_height + body.shank
    middle = (body.toe_ahead - body.heel_behind) / 2
    ankle = np.array([[0.0], [body.ankle_height]])
    shoulder = np.array([[middle], [bar]]) + (body.arm + 0.015) * away(np.array([shape.arms_back_deg]))
    for zoom in (0.2, 0.002):  # legs that are nearly straight lie between two leans of any grid
        reached = lean[np.hypot(*(shoulder - body.trunk * away(lean) - ankle)) <= body.shank + thigh]
        last = reached.max(initial=0.0)
        lean = np.append(lean, steps(max(0.0, last - zoom), min(90.0, last + zoom), zoom / 200))
    hip = shoulder - body.trunk * away(lean)
    knee = joint(ankle + 0 * hip, hip, body.shank, thigh, ahead=True)
    shank = turned(away(0 * lean), knee - ankle)
    bend = 180 - angle(knee - hip, shoulder - hip)
    knee_bend = 180 - angle(ankle - knee, hip - knee)
    pieces = [
        (body.foot_mass, np.full_like(lean, middle)),
        (body.shank_mass, (knee + (ankle - knee) * body.shank_centre)[0]),
        (body.thigh_mass, (hip + (knee - hip) * body.thigh_centre)[0]),
        (body.trunk_mass, (hip + (shoulder - hip) * body.trunk_centre)[0]),
        (
            body.arm_mass,
            (shoulder + (np.array([[middle], [bar]]) - shoulder) * body.arm_centre)[0] + 0 * lean,
        ),
        (shape.load_share or 0.7, np.full_like(lean, middle)),
    ]
    centre = sum(mass * x for mass, x in pieces) / sum(mass for mass, _ in pieces)
    share = (centre + body.heel_behind) / (body.toe_ahead + body.heel_behind)
    over = min(bar - body.ankle_height, body.shank)
    clear = over <= 0.01 or np.tan(shank * DEG) * over <= 0.02
    if shape.beside:
        clear = shank <= 60
    needs = {
        ("hip.flexion-straight-knee",): bend - 0.55 * knee_bend,
        ("hip.flexion",): bend,
        ("knee.flexion",): knee_bend,
        ("ankle.dorsiflexion",): shank,
    }
    clear &= knee_bend <= shape.knee_most_deg
    possible = ~np.isnan(knee[0]) & clear & (shank >= -15) & (share >= 0.2) & (share <= 0.8)
    return Found(needs, possible)


def _bow(shape: Shape, body: Body, by: float) -> Found:
    knee_bend, shank = grid(steps(0, shape.knee_most_deg, by / 8), steps(-15, 40, by / 8))
    up = away(np.full_like(shank, shape.lean_deg))
    ankle = np.array([[0.0], [body.ankle_height]])
    knee = ankle + body.shank * away(shank)
    hip = knee + body.thigh * away(shank - knee_bend)
    shoulder = hip + body.trunk * up
    middle = (body.toe_ahead - body.heel_behind) / 2 + 0 * shank
    load = shoulder
    if shape.bar == "back":
        load = shoulder - 0.045 * away(np.full_like(shank, shape.lean_deg + 90))
    legs = [
        (body.foot_mass, middle),
        (body.shank_mass, (knee + (ankle - knee) * body.shank_centre)[0]),
        (body.thigh_mass, (hip + (knee - hip) * body.thigh_centre)[0]),
    ]
    if shape.single_leg:
        far_knee, far_ankle = hip - body.thigh * up, hip - (body.thigh + body.shank) * up
        far_sole = far_ankle - body.ankle_height * up
        legs = [(mass / 2, x) for mass, x in legs] + [
            (body.thigh_mass / 2, (hip + (far_knee - hip) * body.thigh_centre)[0]),
            (body.shank_mass / 2, (far_knee + (far_ankle - far_knee) * body.shank_centre)[0]),
            (body.foot_mass / 2, ((far_ankle + far_sole) / 2)[0]),
        ]
    pieces = [
        *legs,
        (body.trunk_mass, (hip + (shoulder - hip) * body.trunk_centre)[0]),
        (body.arm_mass, shoulder[0]),
        (shape.load_share, load[0]),
    ]
    centre = sum(mass * x for mass, x in pieces) / sum(mass for mass, _ in pieces)
    share = (centre + body.heel_behind) / (body.toe_ahead + body.heel_behind)
    bend = 180 - angle(knee - hip, shoulder - hip)
    needs = {
        ("hip.flexion-straight-knee",): bend - 0.55 * knee_bend,
        ("hip.flexion",): bend,
        ("knee.flexion",): knee_bend,
        ("ankle.dorsiflexion",): shank,
    }
    return Found(needs, (share >= 0.2) & (share <= 0.8))


def _centre_of(body: Body, arm: float, hands: np.ndarray, joints: list[np.ndarray]) -> np.ndarray:
    """x of the centre of arms, trunk with head, and straight legs, from the hands' joints: shoulder, hip,
    sole."""
    shoulder, hip, sole = joints
    down = (sole - hip) / np.linalg.norm(sole - hip, axis=0)
    knee, ankle = hip + body.thigh * down, hip + (body.thigh + body.shank) * down
    lengthened = (
        body.arm * body.arm_centre / arm
    )  # the centre stays where it is, whichever end the arm is held by
    pieces = [
        (body.arm_mass, shoulder + (hands - shoulder) * lengthened),
        (body.trunk_mass, hip + (shoulder - hip) * body.trunk_centre),
        (body.thigh_mass, hip + (knee - hip) * body.thigh_centre),
        (body.shank_mass, knee + (ankle - knee) * body.shank_centre),
        (body.foot_mass, (ankle + sole) / 2),
    ]
    return sum(mass * place[0] for mass, place in pieces) / sum(mass for mass, _ in pieces)


def _legs(body: Body) -> float:
    return body.thigh + body.shank + body.ankle_height


def _hang(shape: Shape, body: Body, by: float) -> Found:
    bend, opening = grid(steps(-60, 60, by / 3), steps(0, 75, by / 3))
    arm = math.degrees(math.asin(shape.chest_cm / 100 / body.height_m / body.arm))
    hands = np.zeros((2, 1))
    shoulder = hands + body.arm * away(180 - arm + 0 * bend)
    trunk = 180 - arm + bend
    hip = shoulder + body.trunk * away(trunk)
    sole = hip + _legs(body) * away(trunk + opening)
    x = _centre_of(body, body.arm, hands, [shoulder, hip, sole])
    # of every bend the opening with the centre nearest under the hands
    rows = x.reshape(len(np.unique(bend)), -1)
    best = np.abs(rows) <= np.abs(rows).min(axis=1, keepdims=True)
    hung = best.ravel() & (np.abs(x) < 0.002)
    return Found(
        {
            ("shoulder.flexion", "thoracic.extension"): 180 + bend,
            ("hip.extension", "lumbar.extension"): opening,
        },
        hung,
    )


def _level(shape: Shape, body: Body, by: float) -> Found:
    """Arms tried in fine steps: of every closing of the shoulders the one that hangs."""
    arm, closed = grid(steps(-90, 0, by / 8), steps(0, 90, by))
    hands = np.zeros((2, 1))
    shoulder = hands + body.arm * away(180 - arm)
    hip = shoulder + body.trunk * away(180 - arm - closed)
    sole = hip + np.array([[_legs(body)], [0.0]])
    x = np.abs(_centre_of(body, body.arm, hands, [shoulder, hip, sole]))
    rows = x.reshape(len(np.unique(arm)), -1)
    hung = (rows <= rows.min(axis=0, keepdims=True)).ravel() & (x < 0.001)
    return Found(
        {
            ("shoulder.flexion", "thoracic.extension"): angle(hands - shoulder, hip - shoulder),
            ("hip.flexion-straight-knee",): 180 - angle(shoulder - hip, sole - hip) - 0.55 * 15,
        },
        hung,
    )


def _fold(shape: Shape, body: Body, by: float) -> Found:
    """For every rounding the hip bends at which the fingertips come near enough."""
    rounded, bend = grid(steps(0, 120, by), steps(0, 170, by / 2))
    links = 24
    shoulder = sum(body.trunk / links * away(rounded * (link + 0.5) / links) for link in range(links))
    soles = (_legs(body) - shape.short_cm / 100 / body.height_m) * away(180 - bend)
    arm = body.arm * 0.440 / 0.386
    return Found(
        {("spine.flexion",): rounded, ("hip.flexion-straight-knee",): bend},
        np.hypot(*(soles - shoulder)) <= arm,
    )


def _on_toes(ankle: np.ndarray, knee: np.ndarray) -> np.ndarray:
    """What toes and ankle give together: of a sole tipped so far that the shank stands as it does."""
    shank = (knee - ankle) / np.linalg.norm(knee - ankle, axis=0)
    up = np.degrees(np.arctan2(shank[1], shank[0]))  # from level
    return 90 - up - 10


def _handstand(shape: Shape, body: Body, by: float) -> Found:
    lean, closed = grid(steps(-40, 45, by / 8), steps(-60, 90, by / 2))
    arm = body.arm * (1 - 0.054 / (0.186 + 0.146 + 0.054))
    hands = np.zeros((2, 1))
    shoulder = hands + arm * away(lean)
    hip = shoulder + body.trunk * away(lean - closed)
    legs_x = np.array([_centre_of(body, arm, hands, [shoulder, hip, hip + _legs(body) * away(0 * lean)])])[0]
    whole = body.arm_mass + body.trunk_mass + body.thigh_mass + body.shank_mass + body.foot_mass
    moved = (
        body.thigh_mass * body.thigh * body.thigh_centre
        + body.shank_mass * (body.thigh + body.shank * body.shank_centre)
        + body.foot_mass * (body.thigh + body.shank + body.ankle_height / 2)
    )
    sine = (0.045 - legs_x) * whole / moved  # legs upright add nothing to x; turned they add this much
    arch = np.degrees(np.arcsin(np.clip(sine, -1, 1))) - (lean - closed)
    return Found(
        {
            ("shoulder.flexion", "thoracic.extension"): 180 - closed,
            ("wrist.extension",): 90 + lean - 24 - shape.wedge_deg,
            ("hip.extension", "lumbar.extension"): arch,
        },
        (np.abs(sine) <= 1) & (arch >= 0) & (arch <= 75),
    )


def _toes(shape: Shape, body: Body, by: float) -> Found:
    """Found from the bar end: for every rounding, the hip bend at which the toes are as far as the bar is."""
    rounded, bend = steps(0, 120, by)[:, None], steps(50, 160, by / 4)[None, :]
    links = 24  # the spine as many short links
    shoulder = sum(body.trunk / links * away(rounded * (link + 0.5) / links) for link in range(links))
    way = 180 - bend  # thigh from straight up, ahead
    knee = body.thigh * away(way)
    sole = knee + (body.shank + body.ankle_height) * away(way + 15)
    toe = sole + body.toe_ahead * away(way + 15 - 90)
    gap = np.abs(np.hypot(*(toe - shoulder)) - body.arm - 0.015)
    touching = (gap <= gap.min(axis=1, keepdims=True)) & (gap < 0.002)
    rounded, bend = (np.broadcast_to(each, gap.shape) for each in (rounded, bend))
    needs = {
        ("spine.flexion",): rounded[touching],
        ("hip.flexion-straight-knee",): bend[touching] - 0.55 * 15,
    }
    return Found(needs, np.ones(int(touching.sum()), bool))


def _plank(shape: Shape, body: Body, by: float) -> Found:
    pike = steps(0, 30, by / 10)
    arm, wrist = body.arm * (1 - 0.054 / 0.386), np.array([[0.0], [0.02]])
    if shape.forearms:
        arm, wrist = body.arm * 0.186 / 0.386, np.zeros((2, 1))
    lean = math.degrees(math.asin(shape.shoulders_cm / 100 / body.height_m / arm))
    shoulder = wrist + arm * away(np.full_like(pike, lean))
    legs = body.thigh + body.shank
    line = np.sqrt(body.trunk**2 + legs**2 - 2 * body.trunk * legs * np.cos((180 - pike) * DEG))
    ankle = shoulder + np.stack([-np.sqrt(line**2 - (shoulder[1] - 0.09) ** 2), 0.09 - shoulder[1]])
    hip = joint(shoulder, ankle, body.trunk, legs, ahead=True)
    hip[:, 0] = np.where(
        np.isnan(hip[:, 0]), (shoulder + (ankle - shoulder) * body.trunk / line)[:, 0], hip[:, 0]
    )
    flat = {("wrist.extension",): np.full_like(pike, 90 + lean - 24 - shape.wedge_deg)}
    return Found(
        {
            **({} if shape.forearms else flat),
            ("shoulder.flexion",): angle(hip - shoulder, wrist - shoulder),
            ("hip.extension",): -pike,
            TOES: _on_toes(ankle, hip),
        },
        np.ones(pike.size, bool),
    )


def _push_up(shape: Shape, body: Body, by: float) -> Found:
    line = math.asin((0.09 - 0.075 - shape.chest_m / body.height_m) / (body.trunk + body.thigh + body.shank))
    forearm = steps(-15, 15, by / 20) + line / DEG
    upper, lower = body.arm * 0.186 / 0.386, body.arm * 0.146 / 0.386
    wrist = np.array([[0.0], [0.02 + shape.hands_m / body.height_m]])
    chest = 0.075 + shape.chest_m / body.height_m
    elbow = wrist + lower * away(forearm)
    with np.errstate(invalid="ignore"):
        out = np.sqrt(upper**2 - (elbow[1] - chest) ** 2)
    shoulder = elbow + np.stack([out, chest - elbow[1]])
    legs, up = body.trunk + body.thigh + body.shank, 0.09 - chest
    down = np.array([[-math.sqrt(legs**2 - up**2)], [up]]) + 0 * shoulder  # shoulder to ankles
    return Found(
        {
            ("wrist.extension",): 90 + forearm - 24 - shape.wedge_deg,
            ("shoulder.extension",): turned(down, elbow - shoulder),
            ("elbow.flexion",): 180 - angle(shoulder - elbow, wrist - elbow),
            TOES: _on_toes(shoulder + down, shoulder),
        },
        ~np.isnan(shoulder[0]),
    )


def _row(shape: Shape, body: Body, by: float) -> Found:
    """The trunk along y, the hand ahead of it; the shoulder at the origin."""
    low = steps(0, 30, by / 10)
    upper, lower, half = (body.arm * part / 0.386 for part in (0.186, 0.146, 0.054))
    back = (lower + half) * np.cos(low * DEG) - shape.hands_cm / 100 / body.height_m - 0.025
    with np.errstate(invalid="ignore"):
        elbow = np.stack([-back, -np.sqrt(upper**2 - back**2)])
    hand = elbow + (lower + half) * np.stack([np.cos(low * DEG), -np.sin(low * DEG)])
    return Found(
        {
            ("shoulder.extension",): turned(np.array([[0.0], [-1.0]]) + 0 * elbow, elbow),
            ("elbow.flexion",): 180 - angle(-elbow, hand - elbow),
        },
        ~np.isnan(elbow[1]),
    )


def _head_down(shape: Shape, body: Body, by: float) -> Found:
    """Fingers towards +x, the belly towards -x, the hips straight above the shoulders."""
    forearm = steps(-15, 15, by / 20)
    upper, lower = body.arm * 0.186 / 0.386, body.arm * 0.146 / 0.386
    wrist = np.array([[0.0], [0.02]])
    elbow = wrist + lower * away(forearm)
    shoulder = elbow + np.stack([np.sqrt(upper**2 - (0.182 - elbow[1]) ** 2), 0.182 - elbow[1]])
    hip = shoulder + np.array([[0.0], [body.trunk]])
    return Found(
        {
            ("wrist.extension",): 90 + forearm - 24 - shape.wedge_deg,
            ("shoulder.flexion",): angle(elbow - shoulder, hip - shoulder),
            ("elbow.flexion",): 180 - angle(shoulder - elbow, wrist - elbow),
        },
        np.ones(forearm.size, bool),
    )


def _dip(shape: Shape, body: Body, by: float) -> Found:
    lean, forearm = grid(steps(0, 45, by / 2), steps(-85, 85, by / 4))
    upper, lower = body.arm * 0.186 / 0.386, body.arm * 0.146 / 0.386
    shoulder = np.zeros((2, lean.size))
    hip = shoulder - body.trunk * away(lean)
    elbow = shoulder + np.array([[-upper], [0.0]])
    hand = elbow - lower * away(-forearm)
    pieces = [
        (body.thigh_mass + body.shank_mass + body.foot_mass, hip),
        (body.trunk_mass, hip + (shoulder - hip) * body.trunk_centre),
        (body.arm_mass, shoulder + (elbow - shoulder) * body.arm_centre),
    ]
    centre = sum(mass * place[0] for mass, place in pieces) / sum(mass for mass, _ in pieces)
    off = np.abs(centre - hand[0]).reshape(len(np.unique(lean)), -1)
    over = (off <= off.min(axis=1, keepdims=True)).ravel() & (np.abs(centre - hand[0]) < 0.003)
    return Found(
        {
            ("shoulder.extension",): angle(elbow - shoulder, hip - shoulder),
            ("elbow.flexion",): 180 - angle(shoulder - elbow, hand - elbow),
            ("hip.flexion",): lean,
        },
        over,
    )


def _lockout(shape: Shape, body: Body, by: float) -> Found:
    arch = steps(-10, 3, by / 10)
    return Found(
        {
            ("shoulder.flexion", "thoracic.extension"): 180 - arch,
            ("hip.extension", "lumbar.extension"): arch,
        },
        np.ones(arch.size, bool),
    )


SEARCHES = {
    "squat": _squat,
    "lunge": _lunge,
    "step-up": _step_up,
    "hinge": _hinge,
    "bow": _bow,
    "hang": _hang,
    "l-hang": _level,
    "toes-to-bar": _toes,
    "fold": _fold,
    "plank": _plank,
    "push-up": _push_up,
    "row": _row,
    "head-down": _head_down,
    "handstand": _handstand,
    "dip": _dip,
    "lockout": _lockout,
}


def search(shape: Shape, body: Body, by: float = 0.4) -> Found:
    """Every posture of a family on a grid of about ``by`` degrees."""
    return SEARCHES[shape.family](shape, body, by)
