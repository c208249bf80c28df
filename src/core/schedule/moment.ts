/**
 * A moment of a visit that is played through: how far each job has come, whose hands are free when, which valves are shut, and what follows
 * from that for what may be done.
 */
import type { OffWindow } from "./off-windows.ts";
import type { Pace, Task } from "./task.ts";
import type { JobPlan, Shutting } from "./windows.ts";

export interface ScheduledTask {
  readonly task: string;
  readonly startMin: number;
  readonly endMin: number;
  /** Pair of hands that does it: 1 or 2. */
  readonly hand: 1 | 2;
}

/** What is played: jobs with their shuttings, hands, pace, and in which order jobs are preferred. */
export interface PlaySetting {
  readonly plans: readonly JobPlan[];
  readonly shuttings: readonly Shutting[];
  readonly hands: 1 | 2;
  readonly pace: Pace;
  /** A valve above is shut when its job's turn comes; false: as soon as everything below is ready. */
  readonly isPatient: boolean;
}

type WindowState = "to come" | "shut" | "over";

export class Moment {
  readonly setting: PlaySetting;
  readonly next: number[];
  readonly ready: number[];
  readonly beside: number[];
  readonly free: number[];
  /** Until when each pair of hands does what no window waits for. */
  readonly aside: number[];
  readonly windows: WindowState[];
  /** Until when each side of a job proves its stop, or stands under pressure to be looked at. */
  readonly settled = new Map<string, number>();
  readonly shutAt = new Map<string, number>();
  /** When a zone that was shut is shut and proved by the job that shuts it. */
  readonly shutBy = new Map<string, number>();
  /** When a valve above that was shut is open again. */
  readonly opened = new Map<string, number>();
  readonly done: ScheduledTask[] = [];
  readonly off: OffWindow[] = [];
  readonly shared: string[] = [];
  readonly windowOf: readonly (number | null)[];

  constructor(setting: PlaySetting) {
    this.setting = setting;
    const { plans, shuttings, hands } = setting;
    this.next = plans.map(() => 0);
    this.ready = plans.map(() => 0);
    this.beside = plans.map(() => 0);
    this.free = new Array<number>(hands).fill(0);
    this.aside = new Array<number>(hands).fill(0);
    this.windowOf = plans.map((_, at) => {
      const found = shuttings.findIndex(({ members }) => members.includes(at));
      return found < 0 ? null : found;
    });
    for (const { job } of plans) for (const zone of job.shutAlready) this.shutAt.set(zone, 0);
    this.windows = shuttings.map(({ zones }) =>
      zones.some(({ name }) => this.shutAt.has(name)) ? "shut" : "to come",
    );
  }

  plan(at: number): JobPlan {
    const plan = this.setting.plans[at];
    if (plan === undefined) throw new RangeError("there is no such job");
    return plan;
  }

  task(at: number): Task | undefined {
    return this.setting.plans[at]?.tasks[this.next[at] ?? 0];
  }

  isValve({ zone }: Task, { zones }: JobPlan): boolean {
    return zone !== null && zones.some(({ name }) => name === zone);
  }

  /** Passes over what another job's step does for this one too. */
  drop(): void {
    for (const at of this.setting.plans.keys())
      for (
        let task = this.task(at);
        task !== undefined && this.isDoneElsewhere(at, task);
        task = this.task(at)
      ) {
        this.shared.push(task.id);
        const done = this.shutBy.get(task.zone ?? `first of ${this.windowOf[at]}`) ?? 0;
        this.ready[at] = Math.max(this.ready[at] ?? 0, done);
        this.next[at] = (this.next[at] ?? 0) + 1;
      }
  }

  isDoneElsewhere(at: number, task: Task): boolean {
    const plan = this.plan(at);
    const members = this.setting.shuttings[this.windowOf[at] ?? -1]?.members ?? [];
    const hasOther = (from: (other: number) => readonly Task[]) =>
      members.some(
        (other) =>
          other !== at &&
          from(other).some(({ once }) => once?.at === task.once?.at && once?.of === task.once?.of),
      );
    const done = (other: number) => this.plan(other).tasks.slice(0, this.next[other] ?? 0);
    const left = (other: number) => this.plan(other).tasks.slice(this.next[other] ?? 0);
    if (task.once?.at === "first") return hasOther(done);
    if (task.once?.at === "last") return hasOther(left);
    if (!this.isValve(task, plan) || task.zone === null) return false;
    if (task.effect === "shuts") return this.shutAt.has(task.zone);
    if (task.effect === "opens") return this.opened.has(task.zone);
    return (
      task.isProof &&
      members.some(
        (other) => other !== at && done(other).some(({ isProof, zone }) => isProof && zone === task.zone),
      )
    );
  }

