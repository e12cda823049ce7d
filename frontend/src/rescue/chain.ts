// A chain as the page changes it: steps in their one order, each there once, left out or switched off.
import type { RescueChain, RescueKind, RescueStep } from "../api/types";

export const KINDS: readonly RescueKind[] = [
  "clean", "smooth", "lettering", "enlarge", "rim", "tone", "sharpen",
]; // oxfmt-ignore

type Of<Kind extends RescueKind> = Extract<RescueStep, { kind: Kind }>;

/** A step as it begins: what is left out is chosen from what was measured of the picture. */
const FRESH: { [Kind in RescueKind]: Of<Kind> } = {
  clean: { kind: "clean", on: true, blocks: null, noise: null, screen: false, dabs: [] },
  smooth: { kind: "smooth", on: true, areas: "ground", length: null, keep_edges: true },
  lettering: { kind: "lettering", on: true, picks: [], corners: "drawn", thicker: null, under: "fill" },
  enlarge: { kind: "enlarge", on: true, factor: null, width_px: null, source: "plain" },
  rim: { kind: "rim", on: true, left: 0, right: 0, top: 0, bottom: 0, by: "patches" },
  tone: { kind: "tone", on: true, black: null, white: null, middle: 1 },
  sharpen: { kind: "sharpen", on: true, amount: null, radius: null },
};

/** The step of that kind as it stands, or as it would begin. */
export function stepOf<Kind extends RescueKind>(chain: RescueChain, kind: Kind): Of<Kind> {
  const found = chain.steps.find((step): step is Of<Kind> => step.kind === kind);
  return found ?? { ...FRESH[kind], on: false };
}

/** The chain with something of a step changed; a step that is changed is on. */
export function withStep<Kind extends RescueKind>(
  chain: RescueChain,
  kind: Kind,
  change: Partial<Of<Kind>>,
): RescueChain {
  const next = { ...stepOf(chain, kind), on: true, ...change } as RescueStep;
  const others = chain.steps.filter((step) => step.kind !== kind);
  const steps = [...others, next].sort((one, other) => KINDS.indexOf(one.kind) - KINDS.indexOf(other.kind));
  return { ...chain, steps };
}
