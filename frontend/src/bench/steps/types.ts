import type { Plan, PrintState, Unit, Worksheet } from "../../api/types";

/** What every worksheet is given. */
export interface StepPanelProps {
  plan: Plan;
  worksheet: Worksheet;
  print: PrintState;
  unit: Unit;
}

/** The picture's sides, px, as it is turned in the plan. */
export function pictureSides(worksheet: Worksheet): [number, number] {
  const side = (id: string) =>
    Number(worksheet.reckoning.figures.find((figure) => figure.id === id)?.value ?? 1);
  return [side("picture_width_px"), side("picture_height_px")];
}

/** The proof for small drawings. */
export const smallProof = (print: PrintState) => `/api/pictures/${print.picture.id}/small.jpg`;
