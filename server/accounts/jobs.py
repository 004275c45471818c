"""What a worker does about accounts."""

from server.accounts.links import send_link

__all__ = ["send_link"]
