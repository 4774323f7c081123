// What was logged is written to the device first, then sent; it leaves the outbox only when the
// server has said that it is saved. Sending again is harmless: the server knows every id.
import { ApiError, api, WHOLE } from "../api/client";
import type { SyncAnswer, SyncItem } from "../api/types";
import { text } from "../text/en";
import { database, type WaitingItem } from "./database";

export type Send = (items: SyncItem[]) => Promise<SyncAnswer[]>;

export interface OutboxState {
  waiting: number;
  refused: number;
  sending: boolean;
  /** Why the last try did not go through. */
  trouble: "offline" | "signed-out" | "server" | null;
}

const BATCH = 400;
/** After a try that did not go through: twice as long each time, up to five minutes. */
const RETRY_MS = 8000;
const LONGEST_RETRY_MS = 5 * 60_000;
/** So many tries in a row that fail and it is not the items: one bad item of a batch is found in nine. */
const MOST_FAILURES = 12;
const QUIET: OutboxState = { waiting: 0, refused: 0, sending: false, trouble: null };

const sendToServer: Send = async (items) =>
  // By this device's clock: the server measures how far that is off.
  (await api.post("/api/sync", { body: { items, sent_at: new Date().toISOString() } })).answers;

interface Broken {
  entry: WaitingItem;
  error: ApiError;
}

export class Outbox {
  private state: OutboxState = QUIET;
  private listeners = new Set<() => void>();
  private savedListeners = new Set<(horses: Set<string>) => void>();
  private running: Promise<void> | undefined;
  private again = false;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private retryMs = RETRY_MS;

  constructor(
    private readonly owner: string,
    private readonly send: Send = sendToServer,
  ) {}

  getState = (): OutboxState => this.state;

  subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Called with the horses whose data the server has just taken in. */
  onSaved(listener: (horses: Set<string>) => void): () => void {
    this.savedListeners.add(listener);
    return () => this.savedListeners.delete(listener);
  }

  /** Keeps items on the device; resolves once they are safe there. Sending goes on by itself. */
  async put(horse: string, items: SyncItem[]): Promise<void> {
    const db = await database();
    const tx = db.transaction("outbox", "readwrite");
    for (const item of items) void tx.store.add({ owner: this.owner, horse, item });
    await tx.done;
    await this.recount();
    void this.flush();
  }

  /** Sends what is waiting; resolves when nothing more can be sent for now. */
  flush(): Promise<void> {
    this.again = true;
    this.running ??= this.sendWhileAsked().finally(() => {
      this.running = undefined;
    });
    return this.running;
  }

  private async sendWhileAsked(): Promise<void> {
    while (this.again) {
      this.again = false;
      await this.sendAll();
    }
  }

  /** Takes over what was kept under another name of the same person. */
  async adopt(before: string): Promise<void> {
    const db = await database();
    const tx = db.transaction("outbox", "readwrite");
    for (const entry of await tx.store.index("owner").getAll(before))
      void tx.store.put({ ...entry, owner: this.owner });
    await tx.done;
  }

  /** All that is kept here: what waits, and what was refused. */
  async unsent(): Promise<WaitingItem[]> {
    return this.all();
  }

  async refused(): Promise<WaitingItem[]> {
    return (await this.all()).filter((entry) => entry.refused);
  }

  /** Sends once more what the server would not take: it may be another one by now. */
  async tryAgain(order: number): Promise<void> {
    const db = await database();
    const entry = await db.get("outbox", order);
    if (entry) {
      const { refused: _, ...waiting } = entry;
      await db.put("outbox", waiting);
    }
    await this.recount();
    await this.flush();
  }

  async discard(order: number): Promise<void> {
    await (await database()).delete("outbox", order);
    await this.recount();
  }

  async waitingFor(horse: string): Promise<number> {
    return (await this.all()).filter((entry) => entry.horse === horse && !entry.refused).length;
  }

  stop(): void {
    clearTimeout(this.timer);
  }

  private async all(): Promise<WaitingItem[]> {
    return (await database()).getAllFromIndex("outbox", "owner", this.owner);
  }

