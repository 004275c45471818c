"""Pictures as files: one figure as SVG, and every figure of the catalog on one page."""

from core.drawing.page import catalog_page
from core.drawing.svg import svg_of

__all__ = ["catalog_page", "svg_of"]
