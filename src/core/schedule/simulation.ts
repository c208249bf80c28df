/**
 * A visit played through, one order of preference at a time: whoever is free takes the next thing that may be done. What may be done
 * follows from the water: valves above are shut when everything below is ready for that, nothing is filled or looked at below a valve that
 * is shut or still to be shut, and a look follows its opening by the same hands.
 */

import { Moment, type PlaySetting, type ScheduledTask } from "./moment.ts";
import { compareRows, type OffWindow, offMinutes } from "./off-windows.ts";
import type { Task } from "./task.ts";

/** When each step of a visit is done, and when which water is off. */
export interface Schedule {
  readonly tasks: readonly ScheduledTask[];
  readonly waterOff: readonly OffWindow[];
  readonly totalMin: number;
  /** Steps left out because another job's does for both. */
  readonly shared: readonly string[];
}

/** Returns the figures that decide between schedules: minutes without water, the gravest first, then the length. */
export const figuresOf = ({
  waterOff,
  totalMin,
}: Pick<Schedule, "waterOff" | "totalMin">): readonly number[] => [...offMinutes(waterOff), totalMin];

/** Tasks that are begun as one: nothing comes between, and the same hands do them. */
interface Chunk {
  readonly jobs: readonly number[];
  readonly tasks: readonly { readonly job: number; readonly task: Task }[];
  readonly fromMin: number;
  readonly untilMin: number;
  readonly takesTwo: boolean;
  /** Part of the work between the shutting and the opening of a valve above. */
  readonly isWindow: boolean;
  /** Begins the time without water of a valve above. */
  readonly isShutting: boolean;
  /** What a shutting waits for. */
  readonly isAwaited: boolean;
}

const EPS = 1e-9;

export class Simulation {
  readonly #at: Moment;
  /** Place of each job in the order of preference. */
  readonly #rank: readonly number[];

  /** `order`: jobs by preference, the first first. */
  constructor(setting: PlaySetting, order: readonly number[]) {
    this.#at = new Moment(setting);
    this.#rank = setting.plans.map((_, at) => order.indexOf(at));
  }

