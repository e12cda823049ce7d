import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { client, must } from "../../api/client";
import { LengthField } from "../../fields/LengthField";
import { NumberField } from "../../fields/NumberField";
import { Problem } from "../../shell/Problem";
import { useLayoutStore } from "../layoutStore";
import { OutputFields } from "../stepPanels/OutputFields";
import { PaperFields } from "../stepPanels/PaperPanel";
import type { OfStrip } from "../stepPanels/types";
import { useLayoutTyping } from "../useLayoutTyping";

/** Paper, copies, from where it is judged; its file, and then its trial. */
export function SheetsPanel(props: OfStrip) {
  const { request, unit, making, layout } = props;
  const { change, ...typing } = useLayoutTyping();
  return (
    <div className="space-y-3">
      <PaperFields request={request} unit={unit} />
      <NumberField
        narrow
        label={
          <>
            Copies <span className="soft">each with other letters</span>
          </>
        }
        inputClass="figure !w-20"
        value={request.copies}
        min={1}
        max={12}
        step={1}
        {...typing}
        onRead={(copies) => copies !== null && change({ copies: Math.round(copies) })}
      />
      <LengthField
        narrow
        label="Judged from"
        value={request.distance ?? ""}
        unit={unit}
        purpose="distance"
        {...typing}
        onRead={(distance) => change({ distance })}
      />
      <OutputFields request={request} />
      {making}
      <BeginTrial layout={layout.id} />
    </div>
  );
}

/** From the strip to people who judge it. */
function BeginTrial({ layout }: { layout: number }) {
  const go = useNavigate();
  const queries = useQueryClient();
  const begin = useMutation({
    mutationFn: async () => {
      useLayoutStore.getState().settle();
      // The trial is of the strip as it is saved.
      await useLayoutStore.getState().flush();
      return must(client.POST("/api/layouts/{layout_id}/trial", { params: { path: { layout_id: layout } } }));
    },
    onSuccess: (trial) => {
      void queries.invalidateQueries({ queryKey: ["trials"] });
      void go(`/trials/${trial.id}/people`);
    },
  });
  return (
    <section className="part space-y-2" aria-label="Trial">
      <p className="soft">
        Printed, dry, pinned up? A trial keeps this strip's key, and asks people by links of their own.
      </p>
      <button
        type="button"
        className="plain-button"
        disabled={begin.isPending}
        onClick={() => begin.mutate()}
      >
        Begin a trial of it
      </button>
      {begin.error && <Problem message={begin.error.message} />}
    </section>
  );
}
