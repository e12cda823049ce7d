import type { ApiProblem } from "../api/client";
import type { Plan, PrintState, Step, Unit, Worksheet } from "../api/types";
import { Rule } from "../designs/Rule";
import type { Made } from "../designs/useOrders";
import { typeset } from "../shell/typeset";
import { BenchWords } from "./BenchWords";
import { DistanceRail } from "./DistanceRail";
import { Drawing } from "./Drawing";
import type { WhenReckoned } from "./useWhenReckoned";
import { WorksheetPanel } from "./WorksheetPanel";

/**
 * What is worked at: rule, drawing, worksheet and distance rail. Each is given what it shows and no more,
 * so that under a moving hand only those are drawn again that show another figure.
 */
export function BenchDesk(props: {
  step: Step;
  print: PrintState;
  plan: Plan;
  /** The plan that `worksheet` was reckoned for; the hand may be further. */
  reckoned: Plan;
  worksheet: Worksheet;
  whenReckoned: WhenReckoned;
  problem: ApiProblem | null;
  unit: Unit;
  made: Made | null;
  making: boolean;
  makingProblem: string;
  lines: boolean;
  /** A size that was typed and could not be read yet. */
  waits: string | null;
  onLines: () => void;
  onStep: (step: Step) => void;
  onMake: () => void;
}) {
  const { step, print, plan, worksheet, unit, made } = props;
  return (
    <>
      <Rule
        steps={worksheet.steps}
        step={step}
        made={made && { at: "handover", ...made }}
        onStep={props.onStep}
      />
      <main className="bench-middle">
        <h1 className="sr-only">{plan.title || "untitled"}</h1>
        <div className="desk relative" aria-busy={plan !== props.reckoned && !props.problem}>
          <Drawing
            plan={plan}
            reckoned={props.reckoned}
            worksheet={worksheet}
            picture={print.picture}
            unit={unit}
            fitting={step === "fit"}
          />
          <BenchWords problem={props.problem} waits={props.waits} />
        </div>
        <WorksheetPanel
          made={made?.word === "made"}
          step={step}
          plan={plan}
          print={print}
          worksheet={worksheet}
          whenReckoned={props.whenReckoned}
          unit={unit}
          problem={props.problem}
          onMake={props.onMake}
          making={props.making}
          makingProblem={props.makingProblem}
        />
      </main>
      <footer className="bench-rail">
        {worksheet.schools.length > 0 ? (
          <DistanceRail
            rail={worksheet.rail}
            set={plan.viewing.distance != null}
            unit={unit}
            lines={props.lines}
            onLines={props.onLines}
          />
        ) : (
          <p className="panel px-6 py-8" data-testid="screen-verdict">
            <b className="font-semibold">For a screen.</b> {typeset(worksheet.rail.verdict)}:{" "}
            {worksheet.rail.bands[0]?.label}.{" "}
            <span className="soft">Its pixels decide; the distance plays no part.</span>
          </p>
        )}
      </footer>
    </>
  );
}
