import type { Finding } from "../api/types";
import { typeset } from "../shell/typeset";
import type { Fix } from "./fix";
import { usePlanStore } from "./planStore";

const WORD = { note: "Note", warn: "Look", stop: "Stop" } as const;

/** What a careful colleague would point out, each with the one click that cures it. */
export function Findings({ findings }: { findings: Finding[] }) {
  const change = usePlanStore((store) => store.change);
  return (
    <div aria-live="polite" className="space-y-2">
      {findings.map((finding, index) => (
        <p key={`${finding.id}-${index}`} className="finding" data-level={finding.level} data-finding={finding.id}>
          <b>{WORD[finding.level]}.</b> {typeset(finding.text)}{" "}
          {finding.fix && (
            <button type="button" className="font-semibold underline" onClick={() => change(finding.fix as Fix)}>
              {finding.fix_label ?? "Put it right"}
            </button>
          )}
        </p>
      ))}
    </div>
  );
}
