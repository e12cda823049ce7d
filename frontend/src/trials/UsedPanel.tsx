import { Pick } from "../shell/Pick";
import { typeset } from "../shell/typeset";
import type { TrialPanelProps } from "./TrialPage";

/** What it means for prints, and whether they are judged by it. */
export function UsedPanel({ trial, changes }: TrialPanelProps) {
  const { in_prints: rows } = trial.result;
  const medium = trial.medium || "its medium";
  return (
    <div className="space-y-3">
      {rows.length ? (
        <table className="trial-table">
          <thead>
            <tr>
              <th scope="col">distance</th>
              <th scope="col">needs</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.distance}>
                <th scope="row">{typeset(row.distance)}</th>
                <td className={row.need === null ? "soft" : "figure"}>{typeset(row.working)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p>A figure for prints comes with 80 answers, of patches that differ by ppi.</p>
      )}
      <div className="flex flex-wrap items-center justify-between gap-3">
        <span>Judge prints by it</span>
        <Pick
          label="Judge prints by it"
          options={[
            { value: "no", label: "no" },
            { value: "yes", label: `on ${medium}` },
          ]}
          value={trial.rests_on ? "yes" : "no"}
          onPick={(on) => changes.change.mutate({ rests_on: on === "yes" })}
        />
      </div>
      <p className="soft">
        A print takes it by <i>Judge by › Own trials</i> on its Distance step, and keeps what the trial says
        today.
      </p>
    </div>
  );
}
