import { replaceEqualDeep } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { flushSync } from "react-dom";
import { ApiProblem, client, must } from "../api/client";
import type { Plan, Step, Unit, Worksheet } from "../api/types";
import { useMeasuresFound } from "../pictures/useMeasured";
import { useGamutsFound } from "../profiles/useGamut";
import { useSignedOut } from "../session/signedOut";
import { LatestWins } from "../api/latestWins";
import { edgesLeft } from "./edgesLeft";

/** Changes that follow each other faster than this, ms, come from a hand that is moving. */
const MOVING_MS = 150;

interface Question {
  plan: Plan;
  unit: Unit;
  step: Step;
  /** Whether the ways out of the step are wanted: under a moving hand the figures are enough. */
  ways: boolean;
  /** Edges that the print had before: each is offered as it was left. */
  edges: Record<string, Plan["edge"]>;
  /** The picture that it is of: what was measured of it is taken into account. */
  picture: string | null;
  /** The last saved plan, drawn while the one in hand cannot be reckoned and nothing is drawn yet. */
  instead: Plan | null;
}

interface Answer {
  worksheet: Worksheet;
  of: Plan;
  step: Step;
  problem: ApiProblem | null;
}

const reckoned = (plan: Plan, { unit, step, ways, edges, picture }: Question) =>
  must(
    client.POST("/api/reckon", {
      body: { plan: plan as Record<string, unknown>, unit, step: ways ? step : null, edges, picture },
    }),
  );

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

/** A new answer; what it shares with the one before stays the same object, so that only what changed is drawn. */
function after(before: Answer | null, heard: Answer, { ways }: Question): Answer {
  if (!before) return heard;
  // The ways out stay as they were while the hand moves.
  const choices = !ways && before.step === heard.step ? before.worksheet.choices : heard.worksheet.choices;
  const worksheet = { ...heard.worksheet, choices };
  return { ...heard, worksheet: replaceEqualDeep(before.worksheet, worksheet) };
}

/** How a plan is heard of before it is drawn; answers how to hear no more of it. */
type Follow = (heard: (plan: Plan) => void) => () => void;

/**
 * What the server reckons of the plan in hand; follows every change, the newest always last.
 *
 * With `follow` the figures of a moving hand are asked for before the page is drawn: the server reckons meanwhile.
 */
export function useWorksheet(
  plan: Plan | null,
  unit: Unit,
  step: Step,
  saved: Plan | null = null,
  print: { id: number; picture: { id: string } } | null = null,
  follow: Follow | null = null,
) {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [problem, setProblem] = useState<ApiProblem | null>(null);
  const { out } = useSignedOut();
  const line = useRef<LatestWins<Question, Answer> | null>(null);
  const drawn = useRef(false);
  const kept = useRef(saved);
  const last = useRef<{ step: Step | null; at: number }>({ step: null, at: 0 });
  /** What a moving hand asks, but for its plan; and the plan that was asked for ahead of its drawing. */
  const moves = useRef<Omit<Question, "plan"> | null>(null);
  const ahead = useRef<Plan | null>(null);
  useEffect(() => {
    kept.current = saved;
  }, [saved]);
  const printId = print?.id ?? null;
  const picture = print?.picture.id ?? null;
  // A picture that was just added is measured behind the bench: what comes of it is shown once it is there.
  const found = useMeasuresFound(answer?.worksheet.measured === false ? picture : null);
  // The same of what a paper shows of it.
  const onPapers = useGamutsFound((known) => known.times);
  useEffect(() => {
    line.current ??= new LatestWins<Question, Answer>(
      ask,
      (heard, question) => {
        drawn.current = true;
        // At once: what is drawn at the browser's leisure waits behind the picture that the hand moves.
        flushSync(() => {
          setAnswer((before) => after(before, heard, question));
          setProblem(heard.problem);
        });
      },
      (error) => setProblem(error as ApiProblem),
      2,
    );
    moves.current = null;
    // Whoever signs in again over the page is answered what was asked meanwhile.
    if (!plan || out) return;
    const now = performance.now();
    const { step: stepBefore, at } = last.current;
    last.current = { step, at: now };
    const put = (ways: boolean) =>
      line.current?.put({
        plan,
        unit,
        step,
        ways,
        edges: printId !== null && ways && step === "edge" ? edgesLeft(printId) : {},
        picture,
        instead: drawn.current ? null : kept.current,
      });
    const moving = step === stepBefore && now - at < MOVING_MS;
    if (drawn.current) moves.current = { unit, step, ways: false, edges: {}, picture, instead: null };
    if (!moving || ahead.current !== plan) put(!moving);
    if (!moving) return;
    const rest = setTimeout(() => put(true), MOVING_MS);
    return () => clearTimeout(rest);
  }, [plan, unit, step, out, printId, picture, found, onPapers]);
  useEffect(
    () =>
      follow?.((plan) => {
        if (!moves.current || performance.now() - last.current.at >= MOVING_MS) return;
        ahead.current = plan;
        line.current?.put({ ...moves.current, plan });
      }),
    [follow],
  );
  // The cards are those of a step: until this one's come there are none, rather than another's.
  const worksheet =
    answer && (answer.step === step ? answer.worksheet : { ...answer.worksheet, choices: [] });
  return { worksheet, reckoned: answer?.of ?? null, problem };
}
