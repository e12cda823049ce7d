import { useEffect, useRef, useState } from "react";
import { isAway } from "./away";
import { LatestWins, type Turn } from "./latestWins";
import { useLastWord } from "./useLastWord";

/** How changes are said, and what becomes of it: `heard` comes with every answer, `refused` with every no. */
interface Saying<Change, Answer> {
  say: (change: Change, turn: Turn) => Promise<Answer>;
  heard?: (answer: Answer) => void;
  refused?: () => void;
}

/**
 * Changes that stand at once and are kept behind: what is changed while one is on its way goes together with the next,
 * and whoever leaves the page sends along what was not answered.
 *
 * `unsaid` is what the server has not confirmed: it lies over what the server said, and goes when it says no.
 */
export function useChanges<Change extends object, Answer>(saying: Saying<Partial<Change>, Answer>) {
  const [unsaid, setUnsaid] = useState<Partial<Change>>({});
  const [problem, setProblem] = useState("");
  const now = useRef({ saying, unsaid });
  useEffect(() => {
    now.current.saying = saying;
  });
  const line = useRef<LatestWins<Partial<Change>, Answer> | null>(null);
  const keep = (change: Partial<Change>) => {
    now.current.unsaid = change;
    setUnsaid(change);
  };
  const dealtWith = (said: Partial<Change>) => keep(changedSince(said, now.current.unsaid));
  const change = (more: Partial<Change>) => {
    line.current ??= new LatestWins<Partial<Change>, Answer>(
      (change, turn) => now.current.saying.say(change, turn),
      (answer, said) => {
        setProblem("");
        now.current.saying.heard?.(answer);
        dealtWith(said);
      },
      (error, said) => {
        setProblem(error.message);
        if (isAway(error)) return;
        dealtWith(said);
        now.current.saying.refused?.();
      },
    );
    keep({ ...now.current.unsaid, ...more });
    line.current.put(now.current.unsaid);
  };
  useLastWord(() => (line.current ? [line.current] : []));
  return { change, unsaid, problem, isSaving: Object.keys(unsaid).length > 0 };
}

/** What is wanted now and was not said like that. */
function changedSince<Change extends object>(said: Partial<Change>, wanted: Partial<Change>) {
  const names = Object.keys(wanted) as (keyof Change)[];
  return Object.fromEntries(
    names.filter((name) => wanted[name] !== said[name]).map((name) => [name, wanted[name]]),
  ) as Partial<Change>;
}
