import { useCallback, useEffect, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import type { Plan, PrintState, Tray } from "../api/types";
import "../bench/bench.css";
import { usePlanStore } from "../bench/planStore";
import { PrintInHand } from "../bench/PrintInHand";
import { PrintTop } from "../bench/PrintTop";
import { useHeldKey } from "../colour/useColourKeys";
import { handKeys, helpKey, siblingKeys } from "../designs/handKeys";
import { useSize } from "../drawing/useSize";
import { What } from "../legend/What";
import { usePreferences } from "../session/useSession";
import { useHelp } from "../shell/help";
import { Pick } from "../shell/Pick";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { useKeys } from "../shell/useKeys";
import { DialogFields } from "./DialogFields";
import "./press.css";
import { RecipeLines } from "./RecipeLines";
import { TrayDrawing } from "./TrayDrawing";
import { butFor, settingOf, useRecipe, useTray, useTrayTable, type Given } from "./usePress";

const SHOWN = [
  { value: "planned", label: "As planned" },
  { value: "out", label: "What comes out" },
  { value: "both", label: "Both" },
] as const;
type Shown = (typeof SHOWN)[number]["value"];

/** Before paper: the recipe of a print, and what its device makes of it by what is set in the dialog. */
export function PressPage() {
  const id = Number(useParams()["print"]);
  return <PrintInHand id={id}>{(print, plan) => <Press key={id} print={print} plan={plan} />}</PrintInHand>;
}

function Press({ print, plan }: { print: PrintState; plan: Plan }) {
  const go = useNavigate();
  const askHelp = useHelp((help) => help.ask);
  const { account } = usePreferences();
  const { undo, redo, flush } = usePlanStore();
  const [given, setGiven] = useState<Given>({});
  const [shown, setShown] = useState<Shown>("out");
  const [blinked, setBlinked] = useState(false);
  useHeldKey(
    "f",
    useCallback((down: boolean) => setBlinked(down), []),
  );
  useEffect(() => void flush(), [flush]);
  const { state, tick, isSaving, problem, tickProblem } = useRecipe(print.id, print.version);
  const tray = useTray(print.id, print.version, given);
  const table = useTrayTable(print.id, print.version, given);
  const { element, width, height } = useSize<HTMLDivElement>();
  const set = (more: Given) => tray.data && setGiven(butFor({ ...given, ...more }, tray.data.recipe));
  const toBench = () => void go(`/prints/${print.id}/handover`);
  const toSibling = (by: 1 | -1) => {
    const next = by < 0 ? print.before : print.after;
    if (next !== null) void go(`/prints/${next}/press`);
  };
  useKeys([
    { keys: "F, held", what: "As it was planned, as long as it is held" },
    { keys: "D", what: "The dialog as it begins, or as the recipe says", hears: ["d"], does: () => dialog() },
    ...handKeys({ onUndo: () => void undo(), onRedo: () => void redo() }),
    ...siblingKeys(toSibling),
    { keys: "B", what: "Back to the bench", hears: ["b"], does: toBench },
    ...helpKey(askHelp),
  ]);
  const dialog = () =>
    tray.data && setGiven(Object.keys(given).length ? {} : butFor(tray.data.dialog, tray.data.recipe));
  useEffect(() => {
    document.title = `${plan.title || "A print"} before paper · Zollstock`;
    return () => {
      document.title = "Zollstock";
    };
  }, [plan.title]);
  const shows = blinked ? "planned" : shown;
  return (
    <div className="bench">
      <PrintTop print={print} title={plan.title} onSibling={toSibling}>
        <button type="button" className="plain-button" onClick={toBench}>
          Back to the bench
        </button>
      </PrintTop>
      <main className="bench-middle !pb-3">
        <h1 className="sr-only">{plan.title || "An untitled print"} before paper</h1>
        <div className="desk flex min-h-0 flex-col p-3 max-[860px]:!min-h-[430px]">
          <div className="flex flex-wrap items-center justify-between gap-2">
            <p className="font-semibold">
              {tray.data
                ? typeset(
                    `${tray.data.device}, ${tray.data.feed}, ${shows === "planned" ? "as it was planned" : "set like this"}`,
                  )
                : "Before paper"}
            </p>
            <Pick label="What is shown" options={SHOWN} value={shows} onPick={setShown} />
          </div>
          <div ref={element} className="min-h-0 flex-1 overflow-hidden">
            {tray.data && width > 0 && (
              <TrayDrawing
                tray={tray.data}
                picture={print.picture.id}
                table={table.data ?? null}
                shows={shows}
                room={{ width, height }}
              />
            )}
          </div>
          {tray.data && (
            <p className="px-1">
              <span className="pointer-coarse:hidden">
                Hold <b className="font-semibold">F</b> for the print as it was planned.{" "}
              </span>
              A simulation is no print: what your own machine does, its trial sheet says.
            </p>
          )}
        </div>
        <section
          className="panel worksheet flex flex-col gap-3 overflow-y-auto p-4"
          aria-label="Before paper"
        >
          {state?.missing && (
            <div className="space-y-2">
              <p>{typeset(state.missing)}</p>
              <Link className="plain-button inline-flex items-center" to={`/prints/${print.id}/handover`}>
                To the Hand-over step
              </Link>
            </div>
          )}
          {problem && <Problem message={problem} />}
          {tray.data && (
            <>
              <WhatComesOut tray={tray.data} onSet={set} />
              <details>
                <summary className="min-h-6 cursor-pointer font-semibold">The dialog, to try</summary>
                <div className="space-y-2 pt-2">
                  <DialogFields tray={tray.data} onSet={set} />
                </div>
              </details>
              <div className="flex flex-wrap gap-2">
                <button type="button" className="plain-button" onClick={() => setGiven({})}>
                  As the recipe says
                </button>
                <button
                  type="button"
                  className="plain-button"
                  onClick={() => setGiven(butFor(tray.data.dialog, tray.data.recipe))}
                >
                  As the dialog begins
                </button>
              </div>
            </>
          )}
          {state?.recipe && (
            <div className="pad space-y-1 pt-2">
              <RecipeLines state={state} isSaving={isSaving} onTick={tick} />
              {/* Below the lines: nothing moves from under the hand that ticks. */}
              {tickProblem && <Problem message={tickProblem} />}
              {state.recipe.logged && (
                <p className="out-line" data-calm="true">
                  {typeset(`With both before: ${state.recipe.logged}`)}{" "}
                  <Link
                    className="underline"
                    to={`/log?${new URLSearchParams({ medium: plan.medium.name }).toString()}`}
                  >
                    See the log
                  </Link>
                </p>
              )}
              <div className="flex flex-wrap gap-2 pt-1">
                <a
                  className="plain-button inline-flex items-center"
                  href={`/api/prints/${print.id}/workshop.pdf?unit=${account.unit}`}
                  download
                >
                  Recipe on the job sheet
                </a>
                <Link
                  className="plain-button inline-flex items-center"
                  to={`/devices/${state.recipe.device}/${state.recipe.feed}/measure`}
                >
                  Measure this device
                </Link>
              </div>
            </div>
          )}
        </section>
      </main>
    </div>
  );
}

/** What comes out other than planned, each with what it comes from and the setting that cures it. */
function WhatComesOut({ tray, onSet }: { tray: Tray; onSet: (given: Given) => void }) {
  return (
    <section aria-live="polite" aria-label="What comes out" className="space-y-2">
      <h2 className="flex items-center text-[17px] font-semibold">
        What comes out
        <What about="word:before-paper" />
      </h2>
      {tray.differences.map((one) => {
        const cure = settingOf(one.fix);
        return (
          <div key={one.id} className="out-line">
            <p>{typeset(one.text)}</p>
            {cure ? (
              <button type="button" className="min-h-6 underline" onClick={() => onSet(cure)}>
                {typeset(cureWords(cure))}
              </button>
            ) : (
              <p className="soft">{typeset(`It wants ${one.fix}.`)}</p>
            )}
          </div>
        );
      })}
      <p className="out-line" data-calm="true">
        {typeset(
          `${tray.differences.length ? "Everything else is" : "All of it is"} as planned${tray.grid_ppi ? `, on the device’s grid of ${tray.grid_ppi} ppi` : ""}.`,
        )}
      </p>
    </section>
  );
}

function cureWords(cure: Given): string {
  if (cure.scaling !== undefined)
    return cure.scaling === "fit" ? "Fit it to the page" : `Print at ${cure.scaling} %`;
  if (cure.driver_colour !== undefined) return `Colour in the driver: ${cure.driver_colour ? "on" : "off"}`;
  if (cure.borderless !== undefined) return `Borderless: ${cure.borderless ? "on" : "off"}`;
  if (cure.quality !== undefined) return `Quality: ${cure.quality}`;
  if (cure.turn !== undefined) return cure.turn === 90 ? "Turn it by a quarter" : "Leave it as it stands";
  return "Set the paper that was planned";
}
