import { useState } from "react";

/** Several of a list, chosen by mouse and keys: one, a range from the last one on, all. */
export function useChoice() {
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set());
  const [last, setLast] = useState<number | null>(null);
  return {
    chosen,
    /** Takes one in or out; with a range, all from the last one to it. */
    toggle: (id: number, listed: readonly number[], range: boolean) => {
      setChosen((now) => toggled(now, id, range ? last : null, listed));
      setLast(id);
    },
    set: (ids: readonly number[]) => setChosen(new Set(ids)),
    clear: () => {
      setChosen(new Set());
      setLast(null);
    },
  };
}

/** The choice with one more or less; from `last` on it is the whole way that takes the state of its end. */
export function toggled(
  now: ReadonlySet<number>,
  id: number,
  last: number | null,
  listed: readonly number[],
): ReadonlySet<number> {
  const next = new Set(now);
  const on = !now.has(id);
  const [from, to] = [last === null ? -1 : listed.indexOf(last), listed.indexOf(id)];
  const way = from < 0 || to < 0 ? [id] : listed.slice(Math.min(from, to), Math.max(from, to) + 1);
  for (const one of way) {
    if (on) next.add(one);
    else next.delete(one);
  }
  return next;
}
