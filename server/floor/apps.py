from django.apps import AppConfig
from django.db.models.signals import pre_delete


class FloorConfig(AppConfig):
    name = "server.floor"
    label = "floor"

    def ready(self) -> None:
        from server.floor.running import forget_in_runs
        from server.people.models import Person

        pre_delete.connect(
            lambda instance, **_: forget_in_runs(instance),
            sender=Person,
            weak=False,
            dispatch_uid="floor forgets",
        )
