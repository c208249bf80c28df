import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, it } from "node:test";
import { z } from "zod";
import { noticesOf } from "./notices.ts";
import { ROOT } from "./paths.ts";

const packageFile = z.object({ dependencies: z.record(z.string(), z.string()) });

describe("third-party notices", () => {
  it("are one row a package, by name, whatever stands in the package's own words", () => {
    const text = noticesOf({
      "b@2.0.0": { licenses: ["MIT", "ISC"], publisher: "A | B" },
      "@scope/a@1.0.0": { licenses: "MIT", repository: "https://example.org/a" },
    });
    assert.deepEqual(text.trim().split("\n").slice(-2), [
      "| @scope/a | 1.0.0 | MIT |  | https://example.org/a |",
      "| b | 2.0.0 | MIT, ISC | A / B |  |",
    ]);
  });

  it("name every package the product asks for, in the version it asks for: else run bin/notices", () => {
    const { dependencies } = packageFile.parse(JSON.parse(readFileSync(join(ROOT, "package.json"), "utf8")));
    const kept = readFileSync(join(ROOT, "THIRD-PARTY-NOTICES.md"), "utf8");
    for (const [name, version] of Object.entries(dependencies))
      assert.ok(kept.includes(`| ${name} | ${version} |`), `${name} ${version}`);
  });
});
