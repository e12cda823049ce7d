"""Settings. Everything that differs between machines comes from the environment.

The defaults are those of production: HTTPS only, secure cookies. `./zollstock demo` and the
tests say otherwise through the environment (see docs/running.md).
"""

from __future__ import annotations

import os
from datetime import timedelta
from pathlib import Path

from csp.constants import NONE, SELF
from django.core.exceptions import ImproperlyConfigured

PROJECT = Path(__file__).resolve().parents[3]
VAR = Path(os.environ.get("ZOLLSTOCK_VAR", PROJECT / "var"))


def _needed(name: str) -> str:
    try:
        return os.environ[name]
    except KeyError:
        raise ImproperlyConfigured(
            f"{name} is not set; start with ./zollstock, or see docs/running.md"
        ) from None


SECRET_KEY = _needed("ZOLLSTOCK_SECRET_KEY")
DEBUG = False
HTTPS = os.environ.get("ZOLLSTOCK_HTTPS", "1") == "1"
ALLOWED_HOSTS = os.environ.get("ZOLLSTOCK_HOSTS", "127.0.0.1,localhost").split(",")
CSRF_TRUSTED_ORIGINS = [item for item in os.environ.get("ZOLLSTOCK_ORIGINS", "").split(",") if item]

# Set by `./zollstock demo` alone: the login that its sign-in page tells everybody.
DEMO_LOGIN = os.environ.get("ZOLLSTOCK_DEMO_LOGIN", "")

INSTALLED_APPS = [
    "django.contrib.auth",
    "django.contrib.contenttypes",
    "django.contrib.sessions",
    "django.contrib.staticfiles",
    "axes",
    "csp",
    "ninja",
    "zollstock.longwork",
    "zollstock.accounts",
    "zollstock.sizes",
    "zollstock.stock",
    "zollstock.devices",
    "zollstock.labs",
    "zollstock.prices",
    "zollstock.times",
    "zollstock.profiles",
    "zollstock.trials",
    "zollstock.printlog",
    "zollstock.pictures",
    "zollstock.gamuts",
    "zollstock.jobs",
    "zollstock.proofs",
    "zollstock.rescues",
    "zollstock.renders",
    "zollstock.batches",
    "zollstock.room",
    "zollstock.demo",
]
MIDDLEWARE = [
    "zollstock.site.middleware.callers_address",
    "zollstock.site.middleware.one_shape",
    "zollstock.site.middleware.no_forms",
    "django.middleware.security.SecurityMiddleware",
    "whitenoise.middleware.WhiteNoiseMiddleware",
    "csp.middleware.CSPMiddleware",
    "django.contrib.sessions.middleware.SessionMiddleware",
    "django.middleware.common.CommonMiddleware",
    "django.middleware.csrf.CsrfViewMiddleware",
    "django.contrib.auth.middleware.AuthenticationMiddleware",
    "zollstock.site.lanes.own_share",
    "zollstock.accounts.once.once",
    "django.middleware.clickjacking.XFrameOptionsMiddleware",
    "axes.middleware.AxesMiddleware",
]
ROOT_URLCONF = "zollstock.site.urls"
WSGI_APPLICATION = "zollstock.site.wsgi.application"
DEFAULT_AUTO_FIELD = "django.db.models.BigAutoField"
TEMPLATES: list[dict[str, object]] = []
USE_TZ = True
TIME_ZONE = "UTC"
LANGUAGE_CODE = "en"

DATABASES = {
    "default": {
        "ENGINE": "django.db.backends.mysql",
        "NAME": os.environ.get("ZOLLSTOCK_DB_NAME", "zollstock"),
        "USER": os.environ.get("ZOLLSTOCK_DB_USER", "zollstock"),
        "PASSWORD": os.environ.get("ZOLLSTOCK_DB_PASSWORD", ""),
        # A path is a socket on this machine, anything else a host.
        "HOST": os.environ.get("ZOLLSTOCK_DB_HOST", "127.0.0.1"),
        "PORT": os.environ.get("ZOLLSTOCK_DB_PORT", ""),
        "CONN_MAX_AGE": 60,
        "CONN_HEALTH_CHECKS": True,
        "OPTIONS": {"charset": "utf8mb4", "isolation_level": "read committed"},
        "TEST": {"CHARSET": "utf8mb4", "COLLATION": "utf8mb4_nopad_bin"},
    }
}

