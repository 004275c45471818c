"""The JSON documents: one typed model for each (read, derive, plan, lab, sheet), and how the core's values
become it.

The command line's ``--json``, the API, the schemas in docs/schema and the interface's types all follow from
these models. A document is made with ``Document.of``: a field is taken from the value's attribute of the same
name unless it is given, a field without either is an error, and so is one the document does not know.
"""

from core.documents.base import Document
from core.documents.demands import Derived, derived_document
from core.documents.plan import Plan, plan_document
from core.documents.reading import Read, read_document

__all__ = [
    "Derived",
    "Document",
    "Plan",
    "Read",
    "derived_document",
    "plan_document",
    "read_document",
]
