/** The plain forms and pages, as a browser without scripts sends and reads them. */
import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import { makeContext } from "../../src/app/context.ts";
import { demoVisitId } from "../../src/app/demo/demo-story.ts";
import { readVisit } from "../../src/app/visit/visit.ts";
import { PNG } from "../support/picture.ts";
import { cloneDatabase, startServer, type TestDatabase, type TestServer } from "../support/server.ts";
import { idOf } from "../support/story.ts";

const LAUNDRY = demoVisitId("laundry");
const OFFICE = demoVisitId("ticket-office");
let database: TestDatabase;
let server: TestServer;

before(async () => {
  database = await cloneDatabase("template_demo");
  server = await startServer(database.url);
});
after(async () => {
  await server.stop();
  await database.drop();
});

const send = (path: string, fields: Record<string, string>, base = server.base) =>
  fetch(base + path, { method: "POST", body: new URLSearchParams(fields), redirect: "manual" });
const read = (visit: string) => readVisit(makeContext(database.sql), visit);
const page = async (path: string) => (await fetch(server.base + path)).text();

describe("a visit's own forms", () => {
  it("add hot and cold of one faucet with one press, once however often it is sent", async () => {
    const before = (await read(LAUNDRY)).state.connections.length;
    const form = { action: "add", connection: idOf(0xadd), preset: "Kitchen faucet", place: "dye kitchen" };
    for (const expected of [303, 303])
      assert.equal((await send(`/visits/${LAUNDRY}`, form)).status, expected);
    const { connections } = (await read(LAUNDRY)).state;
    assert.equal(connections.length, before + 2);
    assert.equal(connections[before]?.id, idOf(0xadd));
    assert.deepEqual(
      connections.slice(before).map(({ survey }) => [survey.water, survey.place]),
      [
        ["hot", "dye kitchen"],
        ["cold", "dye kitchen"],
      ],
    );
  });

  it("add only one of two variants of an inlet", async () => {
    const before = (await read(LAUNDRY)).state.connections.length;
    await send(`/visits/${LAUNDRY}`, {
      action: "add",
      connection: idOf(0xad2),
      preset: "Dishwasher",
      place: "",
    });
    assert.equal((await read(LAUNDRY)).state.connections.length, before + 1);
  });

  for (const [name, fields, says] of [
    ["an empty note", { action: "note", text: "  " }, /Write the note first/],
    ["a removal without a reason", { action: "remove", connection: idOf(0xadd), reason: "" }, /Say why/],
    ["a removal of nothing", { action: "remove", connection: "", reason: "x" }, /Choose a connection/],
    [
      "something that cannot be connected",
      { action: "add", connection: idOf(0xad3), preset: "Fountain", place: "" },
      /Choose what is to be connected/,
    ],
    ["an action nobody knows", { action: "sing" }, /Not done/],
  ] as const)
    it(`refuse ${name} in words and keep nothing`, async () => {
      const before = (await read(LAUNDRY)).version;
      const response = await send(`/visits/${LAUNDRY}`, fields);
      assert.equal(response.status, 422);
      assert.match(await response.text(), says);
      assert.equal((await read(LAUNDRY)).version, before);
    });

  it("do not remove what is signed", async () => {
    const connection = (await read(OFFICE)).state.connections[0]?.id ?? "";
    const response = await send(`/visits/${OFFICE}`, { action: "remove", connection, reason: "x" });
    assert.equal(response.status, 422);
    assert.match(await response.text(), /Signed: re-open the connection/);
  });
});

describe("the theme", () => {
  it("is kept in a cookie and goes back to the page it was asked on, never to another site", async () => {
    const good = await send("/theme", { theme: "dark", back: `/visits/${LAUNDRY}` });
    assert.deepEqual([good.status, good.headers.get("location")], [303, `/visits/${LAUNDRY}`]);
    assert.match(good.headers.get("set-cookie") ?? "", /theme=dark; .*HttpOnly/i);
    for (const back of ["//elsewhere.example", "https://elsewhere.example", "/\\elsewhere.example", ""])
      assert.equal((await send("/theme", { theme: "dark", back })).headers.get("location"), "/", back);
    assert.equal((await send("/theme", { theme: "red", back: "/" })).headers.get("set-cookie"), null);
  });
});

