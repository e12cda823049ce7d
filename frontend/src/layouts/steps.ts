// The steps of a layout's short rule, as the server names its blades.
export type LayoutStep = string;

/** The step in the address, where the rule has it; else its first. */
export const stepAt = (given: string | undefined, blades: readonly { step: string }[]): LayoutStep =>
  blades.find(({ step }) => step === given)?.step ?? blades[0]?.step ?? "";
