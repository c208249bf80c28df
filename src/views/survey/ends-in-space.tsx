import { asSixteenths, type LineSpace, type Survey } from "../../core/survey/index.ts";
import { Disclosure } from "../../ui/disclosure.tsx";
import { DirectionSelect } from "../direction-select.tsx";
import { OffsetField } from "../offset-field.tsx";

interface EndsInSpaceProps {
  readonly survey: Survey;
  /** Where the line bench of this connection is. */
  readonly benchHref: string;
  readonly onChange: (space: LineSpace) => void;
}

const NONE = asSixteenths(0);

/** What a survey starts from when somebody begins to measure. */
const UNMEASURED: LineSpace = {
  inlet: { right: NONE, up: NONE, out: NONE },
  supplyWay: [0, 1, 0],
  inletWay: [0, -1, 0],
  walls: {},
  room: null,
};

/** Where the inlet lies from the supply, and which way the line leaves both: what the line bench is filled in with. */
export function EndsInSpace({ survey, benchHref, onChange }: EndsInSpaceProps) {
  const space = survey.space ?? UNMEASURED;
  const place = (key: keyof LineSpace["inlet"]) => (value: number | null) =>
    value !== null && onChange({ ...space, inlet: { ...space.inlet, [key]: asSixteenths(value) } });
  const way = (which: "supplyWay" | "inletWay", label: string) => (
    <DirectionSelect
      label={label}
      way={space[which]}
      otherwise="as it was drawn"
      onChange={(chosen) => onChange({ ...space, [which]: chosen })}
    />
  );
  return (
    <Disclosure
      summary={<>Where the ends lie{survey.space === undefined ? ": not measured" : ""}</>}
      open={survey.space !== undefined}
    >
      <div className="grid grid-cols-3 gap-3">
        <OffsetField
          label="Inlet right of it"
          isSigned
          value={space.inlet.right.value}
          onChange={place("right")}
        />
        <OffsetField label="Inlet above it" isSigned value={space.inlet.up.value} onChange={place("up")} />
        <OffsetField
          label="Inlet out from it"
          isSigned
          value={space.inlet.out.value}
          onChange={place("out")}
        />
      </div>
      <div className="mt-2 grid grid-cols-2 gap-3">
        {way("supplyWay", "The line leaves the supply")}
        {way("inletWay", "The line leaves the inlet")}
      </div>
      <a className="mt-1 inline-flex min-h-touch items-center underline" href={benchHref}>
        Line length: the right length for these ends
      </a>
    </Disclosure>
  );
}
