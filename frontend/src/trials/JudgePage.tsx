import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState, type ReactNode } from "react";
import { useParams } from "react-router";
import { client, must } from "../api/client";
import { wholeState } from "../api/queryClient";
import type { JudgingState } from "../api/types";
import { Coming } from "../shell/Coming";
import { Problem } from "../shell/Problem";
import { typeset } from "../shell/typeset";
import { JudgeBeginning } from "./JudgeBeginning";
import { Patches } from "./OnScreen";
import "./trials.css";

const MADE_SOON_MS = 700;

type Said = "a" | "b" | "none";

/** For somebody who judges, on a phone: two letters at a time. Nothing of the account is here. */
export function JudgePage() {
  const code = useParams()["code"] ?? "";
  const queries = useQueryClient();
  const queryKey = ["judging", code];
  const judging = useQuery({
    queryKey,
    queryFn: () => must(client.GET("/api/judging/{code}", { params: { path: { code } } })),
    retry: false,
    // While the patches are made for a screen, it is asked whether they are there.
    refetchInterval: ({ state: { data } }) =>
      data?.screen && !data.screen.ready && !data.screen.problem ? MADE_SOON_MS : false,
  });
  const [again, setAgain] = useState(false);
  const answer = useMutation({
    // With the line lost it is sent as soon as that is back; the server takes an answer once.
    ...wholeState(`judging ${code}`),
    mutationFn: (body: { position: number; said: Said }) =>
      must(client.POST("/api/judging/{code}/answers", { params: { path: { code } }, body })),
    onSuccess: (state) => queries.setQueryData(queryKey, state),
    // Answered in another window, or over: what is there now is asked for.
    onError: () => void judging.refetch(),
  });
  const state = judging.data;
  if (!state)
    return (
      <Leaf>
        <Coming query={judging} what="The judging" />
      </Leaf>
    );
  if (state.over)
    return (
      <Leaf>
        <h1 className="text-2xl font-semibold">Thank you.</h1>
        <p>{typeset(`The judging is over. Your ${state.answered} answers are kept.`)}</p>
      </Leaf>
    );
  if (!state.begun || again || !state.pair)
    return (
      <Leaf>
        {state.begun && !state.pair ? (
          <>
            <h1 className="text-2xl font-semibold">Thank you.</h1>
            <p>That is enough for one pair of eyes.</p>
          </>
        ) : (
          <JudgeBeginning
            code={code}
            state={state}
            onState={(now) => queries.setQueryData(queryKey, now)}
            onBegun={(now) => {
              queries.setQueryData(queryKey, now);
              setAgain(false);
            }}
          />
        )}
      </Leaf>
    );
  return (
    <Leaf wide={state.screen !== null}>
      <Pair
        code={code}
        state={state}
        pair={state.pair}
        busy={answer.isPending}
        problem={(answer.error ?? answer.failureReason)?.message ?? ""}
        onSaid={(said) => state.pair && answer.mutate({ position: state.pair.position, said })}
      />
      <button type="button" className="min-h-11 underline" onClick={() => setAgain(true)}>
        {state.screen
          ? "Paper, another screen, or a pause: begin again"
          : "Another copy, or a pause: begin again"}
      </button>
    </Leaf>
  );
}

function Leaf({ children, wide }: { children: ReactNode; wide?: boolean }) {
  return (
    <main className={`mx-auto flex min-h-dvh flex-col gap-4 p-4 ${wide ? "max-w-none" : "max-w-md"}`}>
      {children}
    </main>
  );
}

function Pair(props: {
  code: string;
  state: JudgingState;
  pair: NonNullable<JudgingState["pair"]>;
  busy: boolean;
  problem: string;
  onSaid: (said: Said) => void;
}) {
  const { state, pair, busy, onSaid } = props;
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      const said = ({ ArrowLeft: "a", ArrowRight: "b", ArrowDown: "none" } as const)[event.key];
      if (!said || busy || event.repeat) return;
      event.preventDefault();
      onSaid(said);
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  });
  return (
    <>
      <header>
        <h1 className="text-2xl font-semibold">{state.asks}</h1>
        <p className="soft">
          {typeset(
            `${state.screen ? "On this screen" : `Copy ${pair.of_copy}`}, from ${state.distance}. Take your time; look as often as you like.`,
          )}
        </p>
      </header>
      {state.screen ? (
        <Patches key={pair.position} code={props.code} position={pair.position} busy={busy} onSaid={onSaid} />
      ) : (
        <div className="grid grid-cols-2 gap-3">
          <button type="button" className="judge-choice figure" disabled={busy} onClick={() => onSaid("a")}>
            {pair.left}
          </button>
          <button type="button" className="judge-choice figure" disabled={busy} onClick={() => onSaid("b")}>
            {pair.right}
          </button>
        </div>
      )}
      <button type="button" className="judge-none" disabled={busy} onClick={() => onSaid("none")}>
        No difference
      </button>
      <p className="soft max-sm:hidden">
        Keys: ← and → for {state.screen ? "the patches" : "the letters"}, ↓ for no difference.
      </p>
      <p role="status">
        {typeset(`${state.answered} answered. You may stop at any time, and go on under the same link.`)}
      </p>
      {props.problem && <Problem message={props.problem} />}
    </>
  );
}
