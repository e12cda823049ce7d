import { useDeferredValue, useRef, useState } from "react";
import { useParams } from "react-router";
import type { ChangeDone, JobRow, JobState } from "../api/types";
import { TopBar } from "../frame/TopBar";
import { Where } from "../frame/Where";
import { useArrivalStore } from "../jobs/arrivalStore";
import { PICTURES_TAKEN, broughtOf } from "../jobs/broughtFiles";
import { day } from "../jobs/JobsPage";
import { useJob } from "../jobs/useJobs";
import { Coming } from "../shell/Coming";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { useKeys } from "../shell/useKeys";
import { Arrivals, useHover } from "./Arrivals";
import { ChosenBar } from "./ChosenBar";
import { CounterPanel } from "./CounterPanel";
import { GivenLine } from "./GivenLine";
import { GiveSettings } from "./GiveSettings";
import { AtLab, Details, Remove } from "./JobDialogs";
import { JobRule, STATE_WORDS } from "./JobRule";
import { MoreOfJob } from "./MoreOfJob";
import { PrintRows, PrintsToScale } from "./PrintRows";
import { Removed } from "./Removed";
import { RowDialog } from "./RowDialog";
import { SayDialog } from "./SayDialog";
import { RowsHead } from "./RowsHead";
import { useChoice } from "./useChoice";
import {
  allIds,
  nameDesign,
  putInOrder,
  useCounter,
  useCounterChange,
  useCounterThere,
  useRows,
  type RowsWanted,
  type Setting,
} from "./useCounter";
import "./counter.css";

const SHOWS = [
  { value: "all", label: "All" },
  { value: "trouble", label: "Trouble" },
  { value: "no-file", label: "No file" },
  { value: "old", label: "File is old" },
] as const;
const VIEWS = [
  { value: "rows", label: "Rows" },
  { value: "scale", label: "To scale" },
] as const;
/** The blades have their room before anybody knows what stands on them. */
const UNKNOWN = (["planned", "made", "printed", "checked", "collected"] as const).map((state) => ({
  state,
  prints: 0,
  copies: 0,
  waiting: "",
}));
const ALL: RowsWanted = { search: "", show: "all", sort: "order" };

export function JobPage() {
  const id = Number(useParams()["job"]);
  const job = useJob(id);
  return (
    <>
      <TopBar
        where={
          <Where here={job.data?.title}>
            {job.data?.due && (
              <span className="soft whitespace-nowrap max-lg:hidden">due {day(job.data.due)}</span>
            )}
          </Where>
        }
      />
      <main>
        <Coming query={job} what="The job" />
        {job.data && <Inside key={job.data.id} job={job.data} />}
      </main>
    </>
  );
}

