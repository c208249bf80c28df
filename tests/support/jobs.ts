/** Jobs for the scheduler, written short. */
import type { ZoneKind } from "../../src/core/piping/index.ts";
import type { Job, Task } from "../../src/core/schedule/task.ts";

interface TaskShape {
  readonly minutes: number;
  readonly wait?: number;
  readonly effect?: Task["effect"];
  readonly first?: boolean;
  readonly look?: boolean;
  readonly hands?: 1 | 2;
  readonly isBeside?: boolean;
  readonly isProof?: boolean;
  /** Zone that is shut or opened, where the job has several. */
  readonly of?: string;
}

/** A job with tasks of these shapes, one after the other; slow hands take twice as long. `zone` and `kind` name its first zone. */
export function job(
  id: string,
  zone: string,
  kind: ZoneKind,
  shapes: readonly TaskShape[],
  more: Partial<Pick<Job, "zones" | "shutAlready">> & { readonly above?: readonly string[] } = {},
): Job {
  return {
    id,
    zones: [{ name: zone, kind }, ...(more.zones ?? [])],
    sides: [{ id, above: more.above ?? (kind === "fixture" ? [] : [zone]) }],
    shutAlready: more.shutAlready ?? [],
    tasks: shapes.map((shape, at) => ({
      id: `${id}${at}`,
      job: id,
      handsOnMin: { low: shape.minutes, likely: shape.minutes, high: 2 * shape.minutes },
      hands: shape.hands ?? 1,
      waitMin: shape.wait ?? 0,
      isBeside: shape.isBeside ?? false,
      effect: shape.effect ?? null,
      zone: shape.effect === undefined && shape.isProof !== true ? null : (shape.of ?? zone),
      mayComeFirst: shape.first ?? false,
      followsOpening: shape.look ?? false,
      isLook: shape.look ?? false,
      isProof: shape.isProof ?? false,
      once: null,
      sides: [id],
    })),
  };
}
