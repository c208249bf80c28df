import { useEffect, useState } from "react";
import { type Answered, call } from "../../client/call.ts";
import { listen } from "../../client/listen.ts";
import { useAsk } from "../../client/use-ask.ts";
import { Disclosure } from "../../ui/disclosure.tsx";
import { SelectField } from "../../ui/field.tsx";
import { type ClueChange, readingText } from "./clues.ts";

interface CaliperFeedProps {
  readonly crests: number;
  readonly onReading: (change: ClueChange) => void;
}

type Lay = "across" | "span";

type Piece = Answered<"GET /api/v1/instruments/pieces/{piece}">;

const PIECES = [1, 2, 3, 4, 5, 6, 7, 8] as const;

type Feed = { readonly valueIn: number; readonly simulated: boolean } | "waiting" | "lost";

/** Readings as the caliper sends them, while it is laid on. */
function useCaliper(piece: number | null, lay: Lay, crests: number): Feed {
  const [feed, setFeed] = useState<Feed>("waiting");
  useEffect(() => {
    setFeed("waiting");
    if (piece === null) return;
    return listen(
      "/api/v1/instruments/caliper",
      { piece: String(piece), lay, ...(lay === "span" ? { crests: String(crests) } : {}) },
      { onEvent: setFeed, onLost: () => setFeed("lost") },
    );
  }, [piece, lay, crests]);
  return feed;
}

function usePiece(piece: number | null): Piece | null {
  const { now, ask, cancel } = useAsk<Piece>();
  useEffect(() => {
    if (piece === null) cancel();
    else
      ask((signal) =>
        call("GET /api/v1/instruments/pieces/{piece}", { params: { piece: String(piece) }, signal }),
      );
  }, [piece, ask, cancel]);
  return now.state === "answered" ? now.answer : null;
}

function sightOf({ gender, threaded, seal, material }: Piece): string {
  const form = threaded ? "threaded" : "smooth";
  const goes = gender === "male" ? "male" : "female";
  const shows = seal.length > 0 ? `shows ${seal.join(" and ")}` : "shows no seat";
  return [form, goes, shows, ...(material === null ? [] : [`made of ${material}`])].join(", ");
}

/** A connected caliper; in this version a simulated one on a tray of practice pieces, and it says so. */
export function CaliperFeed({ crests, onReading }: CaliperFeedProps) {
  const [piece, setPiece] = useState<number | null>(null);
  const [lay, setLay] = useState<Lay>("across");
  const [isShown, setShown] = useState(false);
  const feed = useCaliper(piece, lay, crests);
  const pieceState = usePiece(piece);
  const value = typeof feed === "object" ? feed.valueIn : null;
  const take = () => {
    if (value === null) return;
    const text = readingText(value);
    if (lay === "span") return onReading({ span: text });
    return onReading(pieceState?.gender === "female" ? { inside: text } : { outside: text });
  };
  return (
    <Disclosure summary="Caliper on a practice piece (simulated)" className="border-t border-hairline py-1">
      <div className="grid gap-2">
        <div className="grid grid-cols-2 gap-3">
          <SelectField
            label="Piece from the tray"
            options={[["", "none"], ...PIECES.map((each) => [String(each), `Piece ${each}`] as const)]}
            value={piece === null ? "" : String(piece)}
            onChange={(each) => {
              setPiece(each === "" ? null : Number(each));
              setShown(false);
            }}
          />
          <SelectField
            label="Jaws laid"
            options={[
              ["across", "across it"],
              ["span", `over ${crests} crests`],
            ]}
            value={lay}
            onChange={setLay}
          />
        </div>
        {pieceState && <p>You see: {sightOf(pieceState)}.</p>}
        {piece !== null && (
          <div className="flex flex-wrap items-center gap-3">
            <output className="figure text-head" data-caliper={value ?? ""}>
              {value === null ? (feed === "lost" ? "no caliper" : "…") : `${value.toFixed(4)} in`}
            </output>
            {typeof feed === "object" && feed.simulated && (
              <span className="mark text-work-ink">SIMULATED</span>
            )}
            <button type="button" className="button" onClick={take} disabled={value === null}>
              Take this reading
            </button>
            <button type="button" className="button button-plain" onClick={() => setShown(true)}>
              What is it?
            </button>
          </div>
        )}
        {isShown && pieceState && (
          <p role="status">
            It is <strong>{pieceState.name}</strong> <span className="figure">{pieceState.end}</span>.
          </p>
        )}
      </div>
    </Disclosure>
  );
}
