import type { Plan, PrintState, Unit, Worksheet } from "../../api/types";

/** What every worksheet is given. */
export interface SheetProps {
  plan: Plan;
  worksheet: Worksheet;
  print: PrintState;
  unit: Unit;
}

/** The proof for small drawings. */
export const smallProof = (print: PrintState) => `/api/pictures/${print.picture.id}/small.jpg`;
