"""The front of the web: nginx, which takes in slow requests whole before anybody's thread is asked.

Without it a dozen connections that send a byte now and then would hold every thread of the web server.
Headers, bodies and idle lines have limits; what is too large, of a wrong kind, or from nobody who is
signed in is refused before it is taken in.
"""

from __future__ import annotations

import json
import os
from collections.abc import Mapping
from pathlib import Path

#: Bodies of ordinary requests (plans, forms, tables), bytes; larger than what the application takes.
MOST_BODY = 4 * 2**20
#: Where whole files come in; who sends them is asked first.
UPLOADS = ("/api/pictures", "/api/jobs/archive")
#: Where pieces of files come in, and how large one may be with what the sender adds, bytes.
PIECES, MOST_PIECE = "^/api/parcels/[0-9a-f-]+$", 9 * 2**20
#: What takes long goes to processes of its own, which stand back behind a moving hand, and what streams to others
#: with many lines, each of which a slow reader may hold: the lanes (`zollstock.site.lanes` has the rest).
LANES = {
    "heavy": r"^/api/(layouts/reckon|layouts/\d+/orders|layouts/\d+/(wall|hanging|pieces)\.\w+|leave-room\.(png|pdf)|canvas\.\w+"
    r"|(prints|jobs)/\d+/(workshop|cutting|sizes|ticket|contact)\.\w+|devices/[^/]+/feeds/[^/]+/sheet\.pdf"
    r"|(sensors|log|due)\.pdf)$",
    "streams": r"^/api/((orders|order-lines)/[0-9a-f-]+/files\.(zip|csv)|jobs/\d+/(archive|files\.zip))$",
}
#: An ordinary answer that a slow reader has not taken yet waits here, at most so large, bytes; streams do not wait.
_MOST_SPOOLED = 8 * 2**20
_MODULES = Path("/usr/lib/nginx/modules")

#: What is said in the API's own shape when nginx itself has to answer.
_WORDS = {
    400: "This request was not understood.",
    401: "Sign in first.",
    403: "There is nothing at this address.",
    404: "There is nothing at this address.",
    405: "This cannot be done at this address.",
    408: "The request took too long to arrive. Nothing was changed; try again.",
    413: "This is larger than what can be taken here. Nothing was stored.",
    414: "This address is too long.",
    415: "Files and forms are not taken in this way. Nothing was stored.",
    416: "There is no such part of this file.",
    431: "This request carries too much before its body.",
    500: "The application does not answer yet. What was saved before is safe; try again in a moment.",
    501: "This cannot be done in this way.",
    502: "The application does not answer yet. What was saved before is safe; try again in a moment.",
    503: "The application does not answer yet. What was saved before is safe; try again in a moment.",
    504: "The application took too long to answer. What was saved before is safe; try again.",
}
#: What nginx answers with another number than its own: it has no telling one for these.
_AS = {
    403: 404,
    505: 400,
    494: 431,
    495: 400,
    496: 400,
    497: 400,
    500: 503,
    502: 503,
    504: 503,
}


