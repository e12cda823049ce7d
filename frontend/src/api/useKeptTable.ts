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
  /** What is known of it before it is asked for. */
  known?: Kept<Table>;
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
  const kept = useQuery({
    queryKey: wire.key,
    queryFn: wire.load,
    ...(wire.known && { initialData: wire.known, staleTime: Infinity }),
  });
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  /** What was typed since the last save began; what is saved next. */
  const waiting = useRef<Table | null>(null);
  /** What was asked of the server since, in its order: each answers with a whole table. */
  const asks = useRef<((version: number) => Promise<Kept<Table>>)[]>([]);
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

  /** What was typed meanwhile stands over what has come back. */
  const stand = (saved: Kept<Table>, typed: Table | null) =>
    queries.setQueryData(wire.key, typed === null ? saved : { ...saved, table: typed });

  const save = async (table: Table) => {
    waiting.current = null;
    stand(await untilAnswered(wire.save, now()?.version ?? 0, table), waiting.current);
  };

  /** The table that comes takes the place of what was typed; where it is refused, what was typed is saved. */
  const replace = async (ask: (version: number) => Promise<Kept<Table>>) => {
    const came = await ask(now()?.version ?? 0);
    waiting.current = null;
    stand(came, null);
  };

  /** One thing after the other: a file that is taken in waits for the save that is on its way. */
  const work = async () => {
    if (running.current) return;
    running.current = true;
    let refused: ApiProblem | null = null;
    for (;;) {
      const ask = asks.current.shift();
      const table = waiting.current;
      if (!ask && table === null) break;
      try {
        if (ask) await replace(ask);
        else if (table !== null) {
          setSaving(true);
          await save(table);
        }
      } catch (error) {
        refused = error as ApiProblem;
        // Where it is refused, what is kept comes back.
        if (!ask) waiting.current = null;
        if (waiting.current === null) await queries.invalidateQueries({ queryKey: wire.key });
      }
    }
    running.current = false;
    setSaving(false);
    setAway(false);
    setProblem(refused);
    wire.after?.();
  };

  /** Change the table as it stands now, whatever of it is saved already. */
  const change = (by: (table: Table) => Table) => {
    const held = now();
    if (!held) return;
    const next = by(held.table);
    waiting.current = next;
    queries.setQueryData(wire.key, { ...held, table: next });
    void work();
  };

  /** Something that answers with the whole table: a file that is taken in, going back to what ships. */
  const put = (ask: (version: number) => Promise<Kept<Table>>) => {
    asks.current.push(ask);
    void work();
  };

  return {
    kept,
    change,
    takeIn: (text: string) => put((version) => wire.takeIn(version, text)),
    forget: () => put(wire.forget),
    problem,
    saving,
    away,
  };
}
