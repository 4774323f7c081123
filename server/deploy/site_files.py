"""Writes nginx's side of a yard that is served over TLS: the one configuration there is, tried in a test.

python deploy/site_files.py yard.example --certificate FILE --key FILE [--https-port 443] > /etc/nginx/...
"""

from __future__ import annotations

import argparse
import os
import re
import shutil
import subprocess
import sys
from dataclasses import dataclass
from pathlib import Path
from typing import Self

# Debian puts it where only root looks.
NGINX = shutil.which("nginx", path=f"{os.environ.get('PATH', '')}:/usr/sbin") or "nginx"
TEMPLATE = Path(__file__).with_name("site.conf")
HOST = re.compile(r"^[A-Za-z0-9][A-Za-z0-9.-]*$")


def site(
    host: str, certificate: Path, key: Path, *, upstream: str = "127.0.0.1:8000", http_port: int = 80,
    https_port: int = 443,
) -> str:  # fmt: skip
    """The configuration, for nginx's ``http`` block.

    Args:
        host: the name under which the yard is found.
        certificate, key: files that nginx may read.
        upstream: where the server listens.

    Raises:
        ValueError: if the host is no name and no address.
    """
    if not HOST.match(host):
        raise ValueError(f"host: {host!r} is not a name or an address")
    words = {
        "host": host, "certificate": certificate, "key": key, "upstream": upstream, "http_port": http_port,
        "https_port": https_port, "public": host if https_port == 443 else f"{host}:{https_port}",
    }  # fmt: skip
    text = TEMPLATE.read_text(encoding="utf-8")
    for name, value in words.items():
        text = text.replace(f"@{name}@", str(value))
    return text


@dataclass(frozen=True)
class Certificate:
    """A certificate of one's own and the authority that signed it: a phone that trusts the one takes the
    other.
    """

    certificate: Path
    key: Path
    authority: Path

    @classmethod
    def of(cls, folder: Path, names: list[str]) -> Self:
        """Made once for these names; made anew where they have become others."""
        folder.mkdir(mode=0o700, parents=True, exist_ok=True)
        made = cls(folder / "yard.crt", folder / "yard.key", folder / "authority.crt")
        for_names = folder / "names"
        said = ",".join(names)
        if not made.key.exists() or not for_names.exists() or for_names.read_text() != said:
            made._make(folder, names)
            for_names.write_text(said)
        return made

    def _make(self, folder: Path, names: list[str]) -> None:
        authority_key = folder / "authority.key"
        if not authority_key.exists():
            _openssl(
                "req", "-x509", "-newkey", "ec", "-pkeyopt", "ec_paramgen_curve:prime256v1", "-noenc",
                "-days", "3650", "-subj", "/CN=Bucephal of this yard", "-keyout", authority_key, "-out",
                self.authority,
            )  # fmt: skip
        alternatives = ",".join(
            f"{'IP' if _is_address(name) else 'DNS'}:{name}" for name in (*names, "localhost")
        )
        _openssl(
            "req", "-x509", "-newkey", "ec", "-pkeyopt", "ec_paramgen_curve:prime256v1", "-noenc", "-days",
            "800", "-subj", f"/CN={names[0]}", "-addext", f"subjectAltName={alternatives}", "-addext",
            "basicConstraints=critical,CA:FALSE", "-addext", "extendedKeyUsage=serverAuth", "-CA",
            self.authority, "-CAkey", authority_key, "-keyout", self.key, "-out", self.certificate,
        )  # fmt: skip
        for path in folder.glob("*.key"):
            path.chmod(0o600)


def _is_address(name: str) -> bool:
    return re.fullmatch(r"[0-9.]+", name) is not None or ":" in name


def _openssl(*arguments: str | Path) -> None:
    subprocess.run(["openssl", *map(str, arguments)], check=True, capture_output=True)


MAIN = """\
# Written by Bucephal: a whole nginx of its own, that needs no root.
{user}pid {folder}/nginx.pid;
error_log {folder}/error.log;
worker_processes 1;
events {{ worker_connections 1024; }}
http {{
    access_log off;
    types {{ }}
    default_type application/octet-stream;
    client_body_temp_path {folder}/body;
    proxy_temp_path {folder}/proxy;
    fastcgi_temp_path {folder}/fastcgi;
    uwsgi_temp_path {folder}/uwsgi;
    scgi_temp_path {folder}/scgi;
    include {folder}/site.conf;
}}
"""


def nginx_main(
    folder: Path, host: str, certificate: Certificate, *, upstream_port: int, http_port: int, https_port: int
) -> Path:
    """A configuration with which nginx runs as whoever starts it, the site in it."""
    folder.mkdir(mode=0o700, parents=True, exist_ok=True)
    written = site(
        host, certificate.certificate, certificate.key, upstream=f"127.0.0.1:{upstream_port}",
        http_port=http_port, https_port=https_port,
    )  # fmt: skip
    (folder / "site.conf").write_text(written)
    path = folder / "nginx.conf"
    # Started by root, its workers would be somebody who may not read here.
    user = "user root;\n" if os.getuid() == 0 else ""
    path.write_text(MAIN.format(folder=folder, user=user))
    return path


def main() -> None:
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("host")
    parser.add_argument("--certificate", type=Path, required=True)
    parser.add_argument("--key", type=Path, required=True)
    parser.add_argument("--upstream", default="127.0.0.1:8000")
    parser.add_argument("--http-port", type=int, default=80)
    parser.add_argument("--https-port", type=int, default=443)
    options = vars(parser.parse_args())
    try:
        sys.stdout.write(site(options.pop("host"), options.pop("certificate"), options.pop("key"), **options))
    except ValueError as error:
        sys.exit(str(error))


if __name__ == "__main__":
    main()
