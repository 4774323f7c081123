import { IDBFactory } from "fake-indexeddb";
import { beforeEach, describe, expect, it } from "vitest";
import { draftKeys, forgetDatabase, readDraft, writeDraft } from "../../shared/outbox/database";
import { dropSession, keepSession, packKey, readSession, ringKey } from "./keptSession";
import { startDraft } from "./ringSession";
import { HORSE, testPack } from "./testPack";
import { makeStamp } from "./useRing";

const begun = () => {
  const pack = testPack();
  const order = pack.plan.items.map((item) => item.id);
  return startDraft(pack, order, false, "2026-06-15", makeStamp());
};
const size = async (key: string) => JSON.stringify(await readDraft(key)).length;

describe("a session on this device", () => {
  beforeEach(() => {
    globalThis.indexedDB = new IDBFactory();
    forgetDatabase();
  });

  it("is read as it was kept, and a tap does not write the pack again", async () => {
    const draft = begun();
    keepSession(HORSE, draft, null);
    expect(await readSession(HORSE)).toEqual(draft);
    const tapped = { ...draft, position: 1 };
    await writeDraft(packKey(draft.session), "as it lies");
    keepSession(HORSE, tapped, draft);
    expect(await readDraft(packKey(draft.session))).toBe("as it lies");
    expect(await size(ringKey(HORSE))).toBeLessThan(JSON.stringify(draft.pack).length / 10);
  });

  it("that was begun before packs were kept apart goes on", async () => {
    const draft = begun();
    await writeDraft(ringKey(HORSE), draft);
    expect(await readSession(HORSE)).toEqual(draft);
    keepSession(HORSE, draft, draft);
    expect(await readSession(HORSE)).toEqual(draft);
  });

  it("is gone with its pack once it is over", async () => {
    const draft = begun();
    keepSession(HORSE, draft, null);
    await dropSession(HORSE, draft.session);
    expect(await readSession(HORSE)).toBeNull();
    expect(await draftKeys()).toEqual([]);
  });
});
