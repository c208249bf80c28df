import { useState } from "react";
import { shareAt } from "../../core/hammer/index.ts";
import { quantityText } from "../../labels/display.ts";
import { RadioGroup } from "../../ui/choice.tsx";
import { SelectField } from "../../ui/field.tsx";
import { ProgressBar } from "../../ui/progress-bar.tsx";
import { Slider } from "../../ui/slider.tsx";
import { BangPanel } from "./bang-panel.tsx";
import { CuresTable } from "./cures-table.tsx";
import { FlowPanel } from "./flow-panel.tsx";
import { TankPanel } from "./tank-panel.tsx";
import { useBangs } from "./use-bangs.ts";
import {
  bangQuestion,
  branchAsSet,
  cureQuestion,
  type Device,
  ratingOf,
  type WaterFacts,
  type WaterState,
  waterState,
  withWiderPipe,
} from "./water-state.ts";

export interface WaterViewProps extends WaterFacts {
  readonly hasPlan: boolean;
  /** The branch is fed by a reverse-osmosis unit. */
  readonly isTreated: boolean;
  readonly room: {
    readonly clearanceIn: number | null;
    readonly arrestorIn: number | null;
    readonly lineIn: number | null;
  };
  /** Told of every change. */
  readonly onState?: (state: WaterState) => void;
}

const DEVICES: readonly (readonly [Device, string])[] = [
  ["arrestor", "Arrestor"],
  ["air-chamber", "Air chamber"],
  ["none", "Nothing"],
];
const PLACES = [
  ["valve", "At the fixture's valve"],
  ["junction", "At the stop"],
] as const;

function deviceName({ device, place, size, airShare }: WaterState): string {
  const where = place === "valve" ? "at the valve" : "at the stop";
  if (device === "air-chamber") return `Air chamber ${where}, ${Math.round(airShare * 100)} % air`;
  return `Arrestor ${size} ${where}`;
}

