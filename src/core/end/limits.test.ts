import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { tables } from "../../../tests/support/tables.ts";
import { limitsOf } from "./limits.ts";
import { type Range, type Thread, threadTable } from "./thread.ts";

const threads = threadTable(tables.threads);

function thread(id: string): Thread {
  const found = threads.get(id);
  assert.ok(found, `no thread ${id}`);
  return found;
}

/** Rounding of the tables, inches: four decimals, and half a unit where a formula's own rounding differs. */
const TABLE_IN = 0.00055;

function close(got: number, want: number, what: string, within = TABLE_IN): void {
  assert.ok(Math.abs(got - want) <= within, `${what}: ${got.toFixed(5)} against ${want}`);
}

describe("limits of threads", () => {
  it("agree with the readings tabulated for every threaded end", () => {
    for (const end of tables.ends.filter(({ form }) => form === "thread")) {
      const { maleReadsIn, femaleReadsIn } = limitsOf(thread(end.code.slice(0, -2)));
      const computed = end.gender === "m" ? maleReadsIn : femaleReadsIn;
      assert.ok(end.readsIn, end.code);
      close(computed.low, end.readsIn.low, `${end.code} low`);
      close(computed.high, end.readsIn.high, `${end.code} high`);
    }
  });

  /** Basic pitch diameters of the standards' tables: E0 for taper pipe, E1 for straight pipe and the gauge plane. */
  const PITCH: readonly (readonly [string, number])[] = [
    ["npt-1/8", 0.3635],
    ["npt-1/4", 0.4774],
    ["npt-3/8", 0.612],
    ["npt-1/2", 0.7584],
    ["npt-3/4", 0.9677],
    ["npt-1", 1.2136],
    ["npsm-1/2", 0.7784],
    ["npsm-3/4", 0.9889],
    ["comp-3/8", 0.5354],
    ["comp-1/4", 0.4104],
    ["flare-1/4", 0.405],
    ["flare-3/8", 0.5889],
    ["g-1/2", 19.793 / 25.4],
    ["g-3/4", 25.279 / 25.4],
    ["m22x1", 21.35 / 25.4],
    ["hose-3/4", 1.006],
  ];
  for (const [id, wanted] of PITCH)
    it(`${id} has its tabulated basic pitch diameter`, () =>
      close(limitsOf(thread(id)).basicPitchIn, wanted, id, 0.0003));

  it("keeps every range the right way round, and a male under its female at the pitch line", () => {
    for (const each of tables.threads) {
      const limits = limitsOf(each);
      for (const [name, range] of Object.entries(limits))
        if (typeof range === "object")
          assert.ok((range as Range).low <= (range as Range).high, `${each.id} ${name}`);
      if (each.system === "unified" || each.system === "metric" || each.system === "nh")
        assert.ok(limits.malePitchIn.high <= limits.femalePitchIn.low + 1e-9, each.id);
    }
  });

  it("a taper pipe thread grows by 1/16 of the gauge length from its small end to the gauge plane", () => {
    for (const id of ["npt-1/8", "npt-1/2", "npt-1"]) {
      const { malePitchIn, femalePitchIn } = limitsOf(thread(id));
      const middle = ({ low, high }: Range) => (low + high) / 2;
      close(middle(femalePitchIn) - middle(malePitchIn), (thread(id).gaugeIn ?? 0) / 16, id, 1e-9);
    }
  });

  it("says what a row lacks", () => {
    assert.throws(() => limitsOf({ ...thread("npt-1/2"), gaugeIn: null }), /npt-1\/2.*gauge length/);
    assert.throws(() => limitsOf({ ...thread("npsm-1/2"), tabulatedIn: null }), /tabulated crests/);
    assert.throws(() => limitsOf({ ...thread("g-1/2"), toleranceIn: null }), /tolerances/);
  });
});

describe("tubes and sockets", () => {
  it("a pipe is an eighth over its name and a tube is its name", () => {
    const size = (text: string) =>
      text.split(" ").reduce((sum, each) => {
        const [top = "0", bottom = "1"] = each.split("/");
        return sum + Number(top) / Number(bottom);
      }, 0);
    for (const { code, family, size: name, material, outsideIn } of tables.ends) {
      if (outsideIn === null || name.endsWith("mm")) continue;
      if (family === "pipe" && ["copper", "pex", "cpvc", "pb"].includes(material ?? ""))
        close(outsideIn, size(name) + 0.125, code);
      if (family === "tube" && material !== "vinyl") close(outsideIn, size(name), code);
    }
  });

  it("every socket reads what the tube it takes measures, or a little more", () => {
    for (const socket of tables.ends.filter(
      ({ form, readAcross }) => form === "socket" && readAcross === "inside",
    )) {
      const tube = tables.ends.find(({ form, fitSize }) => form === "plain" && fitSize === socket.fitSize);
      assert.ok(tube?.outsideIn && socket.readsIn, socket.code);
      assert.ok(
        socket.readsIn.low >= tube.outsideIn - 1e-9 && socket.readsIn.high <= tube.outsideIn + 0.025,
        socket.code,
      );
    }
  });

  it("every end has a reading, its middle inside its limits", () => {
    for (const { code, readsIn, outsideIn, form } of tables.ends) {
      assert.ok(readsIn, code);
      if (form === "plain" && outsideIn !== null)
        assert.ok(outsideIn >= readsIn.low && outsideIn <= readsIn.high, code);
    }
  });
});
