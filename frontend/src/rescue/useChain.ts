// The chain in hand: saved behind as it is changed, and every change one step of undo, also after a reload.
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { client, must } from "../api/client";
import type { RescueChain, RescueState } from "../api/types";
import { type Kept, useKeptTable } from "../api/useKeptTable";

const MOST_UNDO = 60;
const SETTLING_MS = 40;

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
  const queries = useQueryClient();
  const [walk, setWalk] = useState(() => {
    // Who comes back finds what another window has saved meanwhile.
    const held = queries.getQueryData<Kept<RescueChain>>(["rescue", first.id]);
    if (held && held.version < first.version) queries.setQueryData(["rescue", first.id], asKept(first));
    return keptWalk(first.id);
  });
  const table = useKeptTable<RescueChain>({
    key: ["rescue", first.id],
    known: asKept(first),
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
  const walked = (by: (last: Walk) => Walk) =>
    setWalk((last) => {
      const next = by(last);
      keep(first.id, next);
      return next;
    });
  const step = (from: "before" | "after", to: "before" | "after") => {
    const goes = walk[from].at(-1);
    if (!goes) return;
    table.change(() => goes);
    walked((last) => ({ ...last, [from]: last[from].slice(0, -1), [to]: [...last[to], chain] }));
  };
  const version = table.kept.data?.version ?? first.version;
  const now = useRef({ saving: table.saving, version });
  useEffect(() => {
    now.current = { saving: table.saving, version };
  });
  return {
    chain,
    version,
    /** The version that stands once what was changed last is saved. */
    settled: async () => {
      while (now.current.saving) await new Promise((resolve) => setTimeout(resolve, SETTLING_MS));
      return now.current.version;
    },
    problem: table.problem,
    saving: table.saving,
    away: table.away,
    // As it stands now, not as it was drawn last: keys may come faster than that.
    change: (by: (now: RescueChain) => RescueChain) =>
      table.change((now) => {
        const next = by(now);
        if (JSON.stringify(next) !== JSON.stringify(now))
          walked((last) => ({ before: [...last.before, now].slice(-MOST_UNDO), after: [] }));
        return next;
      }),
    undo: () => step("before", "after"),
    redo: () => step("after", "before"),
    canUndo: walk.before.length > 0,
    canRedo: walk.after.length > 0,
  };
}
