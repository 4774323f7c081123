"""A day without signal, on plans that were changed before leaving: nothing is lost, nothing comes twice."""

from __future__ import annotations

import tempfile
from collections.abc import Iterator
from typing import Any

import pytest

from e2e.browser import PHONE, kill, open_browser
from e2e.clock import TODAY
from e2e.pages.places import Debrief, Plan, SignIn, Today
from e2e.pages.ring import Ring
from e2e.seed import PASSWORD
from e2e.server import Server

BORN = TODAY.replace(day=1, year=TODAY.year - 8)


class Phone:
    """One phone: it can be put away, run out, and be opened again, with all that it knows."""

    def __init__(self, server: Server) -> None:
        self.server = server
        self.profile = tempfile.mkdtemp(prefix="bucephal-phone-")
        self.logged: dict[str, list[int | None]] = {}
        self.open()

    def open(self) -> None:
        self.driver = open_browser(PHONE, profile=self.profile, shift=self.server.shift_s)
        at = self.driver, self.server.base
        self.today, self.plan, self.ring, self.debrief = Today(*at), Plan(*at), Ring(*at), Debrief(*at)

    def close(self) -> None:
        self.driver.quit()

    def run_out(self) -> None:
        kill(self.driver, self.profile)

    def reload(self) -> None:
        self.driver.refresh()
        self.ring.see("footer button")

    def log(self, horse: str, *levels: int) -> None:
        """Answers at the knot at hand."""
        for level in levels:
            self.ring.tap(level)
        self.logged.setdefault(horse, []).extend(levels)

    def start(self, horse: str) -> None:
        self.today.open("/")
        self.today.start(horse)
        self.ring.begin()


@pytest.fixture
def phone(server: Server) -> Iterator[Phone]:
    """After one visit: three horses, everything fetched, the plans of two of them changed."""
    one = Phone(server)
    page = SignIn(one.driver, server.base)
    page.open("/")
    page.try_("wren", PASSWORD)
    one.today.horses()
    for name in ("Moss", "Rill"):
        horse = {"name": name, "born": str(BORN), "background": "started"}
        one.today.send("/api/yard/horses", {"horse": horse})
    told: Any = one.today.told("/api/horses")
    server.horses |= {horse["name"]: horse["id"] for horse in told["horses"]}
    one.today.open("/")
    one.today.wait_for_packs()
    for name in ("Quill", "Moss"):
        one.plan.open(f"/horses/{server.horses[name]}/plan")
        steps = [step for _, step in one.plan.steps() if step]
        one.plan.change(steps[-1], "Drop")
        one.plan.wait_for_text("main", "it can be taken where there is no signal")
    yield one
    one.close()


def test_three_horses_in_a_day_without_signal(phone: Phone, server: Server) -> None:
    phone.close()
    server.kill()
    phone.open()

    phone.start("Quill")
    phone.ring.to_wedge()
    phone.log("Quill", 8, 6, 3)
    phone.reload()
    phone.log("Quill", 2, 4)
    phone.ring.finish()
    assert "not sent yet" in phone.debrief.see("main [role=status]").text

    # A horse that has just come: what comes next waits for its being caught, which has no level.
    phone.start("Moss")
    phone.ring.next()
    phone.ring.tap(1)
    phone.logged["Moss"] = [None]
    phone.ring.to_wedge()
    phone.log("Moss", 7, 5)
    phone.run_out()
    phone.open()
    phone.ring.open(f"/horses/{server.horses['Moss']}/ring")
    phone.ring.see("footer button")
    phone.log("Moss", 3, 1)
    phone.ring.finish()

    phone.ring.open(f"/horses/{server.horses['Rill']}/ring")
    phone.ring.just_log("backup-g.1")
    phone.log("Rill", 6, 4)
    phone.reload()
    phone.ring.add("halt.1")
    phone.log("Rill", 2)
    phone.ring.finish()
    assert server.asks() == []

    server.start()
    phone.today.open("/")
    phone.today.wait_until_saved()
    for name, levels in phone.logged.items():
        assert [level for _, level in server.logged(name)] == levels, name
    assert [step for step, _ in server.logged("Rill")] == ["backup-g.1", "backup-g.1", "halt.1"]
    asks = server.asks()
    assert len({ask for ask, _ in asks}) == len(asks) == 13, "each once"
    planned = [server.plan_of(name) for name in ("Quill", "Moss", "Rill")]
    assert all(one and one["changed"] for one in planned[:2]), "as it was changed before leaving"
    assert planned[2] is None, "nothing was planned for it"
