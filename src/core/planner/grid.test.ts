/** Every way pipe comes out of a wall against every fixture: what the first plan is made of, or the plain reason why there is none. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { setSize } from "../../../tests/support/set-size.ts";
import { requestOf, type Situation, stub } from "../../../tests/support/situation.ts";
import { plannerIndex, tables } from "../../../tests/support/tables.ts";
import { judgePlan } from "../judge/index.ts";
import type { Plan, PlanPart } from "../plan/index.ts";
import { effortOf } from "./effort.ts";
import { planHookup } from "./plan.ts";
import { withWaysOut } from "./way-out.ts";

/** What a stop or fitting is listed for. */
const JOINED = [
  "pipe-1/2-copper",
  "pipe-3/4-copper",
  "pipe-1/2-pex",
  "pipe-1/2-cpvc",
  "npt-1/2-m",
  "npt-3/4-m",
  "npt-3/8-m",
  "npt-1/2-f",
  "npt-3/4-f",
  "npt-3/8-f",
  "tube-15mm-copper",
];
const JOINED_BESIDES = [
  "npt-1-m",
  "npt-1-f",
  "npt-1/4-m",
  "npt-1/4-f",
  "pipe-3/4-pex",
  "pipe-3/4-cpvc",
  "r-1/2-m",
  "r-1/2-f",
  "tube-22mm-copper",
];
const UNJOINED: Readonly<Record<string, string>> = {
  "pipe-1-copper": "no-joint-to-pipe",
  "pipe-3/8-copper": "no-joint-to-pipe",
  "pipe-1/2-steel": "no-joint-to-pipe",
  "pipe-3/4-steel": "no-joint-to-pipe",
  "pipe-1/2-pb": "pipe-not-listed",
  "pipe-1/2-pexal": "pipe-not-listed",
};

const FLEXIBLE = ["line", "tube", "riser"];
const isValve = ({ kind, shutsOff }: PlanPart) => kind === "stop" || kind === "valve" || shutsOff === true;

/** What every plan from an open pipe must be, whatever the fixture; told without the judge. */
function checkStop({ parts }: Plan, what: string): void {
  const main = parts.filter(({ branch }) => branch === "main");
  const valve = main.findIndex(isValve);
  const hose = main.findIndex(({ kind }) => FLEXIBLE.includes(kind));
  assert.ok(valve >= 0, `${what}: a stop`);
  assert.ok(hose < 0 || valve < hose, `${what}: the stop before the line`);
  assert.ok(
    parts.every(({ quantity }) => quantity > 0),
    `${what}: nothing is bought by nought`,
  );
}

describe("a stub of pipe against every fixture", () => {
  const ends = [...JOINED, ...JOINED_BESIDES.slice(0, setSize(0, JOINED_BESIDES.length))];
  for (const end of ends)
    it(`${end}: a plan for each, its stop first, and nothing for a judge to find`, () => {
      for (const { id } of tables.presets) {
        const job = requestOf({ preset: id, supply: stub(end, { looks: "wall", keepsExistingLine: false }) });
        const { plans, refused } = planHookup(plannerIndex, job, effortOf(60_000));
        const what = `${end} to ${id}`;
        assert.ok(plans.length > 0, `${what}: ${refused.map(({ message }) => message).join(" ")}`);
        for (const plan of plans) {
          checkStop(plan, what);
          assert.deepEqual(judgePlan(plan, job, tables), [], what);
        }
        const made = plans.map(({ parts }) => parts.map(({ name }) => name).join(" + "));
        assert.equal(new Set(made).size, made.length, `${what}: two plans never differ by a code alone`);
      }
    });

  for (const [end, code] of Object.entries(UNJOINED))
    it(`${end}: refused for its pipe, not for a length; a fitting back it works`, () => {
      const job: Situation = { preset: "toilet", supply: stub(end, { looks: "wall" }) };
      const request = requestOf(job);
      const [first] = withWaysOut(plannerIndex, request, {
        swapChoices: new Map(),
        ...planHookup(plannerIndex, request),
      }).refused;
      assert.equal(first?.code, code);
      assert.ok(first?.wayOut, end);
    });
});
