import { useRef, useState } from "react";
import { isAway } from "./away";
import { LatestWins, type Turn } from "./latestWins";
import { useLastWord } from "./useLastWord";

/** How changes are said, and what becomes of it: `heard` comes with every answer, `refused` with every no. */
interface Saying<Change, Answer> {
  say: (change: Change, turn: Turn) => Promise<Answer>;
  heard?: (answer: Answer) => void;
  refused?: () => void;
}

/** A change, and how it was to be said when it was made: it is said of what was there then. */
interface Said<Change, Answer> {
  change: Change;
  saying: Saying<Change, Answer>;
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
  const now = useRef(unsaid);
  const line = useRef<LatestWins<Said<Partial<Change>, Answer>, Answer> | null>(null);
  const keep = (change: Partial<Change>) => {
    now.current = change;
    setUnsaid(change);
  };
  const dealtWith = (said: Partial<Change>) => keep(changedSince(said, now.current));
  const change = (more: Partial<Change>) => {
    line.current ??= new LatestWins<Said<Partial<Change>, Answer>, Answer>(
      ({ change, saying }, turn) => saying.say(change, turn),
      (answer, { change, saying }) => {
        setProblem("");
        saying.heard?.(answer);
        dealtWith(change);
      },
      (error, { change, saying }) => {
        setProblem(error.message);
        if (isAway(error)) return;
        dealtWith(change);
        saying.refused?.();
      },
    );
    keep({ ...now.current, ...more });
    line.current.put({ change: now.current, saying });
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
