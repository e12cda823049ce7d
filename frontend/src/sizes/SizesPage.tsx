import { useQuery } from "@tanstack/react-query";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { client, must } from "../api/client";
import type { PrintState, SizeVerdict, Survey } from "../api/types";
import { Grade } from "../shell/Grade";
import { Coming } from "../shell/Coming";
import { Pick } from "../shell/Pick";
import { scaleFor, SheetInSmall } from "../drawing/SheetInSmall";
import { Problem } from "../shell/Problem";
import { TopBar } from "../frame/TopBar";
import { Where } from "../frame/Where";
import { typeset } from "../shell/typeset";
import { usePreferences } from "../session/useSession";
import { useChosen } from "../shell/useChosen";
import { FramesPick } from "./FramesPick";
import { SetPicker, TYPED } from "./SetPicker";
import "./sizes.css";
import { describeSize, useLibraryChange } from "./useSizes";

const ORDERS = [
  { value: "loss", label: "Least crop" },
  { value: "area", label: "Largest" },
  { value: "quality", label: "Sharpest" },
] as const;
type Order = (typeof ORDERS)[number]["value"];
type Along = Survey["kept"]["ways"][number];
const ALONG: Record<Along, string> = { scaled: "In proportion", same: "As it is", left: "Left off" };
// Beside the tick in the corner, not under it.
const ROOM = [172, 150] as const;
const FIRST_SET = {
  in: "group:Photo sizes, inches",
  cm: "group:Photo sizes, centimetres",
  mm: "group:ISO A",
} as const;

/** One picture against every size of a set: drawn to one scale, with what each costs. */
export function SizesPage() {
  const id = Number(useParams()["print"]);
  const { account } = usePreferences();
  const [search, setSearch] = useSearchParams();
  const set = search.get("set") ?? FIRST_SET[account.unit];
  const order = (search.get("order") as Order | null) ?? "loss";
  const along = (search.get("along") as Along | null) ?? "scaled";
  const tell = (change: Record<string, string>) =>
    setSearch({ set, order, along, ...change }, { replace: true });
  const print = useQuery({
    queryKey: ["prints", id, "for sizes"],
    queryFn: () => must(client.GET("/api/prints/{print_id}", { params: { path: { print_id: id } } })),
  });
  const query = { set, order, along, unit: account.unit };
  const sizes = useQuery({
    queryKey: ["sizes", "against", id, query],
    // Nothing is typed yet.
    enabled: set !== TYPED,
    placeholderData: (old: Survey | undefined) => old,
    queryFn: () =>
      must(client.GET("/api/prints/{print_id}/sizes", { params: { path: { print_id: id }, query } })),
  });
  const { chosen, toggle, take } = useChosen();
  const found = sizes.data?.sizes ?? [];
  const possible = found.filter((item) => !item.problem).map((item) => item.key);
  const all = possible.length > 0 && possible.every((key) => chosen.has(key));
  const drawn = found.flatMap((item) => item.drawing ?? []);
  const scale = scaleFor(drawn, ROOM);
  const file = (ending: string) =>
    `/api/prints/${id}/sizes.${ending}?${new URLSearchParams(query).toString()}`;
  return (
    <>
      <TopBar where={print.data && <Where back={backFrom(print.data)} here="Compare sizes" />} />
      <main className="px-5 py-2">
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-3">
          <h1 className="text-2xl font-semibold">Compare sizes</h1>
          <SetPicker typed value={set} onSet={(next) => tell({ set: next })} />
          <Pick label="Order" options={ORDERS} value={order} onPick={(next) => tell({ order: next })} />
          <span className="flex-1" />
          <a className="plain-button inline-flex items-center" href={file("pdf")} download>
            Size sheet for the client
          </a>
          <a className="plain-button inline-flex items-center" href={file("csv")} download>
            CSV
          </a>
          <span className="flex flex-wrap items-center gap-3">
            <button
              type="button"
              className="plain-button"
              disabled={!possible.length}
              onClick={() => take(all ? [] : possible)}
            >
              {all ? "Untick all" : `Tick all ${possible.length}`}
            </button>
            <MakeVariants print={id} job={print.data?.job} keys={[...chosen]} along={along} />
          </span>
        </div>
        {sizes.data && (
          <WhatGoesAlong kept={sizes.data.kept} along={along} onPick={(next) => tell({ along: next })} />
        )}
        {sizes.data && (
          <p className="pb-3 text-[15px]" data-testid="size-words">
            {typeset(sizes.data.words)}
          </p>
        )}
        <Coming query={print} what="The print" />
        {!print.error && sizes.error && <Problem message={sizes.error.message} />}
        {print.data && found.length > 0 && (
          <ul className="size-wall" data-testid="size-wall" aria-label="What each size costs">
            {found.map((item) => (
              <SizeCard
                key={item.key}
                item={item}
                scale={scale}
                print={print.data}
                chosen={chosen.has(item.key)}
                onToggle={() => toggle(item.key)}
              />
            ))}
          </ul>
        )}
        {sizes.isPending && sizes.failureCount === 0 && print.data && (
          <p className="soft p-8 text-center" role="status">
            Measuring…
          </p>
        )}
      </main>
    </>
  );
}

