"""The real interface, driven in headless Chromium against Django's live server."""
