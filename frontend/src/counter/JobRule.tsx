import type { JobRow, StateOfJob } from "../api/types";
import { typeset } from "../shell/typeset";
import "../shell/rule.css";

export const STATE_WORDS: Record<JobRow["state"], string> = {
  planned: "Planned",
  made: "Made",
  printed: "Printed",
  checked: "Checked",
  collected: "Collected",
};

/** The folding rule of a job: a blade for each state, with what stands there and what waits; one in hand shows its prints alone. */
export function JobRule(props: {
  states: readonly StateOfJob[];
  /** The amount of the whole job, on the last blade. */
  total: string;
  inHand: string;
  onPick: (state: JobRow["state"] | "all") => void;
}) {
  return (
    <div className="rule" role="tablist" aria-label="States of the job">
      {props.states.map(({ state, prints, waiting }, index) => {
        const here = props.inHand === state;
        return (
          <button
            key={state}
            type="button"
            role="tab"
            id={`state-${state}`}
            aria-selected={here}
            aria-controls="prints-of-job"
            className="blade"
            data-plane={index % 2 ? "low" : "high"}
            onClick={() => props.onPick(here ? "all" : state)}
            onKeyDown={(event) => {
              const way = { ArrowRight: 1, ArrowLeft: -1 }[event.key];
              if (!way) return;
              event.preventDefault();
              event.stopPropagation();
              const blades = [...(event.currentTarget.parentElement?.querySelectorAll("button") ?? [])];
              blades[(index + way + blades.length) % blades.length]?.focus();
            }}
          >
            <span className="blade-rivet" aria-hidden="true" />
            <span className="flex justify-between gap-2">
              <span className="blade-title">
                {index + 1} {STATE_WORDS[state]}
              </span>
              <span className="blade-state">
                {prints ? typeset(prints === 1 ? "1 print" : `${prints} prints`) : ""}
              </span>
            </span>
            <span className="figure blade-key">
              {typeset(state === "collected" && !prints && props.total ? props.total : waiting)}
            </span>
            <span className="blade-ticks" aria-hidden="true" />
          </button>
        );
      })}
    </div>
  );
}
