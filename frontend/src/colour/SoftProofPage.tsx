import { useCallback, useEffect, useMemo, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { client, must } from "../api/client";
import type { Plan, PrintState, ProfileState } from "../api/types";
import "../bench/bench.css";
import { usePlanStore } from "../bench/planStore";
import { PrintInHand } from "../bench/PrintInHand";
import { PrintTop } from "../bench/PrintTop";
import { useWorksheet } from "../bench/useWorksheet";
import { useDrag } from "../drawing/useDrag";
import { useSize } from "../drawing/useSize";
import { useLook } from "../look/useLook";
import { wholeAt } from "../look/Tiles";
import { held, pushed, type Place, type Size } from "../proof/place";
import { usePreferences } from "../session/useSession";
import { useHelp } from "../shell/help";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import "./colour.css";
import { ColourPanel, type Showing } from "./ColourPanel";
import { PaperPane } from "./PaperPane";
import { useColourKeys, useHeldKey } from "./useColourKeys";
import { useGamut } from "../profiles/useGamut";
import { usePrintedPixels, type Wanted } from "./usePrintedPixels";
import { asChosen, useProfiles } from "../profiles/useProfiles";
import { useTable } from "./useTable";

const GAP = 14;
const ROOM = 26;
const UNDER = 40;

/** A print as it looks on its paper: the colours that the paper has, its white, what lies beyond it. */
export function SoftProofPage() {
  const id = Number(useParams()["print"]);
  return (
    <PrintInHand id={id}>{(print, plan) => <SoftProof key={id} print={print} plan={plan} />}</PrintInHand>
  );
}

function SoftProof({ print, plan }: { print: PrintState; plan: Plan }) {
  const go = useNavigate();
  const askHelp = useHelp((help) => help.ask);
  const { account } = usePreferences();
  const { undo, redo, change, flush } = usePlanStore();
  const { worksheet } = useWorksheet(plan, account.unit, "handover", print.plan, print);
  const profiles = useProfiles();
  const [chosen, setChosen] = useState<Partial<Plan["output"]>>({});
  const first = firstProfile(profiles.data ?? [], plan);
  const output: Plan["output"] = {
    ...plan.output,
    ...(first && typeof plan.output.profile === "string" && { profile: asChosen(first) }),
    ...chosen,
  };
  const taken = typeof output.profile === "string" ? null : output.profile;
  const onPaper = profiles.data?.find(({ hash }) => hash === taken?.hash) ?? null;
  const [showing, setShowing] = useState<Showing>({ print: true, paper: true, hatched: true, pixels: false });
  const show = (part: Partial<Showing>) => setShowing((now) => ({ ...now, ...part }));
  const [itself, setItself] = useState(false);
  useHeldKey(
    "f",
    useCallback((down: boolean) => setItself(down), []),
  );
  const [beside, setBeside] = useState("");
  const other = profiles.data?.find(({ key }) => key === beside) ?? null;
  const [screen, setScreen] = useState("");
  const rendering = { intent: output.intent, black_point: output.black_point, paper: showing.paper, screen };
  const table = useTable(onPaper && { key: onPaper.key, ...rendering });
  const otherTable = useTable(other && { key: other.key, ...rendering });
  const gamut = useGamut(print.picture.id, plan, output);
  const [point, setPoint] = useState<readonly [number, number, number] | null>(null);

  const { element, width, height } = useSize<HTMLDivElement>();
  const dense = Math.min(2, window.devicePixelRatio || 1);
  const count = other ? 2 : 1;
  const room: Size = {
    width: (width - 2 * ROOM - (count - 1) * GAP) / count,
    height: height - ROOM - 2 * UNDER,
  };
  const drawing = worksheet?.drawing;
  const piece = drawing?.pieces[0];
  const sheet = drawing?.boxes.document;
  const scale = sheet ? Math.min(room.width / sheet[2], room.height / sheet[3]) : 0;
  const look = useLook(print.picture.id).data;
  const [place, setPlace] = useState<Place>({ x: 0.5, y: 0.5 });
  const tiled = look?.ready
    ? { id: print.picture.id, width: print.picture.width_px, height: print.picture.height_px, look }
    : null;
  const pixelwise = showing.pixels && tiled !== null;
  const wanted: Wanted | null =
    pixelwise && room.width > 0
      ? { kind: "pixels", of: tiled, pane: whole(room), place, dense }
      : piece && scale > 0
        ? { kind: "whole", picture: print.picture.id, piece, scale: scale * dense }
        : null;
  const { pixels, problem } = usePrintedPixels(wanted);
  const move = (dx: number, dy: number, from: Place) =>
    tiled &&
    setPlace(held(pushed(from, dx, dy, wholeAt(tiled, 1), dense), whole(room), wholeAt(tiled, 1), dense));
  const drag = useDrag<{ place: Place; x: number; y: number }>({
    begin: ({ clientX, clientY }) => (pixelwise ? { place, x: clientX, y: clientY } : null),
    move: (from, { clientX, clientY }) => move(clientX - from.x, clientY - from.y, from.place),
    end: () => undefined,
    cancel: (from) => setPlace(from.place),
  });
  const toBench = () => void go(`/prints/${print.id}/handover`);
  const take = () => {
    change({
      "output.profile": output.profile,
      "output.intent": output.intent,
      "output.black_point": output.black_point,
    });
    void flush().then(toBench);
  };
  const toStrip = async () => {
    await flush();
    const made = await must(
      client.POST("/api/jobs/{job_id}/layouts", {
        params: { path: { job_id: print.job } },
        body: { kind: "strip", print: print.id, prints: [], wall: "" },
      }),
    );
    void go(`/layouts/${made.id}/ladder`);
  };
  useColourKeys({
    onMove: (right, down) => move(-right * room.width, -down * room.height, place),
    onPaper: () => show({ paper: !showing.paper }),
    onHatch: () => show({ hatched: !showing.hatched }),
    onPixels: () => show({ pixels: !showing.pixels }),
    onUndo: () => void undo(),
    onRedo: () => void redo(),
    onSibling: (by) => {
      const next = by < 0 ? print.before : print.after;
      if (next !== null) void go(`/prints/${next}/colour`);
    },
    onBench: toBench,
    onHelp: askHelp,
  });
  useEffect(() => {
    document.title = `${plan.title || "A print"} on paper · Zollstock`;
    return () => {
      document.title = "Zollstock";
    };
  }, [plan.title]);
  const paper = useMemo(
    () => (pixelwise ? filled(whole(room)) : sheet && piece ? laid(sheet, piece.printed, scale) : null),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [pixelwise, room.width, room.height, sheet, piece, scale],
  );
  const shows = showing.print && !itself;
  const unchanged =
    taken !== null &&
    JSON.stringify([taken, output.intent, output.black_point]) ===
      JSON.stringify([plan.output.profile, plan.output.intent, plan.output.black_point]);
  return (
    <div className="bench">
      <PrintTop
        print={print}
        title={plan.title}
        onSibling={(by) => {
          const next = by < 0 ? print.before : print.after;
          if (next !== null) void go(`/prints/${next}/colour`);
        }}
      >
        <button type="button" className="plain-button" onClick={toBench}>
          Back to the bench
        </button>
        <button type="button" className="strong-button" disabled={!onPaper || unchanged} onClick={take}>
          Take this profile
        </button>
      </PrintTop>
      <main className="bench-middle !pb-3">
        <h1 className="sr-only">{plan.title || "An untitled print"} on its paper</h1>
        <div
          ref={element}
          className="desk flex flex-col justify-center gap-2 overflow-hidden p-3 max-[860px]:!min-h-[360px]"
          data-testid="on-paper"
        >
          <p className="figure text-center text-[17px]" aria-live="polite">
            {typeset(caption(shows, onPaper, showing.paper, itself))}
          </p>
          {pixels && paper && (
            <div className="flex justify-center" style={{ gap: GAP }}>
              <PaperPane
                pixels={pixels}
                table={shows && onPaper ? (table.data ?? null) : null}
                hatched={showing.hatched}
                paper={paper}
                label={onPaper ? `The print on ${onPaper.name}` : "The picture"}
                {...(pixelwise && { drag: drag() })}
                onPoint={setPoint}
              />
              {other && (
                <PaperPane
                  pixels={pixels}
                  table={shows ? (otherTable.data ?? null) : null}
                  hatched={showing.hatched}
                  paper={paper}
                  label={`The print on ${other.name}`}
                  {...(pixelwise && { drag: drag() })}
                  onPoint={setPoint}
                />
              )}
            </div>
          )}
          <p className="flex flex-wrap justify-between gap-x-4 px-3">
            <span>
              {typeset(
                other && onPaper
                  ? `Left ${onPaper.name}, right ${other.name}.`
                  : showing.hatched && shows
                    ? "Hatched: beyond this paper."
                    : "",
              )}
            </span>
            <span className="pointer-coarse:hidden">
              Hold <b className="font-semibold">F</b> for the picture itself
            </span>
          </p>
          {(problem || table.error) && <Problem message={problem || (table.error?.message ?? "")} />}
        </div>
        <ColourPanel
          plan={plan}
          output={output}
          profiles={profiles.data ?? []}
          held={onPaper}
          beside={beside}
          showing={showing}
          pixels={pixels}
          table={table.data ?? null}
          point={point}
          gamut={gamut}
          findings={(worksheet?.reckoning.findings ?? []).filter(({ id }) => OF_COLOUR.has(id))}
          wholeOnly={tiled === null}
          onChoose={(part) => setChosen((now) => ({ ...now, ...part }))}
          onBeside={setBeside}
          screen={screen}
          onScreen={setScreen}
          onShow={show}
          onFix={(fix) => change(fix)}
          onStrip={() => void toStrip()}
        />
      </main>
    </div>
  );
}

/** What the bench says of a print's colours. */
const OF_COLOUR = new Set([
  "beyond-the-paper",
  "profile-for-another-medium",
  "profile-missing",
  "profile-exchanged",
]);

/** One for the print's medium, of a printer before a press. */
function firstProfile(profiles: readonly ProfileState[], plan: Plan): ProfileState | null {
  const prints = profiles.filter((one) => one.prints);
  const fits = prints.filter(({ medium }) => medium.toLowerCase() === plan.medium.name.toLowerCase());
  const ofLight = ({ space }: ProfileState) => space === "rgb";
  return fits.find(ofLight) ?? fits[0] ?? prints.find(ofLight) ?? null;
}

const whole = ({ width, height }: Size): Size => ({ width: Math.floor(width), height: Math.floor(height) });

/** The picture as it lies on its sheet, px of the page. */
const laid = (sheet: readonly number[], printed: readonly number[], scale: number) => ({
  width: (sheet[2] ?? 0) * scale,
  height: (sheet[3] ?? 0) * scale,
  left: ((printed[0] ?? 0) - (sheet[0] ?? 0)) * scale,
  top: ((printed[1] ?? 0) - (sheet[1] ?? 0)) * scale,
  picture: (printed[2] ?? 0) * scale,
  tall: (printed[3] ?? 0) * scale,
});

const filled = ({ width, height }: Size) => ({
  width,
  height,
  left: 0,
  top: 0,
  picture: width,
  tall: height,
});

function caption(shows: boolean, held: ProfileState | null, paper: boolean, itself: boolean): string {
  if (!held) return "Choose a profile to see the print on its paper.";
  if (!shows) return itself ? "The picture itself, while F is held" : "The picture itself";
  return `As it prints on ${held.medium || held.name}, under D50, paper white ${paper ? "shown" : "hidden"}`;
}
