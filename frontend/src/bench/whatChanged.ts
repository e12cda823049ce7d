import type { Plan } from "../api/types";

/** What each part of a plan is called on the rule. */
const PARTS: Record<string, string> = {
  title: "title", target: "size", fit: "fit", edge: "edge", marks: "marks", medium: "medium", viewing: "distance", pixels: "pixels", output: "file",
}; // oxfmt-ignore
const IN_FIT: Record<string, string> = {
  anchor: "crop",
  zoom: "crop",
  auto: "crop",
  angle: "straightening",
  turn: "turn",
  keep: "keep zones",
  mode: "way to fit",
  colour: "colour",
};

const inside = (part: unknown, name: string) => (part as Record<string, unknown>)[name];
const same = (one: unknown, other: unknown) => JSON.stringify(one ?? null) === JSON.stringify(other ?? null);

/** In which parts two plans differ, in words: "size", "crop and keep zones". */
export function whatChanged(before: Plan, after: Plan): string {
  const found = new Set<string>();
  for (const [part, word] of Object.entries(PARTS)) {
    const one = before[part as keyof Plan];
    const other = after[part as keyof Plan];
    if (same(one, other)) continue;
    if (part !== "fit") found.add(word);
    else
      for (const [name, called] of Object.entries(IN_FIT))
        if (!same(inside(one, name), inside(other, name))) found.add(called);
  }
  const words = [...found];
  const last = words.pop();
  return words.length ? `${words.join(", ")} and ${last}` : (last ?? "");
}
