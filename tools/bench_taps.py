"""From a tap on the wedge to the advice on the screen, with no signal, while 500 asks wait on the device.

Measured by the page's own marks in a real browser: from the tap to the first drawing of what is said.
"""

from __future__ import annotations

import sys
import tempfile
from pathlib import Path
from statistics import median, quantiles

ROOT = Path(__file__).resolve().parent.parent
sys.path[:0] = [str(ROOT)]

from e2e.browser import PHONE, open_browser  # noqa: E402
from e2e.pages.places import SignIn  # noqa: E402
from e2e.pages.ring import Ring  # noqa: E402
from e2e.seed import PASSWORD  # noqa: E402
from e2e.server import Server, build, free_port  # noqa: E402

WAITING, TAPS = 500, 40
LIMIT_MS = 50
FILL = """
const [count, done] = arguments;
const opening = indexedDB.open("bucephal");
opening.onsuccess = () => {
  const store = opening.result.transaction("outbox", "readwrite").objectStore("outbox");
  store.getAll().onsuccess = ({ target }) => {
    const { order, ...last } = target.result.at(-1);
    for (let n = 0; n < count; n += 1) {
      const item = { ...last.item, id: crypto.randomUUID(), position: 1000 + n };
      store.add({ ...last, item });
    }
    store.transaction.oncomplete = () => { opening.result.close(); done(true); };
  };
};
"""
COUNT = """
const done = arguments[0];
const opening = indexedDB.open("bucephal");
opening.onsuccess = () => {
  opening.result.transaction("outbox").objectStore("outbox").count().onsuccess = ({ target }) => {
    opening.result.close();
    done(target.result);
  };
};
"""
TOOK = "return performance.getEntriesByName('tap-to-instruction').map((one) => one.duration)"


def main() -> None:
    data = Path(tempfile.mkdtemp(prefix="bucephal-taps-"))
    made = build("e2e/seed.py", data)
    server = Server(data, free_port(), dict(line.split() for line in made.splitlines()))
    server.start()
    driver = open_browser()
    try:
        SignIn(driver, server.base).as_("wren", PASSWORD)
        driver.set_window_size(*PHONE)
        ring = Ring(driver, server.base)
        ring.open(f"/horses/{server.horses['Quill']}/ring")
        ring.begin()
        ring.to_wedge()
        server.kill()
        ring.tap(4)
        driver.execute_async_script(FILL, WAITING)
        before = driver.execute_async_script(COUNT)
        for tap in range(TAPS):
            ring.tap(tap % 10 + 1)
        took = driver.execute_script(TOOK)[-TAPS:]
        written = driver.execute_async_script(COUNT) - before
    finally:
        driver.quit()
        server.kill()
    middle, late = median(took), quantiles(took, n=20)[-1]
    for name, value in (("the middle", middle), ("19 of 20 within", late)):
        mark = "" if value <= LIMIT_MS else "   over the limit"
        print(f"tap to advice, {before} asks waiting: {name:<16} {value:>7.1f} ms  limit {LIMIT_MS}{mark}")
    print(f"written by {TAPS} taps: {written} asks")


if __name__ == "__main__":
    main()
