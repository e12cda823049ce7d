import { useEffect, useId, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { AnyWish, LayoutPage as Page, LayoutState, Unit } from "../api/types";
import "../bench/bench.css";
import "../bench/worksheet.css";
import { DeskWords } from "../designs/DeskWords";
import { FindingList } from "../designs/FindingList";
import { HandTools } from "../designs/HandTools";
import { OrderList } from "../designs/OrderList";
import { Pad } from "../designs/Pad";
import { Rule } from "../designs/Rule";
import { madeOf, useMakeFile, useOrders } from "../designs/useOrders";
import { TopBar } from "../frame/TopBar";
import { ASSUMED, useCalibration } from "../look/calibration";
import { KeepingFields } from "../pictures/KeepingFields";
import { usePreferences } from "../session/useSession";
import { KeysDialog } from "../shell/KeysDialog";
import { Problem } from "../shell/Problem";
import "../shell/rule.css";
import { FaceDrawing } from "./FaceDrawing";
import { LayoutInHand } from "./LayoutInHand";
import "./layouts.css";
import { useLayoutStore } from "./layoutStore";
import { LifeDrawing } from "./LifeDrawing";
import { PrintSymbol } from "./PrintSymbol";
import { SheetLarge, SheetsStrip } from "./SheetsStrip";
import { ChecksSheet } from "./sheets/ChecksSheet";
import { FaceSheet } from "./sheets/FaceSheet";
import { MarksSheet } from "./sheets/MarksSheet";
import { MeasureSheet } from "./sheets/MeasureSheet";
import { OverlapSheet } from "./sheets/OverlapSheet";
import { PaperSheet } from "./sheets/PaperSheet";
import { PartsSheet } from "./sheets/PartsSheet";
import { PhotoSheet } from "./sheets/PhotoSheet";
import { RuleSheet } from "./sheets/RuleSheet";
import { WhatSheet } from "./sheets/WhatSheet";
import { stepAt } from "./steps";
import { TilesDrawing } from "./TilesDrawing";
import { LAYOUT_KEYS, useLayoutKeys } from "./useLayoutKeys";
import { useLayoutPage } from "./useLayoutPage";

const KINDS = { tiles: "tiles", id: "ID photo", life: "life size" } as const;

/** The page of a layout: its short rule, the whole, its sheets, its worksheet. */
export function LayoutPage() {
  const id = Number(useParams()["layout"]);
  return (
    <LayoutInHand id={id}>{(layout, wish) => <Inside key={id} layout={layout} wish={wish} />}</LayoutInHand>
  );
}

function Inside({ layout, wish }: { layout: LayoutState; wish: AnyWish }) {
  const go = useNavigate();
  const { account } = usePreferences();
  const [on, setOn] = useState<number | null>(null);
  const [looked, setLooked] = useState<number | null>(null);
  const [truly, setTruly] = useState(false);
  const [help, setHelp] = useState(false);
  const picture = layout.pictures[0];
  const { page, problem } = useLayoutPage({
    wish,
    unit: account.unit,
    on,
    sheet: looked,
    picture: picture?.id ?? null,
  });
  const store = useLayoutStore();
  const maker = { kind: "layouts", id: layout.id } as const;
  const orders = useOrders(maker);
  const make = useMakeFile("layouts");
  const step = stepAt(useParams()["step"], page?.blades ?? []);
  const toStep = (next: string) => void go(`/layouts/${layout.id}/${next}`, { replace: true });
  const last = page?.blades.at(-1)?.step ?? "";
  const makeFiles = async () => {
    toStep(last);
    store.settle();
    const saved = await useLayoutStore.getState().flush();
    if (saved) make.mutate(saved);
  };
  useEffect(() => () => useLayoutStore.getState().settle(), []);
  useLayoutKeys({
    onStep: (number) => {
      const next = page?.blades[number];
      if (next) toStep(next.step);
    },
    onUndo: () => void store.undo(),
    onRedo: () => void store.redo(),
    onMake: () => void makeFiles(),
    onHelp: () => setHelp(true),
    onEscape: () => setLooked(null),
  });
  useEffect(() => {
    document.title = `${wish.title || "Layout"} · Zollstock`;
    return () => {
      document.title = "Zollstock";
    };
  }, [wish.title]);
  const made = madeOf(orders.data, layout.version);
  const stopped = page?.findings.some((finding) => finding.level === "stop") ?? false;
  const making = (
    <Making
      layout={layout}
      stopped={stopped}
      busy={make.isPending}
      problem={make.error?.message ?? ""}
      word={makeWord(wish, page)}
      onMake={() => void makeFiles()}
    />
  );
  return (
    <div className="bench">
      <TopBar places={false} where={<Where layout={layout} wish={wish} />}>
        <HandTools
          of={store}
          canUndo={layout.can_undo}
          canRedo={layout.can_redo}
          onHelp={() => setHelp(true)}
        />
        <button type="button" className="strong-button max-md:!px-2.5" onClick={() => void makeFiles()}>
          {makeWord(wish, page)}
        </button>
      </TopBar>
      {page ? (
        <>
          <Rule short blades={page.blades} step={step} made={made && { at: last, ...made }} onStep={toStep} />
          <main className="bench-middle">
            <h1 className="sr-only">{wish.title || "untitled"}</h1>
            <Desk
              {...{ layout, wish, page, looked, truly }}
              onLook={setLooked}
              words={<DeskWords of={store} word="layout" job={layout.job} problem={problem} />}
            />
            <Worksheet
              {...{ layout, wish, page, step, on, truly, making }}
              unit={account.unit}
              onOn={setOn}
              onTruly={setTruly}
            />
          </main>
        </>
      ) : (
        <main className="p-6">{problem && <Problem message={problem.message} />}</main>
      )}
      {help && <KeysDialog keys={LAYOUT_KEYS} onClose={() => setHelp(false)} />}
    </div>
  );
}

function makeWord(wish: AnyWish, page: Page | null): string {
  if (wish.kind === "id") return "Make the photos";
  const count = page?.sheets.length ?? 0;
  return count === 1 ? "Make the sheet" : `Make ${count || "the"} sheets`;
}

function Where({ layout, wish }: { layout: LayoutState; wish: AnyWish }) {
  return (
    <nav aria-label="Where you are" className="flex min-w-0 items-center gap-2">
      <Link
        to={`/jobs/${layout.job}`}
        className="soft max-w-60 truncate leading-6 hover:underline max-xl:max-w-24"
        dir="auto"
        title={layout.job_title}
      >
        {layout.job_title}
      </Link>
      <span className="soft">/</span>
      <b className="truncate font-semibold" dir="auto" title={wish.title}>
        {wish.title || "untitled"}
      </b>
      <span className="soft whitespace-nowrap">{KINDS[wish.kind]}</span>
    </nav>
  );
}

const HINTS = {
  tiles: "Drag the seams to move them off a face. Arrow keys, 1 mm each.",
  id: "Put the rings on crown and chin; the frame follows. Nothing is retouched.",
  life: "Put the rings on two points whose distance you know.",
} as const;

function Desk(props: {
  layout: LayoutState;
  wish: AnyWish;
  page: Page;
  looked: number | null;
  truly: boolean;
  onLook: (sheet: number | null) => void;
  words: React.ReactNode;
}) {
  const { layout, wish, page, looked } = props;
  const own = useId();
  const pxPerMm = useCalibration((store) => store.pxPerMm) ?? ASSUMED;
  const symbol = (plan: number) => `${own}-print-${plan}`;
  const alone = props.truly && wish.kind === "life";
  return (
    <div className="desk relative layout-desk" data-alone={alone || undefined}>
      {/* Each print is drawn once, out of sight; every sheet shows its part of it. */}
      <svg width={0} height={0} className="absolute" aria-hidden>
        <defs>
          {page.prints.map((drawing, plan) => (
            <PrintSymbol
              key={plan}
              id={symbol(plan)}
              drawing={drawing}
              proof={`/api/pictures/${layout.pictures[plan]?.id}/bench.jpg`}
            />
          ))}
        </defs>
      </svg>
      <div className="relative min-w-0">
        {looked !== null && page.sheets[looked] ? (
          <>
            <SheetLarge page={page} number={looked} symbol={symbol} />
            <button
              type="button"
              className="plain-button absolute top-3 left-3"
              onClick={() => props.onLook(null)}
            >
              Back to the whole
            </button>
          </>
        ) : (
          <>
            {page.tiles && <TilesDrawing page={page} tiles={page.tiles} wish={wish} symbol={symbol(0)} />}
            {wish.kind === "id" && page.frame && (
              <FaceDrawing wish={wish} layout={layout} frame={page.frame} />
            )}
            {wish.kind === "life" && !page.tiles && (
              <LifeDrawing
                wish={wish}
                layout={layout}
                parts={page.parts ?? []}
                truly={props.truly ? pxPerMm : null}
              />
            )}
            <p className="layout-hint pointer-events-none">{HINTS[page.tiles ? "tiles" : wish.kind]}</p>
          </>
        )}
      </div>
      {!alone && <SheetsStrip page={page} symbol={symbol} looked={looked} onLook={props.onLook} />}
      {props.words}
    </div>
  );
}

function Worksheet(props: {
  layout: LayoutState;
  wish: AnyWish;
  page: Page;
  step: string;
  unit: Unit;
  on: number | null;
  truly: boolean;
  making: React.ReactNode;
  onOn: (sheets: number) => void;
  onTruly: (on: boolean) => void;
}) {
  const { layout, wish, page, step, unit, making } = props;
  const change = useLayoutStore((store) => store.change);
  const go = useNavigate();
  const picture = layout.pictures[0];
  const blade = page.blades.find((one) => one.step === step);
  const figures = new Map(page.figures.map((figure) => [figure.id, figure]));
  const pad = (blade?.figures ?? []).flatMap((id) => figures.get(id) ?? []);
  return (
    <section
      id="worksheet"
      role="tabpanel"
      aria-labelledby={`blade-${step}`}
      className="panel flex min-h-0 flex-col gap-2.5 overflow-y-auto px-4 py-3"
      tabIndex={-1}
    >
      <h2 className="text-[17px] font-semibold">{blade?.title}</h2>
      {wish.kind === "tiles" && step === "what" && <WhatSheet {...{ wish, layout, page, unit }} />}
      {wish.kind === "id" && step === "rule" && <RuleSheet {...{ wish, layout, page, unit }} />}
      {wish.kind === "id" && step === "face" && <FaceSheet {...{ wish, layout, page, unit }} />}
      {wish.kind === "id" && step === "checks" && <ChecksSheet {...{ wish, layout, page, unit }} />}
      {wish.kind === "id" && step === "sheet" && <PhotoSheet {...{ wish, layout, page, unit, making }} />}
      {wish.kind === "life" && step === "measure" && (
        <MeasureSheet {...{ wish, layout, page, unit }} truly={props.truly} onTruly={props.onTruly} />
      )}
      {wish.kind === "life" && step === "parts" && <PartsSheet {...{ wish, layout, page, unit }} />}
      {wish.kind === "id" && step === "checks" && picture && (
        <KeepingFields
          picture={picture.id}
          name={picture.name}
          onGone={() => void go(`/jobs/${layout.job}`)}
        />
      )}
      {step === "sheets" && <PaperSheet {...{ wish, layout, page, unit }} on={props.on} onOn={props.onOn} />}
      {step === "overlap" && <OverlapSheet {...{ wish, layout, page, unit }} />}
      {wish.kind !== "id" && step === "marks" && <MarksSheet {...{ wish, layout, page, unit, making }} />}
      <FindingList findings={page.findings} onFix={change} />
      <Pad figures={pad} />
    </section>
  );
}

/** Making the files, and those that were made. */
function Making(props: {
  layout: LayoutState;
  stopped: boolean;
  busy: boolean;
  problem: string;
  word: string;
  onMake: () => void;
}) {
  const { layout } = props;
  return (
    <>
      <button
        type="button"
        className="strong-button w-full !min-h-9"
        disabled={props.stopped || props.busy}
        onClick={props.onMake}
      >
        {props.word}
      </button>
      {props.stopped && <p className="soft">Nothing can be made before what stops it is put right.</p>}
      {props.problem && <Problem message={props.problem} />}
      <OrderList of={{ kind: "layouts", id: layout.id }} version={layout.version} ordering={props.busy} />
      <a
        className="plain-button inline-flex items-center"
        href={`/api/layouts/${layout.id}/layout.json`}
        download
      >
        Take the layout along
      </a>
    </>
  );
}