  /** Names of the valves above what a job's next task is done for. */
  #aboveNext(at: number): readonly string[] {
    return this.setting.plans[at]?.aboveOf[this.next[at] ?? 0] ?? [];
  }

  /** Whether a valve above what a job does next is shut, or is still to be shut. */
  isCutOff(at: number, states: readonly WindowState[], isOwnToo: boolean): boolean {
    const above = this.#aboveNext(at);
    return this.setting.shuttings.some(
      ({ zones }, window) =>
        states.includes(this.windows[window] ?? "over") &&
        (isOwnToo || window !== this.windowOf[at]) &&
        zones.some(({ name }) => above.includes(name) && !this.opened.has(name)),
    );
  }

  /** Whether everything below the valves of a window is ready for their shutting. */
  mayShut(window: number): boolean {
    const { plans, shuttings } = this.setting;
    const own = shuttings[window];
    if (own === undefined || this.windows[window] !== "to come") return false;
    const names = new Set(own.zones.map(({ name }) => name));
    const isReady = ({ sides, shuttingAt }: JobPlan, at: number): boolean => {
      const next = this.next[at] ?? 0;
      if (own.members.includes(at)) return next >= shuttingAt;
      return sides.every(
        ({ above, provedAt, waterAt, lookedAt }) =>
          !above.some((name) => names.has(name)) ||
          next > lookedAt ||
          // Its stop is proved while there is water, and nothing of it stands under pressure.
          (next > provedAt && next <= waterAt),
      );
    };
    if (!plans.every(isReady)) return false;
    // The gravest first, and never one below another that is shut or still to come.
    return shuttings.every((_, other) => {
      if (other === window || this.windows[other] === "over") return true;
      if (shuttings[other]?.holdsBelow.includes(window) === true) return false;
      return this.windows[other] === "to come" || !own.holdsBelow.includes(other);
    });
  }

  /** From when on nothing below the valves of a window is proved, or stands to be looked at. */
  settledBelow(window: number): number {
    const { plans, shuttings } = this.setting;
    const zones = shuttings[window]?.zones ?? [];
    const below = plans.flatMap(({ job }) =>
      job.sides.filter(({ above }) => zones.some(({ name }) => above.includes(name))),
    );
    return Math.max(0, ...below.map(({ id }) => this.settled.get(id) ?? 0));
  }

  /** From when on every valve that was shut above what a job does next is open again. */
  openAbove(at: number): number {
    return Math.max(0, ...this.#aboveNext(at).map((name) => this.opened.get(name) ?? 0));
  }

  isStillShut({ zones }: JobPlan): boolean {
    return zones.some(({ name }) => !this.opened.has(name));
  }

  water(at: number, task: Task, from: number, end: number): void {
    const plan = this.plan(at);
    const window = this.windowOf[at] ?? -1;
    if (task.once?.at === "first") {
      if (this.windows[window] === "to come") this.windows[window] = "shut";
      this.shutBy.set(`first of ${window}`, end);
    }
    if (task.zone === null) return;
    if (task.isProof) this.shutBy.set(task.zone, end);
    if (task.effect === "shuts") {
      this.shutAt.set(task.zone, from);
      this.shutBy.set(task.zone, end);
      if (this.isValve(task, plan)) this.windows[window] = "shut";
    }
    if (task.effect !== "opens") return;
    const since = this.shutAt.get(task.zone);
    const zone = plan.job.zones.find(({ name }) => name === task.zone);
    if (since !== undefined && zone !== undefined)
      this.off.push({ zone: zone.name, kind: zone.kind, fromMin: since, toMin: end });
    if (!this.isValve(task, plan)) return;
    this.opened.set(task.zone, end);
    const zones = this.setting.shuttings[window]?.zones ?? [];
    if (!zones.every(({ name }) => this.opened.has(name))) return;
    this.windows[window] = "over";
  }
}
