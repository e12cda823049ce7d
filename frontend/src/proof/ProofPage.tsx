import { useEffect, useState } from "react";
import { useNavigate, useParams } from "react-router";
import type { Choice, Plan, PrintState, Taken } from "../api/types";
import "../bench/bench.css";
import type { Fix } from "../designs/fix";
import { usePlanStore } from "../bench/planStore";
import { PrintInHand } from "../bench/PrintInHand";
import { PrintTop } from "../bench/PrintTop";
import { SharpenFields } from "../bench/steps/pixels/SharpenFields";
import { PixelsPanel } from "../bench/steps/PixelsPanel";
import { useWorksheet } from "../bench/useWorksheet";
import "../bench/worksheet.css";
import { useDrag } from "../drawing/useDrag";
import { useSize } from "../drawing/useSize";
import { usePreferences } from "../session/useSession";
import { useHelp } from "../shell/help";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { hidden, tossed, type Blind } from "./blind";
import { Judging } from "./Judging";
import { Panes, type Pane } from "./Panes";
import { PartMap } from "./PartMap";
import { held, panes, partFor, pushed, startAt, type Place } from "./place";
import "./proof.css";
import { useOnGrid } from "./useOnGrid";
import { useProof, type Shown } from "./useProof";
import { useProofKeys } from "./useProofKeys";

const VIEWS = [
  { value: "beside", label: "Beside" },
  { value: "flip", label: "Flip" },
  { value: "difference", label: "Difference" },
] as const;
type View = (typeof VIEWS)[number]["value"];

const GAP = 6;

/** A part of the file at its true size, in every way that it could be made. */
export function ProofPage() {
  const id = Number(useParams()["print"]);
  return <PrintInHand id={id}>{(print, plan) => <Proof key={id} print={print} plan={plan} />}</PrintInHand>;
}

