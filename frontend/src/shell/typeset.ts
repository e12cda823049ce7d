// Texts from the server have plain spaces; on screen a number and its unit stay together, thinly.
// U+2009; the narrow no-break space is missing from the fonts and comes out too narrow to see.
const THIN = "\u2009";

/** `24 × 16 in` with thin spaces before units and around ×. */
export function typeset(text: string): string {
  return text
    .replace(/([\d⅛¼⅜½⅝¾⅞⅓⅔]) (mm|cm|m|in|ft|ppi|px|MP|%|[kMG]?B|×)(?![\w])/g, `$1${THIN}$2`)
    .replace(/× (?=\d)/g, `×${THIN}`);
}
