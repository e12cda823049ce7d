import { useArrivalStore } from "./arrivalStore";
import { makeSample } from "./firstJob";
import { useDeferredValue, useRef, useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { sendArchive } from "../api/upload";
import type { JobState, JobSummary } from "../api/types";
import { useBatches } from "./useBatches";
import { Coming } from "../shell/Coming";
import { Dialog } from "../shell/Dialog";
import { gradeWord } from "../shell/Grade";
import { Problem } from "../shell/Problem";
import { TopBar } from "../frame/TopBar";
import { typeset } from "../shell/typeset";
import { PICTURES_TAKEN } from "./broughtFiles";
import { JobForm } from "./JobForm";
import { LongList } from "../drawing/LongList";
import { Silhouette } from "../drawing/Silhouette";
import { bringJobBack, makeJob, useJobChange, useJobs, useRemovedJobs } from "./useJobs";

/** So many batches are named here, the newest. */
const FEW_BATCHES = 6;

export function JobsPage() {
  const [search, setSearch] = useState("");
  const sought = useDeferredValue(search.trim());
  const archived = useSearchParams()[0].has("archived");
  const jobs = useJobs(sought, archived);
  const go = useNavigate();
  const [asking, setAsking] = useState(false);
  const make = useJobChange(makeJob);
  const archive = useJobChange((file: File) => sendArchive(file, () => undefined));
  // The page's own: the place of the first job goes as soon as the list has one, and would take the way to it along.
  const sample = useJobChange(makeSample);
  const trySample = () => sample.mutate(undefined, { onSuccess: (job) => void go(`/jobs/${job}`) });
  const chooser = useRef<HTMLInputElement>(null);
  const pictures = useRef<HTMLInputElement>(null);
  const give = useArrivalStore((store) => store.give);
  const open = (job: JobState) => void go(`/jobs/${job.id}`);
  const removed = useRemovedJobs().data ?? [];
  const empty = jobs.whole && !jobs.items.length && !search && !archived && !removed.length;
  const none = empty || sample.isPending;
  return (
    <>
      <TopBar>
        <button type="button" className="plain-button" onClick={() => chooser.current?.click()}>
          Import a job
        </button>
        <Link className="plain-button inline-flex items-center" to="/batches/new">
          New batch
        </Link>
        <button type="button" className="plain-button" onClick={() => setAsking(true)}>
          New job
        </button>
        {!none && (
          <button type="button" className="strong-button" onClick={() => pictures.current?.click()}>
            Add pictures
          </button>
        )}
        <input
          ref={pictures}
          type="file"
          multiple
          hidden
          aria-label="Pictures for a job"
          accept={PICTURES_TAKEN}
          onChange={(event) => {
            give([...(event.target.files ?? [])]);
            event.target.value = "";
          }}
        />
        <input
          ref={chooser}
          type="file"
          accept=".zip"
          hidden
          aria-label="ZIP of a job"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) archive.mutate(file, { onSuccess: open });
            event.target.value = "";
          }}
        />
      </TopBar>
      <main className="space-y-4 px-5 py-3">
        <h1 className="sr-only">Jobs</h1>
        {archive.isPending && <p role="status">Reading the job…</p>}
        {archive.error && <Problem message={archive.error.message} />}
        {sample.error && (
          <Problem message={sample.error.message}>
            <button type="button" className="min-h-6 font-semibold underline" onClick={trySample}>
              Go on with the sample job
            </button>
          </Problem>
        )}
        <Coming query={jobs.query} what="What is in work" />
        {none && (
          <FirstJob
            making={sample.isPending}
            onPictures={() => pictures.current?.click()}
            onSample={trySample}
          />
        )}
        {jobs.query.data && !none && (
          <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
            <label className="flex items-center gap-2">
              Find
              <input
                type="search"
                className="field !w-64"
                placeholder="title, client, a print's title"
                maxLength={200}
                value={search}
                onChange={(event) => setSearch(event.target.value)}
              />
            </label>
            <Link className="plain-button inline-flex items-center" to={archived ? "/" : "/?archived"}>
              {archived ? "Back to the jobs in work" : "Archive"}
            </Link>
            <Batches />
          </div>
        )}
        {archived && jobs.whole && !jobs.items.length && !search && (
          <p>Nothing is in the archive. A job’s own page puts it there, out of the way and as it is.</p>
        )}
        {search && jobs.whole && !jobs.items.length && (
          <p>
            No job has these words, and no print in one.{" "}
            <button type="button" className="min-h-6 underline" onClick={() => setSearch("")}>
              Show all jobs
            </button>
          </p>
        )}
        <LongList
          label="Jobs"
          items={sample.isPending ? [] : jobs.items}
          keyOf={(job) => job.id}
          gap={[0, 16]}
          rowHeight={240}
          onEnd={jobs.more}
        >
          {(job) => <JobCard job={job} />}
        </LongList>
        <RemovedJobs removed={removed} />
      </main>
      {asking && (
        <Dialog title="New job" onClose={() => setAsking(false)}>
          <JobForm
            label="Make the job"
            start={{ title: "", client: "", due: null }}
            busy={make.isPending}
            problem={make.error?.message}
            onDone={(details) => make.mutate(details, { onSuccess: open })}
          />
        </Dialog>
      )}
    </>
  );
}

