import { useEffect, useRef, useState } from "react";
import { ApiProblem, client, must } from "../api/client";
import type { Plan, Step, Unit, Worksheet } from "../api/types";
import { useSignedOut } from "../session/signedOut";
import { LatestWins } from "../api/latestWins";

interface Question {
  plan: Plan;
  unit: Unit;
  step: Step;
  /** The last saved plan, drawn while the one in hand cannot be reckoned and nothing is drawn yet. */
  instead: Plan | null;
}

interface Answer {
  worksheet: Worksheet;
  of: Plan;
  step: Step;
  problem: ApiProblem | null;
}

const reckoned = (plan: Plan, { unit, step }: Question) =>
  must<Worksheet>(client.POST("/api/reckon", { body: { plan: plan as Record<string, unknown>, unit, step } }));

async function ask(question: Question): Promise<Answer> {
  const { plan, step, instead } = question;
  try {
    return { worksheet: await reckoned(plan, question), of: plan, step, problem: null };
  } catch (error) {
    const problem = error as ApiProblem;
    if (problem.status !== 422 || !instead || instead === plan) throw problem;
    return { worksheet: await reckoned(instead, question), of: instead, step, problem };
  }
}

/** What the server reckons of the plan in hand; follows every change, the newest always last. */
export function useWorksheet(plan: Plan | null, unit: Unit, step: Step, saved: Plan | null = null) {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  const { out } = useSignedOut();
  const line = useRef<LatestWins<Question, Answer> | null>(null);
  const drawn = useRef(false);
  const kept = useRef(saved);
  useEffect(() => {
    kept.current = saved;
  }, [saved]);
  useEffect(() => {
    line.current ??= new LatestWins<Question, Answer>(
      ask,
      (heard) => {
        drawn.current = true;
        setAnswer(heard);
        setProblem(heard.problem);
      },
      (error) => setProblem(error as ApiProblem),
    );
    // Whoever signs in again over the page is answered what was asked meanwhile.
    if (plan && !out) line.current.put({ plan, unit, step, instead: drawn.current ? null : kept.current });
  }, [plan, unit, step, out]);
  // The cards are those of a step: until this one's come there are none, rather than another's.
  const worksheet = answer && (answer.step === step ? answer.worksheet : { ...answer.worksheet, choices: [] });
  return { worksheet, reckoned: answer?.of ?? null, problem };
}
