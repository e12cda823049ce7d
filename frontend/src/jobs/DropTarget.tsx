import { useQueryClient, type Query } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { Link, useLocation, useNavigate } from "react-router";
import { askAnew } from "../api/askAnew";
import { usePlanStore } from "../bench/planStore";
import { pixelsOf, smallProof } from "../drawing/awaitedProofs";
import { Dialog } from "../shell/Dialog";
import { isOver, onArrival, useArrivalStore } from "./arrivalStore";
import { useShallow } from "zustand/react/shallow";
import { Problem } from "../shell/Problem";
import { broughtBy } from "./broughtFiles";
import { jobOfToday } from "./firstJob";
import { useJobChange, useJobs } from "./useJobs";

/** The job that files dropped or pasted at this address are meant for; null where it has to be asked. */
export function jobAt(pathname: string, jobOnBench: number | undefined): number | null {
  const job = /^\/jobs\/(\d+)/.exec(pathname)?.[1];
  if (job) return Number(job);
  return /^\/prints\/\d+/.test(pathname) ? (jobOnBench ?? null) : null;
}

const rowsOf = (job: number) => ["jobs", job, "rows"];

/** Catches files wherever they are dropped or pasted, and tells of those on their way from elsewhere. */
export function DropTarget() {
  const queries = useQueryClient();
  const { pathname } = useLocation();
  const jobOnBench = usePlanStore((store) => store.held?.job);
  const bring = useArrivalStore((store) => store.bring);
  const { homeless, give } = useArrivalStore(useShallow(({ homeless, give }) => ({ homeless, give })));

  useEffect(
    () =>
      onArrival({
        begun: (job) => askAnew(queries, { queryKey: rowsOf(job) }),
        arrived: async (job, picture) => {
          // The picture is seen first; what stands beside it would be reckoned at the same time.
          await pixelsOf(smallProof(picture));
          const rows = rowsOf(job);
          await askAnew(queries, { queryKey: rows });
          // All lists of jobs, and each job: somebody may just be on the way to one.
          const rest = ({ queryKey }: Query) => !rows.every((part, at) => queryKey[at] === part);
          await askAnew(queries, { queryKey: ["jobs"], predicate: rest });
        },
      }),
    [queries],
  );

  useEffect(() => {
    const take = async (event: globalThis.DragEvent | ClipboardEvent) => {
      const { pictures, passed } = await broughtBy(event);
      if (!pictures.length && !passed) return;
      const job = jobAt(pathname, jobOnBench);
      if (job === null) give(pictures);
      else void bring(job, pictures, passed);
    };
    // Without this a file that misses its place would take the place of the whole application.
    const over = (event: globalThis.DragEvent) => event.preventDefault();
    const drop = (event: globalThis.DragEvent) => {
      event.preventDefault();
      void take(event);
    };
    const paste = (event: ClipboardEvent) => void take(event);
    const leave = (event: BeforeUnloadEvent) => {
      if (useArrivalStore.getState().rows.some((row) => !isOver(row))) event.preventDefault();
    };
    window.addEventListener("dragover", over);
    window.addEventListener("drop", drop);
    window.addEventListener("paste", paste);
    window.addEventListener("beforeunload", leave);
    return () => {
      window.removeEventListener("dragover", over);
      window.removeEventListener("drop", drop);
      window.removeEventListener("paste", paste);
      window.removeEventListener("beforeunload", leave);
    };
  }, [pathname, jobOnBench, bring, give]);

  return (
    <>
      <OnTheirWay pathname={pathname} />
      {homeless.length > 0 && <WhichJob files={homeless} onDone={() => give([])} />}
    </>
  );
}

/** Asks which job is meant; where there is none yet, one of today is made. */
function WhichJob({ files, onDone }: { files: File[]; onDone: () => void }) {
  const jobs = useJobs();
  const go = useNavigate();
  const bring = useArrivalStore((store) => store.bring);
  const fresh = useJobChange(jobOfToday);
  const into = (job: number) => {
    void bring(job, files);
    onDone();
    void go(`/jobs/${job}`);
  };
  const make = () => fresh.mutate(undefined, { onSuccess: ({ id }) => into(id) });
  const first = jobs.whole && !jobs.items.length;
  const begun = useRef(false);
  useEffect(() => {
    if (!first || begun.current) return;
    begun.current = true;
    make();
  });
  if (!jobs.query.data || (first && !fresh.error)) return null;
  const what = files.length === 1 ? files[0]?.name : `${files.length} files`;
  return (
    <Dialog title="Into which job?" onClose={onDone}>
      <p className="mb-3 truncate">{what}</p>
      {fresh.error && <Problem message={fresh.error.message} />}
      <ul className="max-h-80 space-y-2 overflow-y-auto">
        <li>
          <button type="button" className="strong-button w-full" disabled={fresh.isPending} onClick={make}>
            A new job
          </button>
        </li>
        {jobs.items.map((job) => (
          <li key={job.id}>
            <button
              type="button"
              className="plain-button w-full !justify-start truncate text-left"
              onClick={() => into(job.id)}
            >
              {job.title}
            </button>
          </li>
        ))}
        {!jobs.whole && (
          <li>
            <button type="button" className="min-h-6 underline" onClick={jobs.more}>
              Older jobs
            </button>
          </li>
        )}
      </ul>
    </Dialog>
  );
}

/** Files on their way into a job that is not looked at. */
function OnTheirWay({ pathname }: { pathname: string }) {
  const rows = useArrivalStore((store) => store.rows);
  const going = rows.filter((row) => !isOver(row));
  const elsewhere = going.filter((row) => !pathname.startsWith(`/jobs/${row.job}`));
  const first = elsewhere[0];
  return (
    <div role="status" className="files-line" hidden={!first}>
      {first && (
        <>
          <span>
            {elsewhere.length === 1 ? first.name : `${elsewhere.length} files`}{" "}
            {first.state !== "away"
              ? "on the way"
              : elsewhere.length === 1
                ? "waits for the server"
                : "wait for the server"}
            {elsewhere.length === 1 &&
              first.state === "sending" &&
              `, ${Math.round(first.share * 100)}\u00a0%`}
          </span>
          <Link className="underline" to={`/jobs/${first.job}`}>
            To the job
          </Link>
        </>
      )}
    </div>
  );
}
