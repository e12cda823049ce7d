import type { ReactNode } from "react";
import type { RowsWanted } from "./useCounter";

const SORTS: readonly [RowsWanted["sort"], string][] = [
  ["order", "their own order"],
  ["title", "title"],
  ["size", "size"],
  ["state", "state"],
  ["copies", "copies"],
  ["changed", "changed last"],
];

/** Over the rows: all of them to be chosen, how they are sorted, what stands in the columns. */
export function RowsHead(props: {
  all: boolean;
  onAll: () => void;
  sort: RowsWanted["sort"];
  onSort: (sort: RowsWanted["sort"]) => void;
  columns: boolean;
  /** How they are drawn. */
  view: ReactNode;
}) {
  return (
    <div className="job-row job-head mt-1">
      <label className="job-tick">
        <input
          type="checkbox"
          className="checkbox"
          aria-label="Choose all that are listed"
          checked={props.all}
          onChange={props.onAll}
        />
      </label>
      <div className="col-span-2 flex items-center gap-2">
        {props.view}
        <label className="flex items-center gap-1.5">
          <span className="max-xl:sr-only">by</span>
          <select
            className="field !h-7 !w-auto !py-0 text-[13px]"
            aria-label="Sorted by"
            value={props.sort}
            onChange={({ target }) => props.onSort(target.value as RowsWanted["sort"])}
          >
            {SORTS.map(([value, word]) => (
              <option key={value} value={value}>
                {word}
              </option>
            ))}
          </select>
        </label>
      </div>
      {props.columns && (
        <>
          <span className="job-edge">edge</span>
          <span>copies, price</span>
          <span>grade</span>
          <span>state</span>
        </>
      )}
    </div>
  );
}
