import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { client, must } from "../api/client";
import "../bench/bench.css";
import "../bench/worksheet.css";
import { Workings } from "../designs/Workings";
import { TopBar } from "../frame/TopBar";
import { Where } from "../frame/Where";
import { Coming } from "../shell/Coming";
import { typeset } from "../shell/typeset";
import { Pairs } from "./Pairs";
import "./trials.css";

/** The blind comparisons of a print's proof as a trial: which ways were told apart. */
export function ProofTrialPage() {
  const print = Number(useParams()["print"]);
  const found = useQuery({
    queryKey: ["judgements", print, "trial"],
    queryFn: () =>
      must(client.GET("/api/prints/{print_id}/judgements/trial", { params: { path: { print_id: print } } })),
  });
  const trial = found.data;
  return (
    <div className="bench">
      <TopBar
        places={false}
        where={
          <Where
            back={[{ to: "/trials", name: "Trials" }]}
            here={trial && `Proof of ${trial.title || "a print"}`}
          />
        }
      >
        <a
          className="plain-button inline-flex items-center"
          href={`/api/prints/${print}/judgements/trial.json`}
        >
          As JSON
        </a>
        <Link className="strong-button inline-flex items-center" to={`/prints/${print}/proof`}>
          Go on judging
        </Link>
      </TopBar>
      <main className="bench-middle">
        <section
          className="desk flex min-h-0 flex-col gap-3 overflow-y-auto p-4"
          aria-label="The trial"
          tabIndex={0}
        >
          <h1 className="sr-only">Ways of enlarging, judged blind</h1>
          <Coming query={found} what="The answers" />
          {trial && <Pairs pairs={trial.result.pairs} title="Which way was called finer" />}
        </section>
        <section
          id="worksheet"
          className="panel flex min-h-0 flex-col gap-3 overflow-y-auto px-4 py-3"
          aria-label="Result"
        >
          <h2 className="text-[17px] font-semibold">Result</h2>
          {trial && (
            <>
              <p className="text-lg">{typeset(trial.result.says)}</p>
              {trial.result.doubts.map((doubt) => (
                <p key={doubt.text}>
                  <b>Check</b> {typeset(doubt.text)}
                </p>
              ))}
              <p className="soft">Told apart or not: of ways of enlarging no threshold follows.</p>
              <Workings figures={trial.result.figures} />
            </>
          )}
        </section>
      </main>
    </div>
  );
}
