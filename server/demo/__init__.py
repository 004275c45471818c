"""The app for the invented gym that ships with the app."""
