import type { EndCode } from "../../core/end/index.ts";
import type { Place, Profile } from "../../core/identify/index.ts";
import { FixtureGlyph } from "../../drawing/fixture-glyph.tsx";
import { Silhouette } from "../../drawing/silhouette.tsx";
import { StopGlyph } from "../../drawing/stop-glyph.tsx";
import { shapeOf } from "../../drawing/thread-shape.ts";
import { LOOK_WORDS, PLACE_WORDS } from "../../labels/identify.ts";
import { PictureRadio } from "../../ui/picture-radio.tsx";
import { type ClueChange, type Clues, type Look, lookingLike, lookOf } from "./clues.ts";

interface FirstSightsProps {
  readonly clues: Clues;
  readonly profiles: ReadonlyMap<EndCode, Profile>;
  readonly onChange: (change: ClueChange) => void;
}

const PLACE_PICTURES: Readonly<Record<Place, React.ReactNode>> = {
  "stop-outlet": <StopGlyph kind="quarter-turn" />,
  "fill-valve": <FixtureGlyph fixture="toilet" />,
  faucet: <FixtureGlyph fixture="lavatory" />,
  appliance: <FixtureGlyph fixture="washer" />,
  pipe: <FixtureGlyph fixture="hydrant" />,
  unknown: <StopGlyph kind="unknown" />,
};

/** An end that shows what each look is: the commonest of its kind. */
const SAMPLES: Readonly<Record<Exclude<Look, "unknown">, EndCode>> = {
  "male-thread": "bc-7/8-m",
  "female-thread": "hose-3/4-f",
  smooth: "tube-1/2-copper",
  socket: "push-1/2",
};
const PX_PER_IN = 46;

/** Two looks before anything is measured: where it sits, and which of a few shapes it has. */
export function FirstSights({ clues, profiles, onChange }: FirstSightsProps) {
  const sample = (look: Look) => {
    const profile = look === "unknown" ? undefined : profiles.get(SAMPLES[look]);
    return profile ? (
      <Silhouette shape={shapeOf(profile)} pxPerIn={PX_PER_IN} label={look} />
    ) : (
      <StopGlyph kind="unknown" />
    );
  };
  return (
    <div className="grid gap-3">
      <PictureRadio
        label="Where does it sit?"
        options={PLACE_WORDS.map(([place, words]) => [place, words, PLACE_PICTURES[place]] as const)}
        value={clues.where}
        onChange={(where) => onChange({ where })}
        columns="grid-cols-3 sm:grid-cols-6"
      />
      <PictureRadio
        label="Which of these does it look like?"
        options={LOOK_WORDS.map(([look, words]) => [look, words, sample(look)] as const)}
        value={lookOf(clues)}
        onChange={(look) => onChange(lookingLike(look))}
        columns="grid-cols-3 sm:grid-cols-5"
      />
    </div>
  );
}
