/** What somebody may find of a picture after looking at it. */
export const VERDICTS = { good: "Good", bearable: "Bearable", no: "No" } as const;