# redis://host:port, or redis+socket:///path for a socket on this machine.
REDIS = os.environ.get("ZOLLSTOCK_REDIS", "redis://127.0.0.1:6379")
_socket = REDIS.removeprefix("redis+socket://") if REDIS.startswith("redis+socket://") else None
# Two of Redis' numbered databases from this one on: messages, and the cache.
_first = int(os.environ.get("ZOLLSTOCK_REDIS_DB", 0))
CACHES = {
    "default": {
        "BACKEND": "django.core.cache.backends.redis.RedisCache",
        "LOCATION": f"unix://{_socket}?db={_first + 1}" if _socket else f"{REDIS}/{_first + 1}",
    }
}
CELERY_BROKER_URL = f"{REDIS}?virtual_host={_first}" if _socket else f"{REDIS}/{_first}"
CELERY_TASK_IGNORE_RESULT = True
CELERY_TASK_ACKS_LATE = True
CELERY_TASK_REJECT_ON_WORKER_LOST = True
CELERY_WORKER_PREFETCH_MULTIPLIER = 1
CELERY_WORKER_HIJACK_ROOT_LOGGER = False
CELERY_BROKER_CONNECTION_RETRY_ON_STARTUP = True
# Reading in what is compiled takes a moment on a slow machine.
CELERY_WORKER_PROC_ALIVE_TIMEOUT = 60.0
CELERY_TASK_DEFAULT_QUEUE = "quick"
# A worker that has lost its broker goes on with what it has in hand, and looks for the broker again.
CELERY_WORKER_CANCEL_LONG_RUNNING_TASKS_ON_CONNECTION_LOSS = False
CELERY_BROKER_CONNECTION_MAX_RETRIES = None
CELERY_BROKER_TRANSPORT_OPTIONS = {"socket_connect_timeout": 2, "socket_timeout": 10}
# So many rows of one place in a list: prints that came together may all have one.
NINJA_PAGINATION_MAX_OFFSET = 100_000
CELERY_BEAT_SCHEDULE_FILENAME = str(VAR / "beat")

# In the database alone: nobody is signed out, or kept waiting, by a Redis that is away.
SESSION_ENGINE = "django.contrib.sessions.backends.db"
SESSION_COOKIE_AGE = 60 * 60 * 24 * 30
SESSION_COOKIE_SECURE = CSRF_COOKIE_SECURE = HTTPS
SESSION_COOKIE_SAMESITE = CSRF_COOKIE_SAMESITE = "Lax"
CSRF_FAILURE_VIEW = "zollstock.site.pages.csrf_failure"
SECURE_SSL_REDIRECT = HTTPS
SECURE_PROXY_SSL_HEADER = ("HTTP_X_FORWARDED_PROTO", "https") if HTTPS else None
SECURE_HSTS_SECONDS = 60 * 60 * 24 * 365 if HTTPS else 0
# Preloading binds a whole domain for years: only where somebody asks for it.
SECURE_HSTS_PRELOAD = SECURE_HSTS_INCLUDE_SUBDOMAINS = (
    HTTPS and os.environ.get("ZOLLSTOCK_HSTS_PRELOAD") == "1"
)
SECURE_REFERRER_POLICY = "same-origin"
X_FRAME_OPTIONS = "DENY"
CONTENT_SECURITY_POLICY = {
    "DIRECTIVES": {
        "default-src": [NONE],
        "script-src": [SELF],
        "style-src": [SELF],
        # React sets positions through the CSSOM, which needs no allowance; no inline styles.
        "img-src": [SELF, "blob:", "data:"],
        "font-src": [SELF],
        "connect-src": [SELF],
        "form-action": [SELF],
        "base-uri": [NONE],
        "frame-ancestors": [NONE],
    }
}

