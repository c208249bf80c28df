/** Keeps the server and its database running: what ends is started again, what says nothing for long is ended. */
import { type ChildProcess, fork } from "node:child_process";
import { join } from "node:path";
import { setTimeout as pause } from "node:timers/promises";
import { openShopMessage, type ShopInUse } from "../src/schema/open-shop.ts";
import { type Cluster, type ClusterOptions, startCluster, turnLogOver } from "./cluster.ts";
import { ROOT, SERVER_PROCESS } from "./paths.ts";

/** Waits before the next try, ms: at once the first time, longer while tries keep failing. */
const AGAIN_MS = [50, 200, 500, 1000, 2000, 5000] as const;
/** A server that served this long, ms, did start well: whatever ended it, the next one is started at once. */
const WELL_AFTER_MS = 300;
const LOOK_EVERY_MS = 250;
/** How often the size of the database's log is looked at, ms. */
const LOG_EVERY_MS = 60_000;
/** A server that answers nothing for this long, ms, is stuck. A look is made every so often, ms. */
const STUCK_AFTER_MS = 30_000;
const HEALTH_EVERY_MS = 5000;
const ANSWER_WITHIN_MS = 5000;
/** A server told to stop is ended by force after this, ms. */
const STOP_WITHIN_MS = 8000;

export interface Supervised {
  /** Stops the server, and leaves the database as it is. */
  readonly stop: () => Promise<void>;
  /** Process of the server at this moment. */
  readonly serverPid: () => number | undefined;
}

export interface SuperviseOptions {
  readonly dist: string;
  readonly port: number;
  readonly environment: NodeJS.ProcessEnv;
  readonly cluster: Cluster;
  readonly clusterOptions: ClusterOptions;
  readonly say: (text: string) => void;
  /** Opens the database of another shop that a person asks for in the server; returns what the server is to be started with for it. Absent: there is one shop only. */
  readonly openShop?: (shop: ShopInUse) => Promise<NodeJS.ProcessEnv>;
}

const waitFor = (failures: number) => AGAIN_MS[Math.min(failures, AGAIN_MS.length - 1)] ?? 5000;

/** Starts the server's own process and waits until it is ready. Errors: Error when it ends before. */
export function startServer({
  dist,
  port,
  environment,
}: Pick<SuperviseOptions, "dist" | "port" | "environment">): Promise<ChildProcess> {
  return new Promise((resolve, reject) => {
    const child = fork(join(dist, "server", SERVER_PROCESS), [dist, String(port)], {
      cwd: ROOT,
      // A larger young generation: pages and judgements make much that is gone at once.
      execArgv: ["--max-semi-space-size=64"],
      // Pages are made twice as fast by the libraries' production build; nothing else chooses it.
      env: { ...environment, NODE_ENV: "production" },
      stdio: ["ignore", "inherit", "inherit", "ipc"],
    });
    child.once("message", () => resolve(child));
    child.once("error", reject);
    child.once("exit", (code, signal) =>
      reject(new Error(`the server ended (${signal ?? code}) before it was ready`)),
    );
  });
}

async function isAnswering(port: number): Promise<boolean> {
  try {
    // Any answer will do: 503 says that the database is away, and that the server is not.
    await fetch(`http://127.0.0.1:${port}/api/v1/health`, { signal: AbortSignal.timeout(ANSWER_WITHIN_MS) });
    return true;
  } catch {
    return false;
  }
}

/** Ends a server that answers nothing for long; watches until the server ends. */
async function endWhenStuck(child: ChildProcess, port: number, say: (text: string) => void): Promise<void> {
  let answered = performance.now();
  while (child.exitCode === null && child.signalCode === null) {
    await pause(HEALTH_EVERY_MS);
    if (await isAnswering(port)) answered = performance.now();
    else if (performance.now() - answered > STUCK_AFTER_MS) {
      say("the server answers nothing: it is ended and started again");
      child.kill("SIGKILL");
      return;
    }
  }
}

const ended = (child: ChildProcess) =>
  new Promise<void>((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) return resolve();
    child.once("exit", () => resolve());
  });

/** Starts the server and keeps both going. Errors: Error when the server does not start the first time. */
export async function supervise(options: SuperviseOptions): Promise<Supervised> {
  const { port, say, openShop } = options;
  let isStopping = false;
  let { environment } = options;
  let isChanging = false;

  /** Starts the server anew on another shop's database when the server asks for that; a shop that cannot be opened leaves everything as it is. */
  const changeShop = (message: unknown) => {
    const asked = openShopMessage.safeParse(message);
    if (!asked.success || openShop === undefined || isChanging) return;
    isChanging = true;
    openShop(asked.data.openShop)
      .then(
        (changes) => {
          environment = { ...environment, ...changes };
          child.kill("SIGTERM");
        },
        (error: unknown) => say(error instanceof Error ? error.message : String(error)),
      )
      .finally(() => {
        isChanging = false;
      });
  };
  const start = async () => {
    const started = await startServer({ ...options, environment });
    started.on("message", changeShop);
    return started;
  };
  let child = await start();

  const keepServer = async () => {
    for (let failures = 0; ; ) {
      const began = performance.now();
      void endWhenStuck(child, port, say);
      await ended(child);
      if (isStopping) return;
      if (performance.now() - began > WELL_AFTER_MS) failures = 0;
      say(`the server ended (${child.signalCode ?? child.exitCode}): starting it again`);
      for (let isUp = false; !isUp && !isStopping; ) {
        await pause(waitFor(failures));
        failures += 1;
        isUp = await start().then(
          (next) => {
            child = next;
            return true;
          },
          (error: unknown) => {
            say(error instanceof Error ? error.message : String(error));
            return false;
          },
        );
      }
      // Stopped while the next one was starting.
      if (isStopping) child.kill("SIGTERM");
    }
  };

  const keepDatabase = async () => {
    let { cluster } = options;
    let nextLog = 0;
    for (let failures = 0; !isStopping; ) {
      await pause(LOOK_EVERY_MS);
      if (performance.now() > nextLog) {
        nextLog = performance.now() + LOG_EVERY_MS;
        turnLogOver(options.clusterOptions.dir);
      }
      if (cluster.isRunning() || isStopping) continue;
      say("the database ended: starting it again");
      await pause(waitFor(failures));
      try {
        cluster = await startCluster({ ...options.clusterOptions, port: options.cluster.port });
        if (cluster.port !== options.cluster.port) {
          await cluster.stop();
          throw new Error(`port ${options.cluster.port} is in use by another program`);
        }
        failures = 0;
        say("the database is back");
      } catch (error) {
        failures += 1;
        say(error instanceof Error ? error.message : String(error));
      }
    }
  };

  const server = keepServer();
  const database = keepDatabase();
  return {
    serverPid: () => child.pid,
    stop: async () => {
      isStopping = true;
      child.kill("SIGTERM");
      const force = setTimeout(() => child.kill("SIGKILL"), STOP_WITHIN_MS);
      await Promise.all([ended(child), server, database]);
      clearTimeout(force);
    },
  };
}
