from django.apps import AppConfig


class CompetitionConfig(AppConfig):
    name = "server.competition"
    label = "competition"
