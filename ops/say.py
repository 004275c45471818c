"""Messages of the command, and the one way it gives up."""

import sys


class GiveUp(Exception):
    """Set-up cannot go on. The message says what happened and the way out."""


def say(message: str) -> None:
    """An answer: what the command was asked for."""
    print(message, flush=True)


def tell(message: str) -> None:
    """What is going on meanwhile. Never mixed with answers, so that JSON stays JSON."""
    print(message, file=sys.stderr, flush=True)


def complain(message: str) -> None:
    """Why it cannot go on."""
    tell(f"chalk: {message}")
