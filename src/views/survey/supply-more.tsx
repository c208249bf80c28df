import type { SupplyKind } from "../../core/plan/index.ts";
import type { Survey } from "../../core/survey/index.ts";
import {
  BEFORE_PIPE_WORDS,
  KEPT_LINE_WORDS,
  LEFT_ON_WORDS,
  LOOKS_WORDS,
  MATERIAL_WORDS,
  PEX_WORDS,
  TREATMENT_WORDS,
} from "../../labels/survey.ts";
import { RadioGroup, SelectField } from "../fields.tsx";
import type { EndChoice } from "./end-field.tsx";

/** Supplies that begin at pipe: the end is the pipe, and the plan brings a stop. */
export const PIPE_KINDS: readonly SupplyKind[] = ["pipe", "stub", "dead-stop"];

const HINTS: Readonly<Partial<Record<SupplyKind, string>>> = {
  pipe: "Supply end: the pipe that is cut. A tee and a stop come with the plan.",
  stub: "Supply end: the pipe or thread that stands open. A stop comes with the plan.",
  "dead-stop": "Supply end: the pipe behind the stop. A new stop comes with the plan.",
  tube: "Supply end: the tube that stands open, by its outside diameter.",
  "faucet-riser": "Supply end: the faucet's shank. Its riser stays, a tee goes between.",
};

interface SupplyMoreProps {
  readonly supply: Survey["supply"];
  readonly inletEnds: readonly EndChoice[];
  readonly onChange: (supply: Survey["supply"]) => void;
}

/** What else is known of the supply: its material, and a line that hangs there already. */
export function SupplyMore({ supply, inletEnds, onChange }: SupplyMoreProps) {
  const { line, lineInlet, material, treated, ...plain } = supply;
  const bare = { ...plain, ...(treated === undefined ? {} : { treated }) };
  const put = (change: Partial<Survey["supply"]>) => onChange({ ...supply, ...change });
  const hint = HINTS[supply.kind];
  const isOpenPipe = PIPE_KINDS.includes(supply.kind);
  return (
    <>
      {hint && <p className="text-small text-quiet">{hint}</p>}
      {isOpenPipe && (
        <RadioGroup
          label="The pipe comes out of"
          options={LOOKS_WORDS}
          value={supply.looks ?? "unknown"}
          onChange={(chosen) => {
            const { looks: _, ...rest } = supply;
            onChange(chosen === "unknown" ? rest : { ...rest, looks: chosen });
          }}
        />
      )}
      {isOpenPipe && supply.end.endsWith("-pex") && (
        <RadioGroup
          label="Its print line says"
          options={PEX_WORDS}
          value={supply.pexType ?? "unknown"}
          onChange={(chosen) => {
            const { pexType: _, ...rest } = supply;
            onChange(chosen === "unknown" ? rest : { ...rest, pexType: chosen });
          }}
        />
      )}
      {isOpenPipe && (
        <RadioGroup
          label="Made of"
          options={MATERIAL_WORDS}
          value={material ?? "unknown"}
          onChange={(chosen) =>
            onChange({
              ...bare,
              ...(line === undefined ? {} : { line }),
              ...(lineInlet === undefined ? {} : { lineInlet }),
              ...(chosen === "unknown" ? {} : { material: chosen }),
            })
          }
        />
      )}
      {(isOpenPipe || supply.kind === "tube") && (
        <RadioGroup
          label="A valve before it"
          options={BEFORE_PIPE_WORDS}
          value={supply.behindValve ?? "unknown"}
          onChange={(chosen) => {
            const { behindValve: _, ...rest } = supply;
            onChange(chosen === "unknown" ? rest : { ...rest, behindValve: chosen });
          }}
        />
      )}
      {supply.kind === "dead-stop" && (
        <RadioGroup
          label="The old stop leaves on the pipe"
          options={LEFT_ON_WORDS}
          value={supply.leftOn ?? "unknown"}
          onChange={(chosen) => {
            const { leftOn: _, ...rest } = supply;
            onChange(chosen === "unknown" ? rest : { ...rest, leftOn: chosen });
          }}
        />
      )}
      {supply.kind !== "pipe" && supply.kind !== "stub" && supply.kind !== "faucet-riser" && (
        <RadioGroup
          label="On it already hangs"
          options={KEPT_LINE_WORDS}
          value={line ?? "none"}
          onChange={(chosen) =>
            chosen === "none"
              ? onChange({ ...bare, ...(material === undefined ? {} : { material }) })
              : put({ line: chosen })
          }
        />
      )}
      {line !== undefined && (
        <SelectField
          label="That line ends at"
          options={[
            ["", "not said"],
            ...inletEnds.map(({ code, name }) => [code, `${name}  (${code})`] as const),
          ]}
          value={lineInlet ?? ""}
          onChange={(chosen) => {
            const { lineInlet: _, ...rest } = supply;
            onChange(chosen === "" ? rest : { ...rest, lineInlet: chosen });
          }}
          hint={
            line === "renewed"
              ? "The length below is for the new, shorter line."
              : "A tee may go to either end of it."
          }
        />
      )}
      <RadioGroup
        label="Water through a treatment unit"
        options={TREATMENT_WORDS}
        value={treated ?? "none"}
        onChange={(chosen) => {
          const { treated: _, ...rest } = supply;
          onChange(chosen === "none" ? rest : { ...rest, treated: chosen });
        }}
      />
    </>
  );
}
