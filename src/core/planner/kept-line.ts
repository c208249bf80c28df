/** A line that stays for the fixture: a part of the way that nobody sells, found between the supply's end and the inlet. */
import { type EndCode, isPlasticNut } from "../end/index.ts";
import type { Part } from "../part/index.ts";
import type { PlanRequest } from "../plan/index.ts";
import { mateOf } from "./approach.ts";
import type { PlannerIndex } from "./planner-index.ts";

/** Bore of a line whose kind nobody lists, inches: that of the usual 3/8 class. */
const USUAL_BORE_IN = 0.27;

/** Returns the line that stays as a part that costs nothing; null where nobody can say how it ends. */
export function keptLineOf(index: PlannerIndex, { supply, inlet, line, lengthIn }: PlanRequest): Part | null {
  const near: EndCode | null = line?.end ?? mateOf(index, supply.end);
  const far = mateOf(index, inlet.end);
  if (near === null || far === null) return null;
  const lengthOver = line?.lengthIn ?? (lengthIn.min + lengthIn.max) / 2;
  const alike = index.tables.parts.find(
    ({ kind, ports }) => kind === "line" && ports[0]?.end === near && ports[1]?.end === far,
  );
  const boreIn = alike?.ports[0]?.boreIn ?? USUAL_BORE_IN;
  return {
    sku: "LINE-THAT-STAYS",
    kind: "line",
    name: "The line that is there",
    priceCents: 0,
    pack: 1,
    material: alike?.material ?? "stainless-braid",
    lengthIn: lengthOver,
    cutToLength: false,
    minBendRadiusIn: alike?.minBendRadiusIn ?? null,
    cuffIn: alike?.cuffIn ?? null,
    ratedPsi: Number.POSITIVE_INFINITY,
    ratedF: Number.POSITIVE_INFINITY,
    ratedHot: null,
    service: null,
    backflow: null,
    unionSeal: null,
    flats: [],
    leadFree: true,
    oneWay: true,
    contents: [],
    functions: [],
    joins: null,
    ports: [
      {
        id: "a",
        end: near,
        at: [0, 0, 0],
        direction: [-1, 0, 0],
        boreIn,
        plastic: isPlasticNut(index.ends.get(near), undefined),
      },
      {
        id: "b",
        end: far,
        at: [lengthOver, 0, 0],
        direction: [1, 0, 0],
        boreIn,
        plastic: isPlasticNut(index.ends.get(far), line?.nut),
      },
    ],
  };
}

/** Returns the index with the line that stays as one more way on from what meets its near end. */
export function withKeptLine(index: PlannerIndex, keptLine: Part): PlannerIndex {
  const [into, out] = keptLine.ports;
  if (into === undefined || out === undefined) return index;
  const passage = { part: keptLine, into, out };
  return {
    ...index,
    passages: [...index.passages, passage],
    passagesFrom: (end) => {
      const meeting = index.meet(end, into.end);
      const known = index.passagesFrom(end);
      return meeting === null ? known : [...known, { passage, meeting }];
    },
  };
}
