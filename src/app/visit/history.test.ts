import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { event, startedVisit } from "../../../tests/support/story.ts";
import { foldVisit } from "../../core/visit/index.ts";
import { PAGE_OF_HISTORY, pageOfHistory } from "./history.ts";

const COUNT = 2 * PAGE_OF_HISTORY + 50;
const opening = startedVisit("toilet", { planned: false });
const log = [
  ...opening,
  ...Array.from({ length: COUNT - opening.length }, (_, at) =>
    event({ kind: "visit-noted", text: `note ${at}` }),
  ),
];
const visit = { events: log.map((each) => ({ event: each })), state: foldVisit(log) };

describe("pages of a visit's history", () => {
  it("together hold every line once, the newest first, each way there and back", () => {
    const ids: string[] = [];
    const asked: (string | null)[] = [null];
    for (let page = pageOfHistory(visit, null); ; page = pageOfHistory(visit, String(page.older))) {
      ids.push(...page.lines.map(({ id }) => id));
      assert.ok(page.lines.length <= PAGE_OF_HISTORY);
      if (page.older === null) break;
      asked.push(String(page.older));
    }
    assert.deepEqual(ids, log.map(({ id }) => id).toReversed());
    assert.equal(asked.length, 3);
    const last = pageOfHistory(visit, asked[2] ?? null);
    assert.equal(last.newer, asked[1]);
    assert.equal(pageOfHistory(visit, asked[1] ?? null).newer, "");
  });
  it("take a number that nobody told for the newest lines", () => {
    for (const odd of ["-1", "x", "", "99999999"])
      assert.deepEqual(pageOfHistory(visit, odd), pageOfHistory(visit, null));
  });
});
