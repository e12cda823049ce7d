import type { Cell } from "../api/types";

export const FILTERS = [
  { value: "all", label: "All" },
  { value: "troubled", label: "To check" },
  { value: "zones", label: "Zones cut" },
  { value: "loss", label: "Much lost" },
  { value: "pixels", label: "Too few pixels" },
  { value: "edited", label: "Adjusted by hand" },
] as const;
export type Filter = (typeof FILTERS)[number]["value"];

const MUCH = 0.15;

/** Whether a cell is what is looked for. */
export function matches(cell: Cell, filter: Filter): boolean {
  switch (filter) {
    case "troubled":
      return cell.troubled;
    case "zones":
      return cell.zones === "cut";
    case "loss":
      return cell.loss > MUCH;
    case "pixels":
      return cell.grade === "soft" || cell.grade === "coarse";
    case "edited":
      return cell.edited;
    default:
      return true;
  }
}

/** The pictures with at least one cell that is looked for; those not reckoned yet stay in sight for all. */
export function shownPictures<P extends { id: string }>(
  pictures: readonly P[],
  rows: ReadonlyMap<string, readonly Cell[]>,
  filter: Filter,
): P[] {
  if (filter === "all") return [...pictures];
  return pictures.filter((picture) => rows.get(picture.id)?.some((cell) => matches(cell, filter)));
}
