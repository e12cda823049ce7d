import { Dialog } from "./Dialog";
import type { Key } from "./useKeys";

/** A place's sheet of keys. */
export function KeysDialog(props: { keys: readonly Key[]; onClose: () => void }) {
  return (
    <Dialog title="Keys" onClose={props.onClose}>
      <dl className="grid grid-cols-[130px_1fr] gap-y-1.5">
        {props.keys.map(({ keys, what }) => (
          <div key={what} className="contents">
            <dt className="figure text-[16px] font-semibold">{keys}</dt>
            <dd>{what}</dd>
          </div>
        ))}
      </dl>
    </Dialog>
  );
}
