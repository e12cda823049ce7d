import { useState } from "react";
import type { BatchState, OrderState } from "../api/types";
import { OrderAtLab } from "../labs/OrderAtLab";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { useGiveOrder, useOrder, useOrderChange } from "./useBatch";

/** The order for the chosen cells, and the orders: progress, pause, calling off, the ZIP. */
export function OrderPanel(props: {
  batch: BatchState;
  chosen: number;
  cells: () => [string, string][] | null;
}) {
  const { batch, chosen } = props;
  const order = useGiveOrder(batch.id);
  const [pattern, setPattern] = useState(batch.pattern);
  const [asking, setAsking] = useState(false);
  return (
    <footer className="panel mx-5 mb-3 flex flex-col gap-2 px-4 py-2.5" aria-label="Files">
      <div className="flex flex-wrap items-center gap-3">
        <label className="flex min-w-0 max-w-full items-center gap-2">
          <span className="whitespace-nowrap">Names</span>
          <input
            className="field figure !w-80 max-w-full text-[15.5px]"
            maxLength={120}
            spellCheck={false}
            value={pattern}
            onChange={(event) => setPattern(event.target.value)}
            aria-describedby="pattern-fields"
          />
        </label>
        <button
          type="button"
          className="min-h-6 underline"
          aria-expanded={asking}
          aria-controls="pattern-fields"
          onClick={() => setAsking(!asking)}
        >
          fields
        </button>
        <span className="soft">in folders by size</span>
        <span className="soft flex-1 text-right">
          {chosen === 0 && "Choose cells first: their ticks, or a row's or column's."}
        </span>
        <button
          type="button"
          className="strong-button"
          disabled={!chosen || order.isPending}
          onClick={() => order.mutate({ cells: props.cells(), pattern })}
        >
          {order.isPending
            ? "Ordering…"
            : chosen === 0
              ? "Make the files"
              : `Make ${chosen === 1 ? "the file" : `the ${chosen} files`}`}
        </button>
      </div>
      <p id="pattern-fields" className={asking ? "soft text-[13px]" : "sr-only"}>
        {Object.entries(batch.fields)
          .map(([field, meaning]) => `{${field}} ${meaning}`)
          .join(" · ")}
      </p>
      {order.error && <Problem message={order.error.message} />}
      {batch.orders.slice(0, 3).map((order, index) => (
        <Ordered key={order.id} batch={batch.id} begin={order} newest={index === 0} />
      ))}
    </footer>
  );
}

/** What an order that is not over is doing. */
function doing(order: OrderState): string {
  switch (order.state) {
    case "waiting":
    case "laying":
      return typeset(`being worked out, ${order.laid_percent} %`);
    case "paused":
      return "paused";
    default:
      return "in work";
  }
}

function Ordered({ batch, begin, newest }: { batch: number; begin: OrderState; newest: boolean }) {
  const asked = useOrder(begin.id);
  const change = useOrderChange(batch);
  const [asking, setAsking] = useState(false);
  const order = asked.data ?? begin;
  const made = order.done + order.failed + order.cancelled + order.tidied;
  const on = (what: "pause" | "resume" | "cancel" | "again") => change.mutate({ order: order.id, what });
  const word = order.over ? (order.state === "cancelled" ? "cancelled" : "done") : doing(order);
  return (
    <div
      className="flex flex-wrap items-center gap-x-3 gap-y-1"
      data-order={order.over ? "over" : order.state}
      data-newest={newest || undefined}
    >
      <progress className="progress w-44" max={order.total} value={made} aria-label="Files made" />
      <span role="status" className="figure text-[15.5px]">
        {typeset(`${order.done} of ${order.total}`)}, {word}
        {order.failed > 0 && `, ${order.failed} failed`}
        {order.tidied > 0 && `, ${order.tidied} removed by a rule`}
        {order.size_text && `, ${typeset(order.size_text)}`}
      </span>
      <span className="soft">
        {new Date(order.created).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" })}
      </span>
      {!order.over && order.state === "going" && (
        <button type="button" className="plain-button" onClick={() => on("pause")}>
          Pause
        </button>
      )}
      {!order.over && order.state === "paused" && (
        <button type="button" className="plain-button" onClick={() => on("resume")}>
          Go on
        </button>
      )}
      {!order.over && (
        <button type="button" className="plain-button" onClick={() => on("cancel")}>
          Cancel
        </button>
      )}
      {order.over && order.failed + order.cancelled + order.tidied > 0 && (
        <button type="button" className="plain-button" onClick={() => on("again")}>
          Make the missing ones
        </button>
      )}
      {order.done > 0 && (
        <>
          <a
            className={
              order.over ? "strong-button inline-flex items-center" : "plain-button inline-flex items-center"
            }
            href={`/api/orders/${order.id}/files.zip`}
            download
          >
            ZIP
          </a>
          <a
            className="plain-button inline-flex items-center"
            href={`/api/orders/${order.id}/files.csv`}
            download
          >
            What each file is, CSV
          </a>
          {order.over && order.done === order.total && (
            <button type="button" className="plain-button" onClick={() => setAsking(true)}>
              Order at a lab
            </button>
          )}
          {asking && (
            <Dialog title="Order at a lab" onClose={() => setAsking(false)}>
              <OrderAtLab
                of={{ kind: "orders", id: order.id }}
                says="All files of this order go in one order, each in the lab’s size that it has."
              />
            </Dialog>
          )}
        </>
      )}
      {order.problems.length > 0 && (
        <details className="basis-full">
          <summary className="min-h-6 cursor-pointer underline">What failed</summary>
          <ul className="soft">
            {order.problems.map((problem) => (
              <li key={problem}>{problem}</li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}
