/** A small picture of each fixture, one stroke wide: for choosing what is to be connected. */
import type { Fixture } from "../core/plan/index.ts";

/** Paths in a square of 48. */
const PATHS: Readonly<Record<Fixture, string>> = {
  toilet: "M10 6h12v14H10zM10 20h6M22 20h14c0 9-5 13-10 14v8H16v-8c-4-2-6-7-6-14",
  "bidet-seat": "M8 16h22c6 0 10 4 10 8s-4 8-10 8H8zM14 20h14c4 0 6 2 6 4s-2 4-6 4H14M32 12l6-6M8 16v-6h8v6",
  "bidet-sprayer": "M12 8h10l4 5-4 5H12zM16 18v10c0 8 14 6 14 14M28 9l8-4M28 13h9M28 17l8 4",
  bidet: "M8 22h32c0 10-6 14-12 15v5h-8v-5C14 36 8 32 8 22zM20 22v-8c0-4 8-4 8 0",
  lavatory: "M6 24h36c0 9-8 14-18 14S6 33 6 24zM20 24V12c0-6 10-6 10 0v2M24 38v6",
  kitchen: "M4 26h40v14H4zM20 26V12c0-8 14-8 14 0v4M24 26v14M10 20v6M8 20h4",
  rinser: "M6 34h36v6H6zM14 34v-4h20v4M24 30v-6M18 22l-4-8M24 21V9M30 22l4-8",
  dishwasher: "M8 6h32v36H8zM8 14h32M13 10h6M30 10h5M14 20h20v16H14zM18 24v8M24 24v8M30 24v8",
  refrigerator: "M12 4h24v40H12zM12 18h24M17 9v5M17 23v8M28 28l6 6M34 28l-6 6M31 26v10",
  brewer: "M10 6h28v8H10zM14 14v28h24M10 42h28M20 20h14v12c0 4-14 4-14 0zM27 14v6",
  "ice-machine": "M8 6h32v36H8zM8 24h32M14 12h20M14 30h7v7h-7zM27 30h7v7h-7z",
  washer: "M8 6h32v36H8zM8 14h32M13 10h5M32 10h3M24 18a10 10 0 1 0 .1 0M15 29c5-4 7 4 11 0s6 2 7 0",
  "tub-filler": "M4 24h40v6c0 6-4 8-8 8H12c-4 0-8-2-8-8zM10 24V10c0-6 10-6 10 0v2M12 38v4M36 38v4",
  utility: "M8 22h32v16H8zM12 38v6M36 38v6M24 22V10h8v5M20 10h8M24 6v4",
  hydrant: "M6 6v36M6 22h16M22 16h10v12H22zM27 16V8M22 8h10M32 22h6v8M38 33v3M38 39v3",
  filter: "M16 8h16v6H16zM18 14h12v26c0 4-12 4-12 0zM6 11h10M32 11h10M21 20v16M24 20v16M27 20v16",
};

/** Returns the outline of a fixture in a square of 48. */
export function fixturePath(fixture: Fixture): string {
  return PATHS[fixture];
}

export function FixtureGlyph({ fixture }: { readonly fixture: Fixture }) {
  return (
    <svg viewBox="0 0 48 48" width="44" height="44" aria-hidden="true" className="fixture-glyph">
      <path
        d={PATHS[fixture]}
        fill="none"
        stroke="currentColor"
        strokeWidth="2"
        strokeLinejoin="round"
        strokeLinecap="round"
      />
    </svg>
  );
}
