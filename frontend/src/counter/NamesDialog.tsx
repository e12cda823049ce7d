import { useDeferredValue, useState } from "react";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";
import { nameFiles, useCounterChange, useNames } from "./useCounter";

/** What files of the job are called: a pattern, and the real names that it makes. */
export function NamesDialog({ job, onClose }: { job: number; onClose: () => void }) {
  const begun = useNames(job, "");
  const [typed, setTyped] = useState<string | null>(null);
  const pattern = typed ?? begun.data?.pattern ?? "";
  const shown = useNames(job, useDeferredValue(pattern));
  const name = useCounterChange(nameFiles);
  const data = shown.data ?? begun.data;
  return (
    <Dialog title="Names of the files" wide onClose={onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          name.mutate({ job, pattern }, { onSuccess: onClose });
        }}
      >
        <label className="block">
          Pattern
          <input
            className="field figure mt-1"
            maxLength={120}
            spellCheck={false}
            placeholder={data?.usual}
            value={pattern}
            onChange={(event) => setTyped(event.target.value)}
          />
        </label>
        <p className="flex flex-wrap gap-1.5">
          {Object.entries(data?.fields ?? {}).map(([field, says]) => (
            <button
              key={field}
              type="button"
              className="plain-button !px-2"
              title={says}
              onClick={() =>
                setTyped(`${pattern}${pattern && !/[_\-. ]$/.test(pattern) ? "_" : ""}{${field}}`)
              }
            >
              {`{${field}}`}
            </button>
          ))}
        </p>
        {shown.error ? (
          <Problem message={shown.error.message} />
        ) : (
          <ul className="figure" aria-label="Names that come of it">
            {data?.names.map((one) => (
              <li key={one} className="[overflow-wrap:anywhere]">
                {one}
              </li>
            ))}
          </ul>
        )}
        {name.error && <Problem message={name.error.message} />}
        <button className="strong-button" disabled={name.isPending || shown.isError}>
          Save the pattern
        </button>
        <p className="soft text-[13px]">
          No two files of a job are called the same, and a name is one on every system. Files that are there
          keep theirs.
        </p>
      </form>
    </Dialog>
  );
}
