/** bin/test: every suite, on a throw-away cluster and its own builds. A suite that finds no file, or runs no test, fails. */
import { spawn } from "node:child_process";
import { mkdtempSync, readdirSync, rmSync, statSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, relative } from "node:path";
import { ensureBuild, runToEnd } from "./build.ts";
import { buildData } from "./build-data.ts";
import { startCluster } from "./cluster.ts";
import { ROOT, TEST_BUILDS, VAR } from "./paths.ts";
import { testsOfChanges } from "./tests-of-changes.ts";

const BIN = join(ROOT, "node_modules/.bin");

/** Suites of node:test files: where their files stand, and whether they need a database and a build. */
const FILES = {
  unit: { below: ["src", "ops", "tests/arch"], needsServer: false },
  large: { below: ["src"], needsServer: false },
  db: { below: ["tests/db"], needsServer: true },
  api: { below: ["tests/api"], needsServer: true },
  e2e: { below: ["tests/e2e"], needsServer: true },
  faults: { below: ["tests/faults"], needsServer: true },
} as const;
const SUITES = ["types", "lint", "unit", "large", "db", "api", "e2e", "faults"] as const;
type Suite = (typeof SUITES)[number];

function isFileSuite(suite: Suite): suite is keyof typeof FILES {
  return suite in FILES;
}

function testFilesBelow(folder: string): string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) return testFilesBelow(path);
    return name.endsWith(".test.ts") || name.endsWith(".test.tsx") ? [path] : [];
  });
}

/** Large statistical sets and exhaustive searches stand in files of their own. */
const isLarge = (file: string) => /\.large\.test\.tsx?$/.test(file);

interface Count {
  passed: number;
  failed: number;
}

/** Runs node's own test runner on the files and reads its closing count. */
function runFiles(files: readonly string[], env: NodeJS.ProcessEnv, concurrency: number): Promise<Count> {
  return new Promise((resolve, reject) => {
    const args = [
      "--import",
      "tsx",
      "--test",
      "--test-reporter=spec",
      "--test-force-exit",
      "--test-timeout=300000",
      `--test-concurrency=${concurrency}`,
      ...files,
    ];
    const child = spawn(process.execPath, args, {
      cwd: ROOT, // A zone with daylight-saving time, far from the demo site's: whoever mixes the two up is found out.
      env: { TZ: "Europe/Berlin", ...process.env, ...env },
      stdio: ["ignore", "pipe", "inherit"],
    });
    let printed = "";
    child.stdout.on("data", (chunk: Buffer) => {
      process.stdout.write(chunk);
      printed += chunk.toString();
    });
    child.once("error", reject);
    child.once("exit", (code) => {
      const count = (word: string) => Number(new RegExp(`^ℹ ${word} (\\d+)$`, "m").exec(printed)?.[1] ?? 0);
      const failed = count("fail") + count("cancelled");
      resolve({ passed: count("pass"), failed: code === 0 ? failed : Math.max(failed, 1) });
    });
  });
}

async function types(): Promise<Count> {
  await runToEnd(join(BIN, "tsc"), ["-p", "tsconfig.core.json"]);
  // astro check also reads every .ts and .tsx file of tsconfig.json.
  await runToEnd(join(BIN, "astro"), ["check", "--minimumSeverity", "warning"], true);
  return { passed: 2, failed: 0 };
}

/** Format and rules of the code, then exports and packages that nothing uses. */
async function lint(): Promise<Count> {
  await runToEnd(join(BIN, "biome"), ["check", "--error-on-warnings", "."]);
  await runToEnd(join(BIN, "knip"), ["--no-progress"]);
  return { passed: 2, failed: 0 };
}

/** What a person asks for after every change: types from the compiler's notes of the last time, lint, tests of what changed. */
async function quick(): Promise<Count> {
  const notes = join(VAR, "types.tsbuildinfo");
  await runToEnd(join(BIN, "tsc"), ["-p", "tsconfig.json", "--incremental", "--tsBuildInfoFile", notes]);
  await runToEnd(join(BIN, "biome"), ["check", "--error-on-warnings", "."]);
  const files = await testsOfChanges();
  console.log(`tests of what changed: ${files.length === 0 ? "none" : files.join(" ")}`);
  const { passed, failed } = files.length === 0 ? { passed: 0, failed: 0 } : await runFiles(files, {}, 2);
  return { passed: passed + 2, failed };
}

/** Server suites share one cluster, one migrated database to clone, and one build. */
async function withServer<T>(work: (env: NodeJS.ProcessEnv) => Promise<T>): Promise<T> {
  const dir = mkdtempSync(join(tmpdir(), "brass-nut-test-"));
  const cluster = await startCluster({ dir: join(dir, "cluster"), throwAway: true });
  try {
    const { loadDemo, prepareDatabase } = await import("./prepare-database.ts");
    const { serverUrl } = await prepareDatabase(cluster, "template_empty", dir);
    const demo = await prepareDatabase(cluster, "template_demo", dir);
    await loadDemo(demo.serverUrl);
    const dist = await ensureBuild(TEST_BUILDS);
    return await work({
      TEST_CLUSTER_URL: cluster.url("postgres"),
      TEST_SERVER_URL: serverUrl,
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
  const files = FILES[suite].below
    .flatMap((folder) => testFilesBelow(join(ROOT, folder)))
    .filter((file) => isLarge(file) === (suite === "large") && relative(ROOT, file).includes(only));
  if (files.length === 0) throw new Error(`suite ${suite} has no test files`);
  const count = await runFiles(
    files.map((file) => relative(ROOT, file)),
    env,
    suite === "e2e" || suite === "faults" ? 1 : 2,
  );
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
  const suites = SUITES.filter((suite) => asked.length === 0 || asked.includes(suite));
  await buildData();
  const total: Count = { passed: 0, failed: 0 };
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
  const isServerSuite = (suite: Suite) => isFileSuite(suite) && FILES[suite].needsServer;
  const here = suites.filter((suite) => !isServerSuite(suite));
  // The type checker keeps one core busy and prints nothing until its end: the other suites without a server run beside it.
  await Promise.all([
    run(
      here.filter((suite) => suite === "types"),
      {},
    ),
    run(
      here.filter((suite) => suite !== "types"),
      {},
    ),
  ]);
  const serverSuites = suites.filter(isServerSuite);
  if (serverSuites.length > 0) await withServer((env) => run(serverSuites, env));
  console.log(`\n${total.passed} passed, ${total.failed} failed`);
  process.exitCode = total.failed === 0 ? 0 : 1;
}

main().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
