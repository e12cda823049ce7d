import { TypedField, type Looks } from "./TypedField";
import type { Heard, Typing } from "./useTyped";

interface Range {
  min: number;
  max: number;
  /** What an arrow key adds. */
  step: number;
  /** Stands behind the number, and may be typed along: "ppi", "°". */
  unit?: string;
  /** What is meant where nothing stands in the field; without it a number is needed. */
  empty?: string;
}

const MINUS = "−";

/** A number as it is shown: point, minus sign, its unit behind it. */
export function numberText(value: number | null, unit = ""): string {
  return value === null ? "" : `${String(value).replace("-", MINUS)}${unit === "°" ? unit : ""}`;
}

/** A number as people type it: comma or point, its unit or none. Throws what is wrong, in words. */
export function readNumber(text: string, { min, max, unit = "", empty }: Omit<Range, "step">): number | null {
  const plain = text.trim().replace(MINUS, "-").replace(",", ".");
  const bare =
    unit && plain.toLowerCase().endsWith(unit.toLowerCase()) ? plain.slice(0, -unit.length).trim() : plain;
  if (!bare && empty !== undefined) return null;
  if (!bare) throw new Error("There is no number here");
  const value = /^-?(\d+\.?\d*|\.\d+)$/.test(bare) ? Number(bare) : Number.NaN;
  if (Number.isNaN(value)) throw new Error(`“${text.trim()}” is not a number`);
  if (value < min || value > max)
    throw new Error(`“${text.trim()}” is not from ${numberText(min)} to ${numberText(max)}`);
  return value;
}

/** A number, with the manners of every typed field; arrow keys step. */
export function NumberField(
  props: Looks & Range & Omit<Typing<number | null>, "read" | "value"> & { value: number | null },
) {
  const { min, max, step, value, unit } = props;
  const read = (text: string): Promise<Heard<number | null>> =>
    Promise.resolve().then(() => ({ value: readNumber(text, props), open: true }));
  const by = (count: number) => {
    const next = Math.min(max, Math.max(min, Number(((value ?? min) + count * step).toFixed(4))));
    props.onStart?.();
    props.onRead(next);
    props.onDone();
  };
  return (
    <TypedField
      {...props}
      read={read}
      value={numberText(value, unit)}
      numeric={{ min, max, now: value, step: by }}
    />
  );
}
