from django.apps import AppConfig


class ComputingConfig(AppConfig):
    name = "server.computing"
