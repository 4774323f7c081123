"""Serves a yard from its own machine to the phones in its network (`make serve`).

With nginx and openssl on the machine: over TLS, with a certificate of the yard's own, made once. A phone that
trusts it works without signal too; without that it can look on, but keeps nothing. Where either is missing
it is served as plain http, and says so.

Environment: BUCEPHAL_DATA (var/yard), BUCEPHAL_HOSTS (this machine's name and address),
BUCEPHAL_PORT (8443; 8080 without TLS).
"""

from __future__ import annotations

import os
import shutil
import signal
import socket
import subprocess
import sys
import time
from contextlib import suppress
from pathlib import Path

SERVER = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(SERVER), str(SERVER / "deploy")]

from site_files import NGINX, Certificate, nginx_main  # type: ignore[import-not-found]  # noqa: E402


def hosts() -> list[str]:
    """The name and the address under which this machine is found in its network."""
    given = os.environ.get("BUCEPHAL_HOSTS")
    if given:
        return given.split(",")
    found = [socket.gethostname()]
    with suppress(OSError), socket.socket(socket.AF_INET, socket.SOCK_DGRAM) as probe:
        # Nothing is sent: it only asks which way it would go.
        probe.connect(("10.255.255.255", 9))
        found.append(probe.getsockname()[0])
    return found


def main() -> None:
    data = Path(os.environ.get("BUCEPHAL_DATA", SERVER.parent / "var" / "yard"))
    data.mkdir(mode=0o700, parents=True, exist_ok=True)
    names = hosts()
    env = os.environ | {"BUCEPHAL_DATA": str(data), "BUCEPHAL_HOSTS": ",".join((*names, "localhost"))}
    if shutil.which(NGINX) and shutil.which("openssl"):
        over_tls(data, names, env)
    else:
        plainly(names, env)


def over_tls(data: Path, names: list[str], env: dict[str, str]) -> None:
    port = int(env.get("BUCEPHAL_PORT", "8443"))
    certificate = Certificate.of(data / "tls", names)
    # The two after it: for whoever comes without TLS, and the server itself, which only this machine reaches.
    http_port, upstream_port = port + 1, port + 2
    env |= {"BUCEPHAL_PROXY": "127.0.0.1", "BUCEPHAL_PORT": str(upstream_port), "BUCEPHAL_HSTS_DAYS": "0"}
    migrate(env)
    config = nginx_main(
        data / "nginx",
        names[0],
        certificate,
        upstream_port=upstream_port,
        http_port=http_port,
        https_port=port,
    )
    print(f"The yard is open: {', '.join(f'https://{name}:{port}' for name in names)}")
    print(f"Phones: put {certificate.authority} on each and trust it; until then they warn and keep nothing.")
    together([[NGINX, "-c", str(config), "-g", "daemon off;"], [sys.executable, "serve.py"]], env)


def plainly(names: list[str], env: dict[str, str]) -> None:
    port = env.get("BUCEPHAL_PORT", "8080")
    env |= {"BUCEPHAL_PLAIN_HTTP": "1", "BUCEPHAL_BIND": "0.0.0.0", "BUCEPHAL_PORT": port}  # noqa: S104 - said below
    migrate(env)
    print(f"The yard is open: {', '.join(f'http://{name}:{port}' for name in names)}")
    print("This is plain http: whoever is in the same network can read along, passwords too, and phones keep")
    print("nothing without signal. Install nginx and openssl, and run it again, for TLS.")
    together([[sys.executable, "serve.py"]], env)


def migrate(env: dict[str, str]) -> None:
    command = [sys.executable, "manage.py", "migrate", "--no-input", "--verbosity", "0"]
    subprocess.run(command, cwd=SERVER, env=env, check=True)


def together(commands: list[list[str]], env: dict[str, str]) -> None:
    """Runs them until one ends or somebody ends it; then none is left."""
    sys.stdout.flush()
    running = [subprocess.Popen(command, cwd=SERVER, env=env) for command in commands]
    signal.signal(signal.SIGTERM, lambda *_: sys.exit(0))
    try:
        while all(one.poll() is None for one in running):
            time.sleep(0.5)
    except KeyboardInterrupt:
        pass
    finally:
        for one in running:
            one.terminate()
        for one in running:
            one.wait()


if __name__ == "__main__":
    main()
