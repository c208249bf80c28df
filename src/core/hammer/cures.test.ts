/** What quiets a branch: that each figure does what it promises, and what a good plumber expects of it. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { WASHER } from "../../../tests/oracles/arbitrary-hammer.ts";
import { loadTables } from "../../compute/tables.ts";
import { runToEnd } from "../numerics/index.ts";
import { exactly } from "../water/index.ts";
import { arrestorOf, type CureQuestion, cures, sizeForUnits } from "./cures.ts";
import { airChamber, shareAt } from "./cushion.ts";
import { flowingPsi, type HammerBranch, hammer, hammerAt, hammerVerdict } from "./hammer.ts";

const { arrestorSizes: SIZES } = loadTables();

const QUESTION: CureQuestion = {
  branch: WASHER,
  ratedPsi: 125,
  sizes: SIZES,
  units: 4,
  wider: { boreIn: 0.785, waveSpeedFtS: exactly(4100) },
  softSpeedFtS: exactly(600),
};
const answer = runToEnd(cures(QUESTION));
const cureOf = (kind: (typeof answer.cures)[number]["kind"]) => {
  const cure = answer.cures.find((each) => each.kind === kind);
  assert.ok(cure, kind);
  return cure;
};
const harshest = (branch: HammerBranch) => runToEnd(hammerAt(branch, "harsh")).highestPsi;

describe("hammer", () => {
  it("lies between its mildest and its harshest", () => {
    const { low, likely, high } = answer.bare.highestRangePsi;
    assert.ok(low < likely && likely < high, `${low} ${likely} ${high}`);
    assert.equal(answer.bare.parting, "likely");
  });

  it("starts from what is left while water flows", () => {
    assert.ok(Math.abs(answer.bare.flowingPsi - flowingPsi(WASHER)) < 1e-9);
    assert.ok(answer.bare.flowingPsi < 60);
  });

  it("is judged by the weakest part, and by a rebound only where no cushion catches it", () => {
    const within = { highestRangePsi: exactly(100), parting: "none" as const };
    assert.equal(hammerVerdict(within, 125, false), "within-rating");
    assert.equal(hammerVerdict({ ...within, highestRangePsi: exactly(130) }, 125, false), "above-rating");
    assert.equal(hammerVerdict({ ...within, parting: "likely" }, 125, false), "column-parts");
    assert.equal(hammerVerdict({ ...within, parting: "likely" }, 125, true), "within-rating");
    assert.equal(
      hammerVerdict({ ...within, highestRangePsi: { low: 90, likely: 110, high: 140 } }, 125, false),
      "may-exceed",
    );
  });
});

describe("cures", () => {
  it("find the least cushion: a little more is quiet, a fifth less is not", () => {
    const { leastGasIn3, limitPsi } = answer;
    assert.equal(limitPsi, 125);
    assert.ok(leastGasIn3 !== null);
    const cushion = { prechargePsi: 60, polytropicN: 1.2, place: "valve" as const };
    assert.ok(harshest({ ...WASHER, cushion: { ...cushion, volumeIn3: leastGasIn3 } }) <= limitPsi + 1e-9);
    assert.ok(harshest({ ...WASHER, cushion: { ...cushion, volumeIn3: leastGasIn3 * 0.8 } }) > limitPsi);
  });

  it("find how slow is slow enough", () => {
    const { slowEnoughMs, limitPsi } = answer;
    assert.ok(slowEnoughMs !== null);
    assert.ok(harshest({ ...WASHER, closureMs: exactly(slowEnoughMs) }) <= limitPsi + 1e-9);
    assert.ok(harshest({ ...WASHER, closureMs: exactly(slowEnoughMs * 0.7) }) > limitPsi);
  });

  it("choose size A for a clothes washer, by computation and by fixture units", () => {
    assert.equal(answer.size?.size, "A");
    assert.equal(answer.sizeByUnits?.size, "A");
    assert.equal(sizeForUnits(SIZES, 12)?.size, "B");
    assert.equal(sizeForUnits(SIZES, 331), null);
  });

  it("place an arrestor better at the valve than at the stop", () => {
    assert.ok(cureOf("arrestor-at-valve").highestPsi.high < cureOf("arrestor-at-stop").highestPsi.high);
    assert.equal(cureOf("arrestor-at-valve").verdict, "within-rating");
  });

  it("tell that an air chamber which has lost its air hardly helps", () => {
    const bare = answer.bare.highestRangePsi.likely;
    const [full, lost] = [cureOf("air-chamber"), cureOf("lost-air")];
    assert.ok(full.highestPsi.likely < lost.highestPsi.likely);
    assert.ok(lost.highestPsi.likely > 0.75 * bare, `${lost.highestPsi.likely} of ${bare}`);
  });

  it("tell that a wider pipe and a softer line lower the bang without ending it", () => {
    const bare = answer.bare.highestRangePsi.likely;
    for (const kind of ["wider-pipe", "softer-line"] as const)
      assert.ok(cureOf(kind).highestPsi.likely < bare, kind);
  });

  it("leave the branch's own device out of the bare figure", () => {
    const [smallest] = SIZES;
    assert.ok(smallest);
    const held = { ...WASHER, cushion: arrestorOf(smallest, "valve") };
    const again = runToEnd(cures({ ...QUESTION, branch: held }));
    assert.deepEqual(again.bare.highestRangePsi, answer.bare.highestRangePsi);
    assert.ok(runToEnd(hammer(held)).peakPsi < answer.bare.peakPsi);
  });
});

describe("a cushion", () => {
  it("keeps its share by Boyle: 60 psi precharge under 75 leaves 74.7 / 89.7", () => {
    const cushion = { volumeIn3: 2, prechargePsi: 60, polytropicN: 1.2 };
    assert.ok(Math.abs(shareAt(cushion, 75) - 74.7 / 89.7) < 1e-12);
    assert.equal(shareAt(cushion, 40), 1);
  });

  it("of an air chamber is filled at the pressure of the room", () => {
    assert.deepEqual(airChamber(3, 0.5), { volumeIn3: 1.5, prechargePsi: 0, polytropicN: 1.2 });
    assert.throws(() => airChamber(3, 0), RangeError);
  });
});
