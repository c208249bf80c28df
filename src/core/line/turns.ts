/** What moves an end: a part put on it, an elbow turned about it, another kind of stop. Tried, and told by what it gains. */

import {
  across,
  add,
  cross,
  dot,
  norm,
  scale,
  subtract,
  turned,
  unit,
  type Vector,
  without,
} from "../geometry/index.ts";
import type { IncrementalTask } from "../numerics/index.ts";
import type { Port } from "../part/index.ts";
import type { LineEnd, LineSetup } from "./line-setup.ts";
import { setupFault } from "./line-setup.ts";
import { bestOf, DEFAULT_MARGINS, type RatedLength, rateLength, type SlackMargins } from "./rate.ts";

const UP: Vector = [0, 1, 0];
const OUT: Vector = [0, 0, 1];
export const HOURS = [12, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11] as const;
export type ClockPosition = (typeof HOURS)[number];

/**
 * Returns the way an hour points round an axis, as seen by somebody the axis looks at: 12 is up, 3 is to the right. Where the axis
 * itself looks up or down, 12 is out of the wall.
 */
export function clockDirection(axis: Vector, hour: ClockPosition): Vector {
  const along = unit(axis);
  const upright = without(UP, along);
  const twelve = norm(upright) > 1e-6 ? unit(upright) : unit(without(OUT, along));
  return turned(twelve, along, -(hour % 12) * (Math.PI / 6));
}

/**
 * Returns where the line leaves once a part sits on an end: the part's `into` port meets the end, its `out` port is the new end.
 * The part is turned so that its outlet looks to `hour` round the end's direction; for a straight part the hour is idle.
 */
export function throughPart(end: LineEnd, into: Port, out: Port, hour: ClockPosition = 12): LineEnd {
  const along = unit(end.direction);
  const first = scale(unit(into.direction), -1);
  const aside = without(out.direction, first);
  const shift = without(subtract(out.at, into.at), first);
  const second = norm(aside) > 1e-6 ? unit(aside) : norm(shift) > 1e-6 ? unit(shift) : across(first);
  const third = cross(first, second);
  const to = [along, clockDirection(along, hour)] as const;
  const across3 = cross(to[0], to[1]);
  const placed = (vector: Vector): Vector =>
    add(
      add(scale(to[0], dot(vector, first)), scale(to[1], dot(vector, second))),
      scale(across3, dot(vector, third)),
    );
  return { at: add(end.at, placed(subtract(out.at, into.at))), direction: placed(unit(out.direction)) };
}

export interface Alternative {
  readonly label: string;
  readonly a?: LineEnd;
  readonly b?: LineEnd;
  /** Where a part is turned instead of an end: which end it sits on, and to which hour. */
  readonly turn?: { readonly which: "a" | "b"; readonly hour: ClockPosition };
}

/** Returns an elbow put on an end, or turned on it: one alternative for each hour. `setup` has the end without the elbow. */
export function elbowTurns(
  setup: LineSetup,
  which: "a" | "b",
  elbow: { readonly into: Port; readonly out: Port },
  hours: readonly ClockPosition[] = HOURS,
): readonly Alternative[] {
  return hours.map((hour) => ({
    label: `elbow at the ${which === "a" ? "supply" : "inlet"} to ${hour} o'clock`,
    [which]: throughPart(setup[which], elbow.into, elbow.out, hour),
    turn: { which, hour },
  }));
}

/** Returns the stop at end a: straight out of the wall, or an angle stop with its outlet at each hour. `axis` is the wall's normal. */
export function stopTurns(setup: LineSetup, axis: Vector = OUT): readonly Alternative[] {
  return [
    { label: "straight stop", a: { at: setup.a.at, direction: axis } },
    ...HOURS.map((hour) => ({
      label: `angle stop at ${hour} o'clock`,
      a: { at: setup.a.at, direction: clockDirection(axis, hour) },
    })),
  ];
}

export interface TriedAlternative {
  readonly alternative: Alternative;
  readonly best: RatedLength;
}

/**
 * Returns the alternatives with which some length is good: gentlest bend first, the shorter length on a tie. Those a wall forbids are
 * left out. Units: inches.
 */
export function* helpfulTurns(
  setup: LineSetup,
  alternatives: readonly Alternative[],
  lengthsIn: readonly number[],
  margins: SlackMargins = DEFAULT_MARGINS,
): IncrementalTask<readonly TriedAlternative[]> {
  const tried: TriedAlternative[] = [];
  for (const [index, alternative] of alternatives.entries()) {
    const changed = {
      ...setup,
      ...(alternative.a && { a: alternative.a }),
      ...(alternative.b && { b: alternative.b }),
    };
    if (setupFault(changed) !== null) continue;
    const rated: RatedLength[] = [];
    for (const lengthIn of lengthsIn) {
      yield (index + rated.length / lengthsIn.length) / alternatives.length;
      rated.push(rateLength(changed, lengthIn, margins));
    }
    const best = bestOf(rated);
    if (best !== null) tried.push({ alternative, best });
  }
  const radius = ({ best }: TriedAlternative) => best.curve?.minRadiusIn ?? 0;
  return tried.sort((one, other) => radius(other) - radius(one) || one.best.lengthIn - other.best.lengthIn);
}
