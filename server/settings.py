"""Settings, all from the environment (docs/running.md). Nothing secret has a default."""

import os
from pathlib import Path
from urllib.parse import unquote, urlparse

ROOT = Path(__file__).resolve().parent.parent
SECRET_KEY = os.environ["CHALK_SECRET"]
DEBUG = False
DEMO = os.environ.get("CHALK_DEMO") == "1"
TESTING = os.environ.get("CHALK_TESTING") == "1"
ALLOWED_HOSTS = os.environ.get("CHALK_HOSTS", "127.0.0.1,localhost").split(",")
ADDRESS = os.environ.get("CHALK_ADDRESS", "http://127.0.0.1:8497")
SECURE = ADDRESS.startswith("https://")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "server.gym",
    "server.people",
    "server.programme",
    "server.shelf",
    "server.prep",
    "server.publishing",
    "server.demo",
]
MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
]
if TESTING:  # the live test server hands out static files itself; nothing is collected then
    MIDDLEWARE.remove("whitenoise.middleware.WhiteNoiseMiddleware")
ROOT_URLCONF = "server.urls"
WSGI_APPLICATION = "server.wsgi.application"
TEMPLATES = [{"BACKEND": "django.template.backends.django.DjangoTemplates", "APP_DIRS": True}]
AUTH_USER_MODEL = "people.Person"
PASSWORD_HASHERS = ["django.contrib.auth.hashers.Argon2PasswordHasher"]
if TESTING:  # tests sign in often
    PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

_database = urlparse(os.environ["CHALK_DATABASE_URL"])
DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.postgresql",
        "NAME": _database.path.lstrip("/"),
        "USER": _database.username,
        "PASSWORD": unquote(_database.password or ""),
        "HOST": _database.hostname,
        "PORT": _database.port or 5432,
        "CONN_MAX_AGE": 0 if TESTING else 60,
        "TEST": {"NAME": "chalk_test"},
    }
}

STATIC_URL = "/static/"
STATIC_ROOT = ROOT / "server" / "static_collected"
STATICFILES_DIRS = [("web", ROOT / "web" / "dist")] if (ROOT / "web" / "dist").exists() else []
WHITENOISE_KEEP_ONLY_HASHED_FILES = False
WHITENOISE_MAX_AGE = 31536000 if SECURE else 60

CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": ["'self'"],
        "style-src": ["'self'", "'unsafe-inline'"],
        "img-src": ["'self'", "data:"],
        "frame-ancestors": ["'none'"],
        "form-action": ["'self'"],
        "base-uri": ["'self'"],
    }
}
SESSION_COOKIE_HTTPONLY = True
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = SECURE
CSRF_TRUSTED_ORIGINS = [ADDRESS]
SECURE_HSTS_SECONDS = 31536000 if SECURE else 0
SECURE_REFERRER_POLICY = "same-origin"  # a member's link must not leave in a Referer
DATA_UPLOAD_MAX_MEMORY_SIZE = 4_000_000
USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en"
USE_I18N = False
TEST_RUNNER = "server.test_runner.PlainRunner"
