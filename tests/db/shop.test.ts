import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import { makeContext } from "../../src/app/context.ts";
import { planForShop, planOptionsFor } from "../../src/app/plan/plan-options.ts";
import {
  catalogueLines,
  currentPlannerIndex,
  exportCatalogue,
  importCatalogue,
  previewCatalogue,
  removeOwnPart,
  setShopStandards,
  shopStandards,
} from "../../src/app/shop/shop.ts";
import { setTruckStock, truckStock } from "../../src/app/shop/truck.ts";
import { planRequestOf, surveyFromPreset } from "../../src/core/survey/index.ts";
import { cloneDatabase, type TestDatabase } from "../support/server.ts";

let database: TestDatabase;
let context: ReturnType<typeof makeContext>;

before(async () => {
  database = await cloneDatabase("template_empty");
  context = makeContext(database.sql);
});
after(() => database.drop());

function toilet() {
  const preset = context.tables.presets.find(({ id }) => id === "toilet");
  assert.ok(preset);
  return planRequestOf(surveyFromPreset(preset, "x"), null);
}

describe("the shop's own parts", () => {
  it("start as what ships, and the export is the shipped file", async () => {
    assert.ok((await catalogueLines(context)).every(({ origin }) => origin === "shipped"));
    const report = await previewCatalogue(context, await exportCatalogue(context));
    assert.deepEqual([report.added.length, report.changed.length, report.faults.length], [0, 0, 0]);
    assert.equal(report.same, context.tables.parts.length);
  });

  it("a price and a part of our own are planned with, and come back in the export", async () => {
    const text = await exportCatalogue(context);
    const [header = "", ...rows] = text.split("\n");
    const cheap = rows.find((row) => row.startsWith("LB-C38B78-012"))?.replace(/,705,/, ",101,") ?? "";
    const own = cheap
      .replace("LB-C38B78-012", "OWN-C38B78-011")
      .replace(", 12 in", ", 11 in")
      .replace(/,101,/, ",99,")
      .replace(",12,no", ",11,no")
      .replace("12 0 0", "11 0 0");
    const report = await importCatalogue(context, `${header}\n${cheap}\n${own}\n`);
    assert.deepEqual([report.added.length, report.changed.length], [1, 1]);
    const { plans } = await planForShop(context, toilet());
    assert.equal(plans[0]?.id, "OWN-C38B78-011");
    assert.equal((await exportCatalogue(context)).split("\n").length, text.split("\n").length + 1);
    assert.equal(await exportCatalogue(context), await exportCatalogue(context));
  });

  it("a file with one bad row changes nothing at all", async () => {
    const text = await exportCatalogue(context);
    const [header = "", ...rows] = text.split("\n");
    const dear = rows.find((row) => row.startsWith("LB-C38B78-016"))?.replace(/,750,/, ",99999,") ?? "";
    const bad = rows.find((row) => row.startsWith("AD-F12C38"))?.replace("npt-1/2-f", "npt-9/9-f") ?? "";
    await assert.rejects(
      importCatalogue(context, `${header}\n${dear}\n${bad}\n`),
      (error: { code?: string; fields?: { path: string }[] }) => {
        assert.equal(error.code, "invalid");
        assert.equal(error.fields?.[0]?.path, "line 3 a_end");
        return true;
      },
    );
    assert.equal(await exportCatalogue(context), text);
  });

  it("are taken away again one by one, and what ships stands in their place", async () => {
    await removeOwnPart(context, "OWN-C38B78-011");
    await removeOwnPart(context, "LB-C38B78-012");
    assert.equal(await currentPlannerIndex(context), context.plannerIndex);
    await assert.rejects(
      removeOwnPart(context, "LB-C38B78-012"),
      (error: { code?: string }) => error.code === "not-found",
    );
  });
});

describe("house rules of the shop", () => {
  it("are followed where the job says nothing, and give way to the job", async () => {
    assert.deepEqual(await shopStandards(context), {});
    await setShopStandards(context, { toiletLine: "rigid" }, 0);
    const rigid = await planForShop(context, toilet());
    assert.ok(rigid.plans[0]?.parts.some(({ kind }) => kind === "riser"));
    const braided = await planForShop(context, { ...toilet(), houseRules: { toiletLine: "braided" } });
    assert.ok(braided.plans[0]?.parts.some(({ kind }) => kind === "line"));
    await setShopStandards(context, {}, 1);
  });
});

describe("what is on the truck", () => {
  it("is kept from lines, weighs the plans, and a plan from it may be chosen", async () => {
    assert.equal(await truckStock(context), null);
    assert.equal(await setTruckStock(context, "sku,quantity\nLB-C38B78-012, 2\n\nLB-C38B78-012,1\n", 0), 1);
    assert.deepEqual([...((await truckStock(context)) ?? [])], [["LB-C38B78-012", 3]]);
    const preset = context.tables.presets.find(({ id }) => id === "toilet");
    assert.ok(preset);
    const ways = await planOptionsFor(context, surveyFromPreset(preset, "x"));
    assert.equal(ways.hasStock, true);
    assert.deepEqual([ways.plans[0]?.id, ways.plans[0]?.inStock], ["LB-C38B78-012", true]);
    assert.equal(ways.request.stock, null);
  });
  it("names the line that is wrong and changes nothing", async () => {
    for (const [text, path] of [
      ["LB-C38B78-012,2\nNO-SUCH,1", "line 2"],
      ["LB-C38B78-012,many", "line 1"],
      ["LB-C38B78-012", "line 1"],
    ] as const)
      await assert.rejects(
        setTruckStock(context, text, 1),
        (error: { fields?: { path: string }[] }) => error.fields?.[0]?.path === path,
      );
    assert.equal((await truckStock(context))?.get("LB-C38B78-012"), 3);
    assert.equal(await setTruckStock(context, " ", 1), 0);
    assert.equal(await truckStock(context), null);
  });
});
