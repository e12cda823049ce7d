import type { Silhouette as Shown } from "../api/types";
import { commonScale, Silhouette } from "../drawing/Silhouette";
import { typeset } from "../shell/typeset";

const ROOM = [56, 44] as const;

/** Prints to be ticked, each by its small picture, title and size: several of one picture have one title. */
export function PrintTicks(props: {
  label: string;
  prints: readonly Shown[];
  chosen: ReadonlySet<number>;
  onToggle: (id: number) => void;
}) {
  return (
    <div className="print-ticks" role="group" aria-label={props.label}>
      {props.prints.map((print) => (
        <label key={print.id} className="print-tick">
          <input
            type="checkbox"
            className="checkbox checkbox-sm"
            checked={props.chosen.has(print.id)}
            onChange={() => props.onToggle(print.id)}
          />
          <span className="print-tick-picture">
            <Silhouette print={print} scale={commonScale([print], ...ROOM)} />
          </span>
          <span className="min-w-0">
            <span className="block truncate" dir="auto">
              {print.title || "untitled"}
            </span>
            <span className="figure soft">{typeset(print.size_text)}</span>
          </span>
        </label>
      ))}
    </div>
  );
}
