// A table of the account that is kept as a whole: what was typed stands at once, and is saved behind, one after the other.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { answered, isAway, pause } from "./away";
import type { ApiProblem } from "./client";

/** How every table that is kept comes over the wire; version 0 is the one that ships. */
export interface Kept<Table> {
  version: number;
  note: string;
  table: Table;
}

export interface Wire<Table> {
  key: readonly unknown[];
  load: () => Promise<Kept<Table>>;
  save: (version: number, table: Table) => Promise<Kept<Table>>;
  /** Rows from a file in the place of those that are there. */
  takeIn: (version: number, text: string) => Promise<Kept<Table>>;
  /** Reset to examples. */
  forget: (version: number) => Promise<Kept<Table>>;
  /** What else has to be asked for anew. */
  after?: () => void;
}

export function useKeptTable<Table>(wire: Wire<Table>) {
  const queries = useQueryClient();
  const kept = useQuery({ queryKey: wire.key, queryFn: wire.load });
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  /** What was typed since the last save began; what is saved next. */
  const waiting = useRef<Table | null>(null);
  const running = useRef(false);
  const [saving, setSaving] = useState(false);
  /** Whether what was typed waits for a server that does not answer. */
  const [away, setAway] = useState(false);
  /** A server that is away is asked until it is back; it may have the table already, and says so. */
  const untilAnswered = async (save: typeof wire.save, version: number, table: Table) => {
    for (let tries = 0; ; tries++) {
      try {
        return await answered(save(version, table));
      } catch (error) {
        if (!isAway(error)) throw error;
        setAway(true);
        await new Promise((resolve) => setTimeout(resolve, pause(tries)));
      }
    }
  };
  const now = () => queries.getQueryData<Kept<Table>>(wire.key);

  const saveAll = async () => {
    if (running.current) return;
    running.current = true;
    setSaving(true);
    try {
      for (let table = waiting.current; table !== null; table = waiting.current) {
        waiting.current = null;
        const saved = await untilAnswered(wire.save, now()?.version ?? 0, table);
        // What was typed meanwhile stands over what has come back.
        const typed = waiting.current as Table | null;
        queries.setQueryData(wire.key, typed === null ? saved : { ...saved, table: typed });
      }
      setProblem(null);
      wire.after?.();
    } catch (error) {
      // Where it is refused, what is kept comes back.
      waiting.current = null;
      setProblem(error as ApiProblem);
      await queries.invalidateQueries({ queryKey: wire.key });
    } finally {
      running.current = false;
      setSaving(false);
      setAway(false);
    }
  };

  /** Change the table as it stands now, whatever of it is saved already. */
  const change = (by: (table: Table) => Table) => {
    const held = now();
    if (!held) return;
    const next = by(held.table);
    waiting.current = next;
    queries.setQueryData(wire.key, { ...held, table: next });
    void saveAll();
  };

  /** Something that answers with the whole table: a file that is taken in, going back to what ships. */
  const replace = async (ask: (version: number) => Promise<Kept<Table>>) => {
    waiting.current = null;
    try {
      queries.setQueryData(wire.key, await ask(now()?.version ?? 0));
      setProblem(null);
      wire.after?.();
    } catch (error) {
      setProblem(error as ApiProblem);
      await queries.invalidateQueries({ queryKey: wire.key });
    }
  };

  return {
    kept,
    change,
    takeIn: (text: string) => void replace((version) => wire.takeIn(version, text)),
    forget: () => void replace(wire.forget),
    problem,
    saving,
    away,
  };
}
