import { useEffect, useRef, useState } from "react";
import { ApiProblem, client, must } from "../api/client";
import type { Plan, Step, Unit, Worksheet } from "../api/types";
import { useSignedOut } from "../session/signedOut";
import { LatestWins } from "../api/latestWins";

interface Question {
  plan: Plan;
  unit: Unit;
  step: Step;
}

/** What the server reckons of the plan in hand; follows every change, the newest always last. */
export function useWorksheet(plan: Plan | null, unit: Unit, step: Step) {
  const [answer, setAnswer] = useState<{ worksheet: Worksheet; of: Plan } | null>(null);
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  const { out } = useSignedOut();
  const line = useRef<LatestWins<Question, Worksheet> | null>(null);
  useEffect(() => {
    line.current ??= new LatestWins<Question, Worksheet>(
      (question) =>
        must<Worksheet>(
          client.POST("/api/reckon", {
            body: {
              plan: question.plan as Record<string, unknown>,
              unit: question.unit,
              step: question.step,
            },
          }),
        ),
      (worksheet, question) => {
        setAnswer({ worksheet, of: question.plan });
        setProblem(null);
      },
      (error) => setProblem(error as ApiProblem),
    );
    // Whoever signs in again over the page is answered what was asked meanwhile.
    if (plan && !out) line.current.put({ plan, unit, step });
  }, [plan, unit, step, out]);
  return { worksheet: answer?.worksheet ?? null, reckoned: answer?.of ?? null, problem };
}
