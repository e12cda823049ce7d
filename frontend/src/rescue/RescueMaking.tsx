import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { client, must } from "../api/client";
import type { RescueState } from "../api/types";
import { Problem } from "../shell/Problem";
import { OthersDialog } from "./OthersDialog";
import type { useRescueOrder } from "./useRescueOrder";

/** What became of the picture: how far it is, where it is, and what to do with it. */
export function RescueMaking(props: {
  rescue: RescueState;
  version: number;
  orders: ReturnType<typeof useRescueOrder>;
  problem: string;
  /** Why nothing can be made; empty where it can. */
  stopped: string;
}) {
  const { rescue, orders } = props;
  const { order, going } = orders;
  const go = useNavigate();
  const [others, setOthers] = useState(false);
  const print = useMutation({
    mutationFn: () =>
      must(client.POST("/api/rescues/{rescue_id}/print", { params: { path: { rescue_id: rescue.id } } })),
    onSuccess: (made) => void go(`/prints/${made.print}`),
  });
  const done = order?.state === "done" && order.result;
  const old = done && order.version < props.version;
  return (
    <section aria-label="The rescued picture" className="space-y-2" aria-live="polite">
      {props.stopped && <p className="soft">Nothing can be made: {props.stopped}</p>}
      {going && (
        <div className="flex items-center gap-3">
          <progress
            className="progress flex-1"
            max={100}
            value={order?.percent ?? 0}
            aria-label="How far it is"
          />
          <span className="figure">{order?.percent ?? 0} %</span>
          <button
            type="button"
            className="plain-button"
            onClick={() => order && orders.cancel.mutate(order.id)}
          >
            Cancel
          </button>
        </div>
      )}
      {order?.state === "failed" && <Problem message={order.problem} />}
      {order?.state === "cancelled" && <p className="soft">Cancelled; nothing was left behind.</p>}
      {done && (
        <div className="rescue-note" data-level={old ? "warn" : "note"}>
          {old
            ? "The chain was changed since the picture was made. What was printed from it stays; make it anew to take the change over. "
            : "The rescued picture is among your pictures, and the one it was made of is untouched. "}
          <span className="mt-1 flex flex-wrap gap-x-4">
            {rescue.print !== null && (
              <button type="button" className="underline" onClick={() => print.mutate()}>
                Plan this print with it
              </button>
            )}
            <Link className="underline" to={`/pictures/${order.result}`}>
              Look at it
            </Link>
          </span>
        </div>
      )}
      {(props.problem || print.error) && <Problem message={props.problem || (print.error?.message ?? "")} />}
      <button type="button" className="plain-button" onClick={() => setOthers(true)}>
        The same for other pictures …
      </button>
      {others && <OthersDialog rescue={rescue} onClose={() => setOthers(false)} />}
    </section>
  );
}
