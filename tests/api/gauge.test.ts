/** The simulated gauge as a stream, and the limit on guessing tokens. */
import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { startApi } from "../support/desk.ts";

const { base, request: ask } = startApi("template_demo");

const asked = "volumeMl=120&hoseFt=0&hoseType=none&material=copper&startPsi=60&minutes=20";

/** The first messages of a stream. */
async function messages(path: string, count: number): Promise<readonly unknown[]> {
  const leaving = new AbortController();
  const response = await fetch(base() + path, { signal: leaving.signal });
  assert.equal(response.headers.get("content-type"), "text/event-stream");
  const reader = response.body?.getReader();
  const decoder = new TextDecoder();
  let text = "";
  while (reader && text.split("\n\n").length <= count) text += decoder.decode((await reader.read()).value);
  leaving.abort();
  return text
    .split("\n\n")
    .slice(0, count)
    .map((each) => JSON.parse(each.replace(/^data: /, "")) as unknown);
}

describe("the gauge's stream", () => {
  it("begins at the pressure asked for, says that it is simulated, and is the same again", async () => {
    const path = `/api/v1/instruments/gauge?hides=2&${asked}`;
    const [first, second] = (await messages(path, 2)) as { t: number; psi: number; simulated: boolean }[];
    assert.ok(first && second);
    assert.deepEqual([first.t, first.simulated], [0, true]);
    assert.ok(Math.abs(first.psi - 60) < 0.3 && second.t > 0);
    assert.deepEqual((await messages(path, 2))[0], first);
  });
  for (const wrong of ["hides=9", "hides=2&minutes=0", "hides=2&material=copper&hoseType=garden"])
    it(`refuses ${wrong}`, async () => {
      const { status } = await ask("GET", `/api/v1/instruments/gauge?${wrong}`);
      assert.equal(status, 422);
    });
});

describe("the calendar of look-backs", () => {
  it("is there for any calendar to read", async () => {
    const text = await (await fetch(`${base()}/api/v1/look-backs.ics`)).text();
    assert.match(text, /^BEGIN:VCALENDAR[\s\S]*BEGIN:VEVENT[\s\S]*END:VCALENDAR/);
  });
});

describe("a look-back's link", () => {
  it("is not guessed at any pace", async () => {
    const statuses: number[] = [];
    for (let guess = 0; guess < 32; guess += 1)
      statuses.push((await fetch(`${base()}/look-back/guess-${guess}`)).status);
    assert.equal(statuses[0], 404);
    assert.equal(statuses.at(-1), 429);
  });
});