function Inside({ job }: { job: JobState }) {
  const arriving = useArrivalStore((store) => store.rows);
  const bring = useArrivalStore((store) => store.bring);
  const clear = useArrivalStore((store) => store.clear);
  const [asking, setAsking] = useState<"details" | "lab" | "remove" | null>(null);
  const [view, setView] = useState<"rows" | "scale">("rows");
  const [wanted, setWanted] = useState(ALL);
  const [opened, setOpened] = useState<JobRow | null>(null);
  const [saying, setSaying] = useState(false);
  const [giving, setGiving] = useState<Setting[] | null>(null);
  const [given, setGiven] = useState<ChangeDone | null>(null);
  const rows = useRows(job.id, useDeferredValue(wanted));
  const counter = useCounter(job.id).data;
  const there = useCounterThere(job.id);
  const choice = useChoice();
  const passed = useArrivalStore((store) => store.passed);
  const chooser = useRef<HTMLInputElement>(null);
  const folder = useRef<HTMLInputElement>(null);
  const finder = useRef<HTMLInputElement>(null);
  const over = useHover();
  const naming = useCounterChange(nameDesign);
  const ordering = useCounterChange(putInOrder);
  const listed = rows.items.map(({ id }) => id);
  const ids = [...choice.chosen];
  // What is listed to its end is chosen at once; of more the numbers are asked for.
  const chooseAll = () => (rows.whole ? choice.set(listed) : void allIds(job.id, wanted).then(choice.set));
  useKeys([
    { keys: "A", what: "Choose all that are listed", hears: ["a"], does: chooseAll },
    { keys: "F", what: "Find a print of the job", hears: ["f"], does: () => finder.current?.focus() },
    {
      keys: "T",
      what: "Type prints as they are said",
      hears: ["t"],
      when: job.prints > 0,
      does: () => setSaying(true),
    },
    { keys: "Esc", what: "Choose none", hears: ["escape"], when: ids.length > 0, does: choice.clear },
    { keys: "F2", what: "Rename the print whose title has the focus" },
    { keys: "Alt + ↑ ↓", what: "Move the row that has the focus" },
  ]);
  const any = job.prints + job.layouts > 0;
  const narrowed = wanted.search !== "" || wanted.show !== "all";
  const all = listed.length > 0 && listed.every((id) => choice.chosen.has(id));
  const problem = naming.error ?? ordering.error;
  const choose = () => chooser.current?.click();
  const move = (id: number, before: number | null) =>
    ordering.mutate({ job: job.id, ids: choice.chosen.has(id) ? ids : [id], before });
  const shared = {
    rows: rows.items,
    chosen: choice.chosen,
    onToggle: (id: number, range: boolean) => choice.toggle(id, listed, range),
    onOpen: setOpened,
    onName: (row: JobRow, title: string) => naming.mutate({ design: row.id, title }),
    onEnd: rows.more,
  };
  return (
    <>
      <h1 className="sr-only">{job.title}</h1>
      {any && (
        <JobRule
          states={counter?.states ?? UNKNOWN}
          total={counter?.bill?.total_text ?? ""}
          inHand={wanted.show}
          onPick={(show) => setWanted({ ...wanted, show })}
        />
      )}
      <div className="job-desk">
        <div className="min-w-0">
          <section className="panel p-3.5" id="prints-of-job" aria-label="Prints of the job">
            <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
              <h2 className="flex-1 text-lg font-semibold whitespace-nowrap">
                <span aria-live="polite">
                  {typeset(howMany(job, counter?.states, narrowed ? rows.total : null, wanted.show))}
                </span>
              </h2>
              {any && (
                <>
                  <input
                    ref={finder}
                    type="search"
                    className="field !w-28"
                    aria-label="Find a print"
                    placeholder="find a print"
                    maxLength={200}
                    value={wanted.search}
                    onChange={({ target }) => setWanted({ ...wanted, search: target.value })}
                  />
                  <Pick
                    label="Which prints are shown"
                    options={SHOWS}
                    value={SHOWS.find(({ value }) => value === wanted.show)?.value ?? null}
                    onPick={(show) => setWanted({ ...wanted, show })}
                  />
                </>
              )}
              {any && (
                <button
                  type="button"
                  className="plain-button"
                  title="Prints, typed as a customer says them: T"
                  onClick={() => setSaying(true)}
                >
                  Say prints
                </button>
              )}
              <button type="button" className={any ? "plain-button" : "strong-button"} onClick={choose}>
                Add pictures
              </button>
            </div>
            <input
              ref={chooser}
              type="file"
              multiple
              hidden
              aria-label="Pictures to add"
              accept={PICTURES_TAKEN}
              onChange={(event) => {
                void bring(job.id, [...(event.target.files ?? [])]);
                event.target.value = "";
              }}
            />
            <input
              ref={folder}
              type="file"
              multiple
              hidden
              aria-label="A folder to take them from"
              {...{ webkitdirectory: "" }}
              onChange={(event) => {
                const { pictures, passed: others } = broughtOf([...(event.target.files ?? [])]);
                void bring(job.id, pictures, others);
                event.target.value = "";
              }}
            />
            <Arrivals
              rows={arriving.filter((row) => row.job === job.id)}
              passed={passed[job.id] ?? 0}
              onClear={() => clear(job.id)}
            />
            {given && <GivenLine job={job.id} change={given} onChange={setGiven} />}
            {problem && <Problem message={problem.message} />}
            <Coming query={rows.query} what="What is in the job" />
            {any && (
              <RowsHead
                all={all}
                onAll={() => (all ? choice.clear() : chooseAll())}
                sort={wanted.sort}
                onSort={(sort) => setWanted({ ...wanted, sort })}
                columns={view === "rows"}
                view={<Pick label="How they are shown" options={VIEWS} value={view} onPick={setView} />}
              />
            )}
            {view === "rows" ? (
              <PrintRows
                {...shared}
                bill={counter?.bill ?? null}
                onMove={wanted.sort === "order" && !narrowed ? move : undefined}
              />
            ) : (
              <PrintsToScale
                {...shared}
                scale={Math.min(240 / Math.max(1, job.wide), 170 / Math.max(1, job.tall))}
              />
            )}
            {narrowed && rows.query.data && !rows.items.length && (
              <p className="py-4">
                No print here is like that.{" "}
                <button
                  type="button"
                  className="min-h-6 underline"
                  onClick={() => setWanted({ ...ALL, sort: wanted.sort })}
                >
                  Show all
                </button>
              </p>
            )}
            {rows.query.data && (
              <>
                <Removed removed={job.removed} />
                <DropHere
                  none={!any}
                  over={over}
                  onChoose={choose}
                  onFolder={() => folder.current?.click()}
                />
              </>
            )}
          </section>
          {ids.length > 0 && (
            <ChosenBar
              job={job.id}
              ids={ids}
              onSettings={setGiving}
              onMade={choice.set}
              onDone={choice.clear}
            />
          )}
        </div>
        <div className="space-y-3">
          {there ? (
            <>
              {counter && (
                <CounterPanel
                  job={job}
                  counter={counter}
                  chosen={ids}
                  onDetails={() => setAsking("details")}
                />
              )}
              <MoreOfJob job={job} onAsk={setAsking} />
            </>
          ) : (
            <div className="panel counter-coming" aria-hidden="true" />
          )}
        </div>
      </div>
      {opened && counter && <RowDialog row={opened} counter={counter} onClose={() => setOpened(null)} />}
      {giving && (
        <GiveSettings
          job={job.id}
          sources={chosenFirst(rows.items, choice.chosen)}
          ids={ids}
          which={giving}
          onClose={() => setGiving(null)}
          onGiven={setGiven}
        />
      )}
      {saying && (
        <SayDialog
          job={job.id}
          pictures={picturesOf(rows.items, choice.chosen)}
          onClose={() => setSaying(false)}
        />
      )}
      {asking === "details" && <Details job={job} onClose={() => setAsking(null)} />}
      {asking === "lab" && <AtLab job={job} onClose={() => setAsking(null)} />}
      {asking === "remove" && <Remove job={job} onClose={() => setAsking(null)} />}
    </>
  );
}

