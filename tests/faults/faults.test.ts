/** A small share of bin/reliability in every test run: odd requests, and kills under load. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { startApi } from "../support/desk.ts";
import { fuzz } from "./fuzz.ts";
import { killCampaign } from "./kills.ts";
import { onStage } from "./stage.ts";

const { base } = startApi("template_demo");

describe("odd requests", () => {
  it("are answered without a failure, in the documented shape, telling nothing of our insides", async () => {
    const { port } = new URL(base());
    const report = await fuzz({ base: base(), port: Number(port), seed: 13, requests: 900, atOnce: 4 });
    assert.deepEqual(report.faults, []);
    assert.ok(report.requests >= 900 && (report.byStatus.get(200) ?? 0) > 100);
  });
});

describe("server and database killed under load", () => {
  it("come back by themselves; nothing acknowledged is lost or doubled", () =>
    onStage(process.env["TEST_DIST"] ?? "", async (stage) => {
      const lines: string[] = [];
      const print = (line: string) => lines.push(line);
      const isWell = await killCampaign(stage, { seed: 5, kills: 8, say: () => undefined, print });
      const table = lines.join("\n");
      assert.ok(isWell, table);
      const [, acknowledged] = /Acknowledged writes checked: (\d+)/.exec(table) ?? [];
      assert.ok(Number(acknowledged) > 20, "writers wrote all the while");
    }));
});
