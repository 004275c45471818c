"""The app for messages: whom they reach how, what became of each, and the channels they leave by."""
