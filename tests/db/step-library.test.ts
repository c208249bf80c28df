/** The shop's step library and the pictures of a visit, in the database. */
import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import { makeContext } from "../../src/app/context.ts";
import { currentLibrary, editLibrary, libraryPage, stepsOfVisit } from "../../src/app/step/step-library.ts";
import { keepPhoto, showPhoto } from "../../src/app/visit/photos.ts";
import { openVisit, readVisit } from "../../src/app/visit/visit.ts";
import { exportVisit, importVisit } from "../../src/app/visit/visit-file.ts";
import { writeSteps } from "../../src/schema/step-csv.ts";
import { PNG } from "../support/picture.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";
import { idOf, startedVisit } from "../support/story.ts";
import { tables } from "../support/tables.ts";

let database: TestDatabase;
let context: ReturnType<typeof makeContext>;
before(async () => {
  database = await cloneDatabase("template_empty");
  context = makeContext(database.sql);
});
after(() => database.drop());

const rejects = (work: Promise<unknown>, code: string, message = /./) =>
  assert.rejects(
    work,
    (error: { code?: string; message?: string }) => error.code === code && message.test(error.message ?? ""),
  );
const library = () => currentLibrary(database.sql, tables);

/** A form as the page sends it, written against the version in force. */
async function send(fields: Readonly<Record<string, string>>): Promise<number> {
  const form = new FormData();
  form.set("seen", String((await library()).version ?? ""));
  for (const [name, value] of Object.entries(fields)) form.set(name, value);
  return editLibrary(context, form);
}
const towel = {
  action: "step",
  step: "towel",
  id: "towel",
  phase: "Take apart",
  per: "connection",
  text: "Two towels.",
  low_min: "1",
  likely_min: "2",
  high_min: "3",
  wait_min: "0",
};
let opened = 0;
async function open(): Promise<string> {
  opened += 1;
  const visit = idOf(0xdd0000 + opened);
  await openVisit(
    context,
    visit,
    startedVisit().map((event, at) => ({ ...event, id: idOf(0xdd1000 + opened * 16 + at) })),
  );
  return visit;
}
const textIn = async (visit: string) => {
  const { libraryVersion } = await readVisit(context, visit);
  return (await stepsOfVisit(context, libraryVersion)).find(({ id }) => id === "towel")?.text;
};

describe("the step library", () => {
  it("ships, is edited, and a visit that runs keeps the one it was opened with", async () => {
    assert.deepEqual((await library()).steps, tables.steps);
    const early = await open();
    const shipped = await textIn(early);
    await send(towel);
    const late = await open();
    assert.equal(await textIn(early), shipped);
    assert.equal(await textIn(late), "Two towels.");
    assert.equal((await libraryPage(context)).history[0]?.why, '"towel" changed');
  });

  it("takes a new step where it is wanted, moves it, and lets it go again", async () => {
    await send({ ...towel, step: "", id: "sing", after: "towel", text: "Sing." });
    const at = async () => (await library()).steps.findIndex(({ id }) => id === "sing");
    const first = await at();
    assert.equal((await library()).steps[first - 1]?.id, "towel");
    await send({ action: "move", step: "sing", to: "up" });
    assert.equal(await at(), first - 1);
    await send({ action: "remove", step: "sing" });
    assert.equal(await at(), -1);
  });

  it("refuses what could not be worked by, and says what", async () => {
    const before = await library();
    await rejects(send({ ...towel, likely_min: "9" }), "invalid", /likely/);
    await rejects(send({ ...towel, text: "{nothing}" }), "invalid", /nothing to put in/);
    await rejects(send({ ...towel, caution: "dragons" }), "invalid", /no caution dragons/);
    await rejects(send({ action: "remove", step: "make" }), "invalid", /every joint/);
    await rejects(send({ action: "file", text: "id\nx" }), "invalid", /column is missing/);
    await rejects(send({ ...towel, seen: "99999" }), "stale");
    assert.deepEqual(await library(), before);
  });

  it("comes from a file, goes back to an earlier telling and to what ships", async () => {
    const shop = await library();
    await send({ action: "file", text: writeSteps(tables.steps).replace("Towel and pan", "Pan and towel") });
    assert.match((await library()).steps.find(({ id }) => id === "towel")?.text ?? "", /^Pan and towel/);
    await send({ action: "take-back", version: String(shop.version) });
    assert.deepEqual((await library()).steps, shop.steps);
    await send({ action: "ships" });
    assert.deepEqual((await library()).steps, tables.steps);
  });

  it("goes with a visit to another shop, and does not become that shop's own", async () => {
    await send(towel);
    const visit = await open();
    const text = JSON.stringify(await exportVisit(context, visit));
    const other = await cloneDatabase("template_empty");
    const there = makeContext(other.sql);
    await importVisit(there, text);
    const { libraryVersion } = await readVisit(there, visit);
    const steps = await stepsOfVisit(there, libraryVersion);
    assert.equal(steps.find(({ id }) => id === "towel")?.text, "Two towels.");
    assert.deepEqual((await currentLibrary(other.sql, tables)).steps, tables.steps);
    await other.drop();
  });
});

describe("pictures of a visit", () => {
  it("are kept once, and shown as what they are", async () => {
    const visit = await open();
    const photo = idOf(0xf0001);
    await keepPhoto(context, visit, photo, PNG);
    await keepPhoto(context, visit, photo, PNG);
    const response = await showPhoto(context, visit, photo);
    assert.equal(response.headers.get("content-type"), "image/png");
    assert.deepEqual(Buffer.from(await response.arrayBuffer()), PNG);
    await rejects(keepPhoto(context, visit, photo, Buffer.concat([PNG, PNG])), "conflict");
    await rejects(keepPhoto(context, visit, idOf(0xf0002), Buffer.from("<svg/>")), "invalid");
    await rejects(keepPhoto(context, visit, idOf(0xf0003), Buffer.alloc(1_000_000, PNG)), "too-large");
    await rejects(keepPhoto(context, idOf(0xf0004), photo, PNG), "not-found");
    await rejects(showPhoto(context, visit, idOf(0xf0005)), "not-found");
  });
});
