import { create } from "zustand";
import type { Key } from "./useKeys";

interface HelpStore {
  open: boolean;
  ask: () => void;
  close: () => void;
}

/** Whether the sheet that says where one is lies open: one for every page. */
export const useHelp = create<HelpStore>((set) => ({
  open: false,
  ask: () => set({ open: true }),
  close: () => set({ open: false }),
}));

let ofPage: (() => readonly Key[]) | null = null;

/** The page in hand gives its keys for the sheet, and takes them away when it goes. */
export function giveKeys(keys: () => readonly Key[]): () => void {
  ofPage = keys;
  return () => {
    if (ofPage === keys) ofPage = null;
  };
}

/** The keys that do something on the page in hand just now. */
export const keysOfPage = (): readonly Key[] => ofPage?.() ?? [];
