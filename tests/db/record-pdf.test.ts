/** The record as a PDF, read as other programs read it: its text, its fonts, its strips as vectors, its code. */
import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import jsQr from "jsqr";
import { getDocument, OPS, type PDFPageProxy } from "pdfjs-dist/legacy/build/pdf.mjs";
import { makeContext } from "../../src/app/context.ts";
import { demoVisitId } from "../../src/app/demo/demo-story.ts";
import { recordPdf, stripSvg } from "../../src/app/visit/record-pdf.ts";
import { readVisit } from "../../src/app/visit/visit.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";

const VISIT = demoVisitId("deck-washroom");
const ORIGIN = "https://shop.example";
let database: TestDatabase;
let context: ReturnType<typeof makeContext>;
let pages: readonly PDFPageProxy[];
let bytes: Uint8Array;

before(async () => {
  database = await cloneDatabase("template_demo");
  context = makeContext(database.sql, () => new Date("2026-11-28T12:00:00.000Z"));
  bytes = await recordPdf(context, VISIT, ORIGIN);
  const document = await getDocument({ data: Uint8Array.from(bytes), verbosity: 0 }).promise;
  pages = await Promise.all(Array.from({ length: document.numPages }, (_, at) => document.getPage(at + 1)));
});
after(() => database.drop());

async function textOf(): Promise<string> {
  const contents = await Promise.all(pages.map((page) => page.getTextContent()));
  return contents
    .flatMap(({ items }) => items.map((item) => ("str" in item ? item.str : "")))
    .join(" ")
    .replace(/\s+/g, " ");
}

interface Square {
  readonly x: number;
  readonly y: number;
}

/** Side of a module of the code, points. */
const UNIT = 2;

/** The squares of each code: paths of squares of one size. */
async function codesOf(page: PDFPageProxy): Promise<readonly (readonly Square[])[]> {
  const { fnArray, argsArray } = await page.getOperatorList();
  return fnArray.flatMap((operator, at): Square[][] => {
    if (operator !== OPS.constructPath) return [];
    const [operators, numbers]: [number[], number[]] = argsArray[at];
    if (operators.length < 100 || operators.some((each) => each !== OPS.rectangle)) return [];
    return [operators.map((_, index) => ({ x: numbers[index * 4] ?? 0, y: numbers[index * 4 + 1] ?? 0 }))];
  });
}

/** What a code says, read from a picture of it. */
function readCode(squares: readonly Square[]): string | null {
  const [left, top] = [Math.min(...squares.map(({ x }) => x)), Math.min(...squares.map(({ y }) => y))];
  const modules = Math.max(...squares.map(({ x }) => Math.round((x - left) / UNIT))) + 1;
  const [zoom, quiet] = [4, 4];
  const side = (modules + 2 * quiet) * zoom;
  const picture = new Uint8ClampedArray(side * side * 4).fill(255);
  for (const { x, y } of squares)
    for (let dy = 0; dy < zoom; dy += 1)
      for (let dx = 0; dx < zoom; dx += 1) {
        const column = (Math.round((x - left) / UNIT) + quiet) * zoom + dx;
        const row = (Math.round((y - top) / UNIT) + quiet) * zoom + dy;
        picture.fill(0, (row * side + column) * 4, (row * side + column) * 4 + 3);
      }
  return jsQr(picture, side, side)?.data ?? null;
}

describe("the record as a PDF", () => {
  it("says what the record says: site, joints, what was put in, who signed, what to do when something is wet", async () => {
    const text = await textOf();
    for (const words of [
      "Deck washroom: toilet and basin",
      "Gullwing Hall, 3 Slipway Road, Port Merrin",
      "Varga Pipe and Valve",
      "Shut off at",
      "Put in:",
      "LB-C38B78-012",
      "If anything is wet:",
      "Ines Varga",
    ])
      assert.ok(text.includes(words), `"${words}" is not in: ${text.slice(0, 600)}`);
    assert.ok(!text.includes("old brass"), "notes of the shop stay in the shop");
  });

  it("has its fonts in it, and its strips as vectors, not as pictures", async () => {
    const file = Buffer.from(bytes).toString("latin1");
    assert.ok((file.match(/\/FontFile[23]/g) ?? []).length >= 3);
    assert.ok(!/\/BaseFont \/Helvetica/.test(file));
    const operators = (await Promise.all(pages.map((page) => page.getOperatorList()))).flatMap(
      ({ fnArray }) => fnArray,
    );
    assert.ok(!operators.includes(OPS.paintImageXObject));
    assert.ok(operators.filter((each) => each === OPS.constructPath).length > 60);
  });

  it("has a code for each connection that opens the connection's page", async () => {
    const { state } = await readVisit(context, VISIT);
    const codes = (await Promise.all(pages.map(codesOf))).flat().map(readCode);
    assert.deepEqual(
      codes,
      state.connections.map(({ id }) => `${ORIGIN}/visits/${VISIT}/${id}`),
    );
  });

  it("has a strip that is a drawing of its own", async () => {
    const { state } = await readVisit(context, VISIT);
    const [connection] = state.connections;
    assert.ok(connection);
    const svg = stripSvg(context, connection);
    assert.match(svg ?? "", /^<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg"[^>]*><style>/);
    assert.equal(stripSvg(context, { ...connection, plan: null }), null);
  });
});
