import { useState } from "react";
import type { Counter, JobState } from "../api/types";
import { KeptText } from "../fields/KeptText";
import { day } from "../jobs/JobsPage";
import { usePreferences } from "../session/useSession";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { ClientCard } from "./ClientCard";
import { JobFilesCard } from "./JobFilesCard";
import { PaymentDialog } from "./PaymentDialog";
import { StandardCard } from "./StandardCard";
import { agreeOnJob, takePaymentBack, useCounterChange } from "./useCounter";

/** So many lines of the bill are shown before somebody asks for all. */
const FEW_LINES = 7;
const PAYMENTS = { quote: "quoted", deposit: "deposit", paid: "paid" };

/** Beside the prints: whose they are, what they cost, the papers of the job, all of its files. */
export function CounterPanel(props: {
  job: JobState;
  counter: Counter;
  chosen: number[];
  onDetails: () => void;
}) {
  const { job, counter } = props;
  const { account } = usePreferences();
  const agree = useCounterChange(agreeOnJob);
  return (
    <aside className="panel space-y-3 p-3.5" aria-label="At the counter">
      <div className="flex items-baseline justify-between gap-2">
        <h2 className="text-lg font-semibold">At the counter</h2>
        <span className="figure soft" title="The number of this job: type it, or scan its ticket, into Find">
          job {counter.number}
        </span>
      </div>
      <dl className="space-y-1">
        <div className="counter-line">
          <dt className="soft">Client</dt>
          <dd className="max-w-48 truncate" dir="auto" title={job.client}>
            {job.client || "nobody yet"}
          </dd>
        </div>
        <div className="counter-line">
          <dt className="soft">Due</dt>
          <dd>{job.due ? day(job.due) : "no date"}</dd>
        </div>
      </dl>
      <button type="button" className="min-h-6 underline" onClick={props.onDetails}>
        Title, client, date
      </button>
      <label className="block">
        Price list
        <select
          className="field mt-0.5"
          value={counter.prices}
          onChange={({ target }) => agree.mutate({ job: job.id, prices: target.value, note: counter.note })}
        >
          <option value="">the studio’s standard</option>
          {counter.price_lists.map(([key, name]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <Bill job={job.id} counter={counter} />
      <KeptText
        label="Note on the job"
        value={counter.note}
        most={2000}
        onPut={(note) => agree.mutate({ job: job.id, prices: counter.prices, note })}
      />
      {agree.error && <Problem message={agree.error.message} />}
      <JobFilesCard job={job} />
      {job.prints + job.layouts > 0 && (
        <>
          <Card
            href={`/api/jobs/${job.id}/ticket.pdf`}
            name="Job ticket"
            says="a line a print, boxes to tick, a code that finds it again"
          />
          <Card
            href={`/api/jobs/${job.id}/contact.pdf`}
            name="Contact sheet"
            says="every print in its true proportions"
          />
        </>
      )}
      {job.prints > 0 && (
        <Card
          href={`/api/jobs/${job.id}/workshop.pdf?unit=${account.unit}`}
          name="Job sheet"
          says="each print’s settings and sizes for the workshop"
        />
      )}
      {job.prints > 0 && <ClientCard job={job.id} chosen={props.chosen} />}
      <StandardCard job={job.id} />
    </aside>
  );
}

function Card({ href, name, says }: { href: string; name: string; says: string }) {
  return (
    <a className="counter-card" href={href} download>
      <b className="font-semibold">{name}</b>
      <span className="soft block text-[13px]">{says}</span>
    </a>
  );
}

/** What everything comes to, line by line, and what was paid of it. */
function Bill({ job, counter }: { job: number; counter: Counter }) {
  const [all, setAll] = useState(false);
  const [paying, setPaying] = useState(false);
  const back = useCounterChange(takePaymentBack);
  const { bill } = counter;
  if (!bill) return <p className="soft">No price list: make one under Studio › Prices.</p>;
  if (!bill.lines.length) return null;
  const lines = all ? bill.lines : bill.lines.slice(0, FEW_LINES);
  return (
    <section
      aria-label="Price"
      className="border-t border-dashed pt-2"
      style={{ borderColor: "var(--color-base-300)" }}
    >
      <ul className="space-y-0.5">
        {lines.map((line, index) => (
          <li key={index} className="counter-line" title={line.working || line.problem}>
            <span className="truncate">
              <span className="figure soft mr-1.5 text-[13px]">{line.number}</span>
              {typeset(line.text)}
              {line.copies > 1 && <span className="soft">{typeset(`, ${line.copies} ×`)}</span>}
            </span>
            <span className="figure">{line.amount_text || "no price"}</span>
            {all && (
              <span className="soft col-span-2 text-[13px]">{typeset(line.working || line.problem)}</span>
            )}
          </li>
        ))}
      </ul>
      <button type="button" className="soft min-h-6 text-[13px] underline" onClick={() => setAll(!all)}>
        {all
          ? "Without the working"
          : bill.lines.length > FEW_LINES
            ? `All ${bill.lines.length} lines, with the working`
            : "With the working"}
      </button>
      <p className="counter-line items-baseline font-semibold">
        <span>
          {bill.whole ? "All" : "All that has a price"}
          <span className="soft block text-[13px] font-normal">{typeset(bill.tax_text)}</span>
        </span>
        <span className="figure text-[22px]">{typeset(bill.total_text)}</span>
      </p>
      <ul>
        {counter.payments.map((payment) => (
          <li key={payment.id} className={`counter-line ${payment.taken_back ? "soft line-through" : ""}`}>
            <span className="truncate" title={`${payment.words} ${payment.by}`}>
              {PAYMENTS[payment.what as keyof typeof PAYMENTS]},{" "}
              {new Date(payment.at).toLocaleDateString("en-GB", { day: "numeric", month: "short" })}
              {payment.words && ` · ${payment.words}`}
            </span>
            <span className="flex items-baseline gap-2">
              <span className="figure">{typeset(payment.amount)}</span>
              {!payment.taken_back && (
                <button
                  type="button"
                  className="soft min-h-6 text-[13px] underline"
                  aria-label={`Take back: ${payment.what} ${payment.amount}`}
                  onClick={() => back.mutate({ job, event: payment.id })}
                >
                  take back
                </button>
              )}
            </span>
          </li>
        ))}
      </ul>
      {counter.payments.some(({ what, taken_back }) => what !== "quote" && !taken_back) && (
        <p className="counter-line font-semibold">
          <span>Still to be paid</span>
          <span className="figure">{typeset(counter.balance)}</span>
        </p>
      )}
      <button type="button" className="plain-button mt-1.5" onClick={() => setPaying(true)}>
        Quote, deposit, paid
      </button>
      {paying && (
        <PaymentDialog job={job} bill={bill} balance={counter.balance} onClose={() => setPaying(false)} />
      )}
    </section>
  );
}
