import type { Beside } from "../api/types";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import type { Flipped } from "./BesidePanes";
import { useJobsPrints } from "./useBeside";

/** Which other print of the job is looked at beside this one, and how far the two are apart to the eye. */
export function BesideFields(props: {
  job: number;
  print: number;
  other: number | null;
  onOther: (print: number | null) => void;
  beside: Beside | undefined;
  problem: string | undefined;
  flipped: Flipped;
  onFlip: (flipped: Flipped) => void;
}) {
  const { beside, flipped } = props;
  const prints = useJobsPrints(props.job).filter(({ id }) => id !== props.print);
  const shown = flipped === null ? null : beside?.sides[flipped];
  return (
    <div className="space-y-1.5">
      <label className="block">
        Beside it
        <select
          className="field mt-0.5 w-full"
          value={props.other ?? ""}
          onChange={(event) => props.onOther(Number(event.target.value) || null)}
        >
          <option value="">no other print</option>
          {prints.map((one) => (
            <option key={one.id} value={one.id}>
              {one.title || "untitled"}, {one.size_text}
            </option>
          ))}
        </select>
      </label>
      {props.other !== null && !beside && !props.problem && (
        <p className="soft" role="status">
          The other print is on its way…
        </p>
      )}
      {props.problem && <Problem message={props.problem} />}
      {props.other !== null && beside && (
        <>
          <p aria-live="polite" data-testid="apart">
            {beside.text
              ? typeset(beside.text)
              : "One of them is for a screen: nobody sees both from one place."}{" "}
            <span className="soft">A model, and only as fine as this screen.</span>
          </p>
          <div className="flex flex-wrap items-center gap-2">
            <button
              type="button"
              className="plain-button"
              onClick={() => props.onFlip(flipped === 0 ? 1 : 0)}
            >
              Flip <kbd className="soft">F</kbd>
            </button>
            {flipped !== null && (
              <button type="button" className="plain-button" onClick={() => props.onFlip(null)}>
                Side by side
              </button>
            )}
            <span className="sr-only" role="status">
              {shown ? `${shown.title || "untitled"}, ${shown.text}` : "both, side by side"}
            </span>
          </div>
        </>
      )}
    </div>
  );
}
