import type { PrintSummary } from "../api/types";
import { LongListInBox } from "../drawing/LongList";
import { commonScale, Silhouette } from "../drawing/Silhouette";
import { typeset } from "../shell/typeset";

const ROOM = [56, 44] as const;
/** A print with its title, px. */
const TICK_WIDE = 220;

/** Prints to be ticked, each by its small picture, title and size: several of one picture have one title. */
export function PrintTicks(props: {
  label: string;
  prints: readonly PrintSummary[];
  chosen: ReadonlySet<number>;
  onToggle: (id: number) => void;
  /** More may be fetched. */
  onEnd?: () => void;
  /** In which job a print is, where they are of several. */
  jobOf?: (id: number) => string;
}) {
  return (
    <LongListInBox
      className="max-h-[46vh]"
      label={props.label}
      items={props.prints}
      keyOf={(print) => print.id}
      widthOf={() => TICK_WIDE}
      gap={[14, 4]}
      rowHeight={52}
      {...(props.onEnd && { onEnd: props.onEnd })}
    >
      {(print) => (
        <label className="print-tick">
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
            {props.jobOf && (
              <span className="soft block truncate text-[13px]" dir="auto">
                {props.jobOf(print.id)}
              </span>
            )}
          </span>
        </label>
      )}
    </LongListInBox>
  );
}
