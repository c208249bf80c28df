/** Requests that compute have a lane of their own: when it is full, the next is refused before anything is done for it, and writes go on. */
import type { IncomingMessage, RequestListener, ServerResponse } from "node:http";

/** Addresses that ask for long computation and store nothing. */
const COMPUTES =
  /^\/api\/v1\/(hookups\/|lines\/|water\/|leaks\/|truck\/(reach|load)|ends\/|visits\/(run-sheet|situation)$)/;
/** Requests in the lane at once, of all clients and of one: a person with several pages open needs a handful. */
const MOST = 24;
const MOST_OF_A_CLIENT = 14;

const FULL = JSON.stringify({
  error: {
    code: "unavailable",
    message: "Too much is being worked out at this moment: try again in a few seconds.",
    fields: [],
  },
});

/** Answers without the framework and without the log: hundreds of these must cost next to nothing. */
function refuse(response: ServerResponse): void {
  response.writeHead(503, {
    "content-type": "application/json; charset=utf-8",
    "content-length": Buffer.byteLength(FULL),
    "cache-control": "no-store",
    "x-content-type-options": "nosniff",
    "retry-after": "2",
    connection: "close",
  });
  response.end(FULL);
}

/** Returns what answers requests: `next`, or a refusal where the lane is full. */
export function withComputeLane(next: RequestListener): RequestListener {
  let all = 0;
  const ofClient = new Map<string, number>();
  return (request: IncomingMessage, response: ServerResponse & { req: IncomingMessage }) => {
    const [path = ""] = (request.url ?? "").split("?");
    if (!COMPUTES.test(path)) return next(request, response);
    const client = request.socket.remoteAddress ?? "";
    const own = ofClient.get(client) ?? 0;
    if (all >= MOST || own >= MOST_OF_A_CLIENT) return refuse(response);
    all += 1;
    ofClient.set(client, own + 1);
    response.once("close", () => {
      all -= 1;
      const left = (ofClient.get(client) ?? 1) - 1;
      if (left > 0) ofClient.set(client, left);
      else ofClient.delete(client);
    });
    return next(request, response);
  };
}
