import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { JobState } from "../api/types";
import { useBatches } from "./useBatches";
import { Coming } from "../shell/Coming";
import { OrderAtLab } from "../labs/OrderAtLab";
import { Dialog, giveFocusTo } from "../shell/Dialog";
import { gradeWord } from "../shell/Grade";
import { Problem } from "../shell/Problem";
import { usePreferences } from "../session/useSession";
import { TopBar } from "../frame/TopBar";
import { Where } from "../frame/Where";
import { typeset } from "../shell/typeset";
import { JobForm } from "./JobForm";
import { day } from "./JobsPage";
import { LongList } from "../drawing/LongList";
import { commonScale, Silhouette } from "../drawing/Silhouette";
import { isOver, useArrivalStore, type Arriving } from "./arrivalStore";
import {
  bringBack,
  changeJob,
  removeJob,
  removeLayout,
  removePrint,
  useJob,
  useJobChange,
  useLayouts,
  usePrints,
} from "./useJobs";

const STATES = { "": "", made: " · file made", changed: " · changed since its file" };

/** A title has so much room under its print, px; layouts have so much each. */
const LEAST_WIDE = 150;
const LAYOUT_WIDE = 250;
/** So long a list may take to stand without what was removed, frames. */
const MOST_FRAMES = 120;
/** What stands under a print: its title, its size, and what can be done, px. */
const WORDS_HIGH = 74;

export function JobPage() {
  const id = Number(useParams()["job"]);
  const job = useJob(id);
  return (
    <>
      <TopBar where={<Where here={job.data?.title} />} />
      <main className="px-5 py-3">
        <Coming query={job} what="The job" />
        {job.data && <Inside job={job.data} />}
      </main>
    </>
  );
}

