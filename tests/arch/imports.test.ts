import assert from "node:assert/strict";
import { readdirSync, readFileSync, statSync } from "node:fs";
import { dirname, join, relative, resolve } from "node:path";
import { describe, it } from "node:test";

const SRC = resolve(import.meta.dirname, "../../src");

function filesBelow(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return filesBelow(path);
    return /\.(ts|tsx|astro)$/.test(name) && !/\.test\.tsx?$|\.d\.ts$/.test(name) ? [path] : [];
  });
}

/** Rooms each room may import from, besides itself. */
const MAY_IMPORT: Readonly<Record<string, readonly string[]>> = {
  core: [],
  schema: ["core"],
  db: [],
  drawing: ["core"],
  simulators: ["core"],
  views: ["core", "drawing", "workers"],
  workers: ["core"],
  scripts: ["views"],
  compute: ["core", "schema", "generated"],
  app: ["core", "schema", "db", "compute", "drawing", "simulators", "env.ts", "version.ts"],
  layouts: ["app", "core", "styles", "views", "scripts"],
  components: ["app", "core", "drawing"],
  pages: ["app", "core", "schema", "layouts", "components", "views", "drawing", "version.ts"],
  "middleware.ts": ["app"],
  server: [],
  "server.ts": ["env.ts", "server"],
  "env.ts": [],
  "version.ts": [],
};

function importsOf(file: string): readonly string[] {
  const text = readFileSync(file, "utf8");
  return [
    ...text.matchAll(
      /(?:^|\n)\s*(?:import|export)\s[^"';]*?from\s+"([^"]+)"|import\s+"([^"]+)"|import\("([^"]+)"\)/g,
    ),
  ].map((found) => found[1] ?? found[2] ?? found[3] ?? "");
}

const files = filesBelow(SRC);
const roomOf = (path: string) => relative(SRC, path).split("/")[0] ?? "";

describe("architecture", () => {
  it("finds the source", () => assert.ok(files.length > 80, `${files.length} files`));

  it("imports go one way only", () => {
    for (const file of files) {
      const room = roomOf(file);
      const allowed = MAY_IMPORT[room];
      assert.ok(allowed, `no rule for the room ${room}`);
      for (const target of importsOf(file).filter((name) => name.startsWith("."))) {
        const other = roomOf(resolve(dirname(file), target));
        if (other.startsWith("..")) continue;
        assert.ok(other === room || allowed.includes(other), `${relative(SRC, file)} imports ${target}`);
      }
    }
  });

  it("core imports nothing but itself, test helpers excepted", () => {
    for (const file of files.filter((each) => roomOf(each) === "core" && !each.endsWith("arbitrary.ts")))
      for (const target of importsOf(file))
        assert.ok(target.startsWith("."), `${relative(SRC, file)} imports ${target}`);
  });

  it("core rooms are entered by their index", () => {
    for (const file of files.filter((each) => roomOf(each) === "core"))
      for (const target of importsOf(file).filter((name) => name.startsWith("../")))
        assert.match(target, /\/index\.ts$|^\.\.\/tables\.ts$/, relative(SRC, file));
  });

  it("core asks no clock and no chance", () => {
    for (const file of files.filter((each) => roomOf(each) === "core"))
      assert.doesNotMatch(
        readFileSync(file, "utf8"),
        /Date\.now|new Date\(\)|Math\.random/,
        relative(SRC, file),
      );
  });

  it("islands carry no Zod", () => {
    for (const file of files.filter((each) => ["views", "drawing", "core"].includes(roomOf(each))))
      assert.ok(!importsOf(file).includes("zod"), relative(SRC, file));
  });

  it("pages use no style attribute: the content security policy blocks it", () => {
    for (const file of files.filter((each) => /\.(astro|tsx)$/.test(each)))
      assert.doesNotMatch(readFileSync(file, "utf8"), /\sstyle=/, relative(SRC, file));
  });

  it("raw colours stand in theme.css only", () => {
    for (const file of files.filter((each) => ["views", "components", "drawing"].includes(roomOf(each))))
      assert.doesNotMatch(readFileSync(file, "utf8"), /#[0-9a-f]{6}\b/i, relative(SRC, file));
  });

  it("no file has grown a second subject", () => {
    for (const file of files) {
      const lines = readFileSync(file, "utf8").split("\n").length;
      assert.ok(lines <= 320, `${relative(SRC, file)} has ${lines} lines`);
    }
  });
});
