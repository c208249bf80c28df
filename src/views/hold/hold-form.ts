/** What is typed about a hold, and the test it comes to. Pure. */

import type { DrawOff, HoldTest, Sample } from "../../core/hold/index.ts";
import { sectionOf } from "../../core/hold/index.ts";
import type { ConnectionState } from "../../core/visit/index.ts";
import type { Section, SectionMaterial } from "../../core/water/index.ts";
import { fieldText, fromShopValue, quantityText, readFigure, shopUnit } from "../../labels/display.ts";

export interface HoldForm {
  readonly volumeMl: string;
  readonly material: SectionMaterial | "unknown";
  readonly hoseFt: string;
  readonly hoseType: "braided" | "rubber" | "none";
  readonly startPsi: string;
  readonly supplyPsi: string;
  readonly heldMin: string;
  readonly ambientF: string;
  readonly water: "cold" | "hot" | "unsaid";
  readonly restedMin: string;
  readonly stop: "proved" | "unsaid" | "passes";
  readonly gauge: "digital-0.1" | "digital-0.01" | "digital-1" | "dial-1" | "dial-2";
  readonly drawnMl: string;
  readonly drawnBefore: string;
  readonly drawnAfter: string;
}

/** What the connection itself says, as a beginning. */
export function formFrom(connection: ConnectionState): HoldForm {
  const { survey } = connection;
  const { volumeMl, hoseFt, hoseType } = sectionOf(connection);
  return {
    volumeMl: String(volumeMl),
    material: "copper",
    hoseFt: fieldText(hoseFt, "ft"),
    hoseType: hoseType ?? "none",
    startPsi: fieldText(survey.staticPsi?.value ?? 60, "psi"),
    supplyPsi: "",
    heldMin: "1",
    ambientF: "",
    water: survey.water,
    restedMin: "",
    stop: survey.stop.proof === "holds" ? "proved" : survey.stop.proof === "not-proved" ? "unsaid" : "passes",
    gauge: "digital-0.1",
    drawnMl: "",
    drawnBefore: "",
    drawnAfter: "",
  };
}

export type Faults = Partial<Record<keyof HoldForm, string>>;

/** A number as typed, within bounds; a comma is a point. */
export function figureFrom(text: string, least: number, most: number): number | null {
  const clean = text.trim().replace(",", ".");
  if (!/^\d{1,6}(\.\d{1,4})?$/.test(clean)) return null;
  const value = Number(clean);
  return value >= least && value <= most ? value : null;
}

/** Length of the hose, ft, as typed in the shop's unit. */
function hoseFrom(text: string): number | null {
  const typed = figureFrom(text, 0.01, 500);
  const hoseFt = typed === null ? null : fromShopValue(typed, "ft");
  return hoseFt !== null && hoseFt >= 0.1 && hoseFt <= 500 ? hoseFt : null;
}

const GAUGES = {
  "digital-0.1": { resolutionPsi: 0.1, type: "digital" },
  "digital-0.01": { resolutionPsi: 0.01, type: "digital" },
  "digital-1": { resolutionPsi: 1, type: "digital" },
  "dial-1": { resolutionPsi: 1, type: "dial" },
  "dial-2": { resolutionPsi: 2, type: "dial" },
} as const satisfies Record<HoldForm["gauge"], HoldTest["gauge"]>;

const STOP = { proved: true, unsaid: null, passes: false } as const;

function drawOffFrom(form: HoldForm, faults: Faults): DrawOff | null {
  if (form.drawnMl.trim() === "" && form.drawnBefore.trim() === "" && form.drawnAfter.trim() === "")
    return null;
  const ml = figureFrom(form.drawnMl, 0.01, 1000);
  const psiBefore = readFigure(form.drawnBefore, "psi", 0.1, 1000);
  const psiAfter = readFigure(form.drawnAfter, "psi", 0, 1000);
  if (ml === null) faults.drawnMl = "Type what came out in mL, like 3.5.";
  if (psiBefore === null) faults.drawnBefore = `Type the pressure before, like ${quantityText(60, "psi")}.`;
  if (psiAfter === null) faults.drawnAfter = `Type the pressure after, like ${quantityText(52.4, "psi", 1)}.`;
  if (ml === null || psiBefore === null || psiAfter === null) return null;
  if (psiAfter >= psiBefore) {
    faults.drawnAfter = "Letting water out lowers the pressure: type less than before.";
    return null;
  }
  return { ml, psiBefore, psiAfter };
}

