"""The app for immutable publications, member sheets and the outbox."""
