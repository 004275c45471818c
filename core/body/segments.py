"""Segment lengths as fractions of height; masses and centres are in core/posture/body.py.

Source: Winter, *Biomechanics and Motor Control of Human Movement*, after Dempster and Drillis & Contini (from memory).
Limitations: adult averages; a tape measure beats them.
"""

LENGTH = {  # fraction of standing height
    "ankle_height": 0.039, "shank": 0.246, "thigh": 0.245, "trunk": 0.288,
    "upper_arm": 0.186, "forearm": 0.146, "hand": 0.108, "foot": 0.152,
}
HEEL_BEHIND_ANKLE = 0.040  # fraction of height; estimate
TOE_AHEAD_OF_ANKLE = 0.112  # foot length 0.152 less the heel
