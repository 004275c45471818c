from django.apps import AppConfig


class ProgrammeConfig(AppConfig):
    name = "server.programme"
    label = "programme"