describe("pages without scripts", () => {
  it("Day puts the late look-back first and names what is next", async () => {
    const html = await page("/");
    assert.ok(html.indexOf("Ticket office washroom") < html.indexOf("Teaching kitchen"));
    assert.match(html, /was due/);
    assert.match(html, /Stop the weep/);
  });

  it("the record says who signed, where to shut off, what was turned and what the look could see", async () => {
    const html = await page(`/visits/${OFFICE}/record`);
    for (const said of [
      /Signed by Ines Varga/,
      /quarter-turn stop \(ticket office washroom\), holds/,
      /57 psi/,
      /1\/3 turn/,
      /0\.0022 mL\/min/,
      /Follow-up check by the plumber/,
      /coat rack/,
    ])
      assert.match(html, said);
  });

  it("times are the site's, not the server's", async () => {
    const { state } = await read(OFFICE);
    const wanted = new Intl.DateTimeFormat("en-GB", {
      timeZone: "America/Halifax",
      hour: "2-digit",
      minute: "2-digit",
    }).format(new Date(state.startsAt));
    assert.match(await page(`/visits/${OFFICE}/record`), new RegExp(`${wanted} A[SD]T`));
  });

  it("a connection's bare address leads to its survey", async () => {
    const connection = (await read(OFFICE)).state.connections[0]?.id ?? "";
    const response = await fetch(`${server.base}/visits/${OFFICE}/${connection}`, { redirect: "manual" });
    assert.deepEqual(
      [response.status, response.headers.get("location")],
      [302, `/visits/${OFFICE}/${connection}/survey`],
    );
  });
});

describe("a valve of the site", () => {
  const note = (visit: string, fields: Readonly<Record<string, string>>, picture: Buffer | null) => {
    const form = new FormData();
    const valve = { name: "Deck riser", place: "behind the coat rack", shuts: "branch", water: "both" };
    for (const [name, value] of Object.entries({
      ...valve,
      valveKind: "ball",
      proof: "not-proved",
      ...fields,
    }))
      form.set(name, value);
    form.set("action", "valve");
    if (picture !== null) form.set("picture", new File([new Uint8Array(picture)], "picture.png"));
    return fetch(`${server.base}/visits/${visit}`, { method: "POST", body: form, redirect: "manual" });
  };
  const valveOf = async (visit: string) =>
    (await read(visit)).state.valves.find(({ name }) => name === "Deck riser");

  it("keeps its picture through corrections, and shows it on the site's page and on the next visit", async () => {
    const photo = idOf(0xf0b1);
    const refused = await note(OFFICE, { id: idOf(0xb01), photo }, Buffer.from("no picture"));
    assert.match(await refused.text(), /must be a JPEG, PNG or WebP picture/);
    assert.equal(await valveOf(OFFICE), undefined);
    for (const [event, fields, picture] of [
      [0xb02, { photo }, PNG],
      [0xb03, { photo: idOf(0xf0b2), proof: "holds" }, null],
    ] as const)
      assert.equal((await note(OFFICE, { id: idOf(event), ...fields }, picture)).status, 303);
    const valve = await valveOf(OFFICE);
    assert.deepEqual([valve?.proof, valve?.picture], ["holds", { visit: OFFICE, photo }]);
    const address = `/api/v1/visits/${OFFICE}/photos/${photo}`;
    assert.ok(Buffer.from(await (await fetch(server.base + address)).arrayBuffer()).equals(PNG));
    assert.ok(
      (await page(`/visits/${OFFICE}`)).includes(`<img src="${address}" alt="Picture of Deck riser"`),
    );
    const site = /href="(\/sites\/[0-9a-f-]{36})"/.exec(await page(`/visits/${OFFICE}`))?.[1];
    assert.ok((await page(site ?? "")).includes(`<img src="${address}"`));
    const next = idOf(0xb10);
    const booked = {
      visit: next,
      preset: "Toilet",
      site: site?.split("/").at(-1) ?? "",
      siteName: "",
      siteAddress: "",
      siteZone: "UTC",
      title: "",
      place: "",
    };
    assert.equal((await send("/", booked)).status, 303);
    assert.deepEqual((await valveOf(next))?.picture, { visit: OFFICE, photo });
  });
});

