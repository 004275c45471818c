"""What gunicorn runs. The catalog and the grammar are loaded once, before the first request."""

import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")
application = get_wsgi_application()

from core.reading import read_workout  # noqa: E402  # settings come first

read_workout("1 air squat")
