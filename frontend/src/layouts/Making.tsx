import type { LayoutState } from "../api/types";
import { LogLine } from "../designs/LogLine";
import { OrderList } from "../designs/OrderList";
import { Problem } from "../shell/Problem";
import { useLayoutStore } from "./layoutStore";

/** Making the files, and those that were made. */
export function Making(props: {
  layout: LayoutState;
  stopped: boolean;
  busy: boolean;
  problem: string;
  word: string;
  onMake: () => void;
}) {
  const { layout } = props;
  return (
    <>
      <button
        type="button"
        className="strong-button w-full !min-h-9"
        disabled={props.stopped || props.busy}
        onClick={props.onMake}
      >
        {`${props.word} now`}
      </button>
      {props.stopped && <p className="soft">Nothing can be made before what stops it is put right.</p>}
      {props.problem && <Problem message={props.problem} />}
      <OrderList of={{ kind: "layouts", id: layout.id }} version={layout.version} ordering={props.busy} />
      <LogLine
        of={{ kind: "layouts", id: layout.id }}
        medium={layout.document.plans[0]?.medium.name ?? ""}
        saved={() => useLayoutStore.getState().flush()}
      />
      <a
        className="plain-button inline-flex items-center"
        href={`/api/layouts/${layout.id}/layout.json`}
        download
      >
        Export the layout
      </a>
    </>
  );
}
