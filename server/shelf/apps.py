"""The app for what a gym adds to the shelf: its own movements and its own words."""

from django.apps import AppConfig


class ShelfConfig(AppConfig):
    name = "server.shelf"
    label = "shelf"
