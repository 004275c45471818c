from django.apps import AppConfig


class PeopleConfig(AppConfig):
    name = "server.people"
    label = "people"
