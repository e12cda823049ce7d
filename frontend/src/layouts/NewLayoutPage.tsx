import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useSearchParams } from "react-router";
import { client, must } from "../api/client";
import { pageOfPrints } from "../api/pagesOfPrints";
import type { JobState, PrintSummary } from "../api/types";
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

const OF_ONE = [
  {
    kind: "tiles",
    name: "Tiles",
    begins: "Begin with tiles",
    says: "One big print over many small sheets, to be glued or traced: fewest sheets, seams off a face, a map of them all.",
  },
  {
    kind: "id",
    name: "ID photos",
    begins: "Begin with ID photos",
    says: "A face cut by an authority's rule, checked, as many as fit on a sheet, and a single file for an upload.",
  },
  {
    kind: "life",
    name: "Life size",
    begins: "Begin with life size",
    says: "Two points whose distance you know give the true size, or any scale of it: the parts you want, or all of it.",
  },
  {
    kind: "panels",
    name: "Panels",
    begins: "Begin with panels",
    says: "One picture over two to twelve frames, each as it was measured: a file a frame, and how they hang, nail by nail.",
  },
] as const;

const OF_SEVERAL = [
  {
    kind: "hang",
    name: "Hang them",
    begins: "Plan the hanging",
    says: "In a row on a wall, on one middle line or one edge: where each begins, where its nail goes, as a plan to print.",
  },
  {
    kind: "gang",
    name: "Print them together",
    begins: "Roll and sheet layout",
    says: "On a roll or on sheets of your stock, with as little waste as can be: which roll, how long, what it costs.",
  },
] as const;

/** So many prints go on a layout. */
const MOST_PRINTS = 200;

type OneKind = (typeof OF_ONE)[number]["kind"];
type ManyKind = (typeof OF_SEVERAL)[number]["kind"];

/** What is laid out, and how: a layout begins with a print as it is planned now. */
export function NewLayoutPage() {
  const [params] = useSearchParams();
  const id = Number(params.get("job"));
  const job = useQuery({
    queryKey: ["jobs", id],
    queryFn: () => must(client.GET("/api/jobs/{job_id}", { params: { path: { job_id: id } } })),
  });
  const prints = useWholeList(["jobs", id, "prints"], pageOfPrints(id), MOST_PRINTS);
  return (
    <>
      <TopBar where={<Where back={[{ to: `/jobs/${id}`, name: job.data?.title ?? "" }]} here="Layouts" />} />
      <main className="px-5 py-3">
        <Coming query={job} what="The job" />
        {job.data && prints.enough && (
          <Choose job={job.data} prints={prints.items} first={Number(params.get("print")) || null} />
        )}
      </main>
    </>
  );
}

function Choose(props: { job: JobState; prints: PrintSummary[]; first: number | null }) {
  const { job, prints, first } = props;
  const go = useNavigate();
  const queries = useQueryClient();
  const [print, setPrint] = useState(prints.find(({ id }) => id === first)?.id ?? prints[0]?.id);
  const [chosen, setChosen] = useState<ReadonlySet<number>>(new Set(prints.map(({ id }) => id)));
  const { account } = usePreferences();
  const [wall, setWall] = useState("");
  const begin = useMutation({
    mutationFn: (kind: OneKind | ManyKind) =>
      must(
        client.POST("/api/jobs/{job_id}/layouts", {
          params: { path: { job_id: job.id } },
          body:
            kind === "hang" || kind === "gang"
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
        <Kinds kinds={OF_ONE} busy={begin.isPending} onBegin={begin.mutate} />
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
          kinds={OF_SEVERAL}
          busy={begin.isPending || !chosen.size}
          {...(chosen.size ? {} : { why: "Choose a print at least." })}
          onBegin={begin.mutate}
        />
      </section>
    </div>
  );
}

function Kinds<Kind extends OneKind | ManyKind>(props: {
  kinds: readonly { kind: Kind; name: string; begins: string; says: string }[];
  busy: boolean;
  why?: string;
  onBegin: (kind: Kind) => void;
}) {
  return (
    <>
      {props.why && <p>{props.why}</p>}
      <ul className="grid gap-3 md:grid-cols-2 xl:grid-cols-4">
        {props.kinds.map(({ kind, name, begins, says }) => (
          <li key={kind} className="panel flex flex-col gap-2 p-4">
            <h3 className="text-[17px] font-semibold">{name}</h3>
            <p className="flex-1">{says}</p>
            <button
              type="button"
              className="strong-button"
              disabled={props.busy}
              onClick={() => props.onBegin(kind)}
            >
              {begins}
            </button>
          </li>
        ))}
      </ul>
    </>
  );
}
