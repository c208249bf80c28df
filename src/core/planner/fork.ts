/** Ways through a part with three ports. */
import { dot } from "../geometry/index.ts";
import type { Part, Port } from "../part/index.ts";

/** A way through a part with three ports: in, out to the new branch, aside to the kept one. */
export interface Fork {
  readonly part: Part;
  readonly into: Port;
  readonly out: Port;
  readonly side: Port;
}

/** Returns true when two ports look opposite ways: the straight run of a tee. */
export function isOpposite(one: Port, other: Port): boolean {
  return dot(one.direction, other.direction) < -0.99;
}

/**
 * Returns every fork of a part, equal ones once. A one-way part is entered at port a only. First those that lead the kept
 * branch straight on: its line is moved along, not aside.
 */
export function forksOf(part: Part): readonly Fork[] {
  const [a, b, c] = part.ports;
  if (!a || !b || !c) return [];
  const ways = [a, b, c].flatMap((into) =>
    [a, b, c]
      .filter((out) => out !== into)
      .map(
        (out): Fork => ({
          part,
          into,
          out,
          side: [a, b, c].find((each) => each !== into && each !== out) ?? c,
        }),
      ),
  );
  const key = ({ into, out, side }: Fork) =>
    `${into.end}>${out.end}+${side.end};${isOpposite(into, side)};${out.id === "c"}`;
  return ways
    .filter(({ into }) => !part.oneWay || into.id === "a")
    .sort((one, other) => Number(isOpposite(other.into, other.side)) - Number(isOpposite(one.into, one.side)))
    .filter((way, at, all) => all.findIndex((other) => key(other) === key(way)) === at);
}