/** The edge that every size would be made with, and what may become of it. */
function WhatGoesAlong(props: { kept: Survey["kept"]; along: Along; onPick: (along: Along) => void }) {
  const { kept, along, onPick } = props;
  if (kept.ways.length === 0) return null;
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 pb-2" data-testid="goes-along">
      <span>
        What is kept: <b className="font-semibold">{typeset(kept.edge)}</b>
      </span>
      <Pick
        label="Edge"
        about="choice:edge"
        options={kept.ways.map((value) => ({ value, label: ALONG[value] }))}
        value={kept.ways.includes(along) ? along : "same"}
        onPick={onPick}
      />
    </div>
  );
}

const backFrom = ({ id, job, job_title, plan }: PrintState) => [
  { to: `/jobs/${job}`, name: job_title },
  { to: `/prints/${id}/size`, name: plan.title || "untitled" },
];

function SizeCard(props: {
  item: SizeVerdict;
  scale: number;
  print: PrintState;
  chosen: boolean;
  onToggle: () => void;
}) {
  const { item, print } = props;
  const describe = useLibraryChange(describeSize);
  const lost = item.sides.map((side) => `${side.side} ${side.printed}`).join(", ");
  return (
    <li
      className="size-card panel"
      data-size={item.key}
      data-zones={item.zones}
      data-troubled={item.troubled || undefined}
    >
      <label className="size-take">
        <input
          type="checkbox"
          className="checkbox checkbox-sm"
          checked={props.chosen}
          onChange={props.onToggle}
          disabled={!!item.problem}
        />
        <span className="sr-only">Make a print of {item.size_text}</span>
      </label>
      {item.drawing ? (
        <SheetInSmall
          drawing={item.drawing}
          proof={`/api/pictures/${print.picture.id}/small.jpg`}
          room={ROOM}
          scale={props.scale}
        />
      ) : (
        <p
          className="soft grid place-items-center p-4 text-center"
          style={{ width: ROOM[0], height: ROOM[1] }}
        >
          {item.problem}
        </p>
      )}
      <div className="flex items-baseline justify-between gap-2">
        <b className="figure text-[18px] font-semibold" data-legend="figure:target_width">
          {typeset(item.size_text)}
        </b>
        <Grade grade={item.grade} />
      </div>
      <div className="flex justify-between gap-2 text-[13px]">
        <span data-legend="figure:loss">
          {item.loss < 0.0005 ? (
            "nothing lost"
          ) : (
            <b className="font-semibold">{typeset(`${item.loss_text} lost`)}</b>
          )}
        </span>
        <span className="figure text-[14.5px]" data-legend="figure:effective_ppi">
          {typeset(item.ppi_text)}
        </span>
      </div>
      <p className="soft min-h-[18px] truncate text-[13px]" title={lost}>
        {typeset(lost)}
      </p>
      <p
        className="min-h-[18px] truncate text-[13px]"
        data-legend="word:keep-zones"
        data-zones={item.zones}
        title={item.zones_text}
      >
        {item.zones === "cut" && <b>Check. </b>}
        {typeset(item.zones_text)}
      </p>
      {(item.edge_trouble || item.edge_text) && (
        <p className="min-h-[18px] truncate text-[13px]" title={item.edge_trouble || item.edge_text}>
          {item.edge_trouble ? <b>Check. {typeset(item.edge_trouble)}</b> : typeset(item.edge_text)}
        </p>
      )}
      <div className="flex items-center justify-between gap-2 text-[13px]">
        <span className="soft truncate" title={item.name} data-legend="figure:view_distance">
          {item.from_text ? typeset(`from ${item.from_text}`) : "a screen"}
        </span>
        {!item.in_pixels && (
          <FramesPick
            lead="frames"
            label={`Frames of ${item.size_text}`}
            value={item.frames}
            onFrames={(frames) => describe.mutate({ key: item.key, frames })}
          />
        )}
      </div>
    </li>
  );
}

/** A print for each chosen size, in one go; then to the job that holds them. */
function MakeVariants(props: { print: number; job: number | undefined; keys: string[]; along: Along }) {
  const { print, job, keys, along } = props;
  const go = useNavigate();
  const make = useLibraryChange(() =>
    must(
      client.POST("/api/prints/{print_id}/variants", {
        params: { path: { print_id: print } },
        body: { set: `keys:${keys.join(",")}`, along },
      }),
    ),
  );
  const count = keys.length;
  return (
    <>
      {count === 0 && <span className="soft">Tick sizes to make prints of them.</span>}
      <button
        type="button"
        className="strong-button"
        disabled={!count || make.isPending}
        onClick={() => make.mutate(undefined, { onSuccess: () => void go(`/jobs/${job}`) })}
      >
        {count === 0 ? "Make prints" : `Make ${count === 1 ? "a print" : `${count} prints`}`}
      </button>
      {make.error && <Problem message={make.error.message} />}
    </>
  );
}
