/** The thin server around Astro: headers, compression, static files, limits, log, shutdown. */
import { existsSync } from "node:fs";
import { createServer } from "node:http";
import { join } from "node:path";
import { pathToFileURL } from "node:url";
import compression from "compression";
import express, { type NextFunction, type Request, type Response } from "express";
import { rateLimit } from "express-rate-limit";
import helmet from "helmet";
import { pino } from "pino";
import { pinoHttp } from "pino-http";
import { v4 as uuid } from "uuid";
import { z } from "zod";
import { readEnvironment } from "./env.ts";

export interface ServeOptions {
  /** Folder of a build: client/ and server/entry.mjs. */
  readonly dist: string;
  readonly port: number;
}

export interface RunningServer {
  readonly close: () => Promise<void>;
}

/** Largest body that is read: an exported visit of a long day is about 200 kB. */
const MOST_BODY_BYTES = 1_000_000;
const CLOSE_WITHIN_MS = 5000;

const entrySchema = z.object({
  handler: z.custom<(request: Request, response: Response, next: NextFunction, locals?: object) => unknown>(
    (value) => typeof value === "function",
  ),
});

function refuse(response: Response, status: number, code: string, message: string): void {
  response.status(status).json({ error: { code, message, fields: [] } });
}

/** Tokens cannot be guessed at this pace: 30 asks in ten minutes from one address. */
const LOOK_BACK_LIMIT = { windowMs: 10 * 60 * 1000, limit: 30 } as const;

/** Only names that mean this machine: a page elsewhere that re-binds its name to 127.0.0.1 gets nothing. */
function isOwnHost(host: string | undefined, port: number): boolean {
  return host === `127.0.0.1:${port}` || host === `localhost:${port}`;
}

function limits(port: number) {
  return (request: Request, response: Response, next: NextFunction) => {
    if (!isOwnHost(request.headers.host, port))
      return refuse(response, 421, "wrong-host", "Open Brass Nut at the address bin/start printed.");
    const length = request.headers["content-length"];
    if (length === undefined && request.headers["transfer-encoding"] !== undefined)
      return refuse(response, 411, "length-required", "Send the body with its length.");
    if (Number(length ?? 0) > MOST_BODY_BYTES) {
      response.setHeader("connection", "close");
      return refuse(response, 413, "too-large", `The body is larger than ${MOST_BODY_BYTES / 1_000_000} MB.`);
    }
    return next();
  };
}

/**
 * Serves a build on 127.0.0.1. Errors: Error when the environment is wrong, the build is not there or the port is taken.
 */
export async function serve({ dist, port }: ServeOptions): Promise<RunningServer> {
  const environment = readEnvironment();
  const entryFile = join(dist, "server/entry.mjs");
  if (!existsSync(entryFile)) throw new Error(`there is no build in ${dist}`);
  const entry = entrySchema.parse(await import(pathToFileURL(entryFile).href));
  const destination =
    environment.LOG_FILE === undefined
      ? pino.destination(1)
      : pino.destination({ dest: environment.LOG_FILE, mkdir: true });
  const log = pino({ level: environment.LOG_LEVEL }, destination);

  const app = express();
  app.disable("x-powered-by");
  app.use(
    pinoHttp({
      logger: log,
      genReqId: () => uuid(),
      serializers: {
        req: ({ id, method, url }: { id: string; method: string; url: string }) => ({ id, method, url }),
        res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
      },
    }),
  );
  app.use((request, response, next) => {
    const id = String(request.id);
    request.headers["x-request-id"] = id;
    response.setHeader("x-request-id", id);
    next();
  });
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
  app.use(limits(port));
  app.use(
    "/look-back",
    rateLimit({
      ...LOOK_BACK_LIMIT,
      standardHeaders: "draft-8",
      legacyHeaders: false,
      message: "Too many tries. Wait ten minutes, then open the link again.",
    }),
  );
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
    express.static(join(dist, "client/_astro"), {
      immutable: true,
      maxAge: "365d",
      index: false,
      redirect: false,
    }),
  );
  app.use(express.static(join(dist, "client"), { maxAge: "1h", index: false, redirect: false }));
  app.use((request, response, next) => entry.handler(request, response, next, { log: request.log }));
  app.use((error: unknown, request: Request, response: Response, _next: NextFunction) => {
    request.log.error({ err: error }, "failed");
    if (response.headersSent) return response.destroy();
    return refuse(
      response,
      500,
      "internal",
      "Something went wrong on our side. Nothing you saved is lost; try again.",
    );
  });

  const server = createServer(app);
  server.requestTimeout = 30_000;
  await new Promise<void>((resolve, reject) => {
    server.once("error", reject);
    server.listen(port, "127.0.0.1", resolve);
  });
  return {
    close: () =>
      new Promise((resolve) => {
        const force = setTimeout(() => server.closeAllConnections(), CLOSE_WITHIN_MS);
        server.close(() => {
          clearTimeout(force);
          resolve();
        });
        server.closeIdleConnections();
      }),
  };
}
