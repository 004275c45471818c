from django.apps import AppConfig


class DemoConfig(AppConfig):
    name = "server.demo"
    label = "demo"
