// What the Fit step has in hand besides the plan: guides, the chosen zone, whether one is being drawn.
import { create } from "zustand";

export const GUIDES = ["none", "thirds", "golden", "diagonals", "centre", "grid"] as const;
export type Guide = (typeof GUIDES)[number];

/** The crop in the middle of what there is to spare. */
export const CENTRED = { "fit.anchor": [0.5, 0.5], "fit.auto": false };
/** The crop as it is before anybody moves it: the largest of its ratio, in the middle. */
export const AS_BEGUN = { ...CENTRED, "fit.zoom": 1 };

interface FitTools {
  guide: Guide;
  zone: number | null;
  drawing: boolean;
  picking: boolean;
  /** Whether the picture is moved on the drawing in every step, not in Fit alone. */
  hand: boolean;
  setGuide: (guide: Guide) => void;
  nextGuide: () => void;
  choose: (zone: number | null) => void;
  draw: (drawing: boolean) => void;
  pick: (picking: boolean) => void;
  takeHand: (hand: boolean) => void;
}

export const useFitTools = create<FitTools>((set, get) => ({
  guide: "none",
  zone: null,
  drawing: false,
  picking: false,
  hand: false,
  setGuide: (guide) => set({ guide }),
  nextGuide: () => set({ guide: GUIDES[(GUIDES.indexOf(get().guide) + 1) % GUIDES.length] as Guide }),
  choose: (zone) => set({ zone }),
  draw: (drawing) => set({ drawing, picking: false, zone: drawing ? null : get().zone }),
  pick: (picking) => set({ picking, drawing: false }),
  takeHand: (hand) => set({ hand }),
}));
