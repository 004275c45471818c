"""Numbers as boards write them: '95/65', '1,5', '1 1/2', 'five'."""

from __future__ import annotations

import re

from core.reading.spelled import WORTH

VULGAR = {"¼": 0.25, "½": 0.5, "¾": 0.75}
COUNT_WORDS = {"twice": 2.0} | {word: float(number) for word, number in WORTH.items() if word != "a"}
MAX_DIGITS = 9  # longer numbers mean nothing on a board


def numbers(text: str) -> tuple[float, ...]:
    """'95/65' -> (95.0, 65.0); '1,5' is one and a half, '1,000' a thousand, '1½' one and a half."""
    return tuple(number_of(piece.strip()) for piece in text.split("/"))


def number_of(text: str) -> float:
    if text.isdigit() and len(text) <= MAX_DIGITS:
        return float(text)
    if text in COUNT_WORDS:
        return COUNT_WORDS[text]
    if text.endswith(")"):  # "five (5)"
        return float(text[text.index("(") + 1 : -1])
    if text and text[-1] in VULGAR:
        return float(text[:-1] or 0) + VULGAR[text[-1]]
    if re.fullmatch(r"\d{1,3}(,\d{3})+", text):
        text = text.replace(",", "")
    return float(text.replace(",", ".")) if len(text) <= MAX_DIGITS + 3 else float("1" + "0" * MAX_DIGITS)
