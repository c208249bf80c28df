import assert from "node:assert/strict";
import { describe, it } from "node:test";
import { renderToStaticMarkup } from "react-dom/server";
import { CheckboxGroup, OptionalRadio } from "./choice.tsx";
import { DataTable } from "./data-table.tsx";
import { Disclosure } from "./disclosure.tsx";
import { SelectField, TextField } from "./field.tsx";
import { Notice } from "./notice.tsx";
import { ProgressBar } from "./progress-bar.tsx";

const nothing = () => undefined;

describe("a text field", () => {
  it("ties a fault to its control by the control's description", () => {
    const html = renderToStaticMarkup(
      <TextField label="Room" value="x" onChange={nothing} fault="Type a length." />,
    );
    const about = html.match(/aria-describedby="([^"]+)"/)?.[1];
    assert.match(html, /aria-invalid="true"/);
    assert.ok(about !== undefined && html.includes(`id="${about}" class="min-h-5 text-tiny fault"`));
    assert.match(html, />Type a length\.</);
    assert.doesNotMatch(
      html.slice(html.indexOf("<label"), html.indexOf("</label>")),
      /Type a length/,
      "not part of its name",
    );
  });

  it("keeps a row for a fault that may come, and none where none can", () => {
    assert.match(
      renderToStaticMarkup(<TextField label="Room" value="" onChange={nothing} fault={undefined} />),
      /min-h-5/,
    );
    const plain = renderToStaticMarkup(<TextField label="Room" value="" onChange={nothing} />);
    assert.doesNotMatch(plain, /min-h-5|aria-describedby/);
  });

  it("shows its hint until something is wrong", () => {
    const field = (fault: string | undefined) =>
      renderToStaticMarkup(
        <TextField label="Count" value="" onChange={nothing} hint="by eye" fault={fault} />,
      );
    assert.match(field(undefined), /by eye/);
    assert.doesNotMatch(field("Type a whole number."), /by eye/);
  });
});

describe("choices", () => {
  it("offer every option of a list, the chosen one selected", () => {
    const html = renderToStaticMarkup(
      <SelectField
        label="Water"
        options={[
          ["hot", "hot only"],
          ["cold", "cold only"],
        ]}
        value="cold"
        onChange={nothing}
      />,
    );
    assert.match(html, /<option value="cold" selected="">cold only<\/option>/);
    assert.match(html, /<option value="hot">hot only<\/option>/);
  });

  it("say nothing until something is said", () => {
    const html = renderToStaticMarkup(
      <OptionalRadio
        label="Where"
        options={[["wall", "wall"]]}
        unset="not looked at"
        value={undefined}
        onChange={nothing}
      />,
    );
    assert.match(html, /checked=""[^>]*value=""|value=""[^>]*checked=""/);
  });

  it("tick what is chosen of several", () => {
    const html = renderToStaticMarkup(
      <CheckboxGroup
        label="Devices"
        options={[
          ["filter", "filter"],
          ["check", "check"],
        ]}
        chosen={["check"]}
        onChange={nothing}
      />,
    );
    assert.equal(html.match(/checked=""/g)?.length, 1);
    assert.match(html, /checked=""[^>]*\/?>check</);
  });
});

describe("what only shows", () => {
  it("a table names its columns and itself", () => {
    const html = renderToStaticMarkup(
      <DataTable
        caption="Lengths"
        columns={[{ label: "Length" }, { label: "Bend", className: "text-right" }]}
      >
        <tr>
          <td>12</td>
          <td>3</td>
        </tr>
      </DataTable>,
    );
    assert.match(html, /<caption class="sr-only">Lengths<\/caption>/);
    assert.match(html, /<th scope="col" class="text-right">Bend<\/th>/);
    assert.match(html, /<tbody><tr><td>12<\/td>/);
  });

  it("a disclosure is closed until it is opened, a notice has its tone, a bar its share", () => {
    assert.match(
      renderToStaticMarkup(<Disclosure summary="More">rest</Disclosure>),
      /^<details><summary class="disclosure">More<\/summary>rest<\/details>$/,
    );
    assert.match(
      renderToStaticMarkup(<Notice tone="wet">Leaks.</Notice>),
      /^<p class="notice notice-wet mt-3">Leaks\.<\/p>$/,
    );
    assert.match(
      renderToStaticMarkup(<ProgressBar label="Steps done" value={2} max={5} />),
      /value="2" max="5" aria-label="Steps done"/,
    );
  });
});
