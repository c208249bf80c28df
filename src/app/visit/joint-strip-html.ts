/** The run of a connection as beads, drawn once for each state of the connection. */
import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import type { ConnectionState } from "../../core/visit/index.ts";
import { jointMarks } from "../../drawing/joint-marks.ts";
import { JointStrip } from "../../drawing/joint-strip.tsx";

const drawn = new WeakMap<ConnectionState, string>();

/** Returns the SVG as React writes it, every text escaped. */
export function beadMarks(connection: ConnectionState): string {
  const cached = drawn.get(connection);
  if (cached !== undefined) return cached;
  const marks = renderToStaticMarkup(
    createElement(JointStrip, { joints: jointMarks(connection), fixture: connection.survey.label }),
  );
  drawn.set(connection, marks);
  return marks;
}
