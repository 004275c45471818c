from django.apps import AppConfig


class DeliveryConfig(AppConfig):
    name = "server.delivery"
    label = "delivery"
