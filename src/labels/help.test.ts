import assert from "node:assert/strict";
import { readFileSync } from "node:fs";
import { describe, it } from "node:test";
import { HELP } from "./help.ts";

const glossary = readFileSync(new URL("../../docs/glossary.md", import.meta.url), "utf8");

describe("help on screen", () => {
  for (const { term, text } of Object.values(HELP)) {
    it(`says of "${term}" what the glossary says`, () =>
      assert.ok(glossary.includes(`| ${term} | ${text} |`)));
    it(`is short: "${term}" is read at a glance`, () => assert.ok(text.length <= 260, String(text.length)));
  }
});
