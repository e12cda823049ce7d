import { Dialog } from "./Dialog";
import type { Key } from "./useKeys";

/** More keys than this stand in two columns, so that all are seen at once. */
const LONG = 12;

/** A place's sheet of keys. */
export function KeysDialog(props: { keys: readonly Key[]; onClose: () => void }) {
  return (
    <Dialog title="Keys" wide={props.keys.length > LONG} onClose={props.onClose}>
      <dl className={props.keys.length > LONG ? "gap-x-8 md:columns-2" : ""}>
        {props.keys.map(({ keys, what }) => (
          <div key={what} className="grid break-inside-avoid grid-cols-[130px_1fr] pb-1.5">
            <dt className="figure text-[16px] font-semibold">{keys}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
