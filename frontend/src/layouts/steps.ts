// The steps of a layout's short rule, as the server names them.
export type LayoutStep = string;

/** The step in the address, where the rule has it; else its first. */
export const stepAt = (given: string | undefined, steps: readonly { step: string }[]): LayoutStep =>
  steps.find(({ step }) => step === given)?.step ?? steps[0]?.step ?? "";
