import { type ConnectionState, jointProgress } from "../core/visit/index.ts";
import type { JointMark } from "./glyph.tsx";

/** The joints of a connection as a strip shows them. */
export function jointMarks(connection: ConnectionState): readonly JointMark[] {
  return connection.joints.map((joint) => ({
    number: joint.joint.number,
    type: joint.joint.type,
    label: joint.joint.label,
    ...jointProgress(connection, joint),
    isAside: joint.joint.aside === true,
  }));
}
