/** The words of a step for the sides of its fixture it is done for. */
import type { PlanJoint } from "../plan/index.ts";
import type { ConnectionFacts } from "./connection-facts.ts";
import { filled, jointSlots } from "./step-slots.ts";
import type { StepTables } from "./step-subject.ts";
import type { StepTemplate } from "./step-template.ts";

const SIDE_WORDS = { hot: "Hot side", cold: "Cold side" } as const;

/** A connection with everything that holds of it, and the values of its slots. */
export interface SheetSide extends ConnectionFacts {
  readonly facts: ReadonlySet<string>;
  readonly values: Readonly<Record<string, string>>;
}

/** Returns a joint with a note of those that are made in the same heat. */
export function withHeatNote(joint: PlanJoint, together: readonly PlanJoint[]): PlanJoint {
  const others = together.filter(({ number }) => number !== joint.number).map(({ number }) => number);
  if (others.length === 0) return joint;
  const named = `joint${others.length > 1 ? "s" : ""} ${others.join(" and ")}`;
  return {
    ...joint,
    notes: [
      ...joint.notes,
      `In one heat with ${named}: all ends cleaned, fluxed and pushed home first, then the fitting heated once. Whoever stops between them wraps what is made in a wet rag.`,
    ],
  };
}

/** Returns the cautions of a step in words. */
export function cautionsFor(
  code: string | null,
  sides: readonly SheetSide[],
  { cautions }: Pick<StepTables, "cautions">,
): readonly string[] {
  const holds = (fact: string) => sides.some(({ facts }) => facts.has(fact));
  if (code === null) return [];
  if (code === "hot-if-hot" && !holds("water=hot")) return [];
  if (code === "lifting-if-heavy" && !holds("heavy")) return [];
  const plain = code.replace(/-if-\w+$/, "");
  return cautions.filter((caution) => caution.code === plain).map(({ text }) => text);
}

/** The words of a step for all its sides: once where they agree, else side by side. `more`: values of slots that only this step uses. */
export function textOf(
  template: StepTemplate,
  sides: readonly SheetSide[],
  joint: PlanJoint | null,
  more: Readonly<Record<string, string>> = {},
): string {
  const texts = sides.map((side) => ({
    side,
    text: filled(template.text, { ...side.values, ...(joint === null ? {} : jointSlots(joint)), ...more }),
  }));
  const different = [...new Set(texts.map(({ text }) => text))];
  if (different.length < 2) return different[0] ?? "";
  return texts.map(({ side, text }) => `${SIDE_WORDS[side.subject.survey.water]}: ${text}`).join(" ");
}
