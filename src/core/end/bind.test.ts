import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { tables } from "../../../tests/support/tables.ts";
import { PIPE_TAPER } from "../constants/index.ts";
import { type Bind, bindOf } from "./bind.ts";
import { limitsOf } from "./limits.ts";
import { isTapered, type Thread, threadTable } from "./thread.ts";

const threads = threadTable(tables.threads);

function thread(id: string): Thread {
  const found = threads.get(id);
  assert.ok(found, `no thread ${id}`);
  return found;
}

const CORNERS = ["tight", "mid", "loose"] as const;
const STEP_TURNS = 0.02;
const MOST_TURNS = 14;

/**
 * Ridge against groove, section by section, without a closed form: at every eighth of a turn of the engaged helix the
 * ridge must lie inside the groove for one common axial shift. The male's small end is the deepest in.
 */
function sectionTurns(male: Thread, female: Thread, clearanceIn: number): number | null {
  const tan = Math.tan(((Math.max(male.flankDeg, female.flankDeg) / 2) * Math.PI) / 180);
  const pitch = (male.pitchIn + female.pitchIn) / 2;
  const narrowing = (Number(isTapered(male)) + Number(isTapered(female))) * PIPE_TAPER;
  const isOneTapered = isTapered(male) !== isTapered(female);
  for (let turns = 0; turns <= MOST_TURNS; turns += STEP_TURNS) {
    let [low, high] = [Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY];
    for (let at = 0; at <= turns + 1e-9; at += 1 / 8) {
      // One tapered: clearance is lost in proportion to the way from the end that is widest against the other.
      const lost = isOneTapered ? PIPE_TAPER * pitch * at : (narrowing / 2) * pitch * turns;
      const play = (clearanceIn - lost) * tan + (female.pitchIn - male.pitchIn) / 2;
      const drift = at * (male.pitchIn - female.pitchIn);
      low = Math.max(low, -play / 2 - drift);
      high = Math.min(high, play / 2 - drift);
    }
    if (low > high) return Math.max(0, turns - STEP_TURNS);
  }
  return null;
}

const bindable = (bind: Bind) => bind.class !== "slides" && bind.class !== "no-start";

describe("bindOf", () => {
  it("agrees with the section model over every pair of threads that start, within half a turn", () => {
    let compared = 0;
    for (const male of tables.threads)
      for (const female of tables.threads) {
        const bind = bindOf(male, female);
        if (!bindable(bind)) continue;
        for (const corner of CORNERS) {
          const turns = bind.turns[corner];
          const brute = sectionTurns(male, female, bind.clearanceIn[corner]);
          if (turns === null) {
            assert.ok(
              brute === null || brute >= bind.turnsToHome - 0.55,
              `${male.id} in ${female.id} ${corner}: none against ${brute}`,
            );
            continue;
          }
          compared += 1;
          assert.ok(
            brute !== null && Math.abs(turns - brute) <= 0.5,
            `${male.id} in ${female.id} ${corner}: ${turns.toFixed(2)} against ${brute}`,
          );
        }
      }
    assert.ok(compared > 150, `${compared} corners`);
  });

  /** Known look-alikes of the trade: class, and turns in the middle of the tolerances where it binds. */
  const KNOWN: readonly (readonly [male: string, female: string, is: Bind["class"], turns: number | null])[] =
    [
      ["g-1/2", "npsm-1/2", "home", null],
      ["npsm-1/2", "g-1/2", "home", null],
      ["npt-3/4", "hose-3/4", "binds-1-to-3", 2.2],
      ["hose-3/4", "npt-3/4", "no-start", null],
      ["comp-1/4", "flare-1/4", "binds-under-1", 0.5],
      ["flare-1/4", "comp-1/4", "binds-under-1", 0.4],
      ["flare-3/8", "npt-3/8", "loose", null],
      ["aer-15/16", "m24x1", "binds-over-3", 3.6],
      ["m24x1", "aer-15/16", "binds-under-1", 0],
      ["m22x1", "aer-55/64", "binds-under-1", 0],
      ["npt-1/2", "g-1/2", "binds-over-3", 4.6],
      ["comp-3/16", "flare-3/16", "home", null],
    ];
  for (const [male, female, is, turns] of KNOWN)
    it(`${male} in ${female}: ${is}${turns === null ? "" : ` after ${turns}`}`, () => {
      const bind = bindOf(thread(male), thread(female));
      assert.equal(bind.class, is);
      if (turns === null) assert.equal(bind.turns.mid, null);
      else assert.ok(Math.abs((bind.turns.mid ?? 99) - turns) <= 0.15, `${bind.turns.mid}`);
    });

  it("every straight thread turns home in its own mate; the rolled hose thread bites shallow", () => {
    for (const each of tables.threads.filter((one) => !isTapered(one))) {
      const bind = bindOf(each, each);
      assert.equal(bind.class, each.id === "hose-rolled-3/4" ? "loose" : "home", each.id);
      assert.deepEqual([bind.turns.mid, bind.turns.loose], [null, null], each.id);
    }
  });

  it("a taper thread wedges in its own mate after the standard's hand-tight engagement", () => {
    for (const each of tables.threads.filter(({ system }) => system === "npt")) {
      const wanted = (each.gaugeIn ?? 0) / each.pitchIn;
      assert.ok(Math.abs((bindOf(each, each).turns.mid ?? 0) - wanted) < 1e-6, `${each.id}: ${wanted}`);
    }
  });

  it("a looser pair never binds earlier", () => {
    const order = (turns: number | null) => turns ?? Number.POSITIVE_INFINITY;
    for (const male of tables.threads)
      for (const female of tables.threads) {
        const { turns } = bindOf(male, female);
        assert.ok(
          order(turns.tight) <= order(turns.mid) && order(turns.mid) <= order(turns.loose),
          `${male.id} ${female.id}`,
        );
      }
  });

  it("a male larger than the female's root at every depth does not start", () => {
    for (const male of tables.threads)
      for (const female of tables.threads) {
        const gap = limitsOf(male).maleCrestIn.low - limitsOf(female).femalePitchIn.high;
        if (gap > 0.15) assert.equal(bindOf(male, female).class, "no-start", `${male.id} ${female.id}`);
      }
  });

  it("rocks only when it is loose", () => {
    for (const male of tables.threads)
      for (const female of tables.threads) {
        const bind = bindOf(male, female);
        assert.equal(bind.wobbleIn > 0, bind.class === "loose", `${male.id} ${female.id}`);
      }
  });
});
