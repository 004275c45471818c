"""Runs one of server/tests/proving.py on the database of the settings, and prints its figures. Processes that
this one starts import it again, and must find nothing to do."""

import json
import sys

import django

if __name__ == "__main__":
    django.setup()
    from server.tests import proving  # it needs Django

    sys.stdout.write(json.dumps(getattr(proving, sys.argv[1])()))
