import { Link } from "react-router";
import { TopBar } from "../frame/TopBar";
import { Coming } from "../shell/Coming";
import { typeset } from "../shell/typeset";
import type { DuePrint } from "../api/types";
import "./due.css";
import { useDue, wallClock } from "./useDue";
import { Week } from "./Week";

/** The day seen backwards from what is due: what is too late, what must begin today, and the week. */
export function DuePage() {
  const due = useDue();
  const week = due.data;
  const troubled = week?.prints.filter(({ state }) => state === "late" || state === "lost") ?? [];
  const lacking = week?.prints.filter((one) => one.lacking && !troubled.includes(one)) ?? [];
  const file = (ending: string) => `/api/due.${ending}?at=${encodeURIComponent(wallClock())}`;
  return (
    <>
      <TopBar />
      <main className="space-y-4 px-5 py-3">
        <header className="flex flex-wrap items-end gap-3">
          <div className="min-w-0 flex-[1_1_24rem]">
            <h1 className="text-2xl font-semibold">What must begin</h1>
            <p className="max-w-3xl">
              Seen backwards from the days on which jobs are due, by your{" "}
              <Link className="underline" to="/times">
                times
              </Link>{" "}
              for printing, drying and finishing. Nothing is moved by itself.
            </p>
          </div>
          <a className="plain-button" href={file("pdf")} download>
            The week as PDF
          </a>
          <a className="plain-button" href={file("ics")} download>
            For a calendar
          </a>
        </header>
        <Coming query={due} what="What is due" />
        {week && (
          <>
            {troubled.length > 0 && (
              <section aria-label="Too late" className="space-y-2">
                <h2 className="text-lg font-semibold">{typeset(`Too late as it is: ${troubled.length}`)}</h2>
                <ul className="grid gap-2 min-[900px]:grid-cols-2">
                  {troubled.map((one) => (
                    <Troubled key={one.design} print={one} />
                  ))}
                </ul>
              </section>
            )}
            {lacking.length > 0 && (
              <section aria-label="Paper" className="space-y-1">
                <h2 className="text-lg font-semibold">Paper</h2>
                <ul>
                  {lacking.map((one) => (
                    <li key={one.design}>
                      <ToPrint print={one} />
                      {typeset(`: ${one.lacking}.`)}
                    </li>
                  ))}
                </ul>
              </section>
            )}
            <Week days={week.days} prints={week.prints} />
            {week.prints.length === 0 && (
              <p className="text-lg">
                Nothing is due. A job has its day under <em>Details</em> on its page; its prints stand here
                until they are checked.
              </p>
            )}
            <p className="soft">
              {[
                week.undated > 0 && `${week.undated} prints are in jobs without a day, and not here`,
                week.more > 0 && `${week.more} that are due later are not looked at`,
              ]
                .filter(Boolean)
                .map((text) => typeset(`${text}.`))
                .join(" ")}
            </p>
          </>
        )}
      </main>
    </>
  );
}

/** A print that cannot be kept, why, and what would save it. */
function Troubled({ print }: { print: DuePrint }) {
  return (
    <li className="due-troubled panel p-3" aria-label={print.title}>
      <p className="font-semibold">
        <ToPrint print={print} /> {print.state_text}
      </p>
      <p className="soft">{typeset(`${print.size}, ${print.medium || "no medium"}; ${print.job_title}`)}</p>
      <p>{typeset(print.text)}</p>
      {print.lacking && <p>{typeset(`${print.lacking[0]?.toUpperCase()}${print.lacking.slice(1)}.`)}</p>}
      {print.savings.length > 0 ? (
        <>
          <p className="mt-1">What would save it:</p>
          <ul className="list-disc pl-5">
            {print.savings.map((text) => (
              <li key={text}>{typeset(text)}</li>
            ))}
          </ul>
        </>
      ) : (
        print.state === "lost" && (
          <p className="soft mt-1">No other medium, lab or finishing would make the day.</p>
        )
      )}
    </li>
  );
}

function ToPrint({ print }: { print: DuePrint }) {
  return (
    <Link
      className="underline"
      to={print.kind === "layout" ? `/layouts/${print.design}` : `/prints/${print.design}`}
    >
      {print.title}
    </Link>
  );
}
