import type { WorkTimes } from "../api/types";
import { Check } from "../fields/Check";

const DAYS = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"] as const;

/** When somebody works: the hours of a day, the days of a week, and the days on which it is closed. */
export function WorkDays(props: { table: WorkTimes; onPut: (part: Partial<WorkTimes>) => void }) {
  const { table, onPut } = props;
  const clock = (label: string, value: string, put: (time: string) => void) => (
    <label className="flex flex-col">
      {label}
      <input
        type="time"
        className="field figure mt-0.5 !w-28"
        value={value.slice(0, 5)}
        onChange={({ target }) => target.value && put(`${target.value}:00`)}
      />
    </label>
  );
  return (
    <section className="panel flex flex-wrap items-end gap-x-5 gap-y-2 p-3.5" aria-label="Hours of work">
      {clock("Opens", table.opens, (opens) => onPut({ opens }))}
      {clock("Closes", table.closes, (closes) => onPut({ closes }))}
      <fieldset className="flex flex-wrap gap-x-3">
        <legend>Works on</legend>
        {DAYS.map((name, day) => (
          <Check
            key={name}
            label={name}
            checked={table.days.includes(day)}
            onChange={(works) =>
              onPut({
                days: works ? [...table.days, day] : table.days.filter((one) => one !== day),
              })
            }
          />
        ))}
      </fieldset>
      <div className="flex flex-wrap items-end gap-2">
        <label className="flex flex-col">
          Closed on
          <input
            type="date"
            className="field figure mt-0.5 !w-40"
            value=""
            onChange={({ target }) =>
              target.value &&
              !table.closed.includes(target.value) &&
              onPut({ closed: [...table.closed, target.value].toSorted() })
            }
          />
        </label>
        {table.closed.map((day) => (
          <button
            key={day}
            type="button"
            className="plain-button figure"
            aria-label={`Open on ${day} after all`}
            onClick={() => onPut({ closed: table.closed.filter((one) => one !== day) })}
          >
            {day} ×
          </button>
        ))}
      </div>
    </section>
  );
}
