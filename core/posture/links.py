"""Straight links in a row from a fixed point, such as hands on a bar or on the floor: joint places and the
common centre."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from core.posture.body import Body
from core.posture.chain import Point
from core.posture.degrees import Numbers, acos, atan2, cos, sin


@dataclass(frozen=True, slots=True)
class Link:
    """A segment run through from its near to its far end. direction_deg: from straight up, forward
    positive (180 is down). centre: share of the length from the near end at which its mass sits. Lengths
    and masses are fractions of the body's."""

    length: float
    mass: float
    centre: float
    direction_deg: float

    @property
    def vector(self) -> Point:
        way = math.radians(self.direction_deg)
        return (self.length * math.sin(way), self.length * math.cos(way))


def run(start: Point, links: tuple[Link, ...]) -> tuple[tuple[Point, ...], Point]:
    """Joint places from the start to the last end (one more than links), and the common centre of mass."""
    joints, weighted, total = [start], [0.0, 0.0], 0.0
    for link in links:
        (x, y), (dx, dy) = joints[-1], link.vector
        weighted[0] += link.mass * (x + dx * link.centre)
        weighted[1] += link.mass * (y + dy * link.centre)
        total += link.mass
        joints.append((x + dx, y + dy))
    return tuple(joints), (weighted[0] / total, weighted[1] / total)


def from_the_hands(
    body: Body, arm_deg: float, trunk_deg: float, leg_deg: float, arm: Numbers | None = None
) -> tuple[Link, ...]:
    """Arms, trunk with the head, thighs, shanks and feet, straight legs, in that order from the hands.
    ``arm``: length in use."""
    length = body.arm if arm is None else arm
    foot = body.ankle_height
    return (
        Link(length, body.arm_mass, 1 - body.arm_centre * body.arm / length, arm_deg),
        Link(body.trunk, body.trunk_mass, 1 - body.trunk_centre, trunk_deg),
        Link(body.thigh, body.thigh_mass, body.thigh_centre, leg_deg),
        Link(body.shank, body.shank_mass, body.shank_centre, leg_deg),
        Link(foot, body.foot_mass, 0.5, leg_deg),
    )


def sway(body: Body, arm: Numbers | None = None) -> tuple[Numbers, Numbers, Numbers]:
    """How much the sine of the arms', the trunk's and the legs' direction moves the common centre ahead of
    the hands."""
    links = from_the_hands(body, 0.0, 0.0, 0.0, arm)
    total = sum(link.mass for link in links)
    beyond = [sum(link.mass for link in links[place + 1 :]) for place in range(len(links))]
    own = [
        link.length * (link.mass * link.centre + rest) / total
        for link, rest in zip(links, beyond, strict=True)
    ]
    return own[0], own[1], sum(own[2:])


def two_links(way: tuple[Numbers, Numbers], lower: Numbers, upper: Numbers) -> tuple[Numbers, Numbers]:
    """A leg of two links from its foot to its hip, the knee ahead: the lower one from straight up, and the
    bend between them, degrees. way: the hip from the foot; beyond reach the leg is straight."""
    span = np.minimum(np.hypot(*way), (lower + upper) * (1 - 1e-12))
    bend = 180.0 - acos((lower**2 + upper**2 - span**2) / (2 * lower * upper))
    return atan2(*way) + atan2(upper * sin(bend), lower + upper * cos(bend)), bend


def ahead(
    body: Body, arm_deg: Numbers, trunk_deg: Numbers, leg_deg: Numbers, arm: Numbers | None = None
) -> Numbers:
    """How far the common centre is ahead of the hands, fraction of height; the same as ``run`` gives, in
    one line."""
    shares, ways = sway(body, arm), (arm_deg, trunk_deg, leg_deg)
    return sum(share * sin(way) for share, way in zip(shares, ways, strict=True))
