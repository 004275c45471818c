from django.apps import AppConfig


class AccountsConfig(AppConfig):
    name = "server.accounts"
    label = "accounts"
