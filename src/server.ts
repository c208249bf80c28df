/** The thin server around Astro: headers, compression, static files, limits, log, shutdown. */
import { existsSync } from "node:fs";
import { createServer } from "node:http";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import compression from "compression";
import express, { type NextFunction, type Request, type Response } from "express";
import compressedStatic from "express-static-gzip";
import helmet from "helmet";
import { type DestinationStream, type Logger, pino } from "pino";
import { pinoHttp } from "pino-http";
import { v4 as uuid } from "uuid";
import { z } from "zod";
import { readEnvironment } from "./env.ts";
import { addressOf, forLog } from "./server/address.ts";
import { withComputeLane } from "./server/compute-lane.ts";
import { openLogFile } from "./server/log-file.ts";
import { roomOn } from "./server/room-on-disk.ts";
import { surviveFaults } from "./server/survive-faults.ts";

export interface ServeOptions {
  /** Folder of a build: client/ and server/entry.mjs. */
  readonly dist: string;
  readonly port: number;
}

export interface RunningServer {
  readonly close: () => Promise<void>;
}

/** Largest body that is read. */
const MOST_BODY_BYTES = 1_000_000;
/** Largest body of a visit's file: twice the largest log a visit may have, so that an export always comes back; with pictures, as many of the largest as it may have. */
const MOST_FILE_BYTES: ReadonlyMap<string, number> = new Map([
  ["/api/v1/visits/import", 16_000_000],
  ["/visits/import", 200_000_000],
]);
const CLOSE_WITHIN_MS = 4000;
const METHODS: ReadonlySet<string> = new Set(["GET", "HEAD", "POST", "PUT", "PATCH", "DELETE", "OPTIONS"]);
const READING: ReadonlySet<string> = new Set(["GET", "HEAD", "OPTIONS"]);

const entrySchema = z.object({
  handler: z.custom<(request: Request, response: Response, next: NextFunction, locals?: object) => unknown>(
    (value) => typeof value === "function",
  ),
});

function refuse(response: Response, status: number, code: string, message: string): void {
  response.status(status).json({ error: { code, message, fields: [] } });
}

/** Only names that mean this machine: a page elsewhere that re-binds its name to 127.0.0.1 gets nothing. */
function ownHosts(port: number) {
  return (host: string | undefined): boolean => host === `127.0.0.1:${port}` || host === `localhost:${port}`;
}

/** A page that says that nothing is here, with the status that says so. */
const NOTHING_HERE = "/404";

/** Routes that the framework adds and this product does not use (pictures made to size, and whatever comes with a later version), and the pages it shows by itself. */
function isOfFramework(address: string): boolean {
  const [path = ""] = address.split("?");
  return (path.startsWith("/_") && !path.startsWith("/_astro/")) || path === "/500" || path === "/trouble";
}

/** Other sites may send a person to a page; they get nothing computed for a page of their own. */
function noCrossSite(request: Request, response: Response, next: NextFunction) {
  const { "sec-fetch-site": site, "sec-fetch-mode": mode, "sec-fetch-dest": dest } = request.headers;
  const isFromElsewhere = site === "cross-site" || site === "same-site";
  const isPerson = mode === "navigate" && (dest === undefined || dest === "document");
  if (!isFromElsewhere || (isPerson && !request.path.startsWith("/api/"))) return next();
  return refuse(
    response,
    403,
    "wrong-origin",
    "Another site's page may not ask for this: open Brass Nut itself.",
  );
}

/** Every address in one form and every method a known one, before anything else looks at them. */
function plainAddresses(isOwnHost: (host: string | undefined) => boolean) {
  return (request: Request, response: Response, next: NextFunction) => {
    if (!isOwnHost(request.headers.host))
      return refuse(response, 421, "wrong-host", "Open Brass Nut at the address bin/start printed.");
    if (!METHODS.has(request.method)) {
      response.setHeader("allow", [...METHODS].join(", "));
      return refuse(response, 405, "wrong-method", `${request.method} is not possible here.`);
    }
    const address = addressOf(request.url, isOwnHost);
    if (address === null) return refuse(response, 404, "not-found", "There is nothing at that address.");
    request.url = isOfFramework(address) ? NOTHING_HERE : address;
    // Express and Astro answer HEAD in their own ways; a GET whose body node leaves out is the same everywhere.
    if (request.method === "HEAD") request.method = "GET";
    return next();
  };
}

function bodyLimits(request: Request, response: Response, next: NextFunction) {
  const length = request.headers["content-length"];
  if (length === undefined && request.headers["transfer-encoding"] !== undefined)
    return refuse(response, 411, "length-required", "Send the body with its length.");
  const most = MOST_FILE_BYTES.get(request.path) ?? MOST_BODY_BYTES;
  if (Number(length ?? 0) > most) {
    response.setHeader("connection", "close");
    return refuse(response, 413, "too-large", `The body is larger than ${most / 1_000_000} MB.`);
  }
  return next();
}

