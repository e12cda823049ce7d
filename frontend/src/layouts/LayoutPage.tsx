import { useEffect, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { useShallow } from "zustand/react/shallow";
import type { AnyLayoutRequest, LayoutState } from "../api/types";
import "../bench/bench.css";
import "../bench/worksheet.css";
import { DeskWords } from "../designs/DeskWords";
import { FindingList } from "../designs/FindingList";
import { HandTools } from "../designs/HandTools";
import { inHand } from "../designs/inHand";
import { Workings } from "../designs/Workings";
import { Rule } from "../designs/Rule";
import { madeOf, useMakeFile, useOrders } from "../designs/useOrders";
import { TopBar } from "../frame/TopBar";
import { Where } from "../frame/Where";
import { usePreferences } from "../session/useSession";
import { useHelp } from "../shell/help";
import { What } from "../legend/What";
import { Problem } from "../shell/Problem";
import "../shell/rule.css";
import { Desk } from "./Desk";
import { kindOf } from "./kinds";
import { LayoutInHand } from "./LayoutInHand";
import "./layouts.css";
import { useLayoutStore } from "./layoutStore";
import { Making } from "./Making";
import { toFirstField, useFirstField } from "../designs/firstField";
import type { LayoutPanelProps } from "./stepPanels/types";
import { stepAt } from "./steps";
import { useLayoutKeys } from "./useLayoutKeys";
import { useLayoutPage } from "./useLayoutPage";

/** The page of a layout: its short rule, the whole, its sheets, its worksheet. */
export function LayoutPage() {
  const id = Number(useParams()["layout"]);
  return (
    <LayoutInHand id={id}>
      {(layout, request) => <Inside key={id} layout={layout} request={request} />}
    </LayoutInHand>
  );
}

function Inside({ layout, request }: { layout: LayoutState; request: AnyLayoutRequest }) {
  const ask = useHelp((help) => help.ask);
  const go = useNavigate();
  const { account } = usePreferences();
  const [on, setOn] = useState<number | null>(null);
  const [looked, setLooked] = useState<number | null>(null);
  const [truly, setTruly] = useState(false);
  const [picked, setPicked] = useState<number | null>(null);
  const picture = layout.pictures[0];
  const { page, problem } = useLayoutPage({
    request,
    unit: account.unit,
    on,
    sheet: looked,
    picture: picture?.id ?? null,
  });
  const store = useLayoutStore(useShallow(inHand));
  const maker = { kind: "layouts", id: layout.id } as const;
  const orders = useOrders(maker);
  const { mutate: make, isPending: busy, error: notMade } = useMakeFile("layouts");
  const step = stepAt(useParams()["step"], page?.steps ?? []);
  const toStep = (next: string) => void go(`/layouts/${layout.id}/${next}`, { replace: true });
  const last = kindOf(request).makesAt ?? page?.steps.at(-1)?.step ?? "";
  const leaf = kindOf(request).leaf?.(layout, account.unit);
  const makeFiles = async () => {
    if (leaf) return window.location.assign(leaf);
    toStep(last);
    useLayoutStore.getState().settle();
    const saved = await useLayoutStore.getState().flush();
    if (saved) make(saved);
  };
  useEffect(() => () => useLayoutStore.getState().settle(), []);
  useFirstField(page !== null);
  useLayoutKeys({
    onStep: (number) => {
      const next = page?.steps[number];
      if (next) toStep(next.step);
      toFirstField();
    },
    onUndo: () => void store.undo(),
    onRedo: () => void store.redo(),
    onMake: () => void makeFiles(),
    onHelp: ask,
    // Of what has no sheets beside it, something is always looked at.
    onEscape: () => kindOf(request).strip && setLooked(null),
  });
  useEffect(() => {
    document.title = `${request.title || "Layout"} · Zollstock`;
    return () => {
      document.title = "Zollstock";
    };
  }, [request.title]);
  const made = madeOf(orders.data?.items, layout.version);
  const stopped = page?.findings.some((finding) => finding.level === "stop") ?? false;
  const making = (
    <Making
      layout={layout}
      stopped={stopped}
      busy={busy}
      problem={notMade?.message ?? ""}
      word={kindOf(request).makes(page)}
      onMake={() => void makeFiles()}
    />
  );
  // By itself: under a moving hand it is drawn again only where a blade says something else.
  const steps = page?.steps;
  const rule = steps && (
    <Rule short steps={steps} step={step} made={made && { at: last, ...made }} onStep={toStep} />
  );
  return (
    <div className="bench">
      <TopBar
        places={false}
        where={
          <Where
            back={[{ to: `/jobs/${layout.job}`, name: layout.job_title }]}
            here={request.title || "untitled"}
          >
            <span className="soft whitespace-nowrap">{kindOf(request).word}</span>
          </Where>
        }
      >
        <HandTools of={store} canUndo={layout.can_undo} canRedo={layout.can_redo} />
        {leaf ? (
          <a className="strong-button inline-flex items-center max-md:!px-2.5" href={leaf} download>
            {kindOf(request).makes(page)}
          </a>
        ) : (
          <button type="button" className="strong-button max-md:!px-2.5" onClick={() => void makeFiles()}>
            {kindOf(request).makes(page)}
          </button>
        )}
      </TopBar>
      {page ? (
        <>
          {rule}
          <main className="bench-middle">
            <h1 className="sr-only">{request.title || "untitled"}</h1>
            <Desk
              {...{ layout, request, page, step, looked, truly, picked }}
              onPick={setPicked}
              onLook={setLooked}
              words={<DeskWords of={store} word="layout" job={layout.job} problem={problem} />}
            />
            <Worksheet
              {...{ layout, request, page, step, on, truly, making, picked, looked }}
              onPick={setPicked}
              onLook={setLooked}
              unit={account.unit}
              onOn={setOn}
              onTruly={setTruly}
            />
          </main>
        </>
      ) : (
        <main className="p-6">{problem && <Problem message={problem.message} />}</main>
      )}
    </div>
  );
}

function Worksheet(props: Omit<LayoutPanelProps, "request"> & { request: AnyLayoutRequest; step: string }) {
  const { request, page, step } = props;
  const change = useLayoutStore((store) => store.change);
  const Step = kindOf(request).steps[step];
  const summary = page.steps.find((one) => one.step === step);
  const figures = new Map(page.figures.map((figure) => [figure.id, figure]));
  const pad = (summary?.figures ?? []).flatMap((id) => figures.get(id) ?? []);
  return (
    <section
      id="worksheet"
      role="tabpanel"
      aria-labelledby={`blade-${step}`}
      className="panel flex min-h-0 flex-col gap-2.5 overflow-y-auto px-4 py-3"
      tabIndex={-1}
    >
      <div className="flex items-baseline">
        <h2 className="text-[17px] font-semibold">{summary?.title}</h2>
        <What about={`word:step-${summary?.step}`} passedByTab />
      </div>
      {Step && <Step {...props} />}
      <FindingList findings={page.findings} onFix={change} />
      <Workings figures={pad} />
    </section>
  );
}