/** Jobs that were removed, each with the way back. */
function RemovedJobs({ removed }: { removed: readonly { id: number; title: string }[] }) {
  const back = useJobChange(bringJobBack);
  if (!removed.length) return null;
  return (
    <section aria-label="Removed jobs">
      <ul className="flex flex-wrap gap-x-5 gap-y-1">
        {removed.map((one) => (
          <li key={one.id} className="flex min-w-0 items-baseline gap-2">
            <span className="soft max-w-72 truncate" title={one.title}>
              Removed: {one.title}
            </span>
            <button
              type="button"
              className="min-h-6 underline"
              disabled={back.isPending}
              onClick={() => back.mutate(one.id)}
            >
              Restore
            </button>
          </li>
        ))}
      </ul>
      <p className="soft text-[13px]">For 30 days; then they go for good, with their files.</p>
      {back.error && <Problem message={back.error.message} />}
    </section>
  );
}

/** A place without jobs: what belongs here, the first step, and what comes next. */
function FirstJob(props: { making: boolean; onPictures: () => void; onSample: () => void }) {
  return (
    <div className="panel mx-auto mt-12 max-w-xl space-y-4 p-8">
      <h2 className="text-lg font-semibold">No jobs yet</h2>
      <p>
        A job holds the prints for one hall, one client, one evening. Add pictures, and one is made by itself;
        you can name it later. Then open a print: seven steps lead from the picture to the file.
      </p>
      <div className="flex flex-wrap gap-2">
        <button type="button" className="strong-button" onClick={props.onPictures}>
          Add pictures
        </button>
        <button type="button" className="plain-button" disabled={props.making} onClick={props.onSample}>
          {props.making ? "Making the sample job…" : "Try a sample job"}
        </button>
        <Link className="plain-button inline-flex items-center" to="/how-it-works">
          How it works
        </Link>
      </div>
      <p className="soft">
        You can also drop pictures anywhere on this window, or paste one. JPEG, TIFF, PNG, WebP, HEIC or AVIF;
        the files themselves are never changed.
      </p>
    </div>
  );
}

/** What was worked out in many sizes at once. */
function Batches() {
  const batches = useBatches();
  if (!batches.items.length) return null;
  return (
    <section className="flex min-w-0 flex-wrap items-baseline gap-x-6 gap-y-1" aria-labelledby="batches">
      <h2 id="batches" className="soft">
        Batches
      </h2>
      <ul className="contents">
        {batches.items.slice(0, FEW_BATCHES).map((batch) => (
          <li key={batch.id}>
            <Link className="underline [overflow-wrap:anywhere]" dir="auto" to={`/batches/${batch.id}`}>
              {batch.title}
            </Link>{" "}
            <span className="soft">
              {batch.pictures} pictures in {batch.sizes} sizes
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** A job in the list: who, until when, and its first prints side by side at one scale. */
function JobCard({ job }: { job: JobSummary }) {
  const count = job.prints;
  const scale = Math.min(250 / Math.max(1, job.wide), 112 / Math.max(1, job.tall));
  return (
    <article className="panel p-4" aria-labelledby={`job-${job.id}`}>
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2
          id={`job-${job.id}`}
          className="min-w-0 text-lg font-semibold [overflow-wrap:anywhere]"
          dir="auto"
        >
          <Link to={`/jobs/${job.id}`} className="hover:underline">
            {job.title}
          </Link>
        </h2>
        {job.client && (
          <span className="min-w-0 [overflow-wrap:anywhere]" dir="auto">
            {job.client}
          </span>
        )}
        <span className="soft">{count === 1 ? "1 print" : `${count} prints`}</span>
        {job.layouts > 0 && (
          <span className="soft">
            {job.layouts} {job.layouts === 1 ? "layout" : "layouts"}
          </span>
        )}
        {job.due && <span className="soft">due {day(job.due)}</span>}
        {count > 0 && (
          <span className="soft">
            {job.no_file + job.old === 0
              ? "all files made"
              : typeset(
                  [job.no_file && `${job.no_file} without a file`, job.old && `${job.old} with an old file`]
                    .filter(Boolean)
                    .join(", "),
                )}
          </span>
        )}
        <span className="figure soft ml-auto">job {job.number}</span>
      </div>
      {count === 0 ? (
        <p className="soft mt-2">
          No prints yet.{" "}
          <Link className="underline" to={`/jobs/${job.id}`}>
            Add pictures
          </Link>
        </p>
      ) : (
        <ul className="mt-3 flex flex-wrap items-end gap-x-6 gap-y-4">
          {job.first.map((print) => (
            <li key={print.id}>
              <Link to={`/prints/${print.id}`} className="block min-w-16 rounded hover:underline">
                <Silhouette print={print} scale={scale} />
                <span className="mt-1 block max-w-44 truncate" dir="auto" title={print.title}>
                  {print.title || "untitled"}
                </span>
                <span className="figure soft block">
                  {typeset(print.size_text)} · {print.grade ? gradeWord(print.grade) : "no trials"}
                </span>
              </Link>
            </li>
          ))}
          {count > job.first.length && (
            <li className="soft">
              <Link className="underline" to={`/jobs/${job.id}`}>
                and {count - job.first.length} more
              </Link>
            </li>
          )}
        </ul>
      )}
    </article>
  );
}

export function day(iso: string): string {
  return new Date(`${iso}T12:00:00`).toLocaleDateString("en-GB", {
    day: "numeric",
    month: "long",
    year: "numeric",
  });
}
