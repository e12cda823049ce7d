import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, must } from "../api/client";
import type { BatchState } from "../api/types";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";
import { SetPicker } from "../sizes/SetPicker";
import { SharedFields } from "./SharedFields";

/** The sizes as they are; another set is taken only when it is chosen. */
const AS_LAID_OUT = "";

/** Sizes, medium, edge and files of a matrix that is laid out already; crops by hand stay. */
export function ChangeBatch({ batch }: { batch: BatchState }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className="plain-button" onClick={() => setOpen(true)}>
        Sizes and files
      </button>
      {open && <Change batch={batch} onClose={() => setOpen(false)} />}
    </>
  );
}

function Change({ batch, onClose }: { batch: BatchState; onClose: () => void }) {
  const [set, setSet] = useState(AS_LAID_OUT);
  const [shared, setShared] = useState(batch.shared);
  const queries = useQueryClient();
  const change = useMutation({
    mutationFn: () =>
      must(
        client.PATCH("/api/batches/{batch_id}", {
          params: { path: { batch_id: batch.id } },
          body: { shared, ...(set === AS_LAID_OUT ? {} : { set }) },
        }),
      ),
    onSuccess: (changed) => {
      queries.setQueryData(["batches", batch.id], changed);
      onClose();
    },
  });
  return (
    <Dialog title="Sizes and files" onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate();
        }}
      >
        <SetPicker value={set} onSet={setSet} label="Other sizes" kept={`as it is, ${batch.sizes.length}`} />
        <SharedFields
          value={shared}
          untagged={batch.pictures.some((picture) => picture.untagged_cmyk)}
          onChange={setShared}
        />
        <p className="soft">Crops by hand stay with their sizes. Files made already stay as they are.</p>
        {change.error && <Problem message={change.error.message} />}
        <button type="submit" className="strong-button" disabled={change.isPending}>
          Work out again
        </button>
      </form>
    </Dialog>
  );
}
