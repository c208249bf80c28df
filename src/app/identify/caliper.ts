/** Caliper readings as a stream of server-sent events. The only place that chooses where readings come from. */
import { z } from "zod";
import { practiceTray, simulatedCaliper, TRAY_SIZE } from "../../simulators/caliper.ts";
import type { Context } from "../context.ts";
import { invalid, notFound } from "../http/app-error.ts";
import { eventStream } from "../http/event-stream.ts";

const query = z.strictObject({
  piece: z
    .string()
    .regex(/^\d{1,2}$/, `piece: a number from 1 to ${TRAY_SIZE}`)
    .transform(Number)
    .refine((piece) => piece >= 1 && piece <= TRAY_SIZE, `piece: a number from 1 to ${TRAY_SIZE}`),
  lay: z.enum(["across", "span"]).default("across"),
  crests: z
    .string()
    .regex(/^\d{1,2}$/, "crests: a number from 2 to 20")
    .transform(Number)
    .refine((crests) => crests >= 2 && crests <= 20, "crests: a number from 2 to 20")
    .optional(),
});

const DEFAULT_CRESTS = 6;
const EVERY_MS = 250;

function pieceOf({ identifier }: Pick<Context, "identifier">, number: number) {
  const piece = practiceTray(identifier.profiles)[number - 1];
  if (!piece) throw notFound("piece");
  return piece;
}

/** Returns what the eye sees of a piece, and what it is, for whoever gives up guessing. */
export function describePiece(context: Pick<Context, "identifier">, number: number) {
  const { profile } = pieceOf(context, number);
  const seats = [...profile.seats].filter(([, chance]) => chance >= 0.4).map(([seat]) => seat);
  return {
    piece: number,
    gender: profile.gender,
    threaded: profile.thread !== null,
    seal: seats,
    material: profile.end.material,
    end: profile.end.code,
    name: profile.end.name,
  };
}

/** Returns the streams readings of the simulated caliper on a practice piece. Errors: AppError invalid, not-found. */
export function caliperStream(context: Context, url: URL): Response {
  const parsed = query.safeParse(Object.fromEntries(url.searchParams));
  if (!parsed.success) throw invalid(parsed.error);
  const { piece, lay, crests = DEFAULT_CRESTS } = parsed.data;
  const source = simulatedCaliper(
    pieceOf(context, piece),
    lay === "span" ? { lay, crests } : { lay },
    context.now().getTime(),
  );
  return eventStream(() => source.read(), EVERY_MS);
}
