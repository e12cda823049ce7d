import { create } from "zustand";

/** Whether the finder lies open, asked for by its key or its button. */
export const useFinder = create<{ open: boolean; ask: () => void; close: () => void }>((set) => ({
  open: false,
  ask: () => set({ open: true }),
  close: () => set({ open: false }),
}));
