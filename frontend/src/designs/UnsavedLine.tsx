import { useEffect } from "react";
import { Link, useLocation } from "react-router";
import type { Waiting } from "./designStore";

const WORDS = {
  saved: "", saving: "is being saved", waiting: "waits for the server", stale: "was changed elsewhere",
  refused: "cannot be saved as it is", gone: "",
}; // oxfmt-ignore

/** What a store of designs is asked before the window closes. */
interface Leaving {
  settle: () => void;
  unsaved: () => boolean;
}

/** Designs elsewhere whose document the server has not got yet, and the warning before the window closes. */
export function UnsavedLine({ waiting, stores }: { waiting: Waiting[]; stores: () => Leaving[] }) {
  const { pathname } = useLocation();
  useEffect(() => {
    const onLeave = (event: BeforeUnloadEvent) => {
      // What a drag or a title has led to so far is kept before anything else.
      for (const store of stores()) store.settle();
      if (stores().some((store) => store.unsaved())) event.preventDefault();
    };
    window.addEventListener("beforeunload", onLeave);
    return () => window.removeEventListener("beforeunload", onLeave);
  }, [stores]);
  const elsewhere = waiting.filter(({ to }) => pathname !== to && !pathname.startsWith(`${to}/`));
  return (
    <div role="status" className="unsaved-line" hidden={!elsewhere.length}>
      {elsewhere.slice(0, 3).map(({ id, title, saving, to }) => (
        <span key={id}>
          <Link className="font-semibold underline" to={to}>
            {title || "untitled"}
          </Link>{" "}
          {WORDS[saving]}
        </span>
      ))}
      {elsewhere.length > 3 && <span>and {elsewhere.length - 3} more</span>}
    </div>
  );
}
