import { useEffect } from "react";
import { Link, useSearchParams } from "react-router";
import type { LabOrder } from "../api/types";
import "../devices/devices.css";
import { SheetInSmall } from "../drawing/SheetInSmall";
import { TopBar } from "../frame/TopBar";
import { Coming } from "../shell/Coming";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import "./labs.css";
import { isLive, useLabOrder, useLabOrderChanges, useLabOrders } from "./useLabOrders";

const STEPS = [
  ["open", "sent to the lab"],
  ["received", "received"],
  ["checked", "checked"],
  ["printing", "being printed"],
  ["sent", "sent back"],
] as const;

/** What was ordered at labs: how each stands, and what came back beside what was planned. */
export function LabOrdersPage() {
  const orders = useLabOrders();
  const [params, setParams] = useSearchParams();
  const chosen = params.get("order") ?? orders.items[0]?.id ?? null;
  const order = useLabOrder(chosen);
  useEffect(() => {
    document.title = "Orders at labs · Zollstock";
    return () => {
      document.title = "Zollstock";
    };
  }, []);
  return (
    <>
      <TopBar />
      <main className="space-y-4 px-5 py-3">
        <header>
          <h1 className="text-2xl font-semibold">Orders at labs</h1>
          <p className="max-w-3xl">
            Each is sent once, whatever happens on the way, and can be cancelled until the lab prints it. What
            came back stands beside what was planned.
          </p>
        </header>
        <Coming query={orders.query} what="The orders" />
        {orders.whole && !orders.items.length && <Nothing />}
        <div className="lab-orders">
          <ul className="space-y-2" aria-label="Orders">
            {orders.items.map((one) => (
              <li key={one.id}>
                <button
                  type="button"
                  className="panel lab-order"
                  aria-pressed={one.id === chosen}
                  onClick={() => setParams({ order: one.id }, { replace: true })}
                >
                  <b className="block truncate font-semibold" dir="auto" title={one.title}>
                    {one.title}
                  </b>
                  <span className="soft block">
                    {typeset(
                      `${one.lab}, ${one.items.length} ${one.items.length === 1 ? "print" : "prints"}`,
                    )}
                  </span>
                  <span>{(order.data?.id === one.id ? order.data : one).words}</span>
                </button>
              </li>
            ))}
            {!orders.whole && orders.items.length > 0 && (
              <li>
                <button type="button" className="plain-button" onClick={orders.more}>
                  Older orders
                </button>
              </li>
            )}
          </ul>
          {order.data && <Order key={order.data.id} order={order.data} />}
          {order.error && <Problem message={order.error.message} />}
        </div>
      </main>
    </>
  );
}

function Nothing() {
  return (
    <section className="panel max-w-2xl space-y-2 p-4">
      <p className="text-lg">Nothing was ordered yet.</p>
      <p>
        Choose a lab on the <b className="font-semibold">Hand-over</b> step of a print, make its file, and
        send the order from there.
      </p>
      <Link className="inline-flex min-h-6 items-center underline" to="/labs">
        To the labs
      </Link>
    </section>
  );
}

function Order({ order }: { order: LabOrder }) {
  const { cancel } = useLabOrderChanges();
  const at = STEPS.findIndex(([state]) => state === order.told);
  return (
    <section className="panel min-w-0 space-y-3 p-4" aria-label={order.title}>
      <header className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h2 className="text-xl font-semibold" dir="auto">
          {order.title}
        </h2>
        <span>
          {typeset(
            [order.lab, order.cost, order.days ? `about ${order.days} days` : ""].filter(Boolean).join(", "),
          )}
        </span>
      </header>
      <p role="status" className="text-lg">
        {`This order ${order.words.startsWith("is ") || order.words.startsWith("waits") || order.words.startsWith("could") ? "" : "was "}${order.words}.`}
      </p>
      <ol className="lab-steps" aria-label="How far it is">
        {STEPS.map(([state, label], number) => (
          <li key={state} data-past={number <= at} aria-current={number === at ? "step" : undefined}>
            {label}
          </li>
        ))}
      </ol>
      {order.problem && <p className="out-of-lab">{typeset(order.problem)}</p>}
      {order.may_cancel && (
        <button
          type="button"
          className="plain-button"
          disabled={cancel.isPending}
          onClick={() => cancel.mutate(order.id)}
        >
          Cancel the order
        </button>
      )}
      {cancel.error && <Problem message={cancel.error.message} />}
      <ul className="space-y-3" aria-label="Prints of the order">
        {order.items.map((item) => (
          <li key={item.number} className="lab-item">
            <span className="min-w-0">
              <b className="block truncate font-semibold" dir="auto">
                {item.title}
              </b>
              <span className="soft">
                {typeset(`${item.size}, ${item.copies} ${item.copies === 1 ? "copy" : "copies"}`)}
              </span>
              {item.print && (
                <Link className="block min-h-6 underline" to={`/prints/${item.print.id}/handover`}>
                  To the print
                </Link>
              )}
            </span>
            {item.print && (
              <figure>
                <SheetInSmall
                  drawing={item.print.drawing}
                  proof={`/api/pictures/${item.print.picture_id}/bench.jpg`}
                  scale={Math.min(
                    260 / item.print.drawing.boxes.document[2],
                    196 / item.print.drawing.boxes.document[3],
                  )}
                  room={[264, 200]}
                  loss={false}
                />
                <figcaption className="soft">as it is planned</figcaption>
              </figure>
            )}
            <figure>
              {item.back ? (
                <img
                  className="lab-returned"
                  src={`/api/lab-orders/${order.id}/returned/${item.number}.jpg`}
                  alt={`${item.title} as it came back`}
                />
              ) : (
                <span className="lab-nothing">{isLive(order) ? "not back yet" : "nothing came back"}</span>
              )}
              <figcaption className="soft">{item.back ? "as it came back" : ""}</figcaption>
            </figure>
          </li>
        ))}
      </ul>
    </section>
  );
}
