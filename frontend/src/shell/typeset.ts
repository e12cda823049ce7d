// Texts from the server have plain spaces; on screen a number and its unit stay together, thinly. The fonts have
// no thin spaces of their own, but their no-break space is a fifth of an em wide, which is one.
const THIN = "\u00a0";

/** `24 × 16 in` with thin spaces before units, around × and between thousands; none of them ends a line. */
export function typeset(text: string): string {
  return text
    .replace(/([\d⅛¼⅜½⅝¾⅞⅓⅔]) (mm|cm|m|in|ft|ppi|px|MP|%|[kMG]?B|×)(?![\w])/g, `$1${THIN}$2`)
    .replace(/× (?=\d)/g, `×${THIN}`)
    .replace(/\u202f/g, THIN);
}
