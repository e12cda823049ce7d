import { useRef, useState } from "react";
import { Link, useNavigate } from "react-router";
import type { Counter, JobRow } from "../api/types";
import { LongList } from "../drawing/LongList";
import { Silhouette } from "../drawing/Silhouette";
import { gradeWord } from "../shell/Grade";
import { typeset } from "../shell/typeset";
import { removeLayout, removePrint } from "../jobs/useJobs";
import { STATE_WORDS } from "./JobRule";
import { RemoveDesign } from "./RemoveDesign";

/** The room that a print is drawn into, in its row, px. */
const SMALL = [76, 52] as const;
const ROW_HIGH = 66;
/** Drawn to scale, a title has so much room under its print, px; and what stands there is so high. */
const LEAST_WIDE = 150;
const WORDS_HIGH = 92;

interface RowsProps {
  rows: readonly JobRow[];
  chosen: ReadonlySet<number>;
  onToggle: (id: number, range: boolean) => void;
  /** Opens what can be counted and agreed of one. */
  onOpen: (row: JobRow) => void;
  onName: (row: JobRow, title: string) => void;
  onEnd: () => void;
}

/** Where a row leads: a print that wants a look to the step where it does. */
const place = ({ kind, id, step }: JobRow) =>
  kind === "print" ? `/prints/${id}${step && `/${step}`}` : `/layouts/${id}`;

/** Prints and layouts of a job as rows: drawn in small, with what they are, what they cost, how far they are. */
export function PrintRows(
  props: RowsProps & {
    bill: Counter["bill"];
    /** Puts a row before another one; null: at the end. Only where they stand in the job's own order. */
    onMove?: ((id: number, before: number | null) => void) | undefined;
  },
) {
  const { rows, onMove } = props;
  const [dragged, setDragged] = useState<number | null>(null);
  const [over, setOver] = useState<number | null>(null);
  const step = (row: JobRow, way: 1 | -1) => {
    const at = rows.findIndex(({ id }) => id === row.id);
    const beside = way < 0 ? rows[at - 1] : rows[at + 2];
    if (way < 0 && !beside) return;
    onMove?.(row.id, beside?.id ?? null);
  };
  return (
    <LongList label="Prints" items={rows} keyOf={(row) => row.id} rowHeight={ROW_HIGH} onEnd={props.onEnd}>
      {(row) => (
        <div
          className="job-row"
          data-chosen={props.chosen.has(row.id) || undefined}
          data-over={over === row.id || undefined}
          draggable={onMove !== undefined}
          onDragStart={(event) => {
            event.dataTransfer.effectAllowed = "move";
            event.dataTransfer.setData("text/plain", row.number);
            setDragged(row.id);
          }}
          onDragEnd={() => {
            setDragged(null);
            setOver(null);
          }}
          onDragOver={(event) => {
            if (dragged === null || dragged === row.id) return;
            event.preventDefault();
            setOver(row.id);
          }}
          onDrop={(event) => {
            if (dragged === null) return;
            event.preventDefault();
            event.stopPropagation();
            onMove?.(dragged, row.id);
            setDragged(null);
            setOver(null);
          }}
          onKeyDown={(event) => {
            const way = { ArrowUp: -1, ArrowDown: 1 }[event.key] as 1 | -1 | undefined;
            if (!event.altKey || !way || !onMove) return;
            event.preventDefault();
            step(row, way);
          }}
        >
          <label className="job-tick">
            <input
              type="checkbox"
              className="checkbox"
              aria-label={`Choose ${row.title || "untitled"}`}
              checked={props.chosen.has(row.id)}
              onChange={(event) =>
                props.onToggle(row.id, (event.nativeEvent as MouseEvent).shiftKey === true)
              }
            />
          </label>
          <SmallDrawing row={row} />
          <div className="job-what">
            <Title row={row} onName={props.onName} />
            <span className="soft block truncate">
              {typeset(row.size_text)}
              {row.medium && ` · ${row.medium}`}
              {row.finishes.length > 0 && ` · ${row.finishes.join(", ")}`}
            </span>
          </div>
          <span className="job-edge soft truncate" title={row.edge}>
            {typeset(row.edge || (row.kind === "layout" ? "layout" : "none"))}
          </span>
          <button
            type="button"
            className="job-copies figure"
            aria-label={`${row.title || "untitled"}: ${row.counts.copies} copies, price, note`}
            onClick={() => props.onOpen(row)}
          >
            <b>{row.counts.copies}</b>
            <span className="job-price">{typeset(amountOf(row, props.bill))}</span>
          </button>
          <span className="job-grade" data-trouble={row.trouble !== "" || undefined} title={row.trouble}>
            {row.grade ? gradeWord(row.grade) : row.trouble ? "to check" : ""}
          </span>
          <Standing row={row} />
          <span className="job-more">
            <Link
              className="soft min-h-6 underline"
              to={`/pictures/${row.picture_id}`}
              aria-label={`The picture of ${row.title}`}
            >
              Picture
            </Link>
            <RemoveDesign
              title={row.title}
              word={row.kind}
              remove={row.kind === "print" ? removePrint : removeLayout}
              id={row.id}
            />
          </span>
        </div>
      )}
    </LongList>
  );
}