AUTHENTICATION_BACKENDS = [
    "axes.backends.AxesStandaloneBackend",
    "django.contrib.auth.backends.ModelBackend",
]
AUTH_PASSWORD_VALIDATORS = [
    {
        "NAME": "django.contrib.auth.password_validation.MinimumLengthValidator",
        "OPTIONS": {"min_length": 10},
    },
    {"NAME": "django.contrib.auth.password_validation.CommonPasswordValidator"},
    {"NAME": "django.contrib.auth.password_validation.UserAttributeSimilarityValidator"},
    {"NAME": "zollstock.accounts.passwords.NotTheNameAgain"},
]
AXES_FAILURE_LIMIT = 8
AXES_COOLOFF_TIME = timedelta(minutes=10)
AXES_LOCKOUT_PARAMETERS = [["username", "ip_address"]]
# So many wrong tries from one address within that time, whatever the names, close its door as well.
ADDRESS_FAILURE_LIMIT = 40
CLIENT_HEADER = os.environ.get("ZOLLSTOCK_CLIENT_HEADER", "")
AXES_VERBOSE = False
AXES_LOCKOUT_CALLABLE = "zollstock.site.pages.locked_out"

FRONTEND = PROJECT / "frontend" / "dist"
STATIC_URL = "/static/"
STATIC_ROOT = VAR / "static"
STATICFILES_DIRS = [FRONTEND] if FRONTEND.is_dir() else []
STORAGES = {
    "default": {"BACKEND": "django.core.files.storage.FileSystemStorage"},
    # What a browser reads first is a third as long on its way; packed once, when it is collected.
    "staticfiles": {"BACKEND": "whitenoise.storage.CompressedStaticFilesStorage"},
}
WHITENOISE_MAX_AGE = 3600
WHITENOISE_ALLOW_ALL_ORIGINS = False
# The build names its files by their content, so they may be kept for ever.
WHITENOISE_IMMUTABLE_FILE_TEST = r"^.+[.-][0-9a-zA-Z_-]{8}\..+$"

MEDIA_ROOT = Path(os.environ.get("ZOLLSTOCK_MEDIA", VAR / "media"))
# Pictures unpacked for looking at, of this machine alone; what is lost there is made again.
UNPACKED_ROOT = Path(os.environ.get("ZOLLSTOCK_UNPACKED", VAR / "unpacked"))
UNPACKED_MOST_BYTES = int(os.environ.get("ZOLLSTOCK_UNPACKED_BYTES", 4 * 2**30))
# Whether nginx stands before the application and sends stored files itself (launcher/front.py).
#: Which lane this process serves (`site.lanes`); empty for the web's own.
LANE = os.environ.get("ZOLLSTOCK_LANE", "")
FRONT_SENDS_FILES = os.environ.get("ZOLLSTOCK_FRONT") == "1"
FILE_UPLOAD_PERMISSIONS = 0o600
# Request bodies that are read whole (plans, forms); pictures are streamed under their own limit.
DATA_UPLOAD_MAX_MEMORY_SIZE = 2 * 2**20
#: Services of labs that orders may be sent to, by their names: `simulated=http://127.0.0.1:8433,…`. Rows name one of them.
LAB_SERVICES = dict(
    one.split("=", 1) for one in os.environ.get("ZOLLSTOCK_LABS", "").split(",") if "=" in one
)

UPLOAD_MOST_BYTES = int(os.environ.get("ZOLLSTOCK_MOST_BYTES", 2**30))
# What one account may keep, pictures and made files together.
ACCOUNT_MOST_BYTES = int(os.environ.get("ZOLLSTOCK_ACCOUNT_BYTES", 50 * 10**9))
UPLOAD_MOST_PIXELS = int(os.environ.get("ZOLLSTOCK_MOST_PIXELS", 10**9))

LOGGING = {
    "version": 1,
    "disable_existing_loggers": False,
    "formatters": {"line": {"format": "{asctime} {levelname} {name}: {message}", "style": "{"}},
    "handlers": {"console": {"class": "logging.StreamHandler", "formatter": "line"}},
    "root": {"handlers": ["console"], "level": "WARNING"},
    "loggers": {"zollstock": {"level": "INFO"}},
}
# W005 and W021 ask for HSTS on subdomains and preloading, which is for the owner to ask for.
SILENCED_SYSTEM_CHECKS = ["axes.W006", "security.W005", "security.W021"]
