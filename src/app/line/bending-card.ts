/** A bending card from the address it is asked for at. */
import { z } from "zod";
import { fail, type Result, succeed } from "../../core/result/index.ts";
import { bendRiser, explainRiser, type Riser, type RiserJob } from "../../core/tube/index.ts";

const figure = z
  .string()
  .regex(/^-?\d{1,4}(\.\d{1,12})?$/, "must be a number of inches")
  .transform(Number);
const cardQuery = z.object({
  tube: z.string().regex(/^[\d/ ]{1,8}$/, "must be a tube's size, like 3/8"),
  rise: figure,
  first: figure,
  second: figure,
  laid: z.enum(["one-offset", "two-offsets"]),
  angle: figure,
  radius: figure,
  seatFirst: figure,
  seatLast: figure,
  straight: figure,
  stretch: figure,
});

/** Longest tube a card is drawn for, inches: eight sheets. */
const LONGEST_IN = 240;

export interface Card {
  readonly tube: string;
  readonly job: RiserJob;
  readonly riser: Riser;
}

/** Returns the riser a card's address describes, or in words what is wrong with it. */
export function readCard(query: URLSearchParams): Result<Card, string> {
  const parsed = cardQuery.safeParse(Object.fromEntries(query));
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    return fail(`${issue?.path.join(".")}: ${issue?.message}. Open the card from the line bench.`);
  }
  const { tube, rise, first, second, laid, angle, radius, seatFirst, seatLast, straight, stretch } =
    parsed.data;
  const job: RiserJob = {
    riseIn: rise,
    asideIn: [first, second],
    laid,
    angleDeg: angle,
    radiusIn: radius,
    seatIn: [seatFirst, seatLast],
    straightIn: straight,
    stretchIn: stretch,
  };
  const outcome = bendRiser(job);
  if (!outcome.ok) return fail(explainRiser(outcome.fault));
  if (outcome.value.cutIn > LONGEST_IN)
    return fail("rise: a tube over 20 ft is marked with a tape, not with a card.");
  return succeed({ tube, job, riser: outcome.value });
}
