import { useState } from "react";
import type { CopiesCounted, Counter, JobRow } from "../api/types";
import { Check } from "../fields/Check";
import { NumberField } from "../fields/NumberField";
import { Dialog } from "../shell/Dialog";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { agreeOn, countCopies, spoilCopy, useCounterChange } from "./useCounter";

const COUNTED = ["copies", "printed", "checked", "collected"] as const;
const WORDS = { copies: "Wanted", printed: "Printed", checked: "Checked", collected: "Collected" };
const nothing = () => undefined;

/** A print at the counter: how its copies stand, what is done to it after, its price, a note. */
export function RowDialog(props: { row: JobRow; counter: Counter; onClose: () => void }) {
  const { row, counter } = props;
  // What this window has seen: another one may count meanwhile, and is told then.
  const [before, setBefore] = useState<CopiesCounted>(row.counts);
  const [counts, setCounts] = useState<CopiesCounted>(row.counts);
  // What stood there as this was opened: what another window wrote meanwhile is not written over.
  const [seen] = useState({ finishes: row.finishes, price: row.price || null, note: row.note });
  const [finishes, setFinishes] = useState(row.finishes);
  const [price, setPrice] = useState(row.price);
  const [note, setNote] = useState(row.note);
  const count = useCounterChange(countCopies);
  const spoil = useCounterChange(spoilCopy);
  const agree = useCounterChange(agreeOn);
  const problem = count.error ?? spoil.error ?? agree.error;
  const same = COUNTED.every((name) => counts[name] === before[name]);
  const save = async () => {
    if (!same) {
      const saved = await count.mutateAsync({ design: row.id, before, after: counts });
      setBefore(saved.counts);
      setCounts(saved.counts);
    }
    await agree.mutateAsync({ design: row.id, finishes, price: price.trim() || null, note, before: seen });
    props.onClose();
  };
  return (
    <Dialog title={`${row.number}  ${row.title || "untitled"}`} onClose={props.onClose}>
      <form
        className="space-y-3"
        onSubmit={(event) => {
          event.preventDefault();
          save().catch(nothing);
        }}
      >
        <fieldset>
          <legend className="font-semibold">Copies</legend>
          <div className="grid grid-cols-4 gap-2">
            {COUNTED.map((name) => (
              <NumberField
                key={name}
                label={WORDS[name]}
                min={name === "copies" ? 1 : 0}
                max={10_000}
                step={1}
                value={counts[name]}
                onRead={(many) => many !== null && setCounts({ ...counts, [name]: Math.round(many) })}
                onBack={() => setCounts({ ...counts, [name]: before[name] })}
                onDone={nothing}
              />
            ))}
          </div>
          <p className="mt-1 flex flex-wrap items-center gap-3">
            <button
              type="button"
              className="plain-button"
              disabled={!same || before.printed <= before.collected || spoil.isPending}
              onClick={() =>
                spoil.mutate(
                  { design: row.id, before },
                  {
                    onSuccess: (saved) => {
                      setBefore(saved.counts);
                      setCounts(saved.counts);
                    },
                  },
                )
              }
            >
              One is spoiled
            </button>
            <span className="soft">
              {typeset(
                counts.spoiled
                  ? `${counts.spoiled} spoiled and printed again, or to be`
                  : "A spoiled copy is to be printed again.",
              )}
            </span>
          </p>
        </fieldset>
        {counter.finishes.length > 0 && (
          <fieldset>
            <legend className="font-semibold">Finishing</legend>
            {[...new Set([...counter.finishes, ...finishes])].map((finish) => (
              <Check
                key={finish}
                label={finish}
                checked={finishes.includes(finish)}
                onChange={(on) =>
                  setFinishes(on ? [...finishes, finish] : finishes.filter((one) => one !== finish))
                }
              />
            ))}
          </fieldset>
        )}
        <label className="block">
          Price of one, where it is agreed
          <input
            className="field figure mt-1"
            inputMode="decimal"
            maxLength={20}
            placeholder="as in the price list"
            value={price}
            onChange={(event) => setPrice(event.target.value)}
          />
        </label>
        <label className="block">
          Note
          <textarea
            className="field mt-1 !h-16 py-1"
            maxLength={2000}
            dir="auto"
            value={note}
            onChange={(event) => setNote(event.target.value)}
          />
        </label>
        {problem && <Problem message={problem.message} />}
        <button className="strong-button" disabled={count.isPending || agree.isPending}>
          Save
        </button>
      </form>
    </Dialog>
  );
}
