/** Requests that compute have a lane of their own: when it is full, the next is refused before its body is read, and writes go on. */
import type { NextFunction, Request, Response } from "express";

/** Addresses that ask for long computation and store nothing. */
const COMPUTES =
  /^\/api\/v1\/(hookups\/|lines\/|water\/|leaks\/|truck\/(reach|load)|ends\/|visits\/run-sheet$)/;
/** Requests in the lane at once, of all clients and of one: a person with several pages open needs a handful. */
const MOST = 40;
const MOST_OF_A_CLIENT = 28;

/** Returns the middleware; `refuse` answers a request that finds the lane full. */
export function computeLane(refuse: (response: Response) => void) {
  let all = 0;
  const ofClient = new Map<string, number>();
  return (request: Request, response: Response, next: NextFunction) => {
    if (!COMPUTES.test(request.path)) return next();
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
    return next();
  };
}
