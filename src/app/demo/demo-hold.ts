/** A simulated hold of a demo connection, judged as any other; it says that it is simulated. */
import {
  analyseHold,
  type HoldRecord,
  type HoldTest,
  holdRecordOf,
  sectionOf,
} from "../../core/hold/index.ts";
import type { ConnectionState } from "../../core/visit/index.ts";
import { randomFrom } from "../../simulators/chance.ts";
import { hiddenTruth, readHold, type SimulatedTest } from "../../simulators/gauge.ts";

const USUAL_PSI = 60;
const HELD_SEC = 90;
const ROOM_F = 70;

/** Returns a judged pressure hold for the demo, read from the simulated gauge. */
export function demoHold(
  connection: ConnectionState,
  {
    seed,
    leakMlPerMin,
    minutes,
  }: { readonly seed: number; readonly leakMlPerMin: number; readonly minutes: number },
): HoldRecord {
  const section = sectionOf(connection);
  const startPsi = connection.survey.staticPsi?.value ?? USUAL_PSI;
  const gauge = { resolutionPsi: 0.1, type: "digital" } as const;
  const chance = randomFrom(seed);
  const setting: SimulatedTest = {
    section,
    startPsi,
    supplyPsi: startPsi,
    heldSec: HELD_SEC,
    minutes,
    everySec: 10,
    gauge: { ...gauge, noisePsi: 0.03 },
    warmth: { startF: ROOM_F, roomF: ROOM_F, seconds: 1500 },
    logsTempSd: null,
    bump: null,
    lost: null,
  };
  const test: HoldTest = {
    section,
    startPsi,
    supplyPsi: null,
    heldSec: HELD_SEC,
    ambientF: ROOM_F,
    stopChecked: connection.survey.stop.proof === "holds",
    gauge,
    drawOff: null,
    samples: readHold(setting, hiddenTruth(section, leakMlPerMin, chance), chance),
  };
  return holdRecordOf("simulated", test, analyseHold(test));
}
