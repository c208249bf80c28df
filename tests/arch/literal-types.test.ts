/** Functions of core that return an object literal say its type: a field that is renamed on one side only does not compile. */
import assert from "node:assert/strict";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { describe, it } from "node:test";
import ts from "typescript";
import { SRC } from "../../ops/import-graph.ts";

const CORE = join(SRC, "core");

const isLiteral = (node: ts.Expression | undefined): boolean => {
  if (node === undefined) return false;
  if (ts.isParenthesizedExpression(node)) return isLiteral(node.expression);
  if (ts.isConditionalExpression(node)) return isLiteral(node.whenTrue) || isLiteral(node.whenFalse);
  if (ts.isArrayLiteralExpression(node)) return node.elements.some(isLiteral);
  return ts.isObjectLiteralExpression(node);
};

/** Whether a function returns a literal itself, not by a function within it. */
function returnsLiteral(node: ts.FunctionLikeDeclaration): boolean {
  if (node.body === undefined) return false;
  if (!ts.isBlock(node.body)) return isLiteral(node.body);
  let isFound = false;
  const look = (inner: ts.Node): void => {
    if (ts.isReturnStatement(inner) && isLiteral(inner.expression)) isFound = true;
    if (!ts.isFunctionLike(inner)) ts.forEachChild(inner, look);
  };
  ts.forEachChild(node.body, look);
  return isFound;
}

/** A function with a name, or one that another returns or keeps; what is handed to map and the like has its type from there. */
const hasName = (node: ts.Node): node is ts.FunctionLikeDeclaration =>
  ts.isFunctionDeclaration(node) ||
  ts.isMethodDeclaration(node) ||
  ((ts.isArrowFunction(node) || ts.isFunctionExpression(node)) &&
    ts.isVariableDeclaration(node.parent) &&
    node.parent.type === undefined);

/** Lines of a file with a function that returns a literal without saying its type. */
function untypedIn(name: string, text: string): readonly string[] {
  const file = ts.createSourceFile(name, text, ts.ScriptTarget.Latest, true);
  const found: string[] = [];
  const look = (node: ts.Node): void => {
    if (hasName(node) && node.type === undefined && returnsLiteral(node))
      found.push(`${name}:${file.getLineAndCharacterOfPosition(node.getStart()).line + 1}`);
    ts.forEachChild(node, look);
  };
  look(file);
  return found;
}

describe("types of literals in core", () => {
  it("are said by every function with a name that returns one", () => {
    const files = readdirSync(CORE, { recursive: true, encoding: "utf8" })
      .filter((name) => name.endsWith(".ts") && !name.endsWith(".test.ts"))
      .map((name) => join(CORE, name));
    assert.ok(files.length > 200);
    assert.deepEqual(
      files.flatMap((name) => untypedIn(name, readFileSync(name, "utf8"))),
      [],
    );
  });
  it("are found missing in functions, methods, closures and branches, and not where they are said", () => {
    const missing = [
      "function a() { return { b: 1 }; }",
      "const a = () => ({ b: 1 });",
      "class A { a() { if (x) return null; return { b: 1 }; } }",
      "const a = (x: boolean) => (x ? { b: 1 } : null);",
      "function a() { return [{ b: 1 }]; }",
    ];
    for (const text of missing) assert.equal(untypedIn("a.ts", text).length, 1, text);
    const said = ["function a(): B { return { b: 1 }; }", "const a: () => B = () => ({ b: 1 });"];
    for (const text of said) assert.deepEqual(untypedIn("a.ts", text), [], text);
  });
});
