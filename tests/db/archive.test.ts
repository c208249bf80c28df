/** The whole shop out and in. */
import assert from "node:assert/strict";
import { createHash } from "node:crypto";
import { createWriteStream, mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pipeline } from "node:stream/promises";
import { after, before, describe, it } from "node:test";
import { extract, pack } from "tar-stream";
import { repairAll } from "../../ops/repair.ts";
import { checkEveryRow, readArchive, writeArchive } from "../../src/app/archive/shop-archive.ts";
import { makeContext } from "../../src/app/context.ts";
import { demoVisitId } from "../../src/app/demo/demo-story.ts";
import { makeAnswerLink, readFollowUps, readQuestion } from "../../src/app/follow-up/follow-up.ts";
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
let folder = "";
let token = "";
let file = "";

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
  folder = mkdtempSync(join(tmpdir(), "brass-nut-archive-"));
  file = join(folder, "shop.tar");
  const { lookBacks } = await readFollowUps(context, null);
  const waiting =
    lookBacks.find(({ isDone, isWet }) => !isDone && !isWet) ?? assert.fail("the demo has a check to come");
  token = await makeAnswerLink(context, waiting.visit, waiting.connection.id);
  await writeArchive(
    makeContext(connectAsOwner(), () => NOW),
    file,
  );
});
after(async () => {
  await owner.end();
  await Promise.all(opened.map((sql) => sql.end()));
  await shop.drop();
  await empty.drop();
  rmSync(folder, { recursive: true, force: true });
});
const opened: Pool[] = [];
function connectAsOwner(): Pool {
  const sql = connect(shop.ownerUrl, { most: 2 });
  opened.push(sql);
  return sql;
}
const rejects = (work: Promise<unknown>, words: RegExp) => assert.rejects(work, words);

/** The archive with one of its files changed; null: left out. Its manifest is as it was, or with the new checksum. */
async function changed(
  name: string,
  edit: (text: string) => string | null,
  isManifestTrue = true,
): Promise<string> {
  const reader = extract();
  reader.end(readFileSync(file));
  const tar = pack();
  for await (const entry of reader) {
    const parts: Buffer[] = [];
    for await (const part of entry) parts.push(Buffer.from(part as Uint8Array));
    const bytes = Buffer.concat(parts);
    const old = bytes.toString("latin1");
    const text = entry.header.name === name ? edit(old) : old;
    if (entry.header.name === name) assert.notEqual(text, old);
    if (text === null) continue;
    sums.set(
      createHash("sha256").update(bytes).digest("hex"),
      createHash("sha256").update(text, "latin1").digest("hex"),
    );
    const manifest = [...sums].reduce((now, [was, is]) => now.replace(was, is), text);
    const content = entry.header.name === "manifest.json" && isManifestTrue ? manifest : text;
    tar.entry({ name: entry.header.name }, Buffer.from(content, "latin1"));
  }
  tar.finalize();
  const to = join(folder, `${name.replaceAll("/", "-")}-${isManifestTrue}.tar`);
  await pipeline(tar, createWriteStream(to));
  return to;
}
const sums = new Map<string, string>();

describe("the archive of a shop", () => {
  it("is the same again, byte for byte, for its owner alone, and says nothing of passwords or of a link's token", async () => {
    const again = join(folder, "again.tar");
    await writeArchive(
      makeContext(connectAsOwner(), () => new Date("2031-05-05T00:00:00.000Z")),
      again,
    );
    assert.ok(readFileSync(again).equals(readFileSync(file)));
    assert.equal(statSync(file).mode & 0o777, 0o600);
    await checkEveryRow(file);
    const text = readFileSync(file).toString("latin1");
    assert.ok(!text.includes(token));
    assert.doesNotMatch(text, /^(password|session|search)/m);
  });

  it("is refused whole where it is damaged, naming what, and where something is here already", async () => {
    const there = makeContext(owner, () => NOW);
    const nothing = join(folder, "nothing.tar");
    writeFileSync(nothing, new Uint8Array([1, 2]));
    await rejects(readArchive(there, nothing), /no archive|breaks off/);
    const short = join(folder, "short.tar");
    writeFileSync(short, readFileSync(file).subarray(0, Math.floor(statSync(file).size / 2)));
    await rejects(readArchive(there, short), /breaks off|is missing/);
    const photo = `photos/${demoVisitId("teaching-kitchen")}/${PHOTO}`;
    await rejects(
      readArchive(there, await changed(photo, () => null, false)),
      new RegExp(`${photo}: is missing`),
    );
    await rejects(
      readArchive(
        there,
        await changed("customer.jsonl", (text) => text.split("\n").slice(1).join("\n"), false),
      ),
      /customer\.jsonl: has \d+ rows of \d+/,
    );
    await rejects(
      readArchive(there, await changed("truck.csv", (text) => text, false).catch(() => nothing)),
      /no archive|breaks off/,
    );
    await rejects(
      readArchive(there, await changed("site.jsonl", (text) => text.replace('"zone": "', '"zane": "'))),
      /site\.jsonl line 1/,
    );
    assert.equal((await owner`select 1 from visit`).length, 0, "nothing of it is kept");
    await rejects(
      readArchive(
        makeContext(connectAsOwner(), () => NOW),
        file,
      ),
      /empty installation/,
    );
  });

  it("sets a single event aside that cannot be read, tells it, and reads the rest", async () => {
    const other = await cloneDatabase("template_empty");
    const sql = connect(other.ownerUrl, { most: 2 });
    try {
      const damaged = await changed("visit_event.jsonl", (text) =>
        text.replace('"kind": "visit-noted"', '"kind": "visit-painted"'),
      );
      const { leftOut, visits } = await readArchive(
        makeContext(sql, () => NOW),
        damaged,
      );
      assert.equal(leftOut.length, 1);
      assert.match(leftOut[0]?.where ?? "", /^visit .*, event /);
      assert.ok(visits >= 10);
    } finally {
      await sql.end();
      await other.drop();
    }
  });

  it("is salvaged where a row and a picture are gone, and says what", async () => {
    const other = await cloneDatabase("template_empty");
    const sql = connect(other.ownerUrl, { most: 2 });
    try {
      const damaged = await changed("part_price.jsonl", () => "{\n", false);
      await rejects(
        readArchive(
          makeContext(sql, () => NOW),
          damaged,
        ),
        /part_price\.jsonl/,
      );
      const { leftOut, visits } = await readArchive(
        makeContext(sql, () => NOW),
        damaged,
        { isSalvage: true },
      );
      assert.deepEqual(
        leftOut.map(({ where }) => where),
        ["archive", "part_price.jsonl line 1"],
      );
      assert.ok(visits >= 10);
    } finally {
      await sql.end();
      await other.drop();
    }
  });

  it("lets a customer's link be answered after a restore", async () => {
    const other = await cloneDatabase("template_empty");
    const sql = connect(other.ownerUrl, { most: 2 });
    try {
      const there = makeContext(sql, () => NOW);
      await readArchive(there, file);
      assert.equal((await readQuestion(there, token)).isAnswered, false);
    } finally {
      await sql.end();
      await other.drop();
    }
  });

  it("loads into an empty installation, gives the same archive again, and everything kept beside the events is right", async () => {
    const there = makeContext(owner, () => NOW);
    const { visits, photos } = await readArchive(there, file);
    assert.ok(visits >= 10);
    assert.equal(photos, 1);
    const again = join(folder, "restored.tar");
    await writeArchive(there, again);
    assert.ok(readFileSync(again).equals(readFileSync(file)));
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
