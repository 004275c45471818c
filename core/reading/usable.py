"""Whether a text can be read at all, and its lines."""

from __future__ import annotations

import re
import unicodedata

from core.errors import UnusableText

MAX_TEXT_BYTES = 20_000
MAX_LINES = 400
# of a day; a competition's whole weekend stays under them
MOST_PARTS, MOST_WORKS, MOST_MOVEMENTS = 40, 70, 40
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


def check_amount(parts: int, works: int, movements: int) -> None:
    """Raise UnusableText for more parts, more work in all, or more different movements than a day has."""
    counts = (
        (parts, MOST_PARTS, "parts"),
        (works, MOST_WORKS, "pieces of work"),
        (movements, MOST_MOVEMENTS, "different movements"),
    )
    for count, most, what in counts:
        if count > most:
            raise UnusableText(f"{count} {what} are more than the {most} of a day; paste one day at a time.")


def lines_of(text: str) -> list[str]:
    """The lines of a text, as places count them."""
    return text.replace("\r\n", "\n").replace("\r", "\n").split("\n")
