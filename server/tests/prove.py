"""Runs one of server/tests/proving.py, or the log's, on the database of the settings, and prints its
figures. Processes that this one starts import it again, and must find nothing to do."""

import json
import sys

import django

if __name__ == "__main__":
    django.setup()
    from server.tests import log_proof, proving  # they need Django

    where = log_proof if sys.argv[1] == "log" else proving
    sys.stdout.write(json.dumps(getattr(where, sys.argv[1])()))
