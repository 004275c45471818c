"""The app for accounts: who signs in, where they are signed in, and how they get back in."""