function Inside({ job }: { job: JobState }) {
  const { account } = usePreferences();
  const rows = useArrivalStore((store) => store.rows);
  const bring = useArrivalStore((store) => store.bring);
  const clear = useArrivalStore((store) => store.clear);
  const [asking, setAsking] = useState<"details" | "lab" | "remove" | null>(null);
  const chooser = useRef<HTMLInputElement>(null);
  const over = useHover();
  const prints = usePrints(job.id);
  const layouts = useLayouts(job.id);
  // What stands below them waits for them: nothing moves under a hand.
  const come = prints.query.data && (layouts.query.data || !job.layouts);
  const scale = Math.min(300 / Math.max(1, job.wide), 210 / Math.max(1, job.tall));
  return (
    <>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-2">
        <div className="min-w-0 flex-[1_1_18rem]">
          <h1 className="text-2xl font-semibold [overflow-wrap:anywhere]" dir="auto">
            {job.title}
          </h1>
          <p className="min-h-5">
            {job.client && (
              <span className="mr-3 [overflow-wrap:anywhere]" dir="auto">
                {job.client}
              </span>
            )}
            {job.due && <span className="soft">due {day(job.due)}</span>}
          </p>
        </div>
        <button type="button" className="plain-button" onClick={() => setAsking("details")}>
          Title, client, date
        </button>
        {job.prints > 0 && (
          <a
            className="plain-button inline-flex items-center"
            href={`/api/jobs/${job.id}/workshop.pdf?unit=${account.unit}`}
            download
          >
            Job sheet
          </a>
        )}
        {job.prints > 0 && (
          <Link className="plain-button inline-flex items-center" to={`/log?job=${job.id}`}>
            See the log
          </Link>
        )}
        {job.prints > 0 && (
          <button type="button" className="plain-button" onClick={() => setAsking("lab")}>
            Order at a lab
          </button>
        )}
        <a className="plain-button inline-flex items-center" href={`/api/jobs/${job.id}/archive`} download>
          Export
        </a>
        {job.prints > 0 && (
          <Link className="plain-button inline-flex items-center" to={`/batches/new?job=${job.id}`}>
            New batch
          </Link>
        )}
        {job.prints > 0 && (
          <Link className="plain-button inline-flex items-center" to={`/layouts/new?job=${job.id}`}>
            New layout
          </Link>
        )}
        <button type="button" className="plain-button" onClick={() => setAsking("remove")}>
          Remove the job
        </button>
        <button type="button" className="strong-button" onClick={() => chooser.current?.click()}>
          Add pictures
        </button>
        <input
          ref={chooser}
          type="file"
          multiple
          hidden
          aria-label="Pictures to add"
          accept="image/jpeg,image/tiff,image/png,image/webp,.tif,.tiff"
          onChange={(event) => {
            void bring(job.id, [...(event.target.files ?? [])]);
            event.target.value = "";
          }}
        />
      </div>
      <Arrivals rows={rows.filter((row) => row.job === job.id)} onClear={() => clear(job.id)} />
      <Batches job={job.id} />
      <div className="mt-6">
        <Coming query={prints.query} what="What is in the job" />
        <LongList
          label="Prints"
          items={prints.items}
          keyOf={(print) => print.id}
          widthOf={(print) => Math.max(LEAST_WIDE, print.drawing.boxes.document[2] * scale + 2)}
          gap={[32, 28]}
          rowHeight={(row) =>
            Math.max(...row.map((print) => print.drawing.boxes.document[3])) * scale + WORDS_HIGH
          }
          onEnd={prints.more}
        >
          {(print) => (
            <div className="group relative">
              <Link to={`/prints/${print.id}`} className="block min-w-24 rounded">
                <Silhouette print={print} scale={scale} />
                <span
                  className="mt-1 block max-w-60 truncate font-medium group-hover:underline"
                  dir="auto"
                  title={print.title}
                >
                  {print.title || "untitled"}
                </span>
                <span className="figure soft block text-[15px]">
                  {typeset(print.size_text)} · {print.grade ? gradeWord(print.grade) : "no trials"}
                  {STATES[print.state]}
                </span>
              </Link>
              <span className="flex gap-3">
                <Link
                  className="soft min-h-6 underline"
                  to={`/pictures/${print.picture_id}`}
                  aria-label={`The picture of ${print.title}`}
                >
                  Picture
                </Link>
                <RemoveDesign title={print.title} word="print" remove={removePrint} id={print.id} />
              </span>
            </div>
          )}
        </LongList>
      </div>
      {come && job.layouts > 0 && <Layouts layouts={layouts} />}
      {come && (
        <>
          <Removed removed={job.removed} />
          <div
            className={`moves mt-6 rounded-xl border-2 border-dashed p-6 text-center ${over ? "border-current" : "soft"}`}
            style={over ? undefined : { borderColor: "var(--color-base-300)" }}
          >
            {job.prints === 0 ? (
              <p className="text-lg font-semibold">No prints yet</p>
            ) : (
              <p>Next: open a print. Its seven steps lead from the picture to the file.</p>
            )}
            Drop pictures here, paste one, or{" "}
            <button type="button" className="underline" onClick={() => chooser.current?.click()}>
              choose files
            </button>
            . JPEG, TIFF, PNG or WebP, to 1{"\u00a0"}GiB and 1{"\u00a0"}gigapixel each. The file itself is
            never changed.
          </div>
        </>
      )}
      {asking === "details" && <Details job={job} onClose={() => setAsking(null)} />}
      {asking === "lab" && <AtLab job={job} onClose={() => setAsking(null)} />}
      {asking === "remove" && <Remove job={job} onClose={() => setAsking(null)} />}
    </>
  );
}

const KINDS: Record<string, string> = {
  tiles: "Tiles",
  id: "ID photos",
  life: "Life size",
  panels: "Panels",
  hang: "Hanging",
  gang: "Roll or sheets",
};

