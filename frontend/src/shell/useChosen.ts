import { useCallback, useState } from "react";

/** A set of things that are ticked one by one. */
export function useChosen(begin: Iterable<string> = []) {
  const [chosen, setChosen] = useState<ReadonlySet<string>>(() => new Set(begin));
  const toggle = useCallback(
    (key: string) =>
      setChosen((now) => {
        const next = new Set(now);
        if (!next.delete(key)) next.add(key);
        return next;
      }),
    [],
  );
  const take = useCallback((keys: Iterable<string>) => setChosen(new Set(keys)), []);
  return { chosen, toggle, take };
}
