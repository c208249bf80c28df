import assert from "node:assert/strict";
import { after, before, describe, it } from "node:test";
import {
  fieldText,
  fromShopValue,
  inShopUnits,
  lengthFigure,
  lengthText,
  quantityFigure,
  quantityText,
  rangeText,
  readFigure,
  shopUnit,
  showAs,
  typedInField,
  USUAL_DISPLAY,
  withShopUnit,
} from "./display.ts";
import { dayTimeText, fieldTimeText, hourText, timeText } from "./site-time.ts";

const ZONE = "America/Halifax";

describe("a shop that has set nothing", () => {
  it("writes inches, psi and 24 hours", () => {
    assert.equal(lengthText(12.5), "12 1/2 in");
    assert.equal(quantityText(58.2, "psi"), "58 psi");
    assert.equal(rangeText(20, 60, "psi"), "20 to 60 psi");
    assert.equal(inShopUnits("at 60 psi and 140 F"), "at 60 psi and 140 F");
    assert.equal(typedInField("12", "in"), "12");
    assert.equal(withShopUnit("12", "in"), "12");
    assert.equal(timeText("2026-11-24T18:05:00Z", ZONE), "14:05");
  });
});

describe("a metric shop that counts to 12", () => {
  before(() => showAs({ units: "metric", clock: "12" }));
  after(() => showAs(USUAL_DISPLAY));

  it("writes millimeters, bar and degrees", () => {
    assert.equal(lengthText(12.5), "318 mm");
    assert.equal(lengthFigure(12.5), "318");
    assert.equal(quantityText(58, "psi"), "4.00 bar");
    assert.equal(quantityFigure(2.5, "gpm", 1), "9.5");
    assert.equal(rangeText(20, 60, "psi"), "1.38 to 4.14 bar");
    assert.equal(inShopUnits("at 60 psi and 140 F"), "at 4.14 bar and 60 °C");
    assert.equal(shopUnit("ft"), "m");
  });

  it("reads bare numbers in its own units, and named ones as named", () => {
    assert.equal(withShopUnit("318", "in"), "318 mm");
    assert.equal(typedInField("12", "in"), "12 in");
    const psi = (text: string) => Math.round((readFigure(text, "psi", 0, 300) ?? Number.NaN) * 10) / 10;
    assert.equal(psi("4"), 58);
    assert.equal(psi("58 psi"), 58);
    assert.equal(readFigure("40", "psi", 0, 300), null);
    assert.equal(Math.round(readFigure("20", "F", 20, 250) ?? 0), 68);
    assert.equal(fieldText(60, "psi"), "4.14");
    assert.ok(Math.abs(fromShopValue(4.14, "psi") - 60) < 0.1);
  });

  it("tells noon and midnight apart, and leaves a form's field as it must be", () => {
    assert.equal(timeText("2026-11-24T18:05:00Z", ZONE), "2:05 PM");
    assert.equal(timeText("2026-11-24T16:00:00Z", ZONE), "12:00 PM");
    assert.equal(timeText("2026-11-24T04:30:00Z", ZONE), "12:30 AM");
    assert.equal(dayTimeText("2026-11-24T18:05:00Z", ZONE), "Tue 24 Nov, 2:05 PM");
    assert.equal([8, 12, 20, 24].map(hourText).join(", "), "8 AM, 12 PM, 8 PM, 12 AM");
    assert.equal(fieldTimeText("2026-11-24T18:05:00Z", ZONE), "2026-11-24T14:05");
  });
});
