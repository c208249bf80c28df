import { useEffect, useRef, useState } from "react";
import { listen } from "../../client/listen.ts";
import type { Sample } from "../../core/hold/index.ts";
import { SelectField, TextField } from "../../ui/field.tsx";
import { figureFrom, type HoldForm } from "./hold-form.ts";

interface GaugeFeedProps {
  readonly form: HoldForm;
  readonly onReadings: (samples: readonly Sample[]) => void;
  /** The hold is over. */
  readonly onEnd: () => void;
}

const SECTIONS = [1, 2, 3, 4, 5, 6] as const;

/** A connected gauge; in this version a simulated one on practice sections that each hide something, and it says so. */
export function GaugeFeed({ form, onReadings, onEnd }: GaugeFeedProps) {
  const [hides, setHides] = useState<(typeof SECTIONS)[number]>(1);
  const [minutes, setMinutes] = useState("20");
  const [state, setState] = useState<"idle" | "reading" | "lost">("idle");
  const leave = useRef<(() => void) | null>(null);
  const stop = (next: "idle" | "lost") => {
    leave.current?.();
    leave.current = null;
    setState(next);
  };
  useEffect(() => () => leave.current?.(), []);
  const length = figureFrom(minutes, 1, 240);
  const start = () => {
    if (length === null) return;
    const samples: Sample[] = [];
    setState("reading");
    onReadings([]);
    leave.current = listen(
      "/api/v1/instruments/gauge",
      {
        hides: String(hides),
        volumeMl: form.volumeMl,
        hoseFt: form.hoseType === "none" ? "0" : form.hoseFt,
        hoseType: form.hoseType,
        material: form.material,
        startPsi: form.startPsi,
        minutes: String(length),
      },
      {
        onEvent: ({ simulated: _, ...sample }) => {
          samples.push(sample);
          onReadings([...samples]);
        },
        onEnd: () => {
          stop("idle");
          onEnd();
        },
        onLost: () => stop("lost"),
      },
    );
  };
  return (
    <div className="flex flex-wrap items-end gap-3">
      <SelectField
        label="Practice section"
        options={SECTIONS.map((each) => [String(each), `Section ${each}`])}
        value={String(hides)}
        isDisabled={state === "reading"}
        onChange={(value) => setHides(SECTIONS.find((each) => String(each) === value) ?? 1)}
      />
      <TextField
        label="Hold, min (played fast)"
        inputMode="decimal"
        value={minutes}
        onChange={setMinutes}
        isFigure
        width="w-24"
        {...(length === null ? { fault: "minutes above 0" } : {})}
      />
      {state === "reading" ? (
        <button
          type="button"
          className="button"
          onClick={() => {
            stop("idle");
            onEnd();
          }}
        >
          Stop reading
        </button>
      ) : (
        <button type="button" className="button button-main" disabled={length === null} onClick={start}>
          Read the gauge
        </button>
      )}
      <span className="mark text-work-ink">SIMULATED</span>
      {state === "lost" && (
        <p className="fault">The gauge cannot be reached. What was read stays; start it again.</p>
      )}
    </div>
  );
}
