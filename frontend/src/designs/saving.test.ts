import { describe, expect, it } from "vitest";
import { after, NEXT, waitsForChoice, type Saving, type SavingEvent } from "./saving";

const STATES = Object.keys(NEXT) as Saving[];
const EVENTS = [...new Set(STATES.flatMap((state) => Object.keys(NEXT[state]) as SavingEvent[]))];

describe("saving what is in hand", () => {
  it("is told by the server whatever happened before", () => {
    for (const state of STATES) {
      expect(after(state, "answered")).toBe("saved");
      expect(after(state, "removed")).toBe("gone");
    }
  });

  it("sends nothing of what was changed elsewhere before its owner has chosen, and nothing of what is gone", () => {
    expect(STATES.filter((saving) => waitsForChoice({ saving }))).toEqual(["stale", "gone"]);
    expect(after("stale", "chosen")).toBe("waiting");
    expect(() => after("stale", "sent")).toThrow("“sent” cannot happen to what is stale");
  });

  it("reaches every state from the first, and comes back", () => {
    const reached = new Set<Saving>(["saved"]);
    for (let size = 0; size < reached.size;) {
      size = reached.size;
      for (const state of reached)
        for (const event of EVENTS) {
          const next = NEXT[state][event];
          if (next) reached.add(next);
        }
    }
    expect([...reached].toSorted()).toEqual(STATES.toSorted());
  });

  it("goes on from a server that was away as soon as it is back", () => {
    const told: SavingEvent[] = ["sent", "away", "away", "sent", "answered"];
    expect(told.reduce<Saving[]>((all, event) => [...all, after(all.at(-1) ?? "saved", event)], [])).toEqual([
      "saving", "waiting", "waiting", "saving", "saved",
    ]); // oxfmt-ignore
  });
});
