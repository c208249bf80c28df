import type { Fixture, SupplyKind } from "../../core/plan/index.ts";
import { asSixteenths, placeOfInlet, placeOfSupply, type Survey } from "../../core/survey/index.ts";
import type { EndOffer } from "../../drawing/end-choice.ts";
import {
  BEFORE_PIPE_WORDS,
  KEPT_LINE_WORDS,
  LEFT_ON_WORDS,
  LOOKS_WORDS,
  MATERIAL_WORDS,
  PEX_WORDS,
} from "../../labels/survey.ts";
import { OptionalRadio } from "../../ui/choice.tsx";
import { EndPicker } from "../end-picker/end-picker.tsx";
import { OffsetField } from "../offset-field.tsx";
import { withField } from "../with-field.ts";

const HINTS: Readonly<Partial<Record<SupplyKind, string>>> = {
  pipe: "Supply end: the pipe that is cut. A tee and a stop come with the plan.",
  stub: "Supply end: the pipe or thread that stands open. A stop comes with the plan.",
  "dead-stop":
    "Supply end: the pipe behind the stop. A new stop comes with the plan; a stop whose line is built in goes with its line.",
  tube: "Supply end: the tube that stands open, by its outside diameter.",
  "faucet-riser": "Supply end: the faucet's shank. Its riser stays, a tee goes between.",
};

interface SupplyMoreProps {
  readonly supply: Survey["supply"];
  /** The fixture of this connection; the line that hangs there ends at one of its kind, or at another. */
  readonly fixture: Fixture;
  readonly offer: EndOffer;
  readonly onChange: (supply: Survey["supply"]) => void;
}

type LineMeasures = NonNullable<Survey["supply"]["lineMeasures"]>;

/** Fields of how the line that stays lies, in the order they are measured. */
const MEASURED_FIELDS = [
  ["length", "Length over all"],
  ["up", "Inlet above it"],
  ["right", "Inlet right of it"],
  ["out", "Inlet out from it"],
] as const;

interface LineMeasuresFieldsProps {
  readonly measures: LineMeasures;
  readonly onChange: (measures: LineMeasures | undefined) => void;
}

/** How the line that stays lies: with its length and the three figures of its inlet the plan says whether it still lies well behind a tee. */
function LineMeasuresFields({ measures, onChange }: LineMeasuresFieldsProps) {
  return (
    <fieldset>
      <legend className="text-small text-quiet">
        How it lies (empty: not measured). A tee moves an end of it; measured, the plan says whether it still
        lies well.
      </legend>
      <div className="grid grid-cols-2 items-end gap-3 sm:grid-cols-4">
        {MEASURED_FIELDS.map(([key, label]) => (
          <OffsetField
            key={key}
            label={label}
            isSigned={key !== "length"}
            isOptional
            value={measures[key]?.value ?? null}
            onChange={(value) => {
              const changed = withField(measures, key, value === null ? undefined : asSixteenths(value));
              onChange(Object.keys(changed).length === 0 ? undefined : changed);
            }}
          />
        ))}
      </div>
    </fieldset>
  );
}

/** What else is known of the supply: its material, and a line that hangs there already. */
export function SupplyMore({ supply, fixture, offer, onChange }: SupplyMoreProps) {
  const { line, lineInlet, kind } = supply;
  const put =
    <K extends keyof Survey["supply"]>(key: K) =>
    (chosen: Survey["supply"][K] | undefined) =>
      onChange(withField(supply, key, chosen));
  const hint = HINTS[kind];
  const isOpenPipe = kind !== "tube" && placeOfSupply(kind) === "pipe";
  return (
    <>
      {hint && <p className="text-small text-quiet">{hint}</p>}
      {isOpenPipe && (
        <OptionalRadio
          label="The pipe comes out of"
          options={LOOKS_WORDS}
          unset="not looked"
          value={supply.looks}
          onChange={put("looks")}
        />
      )}
      {isOpenPipe && supply.end.endsWith("-pex") && (
        <OptionalRadio
          label="Its print line says"
          options={PEX_WORDS}
          unset="not read"
          value={supply.pexType}
          onChange={put("pexType")}
        />
      )}
      {isOpenPipe && (
        <OptionalRadio
          label="Made of"
          options={MATERIAL_WORDS}
          unset="not said"
          value={supply.material}
          onChange={put("material")}
        />
      )}
      {(isOpenPipe || kind === "tube") && (
        <OptionalRadio
          label="A valve before it"
          options={BEFORE_PIPE_WORDS}
          unset="none, or not tried"
          value={supply.behindValve}
          onChange={put("behindValve")}
        />
      )}
      {kind === "dead-stop" && (
        <OptionalRadio
          label="The old stop leaves on the pipe"
          options={LEFT_ON_WORDS}
          unset="not looked"
          value={supply.leftOn}
          onChange={put("leftOn")}
        />
      )}
      {kind !== "pipe" && kind !== "stub" && kind !== "faucet-riser" && (
        <OptionalRadio
          label="Already on this outlet"
          options={KEPT_LINE_WORDS}
          unset="nothing"
          value={line}
          onChange={(chosen) => {
            const changed = withField(supply, "line", chosen);
            onChange(
              chosen === undefined
                ? withField(withField(changed, "lineInlet", undefined), "lineMeasures", undefined)
                : changed,
            );
          }}
        />
      )}
      {line !== undefined && (
        <>
          <EndPicker
            label="That line ends at"
            offer={offer}
            place={placeOfInlet(fixture)}
            value={lineInlet ?? null}
            onChange={put("lineInlet")}
            canIdentify={false}
          />
          <p className="text-tiny text-quiet">
            {line === "renewed"
              ? "The lengths are for the new, shorter line."
              : "A tee may go to either end of it."}
          </p>
          {line === "stays" && (
            <LineMeasuresFields measures={supply.lineMeasures ?? {}} onChange={put("lineMeasures")} />
          )}
        </>
      )}
    </>
  );
}
