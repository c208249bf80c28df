import assert from "node:assert/strict";
import { afterEach, describe, it } from "node:test";
import { type Asking, makeAsker } from "./asker.ts";
import { call, RefusedCall } from "./call.ts";
import { filledPath } from "./filled-path.ts";

const realFetch = globalThis.fetch;
afterEach(() => {
  globalThis.fetch = realFetch;
});

/** Answers every request so, and notes what was asked. */
function answerWith(status: number, body: unknown): { readonly url: string; readonly init: RequestInit }[] {
  const seen: { url: string; init: RequestInit }[] = [];
  globalThis.fetch = async (url, init = {}) => {
    seen.push({ url: String(url), init });
    return new Response(typeof body === "string" ? body : JSON.stringify(body), { status });
  };
  return seen;
}

describe("a call", () => {
  it("sends the body as JSON to the address, and gives the answer back", async () => {
    const seen = answerWith(200, { fits: true });
    const answer = await call("POST /api/v1/ends/match", { body: { a: "x", b: "y" } });
    assert.deepEqual(answer, { fits: true });
    assert.equal(seen[0]?.url, "/api/v1/ends/match");
    assert.deepEqual([seen[0]?.init.method, seen[0]?.init.body], ["POST", '{"a":"x","b":"y"}']);
  });

  it("fills the address's parameters in, whatever they hold", async () => {
    const seen = answerWith(200, {});
    await call("GET /api/v1/instruments/pieces/{piece}", { params: { piece: "3/../x" } });
    assert.equal(seen[0]?.url, "/api/v1/instruments/pieces/3%2F..%2Fx");
  });

  it("that is refused says why in the server's words, with the fields", async () => {
    const fields = [{ path: "a", message: "There is no end x." }];
    answerWith(422, { error: { code: "invalid", message: "There is no end x.", fields } });
    const refused = await call("POST /api/v1/ends/match", { body: { a: "x", b: "y" } }).catch(
      (error) => error,
    );
    assert.ok(refused instanceof RefusedCall);
    assert.deepEqual([refused.status, refused.code, refused.fields], [422, "invalid", fields]);
  });

  for (const body of ["<html>", "null", '{"error":3}', "{}"])
    it(`that fails with ${body} has words all the same`, async () => {
      answerWith(502, body);
      await assert.rejects(call("GET /api/v1/ends"), { name: "RefusedCall", code: "unknown", status: 502 });
    });
});

describe("an asker", () => {
  /** Promises settled by hand. */
  function questions() {
    const states: Asking<string>[] = [];
    const signals: AbortSignal[] = [];
    const settle: { resolve: (answer: string) => void; reject: (error: unknown) => void }[] = [];
    const work = (signal: AbortSignal) => {
      signals.push(signal);
      return new Promise<string>((resolve, reject) => settle.push({ resolve, reject }));
    };
    return { states, signals, settle, work, asker: makeAsker<string>((now) => states.push(now)) };
  }
  const settled = () => new Promise((resolve) => setImmediate(resolve));

  it("reports the progress of what it asks, until that is over", async () => {
    const { states, asker } = questions();
    let late: (share: number) => void = () => {};
    asker.ask(async (_, onProgress) => {
      onProgress(0.5);
      late = onProgress;
      return "yes";
    });
    await settled();
    late(0.9);
    assert.deepEqual(states, [
      { state: "asking", share: null },
      { state: "asking", share: 0.5 },
      { state: "answered", answer: "yes" },
    ]);
  });

  it("reports asking, then the answer", async () => {
    const { states, settle, work, asker } = questions();
    asker.ask(work);
    settle[0]?.resolve("yes");
    await settled();
    assert.deepEqual(states, [
      { state: "asking", share: null },
      { state: "answered", answer: "yes" },
    ]);
  });

  it("drops the answer to an earlier question, and ends its work", async () => {
    const { states, signals, settle, work, asker } = questions();
    asker.ask(work);
    asker.ask(work);
    settle[1]?.resolve("new");
    settle[0]?.resolve("old");
    await settled();
    assert.deepEqual(states.at(-1), { state: "answered", answer: "new" });
    assert.deepEqual(
      signals.map(({ aborted }) => aborted),
      [true, false],
    );
  });

  it("reports a failure, and none that came of cancelling", async () => {
    const { states, settle, work, asker } = questions();
    asker.ask(work);
    settle[0]?.reject("away");
    await settled();
    assert.deepEqual(states.at(-1), { state: "failed", error: "away" });
    asker.ask(work);
    asker.cancel();
    settle[1]?.reject("aborted");
    await settled();
    assert.deepEqual(states.at(-1), { state: "idle" });
  });

  it("says nothing once it is closed", async () => {
    const { states, settle, work, asker } = questions();
    asker.ask(work);
    asker.close();
    settle[0]?.resolve("late");
    await settled();
    assert.deepEqual(states, [{ state: "asking", share: null }]);
  });
});

describe("an address", () => {
  it("has its parameters filled in, and refuses to go without", () => {
    assert.equal(filledPath("/a/{id}/b/{to}", { id: "1", to: "x/y" }), "/a/1/b/x%2Fy");
    assert.equal(filledPath("/a"), "/a");
    assert.throws(() => filledPath("/a/{id}"), /wants id/);
  });
});
