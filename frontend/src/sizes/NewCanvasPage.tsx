import { useQuery } from "@tanstack/react-query";
import { Navigate, useParams, useSearchParams } from "react-router";
import { client, must } from "../api/client";
import type { Canvas } from "../api/types";
import { FindingList } from "../designs/FindingList";
import { patched, type Fix } from "../designs/fix";
import { Workings } from "../designs/Workings";
import { KeptLength, KeptLengthOrNone } from "../fields/KeptLength";
import { KeptNumber } from "../fields/KeptNumber";
import { KeptText } from "../fields/KeptText";
import { Row } from "../fields/Row";
import { TopBar } from "../frame/TopBar";
import { usePreferences } from "../session/useSession";
import { Coming } from "../shell/Coming";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { CanvasDrawing } from "./CanvasDrawing";

const FIRST = {
  cm: { finished: { width: "50 cm", height: "70 cm", name: "" }, bleed: "3 mm", safe: "5 mm" },
  mm: { finished: { width: "500 mm", height: "700 mm", name: "" }, bleed: "3 mm", safe: "5 mm" },
  in: { finished: { width: "18 in", height: "24 in", name: "" }, bleed: "1/8 in", safe: "1/4 in" },
};
const CHANNELS = [
  { value: "3", label: "RGB" },
  { value: "4", label: "CMYK" },
  { value: "1", label: "Grey" },
] as const;
const BITS = [
  { value: "8", label: "8 bit" },
  { value: "16", label: "16 bit" },
] as const;
const GB = 1e9;
type Asked = Record<string, unknown>;

/** Before drawing: how many pixels the finished piece wants, and whether a program can hold them. */
export function NewCanvasPage() {
  const { account } = usePreferences();
  const [search, setSearch] = useSearchParams();
  const asked = asking(search.get("c")) ?? { ...FIRST[account.unit], press: "digital", channels: 3 };
  const tell = (change: Fix) => {
    // What the address says by now: two fields may be understood before the page is drawn again.
    const now = asking(new URLSearchParams(window.location.search).get("c")) ?? asked;
    setSearch({ c: JSON.stringify(patched(now, change)) }, { replace: true });
  };
  const choices = useQuery({
    queryKey: ["canvas-choices"],
    staleTime: Infinity,
    queryFn: () => must(client.GET("/api/canvas/choices")),
  });
  const found = useQuery({
    queryKey: ["canvas", asked, account.unit],
    placeholderData: (old) => old,
    retry: false,
    queryFn: () => must(client.POST("/api/canvas/reckon", { body: { canvas: asked, unit: account.unit } })),
  });
  const { unit } = account;
  const canvas = found.data?.canvas;
  const report = found.data?.report;
  const file = (ending: string, guides: boolean) =>
    `/api/canvas.${ending}?${new URLSearchParams({ canvas: JSON.stringify(asked), guides: String(guides) })}`;
  return (
    <div className="bench">
      <TopBar />
      <main className="bench-middle">
        <div className="desk relative min-h-[300px]">
          <Coming query={found} what="The canvas" />
          {canvas && report && <CanvasDrawing canvas={canvas} report={report} unit={unit} />}
        </div>
        <section
          className="panel flex min-h-0 flex-col gap-3 overflow-y-auto px-4 py-3"
          aria-label="What is wanted"
        >
          <h1 className="text-[17px] font-semibold">A new canvas</h1>
          {choices.data && (
            <button
              type="button"
              className="plain-button self-start"
              onClick={() => setSearch({ c: JSON.stringify(choices.data.example) })}
            >
              An example: the illustrator&apos;s poster
            </button>
          )}
          {found.error && <Problem message={found.error.message} />}
          {canvas && (
            <>
              <KeptText label="Title" value={canvas.title} most={200} onPut={(title) => tell({ title })} />
              <div className="two-fields grid grid-cols-2 gap-x-4 gap-y-2">
                <KeptLength
                  label="Width"
                  unit={unit}
                  value={canvas.finished.width}
                  onPut={(width) => tell({ "finished.width": width })}
                />
                <KeptLength
                  label="Height"
                  unit={unit}
                  value={canvas.finished.height}
                  onPut={(height) => tell({ "finished.height": height })}
                />
                <KeptLength
                  label="Bleed"
                  unit={unit}
                  value={canvas.bleed}
                  onPut={(bleed) => tell({ bleed })}
                />
                <KeptLength label="Safe" unit={unit} value={canvas.safe} onPut={(safe) => tell({ safe })} />
              </div>
              <Pick
                label="How it is printed"
                options={[
                  ...(choices.data?.presses.map(({ id, label }) => ({ value: id as string, label })) ?? []),
                  { value: "none", label: "By distance" },
                ]}
                value={canvas.press ?? "none"}
                onPick={(press) => tell({ press: press === "none" ? null : press })}
              />
              <div className="two-fields grid grid-cols-2 gap-x-4 gap-y-2">
                <KeptLengthOrNone
                  label="Seen from"
                  none="1.5 diagonals"
                  unit={unit}
                  value={canvas.distance}
                  onPut={(distance) => tell({ distance })}
                />
                <KeptNumber
                  label="Resolution, ppi"
                  min={10}
                  max={2400}
                  step={10}
                  empty="as wanted"
                  value={canvas.ppi}
                  onPut={(ppi) => tell({ ppi })}
                />
              </div>
              <Row name="Channels">
                <Pick
                  label="Channels"
                  options={CHANNELS}
                  value={String(canvas.channels) as "3"}
                  onPick={(channels) => tell({ channels: Number(channels) })}
                />
              </Row>
              <Row name="Depth">
                <Pick
                  label="Depth"
                  options={BITS}
                  value={String(canvas.bits) as "8"}
                  onPick={(bits) => tell({ bits: Number(bits) })}
                />
              </Row>
              <KeptNumber
                label="Layers"
                min={1}
                max={2000}
                step={1}
                value={canvas.layers}
                onPut={(layers) => layers !== null && tell({ layers: Math.round(layers) })}
              />
              <label className="block">
                What it must fit into
                <select
                  className="field mt-0.5"
                  value={canvas.limit?.key ?? ""}
                  onChange={(event) =>
                    tell({
                      limit: choices.data?.limits.find(({ key }) => key === event.target.value) ?? null,
                    })
                  }
                >
                  <option value="">No limit</option>
                  {canvas.limit && !choices.data?.limits.some(({ key }) => key === canvas.limit?.key) && (
                    <option value={canvas.limit.key}>{canvas.limit.name || "As typed"}</option>
                  )}
                  {choices.data?.limits.map(({ key, name }) => (
                    <option key={key} value={key}>
                      {name}
                    </option>
                  ))}
                </select>
              </label>
              {canvas.limit && <LimitFields limit={canvas.limit} tell={tell} />}
              <FindingList findings={report?.findings ?? []} onFix={tell} />
              <Also
                canvas={canvas}
                unit={unit}
                tell={tell}
                keeps={report?.products.map(({ keeps }) => keeps) ?? []}
              />
              <h2 className="font-semibold">Files</h2>
              <div className="flex flex-wrap gap-2">
                {canvas.channels !== 4 && (
                  <a className="plain-button inline-flex items-center" href={file("png", false)} download>
                    Empty, PNG
                  </a>
                )}
                <a className="plain-button inline-flex items-center" href={file("tif", false)} download>
                  Empty, TIFF
                </a>
                <a className="plain-button inline-flex items-center" href={file("png", true)} download>
                  Guides, PNG
                </a>
                <a className="plain-button inline-flex items-center" href={file("svg", true)} download>
                  Guides, SVG
                </a>
              </div>
              <Workings figures={report?.figures ?? []} />
            </>
          )}
        </section>
      </main>
    </div>
  );
}

