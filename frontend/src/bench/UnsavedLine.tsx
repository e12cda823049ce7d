import { useEffect } from "react";
import { Link, useLocation } from "react-router";
import { usePlanStore } from "./planStore";

const WORDS = {
  saved: "", saving: "is being saved", waiting: "waits for the server", stale: "was changed elsewhere",
  refused: "cannot be saved as it is", gone: "",
}; // prettier-ignore

/** Prints elsewhere whose plan the server has not got yet, and the warning before the window closes. */
export function UnsavedLine() {
  const waiting = usePlanStore((store) => store.waiting);
  const { pathname } = useLocation();
  useEffect(() => {
    const onLeave = (event: BeforeUnloadEvent) => {
      const store = usePlanStore.getState();
      // What a drag or a title has led to so far is kept before anything else.
      store.settle();
      if (usePlanStore.getState().unsaved()) event.preventDefault();
    };
    window.addEventListener("beforeunload", onLeave);
    return () => window.removeEventListener("beforeunload", onLeave);
  }, []);
  const elsewhere = waiting.filter(({ id }) => !new RegExp(`^/prints/${id}(/|$)`).test(pathname));
  return (
    <div role="status" className="unsaved-line" hidden={!elsewhere.length}>
      {elsewhere.slice(0, 3).map(({ id, title, saving }) => (
        <span key={id}>
          <Link className="font-semibold underline" to={`/prints/${id}`}>
            {title || "untitled"}
          </Link>{" "}
          {WORDS[saving]}
        </span>
      ))}
      {elsewhere.length > 3 && <span>and {elsewhere.length - 3} more</span>}
    </div>
  );
}
