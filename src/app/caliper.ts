/** Caliper readings as a stream of server-sent events. The only place that chooses where readings come from. */
import { z } from "zod";
import { type CaliperSource, practiceTray, simulatedCaliper, TRAY_SIZE } from "../simulators/caliper.ts";
import type { Context } from "./context.ts";
import { invalid, notFound } from "./problem.ts";

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
/** A forgotten stream ends by itself; the browser asks again while somebody still looks. */
const LONGEST_MS = 120_000;

function pieceOf({ identifier }: Pick<Context, "identifier">, number: number) {
  const piece = practiceTray(identifier.profiles)[number - 1];
  if (!piece) throw notFound("piece");
  return piece;
}

/** What the eye sees of a piece, and what it is, for whoever gives up guessing. */
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

function stream(source: CaliperSource): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  let timer: NodeJS.Timeout | undefined;
  const stop = () => clearInterval(timer);
  return new ReadableStream({
    start(controller) {
      const send = () => controller.enqueue(encoder.encode(`data: ${JSON.stringify(source.read())}\n\n`));
      const until = performance.now() + LONGEST_MS;
      send();
      timer = setInterval(() => {
        if (performance.now() < until) return send();
        stop();
        controller.close();
      }, EVERY_MS);
    },
    cancel: stop,
  });
}

/** Errors: Problem invalid, not-found. */
export function caliperStream(context: Context, url: URL): Response {
  const parsed = query.safeParse(Object.fromEntries(url.searchParams));
  if (!parsed.success) throw invalid(parsed.error);
  const { piece, lay, crests = DEFAULT_CRESTS } = parsed.data;
  const source = simulatedCaliper(
    pieceOf(context, piece),
    lay === "span" ? { lay, crests } : { lay },
    context.now().getTime(),
  );
  return new Response(stream(source), {
    headers: { "content-type": "text/event-stream", "cache-control": "no-store" },
  });
}
