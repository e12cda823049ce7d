// The chain in hand: saved behind as it is changed, and every change one step of undo, also after a reload.
import { useState } from "react";
import { client, must } from "../api/client";
import type { RescueChain, RescueState } from "../api/types";
import { type Kept, useKeptTable } from "../api/useKeptTable";

const MOST_UNDO = 60;

interface Walk {
  before: RescueChain[];
  after: RescueChain[];
}

const key = (id: string) => `zollstock.rescue.${id}`;

function keptWalk(id: string): Walk {
  try {
    return JSON.parse(sessionStorage.getItem(key(id)) ?? "") as Walk;
  } catch {
    return { before: [], after: [] };
  }
}

function keep(id: string, walk: Walk): void {
  try {
    sessionStorage.setItem(key(id), JSON.stringify(walk));
  } catch {
    // Without storage it holds until the page is left.
  }
}

const asKept = (state: RescueState): Kept<RescueChain> => ({
  version: state.version,
  note: "",
  table: state.document,
});
const none = () => Promise.reject(new Error("a chain is not imported"));

export function useChain(first: RescueState) {
  const path = { params: { path: { rescue_id: first.id } } };
  const [walk, setWalk] = useState(() => keptWalk(first.id));
  const table = useKeptTable<RescueChain>({
    key: ["rescue", first.id],
    load: async () => asKept(await must(client.GET("/api/rescues/{rescue_id}", path))),
    save: async (version, document) =>
      asKept(
        await must(
          client.PUT("/api/rescues/{rescue_id}", { ...path, body: { version, document: { ...document } } }),
        ),
      ),
    takeIn: none,
    forget: none,
  });
  const chain = table.kept.data?.table ?? first.document;
  const walked = (next: Walk) => {
    setWalk(next);
    keep(first.id, next);
  };
  const step = (from: "before" | "after", to: "before" | "after") => {
    const goes = walk[from].at(-1);
    if (!goes) return;
    table.change(() => goes);
    walked({ ...walk, [from]: walk[from].slice(0, -1), [to]: [...walk[to], chain] });
  };
  return {
    chain,
    version: table.kept.data?.version ?? first.version,
    problem: table.problem,
    saving: table.saving,
    away: table.away,
    change: (by: (now: RescueChain) => RescueChain) => {
      const next = by(chain);
      if (JSON.stringify(next) === JSON.stringify(chain)) return;
      walked({ before: [...walk.before, chain].slice(-MOST_UNDO), after: [] });
      table.change(() => next);
    },
    undo: () => step("before", "after"),
    redo: () => step("after", "before"),
    canUndo: walk.before.length > 0,
    canRedo: walk.after.length > 0,
  };
}
