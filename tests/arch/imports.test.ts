import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { dirname, relative, resolve } from "node:path";
import { describe, it } from "node:test";
import { filesBelow, type ImportGraph, importGraph, importsOf, SRC } from "../../ops/import-graph.ts";
import { circlesIn, wrongArrows } from "./import-rules.ts";
import { RETIRED_NAMES, STANDARD_ELSEWHERE } from "./retired-names.ts";

/** Rooms each room may import from, besides itself. */
const MAY_IMPORT: Readonly<Record<string, readonly string[]>> = {
  core: [],
  schema: ["core"],
  db: [],
  labels: ["core"],
  words: ["core"],
  drawing: ["core", "labels", "words"],
  simulators: ["core"],
  // Types only: no schema comes to the browser (below).
  client: ["schema"],
  // The kit of fields, tables, notices: knows no view.
  ui: ["core", "labels"],
  views: ["client", "core", "drawing", "labels", "ui", "words", "workers"],
  workers: ["core"],
  scripts: ["views"],
  compute: ["core", "schema", "generated"],
  app: [
    "core",
    "schema",
    "db",
    "compute",
    "drawing",
    "labels",
    "simulators",
    "words",
    "env.ts",
    "version.ts",
  ],
  layouts: ["app", "core", "labels", "styles", "ui", "views", "scripts"],
  components: ["app", "core", "drawing", "labels", "ui", "words"],
  pages: ["app", "core", "schema", "layouts", "components", "labels", "ui", "views", "drawing", "version.ts"],
  "middleware.ts": ["app"],
  server: [],
  "server.ts": ["env.ts", "server"],
  "env.ts": [],
  "version.ts": [],
};

/** Rooms of core from the ground up. */
const CORE_ROOMS: readonly string[] = [
  "constants",
  "result",
  "units",
  "numerics",
  "geometry",
  "end",
  "part",
  "joint",
  "identify",
  "water",
  "hammer",
  "branch",
  "elastica",
  "line",
  "tube",
  "bill",
  "standard",
  "plan",
  "demand",
  "way-out",
  "judge",
  "planner",
  "source",
  "survey",
  "piping",
  "check",
  "watch",
  "step",
  "short-sheet",
  "situation",
  "schedule",
  "hold",
  "visit",
  "opening",
  "record",
  "site",
  "stock",
  "projection",
];
/** Names a room of core may show to others. */
const MOST_NAMES = 30;

const files = filesBelow(SRC);
const graph = importGraph(files);
const roomOf = (path: string) => relative(SRC, path).split("/")[0] ?? "";
const coreRoomOf = (path: string) => /^core\/([^/]+)\//.exec(relative(SRC, path))?.[1] ?? null;
/** A room of core may import from the rooms before it. */
const mayImportInCore = (from: string, to: string) => CORE_ROOMS.indexOf(to) < CORE_ROOMS.indexOf(from);

