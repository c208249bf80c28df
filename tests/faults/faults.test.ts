/** A small share of bin/reliability in every test run: odd requests, and kills under load. */
import assert from "node:assert/strict";
import { mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, it } from "node:test";
import { startCluster } from "../../ops/cluster.ts";
import { freePort } from "../../ops/ports.ts";
import { loadDemo, prepareDatabase } from "../../ops/prepare-database.ts";
import { supervise } from "../../ops/supervise.ts";
import { openDesk } from "../support/desk.ts";
import { fuzz } from "./fuzz.ts";
import { killCampaign } from "./kills.ts";

const { base } = openDesk("template_demo");

describe("odd requests", () => {
  it("are answered without a failure, in the documented shape, telling nothing of our insides", async () => {
    const { port } = new URL(base());
    const report = await fuzz({ base: base(), port: Number(port), seed: 13, requests: 900, atOnce: 4 });
    assert.deepEqual(report.faults, []);
    assert.ok(report.requests >= 900 && (report.byStatus.get(200) ?? 0) > 100);
  });
});

describe("server and database killed under load", () => {
  it("come back by themselves; nothing acknowledged is lost or doubled", async () => {
    const dir = mkdtempSync(join(tmpdir(), "brass-nut-kills-"));
    const clusterOptions = { dir: join(dir, "cluster"), port: await freePort() };
    const cluster = await startCluster(clusterOptions);
    const { serverUrl } = await prepareDatabase(cluster, "kills", dir);
    await loadDemo(serverUrl);
    const port = await freePort();
    const dist = process.env["TEST_DIST"] ?? "";
    const supervised = await supervise({
      dist,
      port,
      cluster,
      clusterOptions,
      say: () => undefined,
      environment: {
        ...process.env,
        DATABASE_URL: serverUrl,
        DATA_FOLDER: dir,
        LOG_FILE: join(dir, "server.log"),
      },
    });
    try {
      const stage = {
        base: `http://127.0.0.1:${port}`,
        data: join(dir, "cluster/data"),
        serverUrl,
        supervised,
      };
      const lines: string[] = [];
      const isWell = await killCampaign(stage, {
        seed: 5,
        kills: 8,
        say: () => undefined,
        print: (line) => lines.push(line),
      });
      assert.ok(isWell, lines.join("\n"));
      const [, acknowledged] = /Acknowledged writes checked: (\d+)/.exec(lines.join("\n")) ?? [];
      assert.ok(Number(acknowledged) > 20, "writers wrote all the while");
    } finally {
      await supervised.stop();
      await cluster.stop();
      rmSync(dir, { recursive: true, force: true });
    }
  });
});
