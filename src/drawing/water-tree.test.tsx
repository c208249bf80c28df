import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { renderToStaticMarkup } from "react-dom/server";
import { plannedConnection, siteValve, stop } from "../../tests/support/connection.ts";
import { tables } from "../../tests/support/tables.ts";
import { sheetsOf } from "../core/schedule/index.ts";
import { standingOf, type WaterMap } from "../core/situation/index.ts";
import type { ConnectionState } from "../core/visit/index.ts";
import { waterMapWords } from "../words/water-map.ts";
import { layOutWater, WaterTree } from "./water-tree.tsx";

const AT = "2026-12-01T10:00:00.000Z";
const ticked = (connection: ConnectionState, ...steps: readonly string[]): ConnectionState => ({
  ...connection,
  steps: new Map(steps.map((step) => [step, AT])),
});
const mapOf = (...connections: readonly ConnectionState[]): WaterMap =>
  standingOf(sheetsOf(connections, tables), tables).map();

const toilet = plannedConnection("toilet", "toilet", stop("holds"));
const basin = plannedConnection("basin", "lavatory-hot", stop("dead"));

describe("the drawn water", () => {
  it("lays the street above the main, the main above heater and branch, and each stop above its connection", () => {
    const map = mapOf(toilet, basin);
    const aboveOf = (name: string) => map.valves.find((valve) => valve.name === name)?.above;
    assert.equal(aboveOf("house main"), null);
    assert.equal(aboveOf("cold branch, next valve up"), "house main");
    assert.equal(aboveOf("stop of toilet"), "cold branch, next valve up");
    assert.deepEqual(
      map.ends.map(({ connection, below }) => [connection, below]),
      [
        ["toilet", "stop of toilet"],
        ["basin", "hot side, at the heater's cold inlet"],
      ],
    );
    const { valveAt, endAt, width, height } = layOutWater(map);
    for (const { name, above } of map.valves)
      if (above !== null) assert.ok((valveAt.get(name)?.y ?? 0) > (valveAt.get(above)?.y ?? 0), name);
    const xs = [...endAt.values()].map(({ x }) => x);
    assert.equal(new Set(xs).size, xs.length, "no two ends lie on one another");
    for (const { x, y } of [...valveAt.values(), ...endAt.values()]) assert.ok(x < width && y < height);
  });

  it("shows what is shut, and where pressure stands, may stand and cannot", () => {
    const shut = mapOf(ticked(toilet, "close-stop", "prove"), ticked(basin, "close-upstream"));
    const valve = (name: string) => shut.valves.find((each) => each.name === name);
    assert.equal(valve("stop of toilet")?.isShut, true);
    assert.equal(valve("house main")?.isShut, false);
    assert.deepEqual(
      shut.ends.map(({ pressure }) => pressure),
      ["no", "possible"],
      "the toilet's stop holds, nobody has proved the heater's valve",
    );
    assert.match(waterMapWords(shut), /stop of toilet: shut, holds.*basin: pressure possible/);
  });

  it("rings the valve that is to be shut, and tells everything to those who cannot see", () => {
    const main = siteValve("main in the cellar", "house");
    const html = renderToStaticMarkup(
      <WaterTree map={mapOf({ ...toilet, valves: [main] })} toShut="main in the cellar" />,
    );
    assert.match(html, /water-marked/);
    assert.match(html, /role="img" aria-label="main in the cellar: open, holds/);
    assert.doesNotMatch(html, /NaN|undefined|Infinity/);
  });

  it("is drawn for one connection without a stop as well", () => {
    const html = renderToStaticMarkup(<WaterTree map={mapOf(basin)} />);
    assert.doesNotMatch(html, /NaN|undefined|Infinity/);
    assert.match(html, /water-heater/);
  });

  it("as visits left it says of no valve that it is open, and of no fixture that it is under pressure", () => {
    const map: WaterMap = { ...mapOf(toilet), isAsLeft: true };
    const drawn = renderToStaticMarkup(<WaterTree map={map} />);
    assert.ok(!/open,|under pressure/.test(drawn));
    assert.match(waterMapWords(map), /stop of toilet: holds; toilet: below stop of toilet/);
  });
});
