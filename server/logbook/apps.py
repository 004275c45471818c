from django.apps import AppConfig


class LogbookConfig(AppConfig):
    name = "server.logbook"
    label = "logbook"