  private async sendAll(): Promise<void> {
    clearTimeout(this.timer);
    let progress = true;
    while (progress) {
      const batch = (await this.all()).filter((entry) => !entry.refused).slice(0, BATCH);
      if (batch.length === 0) break;
      this.change({ sending: true });
      try {
        progress = await this.sendBatch(batch);
        this.retryMs = RETRY_MS;
        this.change({ trouble: null });
      } catch (error) {
        this.change({ trouble: troubleOf(error) });
        progress = false;
      }
    }
    await this.recount();
    this.change({ sending: false });
    if (this.state.waiting === 0) return;
    this.timer = setTimeout(() => void this.flush(), this.retryMs);
    if (this.state.trouble) this.retryMs = Math.min(2 * this.retryMs, LONGEST_RETRY_MS);
  }

  /**
   * True if anything left the outbox, so that another batch is worth sending. Where the server breaks on a batch,
   * it is sent in pieces: what it breaks on is kept aside and shown, and holds nothing else back. A server that
   * breaks on everything is at fault itself: then all of it waits.
   */
  private async sendBatch(batch: WaitingItem[]): Promise<boolean> {
    const broken: Broken[] = [];
    const moved = await this.sendPieces(batch, broken);
    const [first] = broken;
    if (first && !moved && first.error.status >= 500) throw first.error;
    for (const { entry, error } of broken) await this.keepAside(entry, error);
    return moved || broken.length > 0;
  }

  private async sendPieces(batch: WaitingItem[], broken: Broken[]): Promise<boolean> {
    let moved = false;
    let failures = 0;
    const pieces = [batch];
    for (let piece = pieces.shift(); piece; piece = pieces.shift()) {
      try {
        const answers = await this.send(piece.map((entry) => entry.item));
        moved = (await this.take(piece, answers)) || moved;
        failures = 0;
      } catch (error) {
        failures += 1;
        if (!isAboutTheItems(error) || failures > MOST_FAILURES) throw error;
        const [entry] = piece;
        if (piece.length === 1 && entry) broken.push({ entry, error });
        else {
          const half = Math.ceil(piece.length / 2);
          pieces.unshift(piece.slice(0, half), piece.slice(half));
        }
      }
    }
    return moved;
  }

  private async keepAside(entry: WaitingItem, error: ApiError): Promise<void> {
    const unsaid = { path: WHOLE, value: null, reason: text.saving.failedOn, allowed: "" };
    const refused = error.problems.length > 0 ? error.problems : [unsaid];
    await (await database()).put("outbox", { ...entry, refused });
  }

  /** What the server says of each item. */
  private async take(batch: WaitingItem[], answers: SyncAnswer[]): Promise<boolean> {
    const db = await database();
    const tx = db.transaction("outbox", "readwrite");
    const horses = new Set<string>();
    let moved = false;
    // Answers stand in the order of the batch: one id can be in it twice (logged, then undone).
    batch.forEach((entry, place) => {
      const answer = answers[place];
      if (answer?.status === "saved") {
        void tx.store.delete(entry.order as number);
        horses.add(entry.horse);
        moved = true;
      } else if (answer?.status === "refused") {
        void tx.store.put({ ...entry, refused: answer.problems });
        moved = true;
      }
    });
    await tx.done;
    if (horses.size > 0) for (const listener of this.savedListeners) listener(horses);
    return moved;
  }

  async recount(): Promise<void> {
    const entries = await this.all();
    const refused = entries.filter((entry) => entry.refused).length;
    this.change({ refused, waiting: entries.length - refused });
  }

  private change(part: Partial<OutboxState>): void {
    this.state = { ...this.state, ...part };
    for (const listener of this.listeners) listener();
  }
}

/** The server broke on what it was sent, or would not read it; anything else is no matter of the items. */
function isAboutTheItems(error: unknown): error is ApiError {
  return error instanceof ApiError && [400, 413, 422, 500].includes(error.status);
}

function troubleOf(error: unknown): OutboxState["trouble"] {
  if (!(error instanceof ApiError) || error.isOffline) return "offline";
  return error.status === 401 || error.status === 403 ? "signed-out" : "server";
}
