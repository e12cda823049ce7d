import { useEffect, useState } from "react";
import { useNavigate, useParams } from "react-router";
import type { TrialState } from "../api/types";
import "../bench/bench.css";
import "../bench/worksheet.css";
import { Rule } from "../designs/Rule";
import { stepAt } from "../layouts/steps";
import { TopBar } from "../frame/TopBar";
import { Where } from "../frame/Where";
import { What } from "../legend/What";
import { Coming } from "../shell/Coming";
import { Problem } from "../shell/Problem";
import "../shell/rule.css";
import { typeset } from "../shell/typeset";
import { JudgingPanel } from "./JudgingPanel";
import { PeopleDesk } from "./PeopleDesk";
import { PeoplePanel } from "./PeoplePanel";
import { ResultDesk } from "./ResultDesk";
import { ResultPanel } from "./ResultPanel";
import { StripDesk, StripPanel } from "./StripPanel";
import "./trials.css";
import { UsedPanel } from "./UsedPanel";
import { useTrial, useTrialChanges } from "./useTrials";

/** A trial: its strip, the people, what they said, and prints that are judged by it. */
export function TrialPage() {
  const id = Number(useParams()["trial"]);
  const trial = useTrial(id);
  if (!trial.data)
    return (
      <>
        <TopBar />
        <main className="p-6">
          <Coming query={trial} what="The trial" />
        </main>
      </>
    );
  return <Inside key={id} trial={trial.data} />;
}

function Inside({ trial }: { trial: TrialState }) {
  const go = useNavigate();
  const step = stepAt(useParams()["step"], trial.rule);
  const changes = useTrialChanges(trial.id);
  const [beside, setBeside] = useState<number | null>(null);
  const other = useTrial(beside);
  const toStep = (next: string) => void go(`/trials/${trial.id}/${next}`, { replace: true });
  useEffect(() => {
    document.title = `${trial.title} · Zollstock`;
    return () => {
      document.title = "Zollstock";
    };
  }, [trial.title]);
  const wrong = [changes.change, changes.ask, changes.leaveOut, changes.remove].find(({ error }) => error);
  const given = { trial, changes, toStep };
  return (
    <div className="bench">
      <TopBar
        places={false}
        where={
          <Where back={[{ to: "/trials", name: "Trials" }]} here={trial.title}>
            {trial.made_up && (
              <span className="soft whitespace-nowrap">made up: nobody ever saw this strip</span>
            )}
          </Where>
        }
      >
        {trial.over ? (
          <>
            <a className="plain-button inline-flex items-center" href={`/api/trials/${trial.id}/answers.csv`}>
              As CSV
            </a>
            <button
              type="button"
              className="strong-button"
              onClick={() => changes.change.mutate({ over: false })}
            >
              Go on judging
            </button>
          </>
        ) : (
          <button type="button" className="strong-button" onClick={() => toStep("people")}>
            Ask people
          </button>
        )}
      </TopBar>
      <Rule short steps={trial.rule} step={step} made={null} onStep={toStep} />
      <main className="bench-middle">
        <h1 className="sr-only">{trial.title}</h1>
        <section
          className="desk relative flex min-h-0 flex-col gap-3 overflow-y-auto p-4"
          aria-label="The trial"
          tabIndex={0}
        >
          {step === "strip" ? (
            <StripDesk trial={trial} />
          ) : step === "people" || step === "judging" ? (
            <PeopleDesk {...given} />
          ) : (
            <ResultDesk trial={trial} beside={other.data ?? null} />
          )}
        </section>
        <section
          id="worksheet"
          role="tabpanel"
          aria-labelledby={`blade-${step}`}
          className="panel flex min-h-0 flex-col gap-2.5 overflow-y-auto px-4 py-3"
          tabIndex={-1}
        >
          <div className="flex items-baseline">
            <h2 className="text-[17px] font-semibold">
              {typeset(trial.rule.find((one) => one.step === step)?.title ?? "")}
            </h2>
            <What about={`word:trial-${step}`} passedByTab />
          </div>
          {wrong?.error && <Problem message={wrong.error.message} />}
          {step === "strip" && <StripPanel {...given} />}
          {step === "people" && <PeoplePanel {...given} />}
          {step === "judging" && <JudgingPanel {...given} />}
          {step === "result" && <ResultPanel trial={trial} beside={beside} onBeside={setBeside} />}
          {step === "used" && <UsedPanel {...given} />}
        </section>
      </main>
    </div>
  );
}

export interface TrialPanelProps {
  trial: TrialState;
  changes: ReturnType<typeof useTrialChanges>;
  toStep: (step: string) => void;
}
