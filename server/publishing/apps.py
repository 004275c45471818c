from django.apps import AppConfig


class PublishingConfig(AppConfig):
    name = "server.publishing"
    label = "publishing"
