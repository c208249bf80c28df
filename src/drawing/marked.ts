import { type ConnectionState, dryStages, jointLife } from "../core/visit/index.ts";
import type { MarkedJoint } from "./glyph.tsx";

/** The joints of a connection as a strip shows them. */
export function markedJoints(connection: ConnectionState): readonly MarkedJoint[] {
  return connection.joints.map((joint) => ({
    number: joint.joint.number,
    type: joint.joint.type,
    label: joint.joint.label,
    life: jointLife(connection, joint),
    dryStages: dryStages(connection, joint),
    isAside: joint.joint.aside === true,
  }));
}
