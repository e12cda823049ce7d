import type { PhotoRule } from "../api/types";
import { sizeAsTyped } from "../fields/sizeAsTyped";

/** A range of lengths: `32 to 36 mm`. */
export function rangeText([low, high]: readonly [string, string]): string {
  const side = /^(.*?)\s*([A-Za-z]+)$/;
  const [one, other] = [side.exec(low), side.exec(high)];
  if (low === high) return low;
  return one && other && one[2] === other[2] ? `${one[1]} to ${high}` : `${low} to ${high}`;
}

/** What a rule asks in one line. */
export function ruleSize(rule: PhotoRule): string {
  const place = rule.crown
    ? `crown ${rangeText(rule.crown)} under the edge`
    : `eyes ${rangeText(rule.eyes ?? ["", ""])} over the edge`;
  return `${sizeAsTyped(rule)}; head ${rangeText(rule.head)}, ${place}`;
}
