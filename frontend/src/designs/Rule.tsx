import { useEffect, useRef, type KeyboardEvent } from "react";
import { gradeWord } from "../shell/Grade";
import { typeset } from "../shell/typeset";

/** A blade of a rule: its key figure and one word of state. */
interface AnyStep<Step extends string> {
  step: Step;
  title: string;
  key: string;
  state: string;
  level: string;
}

/** The folding rule: way, summary and navigation in one. Blades lie in two planes. */
export function Rule<Step extends string>(props: {
  steps: AnyStep<Step>[];
  step: Step;
  /** On which blade stands what became of the file of this very document: how far it is, or how large. */
  made: { at: Step; word: string; key?: string } | null;
  /** A rule of few steps keeps them narrow. */
  short?: boolean;
  onStep: (step: Step) => void;
}) {
  const row = useRef<HTMLDivElement>(null);
  useEffect(() => {
    // Where the rule is wider than the screen, the blade in hand is on it.
    const line = row.current;
    const blade = line?.querySelector<HTMLElement>(`[data-step="${props.step}"]`);
    if (line && blade && line.scrollWidth > line.clientWidth) line.scrollTo({ left: blade.offsetLeft - 14 });
  }, [props.step]);
  const move = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!by) return;
    event.preventDefault();
    // From the blade that has the focus: keys may come faster than steps are shown.
    const from = (event.target as HTMLElement).dataset["step"] ?? props.step;
    const at = props.steps.findIndex((blade) => blade.step === from);
    const next = props.steps[(at + by + props.steps.length) % props.steps.length];
    if (!next) return;
    props.onStep(next.step);
    row.current?.querySelector<HTMLElement>(`[data-step="${next.step}"]`)?.focus();
  };
  return (
    <nav aria-label="The folding rule" data-legend="word:folding-rule">
      <div
        ref={row}
        className="rule"
        data-short={props.short || undefined}
        role="tablist"
        aria-label="Steps of the work"
        onKeyDown={move}
      >
        {props.steps.map((blade, index) => {
          const open = blade.step === props.step;
          const made = props.made?.at === blade.step ? props.made : null;
          const state = made?.word ?? blade.state;
          const key = made?.key || blade.key;
          return (
            <button
              key={blade.step}
              type="button"
              role="tab"
              id={`blade-${blade.step}`}
              data-step={blade.step}
              data-plane={index % 2 ? "low" : "high"}
              data-level={blade.level}
              aria-selected={open}
              aria-controls="worksheet"
              tabIndex={open ? 0 : -1}
              className="blade moves"
              data-legend={`word:step-${blade.step}`}
              onClick={() => props.onStep(blade.step)}
            >
              <span className="blade-rivet" aria-hidden />
              <span className="flex items-baseline justify-between gap-2">
                <span className="blade-title">
                  {index + 1} {blade.title}
                </span>
                <span
                  className="blade-state"
                  title={gradeWord(state)}
                  data-long={gradeWord(state).length > 9 || undefined}
                >
                  {typeset(gradeWord(state))}
                </span>
              </span>
              <span className="blade-key figure" data-long={key.length > 15 || undefined}>
                {typeset(key)}
              </span>
              <span className="blade-ticks" aria-hidden />
            </button>
          );
        })}
      </div>
    </nav>
  );
}
