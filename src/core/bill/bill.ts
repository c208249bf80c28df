/** What a visit costs: parts with the shop's mark-up, labour by the quarter hour, the trip, the tax. Whole cents throughout. */

/** What the shop charges: its own setting; nothing is assumed before somebody has said. */
export interface Rates {
  readonly hourCents: number;
  readonly tripCents: number;
  /** On the price of parts. */
  readonly markUpPercent: number;
  readonly taxPercent: number;
  readonly taxOn: "all" | "parts";
}

export const BILL_STAGES = ["estimate", "actual"] as const;
/** Before the work, or after it. */
export type BillStage = (typeof BILL_STAGES)[number];
export const BILL_LINE_KINDS = ["parts", "labour", "trip"] as const;

export interface BillLine {
  readonly kind: (typeof BILL_LINE_KINDS)[number];
  readonly text: string;
  readonly cents: number;
}

export interface Bill {
  readonly stage: BillStage;
  readonly lines: readonly BillLine[];
  /** Labour that is charged, minutes. */
  readonly minutes: number;
  readonly taxPercent: number;
  readonly taxOn: Rates["taxOn"];
  readonly taxCents: number;
  readonly totalCents: number;
}

/** Parts of one connection as its plan prices them. */
export interface PricedParts {
  readonly label: string;
  readonly cents: number;
}

/** Labour is charged by the quarter hour that is begun. */
export const CHARGED_MIN = 15;

/** Returns the minutes that are charged for so many: begun quarter hours. Errors: RangeError below 0. */
export function chargedMinutes(minutes: number): number {
  if (!(minutes >= 0)) throw new RangeError(`minutes must not be below 0, got ${minutes}`);
  return Math.ceil(minutes / CHARGED_MIN) * CHARGED_MIN;
}

/** A share of an amount, to the nearest cent; half a cent up. */
const shareOf = (cents: number, percent: number) => Math.round((cents * percent) / 100);

function taxOf(
  lines: readonly BillLine[],
  { taxPercent, taxOn }: Pick<Rates, "taxPercent" | "taxOn">,
): number {
  const taxed = lines.filter(({ kind }) => taxOn === "all" || kind === "parts");
  return shareOf(
    taxed.reduce((sum, { cents }) => sum + cents, 0),
    taxPercent,
  );
}

/**
 * Returns what a visit costs. Connections whose parts cost nothing have no line; no labour and no trip have none either.
 * Units: minutes worked, cents. Errors: RangeError for minutes below 0.
 */
export function billOf(
  stage: BillStage,
  work: { readonly parts: readonly PricedParts[]; readonly minutes: number },
  rates: Rates,
): Bill {
  const minutes = chargedMinutes(work.minutes);
  const labourCents = Math.round((minutes * rates.hourCents) / 60);
  const lines: readonly BillLine[] = [
    ...work.parts.map(
      ({ label, cents }): BillLine => ({
        kind: "parts",
        text: label,
        cents: cents + shareOf(cents, rates.markUpPercent),
      }),
    ),
    { kind: "labour" as const, text: `${minutes} min`, cents: labourCents },
    { kind: "trip" as const, text: "", cents: rates.tripCents },
  ].filter(({ cents }) => cents > 0);
  const { taxPercent, taxOn } = rates;
  const taxCents = taxOf(lines, rates);
  return {
    stage,
    lines,
    minutes,
    taxPercent,
    taxOn,
    taxCents,
    totalCents: lines.reduce((sum, { cents }) => sum + cents, taxCents),
  };
}

/** Returns what does not add up in a bill that comes from outside; null: all of it does. */
export function billFault({
  lines,
  taxPercent,
  taxOn,
  taxCents,
  totalCents,
}: Bill): "taxCents" | "totalCents" | null {
  if (taxOf(lines, { taxPercent, taxOn }) !== taxCents) return "taxCents";
  return lines.reduce((sum, { cents }) => sum + cents, taxCents) === totalCents ? null : "totalCents";
}
