import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { describeInterface } from "../openapi.ts";
import { ENDPOINTS, POST_ENDPOINTS } from "./index.ts";

describe("the definitions of endpoints", () => {
  for (const { path, request, response, examples } of POST_ENDPOINTS) {
    it(`${path} has examples, and each fits its schemas`, () => {
      assert.ok(examples.length > 0);
      for (const { asks, answers } of examples) {
        assert.deepEqual(request.parse(asks), asks);
        assert.deepEqual(response.parse(answers), answers);
      }
    });
    it(`${path} refuses a field that nobody knows`, () => {
      for (const { asks } of examples)
        assert.equal(request.safeParse({ ...Object(asks), surprise: 1 }).success, false);
    });
  }

  it("say each method of an address once", () => {
    const keys = ENDPOINTS.map(({ method, path }) => `${method} ${path}`);
    assert.equal(new Set(keys).size, keys.length);
  });

  it("define every parameter of their addresses", () => {
    for (const { path, params } of ENDPOINTS) {
      const named = [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => name);
      assert.deepEqual(Object.keys(params?.shape ?? {}).sort(), named.sort(), path);
    }
  });

  it("all stand in the OpenAPI document", () => {
    const { paths = {} } = describeInterface("test");
    for (const endpoint of ENDPOINTS) {
      assert.ok(endpoint.method in (paths[endpoint.path] ?? {}), endpoint.path);
    }
  });
});
