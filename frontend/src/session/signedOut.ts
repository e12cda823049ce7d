// A session that ended while somebody works: said once, by whatever request met it first.
import { create } from "zustand";
import { onUnknown } from "../api/client";

interface SignedOut {
  out: boolean;
  back: () => void;
}

export const useSignedOut = create<SignedOut>((set) => ({ out: false, back: () => set({ out: false }) }));

onUnknown(() => useSignedOut.setState({ out: true }));
