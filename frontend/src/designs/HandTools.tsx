import { Redo2, Undo2 } from "lucide-react";
import type { InHand } from "./inHand";

type Hand = Pick<InHand, "undo" | "redo" | "saving" | "walked">;

/** Whether the document in hand is saved; undo and redo. */
export function HandTools(props: { of: Hand; canUndo: boolean; canRedo: boolean }) {
  const { undo, redo } = props.of;
  return (
    <>
      <SavingWord {...props.of} />
      <div className="flex gap-1">
        <button
          type="button"
          className="plain-button !px-2"
          aria-label="Undo"
          title="Undo, Ctrl Z"
          disabled={!props.canUndo}
          onClick={() => void undo()}
        >
          <Undo2 size={17} aria-hidden />
        </button>
        <button
          type="button"
          className="plain-button !px-2"
          aria-label="Redo"
          title="Redo, Ctrl Shift Z"
          disabled={!props.canRedo}
          onClick={() => void redo()}
        >
          <Redo2 size={17} aria-hidden />
        </button>
      </div>
    </>
  );
}

const WORDS = {
  saved: "saved", saving: "saving", waiting: "waiting", stale: "not saved", refused: "not saved", gone: "removed",
}; // oxfmt-ignore

function SavingWord({ saving, walked }: Pick<InHand, "saving" | "walked">) {
  return (
    <span role="status" className="soft saving-word" data-saving={saving} title={walked || undefined}>
      {saving === "saved" && walked ? walked : WORDS[saving]}
    </span>
  );
}
