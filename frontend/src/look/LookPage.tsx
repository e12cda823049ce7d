import { useEffect, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import type { Plan, PrintState } from "../api/types";
import "../bench/bench.css";
import { PrintInHand } from "../bench/PrintInHand";
import { PrintTop } from "../bench/PrintTop";
import { usePlanStore } from "../bench/planStore";
import { useWorksheet } from "../bench/useWorksheet";
import "../bench/worksheet.css";
import { smallProof } from "../drawing/awaitedProofs";
import { useDrag } from "../drawing/useDrag";
import { useSize } from "../drawing/useSize";
import { MeasuredList } from "../pictures/MeasuredList";
import { PartMap } from "../proof/PartMap";
import { held, pushed, type Place } from "../proof/place";
import "../proof/proof.css";
import { useOnGrid } from "../proof/useOnGrid";
import { usePreferences } from "../session/useSession";
import { Coming } from "../shell/Coming";
import { useHelp } from "../shell/help";
import { Pick } from "../shell/Pick";
import { typeset } from "../shell/typeset";
import { BesideFields } from "./BesideFields";
import { BesidePanes, type Flipped } from "./BesidePanes";
import { CalibrateDialog } from "./CalibrateDialog";
import { EyesField } from "./EyesField";
import { useBeside } from "./useBeside";
import { useFromThere } from "./useFromThere";
import { useLook } from "./useLook";
import { useCalibration } from "./calibration";
import "./look.css";
import { Tiles, wholeAt, type Tiled } from "./Tiles";
import { useLookKeys } from "./useLookKeys";
import { VerdictFields } from "./VerdictFields";

const SCALES = [
  { value: "pixels", label: "100 %" },
  { value: "print", label: "Print size" },
  { value: "there", label: "At viewing distance" },
] as const;
type Scale = (typeof SCALES)[number]["value"];
const LABELS = { pixels: "at 100 %, pixel for pixel", print: "at print size", there: "at viewing distance" };
const IN_SMALL = { width: 104, height: 74 };

/** A print's picture pixel by pixel, and at the size that it is printed. */
export function LookPage() {
  const id = Number(useParams()["print"]);
  return <PrintInHand id={id}>{(print, plan) => <Looking key={id} print={print} plan={plan} />}</PrintInHand>;
}

function Looking({ print, plan }: { print: PrintState; plan: Plan }) {
  const ask = useHelp((help) => help.ask);
  const go = useNavigate();
  const { account } = usePreferences();
  const { worksheet } = useWorksheet(plan, account.unit, "picture", print.plan, print);
  const { undo, redo } = usePlanStore();
  const { picture } = print;
  const look = useLook(picture.id);
  const places = look.data?.places ?? [];
  const [wished, setPlace] = useState<Place | null>(null);
  const { pxPerMm, eyes } = useCalibration();
  const [search] = useSearchParams();
  const asked = SCALES.find(({ value }) => value === search.get("as"))?.value ?? "pixels";
  const [wanted, setWanted] = useState<Scale>(asked);
  const [dialog, setDialog] = useState<"calibrate" | null>(
    asked !== "pixels" && !pxPerMm ? "calibrate" : null,
  );
  const [other, setOther] = useState<number | null>(null);
  const [flipped, setFlipped] = useState<Flipped>(null);
  const { element, width, height } = useSize<HTMLDivElement>();
  const dense = window.devicePixelRatio || 1;
  const off = useOnGrid(element, dense);

  const figure = (id: string) =>
    Number(worksheet?.reckoning.figures.find((one) => one.id === id)?.value ?? 0);
  const [ppi, distance] = [figure("effective_ppi"), figure("view_distance")];
  const spread = worksheet?.sharpening?.spread ?? 0;
  const seat = { px_per_mm: (pxPerMm ?? 0) * dense, eyes: eyes.mm };
  const there = useFromThere({ ppi, distance, spread, ...seat });
  const beside = useBeside({ print: print.id, version: print.version, other, ...seat });
  const pair = wanted === "there" && other !== null ? beside.data : undefined;
  const atPrint = pxPerMm && ppi ? (25.4 / ppi) * pxPerMm * dense : null;
  const scales: Record<Scale, number | null> = { pixels: 1, print: atPrint, there: there?.scale ?? null };
  const scale = scales[wanted] ?? 1;
  const pane = { width, height };
  const tiled: Tiled | null = look.data?.ready
    ? { id: picture.id, width: picture.width_px, height: picture.height_px, look: look.data }
    : null;
  const whole = wholeAt({ width: picture.width_px, height: picture.height_px } as Tiled, scale);
  const place = held(wished ?? places[0] ?? { x: 0.5, y: 0.5 }, pane, whole, dense);
  const put = (to: Place) => setPlace(held(to, pane, whole, dense));

  const toBench = () => void go(`/prints/${print.id}/picture`);
  const toSibling = (by: 1 | -1) => {
    const next = by < 0 ? print.before : print.after;
    if (next !== null) void go(`/prints/${next}/look`);
  };
  const toScale = (next: Scale) => {
    if (next !== "pixels" && !pxPerMm) setDialog("calibrate");
    setWanted(next);
  };
  useLookKeys({
    onMove: (right, down) => put(pushed(place, -right * pane.width, -down * pane.height, whole, dense)),
    onPlace: (number) => {
      const next = places[number];
      if (next) put(next);
    },
    onScale: () => {
      const at = SCALES.findIndex((one) => one.value === wanted);
      toScale((SCALES[(at + 1) % SCALES.length] ?? SCALES[0]).value);
    },
    onFlip: () => pair && setFlipped(flipped === 0 ? 1 : 0),
    onUndo: () => void undo(),
    onRedo: () => void redo(),
    onSibling: toSibling,
    onBench: toBench,
    onHelp: ask,
  });
  const drag = useDrag<{ place: Place; x: number; y: number }>({
    begin: ({ clientX, clientY }) => ({ place, x: clientX, y: clientY }),
    move: (from, { clientX, clientY }) =>
      put(pushed(from.place, clientX - from.x, clientY - from.y, whole, dense)),
    end: () => undefined,
    cancel: (from) => setPlace(from.place),
  });
  useEffect(() => {
    document.title = `Looking at ${picture.name} · Zollstock`;
    return () => {
      document.title = "Zollstock";
    };
  }, [picture.name]);

  return (
    <div className="bench">
      <PrintTop print={print} title={plan.title} onSibling={toSibling}>
        <button type="button" className="strong-button" onClick={toBench}>
          Back to the bench
        </button>
      </PrintTop>
      <main className="bench-middle !pb-3">
        <h1 className="sr-only">Looking at {picture.name}</h1>
        <div className="look-left">
          <div
            ref={element}
            className="desk proof-desk"
            data-testid="look"
            role="img"
            aria-label={`${picture.name}, ${LABELS[wanted]}`}
            data-scale={scale}
            {...drag()}
          >
            {pair && <BesidePanes beside={pair} flipped={flipped} {...{ place, pane, dense, off }} />}
            {tiled && !pair && (
              <div
                className="absolute inset-0"
                style={
                  wanted === "there" && there?.blur ? { filter: `blur(${there.blur / dense}px)` } : undefined
                }
              >
                <Tiles of={tiled} pane={pane} place={place} scale={scale} dense={dense} off={off} />
              </div>
            )}
            {look.data && !tiled && (
              <p role="status" className="soft absolute inset-0 grid place-items-center">
                The picture is made ready for looking at it…
              </p>
            )}
            <Coming query={look} what="The picture" />
          </div>
          {tiled && (
            <ol className="look-places" aria-label="Places worth a look">
              {places.map((one, index) => (
                <li key={one.id}>
                  <button
                    type="button"
                    aria-pressed={near(place, held(one, pane, whole, dense))}
                    onClick={() => put(one)}
                  >
                    <span className="look-small" style={IN_SMALL}>
                      <Tiles
                        of={tiled}
                        pane={IN_SMALL}
                        place={held(one, IN_SMALL, wholeAt(tiled, 1), dense)}
                        scale={1}
                        dense={dense}
                      />
                    </span>
                    <span className="look-name">
                      {index < 9 && <span className="figure soft">{index + 1} </span>}
                      {one.label}
                    </span>
                  </button>
                </li>
              ))}
            </ol>
          )}
        </div>
        <section
          aria-label="What is looked at"
          className="panel flex min-h-0 flex-col gap-3 overflow-y-auto px-4 py-3"
        >
          <h2 className="text-[17px] font-semibold">Looking at the picture</h2>
          <div className="grid place-items-center">
            <PartMap
              piece={{
                picture: [0, 0, picture.width_px, picture.height_px],
                printed: [0, 0, picture.width_px, picture.height_px],
                turn: 0,
                angle: 0,
              }}
              picture={smallProof(picture.id)}
              found={whole}
              place={place}
              pane={pane}
              dense={dense}
              onPlace={put}
            />
          </div>
          <Pick label="How large" options={SCALES} value={wanted} onPick={toScale} />
          <div className="space-y-1.5">
            <p className="soft" data-testid="look-words">
              {wanted === "pixels" && "One px of the picture on one px of the screen."}
              {wanted !== "pixels" && !pxPerMm && "The screen's size is not known yet."}
              {wanted === "print" &&
                atPrint &&
                typeset(
                  `As large as it is printed, ${ppi.toFixed(0)} ppi. The screen shows less than paper does.`,
                )}
              {wanted === "there" &&
                there &&
                typeset(`As it looks at viewing distance: ${there.working}. ${there.note}`)}
            </p>
            {wanted === "there" && pxPerMm && <EyesField unit={account.unit} />}
            {wanted === "there" && pxPerMm && (
              <BesideFields
                job={print.job}
                print={print.id}
                beside={pair}
                problem={beside.error?.message}
                {...{ other, flipped }}
                onOther={(next) => {
                  setOther(next);
                  setFlipped(null);
                }}
                onFlip={setFlipped}
              />
            )}
            <button type="button" className="min-h-6 underline" onClick={() => setDialog("calibrate")}>
              {pxPerMm ? "Measure the screen anew" : "Measure the screen"}
            </button>
          </div>
          <VerdictFields key={picture.id} picture={picture} />
          <MeasuredList picture={picture.id} />
        </section>
      </main>
      {dialog === "calibrate" && <CalibrateDialog onClose={() => setDialog(null)} />}
    </div>
  );
}

const near = (one: Place, other: Place) =>
  Math.abs(one.x - other.x) < 1e-6 && Math.abs(one.y - other.y) < 1e-6;
