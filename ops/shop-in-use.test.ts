import assert from "node:assert/strict";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { after, before, describe, it } from "node:test";
import { databaseOf, keepShopInUse, readShopInUse, shopOfFlags } from "./shop-in-use.ts";

let folder = "";
before(() => {
  folder = mkdtempSync(join(tmpdir(), "brass-nut-shop-"));
});
after(() => rmSync(folder, { recursive: true, force: true }));

describe("the shop in use", () => {
  it("is the demonstration until somebody chooses, and what was chosen last from then on", () => {
    assert.equal(readShopInUse(folder), "demo");
    for (const shop of ["own", "demo", "own"] as const) {
      keepShopInUse(folder, shop);
      assert.equal(readShopInUse(folder), shop);
    }
  });

  it("is not guessed from a file that names none: the fault names file and remedy", () => {
    for (const text of ["", "{}", '{"shop":"other"}']) {
      writeFileSync(join(folder, "shop-in-use.json"), text);
      assert.throws(() => readShopInUse(folder), /shop-in-use\.json names no shop.*--own-shop/);
    }
  });

  it("has a database that is not the other's", () => assert.notEqual(databaseOf("demo"), databaseOf("own")));

  for (const [flags, shop] of [
    [[], null],
    [["--own-shop"], "own"],
    [["--demo"], "demo"],
    [["--reset-demo", "--yes"], "demo"],
  ] as const)
    it(`bin/start ${flags.join(" ")} asks for ${shop ?? "neither"}`, () =>
      assert.equal(shopOfFlags(flags), shop));

  it("cannot be both", () =>
    assert.throws(() => shopOfFlags(["--own-shop", "--reset-demo"]), /not with both/));
});
