"""A device that talks to the server without a page: it signs in, logs, and sends until all is saved."""

from __future__ import annotations

import time
import uuid
from dataclasses import dataclass, field
from datetime import date
from typing import Any

import requests

from e2e.clock import TODAY

PATIENCE_S = 90


@dataclass
class Device:
    """One person's phone.

    Fields:
        waiting: what it has to say and has not been told is saved.
        said: every ask it ever logged.
        took_s: how long each answered sync took.
    """

    base: str
    web: requests.Session = field(default_factory=requests.Session)
    waiting: list[dict[str, Any]] = field(default_factory=list)
    said: set[str] = field(default_factory=set)
    took_s: list[float] = field(default_factory=list)

    def sign_in(self, name: str, password: str) -> None:
        self.web.get(f"{self.base}/api/first-run", timeout=PATIENCE_S)
        for _ in range(60):
            answer = self.post("/api/sign-in", {"name": name, "password": password})
            if answer.status_code != 503:
                break
            time.sleep(int(answer.headers["Retry-After"]))
        answer.raise_for_status()

    def _headers(self) -> dict[str, str]:
        return {"X-CSRFToken": str(self.web.cookies.get("csrftoken", "")), "Referer": self.base}

    def post(self, path: str, body: Any, timeout: float = PATIENCE_S) -> requests.Response:
        return self.web.post(f"{self.base}{path}", json=body, headers=self._headers(), timeout=timeout)

    def send_file(self, path: str, content: bytes) -> requests.Response:
        return self.web.post(f"{self.base}{path}", data=content, headers=self._headers(), timeout=PATIENCE_S)

    def put(self, path: str, body: Any) -> requests.Response:
        return self.web.put(f"{self.base}{path}", json=body, headers=self._headers(), timeout=PATIENCE_S)

    def get(self, path: str) -> requests.Response:
        return self.web.get(f"{self.base}{path}", timeout=PATIENCE_S)

    def log(self, horse: str, asks: int, on: date | None = None) -> str:
        """A session with so many asks, waiting to be sent; its id."""
        session = str(uuid.uuid4())
        body = {"date": str(on or TODAY), "kind": "ridden"}
        self.waiting.append({"type": "session", "id": session, "horse": horse, "revision": 1, "body": body})
        for number in range(asks):
            name = str(uuid.uuid4())
            ask = {"step": "up-wt.2", "side": "left", "level": number % 9 + 1}
            item = {
                "type": "ask",
                "id": name,
                "session": session,
                "position": number,
                "body": ask,
            }
            self.waiting.append(item)
            self.said.add(name)
        return session

    def send(self, at_once: int = 400) -> requests.Response | None:
        """Sends what waits, once; what is answered as saved waits no more. None: nothing waits."""
        batch = self.waiting[:at_once]
        if not batch:
            return None
        began = time.perf_counter()
        answer = self.post("/api/sync", {"items": batch})
        self.took_s.append(time.perf_counter() - began)
        if answer.ok:
            answers = answer.json()["answers"]
            saved = {one["id"] for one in answers if one["status"] == "saved"}
            refused = [one for one in answers if one["status"] == "refused"]
            assert not refused, refused[:3]
            self.waiting = [one for one in self.waiting if one["id"] not in saved]
        return answer

    def send_all(self, at_once: int = 400) -> None:
        """Goes on, however often there is no answer or one that says 'not now'."""
        for _ in range(200):
            try:
                if self.send(at_once) is None:
                    return
            except requests.RequestException:
                time.sleep(0.2)
        raise AssertionError(f"{len(self.waiting)} still wait")