describe("what the shop has set about itself", () => {
  const put = (fields: Record<string, string>) => send("/settings", fields);
  const usual = { action: "display", units: "us", clock: "24", paper: "letter" };
  const RECORD = `/visits/${OFFICE}/record`;
  const pdf = async () =>
    Buffer.from(
      await (await fetch(`${server.base}/api/v1/visits/${OFFICE}/record.pdf`)).arrayBuffer(),
    ).toString("latin1");

  it("writes every page and record in millimeters, bar and hours to 12, and back", async () => {
    const { state } = await read(OFFICE);
    const connection = state.connections[0]?.id ?? "";
    assert.match(await page(RECORD), /57 psi/);
    assert.match(await pdf(), /MediaBox \[0 0 612 792\]/);
    const asked = await put({ ...usual, units: "furlongs", version: "0" });
    assert.match(await asked.text(), /Not done/);
    assert.equal(
      (await put({ ...usual, units: "metric", clock: "12", paper: "a4", version: "0" })).status,
      200,
    );
    const record = await page(RECORD);
    assert.match(record, /<html[^>]*data-units="metric" data-clock="12"/);
    assert.match(record, /3\.93 bar/);
    assert.doesNotMatch(record, /\d psi/);
    assert.match(record, /\d:\d\d [AP]M/);
    assert.match(await pdf(), /MediaBox \[0 0 595\.28 841\.89\]/);
    const hookup = await page(`/visits/${OFFICE}/${connection}/hookup`);
    assert.match(hookup, /bar left/);
    // What an island is handed is in the units of core.
    assert.doesNotMatch(hookup.replace(/props="[^"]*"/g, ""), /\d psi/);
    assert.match(await (await put({ ...usual, version: "0" })).text(), /[Ss]omebody/);
    assert.equal((await put({ ...usual, version: "1" })).status, 200);
    assert.match(await page(RECORD), /57 psi/);
  });

  it("puts its logo at the head of records, takes only a picture, and takes it away again", async () => {
    const sendLogo = (bytes: Buffer, version: number) => {
      const form = new FormData();
      form.set("action", "logo");
      form.set("version", String(version));
      form.set("logo", new File([new Uint8Array(bytes)], "logo.png", { type: "image/png" }));
      return fetch(`${server.base}/settings`, { method: "POST", body: form });
    };
    assert.equal((await fetch(`${server.base}/logo`)).status, 404);
    for (const bytes of [Buffer.from("<svg/>"), PNG.subarray(0, 20), Buffer.alloc(0)])
      assert.match(await (await sendLogo(bytes, 0)).text(), /Not done\.<\/strong>\s*Logo/);
    assert.match(await (await sendLogo(PNG, 0)).text(), /The logo as it is now/);
    const address = /<img src="(\/logo[^"]*)"/.exec(await page(RECORD))?.[1];
    const shown = await fetch(server.base + address);
    assert.equal(shown.headers.get("content-type"), "image/png");
    assert.ok(Buffer.from(await shown.arrayBuffer()).equals(PNG));
    assert.match(await pdf(), /\/Subtype \/Image/);
    assert.equal((await put({ action: "logo", version: "1", remove: "yes" })).status, 200);
    assert.doesNotMatch(await page(RECORD), /<img src="\/logo/);
  });

  it("stands with its address on the record, and says who usually looks again", async () => {
    assert.match(await page(RECORD), /Chandlers Row/);
    const details = {
      name: "Varga Pipe and Valve",
      phone: "902 555 0142",
      licence: "P-1180",
      address: "2 Chandlers Row",
      publicAddress: "",
    };
    assert.match(await (await put({ ...details, followUpBy: "the cat", version: "1" })).text(), /Not done/);
    await put({ ...details, followUpBy: "customer", version: "1" });
    assert.match(await page(RECORD), /2 Chandlers Row/);
    assert.match(await page("/settings"), /value="customer" selected/);
  });
});

describe("the first day of a shop", () => {
  let empty: TestDatabase;
  let first: TestServer;
  before(async () => {
    empty = await cloneDatabase("template_empty");
    first = await startServer(empty.url);
  });
  after(async () => {
    await first.stop();
    await empty.drop();
  });
  const post = (path: string, fields: Record<string, string>) => send(path, fields, first.base);
  const settings = async () => (await fetch(`${first.base}/settings`)).text();

  it("asks for a name, keeps nothing without one, and asks no more once it is said", async () => {
    const refused = await (await post("/", { action: "first-day", plumber: " ", name: "Sedge" })).text();
    assert.match(refused, /must not be empty/);
    assert.match(refused, /value="Sedge"/);
    const unread = await (
      await post("/", { action: "first-day", plumber: "Robin", phone: "call me" })
    ).text();
    assert.match(unread, /Who works here\?/);
    assert.doesNotMatch(await settings(), /Robin/);

    const begun = await post("/", {
      action: "first-day",
      plumber: "Robin Sedge",
      name: "Sedge and Daughter",
      phone: "902 555 0101",
    });
    assert.equal(begun.status, 303);
    assert.doesNotMatch(await (await fetch(first.base)).text(), /Who works here\?/);
    assert.match(await settings(), /value="Sedge and Daughter"/);
    assert.equal(await makeContext(empty.sql).actor(), "Robin Sedge");
  });

  it("lets the name be changed, and not over somebody else's change", async () => {
    const form = { action: "plumber", plumber: "Kit Sedge", version: "1" };
    assert.equal((await post("/settings", form)).status, 200);
    assert.match(await (await post("/settings", { ...form, plumber: "Ash" })).text(), /[Ss]omebody/);
    assert.equal(await makeContext(empty.sql).actor(), "Kit Sedge");
  });

  it("has no other shop to open where bin/start has not started it", async () => {
    assert.doesNotMatch(await settings(), /Open our own shop/);
    assert.match(await (await post("/settings", { action: "shop", shop: "own" })).text(), /one shop only/);
  });
});
