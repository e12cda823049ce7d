import { Link } from "react-router";
import { typeset } from "../../shell/typeset";
import { useLayoutStore } from "../layoutStore";
import { ruleSize } from "../ruleWords";
import { usePhotoRules } from "../usePhotoRules";
import { TitleField } from "./WhatPanel";
import type { OfId } from "./types";

/** Whose rule the photo follows. */
export function RulePanel({ request }: OfId) {
  const change = useLayoutStore((store) => store.change);
  const kept = usePhotoRules();
  const { rule } = request;
  const rules = kept.data?.table.rules ?? [];
  const same = (one: object) => JSON.stringify(one) === JSON.stringify(rule);
  return (
    // As high before its rules have come as with the three that ship: nothing below jumps.
    <div className={`space-y-3 ${kept.data ? "" : "min-h-[326px]"}`}>
      <TitleField title={request.title} />
      <div className="space-y-1.5" role="group" aria-label="Rules">
        {rules.map((one, index) => (
          <button
            key={index}
            type="button"
            className="choice moves"
            aria-pressed={same(one)}
            onClick={() => change({ rule: one, upload: null })}
          >
            <span className="min-w-0">
              <b className="block font-semibold [overflow-wrap:anywhere]" dir="auto">
                {one.name || "untitled"}
              </b>
              <span className="soft block">{typeset(ruleSize(one))}</span>
            </span>
          </button>
        ))}
        {kept.data && !rules.some(same) && (
          <p className="finding" data-level="note">
            <b>{rule.name || "This rule"}</b>, {typeset(ruleSize(rule))}: as it was when this photo was begun.
            It is not, or no longer, among the rules that are kept.
          </p>
        )}
      </div>
      <p className="soft">
        Read from: {rule.source || "nothing noted"}; last checked: {rule.checked || "never"}.
      </p>
      <p>
        {kept.data?.note}{" "}
        <Link className="font-semibold underline" to="/photo-rules">
          Edit the rules
        </Link>
      </p>
    </div>
  );
}
