import { Link } from "react-router";
import type { TimeRow, WorkTimes } from "../api/types";
import { useReference } from "../api/useReference";
import { KeptNumber } from "../fields/KeptNumber";
import { KeptText } from "../fields/KeptText";
import { KeptTablePage } from "../frame/KeptTablePage";
import { useTimes } from "./useTimes";
import { WorkDays } from "./WorkDays";

type Step = TimeRow["step"];
const STEPS: readonly (readonly [Step, string, string, string])[] = [
  ["printing", "Printing", "Work, for every copy: loading, printing, taking it out.", "any medium"],
  ["drying", "Drying", "By the clock, through the night too, once for all copies.", "any medium"],
  [
    "finishing",
    "Mounting and finishing",
    "Work for every copy, and how long it must rest after.",
    "any finishing",
  ],
];

/** How long things take in this studio: what must begin when follows from it. */
export function TimesPage() {
  const held = useTimes();
  const { change } = held;
  const table = held.kept.data?.table;
  const put = (index: number, next: Partial<TimeRow> | null) =>
    change((now) => ({
      ...now,
      rows: now.rows.flatMap((row, at) => (at === index ? (next ? [{ ...row, ...next }] : []) : [row])),
    }));
  return (
    <KeptTablePage
      title="Times"
      says={
        <>
          How long things take here, and when somebody works.{" "}
          <Link className="underline" to="/due">
            What must begin
          </Link>{" "}
          is seen backwards by it. A row for this medium or finishing counts before one for any.
        </>
      }
      what="The times"
      csv={{ href: "/api/times.csv", label: "A table of the times" }}
      held={held}
      another="Another time"
      onAnother={() => change((now) => ({ ...now, rows: [...now.rows, fresh(now, "finishing")] }))}
    >
      {table && (
        <>
          <WorkDays table={table} onPut={(part) => change((now) => ({ ...now, ...part }))} />
          <div className="grid items-start gap-3 min-[1100px]:grid-cols-3">
            {STEPS.map(([step, name, says, any]) => (
              <section key={step} className="panel space-y-2 p-3.5" aria-label={name}>
                <h2 className="text-lg font-semibold">{name}</h2>
                <p className="soft">{says}</p>
                <ul className="space-y-1.5">
                  {table.rows.map((row, index) =>
                    row.step === step ? (
                      <Row key={index} row={row} any={any} onPut={(next) => put(index, next)} />
                    ) : null,
                  )}
                </ul>
                <button
                  type="button"
                  className="plain-button"
                  onClick={() => change((now) => ({ ...now, rows: [...now.rows, fresh(now, step)] }))}
                >
                  {`Another ${step} time`}
                </button>
              </section>
            ))}
          </div>
        </>
      )}
    </KeptTablePage>
  );
}

/** A step of a medium or finishing: how long, and how long it rests. */
function Row({
  row,
  any,
  onPut,
}: {
  row: TimeRow;
  any: string;
  onPut: (next: Partial<TimeRow> | null) => void;
}) {
  const media = useReference().data?.media ?? [];
  const name = row.of || any;
  const hours = (label: string, value: number, set: (hours: number) => void) => (
    <span className="w-20">
      <KeptNumber
        label={label}
        min={0}
        max={2000}
        step={0.25}
        value={value}
        onPut={(now) => now !== null && set(now)}
      />
    </span>
  );
  return (
    <li className="flex flex-wrap items-end gap-2" aria-label={`${row.step}: ${name}`}>
      <KeptText
        label={row.of ? "Of" : any.replace("any", "Of any")}
        ariaLabel={`What ${row.step} is of`}
        className="flex-[1_1_8rem]"
        value={row.of}
        most={120}
        list={row.step === "finishing" ? [] : media.map((medium) => medium.name)}
        onPut={(of) => onPut({ of })}
      />
      {hours("Hours", row.hours, (now) => onPut({ hours: now }))}
      {row.step === "finishing" && hours("Rests, h", row.rests, (now) => onPut({ rests: now }))}
      <button
        type="button"
        className="min-h-8 underline"
        aria-label={`Remove ${row.step} of ${name}`}
        onClick={() => onPut(null)}
      >
        Remove
      </button>
    </li>
  );
}

/** A row of something that no other is of. */
function fresh(table: WorkTimes, step: Step): TimeRow {
  const names = new Set(table.rows.filter((row) => row.step === step).map(({ of }) => of.toLowerCase()));
  const word = step === "finishing" ? "finishing" : "medium";
  let number = 1;
  while (names.has(`${word} ${number}`)) number += 1;
  return { key: "", step, of: names.has("") ? `${word} ${number}` : "", hours: 1, rests: 0 };
}
