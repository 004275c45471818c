"""The log's own work in the background."""

from __future__ import annotations

import datetime

from procrastinate.contrib.django import app

from server.gym.models import Gym
from server.logbook.asked import note_asked
from server.logs import log

YEARS = 5
AT_ONCE = 100  # boards of one gym at a time


@app.periodic(cron="*/10 * * * *")
@app.task(queue="schedule")
def read_boards(timestamp: int) -> None:
    """Note down what boards ask that nobody looked at yet, the newest first; what goes wrong in one gym
    keeps no other from it."""
    for gym in Gym.objects.filter(sessions__isnull=False).distinct():
        try:
            today = gym.today()
            note_asked(gym, today - datetime.timedelta(days=365 * YEARS), today, AT_ONCE)
        except Exception as problem:
            log.error("a gym's boards could not be read for its log", exc_info=problem)
