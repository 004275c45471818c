"""Tests of the server against a real PostgreSQL."""