/** The same as drawings, all to one scale. */
export function PrintsToScale(props: RowsProps & { scale: number }) {
  const { scale, chosen } = props;
  return (
    <LongList
      label="Prints"
      items={props.rows}
      keyOf={(row) => row.id}
      widthOf={(row) => Math.max(LEAST_WIDE, row.drawing.boxes.document[2] * scale + 2)}
      gap={[32, 24]}
      rowHeight={(row) => Math.max(...row.map((one) => one.drawing.boxes.document[3])) * scale + WORDS_HIGH}
      onEnd={props.onEnd}
    >
      {(row) => (
        <div className="group relative" data-chosen={chosen.has(row.id) || undefined}>
          <Link to={place(row)} className="block min-w-24 rounded">
            <Silhouette print={row} scale={scale} />
            <span
              className="mt-1 block max-w-60 truncate font-medium group-hover:underline"
              dir="auto"
              title={row.title}
            >
              {row.title || "untitled"}
            </span>
            <span className="figure soft block text-[15px]">
              {typeset(row.size_text)}
              {row.grade && ` · ${gradeWord(row.grade)}`}
            </span>
          </Link>
          <span className="flex items-center gap-2">
            <label className="job-tick">
              <input
                type="checkbox"
                className="checkbox"
                aria-label={`Choose ${row.title || "untitled"}`}
                checked={chosen.has(row.id)}
                onChange={(event) =>
                  props.onToggle(row.id, (event.nativeEvent as MouseEvent).shiftKey === true)
                }
              />
            </label>
            <button type="button" className="figure min-h-6 underline" onClick={() => props.onOpen(row)}>
              {row.counts.copies} ×
            </button>
            <Standing row={row} />
          </span>
        </div>
      )}
    </LongList>
  );
}

function SmallDrawing({ row }: { row: JobRow }) {
  const go = useNavigate();
  const [, , width, height] = row.drawing.boxes.document;
  const scale = Math.min(SMALL[0] / Math.max(1, width), SMALL[1] / Math.max(1, height));
  return (
    // For who points at it; the title is the link for everybody.
    <span className="job-small" aria-hidden="true" onClick={() => void go(place(row))}>
      <Silhouette print={row} scale={scale} />
    </span>
  );
}

/** The title leads to the print; F2, or the pencil's word beside it, names it in place. */
function Title({ row, onName }: { row: JobRow; onName: RowsProps["onName"] }) {
  const [draft, setDraft] = useState<string | null>(null);
  const link = useRef<HTMLAnchorElement>(null);
  const done = (keep: boolean) => {
    const title = draft?.trim();
    setDraft(null);
    if (keep && title !== undefined && title !== row.title) onName(row, title);
    requestAnimationFrame(() => link.current?.focus());
  };
  if (draft !== null)
    return (
      <input
        className="field !py-0"
        aria-label={`Title of ${row.title || "untitled"}`}
        // oxlint-disable-next-line jsx-a11y/no-autofocus
        autoFocus
        maxLength={200}
        dir="auto"
        value={draft}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={() => done(true)}
        onKeyDown={(event) => {
          if (event.key === "Enter") done(true);
          if (event.key === "Escape") done(false);
        }}
      />
    );
  return (
    <span className="flex min-w-0 items-baseline gap-2">
      <Link
        ref={link}
        to={place(row)}
        className="min-h-6 truncate leading-6 font-semibold hover:underline"
        dir="auto"
        title={row.title}
        onKeyDown={(event) => {
          if (event.key !== "F2") return;
          event.preventDefault();
          setDraft(row.title);
        }}
      >
        {row.title || "untitled"}
      </Link>
      <span className="figure soft shrink-0 text-[13px]">{row.number}</span>
      <button
        type="button"
        className="job-rename soft text-[13px] underline"
        aria-label={`Rename ${row.title || "untitled"}`}
        onClick={() => setDraft(row.title)}
      >
        rename
      </button>
    </span>
  );
}

/** How far it is, in a word, and what is between two states. */
function Standing({ row }: { row: JobRow }) {
  const old = row.state === "planned" && row.file === "old";
  const word = old ? "file is old" : STATE_WORDS[row.state].toLowerCase();
  return (
    <span className="job-state" data-old={old || undefined}>
      {word}
      {row.counted && <span className="soft block text-[13px]">{typeset(row.counted)}</span>}
      {row.changed_since && <span className="block text-[13px] font-semibold">changed since</span>}
    </span>
  );
}

/** What a row comes to, with what is done to it, as the bill has it. */
function amountOf(row: JobRow, bill: Counter["bill"]): string {
  const lines = bill?.lines.filter(({ number }) => number === row.number) ?? [];
  if (!lines.length) return "";
  if (lines.length === 1) return lines[0]?.amount_text || "—";
  return lines.map(({ amount_text }) => amount_text || "—").join(" + ");
}
