from django.apps import AppConfig


class GymConfig(AppConfig):
    name = "server.gym"
    label = "gym"
