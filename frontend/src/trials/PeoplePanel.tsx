import { useState, type FormEvent } from "react";
import type { TrialPanelProps } from "./TrialPage";

/** Asking one more. */
export function PeoplePanel({ trial, changes }: TrialPanelProps) {
  const [name, setName] = useState("");
  const ask = (event: FormEvent) => {
    event.preventDefault();
    changes.ask.mutate(name, { onSuccess: () => setName("") });
  };
  if (trial.over) return <p>The judging is over. Go on judging to ask more people.</p>;
  return (
    <div className="space-y-3">
      <form className="space-y-2" onSubmit={ask}>
        <label className="block">
          Name <span className="soft">for your own list; they may stay without one</span>
          <input
            className="field mt-0.5"
            value={name}
            maxLength={80}
            dir="auto"
            onChange={(event) => setName(event.target.value)}
          />
        </label>
        <button type="submit" className="strong-button" disabled={changes.ask.isPending}>
          Ask somebody
        </button>
      </form>
      <ol className="soft list-decimal space-y-1 pl-5">
        <li>Measure the bar of 100 mm on the print: another length, and the driver has scaled it.</li>
        <li>Let the print dry, then pin it up where it is looked at from {trial.distance}.</li>
        <li>Send each person their link, or let their phone read the code.</li>
      </ol>
      <p className="soft">
        From 30 answers an interval is said, from 80 a figure. Two people with 40 each know more of a studio
        than one with 80.
      </p>
    </div>
  );
}
