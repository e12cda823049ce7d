import { useState } from "react";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { NumberField } from "../fields/NumberField";
import { Dialog } from "../shell/Dialog";
import { MoveDialog } from "./MoveDialog";
import {
  bringTo,
  copiesOfSome,
  duplicateSome,
  removeSome,
  useCounterChange,
  type Setting,
  type Step,
} from "./useCounter";

const STEPS: readonly [Step, string][] = [
  ["printed", "Printed"],
  ["checked", "Checked"],
  ["collected", "Collected"],
  ["unprinted", "Not printed"],
];
const nothing = () => undefined;

/** What can be done with those that are chosen, at the foot of the list. */
export function ChosenBar(props: {
  job: number;
  ids: number[];
  onSettings: (which: Setting[]) => void;
  /** What was made of them is what one goes on with. */
  onMade: (ids: number[]) => void;
  onDone: () => void;
}) {
  const { job, ids } = props;
  const [asking, setAsking] = useState<"copies" | "job" | null>(null);
  const step = useCounterChange(bringTo);
  const again = useCounterChange(duplicateSome);
  const remove = useCounterChange(removeSome);
  const problem = step.error ?? again.error ?? remove.error;
  return (
    <section className="chosen-bar" aria-label="Chosen prints">
      <b role="status">{typeset(`${ids.length} chosen`)}</b>
      <button type="button" onClick={() => props.onSettings(["size", "edge"])}>
        Give them settings of …
      </button>
      <span className="opacity-60" aria-hidden="true">
        |
      </span>
      {STEPS.map(([name, word]) => (
        <button
          key={name}
          type="button"
          disabled={step.isPending}
          onClick={() => step.mutate({ job, ids, step: name })}
        >
          {word}
        </button>
      ))}
      <span className="opacity-60" aria-hidden="true">
        |
      </span>
      <button type="button" onClick={() => setAsking("copies")}>
        Copies
      </button>
      <button
        type="button"
        disabled={again.isPending}
        onClick={() => again.mutate({ job, ids }, { onSuccess: (made) => props.onMade(made.ids) })}
      >
        Duplicate
      </button>
      <button type="button" onClick={() => setAsking("job")}>
        Another job
      </button>
      <button
        type="button"
        disabled={remove.isPending}
        onClick={() => remove.mutate({ job, ids }, { onSuccess: props.onDone })}
      >
        Remove
      </button>
      <span className="flex-1" />
      <button type="button" onClick={props.onDone}>
        Esc
      </button>
      {problem && (
        <p className="basis-full font-semibold" role="alert">
          {problem.message}
        </p>
      )}
      {asking === "copies" && <CopiesOfSome job={job} ids={ids} onClose={() => setAsking(null)} />}
      {asking === "job" && (
        <MoveDialog job={job} ids={ids} onClose={() => setAsking(null)} onMoved={props.onDone} />
      )}
    </section>
  );
}

function CopiesOfSome({ job, ids, onClose }: { job: number; ids: number[]; onClose: () => void }) {
  const [copies, setCopies] = useState(1);
  const change = useCounterChange(copiesOfSome);
  return (
    <Dialog title={typeset(`Copies of ${ids.length} prints`)} onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          change.mutate({ job, ids, copies }, { onSuccess: onClose });
        }}
      >
        <NumberField
          label="Copies of each"
          min={1}
          max={10_000}
          step={1}
          value={copies}
          onRead={(count) => count !== null && setCopies(Math.round(count))}
          onBack={nothing}
          onDone={nothing}
        />
        {change.error && <Problem message={change.error.message} />}
        <button className="strong-button" disabled={change.isPending}>
          Set the copies
        </button>
      </form>
    </Dialog>
  );
}
