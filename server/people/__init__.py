"""The app for people, their roles and their measured ranges."""
