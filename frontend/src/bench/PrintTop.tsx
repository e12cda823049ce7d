import { ChevronLeft, ChevronRight } from "lucide-react";
import type { ReactNode } from "react";
import { useShallow } from "zustand/react/shallow";
import type { PrintState } from "../api/types";
import { HandTools } from "../designs/HandTools";
import { inHand } from "../designs/inHand";
import { TopBar } from "../frame/TopBar";
import { Where } from "../frame/Where";
import { typeset } from "../shell/typeset";
import { usePlanStore } from "./planStore";

/** The line above a print in hand: where it is, whether it is saved, undo and redo, and what one does here. */
export function PrintTop(props: {
  print: PrintState;
  /** As it is in the hand. */
  title: string;
  onSibling: (by: 1 | -1) => void;
  children: ReactNode;
}) {
  const { print, title } = props;
  const store = usePlanStore(useShallow(inHand));
  const where = (
    <Where back={[{ to: `/jobs/${print.job}`, name: print.job_title }]} here={title || "untitled"}>
      <Siblings print={print} onSibling={props.onSibling} />
    </Where>
  );
  return (
    <TopBar places={false} where={where}>
      <HandTools of={store} canUndo={print.can_undo} canRedo={print.can_redo} />
      {props.children}
    </TopBar>
  );
}

function Siblings({ print, onSibling }: { print: PrintState; onSibling: (by: 1 | -1) => void }) {
  const last = print.count;
  if (last < 2) return null;
  return (
    <span className="flex items-center whitespace-nowrap">
      <button
        type="button"
        className="grid size-6 place-items-center disabled:opacity-40"
        aria-label="Previous print"
        disabled={print.position === 1}
        onClick={() => onSibling(-1)}
      >
        <ChevronLeft size={16} aria-hidden />
      </button>
      <span className="soft">{typeset(`${print.position} of ${last}`)}</span>
      <button
        type="button"
        className="grid size-6 place-items-center disabled:opacity-40"
        aria-label="Next print"
        disabled={print.position === last}
        onClick={() => onSibling(1)}
      >
        <ChevronRight size={16} aria-hidden />
      </button>
    </span>
  );
}
