/** Today asks every half minute whether a customer has found something wet, and says so on the page, by a sound and by a notification. */

import { type Answered, call } from "../client/call.ts";

type WetAnswers = Answered<"GET /api/v1/alerts">["wet"];

const EVERY_MS = 30_000;
const TOLD = "brass-nut-told-wet";
/** Two short tones, Hz and seconds. */
const TONES = [
  [880, 0],
  [660, 0.25],
] as const;
const TONE_SEC = 0.2;

/** Ids this device has told already: a reload does not ring again. */
function toldBefore(): ReadonlySet<string> {
  return new Set((localStorage.getItem(TOLD) ?? "").split(" "));
}

function ring(): void {
  try {
    const audio = new AudioContext();
    for (const [hertz, from] of TONES) {
      const tone = audio.createOscillator();
      tone.frequency.value = hertz;
      tone.connect(audio.destination);
      tone.start(audio.currentTime + from);
      tone.stop(audio.currentTime + from + TONE_SEC);
    }
  } catch {
    // A browser that plays nothing still shows the line on the page.
  }
}

function show(panel: HTMLElement, wet: WetAnswers): void {
  panel.hidden = wet.length === 0;
  const list = panel.querySelector("ul");
  list?.replaceChildren(
    ...wet.map(({ visit, label, title, by }) => {
      const item = document.createElement("li");
      const link = document.createElement("a");
      link.href = `/visits/${visit}`;
      link.className = "inline-flex min-h-touch items-center font-bold";
      link.textContent = label;
      item.append(link, ` ${title}: wet, says ${by}`);
      return item;
    }),
  );
}

async function look(panel: HTMLElement): Promise<void> {
  const answer = await call("GET /api/v1/alerts").catch(() => null);
  if (answer === null) return;
  const { wet } = answer;
  show(panel, wet);
  const told = toldBefore();
  const fresh = wet.filter(({ id }) => !told.has(id));
  if (fresh.length === 0) return;
  localStorage.setItem(TOLD, wet.map(({ id }) => id).join(" "));
  ring();
  if ("Notification" in window && Notification.permission === "granted")
    for (const { label, title } of fresh) new Notification(`Wet: ${label}`, { body: title });
}

/** Starts asking, and offers to tell by notifications. */
export function watchForWet(panel: HTMLElement): void {
  void look(panel);
  setInterval(() => void look(panel), EVERY_MS);
  for (const button of panel.querySelectorAll<HTMLButtonElement>("[data-notify]")) {
    button.hidden = !("Notification" in window) || Notification.permission !== "default";
    button.addEventListener("click", () => {
      void Notification.requestPermission().then(() => {
        button.hidden = true;
      });
    });
  }
}
