"""Work in the background: what waits is handed over as soon as it is written down, and looked for every few
seconds in case the one who should have done it died."""

from __future__ import annotations

from django.db import transaction
from procrastinate.contrib.django import app

from server.delivery.ledger import on_queued
from server.delivery.sending import send_waiting

SENDING = "sending"
KEPT_HOURS = 48


@app.task(queue=SENDING, priority=10)
def deliver() -> None:
    """Hand over what is due."""
    if send_waiting():
        deliver.defer()


@app.periodic(cron="* * * * * */10")
@app.task(queue=SENDING, pass_context=False)
def look_for_waiting(timestamp: int) -> None:
    """Hand over what is due and was left."""
    deliver()


@app.periodic(cron="17 3 * * *")
@app.task(queue="keeping", pass_context=True)
async def forget_old_jobs(context: object, timestamp: int) -> None:
    """Jobs that are done are kept two days."""
    await app.job_manager.delete_old_jobs(nb_hours=KEPT_HOURS, include_failed=True, include_cancelled=True)


def soon() -> None:
    """Ask a worker to look now. It sees what this transaction writes, and nothing happens if that fails."""
    with transaction.atomic():
        deliver.defer()


on_queued.append(soon)
