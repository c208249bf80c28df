/** How large an inch is on this screen, kept on this device. Pure but for the store it is handed. */
import { MM_PER_IN } from "../../core/constants/index.ts";

/** Long edge of a bank card, ISO/IEC 7810 ID-1, inches. */
export const CARD_LONG_IN = 85.6 / MM_PER_IN;
export const CARD_SHORT_IN = 53.98 / MM_PER_IN;
/** CSS calls 96 pixels an inch; screens differ. */
export const NOMINAL_PX_PER_IN = 96;
export const SCALE_LIMITS = { low: 48, high: 240 } as const;

export interface ScreenScale {
  readonly pxPerIn: number;
  /** False until somebody has held a card against the screen. */
  readonly isCalibrated: boolean;
}

interface Store {
  readonly getItem: (key: string) => string | null;
  readonly setItem: (key: string, value: string) => void;
}

const KEY = "brass-nut.screen-scale";
export const NOMINAL: ScreenScale = { pxPerIn: NOMINAL_PX_PER_IN, isCalibrated: false };

function isScale(value: unknown): value is { devicePxPerIn: number } {
  return (
    typeof value === "object" &&
    value !== null &&
    "devicePxPerIn" in value &&
    typeof value.devicePxPerIn === "number" &&
    Number.isFinite(value.devicePxPerIn)
  );
}

/** The kept scale, for the present zoom: device pixels do not change with it, CSS pixels do. */
export function readScale(store: Store, devicePixelRatio: number): ScreenScale {
  try {
    const stored: unknown = JSON.parse(store.getItem(KEY) ?? "null");
    if (!isScale(stored)) return NOMINAL;
    return { pxPerIn: stored.devicePxPerIn / devicePixelRatio, isCalibrated: true };
  } catch {
    return NOMINAL;
  }
}

export function keepScale(store: Store, pxPerIn: number, devicePixelRatio: number): ScreenScale {
  try {
    store.setItem(KEY, JSON.stringify({ devicePxPerIn: pxPerIn * devicePixelRatio }));
  } catch {
    // A browser that keeps nothing still shows true size until the page is left.
  }
  return { pxPerIn, isCalibrated: true };
}
