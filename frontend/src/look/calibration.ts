// How large a millimetre is on this screen: told once by its owner, kept in this browser alone.
import { create } from "zustand";

const KEY = "zollstock.px-per-mm";
/** What browsers take a screen for that nobody has measured: 96 px an inch. */
export const ASSUMED = 96 / 25.4;
/** A bank card's sides, mm (ISO/IEC 7810, ID-1). */
export const CARD = { width: 85.6, height: 53.98 };
export const LEAST = 1.5;
export const MOST = 16;

const EYES = "zollstock.eyes";
/** How far off a screen people sit. */
const USUAL_EYES = "60 cm";

interface Calibration {
  /** px of the screen a millimetre; null while nobody has measured it. */
  pxPerMm: number | null;
  /** How far the eyes are off the screen, mm, and as typed. */
  eyes: { mm: number; typed: string };
  sits: (mm: number, typed: string) => void;
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

function keptEyes(): { mm: number; typed: string } {
  try {
    const [mm, typed] = (localStorage.getItem(EYES) ?? "").split("|");
    if (typed && Number(mm) >= 50) return { mm: Number(mm), typed };
  } catch {
    // Without storage it is as usual.
  }
  return { mm: 600, typed: USUAL_EYES };
}

export const useCalibration = create<Calibration>((set) => ({
  pxPerMm: kept(),
  eyes: keptEyes(),
  sits: (mm, typed) => {
    set({ eyes: { mm, typed } });
    try {
      localStorage.setItem(EYES, `${mm}|${typed}`);
    } catch {
      // Without storage it holds until the page is left.
    }
  },
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
