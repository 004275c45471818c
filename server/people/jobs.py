"""What a worker does about people."""

from server.people.invitations import mail_invitation

__all__ = ["mail_invitation"]
