"""The schedule's own work in the background."""

from __future__ import annotations

from procrastinate.contrib.django import app

from server.schedule.looking import look


@app.periodic(cron="* * * * *")
@app.task(queue="schedule")
def look_for_due(timestamp: int) -> None:
    """Send what is due, hold what is not ready."""
    look()
