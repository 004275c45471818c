from django.apps import AppConfig


class ScheduleConfig(AppConfig):
    name = "server.schedule"
    label = "schedule"
