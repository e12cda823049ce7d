import { useEffect, useState } from "react";
import { isOver, useArrivalStore, type Arriving } from "../jobs/arrivalStore";

/** Whether files hover over the page; they are taken by DropTarget. */
export function useHover(): boolean {
  const [over, setOver] = useState(false);
  useEffect(() => {
    // A row of the list that is dragged is no file.
    const enter = (event: globalThis.DragEvent) =>
      setOver(event.dataTransfer?.types.includes("Files") ?? false);
    const leave = (event: globalThis.DragEvent) => {
      if (!event.relatedTarget) setOver(false);
    };
    const drop = () => setOver(false);
    window.addEventListener("dragover", enter);
    window.addEventListener("dragleave", leave);
    window.addEventListener("drop", drop);
    return () => {
      window.removeEventListener("dragover", enter);
      window.removeEventListener("dragleave", leave);
      window.removeEventListener("drop", drop);
    };
  }, []);
  return over;
}

const WORDS: Record<Arriving["state"], string> = {
  waiting: "waits",
  sending: "uploading",
  away: "waits",
  reading: "checking",
  ready: "added",
  refused: "refused",
};

/** The files that are on their way into the job. */
export function Arrivals({ rows, onClear }: { rows: Arriving[]; onClear: () => void }) {
  const { again, hurry } = useArrivalStore();
  if (!rows.length) return null;
  return (
    <section className="panel mt-4 p-3" aria-label="Arriving files">
      <ul className="space-y-2" aria-live="polite">
        {rows.map((row) => (
          <li key={row.key} className="flex flex-wrap items-center gap-3">
            <span className="w-56 truncate font-medium">{row.name}</span>
            <progress className="progress w-40" max={1} value={row.share} aria-label={`${row.name} sent`} />
            <span>{WORDS[row.state]}</span>
            {row.words && <span className={row.state === "refused" ? "" : "soft"}>{row.words}</span>}
            {row.state === "refused" && (
              <button type="button" className="min-h-6 underline" onClick={() => void again(row.key)}>
                Send it again
              </button>
            )}
            {row.state === "away" && (
              <button type="button" className="min-h-6 underline" onClick={hurry}>
                Try now
              </button>
            )}
          </li>
        ))}
      </ul>
      {rows.some(isOver) && (
        <button type="button" className="mt-2 underline" onClick={onClear}>
          Clear the list
        </button>
      )}
    </section>
  );
}
