import type { PhotoCheck } from "../../api/types";
import { typeset } from "../../shell/typeset";
import type { OfId } from "./types";

const WORDS = { pass: "Pass", look: "Check", yourself: "By eye" } as const;

/** What was checked, what is doubtful, and what only an eye can see. */
export function ChecksPanel({ page }: OfId) {
  const measured = page.checks.filter((check) => check.state !== "yourself");
  const yourself = page.checks.filter((check) => check.state === "yourself");
  return (
    <div className="space-y-3">
      <List label="Measured" checks={measured} />
      <section className="space-y-1">
        <h3 className="font-semibold">Check by eye</h3>
        <List label="Check by eye" checks={yourself} />
      </section>
      <p className="soft">{page.hint}</p>
    </div>
  );
}

function List({ label, checks }: { label: string; checks: PhotoCheck[] }) {
  return (
    <ul aria-label={label}>
      {checks.map((check) => (
        <li key={check.id} className="check" data-state={check.state} data-check={check.id}>
          <span className="check-word">{WORDS[check.state]}</span>
          <span>
            <b className="font-semibold">{check.label}.</b>{" "}
            <span className="soft">{typeset(check.text)}</span>
          </span>
        </li>
      ))}
    </ul>
  );
}
