import { Link } from "react-router";
import { PrintTicks } from "./PrintTicks";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import type { JobSlip, LayoutState } from "../api/types";
import { Coming } from "../shell/Coming";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";
import { useLayoutStore } from "./layoutStore";

/** Prints of any job, to be added behind those that are there, as they are planned now. */
export function AddPrints({ layout, onClose }: { layout: LayoutState; onClose: () => void }) {
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const jobs = useQuery({ queryKey: ["jobs"], queryFn: () => must<JobSlip[]>(client.GET("/api/jobs")) });
  const add = useMutation({
    mutationFn: async () => {
      // What waits to be saved comes first: the prints are added to what is in hand.
      const saved = await useLayoutStore.getState().flush();
      if (!saved) throw new Error("The layout was not saved yet; its line at the desk says why.");
      return must<LayoutState>(
        client.POST("/api/layouts/{layout_id}/prints", {
          params: { path: { layout_id: layout.id } },
          body: { prints: [...chosen], version: saved.version },
        }),
      );
    },
    onSuccess: (state) => {
      useLayoutStore.getState().open(state);
      onClose();
    },
  });
  const toggle = (id: number) => {
    const next = new Set(chosen);
    if (!next.delete(id)) next.add(id);
    setChosen(next);
  };
  return (
    <Dialog title="Add prints" onClose={onClose}>
      <div className="space-y-3">
        <Coming query={jobs} what="Your prints" />
        {jobs.data?.every((job) => !job.prints.length) && (
          <p>
            Prints of your jobs stand here to be ticked; there are none yet.{" "}
            <Link className="underline" to="/">
              Add pictures to a job first
            </Link>
            .
          </p>
        )}
        <div className="max-h-[50vh] space-y-3 overflow-y-auto">
          {jobs.data
            ?.filter((job) => job.prints.length)
            .map((job) => (
              <fieldset key={job.id}>
                <legend className="font-semibold" dir="auto">
                  {job.title}
                </legend>
                <PrintTicks label={job.title} prints={job.prints} chosen={chosen} onToggle={toggle} />
              </fieldset>
            ))}
        </div>
        {add.error && <Problem message={add.error.message} />}
        <button
          type="button"
          className="strong-button"
          disabled={!chosen.size || add.isPending}
          onClick={() => add.mutate()}
        >
          {chosen.size ? `Add ${chosen.size} print${chosen.size > 1 ? "s" : ""}` : "Choose prints to add"}
        </button>
      </div>
    </Dialog>
  );
}
