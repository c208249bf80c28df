/** The run at its smallest: joints as beads between wall and fixture. For tickets, lists and small screens. */
import { JointGlyph, type JointMark, jointInWords } from "./glyph.tsx";

interface BeadsProps {
  readonly joints: readonly JointMark[];
  readonly fixture: string;
  /** Number of the joint that is open. */
  readonly open?: number | undefined;
  /** Makes each bead lead somewhere. */
  readonly hrefFor?: ((joint: number) => string) | undefined;
  readonly size?: "small" | "large";
}

const STEP = 52;
const ENDS = 46;
/** Joints on a side branch hang this far below the line. */
const ASIDE_DROP = 12;

/** The run in words: what a strip says to somebody who does not see it. */
export function jointStripText(joints: readonly JointMark[], fixture: string): string {
  if (joints.length === 0) return `No hookup chosen yet for ${fixture}`;
  const words = (aside: boolean) =>
    joints
      .filter((joint) => joint.isAside === aside)
      .map(jointInWords)
      .join("; ");
  const aside = words(true);
  return `From the wall to ${fixture}: ${words(false)}${aside === "" ? "" : `. Beside it: ${aside}`}`;
}

export function JointStrip({ joints, fixture, open, hrefFor, size = "small" }: BeadsProps) {
  const width = ENDS * 2 + Math.max(joints.length, 1) * STEP;
  const scale = size === "small" ? 0.81 : 1;
  const role = hrefFor ? "group" : "img";
  return (
    <svg
      className="strip"
      viewBox={`0 -32 ${width} 68`}
      width={width * scale}
      height={68 * scale}
      role={role}
      aria-label={jointStripText(joints, fixture)}
    >
      <path
        className="strip-line"
        d={`M8 0 H${width - 8}`}
        strokeWidth={2}
        {...(joints.length === 0 ? { strokeDasharray: "5 6" } : {})}
      />
      <path
        className="strip-line"
        d="M8 -20 V20 M8 -14 L1 -7 M8 -4 L1 3 M8 6 L1 13 M8 16 L1 23"
        strokeWidth={1.6}
      />
      <rect className="strip-plastic" x={width - 20} y={-12} width={16} height={24} strokeWidth={1.6} />
      {joints.map(
        ({ isAside, number }, index) =>
          isAside && (
            <path
              key={`fork-${number}`}
              className="strip-line"
              d={`M${ENDS + STEP * index} 0 L${ENDS + STEP * (index + 0.5)} ${ASIDE_DROP}`}
              strokeWidth={1.6}
              strokeDasharray="4 3"
            />
          ),
      )}
      {joints.map((joint, index) => (
        <JointGlyph
          key={joint.number}
          joint={joint}
          x={ENDS + STEP * (index + 0.5)}
          y={joint.isAside ? ASIDE_DROP : 0}
          isOpen={open === joint.number}
          {...(hrefFor ? { href: hrefFor(joint.number) } : {})}
        />
      ))}
    </svg>
  );
}