/** The layouts of this job. */
function Layouts({ layouts }: { layouts: ReturnType<typeof useLayouts> }) {
  return (
    <section className="mt-7" aria-label="Layouts">
      <h2 className="text-lg font-semibold">Layouts</h2>
      <LongList
        label="Layouts"
        items={layouts.items}
        keyOf={(layout) => layout.id}
        widthOf={() => LAYOUT_WIDE}
        gap={[32, 20]}
        rowHeight={190}
        onEnd={layouts.more}
      >
        {(layout) => (
          <div className="group">
            <Link to={`/layouts/${layout.id}`} className="block min-w-24 rounded">
              <Silhouette print={layout} scale={commonScale([layout], 120, 90)} />
              <span className="mt-1 block max-w-60 truncate font-medium group-hover:underline" dir="auto">
                {layout.title || "untitled"}
              </span>
              <span className="soft block">
                {KINDS[layout.kind] ?? layout.kind} · {typeset(layout.text)}
              </span>
            </Link>
            <RemoveDesign title={layout.title} word="layout" remove={removeLayout} id={layout.id} />
          </div>
        )}
      </LongList>
    </section>
  );
}

/** The batches that were made of this job's pictures. */
function Batches({ job }: { job: number }) {
  const { items: own } = useBatches(job);
  if (!own.length) return null;
  return (
    <p className="mt-3 flex flex-wrap gap-x-4 gap-y-1">
      <span className="soft">Batches:</span>
      {own.map((batch) => (
        <Link
          key={batch.id}
          className="underline [overflow-wrap:anywhere]"
          dir="auto"
          to={`/batches/${batch.id}`}
        >
          {batch.title}, {batch.pictures} × {batch.sizes}
        </Link>
      ))}
    </p>
  );
}

/** Whether files hover over the page; they are taken by DropTarget. */
function useHover(): boolean {
  const [over, setOver] = useState(false);
  useEffect(() => {
    const enter = () => setOver(true);
    const leave = (event: globalThis.DragEvent) => {
      if (!event.relatedTarget) setOver(false);
    };
    const drop = () => setOver(false);
    window.addEventListener("dragover", enter);
    window.addEventListener("dragleave", leave);
    window.addEventListener("drop", drop);
    return () => {
      window.removeEventListener("dragover", enter);
      window.removeEventListener("dragleave", leave);
      window.removeEventListener("drop", drop);
    };
  }, []);
  return over;
}

const WORDS: Record<Arriving["state"], string> = {
  waiting: "waits",
  sending: "uploading",
  away: "waits",
  reading: "checking",
  ready: "added",
  refused: "refused",
};

function Arrivals({ rows, onClear }: { rows: Arriving[]; onClear: () => void }) {
  const { again, hurry } = useArrivalStore();
  if (!rows.length) return null;
  return (
    <section className="panel mt-4 p-3" aria-label="Arriving files">
      <ul className="space-y-2" aria-live="polite">
        {rows.map((row) => (
          <li key={row.key} className="flex flex-wrap items-center gap-3">
            <span className="w-56 truncate font-medium">{row.name}</span>
            <progress className="progress w-40" max={1} value={row.share} aria-label={`${row.name} sent`} />
            <span>{WORDS[row.state]}</span>
            {row.words && <span className={row.state === "refused" ? "" : "soft"}>{row.words}</span>}
            {row.state === "refused" && (
              <button type="button" className="min-h-6 underline" onClick={() => void again(row.key)}>
                Send it again
              </button>
            )}
            {row.state === "away" && (
              <button type="button" className="min-h-6 underline" onClick={hurry}>
                Try now
              </button>
            )}
          </li>
        ))}
      </ul>
      {rows.some(isOver) && (
        <button type="button" className="mt-2 underline" onClick={onClear}>
          Clear the list
        </button>
      )}
    </section>
  );
}

/** What was removed lately, each with the way back. */
function Removed({ removed }: { removed: JobState["removed"] }) {
  const back = useJobChange(bringBack);
  if (removed.length === 0) return null;
  return (
    <section className="mt-5" aria-label="Removed" aria-live="polite">
      <ul className="flex flex-wrap gap-x-5 gap-y-1">
        {removed.map((one) => (
          <li key={one.id} className="flex min-w-0 items-baseline gap-2">
            <span className="soft max-w-72 truncate" title={one.title}>
              Removed: {one.title || "untitled"}
            </span>
            <button
              type="button"
              className="min-h-6 underline"
              disabled={back.isPending}
              onClick={() => back.mutate(one)}
            >
              Restore
            </button>
          </li>
        ))}
      </ul>
      <p className="soft text-[13px]">For a day; then it goes for good, with the files made of it.</p>
      {back.error && <Problem message={back.error.message} />}
    </section>
  );
}

