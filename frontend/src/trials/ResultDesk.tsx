import type { TrialState } from "../api/types";
import { typeset } from "../shell/typeset";
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
      {pairs.length > 0 && (
        <section className="panel p-4" aria-label="Pairs">
          <h2 className="mb-1 font-semibold">{typeset(`Each patch against ${trial.reference}`)}</h2>
          <div className="overflow-x-auto">
            <table className="trial-table">
              <thead>
                <tr>
                  <th scope="col">patch</th>
                  <th scope="col">finest told</th>
                  <th scope="col">taken for coarser</th>
                  <th scope="col">no difference</th>
                  <th scope="col">by a coin</th>
                </tr>
              </thead>
              <tbody>
                {pairs.map((pair) => (
                  <tr key={pair.step ?? pair.ppi ?? "alike"}>
                    <th scope="row">
                      {typeset(pair.step ?? (pair.ppi === null ? "alike, left · right" : `${pair.ppi} ppi`))}
                    </th>
                    <td className="figure">{pair.right}</td>
                    <td className="figure">{pair.wrong}</td>
                    <td className="figure">{pair.none}</td>
                    <td className="figure">
                      {pair.ppi === null && pair.step === null
                        ? ""
                        : typeset(pair.p < 0.001 ? "under 0.001" : pair.p.toFixed(3))}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        </section>
      )}
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
