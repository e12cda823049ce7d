import { LongListInBox } from "../../drawing/LongList";
import { Grade } from "../../shell/Grade";
import { typeset } from "../../shell/typeset";
import type { OfBook } from "../stepPanels/types";

const ROW = 40;

/** The audit: all boxes, worst first, each one press from its place. */
export function BoxesPanel({ page, picked, onPick, onLook }: OfBook) {
  const { book } = page;
  if (!book) return null;
  const { audit, openings } = book;
  return (
    <div className="space-y-2">
      <h3 className="font-semibold">All boxes, worst first</h3>
      {!audit.length && <p className="soft">No picture lies on a page yet.</p>}
      <LongListInBox
        label="All boxes, worst first"
        className="max-h-[420px] overflow-y-auto"
        items={audit}
        keyOf={(row) => row.number}
        rowHeight={ROW}
      >
        {(row) => (
          <button
            type="button"
            className="audit-row"
            aria-pressed={row.number === picked}
            onClick={() => {
              onLook(openings.findIndex(({ first }) => first === row.first));
              onPick(row.number);
            }}
          >
            <span className="figure">{row.pages}</span>
            <span className="truncate text-left" dir="auto">
              {row.title}
            </span>
            <span className="figure text-right">{typeset(row.ppi)}</span>
            <span className="text-right">
              <Grade grade={row.grade} />
            </span>
            <span className="soft col-span-4 text-left text-[13px]">
              {typeset(`${row.size}, ${row.loss} lost`)}
              {row.largest && typeset(`; clean up to ${row.largest}`)}
            </span>
          </button>
        )}
      </LongListInBox>
    </div>
  );
}
