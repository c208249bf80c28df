import { useMemo, useState } from "react";
import type { EndCode } from "../../core/end/index.ts";
import type { Place } from "../../core/identify/index.ts";
import type { EndChoice, EndOffer } from "../../drawing/end-choice.ts";
import { Silhouette } from "../../drawing/silhouette.tsx";
import { deferred } from "../../ui/deferred.tsx";
import { PictureRadio } from "../../ui/picture-radio.tsx";

const EndSearch = deferred(
  async () => (await import("./end-search.tsx")).EndSearch,
  <div className="min-h-17" />,
);
const Identify = deferred(async () => (await import("../identify/identify.tsx")).Identify);

/** Scale of the outlines, the same in every picker: pixels to an inch. */
const PX_PER_IN = 58;

interface EndPickerProps {
  readonly label: string;
  readonly offer: EndOffer;
  readonly place: Place;
  /** Code of the chosen end; null: none. */
  readonly value: EndCode | null;
  readonly onChange: (code: EndCode) => void;
  /** Whether the identifier can be opened in place. */
  readonly canIdentify?: boolean;
}

function outlineOf({ code, name }: EndChoice, { shapes }: EndOffer) {
  const shape = shapes[code];
  return shape ? <Silhouette shape={shape} pxPerIn={PX_PER_IN} label={name} /> : null;
}

/** Choosing an end: the likely ones of the place as outlines to one scale, any other by its name, an unknown one by measuring. */
export function EndPicker({ label, offer, place, value, onChange, canIdentify = true }: EndPickerProps) {
  const [isReading, setReading] = useState(false);
  const likely = offer.likely[place] ?? [];
  const shown = value === null || likely.includes(value) ? likely : [value, ...likely.slice(0, -1)];
  const named = useMemo(() => new Map(offer.ends.map((end) => [end.code, end])), [offer]);
  // The same list until the place changes: the search over its words is then made ready once.
  const ordered = useMemo(() => {
    const first = offer.likely[place] ?? [];
    const rank = (code: EndCode) => (first.includes(code) ? first.indexOf(code) : first.length);
    return [...offer.ends].sort((a, b) => rank(a.code) - rank(b.code));
  }, [offer, place]);
  return (
    <div className="grid content-start gap-2" data-end-picker={label}>
      <PictureRadio
        label={label}
        options={shown.flatMap((code) => {
          const end = named.get(code);
          return end === undefined ? [] : [[code, end.name, outlineOf(end, offer)] as const];
        })}
        value={value}
        onChange={onChange}
        columns="grid-cols-3"
      />
      <div className="flex flex-wrap items-end gap-2">
        <div className="min-w-52 flex-1">
          <EndSearch label="Another end" ends={ordered} onChoose={onChange} />
        </div>
        {canIdentify && (
          <button
            type="button"
            className="button"
            aria-expanded={isReading}
            onClick={() => setReading((now) => !now)}
          >
            {isReading ? "Close Identify" : "Not sure? Identify it"}
          </button>
        )}
      </div>
      {isReading && (
        <section aria-label={`Identify: ${label}`} className="border-2 border-work px-3 pb-3">
          <Identify
            where={place}
            onPick={(code) => {
              onChange(code);
              setReading(false);
            }}
          />
        </section>
      )}
    </div>
  );
}
