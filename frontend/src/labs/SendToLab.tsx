import { useState } from "react";
import { useNavigate } from "react-router";
import { NumberField } from "../fields/NumberField";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { useLabOffer, useLabOrderChanges } from "./useLabOrders";

const nothing = () => undefined;

/** Ordering a print at its lab: what it costs and what the lab would do to it first, then the button that sends it. */
export function SendToLab(props: {
  print: number;
  version: number;
  /** Whether a file of the print as it is now is there: what is sent. */
  made: boolean;
  /** Has what is in hand saved. */
  saved: () => Promise<unknown>;
}) {
  const { print, version, made } = props;
  const go = useNavigate();
  const [copies, setCopies] = useState(1);
  const offer = useLabOffer(print, made ? version : -version, true);
  const { send } = useLabOrderChanges();
  const said = offer.data;
  if (!said) return offer.error ? <Problem message={offer.error.message} /> : null;
  const order = () =>
    void props
      .saved()
      .then(() =>
        send.mutate({ print, copies }, { onSuccess: ({ id }) => void go(`/lab-orders?order=${id}`) }),
      );
  return (
    <section className="pad space-y-2 pt-2" aria-label={`Order at ${said.lab}`}>
      <h3 className="font-semibold">{typeset(`Order at ${said.lab}, ${said.size}`)}</h3>
      <NumberField
        narrow
        label="Copies"
        min={1}
        max={10_000}
        step={1}
        inputClass="!w-20"
        value={copies}
        onRead={(count) => count !== null && setCopies(Math.round(count))}
        onBack={nothing}
        onDone={nothing}
      />
      {said.told.length > 0 && (
        <p>
          {typeset(
            said.told.length === 1
              ? `The lab would still do something to it: ${said.told[0] ?? ""}`
              : `The lab would still do ${said.told.length} things to it; they stand among the findings.`,
          )}
        </p>
      )}
      <button
        type="button"
        className="plain-button"
        disabled={said.against !== "" || send.isPending}
        onClick={order}
      >
        {typeset(`Send the order${said.cost && copies === 1 ? `, ${said.cost}` : ""}`)}
      </button>
      <p className="soft">
        {typeset(
          said.against ||
            [
              said.cost && copies > 1 ? `${copies} × ${said.cost}` : "",
              said.days ? `about ${said.days} days` : "",
            ]
              .filter(Boolean)
              .join(", "),
        )}
      </p>
      {send.error && <Problem message={send.error.message} />}
    </section>
  );
}