type Limit = NonNullable<Canvas["limit"]>;

/** A row of one's own begins with the one that was chosen. */
function LimitFields({ limit, tell }: { limit: Limit; tell: (change: Fix) => void }) {
  const put = (part: Partial<Limit>) => tell({ limit: { ...limit, key: "own", name: "As typed", ...part } });
  return (
    <div className="part">
      <KeptNumber
        label="Longest side, px"
        min={100}
        max={1_000_000}
        step={1000}
        value={limit.most_px}
        onPut={(px) => px !== null && put({ most_px: Math.round(px) })}
      />
      <KeptNumber
        label="Memory, GB"
        min={0.1}
        max={2000}
        step={1}
        value={limit.memory_bytes / GB}
        onPut={(gb) => gb !== null && put({ memory_bytes: Math.round(gb * GB) })}
      />
      <KeptNumber
        label="Not for layers, %"
        min={0}
        max={95}
        step={5}
        value={Math.round(limit.overhead * 100)}
        onPut={(share) => share !== null && put({ overhead: share / 100 })}
      />
    </div>
  );
}

/** Other products of the same drawing. */
function Also(props: {
  canvas: Canvas;
  unit: "mm" | "cm" | "in";
  tell: (change: Fix) => void;
  keeps: string[];
}) {
  const { canvas, unit, tell, keeps } = props;
  const put = (at: number, part: Partial<Canvas["also"][number]>) =>
    tell({ also: canvas.also.map((one, index) => (index === at ? { ...one, ...part } : one)) });
  return (
    <>
      <h2 className="font-semibold">One canvas for several products</h2>
      {canvas.also.map((one, at) => (
        <div key={at} className="part">
          <KeptText label="For" value={one.name} most={80} onPut={(name) => put(at, { name })} />
          <div className="two-fields grid grid-cols-2 gap-x-4 gap-y-2">
            <KeptLength label="Width" unit={unit} value={one.width} onPut={(width) => put(at, { width })} />
            <KeptLength
              label="Height"
              unit={unit}
              value={one.height}
              onPut={(height) => put(at, { height })}
            />
          </div>
          <div className="flex items-center justify-between">
            <span className="figure soft">keeps {typeset(keeps[at + 1] ?? "")}</span>
            <button
              type="button"
              className="plain-button"
              onClick={() => tell({ also: canvas.also.filter((_, index) => index !== at) })}
            >
              Remove
            </button>
          </div>
        </div>
      ))}
      <button
        type="button"
        className="plain-button self-start"
        disabled={canvas.also.length >= 20}
        onClick={() =>
          tell({
            also: [
              ...canvas.also,
              { width: canvas.finished.height, height: canvas.finished.width, name: "" },
            ],
          })
        }
      >
        Add a product
      </button>
    </>
  );
}

function asking(text: string | null): Asked | null {
  try {
    const read: unknown = JSON.parse(text ?? "");
    return typeof read === "object" && read !== null ? (read as Asked) : null;
  } catch {
    return null;
  }
}

/** From a print to the canvas that it would have needed. */
export function CanvasOfPrint() {
  const id = Number(useParams()["id"]);
  const canvas = useQuery({
    queryKey: ["canvas-of", id],
    retry: false,
    queryFn: () => must(client.GET("/api/prints/{print_id}/canvas", { params: { path: { print_id: id } } })),
  });
  if (canvas.data)
    return <Navigate replace to={`/canvas?${new URLSearchParams({ c: JSON.stringify(canvas.data) })}`} />;
  return (
    <main className="p-6">
      <Coming query={canvas} what="The canvas" />
    </main>
  );
}
