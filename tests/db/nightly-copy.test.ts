/** Copies of the shop in a folder of its choice: when one is due, that it can be read, what stays, what a fault leaves. */
import assert from "node:assert/strict";
import { mkdtempSync, readdirSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { after, before, beforeEach, describe, it } from "node:test";
import { isCopyDue, LATE_MS, readCopies } from "../../src/app/archive/copies.ts";
import { COPIES_KEPT, makeCopy, setCopyChoice } from "../../src/app/archive/nightly-copy.ts";
import { readArchive } from "../../src/app/archive/shop-archive.ts";
import { makeContext } from "../../src/app/context.ts";
import { connect, type Pool } from "../../src/db/client.ts";
import { whileNobodyCopies } from "../../src/db/shop-copy.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";

const NIGHT = new Date("2030-01-01T03:00:00.000Z");
const HOUR = 3_600_000;
let shop: TestDatabase;
let writer: Pool;
let folder = "";

before(async () => {
  shop = await cloneDatabase("template_demo");
  // The role of the server, not the owner's: what it may read must be enough.
  writer = connect(shop.url, { most: 3 });
});
after(async () => {
  await writer.end();
  await shop.drop();
});
beforeEach(async (t) => {
  folder = mkdtempSync(join(tmpdir(), "brass-nut-copies-"));
  const made = folder;
  await shop.sql`delete from shop_copy`;
  if ("after" in t) t.after(() => rmSync(made, { recursive: true, force: true }));
});

const at = (now: Date) => makeContext(writer, () => now);
async function choose(values: Readonly<Record<string, string>>): Promise<void> {
  const form = new FormData();
  for (const [name, value] of Object.entries(values)) form.set(name, value);
  await setCopyChoice(at(NIGHT), form, (await readCopies(at(NIGHT))).version);
}

describe("when a copy is due", () => {
  const since = (hours: number, from = NIGHT) => ({ beganAt: new Date(from.getTime() - hours * HOUR) });
  for (const [hour, made, tried, isDue] of [
    [3, null, null, true],
    [12, null, null, true],
    [3, 24, 24, true],
    [3, 2, 2, false],
    [12, 24, 24, false],
    [12, 27, 27, true],
    [12, 27, 0.5, false],
    [3, 90, 1.5, true],
  ] as const)
    it(`${isDue ? "is" : "is not"} at ${hour} o'clock, ${made ?? "never"} hours after the last copy and ${tried ?? "never"} after the last try`, () => {
      assert.equal(
        isCopyDue(NIGHT, hour, made === null ? null : since(made), tried === null ? null : since(tried)),
        isDue,
      );
    });
});

describe("copies of the shop", () => {
  it("are written by the server's own role, read back, and open in an empty installation", async () => {
    await choose({ choice: "folder", folder });
    const copy = await makeCopy(at(NIGHT), { isAsked: true });
    assert.equal(copy?.fault, null);
    assert.deepEqual(readdirSync(folder), ["brass-nut-2030-01-01-030000.tar"]);
    const { made, isLate } = await readCopies(at(NIGHT));
    assert.equal(made?.file, join(folder, "brass-nut-2030-01-01-030000.tar"));
    assert.equal(isLate, false);
    const empty = await cloneDatabase("template_empty");
    const owner = connect(empty.ownerUrl, { most: 2 });
    try {
      const read = await readArchive(
        makeContext(owner, () => NIGHT),
        made?.file ?? "",
      );
      assert.ok(read.visits > 5);
      assert.deepEqual(read.leftOut, []);
      const rows = await owner`select 1 from shop_copy`;
      assert.equal(rows.length, 0, "what copies were made is no part of a copy");
    } finally {
      await owner.end();
      await empty.drop();
    }
  });
  it("say so when the last is older than it should be", async () => {
    await choose({ choice: "folder", folder });
    await makeCopy(at(NIGHT), { isAsked: true });
    assert.equal((await readCopies(at(new Date(NIGHT.getTime() + LATE_MS)))).isLate, false);
    assert.equal((await readCopies(at(new Date(NIGHT.getTime() + LATE_MS + 1)))).isLate, true);
  });
  it("stay to a number, beside what is not theirs", async () => {
    await choose({ choice: "folder", folder });
    for (let day = 10; day < 10 + COPIES_KEPT + 1; day += 1)
      writeFileSync(join(folder, `brass-nut-2029-12-${day}-020000.tar`), "");
    for (const name of ["brass-nut-2029-12-09-020000.tar.part", "letter.txt"])
      writeFileSync(join(folder, name), "");
    await makeCopy(at(NIGHT), { isAsked: true });
    const left = readdirSync(folder);
    assert.equal(left.filter((name) => name.endsWith(".tar")).length, COPIES_KEPT);
    assert.ok(left.includes("letter.txt"));
    assert.ok(!left.some((name) => name.endsWith(".part")));
    assert.ok(left.includes("brass-nut-2030-01-01-030000.tar"));
  });
  it("write down why there is none, and leave nothing half written", async () => {
    await choose({ choice: "folder", folder });
    rmSync(folder, { recursive: true });
    const failed = await makeCopy(at(NIGHT), { isAsked: true });
    assert.match(failed?.fault ?? "", /ENOENT/);
    const { tried, made } = await readCopies(at(NIGHT));
    assert.match(tried?.fault ?? "", /ENOENT/);
    assert.equal(made, null);
  });
  it("are made by one at a time, and never where the shop wants none", async () => {
    await choose({ choice: "folder", folder });
    assert.equal(
      await whileNobodyCopies(shop.sql, async () => {
        assert.equal(await makeCopy(at(NIGHT), { isAsked: true }), null);
      }),
      true,
    );
    await choose({ choice: "declined" });
    assert.equal(await makeCopy(at(NIGHT), { isAsked: true }), null);
    assert.deepEqual(readdirSync(folder), []);
  });
  it("go only where the program may write: the field is named", async () => {
    await assert.rejects(choose({ choice: "folder", folder: join(folder, "nowhere") }), /no folder/);
    await assert.rejects(choose({ choice: "folder", folder: "copies" }), /whole path/);
    await assert.rejects(choose({ choice: "sometimes" }), /choice/i);
  });
});
