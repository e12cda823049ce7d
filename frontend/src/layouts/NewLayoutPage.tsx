import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { client, must } from "../api/client";
import type { JobSlip, LayoutState } from "../api/types";
import { commonScale, Silhouette } from "../drawing/Silhouette";
import { TopBar } from "../frame/TopBar";
import { Coming } from "../shell/Coming";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";

const KINDS = [
  {
    kind: "tiles",
    name: "Tiles",
    says: "One big print over many small sheets, to be glued or traced: fewest sheets, seams off a face, a map of them all.",
  },
  {
    kind: "id",
    name: "ID photos",
    says: "A face cut by an authority's rule, checked, as many as fit on a sheet, and a single file for an upload.",
  },
  {
    kind: "life",
    name: "Life size",
    says: "Two points whose distance you know give the true size, or any scale of it: the parts you want, or all of it.",
  },
] as const;

/** What is laid out, and how: a layout begins with a print as it is planned now. */
export function NewLayoutPage() {
  const [params] = useSearchParams();
  const id = Number(params.get("job"));
  const job = useQuery({
    queryKey: ["jobs", id],
    queryFn: () => must<JobSlip>(client.GET("/api/jobs/{job_id}", { params: { path: { job_id: id } } })),
  });
  return (
    <>
      <TopBar
        where={
          <nav aria-label="Where you are" className="flex min-w-0 gap-2">
            <Link to={`/jobs/${id}`} className="soft truncate hover:underline" dir="auto">
              {job.data?.title}
            </Link>
            <span className="soft">/</span>
            <b className="font-semibold">Sheets</b>
          </nav>
        }
      />
      <main className="px-5 py-3">
        <Coming query={job} what="The job" />
        {job.data && <Choose job={job.data} first={Number(params.get("print")) || null} />}
      </main>
    </>
  );
}

function Choose({ job, first }: { job: JobSlip; first: number | null }) {
  const go = useNavigate();
  const queries = useQueryClient();
  const [print, setPrint] = useState(job.prints.find(({ id }) => id === first)?.id ?? job.prints[0]?.id);
  const begin = useMutation({
    mutationFn: (kind: (typeof KINDS)[number]["kind"]) =>
      must<LayoutState>(
        client.POST("/api/jobs/{job_id}/layouts", {
          params: { path: { job_id: job.id } },
          body: { kind, print: print ?? null, picture: null },
        }),
      ),
    onSuccess: (layout) => {
      void queries.invalidateQueries({ queryKey: ["jobs"] });
      void go(`/layouts/${layout.id}`, { replace: true });
    },
  });
  const scale = commonScale(job.prints, 150, 110);
  if (!job.prints.length)
    return (
      <p>
        Sheets begin with a print of this job, and it has none yet.{" "}
        <Link to={`/jobs/${job.id}`} className="underline">
          Bring a picture first
        </Link>
        .
      </p>
    );
  return (
    <div className="max-w-5xl space-y-5">
      <h1 className="text-2xl font-semibold">Put it on sheets</h1>
      <section className="space-y-2">
        <h2 className="text-[17px] font-semibold">1 Which print</h2>
        <div className="flex flex-wrap items-end gap-3" role="group" aria-label="Which print">
          {job.prints.map((one) => (
            <button
              key={one.id}
              type="button"
              className="choice moves !w-auto !flex-col !items-start"
              aria-pressed={one.id === print}
              onClick={() => setPrint(one.id)}
            >
              <Silhouette print={one} scale={scale} />
              <span className="block max-w-40 truncate font-medium" dir="auto">
                {one.title || "untitled"}
              </span>
              <span className="figure soft">{typeset(one.size_text)}</span>
            </button>
          ))}
        </div>
      </section>
      <section className="space-y-2">
        <h2 className="text-[17px] font-semibold">2 How</h2>
        {begin.error && <Problem message={begin.error.message} />}
        <ul className="grid gap-3 md:grid-cols-3">
          {KINDS.map(({ kind, name, says }) => (
            <li key={kind} className="panel flex flex-col gap-2 p-4">
              <h3 className="text-[17px] font-semibold">{name}</h3>
              <p className="flex-1">{says}</p>
              <button
                type="button"
                className="strong-button"
                disabled={begin.isPending}
                onClick={() => begin.mutate(kind)}
              >
                Begin with {name.toLowerCase().replace("id ", "ID ")}
              </button>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