/** The water of one branch: what flows and is left, the bang when the valve shuts, and what helps. */
export function WaterView(props: WaterViewProps) {
  const { fixture, tables, room, hasPlan, isTreated, onState } = props;
  const [state, setState] = useState(() => waterState(props));
  const change = (part: Partial<WaterState>) => {
    const next = { ...state, ...part };
    setState(next);
    onState?.(next);
  };
  const branch = branchAsSet(props, state);
  const bang = bangQuestion(props, state);
  const { isPossible, bangs, cures, share, trouble, cancel } = useBangs({
    bang,
    cure: cureQuestion(props, state),
  });
  const rating = ratingOf(props);
  const size = tables.arrestorSizes.find((each) => each.size === state.size);
  const { valve } = fixture;
  return (
    <div
      className="mt-3 grid gap-x-8 gap-y-4 lg:grid-cols-side-main"
      data-water
      data-answered={bangs === null ? "no" : "yes"}
    >
      <section aria-label="What the branch is like">
        <div className="grid gap-x-6 gap-y-2 sm:grid-cols-2 lg:grid-cols-1">
          <Slider
            label="Static pressure"
            unit="psi"
            value={state.staticPsi}
            min={10}
            max={150}
            step={1}
            {...(props.branch.isStaticAssumed
              ? { hint: `Not measured: ${quantityText(60, "psi")} is assumed.` }
              : {})}
            onChange={(staticPsi) => change({ staticPsi })}
          />
          <Slider
            label={`Flow into the ${fixture.label}`}
            unit="gpm"
            value={state.flowGpm}
            min={0.1}
            max={12}
            step={0.1}
            onChange={(flowGpm) => change({ flowGpm })}
          />
          <Slider
            label={`Its valve closes in (${valve.valve})`}
            unit="ms"
            value={state.closureMs}
            min={1}
            max={2000}
            step={1}
            hint={`Usually ${valve.closureMs.low} to ${valve.closureMs.high} ms.`}
            onChange={(closureMs) => change({ closureMs })}
          />
        </div>
        <fieldset className="mt-3 border-t border-hairline pt-2">
          <legend className="pr-2 font-bold">Pipe before the stop</legend>
          <p className={state.isPipeKnown ? "text-small text-quiet" : "text-small text-work-ink"}>
            {state.isPipeKnown
              ? "Counted in the flow and in the bang."
              : "Nobody has looked: a usual one is taken for the bang, none for the flow."}
          </p>
          <div className="mt-1 grid gap-x-6 gap-y-2 sm:grid-cols-2 lg:grid-cols-1">
            <SelectField
              label="Kind and size"
              value={state.pipe ?? ""}
              options={[
                ...(state.pipe === null ? [["", `Bore ${props.branch.before.boreIn} in`] as const] : []),
                ...tables.pipeSizes.map(({ code, label }) => [code, label] as const),
              ]}
              onChange={(pipe) => change({ pipe: pipe === "" ? null : pipe, isPipeKnown: true })}
            />
            <Slider
              label="Length to where the pressure is steady: main or wide riser"
              unit="ft"
              value={state.pipeFt}
              min={1}
              max={200}
              step={1}
              onChange={(pipeFt) => change({ pipeFt, isPipeKnown: true })}
            />
            <Slider
              label="Rise on the way"
              unit="ft"
              value={state.riseFt}
              min={-30}
              max={60}
              step={1}
              onChange={(riseFt) => change({ riseFt, isPipeKnown: true })}
            />
          </div>
        </fieldset>
        <fieldset className="mt-3 border-t border-hairline pt-2">
          <legend className="pr-2 font-bold">Try a device</legend>
          <RadioGroup
            label="Device"
            options={DEVICES}
            value={state.device}
            onChange={(device) => change({ device })}
          />
          {state.device !== "none" && bang.bare.pipes.length > 1 && (
            <RadioGroup
              label="Where"
              options={PLACES}
              value={state.place}
              onChange={(place) => change({ place })}
            />
          )}
          {state.device === "arrestor" && (
            <div className="mt-1 grid gap-x-6 gap-y-2 sm:grid-cols-2 lg:grid-cols-1">
              <SelectField
                label="Size"
                value={state.size}
                options={tables.arrestorSizes.map(
                  (each) =>
                    [
                      each.size,
                      `${each.size}, ${each.units.from} to ${each.units.until} fixture units, about ${each.gasIn3} cubic inches of gas`,
                    ] as const,
                )}
                onChange={(chosen) => change({ size: chosen })}
              />
              <Slider
                label="Precharge"
                unit="psi"
                value={state.prechargePsi}
                min={0}
                max={120}
                step={1}
                onChange={(prechargePsi) => change({ prechargePsi })}
              />
            </div>
          )}
          {state.device === "air-chamber" && (
            <Slider
              label="Air it has left"
              unit="%"
              value={Math.round(state.airShare * 100)}
              min={1}
              max={100}
              step={1}
              onChange={(percent) => change({ airShare: percent / 100 })}
            />
          )}
        </fieldset>
      </section>
      <div>
        {!hasPlan && (
          <p role="status" className="text-work-ink">
            No plan goes between these ends: only the pipe before is computed.
          </p>
        )}
        <FlowPanel
          branch={branch}
          fixture={{ label: fixture.label, leastPsi: fixture.leastPsi, fillGal: valve.fillGal }}
          flowGpm={state.flowGpm}
          wider={withWiderPipe(props, branch)}
        />
        {bangs === null ? (
          <p role="status" className="mt-5">
            {trouble ??
              (isPossible
                ? "Working out the bang."
                : "No pressure is left at the valve at that flow: lower the flow, or raise the pressure or the bore.")}
          </p>
        ) : (
          <BangPanel
            bangs={bangs}
            ratedPsi={rating.psi}
            isRatingStated={rating.isStated}
            waterTempF={branch.waterTempF}
            deviceName={deviceName(state)}
          />
        )}
        {share !== null && (
          <p role="status" className="no-print mt-3 flex items-center gap-3">
            <ProgressBar value={share} label="Working out what helps" />
            Working out what helps
            <button type="button" className="button" onClick={cancel}>
              Stop
            </button>
          </p>
        )}
        {cures !== null && (
          <CuresTable
            cures={cures}
            units={valve.units}
            bodyIn={(cures.size ?? size)?.bodyIn ?? null}
            room={room}
            gasShare={size === undefined ? null : shareAt(state, state.staticPsi)}
            prechargePsi={state.prechargePsi}
            staticPsi={state.staticPsi}
          />
        )}
        {(isTreated || fixture.flowGpm <= 1) && <TankPanel branch={branch} flowGpm={fixture.flowGpm} />}
      </div>
    </div>
  );
}
