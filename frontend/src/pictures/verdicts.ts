/** What somebody may find of a picture after looking at it. */
export const VERDICTS = { good: "Good", bearable: "Acceptable", no: "No" } as const;
