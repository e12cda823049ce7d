import { Link } from "react-router";
import type { ApiProblem } from "../api/client";
import type { Figure, Plan, PrintState, Step, Unit, Worksheet } from "../api/types";
import { Problem } from "../shell/Problem";
import { Findings } from "./Findings";
import { Pad } from "./Pad";
import { usePlanStore } from "./planStore";
import { DistanceSheet } from "./sheets/DistanceSheet";
import { EdgeSheet } from "./sheets/EdgeSheet";
import { FitSheet } from "./sheets/FitSheet";
import { HandoverSheet } from "./sheets/HandoverSheet";
import { PictureSheet } from "./sheets/PictureSheet";
import { PixelsSheet } from "./sheets/PixelsSheet";
import { SizeSheet } from "./sheets/SizeSheet";
import { smallProof } from "./sheets/types";

/** The worksheet of the step in hand: inputs, choices, findings, arithmetic. */
export function WorksheetPanel(props: {
  step: Step;
  plan: Plan;
  print: PrintState;
  worksheet: Worksheet;
  unit: Unit;
  problem: ApiProblem | null;
  onMake: () => void;
  making: boolean;
  makingProblem: string;
}) {
  const { step, worksheet, problem } = props;
  const blade = worksheet.blades.find((item) => item.step === step);
  const figures = new Map(worksheet.reckoning.figures.map((figure) => [figure.id, figure]));
  const pad = (blade?.figures ?? []).map((id) => figures.get(id)).filter((item): item is Figure => !!item);
  const here = worksheet.reckoning.findings.filter(
    (finding) => finding.step === step || (step === "handover" && finding.level === "stop") ||
      (step === "edge" && finding.step === "fit" && finding.level === "warn"),
  );
  // The step where most prints go wrong: what is cut is told before anything else.
  const urgent = here.filter((finding) => finding.id === "keep-zone-cut" || finding.level === "stop");
  return (
    <section id="worksheet" role="tabpanel" aria-labelledby={`blade-${step}`}
      className="panel flex min-h-0 flex-col gap-2.5 overflow-y-auto px-4 py-3" tabIndex={-1}>
      <h2 className="text-[17px] font-semibold">{blade?.title}</h2>
      <StoreProblems />
      {problem && (
        <Problem message={`${sentence(problem.message)} The drawing shows the last plan that could be reckoned.`} />
      )}
      {step === "fit" && <Findings findings={urgent} proof={smallProof(props.print)} />}
      {step === "picture" && <PictureSheet {...props} />}
      {step === "size" && <SizeSheet {...props} />}
      {step === "fit" && <FitSheet {...props} />}
      {step === "edge" && <EdgeSheet {...props} />}
      {step === "pixels" && <PixelsSheet {...props} />}
      {step === "distance" && <DistanceSheet {...props} />}
      {step === "handover" && <HandoverSheet {...props} problem={props.makingProblem} />}
      <Findings findings={step === "fit" ? here.filter((finding) => !urgent.includes(finding)) : here} proof={smallProof(props.print)} />
      <Pad figures={pad} />
    </section>
  );
}

function sentence(text: string): string {
  const full = text.charAt(0).toUpperCase() + text.slice(1);
  return /[.!?]$/.test(full) ? full : `${full}.`;
}

/** What keeps the plan from being saved, and the way on. */
function StoreProblems() {
  const { print, saving, words, takeTheirs, keepMine, again } = usePlanStore();
  if (saving === "stale")
    return (
      <Problem message={words}>
        <button type="button" className="font-semibold underline" onClick={() => void takeTheirs()}>
          Take the other change
        </button>{" "}
        or{" "}
        <button type="button" className="font-semibold underline" onClick={() => void keepMine()}>
          save mine on top
        </button>
        .
      </Problem>
    );
  if (saving === "waiting")
    return (
      <Problem message={`${words} It is tried again by itself.`}>
        <button type="button" className="font-semibold underline" onClick={again}>
          Try now
        </button>
      </Problem>
    );
  if (saving === "gone")
    return (
      <Problem message={words}>
        <Link className="font-semibold underline" to={`/jobs/${print?.job}`}>
          To the job
        </Link>
      </Problem>
    );
  if (saving === "refused")
    return (
      <Problem message={`Not saved: ${words}.`}>
        <button type="button" className="font-semibold underline" onClick={() => void takeTheirs()}>
          Back to the last saved plan
        </button>
      </Problem>
    );
  return null;
}
