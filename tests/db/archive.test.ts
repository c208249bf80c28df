/** The whole shop out and in. */
import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import JSZip from "jszip";
import { repairAll } from "../../ops/repair.ts";
import { readArchive, writeArchive } from "../../src/app/archive/shop-archive.ts";
import { makeContext } from "../../src/app/context.ts";
import { demoVisitId } from "../../src/app/demo/demo-story.ts";
import { changePart } from "../../src/app/shop/part-page.ts";
import { readDue } from "../../src/app/site/due.ts";
import { insertPhoto } from "../../src/db/archive.ts";
import { connect, type Pool } from "../../src/db/client.ts";
import { readPhoto } from "../../src/db/photo.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";
import { idOf } from "../support/story.ts";

const NOW = new Date("2030-01-01T12:00:00.000Z");
const PHOTO = idOf(0xf070);
let shop: TestDatabase;
let empty: TestDatabase;
let owner: Pool;
let bytes: Uint8Array;

before(async () => {
  shop = await cloneDatabase("template_demo");
  empty = await cloneDatabase("template_empty");
  owner = connect(empty.ownerUrl, { most: 2 });
  const context = makeContext(shop.sql, () => NOW);
  const form = new FormData();
  form.set("action", "price");
  form.set("price", "9.99");
  await changePart(context, "LB-C38B78-012", form);
  await insertPhoto(shop.sql, demoVisitId("teaching-kitchen"), PHOTO, new Uint8Array([1, 2, 3, 250]));
  bytes = await writeArchive(makeContext(connectAsOwner(), () => NOW));
});
after(async () => {
  await owner.end();
  await Promise.all(opened.map((sql) => sql.end()));
  await shop.drop();
  await empty.drop();
});
const opened: Pool[] = [];
function connectAsOwner(): Pool {
  const sql = connect(shop.ownerUrl, { most: 2 });
  opened.push(sql);
  return sql;
}
const rejects = (work: Promise<unknown>, words: RegExp) => assert.rejects(work, words);

/** The archive with one of its files changed. */
async function changed(name: string, edit: (text: string) => string): Promise<Uint8Array> {
  const zip = await JSZip.loadAsync(bytes);
  const text = (await zip.file(name)?.async("string")) ?? "";
  assert.notEqual(edit(text), text);
  zip.file(name, edit(text));
  return zip.generateAsync({ type: "uint8array" });
}

describe("the archive of a shop", () => {
  it("is the same again, byte for byte, and says nothing of passwords or links", async () => {
    const again = await writeArchive(
      makeContext(connectAsOwner(), () => new Date("2031-05-05T00:00:00.000Z")),
    );
    assert.ok(Buffer.from(again).equals(Buffer.from(bytes)));
    const zip = await JSZip.loadAsync(bytes);
    assert.ok(!Object.keys(zip.files).some((name) => /link|password|session|search|ticket/.test(name)));
  });

  it("is refused whole where a line is wrong, naming it, and where something is here already", async () => {
    const there = makeContext(owner, () => NOW);
    await rejects(readArchive(there, new Uint8Array([1, 2])), /no archive/);
    await rejects(
      readArchive(there, await changed("site.jsonl", (text) => text.replace('"zone": "', '"zane": "'))),
      /site\.jsonl line 1/,
    );
    await rejects(
      readArchive(
        there,
        await changed("visit_event.jsonl", (text) =>
          text.replace('"kind": "visit-opened"', '"kind": "visit-painted"'),
        ),
      ),
      /cannot be read|visit-painted/,
    );
    assert.equal((await owner`select 1 from visit`).length, 0, "nothing of it is kept");
    await rejects(
      readArchive(
        makeContext(connectAsOwner(), () => NOW),
        bytes,
      ),
      /empty installation/,
    );
  });

  it("loads into an empty installation, gives the same archive again, and everything kept beside the events is right", async () => {
    const there = makeContext(owner, () => NOW);
    const { visits, photos } = await readArchive(there, bytes);
    assert.ok(visits >= 10);
    assert.equal(photos, 1);
    assert.ok(Buffer.from(await writeArchive(there)).equals(Buffer.from(bytes)));
    const findings: unknown[] = [];
    await repairAll(empty.ownerUrl, false, (finding) => findings.push(finding));
    assert.deepEqual(findings, []);
    assert.deepEqual(
      await readPhoto(empty.sql, demoVisitId("teaching-kitchen"), PHOTO),
      Buffer.from([1, 2, 3, 250]),
    );
    const due = async (database: TestDatabase) =>
      (
        await readDue(
          makeContext(database.sql, () => NOW),
          { siteId: null, after: null },
        )
      ).months;
    assert.deepEqual(await due(empty), await due(shop));
  });
});
