/** A joint as a numbered glyph: the outline says how it seals, the fill where it is in its life, a slash that it weeps. */
import type { JointType } from "../core/joint/index.ts";
import type { JointStatus } from "../core/visit/index.ts";
import { JOINT_STATUS_LABELS } from "../labels/joint-status.ts";

export type Outline = "gasket" | "ferrule" | "taper" | "push" | "fused" | "ring";

const OUTLINES: Readonly<Record<JointType, Outline>> = {
  "flat-gasket": "gasket",
  "cone-gasket": "gasket",
  "hose-thread": "gasket",
  "slip-joint": "gasket",
  ferrule: "ferrule",
  "riser-cone": "ferrule",
  flare: "ferrule",
  "ground-joint": "ferrule",
  "taper-thread": "taper",
  "push-fit": "push",
  "quick-connect": "push",
  solder: "fused",
  press: "fused",
  solvent: "fused",
  expansion: "fused",
  crimp: "ring",
  "hose-clamp": "ring",
};

/** Outlines round (0, 0), 30 wide at most and 44 high at most. */
const PATHS: Readonly<Record<Outline, string>> = {
  gasket: "M-13 -9 A13 13 0 0 1 13 -9 V9 A13 13 0 0 1 -13 9 Z",
  ferrule: "M0 -19 L16 -9.5 V9.5 L0 19 L-16 9.5 V-9.5 Z",
  taper: "M-15 -18 L15 -12 V12 L-15 18 Z",
  push: "M-16 -15 H5 L17 0 L5 15 H-16 L-8 0 Z",
  fused: "M0 -21 C5 -12 15 -6 15 4 A15 15 0 0 1 -15 4 C-15 -6 -5 -12 0 -21 Z",
  ring: "M-15 -16 H15 V16 H-15 Z",
};

export function outlineOf(type: JointType): Outline {
  return OUTLINES[type];
}

function statusText(life: JointStatus): string {
  return JOINT_STATUS_LABELS[life];
}

/** What a strip shows of one joint. */
export interface JointMark {
  /** On the branch a fork feeds besides. */
  readonly isAside: boolean;
  readonly number: number;
  readonly type: JointType;
  readonly label: string;
  readonly life: JointStatus;
  /** Joint stages found dry, 0 to 3. */
  readonly dryStages: number;
}

/** The joint in words, for screen readers and titles. */
export function jointInWords({ number, label, life, dryStages }: JointMark): string {
  const stages = life === "pressure" ? `, ${dryStages} of 3 stages dry` : "";
  return `Joint ${number}, ${label}, ${statusText(life)}${stages}`;
}

interface GlyphProps {
  readonly joint: JointMark;
  readonly x: number;
  readonly y: number;
  /** 1 is 44 high. */
  readonly scale?: number;
  readonly isOpen?: boolean;
  /** Where the glyph leads; without it the glyph only shows. */
  readonly href?: string;
}

function Marks({ joint, isOpen = false }: Pick<GlyphProps, "joint" | "isOpen">) {
  const outline = outlineOf(joint.type);
  return (
    <g className={`glyph-${joint.life}${isOpen ? " glyph-open" : ""}`}>
      <rect className="glyph-halo" x={-22} y={-26} width={44} height={52} strokeWidth={3} />
      <path className="glyph-outline" d={PATHS[outline]} strokeWidth={1.8} />
      {outline === "ring" && <path className="strip-line" d="M-15 -10 H15 M-15 10 H15" strokeWidth={1.2} />}
      {joint.life === "signed" && (
        <path className="strip-line" d={PATHS[outline]} strokeWidth={1} transform="scale(1.22)" />
      )}
      {joint.life === "weeping" && (
        <path className="glyph-slash" d="M-19 22 L-12 14 M12 -14 L19 -22" strokeWidth={4} />
      )}
      <text className="glyph-number" y={5} fontSize={15}>
        {joint.number}
      </text>
      {joint.life === "pressure" &&
        [0, 1, 2].map((stage) => (
          <circle
            key={stage}
            className={stage < joint.dryStages ? "glyph-stage glyph-stage-dry" : "glyph-stage"}
            cx={(stage - 1) * 9}
            cy={28}
            r={3}
          />
        ))}
    </g>
  );
}

export function JointGlyph({ joint, x, y, scale = 1, isOpen = false, href }: GlyphProps) {
  const words = jointInWords(joint);
  const place = `translate(${x} ${y}) scale(${scale})`;
  if (href === undefined)
    return (
      <g transform={place}>
        <title>{words}</title>
        <Marks joint={joint} isOpen={isOpen} />
      </g>
    );
  return (
    <g transform={place}>
      <a
        href={href}
        aria-label={words}
        {...(isOpen ? { "aria-current": "true" as const } : {})}
        data-joint={joint.number}
      >
        <title>{words}</title>
        <Marks joint={joint} isOpen={isOpen} />
      </a>
    </g>
  );
}
