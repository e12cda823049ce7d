import type { TrialState } from "../api/types";
import { typeset } from "../shell/typeset";

type Pair = TrialState["result"]["pairs"][number];

/** Every pair that was shown: how often which was called finer, and how often a coin would say so. */
export function Pairs({ pairs, title }: { pairs: Pair[]; title: string }) {
  if (!pairs.length) return null;
  const named = (pair: Pair) => {
    if (pair.step) return `${pair.against} against ${pair.step}`;
    return pair.ppi === null ? "alike, left · right" : `${pair.ppi} ppi`;
  };
  const ofSteps = pairs.some(({ step }) => step);
  return (
    <section className="panel p-4" aria-label="Pairs">
      <h2 className="mb-1 font-semibold">{typeset(title)}</h2>
      <div className="overflow-x-auto">
        <table className="trial-table">
          <thead>
            <tr>
              <th scope="col">{ofSteps ? "pair" : "patch"}</th>
              <th scope="col">{ofSteps ? "the first finer" : "finest told"}</th>
              <th scope="col">{ofSteps ? "the second finer" : "taken for coarser"}</th>
              <th scope="col">no difference</th>
              <th scope="col">by a coin</th>
            </tr>
          </thead>
          <tbody>
            {pairs.map((pair) => (
              <tr key={named(pair)}>
                <th scope="row">{typeset(named(pair))}</th>
                <td className="figure">{pair.right}</td>
                <td className="figure">{pair.wrong}</td>
                <td className="figure">{pair.none}</td>
                <td className="figure">
                  {pair.ppi === null && !pair.step
                    ? ""
                    : typeset(pair.p < 0.001 ? "under 0.001" : pair.p.toFixed(3))}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
