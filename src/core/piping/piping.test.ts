import assert from "node:assert/strict";
import { describe, it } from "node:test";
import fc from "fast-check";
import { plannedConnection, siteValve, stop } from "../../../tests/support/connection.ts";
import type { StopProof } from "../survey/index.ts";
import { type Piping, type PipingSubject, type PipingValve, pipingOf, pressures, STREET } from "./index.ts";

const PROOFS: readonly StopProof[] = ["holds", "weeps", "dead", "seized", "not-proved"];
const valve = (name: string, above: string, proof: StopProof = "holds"): PipingValve => ({
  name,
  kind: "branch",
  proof,
  above,
  below: `below ${name}`,
});
const at = (piping: Pick<Piping, "valves" | "crosses">, shut: readonly string[], stretch: string) =>
  pressures(piping, (name) => !shut.includes(name)).get(stretch) ?? "no";

describe("pressures", () => {
  const chain = { valves: [valve("main", STREET), valve("stop", "below main")], crosses: [] };
  it("stand behind open valves, and nowhere behind one that is shut and holds", () => {
    assert.equal(at(chain, [], "below stop"), "yes");
    assert.equal(at(chain, ["stop"], "below stop"), "no");
    assert.equal(at(chain, ["stop"], "below main"), "yes");
    assert.equal(at(chain, ["main"], "below stop"), "no");
  });
  it("are possible behind what is not proved or does not hold, and only a weep behind what weeps", () => {
    const behind = (proof: StopProof) =>
      at({ valves: [valve("stop", STREET, proof)], crosses: [] }, ["stop"], "below stop");
    assert.deepEqual(PROOFS.map(behind), ["no", "weep", "possible", "possible", "possible"]);
  });
  it("come across a mixing valve from the other side, and not where both are shut", () => {
    const two = {
      valves: [valve("hot", STREET), valve("cold", STREET)],
      crosses: [{ between: ["below hot", "below cold"] as const }],
    };
    assert.equal(at(two, ["hot"], "below hot"), "possible");
    assert.equal(at(two, ["hot", "cold"], "below hot"), "no");
  });
  it("are the best of all ways, by trying every way through random trees", () => {
    const tree = fc.array(
      fc.record({ under: fc.nat(5), proof: fc.constantFrom(...PROOFS), isShut: fc.boolean() }),
      {
        minLength: 1,
        maxLength: 7,
      },
    );
    fc.assert(
      fc.property(tree, (nodes) => {
        const valves = nodes.map(({ under, proof }, k) =>
          valve(`v${k}`, k === 0 ? STREET : `below v${under % k}`, proof),
        );
        const shut = nodes.flatMap(({ isShut }, k) => (isShut ? [`v${k}`] : []));
        const order = ["no", "weep", "possible", "yes"];
        const lets: Readonly<Record<StopProof, string>> = {
          holds: "no",
          weeps: "weep",
          dead: "possible",
          seized: "possible",
          unreachable: "possible",
          "not-proved": "possible",
        };
        // In a tree there is one way: the worst valve on it decides.
        const wayTo = (k: number): readonly number[] =>
          k === 0 ? [0] : [...wayTo((nodes[k]?.under ?? 0) % k), k];
        for (const [k] of nodes.entries()) {
          const grades = wayTo(k).map((each) =>
            shut.includes(`v${each}`) ? lets[nodes[each]?.proof ?? "holds"] : "yes",
          );
          const worst = order.find((grade) => grades.includes(grade)) ?? "yes";
          assert.equal(at({ valves, crosses: [] }, shut, `below v${k}`), worst);
        }
      }),
      { numRuns: 200, seed: 20261201 },
    );
  });
});

describe("pipingOf", () => {
  const subject = (
    id: string,
    preset: string,
    change: Parameters<typeof plannedConnection>[2] = {},
  ): PipingSubject => ({
    ...plannedConnection(id, preset, change),
    fixture: id,
    mixes: false,
    hasNewStop: false,
  });
  it("lays the house main above everything, the heater's inlet above hot water, and each stop above its own line", () => {
    const piping = pipingOf([
      subject("h", "lavatory-hot", stop("holds")),
      subject("c", "lavatory-cold", stop("holds")),
    ]);
    const names = (id: string) => piping.reaches.get(id)?.above;
    assert.deepEqual(names("h"), ["hot side, at the heater's cold inlet", "house main"]);
    assert.deepEqual(names("c"), ["cold branch, next valve up", "house main"]);
    assert.equal(
      at(piping, ["house main"], piping.reaches.get("c")?.line ?? ""),
      "possible",
      "the main is not proved",
    );
    assert.equal(at(piping, ["stop of c"], piping.reaches.get("c")?.line ?? ""), "no");
    assert.equal(at(piping, ["stop of c"], piping.reaches.get("h")?.line ?? ""), "yes", "two waters");
  });
  it("has no stop of its own where that does not close, unless a new one comes", () => {
    const dead = subject("t", "toilet", stop("dead"));
    assert.equal(pipingOf([dead]).reaches.get("t")?.stop, null);
    assert.equal(pipingOf([{ ...dead, hasNewStop: true }]).reaches.get("t")?.stop, "stop of t");
  });
  it("takes valves of one name for one valve", () => {
    const riser = siteValve("riser A", "branch");
    const below = (id: string) => ({ ...subject(id, "toilet", stop("holds")), valves: [riser] });
    const piping = pipingOf([below("a"), below("b")]);
    assert.equal(piping.valves.filter(({ name }) => name === "riser A").length, 1);
    assert.equal(piping.reaches.get("a")?.pipe, piping.reaches.get("b")?.pipe);
  });
  it("gives every connection a stop of its own, whatever its fixture is called", () => {
    const named = (id: string, preset: string, label: string) => ({
      ...subject(id, preset, stop("holds")),
      survey: { ...subject(id, preset, stop("holds")).survey, label },
    });
    const piping = pipingOf([
      named("a", "toilet", "Toilet"),
      named("b", "toilet", "Toilet"),
      named("c", "toilet", "Toilet"),
      named("h", "lavatory-hot", "Toilet"),
    ]);
    const stops = ["a", "b", "c", "h"].map((id) => piping.reaches.get(id)?.stop);
    assert.deepEqual(stops, [
      "stop of Toilet",
      "stop of Toilet, room",
      "stop of Toilet, 2",
      "stop of Toilet, hot",
    ]);
    assert.equal(at(piping, ["stop of Toilet"], piping.reaches.get("b")?.line ?? ""), "yes");
  });
  it("keeps a stop that somebody named for several connections one stop", () => {
    const zone = { name: "stop behind the panel", kind: "fixture" } as const;
    const both = ["a", "b"].map((id) => ({ ...subject(id, "toilet", stop("holds")), zone }));
    assert.equal(pipingOf(both).valves.filter(({ name }) => name === zone.name).length, 1);
  });
});
