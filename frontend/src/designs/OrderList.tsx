import { useState } from "react";
import type { OrderState } from "../api/types";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { isGoing, useCallOff, useEarlierOrders, useOrders, type Maker } from "./useOrders";

/** So many files of an order are named. */
const MOST_NAMED = 4;

/** One file as it is, many in a ZIP. */
const placeOf = (order: OrderState) =>
  `/api/orders/${order.id}/${order.count > 1 ? "files.zip" : `files/${order.files[0]?.number ?? 1}`}`;

/** The files made so far; the one in work shows its progress and can be called off. */
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
        {[...newest, ...before.items].map((order) => (
          <Ordered key={order.id} of={of} order={order} version={version} />
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
function Ordered({ of, order, version }: { of: Maker; order: OrderState; version: number }) {
  const callOff = useCallOff(of);
  return (
    <li
      className="rounded-lg border p-2"
      style={{ borderColor: "var(--color-base-300)" }}
      data-order={order.state}
    >
      {order.files.slice(0, MOST_NAMED).map((file) => (
        <div key={file.number} className="break-all font-medium">
          {file.name}
        </div>
      ))}
      {order.count > MOST_NAMED && <div className="soft">and {order.count - MOST_NAMED} more</div>}
      <div className="flex items-center justify-between gap-2">
        <span className="soft">{words(order)}</span>
        {order.state === "done" && (
          <a className="min-h-6 font-semibold underline" href={placeOf(order)} download>
            {order.version === version
              ? order.count > 1
                ? "Download as a ZIP"
                : "Download"
              : order.count > 1
                ? "Download the earlier ZIP"
                : "Download the earlier file"}
          </a>
        )}
        {isGoing(order) && (
          <button type="button" className="min-h-6 underline" onClick={() => callOff.mutate(order.id)}>
            Cancel
          </button>
        )}
      </div>
      {isGoing(order) && (
        <progress
          className="progress w-full"
          max={100}
          value={order.percent}
          aria-label={`${order.files[0]?.name ?? "The file"} in work`}
        />
      )}
    </li>
  );
}

function words(order: OrderState): string {
  switch (order.state) {
    case "done":
      return typeset(order.count > 1 ? order.made_text : (order.files[0]?.size_text ?? ""));
    case "queued":
      return "waits for a worker";
    case "running":
      return `${order.percent}${"\u00a0"}%`;
    case "cancelled":
      return "cancelled, nothing left behind";
    case "tidied":
      return "removed by a rule of yours; make it again when you need it";
    default:
      return order.problem || "failed";
  }
}
