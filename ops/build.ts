/** Builds the application into a folder named by the content it was built from, so a running server keeps its own. */
import { spawn } from "node:child_process";
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync } from "node:fs";
import { join, relative } from "node:path";
import { build } from "vite";
import { ROOT } from "./paths.ts";

const SOURCES = [
  "src",
  "data",
  "public",
  "ops/build.ts",
  "astro.config.ts",
  "tsconfig.json",
  "package-lock.json",
];
const KEPT_BUILDS = 2;
/** Name of the pool's worker beside the server's own entry. */
const COMPUTE_WORKER = "compute-worker.mjs";

function* filesBelow(path: string): Generator<string> {
  if (!existsSync(path)) return;
  if (!statSync(path).isDirectory()) {
    yield path;
    return;
  }
  for (const name of readdirSync(path).sort()) yield* filesBelow(join(path, name));
}

function sourceHash(): string {
  const hash = createHash("sha256");
  for (const source of SOURCES)
    for (const file of filesBelow(join(ROOT, source)))
      if (!file.endsWith(".test.ts")) hash.update(relative(ROOT, file)).update(readFileSync(file));
  return hash.digest("hex").slice(0, 16);
}

/** Runs a program to its end; rejects with its exit code. `quiet` holds its output back unless it fails. */
export function runToEnd(command: string, args: readonly string[], quiet = false): Promise<void> {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      stdio: ["ignore", quiet ? "pipe" : "inherit", quiet ? "pipe" : "inherit"],
    });
    const held: Buffer[] = [];
    child.stdout?.on("data", (chunk: Buffer) => held.push(chunk));
    child.stderr?.on("data", (chunk: Buffer) => held.push(chunk));
    child.once("error", reject);
    child.once("exit", (code) => {
      if (code === 0) return resolve();
      process.stderr.write(Buffer.concat(held));
      reject(new Error(`${command} ${args.join(" ")} ended with ${code}`));
    });
  });
}

/** The service worker as one file at the root, so that it may serve pages there; Astro itself has no place for one. */
async function buildOfflineWorker(into: string): Promise<void> {
  await build({
    configFile: false,
    logLevel: "warn",
    define: { "process.env.NODE_ENV": '"production"' },
    build: {
      outDir: into,
      emptyOutDir: false,
      copyPublicDir: false,
      lib: {
        entry: join(ROOT, "src/workers/offline.worker.ts"),
        formats: ["iife"],
        name: "offline",
        fileName: () => "offline-worker.js",
      },
    },
  });
}

/** The worker of the server's pool as one file that needs no package and no loader, so that a new one starts quickly. */
async function buildComputeWorker(into: string): Promise<void> {
  await build({
    configFile: false,
    // Remarks on comments in packages help nobody here.
    logLevel: "error",
    ssr: { noExternal: true },
    build: {
      outDir: into,
      emptyOutDir: false,
      copyPublicDir: false,
      target: "node20",
      ssr: join(ROOT, "src/compute/compute.worker.ts"),
      rollupOptions: { output: { entryFileNames: COMPUTE_WORKER, inlineDynamicImports: true } },
    },
  });
}

/**
 * Folder of a build of the present sources below `into`, building only when there is none.
 * An unfinished build never gets its final name.
 */
export async function ensureBuild(into: string): Promise<string> {
  const target = join(into, sourceHash());
  if (existsSync(join(target, "server/entry.mjs"))) return target;
  mkdirSync(into, { recursive: true });
  // Two starts at once each build into a folder of their own.
  const part = `${target}.part-${process.pid}`;
  rmSync(part, { recursive: true, force: true });
  await runToEnd(join(ROOT, "node_modules/.bin/astro"), ["build", "--outDir", part], true);
  await buildOfflineWorker(join(part, "client"));
  await buildComputeWorker(join(part, "server"));
  rmSync(target, { recursive: true, force: true });
  renameSync(part, target);
  const older = readdirSync(into)
    .map((name) => join(into, name))
    .sort((a, b) => statSync(b).mtimeMs - statSync(a).mtimeMs)
    .slice(KEPT_BUILDS);
  for (const folder of older) rmSync(folder, { recursive: true, force: true });
  return target;
}
