import { Link } from "react-router";
import { PrintTicks } from "./PrintTicks";
import { keepPreviousData, useMutation } from "@tanstack/react-query";
import { useDeferredValue, useState } from "react";
import { client, must } from "../api/client";
import type { LayoutState } from "../api/types";
import { usePages } from "../api/usePages";
import { Coming } from "../shell/Coming";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";
import { useLayoutStore } from "./layoutStore";

/** Prints of any job, to be added behind those that are there, as they are planned now. */
export function AddPrints({ layout, onClose }: { layout: LayoutState; onClose: () => void }) {
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const [search, setSearch] = useState("");
  const sought = useDeferredValue(search.trim());
  const prints = usePages(
    ["jobs", "prints", sought],
    (cursor) =>
      must(
        client.GET("/api/prints", {
          params: { query: { ...(sought && { search: sought }), ...(cursor && { cursor }) } },
        }),
      ),
    { placeholderData: keepPreviousData },
  );
  const jobs = new Map(prints.items.map(({ print, job_title }) => [print.id, job_title]));
  const add = useMutation({
    mutationFn: async () => {
      // What waits to be saved comes first: the prints are added to what is in hand.
      const saved = await useLayoutStore.getState().flush();
      if (!saved) throw new Error("The layout was not saved yet; its line at the desk says why.");
      return must(
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
        <Coming query={prints.query} what="Your prints" />
        {prints.whole && !prints.items.length && !search && (
          <p>
            Prints of your jobs stand here to be ticked; there are none yet.{" "}
            <Link className="underline" to="/">
              Add pictures to a job first
            </Link>
            .
          </p>
        )}
        <label className="flex items-center gap-2">
          Find
          <input
            type="search"
            className="field"
            placeholder="title, job, client"
            maxLength={200}
            value={search}
            onChange={(event) => setSearch(event.target.value)}
          />
        </label>
        <PrintTicks
          label="Prints of all jobs"
          prints={prints.items.map(({ print }) => print)}
          chosen={chosen}
          onToggle={toggle}
          onEnd={prints.more}
          jobOf={(id) => jobs.get(id) ?? ""}
        />
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
