import type { Finding } from "../api/types";
import { FindingList } from "../designs/FindingList";
import { usePlanStore } from "./planStore";

/** The findings of the plan in hand. */
export function Findings(props: { findings: Finding[]; proof?: string; places?: string }) {
  const change = usePlanStore((store) => store.change);
  return <FindingList {...props} onFix={change} />;
}
