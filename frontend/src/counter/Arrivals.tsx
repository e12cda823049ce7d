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

/** More files than these are told by one bar. */
const MOST_TOLD = 12;

/** The files that are on their way into the job: a line each, or of many one bar and those that were refused. */
export function Arrivals({
  rows,
  passed,
  onClear,
}: {
  rows: Arriving[];
  passed: number;
  onClear: () => void;
}) {
  if (!rows.length && !passed) return null;
  const many = rows.length > MOST_TOLD;
  return (
    <section className="panel mt-4 p-3" aria-label="Arriving files">
      {many && <OneBar rows={rows} />}
      <ul className="space-y-2" aria-live="polite">
        {rows
          .filter(({ state }) => !many || state === "refused")
          .map((row) => (
            <Line key={row.key} row={row} />
          ))}
      </ul>
      {passed > 0 && (
        <p className="soft mt-1">
          {passed === 1
            ? "1 file of the folder is no picture"
            : `${passed} files of the folder are no pictures`}
          , and stayed where {passed === 1 ? "it is" : "they are"}.
        </p>
      )}
      {(rows.some(isOver) || (passed > 0 && !rows.length)) && (
        <button type="button" className="mt-2 underline" onClick={onClear}>
          Clear the list
        </button>
      )}
    </section>
  );
}

/** How far all of them are, which one is on its way, and how many were refused. */
function OneBar({ rows }: { rows: Arriving[] }) {
  const hurry = useArrivalStore((store) => store.hurry);
  const added = rows.filter(({ state }) => state === "ready").length;
  const refused = rows.filter(({ state }) => state === "refused").length;
  const going = rows.find(({ state }) => state === "sending" || state === "reading" || state === "away");
  const share = (going?.state === "sending" ? going.share : 0) + added + refused;
  return (
    <div className="mb-2 flex flex-wrap items-center gap-3">
      <progress className="progress w-64" max={rows.length} value={share} aria-label="All files sent" />
      <span role="status">
        <span className="figure">
          {added} of {rows.length}
        </span>{" "}
        added{refused > 0 && `, ${refused} refused`}
      </span>
      {going && (
        <span className="soft min-w-0 truncate">
          {going.name} {WORDS[going.state]}
          {going.words && `: ${going.words}`}
        </span>
      )}
      {going?.state === "away" && (
        <button type="button" className="min-h-6 underline" onClick={hurry}>
          Try now
        </button>
      )}
    </div>
  );
}

function Line({ row }: { row: Arriving }) {
  const { again, hurry } = useArrivalStore();
  return (
    <li className="flex flex-wrap items-center gap-3">
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
  );
}
