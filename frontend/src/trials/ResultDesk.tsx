import type { TrialState } from "../api/types";
import { typeset } from "../shell/typeset";
import { Pairs } from "./Pairs";
import { TrialPlot, type Series } from "./TrialPlot";

/** The plot, and below it the same as tables: pairs, and the judges side by side. */
export function ResultDesk({ trial, beside }: { trial: TrialState; beside: TrialState | null }) {
  const { plot, pairs, judges } = trial.result;
  const series: Series[] = [trial, beside].flatMap((one) =>
    one?.result.plot
      ? [{ name: [one.medium, one.distance].filter(Boolean).join(", "), plot: one.result.plot }]
      : [],
  );
  return (
    <>
      {plot ? (
        <TrialPlot series={series} reference={trial.reference} />
      ) : (
        <p className="panel p-4 text-lg">{typeset(trial.result.says)}</p>
      )}
      <Pairs pairs={pairs} title={`Each patch against ${trial.reference}`} />
      {judges.length > 1 && (
        <section className="panel p-4" aria-label="Judges side by side">
          <h2 className="mb-1 font-semibold">Judges side by side</h2>
          <table className="trial-table">
            <thead>
              <tr>
                <th scope="col">who</th>
                <th scope="col">own threshold</th>
                <th scope="col">95 % sure</th>
                <th scope="col">answers</th>
                <th scope="col">no difference</th>
              </tr>
            </thead>
            <tbody>
              {judges.map((one) => (
                <tr key={one.who}>
                  <th scope="row" className="max-w-40 truncate" dir="auto">
                    {one.who}
                  </th>
                  <td className="figure">
                    {one.threshold === null ? "too few answers" : typeset(`${one.threshold.toFixed(0)} ppi`)}
                  </td>
                  <td className="figure">
                    {one.low === null || one.high === null
                      ? ""
                      : typeset(`${one.low.toFixed(0)} to ${one.high.toFixed(0)}`)}
                  </td>
                  <td className="figure">{one.answers}</td>
                  <td className="figure">{one.none}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </section>
      )}
    </>
  );
}
