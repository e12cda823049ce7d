import type { Advice } from "../../../api/types";
import { typeset } from "../../../shell/typeset";
import type { Fix } from "../../../designs/fix";
import { usePlanStore } from "../../planStore";

/** A recommendation with its reasons, and the one click that follows it. */
export function AdviceCard({ advice, title }: { advice: Advice; title: string }) {
  const change = usePlanStore((store) => store.change);
  return (
    <section aria-label={title} className="finding" data-level="note">
      <p>
        <b className="font-semibold">
          {title}: {typeset(advice.text)}
        </b>{" "}
        {typeset(advice.reasons.join(" "))}
      </p>
      {advice.fix && (
        <button type="button" className="plain-button mt-1.5" onClick={() => change(advice.fix as Fix)}>
          {typeset(advice.fix_label ?? "Take it")}
        </button>
      )}
      <details className="soft text-[13px]">
        <summary className="cursor-pointer">How that was measured</summary>
        {typeset(advice.source)}
      </details>
    </section>
  );
}
