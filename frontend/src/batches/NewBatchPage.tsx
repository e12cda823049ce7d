import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate, useSearchParams, Link } from "react-router";
import { client, must } from "../api/client";
import { LongList } from "../drawing/LongList";
import { useJob } from "../jobs/useJobs";
import { useManyPictures } from "../pictures/usePictures";
import { Problem } from "../shell/Problem";
import { TopBar } from "../frame/TopBar";
import { useChosen } from "../shell/useChosen";
import { SetPicker } from "../sizes/SetPicker";
import { FIRST_SHARED, SharedFields } from "./SharedFields";

/** So many pictures go into a batch; as wide each is shown, px. */
const MOST_PICTURES = 2000;
const PICTURE_WIDE = 122;

/** Which pictures, in which sizes, as which files: then the matrix. */
export function NewBatchPage() {
  const [search] = useSearchParams();
  // Without a job, every picture there is may be taken.
  const jobId = Number(search.get("job"));
  const job = useJob(jobId, jobId > 0);
  const pictures = useManyPictures(jobId || null, MOST_PICTURES);
  const queries = useQueryClient();
  const go = useNavigate();
  const [title, setTitle] = useState<string | null>(null);
  const [set, setSet] = useState("group:Photo sizes, centimetres");
  const [shared, setShared] = useState(FIRST_SHARED);
  const { chosen: left, toggle, take: leave } = useChosen();
  const offered = pictures.items.filter((picture) => picture.state !== "refused");
  const chosen = offered
    .filter((picture) => !left.has(picture.id))
    .map((picture) => picture.id)
    .reverse();
  const name =
    title ?? (job.data ? `${job.data.title.slice(0, 180)}, all sizes` : jobId ? "" : "Many pictures");
  const make = useMutation({
    mutationFn: () =>
      must(
        client.POST("/api/batches", {
          body: {
            title: name, set, pattern: "{picture}_{width}x{height}{unit}", job: jobId || null,
            pictures: chosen,
            shared,
          },
        }),
      ),
    onSuccess: async (batch) => {
      await queries.invalidateQueries({ queryKey: ["batches"] });
      void go(`/batches/${batch.id}`);
    },
  }); // oxfmt-ignore
  return (
    <>
      <TopBar
        where={
          <b className="block truncate font-semibold" dir="auto">
            {job.data?.title}
          </b>
        }
      />
      <main className="grid grid-cols-[338px_minmax(0,1fr)] gap-4 px-5 py-2 max-md:grid-cols-1">
        <form
          className="panel space-y-4 self-start px-4 py-3"
          onSubmit={(event) => {
            event.preventDefault();
            make.mutate();
          }}
        >
          <h1 className="text-xl font-semibold">New batch</h1>
          <label className="block">
            Title
            <input
              className="field mt-0.5"
              required
              maxLength={200}
              dir="auto"
              value={name}
              onChange={(event) => setTitle(event.target.value)}
            />
          </label>
          <SetPicker typed value={set} onSet={setSet} />
          <SharedFields value={shared} onChange={setShared} />
          {make.error && <Problem message={make.error.message} />}
          <button
            type="submit"
            className="strong-button w-full !min-h-9"
            disabled={!chosen.length || !pictures.enough || make.isPending}
          >
            {make.isPending
              ? "Making the batch…"
              : chosen.length === 0
                ? "Make the batch"
                : `Make the batch of ${chosen.length === 1 ? "1 picture" : `${chosen.length} pictures`}`}
          </button>
          {!chosen.length && (
            <p className="soft">Choose at least one picture; then it is worked out in every size.</p>
          )}
        </form>
        <section aria-label="Pictures" className="min-w-0">
          <div className="flex flex-wrap items-center gap-3 pb-2">
            <h2 className="text-lg font-semibold">Pictures</h2>
            <span className="soft">
              {chosen.length} of {offered.length} chosen
              {pictures.enough && !pictures.whole && `; a batch holds ${MOST_PICTURES}, these are the newest`}
            </span>
            <button type="button" className="min-h-6 underline" onClick={() => leave([])}>
              All
            </button>
            <button
              type="button"
              className="min-h-6 underline"
              onClick={() => leave(offered.map((picture) => picture.id))}
            >
              None
            </button>
          </div>
          {(job.error ?? pictures.query.error) && (
            <Problem message={(job.error ?? pictures.query.error)?.message ?? ""} />
          )}
          {pictures.whole && (job.data || !jobId) && offered.length === 0 && (
            <p>
              There are no pictures here yet.{" "}
              <Link className="underline" to={jobId ? `/jobs/${jobId}` : "/"}>
                Add some to a job first
              </Link>
              .
            </p>
          )}
          <LongList
            label="Pictures"
            items={offered}
            keyOf={(picture) => picture.id}
            widthOf={() => PICTURE_WIDE}
            gap={[8, 8]}
            rowHeight={122}
          >
            {(picture) => (
              <label
                className={`panel flex h-full cursor-pointer flex-col p-1.5 ${left.has(picture.id) ? "opacity-60" : ""}`}
              >
                <img
                  loading="lazy"
                  src={`/api/pictures/${picture.id}/small.jpg`}
                  alt=""
                  className="h-20 w-full rounded object-contain"
                />
                <span className="mt-1 flex items-center gap-1.5">
                  <input
                    type="checkbox"
                    className="checkbox checkbox-xs"
                    checked={!left.has(picture.id)}
                    onChange={() => toggle(picture.id)}
                  />
                  <span className="min-w-0 truncate text-[12.5px]" title={picture.name}>
                    {picture.name}
                  </span>
                </span>
              </label>
            )}
          </LongList>
        </section>
      </main>
    </>
  );
}
