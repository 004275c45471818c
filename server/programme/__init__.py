"""The app for sessions, classes and rosters."""
