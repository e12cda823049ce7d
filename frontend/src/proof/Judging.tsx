import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { client, must } from "../api/client";
import type { Judgements } from "../api/types";
import { Problem } from "../shell/Problem";
import type { Blind } from "./blind";

const ANSWERS = [
  { finer: "first", label: "The first" },
  { finer: "second", label: "The second" },
  { finer: "same", label: "No difference" },
] as const;

/** What was found so far of a print, names hidden. */
export function useJudgements(print: number) {
  return useQuery({
    queryKey: ["judgements", print],
    queryFn: () =>
      must(client.GET("/api/prints/{print_id}/judgements", { params: { path: { print_id: print } } })),
  });
}

/** Which of two is finer? Their names are told after the answer, which is kept with the print. */
export function Judging(props: {
  print: number;
  proof: string;
  blind: Blind | null;
  names: (id: string) => string;
  onBegin: () => void;
  onAnswered: () => void;
  onEnd: () => void;
}) {
  const { print, blind, names } = props;
  const queries = useQueryClient();
  const judged = useJudgements(print);
  const path = { params: { path: { print_id: print } } };
  const kept = (answers: Judgements) => queries.setQueryData(["judgements", print], answers);
  const answer = useMutation({
    mutationFn: (finer: "first" | "second" | "same") => {
      const { first, second } = blind as Blind;
      return must(
        client.POST("/api/prints/{print_id}/judgements", {
          ...path,
          body: { proof: props.proof, first, second, finer },
        }),
      );
    },
    onSuccess: (answers) => {
      kept(answers);
      props.onAnswered();
    },
  });
  const forget = useMutation({
    mutationFn: () => must(client.DELETE("/api/prints/{print_id}/judgements", path)),
    onSuccess: kept,
  });
  const problem = answer.error ?? forget.error;
  return (
    <section aria-label="Which is finer?" className="space-y-1.5">
      <h3 className="part-title">Which is finer?</h3>
      {!blind && (
        <button type="button" className="plain-button w-full" onClick={props.onBegin}>
          Hide the names and ask me
        </button>
      )}
      {blind && !blind.answered && (
        <>
          <p>Two ways, in an order that nobody knows. Look as long as you like.</p>
          <div className="flex flex-wrap gap-1.5">
            {ANSWERS.map(({ finer, label }) => (
              <button
                key={finer}
                type="button"
                className="plain-button"
                disabled={answer.isPending}
                onClick={() => answer.mutate(finer)}
              >
                {label}
              </button>
            ))}
          </div>
        </>
      )}
      {blind?.answered && (
        <>
          <p role="status">
            The first was <b className="font-semibold">{names(blind.first)}</b>, the second{" "}
            <b className="font-semibold">{names(blind.second)}</b>.
          </p>
          <button type="button" className="plain-button" onClick={props.onBegin}>
            Once more
          </button>
        </>
      )}
      {blind && (
        <button type="button" className="plain-button" onClick={props.onEnd}>
          {blind.answered ? "Show the names" : "Not now, show the names"}
        </button>
      )}
      {problem && <Problem message={problem.message} />}
      {judged.data && judged.data.count > 0 && (
        <>
          <ul className="space-y-0.5">
            {judged.data.lines.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          <Link className="block min-h-6 underline" to={`/prints/${print}/proof/trial`}>
            As a trial: what was told apart
          </Link>
          <button
            type="button"
            className="soft min-h-6 underline"
            disabled={forget.isPending}
            onClick={() => forget.mutate()}
          >
            Forget these answers
          </button>
        </>
      )}
    </section>
  );
}
