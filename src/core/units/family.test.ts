import assert from "node:assert/strict";
import { test } from "node:test";
import { figureText, sentenceIn, tapeText, unitName, valueIn } from "./family.ts";
import { parseLength } from "./length.ts";
import { parseFigure, typedText, withTypedUnit } from "./typed-figure.ts";

test("figures are converted by the published factors", () => {
  // NIST SP 811, exact: 1 lbf = 4.448 221 615 260 5 N and 1 in = 0.0254 m, so 1 psi = 6 894.757 293 168 Pa; 1 gal = 3.785 411 784 L; 1 ft = 0.3048 m.
  assert.ok(Math.abs(valueIn(100, "psi", "metric") - 6.894757293168) < 1e-9);
  assert.ok(Math.abs(valueIn(2, "gpm", "metric") - 7.570823568) < 1e-9);
  assert.ok(Math.abs(valueIn(1, "fl oz", "metric") - 29.5735295625) < 1e-9);
  assert.equal(valueIn(10, "in", "metric"), 254);
  assert.ok(Math.abs(valueIn(10, "ft", "metric") - 3.048) < 1e-12);
  assert.equal(valueIn(212, "F", "metric"), 100);
  assert.equal(valueIn(32, "F", "metric"), 0);
  assert.equal(valueIn(58, "psi", "us"), 58);
  assert.equal(unitName("gpm", "us"), "gpm");
  assert.equal(unitName("F", "metric"), "°C");
});

test("a metric figure tells apart what the trade's figure tells apart", () => {
  for (let psi = 1; psi <= 300; psi++)
    assert.notEqual(figureText(psi, "psi", "metric"), figureText(psi - 1, "psi", "metric"));
  for (let sixteenths = 1; sixteenths <= 1600; sixteenths++)
    assert.notEqual(tapeText(sixteenths / 16, "metric"), tapeText((sixteenths - 1) / 16, "metric"));
  assert.equal(figureText(58, "psi", "us"), "58 psi");
  assert.equal(figureText(58, "psi", "metric"), "4.00 bar");
  assert.equal(figureText(2.5, "gpm", "us", 1), "2.5 gpm");
  assert.equal(figureText(2.5, "gpm", "metric", 1), "9.5 L/min");
  assert.equal(tapeText(12.5, "us"), "12 1/2 in");
  assert.equal(tapeText(12.5, "metric"), "318 mm");
  assert.equal(tapeText(-0.001, "metric"), "0 mm");
});

test("sentences keep their words and the sizes that are names", () => {
  const said = [
    ["Static pressure is above 80 psi: stop.", "Static pressure is above 5.52 bar: stop."],
    ["20 to 60 psi", "1.38 to 4.14 bar"],
    ["lengths of 9, 12 and 16 in would do", "lengths of 229, 305 and 406 mm would do"],
    ["cut at 12 1/2 in, radius 2 in", "cut at 318 mm, radius 51 mm"],
    ["0.561 in is 0.003 under", "14.25 mm is 0.003 under"],
    ["rated 125 psi at 140 F", "rated 8.62 bar at 60 °C"],
    ["at most 140 °F", "at most 60 °C"],
    ["2.5 gpm of 60 psi static", "9.5 L/min of 4.14 bar static"],
    ["let out about 6 fl oz", "let out about 180 mL"],
    ["1.5 qt in the pan", "1.42 L in the pan"],
    ["a 1/2 in stop", "a 1/2 in stop"],
    ["1/2 in compression swivel nut", "1/2 in compression swivel nut"],
    ["3/8 comp x 7/8 BC, 12 in", "3/8 comp x 7/8 BC, 305 mm"],
    ["with the 5/8 in or 11/16 in wrench", "with the 5/8 in or 11/16 in wrench"],
    ["the stop's body (a 9/16 in or 5/8 in wrench)", "the stop's body (a 9/16 in or 5/8 in wrench)"],
    ["held (5/8 in wrench) for 2 in", "held (5/8 in wrench) for 51 mm"],
    ["put 2 in the pan", "put 2 in the pan"],
    ["steps 3 to 5", "steps 3 to 5"],
    ["5 Feb, 12 into 3", "5 Feb, 12 into 3"],
  ] as const;
  for (const [us, metric] of said) {
    assert.equal(sentenceIn(us, "metric"), metric);
    assert.equal(sentenceIn(us, "us"), us);
  }
});

test("names that a person gave stay as written, wherever they stand in a sentence", () => {
  const text = "Close riser 2 in the loft, 9 in up the wall, and riser 2 in the loft again.";
  assert.equal(
    sentenceIn(text, "metric", ["riser 2 in the loft, 9 in up"]),
    "Close riser 2 in the loft, 9 in up the wall, and riser 2 in the loft again.",
  );
  assert.equal(
    sentenceIn("Tee 40 psi side: 40 psi", "metric", ["Tee 40 psi side"]),
    "Tee 40 psi side: 2.76 bar",
  );
  assert.equal(sentenceIn("9 in", "metric", ["", "nothing here"]), "229 mm");
});

test("a bare number is in the shop's unit, a fraction in inches, a named unit as named", () => {
  const inches = (text: string) => {
    const read = parseLength(withTypedUnit(text, "in", "metric"));
    return read.ok ? read.value.lengthIn : null;
  };
  assert.equal(inches("254"), 10);
  assert.equal(inches("25.4 cm"), 10);
  assert.equal(inches("12 1/2"), 12.5);
  assert.equal(inches("12 in"), 12);
  assert.equal(inches('12"'), 12);
  assert.equal(withTypedUnit("12", "in", "us"), "12");
  assert.equal(withTypedUnit(" ", "in", "metric"), "");
  // What was typed in an inch shop keeps its meaning in a metric one.
  assert.equal(typedText("12", "in"), "12 in");
  assert.equal(inches(typedText("12", "in")), 12);
  assert.equal(typedText("318 mm", "in"), "318 mm");
  assert.equal(typedText("", "psi"), "");
});

test("pressures and temperatures are read in either family", () => {
  const psi = (text: string) => {
    const read = parseFigure(text, "psi");
    return read.ok ? Math.round(read.value * 100) / 100 : read.fault.at;
  };
  assert.equal(psi("58"), 58);
  assert.equal(psi("58,5 psi"), 58.5);
  assert.equal(psi("4 bar"), 58.02);
  assert.equal(psi("400 kPa"), 58.02);
  assert.equal(psi("4 bars"), "4 bars");
  assert.equal(psi("much"), "much");
  const f = (text: string) => {
    const read = parseFigure(text, "F");
    return read.ok ? Math.round(read.value * 100) / 100 : null;
  };
  assert.equal(f("120"), 120);
  assert.equal(f("60 °C"), 140);
  assert.equal(f("-5 C"), 23);
  assert.equal(f("40 bar"), null);
});