describe("architecture", () => {
  it("finds the source", () => assert.ok(files.length > 80, `${files.length} files`));

  it("has no circle of files, types included", () => assert.deepEqual(circlesIn(graph), []));

  it("core rooms stand one on the other", () => {
    for (const room of new Set(files.flatMap((file) => coreRoomOf(file) ?? [])))
      assert.ok(CORE_ROOMS.includes(room), `no place in the order for the room ${room}`);
    assert.deepEqual(wrongArrows(graph, coreRoomOf, mayImportInCore), []);
  });

  it("a room of core shows few names", () => {
    for (const file of files.filter((each) => coreRoomOf(each) !== null && each.endsWith("/index.ts"))) {
      const names = readFileSync(file, "utf8").match(/\w+(?=,|\s\})/g) ?? [];
      assert.ok(names.length <= MOST_NAMES, `${relative(SRC, file)} shows ${names.length} names`);
    }
  });

  it("imports go one way only", () => {
    for (const file of files) {
      const room = roomOf(file);
      const allowed = MAY_IMPORT[room];
      assert.ok(allowed, `no rule for the room ${room}`);
      for (const target of importsOf(readFileSync(file, "utf8")).filter((name) => name.startsWith("."))) {
        const other = roomOf(resolve(dirname(file), target));
        if (other.startsWith("..")) continue;
        assert.ok(other === room || allowed.includes(other), `${relative(SRC, file)} imports ${target}`);
      }
    }
  });

  it("core imports nothing but itself", () => {
    for (const file of files.filter((each) => roomOf(each) === "core"))
      for (const target of importsOf(readFileSync(file, "utf8")))
        assert.ok(target.startsWith("."), `${relative(SRC, file)} imports ${target}`);
  });

  it("core rooms are entered by their index", () => {
    for (const file of files.filter((each) => roomOf(each) === "core"))
      for (const target of importsOf(readFileSync(file, "utf8")).filter((name) => name.startsWith("../")))
        assert.match(target, /^\.\.\/[a-z-]+\/index\.ts$/, relative(SRC, file));
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
    for (const file of files.filter((each) => ["ui", "views", "drawing", "core"].includes(roomOf(each))))
      assert.ok(!importsOf(readFileSync(file, "utf8")).includes("zod"), relative(SRC, file));
  });

  it("the client takes nothing but types from the schemas", () => {
    for (const file of files.filter((each) => roomOf(each) === "client"))
      for (const [line] of readFileSync(file, "utf8").matchAll(/^import .*schema.*$/gm))
        assert.match(line, /^import type /, relative(SRC, file));
  });

  it("pages use no style attribute: the content security policy blocks it", () => {
    for (const file of files.filter((each) => /\.(astro|tsx)$/.test(each)))
      assert.doesNotMatch(readFileSync(file, "utf8"), /\sstyle=/, relative(SRC, file));
  });

  it("sizes, columns and colours are tokens or named in the style sheet: no class carries a value of its own", () => {
    const ownValue = /[\s"'`:](?!aria-|data-)[a-z]+(?:-[a-z]+)*-\[[^\]]*\](?=[\s"'`])/;
    for (const file of files.filter((each) => /\.(astro|tsx)$/.test(each)))
      assert.doesNotMatch(readFileSync(file, "utf8"), ownValue, relative(SRC, file));
  });

  it("raw colours stand in theme.css only", () => {
    for (const file of files.filter((each) =>
      ["ui", "views", "components", "drawing"].includes(roomOf(each)),
    ))
      assert.doesNotMatch(readFileSync(file, "utf8"), /#[0-9a-f]{6}\b/i, relative(SRC, file));
  });

  it("fields, tables, notices and what opens come from the kit", () => {
    const ownMarkup =
      /<label[^>]*>\s*<span class(?:Name)?="block text-small text-quiet">|<summary class(?:Name)?="min-h-touch cursor-pointer py-2 underline"|<p[^>]*\bborder-l-4\b|<progress\b/;
    for (const file of files.filter((each) => /\.(astro|tsx)$/.test(each) && roomOf(each) !== "ui"))
      assert.doesNotMatch(readFileSync(file, "utf8"), ownMarkup, relative(SRC, file));
  });

  it("no file has grown a second subject", () => {
    for (const file of files) {
      const lines = readFileSync(file, "utf8").split("\n").length;
      assert.ok(lines <= 320, `${relative(SRC, file)} has ${lines} lines`);
    }
  });
});

describe("docstrings", () => {
  /** Exported functions of a text, each with whether a docstring stands before it. */
  const functionsIn = (text: string) =>
    [
      ...text.matchAll(
        /^(\*\/|.* \*\/|.*)\n(export (?:async )?(?:function\*?|const) (\w+)(?: = (?:async )?\(|\(|<).*)$/gm,
      ),
    ].map(([, before, , name]) => ({ name, isDescribed: before?.trimEnd().endsWith("*/") === true }));

  it("stand before every exported function of core, app, schema and db", () => {
    for (const file of files.filter((each) => ["core", "app", "schema", "db"].includes(roomOf(each))))
      for (const { name, isDescribed } of functionsIn(readFileSync(file, "utf8")))
        assert.ok(isDescribed, `${relative(SRC, file)}: ${name} has no docstring`);
  });

  it("are missed where there is none", () =>
    assert.deepEqual(functionsIn("/** Adds. */\nexport function add() {}\n\nexport const sub = () => 1;\n"), [
      { name: "add", isDescribed: true },
      { name: "sub", isDescribed: false },
    ]));
});

describe("retired names", () => {
  /** Names declared at the top of a file. */
  const declaredIn = (text: string) =>
    [
      ...text.matchAll(
        /^(?:export )?(?:default )?(?:async )?(?:function\*?|const|let|class|interface|type|enum) (\w+)/gm,
      ),
    ].map(([, name]) => name ?? "");

  it("are not declared again in core, app, schema and db", () => {
    const retired = new Map(RETIRED_NAMES.map(([old, , now]) => [old, now]));
    for (const file of files.filter((each) => ["core", "app", "schema", "db"].includes(roomOf(each))))
      for (const name of declaredIn(readFileSync(file, "utf8"))) {
        const path = relative(SRC, file);
        const isAllowed = path.startsWith(STANDARD_ELSEWHERE[name] ?? "nowhere");
        assert.ok(isAllowed || !retired.has(name), `${path} declares ${name}: now ${retired.get(name)}`);
      }
  });

  it("are listed with another name each, once a file", () => {
    const keys = RETIRED_NAMES.map(([old, file]) => `${file} ${old}`);
    assert.equal(new Set(keys).size, keys.length);
    for (const [old, , now] of RETIRED_NAMES) assert.notEqual(old, now);
  });

  it("would be found where they came back", () =>
    assert.deepEqual(declaredIn("export interface Shop {\n  x: 1;\n}\nasync function tell() {}\n"), [
      "Shop",
      "tell",
    ]));
});

describe("the architecture test itself", () => {
  const graphOf = (arrows: Readonly<Record<string, readonly string[]>>): ImportGraph =>
    new Map(Object.entries(arrows));

  it("refuses a circle, of two files and of more", () => {
    assert.deepEqual(circlesIn(graphOf({ a: ["b"], b: ["a"], c: [] })), [["a", "b"]]);
    assert.deepEqual(circlesIn(graphOf({ a: ["b"], b: ["c"], c: ["a", "d"], d: [] })), [["a", "b", "c"]]);
    assert.deepEqual(circlesIn(graphOf({ a: ["b", "c"], b: ["c"], c: [] })), []);
  });

  it("refuses a wrong arrow between rooms, and lets a right one and one within a room be", () => {
    const arrows = graphOf({ "low/a": ["high/b"], "high/b": ["low/c"], "low/c": ["low/a"] });
    const mayImport = (from: string, to: string) => from === "high" && to === "low";
    assert.deepEqual(
      wrongArrows(arrows, (file) => file.split("/")[0] ?? null, mayImport),
      ["low/a imports high/b"],
    );
  });

  it("reads every kind of import, those of types included", () => {
    const text = `import type { A } from "./a.ts";
import { b } from "./b.ts";
import "./c.ts";
export { d } from "./d.ts";
const e = await import("./e.ts");`;
    assert.deepEqual(importsOf(text), ["./a.ts", "./b.ts", "./c.ts", "./d.ts", "./e.ts"]);
  });
});
