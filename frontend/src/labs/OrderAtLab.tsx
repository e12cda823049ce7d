import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { client, must, type ApiProblem } from "../api/client";
import type { LabOrder, ManyOffer } from "../api/types";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { useLabs } from "./useLabs";

const posted = {
  jobs: (id: string, lab: string) =>
    must(
      client.POST("/api/jobs/{job_id}/lab-orders", {
        params: { path: { job_id: Number(id) } },
        body: { lab },
      }),
    ),
  orders: (id: string, lab: string) =>
    must(
      client.POST("/api/orders/{order_id}/lab-orders", { params: { path: { order_id: id } }, body: { lab } }),
    ),
};

const offered = {
  jobs: (id: string, lab: string) =>
    must(
      client.GET("/api/jobs/{job_id}/lab-offer", {
        params: { path: { job_id: Number(id) }, query: { lab } },
      }),
    ),
  orders: (id: string, lab: string) =>
    must(
      client.GET("/api/orders/{order_id}/lab-offer", { params: { path: { order_id: id }, query: { lab } } }),
    ),
};

/** All prints of a job that are planned for a lab, or all files of an order, in one order. */
export function OrderAtLab(props: { of: { kind: keyof typeof posted; id: string }; says: string }) {
  const { of } = props;
  const go = useNavigate();
  const queries = useQueryClient();
  const labs = useLabs().kept.data?.table.labs ?? [];
  const [chosen, setChosen] = useState("");
  const lab = labs.find(({ key }) => key === chosen) ?? labs[0];
  const offer = useQuery({
    queryKey: ["lab offer", of.kind, of.id, lab?.key],
    queryFn: () => offered[of.kind](of.id, lab?.key ?? ""),
    enabled: lab !== undefined,
    // What stands against it is made good elsewhere: asked for anew whenever this opens.
    gcTime: 0,
  });
  const send = useMutation<LabOrder, ApiProblem, string>({
    mutationFn: (key) => posted[of.kind](of.id, key),
    onSuccess: ({ id }) => {
      void queries.invalidateQueries({ queryKey: ["lab orders"] });
      void go(`/lab-orders?order=${id}`);
    },
  });
  if (!lab) return <p>There is no lab in the studio yet.</p>;
  return (
    <div className="space-y-3">
      <p>{props.says}</p>
      <label className="block">
        Lab
        <select className="field mt-1" value={lab.key} onChange={({ target }) => setChosen(target.value)}>
          {labs.map(({ key, name }) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <p className="min-h-6" aria-live="polite">
        {offer.data && typeset(offer.data.against || inWords(offer.data))}
      </p>
      {offer.error && <Problem message={offer.error.message} />}
      {send.error && <Problem message={send.error.message} />}
      <button
        type="button"
        className="strong-button"
        disabled={send.isPending || !offer.data || offer.data.against !== ""}
        onClick={() => send.mutate(lab.key)}
      >
        {`Send the order to ${lab.name}`}
      </button>
    </div>
  );
}

const counted = (many: number, word: string) => `${many} ${word}${many === 1 ? "" : "s"}`;

/** What it comes to before it is sent. */
function inWords({ prints, copies, cost, days }: ManyOffer): string {
  const many = copies === prints ? counted(prints, "print") : `${counted(prints, "print")}, ${copies} copies`;
  return [many, cost || "what it costs is not known", days ? `about ${counted(days, "day")}` : ""]
    .filter(Boolean)
    .join(" · ");
}
