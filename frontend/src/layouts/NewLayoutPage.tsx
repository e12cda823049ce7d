import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { client, must } from "../api/client";
import { pageOfPrints } from "../api/pagesOfPrints";
import type { JobState, PrintSummary, Reference } from "../api/types";
import { useReference } from "../api/useReference";
import { useWholeList } from "../api/usePages";
import { LongListInBox } from "../drawing/LongList";
import { commonScale, Silhouette } from "../drawing/Silhouette";
import { TopBar } from "../frame/TopBar";
import { Where } from "../frame/Where";
import { PrintTicks } from "./PrintTicks";
import { LengthField } from "../fields/LengthField";
import { usePreferences } from "../session/useSession";
import { Coming } from "../shell/Coming";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";

/** So many prints go on a layout. */
const MOST_PRINTS = 200;

type Kind = Reference["layout_kinds"][number];

/** What is laid out, and how: a layout begins with a print as it is planned now. */
export function NewLayoutPage() {
  const [params] = useSearchParams();
  const id = Number(params.get("job"));
  const job = useQuery({
    queryKey: ["jobs", id],
    queryFn: () => must(client.GET("/api/jobs/{job_id}", { params: { path: { job_id: id } } })),
  });
  const kinds = useReference();
  const prints = useWholeList(["jobs", id, "prints"], pageOfPrints(id), MOST_PRINTS);
  return (
    <>
      <TopBar where={<Where back={[{ to: `/jobs/${id}`, name: job.data?.title ?? "" }]} here="Layouts" />} />
      <main className="px-5 py-3">
        <Coming query={job} what="The job" />
        {job.data && <Coming query={kinds} what="The kinds of layouts" />}
        {job.data && kinds.data && prints.enough && (
          <Choose
            kinds={kinds.data.layout_kinds}
            job={job.data}
            prints={prints.items}
            first={Number(params.get("print")) || null}
          />
        )}
      </main>
    </>
  );
}

function Choose(props: {
  kinds: readonly Kind[];
  job: JobState;
  prints: PrintSummary[];
  first: number | null;
}) {
  const { job, prints, first } = props;
  const go = useNavigate();
  const queries = useQueryClient();
  const [print, setPrint] = useState(prints.find(({ id }) => id === first)?.id ?? prints[0]?.id);
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set(prints.map(({ id }) => id)));
  const { account } = usePreferences();
  const [wall, setWall] = useState("");
  const begin = useMutation({
    mutationFn: ({ id: kind, of_several }: Kind) =>
      must(
        client.POST("/api/jobs/{job_id}/layouts", {
          params: { path: { job_id: job.id } },
          body: of_several
            ? { kind, prints: prints.map(({ id }) => id).filter((id) => chosen.has(id)), wall }
            : { kind, print: print ?? null, prints: [], wall },
        }),
      ),
    onSuccess: (layout) => {
      void queries.invalidateQueries({ queryKey: ["jobs"] });
      void go(`/layouts/${layout.id}`, { replace: true });
    },
  });
  const scale = commonScale(prints, 150, 110);
  if (!prints.length)
    return (
      <p>
        Layouts begin with prints of this job, and it has none yet.{" "}
        <Link to={`/jobs/${job.id}`} className="underline">
          Add a picture first
        </Link>
        .
      </p>
    );
  return (
    <div className="max-w-5xl space-y-5">
      <h1 className="text-2xl font-semibold">New layout</h1>
      {begin.error && <Problem message={begin.error.message} />}
      <div className="panel max-w-xl space-y-1 p-4">
        <LengthField
          narrow
          label="How wide is the wall, if it is for one?"
          placeholder="not known"
          unit={account.unit}
          purpose="side"
          value={wall}
          keeps="layout"
          onRead={setWall}
          onBack={() => undefined}
          onDone={() => undefined}
        />
        <p className="soft">Panels then take two thirds of it, and a row of prints hangs in its middle.</p>
      </div>
      <section className="space-y-2" aria-labelledby="of-one">
        <h2 id="of-one" className="text-[17px] font-semibold">
          One print
        </h2>
        <LongListInBox
          className="max-h-[46vh]"
          label="Which print"
          items={prints}
          keyOf={(one) => one.id}
          widthOf={(one) => Math.max(160, one.drawing.boxes.document[2] * scale + 28)}
          gap={[12, 12]}
          rowHeight={190}
        >
          {(one) => (
            <button
              type="button"
              className="choice moves !flex-col !items-start"
              aria-pressed={one.id === print}
              onClick={() => setPrint(one.id)}
            >
              <Silhouette print={one} scale={scale} />
              <span className="block w-full truncate font-medium" dir="auto">
                {one.title || "untitled"}
              </span>
              <span className="figure soft">{typeset(one.size_text)}</span>
            </button>
          )}
        </LongListInBox>
        {job.prints > prints.length && (
          <p className="soft">
            The first {prints.length} prints of the job stand here; a layout holds no more.
          </p>
        )}
        <Kinds
          kinds={props.kinds.filter((kind) => !kind.of_several)}
          busy={begin.isPending}
          onBegin={begin.mutate}
        />
      </section>
      <section className="space-y-2" aria-labelledby="of-several">
        <h2 id="of-several" className="text-[17px] font-semibold">
          Several prints
        </h2>
        <PrintTicks
          label="Which prints"
          prints={prints}
          chosen={chosen}
          onToggle={(id) => {
            const next = new Set(chosen);
            if (!next.delete(id)) next.add(id);
            setChosen(next);
          }}
        />
        <p className="soft">Prints of other jobs are added there.</p>
        <Kinds
          kinds={props.kinds.filter((kind) => kind.of_several)}
          busy={begin.isPending || !chosen.size}
          {...(chosen.size ? {} : { why: "Choose a print at least." })}
          onBegin={begin.mutate}
        />
      </section>
    </div>
  );
}

function Kinds(props: {
  kinds: readonly Kind[];
  busy: boolean;
  why?: string;
  onBegin: (kind: Kind) => void;
}) {
  return (
    <>
      {props.why && <p>{props.why}</p>}
      <ul className="grid gap-3 md:grid-cols-2 xl:grid-cols-4">
        {props.kinds.map((kind) => (
          <li key={kind.id} className="panel flex flex-col gap-2 p-4">
            <h3 className="text-[17px] font-semibold">{kind.label}</h3>
            <p className="flex-1">{kind.says}</p>
            <button
              type="button"
              className="strong-button"
              disabled={props.busy}
              onClick={() => props.onBegin(kind)}
            >
              {kind.begins}
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
