"""Settings: one process, one SQLite file, strict by default, loosened for localhost only.

Environment: BUCEPHAL_SECRET_KEY, BUCEPHAL_HOSTS (comma-separated; anything but localhost
turns on secure cookies and HSTS), BUCEPHAL_DATA (folder of the database), DATABASE_URL.
"""

from __future__ import annotations

import os
import secrets
from pathlib import Path

import dj_database_url

BASE_DIR = Path(__file__).resolve().parent.parent
REPO_DIR = BASE_DIR.parent
DATA_DIR = Path(os.environ.get("BUCEPHAL_DATA", REPO_DIR / "var"))
WEB_DIST = Path(os.environ.get("BUCEPHAL_WEB_DIST", REPO_DIR / "web" / "dist"))

LOCAL_HOSTS = ("localhost", "127.0.0.1", "[::1]")
ALLOWED_HOSTS = [host for host in os.environ.get("BUCEPHAL_HOSTS", "").split(",") if host] or list(
    LOCAL_HOSTS
)
IS_LOCAL = all(host in LOCAL_HOSTS for host in ALLOWED_HOSTS)
DEBUG = os.environ.get("BUCEPHAL_DEBUG") == "1"


def _secret_key() -> str:
    """From the environment, or made once and kept beside the database, readable by us only."""
    given = os.environ.get("BUCEPHAL_SECRET_KEY")
    if given:
        return given
    path = DATA_DIR / "secret-key"
    if not path.exists():
        DATA_DIR.mkdir(parents=True, exist_ok=True)
        path.touch(mode=0o600)
        path.write_text(secrets.token_urlsafe(50))
    return path.read_text()


SECRET_KEY = _secret_key()

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "axes",
    "csp",
    "ninja",
    "accounts",
    "yards",
    "horses",
    "training",
    "derived",
    "reading",
]

MIDDLEWARE = [
    "django.middleware.security.SecurityMiddleware",
    # Before WhiteNoise, so that the page and its assets carry the policy too.
    "csp.middleware.CSPMiddleware",
    "bucephal_server.assets.Assets",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
    "bucephal_server.told.which_api",
]

ROOT_URLCONF = "bucephal_server.urls"
WSGI_APPLICATION = "bucephal_server.wsgi.application"
TEMPLATES: list[dict[str, object]] = []

DATABASES = {"default": dj_database_url.config(default=f"sqlite:///{DATA_DIR / 'bucephal.sqlite3'}")}
if DATABASES["default"]["ENGINE"] == "django.db.backends.sqlite3":
    DATABASES["default"]["OPTIONS"] = {
        "transaction_mode": "IMMEDIATE",
        "timeout": 20,
        # FULL: what is answered as saved is on the disk, and a power cut does not take it back.
        "init_command": "PRAGMA journal_mode=WAL; PRAGMA synchronous=FULL; PRAGMA foreign_keys=ON;",
    }

AUTH_USER_MODEL = "accounts.User"
AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "django.contrib.auth.backends.ModelBackend",
]
PASSWORD_HASHERS = [
    "django.contrib.auth.hashers.Argon2PasswordHasher",
    "django.contrib.auth.hashers.PBKDF2PasswordHasher",
]
AUTH_PASSWORD_VALIDATORS = [
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
    {
        "NAME": "django.contrib.auth.password_validation.MinimumLengthValidator",
        "OPTIONS": {"min_length": 10},
    },
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
]
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = 0.25  # hours
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
AXES_RESET_ON_SUCCESS = True

SESSION_COOKIE_AGE = 60 * 60 * 24 * 60
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_SECURE = not IS_LOCAL
CSRF_COOKIE_SECURE = not IS_LOCAL
CSRF_COOKIE_SAMESITE = "Lax"
CSRF_FAILURE_VIEW = "bucephal_server.api.forged"
CSRF_TRUSTED_ORIGINS = [] if IS_LOCAL else [f"https://{host}" for host in ALLOWED_HOSTS]
SECURE_HSTS_SECONDS = 0 if IS_LOCAL else 60 * 60 * 24 * 365
SECURE_SSL_REDIRECT = not IS_LOCAL
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https")
SECURE_CONTENT_TYPE_NOSNIFF = True
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"

# The style library opens empty <style> elements and fills them by script: only their (empty)
# text has to be allowed, by its hash.
EMPTY_STYLE = "'sha256-47DEQpj8HBSa+/TImW+5JCeuQeRkm5NMpJWZG3hSuFU='"
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": ["'self'"],
        "script-src": ["'self'"],
        "style-src": ["'self'", EMPTY_STYLE],
        "img-src": ["'self'", "data:"],
        "font-src": ["'self'"],
        "connect-src": ["'self'"],
        "worker-src": ["'self'"],
        "object-src": ["'none'"],
        "base-uri": ["'none'"],
        "form-action": ["'self'"],
        "frame-ancestors": ["'none'"],
    }
}

# The built web application is served from the root: hashed assets for ever, the page never.
WHITENOISE_ROOT = WEB_DIST if WEB_DIST.exists() else None
WHITENOISE_INDEX_FILE = False
STATIC_URL = "static/"


def WHITENOISE_IMMUTABLE_FILE_TEST(path: str, url: str) -> bool:  # noqa: N802 - WhiteNoise's name
    return url.startswith("/assets/")


DATA_UPLOAD_MAX_MEMORY_SIZE = 5 * 1024 * 1024

USE_TZ = True
TIME_ZONE = os.environ.get("BUCEPHAL_TIME_ZONE", "Europe/London")
# HH:MM, for pictures and journeys only: otherwise what is placed in the day would depend on when they run.
FIXED_HOUR = os.environ.get("BUCEPHAL_FIXED_HOUR")
LANGUAGE_CODE = "en-gb"
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
}
