import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { client, must, type ApiProblem } from "../api/client";
import type { LabOrder } from "../api/types";
import { Problem } from "../shell/Problem";
import { useLabs } from "./useLabs";

const posted = {
  jobs: (id: string, lab: string) =>
    must(
      client.POST("/api/jobs/{job_id}/lab-orders", {
        params: { path: { job_id: Number(id) } },
        body: { lab },
      }),
    ),
  runs: (id: string, lab: string) =>
    must(client.POST("/api/runs/{run_id}/lab-orders", { params: { path: { run_id: id } }, body: { lab } })),
};

/** All prints of a job that are planned for a lab, or all files of a run, in one order. */
export function OrderAtLab(props: { of: { kind: keyof typeof posted; id: string }; says: string }) {
  const { of } = props;
  const go = useNavigate();
  const queries = useQueryClient();
  const labs = useLabs().kept.data?.table.labs ?? [];
  const [chosen, setChosen] = useState("");
  const lab = labs.find(({ key }) => key === chosen) ?? labs[0];
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
      {send.error && <Problem message={send.error.message} />}
      <button
        type="button"
        className="strong-button"
        disabled={send.isPending}
        onClick={() => send.mutate(lab.key)}
      >
        {`Send the order to ${lab.name}`}
      </button>
    </div>
  );
}
