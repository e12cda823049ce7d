// How large a millimetre is on this screen: told once by its owner, kept in this browser alone.
import { create } from "zustand";

const KEY = "zollstock.px-per-mm";
/** What browsers take a screen for that nobody has measured: 96 px an inch. */
export const ASSUMED = 96 / 25.4;
/** A bank card's sides, mm (ISO/IEC 7810, ID-1). */
export const CARD = { width: 85.6, height: 53.98 };
export const LEAST = 1.5;
export const MOST = 16;

interface Calibration {
  /** px of the screen a millimetre; null while nobody has measured it. */
  pxPerMm: number | null;
  measured: (pxPerMm: number | null) => void;
}

function kept(): number | null {
  try {
    const found = Number(localStorage.getItem(KEY));
    return found >= LEAST && found <= MOST ? found : null;
  } catch {
    return null;
  }
}

export const useCalibration = create<Calibration>((set) => ({
  pxPerMm: kept(),
  measured: (pxPerMm) => {
    set({ pxPerMm });
    try {
      if (pxPerMm === null) localStorage.removeItem(KEY);
      else localStorage.setItem(KEY, String(pxPerMm));
    } catch {
      // Without storage it holds until the page is left.
    }
  },
}));
