import { useMemo, useState } from "react";
import type { EndCode } from "../../core/end/index.ts";
import {
  answerEvidence,
  type Identifier,
  type Instrument,
  isBlank,
  type Place,
} from "../../core/identify/index.ts";
import { Notice } from "../../ui/notice.tsx";
import { Calibrate } from "./calibrate.tsx";
import { CaliperFeed } from "./caliper-feed.tsx";
import { type ClueChange, noClues, readClues, withChange } from "./clues.ts";
import { Compare } from "./compare.tsx";
import { FirstSights } from "./first-sights.tsx";
import { IfWrong } from "./if-wrong.tsx";
import { LikeliestBar } from "./leader-bar.tsx";
import { Ranking } from "./ranking.tsx";
import { Steps } from "./steps.tsx";
import { useEndTables } from "./use-end-tables.ts";
import { useScreenScale } from "./use-screen-scale.ts";
import { Verdict } from "./verdict.tsx";

interface IdentifyProps {
  readonly where?: Place;
  /** Given where the identifier was opened to fill an end in. */
  readonly onPick?: (code: EndCode, name: string) => void;
}

/** Reads an end nobody knows: what is seen and measured on the left, the live ranking on the right. */
export function Identify(props: IdentifyProps) {
  const tables = useEndTables();
  if (tables.state === "loading")
    return (
      <p role="status" className="mt-4 text-quiet">
        Fetching the table of ends …
      </p>
    );
  if (tables.state === "failed")
    return (
      <div role="alert" className="mt-4">
        <p className="fault">The table of ends could not be fetched: the server does not answer.</p>
        <button type="button" className="button mt-2" onClick={tables.retry}>
          Try again
        </button>
      </div>
    );
  return <Reader {...props} identifier={tables.identifier} instruments={tables.instruments} />;
}

interface ReaderProps extends IdentifyProps {
  readonly identifier: Identifier;
  readonly instruments: readonly Instrument[];
}

function Reader({ where = "unknown", onPick, identifier, instruments }: ReaderProps) {
  const [clues, setClues] = useState(() => noClues(where));
  /** Counts how often everything was cleared: a reading that was held is let go then. */
  const [round, setRound] = useState(0);
  const [compared, setCompared] = useState<readonly EndCode[]>([]);
  const [scale, setPxPerIn] = useScreenScale();
  const profiles = useMemo(
    () => new Map(identifier.profiles.map((profile) => [profile.end.code, profile])),
    [identifier],
  );
  const change = (by: ClueChange) => setClues((now) => withChange(now, by));
  const halfWidthIn = instruments.find(({ code }) => code === clues.instrument)?.halfWidthIn ?? 0.005;
  const { measured, faults } = readClues(clues, halfWidthIn);
  const hasFaults = Object.keys(faults).length > 0;
  const answer = hasFaults ? null : answerEvidence(identifier, measured);
  const [one, other] = compared.map((code) => profiles.get(code));
  const compare = (code: EndCode) =>
    setCompared((now) =>
      now.includes(code) ? now.filter((each) => each !== code) : [...now, code].slice(-2),
    );

  return (
    <div className="@container mt-3" data-identify>
      <div className="grid gap-x-10 gap-y-4 @3xl:grid-cols-2">
        <div className="grid content-start gap-4">
          <FirstSights clues={clues} profiles={profiles} onChange={change} />
          <Steps
            key={round}
            next={answer?.next ?? null}
            profiles={profiles}
            clues={clues}
            faults={faults}
            instruments={instruments}
            onChange={change}
          />
          <div className="flex flex-wrap gap-2">
            <button
              type="button"
              className="button"
              onClick={() => {
                setClues(noClues(where));
                setRound((now) => now + 1);
              }}
            >
              Clear everything
            </button>
          </div>
          <CaliperFeed crests={clues.crests} onReading={change} />
        </div>
        <div className="grid content-start gap-3">
          {answer && <Verdict answer={answer} isBlank={isBlank(measured)} />}
          {one && other && (
            <Compare
              one={one}
              other={other}
              identifier={identifier}
              pxPerIn={scale.pxPerIn}
              onClose={() => setCompared([])}
            />
          )}
          {one && !other && (
            <Notice tone="work" role="status" className="">
              {one.end.name}: choose another to compare it with.
            </Notice>
          )}
          <Calibrate scale={scale} onScale={setPxPerIn} />
          {answer && !(isBlank(measured) && clues.where === "unknown") && (
            <Ranking
              answer={answer}
              profiles={profiles}
              pxPerIn={scale.pxPerIn}
              compared={compared}
              onCompare={compare}
              onPick={onPick ?? null}
            />
          )}
          {answer && !isBlank(measured) && (
            <IfWrong lookAlikes={answer.lookAlikes} nameOf={(code) => profiles.get(code)?.end.name ?? code} />
          )}
          <p className="text-small text-quiet">
            A computed likelihood, not a certificate: try the mate by hand before you wrench it, and stop at
            the first stiffness. Local code and the maker's sheet come first.
          </p>
        </div>
      </div>
      <LikeliestBar
        answer={answer}
        isBlank={isBlank(measured)}
        faults={Object.values(faults)}
        onPick={onPick ?? null}
      />
    </div>
  );
}
