/** Tries at links that lead nowhere, counted for each client: whoever holds a link that works is never held up by others. */
import { RateLimiterMemory } from "rate-limiter-flexible";
import { AppError } from "../http/app-error.ts";

/** A token has 256 bits and cannot be guessed; the count only keeps guessers from being a load. */
const tries = new RateLimiterMemory({ points: 30, duration: 600 });

/** Takes note of a link that leads nowhere. Errors: AppError too-many once a client has tried thirty in ten minutes. */
export async function countMissedLink(client: string): Promise<void> {
  try {
    await tries.consume(client);
  } catch (cause) {
    throw new AppError("too-many", "Too many tries. Wait ten minutes, then open the link again.", [], {
      cause,
    });
  }
}
