from django.apps import AppConfig


class PrepConfig(AppConfig):
    name = "server.prep"
    label = "prep"
