"""Messages of the command, and the one way it gives up."""

import sys


class GiveUp(Exception):
    """Set-up cannot go on. The message says what happened and the way out."""


def say(message: str) -> None:
    print(message, flush=True)


def complain(message: str) -> None:
    print(f"chalk: {message}", file=sys.stderr, flush=True)
