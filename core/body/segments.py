"""Segment lengths and masses as fractions of height and body mass.

Source: Winter, *Biomechanics and Motor Control of Human Movement*, after Dempster and Drillis & Contini (from memory).
Limitations: adult averages; a tape measure beats them.
"""

LENGTH = {  # fraction of standing height
    "ankle_height": 0.039, "shank": 0.246, "thigh": 0.245, "trunk": 0.288,
    "upper_arm": 0.186, "forearm": 0.146, "hand": 0.108, "foot": 0.152,
}
MASS = {  # fraction of body mass, one side where there are two
    "foot": 0.0145, "shank": 0.0465, "thigh": 0.100, "upper_arm": 0.028,
    "forearm": 0.016, "hand": 0.006, "head_arms_trunk": 0.678,
}
CENTRE = {"shank": 0.433, "thigh": 0.433, "head_arms_trunk": 0.626}  # of the segment's length; trunk from hip to shoulder

HEEL_BEHIND_ANKLE = 0.040  # fraction of height; estimate
TOE_AHEAD_OF_ANKLE = 0.112  # foot length 0.152 less the heel
MID_FOOT_AHEAD_OF_ANKLE = 0.036  # half way between heel and toe