/** The test without its readings, or what is wrong by field. */
export function testFrom(
  form: HoldForm,
): { readonly test: Omit<HoldTest, "samples"> } | { readonly faults: Faults } {
  const faults: { -readonly [K in keyof Faults]: Faults[K] } = {};
  const volumeMl = figureFrom(form.volumeMl, 1, 100_000);
  if (volumeMl === null) faults.volumeMl = "Type the water in the section in mL, like 120.";
  const hoseFt = form.hoseType === "none" ? 0 : hoseFrom(form.hoseFt);
  if (hoseFt === null) faults.hoseFt = `Type the hose's length, like ${quantityText(5, "ft")}.`;
  const startPsi = readFigure(form.startPsi, "psi", 1, 1000);
  if (startPsi === null) faults.startPsi = `Type the pressure, like ${quantityText(60, "psi")}.`;
  const optional = (
    field: "supplyPsi" | "heldMin" | "ambientF" | "restedMin",
    read: (text: string) => number | null,
    like: string,
  ) => {
    if (form[field].trim() === "") return null;
    const value = read(form[field]);
    if (value === null) faults[field] = `Type a figure like ${like}, or leave it empty.`;
    return value;
  };
  const supplyPsi = optional(
    "supplyPsi",
    (text) => readFigure(text, "psi", 0, 1000),
    quantityText(65, "psi"),
  );
  const heldMin = optional("heldMin", (text) => figureFrom(text, 0, 10_000), "2");
  const ambientF = optional("ambientF", (text) => readFigure(text, "F", 20, 250), quantityText(68, "F"));
  const restedMin = optional("restedMin", (text) => figureFrom(text, 0, 100_000), "60");
  const drawOff = drawOffFrom(form, faults);
  if (Object.keys(faults).length > 0 || volumeMl === null || hoseFt === null || startPsi === null)
    return { faults };
  const section: Section = {
    volumeMl,
    hoseFt,
    hoseType: form.hoseType === "none" ? null : form.hoseType,
    material: form.material === "unknown" ? null : form.material,
  };
  return {
    test: {
      section,
      startPsi,
      supplyPsi,
      heldSec: heldMin === null ? null : heldMin * 60,
      ambientF,
      ...(form.water === "unsaid" ? {} : { water: form.water }),
      ...(restedMin === null ? {} : { restedMin }),
      stopChecked: STOP[form.stop],
      gauge: GAUGES[form.gauge],
      drawOff,
    },
  };
}

/** Readings typed one a line: minutes and pressure, a bare number in the shop's unit. */
export function typedSamples(text: string): {
  readonly samples: readonly Sample[];
  readonly faults: readonly string[];
} {
  const faults: string[] = [];
  const samples: Sample[] = [];
  for (const [at, line] of text.split(/\r?\n/).entries()) {
    if (line.trim() === "") continue;
    const [minutes = "", ...pressure] = line.trim().split(/[\s;]+/);
    const t = figureFrom(minutes, 0, 100_000);
    const value = readFigure(pressure.join(" "), "psi", 0, 2000);
    if (t === null || value === null)
      faults.push(`Line ${at + 1}: type minutes and ${shopUnit("psi")}, like "5 ${fieldText(59.8, "psi")}".`);
    else if (samples.length > 0 && t * 60 <= (samples.at(-1)?.t ?? 0))
      faults.push(`Line ${at + 1}: must be later than the line before it.`);
    else samples.push({ t: t * 60, psi: value });
  }
  return { samples, faults };
}
