// Lengths under a hand: between px and what somebody would have typed. Everything else about lengths the server knows.
import type { Unit } from "../api/types";

const PER = { mm: 1, cm: 10, m: 1000, in: 25.4, ft: 304.8 } as const;
const PLACES = { mm: 2, cm: 3, in: 4 } as const;

/** A length as somebody would type it, from mm. */
export const asTyped = (mm: number, unit: Unit): string =>
  `${Number((mm / PER[unit]).toFixed(PLACES[unit]))} ${unit}`;

/** Whole numbers, decimals and the fractions of a rule, with a unit. */
const WRITTEN = /^(?:(\d+(?:[.,]\d+)?)|(?:(\d+) )?(\d+)\/(\d+)) ?(mm|cm|m|in|ft)$/;

/** A length as a hand writes it, in mm; null for any other way of writing one. */
export function mmOf(typed: string | null): number | null {
  const found = WRITTEN.exec(typed ?? "");
  if (!found) return null;
  const [, number, whole = "0", parts, of] = found;
  const count = number ? Number(number.replace(",", ".")) : Number(whole) + Number(parts) / Number(of);
  return Number.isFinite(count) ? count * PER[found[5] as keyof typeof PER] : null;
}

/** What a hand moves by, mm: whole millimetres, or eighths of an inch. */
export const handStep = (unit: Unit) => (unit === "in" ? PER.in / 8 : 1);
