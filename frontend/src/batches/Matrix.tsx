import { useVirtualizer } from "@tanstack/react-virtual";
import { memo, useCallback, useEffect, useRef, type KeyboardEvent } from "react";
import type { BatchState, Cell } from "../api/types";
import { Grade } from "../shell/Grade";
import { typeset } from "../shell/typeset";
import { CellDrawing } from "./CellDrawing";
import { matches, type Filter } from "./filters";
import { cellKey } from "./useBatch";

export interface At {
  picture: string;
  size: string;
}
type Picture = BatchState["pictures"][number];

const ROW = 112;
const NAME = 150;
const LEAST_CELL = 132;
const ROOM = [118, 78] as const;

/** The matrix itself: only the rows in sight are drawn, so that thousands of cells scroll smoothly. */
export function Matrix(props: {
  batch: BatchState;
  pictures: Picture[];
  rows: ReadonlyMap<string, readonly Cell[]>;
  filter: Filter;
  left: ReadonlySet<string>;
  hand: At | null;
  onHand: (at: At | null) => void;
  onToggle: (keys: string[], take: boolean) => void;
}) {
  const { batch, pictures, rows, onHand, onToggle } = props;
  const scroller = useRef<HTMLDivElement>(null);
  // The compiler leaves this table alone: its lines are asked for anew each time it is drawn.
  // oxlint-disable-next-line react/incompatible-library
  const lines = useVirtualizer({
    count: pictures.length, getScrollElement: () => scroller.current, estimateSize: () => ROW, overscan: 4,
  }); // oxfmt-ignore
  const { hand } = props;
  useEffect(() => {
    // Opening the editor takes room away: the cell in hand stays in sight.
    if (hand)
      scroller.current
        ?.querySelector(`[data-cell="${cellKey(hand.picture, hand.size)}"]`)
        ?.parentElement?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [hand]);
  const name = window.innerWidth < 640 ? 96 : NAME;
  const width = name + batch.sizes.length * LEAST_CELL;
  const columns = {
    gridTemplateColumns: `${name}px repeat(${batch.sizes.length}, minmax(${LEAST_CELL}px, 1fr))`,
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
    const from = (event.target as HTMLElement).closest<HTMLElement>("[data-cell]");
    if (!way || !from) return;
    event.preventDefault();
    const column = Number(from.dataset["column"]) + (way[0] ?? 0);
    const line = Number(from.dataset["line"]) + (way[1] ?? 0);
    if (column < 0 || column >= batch.sizes.length || line < 0 || line >= pictures.length) return;
    const focus = () => {
      const next = scroller.current?.querySelector<HTMLElement>(
        `[data-line="${line}"][data-column="${column}"]`,
      );
      next?.focus({ preventScroll: true });
      return next;
    };
    lines.scrollToIndex(line);
    // At once, since the next key may follow; a row that was out of sight is drawn by the next frame.
    if (!focus()) requestAnimationFrame(focus);
  };
  const allTaken = (size: string) =>
    batch.pictures.every((picture) => !props.left.has(cellKey(picture.id, size)));
  const open = useCallback((picture: string, size: string) => onHand({ picture, size }), [onHand]);
  const toggle = useCallback((key: string, take: boolean) => onToggle([key], take), [onToggle]);
  return (
    <div
      ref={scroller}
      className="min-h-0 flex-1 overflow-auto"
      data-testid="matrix"
      role="region"
      aria-label="Matrix"
      tabIndex={0}
      onKeyDown={onKeyDown}
    >
      <div className="matrix-head" style={{ ...columns, minWidth: width }}>
        <span className="matrix-name soft grid items-end px-3 pb-1 text-[13px]">Picture</span>
        {batch.sizes.map((size) => (
          <label key={size.key} className="flex min-h-8 cursor-pointer items-center gap-1.5 px-2 py-1">
            <input
              type="checkbox"
              className="checkbox checkbox-xs"
              checked={allTaken(size.key)}
              aria-label={`All pictures in ${size.name}`}
              onChange={(event) =>
                onToggle(
                  batch.pictures.map((picture) => cellKey(picture.id, size.key)),
                  event.target.checked,
                )
              }
            />
            <span
              className="figure truncate text-[16px] font-semibold"
              title={`${size.width} × ${size.height}`}
            >
              {typeset(size.name)}
            </span>
          </label>
        ))}
      </div>
      <div className="relative" style={{ height: lines.getTotalSize(), minWidth: width }}>
        {lines.getVirtualItems().map((line) => {
          const picture = pictures[line.index];
          if (!picture) return null;
          const cells = rows.get(picture.id);
          return (
            <div
              key={picture.id}
              className="matrix-row"
              style={{ ...columns, transform: `translateY(${line.start}px)`, height: ROW }}
            >
              <div className="matrix-name flex min-w-0 flex-col justify-center px-3">
                <span
                  className="line-clamp-3 text-[13px] [overflow-wrap:anywhere]"
                  dir="auto"
                  title={picture.name}
                >
                  {picture.name.replace(/\.[^.]+$/, "")}
                </span>
                <span className="figure soft text-[14px]">
                  {typeset(`${picture.width_px} × ${picture.height_px}`)}
                </span>
              </div>
              {batch.sizes.map((size, column) => {
                const cell = cells?.[column];
                const key = cellKey(picture.id, size.key);
                return cell ? (
                  <MatrixCell
                    key={size.key}
                    cell={cell}
                    picture={picture.id}
                    name={`${picture.name}, ${size.name}`}
                    line={line.index}
                    column={column}
                    taken={!props.left.has(key)}
                    quiet={!matches(cell, props.filter)}
                    open={props.hand?.picture === picture.id && props.hand.size === size.key}
                    onOpen={open}
                    onToggle={toggle}
                  />
                ) : (
                  <span key={size.key} className="matrix-cell" data-waiting />
                );
              })}
            </div>
          );
        })}
      </div>
    </div>
  );
}

const MatrixCell = memo(function MatrixCell(props: {
  cell: Cell;
  picture: string;
  name: string;
  line: number;
  column: number;
  taken: boolean;
  quiet: boolean;
  open: boolean;
  onOpen: (picture: string, size: string) => void;
  onToggle: (key: string, take: boolean) => void;
}) {
  const { cell, picture } = props;
  const key = cellKey(picture, cell.size);
  const told =
    cell.problem ||
    `${cell.grade}, ${cell.loss_text} lost${cell.zones === "cut" ? `, ${cell.zones_text}` : ""}`;
  return (
    <div
      className="matrix-cell"
      data-quiet={props.quiet || undefined}
      data-open={props.open || undefined}
      data-taken={props.taken || undefined}
      data-zones={cell.zones}
      data-troubled={cell.troubled || undefined}
    >
      <button
        type="button"
        className="matrix-open"
        data-cell={key}
        data-line={props.line}
        data-column={props.column}
        aria-pressed={props.open}
        tabIndex={props.line === 0 && props.column === 0 ? 0 : -1}
        aria-label={`${props.name}: ${told}`}
        title={told}
        onClick={() => props.onOpen(picture, cell.size)}
        onKeyDown={(event) => {
          if (event.key !== " ") return;
          event.preventDefault();
          props.onToggle(key, !props.taken);
        }}
      >
        {cell.problem ? (
          <span className="soft grid h-[78px] place-items-center p-1 text-[12px]">{cell.problem}</span>
        ) : (
          <CellDrawing cell={cell} picture={picture} room={ROOM} />
        )}
      </button>
      <span className="matrix-words">
        <label className="matrix-target">
          <input
            type="checkbox"
            className="matrix-take"
            checked={props.taken}
            tabIndex={-1}
            aria-label={`Make ${props.name}`}
            onChange={(event) => props.onToggle(key, event.target.checked)}
          />
        </label>
        <Grade grade={cell.grade} />
        <span className="figure truncate text-[14px]" data-legend="figure:loss">
          {cell.loss < 0.0005 ? "whole" : typeset(`−${cell.loss_text}`)}
        </span>
      </span>
      <span className="matrix-warning">
        {cell.zones === "cut"
          ? "zone cut"
          : cell.zones === "near"
            ? "zone near"
            : cell.edited
              ? "by hand"
              : ""}
      </span>
    </div>
  );
});
