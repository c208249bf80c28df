import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { parseInstant } from "./instant.ts";

describe("an instant as the database writes it", () => {
  for (const [text, iso] of [
    ["2026-11-27 09:00:00+00", "2026-11-27T09:00:00.000Z"],
    ["2026-11-27 09:00:00.123456+05:30", "2026-11-27T03:30:00.123Z"],
    ["2026-11-27 09:00:00-04", "2026-11-27T13:00:00.000Z"],
    ["0026-11-27 09:00:00+00", "0026-11-27T09:00:00.000Z"],
    ["0099-01-01 00:00:00+00", "0099-01-01T00:00:00.000Z"],
    ["0001-01-01 00:00:00+00", "0001-01-01T00:00:00.000Z"],
    ["12026-01-01 00:00:00+00", "+012026-01-01T00:00:00.000Z"],
  ] as const)
    it(`${text} is ${iso}`, () => assert.equal(parseInstant(text).toISOString(), iso));

  for (const text of ["infinity", "-infinity", "0044-03-15 12:00:00+00 BC", ""])
    it(`"${text}" is no instant of ours`, () => assert.ok(Number.isNaN(parseInstant(text).getTime())));
});