function Proof({ print, plan }: { print: PrintState; plan: Plan }) {
  const askHelp = useHelp((help) => help.ask);
  const go = useNavigate();
  const { account } = usePreferences();
  const { worksheet } = useWorksheet(plan, account.unit, "pixels", print.plan, print);
  const { undo, redo, change } = usePlanStore();
  const [chosen, setPlace] = useState<Place | null>(null);
  const piece = worksheet?.drawing.pieces[0];
  const wished = chosen ?? startAt(plan, piece);
  const [view, setView] = useState<View>("beside");
  // The two that were looked at last, the newest first.
  const [pair, setPair] = useState<readonly string[]>([]);
  const [blind, setBlind] = useState<Blind | null>(null);
  const [second, setSecond] = useState(false);
  const { element, width, height } = useSize<HTMLDivElement>();
  const dense = window.devicePixelRatio || 1;
  const off = useOnGrid(element, dense);
  // How many panes there are is known when the first proof has come.
  const [ways, setWays] = useState(3);
  const room = { width, height };
  const count = blind ? 2 : ways;
  const quick = view === "beside" ? panes(count, room, GAP).pane : room;
  const { shown, problem, busy } = useProof(
    print.id,
    plan,
    wished,
    piece ? partFor(quick, dense) : null,
    partFor(room, dense),
  );
  if (shown && shown.found.takes.length !== ways) setWays(shown.found.takes.length);

  const takes = shown?.found.takes ?? [];
  const [now, other] = lookedAt(pair, takes);
  const names = (id: string) => takes.find((take) => take.id === id)?.label ?? id;
  const drawn = panesOf({ view, takes, now, blind, second, onTake: (id) => look(id) });
  const { columns, pane } = panes(drawn.length, room, GAP);
  const place = shown ? held(wished, pane, shown.found, dense) : wished;

  const look = (id: string) => setPair([id, ...[now, other].filter((one) => one && one !== id)] as string[]);
  const flip = () => {
    if (blind) setSecond(!second);
    else if (other) look(other);
    if (view === "beside") setView("flip");
  };
  const ask = () => {
    if (!now || !other) return;
    setBlind(hidden(now, other, tossed()));
    setSecond(false);
    if (view === "difference") setView("beside");
  };
  const toBench = () => void go(`/prints/${print.id}/pixels`);
  const toSibling = (by: 1 | -1) => {
    const next = by < 0 ? print.before : print.after;
    if (next !== null) void go(`/prints/${next}/proof`);
  };
  useProofKeys({
    onFlip: flip,
    onWay: (number) => {
      const take = takes[number];
      if (take && !blind) look(take.id);
    },
    onBeside: () => setView(view === "beside" ? "flip" : "beside"),
    onDifference: () => !blind && setView(view === "difference" ? "flip" : "difference"),
    onNames: () => (blind ? setBlind(null) : ask()),
    onMove: (right, down) =>
      shown &&
      setPlace(
        held(
          pushed(place, -right * pane.width, -down * pane.height, shown.found, dense),
          pane,
          shown.found,
          dense,
        ),
      ),
    onUndo: () => void undo(),
    onRedo: () => void redo(),
    onSibling: toSibling,
    onBench: toBench,
    onHelp: askHelp,
  });
  const drag = useDrag<{ place: Place; x: number; y: number; found: Shown["found"] }>({
    begin: ({ target, clientX, clientY }) =>
      shown && !(target as Element).closest("button")
        ? { place, x: clientX, y: clientY, found: shown.found }
        : null,
    move: (from, { clientX, clientY }) =>
      setPlace(
        held(
          pushed(from.place, clientX - from.x, clientY - from.y, from.found, dense),
          pane,
          from.found,
          dense,
        ),
      ),
    end: () => undefined,
    cancel: (from) => setPlace(from.place),
  });
  useEffect(() => {
    document.title = `Proof of ${plan.title || "a print"} · Zollstock`;
    return () => {
      document.title = "Zollstock";
    };
  }, [plan.title]);

  return (
    <div className="bench">
      <PrintTop print={print} title={plan.title} onSibling={toSibling}>
        <button type="button" className="strong-button" onClick={toBench}>
          Back to the bench
        </button>
      </PrintTop>
      <main className="bench-middle !pb-3">
        <h1 className="sr-only">Proof of {plan.title || "an untitled print"}</h1>
        <div ref={element} className="desk proof-desk" aria-busy={busy} data-testid="proof">
          {shown && (
            <Panes
              shown={shown}
              panes={drawn}
              columns={columns}
              pane={pane}
              place={place}
              off={off}
              dense={dense}
              drag={drag()}
            />
          )}
          {!shown && !problem && (
            <p className="soft absolute inset-0 grid place-items-center">The proof is made…</p>
          )}
          {problem && (
            <div className="absolute inset-x-4 bottom-4">
              <Problem message={problem.message} />
            </div>
          )}
        </div>
        <section
          aria-label="What is looked at"
          className="panel flex min-h-0 flex-col gap-3 overflow-y-auto px-4 py-3"
        >
          <div>
            <h2 className="text-[17px] font-semibold">Proof, at its true size</h2>
            <p className="soft min-h-5" role="status">
              {shown ? typeset(shown.found.note) : ""}
              {shown && busy ? " · made anew…" : ""}
            </p>
          </div>
          {piece && (
            <div className="grid place-items-center">
              <PartMap
                piece={piece}
                picture={`/api/pictures/${print.picture.id}/small.jpg`}
                found={shown?.found ?? null}
                place={place}
                pane={pane}
                dense={dense}
                onPlace={(to) => setPlace(shown ? held(to, pane, shown.found, dense) : to)}
              />
            </div>
          )}
          <Pick
            label="How it is looked at"
            options={blind ? VIEWS.slice(0, 2) : VIEWS}
            value={view}
            onPick={setView}
          />
          {!blind && (
            <Ways
              takes={takes}
              now={now}
              other={other}
              onLook={look}
              onFix={(take) => change(take.fix as Fix)}
            />
          )}
          {!blind && takes.length > 1 && (
            <p className="soft">
              <b className="font-semibold">F</b> flips between the last two,{" "}
              <b className="font-semibold">D</b> shows what one invents, arrow keys move.
            </p>
          )}
          {shown && takes.length > 1 && (
            <Judging
              print={print.id}
              proof={shown.id}
              blind={blind}
              names={names}
              onBegin={ask}
              onAnswered={() => blind && setBlind({ ...blind, answered: true })}
              onEnd={() => setBlind(null)}
            />
          )}
          {worksheet?.sharpening && !blind && <SharpenFields plan={plan} proposal={worksheet.sharpening} />}
          {worksheet && !blind && isMadeAnew(plan, worksheet.choices) && (
            <details className="border-t pt-2">
              <summary className="cursor-pointer font-semibold">How its pixels are made</summary>
              <div className="space-y-3 pt-2">
                <PixelsPanel
                  alone={false}
                  plan={plan}
                  worksheet={worksheet}
                  print={print}
                  unit={account.unit}
                />
              </div>
            </details>
          )}
        </section>
      </main>
    </div>
  );
}

