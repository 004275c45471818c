"""What gunicorn runs. The catalog is loaded and the helper processes are warm before the first
request."""

import os

from django.core.wsgi import get_wsgi_application

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.settings")
application = get_wsgi_application()

from core.catalog import load_catalog  # noqa: E402  # settings come first
from server.computing.run import helpers  # noqa: E402
from server.computing.stored import core_digest  # noqa: E402

load_catalog()
core_digest()
helpers.warm()
