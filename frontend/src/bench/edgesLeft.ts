// Edges that were left for another kind: whoever comes back finds them as they were.
//
// Kept in the browser, for each print by itself; the plan holds the edge in force alone.
import type { Plan } from "../api/types";

type Edge = Plan["edge"];

const PREFIX = "zollstock.edges.";
/** Of so many prints, the last ones, edges are kept. */
const MOST = 100;
const ORDER = `${PREFIX}order`;

/** The edges that a print had before, by their kinds. */
export function edgesLeft(print: number): Record<string, Edge> {
  return read<Record<string, Edge>>(PREFIX + print, {});
}

/** Keep an edge that is about to be left. */
export function leaveEdge(print: number, edge: Edge): void {
  try {
    localStorage.setItem(PREFIX + print, JSON.stringify({ ...edgesLeft(print), [edge.kind]: edge }));
    const order = [print, ...read<number[]>(ORDER, []).filter((one) => one !== print)];
    for (const old of order.splice(MOST)) localStorage.removeItem(PREFIX + old);
    localStorage.setItem(ORDER, JSON.stringify(order));
  } catch {
    // Where nothing can be kept, an edge that comes back is the usual one.
  }
}

function read<T extends object>(key: string, without: T): T {
  try {
    const found: unknown = JSON.parse(localStorage.getItem(key) ?? "null");
    return typeof found === "object" && found !== null && Array.isArray(found) === Array.isArray(without)
      ? (found as T)
      : without;
  } catch {
    return without;
  }
}
