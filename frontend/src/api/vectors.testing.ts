// What the core's own tests have written for this suite; see backend/tests/core/test_shared_vectors.py.
import { readFileSync } from "node:fs";
import type { Choice, PictureFacts, Plan, PrintState, Step, Worksheet } from "./types";

export const vectors = <T>(name: string) => JSON.parse(readFileSync(`../vectors/${name}.json`, "utf8")) as T;

interface Bench {
  plan: Plan;
  worksheet: Worksheet;
  choices: Partial<Record<Step, Choice[]>>;
  seen: Worksheet["seen"];
}

/** A print as the bench is given it, with the ways out of a step. */
export function benchOf(name: "border" | "wrap" | "screen", step?: Step) {
  const { plan, worksheet, choices, seen } = vectors<Record<string, Bench>>("bench")[name] as Bench;
  const picture = {
    id: "p",
    name: "fog.jpg",
    state: "ready",
    width_px: plan.picture.width_px,
    height_px: plan.picture.height_px,
  } as PictureFacts;
  const print = { id: 1, job: 1, picture, plan, version: 1 } as PrintState;
  return {
    plan,
    picture,
    print,
    worksheet: {
      ...worksheet,
      choices: (step && choices[step]) ?? [],
      ...(step === "distance" && seen && { seen }),
    },
  };
}
