import { useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { client, must } from "../api/client";
import type { RescueChain, RescueKind, RescueReport, RescueState } from "../api/types";
import "../bench/bench.css";
import "../bench/worksheet.css";
import { Rule } from "../designs/Rule";
import { Workings } from "../designs/Workings";
import { HandTools } from "../designs/HandTools";
import { useSize } from "../drawing/useSize";
import { Check } from "../fields/Check";
import { TopBar } from "../frame/TopBar";
import { Where } from "../frame/Where";
import { usePreferences } from "../session/useSession";
import { Coming } from "../shell/Coming";
import { useHelp } from "../shell/help";
import { KeptWords } from "../shell/KeptWords";
import "../shell/rule.css";
import { Shelf, type ShelfPlace } from "../shell/Shelf";
import { typeset } from "../shell/typeset";
import { KINDS, stepOf, withStep } from "./chain";
import { PANELS } from "./panels";
import { whole } from "./place";
import "./rescue.css";
import { type Hand, RescueDesk } from "./RescueDesk";
import { RescueMaking } from "./RescueMaking";
import { useChain } from "./useChain";
import { useRescueKeys } from "./useRescueKeys";
import { useRescueOrder } from "./useRescueOrder";
import { type Part, type Show, useRescueView } from "./useRescueView";

/** A small bad file made fit to hang large: seven steps on a copy, seen before and after. */
export function RescuePage() {
  const { print, picture } = useParams();
  const rescue = useQuery({
    queryKey: ["rescue-of", print ?? null, picture ?? null],
    staleTime: Infinity,
    gcTime: 0,
    queryFn: () =>
      print === undefined
        ? must(
            client.POST("/api/pictures/{picture_id}/rescue", {
              params: { path: { picture_id: picture ?? "" } },
            }),
          )
        : must(
            client.POST("/api/prints/{print_id}/rescue", { params: { path: { print_id: Number(print) } } }),
          ),
  });
  if (!rescue.data)
    return (
      <>
        <TopBar />
        <main className="p-6">
          <Coming query={rescue} what="The rescue" />
        </main>
      </>
    );
  return <Inside key={rescue.data.id} rescue={rescue.data} />;
}

const dense = () => Math.min(2, window.devicePixelRatio || 1);

/** The part that is asked for: in px of the device, rounded, so that the same place is the same question. */
function askedFor(part: Part): Part | null {
  if (part.width < 20 || part.height < 20) return null;
  const by = dense();
  const least = Math.max(part.width, part.height) * by > 2000 ? 2000 / Math.max(part.width, part.height) : by;
  return {
    x: Number(part.x.toFixed(2)),
    y: Number(part.y.toFixed(2)),
    scale: Number((part.scale * least).toFixed(5)),
    width: Math.floor(part.width * least),
    height: Math.floor(part.height * least),
  };
}

function Inside({ rescue }: { rescue: RescueState }) {
  const go = useNavigate();
  const ask = useHelp((help) => help.ask);
  const { account } = usePreferences();
  const hold = useChain(rescue);
  const { chain } = hold;
  const [step, setStep] = useState<RescueKind>("clean");
  const [hand, setHand] = useState<Hand>("move");
  const [pick, setPick] = useState<number | null>(null);
  const [outlines, setOutlines] = useState(true);
  const [marked, setMarked] = useState(false);
  const [alone, setAlone] = useState(false);
  const [held, setHeld] = useState<"step" | "picture" | null>(null);
  const { element: surface, width, height } = useSize<HTMLDivElement>();
  const room = { width: Math.max(1, width), height: Math.max(1, height) };
  const of = wholeOf(rescue, chain);
  const [placed, setPlaced] = useState<Part | null>(null);
  const part: Part = placed ? { ...placed, ...room } : whole(of, room);
  const wanted = width ? askedFor(part) : null;
  const show: Show = alone ? "alone" : marked ? "marked" : "after";
  const after = useRescueView(rescue.id, chain, wanted, show, alone ? step : null);
  const before = useRescueView(rescue.id, chain, wanted, "before", null);
  const earlier = useRescueView(rescue.id, chain, held === "step" ? wanted : null, "without", step);
  const reckoned = useQuery({
    queryKey: ["rescue-report", rescue.id, JSON.stringify(chain)],
    placeholderData: (last) => last ?? rescue.report,
    retry: false,
    queryFn: () =>
      must(
        client.POST("/api/rescues/{rescue_id}/report", {
          params: { path: { rescue_id: rescue.id } },
          body: { version: hold.version, document: { ...chain } },
        }),
      ),
  });
  const found =
    after.seen?.of.show === show && JSON.stringify(after.seen.of.chain) === JSON.stringify(chain)
      ? after.seen.found
      : null;
  const report = (show === "alone" ? null : found?.report) ?? reckoned.data ?? rescue.report;
  const told = report.steps.find(({ kind }) => kind === step);
  const orders = useRescueOrder(rescue);
  const shownAfter = held === "step" ? earlier.seen : held === "picture" ? before.seen : after.seen;
  useEffect(() => {
    document.title = `Rescue of ${rescue.title || rescue.picture_name} · Zollstock`;
    return () => {
      document.title = "Zollstock";
    };
  }, [rescue.title, rescue.picture_name]);
  const toStep = (next: RescueKind) => {
    setStep(next);
    setHand("move");
  };
  const back = rescue.print === null ? `/pictures/${rescue.picture}` : `/prints/${rescue.print}`;
  const onHeld = useCallback((now: "step" | "picture" | null) => setHeld(now), []);
  const switched = () => hold.change((now) => withStep(now, step, { on: !stepOf(now, step).on }));
  useRescueKeys({
    onStep: (number) => KINDS[number] && toStep(KINDS[number]),
    onOutlines: () => setOutlines(!outlines),
    onMarked: () => setMarked(!marked),
    onAlone: () => setAlone(!alone),
    onSwitch: switched,
    onUndo: hold.undo,
    onRedo: hold.redo,
    onBack: () => void go(back),
    onHelp: ask,
    onHeld,
  });
  // What was changed last is saved first.
  const make = () => orders.make.mutate(hold.settled);
  const stopped = report.steps.flatMap((one) => one.notes).find((note) => note.level === "stop");
  const why = stopped ? stopped.text : orders.going ? "It is being made." : "";
  const Panel = PANELS[step];
  return (
    <div className="bench">
      <TopBar
        places={false}
        where={
          <Where
            back={[
              ...(rescue.job === null ? [] : [{ to: `/jobs/${rescue.job}`, name: rescue.job_title }]),
              { to: back, name: rescue.title || rescue.picture_name },
            ]}
            here="Rescue"
          />
        }
      >
        <HandTools
          of={{
            saving: hold.problem ? "refused" : hold.away ? "waiting" : hold.saving ? "saving" : "saved",
            walked: "",
            undo: () => Promise.resolve(hold.undo()),
            redo: () => Promise.resolve(hold.redo()),
          }}
          canUndo={hold.canUndo}
          canRedo={hold.canRedo}
        />
        <Shelf
          word="Export"
          label="Export"
          className="plain-button max-md:!px-2"
          right
          places={exports(rescue.id, found?.traced.length ? (after.seen?.id ?? null) : null)}
        />
        <button
          type="button"
          className="strong-button max-md:!px-2.5"
          disabled={why !== ""}
          title={why}
          onClick={make}
        >
          Make the rescued picture
        </button>
      </TopBar>
      <Rule
        steps={report.steps.map((one) => ({
          step: one.kind,
          title: one.label,
          key: one.value,
          state: one.corner,
          level: one.notes.find((note) => note.level !== "note")?.level ?? "",
        }))}
        step={step}
        made={null}
        onStep={toStep}
      />
      <main className="bench-middle">
        <h1 className="sr-only">Rescue of {rescue.title || rescue.picture_name}</h1>
        <div className="flex min-h-0 min-w-0 flex-col">
          <RescueDesk
            surface={surface}
            rescue={rescue}
            chain={chain}
            step={step}
            of={of}
            part={part}
            onPart={setPlaced}
            before={before.seen}
            after={shownAfter}
            busy={after.busy || before.busy || earlier.busy}
            problem={after.problem ?? before.problem}
            words={[`as it is, ${report.before}`, wordsOf(report, held, alone, marked)]}
            hand={hand}
            outlines={outlines && held === null}
            pick={pick}
            onColour={(colour) => {
              setHand("move");
              hold.change((now) => picked(now, step, { colour, area: null }));
              if (step === "lettering") setPick(stepOf(chain, "lettering").picks.length);
            }}
            onRound={(area, colour) => {
              setHand("move");
              hold.change((now) => picked(now, step, { colour, area }));
              if (step === "lettering") setPick(stepOf(chain, "lettering").picks.length);
            }}
            onDab={(x, y) =>
              hold.change((now) =>
                withStep(now, "clean", {
                  dabs: [...stepOf(now, "clean").dabs, { x, y, r: dabRadius(part, rescue) }],
                }),
              )
            }
            onPicks={(change) =>
              hold.change((now) =>
                withStep(now, "lettering", {
                  picks: stepOf(now, "lettering").picks.map((one, at) => (at === pick ? change(one) : one)),
                }),
              )
            }
          />
        </div>
        <section
          id="worksheet"
          className="panel flex min-h-0 flex-col gap-2.5 overflow-y-auto px-4 py-3"
          aria-label={told?.label ?? step}
          role="tabpanel"
        >
          <div className="flex items-center justify-between gap-3">
            <h2 className="text-[17px] font-semibold">{told?.label}</h2>
            <Check label="on" checked={stepOf(chain, step).on} onChange={switched} />
          </div>
          <Panel
            rescue={rescue}
            chain={chain}
            report={told}
            found={found}
            unit={account.unit}
            hand={hand}
            onHand={setHand}
            onChange={hold.change}
            pick={pick}
            onPick={setPick}
          />
          <div className="flex flex-wrap gap-x-4">
            <Check label="See this step alone" checked={alone} onChange={setAlone} />
            <Check label="Mark what is invented" checked={marked} onChange={setMarked} />
            {step === "lettering" && <Check label="Outlines" checked={outlines} onChange={setOutlines} />}
          </div>
          <Workings figures={told?.figures ?? []} />
          {told?.notes.map((note) => (
            <p key={note.id + note.text} className="rescue-note" data-level={note.level}>
              {note.level !== "note" && (
                <b className="font-semibold">{note.level === "stop" ? "Stop" : "Check"}. </b>
              )}
              {typeset(note.text)}
            </p>
          ))}
          <KeptWords problem={hold.problem} away={hold.away} />
          <RescueMaking
            rescue={rescue}
            version={hold.version}
            orders={orders}
            problem={orders.make.error?.message ?? ""}
            stopped={stopped?.text ?? ""}
          />
        </section>
      </main>
    </div>
  );
}

/** The picture with the rim that the chain adds, px of the picture. */
function wholeOf(rescue: RescueState, chain: RescueChain) {
  const rim = stepOf(chain, "rim");
  const share = (part: number) => (rim.on ? part : 0);
  const left = Math.round(share(rim.left) * rescue.width_px);
  const top = Math.round(share(rim.top) * rescue.height_px);
  return {
    left,
    top,
    width: left + rescue.width_px + Math.round(share(rim.right) * rescue.width_px),
    height: top + rescue.height_px + Math.round(share(rim.bottom) * rescue.height_px),
  };
}

function wordsOf(
  report: RescueReport,
  held: "step" | "picture" | null,
  alone: boolean,
  marked: boolean,
): string {
  if (held === "picture") return "as it is";
  if (held === "step") return "the step before";
  if (alone) return "this step alone";
  return `${marked ? "what is invented is marked; " : ""}rescued, ${report.after}`;
}

type Area = { colour: string; area: [number, number][] | null };

/** What is picked goes to the step in hand: an area to be smoothed, or lettering. */
function picked(chain: RescueChain, step: RescueKind, area: Area): RescueChain {
  if (step === "smooth") {
    const { areas } = stepOf(chain, "smooth");
    return withStep(chain, "smooth", {
      areas: [...(areas === "ground" ? [] : areas), { ...area, near: 12 }],
    });
  }
  const { picks } = stepOf(chain, "lettering");
  return withStep(chain, "lettering", {
    picks: [...picks, { ...area, near: 18, moved: [], smoothed: [] }],
  });
}

/** A speck as large as a fingertip on the screen. */
const dabRadius = (part: Part, { width_px }: RescueState) =>
  Math.min(0.1, Math.max(1 / width_px, 6 / part.scale / width_px));

/** What can be taken along: the chain for the command line, the outlines of the lettering. */
function exports(rescue: string, view: string | null): ShelfPlace[] {
  const chain = `/api/rescues/${rescue}/chain.json`;
  const places = [
    { to: chain, name: "The chain, JSON", says: "For the command line: zollstock rescue", download: true },
  ];
  if (view === null) return places;
  const to = `/api/rescue-views/${view}.svg`;
  return [
    { to, name: "Outlines, SVG", says: "The lettering alone, true to size", download: true },
    ...places,
  ];
}
