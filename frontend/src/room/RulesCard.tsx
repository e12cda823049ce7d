import { useState } from "react";
import type { Going, RoomKept, RuleDays } from "../api/types";
import { KeptNumber } from "../fields/KeptNumber";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { counted, RoomRow } from "./RoomRow";
import { daysOf, sameDays, useGoing, type RulesChange } from "./useRoom";

const USUAL_DAYS = { delivered: 90, earlier: 30, batches: 30 };
const LONGEST = 3650;

/** The rules, what they would let go as they are typed, and from when on they act. */
export function RulesCard({ room, change }: { room: RoomKept; change: RulesChange }) {
  const kept = daysOf(room);
  const [days, setDays] = useState<RuleDays>(kept);
  const asked = useGoing(days);
  // What other days would let go is not what these do.
  const going = asked.isPlaceholderData ? undefined : asked.data;
  const changed = !sameDays(days, kept);
  const none = Object.values(days).every((after) => typeof after !== "number");
  return (
    <section aria-label="Rules" className="panel space-y-3 p-3.5">
      <h2 className="text-lg font-semibold">Rules by which made files go</h2>
      <ul className="space-y-3">
        {room.rules.map(({ key, name, says }) => (
          <li key={key} className="grid grid-cols-[1fr_auto] items-start gap-x-3">
            <label className="flex cursor-pointer items-start gap-2">
              <input
                type="checkbox"
                className="checkbox checkbox-sm mt-0.5"
                checked={typeof days[key] === "number"}
                onChange={({ target }) =>
                  setDays({ ...days, [key]: target.checked ? USUAL_DAYS[key] : null })
                }
              />
              <span>
                <b className="font-semibold">{name}</b>
                <span className="soft block">{says}</span>
              </span>
            </label>
            {typeof days[key] === "number" && (
              <span className="flex w-36 items-center gap-2">
                after
                <KeptNumber
                  label={<span className="sr-only">{`Days of ${name.toLowerCase()}`}</span>}
                  min={1}
                  max={LONGEST}
                  step={1}
                  unit="days"
                  value={days[key]}
                  onPut={(after) => after !== null && setDays({ ...days, [key]: Math.round(after) })}
                />
                days
              </span>
            )}
          </li>
        ))}
      </ul>
      <WouldGo going={going} none={none} />
      {asked.error && <Problem message={asked.error.message} />}
      {change.error && <Problem message={change.error.message} />}
      <div className="flex flex-wrap items-center gap-3">
        <button
          type="button"
          className="strong-button"
          disabled={!changed || change.isPending || (!none && !going)}
          onClick={() => change.mutate({ version: room.version, days })}
        >
          {none ? "Let nothing go by itself" : "Set these rules"}
        </button>
        <span role="status" className="soft">
          {changed
            ? none
              ? "The rules that are set stay until then."
              : !going
                ? "What they would let go is looked up…"
                : "They act a day after they are set, and until then nothing goes."
            : room.acts_from
              ? typeset(`Set; they act ${from(room.acts_from)}.`)
              : "No rule is set: nothing goes by itself."}
        </span>
      </div>
    </section>
  );
}

function from(moment: string): string {
  const at = new Date(moment);
  if (at.getTime() <= Date.now()) return "now, every few minutes";
  return `from ${at.toLocaleString("en-GB", { weekday: "long", day: "numeric", month: "long", hour: "2-digit", minute: "2-digit" })} on`;
}

/** What will have gone in the days to come, where that is more than what goes today. */
function later({ files, ahead }: Going): string {
  const more = ahead.filter((one) => one.files > files);
  if (more.length === 0) return `, and no more within ${ahead.at(-1)?.days ?? 0} days`;
  return more.map((one) => `; within ${one.days} days ${counted(one.files)}, ${one.text}`).join("");
}

/** It has its place before anything is known. */
function WouldGo({ going, none }: { going: Going | undefined; none: boolean }) {
  return (
    <div className="min-h-16 space-y-1" aria-live="polite">
      {going && !none && (
        <>
          <p>
            {typeset(
              going.files === 0
                ? "By these rules nothing would go today"
                : `By these rules ${counted(going.files)} would go today, ${going.text}`,
            )}
            {typeset(`${later(going)}.`)}
          </p>
          <ul>
            {going.jobs.map((job) => (
              <RoomRow key={job.job ?? 0} job={job} />
            ))}
          </ul>
        </>
      )}
    </div>
  );
}
