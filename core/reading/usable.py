"""Whether a text can be read at all, and its lines."""

from __future__ import annotations

import re
import unicodedata

from core.errors import UnusableText

MAX_TEXT_BYTES = 20_000
MAX_LINES = 400
MOST_PARTS = 40
ODD = ("Cc", "Co", "Cs")  # kinds of letters that no keyboard writes
_NOT_PLAIN = re.compile(r"[^\n\r\t\f\v\x20-\x7e]")


def check_text(text: str) -> None:
    """Raise UnusableText, in words fit for a coach, for a text that is no workout text at all."""
    if not text.strip():
        raise UnusableText("There is no text to read. Paste the day's workout, one movement a line.")
    size = len(text.encode("utf-8", "replace"))
    if size > MAX_TEXT_BYTES:
        most = f"up to {MAX_TEXT_BYTES // 1000} kB can be read"
        raise UnusableText(f"The text is {size // 1000} kB; {most}. Paste one day at a time.")
    lines = len(lines_of(text))
    if lines > MAX_LINES:
        raise UnusableText(
            f"The text has {lines:,} lines; up to {MAX_LINES:,} can be read. Paste one day at a time."
        )
    odd = sum(unicodedata.category(letter) in ODD for letter in _NOT_PLAIN.findall(text))
    if "\x00" in text or odd > len(text) // 20 or text.count("\ufffd") > len(text) // 20:
        raise UnusableText(
            "This looks like a binary file, not text. Save the workout as plain text and try again."
        )


def check_parts(count: int) -> None:
    """Raise UnusableText for more parts than a day has."""
    if count > MOST_PARTS:
        raise UnusableText(f"{count} parts are more than a day holds; paste one day at a time.")


def lines_of(text: str) -> list[str]:
    """The lines of a text, as places count them."""
    return text.replace("\r\n", "\n").replace("\r", "\n").split("\n")
