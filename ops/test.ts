/** bin/test: every suite, on a throw-away cluster and its own builds. A suite that finds no file, or runs no test, fails. */
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, relative } from "node:path";
import { ensureBuild, runToEnd } from "./build.ts";
import { buildData } from "./build-data.ts";
import { startCluster } from "./cluster.ts";
import { testFilesBelow } from "./import-graph.ts";
import { ROOT, TEST_BUILDS, VAR } from "./paths.ts";
import { type Count, runTestFiles } from "./run-test-files.ts";
import { testsOfChanges } from "./tests-of-changes.ts";

const BIN = join(ROOT, "node_modules/.bin");

/** Folders of each suite's test files. */
const FOLDERS = {
  unit: ["src", "ops", "tests/arch"],
  large: ["src"],
  db: ["tests/db"],
  api: ["tests/api"],
  e2e: ["tests/e2e"],
  faults: ["tests/faults"],
} as const;
const SUITES = ["types", "lint", "unit", "large", "db", "api", "e2e", "faults"] as const;
type Suite = (typeof SUITES)[number];

/** Files whose sets of cases have a small and a large size: only these have anything more to say in a large run. */
const hasSizes = (file: string) => readFileSync(file, "utf8").includes("support/set-size.ts");

/** Longest that one file may take, ms: far from what the slowest takes on a loaded machine. */
const FILE_WITHIN_MS = 900_000;
const PROCESSES = 2;

const runFiles = (files: readonly string[], env: NodeJS.ProcessEnv, processes = PROCESSES) =>
  runTestFiles(files, { env, processes, fileWithinMs: FILE_WITHIN_MS });

/** Type-checks one project from the compiler's notes of the last time. */
function checkTypes(project: string): Promise<void> {
  const notes = join(VAR, "types", `${project}.tsbuildinfo`);
  return runToEnd(join(BIN, "tsc"), ["-p", project, "--incremental", "--tsBuildInfoFile", notes]);
}

/** Every file once: core by itself, without browser or node; then all code; then the templates of Astro, which only Astro's checker reads. */
async function types(): Promise<Count> {
  await checkTypes("tsconfig.core.json");
  await checkTypes("tsconfig.json");
  const templates = ["--tsconfig", "tsconfig.astro.json", "--minimumSeverity", "warning"];
  await runToEnd(join(BIN, "astro"), ["check", ...templates], true);
  return { passed: 3, failed: 0 };
}

/** Format and rules of the code, then exports and packages that nothing uses. */
async function lint(): Promise<Count> {
  await runToEnd(join(BIN, "biome"), ["check", "--error-on-warnings", "."]);
  await runToEnd(join(BIN, "knip"), ["--no-progress"]);
  return { passed: 2, failed: 0 };
}

/** What a person asks for after every change: types from the compiler's notes of the last time, lint, tests of what changed. */
async function quick(): Promise<Count> {
  await checkTypes("tsconfig.json");
  await runToEnd(join(BIN, "biome"), ["check", "--error-on-warnings", "."]);
  const files = await testsOfChanges();
  console.log(`tests of what changed: ${files.length === 0 ? "none" : files.join(" ")}`);
  const { passed, failed } =
    files.length === 0
      ? { passed: 0, failed: 0 }
      : await runFiles(
          files.map((file) => join(ROOT, file)),
          {},
        );
  return { passed: passed + 2, failed };
}

/** Server suites share one cluster, databases to clone, and one build. */
async function withServer<T>(work: (env: NodeJS.ProcessEnv) => Promise<T>): Promise<T> {
  const dir = mkdtempSync(join(tmpdir(), "brass-nut-test-"));
  const cluster = await startCluster({ dir: join(dir, "cluster"), throwAway: true });
  const templates = async () => {
    const { loadDemo, prepareDatabase } = await import("./prepare-database.ts");
    const empty = await prepareDatabase(cluster, "template_empty", dir);
    const demo = await prepareDatabase(cluster, "template_demo", dir);
    await loadDemo(demo.serverUrl);
    return { empty, demo };
  };
  try {
    const [{ empty, demo }, dist] = await Promise.all([templates(), ensureBuild(TEST_BUILDS)]);
    return await work({
      TEST_CLUSTER_URL: cluster.url("postgres"),
      TEST_SERVER_URL: empty.serverUrl,
      TEST_OWNER_URL: demo.ownerUrl,
      TEST_DIST: dist,
      LOG_LEVEL: "warn",
      NODE_ENV: "production",
    });
  } finally {
    await cluster.stop();
    rmSync(dir, { recursive: true, force: true });
  }
}

async function runSuite(suite: Suite, env: NodeJS.ProcessEnv): Promise<Count> {
  if (suite === "types") return types();
  if (suite === "lint") return lint();
  // TEST_ONLY=line runs the files whose path holds that word, while one works on them.
  const only = process.env["TEST_ONLY"] ?? "";
  const files = FOLDERS[suite]
    .flatMap((folder) => testFilesBelow(join(ROOT, folder)))
    .filter((file) => (suite !== "large" || hasSizes(file)) && relative(ROOT, file).includes(only));
  if (files.length === 0) throw new Error(`suite ${suite} has no test files`);
  const sizes = suite === "large" ? { LARGE_SETS: "full" } : {};
  const count = await runFiles(files, { ...env, ...sizes }, suite === "faults" ? 1 : PROCESSES);
  if (count.passed === 0) throw new Error(`suite ${suite} ran no test`);
  return count;
}

async function main(): Promise<void> {
  const asked = process.argv.slice(2);
  if (asked[0] === "quick") {
    await buildData();
    const { passed, failed } = await quick();
    console.log(`\n${passed} passed, ${failed} failed`);
    process.exitCode = failed === 0 ? 0 : 1;
    return;
  }
  const unknown = asked.find((name) => !SUITES.some((suite) => suite === name));
  if (unknown !== undefined)
    throw new Error(`there is no suite ${unknown}; suites: quick ${SUITES.join(" ")}`);
  // Large sets are asked for by name: the whole run has the same files with small ones.
  const suites = SUITES.filter((suite) => (asked.length === 0 ? suite !== "large" : asked.includes(suite)));
  await buildData();
  const total = { passed: 0, failed: 0 };
  const run = async (list: readonly Suite[], env: NodeJS.ProcessEnv) => {
    for (const suite of list) {
      const started = Date.now();
      console.log(`\n== ${suite} begins`);
      const count = await runSuite(suite, env).catch((error: unknown): Count => {
        console.error(error instanceof Error ? error.message : error);
        return { passed: 0, failed: 1 };
      });
      total.passed += count.passed;
      total.failed += count.failed;
      console.log(
        `== ${suite}: ${count.passed} passed, ${count.failed} failed, ${Math.round((Date.now() - started) / 1000)} s`,
      );
    }
  };
  const those = (...names: readonly Suite[]) => suites.filter((suite) => names.includes(suite));
  // The type checker uses one core and prints nothing until its end: the suites without a server run beside it.
  await Promise.all([run(those("types"), {}), run(those("lint", "unit", "large"), {})]);
  if (those("db", "api", "e2e", "faults").length > 0)
    await withServer((env) => run(those("db", "api", "e2e", "faults"), env));
  console.log(`\n${total.passed} passed, ${total.failed} failed`);
  process.exitCode = total.failed === 0 ? 0 : 1;
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