/** The prints that settings may be of: those that are chosen stand first. */
function chosenFirst(rows: readonly JobRow[], chosen: ReadonlySet<number>): JobRow[] {
  const prints = rows.filter(({ kind }) => kind === "print");
  return [...prints.filter(({ id }) => chosen.has(id)), ...prints.filter(({ id }) => !chosen.has(id))];
}

/** The pictures of the prints that are listed, each once; those of chosen ones first. */
function picturesOf(rows: readonly JobRow[], chosen: ReadonlySet<number>): { id: string; name: string }[] {
  const names = new Map<string, string>();
  for (const row of chosenFirst(rows, chosen))
    if (!names.has(row.picture_id)) names.set(row.picture_id, row.title || "untitled");
  return [...names].map(([id, name]) => ({ id, name }));
}

/** How much is in the job, or how much of it is listed. */
function howMany(
  job: JobState,
  states: { copies: number }[] | undefined,
  listed: number | null,
  show: RowsWanted["show"],
): string {
  if (listed !== null) {
    const of = show in STATE_WORDS ? `, ${STATE_WORDS[show as JobRow["state"]].toLowerCase()}` : "";
    return `${listed} of ${job.prints + job.layouts}${of}`;
  }
  const copies = states?.reduce((sum, one) => sum + one.copies, 0) ?? 0;
  return [
    `${job.prints} ${job.prints === 1 ? "print" : "prints"}`,
    job.layouts ? `${job.layouts} ${job.layouts === 1 ? "layout" : "layouts"}` : "",
    copies > job.prints + job.layouts ? `${copies} copies` : "",
  ]
    .filter(Boolean)
    .join(", ");
}

function DropHere(props: { none: boolean; over: boolean; onChoose: () => void; onFolder: () => void }) {
  const { none, over } = props;
  return (
    <div
      className={`moves mt-4 rounded-xl border-2 border-dashed p-4 text-center ${over ? "border-current" : "soft"}`}
      style={over ? undefined : { borderColor: "var(--color-base-300)" }}
    >
      {none ? (
        <p className="text-lg font-semibold">No prints yet</p>
      ) : (
        <p>Next: open a print. Its seven steps lead from the picture to the file.</p>
      )}
      Drop pictures or whole folders here, paste one, or{" "}
      <button type="button" className="underline" onClick={props.onChoose}>
        choose files
      </button>{" "}
      or{" "}
      <button type="button" className="underline" onClick={props.onFolder}>
        a folder
      </button>
      . JPEG, TIFF, PNG, WebP, HEIC or AVIF, to 1{"\u00a0"}GiB and 1{"\u00a0"}gigapixel each. The file itself
      is never changed.
    </div>
  );
}
