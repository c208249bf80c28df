import assert from "node:assert/strict";
import { existsSync, mkdtempSync, readFileSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, it } from "node:test";
import { addressOf, forLog } from "./address.ts";
import { openLogFile } from "./log-file.ts";
import { LEAST_ROOM_BYTES, roomOn } from "./room-on-disk.ts";
import { isTooMany, surviveFaults } from "./survive-faults.ts";

const isOwn = (host: string) => host === "127.0.0.1:4321";

describe("an address", () => {
  for (const [target, address] of [
    ["/", "/"],
    ["/visits?list=all&after=a~b", "/visits?list=all&after=a~b"],
    ["//look-back/T", "/look-back/T"],
    ["/./look-back/T", "/look-back/T"],
    ["/%6cook-back/T", "/look-back/T"],
    ["/look-back//T/", "/look-back/T"],
    ["http://127.0.0.1:4321/visits?x", "/visits?x"],
    ["http://127.0.0.1:4321", "/"],
    ["/a%20b", "/a%20b"],
    ["/api/v1/visits%2fx", "/api/v1/visits%252fx"],
    ["/?a?b", "/?a?b"],
    ["http://elsewhere.example/", null],
    ["/%zz", null],
    ["/%00", null],
    ["/a/../b", null],
    ["/a/%2e%2e/b", null],
    ["/a%5cb", null],
    ["*", null],
    ["visits", null],
    [`/${"x".repeat(5000)}`, null],
  ] as const)
    it(`${target.slice(0, 40)} is ${address ?? "none"}`, () =>
      assert.equal(addressOf(target, isOwn), address));

  it("is written down without the key of a customer's link", () => {
    assert.equal(forLog("/look-back/abc-DEF_1?x=1"), "/look-back/...?x=...");
    assert.equal(forLog("/search?q=902+555+0142&kind=site"), "/search?q=...&kind=...");
    assert.equal(forLog("/look-backs"), "/look-backs");
  });
});

describe("the log file", () => {
  it("is its user's alone", async () => {
    const dir = mkdtempSync(join(tmpdir(), "brass-nut-log-"));
    const log = openLogFile(join(dir, "server.log"), (text) => assert.fail(text));
    log.write('{"a":1}\n');
    await log.close();
    assert.equal(readFileSync(join(dir, "server.log"), "utf8"), '{"a":1}\n');
    assert.equal(statSync(join(dir, "server.log")).mode & 0o777, 0o600);
    rmSync(dir, { recursive: true });
  });

  it("turns over, and keeps only so many", async () => {
    const dir = mkdtempSync(join(tmpdir(), "brass-nut-log-"));
    const file = join(dir, "server.log");
    const log = openLogFile(file, (text) => assert.fail(text));
    const line = `${"x".repeat(999_999)}\n`;
    for (let count = 0; count < 4; count += 1) log.write(line);
    await log.close();
    const again = openLogFile(file, (text) => assert.fail(text));
    for (let count = 0; count < 3; count += 1) again.write(line);
    await again.close();
    assert.ok(statSync(file).size < 7 * line.length);
    rmSync(dir, { recursive: true });
  });

  it("on a full disk loses lines, says so once, and stops nobody", async () => {
    assert.ok(existsSync("/dev/full"));
    const said: string[] = [];
    const log = openLogFile("/dev/full", (text) => said.push(text));
    for (let count = 0; count < 200; count += 1) log.write("line\n");
    await new Promise((resolve) => setImmediate(resolve));
    await log.close();
    log.write("line\n");
    assert.ok(said.length >= 1 && said.length <= 2, said.join("; "));
  });
});

describe("room on the disk", () => {
  it("is there, is not, and is taken to be there when nobody can tell", async () => {
    assert.equal(await roomOn(undefined)(), true);
    assert.equal(await roomOn("/x", async () => LEAST_ROOM_BYTES)(), true);
    assert.equal(await roomOn("/x", async () => LEAST_ROOM_BYTES - 1)(), false);
    assert.equal(
      await roomOn("/x", async () => {
        throw new Error("no such folder");
      })(),
      true,
    );
  });

  it("is looked for once for many who ask at once", async () => {
    let looks = 0;
    const hasRoom = roomOn("/x", async () => {
      looks += 1;
      return 1e12;
    });
    await Promise.all(Array.from({ length: 50 }, hasRoom));
    assert.equal(looks, 1);
  });
});

describe("faults nobody catches", () => {
  it("are survived while they are rare", () => {
    assert.equal(isTooMany([0, 1, 2, 3], 3), false);
    assert.equal(isTooMany([0, 1, 2, 3, 4], 4), true);
    assert.equal(isTooMany([0, 1, 2, 3, 20_000], 20_000), false);
  });

  it("are written down, and too many of them end the process", () => {
    const before = process.listeners("uncaughtException");
    const kinds: string[] = [];
    const codes: number[] = [];
    surviveFaults({ fatal: (_: unknown, kind?: string) => kinds.push(kind ?? "") }, (code) =>
      codes.push(code),
    );
    const [mine] = process.listeners("uncaughtException").filter((each) => !before.includes(each));
    assert.ok(mine);
    for (let count = 0; count < 5; count += 1) mine(new Error("x"), "uncaughtException");
    process.removeListener("uncaughtException", mine);
    process.removeAllListeners("unhandledRejection");
    assert.deepEqual([kinds.length, codes], [5, [70]]);
  });
});
