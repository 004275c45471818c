"""Blocks' own work in the background."""

from __future__ import annotations

from procrastinate.contrib.django import app

from server.blocks.models import Block, Enrolled, TrainingPage
from server.blocks.reminding import remind
from server.blocks.rules import settle
from server.gym.models import Gym
from server.logs import log


@app.periodic(cron="*/10 * * * *")
@app.task(queue="schedule")
def look_at_blocks(timestamp: int) -> None:
    """Do what the rules say of blocks that run, and remind those who want it; what goes wrong in one gym
    keeps no other from it."""
    Block.objects.filter(homework=True, enrolled=None).delete()  # of somebody who was erased
    running = Enrolled.objects.filter(ended="", block__stopped_on=None)
    for gym in Gym.objects.filter(pk__in=running.values("block__gym"), paused_at=None):
        try:
            settle(gym)
            if TrainingPage.objects.filter(person__gym=gym).exists():
                remind(gym)
        except Exception as problem:
            log.error("a gym's blocks could not be looked at", exc_info=problem)