/** Whether there is anything to say of how pixels are made: not where the picture's own are kept. */
const isMadeAnew = (plan: Plan, choices: readonly Choice[]) =>
  plan.pixels.mode !== "keep" || choices.some(({ kind }) => kind === "method");

/** The way that is looked at and the one before it; at first the plan's own, and what it is compared with. */
function lookedAt(
  pair: readonly string[],
  takes: readonly Taken[],
): [string | undefined, string | undefined] {
  const own = takes.find((take) => take.planned) ?? takes[0];
  const plain = takes.find((take) => !take.difference && take !== own) ?? takes.find((take) => take !== own);
  const known = [...pair, own?.id, plain?.id, ...takes.map((take) => take.id)].filter((id): id is string =>
    takes.some((take) => take.id === id),
  );
  const [now, other] = [...new Set(known)];
  return [now, other];
}

function panesOf(of: {
  view: View;
  takes: readonly Taken[];
  now: string | undefined;
  blind: Blind | null;
  second: boolean;
  onTake: (id: string) => void;
}): Pane[] {
  const { view, takes, now, blind, second } = of;
  const number = (id: string | undefined) => takes.find((take) => take.id === id)?.image ?? 0;
  if (blind) {
    const two: Pane[] = [
      { key: "first", number: number(blind.first), label: "The first" },
      { key: "second", number: number(blind.second), label: "The second" },
    ];
    return view === "beside" ? two : [two[second ? 1 : 0] as Pane];
  }
  if (view === "beside")
    return takes.map((take) => ({
      key: take.id,
      number: take.image,
      label: take.label,
      taken: take.id === now,
      onTake: () => of.onTake(take.id),
    }));
  const take = takes.find((one) => one.id === now);
  if (!take) return [];
  if (view === "flip") return [{ key: "one", number: take.image, label: take.label }];
  const { difference } = take;
  return [
    difference
      ? {
          key: "one",
          number: difference.image,
          label: `What ${take.label} has and ${difference.against} has not`,
          more: difference.text,
        }
      : { key: "one", number: take.image, label: take.label, more: "the others are compared with this one" },
  ];
}

/** Every way with its number key; which one is looked at, which one a flip brings back, which is the plan's. */
function Ways(props: {
  takes: readonly Taken[];
  now: string | undefined;
  other: string | undefined;
  onLook: (id: string) => void;
  onFix: (take: Taken) => void;
}) {
  return (
    <ol className="proof-ways space-y-1.5" aria-label="Ways to make it">
      {props.takes.map((take, index) => (
        <li key={take.id}>
          <button type="button" aria-pressed={take.id === props.now} onClick={() => props.onLook(take.id)}>
            <span className="figure soft">{index + 1}</span>
            <span className="min-w-0 flex-1">{take.label}</span>
            {take.id === props.other && <span className="soft">F</span>}
            {take.planned && <span className="soft">planned</span>}
          </button>
          {take.id === props.now && !take.planned && (
            <button type="button" className="plain-button shrink-0" onClick={() => props.onFix(take)}>
              Plan it so
            </button>
          )}
        </li>
      ))}
    </ol>
  );
}
