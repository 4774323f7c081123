import { IDBFactory } from "fake-indexeddb";
import { beforeEach, describe, expect, it } from "vitest";
import { ApiError } from "../api/client";
import type { SyncAnswer, SyncItem } from "../api/types";
import { forgetDatabase } from "./database";
import { Outbox } from "./outbox";

const item = (id: string): SyncItem => ({ type: "ask", id, position: 0, revision: 0, body: {} });

/** A server that remembers what it was sent, and can be away. */
class FakeServer {
  seen: string[] = [];
  away = false;
  answer: (one: SyncItem) => SyncAnswer["status"] = () => "saved";

  send = async (items: SyncItem[]): Promise<SyncAnswer[]> => {
    if (this.away) throw new ApiError(0, []);
    return items.map((one) => {
      this.seen.push(one.id);
      const status = this.answer(one);
      const problems =
        status === "refused"
          ? [{ path: "ask.level", value: 12, reason: "too large", allowed: "" }]
          : [];
      return { id: one.id, status, problems };
    });
  };
}

let server: FakeServer;
let outbox: Outbox;

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
  forgetDatabase();
  server = new FakeServer();
  outbox = new Outbox("yard/trainer", server.send);
});

async function settled(): Promise<void> {
  await outbox.flush();
  outbox.stop();
}

describe("the outbox", () => {
  it("sends in the order of logging and forgets what is saved", async () => {
    await outbox.put("h", [item("a"), item("b")]);
    await outbox.put("h", [item("c")]);
    await settled();
    expect([...new Set(server.seen)]).toEqual(["a", "b", "c"]);
    expect(outbox.getState()).toMatchObject({ waiting: 0, refused: 0, trouble: null });
  });

  it("keeps everything while there is no signal, then sends it", async () => {
    server.away = true;
    await outbox.put("h", [item("a"), item("b")]);
    await settled();
    expect(outbox.getState()).toMatchObject({ waiting: 2, trouble: "offline" });
    server.away = false;
    await settled();
    expect(server.seen).toEqual(["a", "b"]);
    expect(outbox.getState().waiting).toBe(0);
  });

  it("survives the page: another outbox on the same device goes on", async () => {
    server.away = true;
    await outbox.put("h", [item("a")]);
    await settled();
    server.away = false;
    outbox = new Outbox("yard/trainer", server.send);
    await settled();
    expect(server.seen).toEqual(["a"]);
  });

  it("never sends what another person logged", async () => {
    server.away = true;
    await outbox.put("h", [item("a")]);
    await settled();
    server.away = false;
    const other = new Outbox("yard/helper", server.send);
    await other.flush();
    expect(server.seen).toEqual([]);
    expect(other.getState().waiting).toBe(0);
  });

  it("keeps what is refused, with the reason, and sends the rest", async () => {
    server.answer = (one) => (one.id === "b" ? "refused" : "saved");
    await outbox.put("h", [item("a"), item("b"), item("c")]);
    await settled();
    expect(outbox.getState()).toMatchObject({ waiting: 0, refused: 1 });
    const [kept] = await outbox.refused();
    expect(kept?.refused?.[0]?.path).toBe("ask.level");
    await outbox.discard(kept?.order as number);
    expect(outbox.getState().refused).toBe(0);
  });

  it("tries again later what the server still waits for", async () => {
    server.answer = () => "waiting";
    await outbox.put("h", [item("a")]);
    await settled();
    expect(outbox.getState().waiting).toBe(1);
    server.answer = () => "saved";
    await settled();
    expect(outbox.getState().waiting).toBe(0);
  });

  it("tells whose horse has new data", async () => {
    const told: string[] = [];
    outbox.onSaved((horses) => told.push(...horses));
    await outbox.put("quill", [item("a")]);
    await settled();
    expect(told).toContain("quill");
  });

  it("a session that has ended asks for signing in and loses nothing", async () => {
    outbox = new Outbox("yard/trainer", async () => {
      throw new ApiError(401, []);
    });
    await outbox.put("h", [item("a")]);
    await settled();
    expect(outbox.getState()).toMatchObject({ waiting: 1, trouble: "signed-out" });
  });

  it("sends round what the server breaks on, and keeps it aside with what the server said", async () => {
    const sizes: number[] = [];
    outbox = new Outbox("yard/trainer", async (items) => {
      sizes.push(items.length);
      if (items.some((one) => one.id === "bad")) throw new ApiError(500, []);
      return server.send(items);
    });
    const ids = ["a", "b", "bad", "c", "d", "e"];
    await outbox.put("h", ids.map(item));
    await settled();
    expect(server.seen.toSorted()).toEqual(["a", "b", "c", "d", "e"]);
    expect(outbox.getState()).toMatchObject({ waiting: 0, refused: 1 });
    expect((await outbox.refused()).map((one) => one.item.id)).toEqual(["bad"]);
    // By halves: not one by one.
    expect(sizes.length).toBeLessThan(ids.length + 2);
  });

  it("tries again what was kept aside", async () => {
    let breaks = true;
    outbox = new Outbox("yard/trainer", async (items) => {
      if (breaks) throw new ApiError(422, [{ path: "items", value: 1, reason: "no", allowed: "" }]);
      return server.send(items);
    });
    await outbox.put("h", [item("a")]);
    await settled();
    const [kept] = await outbox.refused();
    expect(kept?.refused?.[0]?.reason).toBe("no");
    breaks = false;
    await outbox.tryAgain(kept?.order as number);
    expect(server.seen).toEqual(["a"]);
    expect(outbox.getState()).toMatchObject({ waiting: 0, refused: 0 });
  });

  it("lets all of it wait for a server that breaks on everything, and does not ask it for each", async () => {
    let tries = 0;
    outbox = new Outbox("yard/trainer", async () => {
      tries += 1;
      throw new ApiError(500, []);
    });
    await outbox.put(
      "h",
      Array.from({ length: 300 }, (_, n) => item(`i${n}`)),
    );
    await settled();
    expect(outbox.getState()).toMatchObject({ waiting: 300, refused: 0, trouble: "server" });
    expect(tries).toBeLessThan(40);
  });

  it("takes a full or busy server for no fault of the items", async () => {
    outbox = new Outbox("yard/trainer", async () => {
      throw new ApiError(503, [{ path: "/api/sync", value: null, reason: "full", allowed: "" }]);
    });
    await outbox.put("h", [item("a"), item("b")]);
    await settled();
    expect(outbox.getState()).toMatchObject({ waiting: 2, refused: 0, trouble: "server" });
  });
});
