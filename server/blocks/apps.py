from django.apps import AppConfig


class BlocksConfig(AppConfig):
    name = "server.blocks"
    label = "blocks"

    def ready(self) -> None:
        from server.blocks.rules import give_by_rule
        from server.publishing.actions import on_published

        if give_by_rule not in on_published:
            on_published.append(give_by_rule)
