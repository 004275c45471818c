"""The app for the gym, its kit and its defaults."""
