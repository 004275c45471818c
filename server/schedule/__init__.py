"""The app for what goes out by itself: when, whether it is ready, and what became of it."""
