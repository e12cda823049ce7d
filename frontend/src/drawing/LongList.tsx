import { useVirtualizer, useWindowVirtualizer, type VirtualItem } from "@tanstack/react-virtual";
import { useEffect, useLayoutEffect, useRef, useState, type ReactNode } from "react";
import { packedRows } from "./packedRows";
import { useSize } from "./useSize";

interface ListProps<T> {
  label: string;
  items: readonly T[];
  keyOf: (item: T) => string | number;
  /** How wide a thing is drawn, px; what says nothing takes a row. */
  widthOf?: (item: T) => number;
  /** Between things of a row, and under a row, px. */
  gap?: readonly [number, number];
  /** About how high a row is, px, before it is drawn: of all, or of each. */
  rowHeight: number | ((row: readonly T[]) => number);
  /** The end is nearly in sight: more may be fetched. */
  onEnd?: () => void;
  children: (item: T) => ReactNode;
}

/** Rows beyond the window that are drawn as well, so that Tab finds what comes next. */
const OVERSCAN = 2;

/** A list of any length on a page: only what is in sight is drawn. */
export function LongList<T>(props: ListProps<T>) {
  // The compiler would take what the virtualizer tells for what it told before.
  "use no memo";
  const { element, width } = useSize<HTMLDivElement>();
  const rows = useRows(props, width);
  const [top, setTop] = useState(0);
  useLayoutEffect(() => {
    const node = element.current;
    if (node) setTop(node.getBoundingClientRect().top + window.scrollY);
  }, [element, rows.length, width]);
  // oxlint-disable-next-line react/incompatible-library
  const virtual = useWindowVirtualizer({
    count: rows.length,
    estimateSize: (index) => heightOf(props.rowHeight, rows[index] ?? []),
    overscan: OVERSCAN,
    scrollMargin: top,
    gap: props.gap?.[1] ?? 0,
  });
  return (
    <div ref={element}>
      <Rows
        {...props}
        rows={rows}
        shown={virtual.getVirtualItems()}
        height={virtual.getTotalSize()}
        measure={virtual.measureElement}
        top={top}
      />
    </div>
  );
}

/** The same in a box of its own that scrolls. */
export function LongListInBox<T>(props: ListProps<T> & { className: string }) {
  "use no memo";
  const { element, width } = useSize<HTMLDivElement>();
  const rows = useRows(props, width);
  // oxlint-disable-next-line react/incompatible-library
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => element.current,
    estimateSize: (index) => heightOf(props.rowHeight, rows[index] ?? []),
    overscan: OVERSCAN,
    gap: props.gap?.[1] ?? 0,
  });
  return (
    // Whoever has no mouse scrolls it too.
    // oxlint-disable-next-line jsx-a11y/no-noninteractive-tabindex
    <div ref={element} tabIndex={0} className={`overflow-y-auto ${props.className}`}>
      <Rows
        {...props}
        rows={rows}
        shown={virtual.getVirtualItems()}
        height={virtual.getTotalSize()}
        measure={virtual.measureElement}
        top={0}
      />
    </div>
  );
}

const heightOf = <T,>(given: ListProps<T>["rowHeight"], row: readonly T[]) =>
  typeof given === "number" ? given : given(row);

function useRows<T>({ items, widthOf, gap }: ListProps<T>, room: number): T[][] {
  if (!widthOf) return items.map((item) => [item]);
  // Before it is laid out nobody knows how many stand in a row.
  return room ? packedRows(items, widthOf, gap?.[0] ?? 0, room) : [];
}

function Rows<T>(
  props: ListProps<T> & {
    rows: T[][];
    shown: readonly VirtualItem[];
    height: number;
    measure: (row: HTMLDivElement | null) => void;
    /** Where the list begins on the page, px. */
    top: number;
  },
) {
  const { rows, shown, top, onEnd, keyOf } = props;
  const last = shown.at(-1)?.index ?? -1;
  const ends = useRef(onEnd);
  useEffect(() => {
    ends.current = onEnd;
  });
  useEffect(() => {
    if (last >= rows.length - 1 - OVERSCAN && rows.length) ends.current?.();
  }, [last, rows.length]);
  return (
    <div role="list" aria-label={props.label} className="relative" style={{ height: props.height }}>
      {shown.map((row) => (
        <div
          key={row.key}
          ref={props.measure}
          data-index={row.index}
          role="presentation"
          className="absolute top-0 left-0 flex w-full items-end"
          style={{ transform: `translateY(${row.start - top}px)`, columnGap: props.gap?.[0] }}
        >
          {rows[row.index]?.map((item) => (
            <div
              key={keyOf(item)}
              role="listitem"
              className={props.widthOf ? "shrink-0" : "w-full min-w-0"}
              style={props.widthOf && { width: props.widthOf(item), maxWidth: "100%" }}
            >
              {props.children(item)}
            </div>
          ))}
        </div>
      ))}
    </div>
  );
}
