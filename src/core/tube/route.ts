/** Length of a run through cabinets and floors: legs, bends, rises and slack, with the holes it goes through. */

export interface Leg {
  readonly label: string;
  /** From corner to corner, along the wall, up or down. */
  readonly runIn: number;
  /** The turn at the leg's far corner, degrees; 0: none, and none counts after the last leg. */
  readonly turnDeg: number;
  readonly radiusIn: number;
}

export interface Hole {
  readonly label: string;
  readonly acrossIn: number;
  /** From the hole's edge to the nearest edge of what it is drilled in; null: the template gives none. */
  readonly edgeIn: number | null;
}

export interface Route {
  readonly legs: readonly Leg[];
  readonly holes: readonly Hole[];
  /** Slack to lay in, beside what the legs measure. */
  readonly slackIn: number;
  /** Widest thing that must go through the holes: the nut, or the tube itself. */
  readonly passIn: number;
}

export interface RouteLength {
  readonly runIn: number;
  /** What the bends save against square corners. */
  readonly savedIn: number;
  readonly totalIn: number;
  readonly faults: readonly RouteFault[];
}

export type RouteFault =
  | { readonly reason: "corner"; readonly leg: number; readonly neededIn: number }
  | { readonly reason: "hole"; readonly hole: number }
  | { readonly reason: "edge"; readonly hole: number };

const rad = (deg: number) => (deg * Math.PI) / 180;

/**
 * Returns the length of line from end to end of a route. A bend of radius r through angle t takes r tan(t / 2) of either leg and
 * gives back an arc r t. A leg too short for the bends at its corners, a hole nothing passes, and an edge nearer than
 * half the hole are faults.
 * Units: inches, degrees.
 */
export function routeLength({ legs, holes, slackIn, passIn }: Route): RouteLength {
  const corner = (index: number): { readonly tangentIn: number; readonly arcIn: number } => {
    const leg = legs[index];
    if (leg === undefined || index >= legs.length - 1 || leg.turnDeg === 0) return { tangentIn: 0, arcIn: 0 };
    return {
      tangentIn: leg.radiusIn * Math.tan(rad(leg.turnDeg) / 2),
      arcIn: leg.radiusIn * rad(leg.turnDeg),
    };
  };
  const runIn = legs.reduce((sum, leg) => sum + leg.runIn, 0);
  const savedIn = legs.reduce((sum, _, index) => sum + 2 * corner(index).tangentIn - corner(index).arcIn, 0);
  const short = legs.flatMap((leg, index): RouteFault[] => {
    const neededIn = corner(index).tangentIn + (index === 0 ? 0 : corner(index - 1).tangentIn);
    return leg.runIn < neededIn ? [{ reason: "corner", leg: index, neededIn }] : [];
  });
  const bad = holes.flatMap(({ acrossIn, edgeIn }, hole): RouteFault[] => [
    ...(acrossIn <= passIn ? [{ reason: "hole", hole } as const] : []),
    ...(edgeIn !== null && edgeIn < acrossIn / 2 ? [{ reason: "edge", hole } as const] : []),
  ]);
  return { runIn, savedIn, totalIn: runIn - savedIn + slackIn, faults: [...short, ...bad] };
}

/** Returns what to buy: the shortest stock length that reaches, and the feet of tube to cut it from. */
export function toBuy(
  totalIn: number,
  stockIn: readonly number[],
): { readonly stockIn: number | null; readonly feet: number } {
  const reaching = [...stockIn].sort((a, b) => a - b).find((lengthIn) => lengthIn >= totalIn);
  return { stockIn: reaching ?? null, feet: Math.ceil(totalIn / 12) };
}
