import { ChevronLeft, ChevronRight } from "lucide-react";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { useShallow } from "zustand/react/shallow";
import type { PrintState } from "../api/types";
import { HandTools } from "../designs/HandTools";
import { inHand } from "../designs/inHand";
import { TopBar } from "../frame/TopBar";
import { typeset } from "../shell/typeset";
import { usePlanStore } from "./planStore";

/** The line above a print in hand: where it is, whether it is saved, undo and redo, and what one does here. */
export function PrintTop(props: {
  print: PrintState;
  /** As it is in the hand. */
  title: string;
  onSibling: (by: 1 | -1) => void;
  onHelp: () => void;
  children: ReactNode;
}) {
  const { print, title } = props;
  const store = usePlanStore(useShallow(inHand));
  return (
    <TopBar places={false} where={<Where print={print} title={title} onSibling={props.onSibling} />}>
      <HandTools of={store} canUndo={print.can_undo} canRedo={print.can_redo} onHelp={props.onHelp} />
      {props.children}
    </TopBar>
  );
}

function Where(props: { print: PrintState; title: string; onSibling: (by: 1 | -1) => void }) {
  const { print, title } = props;
  return (
    <nav aria-label="Where you are" className="flex min-w-0 items-center gap-2">
      <Link
        to={`/jobs/${print.job}`}
        className="soft max-w-60 truncate leading-6 hover:underline max-xl:max-w-24"
        dir="auto"
        title={print.job_title}
      >
        {print.job_title}
      </Link>
      <span className="soft">/</span>
      <b className="truncate font-semibold" dir="auto" title={title}>
        {title || "untitled"}
      </b>
      {print.siblings.length > 1 && (
        <span className="flex items-center whitespace-nowrap">
          <button
            type="button"
            className="grid size-6 place-items-center disabled:opacity-40"
            aria-label="Previous print"
            disabled={print.position === 1}
            onClick={() => props.onSibling(-1)}
          >
            <ChevronLeft size={16} aria-hidden />
          </button>
          <span className="soft">{typeset(`${print.position} of ${print.siblings.length}`)}</span>
          <button
            type="button"
            className="grid size-6 place-items-center disabled:opacity-40"
            aria-label="Next print"
            disabled={print.position === print.siblings.length}
            onClick={() => props.onSibling(1)}
          >
            <ChevronRight size={16} aria-hidden />
          </button>
        </span>
      )}
    </nav>
  );
}
