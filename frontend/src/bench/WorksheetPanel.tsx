import { What } from "../legend/What";
import type { ApiProblem } from "../api/client";
import type { Figure, Finding, Plan, PrintState, Step, Unit, Worksheet } from "../api/types";
import { Findings } from "./Findings";
import { findingsAt } from "./findingsAt";
import { Workings } from "../designs/Workings";
import { DistancePanel } from "./steps/DistancePanel";
import { EdgePanel } from "./steps/EdgePanel";
import { FitPanel } from "./steps/FitPanel";
import { HandoverPanel } from "./steps/HandoverPanel";
import { PicturePanel } from "./steps/PicturePanel";
import { PixelsPanel } from "./steps/PixelsPanel";
import { SizePanel } from "./steps/SizePanel";
import type { WhenReckoned } from "./useWhenReckoned";
import { smallProof } from "./steps/types";

/**
 * What becomes of the keep zones, in a place of its own: under a hand that moves the crop a zone may be
 * cut and whole again, and nothing below may jump for it.
 */
function Kept(props: { zones: number; findings: Finding[]; proof: string; places: string }) {
  const { zones } = props;
  if (!zones) return <Findings findings={props.findings} proof={props.proof} places={props.places} />;
  return (
    <div className="kept-place">
      {props.findings.length > 0 ? (
        <Findings findings={props.findings} proof={props.proof} places={props.places} />
      ) : (
        <p className="finding" data-level="note">
          {zones === 1
            ? "The keep zone is"
            : zones === 2
              ? "Both keep zones are"
              : `All ${zones} keep zones are`}{" "}
          inside the crop. What the crop cuts of {zones === 1 ? "it" : "them"} is told here.
        </p>
      )}
    </div>
  );
}

/** The worksheet of the step in hand: inputs, choices, findings, arithmetic. */
export function WorksheetPanel(props: {
  step: Step;
  plan: Plan;
  print: PrintState;
  worksheet: Worksheet;
  whenReckoned: WhenReckoned;
  unit: Unit;
  problem: ApiProblem | null;
  onMake: () => void;
  making: boolean;
  /** Whether there is a file of the print as it is. */
  made: boolean;
  makingProblem: string;
}) {
  const { step, worksheet } = props;
  const summary = worksheet.steps.find((item) => item.step === step);
  const figures = new Map(worksheet.reckoning.figures.map((figure) => [figure.id, figure]));
  const pad = (summary?.figures ?? []).map((id) => figures.get(id)).filter((item): item is Figure => !!item);
  const { urgent, others } = findingsAt(worksheet.reckoning.findings, step);
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
        <What about={`word:step-${step}`} passedByTab />
      </div>
      {step === "fit" && (
        <Kept
          // Nothing can be cut of a picture that is kept whole.
          zones={props.plan.fit.mode === "contain" ? 0 : worksheet.zones.length}
          findings={urgent}
          proof={smallProof(props.print)}
          places={`/prints/${props.print.id}`}
        />
      )}
      {step === "picture" && <PicturePanel {...props} />}
      {step === "size" && <SizePanel {...props} />}
      {step === "fit" && <FitPanel {...props} />}
      {step === "edge" && <EdgePanel {...props} />}
      {step === "pixels" && <PixelsPanel {...props} />}
      {step === "distance" && <DistancePanel {...props} />}
      {step === "handover" && <HandoverPanel {...props} problem={props.makingProblem} />}
      <Findings findings={others} proof={smallProof(props.print)} places={`/prints/${props.print.id}`} />
      <Workings figures={pad} />
    </section>
  );
}
