/** Archives of a large shop in little memory, and what is saved of a damaged one: 2,000 visits and 2 GB of pictures in the large set. */
import assert from "node:assert/strict";
import { spawn } from "node:child_process";
import {
  copyFileSync,
  mkdtempSync,
  openSync,
  readSync,
  rmSync,
  statSync,
  truncateSync,
  writeSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { after, before, describe, it } from "node:test";
import postgres from "postgres";
import { z } from "zod";
import { copyVisits } from "../support/many-visits.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";
import { setSize } from "../support/set-size.ts";

const VISITS = setSize(60, 2000);
const PICTURES = setSize(40, 2300);
const PICTURES_LEFT = 20;
const PICTURE_BYTES = 890_000;
const HEAP_MB = 300;
/** Damage is tried on a small shop in archive.test.ts. */
const skip = setSize(1, 0) === 1;
const ROOT = join(import.meta.dirname, "../..");

const outcome = z.object({
  read: z
    .object({
      visits: z.number(),
      photos: z.number(),
      leftOut: z.array(z.object({ where: z.string(), why: z.string() })),
    })
    .nullable(),
  mostKb: z.number(),
});

/** Runs the copying as a program with a bounded heap. Errors: Error with what it said. */
function copy(
  what: "write" | "read" | "salvage",
  url: string,
  file: string,
): Promise<z.output<typeof outcome>> {
  return new Promise((resolve, reject) => {
    const child = spawn(
      process.execPath,
      [
        `--max-old-space-size=${HEAP_MB}`,
        "--import",
        "tsx",
        join(ROOT, "tests/support/copy-shop.ts"),
        what,
        url,
        file,
      ],
      { cwd: ROOT, stdio: ["ignore", "pipe", "pipe"] },
    );
    let [said, wrong] = ["", ""];
    child.stdout.on("data", (chunk: Buffer) => {
      said += chunk.toString();
    });
    child.stderr.on("data", (chunk: Buffer) => {
      wrong += chunk.toString();
    });
    child.once("exit", (code) =>
      code === 0 ? resolve(outcome.parse(JSON.parse(said))) : reject(new Error(wrong)),
    );
  });
}

/** Place of a text in a file, in one pass that holds little; the text is known to be there. */
function placeOf(file: string, text: string): number {
  const handle = openSync(file, "r");
  const piece = Buffer.alloc(4_000_000);
  for (let from = 0; ; from += piece.length - text.length) {
    const read = readSync(handle, piece, 0, piece.length, from);
    const at = piece.subarray(0, read).indexOf(text);
    if (at >= 0) return from + at;
    if (read < piece.length) assert.fail(`${text} is not in the archive`);
  }
}

let shop: TestDatabase;
let folder = "";
let file = "";
let visits = 0;

before(async () => {
  shop = await cloneDatabase("template_demo");
  folder = mkdtempSync(join(tmpdir(), "brass-nut-large-"));
  file = join(folder, "shop.tar");
  const owner = postgres(shop.ownerUrl, { max: 1, onnotice: () => undefined });
  await copyVisits(owner, VISITS, false);
  await owner`
    insert into photo (photo_id, visit_id, bytes)
    select gen_random_uuid(), (select visit_id from visit order by visit_id limit 1),
      decode(repeat(md5(number::text), ${PICTURE_BYTES / 16}::int), 'hex')
    from generate_series(1, ${PICTURES}::int) as number`;
  const [count] = await owner<{ n: number }[]>`select count(*)::int as n from visit`;
  visits = count?.n ?? 0;
  await owner.end();
});
after(async () => {
  await shop.drop();
  rmSync(folder, { recursive: true, force: true });
});

/** A damaged copy of the archive, read into an empty installation. */
async function readDamaged(
  name: string,
  damage: (copied: string) => void,
  what: "read" | "salvage",
): Promise<z.output<typeof outcome>> {
  const copied = join(folder, name);
  copyFileSync(file, copied);
  damage(copied);
  const empty = await cloneDatabase("template_empty");
  try {
    return await copy(what, empty.ownerUrl, copied);
  } finally {
    await empty.drop();
    rmSync(copied);
  }
}

/** Writes over a text of the file with one as long. */
function overwrite(copied: string, old: string, fresh: string): void {
  assert.equal(old.length, fresh.length);
  const at = placeOf(copied, old);
  const handle = openSync(copied, "r+");
  writeSync(handle, fresh, at);
}

describe(`an archive of ${VISITS} visits and ${Math.round((PICTURES * PICTURE_BYTES) / 1e6)} MB of pictures`, () => {
  it(`is written, read back and read in with a heap of ${HEAP_MB} MB`, async () => {
    const written = await copy("write", shop.ownerUrl, file);
    assert.ok(statSync(file).size > PICTURES * PICTURE_BYTES);
    // Memory beside the heap counts too: programs, buffers, what the machine has not taken back.
    assert.ok(written.mostKb < 900_000, `${written.mostKb} kB`);
    const { read, mostKb } = await readDamaged("whole.tar", () => undefined, "read");
    assert.ok(mostKb < 900_000, `${mostKb} kB`);
    assert.deepEqual([read?.visits, read?.photos, read?.leftOut], [visits, PICTURES, []]);
  });
  it("is smaller with a few pictures: what is damaged below", { skip }, async () => {
    const owner = postgres(shop.ownerUrl, { max: 1, onnotice: () => undefined });
    await owner`delete from photo where photo_id not in (select photo_id from photo limit ${PICTURES_LEFT})`;
    await owner.end();
    await copy("write", shop.ownerUrl, file);
    assert.ok(statSync(file).size < (PICTURES_LEFT + 100) * PICTURE_BYTES);
  });
  it("is refused with a damaged event, naming what, and salvaged without that event", { skip }, async () => {
    const damage = (copied: string) => overwrite(copied, '"kind": "visit-noted"', '"kind": "visit-nated"');
    await assert.rejects(readDamaged("event.tar", damage, "read"), /visit_event\.jsonl/);
    const { read } = await readDamaged("event.tar", damage, "salvage");
    assert.deepEqual(
      read?.leftOut.map(({ where }) => where.split(" ")[0]),
      ["archive", "visit"],
    );
    assert.equal(read?.visits, visits);
  });
  it("is refused where it breaks off, and salvaged up to there", { skip }, async () => {
    const damage = (copied: string) => truncateSync(copied, statSync(copied).size - 10 * PICTURE_BYTES);
    await assert.rejects(readDamaged("short.tar", damage, "read"), /breaks off|is missing/);
    const { read } = await readDamaged("short.tar", damage, "salvage");
    assert.equal(read?.visits, visits);
    assert.ok((read?.photos ?? 0) > 0 && (read?.photos ?? 0) < PICTURES_LEFT);
  });
  it("is refused with a missing picture, naming the picture, and salvaged without", { skip }, async () => {
    // The name in the tar's own header: the entry goes by another name, which nothing asks for.
    const damage = (copied: string) => overwrite(copied, "photos/", "fotos//");
    await assert.rejects(
      readDamaged("picture.tar", damage, "read"),
      /photos\/.* is missing|damaged|breaks off/,
    );
    const { read } = await readDamaged("picture.tar", damage, "salvage");
    assert.equal(read?.visits, visits);
    assert.ok((read?.leftOut.length ?? 0) > 0);
  });
});
