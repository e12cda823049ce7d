import type { Advice } from "../../../api/types";
import { typeset } from "../../../shell/typeset";
import type { Fix } from "../../fix";
import { usePlanStore } from "../../planStore";

/** A recommendation with its reasons, and the one click that follows it. */
export function AdviceCard({ advice, title }: { advice: Advice; title: string }) {
  const change = usePlanStore((store) => store.change);
  return (
    <section aria-label={title} className="finding" data-level="note">
      <p>
        <b className="font-semibold">{title}: </b>
        {typeset(advice.text)}
      </p>
      <ul className="mt-1 list-disc space-y-0.5 pl-4">
        {advice.reasons.map((reason) => (
          <li key={reason}>{typeset(reason)}</li>
        ))}
      </ul>
      {advice.fix && (
        <button type="button" className="plain-button mt-1.5" onClick={() => change(advice.fix as Fix)}>
          {typeset(advice.fix_label ?? "Take it")}
        </button>
      )}
    </section>
  );
}