def configuration(
    folder: Path,
    port: int,
    app: Path,
    media: Path,
    most_upload: int,
    client_header: str = "",
    lanes: Mapping[str, Path] | None = None,
) -> str:
    """nginx's configuration: listens on loopback at `port`, passes on to the socket `app`, or to those of `lanes`.

    `folder` is for its own files. `client_header` names the header in which a trusted proxy before
    this one tells the caller's address (`ZOLLSTOCK_CLIENT_HEADER`).
    """
    module = _MODULES / "ngx_http_headers_more_filter_module.so"
    trusted = ""
    if client_header:
        trusted = (
            "set_real_ip_from 127.0.0.1; set_real_ip_from ::1; real_ip_recursive on;\n"
            f"    real_ip_header {client_header};"
        )
    lanes = lanes or {}
    upstreams = "\n  ".join(
        f"upstream {name} {{ server unix:{path} fail_timeout=0; }}" for name, path in lanes.items()
    )
    own = "\n".join(
        f"""    location ~ {LANES[name]} {{
      if ($form) {{ return 415; }}
      {"proxy_buffering off; proxy_max_temp_file_size 0;" if name == "streams" else ""}
      proxy_pass http://{name};
    }}"""
        for name in lanes
    )
    places = [(f"= {address}", most_upload + 2**20) for address in UPLOADS]
    uploads = "\n".join(
        f"""    location {address} {{
      if ($form) {{ return 415; }}
      auth_request /-who;
      client_max_body_size {most};
      proxy_pass http://app;
    }}"""
        for address, most in (*places, (f"~ {PIECES}", MOST_PIECE))
    )
    return f"""{f"load_module {module};" if module.exists() else ""}
{"user " + _me() + ";" if os.geteuid() == 0 else ""}
daemon off;
worker_processes 1;
pid {folder}/nginx.pid;
error_log stderr error;
worker_rlimit_nofile 8192;
events {{ worker_connections 4000; }}
http {{
  include /etc/nginx/mime.types;
  access_log off;
  server_tokens off;
  {"more_clear_headers Server;" if module.exists() else ""}
  client_body_temp_path {folder}/body;
  proxy_temp_path {folder}/proxy;
  fastcgi_temp_path {folder}/unused;
  uwsgi_temp_path {folder}/unused;
  scgi_temp_path {folder}/unused;
  client_header_timeout 15s;
  client_body_timeout 30s;
  send_timeout 60s;
  keepalive_timeout 60s;
  reset_timedout_connection on;
  large_client_header_buffers 4 16k;
  client_max_body_size {MOST_BODY};
  proxy_http_version 1.1;
  proxy_read_timeout 130s;
  proxy_connect_timeout 5s;
  proxy_max_temp_file_size {_MOST_SPOOLED};
  map $http_content_type $form {{
    default 0;
    "~*^\\s*multipart/" 1;
    "~*^\\s*application/x-www-form-urlencoded" 1;
  }}
  map $http_x_forwarded_proto $scheme_outside {{ default $http_x_forwarded_proto; "" $scheme; }}
  upstream app {{ server unix:{app} fail_timeout=0; }}
  {upstreams}
  server {{
    listen 127.0.0.1:{port} backlog=1024;
    {trusted}
    proxy_set_header Host $http_host;
    proxy_set_header X-Real-IP $remote_addr;
    proxy_set_header X-Forwarded-Proto $scheme_outside;
    proxy_set_header Connection "";
{_error_pages()}
    location / {{
      if ($form) {{ return 415; }}
      proxy_pass http://app;
    }}
{own}
{uploads}
    location = /-who {{
      internal;
      client_max_body_size 0;
      proxy_pass http://app/api/session;
      proxy_method GET;
      proxy_pass_request_body off;
      proxy_set_header Content-Length "";
      proxy_set_header Host $http_host;
      proxy_set_header X-Real-IP $remote_addr;
      proxy_set_header X-Forwarded-Proto $scheme_outside;
      proxy_set_header Connection "";
    }}
    location /-media/ {{
      internal;
      alias {media}/;
      # What the application said of these is not taken over with the file.
      add_header X-Content-Type-Options nosniff;
      add_header Content-Security-Policy "default-src 'none'; frame-ancestors 'none'; sandbox";
      add_header X-Frame-Options DENY;
      add_header Referrer-Policy same-origin;
    }}
  }}
}}
"""


def _error_pages() -> str:
    """Whole addresses, not named places: those want an address that was understood."""
    lines = []
    for code in (*(code for code in _WORDS if code != 431), 494, 495, 496, 497, 505):
        told = _AS.get(code, code)
        lines.append(f"    error_page {code} ={told} /-said-{told};")
    for told in sorted(set(_WORDS) - set(_AS) | {431, 503}):
        answer = json.dumps({"message": _WORDS[told], "problems": []})
        more = "add_header Retry-After 2 always; " if told == 503 else ""
        lines.append(
            f"    location = /-said-{told} {{ internal; client_max_body_size 0; "
            f"default_type application/json; {more}"
            f"return {told} '{answer}'; }}"
        )
    return "\n".join(lines)


def _me() -> str:
    import pwd

    return pwd.getpwuid(os.geteuid()).pw_name
