// What is usual where something is added to an edge, in the unit that the person works in.
import type { Unit } from "../../../api/types";

type InUnits = Record<Unit, string>;

export const USUAL = {
  overlap: { mm: "4 mm", cm: "0.4 cm", in: "1/8 in" },
  reveal: { mm: "5 mm", cm: "0.5 cm", in: "1/4 in" },
  step: { mm: "5 mm", cm: "0.5 cm", in: "1/4 in" },
  margin: { mm: "10 mm", cm: "1 cm", in: "1/2 in" },
  gap: { mm: "2 mm", cm: "0.2 cm", in: "1/16 in" },
  letters: { mm: "3 mm", cm: "0.3 cm", in: "1/8 in" },
  offset: { mm: "6 mm", cm: "0.6 cm", in: "1/4 in" },
} satisfies Record<string, InUnits>;

/** A keyline is measured in tenths of a millimetre everywhere. */
export const LINE = "0.3 mm";
