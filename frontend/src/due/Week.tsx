import { Link } from "react-router";
import type { DueDay, DuePrint } from "../api/types";
import { typeset } from "../shell/typeset";

interface Begins {
  day: string;
  time: string;
  what: string;
  print: DuePrint;
  /** Whether it should have begun before today. */
  overdue: boolean;
}

/** The work of the week, on the day on which it has to begin at the latest. */
export function Week({ days, prints }: { days: readonly DueDay[]; prints: readonly DuePrint[] }) {
  const first = days[0]?.day ?? "";
  const begins = beginnings(prints, first);
  return (
    <ol className="due-week" aria-label="The week">
      {days.map(({ day, text, works }, at) => {
        const here = begins.filter((one) => one.day === day);
        return (
          <li
            key={day}
            className="due-day"
            data-today={at === 0 || undefined}
            data-closed={!works || undefined}
          >
            <h2 className="font-semibold">
              {at === 0 ? "Today" : typeset(text)}
              {at === 0 && <span className="soft block font-normal">{typeset(text)}</span>}
            </h2>
            {here.length === 0 && <p className="soft">{works ? "nothing begins" : "closed"}</p>}
            <ul className="space-y-1.5">
              {here.map(({ time, what, print, overdue }) => (
                <li key={`${print.design} ${what}`} className="due-step">
                  <span className="figure">{overdue ? "now" : time}</span> {what}
                  <Link
                    className="block underline"
                    to={print.kind === "layout" ? `/layouts/${print.design}` : `/prints/${print.design}`}
                  >
                    {print.title}
                  </Link>
                  <span className="soft block">{typeset(`due ${print.due_text}`)}</span>
                </li>
              ))}
            </ul>
          </li>
        );
      })}
    </ol>
  );
}

/** Work and orders that can still be kept, the first that begins first; what should have begun before is today's. */
function beginnings(prints: readonly DuePrint[], today: string): Begins[] {
  return prints
    .filter(({ state }) => state === "today" || state === "later")
    .flatMap((print) =>
      print.steps
        .filter(({ hands, what }) => hands || what.startsWith("order"))
        .map(({ what, begin }) => {
          const [day = "", time = ""] = begin.split("T");
          const overdue = day < today;
          return { day: overdue ? today : day, time: time.slice(0, 5), what, print, overdue, at: begin };
        }),
    )
    .toSorted((one, other) => one.at.localeCompare(other.at));
}
