/** A visit with its pictures out and in. */
import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import JSZip from "jszip";
import { makeContext } from "../../src/app/context.ts";
import { demoVisitId } from "../../src/app/demo/demo-story.ts";
import { AppError } from "../../src/app/http/app-error.ts";
import { keepPhoto } from "../../src/app/visit/photos.ts";
import { addEvents, readVisit } from "../../src/app/visit/visit.ts";
import { exportVisitArchive, importVisitArchive } from "../../src/app/visit/visit-archive.ts";
import { readPhoto } from "../../src/db/photo.ts";
import { PNG } from "../support/picture.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";
import { event, idOf } from "../support/story.ts";

const NOW = new Date("2030-01-01T12:00:00.000Z");
const VISIT = demoVisitId("ticket-office");
const [SHOWN, REMOVED, LOOSE, VALVE] = [idOf(0xf081), idOf(0xf082), idOf(0xf083), idOf(0xf084)];
let shop: TestDatabase;
let other: TestDatabase;
let file: Buffer;
const here = () => makeContext(shop.sql, () => NOW);
const there = () => makeContext(other.sql, () => NOW);

before(async () => {
  shop = await cloneDatabase("template_demo");
  other = await cloneDatabase("template_empty");
  const { state, version } = await readVisit(here(), VISIT);
  const connection = state.connections[0]?.id ?? "";
  for (const photo of [SHOWN, REMOVED, LOOSE]) await keepPhoto(here(), VISIT, photo, PNG);
  const told = [
    event({ kind: "photo-added", connection, photo: SHOWN, caption: "the stop before" }, idOf(0xf0a1)),
    event({ kind: "photo-added", connection, photo: REMOVED, caption: "" }, idOf(0xf0a2)),
    event({ kind: "photo-removed", connection, photo: REMOVED, reason: "a face in it" }, idOf(0xf0a3)),
  ];
  await addEvents(here(), VISIT, told, { version });
  const valve = { name: "Main", place: "", shuts: "house" as const, kind: null, proof: "holds" as const };
  await keepPhoto(here(), VISIT, VALVE, PNG);
  await addEvents(here(), VISIT, [
    event(
      { kind: "valve-noted", valve: { ...valve, provedAt: null, picture: { visit: VISIT, photo: VALVE } } },
      idOf(0xf0a4),
    ),
  ]);
  file = Buffer.from(await exportVisitArchive(here(), VISIT));
});
after(async () => {
  await shop.drop();
  await other.drop();
});

/** The file with some of its entries changed; null: left out. */
async function changed(entries: Readonly<Record<string, string | Buffer | null>>): Promise<Buffer> {
  const zip = await JSZip.loadAsync(file);
  for (const [name, content] of Object.entries(entries))
    if (content === null) zip.remove(name);
    else zip.file(name, content);
  return zip.generateAsync({ type: "nodebuffer", compression: "DEFLATE" });
}
const refused = (work: Promise<unknown>, code: string, words: RegExp) =>
  assert.rejects(
    work,
    (error) => error instanceof AppError && error.code === code && words.test(error.message),
  );
const visits = async () => (await other.sql`select 1 from visit`).length;

describe("a visit's file with its pictures", () => {
  it("is the same again, byte for byte, with the pictures that are shown and no others", async () => {
    assert.ok(Buffer.from(await exportVisitArchive(here(), VISIT)).equals(file));
    const zip = await JSZip.loadAsync(file);
    assert.deepEqual(Object.keys(zip.files).sort(), [`pictures/${SHOWN}`, `pictures/${VALVE}`, "visit.json"]);
  });

  it("is refused whole, saying what is wrong, with nothing kept", async () => {
    await refused(importVisitArchive(there(), file.subarray(0, 200)), "invalid", /damaged/);
    await refused(
      importVisitArchive(there(), await changed({ "visit.json": null })),
      "invalid",
      /no visit\.json/,
    );
    await refused(
      importVisitArchive(there(), await changed({ "pictures/holiday.png": PNG })),
      "invalid",
      /without an id.*holiday/,
    );
    await refused(
      importVisitArchive(there(), await changed({ [`pictures/${SHOWN}`]: "no picture" })),
      "invalid",
      /JPEG, PNG or WebP/,
    );
    const many = Object.fromEntries(Array.from({ length: 201 }, (_, at) => [`pictures/${idOf(at)}`, PNG]));
    await refused(importVisitArchive(there(), await changed(many)), "invalid", /more than the 200 pictures/);
    const stray = new JSZip();
    for (let at = 0; at < 20_000; at += 1) stray.file(`x${at}`, "");
    const crowd = await stray.generateAsync({ type: "nodebuffer", compression: "STORE" });
    await refused(importVisitArchive(there(), crowd), "invalid", /more than the 200 pictures/);
    // Small where it lies, far too large unpacked.
    await refused(
      importVisitArchive(there(), await changed({ [`pictures/${SHOWN}`]: Buffer.alloc(3_000_000) })),
      "too-large",
      /larger than 900 kB/,
    );
    assert.equal(await visits(), 0);
  });

  it("brings the visit and its pictures to another shop, once; a picture nobody shows is left out", async () => {
    const withStray = await changed({ [`pictures/${LOOSE}`]: PNG });
    assert.equal((await importVisitArchive(there(), withStray)).pictures, 2);
    assert.ok((await readPhoto(other.sql, VISIT, SHOWN))?.equals(PNG));
    assert.equal(await readPhoto(other.sql, VISIT, LOOSE), undefined);
    assert.deepEqual(
      (await readVisit(there(), VISIT)).events.length,
      (await readVisit(here(), VISIT)).events.length,
    );
    const again = await importVisitArchive(there(), file);
    assert.deepEqual([again.added, again.pictures, await visits()], [0, 2, 1]);
  });

  it("without pictures is JSON as before", async () => {
    const json = await (await JSZip.loadAsync(file)).file("visit.json")?.async("nodebuffer");
    assert.equal((await importVisitArchive(there(), json ?? Buffer.alloc(0))).added, 0);
  });
});
