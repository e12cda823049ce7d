import { useDeferredValue, useState } from "react";
import { useJobs } from "../jobs/useJobs";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { moveSome, useCounterChange } from "./useCounter";

/** Which job the chosen ones go to. */
export function MoveDialog(props: { job: number; ids: number[]; onClose: () => void; onMoved: () => void }) {
  const { job, ids, onClose, onMoved } = props;
  const [search, setSearch] = useState("");
  const jobs = useJobs(useDeferredValue(search.trim()));
  const move = useCounterChange(moveSome);
  const others = jobs.items.filter(({ id }) => id !== job);
  return (
    <Dialog
      title={typeset(ids.length === 1 ? "Into another job" : `${ids.length} prints into another job`)}
      onClose={onClose}
    >
      <label className="block">
        Find a job
        <input
          type="search"
          className="field mt-1"
          maxLength={200}
          value={search}
          onChange={(event) => setSearch(event.target.value)}
        />
      </label>
      <ul className="mt-3 space-y-1.5">
        {others.map((one) => (
          <li key={one.id}>
            <button
              type="button"
              className="counter-card"
              disabled={move.isPending}
              onClick={() =>
                move.mutate(
                  { job, ids, to: one.id },
                  {
                    onSuccess: () => {
                      onMoved();
                      onClose();
                    },
                  },
                )
              }
            >
              <b dir="auto">{one.title}</b>{" "}
              <span className="soft">
                {typeset(`${one.prints} ${one.prints === 1 ? "print" : "prints"}`)}
              </span>
            </button>
          </li>
        ))}
      </ul>
      {jobs.whole && !others.length && <p className="soft mt-3">There is no other job with these words.</p>}
      <p className="soft mt-3 text-[13px]">They get numbers of that job; copies, notes and files go along.</p>
      {move.error && <Problem message={move.error.message} />}
    </Dialog>
  );
}
