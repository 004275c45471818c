"""What could harm whom: hazards of shapes, drills and movements, derived; cautions of people, checked."""

from core.hazards.cautions import NO_CAUTIONS, Cautions, check_tags, unknown_tags
from core.hazards.drills import hazards_of
from core.hazards.movements import hazards_of_movement

__all__ = ["NO_CAUTIONS", "Cautions", "check_tags", "hazards_of", "hazards_of_movement", "unknown_tags"]
