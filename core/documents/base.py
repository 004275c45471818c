"""What all documents share: immutable, strict about fields on the way out, numbers rounded by their type."""

from __future__ import annotations

from functools import partial
from typing import Annotated, Any, Self

from pydantic import AfterValidator, BaseModel, ConfigDict
from pydantic_core import to_json


class Document(BaseModel):
    """Base of every JSON document and of its parts."""

    model_config = ConfigDict(
        frozen=True,
        extra="forbid",
        from_attributes=True,
        json_schema_serialization_defaults_required=True,
    )

    @classmethod
    def of(cls, value: object, **given: Any) -> Self:
        """The document of a value. given: fields that the value does not have, or not in this form.

        Raises AttributeError for a field that is neither given nor an attribute, and ValidationError for a
        given one that the document does not have.
        """
        taken = {name: getattr(value, name) for name in cls.model_fields if name not in given}
        return cls.model_validate(taken | given)

    def json_value(self) -> dict[str, Any]:
        """As plain JSON values."""
        return self.model_dump(mode="json")


def as_json(value: object) -> bytes:
    """Documents, or plain values with documents in them, as UTF-8 JSON."""
    return to_json(value)


def _rounded(digits: int) -> AfterValidator:
    return AfterValidator(partial(round, ndigits=digits))


Numbers = tuple[float, ...]  # a point, a box, a pair: the field says which
Share = Annotated[float, _rounded(4)]  # of a whole, 0..1
ShareOfHour = Annotated[float, _rounded(3)]
Degrees = Annotated[float, _rounded(1)]
FineDegrees = Annotated[float, _rounded(2)]  # of a shortfall, where less than a degree counts
Minutes = Annotated[float, _rounded(1)]
Metres = Annotated[float, _rounded(3)]
