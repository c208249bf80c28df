import type { Survey, SurveyFact } from "../../core/survey/index.ts";
import { METHOD_WORDS, PROOF_WORDS, STOP_KIND_WORDS, SUPPLY_WORDS } from "../../labels/survey.ts";
import { RadioGroup, SelectField, TextField } from "../fields.tsx";
import type { VisitProps } from "../visit-log/visit-props.ts";
import { type Draft, readPsi } from "./draft.ts";
import { type EndChoice, EndField } from "./end-field.tsx";
import { FixtureWork } from "./fixture-work.tsx";
import { PIPE_KINDS, SupplyMore } from "./supply-more.tsx";

interface WallSideProps {
  readonly draft: Draft;
  readonly setDraft: (make: (now: Draft) => Draft) => void;
  readonly set: (change: Partial<Survey>) => void;
  readonly psiFault: string | undefined;
  /** Class of a field that the preset has guessed. */
  readonly guess: (fact: SurveyFact) => string;
  readonly supplyEnds: readonly EndChoice[];
  readonly inletEnds: readonly EndChoice[];
  readonly fixtures: VisitProps["tables"]["fixtures"];
  /** Names of the fixture's other connections. */
  readonly others: readonly string[];
}

/** What is at the wall: the supply, its stop and its water, and the work on the fixture. */
export function WallSide(props: WallSideProps) {
  const { draft, setDraft, set, psiFault, guess, supplyEnds, inletEnds, fixtures, others } = props;
  const { survey } = draft;
  return (
    <div className="grid content-start gap-4">
      <h2>At the wall</h2>
      <div className={guess("supply")}>
        <RadioGroup
          label="Supply"
          options={SUPPLY_WORDS}
          value={survey.supply.kind}
          onChange={(kind) => set({ supply: { ...survey.supply, kind } })}
        />
      </div>
      <div className={guess("supply")}>
        <EndField
          label="Supply end"
          ends={supplyEnds}
          value={survey.supply.end}
          where={PIPE_KINDS.includes(survey.supply.kind) ? "pipe" : "stop-outlet"}
          onChange={(end) => set({ supply: { ...survey.supply, end } })}
        />
      </div>
      <SupplyMore supply={survey.supply} inletEnds={inletEnds} onChange={(supply) => set({ supply })} />
      <div className={guess("stop")}>
        <RadioGroup
          label="Stop"
          options={STOP_KIND_WORDS}
          value={survey.stop.kind}
          onChange={(kind) => set({ stop: { ...survey.stop, kind } })}
        />
      </div>
      <RadioGroup
        label="Closed, does it hold? Prove it; the handle says nothing"
        options={PROOF_WORDS}
        value={survey.stop.proof}
        onChange={(proof) => set({ stop: { ...survey.stop, proof } })}
      />
      <SelectField
        label="How it was proved"
        options={METHOD_WORDS}
        value={survey.stop.method ?? "none"}
        onChange={(method) => set({ stop: { ...survey.stop, method: method === "none" ? null : method } })}
      />
      <div className={guess("water")}>
        <RadioGroup
          label="Water"
          options={[
            ["cold", "C cold"],
            ["hot", "H hot"],
          ]}
          value={survey.water}
          onChange={(water) => set({ water })}
        />
      </div>
      <TextField
        label="Static pressure, psi (empty: not measured)"
        value={draft.psiText}
        onChange={(psiText) => setDraft((now) => ({ ...now, psiText }))}
        fault={psiFault}
        hint={
          readPsi(draft.psiText).ok && (Number.parseFloat(draft.psiText) || 0) > 80
            ? "Above 80 psi: a reducer and expansion control come first."
            : "gauge pressure with nothing running"
        }
      />
      <FixtureWork
        survey={survey}
        fixtures={fixtures}
        others={others}
        onChange={(changed) => setDraft((now) => ({ ...now, survey: changed }))}
      />
    </div>
  );
}
