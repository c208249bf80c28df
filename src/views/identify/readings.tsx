import type { Instrument, NextKind } from "../../core/identify/index.ts";
import { shopUnit } from "../../labels/display.ts";
import { MATERIAL_WORDS, SEAT_WORDS } from "../../labels/identify.ts";
import { CheckboxField, CheckboxGroup, RadioGroup } from "../../ui/choice.tsx";
import { SelectField, TextField } from "../../ui/field.tsx";
import type { ClueChange, ClueFaults, Clues } from "./clues.ts";
import { ReadingField } from "./reading-field.tsx";

/** Kinds of measurement that are typed or ticked; the others are said by a picture. */
export const READING_KINDS = [
  "across",
  "span",
  "count",
  "taper",
  "seat",
  "thread",
  "material",
] as const satisfies readonly NextKind[];
export type ReadingKind = (typeof READING_KINDS)[number];

export function isReadingKind(kind: NextKind): kind is ReadingKind {
  return READING_KINDS.some((each) => each === kind);
}

/** Readings that speak of threads only. */
const OF_THREADS: readonly ReadingKind[] = ["span", "count", "taper", "thread"];

/** Returns whether a reading can be made on what has been said of the end so far. */
export function isReadable(kind: ReadingKind, { threaded }: Pick<Clues, "threaded">): boolean {
  return threaded !== "no" || !OF_THREADS.includes(kind);
}

interface ReadingsProps {
  readonly kind: ReadingKind;
  readonly clues: Clues;
  readonly faults: ClueFaults;
  readonly onChange: (change: ClueChange) => void;
}

const ACROSS = { low: 0.2, high: 1.4 };
const CRESTS = [4, 5, 6, 7, 8, 9, 10, 11] as const;

/** What the readings are made with: how far each may be off. */
export function InstrumentChoice({
  clues,
  instruments,
  onChange,
}: Pick<ReadingsProps, "clues" | "onChange"> & { readonly instruments: readonly Instrument[] }) {
  return (
    <RadioGroup
      label="Measured with"
      options={instruments.map(({ code, label }) => [code, label] as const)}
      value={clues.instrument}
      onChange={(instrument) => onChange({ instrument })}
    />
  );
}

function Across({ clues, faults, onChange }: Omit<ReadingsProps, "kind">) {
  const isInside = clues.gender === "female";
  return (
    <>
      {!isInside && (
        <ReadingField
          label="Outside diameter, of thread or tube"
          text={clues.outside}
          onText={(outside) => onChange({ outside })}
          fault={faults.outside}
          hint="0.561, 9/16 or 14.2 mm"
          slider={ACROSS}
        />
      )}
      {clues.gender !== "male" && (
        <ReadingField
          label="Across the inside, at the mouth"
          text={clues.inside}
          onText={(inside) => onChange({ inside })}
          fault={faults.inside}
          {...(isInside ? { slider: ACROSS } : {})}
          hint="for a nut, a socket or a tube's bore"
        />
      )}
    </>
  );
}

function Span({ clues, faults, onChange }: Omit<ReadingsProps, "kind">) {
  return (
    <div className="grid grid-cols-term gap-3">
      <SelectField
        label="Crests"
        options={CRESTS.map((crests) => [String(crests), String(crests)])}
        value={String(clues.crests)}
        onChange={(crests) => onChange({ crests: Number(crests) })}
        isFigure
      />
      <ReadingField
        label={`Span over ${clues.crests} crests`}
        text={clues.span}
        onText={(span) => onChange({ span })}
        fault={faults.span}
        hint="first to last, both touched"
      />
    </div>
  );
}

function Taper({ clues, faults, onChange }: Omit<ReadingsProps, "kind">) {
  return (
    <>
      {clues.gender !== "female" && (
        <ReadingField
          label={`Reading ${shopUnit("in") === "in" ? "3/8 in" : "9.5 mm"} further back`}
          text={clues.further}
          onText={(further) => onChange({ further })}
          fault={faults.further}
          hint="grows on a taper"
        />
      )}
      <RadioGroup
        label="Does it taper?"
        options={[
          ["yes", "tapers"],
          ["no", "straight"],
          ["unknown", "not sure"],
        ]}
        value={clues.taper}
        onChange={(taper) => onChange({ taper })}
      />
    </>
  );
}

function Seat({ clues, faults, onChange }: Omit<ReadingsProps, "kind">) {
  return (
    <>
      <CheckboxGroup
        label="In its mouth you see"
        options={SEAT_WORDS}
        chosen={clues.seats}
        onChange={(seats) => onChange({ seats })}
      >
        <CheckboxField
          label="nothing of these"
          checked={clues.noSeat}
          onChange={(noSeat) => onChange({ noSeat })}
        />
      </CheckboxGroup>
      {faults.sight !== undefined && (
        <p role="alert" className="fault">
          {faults.sight}
        </p>
      )}
    </>
  );
}

/** The fields of one kind of reading. */
export function Readings({ kind, ...props }: ReadingsProps) {
  const { clues, faults, onChange } = props;
  switch (kind) {
    case "across":
      return <Across {...props} />;
    case "span":
      return <Span {...props} />;
    case "count":
      return (
        <TextField
          label="Threads in half an inch"
          value={clues.count}
          onChange={(count) => onChange({ count })}
          fault={faults.count}
          hint="a count by eye is often off by one"
          isFigure
          inputMode="numeric"
        />
      );
    case "taper":
      return <Taper {...props} />;
    case "seat":
      return <Seat {...props} />;
    case "thread":
      return (
        <RadioGroup
          label="Thread gauge leaf that fits"
          options={[
            ["60", "60°"],
            ["55", "55°"],
            ["unknown", "not tried"],
          ]}
          value={clues.flank}
          onChange={(flank) => onChange({ flank })}
        />
      );
    case "material":
      return (
        <SelectField
          label="Made of"
          options={MATERIAL_WORDS}
          value={clues.material}
          onChange={(material) => onChange({ material })}
        />
      );
  }
}
