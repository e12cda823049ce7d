import { useEffect, useRef, useState } from "react";
import { useJobChange } from "../jobs/useJobs";
import { giveFocusTo } from "../shell/Dialog";

/** So long a list may take to stand without what was removed, frames. */
const MOST_FRAMES = 120;

/** Removes a print or a layout, asked twice; the focus goes on to what stands next. */
export function RemoveDesign(props: {
  id: number;
  title: string;
  word: "print" | "layout";
  remove: (id: number) => Promise<unknown>;
}) {
  const [sure, setSure] = useState(false);
  const remove = useJobChange(props.remove);
  const asks = useRef<HTMLButtonElement>(null);
  const keeps = useRef<HTMLButtonElement>(null);
  const was = useRef(false);
  // The focus stays here: on the way that loses nothing, and afterwards where it came from.
  useEffect(() => {
    if (was.current !== sure) (sure ? keeps : asks).current?.focus();
    was.current = sure;
  }, [sure]);
  const gone = (row: Element | null | undefined) => {
    // What stands next in the list, though perhaps in another row.
    const rows = [...(row?.closest("[role=list]")?.querySelectorAll("[role=listitem]") ?? [])];
    const at = rows.findIndex((one) => one === row);
    const next = rows[at + 1] ?? rows[at - 1];
    // By its address: set in rows anew, it may be another element by then.
    const address = next?.querySelector("a")?.getAttribute("href");
    const goOn = (frames = MOST_FRAMES) => {
      // Only when the list stands as it is without it: until then its neighbour may still move to another row.
      if (row?.isConnected && frames > 0) requestAnimationFrame(() => goOn(frames - 1));
      else giveFocusTo(address ? document.querySelector(`main a[href="${address}"]`) : null);
    };
    // Its own row may be gone before all lists are fresh: the promise is there all the same.
    remove.mutateAsync(props.id).then(
      () => goOn(),
      () => undefined,
    );
  };
  if (!sure)
    return (
      <button
        ref={asks}
        type="button"
        className="soft min-h-6 underline"
        onClick={() => setSure(true)}
        aria-label={`Remove the ${props.word} ${props.title}`}
      >
        Remove
      </button>
    );
  return (
    <span className="space-x-3">
      <button
        type="button"
        className="min-h-6 font-semibold underline"
        onClick={(event) => gone(event.currentTarget.closest("[role=listitem]"))}
      >
        Remove it
      </button>
      <button ref={keeps} type="button" className="min-h-6 underline" onClick={() => setSure(false)}>
        Cancel
      </button>
    </span>
  );
}
