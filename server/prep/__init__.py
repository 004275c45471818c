"""The app for the draft of a prep, and the Bench's live answer."""