function RemoveDesign(props: {
  id: number;
  title: string;
  word: "print" | "layout";
  remove: (id: number) => Promise<unknown>;
}) {
  const [sure, setSure] = useState(false);
  const remove = useJobChange(props.remove);
  const asks = useRef<HTMLButtonElement>(null);
  const keeps = useRef<HTMLButtonElement>(null);
  const was = useRef(false);
  // The focus stays here: on the way that loses nothing, and afterwards where it came from.
  useEffect(() => {
    if (was.current !== sure) (sure ? keeps : asks).current?.focus();
    was.current = sure;
  }, [sure]);
  const gone = (row: Element | null | undefined) => {
    // What stands next in the list, though perhaps in another row.
    const rows = [...(row?.closest("[role=list]")?.querySelectorAll("[role=listitem]") ?? [])];
    const at = rows.findIndex((one) => one === row);
    const next = rows[at + 1] ?? rows[at - 1];
    // By its address: set in rows anew, it may be another element by then.
    const address = next?.querySelector("a")?.getAttribute("href");
    const goOn = (frames = MOST_FRAMES) => {
      // Only when the list stands as it is without it: until then its neighbour may still move to another row.
      if (row?.isConnected && frames > 0) requestAnimationFrame(() => goOn(frames - 1));
      else giveFocusTo(address ? document.querySelector(`main a[href="${address}"]`) : null);
    };
    // Its own row may be gone before all lists are fresh: the promise is there all the same.
    remove.mutateAsync(props.id).then(
      () => goOn(),
      () => undefined,
    );
  };
  if (!sure)
    return (
      <button
        ref={asks}
        type="button"
        className="soft min-h-6 underline"
        onClick={() => setSure(true)}
        aria-label={`Remove the ${props.word} ${props.title}`}
      >
        Remove
      </button>
    );
  return (
    <span className="space-x-3">
      <button
        type="button"
        className="min-h-6 font-semibold underline"
        onClick={(event) => gone(event.currentTarget.closest("[role=listitem]"))}
      >
        Remove it
      </button>
      <button ref={keeps} type="button" className="min-h-6 underline" onClick={() => setSure(false)}>
        Cancel
      </button>
    </span>
  );
}

function Details({ job, onClose }: { job: JobState; onClose: () => void }) {
  const change = useJobChange(changeJob);
  return (
    <Dialog title="The job" onClose={onClose}>
      <JobForm
        label="Save"
        start={{ title: job.title, client: job.client, due: job.due ?? null, device: job.device ?? null }}
        busy={change.isPending}
        problem={change.error?.message}
        onDone={(details) => change.mutate({ job: job.id, details }, { onSuccess: onClose })}
      />
    </Dialog>
  );
}

function AtLab({ job, onClose }: { job: JobState; onClose: () => void }) {
  return (
    <Dialog title="Order at a lab" onClose={onClose}>
      <OrderAtLab
        of={{ kind: "jobs", id: String(job.id) }}
        says="All prints of this job that are planned for the lab go in one order, each with the file of it as it is now."
      />
    </Dialog>
  );
}

function Remove({ job, onClose }: { job: JobState; onClose: () => void }) {
  const go = useNavigate();
  const remove = useJobChange(removeJob);
  return (
    <Dialog title={`Remove ${job.title}?`} onClose={onClose}>
      <p className="mb-4">
        Its {job.prints} prints and {job.layouts} layouts, their plans and made files go with it, and that
        cannot be undone. The pictures themselves stay. To keep a copy, export the job first.
      </p>
      {remove.error && <Problem message={remove.error.message} />}
      <button
        type="button"
        className="strong-button"
        onClick={() => remove.mutate(job.id, { onSuccess: () => void go("/") })}
      >
        Remove the job
      </button>
    </Dialog>
  );
}