  /**
   * Plays to the end; null: given up, because it can only come out worse than `toBeat` (figures as `figuresOf` gives). Errors: RangeError where
   * jobs wait for each other for ever (never, for sheets of one visit).
   */
  play(toBeat: readonly number[] | null): Schedule | null {
    const { plans } = this.#at.setting;
    for (;;) {
      // Neither minutes without water nor the length ever shrink again.
      if (toBeat !== null && compareRows(figuresOf(this.#soFar()), toBeat) > 0) return null;
      this.#at.drop();
      if (plans.every(({ tasks }, at) => (this.#at.next[at] ?? 0) >= tasks.length)) break;
      const chunk = this.#best();
      if (chunk === null) throw new RangeError("jobs of this visit wait for each other");
      this.#take(chunk);
    }
    return {
      ...this.#soFar(),
      waterOff: this.#at.off.toSorted((a, b) => a.fromMin - b.fromMin),
      tasks: this.#at.done.toSorted((a, b) => a.startMin - b.startMin || a.endMin - b.endMin),
      shared: this.#at.shared,
    };
  }

  #soFar(): Pick<Schedule, "waterOff" | "totalMin"> {
    return {
      waterOff: this.#at.off,
      totalMin: Math.max(0, ...this.#at.ready, ...this.#at.beside, ...this.#at.free),
    };
  }

  /** What is begun next at a job; null: it waits for another. */
  #chunk(at: number): Chunk | null {
    const task = this.#at.task(at);
    if (task === undefined) return null;
    const plan = this.#at.plan(at);
    const next = this.#at.next[at] ?? 0;
    const window = this.#at.windowOf[at] ?? -1;
    const isOfValve = this.#at.isValve(task, plan);
    const isInWindow =
      this.#at.windows[window] === "shut" && next >= plan.shutAt - 1 && this.#at.isStillShut(plan);
    if (task.once?.at === "first" || (task.effect === "shuts" && isOfValve)) {
      if (this.#at.windows[window] === "to come" && next <= plan.shutAt && !this.#at.mayShut(window))
        return null;
      return this.#chunkOf([at], [{ job: at, task }], true, false, this.#at.settledBelow(window));
    }
    if (task.effect === "opens" && isOfValve && task.zone !== null) return this.#opening(at, task.zone);
    const isWet = next >= plan.waterAt;
    if (isWet && next <= plan.lookedAt) {
      // Its own valve is open again; no other is shut, and before its own stop opens none is still to come.
      if (this.#at.isCutOff(at, ["shut"], false)) return null;
      if (task.effect === "opens" && this.#at.isCutOff(at, ["shut", "to come"], true)) return null;
    }
    if (
      !isWet &&
      next <= plan.provedAt &&
      (task.effect === "shuts" || task.isProof) &&
      this.#at.isCutOff(at, ["shut"], true)
    )
      return null;
    const tasks = [{ job: at, task }, ...(task.effect === "opens" ? this.#looksNext(at) : [])];
    const fromMin = isWet ? this.#at.openAbove(at) : 0;
    const isAwaited =
      !isInWindow &&
      this.#at.windows.some((state) => state === "to come") &&
      (next < plan.shutAt || next <= plan.provedAt);
    return this.#chunkOf([at], tasks, isInWindow, isAwaited, fromMin);
  }

  /** A valve is opened when all that kept it shut is done; the looks of all of them follow at once. */
  #opening(at: number, zone: string): Chunk | null {
    const members = this.#at.setting.shuttings[this.#at.windowOf[at] ?? -1]?.members ?? [];
    const concerned = members.filter((each) =>
      this.#at
        .plan(each)
        .tasks.slice(this.#at.next[each] ?? 0)
        .some((task) => task.effect === "opens" && task.zone === zone),
    );
    const isThere = (each: number) => {
      const task = this.#at.task(each);
      return task?.effect === "opens" && task.zone === zone;
    };
    if (!concerned.every(isThere)) return null;
    const latest = concerned.toSorted((a, b) => (this.#at.ready[b] ?? 0) - (this.#at.ready[a] ?? 0))[0];
    if (latest !== at) return null;
    const own = this.#at.task(at);
    if (own === undefined) return null;
    const inOrder = [at, ...concerned.filter((other) => other !== at)];
    const looks = inOrder.flatMap((each) => this.#looksNext(each));
    return this.#chunkOf(concerned, [{ job: at, task: own }, ...looks], true, false);
  }

  /** The looks that follow a job's next task at once. */
  #looksNext(at: number): Chunk["tasks"] {
    const rest = this.#at.plan(at).tasks.slice((this.#at.next[at] ?? 0) + 1);
    const end = rest.findIndex(({ followsOpening }) => !followsOpening);
    return (end < 0 ? rest : rest.slice(0, end)).map((task) => ({ job: at, task }));
  }

  #chunkOf(
    jobs: readonly number[],
    tasks: Chunk["tasks"],
    isWindow: boolean,
    isAwaited: boolean,
    notBefore = 0,
  ): Chunk {
    const { hands, pace } = this.#at.setting;
    const takesTwo = hands === 2 && tasks.some(({ task }) => task.hands === 2);
    const ready = Math.max(...jobs.map((at) => this.#at.ready[at] ?? 0));
    const last = jobs.some((at) => (this.#at.next[at] ?? 0) === this.#at.plan(at).tasks.length - 1);
    const beside = last ? Math.max(...jobs.map((at) => this.#at.beside[at] ?? 0)) : 0;
    const free = takesTwo ? Math.max(...this.#at.free) : Math.min(...this.#at.free);
    const fromMin = Math.max(ready, beside, free, notBefore);
    const untilMin = tasks.reduce((end, { task }) => end + task.handsOnMin[pace], fromMin);
    const [first] = jobs;
    const isToCome = this.#at.windows[this.#at.windowOf[first ?? -1] ?? -1] === "to come";
    return {
      jobs,
      tasks,
      fromMin,
      untilMin,
      takesTwo,
      isWindow,
      isShutting: isWindow && isToCome,
      isAwaited,
    };
  }

  /** Whether hands may be spent on something else while valves are shut: none of the work there waits for them. */
  #isFree({ isWindow, untilMin, fromMin }: Chunk): boolean {
    if (isWindow || !this.#at.windows.includes("shut")) return true;
    const rows = this.#at.setting.plans.filter((plan, at) => {
      const window = this.#at.windowOf[at] ?? -1;
      return (
        this.#at.windows[window] === "shut" &&
        this.#at.isStillShut(plan) &&
        (this.#at.ready[at] ?? 0) < untilMin - EPS
      );
    }).length;
    const aside = this.#at.aside.filter((until) => until > fromMin + EPS).length;
    return this.#at.setting.hands - aside - 1 >= Math.min(rows, this.#at.setting.hands);
  }

  #best(): Chunk | null {
    const chunks = [...this.#at.setting.plans.keys()].flatMap((at) => {
      const chunk = this.#chunk(at);
      return chunk === null ? [] : [chunk];
    });
    const { isPatient } = this.#at.setting;
    const urgency = ({ isWindow, isAwaited, isShutting }: Chunk) => {
      if (isPatient && (isShutting || isAwaited)) return 2;
      return isWindow ? 0 : isAwaited ? 1 : 2;
    };
    const preference = ({ jobs }: Chunk) => Math.min(...jobs.map((at) => this.#rank[at] ?? 0));
    const sorted = chunks.toSorted(
      (one, other) =>
        one.fromMin - other.fromMin || urgency(one) - urgency(other) || preference(one) - preference(other),
    );
    return sorted.find((chunk) => this.#isFree(chunk)) ?? sorted[0] ?? null;
  }

  #take({ jobs, tasks, fromMin, untilMin, takesTwo, isWindow }: Chunk): void {
    const { pace } = this.#at.setting;
    const hand = this.#at.free.findIndex((free) => free <= fromMin + EPS);
    let now = fromMin;
    // The opening is the same for all that kept the valve shut.
    const others = jobs.filter((at) => at !== tasks[0]?.job);
    for (const at of others) {
      const opening = this.#at.task(at);
      if (opening !== undefined) this.#at.shared.push(opening.id);
      this.#at.next[at] = (this.#at.next[at] ?? 0) + 1;
    }
    for (const { job, task } of tasks) {
      const end = now + task.handsOnMin[pace];
      const place = this.#at.next[job] ?? 0;
      for (const { id, provedAt, waterAt, lookedAt } of this.#at.plan(job).sides)
        if (task.sides.includes(id) && (place <= provedAt || (place >= waterAt && place <= lookedAt)))
          this.#at.settled.set(id, end + task.waitMin);
      this.#at.done.push({ task: task.id, startMin: now, endMin: end, hand: hand === 1 ? 2 : 1 });
      this.#at.next[job] = (this.#at.next[job] ?? 0) + 1;
      this.#at.ready[job] = task.isBeside ? end : end + task.waitMin;
      if (task.isBeside) this.#at.beside[job] = Math.max(this.#at.beside[job] ?? 0, end + task.waitMin);
      this.#at.water(job, task, now, end);
      now = end;
    }
    // They go on from there.
    for (const at of others) this.#at.ready[at] = Math.max(this.#at.ready[at] ?? 0, untilMin);
    for (const each of takesTwo ? this.#at.free.keys() : [Math.max(0, hand)]) {
      this.#at.free[each] = untilMin;
      this.#at.aside[each] = isWindow ? (this.#at.aside[each] ?? 0) : untilMin;
    }
  }
}
