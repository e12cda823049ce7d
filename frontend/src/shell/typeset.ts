// Texts from the server have plain spaces; on screen a number and its unit stay together, thinly.
const THIN = "\u202f";

/** `24 × 16 in` with thin, unbreakable spaces before units and around ×. */
export function typeset(text: string): string {
  return text
    .replace(/([\d⅛¼⅜½⅝¾⅞⅓⅔]) (mm|cm|m|in|ft|ppi|px|MP|%|[kMG]?B|×)(?![\w])/g, `$1${THIN}$2`)
    .replace(/× (?=\d)/g, `×${THIN}`);
}
