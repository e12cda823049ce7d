/** How high somebody is who stands beside what hangs, and how broad, mm. */
export const PERSON = 1750;
export const PERSON_WIDTH = 520;
