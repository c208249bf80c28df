/** Builds the application into a folder named by the content it was built from, so a running server keeps its own. */
import { spawn } from "node:child_process";
import { createHash } from "node:crypto";
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { join, relative } from "node:path";
import { brotliCompressSync, gzipSync } from "node:zlib";
import { build } from "vite";
import { ROOT, SERVER_PROCESS } from "./paths.ts";

const SOURCES = [
  "src",
  "data",
  "public",
  "ops/build.ts",
  "ops/serve.ts",
  "astro.config.ts",
  "tsconfig.json",
  "package.json",
  "package-lock.json",
];
const KEPT_BUILDS = 2;
/** Name of the pool's worker, beside the server's entry. */
const COMPUTE_WORKER = "compute-worker.mjs";
/** Name of the thread that makes copies of the shop. */
const COPY_WORKER = "copy-worker.mjs";

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
    define: {
      "process.env.NODE_ENV": '"production"',
      ASSETS_OF_BUILD: JSON.stringify(readdirSync(join(into, "_astro")).map((name) => `/_astro/${name}`)),
    },
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

/**
 * A program for Node as one file that needs no loader, so that it starts quickly: the worker of the server's pool, packages
 * included, and the server's own process.
 */
async function buildForNode(entry: string, into: string, name: string, withPackages: boolean): Promise<void> {
  await build({
    configFile: false,
    // Remarks on comments in packages help nobody here.
    logLevel: "error",
    ...(withPackages ? { ssr: { noExternal: true } } : {}),
    build: {
      outDir: into,
      emptyOutDir: false,
      copyPublicDir: false,
      target: "node20",
      ssr: join(ROOT, entry),
      rollupOptions: { output: { entryFileNames: name, inlineDynamicImports: true } },
    },
  });
}

/** Smaller files gain nothing. */
const LEAST_COMPRESSED_BYTES = 512;

/** Writes each script and style sheet once more as gzip and brotli, as small as they go: the server then compresses none. */
function compressAssets(folder: string): void {
  for (const file of filesBelow(folder)) {
    if (!/\.(js|css|svg)$/.test(file)) continue;
    const bytes = readFileSync(file);
    if (bytes.length < LEAST_COMPRESSED_BYTES) continue;
    writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
    writeFileSync(`${file}.br`, brotliCompressSync(bytes));
  }
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
  await buildForNode("src/compute/compute.worker.ts", join(part, "server"), COMPUTE_WORKER, true);
  await buildForNode("src/app/archive/copy.worker.ts", join(part, "server"), COPY_WORKER, true);
  await buildForNode("ops/serve.ts", join(part, "server"), SERVER_PROCESS, false);
  compressAssets(join(part, "client"));
  rmSync(target, { recursive: true, force: true });
  renameSync(part, target);
  const older = readdirSync(into)
    .map((name) => join(into, name))
    .sort((a, b) => statSync(b).mtimeMs - statSync(a).mtimeMs)
    .slice(KEPT_BUILDS);
  for (const folder of older) rmSync(folder, { recursive: true, force: true });
  return target;
}
