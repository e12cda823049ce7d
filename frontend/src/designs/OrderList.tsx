import { useState } from "react";
import type { LineState } from "../api/types";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { isGoing, useCancelLine, useEarlierOrders, useOrders, type Maker } from "./useOrders";

/** So many files of an order are named. */
const MOST_NAMED = 4;

/** One file as it is, many in a ZIP. */
const placeOf = (line: LineState) =>
  `/api/order-lines/${line.id}/${line.count > 1 ? "files.zip" : `files/${line.files[0]?.number ?? 1}`}`;

/** The files made so far; the one in work shows its progress and can be cancelled. */
export function OrderList({ of, version, ordering }: { of: Maker; version: number; ordering: boolean }) {
  const orders = useOrders(of);
  const [earlier, setEarlier] = useState(false);
  const newest = orders.data?.items ?? [];
  const before = useEarlierOrders(of, orders.data?.next, earlier);
  if (!newest.length && !ordering) return null;
  const more = orders.data?.next && !(earlier && before.whole);
  return (
    <section aria-label="Files made">
      <ul className="space-y-2" aria-live="polite">
        {/* Where the new file will stand: no older one's Download stands there meanwhile. */}
        {ordering && (
          <li className="rounded-lg border p-2" style={{ borderColor: "var(--color-base-300)" }}>
            <span className="soft">The order is given…</span>
          </li>
        )}
        {[...newest, ...before.items].map((line) => (
          <Ordered key={line.id} of={of} line={line} version={version} />
        ))}
      </ul>
      {more && (
        <button
          type="button"
          className="mt-1 min-h-6 underline"
          disabled={before.query.isFetching}
          onClick={() => (earlier ? before.more() : setEarlier(true))}
        >
          Earlier files
        </button>
      )}
      {before.query.error && <Problem message={before.query.error.message} />}
    </section>
  );
}

/** One order: its files, how far it is, and what can be done with it. */
function Ordered({ of, line, version }: { of: Maker; line: LineState; version: number }) {
  const cancel = useCancelLine(of);
  return (
    <li
      className="rounded-lg border p-2"
      style={{ borderColor: "var(--color-base-300)" }}
      data-order={line.state}
    >
      {line.files.slice(0, MOST_NAMED).map((file) => (
        <div key={file.number} className="break-all font-medium">
          {file.name}
        </div>
      ))}
      {line.count > MOST_NAMED && <div className="soft">and {line.count - MOST_NAMED} more</div>}
      <div className="flex items-center justify-between gap-2">
        <span className="soft">{words(line)}</span>
        {line.state === "done" && (
          <a className="min-h-6 font-semibold underline" href={placeOf(line)} download>
            {line.version === version
              ? line.count > 1
                ? "Download as a ZIP"
                : "Download"
              : line.count > 1
                ? "Download the earlier ZIP"
                : "Download the earlier file"}
          </a>
        )}
        {isGoing(line) && (
          <button type="button" className="min-h-6 underline" onClick={() => cancel.mutate(line.id)}>
            Cancel
          </button>
        )}
      </div>
      {isGoing(line) && (
        <progress
          className="progress w-full"
          max={100}
          value={line.percent}
          aria-label={`${line.files[0]?.name ?? "The file"} in work`}
        />
      )}
    </li>
  );
}

function words(line: LineState): string {
  switch (line.state) {
    case "done":
      return typeset(line.count > 1 ? line.made_text : (line.files[0]?.size_text ?? ""));
    case "queued":
      return "waits for a worker";
    case "running":
      return `${line.percent}${"\u00a0"}%`;
    case "cancelled":
      return "cancelled, nothing left behind";
    case "tidied":
      return "removed by a rule of yours; make it again when you need it";
    default:
      return line.problem || "failed";
  }
}