/** Writes wait for room on the disk; what is saved can be read meanwhile. */
function writesNeedRoom(hasRoom: () => Promise<boolean>) {
  return async (request: Request, response: Response, next: NextFunction) => {
    if (READING.has(request.method) || (await hasRoom())) return next();
    return refuse(
      response,
      507,
      "no-room",
      "The disk is nearly full: nothing more can be written until there is room. What is saved can be read.",
    );
  };
}

function headers(request: Request, response: Response, next: NextFunction): void {
  const id = String(request.id);
  request.headers["x-request-id"] = id;
  response.setHeader("x-request-id", id);
  response.setHeader(
    "permissions-policy",
    "camera=(self), geolocation=(), microphone=(self), payment=(), usb=()",
  );
  // Pages change with every tick; files that never change say so themselves below.
  response.setHeader(
    "cache-control",
    request.path.startsWith("/look-back/") ? "no-store" : "private, no-cache",
  );
  next();
}

function openLog(file: string | undefined, level: string): { log: Logger; close: () => Promise<void> } {
  if (file === undefined) return { log: pino({ level }, pino.destination(1)), close: async () => undefined };
  const logFile = openLogFile(file, (text) => process.stderr.write(`brass-nut: ${text}\n`));
  const destination: DestinationStream = { write: logFile.write };
  return { log: pino({ level }, destination), close: logFile.close };
}

/**
 * Serves a build on 127.0.0.1. Errors: Error when the environment is wrong, the build is not there or the port is taken.
 */
export async function serve({ dist, port }: ServeOptions): Promise<RunningServer> {
  const worker = join(dist, "server/compute-worker.mjs");
  // The pages read the same environment when they are first asked for.
  if (existsSync(worker)) process.env["COMPUTE_WORKER"] ??= worker;
  const copyWorker = join(dist, "server/copy-worker.mjs");
  if (existsSync(copyWorker)) process.env["COPY_WORKER"] ??= copyWorker;
  const environment = readEnvironment();
  const entryFile = join(dist, "server/entry.mjs");
  if (!existsSync(entryFile)) throw new Error(`there is no build in ${dist}`);
  const entry = entrySchema.parse(await import(pathToFileURL(entryFile).href));
  const { log, close: closeLog } = openLog(environment.LOG_FILE, environment.LOG_LEVEL);
  surviveFaults(log);

  const app = express();
  app.disable("x-powered-by");
  app.use(plainAddresses(ownHosts(port)));
  app.use(
    pinoHttp({
      logger: log,
      genReqId: () => uuid(),
      serializers: {
        req: ({ id, method, url }: { id: string; method: string; url: string }) => ({
          id,
          method,
          url: forLog(url),
        }),
        res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
      },
    }),
  );
  app.use(headers);
  app.use(noCrossSite);
  // Astro itself sends each page's content security policy, with the hashes of its own scripts.
  // "no-referrer" would make browsers send "Origin: null" with our own forms.
  app.use(
    helmet({
      contentSecurityPolicy: false,
      hsts: false,
      crossOriginEmbedderPolicy: false,
      referrerPolicy: { policy: "same-origin" },
    }),
  );
  app.use(bodyLimits);
  app.use(writesNeedRoom(roomOn(environment.DATA_FOLDER)));
  // A compressed event stream would be held back until its buffer is full.
  app.use(
    compression({
      filter: (request, response) =>
        !String(response.getHeader("content-type")).startsWith("text/event-stream") &&
        compression.filter(request, response),
    }),
  );
  app.use(
    "/_astro",
    // Scripts and style sheets were compressed when they were built.
    compressedStatic(join(dist, "client/_astro"), {
      enableBrotli: true,
      orderPreference: ["br", "gz"],
      index: false,
      serveStatic: {
        redirect: false,
        setHeaders: (response) => response.setHeader("cache-control", "public, max-age=31536000, immutable"),
      },
    }),
  );
  app.use(
    express.static(join(dist, "client"), {
      index: false,
      redirect: false,
      setHeaders: (response) => response.setHeader("cache-control", "public, max-age=3600"),
    }),
  );
  app.use((request, response, next) =>
    entry.handler(request, response, next, {
      log: request.log,
      connectedFrom: request.socket.remoteAddress,
    }),
  );
  app.use((_request: Request, response: Response) =>
    refuse(response, 404, "not-found", "There is nothing at that address."),
  );
  app.use((error: unknown, request: Request, response: Response, _next: NextFunction) => {
    request.log?.error({ err: error }, "failed");
    if (response.headersSent) return response.destroy();
    return refuse(
      response,
      500,
      "internal",
      "Something went wrong on our side. Nothing you saved is lost; try again.",
    );
  });

  const server = createServer(withComputeLane(app));
  server.requestTimeout = 30_000;
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, "127.0.0.1", resolve);
  });
  return {
    close: async () => {
      await new Promise<void>((resolve) => {
        const force = setTimeout(() => server.closeAllConnections(), CLOSE_WITHIN_MS);
        server.close(() => {
          clearTimeout(force);
          resolve();
        });
        server.closeIdleConnections();
      });
      await closeLog();
    },
  };
}
