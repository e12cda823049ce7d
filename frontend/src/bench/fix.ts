import type { Plan } from "../api/types";

/** A change to the plan: dotted paths and their new values, as findings and choices carry them. */
export type Fix = Record<string, unknown>;

/** A copy of the plan with the fix applied; the plan itself stays as it is. */
export function patched(plan: Plan, fix: Fix): Plan {
  const result: Record<string, unknown> = { ...plan };
  for (const [path, value] of Object.entries(fix)) {
    const names = path.split(".");
    const last = names.pop() ?? path;
    let holder = result;
    for (const name of names) {
      holder[name] = { ...(holder[name] as object | undefined) };
      holder = holder[name] as Record<string, unknown>;
    }
    holder[last] = value;
  }
  return result as Plan;
}
