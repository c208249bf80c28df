import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { renderToStaticMarkup } from "react-dom/server";
import { DayLine, type DayLineVisit, dayVisitInWords } from "./day-line.tsx";

const visit = (change: Partial<DayLineVisit> = {}): DayLineVisit => ({
  href: "/visits/a",
  title: "Washroom",
  fromMin: 9 * 60,
  minutes: 90,
  off: [{ fromMin: 20, toMin: 50 }],
  isDone: false,
  ...change,
});
const barsOf = (markup: string, kind: string) =>
  [
    ...markup.matchAll(new RegExp(`<rect class="${kind}" x="([\\d.]+)" y="[\\d.]+" width="([\\d.]+)"`, "g")),
  ].map(([, x, width]) => ({ x: Number(x), width: Number(width) }));

describe("the day as a line", () => {
  it("says each visit in words: from, to, without water, done", () => {
    assert.equal(dayVisitInWords(visit()), "Washroom: 9:00 to 10:30, water off 9:20 to 9:50");
    assert.equal(dayVisitInWords(visit({ minutes: null, off: [] })), "Washroom: 9:00, not planned yet");
    assert.match(dayVisitInWords(visit({ isDone: true })), /, done$/);
  });

  it("draws bars in proportion to their time, the band inside its bar", () => {
    const markup = renderToStaticMarkup(
      <DayLine
        visits={[visit(), visit({ href: "/visits/b", fromMin: 12 * 60, minutes: 180, off: [] })]}
        nowMin={600}
      />,
    );
    const [short, long] = barsOf(markup, "day-bar");
    const [band] = barsOf(markup, "day-off");
    assert.ok(short && long && band);
    assert.ok(Math.abs(long.width / short.width - 2) < 1e-6, "180 minutes are twice 90");
    assert.ok(band.x > short.x && band.x + band.width < short.x + short.width);
    assert.ok(Math.abs(band.width / short.width - 30 / 90) < 1e-6);
    assert.match(markup, /class="day-now"/);
  });

  it("widens its hours for early and late visits, keeps inside its frame, and leaves now out when now is not shown", () => {
    const markup = renderToStaticMarkup(
      <DayLine
        visits={[visit({ fromMin: 5 * 60 }), visit({ href: "/visits/b", fromMin: 22 * 60, minutes: 400 })]}
        nowMin={60}
      />,
    );
    for (const { x, width } of [...barsOf(markup, "day-bar"), ...barsOf(markup, "day-off")])
      assert.ok(x >= 0 && x + width <= 358, `${x} ${width}`);
    assert.doesNotMatch(markup, /day-now/);
  });
});
