"""Settings: one process, one SQLite file, strict by default, loosened for localhost only.

Environment:
    BUCEPHAL_HOSTS: the names under which it is found, comma-separated; localhost if none is given.
    BUCEPHAL_PROXY: the address of the proxy that ends TLS in front of it; what that one says of a
        request (from
        where, over what) is believed, and what anybody else says of it is not.
    BUCEPHAL_PLAIN_HTTP: 1 in a network of one's own without TLS: nothing is secret from others in it.
    BUCEPHAL_DATA: the folder of the database and everything else that is kept. DATABASE_URL:
        another database.
    BUCEPHAL_ARCHIVES_KEPT: how many archives stay of those that are made each night (14); 0: none is made.
    BUCEPHAL_SECRET_KEY, BUCEPHAL_HSTS_DAYS, BUCEPHAL_TIME_ZONE, BUCEPHAL_DEBUG.
"""

from __future__ import annotations

import os
from pathlib import Path

import dj_database_url
from data_folder import open_folder, secret_key
from django.core.exceptions import ImproperlyConfigured

BASE_DIR = Path(__file__).resolve().parent.parent
REPO_DIR = BASE_DIR.parent
DATA_DIR = Path(os.environ.get("BUCEPHAL_DATA", REPO_DIR / "var"))
WEB_DIST = Path(os.environ.get("BUCEPHAL_WEB_DIST", REPO_DIR / "web" / "dist"))
open_folder(DATA_DIR)

LOCAL_HOSTS = ("localhost", "127.0.0.1", "[::1]")
ALLOWED_HOSTS = [host for host in os.environ.get("BUCEPHAL_HOSTS", "").split(",") if host] or list(
    LOCAL_HOSTS
)
IS_LOCAL = all(host in LOCAL_HOSTS for host in ALLOWED_HOSTS)
PROXY = os.environ.get("BUCEPHAL_PROXY") or None
IS_PLAIN = os.environ.get("BUCEPHAL_PLAIN_HTTP") == "1"
IS_SECURE = PROXY is not None
if not (IS_LOCAL or IS_SECURE or IS_PLAIN):
    raise ImproperlyConfigured(
        f"BUCEPHAL_HOSTS is {','.join(ALLOWED_HOSTS)}: name the proxy that ends TLS in BUCEPHAL_PROXY "
        "(the address it connects from, for example 127.0.0.1), or set BUCEPHAL_PLAIN_HTTP=1 to be found "
        "without TLS"
    )
DEBUG = os.environ.get("BUCEPHAL_DEBUG") == "1"

ARCHIVES_KEPT = int(os.environ.get("BUCEPHAL_ARCHIVES_KEPT", "14"))

SECRET_KEY = os.environ.get("BUCEPHAL_SECRET_KEY") or secret_key(DATA_DIR)

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "csp",
    "ninja",
    "accounts",
    "yards",
    "ground",
    "horses",
    "training",
    "pictures",
    "derived",
    "reading",
    "exchange",
]

MIDDLEWARE = [
    # Outermost: what any of the others refuses has the API's one shape too.
    "bucephal_server.response_headers.which_api",
    "django.middleware.security.SecurityMiddleware",
    # Before WhiteNoise, so that the page and its assets carry the policy too.
    "csp.middleware.CSPMiddleware",
    "bucephal_server.assets.Assets",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
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
AUTHENTICATION_BACKENDS = ["django.contrib.auth.backends.ModelBackend"]
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
    {"NAME": "django.contrib.auth.password_validation.NumericPasswordValidator"},
]
SESSION_ENGINE = "accounts.devices"
SESSION_COOKIE_AGE = 60 * 60 * 24 * 60
SESSION_COOKIE_SAMESITE = "Lax"
SESSION_COOKIE_SECURE = IS_SECURE
CSRF_COOKIE_SECURE = IS_SECURE
CSRF_COOKIE_SAMESITE = "Lax"
CSRF_FAILURE_VIEW = "bucephal_server.api.forged"
# 0 where the certificate is the yard's own: a browser that once heard it would not go back.
HSTS_DAYS = int(os.environ.get("BUCEPHAL_HSTS_DAYS", "365"))
SECURE_HSTS_SECONDS = 60 * 60 * 24 * HSTS_DAYS if IS_SECURE else 0
SECURE_HSTS_INCLUDE_SUBDOMAINS = IS_SECURE
# A yard's address is not for the browsers' own lists, which no one can leave again.
SILENCED_SYSTEM_CHECKS = ["security.W021"]
SECURE_SSL_REDIRECT = IS_SECURE
# Whoever watches the machine asks it directly.
SECURE_REDIRECT_EXEMPT = [r"^api/health$"]
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

# A stand-in for a mail server: messages become files.
EMAIL_BACKEND = "accounts.mailbox.EmailBackend"
EMAIL_FILE_PATH = DATA_DIR / "mail"
DEFAULT_FROM_EMAIL = f"Bucephal <bucephal@{ALLOWED_HOSTS[0].strip('[]')}>"

USE_TZ = True
TIME_ZONE = os.environ.get("BUCEPHAL_TIME_ZONE", "Europe/London")
LANGUAGE_CODE = "en-gb"
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "handlers": {"console": {"class": "logging.StreamHandler"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
}
